// The Rules pass on the sheet: what is worked out has a mark, and arrows go from what acts to what it touches. Those of
// the selected control are strong, all others faint, so that many of them can be read.
#pragma once

#include <QObject>
#include <QPointF>

#include "app/sheet/sheet_layer.h"
#include "app/window/desk.h"

namespace brindel {

/// That one control has to do with another.
struct Tie {
    Id from = noControl, to = noControl;
    bool rule = false;                             // by a rule; otherwise by a formula
    auto operator<=>(const Tie&) const = default;  // NOLINT(modernize-use-nullptr): the compiler writes its 0
};
/// All ties of a form, each once: from the fields that a formula speaks of to its control, and from a control to what
/// the steps of its rules are done to.
std::vector<Tie> tiesOf(const Form& form);

class RulesLayer : public QObject, public SheetLayer {
    Q_OBJECT
  public:
    explicit RulesLayer(Desk& desk, QObject* parent = nullptr);

    /// Where the mark of a control stands on the sheet.
    QPointF markOf(const Sheet& sheet, Id id) const;

    void paint(QPainter& painter, Sheet& sheet, const Form& form) override;
    void press(Sheet& sheet, QMouseEvent& event) override;
    void move(Sheet& sheet, QMouseEvent& event) override;
    void release(Sheet& sheet, QMouseEvent& event) override;
    void settle(Sheet& sheet) override;
    bool key(Sheet& sheet, QKeyEvent& event) override;
    QString tip(Sheet& sheet, QPointF at) override;

  signals:
    /// Enter was pressed on the sheet: the panel goes on from there.
    void editAsked();

  private:
    QRectF seenAt(const Sheet& sheet, const Form& form, Id id) const;
    /// The control whose mark is there: those of the selection have one as well, to draw a rule from.
    Id markAt(const Sheet& sheet, QPointF at) const;
    /// What a rule that is being drawn would be done to.
    Id targetAt(const Sheet& sheet, QPointF at) const;

    Desk& desk_;
    Id from_ = noControl;  // where a rule is being drawn from
    QPointF to_;
};

}  // namespace brindel
