// How large jotted fields, labels and columns want to be. Private to jot/.
#pragma once

#include "core/jot/columns.h"
#include "core/jot/notation.h"
#include "core/model/looks.h"
#include "core/model/measures.h"
#include "core/model/style_keys.h"
#include "core/text/fonts.h"

namespace brindel {

class Sizes {
  public:
    /// Of a form that may change while it is asked, and outlives this.
    Sizes(const Form& form, const FontBook& fonts);

    /// How wide a text gets, and how high one line, in the look of a style.
    double textWidth(const std::string& text, std::string_view style) const;
    double lineHigh(std::string_view style) const;
    /// How wide and high a field wants to be.
    Extent wanted(const JotField& f) const;
    bool labelled(const JotField& f) const { return !wordedItself(f); }
    /// Ticks carry their wording themselves; a choice group has its question beside it, as a field has its label.
    static bool wordedItself(const JotField& f) { return has(f.kind, Prop::text) && !row(f.kind).spreads; }
    /// The fields of a row that stand in columns; questions stand across all of them.
    static std::vector<const JotField*> fieldsIn(const JotRow& r);
    /// A label too long for the column stands above its field, and the field takes the whole width.
    bool labelOver(const std::vector<const JotField*>& fields) const;
    /// The look of a style by its key.
    Look styleLook(std::string_view style) const;
    double labelDrop() const { return m_.labelDrop; }  // from a label above to its field
    /// How far below a field's top a tick, or the first of several, begins to be level with it.
    double tickDrop(const JotField& f) const;
    /// True when fields stand in their columns without touching the next one or the right edge.
    bool fits(const std::vector<const JotField*>& fields, const Columns& c) const;
    /// How high a text gets at a width.
    double linesHigh(const std::string& text, double width) const;
    /// How wide a frame with radio buttons gets.
    double questionWidth(const JotField& f) const;
    /// The least width of the label column within a frame, so that its fields stand in the column of those outside.
    double innerLabel(const std::vector<const JotRow*>& inner, double from, const Columns& outer) const;
    Columns columnsFrom(double from, const std::vector<const JotRow*>& rows, double leastLabel, double limit) const;

  protected:
    const Form& form_;
    const FontBook& fonts_;
    const Measures& m_;
    double pt_;
    bool above_;  // labels stand above their fields
};

}  // namespace brindel
