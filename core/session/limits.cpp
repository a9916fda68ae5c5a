#include "core/session/limits.h"

#include <fmt/format.h>

#include <algorithm>

namespace brindel {
namespace {

using std::string;

string withUnit(const Control& c, const string& number) {
    const string& unit = c.text(Prop::unit);
    return unit.empty() ? number : number + " " + unit;
}

string rangeInWords(const string& from, const string& to) {
    if (!from.empty() && !to.empty()) return fmt::format("{} to {}", from, to);
    if (!from.empty()) return fmt::format("{} or more", from);
    return to.empty() ? "" : fmt::format("at most {}", to);
}

string numberRange(const Form& form, const Control& c) {
    const string& language = form.root().text(Prop::language);
    auto said = [&](Prop prop) {
        auto limit = c.maybeNumber(prop);
        if (!limit) return string();
        // A limit is a round number more often than not: it is said without the field's trailing zeros.
        int places = 0;
        for (double rest = *limit; places < int(c.number(Prop::decimals)) && rest != std::floor(rest); rest *= 10)
            ++places;
        return numberIn(*limit, places, c.yes(Prop::thousands), language);
    };
    string words = rangeInWords(said(Prop::least), said(Prop::most));
    return words.empty() ? words : withUnit(c, words);
}

string ownOr(const Control& c, Prop message, const string& sentence) {
    return c.text(message).empty() ? sentence : c.text(message);
}

string textBroken(const Form& form, const Control& c, const Shown& shown, Day) {
    if (shown.text.empty()) return "";
    const string called = calledBy(form, c);
    if (auto most = std::size_t(c.number(Prop::maxLength)); most > 0)
        if (std::size_t count = characterCount(shown.text); count > most)
            return fmt::format("{} takes at most {} characters; this has {}.", called, most, count);
    const string& pattern = c.text(Prop::pattern);
    if (!pattern.empty() && !matchesWhole(shown.text, pattern))
        return ownOr(c, Prop::patternMessage,
                     fmt::format("“{}” does not have the form that {} needs.", shown.text, called));
    return "";
}

string numberBroken(const Form& form, const Control& c, const Shown& shown, Day) {
    if (trimmed(shown.text).empty()) return "";
    const string called = calledBy(form, c);
    auto number = numberRead(shown.text, form.root().text(Prop::language));
    if (!number) return fmt::format("{} takes a number; “{}” is none.", called, shown.text);
    auto least = c.maybeNumber(Prop::least), most = c.maybeNumber(Prop::most);
    if ((least && *number < *least) || (most && *number > *most))
        return ownOr(c, Prop::rangeMessage,
                     fmt::format("{} takes {}; {} is {}.", called, numberRange(form, c), trimmed(shown.text),
                                 least && *number < *least ? "too little" : "too much"));
    return "";
}

string dateBroken(const Form& form, const Control& c, const Shown& shown, Day today) {
    if (trimmed(shown.text).empty()) return "";
    const string& language = form.root().text(Prop::language);
    const string& pattern = c.text(Prop::datePattern);
    const string called = calledBy(form, c);
    auto day = dateRead(shown.text, pattern, language);
    if (!day)
        return fmt::format("{} takes a date such as {}; “{}” is none.", called, dateIn(today, pattern, language),
                           shown.text);
    auto earliest = dayMeant(c.text(Prop::earliest), today), latest = dayMeant(c.text(Prop::latest), today);
    if (earliest && *day < *earliest)
        return ownOr(c, Prop::rangeMessage,
                     fmt::format("{} is {} at the earliest.", called, dateIn(*earliest, pattern, language)));
    if (latest && *day > *latest)
        return ownOr(c, Prop::rangeMessage,
                     fmt::format("{} is {} at the latest.", called, dateIn(*latest, pattern, language)));
    return "";
}

string timeBroken(const Form& form, const Control& c, const Shown& shown, Day) {
    if (trimmed(shown.text).empty()) return "";
    const string& language = form.root().text(Prop::language);
    const string& pattern = c.text(Prop::timePattern);
    const string called = calledBy(form, c);
    const auto time = timeRead(shown.text, pattern, language);
    if (!time)
        return fmt::format("{} takes a time such as {}; “{}” is none.", called, timeIn(14 * 60 + 30, pattern, language),
                           shown.text);
    const auto earliest = timeRead(c.text(Prop::earliestTime), "HH:mm", language),
               latest = timeRead(c.text(Prop::latestTime), "HH:mm", language);
    if (earliest && *time < *earliest)
        return ownOr(c, Prop::rangeMessage,
                     fmt::format("{} is {} at the earliest.", called, timeIn(*earliest, pattern, language)));
    if (latest && *time > *latest)
        return ownOr(c, Prop::rangeMessage,
                     fmt::format("{} is {} at the latest.", called, timeIn(*latest, pattern, language)));
    return "";
}

string comboBroken(const Form& form, const Control& c, const Shown& shown, Day) {
    if (shown.text.empty() || c.yes(Prop::otherAnswers)) return "";
    for (const Choice& choice : c.choices())
        if (choice.text == shown.text) return "";
    return fmt::format("“{}” is not among the choices of {}.", shown.text, calledBy(form, c));
}

string listBroken(const Form& form, const Control& c, const Shown& shown, Day) {
    const std::size_t least = std::size_t(c.number(Prop::atLeast)), most = std::size_t(c.number(Prop::atMost));
    if (c.text(Prop::many) != "many") return "";
    if (shown.picked.size() < least && (least > 1 || !shown.picked.empty() || c.yes(Prop::required) || least == 1))
        return fmt::format("Choose at least {} for {}.", least, calledBy(form, c));
    if (most > 0 && shown.picked.size() > most)
        return fmt::format("Choose at most {} for {}; {} are chosen.", most, calledBy(form, c), shown.picked.size());
    return "";
}

/// A choice group's picks are counted like a list's; another answer that is chosen must be written out.
string choicesBroken(const Form& form, const Control& c, const Shown& shown, Day today) {
    if (string wrong = listBroken(form, c, shown, today); !wrong.empty()) return wrong;
    const bool other = !shown.picked.empty() && shown.picked.back() >= c.choices().size();
    if (other && trimmed(shown.text).empty())
        return fmt::format("Write out the other answer to {}.", calledBy(form, c));
    return "";
}

/// One row a kind that can break a limit.
constexpr std::pair<Kind, string (*)(const Form&, const Control&, const Shown&, Day)> limits[] = {
    {Kind::textBox, textBroken},        {Kind::numberBox, numberBroken}, {Kind::dateBox, dateBroken},
    {Kind::comboBox, comboBroken},      {Kind::listBox, listBroken},     {Kind::timeBox, timeBroken},
    {Kind::choiceGroup, choicesBroken},
};

}  // namespace

string allowedText(const Form& form, const Control& control, const string& text) {
    if (control.kind != Kind::textBox) return text;
    string result = lettersAs(text, control.text(Prop::letters), form.root().text(Prop::language));
    if (control.text(Prop::lines) == "one") std::ranges::replace(result, '\n', ' ');
    auto most = std::size_t(control.number(Prop::maxLength));
    return most > 0 && characterCount(result) > most ? firstCharacters(result, most) : result;
}

string limitBroken(const Form& form, const Control& control, const Shown& shown, Day today) {
    for (const auto& [kind, broken] : limits)
        if (kind == control.kind) return broken(form, control, shown, today);
    return "";
}

string limitsInWords(const Form& form, const Control& c) {
    switch (c.kind) {
        case Kind::textBox:
            return c.number(Prop::maxLength) > 0 ? fmt::format("at most {} characters", int(c.number(Prop::maxLength)))
                                                 : "";
        case Kind::numberBox:
            return numberRange(form, c);
        case Kind::dateBox:
            if (c.text(Prop::latest).empty() && !c.text(Prop::earliest).empty())
                return fmt::format("from {} on", c.text(Prop::earliest));
            if (c.text(Prop::earliest).empty() && !c.text(Prop::latest).empty())
                return fmt::format("until {}", c.text(Prop::latest));
            return rangeInWords(c.text(Prop::earliest), c.text(Prop::latest));
        case Kind::timeBox:
            return rangeInWords(c.text(Prop::earliestTime), c.text(Prop::latestTime));
        case Kind::choiceGroup:
        case Kind::listBox: {
            int least = int(c.number(Prop::atLeast)), most = int(c.number(Prop::atMost));
            return rangeInWords(least > 0 ? std::to_string(least) : "", most > 0 ? std::to_string(most) : "");
        }
        default:
            return "";
    }
}

}  // namespace brindel
