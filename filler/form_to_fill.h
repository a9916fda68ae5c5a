// A form being filled, with real widgets over a FormSession. Try and brindel-fill both show this; all it knows about
// filling it asks the session.
#pragma once

#include <QPointer>
#include <QWidget>
#include <map>

#include "core/session/form_session.h"
#include "core/text/fonts.h"

class QButtonGroup;

class QAbstractButton;
class QLineEdit;
class QListWidget;

namespace brindel {

class ChoiceField;
class DateField;

class SayOver;
class WrongMarks;

class FormToFill : public QWidget {
    Q_OBJECT
  public:
    /// Shows a session, which must outlive the view. `scale` is device-independent pixels per form unit.
    FormToFill(FormSession& session, const FontBook& fonts, double scale, QWidget* parent = nullptr);

    FormSession& session() { return session_; }
    QSize sizeHint() const override;
    /// The widget of a control; null when it has none.
    QWidget* widgetOf(Id id) const;
    /// Puts what the session holds into all widgets and turns its pages.
    void refresh();
    /// Puts into widgets what the session says has changed, and nothing else.
    void rebuildRows(Id table);
    void apply();
    /// The cursor to the first stop of the route.
    void begin();
    /// Lays the dialog out anew for a size in pixels, as its controls hold to their edges. Documents keep theirs.
    void layOutFor(QSize size);
    /// Goes to a control: turns its page, gives it the cursor.
    void goTo(Id id);
    /// Presses a button, as a click does.
    void press(Id id);
    /// What the form does when it opens; call once it is shown.
    void opened();
    /// The filler wants to go: the form may ask first. `left` comes when it goes.
    void askToLeave();
    /// What the form says or asks; nothing stands there most of the time.
    SayOver& saying() { return *saying_; }
    /// The sentence that stands beside a control now; empty when none does.
    QString wrongShown(Id id) const;

  signals:
    /// The session has changed in this.
    void changed(const brindel::Changes& changes);
    void accepted();
    /// Accepted, and cleared for the next: the reply as JSON text.
    void acceptedAndGoesOn(const std::string& reply);
    void left();
    void putAway();
    /// The filler wants to go to a web address, or to write a letter.
    void offerTaken(const brindel::Offer& offer);
    /// A name for the host program.
    void told(const std::string& name);
    /// The form has another size, as after a row was added.
    void sized();

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

  private:
    void build(Id container, QWidget* parent);
    void buildOne(Id id, QWidget* parent);
    QRect placeOf(const Form& laid, Id id) const;
    void addKeys();
    void layRoute();
    void addRowButtons(Id table);
    void settleRows(Id table);
    void wire(QWidget* widget, Id id);
    void listen(QLineEdit* edit, const QWidget* field, Id id);
    void stepped(Id id, int steps);
    void wireChoices(ChoiceField* choices, Id id);
    void wireDate(DateField* date, Id id);
    void wireList(QListWidget* list, Id id);
    void wireButton(QAbstractButton* button, const Control& c);
    void typed(Id id, const QString& text);
    void did(Id id);
    void showEntry(Id id);
    void showPage(Id tabs);
    void settleVisibility(Id id);
    void keepOneStop(Id radio);
    void follow(const Outcome& outcome);
    void react();
    void goOn(const Outcome& outcome);
    void readAnew(Id id);
    QRect markPlace(Id id) const;
    void layMarks();
    void showMarks();
    Id inHand() const;
    double pageTop(Id surface) const;
    const QPixmap& ground(Id surface);

    FormSession& session_;
    const FontBook& fonts_;
    double scale_;
    std::map<Id, QWidget*> widgets_, pages_, rowButtons_;
    std::map<Id, QButtonGroup*> questions_;
    std::set<Id> shut_;              // fields that the form keeps from fillers for good
    std::map<Id, QPixmap> grounds_;  // of a document's pages: what is printed, painted once
    WrongMarks* marks_ = nullptr;
    SayOver* saying_ = nullptr;
    bool settling_ = false;
    std::size_t happened_ = 0;  // how much had happened when that was told last
};

}  // namespace brindel
