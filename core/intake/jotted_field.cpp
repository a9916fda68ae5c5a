#include "core/intake/jotted_field.h"

#include <fmt/format.h>

#include "core/text/words.h"

namespace brindel::intake {
namespace {

using std::string;

string kept(const string& text, const char* signs) {
    string all;
    for (const char c : text) {
        if (c == '\\' || string(signs).find(c) != string::npos) all += '\\';
        all += c == '\n' || c == '\r' || c == '\t' ? ' ' : c;
    }
    return all;
}

/// What stands behind a label.
string jottedParts(const FieldSays& says) {
    string text = says.kind.empty() && says.typed() && says.choices.empty() ? "number" : says.kind;
    if (says.kind == "text" && says.rows > 1) text += fmt::format(" 60x{}", says.rows);
    if (says.longest > 0 && (text == "text" || text.empty()))
        text = fmt::format("text {}", says.longest) + text.substr(std::min<std::size_t>(text.size(), 4));
    if (!says.choices.empty()) {
        text += " [";
        const bool table = says.kind == "table";
        for (std::size_t i = 0; i < says.choices.size(); ++i) {
            if (i) text += ", ";
            if (!table && i < says.values.size() && !says.values[i].empty() && says.values[i] != says.choices[i])
                text += kept(says.values[i], ",]=") + " = ";
            text += kept(says.choices[i], ",]=");
        }
        text += says.other ? ", …]" : "]";
        if (table && says.rows > 0) text += fmt::format(" {}", says.rows);
        if (says.several && !table) text += " several";
    }
    if (says.least || says.most)
        text +=
            fmt::format(" {}..{}", says.least ? exactText(*says.least) : "", says.most ? exactText(*says.most) : "");
    if (says.step && *says.step > 0) {
        const int decimals = decimalsOf(*says.step);
        text += decimals > 0      ? " ." + numberIn(*says.step, decimals, false, "en").substr(2)
                : *says.step == 1 ? ""
                                  : fmt::format(" by {}", exactText(*says.step));
    }
    if (!says.unit.empty()) text += " " + says.unit;
    if (!says.match.empty()) {
        text += " /";
        for (const char c : says.match) text += c == '/' ? string("\\/") : string(1, c);
        text += "/";
    }
    if (says.secret) text += " secret";
    if (!says.earliest.empty()) text += " >= " + says.earliest;
    if (!says.latest.empty()) text += " <= " + says.latest;
    if (!says.pattern.empty()) text += " {" + kept(says.pattern, "}") + "}";
    if (says.readOnly) text += " readonly";
    if (says.required) text += " !";
    if (!says.placeholder.empty()) text += " \"" + kept(says.placeholder, "\"") + "\"";
    if (!says.hint.empty()) text += " (" + kept(says.hint, "()") + ")";
    if (!says.name.empty()) text += " @" + says.name;
    if (!says.value.empty()) text += " = " + kept(says.value, ";");
    return text;
}

}  // namespace

JotField jottedField(const string& label, const FieldSays& says) {
    // What one part says wrong is left out, and the rest kept: a range that ends before it begins, a name that is none.
    for (int leave = 0; leave < 4; ++leave) {
        FieldSays fewer = says;
        if (leave >= 1) fewer.name.clear(), fewer.value.clear(), fewer.match.clear();
        if (leave >= 2)
            fewer.least = fewer.most = fewer.step = {}, fewer.unit.clear(), fewer.earliest.clear(),
            fewer.latest.clear(), fewer.pattern.clear();
        if (leave >= 3) fewer = {.kind = says.kind, .choices = says.choices};
        const auto rows = readJotting("x: " + jottedParts(fewer));
        if (!rows || rows->size() != 1 || rows->front().fields.size() != 1) continue;
        JotField field = rows->front().fields.front();
        field.label = label;
        return field;
    }
    JotField field;
    field.label = label;
    return field;
}

void moreLines(JotField& field) {
    if (field.kind != Kind::textBox) return;
    field.columns = 60;
    field.rows = std::min(std::max(1, field.rows) + 1, 30);
    field.own.set(Prop::lines, string("many"));
}

void withUnit(JotField& field, const string& unit) {
    FieldSays says;
    says.kind = "number";
    says.unit = unit;
    const string label = field.label;
    field = jottedField(label, says);
}

}  // namespace brindel::intake
