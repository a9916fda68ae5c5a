#include "core/model/places.h"

#include <algorithm>

namespace brindel {

double unitsPerPoint(const Form& form) {
    return form.isDialog() ? 96.0 / 72 : 25.4 / 72;
}
double smallStep(const Form& form) {
    return form.isDialog() ? 1 : 0.5;
}
double gridStep(const Form& form) {
    return form.isDialog() ? 8 : 5;
}
double tabStrip(const Form& form) {
    return form.isDialog() ? 28 : 8;
}

Id surfaceOf(const Form& form, Id id) {
    for (const Control* c = form.find(id); c; c = form.find(c->parent))
        if (c->kind == Kind::dialog || c->kind == Kind::page) return c->id;
    return noControl;
}

std::vector<Id> surfaces(const Form& form) {
    return form.isDialog() ? std::vector<Id>{rootId} : form.root().children;
}

Extent surfaceSize(const Form& form, Id surface) {
    const Control* c = form.find(surface);
    if (!c) return {};
    if (c->kind == Kind::page) return paperSize(form.root());
    return {c->box.width, c->box.height};
}

Box boxOf(const Form& form, const Control& control) {
    if (control.kind == Kind::dialog) return {0, 0, control.box.width, control.box.height};
    if (control.kind == Kind::page) {
        Extent size = paperSize(form.root());
        return {0, 0, size.width, size.height};
    }
    const Control* tabs = control.kind == Kind::tabPage ? form.find(control.parent) : nullptr;
    if (!tabs) return control.box;
    double strip = tabStrip(form), wide = tabs->box.width, high = tabs->box.height;
    const std::string& sit = tabs->text(Prop::tabsSit);
    double side = 3 * strip;  // tabs at a side are as wide as a short word needs
    if (sit == "bottom") return {0, 0, wide, std::max(0.0, high - strip)};
    if (sit == "left") return {side, 0, std::max(0.0, wide - side), high};
    if (sit == "right") return {0, 0, std::max(0.0, wide - side), high};
    return {0, strip, wide, std::max(0.0, high - strip)};
}

Box onSurface(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c) return {};
    Box box = boxOf(form, *c);
    if (c->kind == Kind::dialog || c->kind == Kind::page) return box;
    for (c = form.find(c->parent); c && c->kind != Kind::dialog && c->kind != Kind::page; c = form.find(c->parent)) {
        Box outer = boxOf(form, *c);
        box = box.moved(outer.left, outer.top);
    }
    return box;
}

Id shownPage(const Control& tabs, const TurnedTo& turned) {
    if (tabs.children.empty()) return noControl;
    auto at = turned.find(tabs.id);
    if (at != turned.end() && std::ranges::find(tabs.children, at->second) != tabs.children.end()) return at->second;
    return tabs.children.front();
}

bool isInView(const Form& form, Id id, const TurnedTo& turned) {
    for (const Control* c = form.find(id); c; c = form.find(c->parent))
        if (c->kind == Kind::tabPage)
            if (const Control* tabs = form.find(c->parent); tabs && shownPage(*tabs, turned) != c->id) return false;
    return true;
}

TurnedTo turnedToShow(const Form& form, Id id, TurnedTo turned) {
    for (const Control* c = form.find(id); c; c = form.find(c->parent))
        if (c->kind == Kind::tabPage) turned[c->parent] = c->id;
    return turned;
}

namespace {

/// The children of a container that can be seen: of tabs only the page turned to.
template <class Visit>
void shownChildren(const Form& form, const Control& container, const TurnedTo& turned, Visit visit) {
    if (container.kind == Kind::tabs) {
        if (const Control* page = form.find(shownPage(container, turned))) visit(*page);
        return;
    }
    for (auto at = container.children.rbegin(); at != container.children.rend(); ++at)
        if (const Control* c = form.find(*at)) visit(*c);
}

Id hit(const Form& form, const Control& container, Point p, const TurnedTo& turned) {
    Id found = noControl;
    shownChildren(form, container, turned, [&](const Control& c) {
        if (found != noControl) return;
        Box box = boxOf(form, c);
        // A line is thinner than a pointer can aim at.
        Box target = c.kind == Kind::line ? box.grown(3 * smallStep(form)) : box;
        if (!target.contains(p)) return;
        Id deeper = hit(form, c, {p.x - box.left, p.y - box.top}, turned);
        // The page turned to is part of its tabs: a press on it reaches the tabs' page itself.
        found = deeper != noControl ? deeper : c.id;
    });
    return found;
}

Id holder(const Form& form, const Control& container, Point p, const TurnedTo& turned, const std::vector<Id>& without) {
    Id found = container.kind == Kind::tabs ? noControl : container.id;
    shownChildren(form, container, turned, [&](const Control& c) {
        if (!row(c.kind).holds && c.kind != Kind::tabs) return;
        if (std::ranges::find(without, c.id) != without.end()) return;
        Box box = boxOf(form, c);
        if (!box.contains(p)) return;
        if (Id deeper = holder(form, c, {p.x - box.left, p.y - box.top}, turned, without); deeper != noControl)
            found = deeper;
    });
    return found;
}

}  // namespace

Id controlAt(const Form& form, Id surface, Point point, const TurnedTo& turned) {
    const Control* c = form.find(surface);
    return c ? hit(form, *c, point, turned) : noControl;
}

Id containerAt(const Form& form, Id surface, Point point, const TurnedTo& turned, const std::vector<Id>& without) {
    const Control* c = form.find(surface);
    return c ? holder(form, *c, point, turned, without) : noControl;
}

std::vector<Box> tabBoxes(const Form& form, const Control& tabs, const std::vector<double>& widths) {
    std::vector<Box> boxes;
    double strip = tabStrip(form), side = 3 * strip;
    const std::string& sit = tabs.text(Prop::tabsSit);
    double at = 0;
    for (double width : widths) {
        if (sit == "left" || sit == "right")
            boxes.push_back({sit == "left" ? 0 : tabs.box.width - side, at, side, strip});
        else
            boxes.push_back({at, sit == "bottom" ? tabs.box.height - strip : 0, width, strip});
        at += sit == "left" || sit == "right" ? strip : width;
    }
    return boxes;
}

}  // namespace brindel
