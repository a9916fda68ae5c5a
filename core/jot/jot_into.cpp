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

/// The columns that a container has: the labels' left edge and the fields' that they speak for, and what reaches
/// furthest.
struct Edges {
    double fieldLeft = 0, labelLeft = 1e9, right = 0, bottom = 0;
};
Edges edgesOf(const Form& form, const Control& holder, const Arrangement& arranged, double bottom) {
    Edges e;
    e.bottom = bottom;
    for (const Piece& p : arranged.pieces) {
        if (!p.hasLabel()) continue;
        e.fieldLeft = e.fieldLeft > 0 ? std::min(e.fieldLeft, p.box.left) : p.box.left;
        e.labelLeft = std::min(e.labelLeft, p.labelBox.left);
    }
    for (Id id : holder.children) {
        const Control& c = *form.find(id);
        if (c.is().pressed) continue;
        e.bottom = std::max(e.bottom, c.box.bottom());
        e.right = std::max(e.right, c.box.right());
    }
    return e;
}

/// The form in which a container's fields have moved `wider` to the right of its labels; what spans both stays as wide
/// as they are.
Form labelsWidened(Form form, const Control& holder, double fieldLeft, double wider) {
    const Form before = form;
    for (Id id : holder.children) {
        const Control& c = *before.find(id);
        if (c.is().pressed) continue;
        if (c.box.left >= fieldLeft - 0.5)
            form = shifted(form, {id}, wider, 0);
        else if (c.box.right() > fieldLeft || before.find(c.reference(Prop::labels)))
            form = boxed(form, id, {c.box.left, c.box.top, c.box.width + wider, c.box.height});
    }
    return form;
}

/// Where new rows begin: below the row of `under`, or below everything; and their place among the children.
struct Start {
    double top = 0;
    std::size_t index = 0;
};
Start startBelow(const Form& form, const Control& holder, const Arrangement& arranged, Id under, double bottom) {
    Start at{bottom, holder.children.size()};
    const Piece* after = arranged.pieceOf(under);
    if (!after) {
        while (at.index > 0 && form.find(holder.children[at.index - 1])->is().pressed) --at.index;
        return at;
    }
    // A row is left whole: what is level with it keeps its place before the new rows.
    std::set<Id> level;
    at.top = after->whole().bottom();
    for (std::size_t row = after->row; row < after->row + after->down; ++row)
        for (std::size_t i : arranged.rows[row].pieces) {
            const Piece& p = arranged.pieces[i];
            level.insert({p.id, p.label});
            if (p.nature != Nature::button) at.top = std::max(at.top, p.whole().bottom());
        }
    at.index = std::size_t(std::ranges::find(holder.children, under) - holder.children.begin()) + 1;
    while (at.index < holder.children.size() && level.contains(holder.children[at.index])) ++at.index;
    return at;
}

/// A container that grows, and upwards all that holds it; what is below or beside it makes room.
Form grown(Form next, Id id, double dw, double dh) {
    while (true) {
        const Control* c = next.find(id);
        if (!c || c->is().paper || (dw <= 0 && dh <= 0)) return next;
        if (!c->is().turned) {
            const Box before = boxOf(next, *c);
            next = boxed(next, id, {before.left, before.top, before.width + dw, before.height + dh});
            if (id == rootId) return next;
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
}

/// Lays the rows one below the other; titles and sections as headings.
void layAll(Layer& layer, const Jotting& rows, Columns& columns) {
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
}

/// The columns for the new rows, in line with what the container has; what is there moves along where they need more.
Columns columnsInto(Layer& layer, const Control& holder, const Jotting& rows, const Box& inside, Edges& edges) {
    const Measures& m = layer.measures();
    const bool page = holder.is().paper, framed = holder.is().framed;
    layer.left = framed ? m.frameSide : inside.left;
    if (edges.labelLeft < 1e8 && edges.labelLeft < layer.left + 200)
        layer.left = std::min(edges.labelLeft, edges.fieldLeft);
    const double label = edges.fieldLeft > 0 ? edges.fieldLeft - m.labelGap - layer.left : page ? 46 : 0;
    std::vector<const JotRow*> list;
    for (const JotRow& r : rows)
        if (r.what != What::section && r.what != What::title) list.push_back(&r);
    Columns columns = layer.columnsOf(list, label, page ? inside.right() : 0);
    // A label longer than all that are there widens the column.
    if (const double wider = edges.fieldLeft > 0 ? columns.columns[0].label - label : 0; wider > 0 && !page) {
        layer.form = labelsWidened(layer.form, holder, edges.fieldLeft, wider);
        edges.right += wider;
    }
    layer.right = std::max({columns.right, framed ? boxOf(layer.form, holder).width - m.frameSide : inside.right()});
    columns.right = std::max(columns.right, std::min(edges.right > 0 ? edges.right : layer.right, layer.right));
    // The last field of a row ends where the container's content does.
    if (columns.columns.size() > 1)
        columns.columns.back().fieldLeft =
            std::max(columns.columns.back().fieldLeft, columns.right - columns.columns.back().field);
    if (page) columns.right = inside.right();
    return columns;
}

Edited laidInto(const Form& form, Id container, Id under, const Jotting& rows, const FontBook& fonts) {
    const Control* holder = form.find(container);
    if (!holder) return {form, {}};
    Layer layer(form, fonts);
    const Measures& m = layer.measures();
    const Box area = boxOf(form, *holder);
    const bool page = holder->is().paper, framed = holder->is().framed;
    const Box inside =
        page ? withinMargins(form) : Box{m.inset, m.top, area.width - 2 * m.inset, area.height - 2 * m.top};
    const Arrangement arranged = arrangementOf(form, container, true);
    Edges edges = edgesOf(form, *holder, arranged, (framed ? m.frameTop : inside.top) - m.rowGap);
    layer.container = container;
    Columns columns = columnsInto(layer, *holder, rows, inside, edges);
    const Start at = startBelow(form, *holder, arranged, under, edges.bottom);
    const double start = at.top + m.rowGap;
    layer.goOnAt(at.index);
    layer.y = start;
    layAll(layer, rows, columns);
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
    if (page) return {next, tops};
    // The container grows when its content has come too near its edge, and everything around it makes room.
    double reached = 0, reachedRight = 0;
    for (Id id : next.find(container)->children) {
        reached = std::max(reached, next.find(id)->box.bottom());
        reachedRight = std::max(reachedRight, next.find(id)->box.right());
    }
    return {grown(next, container, std::max(0.0, reachedRight + (framed ? m.frameSide : m.inset) - area.width),
                  std::max(0.0, reached + (framed ? m.frameFoot : m.footRoom) - area.height)),
            tops};
}

}  // namespace

}  // namespace brindel
