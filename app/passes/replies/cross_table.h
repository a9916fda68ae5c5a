// Two questions against each other: how often the answers of one come together with those of the other. A press on a
// cell shows those replies alone.
#pragma once

#include <QDialog>

#include "app/passes/replies/beside.h"
#include "app/passes/replies/replies_desk.h"
#include "core/replies/counts.h"

class QComboBox;
class QLabel;
class QTableWidget;

namespace brindel {

class CrossTable : public QDialog {
  public:
    /// At least two questions that canCross; `first` stands at the side.
    CrossTable(RepliesDesk& replies, std::vector<QuestionCount> questions, std::size_t first, QWidget* parent);
    const QTableWidget& table() const { return *table_; }
    /// Waits until it is counted, for tests and pictures.
    bool wait(int milliseconds = 20000) { return counting_.wait(milliseconds); }

  private:
    void buildTable();
    void recount();
    void show(const CrossCount& cross);
    void filter(int row, int column);
    void copy();
    RepliesDesk& replies_;
    std::vector<QuestionCount> questions_;
    QComboBox *down_, *across_;
    QLabel* said_;
    QTableWidget* table_;
    CrossCount shown_;
    Beside counting_;
};

}  // namespace brindel
