#include <fmt/format.h>

#include <algorithm>

#include "core/jot/field_parts.h"
#include "core/jot/notation.h"
#include "core/rules/formula.h"
#include "core/rules/rule_text.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;
using What = JotRow::What;
using namespace jot;

/// Choices that are not typed: a run of numbers, [1..31], a ready list, [= months], or those of a file, [= file].
bool gathered(const Choices& choices, JotField& f) {
    if (choices.size() != 1 || !has(f.kind, Prop::choicesFrom)) return false;
    const auto& [value, text] = choices.front();
    if (const std::size_t dots = text.find(".."); value == text && dots != string::npos) {
        const auto from = numberRead(text.substr(0, dots), "en"), to = numberRead(text.substr(dots + 2), "en");
        if (!from || !to) return false;
        f.own.set(Prop::choicesFrom, string("run"));
        f.own.set(Prop::runFrom, *from);
        f.own.set(Prop::runTo, *to);
        return true;
    }
    const auto& ready = row(Prop::readyList).tokens;
    const bool known = std::ranges::find(ready, text, &Token::key) != ready.end();
    if (!value.empty() || (!known && text != "file")) return false;
    f.own.set(Prop::choicesFrom, string(known ? "ready" : "file"));
    if (known) f.own.set(Prop::readyList, text);
    return true;
}

void setDates(const Parts& p, JotField& f) {
    if (!p.earliest.empty()) f.own.set(Prop::earliest, p.earliest);
    if (!p.latest.empty()) f.own.set(Prop::latest, p.latest);
    if (!p.datePattern.empty()) f.own.set(Prop::datePattern, p.datePattern);
}

/// What stands behind = : a plain start or a choice of the kind; anything else is a formula, which has to read.
void setStart(const Parts& p, JotField& f, const string& language) {
    const AnswerType type = row(f.kind).answers;
    auto worked = [&] {
        const string formula = p.value.starts_with('=') ? trimmed(p.value.substr(1)) : p.value;
        if (const auto tree = readFormula(formula); !tree) {
            const std::size_t before = p.value.size() - formula.size();
            const auto letters = int(characterCount(p.value.substr(0, before + tree.error().at)));
            throw Mistake{p.valueAt + letters, tree.error().sentence};
        }
        f.own.set(Prop::workedOut, formula);
    };
    if (p.value.starts_with('=')) return worked();
    switch (type) {
        case AnswerType::tick:
            if (p.value == "yes") return f.own.set(Prop::startsTicked, true);
            return p.value == "no" ? void() : worked();
        case AnswerType::number:
        case AnswerType::date:
        case AnswerType::time:
            if (isPlainStart(type, p.value, language)) return f.own.set(Prop::defaultText, p.value);
            // A word alone is a slip more often than the name of another field; == says that it is meant.
            if (const auto tree = readFormula(p.value); tree && (*tree)->what == Node::What::name) {
                if (type == AnswerType::date)
                    throw Mistake{p.valueAt, said("A date box starts with a date: 2026-04-01, today or today+7.")};
                if (type == AnswerType::time)
                    throw Mistake{p.valueAt, said("A time box starts with a time such as 08:30.")};
            }
            return worked();
        default: {
            const bool listed = !p.choices || std::ranges::any_of(*p.choices, [&](const Choice& c) {
                return c.text == p.value || c.value == p.value;
            });
            if (p.choices ? !listed && meantAsFormula(p.value) : meantAsFormula(p.value)) return worked();
            if (!listed && !p.other) throw Mistake{p.valueAt, said("“{}” is not among the choices.", p.value)};
            f.own.set(Prop::defaultText, p.value);
        }
    }
}

/// A part that is not for the kind is a mistake.
void refuse(bool given, const JotField& f, int column, const char* part) {
    if (given) throw Mistake{column, said("A {} has no {}.", wordPart(row(f.kind).word), part)};
}

/// Offers choices, by the answer that it takes or as a list.
bool offersChoices(const JotField& f) {
    return f.radio || row(f.kind).answers == AnswerType::choice || f.kind == Kind::listBox || row(f.kind).spreads;
}

void refuseOthers(const Parts& p, const JotField& f, int column) {
    const AnswerType type = row(f.kind).answers;
    const bool group = row(f.kind).spreads, table = row(f.kind).grid, list = f.kind == Kind::listBox;
    const bool text = row(type).free, number = row(type).numeric;
    const bool chosen = offersChoices(f);
    const std::pair<bool, const char*> others[] = {
        {!chosen && !table && p.choices.has_value(), "choices"},
        {!row(f.kind).filled() && p.required, "“required”"},
        {!text && !table && !group && p.length.has_value(), "length"},
        {!text && !list && p.rows > 0, "size in lines"},
        {!text && !p.letters.empty(), "letter case"},
        {!text && !p.pattern.empty(), "pattern"},
        {!text && p.secret, "secret"},
        {!list && !group && p.many, "“several”"},
        {!number && !list && !group && p.range, "range"},
        {!number && p.decimals >= 0, "decimals"},
        {!number && !p.unit.empty(), "unit"},
        {!row(type).moment && (!p.earliest.empty() || !p.latest.empty()), "earliest or latest date"},
        {!has(f.kind, Prop::datePattern) && !p.datePattern.empty(), "date pattern"},
        {!has(f.kind, Prop::placeholder) && !has(f.kind, Prop::prompt) && !p.quoted.empty(), "placeholder"}};
    for (const auto& [given, part] : others) refuse(given, f, column, part);
    if (chosen && p.choices && p.choices->empty() && !p.other)
        throw Mistake{column, said("At least one choice is expected between [ and ].")};
    if (chosen && !p.choices)
        throw Mistake{column, said("A {} needs its choices, such as [Wash, Scrape].", wordPart(row(f.kind).word))};
    refuse((f.kind == Kind::picture || row(type).strokes) && p.hasValue, f, column, "value to start with");
}

/// The columns and rows of a table.
void setColumns(const Parts& p, JotField& f, int column) {
    if (!p.choices || p.choices->empty())
        throw Mistake{column, said("A table needs its columns, such as [2=Item, Hours, Charge].")};
    Choices columns = *p.choices;
    for (Choice& c : columns)
        if (c.value == c.text)
            c.value = "1";
        else if (auto share = numberFrom(c.value); !share || *share <= 0 || *share > 1000)
            throw Mistake{column, said("A column's share of the width is a number; “{}” is not one.", c.value)};
    if (p.length && *p.length > 200) throw Mistake{column, said("A table has at most 200 rows.")};
    f.own.set(Prop::columns, columns);
    if (p.length && *p.length != 3) f.own.set(Prop::rows, *p.length);
    if (!p.hint.empty()) f.own.set(Prop::hint, p.hint);
    refuse(p.hasValue, f, column, "value to start with");
    refuse(p.other, f, column, "way to take other answers");
}

void setTimes(const Parts& p, JotField& f, int column) {
    for (const auto& [limit, prop] : {std::pair(p.earliest, Prop::earliestTime), {p.latest, Prop::latestTime}}) {
        if (limit.empty()) continue;
        if (!misfit(prop, limit).empty()) throw Mistake{column, said("A time such as 08:30 is expected here.")};
        f.own.set(prop, limit);
    }
}

void setChoices(const Parts& p, JotField& f, int column) {
    const bool group = row(f.kind).spreads;
    if (group && p.length) {
        if (*p.length > 12) throw Mistake{column, said("Choices have at most 12 columns.")};
        f.own.set(Prop::acrossIn, *p.length);
    }
    if (p.choices && !gathered(*p.choices, f)) f.own.set(Prop::choices, *p.choices);
    if (p.other && (row(f.kind).answers == AnswerType::choice || group))
        f.own.set(Prop::otherAnswers, true);
    else
        refuse(p.other, f, column, "way to take other answers");
    const bool ticks = p.kind == "ticks";
    if (p.many || ticks) f.own.set(Prop::many, string("many"));
    if (ticks) f.own.set(Prop::tickMarks, true);
}

/// What is typed: how long, in which letters, with how many decimals.
void setTyping(const Parts& p, JotField& f) {
    const bool text = row(f.kind).answer().free;
    if (p.length && text) f.own.set(Prop::maxLength, *p.length);
    if (p.columns) {
        f.columns = p.columns, f.rows = p.rows;
        if (text && p.rows > 1) f.own.set(Prop::lines, string("many"));
    }
    if (!p.letters.empty()) f.own.set(Prop::letters, p.letters);
    if (!p.pattern.empty()) f.own.set(Prop::pattern, p.pattern);
    if (p.secret) f.own.set(Prop::secret, true);
    if (p.decimals > 0) f.own.set(Prop::decimals, double(p.decimals));
    if (const double step = p.step.value_or(std::pow(10.0, -std::max(0, p.decimals))); step != 1)
        f.own.set(Prop::step, step);
    if (!p.unit.empty()) f.own.set(Prop::unit, p.unit);
}

/// A range: of numbers, or of how many are chosen.
void setRange(const Parts& p, JotField& f, int column) {
    if (p.range && row(f.kind).answer().numeric) {
        if (p.least) f.own.set(Prop::least, *p.least);
        if (p.most) f.own.set(Prop::most, *p.most);
    } else if (p.range) {
        if ((p.least && (*p.least < 0 || *p.least != std::floor(*p.least))) ||
            (p.most && (*p.most < 1 || *p.most != std::floor(*p.most))))
            throw Mistake{column, said("At least and at most so many choices are whole numbers.")};
        f.own.set(Prop::many, string("many"));
        if (p.least && *p.least > 0) f.own.set(Prop::atLeast, *p.least);
        if (p.most) f.own.set(Prop::atMost, *p.most);
    }
}

/// What the parts mean for the kind; a part that the kind has no use for is a mistake.
JotField fieldFrom(const string& label, const Parts& p, int column, const string& language) {
    JotField f;
    f.label = label;
    f.name = p.name;
    f.shownWhen = p.shownWhen;
    if (p.kind.empty()) {
        f.guessed = true;
        f.kind = p.choices                                                            ? Kind::comboBox
                 : p.range || p.decimals >= 0 || !p.unit.empty()                      ? Kind::numberBox
                 : !p.earliest.empty() || !p.latest.empty() || !p.datePattern.empty() ? Kind::dateBox
                 : p.length || p.columns || !p.pattern.empty() || !p.letters.empty() || p.secret
                     ? Kind::textBox
                     : guessedKind(label, language);
    } else {
        for (const KindRow& kind : allKinds())
            if (std::ranges::find(kind.jotted, p.kind) != kind.jotted.end()) f.kind = kind.kind;
    }
    f.radio = row(f.kind).answer().shared;
    refuseOthers(p, f, column);
    if (row(f.kind).grid) {
        setColumns(p, f, column);
        return f;
    }
    if (has(f.kind, Prop::earliestTime)) setTimes(p, f, column);
    if (f.kind == Kind::picture) f.own.set(Prop::byFiller, true);
    setChoices(p, f, column);
    setTyping(p, f);
    setRange(p, f, column);
    if (has(f.kind, Prop::datePattern)) setDates(p, f);
    if (!p.quoted.empty()) f.own.set(has(f.kind, Prop::prompt) ? Prop::prompt : Prop::placeholder, p.quoted);
    if (!p.hint.empty()) f.own.set(Prop::hint, p.hint);
    if (p.required) f.own.set(Prop::required, true);
    if (!p.access.empty()) f.own.set(Prop::access, p.access);
    if (!p.hasValue) return f;
    setStart(p, f, language);
    return f;
}

/// Cuts a row at the semicolons that stand outside brackets, quotes and patterns.
std::vector<std::pair<Letters, int>> items(Letters row) {
    std::vector<std::pair<Letters, int>> parts;
    std::size_t start = 0;
    char32_t closing = 0;
    int depth = 0;
    bool labelled = false;  // a slash begins a pattern only after the label's colon
    for (std::size_t i = 0; i <= row.size(); ++i) {
        const char32_t c = i < row.size() ? row[i] : U';';
        const bool end = i == row.size();
        if (c == U'\\' && !end) {
            ++i;
            continue;
        }
        if (closing && !end) {
            if (closing == U')' && c == U'(') ++depth;  // a formula has brackets within brackets
            if (c == closing && (closing != U')' || --depth == 0)) closing = 0;
            continue;
        }
        if (!end && labelled) {
            if (c == U'[') closing = U']';
            if (c == U'(') closing = U')', depth = 1;
            if (c == U'"') closing = U'"';
            if (c == U'{') closing = U'}';
            if (c == U'/' && i > 0 && (row[i - 1] == U' ' || row[i - 1] == U':')) closing = U'/';
            if (closing) continue;
        }
        if (c == U':') labelled = true;
        if (c == U';' || end) {
            parts.emplace_back(row.substr(start, i - start), int(start));
            start = i + 1;
            labelled = false;
        }
    }
    return parts;
}

/// What stands behind a backslash: itself, but for the n of a line break.
char32_t kept(char32_t c) {
    return c == U'n' ? U'\n' : c;
}

/// Wording with its line breaks, which are written \n.
string withBreaks(const string& text) {
    string broken;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char next = text[i] == '\\' && i + 1 < text.size() ? text[i + 1] : '\0';
        broken += next == 'n' ? '\n' : text[i];
        if (next == 'n' || next == '\\') ++i;
    }
    return broken;
}

JotField fieldOf(Letters item, int offset, const string& language) {
    Line line(item, offset);
    line.skipBlanks();
    const int column = line.column();
    std::u32string label;
    while (!line.atEnd() && line.peek() != U':') {
        char32_t c = line.take();
        label += c == U'\\' && !line.atEnd() ? kept(line.take()) : c;
    }
    string text = trimmed(utf8(label));
    if (text.empty()) line.mistake(said("A label is expected here, such as “Boat name:”."));
    if (!line.atEnd()) line.take();
    Parts parts = readParts(line);
    return fieldFrom(text, parts, column, language);
}

JotRow buttonsOf(Letters letters) {
    JotRow row{JotRow::What::buttons, "", {}, {}};
    Line line(letters, 0);
    for (line.skipBlanks(); !line.atEnd(); line.skipBlanks()) {
        if (line.peek() != U'[') line.mistake(said("A button such as [Cancel] is expected here."));
        const int begin = line.column();
        string text = trimmed(line.upTo(U']', "button"));
        if (text.empty()) throw Mistake{begin, said("A button needs a wording between [ and ].")};
        const bool accepts = line.peek() == U'*';
        if (accepts) line.take();
        row.buttons.push_back({text, accepts});
    }
    return row;
}

/// A frame's title, and what it is shown by where a formula stands behind if.
JotRow frameOf(const string& title) {
    if (title.empty()) return {What::frameEnd, "", {}, {}};
    const std::size_t at = title.rfind(" if ");
    if (at != string::npos && at > 0)
        if (const string condition = trimmed(title.substr(at + 4)); readFormula(condition))
            return {What::frame, withBreaks(trimmed(title.substr(0, at))), {}, {}, condition};
    string plain = title;
    if (const std::size_t kept = plain.find(" \\if "); kept != string::npos) plain.erase(kept + 1, 1);
    return {What::frame, withBreaks(plain), {}, {}};
}

JotRow ruleOf(const string& text, int indent) {
    if (const auto rule = readRule(text); !rule)
        throw Mistake{indent + int(characterCount(text.substr(0, rule.error().at))), rule.error().sentence};
    return {What::rule, text, {}, {}};
}

std::optional<JotRow> rowOf(Letters letters, const string& language) {
    string text = trimmed(utf8(letters));
    if (text.empty()) return std::nullopt;
    auto after = [&](std::size_t signs) { return withBreaks(trimmed(text.substr(signs))); };
    const int indent = int(letters.find_first_not_of(U" \t"));
    if (text.starts_with("###")) return frameOf(trimmed(text.substr(3)));
    if (isRuleLine(text)) return ruleOf(text, indent);
    if (text[0] == '#') {
        const std::size_t signs = text.starts_with("##") ? 2 : 1;
        if (after(signs).empty())
            throw Mistake{indent, signs == 1 ? said("The form's title is expected after #.")
                                             : said("The name of a page or section is expected after ##.")};
        return JotRow{signs == 1 ? What::title : What::section, after(signs), {}, {}};
    }
    if (text[0] == '>') {
        if (after(1).empty()) throw Mistake{indent, said("Wording is expected after >.")};
        return JotRow{What::wording, after(1), {}, {}};
    }
    if (text.find_first_not_of('-') == string::npos && text.size() >= 3) return JotRow{What::line, "", {}, {}};
    if (text.find_first_not_of('=') == string::npos && text.size() >= 3) return JotRow{What::paper, "", {}, {}};
    if (text[0] == '[') return buttonsOf(letters);
    JotRow row{What::fields, "", {}, {}};
    for (const auto& [item, offset] : items(letters)) row.fields.push_back(fieldOf(item, offset, language));
    return row;
}

}  // namespace

tl::expected<Jotting, JotMistake> readJotting(const string& text, const string& language) {
    Jotting rows;
    const std::u32string letters = lettersOf(text.starts_with("\xEF\xBB\xBF") ? text.substr(3) : text);
    int number = 0;
    std::size_t at = 0;
    while (at <= letters.size()) {
        std::size_t end = std::min(letters.find(U'\n', at), letters.size());
        Letters line = Letters(letters).substr(at, end - at);
        if (!line.empty() && line.back() == U'\r') line.remove_suffix(1);
        at = end + 1;
        // The line feed behind the last line begins no other.
        if (++number > 20000 && !(line.empty() && at > letters.size()))
            return tl::unexpected(JotMistake{number, 0, said("A jotting has at most 20,000 lines.")});
        try {
            if (auto row = rowOf(line, language)) rows.push_back(std::move(*row));
        } catch (const Mistake& mistake) {
            return tl::unexpected(JotMistake{number, mistake.column, mistake.sentence});
        }
    }
    return rows;
}

Problem asProblem(const JotMistake& m) {
    return {fmt::format("line {}, column {}", m.line, m.column + 1), m.sentence};
}

}  // namespace brindel
