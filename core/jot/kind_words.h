// The words by which jotting asks for a kind. Private to jot/.
#pragma once

#include <string_view>
#include <utility>

#include "core/model/kinds.h"

namespace brindel {

/// Of two words for one kind the first is the plain one: "ticks" is a list box with tick marks.
inline constexpr std::pair<std::string_view, Kind> kindWords[] = {
    {"text", Kind::textBox},       {"number", Kind::numberBox},  {"date", Kind::dateBox},  {"time", Kind::timeBox},
    {"combo", Kind::comboBox},     {"list", Kind::listBox},      {"ticks", Kind::listBox}, {"radio", Kind::radioButton},
    {"check", Kind::checkBox},     {"group", Kind::choiceGroup}, {"table", Kind::table},   {"picture", Kind::picture},
    {"signature", Kind::signature}};

}  // namespace brindel
