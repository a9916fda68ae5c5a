// What lies on the designer's desk: the form with its history, the selection, the pass and the tool in hand. All views
// ask it and are told by it; it draws nothing.
#pragma once

#include <QObject>
#include <QString>
#include <functional>
#include <optional>

#include "app/findings/watch.h"
#include "app/passes/pass.h"
#include "core/edit/edits.h"
#include "core/edit/history.h"
#include "core/naming/names.h"
#include "core/seal/seal.h"
#include "core/session/form_session.h"
#include "core/text/fonts.h"

namespace brindel {

class ChangesWatch;

/// What the pointer places: a kind of control, or a label that is a heading.
struct Tool {
    Kind kind = Kind::label;
    bool heading = false;
    Tool(Kind k, bool isHeading = false) : kind(k), heading(isHeading) {}
    bool operator==(const Tool&) const = default;
    /// "text box", "heading".
    std::string word() const { return heading ? "heading" : std::string(row(kind).word); }
    /// The letter that picks it on the sheet; 0 when none does.
    char letter() const { return heading ? 'H' : row(kind).letter; }
    /// The name of its icon.
    QString icon() const { return heading ? "heading" : QString::fromStdString(std::string(row(kind).key)); }
};
/// All tools in the order of the strip.
const std::vector<Tool>& allTools();

/// The one book of fonts, kept as long as anybody holds it.
std::shared_ptr<FontBook> bookOfFonts();

class Desk : public QObject {
    Q_OBJECT
  public:
    explicit Desk(Form form, QObject* parent = nullptr);

    /// The book of fonts: one for all desks, so that what is drawn on, or works in another thread, outlives the window.
    const FontBook& fonts() const { return *fonts_; }
    FontBook& fonts() { return *fonts_; }
    std::shared_ptr<const FontBook> sharedFonts() const { return fonts_; }
    const Form& form() const { return history_.now(); }
    const History& history() const { return history_; }

    /// The form as it opens, or with what was filled in when it was last tried: what formulas are worth there.
    const FormSession& starting() const;
    /// What was filled in, to go on from.
    void keepTried(Reply tried);

    /// How the names of the form stand; worked out once for each form that lies on the desk.
    const std::map<Id, NameStanding>& names() const;

    /// What the checks have found, as far as they have come; whom it speaks of may be gone by now.
    const Findings& findings() const { return watch_->found(); }
    FindingsWatch& watch() { return *watch_; }
    /// What the form is compared with, if anything.
    ChangesWatch& changes() { return *changes_; }
    const ChangesWatch& changes() const { return *changes_; }

    /// Makes an edit one step of undo. Nothing happens when it changed nothing. `select` is the selection afterwards.
    /// False, with the reason said, for a form that would be larger than a form can be.
    bool edit(Form next, const QString& name, std::optional<Ids> select = {}, const QString& run = {});
    void undo();
    void redo();

    /// The selected controls; the first is the lead. Empty: the form itself.
    const Ids& selection() const { return selection_; }
    Id lead() const { return selection_.empty() ? noControl : selection_.front(); }
    void select(Ids ids);
    /// The selection as an edit should take it: the form when nothing is selected.
    Ids selectionOrForm() const { return selection_.empty() ? Ids{rootId} : selection_; }

    const TurnedTo& turned() const { return turned_; }
    void turn(Id tabs, Id page);

    Pass pass() const { return pass_; }
    void setPass(Pass pass);

    std::optional<Tool> tool() const { return tool_; }
    bool toolStays() const { return toolStays_; }
    void setTool(std::optional<Tool> tool, bool stays = false);
    /// The size that the next control of a kind gets: that of the last one placed, or the usual one.
    Extent nextSize(Kind kind) const;
    void setNextSize(Kind kind, Extent size) { sizes_[kind] = size; }

    /// Waits for the next control that is pressed on the sheet, and hands it over; Escape ends the waiting.
    void pick(const QString& prompt, std::function<void(Id)> then);
    bool picking() const { return bool(picked_); }
    /// What is asked for while a press is waited for.
    const QString& prompt() const { return prompt_; }
    /// Hands over what was pressed; noControl ends the waiting.
    void picked(Id id);

    /// True for a control whose rule is being put together: nothing is said against it until it is left.
    bool isInTheMaking(const Control& control) const;

    /// A control that is pointed at elsewhere, in a list: it is lit up on the sheet.
    void light(Id id);
    Id lit() const { return lit_; }

    /// A change that is shown on the sheet before it is done.
    struct Proposal {
        Form form;
        QString name, says;
    };
    void propose(Proposal proposal);
    const std::optional<Proposal>& proposal() const { return proposal_; }
    /// Action what is proposed, or leaves it.
    void decide(bool take);

    /// A form from a file, or a new one where the path is empty.
    /// `digest` and `sum` are what Opened says of it.
    void open(Form form, const QString& path, const QString& readOnlyBecause = {}, std::string digest = {},
              std::string sum = {});
    QString path() const { return path_; }
    QString readOnlyBecause() const { return readOnlyBecause_; }
    /// The form is in a file now, as this version of it.
    void saved(const QString& path, int revision, std::string sum = {});
    /// Takes over what the file has become, one step of undo: what was on the desk is a step back.
    void takeFromFile(Form form, std::string sum);
    /// The sum of what the file held when it was read or saved here; empty for a form that is in none.
    const std::string& fileSum() const { return fileSum_; }
    const Form& savedForm() const { return savedForm_; }
    /// What its file holds, where that is not what was opened: work that was left unsaved.
    void setSavedForm(Form form) { savedForm_ = std::move(form); }
    QString savedAt() const { return savedAt_; }
    /// True when the form differs from its file (or is new and not empty).
    bool unsaved() const;

    /// True for a sealed form whose password was not given yet: it can be filled, and nothing of it changes.
    bool isShut() const { return form().seal && !opens(*form().seal); }
    /// True for the seal whose password was given last.
    bool opens(const Seal& seal) const { return key_ && keySalt_ == seal.salt; }
    /// The password of the form's seal was given. False when the file was changed by hand since it was sealed.
    bool openSeal(SharedSealKey key);
    /// Seals the form, one step of undo; it stays open here until it is shut.
    void seal(const Sealing& sealing);
    /// Forgets the password: from now on the form can only be filled.
    void shut();
    /// The form as the text of its file, marked where it is sealed and open.
    std::string textOf(const Form& form) const;

    /// Takes over all that lies on another desk: form, history, file, selection.
    void takeOver(const Desk& other);

    /// Where new controls go: the selected container, the lead's container, or the page in front.
    Id targetContainer() const;
    /// The document page that was last clicked or selected on; the dialog itself.
    Id surfaceInHand() const;
    void setSurfaceInHand(Id id) { surface_ = id; }

    /// One line in the status line until the next edit or selection.
    void say(const QString& sentence, bool wrong = false) { emit said(sentence, wrong); }

  signals:
    void formChanged();
    void selectionChanged();
    void passChanged();
    void litChanged();
    void toolChanged();
    void fileChanged();
    void turnedChanged();
    void proposalChanged();
    void findingsChanged();
    void said(const QString& sentence, bool wrong);

  private:
    void dropGone();

    std::shared_ptr<FontBook> fonts_ = bookOfFonts();
    FindingsWatch* watch_;
    ChangesWatch* changes_;
    History history_;
    Form savedForm_;
    mutable std::optional<std::map<Id, NameStanding>> names_;
    mutable std::unique_ptr<FormSession> starting_;
    mutable Form startingOf_;
    Reply tried_;
    Ids selection_;
    TurnedTo turned_;
    Pass pass_ = Pass::layOut;
    std::optional<Tool> tool_;
    std::map<Kind, Extent> sizes_;
    bool toolStays_ = false;
    QString path_, readOnlyBecause_, savedAt_;
    Id surface_ = noControl, lit_ = noControl;
    std::function<void(Id)> picked_;
    QString prompt_;
    std::optional<Proposal> proposal_;
    SharedSealKey key_;
    std::string keySalt_, digest_, fileSum_;
    bool mayEdit();
};

}  // namespace brindel
