#include "app/passes/replies/print_reply.h"

#include <QtPrintSupport/QPrinter>
#include <QtWidgets/QtWidgets>

#include "core/draw/draw_control.h"
#include "core/model/places.h"
#include "core/targets/leaves.h"
#include "filler/drawing_painter.h"

namespace brindel {

bool printForm(const FormSession& session, const FontBook& fonts, QPrinter& printer) {
    const Form& form = session.form();
    const bool paper = !form.isDialog();
    if (paper) {
        const Extent size = paperSize(form.root());
        printer.setFullPage(true);
        printer.setPageSize(QPageSize(QSizeF(std::min(size.width, size.height), std::max(size.width, size.height)),
                                      QPageSize::Millimeter));
        printer.setPageOrientation(size.width > size.height ? QPageLayout::Landscape : QPageLayout::Portrait);
    }
    QPainter painter;
    if (!painter.begin(&printer)) return false;
    const double dots = printer.resolution() / 72.0 / unitsPerPoint(form);  // in a unit of the form
    const auto leaves = leavesOf(form);
    for (std::size_t i = 0; i < leaves.size(); ++i) {
        if (i > 0 && !printer.newPage()) return false;
        const Extent size = surfaceSize(form, leaves[i].surface);
        const QRectF room = printer.pageLayout().paintRectPixels(printer.resolution());
        const double scale = std::min({dots, room.width() / size.width, room.height() / size.height});
        paintDrawing(painter,
                     drawnSurface(form, leaves[i].surface, {fonts, leaves[i].turned, &session.filling(), true, true}),
                     scale);
    }
    return painter.end();
}

}  // namespace brindel
