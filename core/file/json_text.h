// JSON as people read it: two-space indent, and short lists of plain values on one line.
#pragma once

#include <nlohmann/json.hpp>
#include <string>

#include "core/model/problem.h"

namespace brindel {

using Json = nlohmann::ordered_json;

std::string jsonText(const Json& value);
/// Parses JSON; a problem's place is "line 3, column 7".
Result<Json> jsonRead(const std::string& text);

}  // namespace brindel
