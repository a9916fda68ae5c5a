// The Name pass beside the sheet: the list of names, what is to be said of the selected one, find and replace.
#pragma once

#include <QWidget>

#include "app/passes/name/name_list.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QTableView;
class QToolButton;
class QVBoxLayout;

namespace brindel {

class NamePanel : public QWidget {
    Q_OBJECT
  public:
    explicit NamePanel(Desk& desk, QWidget* parent = nullptr);
    NameList& list() { return *list_; }
    QTableView* table() const { return table_; }
    /// The controls whose rows are selected.
    Ids chosen() const;
    /// Takes the scheme's names for the selected controls; their own names go.
    void takeProposed();
    /// Takes the scheme's names for all that have to be put right.
    void putRight();
    void startReplacing();

  protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

  private:
    void buildHead(QVBoxLayout* column);
    void buildTable(QVBoxLayout* column);
    void buildCard(QVBoxLayout* column);
    void buildReplacing(QVBoxLayout* column);
    void refresh();
    void refreshCard();
    void followSelection();
    void tryReplacement();
    void replace();
    Ids replaceIn() const;

    Desk& desk_;
    NameList* list_;
    QTableView* table_;
    QComboBox* which_;
    QLineEdit* filter_;
    QLabel* count_;
    QLabel* says_;
    QLabel* uses_;
    QPushButton* take_;
    QWidget* replacing_;
    QLineEdit* find_;
    QLineEdit* with_;
    QPushButton* replace_;
    QLabel* replaceSays_;
    QToolButton* openReplace_;
    bool selecting_ = false;
};

}  // namespace brindel
