#include "core/check/check.h"

#include <algorithm>

#include "core/check/families.h"

namespace brindel {

std::span<const CheckRow> allChecks() {
    static const std::vector<CheckRow> all = [] {
        std::vector<CheckRow> rows;
        for (auto family : {checks::names(), checks::wording(), checks::layout(), checks::order(), checks::entries(),
                            checks::rules(), checks::looks()})
            rows.insert(rows.end(), family.begin(), family.end());
        return rows;
    }();
    return all;
}

std::string_view familyKey(Family family) {
    static constexpr std::string_view keys[] = {"names", "wording", "layout", "order", "entries", "rules", "looks"};
    return keys[std::size_t(family)];
}

std::string_view gravityKey(Gravity gravity) {
    static constexpr std::string_view keys[] = {"must", "should", "know"};
    return keys[std::size_t(gravity)];
}

Findings findingsIn(const Form& form, const FontBook& fonts) {
    Findings all;
    const Checked checked{form, fonts};
    for (const CheckRow& check : allChecks()) {
        const std::size_t before = all.size();
        check.find(checked, all);
        for (std::size_t i = before; i < all.size(); ++i) all[i].check = &check;
    }
    std::ranges::stable_sort(all, {}, [](const Finding& f) { return f.check->gravity; });
    return all;
}

Form mended(const Form& form, const Finding& finding, const FontBook& fonts) {
    return finding.check->mended ? finding.check->mended({form, fonts}, finding) : form;
}

Form allMended(const Form& form, const FontBook& fonts) {
    Form next = form;
    for (int again = 0; again < 10; ++again) {
        const Form before = next;
        for (const Finding& finding : findingsIn(before, fonts)) next = mended(next, finding, fonts);
        if (sameContent(next, before)) break;
    }
    return next;
}

}  // namespace brindel
