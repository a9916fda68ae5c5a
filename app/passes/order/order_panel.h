// The Order pass beside the sheet: what holds the cursor first, what Enter and Escape press, the route as a list, and
// the stop that is selected.
#pragma once

#include <QListWidget>
#include <QWidget>

#include "app/window/desk.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QVBoxLayout;

namespace brindel {

/// The route as a list: stops with their numbers, containers as headings. Entries are dragged to where they should
/// come.
class RouteList : public QListWidget {
    Q_OBJECT
  public:
    explicit RouteList(Desk& desk, QWidget* parent = nullptr);
    void refresh();
    Id idAt(int row) const;
    int rowOf(Id id) const;
    /// Moves an entry so that it comes in front of the row; past the last row it comes last.
    void moveTo(Id id, int row);

  protected:
    void dropEvent(QDropEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    Desk& desk_;
};

class OrderPanel : public QWidget {
    Q_OBJECT
  public:
    explicit OrderPanel(Desk& desk, QWidget* parent = nullptr);
    RouteList& route() { return *route_; }

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    void buildKeys(QVBoxLayout* column);
    void buildStop(QVBoxLayout* column);
    void refresh();
    void refreshStop();

    Desk& desk_;
    QLabel* count_;
    QComboBox *starts_, *enter_, *escape_;
    RouteList* route_;
    QLabel* stop_;
    QCheckBox* isStop_;
    QLineEdit* key_;
    QWidget* keyRow_;
    bool selecting_ = false;
};

}  // namespace brindel
