// JSON as people read it: two-space indent, and short lists of plain values on one line.
#pragma once

#include <nlohmann/json.hpp>
#include <string>

#include "core/model/problem.h"

namespace brindel {

using Json = nlohmann::ordered_json;

std::string jsonText(const Json& value);
/// How deep lists and objects may lie in each other in what Brindel reads.
inline constexpr int deepestJson = 200;
/// Parses JSON (RFC 8259; a byte order mark at the beginning is passed over). A problem's place is "line 3, column 7",
/// or the key concerned. Refuses what lies deeper than `deepestJson`, numbers beyond a double, and a key given twice.
Result<Json> jsonRead(const std::string& text);

}  // namespace brindel
