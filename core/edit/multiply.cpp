#include "core/edit/multiply.h"

#include <algorithm>

#include "core/edit/renaming.h"
#include "core/edit/tables.h"

namespace brindel {

Ids withLabels(const Form& form, const Ids& ids) {
    Ids all = ids;
    auto add = [&](Id id) {
        if (id != noControl && std::ranges::find(all, id) == all.end()) all.push_back(id);
    };
    for (Id id : ids) {
        if (const Control* label = labelOf(form, id)) add(label->id);
        if (const Control* c = form.find(id)) add(c->reference(Prop::labels));
    }
    return all;
}

Edited repeated(const Form& form, const Ids& ids, int times, double dx, double dy) {
    Edited out{form, {}};
    const Ids all = outermost(form, withLabels(form, ids));
    if (all.empty() || times < 1) return out;
    const Id container = form.find(all[0])->parent;
    const Form clip = clipping(form, all);
    for (int i = 1; i <= std::min(times, 500); ++i) {
        Edited one = pasted(out.form, container, clip, dx * i, dy * i);
        out.form = one.form;
        out.ids.insert(out.ids.end(), one.ids.begin(), one.ids.end());
    }
    return out;
}

Edited repeatedInGrid(const Form& form, const Ids& ids, int columns, int rows, double dx, double dy) {
    Edited across = repeated(form, ids, columns - 1, dx, 0);
    Ids row = outermost(form, withLabels(form, ids));
    row.insert(row.end(), across.ids.begin(), across.ids.end());
    Edited down = repeated(across.form, row, rows - 1, 0, dy);
    across.ids.insert(across.ids.end(), down.ids.begin(), down.ids.end());
    return {down.form, across.ids};
}

Form turnedInto(const Form& form, const Ids& ids, Kind kind) {
    Form next = form;
    for (Id id : ids) {
        const Control* before = next.find(id);
        if (!before || id == rootId || before->kind == kind || !row(kind).placed || !row(before->kind).placed ||
            !before->children.empty() || row(kind).turns || row(kind).grid ||
            !canHold(next.find(before->parent)->kind, kind))
            continue;
        const Control old = *before;
        const bool dialog = next.isDialog();
        auto usual = [&](Kind k) { return dialog ? row(k).inDialog : row(k).inDocument; };
        next = changed(next, id, [&](Control& c) {
            c.kind = kind;
            c.own = {};
            for (Prop prop : row(kind).props)
                if (const Value* mine = old.own.find(prop)) c.set(prop, *mine);
            c.formulas = {};
            for (const auto& [prop, formula] : old.formulas)
                if (has(kind, prop)) c.formulas.set(prop, formula);
            // A height that the old kind always has gives way to that of the new one.
            if (isFreelyPlaced(next, old) && c.box.height == usual(old.kind).height) c.box.height = usual(kind).height;
            if (kind == Kind::listBox || row(kind).spreads) c.box.height = std::max(c.box.height, usual(kind).height);
        });
        // Titles are wording, too.
        const std::string wording = has(old.kind, Prop::text) ? old.text(Prop::text) : old.text(Prop::title);
        if (!wording.empty() && has(kind, Prop::title)) next = withProperty(next, {id}, Prop::title, wording);
        if (!wording.empty() && has(kind, Prop::text)) next = withProperty(next, {id}, Prop::text, wording);
        if (!wording.empty() && !has(kind, Prop::text) && !has(kind, Prop::title) && !labelOf(form, id)) {
            const double gap = dialog ? 12 : 3,
                         wide = dialog ? 7.0 * double(wording.size()) : 1.9 * double(wording.size());
            if (old.box.left >= wide + gap && !next.find(old.parent)->is().inGrid) {
                Control label = freshControl(Kind::label);
                label.set(Prop::text, wording);
                label.set(Prop::labels, Reference{id});
                if (dialog) label.set(Prop::alignAcross, std::string("end"));
                const double high = dialog ? 16 : 5;
                label.box = {old.box.left - gap - wide,
                             old.box.top + (std::min(old.box.height, dialog ? 26.0 : 7.0) - high) / 2, wide, high};
                next = placed(next, old.parent, label).form;
            } else if (old.text(Prop::hint).empty()) {
                next = withProperty(next, {id}, Prop::hint, wording);
            }
        }
        // A field whose label spoke for it goes without when it has wording of its own.
        if (const Control* label = labelOf(form, id); label && has(kind, Prop::text) && row(kind).filled()) {
            next = withProperty(next, {id}, Prop::text, label->text(Prop::text));
            next = removed(next, {label->id});
        }
        next = nameFollowed(next, id);
    }
    return next;
}

}  // namespace brindel
