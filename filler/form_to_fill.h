// A form being filled, with real widgets over a FormSession. Try and brindel-fill both show this; all it knows about
// filling it asks the session.
#pragma once

#include <QPointer>
#include <QWidget>
#include <map>

#include "core/session/form_session.h"

class QButtonGroup;

namespace brindel {

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
    /// The cursor to the first stop of the route.
    void begin();
    /// Lays the dialog out anew for a size in pixels, as its controls hold to their edges. Documents keep theirs.
    void layOutFor(QSize size);
    /// Builds the widgets anew from the session's form, as after a row has been added.
    void rebuild();
    /// Goes to a control: turns its page, gives it the cursor.
    void goTo(Id id);
    /// Presses a button, as a click does.
    void press(Id id);
    /// The sentence that stands beside a control now; empty when none does.
    QString wrongShown(Id id) const;

  signals:
    void changed();
    void accepted();
    void left();
    /// The form has another size, as after a row was added.
    void sized();

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

  private:
    void build(Id container, QWidget* parent, double offsetX, double offsetY);
    void furnish();
    void addKeys();
    void layRoute();
    void addRowButtons(Id table, QWidget* widget);
    void wire(QWidget* widget, Id id);
    void typed(Id id, const QString& text);
    void settle(Id id);
    void keepOneStop();
    void check(Id id);
    double pageTop(Id surface) const;

    FormSession& session_;
    const FontBook& fonts_;
    double scale_;
    std::map<Id, QWidget*> widgets_, pages_;
    std::map<Id, QButtonGroup*> questions_;
    std::map<Id, std::string> wrong_;
    WrongMarks* marks_ = nullptr;
    std::size_t built_ = 0;  // how many controls the widgets were built for
    bool settling_ = false;
};

}  // namespace brindel
