// Schemes as JSON: within a form's file, and as a file of their own (*.brindel-scheme) that a team shares.
#pragma once

#include <string>

#include "core/file/json_text.h"
#include "core/model/scheme.h"

namespace brindel {

/// A shipped scheme as its key; any other as an object with defaults left out.
Json schemeJson(const Scheme& scheme);
/// The reverse. A problem's place is the path of the key, beginning with `place`. Keys that are not known are passed
/// over.
Result<Scheme> schemeFrom(const Json& json, const std::string& place);
/// What the schema of form files says of it.
Json schemeSchema();

/// A scheme as the text of its file, ending in a line feed.
std::string schemeText(const Scheme& scheme);
/// Reads the text of a scheme file.
Result<Scheme> readScheme(const std::string& text);
/// A shipped scheme by its key ("plainWords") or its word, or one from a file of that path.
Result<Scheme> schemeFor(const std::string& keyOrPath);

}  // namespace brindel
