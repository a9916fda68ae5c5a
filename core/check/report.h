// Findings as scripts and people read them.
#pragma once

#include <string>

#include "core/check/check.h"

namespace brindel {

/// The findings as JSON: {"form": NAME, "findings": [{"check", "family", "gravity", "controls", "sentence", "mend",
/// "silenced"}]}.
/// Controls stand by their names, by their ids where they have none. Keys and their meaning stay as they are.
std::string findingsJson(const Form& form, const Findings& findings);
/// A line a finding: how grave, whom, what.
std::string findingsText(const Form& form, const Findings& findings);
/// The page of all checks as Markdown, from the table.
std::string checksPage();
/// True when one of them is a must, and not silenced.
bool anyMust(const Findings& findings);

}  // namespace brindel
