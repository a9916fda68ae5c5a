#include "core/rules/formula_page.h"

#include <fmt/format.h>

#include "core/rules/functions.h"

namespace brindel {

std::string formulaPage() {
    std::string page = R"(# Formulas

A formula calculates with the fields of a form: `ROUND(numLength * 12.5; 2)`. Brindel follows OpenFormula (OpenDocument 1.3, part 4;
ISO/IEC 26300-3). `brindel-cli worth FORM FORMULA` prints the result of one. This page is written by `brindel-cli formulas`.

- A field's **name** is its value: a number, a text, TRUE or FALSE for a check box, the value of the chosen option. Dates are days since
  1899-12-30 and times parts of a day, so `dtmTo - dtmFrom` is a number of days. An empty field is 0, an empty text or FALSE, as needed.
  Quote a name with other characters: `$$'boat-name'`.
- In a **table** a column's name is the field in the same row for formulas in that table, and the whole column elsewhere, with the
  rows that fillers add: `SUM(numPrice)` where the fields are numPrice1, numPrice2 …
- **A list that the form holds** is looked up by the field whose choices are one of its columns:
  `VLOOKUP(cboBoat; LIST(cboBoat); "Owner"; FALSE())` is the owner of the boat that was chosen, #N/A before one is;
  `LIST(cboBoat; "Length")` is a column of it, for `SUM`, `MATCH`, `COUNTIF` and the like.
- **Text** is written in `"…"`; double a quote in it. Numbers have a decimal point, whatever the language of the form.
- **Operators**, strongest first: a sign (`-2 ^ 2` is 4), `%`, `^`, `*` and `/`, `+` and `-`, `&` (joins texts), and
  `=` `<>` `<` `<=` `>` `>=`. Equal ones are evaluated from left to right. Arguments of functions are separated by `;`.
- **Errors** are values, and spread: `#VALUE!` a wrong kind of value, `#DIV/0!` a division by zero, `#NUM!` a number that does not
  exist, `#NAME?` an unknown name, `#N/A` not available; and, beyond the standard, `#CIRCLE!` for a formula that needs its own result.
- **Web pages and PDFs** run the same formulas in ECMAScript; every test case has the same result there.
- **Money comes out right.** Numbers are IEEE doubles, of which 15 digits count: `0.1 + 0.2 = 0.3` is TRUE, a difference only in later
  digits is 0, and `ROUND` rounds the number that people read, half away from zero: `ROUND(1.005; 2)` is 1.01. The standard allows this
  (6.4.7, approximate equality; 6.17.5).
- **Bounds.** A formula has at most 20,000 characters, 100 nested brackets and 400 nested operators, takes 200,000 steps, and makes
  texts of at most 100,000 bytes. Beyond that it is a mistake with a message, or `#VALUE!`.
)";
    for (const Family family : {Family::logic, Family::information, Family::text, Family::number, Family::list,
                                Family::date, Family::money}) {
        page += fmt::format("\n## {}\n\n| Function | | Example |\n| --- | --- | --- |\n", familyWord(family));
        for (const FunctionRow& row : allFunctions())
            if (row.family == family)
                page += fmt::format("| `{}` | {} | `{}` is {} |\n", signatureOf(row), row.help, row.example,
                                    row.gives.empty() ? "empty" : row.gives);
    }
    return page;
}

}  // namespace brindel
