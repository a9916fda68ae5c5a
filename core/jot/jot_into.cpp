// Rows jotted into a form that has controls already.
#include "core/jot/lay_out.h"

#include <set>

#include "core/arrangement/arrangement.h"
#include "core/edit/mirror.h"
#include "core/jot/layer.h"
#include "core/model/measures.h"

namespace brindel {

using std::string;
using What = JotRow::What;

namespace {
Edited laidInto(const Form& form, Id container, Id under, const Jotting& rows, const FontBook& fonts);
}

Edited jottedInto(const Form& form, Id container, Id under, const Jotting& rows, const FontBook& fonts) {
    const Jotting placed = withoutRules(rows);
    // For the other direction of writing: laid out as for this one, and turned.
    const bool turned = form.index()->rightToLeft();
    Edited laid =
        placed.empty() ? Edited{form, {}} : laidInto(turned ? mirrored(form) : form, container, under, placed, fonts);
    return {withJottedRules(turned && !placed.empty() ? mirrored(laid.form) : laid.form, rows), std::move(laid.ids)};
}

namespace {

Edited laidInto(const Form& form, Id container, Id under, const Jotting& rows, const FontBook& fonts) {
    const Control* holder = form.find(container);
    if (!holder) return {form, {}};
    Layer layer(form, fonts);
    const Measures& m = layer.measures();
    const Box area = boxOf(form, *holder);
    const bool page = holder->is().paper;
    const Box inside =
        page ? withinMargins(form) : Box{m.inset, m.top, area.width - 2 * m.inset, area.height - 2 * m.top};

    // The columns that the container has: the labels' left edge and the fields' that they speak for.
    const Arrangement arranged = arrangementOf(form, container, true);
    double fieldLeft = 0, labelLeft = 1e9, rightEdge = 0;
    for (const Piece& p : arranged.pieces) {
        if (!p.hasLabel()) continue;
        fieldLeft = fieldLeft > 0 ? std::min(fieldLeft, p.box.left) : p.box.left;
        labelLeft = std::min(labelLeft, p.labelBox.left);
    }
    double contentBottom = holder->is().framed ? m.frameTop - m.rowGap : inside.top - m.rowGap;
    for (Id id : holder->children) {
        const Control& c = *form.find(id);
        if (c.is().pressed) continue;
        contentBottom = std::max(contentBottom, c.box.bottom());
        rightEdge = std::max(rightEdge, c.box.right());
    }
    layer.container = container;
    layer.left = holder->is().framed ? m.frameSide : inside.left;
    if (labelLeft < 1e8 && labelLeft < layer.left + 200) layer.left = std::min(labelLeft, fieldLeft);
    double label = fieldLeft > 0 ? fieldLeft - m.labelGap - layer.left : page ? 46 : 0;
    std::vector<const JotRow*> list;
    for (const JotRow& r : rows)
        if (r.what != What::section && r.what != What::title) list.push_back(&r);
    Columns columns = layer.columnsOf(list, label, page ? inside.right() : 0);
    // A label longer than all that are there widens the column: the fields that are there move along, and what spans
    // both stays as wide as they are.
    if (const double wider = fieldLeft > 0 ? columns.columns[0].label - label : 0; wider > 0 && !page) {
        for (Id id : holder->children) {
            const Control& c = *form.find(id);
            if (c.is().pressed) continue;
            if (c.box.left >= fieldLeft - 0.5)
                layer.form = shifted(layer.form, {id}, wider, 0);
            else if (c.box.right() > fieldLeft || form.find(c.reference(Prop::labels)))
                layer.form = boxed(layer.form, id, {c.box.left, c.box.top, c.box.width + wider, c.box.height});
        }
        rightEdge += wider;
    }
    layer.right = std::max({columns.right, holder->is().framed ? area.width - m.frameSide : inside.right()});
    columns.right = std::max(columns.right, std::min(rightEdge > 0 ? rightEdge : layer.right, layer.right));
    // The last field of a row ends where the container's content does.
    if (columns.columns.size() > 1)
        columns.columns.back().fieldLeft =
            std::max(columns.columns.back().fieldLeft, columns.right - columns.columns.back().field);
    if (page) columns.right = inside.right();

    // Below the row of `under`, or below everything; what stands lower moves down afterwards.
    double start = contentBottom + m.rowGap;
    std::size_t index = holder->children.size();
    if (const Piece* after = arranged.pieceOf(under)) {
        // A row is left whole: what is level with it keeps its place before the new rows.
        std::set<Id> level;
        double foot = after->whole().bottom();
        for (std::size_t row = after->row; row < after->row + after->down; ++row)
            for (std::size_t i : arranged.rows[row].pieces) {
                const Piece& p = arranged.pieces[i];
                level.insert({p.id, p.label});
                if (p.nature != Nature::button) foot = std::max(foot, p.whole().bottom());
            }
        start = foot + m.rowGap;
        index = std::size_t(std::ranges::find(holder->children, under) - holder->children.begin()) + 1;
        while (index < holder->children.size() && level.contains(holder->children[index])) ++index;
    } else {
        while (index > 0 && form.find(holder->children[index - 1])->is().pressed) --index;
    }
    layer.goOnAt(index);
    layer.y = start;
    std::vector<const JotRow*> run;
    auto flush = [&] { layer.rows(std::exchange(run, {}), columns); };
    for (const JotRow& r : rows) {
        if (r.what != What::section && r.what != What::title) {
            run.push_back(&r);
            continue;
        }
        flush();
        const bool title = r.what == What::title;
        layer.wording(r.text, title ? Role::heading1 : Role::heading2, title ? style::title : style::heading,
                      columns.right - layer.left);
    }
    flush();
    const double end = layer.y;  // a row's gap below the last new row

    Ids tops;
    for (Id id : layer.made)
        if (const Control* c = layer.form.find(id); c && c->parent == container) tops.push_back(id);
    double push = 0;
    Ids lower;
    for (Id id : holder->children)
        if (const Box& b = form.find(id)->box; b.top >= start - m.rowGap + 0.01) {
            lower.push_back(id);
            push = std::max(push, end - b.top);
        }
    Form next = layer.named();
    if (push > 0) next = shifted(next, lower, 0, push);
    // The container grows when its content has come too near its edge, and everything around it makes room.
    double reached = 0, reachedRight = 0;
    for (Id id : next.find(container)->children) {
        reached = std::max(reached, next.find(id)->box.bottom());
        reachedRight = std::max(reachedRight, next.find(id)->box.right());
    }
    auto widen = [&](Id id, double dw, double dh) {
        // Upwards through the containers; siblings below or beside what grew move away.
        while (true) {
            const Control* c = next.find(id);
            if (!c || c->is().paper || (dw <= 0 && dh <= 0)) return;
            if (!c->is().turned) {
                Box before = boxOf(next, *c);
                next = boxed(next, id, {before.left, before.top, before.width + dw, before.height + dh});
                if (id == rootId) return;
                Ids below;
                for (Id sibling : next.find(c->parent)->children)
                    if (sibling != id && next.find(sibling)->box.top >= before.bottom()) below.push_back(sibling);
                next = shifted(next, below, 0, dh);
                if (c->parent == rootId)
                    for (Id sibling : below)
                        if (next.find(sibling)->text(Prop::holdsTo).find("right") != string::npos && dw > 0)
                            next = shifted(next, {sibling}, dw, 0);
            }
            id = c->parent;
        }
    };
    if (!page) {
        const double foot = holder->is().framed ? m.frameFoot : m.footRoom;
        widen(container, std::max(0.0, reachedRight + (holder->is().framed ? m.frameSide : m.inset) - area.width),
              std::max(0.0, reached + foot - area.height));
    }
    return {next, tops};
}

}  // namespace

}  // namespace brindel
