#include "core/rules/formula_page.h"

#include <fmt/format.h>

#include "core/rules/functions.h"

namespace brindel {

std::string formulaPage() {
    std::string page = R"(# Formulas

A formula works something out over the fields of a form: `ROUND(numLength * 12.5; 2)`. It is written as OpenFormula has it
(OpenDocument 1.3, part 4; ISO/IEC 26300-3), and means what the standard says. `brindel-cli worth FORM FORMULA` says what one is
worth. This page is written by `brindel-cli formulas`.

- A field's **name** is its value: a number, a text, TRUE or FALSE for a tick, the value of what is chosen. Dates are days from
  1899-12-30 and times parts of a day, so `dtmTo - dtmFrom` is a number of days. A field left empty is nothing: 0, an empty
  text or FALSE, as it is needed. A name that is no identifier stands in quotes: `$$'boat-name'`.
- In a **table** a column's name is the field of the same row for formulas in that table, and the whole column elsewhere, with the
  rows that fillers add: `SUM(numPrice)` where the fields are numPrice1, numPrice2 …
- **Text** stands in `"…"`; a quote in it is doubled. Numbers have a point before their decimals, whatever the language of the form.
- **Operators**, from the tightest: a sign before (`-2 ^ 2` is 4), `%`, `^`, `*` and `/`, `+` and `-`, `&` (puts texts together), and
  `=` `<>` `<` `<=` `>` `>=`. Those that are alike go from left to right. Arguments of functions are parted by `;`.
- **Errors** are values that spread: `#VALUE!` a wrong kind of value, `#DIV/0!` a division by nothing, `#NUM!` a number that there is
  not, `#NAME?` an unknown name, `#N/A` not available; and, beside those of the standard, `#CIRCLE!` for what needs its own value.
- **Elsewhere.** The same trees are written as ECMAScript, over one file of functions; every case of the tests is worth the same there.
- **Money comes out right.** Numbers are IEEE doubles, of which 15 digits count: `0.1 + 0.2 = 0.3` is TRUE, a difference that only
  the digits behind the fifteenth make is 0, and `ROUND` cuts where a person would who reads those digits, half away from zero:
  `ROUND(1.005; 2)` is 1.01. The standard allows this (6.4.7, approximate equality; 6.17.5).
- **Bounds.** A formula has at most 20,000 letters, 100 brackets and 400 operators within each other, takes 200,000 steps, and makes
  texts of at most 100,000 bytes. What goes beyond is a mistake that is said, or `#VALUE!`.
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
