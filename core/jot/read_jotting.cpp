#include <fmt/format.h>

#include <algorithm>

#include "core/jot/kind_words.h"
#include "core/jot/notation.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;
using Letters = std::u32string_view;

/// Thrown within this file only; readJotting turns it into a value.
struct Mistake {
    int column;
    string sentence;
};

/// One line, read character by character. Columns are counted in characters, as people see them.
class Line {
  public:
    Line(Letters letters, int offset) : letters_(letters), offset_(offset) {}

    bool atEnd() const { return at_ >= letters_.size(); }
    char32_t peek(std::size_t ahead = 0) const { return at_ + ahead < letters_.size() ? letters_[at_ + ahead] : U'\0'; }
    char32_t take() { return letters_[at_++]; }
    void skipBlanks() {
        while (peek() == U' ' || peek() == U'\t') ++at_;
    }
    int column() const { return offset_ + int(at_); }
    std::size_t at() const { return at_; }
    string from(std::size_t start) const { return utf8(letters_.substr(start, at_ - start)); }
    /// All that is left; a backslash keeps a semicolon or a backslash as it is.
    string rest() {
        std::u32string left;
        while (!atEnd()) {
            char32_t c = take();
            left += c == U'\\' && (peek() == U';' || peek() == U'\\') ? take() : c;
        }
        return trimmed(utf8(left));
    }
    [[noreturn]] void mistake(string sentence) const { throw Mistake{column(), std::move(sentence)}; }

    /// What stands up to a closing character; a backslash keeps the next character as it is. `raw` keeps the backslash
    /// too, but for one before the closing character.
    string upTo(char32_t close, const char* what, bool raw = false) {
        const int begin = column();
        take();
        std::u32string inside;
        while (!atEnd() && peek() != close) {
            char32_t c = take();
            if (c == U'\\' && !atEnd()) {
                if (raw && peek() != close) inside += c;
                inside += take();
            } else {
                inside += c;
            }
        }
        if (atEnd())
            throw Mistake{begin,
                          fmt::format("This {} has no end; {} is expected.", what, utf8(std::u32string(1, close)))};
        take();
        return utf8(inside);
    }

  private:
    Letters letters_;
    int offset_;
    std::size_t at_ = 0;
};

const std::vector<std::pair<const char*, const char*>> letterWords = {
    {"upper", "upper"}, {"lower", "lower"}, {"words", "eachWord"}, {"first", "first"}};

bool digit(char32_t c) {
    return c >= U'0' && c <= U'9';
}

/// What a field's parts say, gathered before it is known what they mean for its kind.
struct Parts {
    string kind;
    std::optional<Choices> choices;
    bool other = false;
    std::optional<double> length, least, most;
    bool range = false;
    int columns = 0, rows = 0, decimals = -1;
    bool required = false, secret = false, many = false;
    string letters, pattern, earliest, latest, name, hint, quoted, datePattern, unit, access, value;
    bool hasValue = false;
};

Choices choicesFrom(Line& line, bool& other) {
    Choices choices;
    line.take();
    std::u32string one;
    std::optional<string> value;
    const int begin = line.column() - 1;
    auto finish = [&] {
        string text = trimmed(utf8(one));
        one.clear();
        if (text == "…" || text == "...") {
            other = true;
        } else if (text.ends_with("…") || text.ends_with("...")) {
            other = true;  // "Other…" only says that others may be given
        } else if (!text.empty()) {
            choices.push_back({value.value_or(text), text});
        }
        value.reset();
    };
    while (!line.atEnd() && line.peek() != U']') {
        char32_t c = line.take();
        if (c == U'\\' && !line.atEnd())
            one += line.take();
        else if (c == U',')
            finish();
        else if (c == U'=' && !value)
            value = trimmed(utf8(one)), one.clear();
        else
            one += c;
    }
    if (line.atEnd()) throw Mistake{begin, "These choices have no end; ] is expected."};
    line.take();
    finish();
    return choices;
}

/// "30", "60x4", "2..25", "..25", "2..", ".1"
void readNumbers(Line& line, Parts& p) {
    const int begin = line.column();
    auto number = [&]() -> std::optional<double> {
        std::size_t start = line.at();
        if (line.peek() == U'-') line.take();
        while (digit(line.peek()) || (line.peek() == U'.' && digit(line.peek(1)) && line.peek(1) != U'.')) line.take();
        string text = line.from(start);
        if (text.empty()) return std::nullopt;
        auto value = numberFrom(text);
        if (!value || std::abs(*value) > 1e12) throw Mistake{begin, fmt::format("“{}” is no number.", text)};
        return value;
    };
    if (line.peek() == U'.' && line.peek(1) != U'.') {
        line.take();
        auto places = number();
        if (!places || *places > 9 || *places < 0)
            throw Mistake{begin, "The number of decimals is expected after the point, such as .2"};
        p.decimals = int(*places);
        return;
    }
    std::optional<double> first = line.peek() == U'.' ? std::nullopt : number();
    if (line.peek() == U'.' && line.peek(1) == U'.') {
        line.take(), line.take();
        std::optional<double> second = digit(line.peek()) || line.peek() == U'-' ? number() : std::nullopt;
        if (!first && !second) throw Mistake{begin, "A range such as 2..25 is expected."};
        if (first && second && *first > *second)
            throw Mistake{begin, "This range is upside down: the smaller number comes first."};
        if (p.range) throw Mistake{begin, "A second range; one is enough."};
        p.range = true;
        p.least = first, p.most = second;
    } else if (first && (line.peek() == U'x' || line.peek() == U'×')) {
        line.take();
        auto rows = number();
        if (!rows || *rows < 1 || *rows > 200 || *first < 1 || *first > 500)
            throw Mistake{begin, "A size such as 60x4 is expected: characters by lines."};
        p.columns = int(*first), p.rows = int(*rows);
    } else {
        if (!first || *first < 1 || *first > 1e6 || *first != std::floor(*first))
            throw Mistake{begin, "A length from 1 up is expected, in characters."};
        p.length = first;
    }
}

void readWord(Line& line, Parts& p) {
    const int begin = line.column();
    std::size_t start = line.at();
    while (!line.atEnd() && line.peek() != U' ' && line.peek() != U'\t' &&
           std::u32string_view(U"[(!@\"{=<>").find(line.peek()) == Letters::npos)
        line.take();
    string word = line.from(start);
    if (word.empty())
        throw Mistake{begin, fmt::format("“{}” is not understood here.", utf8(std::u32string(1, line.peek())))};
    for (const auto& [known, kind] : kindWords)
        if (word == known) {
            if (!p.kind.empty())
                throw Mistake{begin, fmt::format("A second kind; this field is a {} already.", p.kind)};
            p.kind = word;
            return;
        }
    for (const auto& [known, token] : letterWords)
        if (word == known) return void(p.letters = token);
    if (word == "secret") return void(p.secret = true);
    if (word == "several") return void(p.many = true);
    if (word == "readonly") return void(p.access = "readOnly");
    if (word == "locked") return void(p.access = "locked");
    const bool number = p.kind == "number" || (p.kind.empty() && (p.range || p.decimals >= 0));
    if (!number || !p.unit.empty())
        throw Mistake{
            begin,
            fmt::format("“{}” is not understood; a kind, a length, [choices], ! or the like is expected.", word)};
    p.unit = word;
}

Parts readParts(Line& line) {
    Parts p;
    for (line.skipBlanks(); !line.atEnd(); line.skipBlanks()) {
        const int begin = line.column();
        const char32_t c = line.peek();
        if (c == U'!')
            line.take(), p.required = true;
        else if (c == U'[') {
            if (p.choices) line.mistake("A second list of choices; one is enough.");
            p.choices = choicesFrom(line, p.other);
        } else if (c == U'/') {
            p.pattern = line.upTo(U'/', "pattern", true);
            if (string wrong = patternMisfit(p.pattern); !wrong.empty())
                throw Mistake{begin, fmt::format("Here {}.", wrong)};
        } else if (c == U'(')
            p.hint = trimmed(line.upTo(U')', "hint"));
        else if (c == U'"')
            p.quoted = line.upTo(U'"', "placeholder");
        else if (c == U'{')
            p.datePattern = trimmed(line.upTo(U'}', "date pattern"));
        else if (c == U'@') {
            line.take();
            std::size_t start = line.at();
            while (!line.atEnd() && line.peek() != U' ' && line.peek() != U'\t') line.take();
            p.name = line.from(start);
            if (p.name.empty()) throw Mistake{begin, "A name is expected after @."};
        } else if ((c == U'>' || c == U'<') && line.peek(1) == U'=') {
            line.take(), line.take();
            line.skipBlanks();
            std::size_t start = line.at();
            while (!line.atEnd() && std::u32string_view(U"[(!@\"{=<>/").find(line.peek()) == Letters::npos) line.take();
            string limit = trimmed(line.from(start));
            const bool clock = p.kind == "time" && misfit(Prop::earliestTime, limit).empty();
            if (p.kind == "time" && !clock) throw Mistake{begin, "A time such as 08:30 is expected here."};
            if (!clock && (limit.empty() || !dateMisfit(limit).empty()))
                throw Mistake{begin, "A date such as 2026-04-01, today or today+7 is expected here."};
            (c == U'>' ? p.earliest : p.latest) = limit;
        } else if (c == U'=') {
            line.take();
            p.value = line.rest();
            p.hasValue = true;
            if (p.value.ends_with(" !")) p.value = trimmed(p.value.substr(0, p.value.size() - 2)), p.required = true;
            if (p.value.empty()) throw Mistake{begin, "What the field starts with is expected after =."};
        } else if (digit(c) || c == U'.' || (c == U'-' && digit(line.peek(1))))
            readNumbers(line, p);
        else
            readWord(line, p);
    }
    return p;
}

bool dateLike(const string& text) {
    return dateMisfit(text).empty();
}

void setDates(const Parts& p, JotField& f, int column) {
    if (!p.earliest.empty()) f.own.set(Prop::earliest, p.earliest);
    if (!p.latest.empty()) f.own.set(Prop::latest, p.latest);
    if (!p.datePattern.empty()) f.own.set(Prop::datePattern, p.datePattern);
    if (p.hasValue && !dateLike(p.value))
        throw Mistake{column, "A date box starts with a date: 2026-04-01, today or today+7."};
}

/// What the parts mean for the kind; a part that the kind has no use for is a mistake.
JotField fieldFrom(const string& label, const Parts& p, int column, const string& language) {
    JotField f;
    f.label = label;
    f.name = p.name;
    auto refuse = [&](bool given, const char* part) {
        if (given) throw Mistake{column, fmt::format("A {} has no {}.", row(f.kind).word, part)};
    };
    if (p.kind.empty()) {
        f.guessed = true;
        f.kind = p.choices                                                            ? Kind::comboBox
                 : p.range || p.decimals >= 0 || !p.unit.empty()                      ? Kind::numberBox
                 : !p.earliest.empty() || !p.latest.empty() || !p.datePattern.empty() ? Kind::dateBox
                 : p.length || p.columns || !p.pattern.empty() || !p.letters.empty() || p.secret
                     ? Kind::textBox
                     : guessedKind(label, language);
    } else {
        for (const auto& [word, kind] : kindWords)
            if (p.kind == word) f.kind = kind;
    }
    f.radio = f.kind == Kind::radioButton;
    const bool ticks = p.kind == "ticks";
    const bool group = f.kind == Kind::choiceGroup, table = f.kind == Kind::table, time = f.kind == Kind::timeBox;
    const bool chosen = f.radio || f.kind == Kind::comboBox || f.kind == Kind::listBox || group;
    const bool text = f.kind == Kind::textBox;
    refuse(!chosen && !table && p.choices.has_value(), "choices");
    refuse(!row(f.kind).filled && p.required, "“required”");
    refuse(!text && !table && !group && p.length.has_value(), "length");
    refuse(!text && f.kind != Kind::listBox && p.rows > 0, "size in lines");
    refuse(!text && !p.letters.empty(), "letter case");
    refuse(!text && !p.pattern.empty(), "pattern");
    refuse(!text && p.secret, "secret");
    refuse(f.kind != Kind::listBox && !group && p.many, "“several”");
    refuse(f.kind != Kind::numberBox && f.kind != Kind::listBox && !group && p.range, "range");
    refuse(f.kind != Kind::numberBox && p.decimals >= 0, "decimals");
    refuse(f.kind != Kind::numberBox && !p.unit.empty(), "unit");
    refuse(f.kind != Kind::dateBox && !time && (!p.earliest.empty() || !p.latest.empty()), "earliest or latest date");
    refuse(f.kind != Kind::dateBox && !p.datePattern.empty(), "date pattern");
    refuse(!has(f.kind, Prop::placeholder) && f.kind != Kind::comboBox && !p.quoted.empty(), "placeholder");
    if (chosen && p.choices && p.choices->empty() && !p.other)
        throw Mistake{column, "At least one choice is expected between [ and ]."};
    if (chosen && !p.choices)
        throw Mistake{column, fmt::format("A {} needs its choices, such as [Wash, Scrape].", row(f.kind).word)};

    if (table) {
        if (!p.choices || p.choices->empty())
            throw Mistake{column, "A table needs its columns, such as [2=Item, Hours, Charge]."};
        Choices columns = *p.choices;
        for (Choice& c : columns)
            if (c.value == c.text)
                c.value = "1";
            else if (auto share = numberFrom(c.value); !share || *share <= 0 || *share > 1000)
                throw Mistake{column, fmt::format("A column's share of the width is a number; “{}” is none.", c.value)};
        if (p.length && *p.length > 200) throw Mistake{column, "A table has at most 200 rows."};
        f.own.set(Prop::columns, columns);
        if (p.length && *p.length != 3) f.own.set(Prop::rows, *p.length);
        if (!p.hint.empty()) f.own.set(Prop::hint, p.hint);
        refuse(p.hasValue, "value to start with");
        refuse(p.other, "way to take other answers");
        return f;
    }
    if (time) {
        for (const auto& [limit, prop] : {std::pair(p.earliest, Prop::earliestTime), {p.latest, Prop::latestTime}})
            if (!limit.empty() && !misfit(prop, limit).empty())
                throw Mistake{column, "A time such as 08:30 is expected here."};
            else if (!limit.empty())
                f.own.set(prop, limit);
        if (p.hasValue && !misfit(Prop::earliestTime, p.value).empty())
            throw Mistake{column, "A time box starts with a time such as 08:30."};
    }
    refuse((f.kind == Kind::picture || f.kind == Kind::signature) && p.hasValue, "value to start with");
    if (f.kind == Kind::picture) f.own.set(Prop::byFiller, true);
    if (group && p.length) {
        if (*p.length > 12) throw Mistake{column, "Choices stand in at most 12 columns."};
        f.own.set(Prop::acrossIn, *p.length);
    }
    if (p.choices) f.own.set(Prop::choices, *p.choices);
    if (p.other && (f.kind == Kind::comboBox || group))
        f.own.set(Prop::otherAnswers, true);
    else
        refuse(p.other, "way to take other answers");
    if (p.length && text) f.own.set(Prop::maxLength, *p.length);
    if (p.columns) {
        f.columns = p.columns, f.rows = p.rows;
        if (text && p.rows > 1) f.own.set(Prop::lines, string("many"));
    }
    if (!p.letters.empty()) f.own.set(Prop::letters, p.letters);
    if (!p.pattern.empty()) f.own.set(Prop::pattern, p.pattern);
    if (p.secret) f.own.set(Prop::secret, true);
    if (p.many || ticks) f.own.set(Prop::many, string("many"));
    if (ticks) f.own.set(Prop::tickMarks, true);
    if (p.decimals > 0) f.own.set(Prop::decimals, double(p.decimals));
    if (p.decimals > 0) f.own.set(Prop::step, std::pow(10.0, -p.decimals));
    if (!p.unit.empty()) f.own.set(Prop::unit, p.unit);
    if (p.range && f.kind == Kind::numberBox) {
        if (p.least) f.own.set(Prop::least, *p.least);
        if (p.most) f.own.set(Prop::most, *p.most);
    } else if (p.range) {
        if ((p.least && (*p.least < 0 || *p.least != std::floor(*p.least))) ||
            (p.most && (*p.most < 1 || *p.most != std::floor(*p.most))))
            throw Mistake{column, "At least and at most so many choices are whole numbers."};
        f.own.set(Prop::many, string("many"));
        if (p.least && *p.least > 0) f.own.set(Prop::atLeast, *p.least);
        if (p.most) f.own.set(Prop::atMost, *p.most);
    }
    if (f.kind == Kind::dateBox) setDates(p, f, column);
    if (!p.quoted.empty()) f.own.set(f.kind == Kind::comboBox ? Prop::prompt : Prop::placeholder, p.quoted);
    if (!p.hint.empty()) f.own.set(Prop::hint, p.hint);
    if (p.required) f.own.set(Prop::required, true);
    if (!p.access.empty()) f.own.set(Prop::access, p.access);
    if (!p.hasValue) return f;

    if (f.kind == Kind::checkBox) {
        if (p.value != "yes" && p.value != "no") throw Mistake{column, "A check box starts with yes or no."};
        if (p.value == "yes") f.own.set(Prop::startsTicked, true);
    } else if (f.kind == Kind::numberBox && !numberRead(p.value, language)) {
        f.own.set(Prop::workedOut, p.value);
    } else {
        const bool listed = !p.choices || std::ranges::any_of(*p.choices, [&](const Choice& c) {
            return c.text == p.value || c.value == p.value;
        });
        if (!listed && !p.other) throw Mistake{column, fmt::format("“{}” is not among the choices.", p.value)};
        f.own.set(Prop::defaultText, p.value);
    }
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

JotField fieldOf(Letters item, int offset, const string& language) {
    Line line(item, offset);
    line.skipBlanks();
    const int column = line.column();
    std::u32string label;
    while (!line.atEnd() && line.peek() != U':') {
        char32_t c = line.take();
        label += c == U'\\' && !line.atEnd() ? line.take() : c;
    }
    string text = trimmed(utf8(label));
    if (text.empty()) line.mistake("A label is expected here, such as “Boat name:”.");
    if (!line.atEnd()) line.take();
    Parts parts = readParts(line);
    return fieldFrom(text, parts, column, language);
}

JotRow buttonsOf(Letters letters) {
    JotRow row{JotRow::What::buttons, "", {}, {}};
    Line line(letters, 0);
    for (line.skipBlanks(); !line.atEnd(); line.skipBlanks()) {
        if (line.peek() != U'[') line.mistake("A button such as [Cancel] is expected here.");
        const int begin = line.column();
        string text = trimmed(line.upTo(U']', "button"));
        if (text.empty()) throw Mistake{begin, "A button needs a wording between [ and ]."};
        const bool accepts = line.peek() == U'*';
        if (accepts) line.take();
        row.buttons.push_back({text, accepts});
    }
    return row;
}

std::optional<JotRow> rowOf(Letters letters, const string& language) {
    using What = JotRow::What;
    string text = trimmed(utf8(letters));
    if (text.empty()) return std::nullopt;
    auto after = [&](std::size_t signs) { return trimmed(text.substr(signs)); };
    const int indent = int(letters.find_first_not_of(U" \t"));
    if (text.starts_with("###")) return JotRow{after(3).empty() ? What::frameEnd : What::frame, after(3), {}, {}};
    if (text[0] == '#') {
        const std::size_t signs = text.starts_with("##") ? 2 : 1;
        if (after(signs).empty())
            throw Mistake{indent, signs == 1 ? "The form's title is expected after #."
                                             : "The name of a page or section is expected after ##."};
        return JotRow{signs == 1 ? What::title : What::section, after(signs), {}, {}};
    }
    if (text[0] == '>') {
        if (after(1).empty()) throw Mistake{indent, "Wording is expected after >."};
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
    const std::u32string letters = lettersOf(text);
    int number = 0;
    std::size_t at = 0;
    while (at <= letters.size()) {
        std::size_t end = std::min(letters.find(U'\n', at), letters.size());
        Letters line = Letters(letters).substr(at, end - at);
        if (!line.empty() && line.back() == U'\r') line.remove_suffix(1);
        at = end + 1;
        if (++number > 20000) return tl::unexpected(JotMistake{number, 0, "A jotting has at most 20,000 lines."});
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
