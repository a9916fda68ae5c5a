// What fillers give: an answer is a value as it goes into a reply.
#pragma once

#include <map>
#include <string>
#include <variant>
#include <vector>

#include "core/model/problem.h"

namespace brindel {

/// Nothing, a tick, a number, a text (also a date in ISO 8601, or the value of what was chosen), or several texts.
using Answer = std::variant<std::monostate, bool, double, std::string, std::vector<std::string>>;
using Answers = std::map<std::string, Answer>;

/// Reads a values file: an object of name and value, or a whole reply with its "values". Objects within it are groups
/// ("owner": {"phone": …} is owner.phone). A problem's place is a line and column, or the name concerned.
Result<Answers> readAnswers(const std::string& text);

/// A reply: {"form", "version", "filled", "values"} as JSON text; `filled` is a time by RFC 3339.
std::string replyText(const std::string& form, int version, const std::string& filled,
                      const std::vector<std::pair<std::string, Answer>>& values);
/// The time now by RFC 3339, to the second, with the machine's offset.
std::string timeNow();

}  // namespace brindel
