#include "core/edit/common_patterns.h"

#include <algorithm>
#include <iterator>

#include "core/rules/signs.h"
#include "core/text/phrases.h"

namespace brindel {
namespace {

using std::string;

// The rows read best in long lines.
// clang-format off
constexpr CommonPattern patterns[] = {
    {"postCode5", "Postcode, five digits", "[0-9]{5}", "asTyped", "", "24837", "2483"},
    {"postCodeLetters", "Postcode, letters and digits", "[A-Z]{1,2}[0-9][A-Z0-9]? [0-9][A-Z]{2}", "upper", "", "FW4 2QX", "FW42QX"},
    {"phone", "Phone number", "\\+?[0-9][0-9 ()/-]{4,20}[0-9]", "asTyped", "", "+44 555 014 220", "ask Ines"},
    {"email", "Email address", "[^@\\s]+@[^@\\s]+\\.[^@\\s.]+", "lower", "", "ines@halloran.example", "ines@halloran"},
    {"webAddress", "Web address", "https?://[^\\s/]+(/\\S*)?", "asTyped", "", "https://fennick.example/slip", "fennick.example"},
    {"iban", "Bank account (IBAN)", "[A-Z]{2}[0-9]{2}( ?[A-Z0-9]){11,30}", "upper", "ISIBAN({})", "DE89 3704 0044 0532 0130 00", "DE89 3704"},
    {"registrationMark", "Registration mark", "[A-Z]{1,3}[ -]?[A-Z0-9]{1,7}( [A-Z0-9]{1,4})?", "upper", "", "FW-20417", "20417"},
    {"wholeWords", "Whole words", "\\p{L}[\\p{L}\\p{M}.'’-]*( \\p{L}[\\p{L}\\p{M}.'’-]*)*", "asTyped", "", "Ines Halloran", "Berth 14"},
    {"digits", "Digits only", "[0-9]+", "asTyped", "", "20417", "20 417"},
    {"year", "Year", "(19|20)[0-9]{2}", "asTyped", "", "2026", "26"},
};
// clang-format on

string checkOf(const CommonPattern& pattern, const Control& c) {
    string check(pattern.check);
    if (const std::size_t at = check.find("{}"); at != string::npos) check.replace(at, 2, nameInFormula(c.name));
    return check;
}

}  // namespace

std::span<const CommonPattern> commonPatterns() {
    return patterns;
}

Form withCommonPattern(const Form& form, const Ids& ids, const CommonPattern& pattern) {
    Form next = form;
    const string sentence = phrase(Phrase::notAsIn, form.root().text(Prop::language), {string(pattern.fits)});
    for (Id id : ids) {
        const Control* c = form.find(id);
        if (!c || !has(c->kind, Prop::pattern)) continue;
        const CommonPattern* before = commonPatternOf(*c);
        auto ours = [&](Prop prop) {
            return c->text(prop).empty() ||
                   (before &&
                    c->text(prop) == phrase(Phrase::notAsIn, form.root().text(Prop::language), {string(before->fits)}));
        };
        next = withProperty(next, {id}, Prop::pattern, string(pattern.pattern));
        next = withProperty(next, {id}, Prop::letters, string(pattern.letters));
        if (ours(Prop::patternMessage)) next = withProperty(next, {id}, Prop::patternMessage, sentence);
        // A condition of the pattern before goes with it; one written by hand stays, and stands for both.
        const string mine = c->text(Prop::valid), was = before ? checkOf(*before, *c) : "", now = checkOf(pattern, *c);
        if (!mine.empty() && mine != was) continue;
        next = now.empty() ? withoutProperty(next, {id}, Prop::valid) : withProperty(next, {id}, Prop::valid, now);
        const string digits = phrase(Phrase::checkDigits, form.root().text(Prop::language));
        if (now.empty() && c->text(Prop::validMessage) == digits)
            next = withoutProperty(next, {id}, Prop::validMessage);
        else if (!now.empty() && c->text(Prop::validMessage).empty())
            next = withProperty(next, {id}, Prop::validMessage, digits);
    }
    return next;
}

const CommonPattern* commonPatternOf(const Control& control) {
    if (!has(control.kind, Prop::pattern) || control.text(Prop::pattern).empty()) return nullptr;
    const auto at = std::ranges::find(patterns, std::string_view(control.text(Prop::pattern)), &CommonPattern::pattern);
    return at == std::end(patterns) ? nullptr : at;
}

}  // namespace brindel
