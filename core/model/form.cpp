#include "core/model/form.h"

#include <algorithm>
#include <array>
#include <optional>

#include "core/model/looks.h"
#include "core/model/papers.h"

namespace brindel {

const Value& Control::get(Prop prop) const {
    const Value* mine = own.find(prop);
    return mine ? *mine : fallback(kind, prop);
}

const std::string& Control::text(Prop prop) const {
    static const std::string nothing;
    const auto* value = std::get_if<std::string>(&get(prop));
    return value ? *value : nothing;
}

double Control::number(Prop prop) const {
    const auto* value = std::get_if<double>(&get(prop));
    return value ? *value : 0;
}

bool Control::yes(Prop prop) const {
    const auto* value = std::get_if<bool>(&get(prop));
    return value && *value;
}

std::optional<double> Control::maybeNumber(Prop prop) const {
    const auto* value = std::get_if<double>(&get(prop));
    return value ? std::optional(*value) : std::nullopt;
}

const Choices& Control::choices() const {
    static const Choices nothing;
    const auto* value = std::get_if<Choices>(&get(Prop::choices));
    return value ? *value : nothing;
}

Id Control::reference(Prop prop) const {
    const auto* value = std::get_if<Reference>(&get(prop));
    return value ? value->id : noControl;
}

void Control::set(Prop prop, Value value) {
    // A look equal to the kind's default is kept: it may differ from what the style says.
    if (!isLook(prop) && value == fallback(kind, prop))
        own.drop(prop);
    else
        own.set(prop, std::move(value));
}

const Control* Form::named(std::string_view name) const {
    return name.empty() ? nullptr : find(index()->named(name));
}

const Style* Form::style(std::string_view key) const {
    if (styles)
        for (const Style& s : *styles)
            if (s.key == key) return &s;
    return nullptr;
}

Form newForm(Kind rootKind) {
    Form form;
    Control root;
    root.id = rootId;
    root.kind = rootKind;
    root.name = row(rootKind).prefix;
    root.box = {0, 0, row(rootKind).inDialog.width, row(rootKind).inDialog.height};
    if (rootKind == Kind::document) {
        Control page;
        page.id = form.next++;
        page.parent = rootId;
        page.kind = Kind::page;
        root.children.push_back(page.id);
        form.controls = form.controls.with(page.id, std::make_shared<Control>(page));
    }
    form.controls = form.controls.with(rootId, std::make_shared<Control>(root));
    form.styles = std::make_shared<Styles>(startingStyles(rootKind));
    return form;
}

Extent paperSize(const Control& root) {
    const auto at = std::ranges::find(papers, root.text(Prop::paper), &Paper::key);
    const Paper& paper = at == std::end(papers) ? usualPaper : *at;
    Extent size = {paper.width, paper.height};
    if (root.as<Orientation>() == Orientation::sideways) std::swap(size.width, size.height);
    return size;
}

Box withinMargins(const Form& document) {
    const Control& root = document.root();
    Extent size = paperSize(root);
    double left = root.number(Prop::marginLeft), top = root.number(Prop::marginTop);
    return {left, top, std::max(10.0, size.width - left - root.number(Prop::marginRight)),
            std::max(10.0, size.height - top - root.number(Prop::marginBottom))};
}

bool sameContent(const Form& a, const Form& b) {
    bool same = a.revision == b.revision && a.kept == b.kept;
    a.controls.differences(b.controls, [&](Id, const Control* x, const Control* y) {
        if (!x || !y || !(*x == *y)) same = false;
    });
    static const Styles noStyles;
    static const Scheme noScheme;
    static const Seal noSeal;
    static const KitChoice noKit;
    static const Translations noTranslations;
    return same &&
           (a.translations ? *a.translations : noTranslations) == (b.translations ? *b.translations : noTranslations) &&
           (a.kit ? *a.kit : noKit) == (b.kit ? *b.kit : noKit) &&
           (a.seal ? *a.seal : noSeal) == (b.seal ? *b.seal : noSeal) &&
           (a.styles ? *a.styles : noStyles) == (b.styles ? *b.styles : noStyles) &&
           (a.scheme == b.scheme || (a.scheme ? *a.scheme : noScheme) == (b.scheme ? *b.scheme : noScheme));
}

std::vector<Id> allIds(const Form& form) {
    std::vector<Id> ids;
    walk(form, rootId, [&](const Control& c, int) {
        if (c.id != rootId) ids.push_back(c.id);
    });
    return ids;
}

bool within(const Form& form, Id id, Id container) {
    for (const Control* c = form.find(id); c; c = form.find(c->parent))
        if (c->id == container) return true;
    return false;
}

const Control* labelOf(const Form& form, Id id) {
    return form.find(form.index()->labelOf(id));
}

std::optional<TablePlace> tablePlace(const Form& form, const Control& control) {
    const Control* cell = form.find(control.parent);
    const Control* table = cell && cell->is().inGrid ? form.find(cell->parent) : nullptr;
    if (!table) return std::nullopt;
    const auto& columns = std::get<Choices>(table->get(Prop::columns));
    const std::size_t at = form.index()->numberOfCell(cell->id);
    const std::size_t wide = std::max<std::size_t>(1, columns.size());
    return TablePlace{columns.empty() ? "" : columns[at % wide].text, at / wide + 1};
}

std::string ownWording(const Form& form, const Control& control) {
    for (Prop prop : {Prop::text, Prop::title})
        if (has(control.kind, prop) && !control.text(prop).empty()) return control.text(prop);
    if (const Control* label = labelOf(form, control.id); label && !label->text(Prop::text).empty()) {
        std::string text = label->text(Prop::text);
        while (!text.empty() && (text.back() == ':' || text.back() == ' ')) text.pop_back();
        return text;
    }
    return "";
}

std::string calledBy(const Form& form, const Control& control) {
    if (std::string own = ownWording(form, control); !own.empty()) return own;
    if (auto place = tablePlace(form, control); place && !place->heading.empty())
        return place->heading + ", row " + std::to_string(place->row);
    return control.name.empty() ? std::string(row(control.kind).word) : "“" + control.name + "”";
}

std::string questionCalled(const Form& form, const Control& c) {
    if (!c.is().answer().shared) return calledBy(form, c);
    const Control* frame = form.find(c.parent);
    if (frame && !frame->is().root && frame->is().wording == Prop::title && !frame->text(Prop::title).empty())
        return frame->text(Prop::title);
    for (Id button : form.index()->radioGroupOf(c.id))
        if (const Control* label = labelOf(form, button); label && !label->text(Prop::text).empty())
            return label->text(Prop::text);
    return calledBy(form, c);
}

bool isFilled(const Control& control) {
    return row(control.kind).filled() && (control.kind != Kind::picture || control.yes(Prop::byFiller));
}

int fieldCount(const Form& form) {
    return int(form.index()->fields().size());
}

std::vector<Id> radioGroupOf(const Form& form, const Control& radio) {
    const auto index = form.index();
    const std::span<const Id> ids = index->radioGroupOf(radio.id);
    return ids.empty() ? std::vector<Id>{radio.id} : std::vector<Id>(ids.begin(), ids.end());
}

std::string valueWhenOn(const Control& control) {
    const std::string& value = control.text(Prop::value);
    if (!value.empty()) return value;
    const std::string& text = control.text(Prop::text);
    return text.empty() ? control.name : text;
}

std::string answerName(const Form& form, const Control& control) {
    const auto index = form.index();
    const std::string& name = index->answerName(control.id);
    return !name.empty() ? name : control.name.empty() ? idText(control.id) : control.name;
}

bool gathersChoices(const Control& c) {
    if (!has(c.kind, Prop::choicesFrom)) return false;
    return c.as<ChoicesFrom>() != ChoicesFrom::typed ||
           (has(c.kind, Prop::choicesBy) && c.reference(Prop::choicesBy) != noControl);
}

}  // namespace brindel
