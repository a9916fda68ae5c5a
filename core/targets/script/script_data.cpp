#include "core/targets/script/script_data.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/answers/answering.h"
#include "core/answers/required_marks.h"
#include "core/model/visibility.h"
#include "core/rules/ecmascript.h"
#include "core/rules/form_lists.h"
#include "core/session/limits.h"
#include "core/text/fonts.h"
#include "core/text/icu_text.h"
#include "core/text/phrases.h"
#include "core/text/typed_moments.h"

namespace brindel {

using std::string;

string packed(std::string_view script) {
    string out;
    while (!script.empty()) {
        std::string_view line = script.substr(0, script.find('\n'));
        script.remove_prefix(std::min(script.size(), line.size() + 1));
        line.remove_prefix(std::min(line.size(), line.find_first_not_of(' ')));
        if (!line.empty() && !line.starts_with("//")) out.append(line) += '\n';
    }
    return out;
}

string asciiOf(std::string_view script) {
    string out;
    for (char16_t unit : utf16(lettersOf(script)))
        if (unit < 0x80)
            out += char(unit);
        else
            out += fmt::format("\\u{:04x}", unsigned(unit));
    return out;
}

namespace {
/// What dates and times are read by: the names of each number in one text, parted by blanks.
ScriptJson momentsForScript(const string& language) {
    const MomentWords& words = momentWordsOf(language);
    auto byNumber = [](const auto& names, int first, std::size_t count) {
        std::vector<string> lists(count);
        for (const auto& [name, number] : names)
            if (string& list = lists[std::size_t(number - first)];
                (" " + list + " ").find(" " + name + " ") == string::npos)
                list += (list.empty() ? "" : " ") + name;
        return lists;
    };
    return {{"order", words.order},
            {"months", byNumber(words.months, 1, 12)},
            {"days", byNumber(words.days, 0, 7)},
            {"halves", byNumber(words.halves, 0, 2)},
            {"hours", fmt::format("{}", fmt::join(words.hours, " "))},
            {"passed", fmt::format("{}", fmt::join(words.passedOver, " "))}};
}
}  // namespace

string aroundOnTheDay(const string& language) {
    return "var day = new Date(), around = " + asciiOf(ecmascriptAround(language, 0, 0)) +
           ";\naround.moments = " + asciiOf(momentsForScript(language).dump()) +
           ";\naround.today = Math.round((Date.UTC(day.getFullYear(), day.getMonth(), day.getDate()) - "
           "Date.UTC(1899, 11, 30)) / 86400000);\naround.minutes = day.getHours() * 60 + day.getMinutes();\n";
}

ScriptJson rangeWordsForScript(const string& language) {
    const RangeWords range = rangeWords(language);
    return {{"fromTo", range.fromTo}, {"orMore", range.orMore}, {"atMost", range.atMost}};
}

bool isTyped(const Control& c) {
    const AnswerType type = c.is().answers;
    return row(type).typed;
}

std::string_view workedOutWord(Prop prop) {
    switch (prop) {
        case Prop::workedOut:
            return "value";
        case Prop::least:
            return "least";
        case Prop::most:
            return "most";
        default:
            return takesFormula(prop) || prop == Prop::valid || prop == Prop::choices ? row(prop).key : "";
    }
}

bool isShutForAll(const Form& form, const MovedControls& moved, const Control& c) {
    if (c.as<Access>() != Access::open) return true;
    for (const Control* at = &c; at; at = form.find(at->parent))
        if ((!startsVisible(*at) && !moved.shown.contains(at->id)) ||
            (!startsEnabled(*at) && !moved.enabled.contains(at->id)))
            return true;
    return false;
}

void addLimits(ScriptJson& a, const Form& form, const Control& c) {
    const AnswerType type = c.is().answers;
    const bool required = isRequired(form, c);
    auto number = [&](Prop prop, const char* key) {
        if (has(c.kind, prop))
            if (const auto n = c.maybeNumber(prop); n && (*n != 0 || prop == Prop::least || prop == Prop::most))
                a[key] = *n;
    };
    auto words = [&](Prop prop, const char* key) {
        if (has(c.kind, prop) && !c.text(prop).empty()) a[key] = c.text(prop);
    };
    switch (type) {
        case AnswerType::text:
            if (c.as<LetterCase>() != LetterCase::asTyped) a["letters"] = c.text(Prop::letters);
            if (const string& pattern = c.text(Prop::pattern); isEcmascriptPattern(pattern)) {
                words(Prop::pattern, "matches");
                if (string all = patternOfAllLetters(pattern); all != pattern) a["matchesAll"] = std::move(all);
            }
            number(Prop::maxLength, "maxLength");
            break;
        case AnswerType::number:
            number(Prop::least, "least");
            number(Prop::most, "most");
            a["decimals"] = int(c.number(Prop::decimals));
            if (c.yes(Prop::thousands)) a["thousands"] = true;
            words(Prop::unit, "unitSaid");
            break;
        case AnswerType::date:
            a["pattern"] = c.text(Prop::datePattern);
            a["empty"] = shownWhenEmpty({form, c, {}});
            words(Prop::earliest, "earliest");
            words(Prop::latest, "latest");
            break;
        case AnswerType::time:
            a["pattern"] = c.text(Prop::timePattern);
            a["empty"] = shownWhenEmpty({form, c, {}});
            words(Prop::earliestTime, "earliestTime");
            words(Prop::latestTime, "latestTime");
            break;
        case AnswerType::picks:
            number(Prop::atLeast, "atLeast");
            number(Prop::atMost, "atMost");
            break;
        default:
            break;
    }
    const bool mayBeRequired = required || std::ranges::any_of(radioGroupOf(form, c), [&](Id one) {
                                   return form.find(one)->formulas.find(Prop::required) != nullptr;
                               });
    const bool valid = has(c.kind, Prop::valid) && !c.text(Prop::valid).empty();
    const bool plain = row(type).free || row(type).ticked || row(type).drawn;
    if (plain && !mayBeRequired && !valid && !a.contains("matches")) return;
    const LimitSentences all = limitSentences({form, c});
    ScriptJson says = ScriptJson::object();
    // What no limit leads to is not carried.
    auto may = [&](Prop prop) {
        if (c.formulas.find(prop)) return true;
        const auto number = c.maybeNumber(prop);
        return number ? *number != 0 || prop == Prop::least || prop == Prop::most : !c.text(prop).empty();
    };
    auto put = [&](const char* key, const string& sentence, bool wanted = true) {
        if (wanted && !sentence.empty()) says[key] = sentence;
    };
    const bool time = type == AnswerType::time;
    put("missing", all.missing, mayBeRequired);
    put("valid", all.notRight, valid);
    put("unread", all.unread);
    put("little", all.little, may(Prop::least));
    put("much", all.much, may(Prop::most));
    put("decimals", all.decimals);
    put("early", all.early, may(time ? Prop::earliestTime : Prop::earliest));
    put("late", all.late, may(time ? Prop::latestTime : Prop::latest));
    put("pattern", all.pattern, a.contains("matches"));
    put("few", all.few, may(Prop::atLeast));
    put("other", all.other, has(c.kind, Prop::otherAnswers) && c.yes(Prop::otherAnswers));
    if (!all.many.empty()) says["many"] = all.many;
    if (!says.empty()) a["says"] = std::move(says);
}

std::size_t ScriptFormulas::add(ScriptJson entry, const NodePtr& tree,
                                const std::vector<std::pair<string, Meaning>>& names, bool inCircle) {
    ScriptJson& meanings = entry["names"] = ScriptJson::object();
    const auto listed = tree ? listsOf(*tree) : std::set<string>();
    for (const auto& [name, meaning] : names) {
        if (!meaning.known) continue;
        ScriptJson of = ScriptJson::array();
        for (Id id : meaning.fields) of.push_back(answerName(form_, *form_.find(id)));
        ScriptJson& one = meanings[name] = {{"of", of}};
        if (meaning.column) one["column"] = true;
        if (listed.contains(name) && !meaning.fields.empty()) addList(one, meaning.fields.front());
    }
    entries_.push_back(std::move(entry));
    functions_.push_back(inCircle ? "F.wrong.circle" : tree ? ecmascriptOf(*tree) : "F.wrong.name");
    return entries_.size() - 1;
}

void ScriptFormulas::addList(ScriptJson& meaning, Id field) {
    const auto list = form_.derived<FormLists>()->of(field);
    if (!list) return;
    const auto at = std::ranges::find(held_, list);
    meaning["list"] = at - held_.begin();
    if (at != held_.end()) return;
    held_.push_back(list);
    ScriptJson values = ScriptJson::array();
    for (const Scalar& one : list->values) {
        const auto* number = std::get_if<double>(&one);
        const auto* text = std::get_if<string>(&one);
        values.push_back(number ? ScriptJson(*number) : text ? ScriptJson(*text) : ScriptJson());
    }
    lists_.push_back({{"columns", list->columns}, {"headings", list->headings}, {"values", std::move(values)}});
}

std::size_t ScriptFormulas::add(const string& on, std::string_view prop, const Worked& worked) {
    return add({{"on", on}, {"prop", prop}}, worked.tree, worked.names, worked.inCircle);
}

std::size_t ScriptFormulas::add(const string& formula, Id from) {
    const auto tree = readFormula(formula);
    std::vector<std::pair<string, Meaning>> names;
    if (tree)
        for (string& name : namesOf(**tree)) {
            Meaning meaning = meaningOf(form_, name, from);
            names.emplace_back(std::move(name), std::move(meaning));
        }
    return add(ScriptJson::object(), tree ? *tree : nullptr, names, false);
}

}  // namespace brindel
