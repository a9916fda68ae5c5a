#include "core/jot/sizes.h"

#include <algorithm>

#include "core/draw/draw_control.h"
#include "core/model/measures.h"
#include "core/model/places.h"

namespace brindel {

Sizes::Sizes(const Form& form, const FontBook& fonts)
    : form_(form),
      fonts_(fonts),
      m_(measuresFor(form.isDialog())),
      pt_(unitsPerPoint(form)),
      above_(form.root().as<LabelsSit>() == LabelsSit::above) {}

double Sizes::textWidth(const std::string& text, std::string_view style) const {
    Look look = styleLook(style);
    return up(fonts_.width(text, look) * pt_ + m_.textRoom, m_.grain);
}

double Sizes::lineHigh(std::string_view style) const {
    return up(fonts_.lineHeight(styleLook(style)) * pt_, m_.grain);
}

Extent Sizes::wanted(const JotField& f) const {
    Control probe;
    probe.kind = f.kind;
    probe.own = f.own;
    Look look = entryLookOf(form_, probe);
    const double letter = fonts_.width("0123456789abcdefghijklmnopqrstuvwxyz", look) / 36 * pt_;
    const double padding = m_.fieldPad, grain = m_.grain;
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
                        f.rows > 1 ? up(f.rows * fonts_.lineHeight(look) * pt_ + m_.linesPad, grain) : m_.fieldHigh};
            return {most > 0 ? stepped(most * letter + padding) : m_.widths[3], m_.fieldHigh};
        }
        case Kind::numberBox:
            return {probe.own.find(Prop::workedOut) ? m_.widths[0] * 1.2 : m_.widths[0], m_.fieldHigh};
        case Kind::timeBox:
            return {m_.widths[0], m_.fieldHigh};
        case Kind::table:
            return {m_.area * 1.4, (probe.number(Prop::rows) + 1) * (m_.fieldHigh + m_.ruleHigh)};
        case Kind::choiceGroup: {
            probe.box = {0, 0, m_.area, 10};
            const ChoiceSpots spots = choiceSpotsOf(form_, probe, fonts_);
            double widest = 0;
            for (std::size_t i = 0; i < spots.rows.size(); ++i)
                widest = std::max(widest, textWidth(choiceWording(probe, i), style::text) + m_.tickWide);
            if (probe.yes(Prop::otherAnswers)) widest = std::max(widest, m_.widths[2]);
            const double gap = m_.choiceColumns, across = std::max(1.0, probe.number(Prop::acrossIn));
            double low = 0;
            for (const Box& line : spots.rows) low = std::max(low, line.bottom());
            return {up((widest + gap) * across, grain), up(std::max(low, m_.tickHigh), grain)};
        }
        case Kind::dateBox:
            return {m_.dateWide, m_.fieldHigh};
        case Kind::comboBox: {
            double widest = fonts_.width(probe.text(Prop::prompt), look);
            for (const Choice& c : probe.choices()) widest = std::max(widest, fonts_.width(c.text, look));
            return {stepped(widest * pt_ + padding + m_.fieldHigh), m_.fieldHigh};
        }
        case Kind::listBox: {
            double rows = f.rows ? f.rows : std::clamp<double>(double(probe.choices().size()), 2, 6);
            return {m_.widths[1] * 1.2, rows * listRowHeight(form_) + m_.labelDrop};
        }
        default: {
            if (wordedItself(f)) return {textWidth(f.label, style::text) + m_.tickWide, m_.tickHigh};
            const KindRow& kind = row(f.kind);
            return kind.inDialog.width > 0 && form_.isDialog() ? kind.inDialog : kind.inDocument;
        }
    }
}

std::vector<const JotField*> Sizes::fieldsIn(const JotRow& r) {
    std::vector<const JotField*> fields;
    for (const JotField& f : r.fields)
        if (!f.radio) fields.push_back(&f);
    return fields;
}

bool Sizes::labelOver(const std::vector<const JotField*>& fields) const {
    return !above_ && fields.size() == 1 && labelled(*fields[0]) && !row(fields[0]->kind).grid &&
           textWidth(fields[0]->label, style::text) > m_.longLabel;
}

Look Sizes::styleLook(std::string_view style) const {
    Control probe;
    probe.kind = Kind::label;
    probe.own.set(Prop::style, std::string(style));
    return lookOf(form_, probe);
}

double Sizes::tickDrop(const JotField& f) const {
    const double high = m_.groupHead;
    return row(f.kind).answer().toggled ? (m_.fieldHigh - m_.tickHigh) / 2
           : row(f.kind).spreads        ? (m_.fieldHigh - high) / 2
                                        : 0;
}

bool Sizes::fits(const std::vector<const JotField*>& fields, const Columns& c) const {
    if (fields.size() > c.columns.size()) return false;
    for (std::size_t k = 0; k < fields.size(); ++k) {
        const double width = wanted(*fields[k]).width, label = textWidth(fields[k]->label, style::text);
        const Columns::Column& column = c.columns[k];
        if (wordedItself(*fields[k]) && width > column.field + 0.01) return false;
        if (labelled(*fields[k]) && label > (above_ ? column.field : column.label) + 0.01) return false;
        if (column.fieldLeft + column.field > c.right + 0.01) return false;
    }
    return true;
}

double Sizes::linesHigh(const std::string& text, double width) const {
    const auto lines = fonts_.lines(text, styleLook(style::text), width / pt_, true);
    return double(lines.size()) * lineHigh(style::text);
}

double Sizes::questionWidth(const JotField& f) const {
    double widest = 0;
    if (const Value* listed = f.own.find(Prop::choices))
        for (const Choice& choice : std::get<Choices>(*listed))
            widest = std::max(widest, textWidth(choice.text, style::text));
    return widest + m_.tickWide + 2 * m_.frameSide;
}

double Sizes::innerLabel(const std::vector<const JotRow*>& inner, double from, const Columns& outer) const {
    const bool any = std::ranges::any_of(inner, [&](const JotRow* r) {
        const auto fields = fieldsIn(*r);
        return r->what == JotRow::What::fields && !fields.empty() && labelled(*fields[0]);
    });
    return any ? std::max(0.0, outer.columns[0].fieldLeft - from - m_.labelGap - m_.frameSide) : 0;
}

Columns Sizes::columnsFrom(double from, const std::vector<const JotRow*>& rows, double leastLabel, double limit) const {
    Columns c;
    double single = 0, across = 0;  // the widest field alone, and the widest of what stands across the columns
    std::vector<std::vector<const JotRow*>> frames;
    bool framed = false;
    c.columns.emplace_back();
    for (const JotRow* r : rows) {
        if (r->what == JotRow::What::frame) frames.emplace_back();
        if (r->what == JotRow::What::frame) framed = true;
        if (r->what == JotRow::What::frameEnd || r->what == JotRow::What::section || r->what == JotRow::What::paper)
            framed = false;
        if (framed && r->what != JotRow::What::frame) frames.back().push_back(r);
        if (r->what != JotRow::What::fields) continue;
        const auto fields = fieldsIn(*r);
        for (const JotField& f : r->fields)
            if (f.radio && !framed) across = std::max(across, questionWidth(f));
        if (fields.empty()) continue;
        if (labelOver(fields)) {
            if (!framed) across = std::max(across, textWidth(fields[0]->label, style::text));
            continue;
        }
        for (std::size_t k = 0; k < fields.size(); ++k) {
            if (c.columns.size() <= k && !framed) c.columns.emplace_back();
            double label = labelled(*fields[k]) ? textWidth(fields[k]->label, style::text) : 0,
                   field = wanted(*fields[k]).width;
            if (framed) {
                // Within a frame only the first label has a say: its field stands in the column of those outside.
                if (k == 0 && label > 0 && !above_)
                    c.columns[0].label = std::max(c.columns[0].label, label + m_.frameSide);
                continue;
            }
            if (above_) field = std::max(field, label), label = 0;
            c.columns[k].label = std::max(c.columns[k].label, label);
            if (fields.size() > 1)
                c.columns[k].field = std::max(c.columns[k].field, field);
            else
                single = std::max(single, field);
        }
    }
    if (!above_) c.columns[0].label = std::max(c.columns[0].label, leastLabel);
    auto placed = [&] {
        double x = from;
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
    c.right = std::max({together, c.columns[0].fieldLeft + std::max(single, m_.area), from + across});
    for (const auto& inner : frames)
        c.right = std::max(c.right,
                           from + m_.frameSide + columnsFrom(m_.frameSide, inner, innerLabel(inner, from, c), 0).right);
    if (limit > 0) c.right = std::min(c.right, limit);
    // The last column ends where the widest single field does, so that the right edge is one line.
    if (c.columns.size() > 1 && together < c.right) c.columns.back().fieldLeft += c.right - together;
    return c;
}

}  // namespace brindel
