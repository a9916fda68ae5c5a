// One form being filled: what it holds, what is wrong, which page shows, what a press does. Try, the filler program,
// the command line and the tests all use it; none has logic of its own.
#pragma once

#include "core/session/answers.h"
#include "core/session/limits.h"

namespace brindel {

/// Something a filler must put right, and where.
struct Wrong {
    Id id = noControl;
    std::string sentence;
};

/// What a press of a button came to.
struct Outcome {
    enum class Then { stay, accepted, left } then = Then::stay;
    std::vector<Wrong> wrongs;  // why it was not accepted
    Id cursor = noControl;      // the control that gets the cursor, when it moves
};

class FormSession {
  public:
    /// Begins with what the form starts with. `today` is the day that "today" means.
    FormSession(Form form, Day today);

    const Form& form() const { return form_; }
    Day today() const { return today_; }

    /// Types `text` into a field and gives what it holds then: letters changed, cut at its limit.
    std::string type(Id id, const std::string& text);
    /// Ticks a check box, or chooses a radio button (the others of its question go out).
    void tick(Id id, bool on);
    /// Steps a number, a date or a time so many steps up (down when below 0), within its limits.
    void step(Id id, int steps);
    /// Adds a row to a table, or takes the last added one away, as far as the form lets fillers; false when it does
    /// not.
    bool addRow(Id table);
    bool removeRow(Id table);
    bool canAddRow(Id table) const;
    bool canRemoveRow(Id table) const;
    /// Picks lines of a list box by their numbers; of a list for one, the last counts. In a
    /// choice group the line past the last choice stands for another answer, which is typed.
    void pick(Id id, std::vector<std::size_t> lines);
    /// Gives a named field a value, as a values file does. Refuses, with the name as place, what fillers may not touch,
    /// what is of another type, too long, not among the choices or out of range.
    Result<void> put(const std::string& name, const Answer& answer);
    /// Back to what the form starts with; pages turn back to the first.
    void clear();

    const Shown& shown(Id id) const;
    const ShownAll& shownAll() const { return shown_; }
    /// The answer as it goes into a reply; nothing for a field left empty. A radio button answers for its question.
    Answer answer(Id id) const;
    /// All answers in tab order.
    std::vector<std::pair<std::string, Answer>> answers() const;

    /// True when a filler can see and use it now: it and all its containers are visible and enabled.
    bool usable(Id id) const;
    /// True when a filler may change what it holds: usable, open, and not worked out.
    bool open(Id id) const;
    /// What is wrong with one field; empty when nothing is.
    std::string wrongWith(Id id) const;
    /// Everything that is wrong, in tab order.
    std::vector<Wrong> wrongs() const;

    const TurnedTo& turned() const { return turned_; }
    void turn(Id tabs, Id page);
    /// Turns the pages that hold a control.
    void show(Id id) { turned_ = turnedToShow(form_, id, turned_); }

    /// Where the Tab key stops, in order, on all pages.
    std::vector<Id> route() const;
    /// The button that Enter or Escape presses; noControl when there is none.
    Id acceptButton() const;
    Id cancelButton() const;

    /// Presses a button: does what its role says.
    Outcome press(Id id);
    /// Accepts the form when nothing is wrong. Else turns to the first wrong field and gives it the cursor.
    Outcome accept();

    /// The reply as JSON text.
    std::string reply(const std::string& filled = timeNow()) const;

  private:
    Outcome turnBy(Id from, int step);

    Form form_, designed_;  // with the rows that the filler has added; as it was designed
    Day today_;
    ShownAll shown_;
    TurnedTo turned_;
};

}  // namespace brindel
