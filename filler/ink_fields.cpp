#include "filler/ink_fields.h"

#include <QtWidgets/QtWidgets>

#include "core/answers/strokes.h"
#include "core/text/fonts.h"
#include "core/text/phrases.h"
#include "filler/drawing_painter.h"

namespace brindel {

std::string pictureFrom(const QString& path) {
    QImageReader reader(path);
    reader.setAutoTransform(true);
    QImage image = reader.read();
    if (image.isNull()) return {};
    if (std::max(image.width(), image.height()) > 2000)
        image = image.scaled(2000, 2000, Qt::KeepAspectRatio, Qt::SmoothTransformation);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return bytes.toBase64().toStdString();
}

namespace {

/// On paper the page beneath has the ground already.
void paintControl(QPainter& painter, const Form& form, Control control, const QSize& size, const Shown& shown,
                  const FontBook& fonts, double scale) {
    control.box = {0, 0, size.width() / scale, size.height() / scale};
    paintDrawing(painter, drawnControl(form, control, shown, DrawOptions{fonts, {}, nullptr, form.isDialog(), true}),
                 scale);
}

}  // namespace

SignatureField::SignatureField(const Control& c, const Making& m, QWidget* parent)
    : QWidget(parent),
      form_(m.form),
      control_(c),
      fonts_(m.fonts),
      scale_(m.scale),
      open_(c.as<Access>() == Access::open) {
    setFocusPolicy(Qt::StrongFocus);
    setCursor(open_ ? Qt::CrossCursor : Qt::ArrowCursor);
    setAttribute(Qt::WA_InputMethodEnabled, open_);
    if (c.as<Signs>() != Signs::typed || !open_) return;
    edit_ = new QLineEdit(this);
    edit_->setFrame(false);
    edit_->setStyleSheet("QLineEdit { background: transparent; }");
    QFont hand = fontOf(entryLookOf(m.form, c), unitsPerPoint(m.form) * m.scale * 1.35);
    hand.setItalic(true);
    edit_->setFont(hand);
    setFocusProxy(edit_);
    connect(edit_, &QLineEdit::textEdited, this, [this](const QString& text) {
        if (signedWith) signedWith(fromQt(text));
    });
}

void SignatureField::resizeEvent(QResizeEvent*) {
    if (edit_) {
        const int side = int(22 * scale_ * (form_.isDialog() ? 1 : 0.3)), base = int(height() * 0.76);
        edit_->setGeometry(side, 2, width() - side - 6, base - 3);
    }
}

void SignatureField::show(const std::string& text) {
    if (drawing_) return;
    shown_.text = text;
    strokes_ = strokesOf(text);
    if (edit_ && edit_->text() != toQt(text)) edit_->setText(toQt(text));
    update();
}

void SignatureField::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    Shown shown = edit_ ? Shown{} : shown_;
    paintControl(painter, form_, control_, size(), shown, fonts_, scale_);
    if (hasFocus() && !edit_ && open_) {
        QStyleOptionFocusRect option;
        option.initFrom(this);
        style()->drawPrimitive(QStyle::PE_FrameFocusRect, &option, &painter, this);
    }
}

Point SignatureField::at(QPointF place) const {
    return {std::clamp(place.x() / width() * 1000, 0.0, 1000.0), std::clamp(place.y() / height() * 1000, 0.0, 1000.0)};
}

void SignatureField::mousePressEvent(QMouseEvent* event) {
    if (!open_ || edit_) return;
    drawing_ = true;
    strokes_.push_back({at(event->position())});
}

void SignatureField::mouseMoveEvent(QMouseEvent* event) {
    if (!drawing_) return;
    strokes_.back().push_back(at(event->position()));
    shown_.text = strokesText(strokes_);
    update();
}

void SignatureField::mouseReleaseEvent(QMouseEvent*) {
    if (!drawing_) return;
    drawing_ = false;
    shown_.text = strokesText(strokes_);
    if (signedWith) signedWith(shown_.text);
    update();
}

void SignatureField::keyPressEvent(QKeyEvent* event) {
    const QList<uint> letters = event->text().toUcs4();
    const bool letter = !letters.isEmpty() && QChar::isPrint(letters.front()) &&
                        !(event->modifiers() & (Qt::ControlModifier | Qt::AltModifier));
    const bool away = event->key() == Qt::Key_Delete || event->key() == Qt::Key_Backspace;
    if (!open_ || (!letter && !away)) return QWidget::keyPressEvent(event);
    if (letter) return sign(name() + event->text());
    QString left = event->key() == Qt::Key_Backspace ? name() : QString();
    QTextBoundaryFinder ends(QTextBoundaryFinder::Grapheme, left);
    ends.toEnd();
    left.truncate(std::max<qsizetype>(0, ends.toPreviousBoundary()));
    sign(left);
}

/// Scripts whose letters are put together while they are typed.
void SignatureField::inputMethodEvent(QInputMethodEvent* event) {
    if (open_ && !event->commitString().isEmpty()) sign(name() + event->commitString());
}

/// The name that is typed; a name takes the place of what was drawn.
QString SignatureField::name() const {
    return strokes_.empty() ? toQt(shown_.text) : QString();
}

void SignatureField::sign(const QString& as) {
    const std::string text = firstCharacters(fromQt(as), 200);
    show(text);
    if (signedWith) signedWith(text);
}

PictureField::PictureField(const Control& c, const Making& m, QWidget* parent)
    : QAbstractButton(parent), form_(m.form), control_(c), fonts_(m.fonts), scale_(m.scale) {
    setFocusPolicy(Qt::StrongFocus);
    setAcceptDrops(true);
    setEnabled(c.as<Access>() == Access::open);
    connect(this, &QAbstractButton::clicked, this, [this] {
        const std::string& language = form_.root().text(Prop::language);
        const QString path = QFileDialog::getOpenFileName(
            window(), toQt(phrase(Phrase::pickPicture, language)), {},
            toQt(phrase(Phrase::pictureFiles, language)) + " (*.png *.jpg *.jpeg *.bmp *.gif *.webp)");
        if (std::string png = path.isEmpty() ? std::string() : pictureFrom(path); !png.empty() && picked) picked(png);
    });
}

void PictureField::show(const std::string& png) {
    shown_.text = png;
    update();
}

void PictureField::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    paintControl(painter, form_, control_, size(), shown_, fonts_, scale_);
    if (hasFocus() && form_.isDialog()) {
        QStyleOptionFocusRect option;
        option.initFrom(this);
        style()->drawPrimitive(QStyle::PE_FrameFocusRect, &option, &painter, this);
    }
}

void PictureField::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Delete || event->key() == Qt::Key_Backspace) {
        if (picked) picked("");
        return;
    }
    QAbstractButton::keyPressEvent(event);
}

void PictureField::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void PictureField::dropEvent(QDropEvent* event) {
    for (const QUrl& url : event->mimeData()->urls())
        if (std::string png = pictureFrom(url.toLocalFile()); !png.empty() && picked) return picked(png);
}

}  // namespace brindel
