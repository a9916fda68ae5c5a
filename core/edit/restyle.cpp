#include "core/edit/restyle.h"

#include <algorithm>

#include "core/text/words.h"

namespace brindel {

Form withStyleLook(const Form& form, const std::string& style, Prop prop, const std::optional<Value>& value) {
    if (!form.style(style) || !isLook(prop)) return form;
    auto styles = std::make_shared<Styles>(*form.styles);
    for (Style& s : *styles)
        if (s.key == style) value ? s.look.set(prop, *value) : s.look.drop(prop);
    Form next = form;
    next.styles = std::move(styles);
    return next;
}

std::pair<Form, std::string> withNewStyle(const Form& form, Id like, const std::string& word) {
    const Control* c = form.find(like);
    const std::string said = trimmed(word);
    if (!c || said.empty() || !has(c->kind, Prop::style)) return {form, ""};
    std::string key;
    for (const std::string& part : plainWords(said)) key += part;
    if (key.empty()) key = "style";
    const std::string stem = key;
    for (int i = 2; form.style(key); ++i) key = stem + std::to_string(i);
    Style made{key, said, {}};
    if (const Style* base = form.style(styleKey(*c))) made.look = base->look;
    for (const auto& [prop, value] : c->own)
        if (isLook(prop)) made.look.set(prop, value);
    auto styles = std::make_shared<Styles>(*form.styles);
    styles->push_back(std::move(made));
    Form next = looksDropped(form, {like});
    next.styles = std::move(styles);
    return {withProperty(next, {like}, Prop::style, key), key};
}

Form withLookSet(const Form& form, const LookSet& set) {
    Form next = form;
    auto styles = std::make_shared<Styles>(set.styles(form.root().kind));
    // Styles of the form's own stay, after those of the set.
    if (form.styles)
        for (const Style& s : *form.styles)
            if (std::ranges::find(*styles, s.key, &Style::key) == styles->end()) styles->push_back(s);
    next.styles = std::move(styles);
    return form.isDialog() ? withProperty(next, {rootId}, Prop::fillColour, set.ground) : next;
}

Form looksCopied(const Form& form, Id from, const Ids& ids) {
    const Control* giver = form.find(from);
    if (!giver) return form;
    Form next = form;
    for (Id id : ids) {
        const Control* c = next.find(id);
        if (!c || id == from) continue;
        next = looksDropped(next, {id});
        // Kinds that go by different styles look alike only when the style is said.
        const std::string style = styleKey(*giver);
        if (has(c->kind, Prop::style) && styleKey(*c) != style && row(c->kind).filled() == row(giver->kind).filled())
            next = withProperty(next, {id}, Prop::style, style);
        for (const auto& [prop, value] : giver->own)
            if ((isLook(prop) || prop == Prop::entryStyle) && has(c->kind, prop))
                next = withProperty(next, {id}, prop, value);
    }
    return next;
}

Form looksDropped(const Form& form, const Ids& ids) {
    Form next = form;
    for (Id id : ids) {
        const Control* c = next.find(id);
        if (!c || !hasOwnLook(*c)) continue;
        next = changed(next, id, [&](Control& k) {
            for (const auto& [prop, value] : Props(k.own))
                if (isLook(prop)) k.own.drop(prop);
        });
    }
    return next;
}

bool hasOwnLook(const Control& control) {
    // A box and a line have no style: their looks are what they are.
    return has(control.kind, Prop::style) &&
           std::any_of(control.own.begin(), control.own.end(), [](const auto& one) { return isLook(one.first); });
}

std::vector<Colour> coloursOf(const Form& form, std::size_t most) {
    std::vector<std::pair<int, Colour>> counted;
    auto count = [&](const Props& props) {
        for (const auto& [prop, value] : props) {
            const auto* text = row(prop).type == Type::colour ? std::get_if<std::string>(&value) : nullptr;
            const auto colour = text ? colourFrom(*text) : std::nullopt;
            if (!colour) continue;
            auto at = std::ranges::find(counted, *colour, &std::pair<int, Colour>::second);
            at == counted.end() ? counted.emplace_back(1, *colour) : (++at->first, *at);
        }
    };
    if (form.styles)
        for (const Style& s : *form.styles) count(s.look);
    form.controls.each([&](Id, const Control& c) { count(c.own); });
    std::ranges::stable_sort(counted, [](const auto& a, const auto& b) { return a.first > b.first; });
    std::vector<Colour> colours;
    for (const auto& [number, colour] : counted)
        if (colours.size() < most) colours.push_back(colour);
    return colours;
}

}  // namespace brindel
