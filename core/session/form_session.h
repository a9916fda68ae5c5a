// One form being filled: what it holds, what is wrong, which page shows, what a press does. Try, the filler program,
// the command line and the tests all use it; none has logic of its own. Every way in asks first whether the field is
// open; after every act the session says what has changed, so that nobody needs to look at all of it.
#pragma once

#include <deque>
#include <set>

#include "core/answers/shown.h"
#include "core/layout/folding.h"
#include "core/model/places.h"
#include "core/rules/dependence.h"
#include "core/rules/evaluate.h"
#include "core/session/answers.h"
#include "core/session/limits.h"
#include "core/session/reactions.h"

namespace brindel {

/// What acts have changed since it was last asked.
struct Changes {
    std::set<Id> answers;     // fields that hold or show something else
    std::set<Id> complaints;  // fields and questions beside which something else is said
    std::set<Id> visible;     // controls that are shown or hidden
    std::set<Id> enabled;     // controls that can be used or not
    std::set<Id> wording;     // controls that read otherwise: a label's text, a prompt, a unit
    std::set<Id> limits;      // fields that take something else, or must be filled in
    std::set<Id> choices;     // fields that offer others
    std::set<Id> moved;       // controls that stand elsewhere, or are of another size, since a frame was folded
    std::set<Id> rows;        // tables with more or fewer rows; what stands around them has moved
    std::set<Id> turned;      // tabs that show another page
    bool operator==(const Changes&) const = default;
    bool empty() const { return *this == Changes(); }
};

class FormSession {
  public:
    /// Begins with what the form starts with. `today` is the day that "today" means, `minutes` the time of day from
    /// midnight.
    FormSession(Form form, Day today, int minutes = 0);

    /// The form as it is now: with the rows that the filler has added, and the properties that are worked out.
    const Form& form() const { return form_; }
    /// The same as it was designed.
    const Form& designed() const { return designed_; }
    Day today() const { return today_; }
    int minutes() const { return minutes_; }
    /// What has changed since this was last called, or since the beginning.
    Changes takeChanges() { return std::exchange(changes_, {}); }

    // ---- what a filler does; all of it is passed over where the field is not open ----

    /// Types `text` into a field and gives what it holds then: letters changed, cut at its limit.
    std::string type(Id id, const std::string& text);
    /// Ticks a check box, or chooses a radio button (the others of its question go out).
    void tick(Id id, bool on);
    /// Steps a number, a date or a time so many steps up (down when below 0), within its limits.
    void step(Id id, int steps);
    /// Picks lines of a list box by their numbers; of a list for one, the last counts. In a
    /// choice group the line past the last choice stands for another answer, which is typed.
    void pick(Id id, std::vector<std::size_t> lines);
    /// Gives a date, as a calendar does.
    void pickDay(Id id, Day day);
    /// Leaves a field: what was typed is written as the form writes it, and what is wrong is said from now on. A field
    /// left empty is no mistake yet; that is said when the form is to be accepted.
    void leave(Id id);
    /// Gives a named field a value, as a values file does. Refuses, with the name as place, what is of another type,
    /// too long, not among the choices or out of range, and what fillers may not touch, unless it is that already.
    /// Names of rows that fillers may still add to a table add them.
    Result<void> put(const std::string& name, const Answer& answer);
    /// Gives all values of a reply or values file, in the order of the route, and again as long as rules and formulas
    /// open fields or change what was given; gives back what was refused, and what is another than was given in the
    /// end. A reply to a form of another name is refused whole.
    std::vector<Problem> take(const Reply& reply);
    /// Adds a row to a table, or takes the last added one away, as far as the form lets fillers; false when it does
    /// not.
    bool addRow(Id table);
    bool removeRow(Id table);
    bool canAddRow(Id table) const;
    bool canRemoveRow(Id table) const;
    /// Back to what the form starts with; pages turn back to the first. Of a container, or a control, only that.
    void clear();
    void clear(Id id);

    // ---- what it holds ----

    /// The typed value of a field, with the wording while it is being typed.
    const Entry& entry(Id id) const;
    /// How it looks.
    const Shown& shown(Id id) const;
    const Filling& filling() const {
        writeOut();
        return filling_;
    }
    /// What is asked: for a radio button the first of its question, any other control itself.
    Id asked(Id id) const;
    /// All fields and questions in tab order.
    const std::vector<Id>& fields() const { return index_->fields(); }
    /// The answer as it goes into a reply; nothing for a field left empty. A radio button answers for its question.
    Answer answer(Id id) const;
    /// All answers in tab order, each under its own name.
    std::vector<std::pair<std::string, Answer>> answers() const;
    /// All of them as a reply; `filled` is when it was filled in, by RFC 3339, `id` that of the filling.
    Reply replied(const std::string& filled = timeNow(), const std::string& id = {}) const;
    /// The reply as JSON text.
    std::string reply(const std::string& filled = timeNow()) const;

    /// True when a control can be seen, or used, as far as it says itself; its containers say the same of themselves.
    bool visible(Id id) const;
    bool enabled(Id id) const;
    /// True when a filler can see and use it now: it and all its containers are visible and enabled.
    bool usable(Id id) const;
    /// True when a filler may change what it holds: usable, open, and not worked out.
    bool open(Id id) const;

    // ---- what is wrong ----

    /// What is wrong with one field or question; empty when nothing is.
    std::string wrongWith(Id id) const;
    /// Everything that is wrong, in tab order; `firstWrong` null and `wrongCount` 0 when nothing is.
    std::vector<Wrong> wrongs() const;
    const Wrong* firstWrong() const { return wrong_.empty() ? nullptr : &wrong_.begin()->second; }
    std::size_t wrongCount() const { return wrong_.size(); }
    /// What is said beside a control now: less than what is wrong, since nobody is blamed before the time.
    std::string complaint(Id id) const;
    /// Fields and questions beside which something is said.
    const std::set<Id>& complaints() const { return said_; }

    // ---- where the filler is ----

    const TurnedTo& turned() const { return turned_; }
    void turn(Id tabs, Id page);
    /// Turns the pages that hold a control.
    void show(Id id);
    /// Where the Tab key stops, in order, on all pages.
    std::vector<Id> route() const;
    /// The button of a question at which the Tab key stops: the chosen one, else the first.
    Id stopOf(Id radio) const;
    /// The button that Enter or Escape presses; noControl when there is none.
    Id acceptButton() const;
    Id cancelButton() const;

    /// The form has opened: what it does then.
    Outcome opened();
    /// Presses a button: what its rules say; where none of them holds, what its role says.
    Outcome press(Id id);
    /// Presses twice: only what rules say.
    Outcome pressTwice(Id id);
    /// The cursor comes into a control; `leave` when it goes.
    void enterField(Id id);
    /// A key is pressed in a control: "F4", "Ctrl+D". True when a rule has taken it.
    bool key(Id id, const std::string& key);
    /// What acts that give nothing back have come to since this was last asked: typing, ticking, leaving …
    Outcome takeReaction() { return std::exchange(reaction_, {}); }
    /// Goes on after a question.
    Outcome answered(bool yes);
    /// True while a question waits for its answer: acts are passed over until it has it.
    bool asking() const { return waiting_.has_value(); }
    /// The filler wants to go without a reply: what the form does then; where no rule of it holds, it is left.
    Outcome close();
    /// What happened by itself since the form opened, the newest last.
    const std::deque<Happened>& happened() const { return happened_; }
    /// Enter with the cursor in a control: a button in hand is pressed, else the one that accepts.
    Outcome enter(Id inHand);
    /// Escape: the button that cancels, or closing where the form lets Escape close it.
    Outcome escape();
    /// Accepts the form when nothing is wrong. Else turns to the first wrong field and gives it the cursor.
    Outcome accept();

    // ---- what is worked out ----

    const Dependence& dependence() const { return *work_; }
    /// What a formula of dependence().formulas() is worth now, by its place.
    const Scalar& result(std::size_t place) const { return result_[place].value; }

  private:
    /// Steps that are still to be done: those of one rule, or of one answer.
    struct Pending {
        Event when;
        Id at;
        std::size_t rule;
        std::vector<Step> steps;
        std::size_t next = 0;
    };
    /// What a formula was worth when it was last worked out.
    struct Known {
        bool known = false;
        Scalar value;
    };

    Outcome turnBy(Id from, int step);
    Outcome roleOf(const Control& button);
    Field field(const Control& control) const { return {form_, control, today_}; }
    void begin();
    void start(Id id);
    void hold(Id id, Entry entry);
    void judge(Id id);
    void judgeWithin(Id id);
    bool isRight(Id id) const;
    void say(Id id);
    std::optional<Held> stepped(const Control& control, int steps) const;
    void reveal(Id id, bool visible);
    void fold(Id id);
    void enable(Id id, bool enabled);

    // working out
    void workAnew();
    void settle();
    void give(const Worked& worked, const Scalar& value);
    void adjust(Id id, Prop prop, Value value);
    void gather(Id id);
    const Control* plain(Id id) const;
    bool putValue(Id id, const Scalar& value);

    // reacting
    void done();
    bool raise(Event event, Id id, const std::string& key = {});
    void react();
    void doStep(const Pending& from, const Step& step);
    void endWith(Outcome::Then then);
    void doAccept(bool goesOn);
    void doTurn(const Control& page);
    void note(Happened happened);
    Outcome taken();
    bool holdsAlready(Id id, const Answer& answer) const;
    tl::unexpected<Problem> anotherThan(Id id, const std::string& name, const Answer& answer) const;
    void writeOut() const;
    bool hasRules(Id id) const;
    bool isComplete(Id id, const Entry& entry) const;
    bool madeRoomFor(const std::string& name);
    void reformed(Form form, Id table);

    Form form_, designed_;  // as it is now; as it was designed
    std::shared_ptr<const FormIndex> index_;
    Day today_;
    int minutes_;
    std::map<Id, Entry> entries_;
    // How the entries look, and what can be seen. Wording is dear to write and most of it is not looked at between two
    // changes, so it is written when it is.
    mutable Filling filling_;
    mutable std::vector<Id> unwritten_;
    std::map<std::size_t, Wrong> wrong_;  // by the place in the tab order
    std::set<Id> said_;
    TurnedTo turned_;
    Changes changes_;

    std::shared_ptr<const Dependence> work_;
    std::vector<Known> result_;    // of each formula, by its place in work_
    std::set<std::uint32_t> due_;  // formulas to be worked out again, in their order

    std::map<Id, std::vector<Shift>> folded_;  // frames that have given their room back, and what that moved

    std::set<Id> touched_;  // whose answers have changed since rules were last asked
    bool reacting_ = false, quiet_ = false, beginning_ = false;
    std::vector<Pending> pending_;    // the last is done first
    std::deque<Pending> later_;       // set off while steps were done
    std::optional<Pending> waiting_;  // the step that asks, with both its ways
    std::size_t reactions_ = 0;
    Outcome reaction_;
    std::deque<Happened> happened_;
};

}  // namespace brindel
