// Formulas as trees: read from text, written as text. The syntax is that of OpenFormula (OASIS OpenDocument 1.3, part
// 4; ISO/IEC 26300-3), over the names of controls. What a tree is worth is in evaluate.h.
#pragma once

#include <memory>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include <tl/expected.hpp>

#include "core/model/sentence.h"

namespace brindel {

struct FunctionRow;

/// One part of a formula, with what it works on.
struct Node {
    enum class What : std::uint8_t { number, text, logical, name, call, prefix, percent, infix, left_out };
    What what = What::number;
    double number = 0;                      // of a number; 1 and 0 for TRUE and FALSE
    std::string text = {};                  // of a text, a name; an operator's sign
    const FunctionRow* function = nullptr;  // of a call
    std::vector<std::shared_ptr<const Node>> parts = {};
    std::size_t at = 0, length = 0;  // where it stands in the text, in bytes
    std::size_t depth = 1;           // of parts within parts

    bool same(const Node& other) const;
};
using NodePtr = std::shared_ptr<const Node>;

/// What is wrong with a formula, and where in its text, in bytes.
struct FormulaMistake {
    std::size_t at = 0, length = 0;
    Sentence sentence;
};

/// A formula has no more letters, brackets lie no deeper in each other, and parts no deeper within parts, than this.
inline constexpr std::size_t longestFormula = 20000, deepestBrackets = 100, deepestFormula = 400;

/// The tree of a formula, with or without the = before it. Operators go by their precedence in the standard (5.5): a
/// sign before, %, ^, * and /, + and -, &, comparisons; all that are alike from left to right.
tl::expected<NodePtr, FormulaMistake> readFormula(const std::string& text);
/// A tree as text, without the =, with the brackets that it needs.
std::string formulaText(const Node& node);
/// The names that a tree speaks of, each once, in their order.
std::vector<std::string> namesOf(const Node& node);
/// Those among them whose lists it looks something up in, each once: LIST(name).
std::set<std::string> listsOf(const Node& node);

}  // namespace brindel
