// Where a finding begins, in one place, each with its source. Private to check/.
#pragma once

#include "core/model/measures.h"

namespace brindel::checks {

/// WCAG 2.2, 1.4.3: contrast of letters, and of large ones: from 18 pt, or from 14 pt when bold.
inline constexpr double leastContrast = 4.5, leastContrastLarge = 3, largeFrom = 18, largeBoldFrom = 14;
/// WCAG 2.2, 2.5.8: a target is at least 24 by 24 CSS pixels.
inline constexpr double leastTarget = 24;
/// ISO 9241-303 asks for letters that can be read at arm's length; paper is held nearer, fine print included.
inline constexpr double leastPointsOnScreen = 8, leastPointsOnPaper = 7;
/// ISO 9241-143, 5.5: longer lists are searched, not read.
inline constexpr std::size_t readAtOnce = 15;
/// What translators reckon with: other languages take up to a third more room than English.
inline constexpr double translationGrows = 1.35;
/// More families than these make a form restless.
inline constexpr std::size_t mostFamilies = 3;

/// So near that it was meant to be the same: 3 px on the screen, 0.9 mm on paper.
inline double nearly(const Form& form) {
    return form.isDialog() ? 3 : 0.9;
}
/// And so near that nobody sees it.
inline double hardly(const Form& form) {
    return form.isDialog() ? 0.6 : 0.15;
}
/// Boxes may lap over each other, or stick out, so far.
inline double lapping(const Form& form) {
    return form.isDialog() ? 1 : 0.3;
}
/// Empty room of so much below or beside all there is looks forgotten.
inline constexpr double deadFrom = 120;
/// A label so far from its field is not read with it: more than the widest column of labels.
inline double farFromField(const Form& form) {
    return measuresFor(form).longLabel + measuresFor(form).labelGap;
}
/// Above its field a label keeps half a wide gap at most.
inline double farAboveField(const Form& form) {
    return measuresFor(form).wideGap / 2;
}

}  // namespace brindel::checks
