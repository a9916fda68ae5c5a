#include "core/check/check.h"

#include <algorithm>
#include <set>

#include "core/check/families.h"
#include "core/check/silence.h"
#include "core/layout/room.h"

namespace brindel {
namespace {

/// What must be put right, each by its check and whom it speaks of.
std::set<std::pair<std::string_view, Id>> mustsOf(const Findings& findings) {
    std::set<std::pair<std::string_view, Id>> musts;
    for (const Finding& f : findings)
        if (f.check->severity == Severity::must) musts.emplace(f.check->key, f.controls.front());
    return musts;
}
bool bringsAMust(const Findings& before, const Findings& after) {
    const auto had = mustsOf(before), has = mustsOf(after);
    return !std::ranges::includes(had, has);
}
bool toBeFixed(const Finding& f) {
    return f.check->fixed && !f.silenced;
}

/// All of them, one after the other, or together where a check can do that.
Form fixedInOneGo(const Form& form, const Findings& found, const FontBook& fonts) {
    Form next = form;
    for (std::size_t from = 0; from < found.size();) {
        const CheckRow& check = *found[from].check;
        Findings same;
        for (; from < found.size() && found[from].check == &check; ++from)
            if (toBeFixed(found[from])) same.push_back(found[from]);
        if (check.together && same.size() > 1)
            next = check.together({next, fonts}, same);
        else
            for (const Finding& f : same) next = fixed(next, f, fonts);
    }
    return next;
}

/// As all at once, with what would do harm left out: slow, since everything is looked at after each.
Form fixedWithCare(const Form& form, const Findings& found, const FontBook& fonts) {
    constexpr int most = 200;
    Form next = form;
    Findings now = found;
    int tried = 0;
    for (const Finding& f : found) {
        if (!toBeFixed(f) || ++tried > most) continue;
        const Form one = fixed(next, f, fonts);
        if (sameContent(one, next)) continue;
        Findings then = findingsIn(one, fonts);
        if (bringsAMust(now, then)) continue;
        next = one;
        now = std::move(then);
    }
    return next;
}

}  // namespace

const std::vector<Lettered>& Checked::lettered() const {
    if (lettered_.empty())
        checks::eachControl(*this, [&](const Control& c) {
            if (c.is().wording || c.is().filled() || c.is().speaks) lettered_.push_back({&c, lookOf(form, c)});
        });
    return lettered_;
}

const Ids& Checked::cut() const {
    if (!cut_) {
        cut_.emplace();
        checks::eachControl(*this, [&](const Control& c) {
            if (isCutOff(form, c, fonts)) cut_->push_back(c.id);
        });
    }
    return *cut_;
}

std::span<const CheckRow> allChecks() {
    static const std::vector<CheckRow> all = [] {
        std::vector<CheckRow> rows;
        for (auto family : {checks::names(), checks::wording(), checks::languages(), checks::layout(), checks::order(),
                            checks::entries(), checks::rules(), checks::protection(), checks::looks()})
            rows.insert(rows.end(), family.begin(), family.end());
        return rows;
    }();
    return all;
}

const CheckRow* checkOf(std::string_view key) {
    const auto at = std::ranges::find(allChecks(), key, &CheckRow::key);
    return at == allChecks().end() ? nullptr : &*at;
}

std::string_view familyKey(CheckFamily family) {
    static constexpr std::string_view keys[] = {"names", "wording",    "layout", "order",  "entries",
                                                "rules", "protection", "looks",  "targets"};
    return keys[std::size_t(family)];
}

std::string_view severityKey(Severity severity) {
    static constexpr std::string_view keys[] = {"must", "should", "know"};
    return keys[std::size_t(severity)];
}

Findings findingsIn(const Form& form, const FontBook& fonts, const std::stop_token& stop) {
    Looked nothing;
    return findingsAfter(form, fonts, nothing, stop);
}

bool isOpen(const Finding& finding) {
    return !finding.silenced && finding.check->severity != Severity::know;
}

Form fixed(const Form& form, const Finding& finding, const FontBook& fonts) {
    const bool gone = std::ranges::any_of(finding.controls, [&](Id id) { return !form.find(id); });
    return finding.check->fixed && !gone ? finding.check->fixed({form, fonts}, finding) : form;
}

std::vector<Way> waysOf(const Form& form, const Finding& finding, const FontBook& fonts) {
    std::vector<Way> ways;
    if (std::ranges::any_of(finding.controls, [&](Id id) { return !form.find(id); })) return ways;
    if (finding.check->fixed) ways.push_back({finding.check->fix, finding.check->fixed});
    for (const Way& way : finding.check->ways)
        if (way.done) ways.push_back(way);
    std::erase_if(ways, [&](const Way& way) { return sameContent(way.done({form, fonts}, finding), form); });
    return ways;
}

Form allFixed(const Form& form, const FontBook& fonts) {
    Form next = form;
    Findings found = findingsIn(next, fonts);
    for (int again = 0; again < 10; ++again) {
        const Form before = next;
        next = fixedInOneGo(next, found, fonts);
        if (sameContent(next, before)) break;
        Findings then = findingsIn(next, fonts);
        if (bringsAMust(found, then)) {
            next = fixedWithCare(before, found, fonts);
            then = findingsIn(next, fonts);
        }
        found = std::move(then);
    }
    return next;
}

}  // namespace brindel
