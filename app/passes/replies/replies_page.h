// The Replies pass in place of the sheet: the table of replies, or what to do where there are none yet. Files that came
// back are dropped on it.
#pragma once

#include <QWidget>

#include "app/passes/replies/replies_desk.h"

class QCheckBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QStackedWidget;
class QTableView;
class QVBoxLayout;
class QToolButton;

namespace brindel {

class RepliesTable;

class RepliesPage : public QWidget {
    Q_OBJECT
  public:
    explicit RepliesPage(RepliesDesk& replies, QWidget* parent = nullptr);
    QTableView& table() { return *view_; }
    RepliesTable& model() { return *model_; }
    /// What was gathered last, in words.
    const QString& gatheredSaid() const { return gathered_; }
    /// Reads files that came back, and says what became of them.
    void gather(const QStringList& paths, bool wrongToo = false);
    /// Shows the reply of a row on its form.
    void openReply(int row);
    void begin();
    void copySelected();
    /// Asks, and takes the selected replies out of the store.
    void deleteSelected();
    /// Asks which personal details are erased, and erases them.
    void erasePersonal();

  signals:
    void gatherAsked();
    void chooseAsked();
    void saveAsked();

  protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    void refresh();
    std::vector<long long> selected() const;
    QString keyOf(int column) const;
    void layColumns();
    void rememberColumns();
    void chooseColumns(const QPoint& at);
    void buildTools(QVBoxLayout* column);
    void buildNotes(QVBoxLayout* column);
    void buildTable();
    void showMenu(const QPoint& at);
    QWidget* emptyPage();
    RepliesDesk& replies_;
    RepliesTable* model_;
    QStackedWidget* stack_;
    QTableView* view_;
    QLabel *emptyTitle_, *emptyText_, *call_, *said_;
    QPushButton *gatherButton_, *chooseButton_, *saveButton_;
    QWidget *toolLine_, *filterLine_, *pastLine_;
    QLineEdit* search_;
    QCheckBox* personal_;
    QToolButton* erase_;
    QLabel *filterSaid_, *pastSaid_;
    QString gathered_;
    QString laid_;         // the columns that the table was laid out for
    bool laying_ = false;  // nothing that a hand does
};

}  // namespace brindel
