// The tokens of oneOf properties as enums: code compares these, files and people read the keys and words of the table
// of properties. Each enum has its tokens in the table's order.
#pragma once

#include <string>

#include "core/model/kinds.h"

namespace brindel {

enum class Role : std::uint8_t { text, heading1, heading2, heading3, finePrint };
enum class RequiredMarks : std::uint8_t { sign, word, none };
enum class TabsSit : std::uint8_t { top, bottom, left, right };
enum class LabelsSit : std::uint8_t { left, above };
enum class Lines : std::uint8_t { one, many };
enum class ScrollBars : std::uint8_t { asNeeded, always, never };
enum class TooMuch : std::uint8_t { stop, scroll, shrink, grow };
enum class LetterCase : std::uint8_t { asTyped, upper, lower, eachWord, first };
enum class Signs : std::uint8_t { drawn, typed };
enum class HowMany : std::uint8_t { one, many };
enum class ChoicesFrom : std::uint8_t { typed, ready, run, file };
enum class ReadyList : std::uint8_t {
    months,
    monthsShort,
    weekdays,
    weekdaysShort,
    yesNo,
    countries,
    currencies,
    languages,
    units
};
enum class ButtonRole : std::uint8_t { accept, cancel, clear, next, back, other };
enum class Access : std::uint8_t { open, readOnly, locked };
enum class OpensAt : std::uint8_t { screen, host, remembered };
enum class Orientation : std::uint8_t { upright, sideways };
enum class Border : std::uint8_t { none, line, sunken, raised };
enum class Across : std::uint8_t { start, centre, end };
enum class Down : std::uint8_t { top, middle, bottom };
enum class Dash : std::uint8_t { solid, dashed, dotted };
enum class GridLines : std::uint8_t { all, rows, none };
enum class Fits : std::uint8_t { whole, fills, stretched };

/// The property that an enum has the tokens of.
template <class E>
inline constexpr Prop tokensOf = Prop::count_;
template <>
inline constexpr Prop tokensOf<Role> = Prop::role;
template <>
inline constexpr Prop tokensOf<RequiredMarks> = Prop::requiredMarks;
template <>
inline constexpr Prop tokensOf<TabsSit> = Prop::tabsSit;
template <>
inline constexpr Prop tokensOf<LabelsSit> = Prop::labelsSit;
template <>
inline constexpr Prop tokensOf<Lines> = Prop::lines;
template <>
inline constexpr Prop tokensOf<ScrollBars> = Prop::scrollBars;
template <>
inline constexpr Prop tokensOf<TooMuch> = Prop::tooMuch;
template <>
inline constexpr Prop tokensOf<LetterCase> = Prop::letters;
template <>
inline constexpr Prop tokensOf<Signs> = Prop::signs;
template <>
inline constexpr Prop tokensOf<HowMany> = Prop::many;
template <>
inline constexpr Prop tokensOf<ChoicesFrom> = Prop::choicesFrom;
template <>
inline constexpr Prop tokensOf<ReadyList> = Prop::readyList;
template <>
inline constexpr Prop tokensOf<ButtonRole> = Prop::buttonRole;
template <>
inline constexpr Prop tokensOf<Access> = Prop::access;
template <>
inline constexpr Prop tokensOf<OpensAt> = Prop::opensAt;
template <>
inline constexpr Prop tokensOf<Orientation> = Prop::orientation;
template <>
inline constexpr Prop tokensOf<Border> = Prop::border;
template <>
inline constexpr Prop tokensOf<Across> = Prop::alignAcross;
template <>
inline constexpr Prop tokensOf<Down> = Prop::alignDown;
template <>
inline constexpr Prop tokensOf<Dash> = Prop::dash;
template <>
inline constexpr Prop tokensOf<GridLines> = Prop::gridLines;
template <>
inline constexpr Prop tokensOf<Fits> = Prop::fits;

/// The place of a value among a property's tokens; that of the property's default for anything else.
std::size_t tokenAt(Prop prop, const Value& value);
/// A value as a token.
template <class E>
E tokenAs(const Value& value) {
    return E(tokenAt(tokensOf<E>, value));
}
/// The key of a token, as values and files hold it.
template <class E>
std::string keyOf(E token) {
    return std::string(row(tokensOf<E>).tokens[std::size_t(token)].key);
}

}  // namespace brindel
