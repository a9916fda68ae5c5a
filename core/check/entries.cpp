// Entries: what fillers can give, and what they cannot.
#include <algorithm>
#include <map>

#include "core/answers/choice_lists.h"
#include "core/check/families.h"
#include "core/check/spoken.h"
#include "core/check/thresholds.h"
#include "core/edit/ready_rules.h"
#include "core/edit/renaming.h"
#include "core/layout/room.h"
#include "core/model/form_index.h"
#include "core/model/measures.h"
#include "core/session/limits.h"
#include "core/text/moment_letters.h"

namespace brindel::checks {
namespace {

using std::string;

bool offersTyped(const Control& c) {
    return has(c.kind, Prop::choices) && (!has(c.kind, Prop::choicesFrom) || c.as<ChoicesFrom>() == ChoicesFrom::typed);
}

void noChoices(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (!isFilled(c) || !has(c.kind, Prop::choices) || c.yes(Prop::otherAnswers)) return;
        const bool worked = c.formulas.find(Prop::runTo) || c.formulas.find(Prop::runFrom);
        const bool none =
            offersTyped(c) ? c.choices().empty() : !worked && choicesOf(c, in.form.root().text(Prop::language)).empty();
        if (none) found.push_back({nullptr, {c.id}, said("It has no choices.")});
    });
}

/// What can be typed instead is typed; else there is at least yes and no.
Form answerable(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    if (has(c->kind, Prop::otherAnswers)) return withProperty(in.form, {c->id}, Prop::otherAnswers, true);
    return withProperty(withProperty(in.form, {c->id}, Prop::choicesFrom, string("ready")), {c->id}, Prop::readyList,
                        string("yesNo"));
}

void choiceTwice(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (!isFilled(c) || !offersTyped(c) || withoutDoubles(c.choices()).size() == c.choices().size()) return;
        found.push_back({nullptr, {c.id}, said("A choice appears twice.")});
    });
}
Form eachOnce(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    return c ? withProperty(in.form, {c->id}, Prop::choices, withoutDoubles(c->choices())) : in.form;
}

/// The pairs of limits of which the first is the lower.
constexpr std::pair<Prop, Prop> ranges[] = {{Prop::least, Prop::most},
                                            {Prop::earliest, Prop::latest},
                                            {Prop::earliestTime, Prop::latestTime},
                                            {Prop::atLeast, Prop::atMost}};
/// True when two limits leave nothing between them. Dates that depend on today are compared among themselves.
bool upsideDown(const Control& c, Prop from, Prop to) {
    if (!has(c.kind, from) || !has(c.kind, to) || c.formulas.find(from) || c.formulas.find(to)) return false;
    if (from == Prop::atLeast) return c.number(to) > 0 && c.number(from) > c.number(to);
    if (from == Prop::least) {
        const auto a = c.maybeNumber(from), b = c.maybeNumber(to);
        return a && b && *a > *b;
    }
    const string &a = c.text(from), &b = c.text(to);
    if (a.empty() || b.empty()) return false;
    if (from == Prop::earliestTime) return a > b;
    const bool days = a.starts_with("today") == b.starts_with("today");
    const Day any{std::chrono::year(2026), std::chrono::month(1), std::chrono::day(1)};
    const auto first = dayMeant(a, any), last = dayMeant(b, any);
    return days && first && last && *first > *last;
}
void rangeUpsideDown(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        for (const auto& [from, to] : ranges)
            if (isFilled(c) && upsideDown(c, from, to))
                found.push_back({nullptr,
                                 {c.id},
                                 said("“{}” is above “{}”: no answer is possible.", wordPart(row(from).word),
                                      wordPart(row(to).word))});
    });
}
Form turnedRound(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    Form next = in.form;
    for (const auto& [from, to] : ranges)
        if (c && upsideDown(*c, from, to))
            next = withProperty(withProperty(next, {c->id}, from, c->get(to)), {c->id}, to, c->get(from));
    return next;
}

Sentence lettersMisfit(const Control& c) {
    if (has(c.kind, Prop::datePattern)) return datePatternMisfit(c.text(Prop::datePattern));
    return has(c.kind, Prop::timePattern) ? timePatternMisfit(c.text(Prop::timePattern)) : Sentence();
}
void wrongLetters(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (Sentence wrong = lettersMisfit(c); !wrong.empty()) found.push_back({nullptr, {c.id}, std::move(wrong)});
    });
}
Form rightLetters(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    const bool date = has(c->kind, Prop::datePattern);
    const Prop prop = date ? Prop::datePattern : Prop::timePattern;
    string pattern = c->text(prop);
    for (const auto& [wrong, right] : {std::pair('m', 'M'), {'D', 'd'}, {'Y', 'y'}})
        if (date) std::ranges::replace(pattern, wrong, right);
    if (!date) std::ranges::replace(pattern, 'M', 'm');
    const Form next = withProperty(in.form, {c->id}, prop, pattern);
    return lettersMisfit(*next.find(c->id)).empty() ? next : in.form;
}

/// A start that the field itself would refuse.
bool startRefused(const Form& form, const Control& c) {
    if (!isFilled(c) || c.text(Prop::defaultText).empty() || !c.text(Prop::workedOut).empty()) return false;
    if (c.text(Prop::defaultText).starts_with("today")) return false;
    if (has(c.kind, Prop::choicesFrom) && c.as<ChoicesFrom>() != ChoicesFrom::typed) return false;
    const Field field{form, c};
    return !limitBroken(field, startingEntry(field)).empty();
}
void startNotAllowed(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::defaultText) && startRefused(in.form, c))
            found.push_back({nullptr, {c.id}, said("Its default “{}” is not allowed.", c.text(Prop::defaultText))});
    });
}
Form startless(const Checked& in, const Finding& f) {
    return withoutProperty(in.form, f.controls, Prop::defaultText);
}

void loneRadio(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (c.is().answer().shared && in.form.index()->radioGroupOf(c.id).size() == 1)
            found.push_back({nullptr, {c.id}, said("There is no other button to choose instead.")});
    });
}

void longList(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (isFilled(c) && has(c.kind, Prop::filters) && !c.yes(Prop::filters) && offersTyped(c) &&
            c.choices().size() > readAtOnce)
            found.push_back({nullptr, {c.id}, said("It has {} choices and no filter.", c.choices().size())});
    });
}
Form filtering(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::filters, true);
}

/// What stands first in a list and asks to choose.
bool asksToChoose(const string& text) {
    static constexpr std::string_view asks[] = {"choose",     "select",  "pick",       "waehlen",
                                                "auswaehlen", "choisir", "choisissez", "selectionner"};
    const std::vector<string> words = smallWords(text);
    const bool onlySigns = !trimmed(text).empty() && words.empty();
    return onlySigns || (words.size() <= 5 && saysAny(words, asks));
}
void promptAsChoice(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (isFilled(c) && has(c.kind, Prop::prompt) && offersTyped(c) && !c.choices().empty() &&
            asksToChoose(c.choices().front().text))
            found.push_back(
                {nullptr, {c.id}, said("“{}” can be chosen as an answer.", trimmed(c.choices().front().text))});
    });
}
Form madePrompt(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c || c->choices().empty()) return in.form;
    Choices rest = c->choices();
    const Choice first = rest.front();
    rest.erase(rest.begin());
    Form next = withProperty(in.form, {c->id}, Prop::choices, rest);
    if (c->text(Prop::prompt).empty()) next = withProperty(next, {c->id}, Prop::prompt, first.text);
    const string& start = c->text(Prop::defaultText);
    return start == first.text || start == first.value ? withoutProperty(next, {c->id}, Prop::defaultText) : next;
}

/// On paper nothing scrolls: what is typed beyond the room is lost in print.
bool showsAll(const Control& c) {
    return c.as<TooMuch>() == TooMuch::shrink || c.as<TooMuch>() == TooMuch::grow;
}
template <class Visit>
void eachTypedOnPaper(const Checked& in, Visit visit) {
    if (in.form.isDialog()) return;
    eachControl(in, [&](const Control& c) {
        if (c.is().answer().free && isFilled(c) && !showsAll(c) && c.text(Prop::workedOut).empty()) visit(c);
    });
}
void moreThanRoom(const Checked& in, Findings& found) {
    eachTypedOnPaper(in, [&](const Control& c) {
        const double limit = c.number(Prop::maxLength);
        const auto room = limit > 0 ? roomOf(in.form, c, in.fonts) : std::nullopt;
        if (room && limit > double(room->letters * room->lines))
            found.push_back({nullptr,
                             {c.id},
                             said("It accepts {} characters, but only about {} fit.", std::size_t(limit),
                                  room->letters * room->lines)});
    });
}
void noLimit(const Checked& in, Findings& found) {
    eachTypedOnPaper(in, [&](const Control& c) {
        if (c.number(Prop::maxLength) <= 0) found.push_back({nullptr, {c.id}, said("It accepts more than fits.")});
    });
}
/// What one line holds can shrink; what many hold is limited.
Form roomKept(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (c && c->as<Lines>() == Lines::one) return withProperty(in.form, f.controls, Prop::tooMuch, string("shrink"));
    return limitedToRoom(in.form, f.controls, in.fonts);
}
Form limited(const Checked& in, const Finding& f) {
    return limitedToRoom(in.form, f.controls, in.fonts);
}

void noRange(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        auto bound = [&](Prop p) { return c.maybeNumber(p) || c.formulas.find(p); };
        if (c.is().answer().numeric && !bound(Prop::least) && !bound(Prop::most) && c.text(Prop::workedOut).empty() &&
            c.text(Prop::valid).empty())
            found.push_back({nullptr, {c.id}, said("It accepts any number.")});
    });
}

bool hasShortYear(const string& pattern) {
    std::size_t count = 0;
    for (char letter : pattern) count += letter == 'y';
    return count == 2;
}
void shortYear(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::datePattern) && hasShortYear(c.text(Prop::datePattern)))
            found.push_back({nullptr, {c.id}, said("It shows years with two digits: 31 can be 1931 or 2031.")});
    });
}
Form longYear(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    string pattern = c->text(Prop::datePattern);
    if (const auto at = pattern.find("yy"); at != string::npos) pattern.replace(at, 2, "yyyy");
    return withProperty(in.form, {c->id}, Prop::datePattern, pattern);
}

void sampleRefused(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (!has(c.kind, Prop::pattern) || c.text(Prop::pattern).empty() || c.text(Prop::placeholder).empty()) return;
        // Words of an explanation are no sample.
        if (plainWords(c.text(Prop::placeholder)).size() > 1) return;
        if (!matchesWhole(c.text(Prop::placeholder), c.text(Prop::pattern)))
            found.push_back({nullptr, {c.id}, said("Its example “{}” is refused.", c.text(Prop::placeholder))});
    });
}
Form sampleless(const Checked& in, const Finding& f) {
    return withoutProperty(in.form, f.controls, Prop::placeholder);
}

void questionSplit(const Checked& in, Findings& found) {
    std::map<string, std::pair<Id, Id>> seen;  // a question, its first container and button
    eachControl(in, [&](const Control& c) {
        if (!c.is().answer().shared || c.text(Prop::group).empty()) return;
        const auto [at, first] = seen.try_emplace(c.text(Prop::group), c.parent, c.id);
        if (!first && at->second.first != c.parent && in.form.index()->radioGroupOf(c.id).front() == c.id)
            found.push_back(
                {nullptr,
                 {c.id, at->second.second},
                 said("“{}” is asked in another place as well, and both can be answered.", c.text(Prop::group))});
    });
}
Form broughtTogether(const Checked& in, const Finding& f) {
    const Control *c = in.form.find(f.controls[0]), *first = in.form.find(f.controls[1]);
    if (!c || !first) return in.form;
    // Below the others, where its container has room or makes it.
    Form next = rehoused(in.form, {c->id}, first->parent);
    double bottom = 0;
    for (Id id : in.form.index()->radioGroupOf(first->id)) bottom = std::max(bottom, in.form.find(id)->box.bottom());
    return boxed(next, c->id, {first->box.left, bottom + measuresFor(in.form).choiceGap, c->box.width, c->box.height});
}
Form questionOfItsOwn(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls[0]);
    if (!c) return in.form;
    string name = c->text(Prop::group) + "2";
    while (in.form.named(name)) name += "2";
    return withProperty(in.form, radioGroupOf(in.form, *c), Prop::group, name);
}
Form asTick(const Checked& in, const Finding& f) {
    return namedByScheme(changed(in.form, f.controls.front(),
                                 [](Control& c) {
                                     c.kind = Kind::checkBox;
                                     c.own.drop(Prop::group);
                                 }),
                         f.controls);
}

/// Words that exclude each other.
constexpr std::pair<std::string_view, std::string_view> opposites[] = {
    {"yes", "no"}, {"ja", "nein"}, {"oui", "non"}, {"male", "female"},
    {"in", "out"}, {"on", "off"},  {"an", "aus"},  {"new", "used"}};
void ticksExclude(const Checked& in, Findings& found) {
    const Control* before = nullptr;
    eachControl(in, [&](const Control& c) {
        const Control* other = std::exchange(before, c.is().answer().toggled ? &c : nullptr);
        if (!other || !before || other->parent != c.parent) return;
        const auto one = smallWords(other->text(Prop::text)), two = smallWords(c.text(Prop::text));
        if (one.size() != 1 || two.size() != 1) return;
        for (const auto& [a, b] : opposites)
            if ((one[0] == a && two[0] == b) || (one[0] == b && two[0] == a))
                found.push_back({nullptr,
                                 {other->id, c.id},
                                 said("“{}” and “{}” can both be ticked.", trimmed(other->text(Prop::text)),
                                      trimmed(c.text(Prop::text)))});
    });
}
Form asRadios(const Checked& in, const Finding& f) {
    Form next = in.form;
    const string name = freeName(in.form, "question");
    for (Id id : f.controls)
        next = changed(std::move(next), id, [&](Control& c) {
            c.kind = Kind::radioButton;
            c.set(Prop::group, name);
            c.own.drop(Prop::consent);
        });
    return namedByScheme(next, f.controls);
}

/// How many are to be chosen, as the wording says: "up to 3", "at least two", "höchstens 2".
struct Meant {
    Prop prop;
    double count;
};
std::optional<Meant> countMeant(const string& text) {
    static constexpr std::string_view numbers[][2] = {{"one", "eine"},  {"two", "zwei"},   {"three", "drei"},
                                                      {"four", "vier"}, {"five", "fuenf"}, {"six", "sechs"}};
    const std::vector<string> words = smallWords(text);
    for (std::size_t i = 1; i < words.size(); ++i) {
        double count = 0;
        if (words[i].size() == 1 && words[i][0] >= '1' && words[i][0] <= '9') count = words[i][0] - '0';
        for (std::size_t n = 0; n < std::size(numbers); ++n)
            if (words[i] == numbers[n][0] || words[i] == numbers[n][1]) count = double(n + 1);
        if (count == 0) continue;
        const string& before = words[i - 1];
        const string pair = i > 1 ? words[i - 2] + " " + before : "";
        if (pair == "at least" || before == "mindestens") return Meant{Prop::atLeast, count};
        if (pair == "up to" || pair == "at most" || before == "hoechstens" || pair == "bis zu")
            return Meant{Prop::atMost, count};
    }
    return std::nullopt;
}
std::optional<Meant> countMissing(const Form& form, const Control& c) {
    if (!isFilled(c) || !has(c.kind, Prop::atLeast) || c.as<HowMany>() != HowMany::many) return std::nullopt;
    string text = has(c.kind, Prop::text) ? c.text(Prop::text) : string();
    if (const Control* label = form.find(form.index()->labelOf(c.id))) text += " " + label->text(Prop::text);
    const auto meant = countMeant(text);
    return meant && c.number(meant->prop) != meant->count ? meant : std::nullopt;
}
void countNotKept(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (countMissing(in.form, c))
            found.push_back({nullptr, {c.id}, said("Its wording says how many, but any number is accepted.")});
    });
}
Form countKept(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    const auto meant = c ? countMissing(in.form, *c) : std::nullopt;
    return meant ? withProperty(in.form, {c->id}, meant->prop, meant->count) : in.form;
}

/// How the labels of a beginning and its end begin.
constexpr std::pair<std::string_view, std::string_view> spans[] = {
    {"from", "to"},     {"from", "until"},      {"start", "end"},         {"begin", "end"},
    {"begins", "ends"}, {"starts", "ends"},     {"arrival", "departure"}, {"von", "bis"},
    {"beginn", "ende"}, {"ankunft", "abreise"}, {"wanted", "to"},         {"du", "au"},
    {"debut", "fin"},   {"arrivee", "depart"}};
bool areSpan(const Form& form, const Control& from, const Control& to) {
    auto words = [&](const Control& c) {
        const Control* label = form.find(form.index()->labelOf(c.id));
        return label ? smallWords(label->text(Prop::text)) : std::vector<string>();
    };
    const auto a = words(from), b = words(to);
    return !a.empty() && !b.empty() && std::ranges::any_of(spans, [&](const auto& span) {
        return std::ranges::find(a, span.first) != a.end() && std::ranges::find(b, span.second) != b.end();
    });
}
bool compares(const Control& c, const string& name) {
    return !name.empty() &&
           std::ranges::any_of(c.formulas, [&](const auto& one) { return one.second.find(name) != string::npos; });
}
void spanNotCompared(const Checked& in, Findings& found) {
    const Control* before = nullptr;
    eachControl(in, [&](const Control& c) {
        if (!c.is().answer().moment) return;
        const Control* from = std::exchange(before, &c);
        if (!from || from->parent != c.parent || from->kind != c.kind || !areSpan(in.form, *from, c)) return;
        auto valid = [&](const Control& one, const string& name) {
            return compares(one, name) || one.text(Prop::valid).find(name.empty() ? "\n" : name) != string::npos;
        };
        if (!valid(*from, c.name) && !valid(c, from->name))
            found.push_back({nullptr,
                             {c.id, from->id},
                             said("It can be before “{}”: they are not compared.", calledBy(in.form, *from))});
    });
}
Form spanCompared(const Checked& in, const Finding& f) {
    for (const ReadyRule& ready : readyRules())
        if (ready.key == "inOrder") return ready.set(in.form, {f.controls[1], f.controls[0]});
    return in.form;
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow entryRows[] = {
    {"noChoices", CheckFamily::entries, Severity::must, "No choices", "It cannot be answered.", "Accepts typed answers, or offers yes and no.", noChoices, answerable},
    {"choiceTwice", CheckFamily::entries, Severity::should, "The same choice twice", "Replies count one answer as two.", "Keeps the first of them.", choiceTwice, eachOnce},
    {"rangeUpsideDown", CheckFamily::entries, Severity::must, "A minimum above the maximum", "It refuses every answer.", "Swaps the limits.", rangeUpsideDown, turnedRound},
    {"wrongLetters", CheckFamily::entries, Severity::must, "Date and time codes mixed up", "Minutes are shown instead of months.", "Uses the right codes.", wrongLetters, rightLetters},
    {"startNotAllowed", CheckFamily::entries, Severity::must, "A default that is not allowed", "The form opens with an error.", "Removes the default.", startNotAllowed, startless},
    {"promptAsChoice", CheckFamily::entries, Severity::should, "A prompt among the choices", "It can be chosen as an answer.", "Makes it the prompt.", promptAsChoice, madePrompt},
    {"moreThanRoom", CheckFamily::entries, Severity::should, "More characters than fit on paper", "Part of the answer is not printed.", "Lets one line shrink to fit; limits several lines to what fits.", moreThanRoom, roomKept, {{{"Limits it to what fits.", limited}}}},
    {"noLimit", CheckFamily::entries, Severity::know, "No limit on text, on paper", "Part of the answer is not printed.", "Lets one line shrink to fit; limits several lines to what fits.", noLimit, roomKept, {{{"Limits it to what fits.", limited}}}},
    {"noRange", CheckFamily::entries, Severity::know, "A number without limits", "Typing errors are not noticed.", "", noRange},
    {"shortYear", CheckFamily::entries, Severity::should, "Years of two digits", "The century has to be guessed.", "Shows all four digits.", shortYear, longYear},
    {"sampleRefused", CheckFamily::entries, Severity::should, "A pattern that refuses its own example", "Fillers who follow the example get an error.", "Removes the example.", sampleRefused, sampleless},
    {"questionSplit", CheckFamily::entries, Severity::should, "Radio buttons of one question in two places", "Both can be chosen.", "", questionSplit, nullptr, {{{"Makes it a separate question.", questionOfItsOwn}, {"Moves it to the others.", broughtTogether}}}},
    {"ticksExclude", CheckFamily::entries, Severity::should, "Two check boxes that contradict each other", "Both can be ticked, or none.", "Turns them into radio buttons.", ticksExclude, asRadios},
    {"countNotKept", CheckFamily::entries, Severity::should, "A count that only the wording states", "Fillers can choose any number.", "Sets the count as a limit.", countNotKept, countKept},
    {"spanNotCompared", CheckFamily::entries, Severity::should, "From and To that are not compared", "An end before the start is accepted.", "Adds a rule: the end is not before the start.", spanNotCompared, spanCompared},
    {"loneRadio", CheckFamily::entries, Severity::should, "One radio button alone", "Once chosen, it cannot be cleared.", "", loneRadio, nullptr, {{{"Turns it into a check box.", asTick}}}},
    {"longList", CheckFamily::entries, Severity::know, "A long list without typing to filter", "Fillers have to scroll to find an entry.", "Filters the list while typing.", longList, filtering},
};
// clang-format on

}  // namespace

std::span<const CheckRow> entries() {
    return entryRows;
}

}  // namespace brindel::checks
