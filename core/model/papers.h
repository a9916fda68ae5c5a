// The sizes of paper that documents are made for. The one list of them.
#pragma once

#include <string_view>

namespace brindel {

struct Paper {
    std::string_view key;  // in the file, and for people
    double width, height;  // upright, mm
};
/// ISO 216 for the A sizes; ANSI A and legal for the others. Documents start with the second.
inline constexpr Paper papers[] = {
    {"A3", 297, 420}, {"A4", 210, 297}, {"A5", 148, 210}, {"Letter", 215.9, 279.4}, {"Legal", 215.9, 355.6}};
inline constexpr const Paper& usualPaper = papers[1];

}  // namespace brindel
