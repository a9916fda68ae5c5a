// The hand that places jotted rows: it knows the measures, the columns and where the next row goes. Private to jot/.
#pragma once

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <functional>

#include "core/draw/draw_control.h"
#include "core/jot/lay_out.h"
#include "core/naming/names.h"

namespace brindel {

/// The measures of a careful hand, in the form's unit.
struct Measures {
    double inset, top, rowGap, labelGap, columnGap, fieldHigh, tickHigh, buttonHigh, buttonWide, buttonGap, sectionGap;
    double frameTop, frameFoot, frameSide, area, least;
    double widths[4];  // the few widths that fields have, so that their right edges make columns as well
    double longLabel;  // a label longer than this stands above its field
};
inline constexpr Measures onScreen = {
    20, 18, 12, 12, 24, 26, 22, 30, 96, 12, 20, 26, 12, 16, 260, 60, {90, 150, 200, 260}, 220};
inline constexpr Measures onPaper = {0, 0, 3, 4, 8, 7, 5.5, 8, 28, 4, 6, 7, 3.5, 4, 110, 16, {26, 40, 56, 90}, 54};

inline double up(double value, double step) {
    return std::ceil(value / step - 1e-9) * step;
}

/// The columns of labels and fields that rows of one container share.
struct Columns {
    struct Column {
        double label = 0, field = 0;  // widths
        double fieldLeft = 0;
    };
    std::vector<Column> columns;
    double right = 0;  // where the widest row ends
};

class Layer {
  public:
    Layer(Form start, const FontBook& fonts)
        : form(std::move(start)),
          fonts_(fonts),
          m_(form.isDialog() ? onScreen : onPaper),
          pt_(unitsPerPoint(form)),
          above_(form.root().text(Prop::labelsSit) == "above") {}

    Form form;
    Ids made;
    Id container = rootId;
    double left = 0, y = 0, right = 0;  // where rows begin, the next one's top, and where the container's content ends
    std::function<void(double)> roomFor = [](double) {};  // called before a row of a height; may turn to another page

    double textWidth(const std::string& text, const char* style) const {
        Look look = styleLook(style);
        return up(fonts_.width(text, look) * pt_ + (form.isDialog() ? 2 : 0.5), form.isDialog() ? 1 : 0.5);
    }
    double lineHigh(const char* style) const {
        return up(fonts_.lineHeight(styleLook(style)) * pt_, form.isDialog() ? 1 : 0.5);
    }

    Id add(Kind kind, Box box, std::function<void(Control&)> set, std::optional<std::size_t> index = {}) {
        Control c;
        c.kind = kind;
        c.box = {round(box.left), round(box.top), round(box.width), round(box.height)};
        set(c);
        std::size_t end = form.find(container)->children.size();
        Edited one = placed(form, container, c, index ? index : std::optional(std::min(end, at_++)));
        form = std::move(one.form);
        made.push_back(one.ids.empty() ? noControl : one.ids[0]);
        return made.back();
    }
    /// Where the next control goes in the container's tab order.
    void goOnAt(std::size_t index) { at_ = index; }

    /// How wide and high a field wants to be.
    Extent wanted(const JotField& f) const {
        Control probe;
        probe.kind = f.kind;
        probe.own = f.own;
        Look look = entryLookOf(form, probe);
        const double letter = fonts_.width("0123456789abcdefghijklmnopqrstuvwxyz", look) / 36 * pt_;
        const double padding = form.isDialog() ? 14 : 4, grain = form.isDialog() ? 1 : 0.5;
        auto stepped = [&](double width) {
            for (double step : m_.widths)
                if (width <= step) return step;
            return m_.widths[3];
        };
        switch (f.kind) {
            case Kind::textBox: {
                double most = probe.number(Prop::maxLength);
                if (f.columns)
                    return {up(std::max(m_.widths[1], f.columns * letter + padding), grain),
                            f.rows > 1 ? up(f.rows * fonts_.lineHeight(look) * pt_ + (form.isDialog() ? 10 : 3), grain)
                                       : m_.fieldHigh};
                return {most > 0 ? stepped(most * letter + padding) : m_.widths[3], m_.fieldHigh};
            }
            case Kind::numberBox:
                return {probe.own.find(Prop::workedOut) ? m_.widths[0] * 1.2 : m_.widths[0], m_.fieldHigh};
            case Kind::dateBox:
                return {form.isDialog() ? 130.0 : 36.0, m_.fieldHigh};
            case Kind::comboBox: {
                double widest = fonts_.width(probe.text(Prop::prompt), look);
                for (const Choice& c : probe.choices()) widest = std::max(widest, fonts_.width(c.text, look));
                return {stepped(widest * pt_ + padding + m_.fieldHigh), m_.fieldHigh};
            }
            case Kind::listBox: {
                double rows = f.rows ? f.rows : std::clamp<double>(double(probe.choices().size()), 2, 6);
                return {m_.widths[1] * 1.2, rows * listRowHeight(form) + (form.isDialog() ? 4 : 1)};
            }
            default:
                return {textWidth(f.label, "text") + (form.isDialog() ? 30 : 8), m_.tickHigh};
        }
    }

    bool labelled(const JotField& f) const { return f.kind != Kind::checkBox; }
    bool blockQuestion(const JotField& f) const { return f.radio; }
    /// A label too long for the column stands above its field, and the field takes the whole width.
    bool labelOver(const JotRow& r, const JotField& f) const {
        return !above_ && r.fields.size() == 1 && labelled(f) && textWidth(f.label, "text") > m_.longLabel;
    }

    /// The columns that rows need; radio questions and single ticks stand across all of them.
    /// None reaches beyond `limit`, where one is given: fields in rows get narrower then.
    Columns columnsOf(const std::vector<const JotRow*>& rows, double leastLabel, double limit = 0) const {
        Columns c;
        double single = 0;
        for (const JotRow* r : rows) {
            if (r->what != JotRow::What::fields) continue;
            std::size_t k = 0;
            for (const JotField& f : r->fields) {
                if (blockQuestion(f) || labelOver(*r, f)) continue;
                if (c.columns.size() <= k) c.columns.emplace_back();
                double label = labelled(f) ? textWidth(f.label, "text") : 0, field = wanted(f).width;
                if (above_) field = std::max(field, label), label = 0;
                c.columns[k].label = std::max(c.columns[k].label, label);
                if (r->fields.size() > 1)
                    c.columns[k].field = std::max(c.columns[k].field, field);
                else
                    single = std::max(single, field);
                ++k;
            }
        }
        if (c.columns.empty()) c.columns.emplace_back();
        if (!above_) c.columns[0].label = std::max(c.columns[0].label, leastLabel);
        auto placed = [&] {
            double x = left;
            for (Columns::Column& column : c.columns) {
                column.fieldLeft = x + (above_ || column.label == 0 ? 0 : column.label + m_.labelGap);
                x = column.fieldLeft + column.field + m_.columnGap;
            }
            return c.columns.size() > 1 ? x - m_.columnGap : 0;
        };
        double together = placed();
        for (int round = 0; limit > 0 && together > limit + 0.01 && round < 20; ++round) {
            auto widest = std::ranges::max_element(c.columns, {}, &Columns::Column::field);
            widest->field = std::max(m_.least, widest->field - std::max((together - limit) / 2, 1.0));
            together = placed();
        }
        const double alone = c.columns[0].fieldLeft + std::max(single, m_.area);
        c.right = std::max(together, alone);
        // The last column ends where the widest single field does, so that the right edge is one line.
        if (c.columns.size() > 1 && together < c.right) c.columns.back().fieldLeft += c.right - together;
        return c;
    }

    void rowOfFields(const JotRow& r, const Columns& c) {
        std::size_t k = 0;
        for (const JotField& f : r.fields)
            if (blockQuestion(f)) question(f, c);
        std::vector<const JotField*> fields;
        for (const JotField& f : r.fields)
            if (!blockQuestion(f)) fields.push_back(&f);
        if (fields.empty()) return;
        const bool above = above_ || labelOver(r, *fields[0]);
        const double labelHigh = lineHigh("text"), over = above ? labelHigh + (form.isDialog() ? 4 : 1) : 0;
        double high = 0;
        for (const JotField* f : fields) high = std::max(high, wanted(*f).height + over);
        roomFor(high);
        for (const JotField* f : fields) {
            const Columns::Column& column = c.columns[std::min(k++, c.columns.size() - 1)];
            Extent size = wanted(*f);
            const double columnLeft = above && !above_ ? left : column.fieldLeft;
            // A field that lies alone may take the room up to the right edge; in a row it keeps to its column.
            double most = (fields.size() == 1 ? c.right : columnLeft + column.field) - columnLeft;
            const bool broad =
                fields.size() == 1 && (f->rows > 1 || (f->kind == Kind::textBox && size.width >= m_.widths[3]));
            double width = broad ? std::max(most, m_.least) : std::min(size.width, std::max(most, m_.least));
            // The last text of a row ends at the right edge as well.
            if (!broad && f == fields.back() && fields.size() > 1 && f->kind == Kind::textBox && k == c.columns.size())
                width = std::max(width, most);
            if (f->kind == Kind::checkBox) width = size.width;
            double fieldTop = y + over;
            Id label = noControl;
            if (labelled(*f)) {
                Box box = above ? Box{columnLeft, y, std::max(textWidth(f->label, "text"), 10.0), labelHigh}
                                : Box{column.fieldLeft - m_.labelGap - column.label, y + (m_.fieldHigh - labelHigh) / 2,
                                      column.label, labelHigh};
                label = add(Kind::label, box, [&](Control& l) {
                    l.set(Prop::text, f->label);
                    if (!above && form.isDialog()) l.set(Prop::alignAcross, std::string("end"));
                    l.name = nameFor(Kind::label, f->label);
                });
            } else {
                fieldTop += (m_.fieldHigh - m_.tickHigh) / 2;
            }
            Id field = add(f->kind, {columnLeft, fieldTop, width, size.height}, [&](Control& x) {
                x.own = f->own;
                if (f->kind == Kind::checkBox) x.set(Prop::text, f->label);
                x.name = f->name.empty() ? nameFor(f->kind, f->label) : f->name;
                x.ownName = !f->name.empty();
                if (f->rows > 1 && fields.size() == 1) x.set(Prop::holdsTo, std::string("left top right"));
            });
            if (label != noControl) form = withProperty(form, {label}, Prop::labels, Reference{field});
        }
        y += std::max(high, above ? 0 : m_.fieldHigh) + m_.rowGap;
    }

    /// A question with radio buttons: a frame with its label for a title, the buttons in it.
    void question(const JotField& f, const Columns& c) {
        const Value* listed = f.own.find(Prop::choices);
        const Choices& choices = std::get<Choices>(*listed);
        double widest = 0;
        for (const Choice& choice : choices)
            widest = std::max(widest, textWidth(choice.text, "text") + (form.isDialog() ? 30 : 8));
        const double inner = c.right - left - 2 * m_.frameSide;
        // Paper is short of height: there the buttons stand side by side where they fit.
        std::size_t across = std::size_t(std::max(1.0, std::floor((inner + m_.columnGap) / (widest + m_.columnGap))));
        if (form.isDialog() && choices.size() <= 6) across = 1;
        across = std::min(across, choices.size());
        const std::size_t down = (choices.size() + across - 1) / across;
        const double pitch = m_.tickHigh + (form.isDialog() ? 4 : 1);
        const double high = m_.frameTop + double(down) * pitch + m_.frameFoot - (form.isDialog() ? 4 : 1);
        roomFor(high);
        std::string group = nameFor(Kind::radioButton, f.label);
        if (!f.name.empty()) group = f.name;
        Id frame = add(Kind::frame, {left, y, c.right - left, high}, [&](Control& x) {
            x.set(Prop::title, f.label);
            if (const Value* hint = f.own.find(Prop::hint)) x.set(Prop::hint, *hint);
        });
        Id outer = container;
        std::size_t after = at_;
        container = frame;
        at_ = 0;
        const Value* start = f.own.find(Prop::defaultText);
        const double step = across > 1 ? std::max(widest + m_.columnGap, inner / double(across)) : 0;
        for (std::size_t i = 0; i < choices.size(); ++i)
            add(Kind::radioButton,
                {m_.frameSide + double(i % across) * step, m_.frameTop + double(i / across) * pitch,
                 across > 1 ? widest : std::min(inner, widest + (form.isDialog() ? 20 : 5)), m_.tickHigh},
                [&](Control& x) {
                    x.set(Prop::text, choices[i].text);
                    if (choices[i].value != choices[i].text) x.set(Prop::value, choices[i].value);
                    x.set(Prop::group, group);
                    if (const Value* required = f.own.find(Prop::required)) x.set(Prop::required, *required);
                    if (const Value* access = f.own.find(Prop::access)) x.set(Prop::access, *access);
                    if (start && (*start == Value(choices[i].text) || *start == Value(choices[i].value)))
                        x.set(Prop::startsTicked, true);
                });
        container = outer;
        at_ = after;
        y += high + m_.rowGap;
    }

    void wording(const std::string& text, const char* role, const char* style, double width) {
        Look look = styleLook(style);
        double lines = double(fonts_.lines(text, look, width / pt_, true).size());
        double high = up(lines * fonts_.lineHeight(look) * pt_, form.isDialog() ? 1 : 0.5);
        roomFor(high);
        add(Kind::label, {left, y, width, high}, [&](Control& x) {
            x.set(Prop::text, text);
            x.set(Prop::role, std::string(role));
            x.set(Prop::wraps, true);
            if (lines > 1) x.set(Prop::alignDown, std::string("top"));
        });
        y += high + m_.rowGap;
    }

    void lineAcross(double width) {
        double high = form.isDialog() ? 2 : 1;
        roomFor(high);
        add(Kind::line, {left, y, width, high}, [](Control&) {});
        y += high + m_.rowGap;
    }

    /// Buttons side by side that end at `rightEdge`.
    void buttons(const std::vector<JotButton>& list, double rightEdge) {
        double x = rightEdge;
        std::vector<Box> boxes;
        for (auto b = list.rbegin(); b != list.rend(); ++b) {
            double width = std::max(m_.buttonWide, textWidth(b->text, "mainButton") + (form.isDialog() ? 28 : 8));
            x -= width;
            boxes.insert(boxes.begin(), Box{x, y, width, m_.buttonHigh});
            x -= m_.buttonGap;
        }
        roomFor(m_.buttonHigh);
        for (std::size_t i = 0; i < list.size(); ++i) {
            boxes[i].top = y;
            add(Kind::button, boxes[i], [&](Control& b) {
                b.set(Prop::text, list[i].text);
                b.set(Prop::buttonRole, std::string(list[i].accepts ? "accept" : roleOf(list[i].text)));
                b.set(Prop::holdsTo, std::string("right bottom"));
            });
        }
        y += m_.buttonHigh + m_.rowGap;
    }

    /// Rows in the container at hand, frames with what is in them.
    void rows(const std::vector<const JotRow*>& list, const Columns& c) {
        for (std::size_t i = 0; i < list.size(); ++i) {
            const JotRow& r = *list[i];
            if (r.what == JotRow::What::frame) {
                std::size_t end = i + 1;
                while (end < list.size() && list[end]->what != JotRow::What::frame &&
                       list[end]->what != JotRow::What::frameEnd && list[end]->what != JotRow::What::section &&
                       list[end]->what != JotRow::What::paper)
                    ++end;
                framed(r.text, {list.begin() + long(i) + 1, list.begin() + long(end)}, c);
                i = end < list.size() && list[end]->what == JotRow::What::frameEnd ? end : end - 1;
            } else if (r.what == JotRow::What::fields) {
                rowOfFields(r, c);
            } else if (r.what == JotRow::What::wording) {
                wording(r.text, "text", "text", c.right - left);
            } else if (r.what == JotRow::What::line) {
                lineAcross(c.right - left);
            } else if (r.what == JotRow::What::buttons) {
                buttons(r.buttons, std::max(right, c.right));
            }
        }
    }

    static const char* roleOf(const std::string& text) {
        static const std::vector<std::pair<const char*, const char*>> known = {
            {"Next", "next"},      {"Weiter", "next"}, {"Suivant", "next"},  {"Back", "back"},
            {"Zurück", "back"},    {"Retour", "back"}, {"Cancel", "cancel"}, {"Abbrechen", "cancel"},
            {"Annuler", "cancel"}, {"Clear", "clear"}, {"Leeren", "clear"},  {"Effacer", "clear"}};
        for (const auto& [word, role] : known)
            if (text.starts_with(word)) return role;
        return "other";
    }
    const Measures& measures() const { return m_; }

  private:
    const FontBook& fonts_;
    Measures m_;
    double pt_;
    bool above_;
    std::size_t at_ = 0;

    double round(double v) const {
        double step = form.isDialog() ? 1 : 0.25;
        return std::round(v / step) * step;
    }
    Look styleLook(const char* style) const {
        Control probe;
        probe.kind = Kind::label;
        probe.own.set(Prop::style, std::string(style));
        return lookOf(form, probe);
    }

    void framed(const std::string& title, const std::vector<const JotRow*>& inner, const Columns& c) {
        const double outerLeft = left, outerRight = right;
        auto lay = [&] {
            Id frame = add(Kind::frame, {outerLeft, y, c.right - outerLeft, 10},
                           [&](Control& x) { x.set(Prop::title, title); });
            Id outer = container;
            std::size_t after = at_;
            double outerY = y;
            auto outerRoom = roomFor;
            roomFor = [](double) {};
            container = frame, at_ = 0, left = m_.frameSide, y = m_.frameTop;
            right = c.right - outerLeft - m_.frameSide;
            // The fields in the frame stand in the same column as those outside it, where their labels leave the room.
            double align = c.columns[0].fieldLeft - outerLeft - m_.labelGap - m_.frameSide;
            bool any = std::ranges::any_of(inner, [&](const JotRow* r) {
                return r->what == JotRow::What::fields && !r->fields.empty() && labelled(r->fields[0]) &&
                       !blockQuestion(r->fields[0]);
            });
            Columns own = columnsOf(inner, any ? std::max(0.0, align) : 0, form.isDialog() ? 0 : right);
            own.right = right;
            rows(inner, own);
            double high = std::max(y - m_.rowGap + m_.frameFoot, m_.frameTop + m_.frameFoot);
            container = outer, at_ = after, left = outerLeft, right = outerRight, y = outerY;
            roomFor = outerRoom;
            form = boxed(form, frame, {outerLeft, outerY, c.right - outerLeft, high});
            return high;
        };
        // Laid out once to see how high it gets, then where there is room for that height.
        const Form before = form;
        const Ids madeBefore = made;
        const std::size_t atBefore = at_;
        double high = lay();
        form = before, made = madeBefore, at_ = atBefore;
        roomFor(high);
        lay();
        y += high + m_.rowGap;
    }
};

inline std::vector<const JotRow*> pointers(Jotting::const_iterator from, Jotting::const_iterator to) {
    std::vector<const JotRow*> list;
    for (; from != to; ++from) list.push_back(&*from);
    return list;
}

}  // namespace brindel
