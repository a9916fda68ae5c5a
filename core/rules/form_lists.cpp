#include "core/rules/form_lists.h"

#include <algorithm>
#include <optional>

#include "core/answers/choice_lists.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

/// The number that a cell says; nothing for what only looks like one: 017, +44, 1 234.
std::optional<double> numberIn(const string& cell, const string& decimal) {
    string plain;
    for (std::size_t i = 0; i < cell.size();) {
        if (!decimal.empty() && cell.compare(i, decimal.size(), decimal) == 0) {
            plain += '.';
            i += decimal.size();
        } else if (cell[i] == '.' || (cell[i] == '-' && i == 0) || (cell[i] >= '0' && cell[i] <= '9')) {
            plain += cell[i++];
        } else {
            return std::nullopt;
        }
    }
    const std::size_t first = plain.starts_with('-') ? 1 : 0;
    if (plain.size() > first + 1 && plain[first] == '0' && plain[first + 1] != '.') return std::nullopt;
    return numberFrom(plain);
}

Operand listFrom(const Control& c, const TextTable& table, const string& decimal) {
    Operand list{{}, true};
    for (const string& heading : table[0]) list.headings.push_back(trimmed(heading));
    list.columns = std::max<std::size_t>(1, list.headings.size());
    const auto at = std::ranges::find(list.headings, c.text(Prop::listColumn));
    const std::size_t own = at == list.headings.end() ? 0 : std::size_t(at - list.headings.begin());
    for (std::size_t row = 1; row < table.size() && row <= mostChoices; ++row)
        for (std::size_t i = 0; i < list.columns; ++i) {
            string cell = i < table[row].size() ? trimmed(table[row][i]) : "";
            const auto number = i == own ? std::nullopt : numberIn(cell, decimal);
            list.values.push_back(cell.empty() ? Scalar() : number ? Scalar(*number) : Scalar(std::move(cell)));
        }
    return list;
}

}  // namespace

FormLists::FormLists(const Form& form) {
    const string decimal = numberSigns(form.root().text(Prop::language)).decimal;
    // Fields of a table's rows have one file.
    std::map<std::pair<string, string>, std::shared_ptr<const Operand>> read;
    form.controls.each([&](Id id, const Control& c) {
        if (!has(c.kind, Prop::listText) || c.as<ChoicesFrom>() != ChoicesFrom::file) return;
        auto& list = read[{c.text(Prop::listText), c.text(Prop::listColumn)}];
        if (!list)
            if (const auto table = readTable(c.text(Prop::listText)); table && !table->empty())
                list = std::make_shared<const Operand>(listFrom(c, *table, decimal));
        if (list) lists_[id] = list;
    });
}

std::shared_ptr<const Operand> FormLists::of(Id field) const {
    const auto at = lists_.find(field);
    return at == lists_.end() ? nullptr : at->second;
}

}  // namespace brindel
