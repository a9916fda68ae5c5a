// One form filled many times, from a table.
#pragma once

#include <string>

#include "core/session/form_session.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::calls {

struct Many {
    std::string source, values;  // the form and the table, by their paths
    std::string folder;          // that files go to; empty for none
    std::string named;           // how they are called
    std::string to;              // what they are: "pdf" or "json"
    std::string store;           // that replies go to; empty for none
    bool prefilled = false;      // what is missing is left to whoever fills it in
};
/// What is wrong with what a session holds, by the names of the answers; `prefilled` passes over what is left empty.
std::vector<Problem> wrongsSaid(const FormSession& session, bool prefilled);
/// Fills a form once for each row of a table: a file a row in a folder, and a reply a row in a store. Rows with errors
/// are said and passed over. `own` is the form in the language that its file has.
int fillMany(const Form& own, const Form& form, Day day, const FontBook& fonts, const Many& many);

}  // namespace brindel::calls
