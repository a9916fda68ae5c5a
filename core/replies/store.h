// Where replies are kept: one table a form, a row a reply, in a file or on a server. Every version of a form that has
// replies lies with them, so that each can be read as it was filled in. Nothing that was kept goes when a form changes:
// a new version adds columns, an answer that is called otherwise stays where its control's answers are, and one of
// another type gets a column of its own.
#pragma once

#include <functional>
#include <map>
#include <memory>
#include <set>
#include <span>

#include "core/model/form.h"
#include "core/replies/database.h"
#include "core/replies/store_shape.h"
#include "core/session/answers.h"

namespace brindel {

/// How a reply came.
struct ReplyOrigin {
    std::string way;        // "program", "call", "file", "page"
    std::string name = {};  // of the file or of whoever filled it in; empty where nobody says
    std::string mark = {};  // what tells it from others that say the same, where the reply itself has no id
};

/// What became of a reply.
struct KeptAs {
    long long number = 0;
    bool again = false;  // it was there already
};

/// A reply on its way into a store.
struct Incoming {
    const Form* form;
    Reply reply;
    ReplyOrigin origin;
};

/// A reply as it is kept.
struct KeptReply {
    long long number = 0;
    std::string sum;  // of the form that it was filled in
    std::string came, way, name;
    Reply reply;       // its answers under the names of its own version
    Answers byColumn;  // the same under the keys of their columns
};

/// A reply as it was before it was corrected.
struct Correction {
    std::string at, by, reason;
    Reply before;
};

/// A column of all replies to a form, whatever their version.
struct ReplyColumn {
    std::string name;    // of the answer, in the newest version that has it
    std::string called;  // what people call it
    AnswerType type = AnswerType::none;
    bool several = false;  // picks of several
    bool rows = false;     // a column of a table that fillers add rows to
    std::string table, column;
    Id control = noControl;
    std::string sum;     // of that version
    std::string picked;  // the table of what is picked, where several can be

    /// The column in KeptReply::byColumn; of a row that fillers add, its number behind it.
    std::string key() const { return table + "/" + column; }
    std::string key(long long row) const { return key() + "/" + std::to_string(row); }
};

/// What is asked of one column.
struct ReplyFilter {
    enum class How : std::uint8_t { is, least, most, nothing, something };
    std::string column;
    How how = How::is;
    Cell value = {};
};

/// Which replies, and in which order.
struct ReplyQuery {
    std::string search = {};  // in any answer; empty for all
    std::vector<ReplyFilter> filters = {};
    std::string sortBy = {};  // a column; empty for the order in which they came
    bool down = false;        // the last first
};

/// Answers that a form no longer wants kept.
struct PastTime {
    std::size_t answers = 0, replies = 0;
    std::vector<std::string> called = {};  // of their questions
};

class ReplyStore {
  public:
    /// Opens a store by its address, and makes what it needs where it is empty; `only` to look at what is there. A
    /// problem for what is no store, for one that a newer Brindel made, and where it is locked, full or away for longer
    /// than one has patience.
    static Result<ReplyStore> open(const std::string& address, bool only = false, Patience patience = aMinute);

    /// The names of the forms that have replies here.
    Result<std::vector<std::string>> forms();
    /// What keeping a reply to a form would change first, a sentence a change; empty where nothing would.
    Result<std::vector<Sentence>> changesFor(const Form& form);
    /// Keeps a reply to a form; its values are what a session of that form has accepted. All of it or nothing. The same
    /// reply again is the one that is there.
    Result<KeptAs> append(const Form& form, const Reply& reply, const ReplyOrigin& origin);
    /// The same of several at once: all of them or none.
    Result<std::vector<KeptAs>> appendAll(std::span<const Incoming> some);

    /// The columns of a form's replies, in the order of the newest version, then those that only earlier ones have.
    Result<std::vector<ReplyColumn>> columns(const std::string& form);
    /// The numbers of the replies that a query speaks of, in its order. Columns that are not there are passed over.
    Result<std::vector<long long>> numbers(const std::string& form, const ReplyQuery& query = {});
    /// What some columns hold in the replies that a query speaks of, a row a reply; none of them of added rows.
    Result<void> eachAnswered(const std::string& form, const ReplyQuery& query, std::span<const ReplyColumn> columns,
                              const std::function<bool(const Row&)>& each);
    /// What is picked, or stands in added rows, in the replies that a query speaks of: each value and how often it is.
    Result<void> eachPicked(const std::string& form, const ReplyQuery& query, const ReplyColumn& column,
                            const std::function<bool(const Row&)>& each);
    /// Replies by their numbers, in their order; those that are gone are left out, and so are the answers of some
    /// columns, by their keys.
    Result<std::vector<KeptReply>> replies(const std::string& form, std::span<const long long> numbers,
                                           const std::set<std::string>& without = {});
    /// The form that replies with this sum were filled in.
    Result<Form> formBySum(const std::string& sum);
    /// A form as it was in a version of its designer's count; nothing where the store does not have that.
    Result<std::optional<Form>> formByVersion(const std::string& form, int version);
    /// The newest version of a form that has replies.
    Result<Form> newestForm(const std::string& form);
    /// Puts a reply's answers in the place of those of a reply that is kept, and keeps what stood there, with the
    /// reason and who says so. The answers are what a session of its version has accepted. Sent once more as it first
    /// was, it is still known.
    Result<void> correct(const std::string& form, long long number, const Reply& reply, const std::string& reason,
                         const std::string& by);
    /// How often a reply was corrected, the last at the end.
    Result<std::vector<Correction>> corrections(const std::string& form, long long number);
    /// The replies that were filled in before a day, or came before it where they do not say when they were filled in.
    Result<std::vector<long long>> filledBefore(const std::string& form, Day day);
    /// How many answers some replies have in some columns, which are told by their keys.
    Result<std::size_t> answersIn(const std::string& form, std::span<const long long> numbers,
                                  const std::set<std::string>& columns);
    /// Takes the answers of some columns out of some replies, whatever was corrected in them before, and the names of
    /// the files that they came from. The replies stay; the same file gathered again is a new one. What was taken out
    /// is gone from the file as well.
    Result<void> erase(const std::string& form, std::span<const long long> numbers,
                       const std::set<std::string>& columns);
    /// How many answers are past their time (a property of their field, as `now` has it or else the version that they
    /// were given in), and in how many replies; and how they are erased, those of one time after the other.
    Result<PastTime> pastTime(const Form& now, Day today);
    Result<void> erasePastTime(const Form& now, Day today);
    /// Takes a reply out, with all that belongs to it.
    Result<void> remove(const std::string& form, std::span<const long long> numbers);

    Database& database() { return *database_; }

  private:
    /// What a query comes to in SQL: the form's table, its columns, the condition with what stands for its places.
    /// Without a table where the form has no replies.
    struct Asked {
        std::string table, where;
        std::vector<ReplyColumn> columns;
        Row given;
    };

    /// What a reply comes to in the tables.
    struct Cells {
        std::vector<std::pair<std::string, Cell>> main;  // by column
        std::vector<std::pair<const AnswerPlace*, const std::vector<std::string>*>> picks;
        std::map<std::string, std::map<int, std::vector<std::pair<std::string, Cell>>>> rows;  // of each table
    };

    /// Answers that are kept for so many months, and the replies that have had them for longer.
    struct Late {
        std::set<std::string> columns;
        std::vector<std::string> called;
        std::vector<long long> numbers;
    };

    Result<std::map<int, Late>> lateIn(const Form& now, Day today);
    Result<void> begin(bool only);
    static Result<Cells> cellsIn(const AnswerPlaces& places, const Reply& reply);
    Result<void> emptied();
    Result<void> eachPart(std::span<const long long> numbers,
                          const std::function<Result<void>(const std::string& in, const Row&)>& part);
    Result<void> keepWithin(long long number, const Cells& cells);
    Result<void> giveIds();
    Result<std::string> mainTable(const std::string& form);
    struct Reading;
    Result<void> readMain(Reading& reading);
    Result<void> readBeside(Reading& reading);
    Result<void> nameAnswers(KeptReply& kept);
    Result<std::set<std::string>> tablesThere();
    Result<AnswerPlaces> placesWhere(const std::string& condition, const std::string& value);
    Result<const AnswerPlaces*> placesOf(const std::string& sum);
    Result<StoreFit> fitFor(const Form& form);
    Result<void> bringUp(const Form& form, const std::string& sum);
    Result<KeptAs> appendOne(const Incoming& one, const std::string& sum);
    Result<Asked> asked(const std::string& form, const ReplyQuery& query);

    std::unique_ptr<Database> database_;
    bool hasIds_ = true;
    std::map<std::string, AnswerPlaces> places_;  // by the sum of the form
    std::map<std::string, std::string> mains_;    // by its name
};

/// The sum of a form, by which the version is known that a reply was filled in.
std::string formSum(const Form& form);

}  // namespace brindel
