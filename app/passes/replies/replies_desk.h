// What the Replies pass works on: the store of the form's replies, and what is asked of it. The table, the counts and
// the strip show this.
#pragma once

#include <QObject>
#include <QStringList>
#include <memory>
#include <optional>

#include "app/window/desk.h"
#include "core/replies/gather.h"
#include "core/replies/store.h"

class QTimer;

namespace brindel {

class RepliesDesk : public QObject {
    Q_OBJECT
  public:
    explicit RepliesDesk(Desk& desk, QObject* parent = nullptr);

    /// Where the replies are kept: as the form says, else in a file beside it. Empty while the form has no file.
    QString address() const;
    /// The same in few words.
    QString placeSaid() const;
    /// Writes into the form where its replies are kept.
    void choose(const QString& address);

    /// Looks at the store, while the pass is shown; sees by itself when others add to it.
    void begin();
    void end();
    void refresh();

    /// Null where there is no store yet, or it cannot be opened: `problem` says why.
    ReplyStore* store() { return store_ ? &*store_ : nullptr; }
    const QString& problem() const { return problem_; }
    /// The form's name as it was saved: replies are stored under that.
    std::string formName() const { return desk_.savedForm().root().name; }
    const std::vector<ReplyColumn>& columns() const { return columns_; }
    const std::vector<long long>& numbers() const { return numbers_; }
    std::size_t all() const { return all_; }

    const ReplyQuery& query() const { return query_; }
    void ask(ReplyQuery query);
    /// Adds what a bar stands for to the filters, or takes it away again.
    void filterBy(const std::vector<ReplyFilter>& filters);
    bool filtersBy(const std::vector<ReplyFilter>& filters) const;
    /// The filters in words: "Hull: GRP".
    QStringList filtersSaid() const;
    void clearFilters();

    /// Personal details are covered until they are asked for.
    bool showsPersonal() const { return showsPersonal_; }
    void showPersonal(bool show);
    bool isPersonal(const ReplyColumn& column) const;
    bool hasPersonal() const;
    /// The answers that the form no longer wants kept today.
    const PastTime& pastTime() const { return past_; }

    /// Reads files that came back; says what became of them. `wrongToo` keeps those with errors as well; `goOn` is told
    /// how many of how many are done, and ends it where it gives false: what was read by then is kept.
    std::vector<Gathered> gather(
        const QStringList& paths, bool wrongToo = false,
        const std::function<bool(int, int)>& goOn = [](int, int) { return true; });
    Desk& desk() { return desk_; }

  signals:
    /// There are other replies, others are asked for, or they are shown otherwise.
    void changed();

  private:
    QString usual() const;
    void look(bool anew = true);
    void lookAgain();
    Desk& desk_;
    std::optional<ReplyStore> store_;
    QString problem_, opened_;
    std::vector<ReplyColumn> columns_;
    std::map<std::string, Form> forms_;  // by the sum of their version
    std::vector<long long> numbers_;
    std::size_t all_ = 0;
    ReplyQuery query_;
    PastTime past_;
    bool showsPersonal_ = false, begun_ = false;
    long long seen_ = -1;  // the store's own count of changes by others
    QTimer* again_;
};

/// An answer as people read it.
QString answerShown(const Answer& answer, AnswerType type);

}  // namespace brindel
