// Gestures on what is not a control of its own: tabs, the columns of a table, the dialog's edge, and the bare sheet.
#include <cmath>

#include "app/sheet/gestures.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/layout/resizing.h"
#include "core/order/reading.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// A tab page dragged along its tabs takes the place of the tab that the pointer is over.
class TabMoves : public Gesture {
  public:
    TabMoves(const Desk& desk, Id page, std::vector<Box> boxes)
        : form_(desk.form()), page_(page), boxes_(std::move(boxes)) {}
    /// The tabs stand elsewhere then: dragging begins anew.
    bool rebase(const Desk& desk) override { return sameContent(form_, desk.form()); }
    void move(const SheetPoint& to) override {
        for (std::size_t i = 0; i < boxes_.size(); ++i)
            if (boxes_[i].contains(to.at) || (i + 1 == boxes_.size() && to.at.x >= boxes_[i].right() &&
                                              boxes_[i].top <= to.at.y && to.at.y < boxes_[i].bottom()))
                next_ = reordered(form_, page_, i);
    }
    void finish(Desk& desk) override {
        if (next_)
            desk.edit(*next_, Words::tr("Move the page %1").arg(toQt(form_.find(page_)->text(Prop::text))), Ids{page_});
    }
    const Form* formMeanwhile() const override { return next_ ? &*next_ : nullptr; }

  private:
    Form form_;
    Id page_;
    std::vector<Box> boxes_;
    std::optional<Form> next_;
};

/// The line between two columns of a table.
class ColumnEdges : public Gesture {
  public:
    ColumnEdges(const Desk& desk, const SheetPoint& from, Id table, std::size_t column)
        : form_(desk.form()), from_(from), last_(from), table_(table), column_(column) {}
    bool rebase(const Desk& desk) override {
        form_ = desk.form();
        const Control* c = form_.find(table_);
        if (!c || std::get<Choices>(c->get(Prop::columns)).size() < column_ + 2) return false;
        if (next_) move(last_);
        return true;
    }
    void move(const SheetPoint& to) override {
        last_ = to;
        const Control& c = *form_.find(table_);
        const Grid grid = gridOf(c);
        const double left = grid.across[column_], right = grid.across[column_ + 2], least = 4 * smallStep(form_);
        const double by = rounded(form_, to.at.x - from_.at.x) * (form_.index()->rightToLeft() ? -1 : 1);
        const double at =
            std::clamp(grid.across[column_ + 1] + by, left + least, std::max(left + least, right - least));
        Choices columns = std::get<Choices>(c.get(Prop::columns));
        auto share = [&](std::size_t i) { return std::max(0.1, numberFrom(columns[i].value).value_or(1)); };
        const double both = share(column_) + share(column_ + 1), part = (at - left) / (right - left);
        const double mine = std::clamp(std::round(both * part * 100) / 100, 0.1, std::max(0.1, both - 0.1));
        columns[column_].value = numberText(mine, 2);
        columns[column_ + 1].value = numberText(std::max(0.1, both - mine), 2);
        wide_ = at - left;
        next_ = withProperty(form_, {table_}, Prop::columns, columns);
    }
    void finish(Desk& desk) override {
        if (next_) desk.edit(*next_, Words::tr("Resize a column"));
    }
    const Form* formMeanwhile() const override { return next_ ? &*next_ : nullptr; }
    QString said() const override {
        return next_ ? toQt(numberText(wide_, 1)) + (form_.isDialog() ? Words::tr(" px") : Words::tr(" mm"))
                     : QString();
    }

  private:
    Form form_;
    SheetPoint from_, last_;
    Id table_;
    std::size_t column_;
    double wide_ = 0;
    std::optional<Form> next_;
};

/// The dialog at another size, as long as the edge is held: a look at what its controls hold to.
class Ghosts : public Gesture {
  public:
    Ghosts(const Desk& desk, const SheetPoint& from) : form_(desk.form()), from_(from) {}
    bool rebase(const Desk& desk) override {
        form_ = desk.form();
        if (next_) next_ = resized(form_, rootId, size_);
        return true;
    }
    void move(const SheetPoint& to) override {
        const Box& box = form_.root().box;
        size_ = {std::max(60.0, std::round(box.width + to.at.x - from_.at.x)),
                 std::max(40.0, std::round(box.height + to.at.y - from_.at.y))};
        next_ = resized(form_, rootId, size_);
    }
    void finish(Desk& desk) override {
        desk.say(Words::tr(
            "This is how the dialog grows. Its size has not changed; the details show what each control holds to."));
    }
    const Form* formMeanwhile() const override { return next_ ? &*next_ : nullptr; }
    QString said() const override { return measure(form_, {0, 0, size_.width, size_.height}, true); }
    void paint(QPainter& p, const SheetFrame& frame) const override {
        p.setPen(QPen(tokens().teal, 1.5, Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        const Box& box = form_.root().box;
        p.drawRect(QRectF(frame.place(rootId, {0, 0}), frame.place(rootId, {box.width, box.height})));
    }

  private:
    Form form_;
    SheetPoint from_;
    Extent size_;
    std::optional<Form> next_;
};

class Bands : public Gesture {
  public:
    Bands(const Desk& desk, const SheetPoint& from)
        : form_(desk.form()), turned_(desk.turned()), from_(from), to_(from), before_(desk.selection()) {}
    bool rebase(const Desk& desk) override {
        form_ = desk.form();
        turned_ = desk.turned();
        std::erase_if(before_, [&](Id id) { return !form_.find(id); });
        return true;
    }
    void move(const SheetPoint& to) override { to_ = to; }
    void finish(Desk& desk) override {
        const Box band = boxBetween(from_.at, to_.at);
        const bool adds = to_.keys & (Qt::ControlModifier | Qt::ShiftModifier);
        Ids found = adds ? before_ : Ids{};
        // Controls of the container in which the band began: what lies deeper goes with what holds it.
        const Id container = containerAt(form_, from_.surface, from_.at, turned_);
        const Control* holder = form_.find(container);
        for (Id id : holder ? readInOrder(form_, holder->id) : Ids{}) {
            const Box box = onSurface(form_, id);
            const bool in = to_.keys & Qt::AltModifier ? band.contains(box) : band.touches(box);
            if (in && std::ranges::find(found, id) == found.end()) found.push_back(id);
        }
        desk.select(found);
    }
    void paint(QPainter& p, const SheetFrame& frame) const override {
        QColor wash = tokens().tawny;
        p.setPen(QPen(wash, 1, Qt::DashLine));
        wash.setAlpha(28);
        p.setBrush(wash);
        p.drawRect(QRectF(frame.place(from_.surface, from_.at), frame.place(from_.surface, to_.at)).normalized());
    }

  private:
    Form form_;
    TurnedTo turned_;
    SheetPoint from_, to_;
    Ids before_;
};

}  // namespace

std::unique_ptr<Gesture> tabGesture(const Desk& d, const SheetPoint&, Id page, std::vector<Box> boxes) {
    return std::make_unique<TabMoves>(d, page, std::move(boxes));
}
std::unique_ptr<Gesture> columnGesture(const Desk& d, const SheetPoint& from, Id table, std::size_t column) {
    return std::make_unique<ColumnEdges>(d, from, table, column);
}
std::unique_ptr<Gesture> ghostGesture(const Desk& d, const SheetPoint& from) {
    return std::make_unique<Ghosts>(d, from);
}
std::unique_ptr<Gesture> bandGesture(const Desk& d, const SheetPoint& from) {
    return std::make_unique<Bands>(d, from);
}

}  // namespace brindel
