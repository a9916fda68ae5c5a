#include <fmt/format.h>

#include "core/jot/field_parts.h"
#include "core/jot/notation.h"
#include "core/rules/formula.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;
using What = JotRow::What;

/// Puts a backslash before each of `signs` and before backslashes; a line break becomes a blank, or \\n where that is
/// read back.
string escaped(const string& text, const char* signs, const char* lineBreak = " ") {
    string result;
    for (char c : text) {
        if (c == '\\' || string(signs).find(c) != string::npos) result += '\\';
        c == '\n' ? result += lineBreak : result += c;
    }
    return result;
}

string textOf(const Props& own, Prop prop) {
    const Value* value = own.find(prop);
    const auto* text = value ? std::get_if<string>(value) : nullptr;
    return text ? *text : "";
}
std::optional<double> numberOf(const Props& own, Prop prop) {
    const Value* value = own.find(prop);
    const auto* number = value ? std::get_if<double>(value) : nullptr;
    return number ? std::optional(*number) : std::nullopt;
}
bool yes(const Props& own, Prop prop) {
    const Value* value = own.find(prop);
    const auto* is = value ? std::get_if<bool>(value) : nullptr;
    return is && *is;
}

string kindWord(const JotField& f) {
    if (f.kind == Kind::listBox && yes(f.own, Prop::tickMarks)) return "ticks";
    const auto& words = row(f.kind).jotted;
    return words.empty() ? "text" : string(words.front());
}

string choicesText(const JotField& f) {
    const bool table = row(f.kind).grid;
    const string others = yes(f.own, Prop::otherAnswers) ? ", …]" : "]";
    if (const string from = textOf(f.own, Prop::choicesFrom); from == "run")
        return fmt::format(" [{}..{}", exactText(numberOf(f.own, Prop::runFrom).value_or(1)),
                           exactText(numberOf(f.own, Prop::runTo).value_or(10))) +
               others;
    else if (from == "ready" || from == "file") {
        const string list = textOf(f.own, Prop::readyList);
        return " [= " + (from == "file" ? "file" : list.empty() ? "months" : list) + others;
    }
    const Value* value = f.own.find(table ? Prop::columns : Prop::choices);
    const auto* choices = value ? std::get_if<Choices>(value) : nullptr;
    if (!choices) return "";
    string text = " [";
    bool first = true;
    for (const Choice& c : *choices) {
        if (!first) text += ", ";
        if (c.value != c.text && !(table && c.value == "1")) text += escaped(c.value, ",]=") + " = ";
        text += escaped(c.text, ",]=");
        first = false;
    }
    if (yes(f.own, Prop::otherAnswers)) text += first ? "…" : ", …";
    return text + "]";
}

string rangeText(std::optional<double> from, std::optional<double> to) {
    if (!from && !to) return "";
    return fmt::format(" {}..{}", from ? exactText(*from) : "", to ? exactText(*to) : "");
}

/// How far the arrows go and how many places there are: ".5", ".01", "by 5", ".00 by 5".
string stepText(double step, int decimals) {
    if (step == 1 && decimals == 0) return "";
    if (step < 1 && step > 0 && decimalsOf(step) <= decimals)
        return " " + fmt::format("{:.{}f}", step, decimals).substr(1);
    const string places = decimals > 0 ? " ." + string(std::size_t(decimals), '0') : "";
    return step == 1 ? places : places + " by " + exactText(step);
}

/// Line breaks written \\n, so that a row stays one line.
string inOneLine(const string& text) {
    string line;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const bool escapes = text[i] == '\\' && i + 1 < text.size() && (text[i + 1] == 'n' || text[i + 1] == '\\');
        line += text[i] == '\n' ? string("\\n") : escapes ? string("\\\\") : string(1, text[i]);
    }
    return line;
}

}  // namespace

string fieldText(const JotField& f) {
    string text = escaped(f.label, ":;", "\\n") + ": " + kindWord(f);
    if (f.columns > 0 && f.rows > 0) text += fmt::format(" {}x{}", f.columns, f.rows);
    if (auto most = numberOf(f.own, Prop::maxLength)) text += " " + exactText(*most);
    if (auto across = numberOf(f.own, Prop::acrossIn)) text += " " + exactText(*across);
    text += choicesText(f);
    if (auto rows = numberOf(f.own, Prop::rows)) text += " " + exactText(*rows);
    if (row(f.kind).spreads && textOf(f.own, Prop::many) == "many" && !numberOf(f.own, Prop::atLeast) &&
        !numberOf(f.own, Prop::atMost))
        text += " several";
    if (f.kind == Kind::listBox && textOf(f.own, Prop::many) == "many" && !yes(f.own, Prop::tickMarks))
        text += " several";
    text += rangeText(numberOf(f.own, Prop::least), numberOf(f.own, Prop::most));
    text += rangeText(numberOf(f.own, Prop::atLeast), numberOf(f.own, Prop::atMost));
    text += stepText(numberOf(f.own, Prop::step).value_or(1), int(numberOf(f.own, Prop::decimals).value_or(0)));
    if (string unit = textOf(f.own, Prop::unit); !unit.empty()) text += " " + unit;
    string letters = textOf(f.own, Prop::letters);
    if (!letters.empty()) text += " " + (letters == "eachWord" ? "words" : letters);
    if (string pattern = textOf(f.own, Prop::pattern); !pattern.empty()) {
        text += " /";
        for (char c : pattern) text += c == '/' ? string("\\/") : string(1, c);
        text += "/";
    }
    if (yes(f.own, Prop::secret)) text += " secret";
    if (string day = textOf(f.own, Prop::earliest); !day.empty()) text += " >= " + day;
    if (string day = textOf(f.own, Prop::latest); !day.empty()) text += " <= " + day;
    if (string time = textOf(f.own, Prop::earliestTime); !time.empty()) text += " >= " + time;
    if (string time = textOf(f.own, Prop::latestTime); !time.empty()) text += " <= " + time;
    if (string pattern = textOf(f.own, Prop::datePattern); !pattern.empty()) text += " {" + escaped(pattern, "}") + "}";
    if (string access = textOf(f.own, Prop::access); !access.empty() && access != "open")
        text += access == "locked" ? " locked" : " readonly";
    if (yes(f.own, Prop::required)) text += " !";
    for (Prop prop : {Prop::placeholder, Prop::prompt})
        if (string quoted = textOf(f.own, prop); !quoted.empty()) text += " \"" + escaped(quoted, "\"") + "\"";
    if (string hint = textOf(f.own, Prop::hint); !hint.empty()) text += " (" + escaped(hint, "()") + ")";
    if (!f.name.empty()) text += " @" + f.name;
    if (row(f.kind).answer().toggled && yes(f.own, Prop::startsTicked)) text += " = yes";
    if (!f.shownWhen.empty()) return text + " if " + escaped(f.shownWhen, "");
    for (Prop prop : {Prop::defaultText, Prop::workedOut})
        if (string value = textOf(f.own, prop); !value.empty())
            text += " = " + (prop != Prop::workedOut                               ? escaped(value, ";")
                             : jot::isPlainStart(row(f.kind).answers, value, "en") ? "=" + value
                                                                                   : value);
    return text;
}

/// A title in which what stands behind if could be taken for a condition keeps its if by a backslash.
string frameTitle(const string& title) {
    string text = inOneLine(title);
    const std::size_t at = text.rfind(" if ");
    if (at != string::npos && readFormula(text.substr(at + 4))) text.insert(at + 1, "\\");
    return text;
}

string jottingText(const Jotting& rows) {
    string text;
    for (const JotRow& r : rows) {
        switch (r.what) {
            case What::title:
                text += "# " + inOneLine(r.text);
                break;
            case What::section:
                text += (text.empty() ? "## " : "\n## ") + inOneLine(r.text);
                break;
            case What::frame:
                text += "### " + frameTitle(r.text) + (r.shownWhen.empty() ? "" : " if " + r.shownWhen);
                break;
            case What::frameEnd:
                text += "###";
                break;
            case What::wording:
                text += "> " + inOneLine(r.text);
                break;
            case What::rule:
                text += r.text;
                break;
            case What::line:
                text += "---";
                break;
            case What::paper:
                text += "===";
                break;
            case What::fields:
                for (std::size_t i = 0; i < r.fields.size(); ++i) text += (i ? "; " : "") + fieldText(r.fields[i]);
                break;
            case What::buttons:
                for (std::size_t i = 0; i < r.buttons.size(); ++i)
                    text += fmt::format("{}[{}]{}", i ? " " : "", escaped(r.buttons[i].text, "]"),
                                        r.buttons[i].accepts ? "*" : "");
                break;
        }
        text += '\n';
    }
    return text;
}

}  // namespace brindel
