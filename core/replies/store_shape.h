// The shape of a store: in which tables and columns the answers of a version lie, and what must be added to the
// database before a reply to it can be kept. Nothing here touches a database.
#pragma once

#include <set>
#include <string>
#include <vector>

#include "core/model/form.h"
#include "core/model/problem.h"

namespace brindel {

/// How an answer lies in a store.
enum class AnswerLies : std::uint8_t {
    alone,  // a column of the form's table
    picks,  // several choices: how many in the form's table, which in a table of their own
    rows,   // a column of the table that holds the rows fillers add
};
std::string_view lieWord(AnswerLies lies);

/// Where one answer of one version lies.
struct AnswerPlace {
    std::string name;    // in the reply; of added rows before the number of the row
    std::string called;  // what people call it
    AnswerLies lies = AnswerLies::alone;
    AnswerType type = AnswerType::none;
    Id owner = noControl;  // the form's table that it stands in, where fillers add rows to it
    Id control = noControl;
    std::string table = {}, column = {};
    std::string picked = {};  // the table of what is picked, where several can be
};
using AnswerPlaces = std::vector<AnswerPlace>;

/// What keeping replies to a version needs.
struct StoreFit {
    AnswerPlaces places;
    std::string table;                    // of the form
    std::vector<std::string> statements;  // that make what is not there
    std::vector<Sentence> changes;        // the same in words
};

/// What is there already.
struct StoreSoFar {
    std::string table;             // of the form; empty for one that has no replies yet
    std::set<std::string> tables;  // the names of all tables
    AnswerPlaces places;           // of all versions of the form, the newest first
    bool onServer = false;
};

/// How a version fits into a store. An answer stays in the column of its control, whatever it is called; that of a
/// control which is gone serves another one of the same name and type; all others get a column of their own. A problem
/// for a form without a name, and for one with more answers than a table of a database has columns.
Result<StoreFit> storeFit(const Form& form, const StoreSoFar& soFar);

/// The columns of a form's table that are no answers.
const std::set<std::string>& ownColumns();

}  // namespace brindel
