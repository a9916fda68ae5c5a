#include "app/intake/intake_picture.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/model/measures.h"
#include "core/model/places.h"

namespace brindel {
namespace {

/// What is filled in, in reading order; of the buttons of a question the first.
Ids filledIn(const Form& form) {
    Ids all;
    std::set<std::string> questions;
    walk(form, rootId, [&](const Control& c, int) {
        const Control* parent = form.find(c.parent);
        if (c.is().grid) all.push_back(c.id);
        if (!c.is().filled() || (parent && parent->kind == Kind::cell) || c.is().grid) return;
        if (c.kind == Kind::radioButton && !questions.insert(c.text(Prop::group)).second) return;
        all.push_back(c.id);
    });
    return all;
}

}  // namespace

IntakePicture::IntakePicture(const FontBook& fonts, QWidget* parent) : QWidget(parent), picture_(fonts) {
    setMinimumWidth(240);
    setAccessibleName(Words::tr("The form"));
}

void IntakePicture::show(const Form& form) {
    form_ = form;
    marked_ = -1;
    update();
}

void IntakePicture::mark(int field) {
    marked_ = field;
    update();
}

void IntakePicture::paintEvent(QPaintEvent* event) {
    QPainter p(this);
    p.fillRect(event->rect(), tokens().stone);
    if (form_.controls.size() <= 1) return;
    const Ids fields = filledIn(form_);
    const Id marked = marked_ >= 0 && marked_ < int(fields.size()) ? fields[std::size_t(marked_)] : noControl;
    const TurnedTo turned = marked == noControl ? TurnedTo() : turnedToShow(form_, marked, {});
    const std::vector<Id> all = surfaces(form_);
    const Id surface = marked == noControl ? all.front() : surfaceOf(form_, marked);
    const Extent size = surfaceSize(form_, surface);
    const double bar = measuresFor(form_).titleBar;
    const double most = form_.isDialog() ? 1 : 4;
    const double scale = std::min({(width() - 28) / size.width, (height() - 28) / (size.height + bar), most});
    if (scale <= 0) return;
    const QRectF whole((width() - size.width * scale) / 2, 14, size.width * scale, (size.height + bar) * scale);
    p.save();
    p.translate(whole.topLeft());
    if (bar > 0) FormPicture::paintTitleBar(p, form_, scale);
    p.translate(0, bar * scale);
    picture_.paint(p, form_, surface, scale, turned, QRectF(0, 0, size.width * scale, size.height * scale));
    if (marked != noControl) {
        const Control& c = *form_.find(marked);
        Box box = onSurface(form_, marked);
        // Of a question, all that is around its answers.
        if (c.kind == Kind::radioButton && form_.find(c.parent)->kind == Kind::frame) box = onSurface(form_, c.parent);
        p.setRenderHint(QPainter::Antialiasing);
        p.setPen(QPen(tokens().tawny, 2));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(
            QRectF(box.left * scale, box.top * scale, box.width * scale, box.height * scale).adjusted(-3, -3, 3, 3), 3,
            3);
    }
    p.restore();
    p.setPen(QPen(QColor(0xB9, 0xAE, 0xA0), 1));
    p.drawRect(whole);
}

}  // namespace brindel
