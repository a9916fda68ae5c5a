// The Name pass on the sheet: a chip with the name over each control that has or needs one, coloured and marked by how
// the name stands; names are edited on the chip.
#pragma once

#include <QColor>
#include <QObject>
#include <QPointer>
#include <QRectF>
#include <QSize>
#include <vector>

#include "app/sheet/sheet_layer.h"
#include "app/window/desk.h"
#include "core/naming/names.h"

class QLineEdit;

namespace brindel {

/// How a name's state looks: the chip's ground, its line and letters, and the sign before the name.
struct NameLook {
    QColor ground, line, ink;
    QString sign;
};
NameLook nameLook(NameState state);

class NameLayer : public QObject, public SheetLayer {
    Q_OBJECT
  public:
    explicit NameLayer(Desk& desk, QObject* parent = nullptr);

    struct Chip {
        Id id;
        QString text;
        QRectF place;
        NameState state;
        bool renamed;  // by what is proposed
    };
    /// The chips in view, in tab order.
    const std::vector<Chip>& chips(const Sheet& sheet, const Form& form) const;
    /// Opens the chip of a control to type its name; Tab goes on to the next.
    void startNaming(Sheet& sheet, Id id);

    void paint(QPainter& painter, Sheet& sheet, const Form& form) override;
    void press(Sheet& sheet, QMouseEvent& event) override;
    void move(Sheet& sheet, QMouseEvent& event) override;
    void release(Sheet& sheet, QMouseEvent& event) override;
    void doublePress(Sheet& sheet, QMouseEvent& event) override;
    bool key(Sheet& sheet, QKeyEvent& event) override;
    QString tip(Sheet& sheet, QPointF at) override;
    void settle(Sheet& sheet) override;

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    const std::map<Id, NameStanding>& standings(const Form& form) const;
    Id at(const Sheet& sheet, QPointF where) const;
    void step(Sheet& sheet, bool back);
    bool finish(bool keep);

    Desk& desk_;
    QPointer<QLineEdit> edit_;
    QPointer<Sheet> editsOn_;
    Id editing_ = noControl;
    Id wordOnRelease_ = noControl;
    // The chips as they were placed last, and what for.
    struct ChipsFor {
        double zoom = 0;
        QSize size;
        TurnedTo turned;
        bool proposed = false;
        bool operator==(const ChipsFor&) const = default;
    };
    mutable ChipsFor chipsFor_;
    mutable Form chipsOf_;
    mutable std::vector<Chip> chips_;
    // The standings of what is proposed.
    mutable Form known_;
    mutable std::map<Id, NameStanding> standings_;
    mutable bool knows_ = false;
};

/// Gives a control a name typed by a person: empty lets it follow its label. False, with the reason said, when it
/// cannot.
bool giveName(Desk& desk, Id id, const QString& name);

}  // namespace brindel
