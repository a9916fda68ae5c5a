#include "core/jot/field_parts.h"

#include <algorithm>
#include <cmath>
#include <functional>

#include "core/model/kinds.h"
#include "core/naming/identifiers.h"
#include "core/rules/formula.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::jot {
namespace {

const std::vector<std::pair<const char*, const char*>> letterWords = {
    {"upper", "upper"}, {"lower", "lower"}, {"words", "eachWord"}, {"first", "first"}};

bool digit(char32_t c) {
    return c >= U'0' && c <= U'9';
}

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
    if (line.atEnd()) throw Mistake{begin, said("These choices have no end; ] is expected.")};
    line.take();
    finish();
    return choices;
}

/// "0.5", ".01", "5": how far the arrows go, and the places that this takes; ".00" says the places alone.
void readStep(const string& text, Parts& p, int begin) {
    const auto step = numberFrom(text[0] == '.' ? "0" + text : text);
    const std::size_t dot = text.find('.'), places = dot == string::npos ? 0 : text.size() - dot - 1;
    if (!step || places > 9 || (dot != string::npos && places == 0) || *step > 1e9)
        throw Mistake{begin, said("A step is expected, such as .1, .5, .01 or by 5.")};
    p.decimals = std::max(p.decimals, int(places));
    if (*step > 0) p.step = *step;
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
        if (!value || std::abs(*value) > 1e12) throw Mistake{begin, said("“{}” is not a number.", text)};
        return value;
    };
    if (line.peek() == U'.' && line.peek(1) != U'.') {
        // What the arrows go by, and with it how many places there are: .5 goes by halves, .01 by hundredths.
        const std::size_t start = line.at();
        line.take();
        while (digit(line.peek())) line.take();
        readStep(line.from(start), p, begin);
        return;
    }
    std::optional<double> first = line.peek() == U'.' ? std::nullopt : number();
    if (line.peek() == U'.' && line.peek(1) == U'.') {
        line.take(), line.take();
        std::optional<double> second = digit(line.peek()) || line.peek() == U'-' ? number() : std::nullopt;
        if (!first && !second) throw Mistake{begin, said("A range such as 2..25 is expected.")};
        if (first && second && *first > *second)
            throw Mistake{begin, said("This range is upside down: the smaller number comes first.")};
        if (p.range) throw Mistake{begin, said("A second range; one is enough.")};
        p.range = true;
        p.least = first, p.most = second;
    } else if (first && (line.peek() == U'x' || line.peek() == U'×')) {
        line.take();
        auto rows = number();
        if (!rows || *rows < 1 || *rows > 200 || *first < 1 || *first > 500)
            throw Mistake{begin, said("A size such as 60x4 is expected: characters by lines.")};
        p.columns = int(*first), p.rows = int(*rows);
    } else {
        if (!first || *first < 1 || *first > 1e6 || *first != std::floor(*first))
            throw Mistake{begin, said("A length from 1 up is expected, in characters.")};
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
    if (word.empty()) throw Mistake{begin, said("“{}” is not understood here.", utf8(std::u32string(1, line.peek())))};
    for (const KindRow& kind : allKinds())
        if (std::ranges::find(kind.jotted, word) != kind.jotted.end()) {
            if (!p.kind.empty()) throw Mistake{begin, said("A second kind; this field is a {} already.", p.kind)};
            p.kind = word;
            return;
        }
    for (const auto& [known, token] : letterWords)
        if (word == known) return void(p.letters = token);
    if (word == "by") {
        line.skipBlanks();
        const std::size_t number = line.at();
        while (digit(line.peek()) || line.peek() == U'.') line.take();
        return readStep(line.from(number), p, begin);
    }
    if (word == "if") {
        line.skipBlanks();
        const int at = line.column();
        p.shownWhen = line.rest();
        if (const auto tree = readFormula(p.shownWhen); !tree)
            throw Mistake{at + int(characterCount(p.shownWhen.substr(0, tree.error().at))), tree.error().sentence};
        return;
    }
    if (word == "secret") return void(p.secret = true);
    if (word == "several") return void(p.many = true);
    if (word == "readonly") return void(p.access = "readOnly");
    if (word == "locked") return void(p.access = "locked");
    const bool number = p.kind == "number" || (p.kind.empty() && (p.range || p.decimals >= 0));
    if (!number || !p.unit.empty())
        throw Mistake{begin,
                      said("“{}” is not understood; a kind, a length, [choices], ! or the like is expected.", word)};
    p.unit = word;
}

}  // namespace

Parts readParts(Line& line) {
    Parts p;
    for (line.skipBlanks(); !line.atEnd(); line.skipBlanks()) {
        const int begin = line.column();
        const char32_t c = line.peek();
        if (c == U'!')
            line.take(), p.required = true;
        else if (c == U'[') {
            if (p.choices) line.mistake(said("A second list of choices; one is enough."));
            p.choices = choicesFrom(line, p.other);
        } else if (c == U'/') {
            p.pattern = line.upTo(U'/', "pattern", true);
            if (Sentence wrong = patternMisfit(p.pattern); !wrong.empty()) throw Mistake{begin, wrong};
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
            if (p.name.empty()) throw Mistake{begin, said("A name is expected after @.")};
            if (Sentence wrong = identifierMisfit(p.name, true); !wrong.empty()) throw Mistake{begin, wrong};
        } else if ((c == U'>' || c == U'<') && line.peek(1) == U'=') {
            line.take(), line.take();
            line.skipBlanks();
            std::size_t start = line.at();
            while (!line.atEnd() && std::u32string_view(U"[(!@\"{=<>/").find(line.peek()) == Letters::npos) line.take();
            string limit = trimmed(line.from(start));
            const bool clock = p.kind == "time" && misfit(Prop::earliestTime, limit).empty();
            if (p.kind == "time" && !clock) throw Mistake{begin, said("A time such as 08:30 is expected here.")};
            if (!clock && (limit.empty() || !dateMisfit(limit).empty()))
                throw Mistake{begin, said("A date such as 2026-04-01, today or today+7 is expected here.")};
            (c == U'>' ? p.earliest : p.latest) = limit;
        } else if (c == U'=') {
            line.take();
            line.skipBlanks();
            p.valueAt = line.column();
            p.value = line.rest();
            p.hasValue = true;
            if (p.value.ends_with(" !")) p.value = trimmed(p.value.substr(0, p.value.size() - 2)), p.required = true;
            if (p.value.empty()) throw Mistake{begin, said("What the field starts with is expected after =.")};
        } else if (digit(c) || c == U'.' || (c == U'-' && digit(line.peek(1))))
            readNumbers(line, p);
        else
            readWord(line, p);
    }
    return p;
}

bool meantAsFormula(const string& text) {
    if (text.starts_with('=')) return true;
    const auto tree = readFormula(text);
    const std::function<bool(const Node&)> works = [&](const Node& node) {
        return node.what == Node::What::call || node.what == Node::What::text ||
               std::ranges::any_of(node.parts, [&](const NodePtr& part) { return works(*part); });
    };
    return tree && works(**tree);
}

bool isPlainStart(AnswerType type, const string& text, const string& language) {
    switch (type) {
        case AnswerType::tick:
            return text == "yes" || text == "no";
        case AnswerType::number:
            return numberRead(text, language).has_value();
        case AnswerType::date:
            return dateMisfit(text).empty();
        case AnswerType::time:
            return misfit(Prop::earliestTime, text).empty();
        default:
            return !meantAsFormula(text);
    }
}

}  // namespace brindel::jot
