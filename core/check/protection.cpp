// Protection: who may fill what, what people are told about their details, and how the form is sealed.
#include <algorithm>
#include <set>

#include "core/check/families.h"
#include "core/check/spoken.h"
#include "core/edit/personal_details.h"
#include "core/jot/personal_notice.h"
#include "core/model/form_index.h"
#include "core/seal/seal.h"

namespace brindel::checks {
namespace {

using std::string;

void notSealed(const Checked& in, Findings& found) {
    if (!in.form.seal && fieldCount(in.form) > 0)
        found.push_back({nullptr, {rootId}, said("Anyone who opens it can change it.")});
}
void sealDamaged(const Checked& in, Findings& found) {
    if (sealState(in.form) == SealState::damaged)
        found.push_back({nullptr, {rootId}, said("No password can open it for changes.")});
}

/// What rules or formulas fill, whatever fillers may do.
std::set<Id> filledByRules(const Form& form) {
    std::set<Id> filled;
    form.controls.each([&](Id, const Control& c) {
        for (const Rule& rule : c.rules) {
            auto look = [&](const Step& step) {
                if (step.does == Action::set) filled.insert(step.on);
            };
            eachStep(rule.steps, look);
        }
    });
    return filled;
}
void lockedEmpty(const Checked& in, Findings& found) {
    const std::set<Id> filled = filledByRules(in.form);
    eachControl(in, [&](const Control& c) {
        const bool starts = (has(c.kind, Prop::defaultText) && !c.text(Prop::defaultText).empty()) ||
                            c.formulas.find(Prop::defaultText) || c.yes(Prop::startsTicked);
        if (isFilled(c) && c.as<Access>() != Access::open && !c.yes(Prop::required) && !starts &&
            c.text(Prop::workedOut).empty() && !filled.contains(c.id) && !c.is().answer().shared)
            found.push_back({nullptr, {c.id}, said("It is empty, and nobody can fill it.")});
    });
}
Form opened(const Checked& in, const Finding& f) {
    return withoutProperty(in.form, f.controls, Prop::access);
}
void openWorkedOut(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (isFilled(c) && c.as<Access>() == Access::open && !c.text(Prop::workedOut).empty() &&
            !cannotWork(in.form, c.id))
            found.push_back({nullptr, {c.id}, said("It is worked out but looks as if it could be filled.")});
    });
}
Form readOnly(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::access, string("readOnly"));
}

void maybePersonal(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        const PersonalSort* sort = isFilled(c) && !c.yes(Prop::personal) ? guessedPersonal(in.form, c) : nullptr;
        if (sort)
            found.push_back(
                {nullptr, {c.id}, said("It seems to ask for {} but is not marked as personal.", wordPart(sort->word))});
    });
}
Form marked(const Checked& in, const Finding& f) {
    return markedPersonal(in.form, f.controls);
}
void noPurpose(const Checked& in, Findings& found) {
    for (Id id : personalFields(in.form))
        if (trimmed(in.form.find(id)->text(Prop::purpose)).empty())
            found.push_back({nullptr, {id}, said("It does not say what this detail is used for.")});
}
/// With it the notice says it, too.
Form usualOne(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    const string usual = c ? usualPurpose(in.form, *c) : string();
    return usual.empty() ? in.form : noticeWritten(withProperty(in.form, {c->id}, Prop::purpose, usual), in.fonts);
}
Form notPersonal(const Checked& in, const Finding& f) {
    return markedPersonal(in.form, f.controls, false);
}

void noNotice(const Checked& in, Findings& found) {
    const Ids personal = personalFields(in.form);
    if (!personal.empty() && !noticeOf(in.form) && !noticeText(in.form).empty())
        found.push_back(
            {nullptr, {rootId, personal.front()}, said("Personal details are requested without a reason.")});
}
void noticeOld(const Checked& in, Findings& found) {
    const Control* notice = noticeOf(in.form);
    if (!notice || personalFields(in.form).empty()) return;
    // A notice in the designer's own words stays theirs, as long as it names every purpose.
    const string& text = notice->text(Prop::text);
    for (Id id : personalFields(in.form))
        if (const string purpose = purposeSaid(in.form.find(id)->text(Prop::purpose));
            !purpose.empty() && text.find(purpose) == string::npos) {
            found.push_back({nullptr, {notice->id, id}, said("It does not mention a purpose: “{}”.", purpose)});
            return;
        }
}
Form written(const Checked& in, const Finding&) {
    return noticeWritten(in.form, in.fonts);
}
void noticeLate(const Checked& in, Findings& found) {
    const Control* notice = noticeOf(in.form);
    const Ids personal = personalFields(in.form);
    if (notice && !personal.empty() &&
        in.form.index()->placeInOrder(notice->id) > in.form.index()->placeInOrder(personal.front()))
        found.push_back({nullptr, {notice->id, personal.front()}, said("It comes after the first of these details.")});
}
void consentLate(const Checked& in, Findings& found) {
    const Ids personal = personalFields(in.form);
    if (personal.empty()) return;
    const std::size_t first = in.form.index()->placeInOrder(personal.front());
    eachControl(in, [&](const Control& c) {
        if (c.is().answer().toggled && c.yes(Prop::consent) && in.form.index()->placeInOrder(c.id) > first)
            found.push_back({nullptr,
                             {c.id, personal.front()},
                             said("It asks for consent after “{}” was requested.",
                                  calledBy(in.form, *in.form.find(personal.front())))});
    });
}

Form broughtBefore(const Checked& in, const Finding& f) {
    return broughtAbove(in.form, f.controls[0], f.controls[1]);
}

bool namesASecret(const Form& form, const Control& c) {
    static constexpr std::string_view secrets[] = {"password", "passphrase", "pin",     "passwort",
                                                   "kennwort", "passcode",   "kennung", "geheimzahl"};
    const Control* label = form.find(form.index()->labelOf(c.id));
    return label && saysAny(smallWords(label->text(Prop::text)), secrets);
}
void secretInClear(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::secret) && !c.yes(Prop::secret) && namesASecret(in.form, c))
            found.push_back({nullptr, {c.id}, said("The secret can be seen while it is typed.")});
    });
}
Form madeSecret(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::secret, true);
}
void secretKept(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::secret) && c.yes(Prop::secret))
            found.push_back({nullptr, {c.id}, said("The reply shows in clear what is typed here.")});
    });
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow protectionRows[] = {
    {"notSealed", CheckFamily::protection, Severity::know, "Not sealed", "Anyone can change its wording and limits.", "", notSealed},
    {"sealDamaged", CheckFamily::protection, Severity::must, "A seal that is damaged", "Nobody can change the form.", "", sealDamaged},
    {"lockedEmpty", CheckFamily::protection, Severity::should, "A locked field that stays empty", "Fillers cannot fill it.", "Unlocks it.", lockedEmpty, opened},
    {"openWorkedOut", CheckFamily::protection, Severity::know, "Open although it is worked out", "Fillers may try to type into it.", "Makes it read only.", openWorkedOut, readOnly},
    {"maybePersonal", CheckFamily::protection, Severity::know, "It looks like a personal detail but is not marked", "You must say why you collect such details (GDPR, article 13).", "", maybePersonal, nullptr, {{{"Marks it as personal and adds the usual purpose.", marked}}}},
    {"noPurpose", CheckFamily::protection, Severity::should, "A personal detail without purpose", "Personal details need a purpose (GDPR, article 5).", "Uses the usual purpose of such a detail, and adds it to the notice.", noPurpose, usualOne, {{{"Marks it as not personal.", notPersonal}}}},
    {"noNotice", CheckFamily::protection, Severity::should, "Personal details without a notice", "Fillers must be told first (GDPR, article 13).", "Writes the notice and places it before the first of them.", noNotice, written},
    {"noticeOld", CheckFamily::protection, Severity::should, "A notice that leaves out a purpose", "Fillers are not told everything.", "Rewrites it.", noticeOld, written},
    {"noticeLate", CheckFamily::protection, Severity::should, "A notice below the details it is about", "Fillers must be told first (GDPR, article 13).", "Moves it above the first of them.", noticeLate, broughtBefore},
    {"consentLate", CheckFamily::protection, Severity::should, "Details requested before consent", "Fillers must agree first (GDPR, article 7).", "Moves it above the first of them.", consentLate, broughtBefore},
    {"secretInClear", CheckFamily::protection, Severity::should, "A secret typed in clear", "People nearby can read it.", "Shows dots instead of characters.", secretInClear, madeSecret},
    {"secretKept", CheckFamily::protection, Severity::know, "A secret in the reply", "Many people may read the replies.", "", secretKept},
};
// clang-format on

}  // namespace

std::span<const CheckRow> protection() {
    return protectionRows;
}

}  // namespace brindel::checks
