#include "core/targets/sheet/control_sheet.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <nlohmann/json.hpp>

#include "core/file/form_file.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
#include "core/rules/references.h"
#include "core/rules/telling.h"
#include "core/session/limits.h"

namespace brindel {
namespace {

using std::string;

/// What the reply of a control is, in the words of its JSON.
string replyType(const Control& c) {
    if (!isFilled(c)) return "";
    return takesSeveral(c) ? "list of texts" : string(c.is().answer().inReply);
}

string choicesOf(const Form& form, const Control& c) {
    string all;
    auto add = [&](const string& value, const string& text) {
        if (!all.empty()) all += "; ";
        all += value == text ? text : value + " = " + text;
    };
    if (has(c.kind, Prop::choices))
        for (const Choice& choice : c.choices()) add(choice.value, choice.text);
    for (Id id : form.index()->radioGroupOf(c.id)) {
        const Control& button = *form.find(id);
        add(valueWhenOn(button), button.text(Prop::text));
    }
    return all;
}

/// What a control starts with.
string startOf(const Control& c) {
    if (c.is().answer().ticked) return c.yes(Prop::startsTicked) ? "ticked" : "";
    return has(c.kind, Prop::defaultText) ? c.text(Prop::defaultText) : "";
}

string formulasOf(const Control& c) {
    string all;
    eachFormula(c, [&](std::optional<Prop> prop, const string& formula) {
        if (!prop || formula.empty()) return;
        if (!all.empty()) all += "; ";
        all += string(row(*prop).word) + ": " + formula;
    });
    return all;
}

string rulesOf(const Form& form, const Control& c) {
    string all;
    for (const Rule& rule : c.rules) {
        if (!all.empty()) all += ' ';
        all += ruleTold(form, c, rule);
        if (rule.off) all += " (switched off)";
    }
    return all;
}

string accessOf(const Control& c) {
    return isFilled(c) ? string(tokenWord(Prop::access, c.text(Prop::access))) : "";
}

string personalOf(const Control& c) {
    if (!has(c.kind, Prop::personal) || !c.yes(Prop::personal)) return "";
    return c.text(Prop::purpose).empty() ? "yes" : c.text(Prop::purpose);
}

string styleOf(const Form& form, const Control& c) {
    const Style* style = form.style(styleKey(c));
    return style ? style->word : "";
}

string textIf(const Control& c, Prop prop) {
    return has(c.kind, prop) ? c.text(prop) : "";
}

/// What all cells are made from.
struct Sheet {
    const Form& form;
    std::map<Id, int> stops = stopNumbers(form);
    std::map<Id, int> numbers = {};
};

struct Column {
    SheetColumn shown;
    string (*cell)(const Sheet&, const Control&);
};
using C = const Control&;
// The rows read best in long lines.
// clang-format off
const Column columns[] = {
    {{"number", "No."}, [](const Sheet& s, C c) { return std::to_string(s.numbers.at(c.id)); }},
    {{"name", "Name"}, [](const Sheet&, C c) { return c.name; }},
    {{"answersAs", "In the reply"}, [](const Sheet& s, C c) { return isFilled(c) ? answerName(s.form, c) : string(); }},
    {{"kind", "Kind"}, [](const Sheet&, C c) { return string(row(c.kind).word); }},
    {{"label", "Called"}, [](const Sheet& s, C c) { return calledBy(s.form, c); }},
    {{"in", "In"}, [](const Sheet& s, C c) { return s.numbers.contains(c.parent) ? std::to_string(s.numbers.at(c.parent)) : string(); }},
    {{"type", "Type"}, [](const Sheet&, C c) { return replyType(c); }},
    {{"required", "Required"}, [](const Sheet&, C c) { return isFilled(c) && c.yes(Prop::required) ? string("required") : string(); }},
    {{"limits", "Accepts"}, [](const Sheet& s, C c) { return limitsInWords(s.form, c); }},
    {{"pattern", "Pattern"}, [](const Sheet&, C c) { return textIf(c, Prop::pattern) + textIf(c, Prop::datePattern) + textIf(c, Prop::timePattern); }},
    {{"starts", "Starts as"}, [](const Sheet&, C c) { return startOf(c); }},
    {{"choices", "Choices"}, [](const Sheet& s, C c) { return choicesOf(s.form, c); }},
    {{"formulas", "Worked out"}, [](const Sheet&, C c) { return formulasOf(c); }},
    {{"rules", "Rules"}, [](const Sheet& s, C c) { return rulesOf(s.form, c); }},
    {{"stop", "Tab stop"}, [](const Sheet& s, C c) { const auto at = s.stops.find(c.id); return at == s.stops.end() ? string() : std::to_string(at->second); }},
    {{"accessKey", "Key"}, [](const Sheet& s, C c) { return c.is().tabbed ? keyTo(s.form, c) : string(); }},
    {{"access", "Fillers may"}, [](const Sheet&, C c) { return accessOf(c); }},
    {{"personal", "Personal"}, [](const Sheet&, C c) { return personalOf(c); }},
    {{"hint", "Hint"}, [](const Sheet&, C c) { return textIf(c, Prop::hint); }},
    {{"style", "Style"}, [](const Sheet& s, C c) { return styleOf(s.form, c); }},
    {{"note", "Note"}, [](const Sheet&, C c) { return textIf(c, Prop::note); }},
};
// clang-format on

string csvCell(string text) {
    if (!text.empty() && string("=+-@\t\r").find(text[0]) != string::npos) text.insert(0, 1, '\'');
    if (text.find_first_of("\",\r\n") == string::npos) return text;
    string quoted = "\"";
    for (char c : text) quoted += c == '"' ? "\"\"" : string(1, c);
    return quoted + "\"";
}

}  // namespace

std::span<const SheetColumn> sheetColumns() {
    static const std::vector<SheetColumn> shown = [] {
        std::vector<SheetColumn> all;
        for (const Column& column : columns) all.push_back(column.shown);
        return all;
    }();
    return shown;
}

std::vector<SheetRow> sheetRows(const Form& form) {
    Sheet sheet{form};
    int number = 0;
    const std::vector<Id> ids = allIds(form);
    for (Id id : ids) sheet.numbers[id] = ++number;
    std::vector<SheetRow> rows;
    for (Id id : ids) {
        SheetRow one{sheet.numbers[id], id, {}};
        for (const Column& column : columns) one.cells.push_back(column.cell(sheet, *form.find(id)));
        rows.push_back(std::move(one));
    }
    return rows;
}

string sheetCsv(const Form& form) {
    string text;
    auto line = [&](const auto& cells) {
        bool first = true;
        for (const auto& cell : cells) {
            if (!std::exchange(first, false)) text += ',';
            text += csvCell(string(cell));
        }
        text += "\r\n";
    };
    std::vector<std::string_view> keys;
    for (const SheetColumn& column : sheetColumns()) keys.push_back(column.key);
    line(keys);
    for (const SheetRow& one : sheetRows(form)) line(one.cells);
    return text;
}

string sheetJson(const Form& form) {
    using Json = nlohmann::ordered_json;
    // What the file says of each control, by its id.
    std::map<string, Json> properties;
    const auto gather = [&](const auto& self, const Json& control) -> void {
        Json own = Json::object();
        for (const auto& [key, value] : control.items()) {
            const bool children =
                value.is_array() && !value.empty() && value[0].is_object() && value[0].contains("kind");
            if (children)
                for (const Json& child : value) self(self, child);
            else
                own[key] = value;
        }
        if (!own.contains("id")) return;
        const string id = own["id"].get<string>();
        properties[id] = std::move(own);
    };
    gather(gather, Json::parse(formText(form)));
    Json controls = Json::array();
    for (const SheetRow& one : sheetRows(form)) {
        Json control = Json::object();
        for (std::size_t i = 0; i < one.cells.size(); ++i)
            if (!one.cells[i].empty()) control[string(columns[i].shown.key)] = one.cells[i];
        control["number"] = one.number;
        if (auto at = properties.find(fmt::format("c{}", one.id)); at != properties.end())
            control["properties"] = std::move(at->second);
        controls.push_back(std::move(control));
    }
    const Json all = {{"form", form.root().name},
                      {"version", form.revision},
                      {"title", form.root().text(Prop::title)},
                      {"controls", std::move(controls)}};
    return all.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

}  // namespace brindel
