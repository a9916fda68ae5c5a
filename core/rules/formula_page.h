// The page of formulas and functions, written from the table of functions.
#pragma once

#include <string>

namespace brindel {

/// docs/formulas.md as Markdown.
std::string formulaPage();

}  // namespace brindel
