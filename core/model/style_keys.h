// The keys of the styles that forms start with. Each is said here and nowhere else.
#pragma once

#include <string_view>

namespace brindel::style {

inline constexpr std::string_view title = "title", heading = "heading", text = "text", finePrint = "finePrint",
                                  field = "field", entry = "entry", mainButton = "mainButton", button = "button",
                                  frame = "frame", tableHead = "tableHead", tableBand = "tableBand";

}  // namespace brindel::style
