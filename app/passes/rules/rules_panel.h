// The Rules pass beside the sheet: of the control that is selected, or of the form, what is worked out, its rules, and
// what happens to it and when.
#pragma once

#include <QScrollArea>

#include "app/window/desk.h"

class QLabel;
class QToolButton;
class QVBoxLayout;

namespace brindel {

class RulesPanel : public QScrollArea {
    Q_OBJECT
  public:
    explicit RulesPanel(Desk& desk, QWidget* parent = nullptr);
    /// An empty rule for what is selected.
    void addRule();
    /// A field for the formula of a property, with the cursor in it.
    void addFormula(Prop prop);
    /// The cursor to the first field of the panel.
    void focusFirst();
    /// Every line of "What happens to it", as it stands there.
    QStringList happens() const;

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    void refresh();
    void addWorkedOut(QVBoxLayout* column, const Control& control);
    void addRules(QVBoxLayout* column, const Control& control);
    void addHappens(QVBoxLayout* column, const Control& control);
    void addBroken(QVBoxLayout* column, const Control& control);
    void addAll(QVBoxLayout* column);
    QToolButton* linkButton(const QString& name, const QString& word, QVBoxLayout* column);
    QLabel* linkTo(const QString& text, Id id, const char* name, QVBoxLayout* column);

    Desk& desk_;
    QWidget* body_ = nullptr;
    std::optional<Prop> adding_;  // a formula that has a field, but nothing in it yet
    Id addingTo_ = noControl;
    QString sought_;  // words that the list of all rules is narrowed down by
};

}  // namespace brindel
