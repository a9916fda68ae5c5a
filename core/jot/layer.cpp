#include "core/jot/layer.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/edit/renaming.h"
#include "core/edit/tables.h"
#include "core/model/measures.h"
#include "core/naming/button_words.h"
#include "core/naming/names.h"
#include "core/rules/meaning.h"
#include "core/rules/rule_text.h"
#include "core/text/typed_moments.h"

namespace brindel {

Id Layer::add(Kind kind, Box box, std::function<void(Control&)> set, std::optional<std::size_t> index) {
    Control c;
    c.kind = kind;
    c.box = {round(box.left), round(box.top), round(box.width), round(box.height)};
    set(c);
    std::size_t end = form.find(container)->children.size();
    if (c.ownName && !ownNames_.insert(folded(c.name)).second) c.name = freeName(form, c.name);
    Edited one = putIn(form, container, std::move(c), index ? *index : std::min(end, at_++));
    form = std::move(one.form);
    made.push_back(one.ids.empty() ? noControl : one.ids[0]);
    return made.back();
}

Columns Layer::columnsOf(const std::vector<const JotRow*>& rows, double leastLabel, double limit) const {
    return columnsFrom(left, rows, leastLabel, limit);
}

void Layer::rowOfFields(const JotRow& r, const Columns& c) {
    for (const JotField& f : r.fields)
        if (f.radio) question(f, c);
    const std::vector<const JotField*> fields = fieldsIn(r);
    if (fields.empty()) return;
    if (fields.size() > 1 && !fits(fields, c)) {
        // Too much for one row of this width: each has a row of its own.
        for (const JotField* f : fields) rowOfFields({JotRow::What::fields, "", {*f}, {}}, c);
        return;
    }
    if (fields.size() == 1) return loneField(*fields[0], c);
    const double over = above_ ? lineHigh(style::text) + labelDrop() : 0;
    double high = above_ ? 0 : m_.fieldHigh;
    for (const JotField* f : fields) high = std::max(high, wanted(*f).height + over + tickDrop(*f));
    roomFor(high);
    for (std::size_t k = 0; k < fields.size(); ++k) {
        const JotField& f = *fields[k];
        const Columns::Column& column = c.columns[k];
        const Extent size = wanted(f);
        double width = wordedItself(f) ? size.width : std::min(size.width, column.field);
        // The last text of a row ends at the right edge as well.
        if (row(f.kind).answer().free && k + 1 == fields.size() && fields.size() == c.columns.size())
            width = column.field;
        Id label = noControl;
        if (labelled(f))
            label = above_
                        ? addLabel(f.label,
                                   {column.fieldLeft, y, textWidth(f.label, style::text), lineHigh(style::text)}, false)
                        : addLabel(f.label, besideField(column), true);
        addField(f, label, {column.fieldLeft, y + over + tickDrop(f), width, size.height}, false);
    }
    y += high + m_.rowGap;
}

void Layer::question(const JotField& f, const Columns& c) {
    const Value* listed = f.own.find(Prop::choices);
    const Choices& choices = std::get<Choices>(*listed);
    const double widest = questionWidth(f) - 2 * m_.frameSide;
    const double inner = c.right - left - 2 * m_.frameSide;
    // Paper is short of height: there the buttons stand side by side where they fit.
    std::size_t across = std::size_t(std::max(1.0, std::floor((inner + m_.columnGap) / (widest + m_.columnGap))));
    if (form.isDialog() && choices.size() <= 6) across = 1;
    across = std::min(across, choices.size());
    const std::size_t down = (choices.size() + across - 1) / across;
    const double pitch = m_.tickHigh + m_.choiceGap;
    const double high = m_.frameTop + double(down) * pitch + m_.frameFoot - m_.choiceGap;
    roomFor(high);
    std::string group = nameFor(form, Kind::radioButton, f.label);
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
             across > 1 ? widest : std::min(inner, widest + m_.choiceSpare), m_.tickHigh},
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

void Layer::wording(const std::string& text, Role role, std::string_view style, double width) {
    Look look = styleLook(style);
    double lines = double(fonts_.lines(text, look, width / pt_, true).size());
    double high = up(lines * fonts_.lineHeight(look) * pt_, m_.grain);
    roomFor(high);
    add(Kind::label, {left, y, width, high}, [&](Control& x) {
        x.set(Prop::text, text);
        x.set(Prop::role, keyOf(role));
        x.set(Prop::wraps, true);
        if (lines > 1) x.set(Prop::alignDown, std::string("top"));
    });
    y += high + m_.rowGap;
}

void Layer::lineAcross(double width) {
    double high = m_.ruleHigh;
    roomFor(high);
    add(Kind::line, {left, y, width, high}, [](Control&) {});
    y += high + m_.rowGap;
}

void Layer::buttons(const std::vector<JotButton>& list, double rightEdge) {
    double x = rightEdge;
    std::vector<Box> boxes;
    for (auto b = list.rbegin(); b != list.rend(); ++b) {
        double width = std::max(m_.buttonWide, textWidth(b->text, style::mainButton) + m_.buttonPad);
        x -= width;
        boxes.insert(boxes.begin(), Box{x, y, width, m_.buttonHigh});
        x -= m_.buttonGap;
    }
    roomFor(m_.buttonHigh);
    for (std::size_t i = 0; i < list.size(); ++i) {
        boxes[i].top = y;
        add(Kind::button, boxes[i], [&](Control& b) {
            b.set(Prop::text, list[i].text);
            b.set(Prop::buttonRole, keyOf(list[i].accepts ? ButtonRole::accept : roleOf(list[i].text)));
            b.set(Prop::holdsTo, std::string("right bottom"));
        });
    }
    y += m_.buttonHigh + m_.rowGap;
}

void Layer::rows(const std::vector<const JotRow*>& list, const Columns& c) {
    for (std::size_t i = 0; i < list.size(); ++i) {
        const JotRow& r = *list[i];
        if (r.what == JotRow::What::frame) {
            std::size_t end = i + 1;
            while (end < list.size() && list[end]->what != JotRow::What::frame &&
                   list[end]->what != JotRow::What::frameEnd && list[end]->what != JotRow::What::section &&
                   list[end]->what != JotRow::What::paper)
                ++end;
            framed(r, {list.begin() + long(i) + 1, list.begin() + long(end)}, c);
            i = end < list.size() && list[end]->what == JotRow::What::frameEnd ? end : end - 1;
        } else if (r.what == JotRow::What::fields) {
            rowOfFields(r, c);
        } else if (r.what == JotRow::What::wording) {
            wording(r.text, Role::text, style::text, c.right - left);
        } else if (r.what == JotRow::What::line) {
            lineAcross(c.right - left);
        } else if (r.what == JotRow::What::buttons) {
            buttons(r.buttons, std::max(right, c.right));
        }
    }
}

ButtonRole Layer::roleOf(const std::string& text) {
    const ButtonRole said = roleSaidBy(text);
    return said == ButtonRole::accept ? ButtonRole::other : said;
}

double Layer::round(double v) const {
    double step = form.isDialog() ? 1 : 0.25;
    return std::round(v / step) * step;
}

Box Layer::besideField(const Columns::Column& column) const {
    const double high = lineHigh(style::text);
    return {column.fieldLeft - m_.labelGap - column.label, y + (m_.fieldHigh - high) / 2, column.label, high};
}

Id Layer::addLabel(const std::string& text, Box box, bool endsAtField) {
    return add(Kind::label, box, [&](Control& l) {
        l.set(Prop::text, text);
        if (endsAtField && form.isDialog()) l.set(Prop::alignAcross, std::string("end"));
    });
}

void Layer::addField(const JotField& f, Id label, Box box, bool broad) {
    Id field = add(f.kind, box, [&](Control& x) {
        x.own = f.own;
        // A date is written as is usual in the form's language.
        if (has(f.kind, Prop::datePattern) && !f.own.find(Prop::datePattern))
            if (const std::string usual = usualDatePattern(form.root().text(Prop::language));
                usual != x.text(Prop::datePattern))
                x.set(Prop::datePattern, usual);
        x.formulas.set(Prop::visible, f.shownWhen);
        if (wordedItself(f)) x.set(Prop::text, f.label);
        x.name = f.name;
        x.ownName = !f.name.empty();
        if (broad && f.rows > 1) x.set(Prop::holdsTo, std::string("left top right"));
    });
    if (row(f.kind).grid)
        form = cellsFilled(tableSettled(form, field), field, [&](const std::string& heading) {
            return cellKind(heading, form.root().text(Prop::language));
        });
    if (label != noControl)
        form = changed(std::move(form), label, [&](Control& l) {
            l.set(Prop::labels, Reference{field});
            l.formulas.set(Prop::visible, f.shownWhen);
        });
}

void Layer::loneField(const JotField& f, const Columns& c) {
    const Columns::Column& column = c.columns[0];
    const double text = textWidth(f.label, style::text);
    const bool over = labelled(f) && (above_ || row(f.kind).grid || labelOver({&f}) || text > column.label + 0.01);
    Extent size = wanted(f);
    double from = over && !above_ ? left : column.fieldLeft;
    if (wordedItself(f) && from + size.width > c.right) {
        // A long wording begins at the left edge, and goes on in further lines when it must.
        from = left;
        if (row(f.kind).answer().toggled)
            size.height = std::max(size.height, linesHigh(f.label, c.right - left - m_.tickWide));
        size.width = std::min(size.width, c.right - left);
    }
    const double room = std::max(c.right - from, m_.least);
    const bool broad = f.rows > 1 || row(f.kind).grid || (row(f.kind).answer().free && size.width >= m_.widths[3]);
    const double width = wordedItself(f) ? size.width : broad ? room : std::min(size.width, room);
    const double labelHigh = over ? linesHigh(f.label, room) : 0, drop = over ? labelHigh + labelDrop() : 0;
    const double high = std::max(size.height + drop + (over ? 0 : tickDrop(f)), over ? 0 : m_.fieldHigh);
    roomFor(high);
    Id label = noControl;
    if (over)
        label = addLabel(f.label, {from, y, std::min(text, room), labelHigh}, false);
    else if (labelled(f))
        label = addLabel(f.label, besideField(column), true);
    addField(f, label, {from, y + drop + (over ? 0 : tickDrop(f)), width, size.height}, true);
    y += high + m_.rowGap;
}

void Layer::framed(const JotRow& jotted, const std::vector<const JotRow*>& inner, const Columns& c) {
    const double outerLeft = left, outerRight = right;
    auto lay = [&] {
        Id frame = add(Kind::frame, {outerLeft, y, c.right - outerLeft, 10}, [&](Control& x) {
            x.set(Prop::title, jotted.text);
            x.formulas.set(Prop::visible, jotted.shownWhen);
            if (!jotted.shownWhen.empty()) x.set(Prop::fold, true);
        });
        Id outer = container;
        std::size_t after = at_;
        double outerY = y;
        auto outerRoom = roomFor;
        roomFor = [](double) {};
        container = frame, at_ = 0, left = m_.frameSide, y = m_.frameTop;
        right = c.right - outerLeft - m_.frameSide;
        Columns own = columnsOf(inner, innerLabel(inner, outerLeft, c), form.isDialog() ? 0 : right);
        if (own.columns.size() > 1 && own.right < right) own.columns.back().fieldLeft += right - own.right;
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
    const auto namesBefore = ownNames_;
    double high = lay();
    form = before, made = madeBefore, at_ = atBefore, ownNames_ = namesBefore;
    if (pageHigh > 0 && high > pageHigh) {
        // No page holds it: its title and its rows go on from page to page without a frame.
        wording(jotted.text, Role::heading3, style::heading, c.right - left);
        return rows(inner, c);
    }
    roomFor(high);
    lay();
    y += high + m_.rowGap;
}

Jotting withoutRules(const Jotting& rows) {
    Jotting placed;
    std::ranges::remove_copy(rows, std::back_inserter(placed), JotRow::What::rule, &JotRow::what);
    return placed;
}

/// Frames whose if speaks of nothing that the form has: it was meant as a part of the title, as in "Tell us if ill".
Form withTitlesWhole(Form form, const JotRow& row) {
    const auto tree = readFormula(row.shownWhen);
    const bool known = tree && std::ranges::all_of(namesOf(**tree), [&](const std::string& name) {
                           return meaningOf(form, name).known;
                       });
    if (known) return form;
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        const std::string* shown = c.is().framed ? c.formulas.find(Prop::visible) : nullptr;
        if (shown && *shown == row.shownWhen && c.text(Prop::title) == row.text)
            form = changed(std::move(form), id, [&](Control& frame) {
                frame.formulas.set(Prop::visible, "");
                frame.own.drop(Prop::fold);
                frame.set(Prop::title, row.text + " if " + row.shownWhen);
            });
    }
    return form;
}

Form withJottedRules(Form form, const Jotting& rows) {
    for (const JotRow& r : rows)
        if (r.what == JotRow::What::frame && !r.shownWhen.empty()) form = withTitlesWhole(std::move(form), r);
    for (const JotRow& r : rows) {
        if (r.what != JotRow::What::rule) continue;
        const auto line = readRule(r.text);
        const auto rule = line ? ruleIn(form, *line) : tl::unexpected(Sentence());
        if (!rule) continue;
        Rules all = form.find(rule->first)->rules;
        all.push_back(rule->second);
        form = withRules(form, rule->first, std::move(all));
    }
    return form;
}

}  // namespace brindel
