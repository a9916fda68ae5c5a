#include "app/details/look_editors.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/restyle.h"
#include "core/layout/resizing.h"
#include "filler/drawing_painter.h"
#include "filler/ink_fields.h"

namespace brindel {
namespace {

QString swatchSheet(const QColor& colour) {
    return QString(
               "QPushButton { background: %1; border: 1px solid %2; border-radius: 4px; padding: 0; }"
               "QPushButton:hover, QPushButton:focus { border: 2px solid %3; }")
        .arg(colour.name(), tokens().fieldLine.name(), tokens().tawny.name());
}

QString contrastSaid(Colour colour, std::optional<Colour> against) {
    if (!against) return {};
    const double ratio = contrastOf(colour, *against);
    return (ratio < 3     ? Words::tr("Contrast %1 : 1, too little to read")
            : ratio < 4.5 ? Words::tr("Contrast %1 : 1, enough for large text only")
                          : Words::tr("Contrast %1 : 1"))
        .arg(ratio, 0, 'f', 1);
}

/// Opens under a colour's swatch: the form's colours, the desktop's, and any other.
class ColourMenu : public QFrame {
  public:
    ColourMenu(Desk& desk, std::optional<Colour> against, std::function<void(std::string)> take, QWidget* parent)
        : QFrame(parent, Qt::Popup) {
        setStyleSheet(panelSheet() + QString("QFrame#colours { background: %1; border: 1px solid %2; }")
                                         .arg(tokens().paper.name(), tokens().fieldLine.name()));
        setObjectName("colours");
        setAttribute(Qt::WA_DeleteOnClose);
        auto* column = new QVBoxLayout(this);
        column->setContentsMargins(12, 10, 12, 10);
        column->setSpacing(6);
        auto title = [&](const QString& text) {
            auto* label = new QLabel(text, this);
            label->setFont(bodyFont(12, true));
            column->addWidget(label);
        };
        auto* said = new QLabel(this);
        said->setFont(bodyFont(12));
        auto pick = [this, take](const std::string& value) {
            take(value);
            close();
        };
        auto button = [&](Colour colour, const std::string& value, const QString& tip) {
            auto* one = new QPushButton(this);
            one->setFixedSize(26, 26);
            one->setStyleSheet(swatchSheet(toQt(colour)));
            one->setToolTip(tip + (against ? "\n" + contrastSaid(colour, against) : ""));
            one->setAccessibleName(tip);
            connect(one, &QPushButton::clicked, this, [pick, value] { pick(value); });
            return one;
        };
        title(Words::tr("In this form"));
        auto* grid = new QGridLayout;
        grid->setSpacing(4);
        int at = 0;
        for (Colour c : coloursOf(desk.form(), 16)) {
            grid->addWidget(button(c, colourText(c), toQt(colourText(c))), at / 8, at % 8);
            ++at;
        }
        column->addLayout(grid);
        title(Words::tr("Of the filler's desktop"));
        auto* roles = new QGridLayout;
        roles->setSpacing(4);
        at = 0;
        for (const DesktopColour& c : desktopColours()) {
            auto* one = button(c.light, std::string(c.key), Words::shown(c.word));
            auto* word = new QLabel(Words::shown(c.word), this);
            word->setFont(bodyFont(12));
            roles->addWidget(one, at / 2, at % 2 * 2);
            roles->addWidget(word, at / 2, at % 2 * 2 + 1);
            ++at;
        }
        column->addLayout(roles);
        auto* line = new QHBoxLayout;
        auto* none = new QPushButton(Words::tr("None"), this);
        auto* other = new QPushButton(Words::tr("Another…"), this);
        line->addWidget(none);
        line->addWidget(other);
        column->addLayout(line);
        connect(none, &QPushButton::clicked, this, [pick] { pick(""); });
        connect(other, &QPushButton::clicked, this, [this, pick, parent, against] {
            QColorDialog dialog(parent->window());
            dialog.setWindowTitle(Words::tr("Choose a colour"));
            auto say = [&](const QColor& c) {
                const Colour colour{std::uint8_t(c.red()), std::uint8_t(c.green()), std::uint8_t(c.blue())};
                const QString contrast = contrastSaid(colour, against);
                dialog.setWindowTitle(contrast.isEmpty() ? Words::tr("Choose a colour") : contrast);
            };
            connect(&dialog, &QColorDialog::currentColorChanged, &dialog, say);
            hide();
            if (dialog.exec() == QDialog::Accepted) pick(fromQt(dialog.selectedColor().name().toUpper()));
            close();
        });
        if (against) {
            column->addWidget(said);
            said->setText(Words::tr("Measured against %1").arg(toQt(colourText(*against))));
            said->setProperty("secondary", true);
        }
    }
};

}  // namespace

Editor colourEditor(const PropertyRow& r, Desk& desk, Changed changed, std::function<std::optional<Colour>()> against,
                    QWidget* parent) {
    auto* holder = new QWidget(parent);
    auto* column = new QVBoxLayout(holder);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(1);
    auto* line = new QHBoxLayout;
    line->setSpacing(4);
    Editor text = lineEditor(r, desk, changed, holder);
    auto* edit = static_cast<QLineEdit*>(text.widget);
    auto* swatch = new QPushButton(holder);
    swatch->setObjectName("swatch");
    swatch->setFixedSize(26, 26);
    swatch->setAccessibleName(Words::tr("Choose a colour"));
    line->addWidget(edit, 1);
    line->addWidget(swatch);
    column->addLayout(line);
    auto* said = new QLabel(holder);
    said->setFont(bodyFont(11));
    said->setProperty("secondary", true);
    column->addWidget(said);
    QObject::connect(swatch, &QPushButton::clicked, holder, [&desk, changed, against, swatch, holder] {
        auto* menu = new ColourMenu(
            desk, against ? against() : std::nullopt, [changed](const std::string& value) { changed(Value(value)); },
            holder);
        menu->adjustSize();
        QPoint at = swatch->mapToGlobal(QPoint(swatch->width() - menu->width(), swatch->height() + 2));
        const QRect screen = swatch->screen()->availableGeometry();
        at.setY(std::min(at.y(), screen.bottom() - menu->height()));
        menu->move(at);
        menu->show();
    });
    return {holder, [text, swatch, said, edit, against](std::optional<Value> value) {
                text.show(value);
                const auto* now = value ? std::get_if<std::string>(&*value) : nullptr;
                const auto colour = now ? colourMeant(*now) : std::nullopt;
                swatch->setStyleSheet(swatchSheet(colour ? toQt(*colour) : tokens().cream));
                const auto other = against && colour ? against() : std::nullopt;
                const bool little = other && contrastOf(*colour, *other) < 4.5;
                // Said only where it is worth a word.
                said->setVisible(little);
                if (little) said->setText(contrastSaid(*colour, other));
            }};
}

Editor fontEditor(const PropertyRow& r, Desk&, Changed changed, QWidget* parent) {
    class Calm : public QFontComboBox {
      public:
        using QFontComboBox::QFontComboBox;

      protected:
        void wheelEvent(QWheelEvent* event) override { event->ignore(); }
    };
    auto* box = new Calm(parent);
    box->setFixedHeight(26);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setMinimumContentsLength(6);
    box->setToolTip(Words::shown(r.help));
    box->setEditable(true);
    box->lineEdit()->setPlaceholderText(Words::tr("the desktop's"));
    box->setMinimumWidth(60);
    QObject::connect(box, &QComboBox::activated, box,
                     [box, changed] { changed(Value(fromQt(box->currentFont().family()))); });
    QObject::connect(box->lineEdit(), &QLineEdit::editingFinished, box, [box, changed] {
        if (!box->lineEdit()->isModified()) return;
        box->lineEdit()->setModified(false);
        changed(Value(fromQt(box->lineEdit()->text().trimmed())));
    });
    return {box, [box](std::optional<Value> value) {
                const QSignalBlocker quiet(box);
                const auto* family = value ? std::get_if<std::string>(&*value) : nullptr;
                box->setEditText(family ? toQt(*family) : QString());
                box->lineEdit()->setPlaceholderText(value ? Words::tr("the desktop's") : Words::tr("differ"));
                box->lineEdit()->setCursorPosition(0);
                // The chosen family is its own sample.
                QFont sample = bodyFont(13);
                if (family && !family->empty()) sample.setFamily(toQt(*family));
                box->lineEdit()->setFont(sample);
            }};
}

Editor imageEditor(const PropertyRow& r, Desk& desk, Changed changed, QWidget* parent) {
    auto* holder = new QWidget(parent);
    auto* line = new QHBoxLayout(holder);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(4);
    auto* sample = new QLabel(holder);
    sample->setFixedSize(36, 26);
    sample->setAlignment(Qt::AlignCenter);
    auto* pick = new QPushButton(Words::tr("Choose…"), holder);
    auto* drop = new QPushButton(Words::tr("Delete"), holder);
    for (QPushButton* button : {pick, drop}) button->setFixedHeight(26);
    pick->setToolTip(Words::shown(r.help));
    line->addWidget(sample);
    line->addWidget(pick, 1);
    line->addWidget(drop, 1);
    QObject::connect(pick, &QPushButton::clicked, holder, [holder, &desk, changed] {
        const QString path =
            QFileDialog::getOpenFileName(holder->window(), Words::tr("Choose a picture"), {},
                                         Words::tr("Pictures (*.png *.jpg *.jpeg *.bmp *.gif *.webp *.svg)"));
        if (path.isEmpty()) return;
        const std::string png = pictureFrom(path);
        if (png.empty())
            return desk.say(Words::tr("“%1” cannot be read as a picture.").arg(QFileInfo(path).fileName()), true);
        changed(Value(png));
    });
    QObject::connect(drop, &QPushButton::clicked, holder, [changed] { changed(Value(std::string())); });
    return {holder, [sample, drop](std::optional<Value> value) {
                const auto* png = value ? std::get_if<std::string>(&*value) : nullptr;
                drop->setVisible(png && !png->empty());
                sample->setVisible(png && !png->empty());
                if (!png || png->empty()) return;
                QPixmap picture;
                picture.loadFromData(QByteArray::fromBase64(QByteArray::fromStdString(*png)));
                sample->setPixmap(picture.scaled(36, 26, Qt::KeepAspectRatio, Qt::SmoothTransformation));
            }};
}

namespace {

/// A control in its container, with a bar at each side: pressed, the control holds to that side.
class HoldsPicture : public QWidget {
  public:
    HoldsPicture(Changed changed, QWidget* parent) : QWidget(parent), changed_(std::move(changed)) {
        setFixedSize(116, 78);
        setFocusPolicy(Qt::StrongFocus);
        setMouseTracking(true);
        setToolTip(Words::tr("Click a side to hold to it or to let go; the arrow keys do the same."));
    }
    std::optional<std::string> edges;

  protected:
    static constexpr const char* words[] = {"left", "top", "right", "bottom"};
    QRectF inner() const { return QRectF(rect()).adjusted(32, 22, -32, -22); }
    QRectF bar(int side) const {
        const QRectF whole = QRectF(rect()).adjusted(1, 1, -1, -1), in = inner();
        switch (side) {
            case 0:
                return {whole.left(), in.center().y() - 7, in.left() - whole.left(), 14};
            case 1:
                return {in.center().x() - 7, whole.top(), 14, in.top() - whole.top()};
            case 2:
                return {in.right(), in.center().y() - 7, whole.right() - in.right(), 14};
            default:
                return {in.center().x() - 7, in.bottom(), 14, whole.bottom() - in.bottom()};
        }
    }
    bool holds(int side) const { return edges && edges->find(words[side]) != std::string::npos; }
    void toggle(int side) {
        std::string next;
        for (int i = 0; i < 4; ++i)
            if (i == side ? !holds(i) : holds(i)) next += (next.empty() ? "" : " ") + std::string(words[i]);
        edges = next;
        update();
        changed_(Value(next));
    }
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        p.setPen(QPen(tokens().fieldLine, 1));
        p.setBrush(tokens().field);
        p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
        p.setBrush(tokens().chosen);
        p.setPen(QPen(tokens().tawny, 1.2));
        p.drawRoundedRect(inner(), 3, 3);
        for (int side = 0; side < 4; ++side) {
            const QRectF b = bar(side);
            const bool flat = side % 2 == 0;
            p.setPen(QPen(holds(side) ? tokens().tawny : tokens().line, holds(side) ? 3 : 1.5,
                          holds(side) ? Qt::SolidLine : Qt::DotLine));
            flat ? p.drawLine(QPointF(b.left() + 3, b.center().y()), QPointF(b.right() - 3, b.center().y()))
                 : p.drawLine(QPointF(b.center().x(), b.top() + 3), QPointF(b.center().x(), b.bottom() - 3));
        }
        if (hasFocus()) {
            p.setBrush(Qt::NoBrush);
            p.setPen(QPen(tokens().tawny, 1));
            p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
        }
    }
    void mousePressEvent(QMouseEvent* event) override {
        for (int side = 0; side < 4; ++side)
            if (bar(side).adjusted(-6, -6, 6, 6).contains(event->position())) return toggle(side);
    }
    void keyPressEvent(QKeyEvent* event) override {
        static constexpr int keys[] = {Qt::Key_Left, Qt::Key_Up, Qt::Key_Right, Qt::Key_Down};
        for (int side = 0; side < 4; ++side)
            if (event->key() == keys[side]) return toggle(side);
        QWidget::keyPressEvent(event);
    }

  private:
    Changed changed_;
};

}  // namespace

Editor holdsEditor(const PropertyRow&, Desk& desk, Changed changed, QWidget* parent) {
    auto* holder = new QWidget(parent);
    holder->setMinimumHeight(78);
    auto* column = new QVBoxLayout(holder);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    auto* picture = new HoldsPicture(changed, holder);
    picture->setObjectName("holds");
    auto* as = new QToolButton(holder);
    as->setObjectName("suggest");
    as->setText(Words::tr("As it is"));
    as->setToolTip(Words::tr("Holds to the edges it is closest to."));
    as->setFont(bodyFont(12));
    column->addWidget(picture);
    column->addWidget(as);
    QObject::connect(as, &QToolButton::clicked, holder, [&desk] {
        desk.edit(holdsSuggested(desk.form(), desk.selectionOrForm()), Words::tr("Hold to the closest edges"));
    });
    return {holder, [picture](std::optional<Value> value) {
                picture->edges = value ? std::optional(std::get<std::string>(*value)) : std::nullopt;
                picture->update();
            }};
}

}  // namespace brindel
