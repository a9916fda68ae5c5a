#include "core/edit/edits.h"

#include <algorithm>
#include <set>
#include <unordered_map>

#include "core/edit/mirror.h"
#include "core/edit/renaming.h"
#include "core/edit/tables.h"
#include "core/model/measures.h"
#include "core/naming/button_words.h"
#include "core/naming/names.h"
#include "core/order/reading.h"
#include "core/text/fonts.h"
#include "core/text/typed_moments.h"

namespace brindel {
namespace {

Form put(Form form, Control control) {
    Id id = control.id;
    form.controls.put(id, std::make_shared<Control>(std::move(control)));
    return form;
}

Form childAdded(Form form, Id container, Id child, std::size_t index) {
    return changed(std::move(form), container, [&](Control& c) {
        c.children.insert(c.children.begin() + long(std::min(index, c.children.size())), child);
    });
}

Form childDropped(Form form, Id container, Id child) {
    return changed(std::move(form), container, [&](Control& c) { std::erase(c.children, child); });
}

Edited tabPageAdded(const Form& form, Id tabs, const std::string& text) {
    Control page;
    page.kind = Kind::tabPage;
    page.set(Prop::text, text);
    const Control* holder = form.find(tabs);
    return placed(form, tabs, page, holder ? holder->children.size() : 0);
}

/// Controls in the order of their containers' children, the containers as they come first among them.
Ids asTheyFollow(const Form& form, const Ids& ids) {
    if (ids.size() < 2) return ids;
    std::unordered_map<Id, std::size_t> place;  // only of the containers that hold some of them
    std::set<Id> seen;
    for (Id id : ids) {
        const Control* c = form.find(id);
        const Control* holder = c ? form.find(c->parent) : nullptr;
        if (!holder || !seen.insert(holder->id).second) continue;
        const std::size_t from = place.size();
        for (std::size_t i = 0; i < holder->children.size(); ++i) place[holder->children[i]] = from + i;
    }
    Ids sorted = ids;
    std::ranges::stable_sort(sorted, {}, [&](Id id) {
        auto at = place.find(id);
        return at == place.end() ? std::size_t(0) : at->second;
    });
    return sorted;
}

}  // namespace

Control freshControl(Kind kind, const std::string& language) {
    Control c = freshControl(kind);
    if (has(kind, Prop::datePattern) && usualDatePattern(language) != c.text(Prop::datePattern))
        c.set(Prop::datePattern, usualDatePattern(language));
    return c;
}

Control freshControl(Kind kind) {
    Control c;
    c.kind = kind;
    std::string word(row(kind).word);
    if (!word.empty() && word[0] >= 'a') word[0] = char(word[0] - 'a' + 'A');
    if (has(kind, Prop::text)) c.set(Prop::text, word);
    if (row(kind).framed) c.set(Prop::title, word);
    if (row(kind).grid) c = freshTable();
    if (row(kind).spreads) {
        c.set(Prop::text, std::string("Question"));
        c.set(Prop::choices, Choices{{"First choice", "First choice"}, {"Second choice", "Second choice"}});
    }
    return c;
}

Edited putIn(const Form& form, Id container, Control control, std::size_t index) {
    const Control* holder = form.find(container);
    if (!holder || !canHold(holder->kind, control.kind) || form.next >= SharedMap<Control>::capacity) return {form, {}};
    Form next = form;
    control.id = next.next++;
    control.parent = container;
    control.children.clear();
    // Pages fill what holds them: they have no box of their own.
    if (!row(control.kind).boxed) control.box = {};
    const Id id = control.id;
    return {childAdded(put(std::move(next), std::move(control)), container, id, index), {id}};
}

Edited placed(const Form& form, Id container, Control control, std::optional<std::size_t> index) {
    if (!control.name.empty()) control.name = freeName(form, control.name);
    const bool nameless = control.name.empty();
    const Kind kind = control.kind;
    const bool tabs = row(kind).turns;
    // What lies behind others is first among them.
    const std::size_t at = index ? *index : row(kind).behind ? 0 : readingPlace(form, container, kind, control.box);
    Edited put = putIn(form, container, std::move(control), at);
    if (put.ids.empty()) return put;
    const Id id = put.ids[0];
    Form next = std::move(put.form);
    if (nameless)
        if (std::string name = proposedName(next, id); !name.empty())
            next = changed(next, id, [&](Control& c) { c.name = name; });
    if (next.find(container)->is().inGrid) {
        // A cell holds one control: what was in it makes room.
        Ids others = next.find(container)->children;
        std::erase(others, id);
        if (!others.empty()) next = removed(next, others);
        if (!index) next = tableSettled(next, next.find(container)->parent);
    }
    if (row(kind).grid && !index)
        next = cellsFilled(tableSettled(next, id), id, [](const std::string&) { return Kind::textBox; });
    if (tabs && !index) {
        next = tabPageAdded(next, id, "Page 1").form;
        next = tabPageAdded(next, id, "Page 2").form;
    }
    return {next, {id}};
}

Edited placedWithLabel(const Form& form, Id container, Control field, const std::string& label, double labelWidth,
                       double labelHeight) {
    const double gap = measuresFor(form).rowGap;
    const bool above = form.root().as<LabelsSit>() == LabelsSit::above;
    Control wording = freshControl(Kind::label);
    wording.set(Prop::text, label);
    if (above) {
        wording.box = {field.box.left, field.box.top - labelHeight - gap / 4, labelWidth, labelHeight};
    } else {
        // Tall fields carry their label beside their first line.
        double line = std::min(field.box.height, measuresFor(form).fieldHigh);
        const double beside = form.index()->rightToLeft() ? field.box.right() + gap : field.box.left - gap - labelWidth;
        wording.box = {beside, field.box.top + (line - labelHeight) / 2, labelWidth, labelHeight};
        wording.set(Prop::alignAcross, std::string(form.isDialog() ? "end" : "start"));
    }
    if (wording.box.left < 0) {
        field.box.left -= wording.box.left;
        wording.box.left = 0;
    }
    if (wording.box.top < 0) {
        field.box.top -= wording.box.top;
        wording.box.top = 0;
    }
    field.name = nameFor(form, field.kind, label);
    Edited first = placed(form, container, wording);
    if (first.ids.empty()) return {form, {}};
    const auto& order = first.form.find(container)->children;
    auto at = std::size_t(std::ranges::find(order, first.ids[0]) - order.begin());
    Edited second = placed(first.form, container, field, at + 1);
    if (second.ids.empty()) return {form, {}};
    Form done = withProperty(second.form, first.ids, Prop::labels, Reference{second.ids[0]});
    return {done, {second.ids[0], first.ids[0]}};
}

Form removed(const Form& form, const Ids& ids, bool cellsToo) {
    Form next = form;
    std::set<Id> gone;
    Ids leaving;
    for (Id id : outermost(form, ids)) {
        const Control* c = form.find(id);
        if (c && c->is().inGrid && !cellsToo)
            leaving.insert(leaving.end(), c->children.begin(), c->children.end());
        else
            leaving.push_back(id);
    }
    for (Id id : leaving) {
        const Control* c = next.find(id);
        if (!c || id == rootId) continue;
        const Control* parent = next.find(c->parent);
        if (c->is().paper && parent && parent->children.size() == 1) continue;
        walk(form, id, [&](const Control& inner, int) { gone.insert(inner.id); });
        next = childDropped(std::move(next), c->parent, id);
    }
    for (Id id : gone) next.controls = next.controls.without(id);
    for (Prop prop : {Prop::labels, Prop::startsIn, Prop::notice}) {
        std::vector<Id> orphaned;
        if (!gone.empty())
            next.controls.each([&](Id id, const Control& c) {
                if (gone.contains(c.reference(prop))) orphaned.push_back(id);
            });
        next = withoutProperty(next, orphaned, prop);
    }
    return next;
}

Form shifted(const Form& form, const Ids& ids, double dx, double dy) {
    Form next = form;
    for (Id id : outermost(form, ids))
        if (const Control* c = next.find(id); c && id != rootId && isFreelyPlaced(next, *c))
            next = changed(std::move(next), id, [&](Control& k) { k.box = k.box.moved(dx, dy); });
    return next;
}

Form boxed(const Form& form, Id id, Box box) {
    box.width = std::max(box.width, smallStep(form));
    box.height = std::max(box.height, smallStep(form));
    const Control* before = form.find(id);
    if (!before || (id != rootId && !isFreelyPlaced(form, *before))) return form;
    Form next = changed(form, id, [&](Control& c) { c.box = id == rootId ? Box{0, 0, box.width, box.height} : box; });
    return before->is().grid ? tableSettled(next, id) : next;
}

Form rehoused(const Form& form, const Ids& ids, Id container) {
    const Control* holder = form.find(container);
    if (!holder) return form;
    Form next = form;
    Box target = onSurface(form, container);
    // The first one goes where it is read; the others follow it as they did before.
    Id last = noControl;
    for (Id id : asTheyFollow(form, outermost(form, ids))) {
        const Control* c = next.find(id);
        if (!c || c->is().inGrid || c->parent == container || within(form, container, id) ||
            !canHold(holder->kind, c->kind))
            continue;
        Box box = onSurface(next, id).moved(-target.left, -target.top);
        next = childDropped(std::move(next), c->parent, id);
        const auto& order = next.find(container)->children;
        const auto before = last == noControl ? order.end() : std::ranges::find(order, last);
        const std::size_t at = c->is().behind          ? 0
                               : before != order.end() ? std::size_t(before - order.begin()) + 1
                                                       : readingPlace(next, container, c->kind, box);
        if (!c->is().behind) last = id;
        next = changed(std::move(next), id, [&](Control& k) {
            k.parent = container;
            k.box = box;
        });
        next = childAdded(std::move(next), container, id, at);
        if (holder->is().inGrid) {
            Ids others = next.find(container)->children;
            std::erase(others, id);
            if (!others.empty()) next = removed(next, others);
            next = tableSettled(next, holder->parent);
        }
    }
    return next;
}

Form broughtIn(const Form& form, const Ids& ids) {
    const Control* first = ids.empty() ? nullptr : form.find(ids[0]);
    const Control* holder = first ? form.find(first->parent) : nullptr;
    if (!holder) return form;
    const Box area = boxOf(form, *holder);
    Box all = first->box;
    for (Id id : ids)
        if (const Control* c = form.find(id); c && c->parent == holder->id) all = all.united(c->box);
    // A frame's title keeps its line.
    const double above = holder->is().framed ? measuresFor(form).titleLine : 0;
    auto in = [](double low, double size, double from, double to) {
        return std::clamp(low, from, std::max(from, to - size)) - low;
    };
    return shifted(form, ids, in(all.left, all.width, 0, area.width), in(all.top, all.height, above, area.height));
}

Form withFormula(const Form& form, const Ids& ids, Prop prop, const std::string& formula) {
    Form next = form;
    for (Id id : ids)
        if (const Control* c = next.find(id); c && has(c->kind, prop) && takesFormula(prop))
            next = changed(std::move(next), id, [&](Control& k) { k.formulas.set(prop, formula); });
    return next;
}

Form withRules(const Form& form, Id id, Rules rules) {
    if (rules.size() > mostRules) rules.resize(mostRules);
    return form.find(id) ? changed(form, id, [&](Control& k) { k.rules = std::move(rules); }) : form;
}

Form withProperty(const Form& form, const Ids& ids, Prop prop, const Value& value) {
    Form next = form;
    for (Id id : ids)
        if (const Control* c = next.find(id); c && has(c->kind, prop) && c->get(prop) != value) {
            const std::string question = prop == Prop::group ? answerName(next, *c) : "";
            const bool shapes = prop == Prop::columns || prop == Prop::rows || prop == Prop::headRow;
            const bool turns = prop == Prop::language && std::holds_alternative<std::string>(value) &&
                               isRightToLeft(c->text(prop)) != isRightToLeft(std::get<std::string>(value));
            const Choices before = shapes ? std::get<Choices>(c->get(Prop::columns)) : Choices{};
            next = changed(std::move(next), id, [&](Control& k) { k.set(prop, value); });
            if (prop == Prop::group) next = questionCarried(next, id, question);
            if (shapes) next = tableSettled(next, id, before);
            // A language that is written the other way turns the form with it.
            if (turns) next = mirrored(next);
            // A picture that fillers put in is an answer, which needs a name.
            if (prop == Prop::byFiller || prop == Prop::value) next = nameFollowed(next, id);
        } else if (c && has(c->kind, prop) && isLook(prop) && !c->own.find(prop))
            next = changed(std::move(next), id, [&](Control& k) { k.set(prop, value); });
    return next;
}

Form withoutProperty(const Form& form, const Ids& ids, Prop prop) {
    Form next = form;
    for (Id id : ids)
        if (const Control* c = next.find(id); c && c->own.find(prop))
            next = changed(std::move(next), id, [&](Control& k) { k.own.drop(prop); });
    return next;
}

Form reworded(const Form& form, Id id, const std::string& text) {
    const Control* c = form.find(id);
    if (!c) return form;
    Prop prop = has(c->kind, Prop::text) ? Prop::text : Prop::title;
    // A field's wording is its label's; so is a choice group's where it has a label instead of a question of its own.
    const bool labelled = c->is().spreads && c->text(Prop::text).empty() && labelOf(form, id);
    if (!has(c->kind, prop) || labelled) {
        const Control* label = labelOf(form, id);
        return label ? reworded(form, label->id, text) : form;
    }
    // Broken bytes would not survive the file: they become U+FFFD here.
    Form next = withProperty(form, {id}, prop, utf8(lettersOf(text)));
    // A button that does nothing yet does what it says; there is one that accepts, and one that leaves.
    if (const ButtonRole role = c->is().pressed ? roleSaidBy(text) : ButtonRole::other;
        role != ButtonRole::other && c->as<ButtonRole>() == ButtonRole::other) {
        bool taken = false;
        if (role == ButtonRole::accept || role == ButtonRole::cancel)
            form.controls.each([&](Id other, const Control& k) {
                taken = taken || (other != id && k.is().pressed && k.as<ButtonRole>() == role);
            });
        if (!taken) next = withProperty(next, {id}, Prop::buttonRole, keyOf(role));
    }
    next = nameFollowed(next, id);
    if (Id field = c->reference(Prop::labels)) next = nameFollowed(next, field);
    return next;
}

Form renamed(const Form& form, Id id, const std::string& name) {
    if (!form.find(id)) return form;
    const bool own = !name.empty();
    Form next = withNames(form, {{id, own ? name : proposedName(form, id)}});
    return next.find(id)->ownName == own ? next : changed(next, id, [&](Control& c) { c.ownName = own; });
}

Edited withTabPage(const Form& form, Id tabs, const std::string& text) {
    return tabPageAdded(form, tabs, text);
}

Edited withPage(const Form& form) {
    if (form.isDialog()) return {form, {}};
    Control page;
    page.kind = Kind::page;
    return placed(form, rootId, page, form.root().children.size());
}

Ids outermost(const Form& form, const Ids& ids) {
    std::set<Id> chosen(ids.begin(), ids.end());
    Ids result;
    // Only the chosen and their containers are looked at, never the whole form.
    for (Id id : ids) {
        const Control* c = form.find(id);
        bool inside = false;
        for (const Control* up = c ? form.find(c->parent) : nullptr; up; up = form.find(up->parent))
            inside = inside || chosen.contains(up->id);
        if (c && !inside && std::ranges::find(result, id) == result.end()) result.push_back(id);
    }
    return result;
}

Form clipping(const Form& form, const Ids& ids) {
    Form clip = newForm(Kind::dialog);
    clip.next = form.next;
    Box target{};
    // A cell is part of its table: of it, what it holds is taken.
    Ids taken;
    for (Id id : outermost(form, ids)) {
        const Control& c = *form.find(id);
        if (c.is().inGrid)
            taken.insert(taken.end(), c.children.begin(), c.children.end());
        else
            taken.push_back(id);
    }
    for (Id id : asTheyFollow(form, taken)) {
        if (id == rootId || form.find(id)->is().paper) continue;
        Box box = form.find(id)->is().turned ? boxOf(form, *form.find(id)) : form.find(id)->box;
        walk(form, id, [&](const Control& c, int) { clip = put(clip, c); });
        clip = changed(clip, id, [&](Control& c) {
            c.parent = rootId;
            c.box = box;
        });
        clip = childAdded(clip, rootId, id, clip.root().children.size());
        target = target.united(box);
    }
    return clip;
}

Edited pasted(const Form& form, Id container, const Form& clip, double dx, double dy) {
    Form next = form;
    Ids made;
    std::map<Id, Id> fresh;
    // Labels come after the fields they name in no particular order, so references are turned in a second round.
    auto paste = [&](auto&& self, Id from, Id into, bool top) -> void {
        const Control* c = clip.find(from);
        if (!c) return;
        Control copy = *c;
        if (top) copy.box = copy.box.moved(dx, dy);
        const Control* holder = next.find(into);
        std::optional<std::size_t> at;
        const bool whole = c->is().turns || c->is().grid;  // brings its own pages or cells
        if (!top || whole || c->is().turned) at = holder ? holder->children.size() : 0;
        if (top && !c->is().turned && !c->is().behind && holder && !holder->is().inGrid) {
            // The first one goes where it is read; the others follow it as their originals do.
            const auto last = made.empty() ? holder->children.end() : std::ranges::find(holder->children, made.back());
            at = last == holder->children.end() ? readingPlace(next, into, copy.kind, copy.box)
                                                : std::size_t(last - holder->children.begin()) + 1;
        }
        Edited one = placed(next, into, copy, at);
        if (one.ids.empty()) return;
        next = std::move(one.form);
        fresh[from] = one.ids[0];
        if (top) made.push_back(one.ids[0]);
        for (Id child : c->children) self(self, child, one.ids[0], false);
    };
    for (Id id : clip.root().children) paste(paste, id, container, true);
    // Into a cell only the last of several goes: it has room for one.
    std::erase_if(made, [&](Id id) { return !next.find(id); });
    for (const auto& [from, to] : fresh) {
        const Control* copy = next.find(to);
        // What rules do to a control that was copied along they do to its copy.
        if (copy && !copy->rules.empty())
            next = changed(std::move(next), to, [&](Control& k) {
                auto turn = [&](Step& step) {
                    if (const auto at = fresh.find(step.on); at != fresh.end()) step.on = at->second;
                };
                for (Rule& rule : k.rules) eachStep(rule.steps, turn);
            });
        copy = next.find(to);
        const Id labelled = copy ? copy->reference(Prop::labels) : noControl;
        if (labelled == noControl) continue;
        auto at = fresh.find(labelled);
        if (at != fresh.end() && next.find(at->second))
            next = withProperty(next, {to}, Prop::labels, Reference{at->second});
        else
            next = withoutProperty(next, {to}, Prop::labels);
    }
    return {namesOfCopies(next, clip, fresh), made};
}

Form reordered(const Form& form, Id id, std::size_t index) {
    const Control* c = form.find(id);
    if (!c || id == rootId || c->is().inGrid) return form;
    return childAdded(childDropped(form, c->parent, id), c->parent, id, index);
}

}  // namespace brindel
