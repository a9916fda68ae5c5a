#include "app/sheet/form_picture.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/answers/required_marks.h"
#include "filler/drawing_painter.h"
#include "filler/special_widgets.h"
#include "filler/widgets.h"

namespace brindel {

void FormPicture::paint(QPainter& painter, const Form& form, Id surface, double scale, const TurnedTo& turned,
                        const QRectF& exposed) {
    const Control* ground = form.find(surface);
    if (!ground) return;
    if (!form.isDialog()) {
        paintDrawing(painter, drawnGround(form, surface, DrawOptions{fonts_, turned, nullptr, true, true}), scale);
        if (kept_.size() > 2 * form.controls.size() + 64) kept_.clear();
        paintPage(painter, form, *ground, scale, turned, {0, 0}, exposed);
        return;
    }
    const QRectF area(0, 0, ground->box.width * scale, ground->box.height * scale);
    auto fill = colourMeant(ground->text(Prop::fillColour));
    painter.fillRect(area, fill ? toQt(*fill) : QApplication::palette().color(QPalette::Window));
    if (kept_.size() > 2 * form.controls.size() + 64) kept_.clear();
    painter.save();
    painter.setClipRect(area, Qt::IntersectClip);
    paintDialog(painter, form, *ground, scale, turned, {0, 0}, exposed);
    painter.restore();
}

namespace {

/// Where the marks of a drawing lie.
QRectF reachOf(const Drawing& drawing, double scale) {
    QRectF reach;
    auto add = [&](double left, double top, double right, double bottom) {
        reach = reach.united(QRectF(left, top, std::max(0.01, right - left), std::max(0.01, bottom - top)));
    };
    for (const Mark& mark : drawing) {
        if (const auto* b = std::get_if<BoxMark>(&mark)) add(b->box.left, b->box.top, b->box.right(), b->box.bottom());
        if (const auto* i = std::get_if<ImageMark>(&mark))
            add(i->box.left, i->box.top, i->box.right(), i->box.bottom());
        if (const auto* t = std::get_if<TextMark>(&mark))
            add(t->at.x - t->size * 0.3, t->at.y - t->size * 1.3, t->at.x + (t->text.width + 0.3) * t->size,
                t->at.y + t->size * 0.5);
        if (const auto* p = std::get_if<PathMark>(&mark)) {
            const double wide = p->outline ? p->outline->width : 0;
            for (const Point& at : p->points) add(at.x - wide, at.y - wide, at.x + wide, at.y + wide);
        }
    }
    return QRectF(reach.topLeft() * scale, reach.size() * scale).adjusted(-2, -2, 2, 2);
}

}  // namespace

void FormPicture::paintPage(QPainter& painter, const Form& form, const Control& container, double scale,
                            const TurnedTo& turned, QPointF offset, const QRectF& exposed) {
    for (Id id : container.children) {
        const Control* c = form.find(id);
        if (container.is().turns && id != shownPage(container, turned)) continue;
        if (!startsVisible(*c)) continue;
        const QPointF corner = toQt(boxOf(form, *c), scale).topLeft() + offset;
        // Wording may reach beyond its control, but not far.
        const QRectF near = toQt(boxOf(form, *c), scale).translated(offset).adjusted(-300, -60, 300, 60);
        if (near.intersects(exposed)) {
            const QPixmap& picture = printed(form, id, scale, painter.device()->devicePixelRatioF(), turned);
            if (!picture.isNull()) painter.drawPixmap(QPointF(corner.toPoint()) + kept_[id].reach.topLeft(), picture);
        }
        paintPage(painter, form, *c, scale, turned, corner, exposed);
    }
}

const QPixmap& FormPicture::printed(const Form& form, Id id, double scale, double ratio, const TurnedTo& turned) {
    auto node = form.controls.node(id);
    Kept& kept = kept_[id];
    const bool moved = kept.node && kept.node != node && kept.node->kind == node->kind &&
                       kept.node->box.width == node->box.width && kept.node->box.height == node->box.height &&
                       kept.node->own == node->own && kept.node->parent == node->parent;
    if (moved) kept.node = node;
    const std::string mark = requiredMark(form, *node);
    if (!node->is().turns && kept.node == node && kept.styles == form.styles && kept.scale == scale &&
        kept.ratio == ratio && kept.mark == mark)
        return kept.pixmap;
    const Drawing drawing =
        drawnControl(form, *node, startingShown(form, *node), DrawOptions{fonts_, turned, nullptr, true, true});
    QRectF reach;
    QPixmap pixmap;
    if (!drawing.empty()) {
        reach = QRectF(reachOf(drawing, scale).toAlignedRect());
        // However large it is, only so much of it can be seen at once.
        reach = reach.intersected(QRectF(-400, -400, 4400, 4400));
        pixmap = QPixmap((reach.size() * ratio).toSize());
        pixmap.setDevicePixelRatio(ratio);
        pixmap.fill(Qt::transparent);
        QPainter painter(&pixmap);
        painter.translate(-reach.topLeft());
        paintDrawing(painter, drawing, scale);
    }
    kept = {node, form.styles, scale, ratio, pixmap, mark, reach};
    return kept.pixmap;
}

void FormPicture::paintDialog(QPainter& painter, const Form& form, const Control& container, double scale,
                              const TurnedTo& turned, QPointF offset, const QRectF& exposed) {
    for (Id id : container.children) {
        const Control* c = form.find(id);
        const Box box = boxOf(form, *c);
        const QRectF place = toQt(box, scale).translated(offset);
        if (container.is().turns) {
            if (id == shownPage(container, turned))
                paintDialog(painter, form, *c, scale, turned, place.topLeft(), exposed);
            continue;
        }
        if (!place.intersects(exposed)) continue;
        const bool hidden = !startsVisible(*c);
        if (hidden) painter.setOpacity(0.35);
        if (c->is().inGrid) {
            paintDialog(painter, form, *c, scale, turned, place.topLeft(), exposed);
            continue;
        }
        if (QPixmap picture = standIn(form, id, scale, painter.device()->devicePixelRatioF(), turned);
            !picture.isNull()) {
            // What reaches past its box does so where its wording ends.
            const bool leftwards = form.index()->rightToLeft();
            painter.drawPixmap(place.topLeft() - QPointF(leftwards ? signReach(form, *c, fonts_) * scale : 0, 0),
                               picture);
        }
        if (!c->children.empty()) paintDialog(painter, form, *c, scale, turned, place.topLeft(), exposed);
        painter.setOpacity(1);
    }
}

QPixmap FormPicture::standIn(const Form& form, Id id, double scale, double ratio, const TurnedTo& turned) {
    auto node = form.controls.node(id);
    Kept& kept = kept_[id];
    // Tabs show their pages' words and which is in front, so they are never the same for long.
    const bool lasting = !node->is().turns;
    // A control that has only moved looks as it did.
    if (kept.node && kept.node != node && kept.node->kind == node->kind && kept.node->box.width == node->box.width &&
        kept.node->box.height == node->box.height && kept.node->own == node->own)
        kept.node = node;
    const std::string mark = requiredMark(form, *node);
    if (lasting && kept.node == node && kept.styles == form.styles && kept.scale == scale && kept.ratio == ratio &&
        kept.mark == mark)
        return kept.pixmap;
    // Made at its real size and magnified while painting, so that the style's own measures grow with it.
    std::unique_ptr<QWidget> widget(makeWidget(*node, Making{form, fonts_, 1, turned}, nullptr));
    if (!widget) return {};
    const int wide = std::max(1, int(std::lround(node->box.width + signReach(form, *node, fonts_)))),
              high = std::max(1, int(std::lround(node->box.height)));
    widget->setAttribute(Qt::WA_DontShowOnScreen);
    widget->resize(wide, high);
    widget->setEnabled(startsEnabled(*node));
    if (isFilled(*node)) showIn(widget.get(), *node, startingShown(form, *node));
    widget->ensurePolished();
    if (auto* tabs = qobject_cast<TabsField*>(widget.get())) tabs->bar()->ensurePolished();
    QPixmap pixmap(QSize(int(std::ceil(wide * scale * ratio)), int(std::ceil(high * scale * ratio))));
    pixmap.setDevicePixelRatio(ratio);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.scale(scale, scale);
    widget->render(&painter, QPoint(), QRegion(), QWidget::DrawChildren);
    painter.end();
    kept = {node, form.styles, scale, ratio, pixmap, mark, {}};
    return pixmap;
}

void FormPicture::paintTitleBar(QPainter& painter, const Form& form, double scale, double wide) {
    const double width = wide > 0 ? wide : form.root().box.width * scale, height = titleBarHeight * scale;
    QPainterPath bar;
    bar.moveTo(0, height);
    bar.lineTo(0, 7);
    bar.quadTo(0, 0, 7, 0);
    bar.lineTo(width - 7, 0);
    bar.quadTo(width, 0, width, 7);
    bar.lineTo(width, height);
    painter.fillPath(bar, QColor(0xDE, 0xD6, 0xCA));
    QFont font = bodyFont(13, true);
    font.setPixelSize(std::max(6, int(std::lround(13 * scale))));
    painter.setFont(font);
    painter.setPen(QColor(0x5B, 0x4F, 0x45));
    const QString title = toQt(form.root().text(Prop::title));
    painter.drawText(QRectF(0, 0, width, height), Qt::AlignCenter, title.isEmpty() ? Words::tr("Untitled") : title);
}

std::vector<Box> FormPicture::tabs(const Form& form, const Control& control) const {
    if (!form.isDialog()) return tabBoxes(form, control, tabWidths(form, control, fonts_));
    std::unique_ptr<QWidget> widget(makeWidget(control, Making{form, fonts_, 1, {}}, nullptr));
    auto* tabs = qobject_cast<TabsField*>(widget.get());
    std::vector<Box> boxes;
    if (!tabs) return boxes;
    tabs->resize(int(control.box.width), int(control.box.height));
    tabs->bar()->ensurePolished();
    QResizeEvent sized(tabs->size(), tabs->size());
    QCoreApplication::sendEvent(tabs, &sized);
    for (int i = 0; i < tabs->bar()->count(); ++i) {
        QRect r = tabs->bar()->tabRect(i).translated(tabs->bar()->pos());
        boxes.push_back({double(r.x()), double(r.y()), double(r.width()), double(r.height())});
    }
    return boxes;
}

}  // namespace brindel
