#include "core/jot/personal_notice.h"

#include <algorithm>
#include <cmath>

#include "core/draw/draw_control.h"
#include "core/edit/arrange.h"
#include "core/layout/growing.h"
#include "core/model/form_index.h"
#include "core/model/measures.h"
#include "core/model/style_keys.h"

namespace brindel {
namespace {

/// How high a wording has to be at a width.
double heightOf(const Form& form, const Control& label, const std::string& text, const FontBook& fonts) {
    const Look look = lookOf(form, label);
    const double line = fonts.lineHeight(look) * unitsPerPoint(form);
    const auto lines = drawnLines(form, label, text, look, label.box.width, fonts);
    return std::ceil(double(std::max<std::size_t>(1, lines.size())) * line + measuresFor(form).textRoom);
}

/// The control that fills a row of the surface's content: a field in a cell stands for its table.
const Control* freelyPlacedAround(const Form& form, const Control* c) {
    while (c && !isFreelyPlaced(form, *c)) c = form.find(c->parent);
    return c;
}

/// Room above the row of a field: what stands there and below has moved down, and containers have grown.
struct RoomAbove {
    Form form;
    Id holder = noControl;
    Box box;                // as wide as the content of the container
    std::size_t index = 0;  // in its tab order
};
template <class HeightAt>
std::optional<RoomAbove> roomAbove(const Form& form, Id of, HeightAt heightAt) {
    const Measures& m = measuresFor(form);
    const Control* field = freelyPlacedAround(form, form.find(of));
    const Control* holder = field ? form.find(field->parent) : nullptr;
    if (!holder) return std::nullopt;
    const Control* label = form.find(form.index()->labelOf(field->id));
    Box row = label && label->parent == holder->id ? field->box.united(label->box) : field->box;
    double right = row.right();
    std::size_t index = holder->children.size();
    for (std::size_t i = 0; i < holder->children.size(); ++i) {
        const Control& c = *form.find(holder->children[i]);
        if (!c.is().boxed) continue;
        if (c.box.top < row.bottom() && row.top < c.box.bottom() && !c.is().behind) {
            row = row.united(c.box);
            index = std::min(index, i);
        }
        if (!c.is().pressed) right = std::max(right, c.box.right());
    }
    const double width = right - row.left, high = heightAt(width);
    Ids below;
    double lowest = row.top + high;
    for (Id other : holder->children)
        if (const Control* c = form.find(other); c && c->is().boxed && c->box.bottom() > row.top) {
            below.push_back(other);
            lowest = std::max(lowest, c->box.bottom() + high + m.rowGap);
        }
    Form next = shifted(form, below, 0, high + m.rowGap);
    // What has moved too far down takes its containers along; a tab page is as large as its tabs leave it.
    if (!holder->is().paper) {
        const double over = lowest + (holder->is().framed ? m.frameFoot : m.footRoom) - boxOf(form, *holder).height;
        if (over > 0) next = grownBy(next, holder->is().boxed ? holder->id : holder->parent, over);
    }
    return RoomAbove{std::move(next), holder->id, {row.left, row.top, width, high}, index};
}

}  // namespace

Form noticeWritten(const Form& form, const FontBook& fonts) {
    const std::string text = noticeText(form);
    if (text.empty()) return form;
    if (const Control* notice = noticeOf(form)) {
        Form next = withProperty(form, {notice->id}, Prop::text, text);
        const Control& now = *next.find(notice->id);
        const double by = heightOf(next, now, text, fonts) - now.box.height;
        return by > 0 ? grownBy(next, now.id, by) : next;
    }
    Control label = freshControl(Kind::label);
    label.set(Prop::text, text);
    label.set(Prop::wraps, true);
    label.set(Prop::style, std::string(style::finePrint));
    auto room = roomAbove(form, personalFields(form).front(), [&](double width) {
        label.box.width = width;
        return heightOf(form, label, text, fonts);
    });
    if (!room) return form;
    label.box = room->box;
    const Edited made = placed(room->form, room->holder, label, room->index);
    return made.ids.empty() ? form : withProperty(made.form, {rootId}, Prop::notice, Reference{made.ids.front()});
}

Form broughtAbove(const Form& form, Id id, Id field) {
    const Control* c = form.find(id);
    if (!c || !isFreelyPlaced(form, *c)) return form;
    auto room = roomAbove(form, field, [&](double) { return c->box.height; });
    if (!room || within(form, room->holder, id)) return form;
    Form next = rehoused(room->form, {id}, room->holder);
    next = boxed(next, id, {room->box.left, room->box.top, c->box.width, c->box.height});
    const auto& order = next.find(room->holder)->children;
    const std::size_t now = std::size_t(std::ranges::find(order, id) - order.begin());
    return reordered(next, id, now < room->index ? room->index - 1 : room->index);
}

}  // namespace brindel
