#include "core/answers/answering.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <unordered_map>

#include "core/model/in_order.h"
#include "core/text/fonts.h"
#include "core/text/phrases.h"
#include "core/text/typed_moments.h"

namespace brindel {
namespace {

using std::string;
using Texts = std::vector<string>;

/// How one type of answer is read and written.
struct Type {
    AnswerType answers;
    Held (*start)(const Field&, const string& fallback);  // from the form's own default; nothing when it says none
    Held (*read)(const Field&, const string& typed);      // from what a filler types
    string (*written)(const Field&, const Held&);
    Result<Entry> (*given)(const Field&, const Answer&);
    Answer (*reply)(const Field&, const Held&);
};

tl::unexpected<Problem> refused(const Field& f, Phrase which, const std::vector<PhrasePart>& parts = {}) {
    return failure("", asSaid(phrase(which, f.language(), parts)));
}
/// A text as a sentence repeats it.
string shortened(const string& text) {
    constexpr std::size_t most = 60;
    return characterCount(text) > most ? firstCharacters(text, most) + "…" : text;
}
template <class T>
const T* as(const Held& held) {
    return std::get_if<T>(&held);
}

// ---- text ----

Held readText(const Field&, const string& typed) {
    return typed.empty() ? Held() : Held(typed);
}
string writtenText(const Field&, const Held& held) {
    return as<string>(held) ? *as<string>(held) : "";
}
/// The text that a number in a values file is, where it says all of it: whole, and small enough to be exact.
std::optional<string> wholeText(const Answer& answer) {
    constexpr double exact = 9007199254740992.0;  // 2^53
    const auto* number = std::get_if<double>(&answer);
    if (!number || *number != std::floor(*number) || std::abs(*number) >= exact) return std::nullopt;
    return exactText(*number);
}
/// The sign of a text that it cannot have, as U+0007; empty where there is none. A text of several lines has line feeds
/// and tabs.
string signRefused(const string& text, bool oneLine) {
    for (const char32_t c : lettersOf(text)) {
        const bool line = c == U'\n' || c == U'\t';
        if ((c < 0x20 && !(line && !oneLine)) || (c >= 0x7F && c < 0xA0) || c == 0x2028 || c == 0x2029)
            return fmt::format("U+{:04X}", unsigned(c));
    }
    return "";
}
Result<Entry> givenText(const Field& f, const Answer& answer) {
    const auto whole = wholeText(answer);
    const auto* text = whole ? &*whole : std::get_if<string>(&answer);
    if (!text && !std::holds_alternative<std::monostate>(answer)) return refused(f, Phrase::textExpected);
    if (!text) return Entry{};
    const bool oneLine = f.control.as<Lines>() == Lines::one;
    if (oneLine && text->find_first_of("\n\r") != string::npos) return refused(f, Phrase::lineExpected);
    if (const string sign = signRefused(*text, oneLine); !sign.empty())
        return refused(f, Phrase::plainExpected, std::vector<PhrasePart>{sign});
    // That it is too long is said first, with all that is too much for the field.
    const auto most = std::size_t(f.control.number(Prop::maxLength));
    const bool tooLong = most > 0 && characterCount(*text) > most;
    if (string meant = lettersAs(*text, f.control.as<LetterCase>(), f.language()); meant != *text && !tooLong)
        return refused(f, Phrase::lettersExpected, std::vector<PhrasePart>{shortened(meant)});
    return Entry{readText(f, *text)};
}
Answer replyText(const Field&, const Held& held) {
    return as<string>(held) ? Answer(*as<string>(held)) : Answer();
}

// ---- numbers ----

Held startNumber(const Field&, const string& fallback) {
    const auto number = numberFrom(fallback);
    return number ? Held(*number) : Held();
}
Held readNumber(const Field& f, const string& typed) {
    const auto number = numberRead(typed, f.language());
    return number ? Held(*number) : Held();
}
string writtenNumber(const Field& f, const Held& held) {
    const double* number = as<double>(held);
    if (!number) return "";
    // What a filler gives is shown in full; what is worked out, in the places that the field is meant to have.
    int places = int(f.control.number(Prop::decimals));
    if (f.control.text(Prop::workedOut).empty()) places = std::max(places, decimalsOf(*number));
    return numberIn(*number, std::min(places, 20), f.control.yes(Prop::thousands), f.language());
}
Result<Entry> givenNumber(const Field& f, const Answer& answer) {
    if (const auto* number = std::get_if<double>(&answer)) {
        if (!(std::abs(*number) < 1e15)) return refused(f, Phrase::smallerExpected);
        // What was worked out in binary may be a hair beside the number that was meant: 0.1 + 0.2.
        const double factor = std::pow(10, std::clamp(f.control.number(Prop::decimals), 0.0, 15.0));
        const double near = std::round(*number * factor) / factor;
        return Entry{std::abs(near - *number) <= 1e-14 * std::abs(near) ? near : *number};
    }
    // A text is a number in one writing, whatever the form's language: as JSON has it.
    const auto* text = std::get_if<string>(&answer);
    if (text && !text->empty()) {
        const auto plain = numberFrom(*text);
        return plain ? givenNumber(f, *plain) : refused(f, Phrase::numberExpected);
    }
    if (!text && !std::holds_alternative<std::monostate>(answer)) return refused(f, Phrase::numberExpected);
    return Entry{};
}
Answer replyNumber(const Field&, const Held& held) {
    return as<double>(held) ? Answer(*as<double>(held)) : Answer();
}

// ---- dates and times ----

Held startDate(const Field& f, const string& fallback) {
    const auto day = f.today ? dayMeant(fallback, *f.today) : isoDateRead(fallback);
    return day ? Held(*day) : Held();
}
DaysTaken daysTaken(const Field& f) {
    if (!f.today) return {};
    return {dayMeant(f.control.text(Prop::earliest), *f.today), dayMeant(f.control.text(Prop::latest), *f.today)};
}
Held readDate(const Field& f, const string& typed) {
    const auto day = dateTyped(typed, f.control.text(Prop::datePattern), f.language(), daysTaken(f));
    return day ? Held(*day) : Held();
}
string writtenDate(const Field& f, const Held& held) {
    return as<Day>(held) ? dateIn(*as<Day>(held), f.control.text(Prop::datePattern), f.language()) : "";
}
Answer replyDate(const Field&, const Held& held) {
    return as<Day>(held) ? Answer(isoDate(*as<Day>(held))) : Answer();
}
Held startTime(const Field&, const string& fallback) {
    const auto time = clockRead(fallback);
    return time ? Held(TimeOfDay{*time}) : Held();
}
Held readTime(const Field& f, const string& typed) {
    const auto time = timeTyped(typed, f.control.text(Prop::timePattern), f.language());
    return time ? Held(TimeOfDay{*time}) : Held();
}
string writtenTime(const Field& f, const Held& held) {
    const auto* time = as<TimeOfDay>(held);
    return time ? timeIn(time->minutes, f.control.text(Prop::timePattern), f.language()) : "";
}
Answer replyTime(const Field&, const Held& held) {
    return as<TimeOfDay>(held) ? Answer(timeIn(as<TimeOfDay>(held)->minutes, "HH:mm", "en")) : Answer();
}
/// Files have dates and times in ISO 8601 alone.
Result<Entry> givenDate(const Field& f, const Answer& answer) {
    const auto* text = std::get_if<string>(&answer);
    if (std::holds_alternative<std::monostate>(answer) || (text && text->empty())) return Entry{};
    const auto day = text ? isoDateRead(*text) : std::nullopt;
    return day ? Result<Entry>(Entry{*day}) : refused(f, Phrase::dateExpected);
}
Result<Entry> givenTime(const Field& f, const Answer& answer) {
    const auto* text = std::get_if<string>(&answer);
    if (std::holds_alternative<std::monostate>(answer) || (text && text->empty())) return Entry{};
    const bool written = text && text->size() == 5 && (*text)[2] == ':';
    const auto minutes = written ? clockRead(*text) : std::nullopt;
    return minutes ? Result<Entry>(Entry{TimeOfDay{*minutes}}) : refused(f, Phrase::timeExpected);
}

// ---- choices ----

/// The number of the choice of this value, or of this text where no value is the same.
std::optional<std::size_t> choiceNumber(const Control& c, const string& said) {
    const Choices& choices = c.choices();
    for (bool value : {true, false})
        for (std::size_t i = 0; i < choices.size(); ++i)
            if ((value ? choices[i].value : choices[i].text) == said) return i;
    return std::nullopt;
}
Held startPicks(const Field& f, const string& fallback) {
    const auto number = fallback.empty() ? std::nullopt : choiceNumber(f.control, fallback);
    return number ? Held(Picks{{*number}, ""}) : Held();
}
Held readChoice(const Field& f, const string& typed) {
    const Choices& choices = f.control.choices();
    for (std::size_t i = 0; i < choices.size(); ++i)
        if (choices[i].text == typed) return Picks{{i}, ""};
    if (typed.empty() || !f.control.yes(Prop::otherAnswers)) return {};
    return Picks{{choices.size()}, typed};
}
Held startChoice(const Field& f, const string& fallback) {
    const Held listed = startPicks(f, fallback);
    return as<Picks>(listed) ? listed : readChoice(f, fallback);
}
string writtenChoice(const Field& f, const Held& held) {
    const auto* picks = as<Picks>(held);
    if (!picks || picks->lines.empty()) return "";
    const Choices& choices = f.control.choices();
    return picks->lines[0] < choices.size() ? choices[picks->lines[0]].text : picks->other;
}
Result<Entry> givenChoice(const Field& f, const Answer& answer) {
    const auto* text = std::get_if<string>(&answer);
    const auto* number = std::get_if<double>(&answer);
    if (!text && !number && !std::holds_alternative<std::monostate>(answer)) return refused(f, Phrase::textExpected);
    const string said = text ? *text : number ? exactText(*number) : "";
    if (const auto line = choiceNumber(f.control, said)) return Entry{Picks{{*line}, ""}};
    // Another answer is a text of one line; a number is one where it is exact.
    if (number && !wholeText(answer)) return refused(f, Phrase::textExpected);
    if (said.find_first_of("\n\r") != string::npos) return refused(f, Phrase::lineExpected);
    if (const string sign = signRefused(said, true); !sign.empty())
        return refused(f, Phrase::plainExpected, std::vector<PhrasePart>{sign});
    Entry typed = typedEntry(f, said);
    if (!said.empty() && isEmpty(typed))
        return failure("", asSaid(phrase(Phrase::notAChoice, f.language(), std::vector<PhrasePart>{said})));
    return typed;
}
Texts repliesOf(const Field& f, const Held& held) {
    Texts values;
    const Choices& choices = f.control.choices();
    if (const auto* picks = as<Picks>(held))
        for (std::size_t line : picks->lines)
            values.push_back(line < choices.size() ? choices[line].value : picks->other);
    return values;
}
Answer replyChoice(const Field& f, const Held& held) {
    const Texts values = repliesOf(f, held);
    return values.empty() ? Answer() : Answer(values.front());
}

/// The other answer of a choice group; its lines say themselves.
string writtenPicks(const Field&, const Held& held) {
    return as<Picks>(held) ? as<Picks>(held)->other : "";
}
/// Only another answer is typed into choices; which lines are picked the session knows.
Held readPicks(const Field& f, const string& typed) {
    if (typed.empty() || !f.control.yes(Prop::otherAnswers)) return {};
    return Picks{{f.control.choices().size()}, typed};
}
Result<Entry> givenPicks(const Field& f, const Answer& answer) {
    Texts said;
    if (const auto* several = std::get_if<Texts>(&answer))
        said = *several;
    else if (const auto* text = std::get_if<string>(&answer))
        said = {*text};
    else if (!std::holds_alternative<std::monostate>(answer))
        return refused(f, Phrase::textsExpected);
    if (said.size() > 1 && !takesSeveral(f.control)) return refused(f, Phrase::onlyOne);
    const Choices& choices = f.control.choices();
    std::unordered_map<string, std::size_t> lines;
    for (std::size_t i = 0; i < choices.size(); ++i) lines.emplace(choices[i].value, i);
    for (std::size_t i = 0; i < choices.size(); ++i) lines.emplace(choices[i].text, i);
    Picks picks;
    for (const string& one : said) {
        auto at = lines.find(one);
        std::size_t line = choices.size();
        if (at != lines.end())
            line = at->second;
        else if (!f.control.yes(Prop::otherAnswers))
            return failure("", asSaid(phrase(Phrase::notAChoice, f.language(), {one})));
        else if (!picks.other.empty())
            return refused(f, Phrase::onlyOne);
        else if (one.find_first_of("\n\r") != string::npos)
            return refused(f, Phrase::lineExpected);
        else if (const string sign = signRefused(one, true); !sign.empty())
            return refused(f, Phrase::plainExpected, std::vector<PhrasePart>{sign});
        else
            picks.other = one;
        picks.lines.push_back(line);
    }
    std::ranges::sort(picks.lines);
    if (auto same = std::ranges::adjacent_find(picks.lines); same != picks.lines.end())
        return failure("", asSaid(phrase(Phrase::twice, f.language(), {choices[*same].text})));
    return Entry{picks.lines.empty() ? Held() : Held(std::move(picks))};
}
Answer replyPicks(const Field& f, const Held& held) {
    if (takesSeveral(f.control)) return repliesOf(f, held);
    return replyChoice(f, held);
}

// ---- ticks and buttons of a question ----

Held startTick(const Field& f, const string&) {
    return f.control.yes(Prop::startsTicked);
}
Held readNothing(const Field&, const string&) {
    return {};
}
string writtenNothing(const Field&, const Held&) {
    return "";
}
Result<Entry> givenTick(const Field& f, const Answer& answer) {
    const auto* yes = std::get_if<bool>(&answer);
    if (!yes && !std::holds_alternative<std::monostate>(answer)) return refused(f, Phrase::yesNoExpected);
    return Entry{yes && *yes};
}
Answer replyTick(const Field&, const Held& held) {
    return as<bool>(held) && *as<bool>(held);
}
/// A button alone; the session asks all of its question.
Answer replyButton(const Field& f, const Held& held) {
    return as<bool>(held) && *as<bool>(held) ? Answer(valueWhenOn(f.control)) : Answer();
}

// ---- pictures and signatures ----

template <class T>
Held readMade(const Field&, const string& typed) {
    return typed.empty() ? Held() : Held(T{typed});
}
string writtenPicture(const Field&, const Held& held) {
    return as<OwnPicture>(held) ? as<OwnPicture>(held)->png : "";
}
string writtenInk(const Field&, const Held& held) {
    return as<Ink>(held) ? as<Ink>(held)->strokes : "";
}
template <class T>
Result<Entry> givenMade(const Field& f, const Answer& answer) {
    const auto* text = std::get_if<string>(&answer);
    if (!text && !std::holds_alternative<std::monostate>(answer)) return refused(f, Phrase::textExpected);
    return Entry{text ? readMade<T>(f, *text) : Held()};
}
template <string (*written)(const Field&, const Held&)>
Answer replyMade(const Field& f, const Held& held) {
    const string text = written(f, held);
    return text.empty() ? Answer() : Answer(text);
}

constexpr Type types[] = {
    {AnswerType::none, readNothing, readNothing, writtenNothing, givenText, replyText},
    {AnswerType::text, readText, readText, writtenText, givenText, replyText},
    {AnswerType::number, startNumber, readNumber, writtenNumber, givenNumber, replyNumber},
    {AnswerType::date, startDate, readDate, writtenDate, givenDate, replyDate},
    {AnswerType::time, startTime, readTime, writtenTime, givenTime, replyTime},
    {AnswerType::choice, startChoice, readChoice, writtenChoice, givenChoice, replyChoice},
    {AnswerType::picks, startPicks, readPicks, writtenPicks, givenPicks, replyPicks},
    {AnswerType::tick, startTick, readNothing, writtenNothing, givenTick, replyTick},
    {AnswerType::question, startTick, readNothing, writtenNothing, givenTick, replyButton},
    {AnswerType::picture, readMade<OwnPicture>, readMade<OwnPicture>, writtenPicture, givenMade<OwnPicture>,
     replyMade<writtenPicture>},
    {AnswerType::ink, readMade<Ink>, readMade<Ink>, writtenInk, givenMade<Ink>, replyMade<writtenInk>},
};
static_assert(inOrder(types, &Type::answers), "the rows stand in the order of AnswerType");

/// The pattern in the letters of a language: a run of digits as so many letters; what is written in words, and wording,
/// as the pattern has it.
string inLetters(const string& pattern, const string& dateLetters, const string& timeLetters, const string& halves) {
    auto letterOf = [&](char c) -> string {
        const string &date = dateLetters, &time = timeLetters;
        auto nth = [](const string& words, std::size_t n) {
            std::size_t from = 0;
            for (; n > 0; --n) from = words.find(' ', from) + 1;
            return words.substr(from, words.find(' ', from) - from);
        };
        return c == 'd'                                       ? nth(date, 0)
               : c == 'M' || c == 'L'                         ? nth(date, 1)
               : c == 'y' || c == 'u'                         ? nth(date, 2)
               : c == 'm'                                     ? nth(time, 1)
               : c == 'H' || c == 'h' || c == 'k' || c == 'K' ? nth(time, 0)
                                                              : "";
    };
    string out;
    for (std::size_t i = 0; i < pattern.size();) {
        if (pattern[i] == '\'') {
            const std::size_t close = std::min(pattern.find('\'', i + 1), pattern.size());
            out += close == i + 1 ? "'" : pattern.substr(i + 1, close - i - 1);
            i = close + 1;
            continue;
        }
        std::size_t end = i;
        while (end < pattern.size() && pattern[end] == pattern[i]) ++end;
        const string letter = letterOf(pattern[i]);
        if (pattern[i] == 'a')
            out += halves;
        else if (letter.empty())
            out += pattern.substr(i, end - i);
        else
            // A year of one letter has as many digits as it takes: four.
            for (std::size_t k = 0; k < (pattern[i] == 'y' && end - i == 1 ? 4 : end - i); ++k) out += letter;
        i = end;
    }
    return out;
}

const Type& typeOf(const Field& f) {
    return types[std::size_t(isFilled(f.control) ? row(f.control.kind).answers : AnswerType::none)];
}

}  // namespace

Entry startingEntry(const Field& f) {
    const string& fallback = f.control.text(Prop::defaultText);
    Entry entry{typeOf(f).start(f, fallback)};
    const bool worded = row(f.control.kind).answers != AnswerType::picks;
    if (worded && std::holds_alternative<std::monostate>(entry.held)) entry.typed = fallback;
    return entry;
}

Entry typedEntry(const Field& f, const string& wording) {
    Entry entry{typeOf(f).read(f, wording)};
    // Blanks alone are no answer; text keeps them, as they are typed.
    if (entry.held.index() != 0 || !trimmed(wording).empty()) entry.typed = wording;
    return entry;
}

string wordingOf(const Field& f, const Entry& entry) {
    return entry.typed.empty() ? typeOf(f).written(f, entry.held) : entry.typed;
}

Result<Entry> givenEntry(const Field& f, const Answer& answer) {
    Result<Entry> entry = typeOf(f).given(f, answer);
    if (entry && !entry->unread()) entry->typed.clear();
    return entry;
}

Answer answerOf(const Field& f, const Entry& entry) {
    return entry.unread() ? Answer(entry.typed) : typeOf(f).reply(f, entry.held);
}

string shownWhenEmpty(const Field& f) {
    const Control& c = f.control;
    if (has(c.kind, Prop::placeholder) && !c.text(Prop::placeholder).empty()) return c.text(Prop::placeholder);
    const AnswerType type = isFilled(c) ? c.is().answers : AnswerType::none;
    if (type != AnswerType::date && type != AnswerType::time) return "";
    const string& pattern = c.text(type == AnswerType::date ? Prop::datePattern : Prop::timePattern);
    return inLetters(pattern, phrase(Phrase::dateLetters, f.language()), phrase(Phrase::timeLetters, f.language()),
                     timeIn(9 * 60, "a", f.language()));
}

bool isWhole(const Field& f, const Entry& entry) {
    if (entry.typed.empty()) return !isEmpty(entry);
    if (std::holds_alternative<Day>(entry.held))
        return isWholeDate(entry.typed, f.control.text(Prop::datePattern), f.language(), daysTaken(f));
    if (std::holds_alternative<TimeOfDay>(entry.held))
        return isWholeTime(entry.typed, f.control.text(Prop::timePattern), f.language());
    return !isEmpty(entry) && !entry.unread();
}

bool isEmpty(const Entry& entry) {
    if (const auto* on = std::get_if<bool>(&entry.held)) return !*on;
    return std::holds_alternative<std::monostate>(entry.held) && entry.typed.empty();
}

std::size_t choiceCount(const Control& control) {
    return control.choices().size() + (control.yes(Prop::otherAnswers) ? 1 : 0);
}

bool startsToday(const Control& control) {
    return control.is().answers == AnswerType::date && control.text(Prop::defaultText).starts_with("today");
}

}  // namespace brindel
