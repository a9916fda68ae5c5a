// What an accepted reply of a form looks like: one table of its answers, from which the schema and the database's
// tables are written.
#pragma once

#include "core/model/form.h"
#include "core/model/problem.h"

namespace brindel {

/// One answer of a reply.
struct ReplyPart {
    std::string name;  // in the reply, with dots for its groups
    Id id = noControl;
    AnswerType type = AnswerType::none;  // a question that radio buttons ask is a choice
    bool several = false;                // a list of texts
    bool asked = false;                  // never empty: it is required, and nothing can hide it or take it away
    std::optional<double> least = {}, most = {};  // of numbers, or how many are picked; nothing where a formula says it
    std::size_t letters = 0;                      // the most; 0 for no limit
    std::string pattern = {};                     // that the whole text matches, as ECMAScript has it; empty for none
    std::vector<std::string> values = {};         // what it can be; none when it can be anything
    std::string called = {};                      // what people call it
    std::string said = {};                        // the same, and what it takes, in words
    Id table = noControl;                         // the table that fillers add rows to, where it stands in one
    std::string stem = {};                        // of its name there, before the number of the row
    int row = 0;                                  // that number
};
/// The answers of a form as it was designed, in the order of a reply.
std::vector<ReplyPart> replyShape(const Form& form);

/// The number of a row and the name before it: "txtWork2" is the second of txtWork. Nothing for a name without a
/// number.
std::optional<std::pair<std::string, int>> rowOfName(const std::string& name);

/// The JSON Schema (2020-12) of an accepted reply as brindel-fill writes it. Rows that fillers add are allowed as far
/// as their table goes.
std::string replySchema(const Form& form);
/// The tables for replies in SQL that SQLite (3.24 or newer) and PostgreSQL (12 or newer) both take: one row a reply,
/// and a table of its own for what has several answers. A problem where a reply has more answers than a table columns.
Result<std::string> replySql(const Form& form);

}  // namespace brindel
