// The outline: the tree of pages, frames and controls beside the rail, with search. Dragging in it moves a control to
// another place or container.
#pragma once

#include <QWidget>

#include "app/window/desk.h"

class QLineEdit;
class QTreeWidget;
class QTreeWidgetItem;

namespace brindel {

class Outline : public QWidget {
    Q_OBJECT
  public:
    explicit Outline(Desk& desk, QWidget* parent = nullptr);
    QTreeWidget* tree() const { return tree_; }
    QLineEdit* search() const { return search_; }
    /// Puts a control into a container at a place among what it holds; refuses what cannot lie there.
    bool moveTo(const Ids& ids, Id container, std::size_t index);
    void begin();

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void showEvent(QShowEvent* event) override;

  private:
    void showAgain();
    void showSelection();
    Desk& desk_;
    QLineEdit* search_;
    QTreeWidget* tree_;
    std::map<Id, QTreeWidgetItem*> items_;
    std::vector<std::tuple<Id, int, std::string>> shown_;  // what the tree was built from
    bool filling_ = false;
};

}  // namespace brindel
