// The details: every property of one control or of many at once, in groups, driven by the table of kinds.
#pragma once

#include <QScrollArea>
#include <functional>
#include <map>
#include <set>

#include "app/window/desk.h"
#include "core/layout/room.h"

class QGridLayout;
class QLabel;
class QVBoxLayout;
class QLineEdit;

namespace brindel {

class Details : public QScrollArea {
    Q_OBJECT
  public:
    explicit Details(Desk& desk, QWidget* parent = nullptr);
    /// The editor of a property in the panel now; null when it has none.
    QWidget* editorOf(Prop prop) const;
    QWidget* editorNamed(const char* name) const;
    /// Opens the group of a property, and puts the cursor into its editor.
    void reveal(Prop prop);

  private:
    void showAgain();
    void rebuild(const std::vector<Kind>& kinds);
    void fill();
    void sift();
    bool appliesHere(Prop prop) const;
    void addFormulaRow(Id id, Prop prop, Group group);
    QVBoxLayout* groupLayout(Group group);
    QLabel* addRow(Group group, const QString& word, QWidget* editor, const QString& help);
    void buildHead(QVBoxLayout* column);
    void addProperty(Prop prop, Group group, const Ids& ids);
    void set(Prop prop, std::optional<Value> value);
    void addWorkOut(Prop prop, QLabel* word);
    void addDrop(Prop prop, QLabel* word);
    void addIdentity();
    void addPlace();
    void setMeasure(QLineEdit* edit, const char* name, double Box::*part);
    void showMeasure(QLineEdit* edit, double Box::*part);
    void addNotice();
    void addRoom();
    /// The colour that a colour is read against, for the lead.
    std::function<std::optional<Colour>()> contrastWith(Prop prop) const;

    Desk& desk_;
    std::vector<Kind> shownKinds_;
    std::vector<std::pair<Id, Prop>> shownFormulas_;  // of the one that is selected
    std::optional<Prop> addingFormula_;               // a formula that has a field, but nothing in it yet
    Id addingTo_ = noControl;
    QWidget* body_ = nullptr;
    QLabel* title_ = nullptr;
    QLabel* where_ = nullptr;
    QLabel* picture_ = nullptr;
    std::map<Group, QWidget*> groups_;
    std::map<Group, QVBoxLayout*> layouts_;
    std::map<Group, std::vector<QWidget*>> heads_;  // what stands over a group's rows
    struct Row {
        QWidget* line;
        Group group;
        QString words;  // that it is found by
        std::optional<Prop> prop = {};
    };
    std::vector<Row> rows_;
    QString sought_;
    QLabel* nothing_ = nullptr;
    std::set<Group> closed_;
    std::map<Prop, QWidget*> editors_;
    std::vector<std::function<void()>> fillers_;
    bool filling_ = false;
};

/// "about 28 letters, 31 digits, 12 W" or "5 lines of about 60 letters".
QString roomInWords(const Room& room);

}  // namespace brindel
