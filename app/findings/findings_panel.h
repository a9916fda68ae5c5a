// The list of findings: what stands between the form and its hand-over, the gravest first, each in a sentence, with
// what puts it right, and with a reason where it is left as it is.
#pragma once

#include <QListWidget>
#include <QWidget>

#include "app/window/desk.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace brindel {

/// Which pass a family of checks belongs to.
Pass passOf(CheckFamily family);
/// How much is open, in one sentence: "5 things to put right before the hand-over."
QString openSaid(const Findings& findings);

class FindingsPanel : public QWidget {
    Q_OBJECT
  public:
    /// Where it stands: aside of the sheet, or as a page of its own in the middle, with a button to each line.
    enum class Stands { aside, page };
    explicit FindingsPanel(Desk& desk, Stands stands = Stands::aside, QWidget* parent = nullptr);

    /// Shows the findings at a control, the first of them chosen.
    void choose(Id id);
    /// The one that is chosen; null for none.
    const Finding* current() const;
    /// Puts the chosen one right, by its mend or by one of its ways.
    void putRight(std::size_t way = 0);
    /// Shows what it would be to put right all that can be.
    void putRightAll();
    /// Leaves the chosen one as it is.
    void leave(const QString& because, bool everywhere);
    QListWidget& list() { return *list_; }
    void begin();

  signals:
    /// `stays`: asked with the pointer, so the list stays at hand.
    void goAsked(const brindel::Finding& finding, bool stays);
    void closeAsked();

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void buildReason();
    void connectList();
    void showFixed(const Form& before, const Form& after, int putRight);
    void refresh();
    void refreshChosen();
    Desk& desk_;
    const Stands stands_;
    Findings shown_;  // as they stand in the list
    QLabel* says_;
    QPushButton* all_;
    QListWidget* list_;
    QLabel* why_;
    QWidget* ways_;
    QVBoxLayout* wayLines_;
    QWidget* reason_;
    QLineEdit* because_;
    std::optional<Form> fixing_;  // what is being put right as a whole
};

}  // namespace brindel
