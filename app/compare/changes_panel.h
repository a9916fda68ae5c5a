// The list of what has changed: since the last hand-over, since the form was saved, or from any other form or kit. What
// it lists is marked on the sheet.
#pragma once

#include <QWidget>

#include "app/window/desk.h"
#include "core/compare/compare.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QListWidget;

namespace brindel {

class ChangesPanel : public QWidget {
    Q_OBJECT
  public:
    explicit ChangesPanel(Desk& desk, QWidget* parent = nullptr);

    /// Compares with the last hand-over, else with the saved file, where nothing is compared yet.
    void begin();
    /// Compares with a form's file or a kit; says why where it cannot be read.
    bool with(const QString& path);
    /// Shows the differences at a control, the first of them chosen.
    void choose(Id id);
    /// The one that is chosen; null for none.
    const Difference* current() const;
    QListWidget& list() { return *list_; }

  signals:
    /// `stays`: asked with the pointer, so the list stays at hand.
    void goAsked(brindel::Id id, bool stays);
    void closeAsked();

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    QString lastKit() const;
    void fillChoices();
    void chosenFrom(int row);
    void refresh();
    void fillList(const std::pair<std::string, std::string>& before, int felt);
    Desk& desk_;
    std::vector<Difference> shown_;  // as they stand in the list
    QComboBox* from_;
    QLabel* says_;
    QCheckBox* onlyMeaning_;
    QListWidget* list_;
    QLabel* empty_;
};

}  // namespace brindel
