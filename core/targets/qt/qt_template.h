// The files of a class as templates: what is the same in every class stands there as it is read.
#pragma once

#include <map>
#include <set>
#include <string>
#include <string_view>

namespace brindel::qt {

/// All of them; a line "//= name" begins each.
std::string_view classTemplates();

/// The template of that name, filled. "@NAME@" stands for a value; where it stands alone in its line an empty value
/// takes the line away. A line that begins with "@flag@" is there, without that, when the flag is set. Two empty lines
/// become one.
std::string filledTemplate(std::string_view name, const std::map<std::string, std::string>& values,
                           const std::set<std::string, std::less<>>& flags);

}  // namespace brindel::qt
