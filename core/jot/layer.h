// The hand that places jotted rows: it knows the measures, the columns and where the next row goes. Private to jot/.
#pragma once

#include <functional>
#include <set>

#include "core/edit/renaming.h"
#include "core/jot/lay_out.h"
#include "core/jot/sizes.h"
#include "core/naming/identifiers.h"
#include "core/text/fonts.h"

namespace brindel {

/// A jotting without its rules, which have no place of their own.
Jotting withoutRules(const Jotting& rows);
/// A form with the rules of a jotting, those whose controls are all there.
Form withJottedRules(Form form, const Jotting& rows);

/// The form that is laid out, made before whatever measures it.
struct Laid {
    Form form;
};

class Layer : public Laid, public Sizes {
  public:
    Layer(Form start, const FontBook& fonts) : Laid{std::move(start)}, Sizes(form, fonts) {
        form.controls.each([&](Id, const Control& c) {
            if (!c.name.empty()) ownNames_.insert(folded(c.name));
        });
    }

    Ids made;
    Id container = rootId;
    double left = 0, y = 0, right = 0;  // where rows begin, the next one's top, and where the container's content ends
    double pageHigh = 0;                // the height that a page has for rows; 0 where there are no pages
    std::function<void(double)> roomFor = [](double) {};  // called before a row of a height; may turn to another page

    Id add(Kind kind, Box box, std::function<void(Control&)> set, std::optional<std::size_t> index = {});
    /// The form with all that was laid out, named by its scheme: all together, when everything stands in its place.
    Form named() const { return namesFollowed(form, made); }
    /// Where the next control goes in the container's tab order.
    void goOnAt(std::size_t index) { at_ = index; }

    /// The columns that rows need from `left` on. None reaches beyond `limit`, where one is given: fields in rows get
    /// narrower then.
    Columns columnsOf(const std::vector<const JotRow*>& rows, double leastLabel, double limit = 0) const;

    void rowOfFields(const JotRow& r, const Columns& c);

    /// A question with radio buttons: a frame with its label for a title, the buttons in it.
    void question(const JotField& f, const Columns& c);

    void wording(const std::string& text, Role role, std::string_view style, double width);

    void lineAcross(double width);

    /// Buttons side by side that end at `rightEdge`.
    void buttons(const std::vector<JotButton>& list, double rightEdge);

    /// Rows in the container at hand, frames with what is in them.
    void rows(const std::vector<const JotRow*>& list, const Columns& c);

    /// What a button does that does not accept the form: jotting marks that with a star.
    static ButtonRole roleOf(const std::string& text);
    const Measures& measures() const { return m_; }

  private:
    std::size_t at_ = 0;
    std::set<std::string> ownNames_;  // that are taken: those of the form, and those given behind @

    double round(double v) const;

    Box besideField(const Columns::Column& column) const;

    Id addLabel(const std::string& text, Box box, bool endsAtField);

    void addField(const JotField& f, Id label, Box box, bool broad);

    /// A field that has its row to itself.
    void loneField(const JotField& f, const Columns& c);

    void framed(const JotRow& frame, const std::vector<const JotRow*>& inner, const Columns& c);
};

inline std::vector<const JotRow*> pointers(Jotting::const_iterator from, Jotting::const_iterator to) {
    std::vector<const JotRow*> list;
    for (; from != to; ++from) list.push_back(&*from);
    return list;
}

}  // namespace brindel
