// One class being written. Private to targets/qt.
#pragma once

#include <map>
#include <set>
#include <span>
#include <unordered_map>

#include "core/draw/draw_control.h"
#include "core/model/looks.h"
#include "core/rules/dependence.h"
#include "core/rules/moved_controls.h"
#include "core/session/form_session.h"
#include "core/targets/added_rows.h"
#include "core/targets/qt/qt_class.h"
#include "core/text/fonts.h"
#include "core/text/phrases.h"

namespace brindel {
struct GridItem;
struct Piece;
}  // namespace brindel

namespace brindel::qt {

/// A wording to be translated, and what it is.
struct Translated {
    std::string source, about;
};

/// True for what no filler can change.
bool isShut(const Control& c);
bool isOneLine(const Control& c);
/// True for a date that is typed and picked; one that cannot be changed is a line of text.
bool isPicked(const Control& c);
/// Adds a field to the designated fields of an aggregate; nothing where its value is empty.
void put(std::string& list, const std::string& field, const std::string& value);
class Writer {
  public:
    Writer(const FormSession& opened, const FontBook& fonts, const ClassChoice& choice);

    /// A file of the class, by the name of its template.
    std::string written(std::string_view which) const;
    std::string parts() const;
    /// The texts to be translated; in the language of `other`, the same class over the form as it reads there.
    std::string translation(const Writer* other = nullptr) const;

    // ---- names ----
    std::string name, base, file, partsSpace;  // "LiftOutBooking", "LiftOutBookingForm", "lift_out_booking", …
    std::string memberOf(Id id);               // "txtBoat_", "label17_"; a widget of the class
    std::string keyOfBearer(Id id) const;      // the access key that a wording bears; empty for none

    // ---- what controls are made with ----
    const Form& form() const { return form_; }
    const Form& designed() const { return opened_.designed(); }
    const FontBook& fonts() const { return fonts_; }
    /// A wording as tr("…"), kept for the translations with a word on what it is.
    std::string tr(const std::string& text, const std::string& about);
    /// The same of a phrase for fillers, in the form's language.
    std::string say(Phrase which, const std::string& about, const std::vector<PhrasePart>& parts = {}) {
        return tr(phrase(which, language_, parts), about);
    }
    void use(std::string_view part) { uses_.insert(std::string(part)); }
    void include(const std::string& header) { includes_.insert(header); }
    /// A length of the form as "pixels(…)".
    std::string scaled(double length) const;
    std::string markOf(const Control& c);
    bool wrapsInClass(const Control& c) const;

  private:
    // What each step writes; the text is put together at the end.
    void nameAll();
    void writeRows(const Control& table, std::string& out);
    void writeContainer(Id id);
    struct Tracks;
    struct Laid;
    bool endsAtField(const Piece& piece) const;
    void divide(Laid& laid) const;
    void writeGrid(const Laid& laid, std::string& out);
    void writeButtons(Laid& laid, std::span<const GridItem> row, std::string& out);
    void writeItem(Laid& laid, const GridItem& item, bool rowGrows, std::string& out);
    void writeGridRow(Laid& laid, std::size_t row, std::string& out);
    void writeLayout(const Control& holder, std::string& out);
    std::string pagesOf(const Control& document, const std::string& made);
    Look textLook() const;
    void writeTable(const Control& table, std::string& out);
    void writeWork();
    void writeRules();
    std::string accessorsDeclared() const;
    std::string accessorsDefined() const;
    std::string sentences();
    std::string window();
    void putTogether();

    // controls (qt_controls.cpp)
    std::string make(const Control& c);
    bool comesAndGoes(Id id) const;
    std::string widgetType(const Control& c) const;
    /// What a widget is called where it is made: one of a class of our own is known by that there, while the header has
    /// what Qt calls it.
    std::string madeName(const Control& c);
    std::string buttonsOf(const Control& c);
    std::string dressed(const Control& c, const std::string& widget);
    std::string sized(const Control& c, const std::string& widget);
    std::string askedOf(const Control& c);
    std::string answerOf(const Control& c);
    std::string choicesOf(const Control& c);
    std::string limitsOf(const Control& c);

    // rules (qt_rules.cpp)
    std::string formula(const NodePtr& tree, const std::vector<std::pair<std::string, Meaning>>& names, bool inCircle);
    std::string formula(const std::string& text, Id from);
    std::string steps(const std::vector<Step>& all, Id from);
    std::string step(const Step& one, Id from);
    std::string resultOf(const Meaning& meaning);
    std::string listOf(const Meaning& meaning);
    std::string givenTo(const Worked& worked, const std::string& value);
    std::string runOf(Id id);

    // names
    std::string answerMember(Id id);                // "filling_->txtBoat"
    std::string bareAnswer(Id id);                  // "txtBoat"
    std::string accessor(Id id) const;              // "txtBoat": the getter
    std::string typeOf(Id id) const;                // of the widget's member: "QLineEdit"
    std::string answerType(Id id) const;            // "fx::NumberAnswer"
    std::string valueType(const Control& c) const;  // "std::optional<double>"

    double px(double length) const { return length * pixels_; }

    const FormSession& opened_;
    // As it was designed, with the rows that fillers may add; those have no place of their own.
    const Form form_;
    const FontBook& fonts_;
    ClassChoice choice_;
    std::string language_;
    double pixels_ = 1, points_ = 10;
    std::shared_ptr<const Dependence> work_;
    MovedControls moved_;
    std::unordered_map<Id, std::string> members_, accessors_, keys_;
    std::set<Id> referred_;  // unnamed controls that formulas and rules speak of
    std::set<std::string, std::less<>> uses_, includes_;
    std::vector<Translated> texts_;
    std::set<std::string> known_;
    std::vector<std::string> said_;                          // every time that one is said
    bool offers_ = false;                                    // a rule offers an address
    std::set<std::string> tells_;                            // signals for the host
    std::vector<std::pair<std::string, std::string>> made_;  // functions that make what containers hold: name, body
    std::string filling_, runs_, works_, rules_;
    std::string lists_;  // functions that give the lists that formulas ask
    std::map<std::shared_ptr<const Operand>, std::string> listNames_;  // and what they are called
    std::map<std::string, std::string> values_;
    std::set<std::string, std::less<>> flags_;
    std::string within_;  // what stands before an answer where an expression is written
};

}  // namespace brindel::qt
