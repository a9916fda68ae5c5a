#include "core/session/limits.h"

#include <algorithm>
#include <cmath>

#include "core/model/in_order.h"
#include "core/text/fonts.h"
#include "core/text/phrases.h"

namespace brindel {
namespace {

using std::string;
using Parts = std::vector<PhrasePart>;

string said(const Field& f, Phrase which, const Parts& parts = {}) {
    return phrase(which, f.language(), parts);
}
string called(const Field& f) {
    return toldAs(f.form, f.control);
}
std::int64_t count(std::size_t n) {
    return std::int64_t(n);
}

string rangeInWords(const string& language, const string& from, const string& to) {
    if (!from.empty() && !to.empty()) return phrase(Phrase::fromTo, language, {from, to});
    if (!from.empty()) return phrase(Phrase::orMore, language, {from});
    return to.empty() ? "" : phrase(Phrase::atMost, language, {to});
}

string numberRange(const Field& f) {
    const Control& c = f.control;
    auto limit = [&](Prop prop) {
        const auto number = c.maybeNumber(prop);
        // A limit is a round number more often than not: it is said without the field's trailing zeros.
        return number ? numberIn(*number, decimalsOf(*number), c.yes(Prop::thousands), f.language()) : string();
    };
    const string words = rangeInWords(f.language(), limit(Prop::least), limit(Prop::most));
    const string& unit = c.text(Prop::unit);
    return words.empty() || unit.empty() ? words : words + " " + unit;
}

string ownOr(const Control& c, Prop message, const string& sentence) {
    return c.text(message).empty() ? sentence : c.text(message);
}

/// A wording as a sentence repeats it: a long one is cut, so that the sentence stays one.
string quoted(const string& text) {
    constexpr std::size_t most = 60;
    return characterCount(text) > most ? firstCharacters(text, most) + "…" : text;
}

string textBroken(const Field& f, const Entry& entry) {
    const auto* text = std::get_if<string>(&entry.held);
    if (!text) return "";
    const Control& c = f.control;
    if (const auto most = std::size_t(c.number(Prop::maxLength)); most > 0)
        if (const std::size_t has = characterCount(*text); has > most)
            return ownOr(c, Prop::rangeMessage, said(f, Phrase::tooLong, {called(f), count(most), count(has)}));
    const string& pattern = c.text(Prop::pattern);
    if (!pattern.empty() && !matchesWhole(*text, pattern))
        return ownOr(c, Prop::patternMessage, said(f, Phrase::notThePattern, {quoted(*text), called(f)}));
    return "";
}

string numberBroken(const Field& f, const Entry& entry) {
    const double* number = std::get_if<double>(&entry.held);
    if (!number) return said(f, Phrase::noNumber, {called(f), quoted(entry.typed)});
    const Control& c = f.control;
    // Written only when it is said: a field that formulas fill is looked at again and again.
    auto wording = [&] { return trimmed(wordingOf(f, entry)); };
    const auto least = c.maybeNumber(Prop::least), most = c.maybeNumber(Prop::most);
    if ((least && *number < *least) || (most && *number > *most))
        return ownOr(c, Prop::rangeMessage,
                     said(f, least && *number < *least ? Phrase::tooLittle : Phrase::tooMuch,
                          {called(f), numberRange(f), wording()}));
    const auto places = int(c.number(Prop::decimals));
    if (decimalsOf(*number) <= places) return "";
    return places == 0 ? said(f, Phrase::wholeNumber, {called(f), wording()})
                       : said(f, Phrase::tooManyDecimals, {called(f), std::int64_t(places), wording()});
}

/// A date or time against its earliest and latest.
template <class T, class Written>
string momentBroken(const Field& f, const T& moment, std::optional<T> earliest, std::optional<T> latest,
                    Written written) {
    if (earliest && moment < *earliest)
        return ownOr(f.control, Prop::rangeMessage, said(f, Phrase::atTheEarliest, {called(f), written(*earliest)}));
    if (latest && moment > *latest)
        return ownOr(f.control, Prop::rangeMessage, said(f, Phrase::atTheLatest, {called(f), written(*latest)}));
    return "";
}

string dateBroken(const Field& f, const Entry& entry) {
    const string& pattern = f.control.text(Prop::datePattern);
    const Day today = f.today.value_or(Day());
    auto written = [&](Day day) { return dateIn(day, pattern, f.language()); };
    const Day* day = std::get_if<Day>(&entry.held);
    if (!day) return said(f, Phrase::noDate, {called(f), written(today), quoted(entry.typed)});
    return momentBroken<Day>(f, *day, dayMeant(f.control.text(Prop::earliest), today),
                             dayMeant(f.control.text(Prop::latest), today), written);
}

string timeBroken(const Field& f, const Entry& entry) {
    auto written = [&](TimeOfDay time) {
        return timeIn(time.minutes, f.control.text(Prop::timePattern), f.language());
    };
    const auto* time = std::get_if<TimeOfDay>(&entry.held);
    if (!time) return said(f, Phrase::noTime, {called(f), written({14 * 60 + 30}), quoted(entry.typed)});
    auto limit = [&](Prop prop) -> std::optional<TimeOfDay> {
        const auto minutes = clockRead(f.control.text(prop));
        return minutes ? std::optional(TimeOfDay{*minutes}) : std::nullopt;
    };
    return momentBroken<TimeOfDay>(f, *time, limit(Prop::earliestTime), limit(Prop::latestTime), written);
}

string choiceBroken(const Field& f, const Entry& entry) {
    return entry.unread() ? said(f, Phrase::notAChoiceOf, {quoted(entry.typed), called(f)}) : "";
}

/// Picks are counted; another answer that is chosen must be written out.
string picksBroken(const Field& f, const Entry& entry) {
    const Control& c = f.control;
    static const Picks none;
    const auto* held = std::get_if<Picks>(&entry.held);
    const Picks& picks = held ? *held : none;
    if (takesSeveral(c)) {
        const auto least = std::size_t(c.number(Prop::atLeast)), most = std::size_t(c.number(Prop::atMost));
        if (picks.lines.size() < least)
            return ownOr(c, Prop::rangeMessage, said(f, Phrase::atLeastSoMany, {std::to_string(least), called(f)}));
        if (most > 0 && picks.lines.size() > most)
            return ownOr(c, Prop::rangeMessage,
                         said(f, Phrase::atMostSoMany, {std::to_string(most), called(f), count(picks.lines.size())}));
    }
    const bool other = !picks.lines.empty() && picks.lines.back() >= c.choices().size();
    return other && trimmed(picks.other).empty() ? said(f, Phrase::writeTheOther, {called(f)}) : "";
}

string missingQuestion(const Field& f) {
    const Control* frame = f.form.find(f.control.parent);
    const string title =
        frame && row(frame->kind).wording == Prop::title && !row(frame->kind).root ? frame->text(Prop::title) : "";
    return title.empty() ? said(f, Phrase::chooseOneOfThese) : said(f, Phrase::chooseOneFor, {title});
}

// ---- what a field takes, in words ----

string textTakes(const Field& f) {
    const auto most = std::int64_t(f.control.number(Prop::maxLength));
    return most > 0 ? said(f, Phrase::charactersAtMost, {most}) : "";
}
/// A limit as people read it: a day as the field writes days, "today" and what is counted from it in words.
string dayInWords(const Field& f, const string& limit) {
    if (const auto day = isoDateRead(trimmed(limit)))
        return dateIn(*day, f.control.text(Prop::datePattern), f.language());
    const Day start{std::chrono::year(2000), std::chrono::January, std::chrono::day(1)};
    const auto meant = dayMeant(limit, start);
    if (!meant) return limit;
    const std::int64_t days = (std::chrono::sys_days(*meant) - std::chrono::sys_days(start)).count();
    if (days == 0) return said(f, Phrase::today);
    return days > 0 ? said(f, Phrase::daysAfterToday, {days}) : said(f, Phrase::daysBeforeToday, {-days});
}
/// From and until, as a language puts them before a day, before "today" and what is counted from it, and before a time.
struct Edge {
    string words;
    const char* sort;  // "day", "today" or "time"
};
string spanInWords(const Field& f, const Edge& from, const Edge& to) {
    if (!from.words.empty() && !to.words.empty())
        return said(f, Phrase::between, {from.words, to.words, string(from.sort), string(to.sort)});
    if (!from.words.empty()) return said(f, Phrase::fromOn, {from.words, string(from.sort)});
    return to.words.empty() ? "" : said(f, Phrase::until, {to.words, string(to.sort)});
}
string dateTakes(const Field& f) {
    auto edge = [&](Prop prop) {
        const string& limit = f.control.text(prop);
        return Edge{dayInWords(f, limit), isoDateRead(trimmed(limit)) ? "day" : "today"};
    };
    return spanInWords(f, edge(Prop::earliest), edge(Prop::latest));
}
string timeTakes(const Field& f) {
    return spanInWords(f, {f.control.text(Prop::earliestTime), "time"}, {f.control.text(Prop::latestTime), "time"});
}
string picksTake(const Field& f) {
    const auto least = int(f.control.number(Prop::atLeast)), most = int(f.control.number(Prop::atMost));
    return rangeInWords(f.language(), least > 0 ? std::to_string(least) : "", most > 0 ? std::to_string(most) : "");
}

/// What one type of answer can break, and what is said when it is missing.
struct Limits {
    AnswerType answers;
    Phrase missing = Phrase::mustBeFilled;
    string (*broken)(const Field&, const Entry&) = nullptr;
    string (*takes)(const Field&) = nullptr;
};
constexpr Limits limits[] = {
    {AnswerType::none},
    {AnswerType::text, Phrase::mustBeFilled, textBroken, textTakes},
    {AnswerType::number, Phrase::mustBeFilled, numberBroken, numberRange},
    {AnswerType::date, Phrase::mustBeFilled, dateBroken, dateTakes},
    {AnswerType::time, Phrase::mustBeFilled, timeBroken, timeTakes},
    {AnswerType::choice, Phrase::chooseFor, choiceBroken},
    {AnswerType::picks, Phrase::chooseFor, picksBroken, picksTake},
    {AnswerType::tick, Phrase::mustBeTicked},
    {AnswerType::question, Phrase::chooseOneFor},
    {AnswerType::picture, Phrase::needsPicture},
    {AnswerType::ink, Phrase::mustBeSigned},
};
static_assert(inOrder(limits, &Limits::answers), "the rows stand in the order of AnswerType");

const Limits& limitsOf(const Control& c) {
    return limits[std::size_t(isFilled(c) ? row(c.kind).answers : AnswerType::none)];
}

}  // namespace

string toldAs(const Form& form, const Control& control) {
    if (const auto place = tablePlace(form, control);
        place && !place->heading.empty() && ownWording(form, control).empty())
        return phrase(Phrase::inRow, form.root().text(Prop::language), {place->heading, std::int64_t(place->row)});
    return calledBy(form, control);
}

string allowedText(const Field& f, const string& text) {
    const Control& c = f.control;
    if (row(c.kind).answers != AnswerType::text) return text;
    string result = lettersAs(text, c.as<LetterCase>(), f.language());
    if (c.as<Lines>() == Lines::one) {
        std::erase(result, '\r');
        std::ranges::replace(result, '\n', ' ');
    }
    const auto most = std::size_t(c.number(Prop::maxLength));
    return most > 0 && characterCount(result) > most ? firstCharacters(result, most) : result;
}

string limitBroken(const Field& f, const Entry& entry) {
    const Limits& l = limitsOf(f.control);
    // Nothing breaks no limit, but for the fewest that must be picked.
    if (!l.broken || (isEmpty(entry) && l.answers != AnswerType::picks)) return "";
    return l.broken(f, entry);
}

string missing(const Field& f) {
    const Limits& l = limitsOf(f.control);
    const bool question = l.answers == AnswerType::question;
    return ownOr(f.control, Prop::requiredMessage, question ? missingQuestion(f) : said(f, l.missing, {called(f)}));
}

string notRight(const Field& f) {
    return ownOr(f.control, Prop::validMessage, said(f, Phrase::notRight, {called(f)}));
}

LimitSentences limitSentences(const Field& f) {
    const Control& c = f.control;
    const string limit = "\x01", typed = "\x02";
    // A wording that has these signs itself is no place for others.
    auto plain = [](string text) {
        std::erase_if(text, [](char sign) { return sign == '\x01' || sign == '\x02'; });
        return text;
    };
    const string name = plain(called(f));
    auto ownOr = [&](const Control& control, Prop message, const string& sentence) {
        return control.text(message).empty() ? sentence : plain(control.text(message));
    };
    auto ranged = [&](Phrase which, const Parts& parts) { return ownOr(c, Prop::rangeMessage, said(f, which, parts)); };
    LimitSentences all;
    all.missing = plain(missing(f));
    all.notRight = plain(notRight(f));
    switch (row(c.kind).answers) {
        case AnswerType::text:
            all.pattern = ownOr(c, Prop::patternMessage, said(f, Phrase::notThePattern, {typed, name}));
            break;
        case AnswerType::number: {
            const auto places = std::int64_t(c.number(Prop::decimals));
            all.unread = said(f, Phrase::noNumber, {name, typed});
            all.little = ranged(Phrase::tooLittle, {name, limit, typed});
            all.much = ranged(Phrase::tooMuch, {name, limit, typed});
            all.decimals = places == 0 ? said(f, Phrase::wholeNumber, {name, typed})
                                       : said(f, Phrase::tooManyDecimals, {name, places, typed});
            break;
        }
        case AnswerType::date:
            all.unread = said(f, Phrase::noDate, {name, limit, typed});
            all.early = ranged(Phrase::atTheEarliest, {name, limit});
            all.late = ranged(Phrase::atTheLatest, {name, limit});
            break;
        case AnswerType::time:
            all.unread =
                said(f, Phrase::noTime, {name, timeIn(14 * 60 + 30, c.text(Prop::timePattern), f.language()), typed});
            all.early = ranged(Phrase::atTheEarliest, {name, limit});
            all.late = ranged(Phrase::atTheLatest, {name, limit});
            break;
        case AnswerType::choice:
            all.unread = said(f, Phrase::notAChoiceOf, {typed, name});
            break;
        case AnswerType::picks:
            all.few = ranged(Phrase::atLeastSoMany, {limit, name});
            for (std::size_t n = 0; takesSeveral(c) && c.number(Prop::atMost) > 0 && n <= choiceCount(c); ++n)
                all.many.push_back(ranged(Phrase::atMostSoMany, {limit, name, count(n)}));
            all.other = said(f, Phrase::writeTheOther, {name});
            break;
        default:
            break;
    }
    return all;
}

RangeWords rangeWords(const string& language) {
    return {phrase(Phrase::fromTo, language, {"\x01", "\x02"}), phrase(Phrase::orMore, language, {"\x01"}),
            phrase(Phrase::atMost, language, {"\x01"})};
}

string limitsInWords(const Form& form, const Control& control) {
    const Limits& l = limitsOf(control);
    return l.takes ? l.takes(Field{form, control}) : "";
}

}  // namespace brindel
