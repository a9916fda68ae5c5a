// What classes are built of where there is no Brindel: functions of formulas, what is asked, the few widgets that Qt
// has no ready ones for. A class gets those that it uses, as one header of its own.
#pragma once

#include <map>
#include <set>
#include <span>
#include <string>
#include <string_view>

namespace brindel::qt {

/// All of them as C++ text, a file a text. A line "//@ name: others" begins each, with the names of those that it
/// needs; lines that include follow.
std::span<const std::string_view> allParts();

/// A header with those parts, and all that they need, in a namespace. In the text "@NAME@" stands for `settings`.
/// Names that there are not are passed over.
std::string partsHeader(const std::set<std::string, std::less<>>& wanted, const std::string& nameSpace,
                        const std::map<std::string, std::string>& settings);

}  // namespace brindel::qt
