// The distances that Brindel lays out by, in the form's unit: jotting uses them, and Tidy knows them again.
#pragma once

namespace brindel {

/// The measures of a careful hand, in the form's unit.
struct Measures {
    double inset, top, rowGap, labelGap, columnGap, fieldHigh, tickHigh, buttonHigh, buttonWide, buttonGap, sectionGap;
    double frameTop, frameFoot, frameSide, area, least;
    double widths[4];  // the few widths that fields have, so that their right edges make columns as well
    double longLabel;  // a label longer than this stands above its field
};
inline constexpr Measures onScreen = {
    20, 18, 12, 12, 24, 26, 22, 30, 96, 12, 20, 26, 12, 16, 260, 60, {90, 150, 200, 260}, 220};
inline constexpr Measures onPaper = {0, 0, 3, 4, 8, 7, 5.5, 8, 28, 4, 6, 7, 3.5, 4, 110, 16, {26, 40, 56, 90}, 54};

inline const Measures& measuresFor(bool dialog) {
    return dialog ? onScreen : onPaper;
}

}  // namespace brindel
