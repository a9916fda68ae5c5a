#include "app/sheet/gestures.h"

#include <cmath>

#include "app/details/details.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/draw/draw_control.h"
#include "core/layout/resizing.h"
#include "core/layout/room.h"
#include "core/model/measures.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

void paintGuides(QPainter& p, const SheetFrame& frame, Id surface, const std::vector<Guide>& guides) {
    const QColor teal = tokens().teal;
    p.save();
    p.setPen(QPen(teal, 1));
    QFont font = bodyFont(10);
    p.setFont(font);
    for (const Guide& g : guides) {
        QPointF a = frame.place(surface, g.from), b = frame.place(surface, g.to);
        p.drawLine(a, b);
        if (g.distance < 0) continue;
        QPointF m = (a + b) / 2;
        p.drawText(QPointF(m.x() + 4, m.y() + 4), toQt(numberText(g.distance, 1)));
    }
    p.restore();
}

void outline(QPainter& p, const SheetFrame& frame, const Form& form, Id container) {
    const Control* c = form.find(container);
    if (!c) return;
    const Box box = onSurface(form, container);
    const Id surface = surfaceOf(form, container);
    QRectF r(frame.place(surface, {box.left, box.top}), frame.place(surface, {box.right(), box.bottom()}));
    p.save();
    p.setPen(QPen(tokens().teal, 2));
    QColor wash = tokens().teal;
    wash.setAlpha(18);
    p.setBrush(wash);
    p.drawRect(r);
    p.restore();
}

class Moves : public Gesture {
  public:
    Moves(const Desk& desk, const SheetPoint& from, const Ids& ids, double reach)
        : from_(from), last_(from), ids_(outermost(desk.form(), ids)), reach_(reach) {
        (void)rebase(desk);
    }

    bool rebase(const Desk& desk) override {
        form_ = desk.form();
        turned_ = desk.turned();
        std::erase_if(ids_, [&](Id id) { return !form_.find(id); });
        if (ids_.empty()) return false;
        lead_ = ids_.front();
        all_ = onSurface(form_, lead_);
        for (Id id : ids_) all_ = all_.united(onSurface(form_, id));
        // A field takes the label along that speaks for it beside it.
        both_ = ids_;
        for (Id id : ids_)
            if (const Control* label = labelOf(form_, id);
                label && label->parent == form_.find(id)->parent && std::ranges::find(both_, label->id) == both_.end())
                both_.push_back(label->id);
        // What moves takes what it holds along; nothing of it can be its own guide.
        moving_.clear();
        for (Id id : both_) walk(form_, id, [&](const Control& c, int) { moving_.push_back(c.id); });
        if (next_) move(last_);
        return true;
    }

    void move(const SheetPoint& to) override {
        if (to.surface != from_.surface && form_.isDialog()) return;
        last_ = to;
        double dx = to.at.x - from_.at.x, dy = to.at.y - from_.at.y;
        if (to.keys & Qt::ShiftModifier) std::abs(dx) > std::abs(dy) ? dy = 0 : dx = 0;
        Box moved = all_.moved(rounded(form_, dx), rounded(form_, dy));
        surface_ = to.surface;
        container_ = containerAt(form_, to.surface, to.at, turned_, moving_);
        const bool alone = to.keys & Qt::AltModifier;
        const Ids& with = alone ? ids_ : both_;
        guides_.clear();
        if (!alone) {
            Snapped s = snapped(form_, to.surface, container_, moved, moving_, reach_, turned_);
            moved = s.box;
            guides_ = s.guides;
        }
        for (Guide& g : distancesAround(form_, to.surface, container_, moved, moving_, turned_)) guides_.push_back(g);
        dx = moved.left - all_.left, dy = moved.top - all_.top;
        at_ = moved;
        copies_ = to.keys & Qt::ControlModifier;
        made_ = ids_;
        if (copies_) {
            Form clip = clipping(form_, with);
            Box home = onSurface(form_, form_.find(lead_)->parent), there = onSurface(form_, container_);
            Edited e = pasted(form_, container_, clip, dx + home.left - there.left, dy + home.top - there.top);
            next_ = e.form;
            made_ = e.ids;
            // The labels that came along are not what was dragged.
            if (with.size() > ids_.size())
                std::erase_if(made_, [&](Id id) { return next_->find(id)->reference(Prop::labels) != noControl; });
        } else {
            next_ = shifted(form_, with, dx, dy);
            if (container_ != noControl) next_ = rehoused(*next_, with, container_);
            // It stays inside of what it lies in, unless one wants it otherwise.
            if (!alone) {
                const Box before = onSurface(*next_, lead_), was = onSurface(form_, lead_);
                next_ = broughtIn(*next_, ids_);
                const Box now = onSurface(*next_, lead_);
                Ids labels = with;
                std::erase_if(labels, [&](Id id) { return std::ranges::find(ids_, id) != ids_.end(); });
                next_ = shifted(*next_, labels, now.left - before.left, now.top - before.top);
                at_ = all_.moved(now.left - was.left, now.top - was.top);
            }
        }
    }

    void finish(Desk& desk) override {
        if (!next_) return;
        const Control* lead = form_.find(lead_);
        QString what = ids_.size() > 1 ? Words::counted("%n controls", "One control", qint64(ids_.size()))
                                       : toQt(calledBy(form_, *lead));
        desk.edit(*next_, (copies_ ? Words::tr("Copy ") : Words::tr("Move ")) + what, made_);
    }
    const Form* formMeanwhile() const override { return next_ ? &*next_ : nullptr; }
    bool carries() const override { return true; }
    QString said() const override { return next_ ? measure(form_, at_, false) : QString(); }
    void paint(QPainter& p, const SheetFrame& frame) const override {
        if (!next_) return;
        const Control* lead = form_.find(lead_);
        if (lead && container_ != lead->parent && container_ != surface_) outline(p, frame, form_, container_);
        paintGuides(p, frame, surface_, guides_);
    }

  private:
    Form form_;
    TurnedTo turned_;
    SheetPoint from_, last_;
    Ids ids_, both_, moving_, made_;  // what is dragged; with the labels that come along; with all that is in it
    Id lead_ = noControl, container_ = noControl, surface_ = noControl;
    double reach_;
    Box all_, at_;
    bool copies_ = false;
    std::optional<Form> next_;
    std::vector<Guide> guides_;
};

class Sizing : public Gesture {
  public:
    Sizing(const Desk& desk, const SheetPoint& from, Id id, Handle handle, double reach)
        : fonts_(&desk.fonts()), from_(from), last_(from), id_(id), handle_(handle), reach_(reach) {
        (void)rebase(desk);
    }
    bool rebase(const Desk& desk) override {
        form_ = desk.form();
        turned_ = desk.turned();
        if (!form_.find(id_)) return false;
        before_ = onSurface(form_, id_);
        moving_.clear();
        walk(form_, id_, [&](const Control& c, int) { moving_.push_back(c.id); });
        if (next_) move(last_);
        return true;
    }
    void move(const SheetPoint& to) override {
        last_ = to;
        double dx = to.at.x - from_.at.x, dy = to.at.y - from_.at.y;
        const bool left = handle_ == Handle::leftTop || handle_ == Handle::left || handle_ == Handle::leftBottom;
        const bool right = handle_ == Handle::rightTop || handle_ == Handle::right || handle_ == Handle::rightBottom;
        const bool top = handle_ == Handle::leftTop || handle_ == Handle::top || handle_ == Handle::rightTop;
        const bool bottom =
            handle_ == Handle::leftBottom || handle_ == Handle::bottom || handle_ == Handle::rightBottom;
        Box box = before_;
        const double least = measuresFor(form_).smallest;
        if (left) dx = std::min(dx, box.width - least), box.left += rounded(form_, dx), box.width -= rounded(form_, dx);
        if (right) box.width = std::max(least, box.width + rounded(form_, dx));
        if (top) dy = std::min(dy, box.height - least), box.top += rounded(form_, dy), box.height -= rounded(form_, dy);
        if (bottom) box.height = std::max(least, box.height + rounded(form_, dy));
        guides_.clear();
        if (!(to.keys & Qt::AltModifier) && id_ != rootId) {
            Snapped s = snapped(form_, from_.surface, form_.find(id_)->parent, box, moving_, reach_, turned_,
                                {left, top, right, bottom});
            box = s.box;
            guides_ = s.guides;
        }
        at_ = box;
        const Control& c = *form_.find(id_);
        const Box own = box.moved(c.box.left - before_.left, c.box.top - before_.top);
        // What a container holds goes with its edges, as each holds to them; with Alt it stays.
        const bool carries = !c.children.empty() && !(to.keys & Qt::AltModifier);
        next_ = carries && id_ != rootId ? boxed(form_, id_, {own.left, own.top, c.box.width, c.box.height}) : form_;
        next_ = carries ? resized(*next_, id_, {own.width, own.height}) : boxed(form_, id_, own);
    }
    void finish(Desk& desk) override {
        if (next_)
            desk.edit(*next_, Words::tr("Resize ") +
                                  (id_ == rootId ? Words::tr("the form") : toQt(calledBy(form_, *form_.find(id_)))));
    }
    const Form* formMeanwhile() const override { return next_ ? &*next_ : nullptr; }
    QString said() const override {
        if (!next_) return {};
        const Control& c = *next_->find(id_);
        const auto room = roomOf(*next_, c, *fonts_);
        const QString size = measure(form_, at_, true);
        return room ? size + "  ·  " + roomInWords(*room) : size;
    }
    void paint(QPainter& p, const SheetFrame& frame) const override { paintGuides(p, frame, from_.surface, guides_); }

  private:
    Form form_;
    TurnedTo turned_;
    const FontBook* fonts_;
    SheetPoint from_, last_;
    Id id_;
    Handle handle_;
    double reach_;
    Box before_, at_;
    Ids moving_;
    std::optional<Form> next_;
    std::vector<Guide> guides_;
};

class Placing : public Gesture {
  public:
    Placing(const Desk& desk, const SheetPoint& from, Tool tool, double reach)
        : desk_(desk), from_(from), tool_(tool), kind_(tool.kind), reach_(reach) {
        move(from);
    }
    bool rebase(const Desk&) override {
        move(last_);
        return true;
    }
    void move(const SheetPoint& to) override {
        last_ = to;
        const Form& form = desk_.form();
        const double start = measuresFor(form).dragStart;
        drawn_ = std::abs(to.at.x - from_.at.x) > start || std::abs(to.at.y - from_.at.y) > start;
        Extent usual = desk_.nextSize(kind_);
        Box box = boxBetween(from_.at, to.at);
        if (!drawn_) box = {from_.at.x, from_.at.y - usual.height / 2, usual.width, usual.height};
        if (usual.height > measuresFor(form).tallFrom) box.top = drawn_ ? box.top : from_.at.y;
        if (!drawn_ && !(to.keys & Qt::AltModifier)) {
            // No wider than there is room for where it is placed.
            const Id holder = containerAt(form, from_.surface, from_.at, desk_.turned());
            const bool within = holder != noControl && holder != from_.surface;
            const Extent whole = surfaceSize(form, from_.surface);
            const Box area = within ? onSurface(form, holder) : Box{0, 0, whole.width, whole.height};
            const double room = area.right() - measuresFor(form).inset - box.left;
            if (box.width > room && room >= usual.width / 2) box.width = room;
        }
        box = {rounded(form, box.left), rounded(form, box.top), std::max(rounded(form, box.width), smallStep(form) * 4),
               std::max(rounded(form, box.height), smallStep(form))};
        guides_.clear();
        if (!(to.keys & Qt::AltModifier)) {
            const Id container = containerAt(form, from_.surface, from_.at, desk_.turned());
            Moving all;
            if (drawn_) all = {false, false, true, true};
            Snapped s = snapped(form, from_.surface, container, box, {}, reach_, desk_.turned(), all);
            box = s.box;
            guides_ = s.guides;
        }
        box_ = box;
        edited_ = placedByHand(desk_, form, from_.surface, box_, tool_);
        if (!(to.keys & Qt::AltModifier)) edited_.form = broughtIn(edited_.form, edited_.ids);
    }
    void finish(Desk& desk) override {
        if (edited_.ids.empty()) return desk.say(Words::tr("Nothing can be placed here."), true);
        const Ids made = edited_.ids;
        desk.edit(edited_.form, Words::tr("Place %1").arg(Words::shown(tool_.word())), Ids{made.front()});
        if (!tool_.heading) desk.setNextSize(kind_, {box_.width, box_.height});
        wording_ = made.front();
        if (!desk.toolStays()) desk.setTool(std::nullopt);
    }
    const Form* formMeanwhile() const override { return edited_.ids.empty() ? nullptr : &edited_.form; }
    QString said() const override { return drawn_ ? measure(desk_.form(), box_, true) : QString(); }
    void paint(QPainter& p, const SheetFrame& frame) const override { paintGuides(p, frame, from_.surface, guides_); }
    Id wordingNext() const override { return wording_; }

  private:
    const Desk& desk_;
    SheetPoint from_, last_;
    Tool tool_;
    Kind kind_;
    double reach_;
    bool drawn_ = false;
    Box box_;
    Edited edited_;
    Id wording_ = noControl;
    std::vector<Guide> guides_;
};

}  // namespace

QString measure(const Form& form, const Box& b, bool size) {
    auto text = [](double v) { return toQt(numberText(v, 1)); };
    const QString unit = measuresFor(form).unit;
    return size ? QString("%1 × %2 %3").arg(text(b.width), text(b.height), unit)
                : QString("%1, %2 %3").arg(text(b.left), text(b.top), unit);
}

Point handlePoint(const Box& b, Handle handle) {
    switch (handle) {
        case Handle::leftTop:
            return {b.left, b.top};
        case Handle::top:
            return {b.centre().x, b.top};
        case Handle::rightTop:
            return {b.right(), b.top};
        case Handle::right:
            return {b.right(), b.centre().y};
        case Handle::rightBottom:
            return {b.right(), b.bottom()};
        case Handle::bottom:
            return {b.centre().x, b.bottom()};
        case Handle::leftBottom:
            return {b.left, b.bottom()};
        case Handle::left:
            return {b.left, b.centre().y};
    }
    return {};
}

Edited placedByHand(const Desk& desk, const Form& form, Id surface, Box box, Tool tool) {
    const Kind kind = tool.kind;
    const Id container = containerAt(form, surface, {box.left + 0.01, box.centre().y}, desk.turned());
    if (container == noControl) return {form, {}};
    const Box holder = onSurface(form, container);
    Control control = freshControl(kind, form.root().text(Prop::language));
    if (tool.heading) {
        control.set(Prop::role, std::string("heading2"));
        control.set(Prop::text, std::string("Heading"));
    }
    control.box = box.moved(-holder.left, -holder.top);
    if (kind == Kind::line)
        control.box = box.width >= box.height
                          ? Box{control.box.left, control.box.top, box.width, measuresFor(form).ruleHigh}
                          : control.box;
    const Control* holds = form.find(container);
    if (row(kind).labelled && !holds->is().inGrid) {
        Look look;
        std::string word(row(kind).word);
        word[0] = char(std::toupper(static_cast<unsigned char>(word[0])));
        Control probe = freshControl(Kind::label);
        look = lookOf(form, probe);
        const double pt = unitsPerPoint(form);
        const double width = std::ceil(desk.fonts().width(word, look) * pt) + measuresFor(form).labelSpare;
        const double height = std::ceil(desk.fonts().lineHeight(look) * pt);
        return placedWithLabel(form, container, control, word, width, height);
    }
    return placed(form, container, control);
}

std::unique_ptr<Gesture> moveGesture(const Desk& d, const SheetPoint& from, const Ids& ids, double reach) {
    return std::make_unique<Moves>(d, from, ids, reach);
}
std::unique_ptr<Gesture> sizeGesture(const Desk& d, const SheetPoint& from, Id id, Handle h, double reach) {
    return std::make_unique<Sizing>(d, from, id, h, reach);
}
std::unique_ptr<Gesture> placeGesture(const Desk& d, const SheetPoint& from, Tool tool, double reach) {
    return std::make_unique<Placing>(d, from, tool, reach);
}

}  // namespace brindel
