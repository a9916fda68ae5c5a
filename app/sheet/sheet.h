// The sheet: one widget that paints the current form, what is selected and the gesture under way, straight from the
// value, and turns pointer and keys into gestures.
#pragma once

#include <QWidget>
#include <memory>

#include "app/sheet/form_picture.h"
#include "app/sheet/gestures.h"
#include "app/sheet/sheet_layer.h"

class QLineEdit;
class QTimer;

namespace brindel {

/// The keys of the sheet itself, and what they do.
const std::vector<std::pair<QString, QString>>& sheetKeys();

class Sheet : public QWidget {
    Q_OBJECT
  public:
    explicit Sheet(Desk& desk, QWidget* parent = nullptr);

    double zoom() const { return zoom_; }
    void setZoom(double zoom);
    /// The largest zoom, at most 100 %, at which the form's width fits into `width` pixels.
    double zoomToFit(int width, int height) const;
    /// A point of a surface in the widget, and back.
    QPointF place(Id surface, Point at) const;
    std::optional<SheetPoint> pointAt(QPointF at) const;
    /// A control's box in the widget.
    QRectF placeOf(Id id) const;
    /// Types the wording of a control, or of its label, on the sheet itself.
    void startWording(Id id);
    bool wordingOpen() const;
    /// False shows the form only, for passes that do not change its layout.
    void setCanEdit(bool can);
    /// What the pass draws over the form, and who gets pointer and keys while the layout is not edited; null for
    /// nobody. The layer outlives its time on the sheet.
    void setLayer(SheetLayer* layer);
    /// The control at a place in the widget; noControl for none.
    Id hit(QPointF at) const;
    /// The tabs of a tabs control in the widget, in the order of its pages.
    std::vector<QRectF> tabPlaces(Id tabs) const;

  signals:
    void zoomChanged();
    void contextAsked(const QPoint& global);
    /// The pin of a control was pressed; it is selected.
    void pinPressed(Id id);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    bool event(QEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    double scale() const;
    void measure();
    void paintSurface(QPainter& painter, Id surface, QPointF origin, const QRect& dirty);
    void paintSelection(QPainter& painter, const Form& form);
    std::optional<Handle> handleAt(QPointF at) const;
    std::optional<std::size_t> columnEdgeAt(const SheetPoint& at) const;
    /// The page whose tab is at a point, with its tabs control.
    std::optional<std::pair<Id, Id>> tabAt(const SheetPoint& at) const;
    void pressTab(const SheetPoint& at, Id holder, Id page);
    void pressControl(const SheetPoint& at, double reach);
    void press(const SheetPoint& at, QPointF where);
    void paintProposal(QPainter& painter);
    void paintGhostGrip(QPainter& painter);
    QRectF ghostGrip() const;
    /// Turns to the page whose tab a dragged control rests on.
    void restOnTab(const SheetPoint& at);
    void placeByKey();
    void nudge(double dx, double dy, bool sizes);
    void step(bool back);
    void endGesture(bool keep);
    void finishWording(bool keep);
    const Form& shownForm() const;

    Desk& desk_;
    FormPicture picture_;
    SheetLayer* layer_ = nullptr;
    double zoom_ = 1;
    std::map<Id, QPointF> origins_;
    std::unique_ptr<Gesture> gesture_;
    QPointF pressedAt_, pointer_;
    bool pressed_ = false, dragging_ = false, wordOnRelease_ = false, canEdit_ = true;
    Id clicked_ = noControl;
    std::optional<Id> bandFrom_;
    QLineEdit* wording_ = nullptr;
    Id wordingOf_ = noControl, wordingFor_ = noControl;  // what is worded, and the field that it speaks for
    bool inRow_ = false;                                 // it was placed below another by Enter
    QTimer* rest_ = nullptr;
    std::pair<Id, Id> restsOn_{noControl, noControl};
};

}  // namespace brindel
