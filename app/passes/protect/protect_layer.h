// The Protect pass on the sheet: what fillers cannot reach is hatched, each field says what they may do with it, what
// it takes, or what personal detail it holds. Sweeping over fields with a way in hand sets it.
#pragma once

#include <QObject>
#include <QPointF>
#include <optional>
#include <set>

#include "app/sheet/sheet_layer.h"
#include "app/window/desk.h"
#include "core/edit/protecting.h"

namespace brindel {

/// What the layer says at each field.
enum class ProtectView { access, limits, personal };

/// "open", "read only" …
QString reachWord(Reach reach);
/// What a field is called: by its label, a question by its frame.
QString fieldCalled(const Form& form, const Control& field);
/// What a field takes, in one line; "anything" where it has no limit, nothing of a tick.
QString limitsSaid(const Form& form, const Control& field);

class ProtectLayer : public QObject, public SheetLayer {
    Q_OBJECT
  public:
    explicit ProtectLayer(Desk& desk, QObject* parent = nullptr);

    std::optional<Access> inHand() const { return inHand_; }
    void takeInHand(std::optional<Access> access);
    ProtectView view() const { return view_; }
    void setView(ProtectView view);
    /// Sets what fillers may do with these fields, one step.
    void set(const Ids& ids, Access access);

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
    bool marked(int key, const Ids& fields);
    bool walked(const QKeyEvent& event);
    void sweepTo(Sheet& sheet, QPointF at);
    void paintField(QPainter& painter, const Form& form, const Control& c, QRectF place) const;

    Desk& desk_;
    std::optional<Access> inHand_;
    ProtectView view_ = ProtectView::access;
    bool sweeping_ = false, adds_ = false;
    QPointF sweptTo_;
    std::set<Id> swept_;
};

}  // namespace brindel
