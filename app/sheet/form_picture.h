// Paints a form on the sheet: a dialog with the desktop's own widgets, a document as it is printed.
#pragma once

#include <QPainter>
#include <unordered_map>

#include "core/draw/draw_control.h"
#include "core/text/fonts.h"

namespace brindel {

/// Pictures of single controls, kept while the control stays the same object in the form.
class FormPicture {
  public:
    explicit FormPicture(const FontBook& fonts) : fonts_(fonts) {}

    /// A surface at the painter's origin. `scale` is device-independent pixels per form unit.
    void paint(QPainter& painter, const Form& form, Id surface, double scale, const TurnedTo& turned,
               const QRectF& exposed);
    /// The bar with the title over a dialog, as wide as the form unless another width is given.
    static void paintTitleBar(QPainter& painter, const Form& form, double scale, double width = 0);
    /// Where the tabs of a tabs control stand, in form units from its own corner.
    std::vector<Box> tabs(const Form& form, const Control& control) const;

  private:
    struct Kept {
        SharedMap<Control>::Node node;
        std::shared_ptr<const Styles> styles;
        double scale = 0, ratio = 0;
        QPixmap pixmap;
        std::string mark;  // behind a label: its field says whether
        QRectF reach;      // of a printed control: where its marks lie, from its corner in pixels
    };
    void paintPage(QPainter& painter, const Form& form, const Control& container, double scale, const TurnedTo& turned,
                   QPointF offset, const QRectF& exposed);
    const QPixmap& printed(const Form& form, Id id, double scale, double ratio, const TurnedTo& turned);
    void paintDialog(QPainter& painter, const Form& form, const Control& container, double scale,
                     const TurnedTo& turned, QPointF offset, const QRectF& exposed);
    QPixmap standIn(const Form& form, Id id, double scale, double ratio, const TurnedTo& turned);

    const FontBook& fonts_;
    std::unordered_map<Id, Kept> kept_;
};

}  // namespace brindel
