// The Order pass on the sheet: the route as a numbered line through the controls, and the access keys. The route is
// laid by clicking one control after another, or by dragging along them.
#pragma once

#include <QObject>
#include <QPointF>
#include <set>
#include <vector>

#include "app/sheet/sheet_layer.h"
#include "app/window/desk.h"

namespace brindel {

class OrderLayer : public QObject, public SheetLayer {
    Q_OBJECT
  public:
    explicit OrderLayer(Desk& desk, QObject* parent = nullptr);

    /// Clicks lay the route from the first one on, until this ends.
    void setLaying(bool laying);
    bool laying() const { return laying_; }
    /// Shows the access keys instead of the route.
    void setShowsKeys(bool keys);
    bool showsKeys() const { return keys_; }
    /// Lays a stop behind the one laid last (or behind `stop` as the first one, which stays where it is).
    void lay(Id stop);

    /// Where the number of a stop stands on the sheet.
    QPointF badgeOf(const Sheet& sheet, const Form& form, Id stop) const;
    /// Where the key of a wording stands on the sheet.
    QPointF keyOf(const Sheet& sheet, const Form& form, Id bearer) const;

    void paint(QPainter& painter, Sheet& sheet, const Form& form) override;
    void press(Sheet& sheet, QMouseEvent& event) override;
    void move(Sheet& sheet, QMouseEvent& event) override;
    void release(Sheet& sheet, QMouseEvent& event) override;
    bool key(Sheet& sheet, QKeyEvent& event) override;
    QString tip(Sheet& sheet, QPointF at) override;
    void settle(Sheet& sheet) override;

  signals:
    void changed();

  private:
    Id stopAt(const Sheet& sheet, QPointF where) const;
    const Form& shown(const Form& form) const { return dragging_ ? meanwhile_ : form; }
    void paintWays(QPainter& painter, Sheet& sheet, const Form& form, const QRectF& visible);
    void paintRoute(QPainter& painter, Sheet& sheet, const Form& form);
    void paintKeys(QPainter& painter, Sheet& sheet, const Form& form);
    void step(bool back);
    void setKey(const QString& letter);

    Desk& desk_;
    bool laying_ = false, keys_ = false;
    std::set<Id> laid_;
    Id last_ = noControl;  // the stop laid last
    // Dragging along: the stops passed so far, and the form with them laid.
    bool pressed_ = false, dragging_ = false;
    Id pressedOn_ = noControl;
    std::vector<Id> passed_;
    QPointF from_;
    Form meanwhile_;
};

}  // namespace brindel
