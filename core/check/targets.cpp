// Targets: what each of them cannot carry, and what it does instead.
#include <algorithm>

#include "core/check/families.h"
#include "core/check/silence.h"

namespace brindel {
namespace {

using checks::eachControl;

bool actsByItself(const Control& c) {
    return std::ranges::any_of(c.rules, [](const Rule& rule) { return !rule.off; });
}
void rulesLost(const Checked& in, Findings& found) {
    in.form.controls.each([&](Id id, const Control& c) {
        if (actsByItself(c)) found.push_back({nullptr, {id}, said("What it does by itself is not carried.")});
    });
}
void workedOutOnce(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if ((isFilled(c) && !c.text(Prop::workedOut).empty()) || !c.formulas.empty())
            found.push_back({nullptr, {c.id}, said("It is worked out when the file is written, and stays so.")});
    });
}
void rowsFixed(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (c.is().grid && c.number(Prop::rowsMost) > 0)
            found.push_back({nullptr, {c.id}, said("Fillers cannot add rows to it.")});
    });
}
void nothingFilled(const Checked& in, Findings& found) {
    if (fieldCount(in.form) > 0) found.push_back({nullptr, {rootId}, said("Nothing can be filled in a picture.")});
}

// The rows read best in long lines.
// clang-format off
constexpr TargetCheck rows[] = {
    {"pdf", {"pdfRules", CheckFamily::targets, Gravity::should, "Rules, in a PDF", "A PDF shows the form as it opens, and its buttons do nothing.", "", rulesLost}},
    {"pdf", {"pdfWorkedOut", CheckFamily::targets, Gravity::know, "Formulas, in a PDF", "A PDF has what they were worth when it was written.", "", workedOutOnce}},
    {"pdf", {"pdfRows", CheckFamily::targets, Gravity::know, "Rows that fillers add, in a PDF", "A PDF has the rows that are there.", "", rowsFixed}},
    {"png", {"pngFields", CheckFamily::targets, Gravity::know, "Fields, in a picture", "A picture shows them, to be printed and filled by hand.", "", nothingFilled}},
};
// clang-format on

}  // namespace

std::span<const TargetCheck> targetChecks() {
    return rows;
}

Findings findingsFor(const Form& form, const FontBook& fonts, std::span<const std::string> targets) {
    Findings all;
    const Checked checked{form, fonts};
    for (const auto& [target, check] : rows) {
        if (std::ranges::find(targets, target) == targets.end()) continue;
        const std::size_t from = all.size();
        check.find(checked, all);
        for (std::size_t i = from; i < all.size(); ++i) {
            all[i].check = &check;
            all[i].silenced = silenceOf(form, all[i]);
        }
    }
    std::ranges::stable_sort(all, {}, [](const Finding& f) { return f.check->gravity; });
    return all;
}

}  // namespace brindel
