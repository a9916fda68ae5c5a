#include "app/details/styles_panel.h"

#include <QtWidgets/QtWidgets>

#include "app/details/editors.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/restyle.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// A set of looks as a small sample: heading, text, field and button in its colours.
class Sample : public QAbstractButton {
  public:
    Sample(const LookSet& set, Desk& desk, QWidget* parent) : QAbstractButton(parent), set_(set), desk_(desk) {
        setFixedHeight(58);
        setText(Words::shown(set.word));
        setToolTip(Words::shown(set.says));
        setFocusPolicy(Qt::StrongFocus);
        setCursor(Qt::PointingHandCursor);
    }

  protected:
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const Form& form = desk_.form();
        const bool inUse = lookSetOf(form) == &set_;
        auto colour = [&](std::string_view style, Prop prop, QColor otherwise) {
            for (const Style& s : set_.styles(form.root().kind))
                if (s.key == style)
                    if (const Value* v = s.look.find(prop))
                        if (auto c = colourMeant(std::get<std::string>(*v))) return toQt(*c);
            return otherwise;
        };
        QRectF r = QRectF(rect()).adjusted(1, 1, -1, -1);
        p.setPen(QPen(inUse || hasFocus() || underMouse() ? tokens().tawny : tokens().fieldLine, inUse ? 2 : 1));
        const auto ground = colourMeant(set_.ground);
        p.setBrush(form.isDialog() && ground ? toQt(*ground) : form.isDialog() ? QColor("#F3F1EE") : QColor(Qt::white));
        p.drawRoundedRect(r, 5, 5);
        p.setFont(bodyFont(12, true));
        p.setPen(colour(style::heading, Prop::textColour, QColor("#23282B")));
        p.drawText(QRectF(9, 5, width() - 12, 18), Qt::AlignVCenter, text());
        p.setPen(colour(style::field, Prop::borderColour, QColor("#9A938A")));
        p.setBrush(colour(style::field, Prop::fillColour, Qt::white));
        p.drawRoundedRect(QRectF(9, 27, 56, 15), 2, 2);
        p.setPen(Qt::NoPen);
        p.setBrush(colour(style::mainButton, Prop::fillColour, QColor("#2F6B66")));
        p.drawRoundedRect(QRectF(70, 27, 30, 15), 3, 3);
        p.setBrush(colour(style::tableHead, Prop::fillColour, QColor("#E4EAE8")));
        p.drawRect(QRectF(9, 47, 91, 5));
    }

  private:
    const LookSet& set_;
    Desk& desk_;
};

}  // namespace

StylesPanel::StylesPanel(Desk& desk, QWidget* parent) : QScrollArea(parent), desk_(desk) {
    setObjectName("panel");
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    build();
    connect(&desk, &Desk::formChanged, this, [this] {
        if (isVisible()) fill();
    });
}

QWidget* StylesPanel::editorOf(Prop prop) const {
    auto at = editors_.find(prop);
    return at == editors_.end() ? nullptr : at->second;
}

void StylesPanel::choose(const std::string& style) {
    if (desk_.form().style(style)) style_ = style;
    fill();
}

void StylesPanel::build() {
    auto* body = new QWidget;
    body->setObjectName("panelBody");
    auto* column = new QVBoxLayout(body);
    column->setContentsMargins(14, 10, 14, 12);
    column->setSpacing(6);
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(Words::tr("Styles"), body);
    title->setFont(bodyFont(15, true));
    auto* close = new QToolButton(body);
    close->setText(Words::tr("Close"));
    close->setObjectName("link");
    close->setFont(bodyFont(12));
    head->addWidget(title, 1);
    head->addWidget(close);
    column->addLayout(head);
    connect(close, &QToolButton::clicked, this, &StylesPanel::closeAsked);

    column->addWidget(groupTitle(Words::tr("Looks for the whole form"), body));
    column->addLayout(builtLooks(body));

    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("One style"), body));
    list_ = new QComboBox(body);
    list_->setObjectName("styleList");
    list_->setFixedHeight(28);
    column->addWidget(list_);
    connect(list_, &QComboBox::activated, this, [this](int i) { choose(fromQt(list_->itemData(i).toString())); });
    auto* says = new QLabel(body);
    says->setFont(bodyFont(12));
    says->setProperty("secondary", true);
    says->setWordWrap(true);
    column->addWidget(says);
    fillers_.push_back([this, says] {
        int count = 0;
        desk_.form().controls.each([&](Id, const Control& c) {
            count += has(c.kind, Prop::style) && styleKey(c) == style_;
            count += isFilled(c) && c.text(Prop::entryStyle) == style_;
        });
        says->setText(Words::counted("%n controls follow it.", "One control follows it.", count));
    });
    for (Prop prop :
         {Prop::fontFamily, Prop::fontSize, Prop::bold, Prop::italic, Prop::underline, Prop::textColour,
          Prop::fillColour, Prop::border, Prop::borderColour, Prop::borderWidth, Prop::alignAcross, Prop::alignDown}) {
        addProperty(prop, column);
    }
    column->addStretch(1);
    setWidget(body);
    fill();
}

/// A sample of each look; a press puts it on.
QLayout* StylesPanel::builtLooks(QWidget* body) {
    auto* grid = new QGridLayout;
    grid->setSpacing(6);
    int at = 0;
    for (const LookSet& set : lookSets()) {
        auto* sample = new Sample(set, desk_, body);
        sample->setObjectName(QString("set-%1").arg(toQt(set.key)));
        grid->addWidget(sample, at / 2, at % 2);
        connect(sample, &QAbstractButton::clicked, this, [this, &set] {
            desk_.edit(withLookSet(desk_.form(), set), Words::tr("Use the look %1").arg(Words::shown(set.word)));
        });
        sets_[set.key] = sample;
        ++at;
    }
    return grid;
}

void StylesPanel::addProperty(Prop prop, QVBoxLayout* column) {
    QWidget* body = column->parentWidget();
    const PropertyRow& r = row(prop);
    auto against = [this, prop]() -> std::optional<Colour> {
        const Style* s = desk_.form().style(style_);
        const Value* v = s ? s->look.find(prop == Prop::textColour ? Prop::fillColour : Prop::textColour) : nullptr;
        const auto other = v ? colourMeant(std::get<std::string>(*v)) : std::nullopt;
        return other ? *other : prop == Prop::textColour ? Colour{255, 255, 255} : Colour{0x23, 0x28, 0x2B};
    };
    const bool colour = prop == Prop::textColour || prop == Prop::fillColour;
    Editor editor = makeEditor(
        r, desk_,
        [this, prop, &r](std::optional<Value> value) {
            desk_.edit(withStyleLook(desk_.form(), style_, prop, value),
                       Words::tr("Style: %1").arg(Words::shown(r.word).toLower()), {}, fromStyle(style_, prop));
        },
        body, colour ? std::function<std::optional<Colour>()>(against) : nullptr);
    editors_[prop] = editor.widget;
    column->addWidget(panelRow(Words::shown(r.word), editor.widget, Words::shown(r.help), body));
    fillers_.push_back([this, prop, show = editor.show] {
        const Style* s = desk_.form().style(style_);
        const Value* mine = s ? s->look.find(prop) : nullptr;
        show(mine ? *mine : brindel::row(prop).fallback);
    });
}

QString StylesPanel::fromStyle(const std::string& style, Prop prop) {
    return QString("style-%1-%2").arg(toQt(style)).arg(int(prop));
}

void StylesPanel::fill() {
    const Form& form = desk_.form();
    if (!form.style(style_) && form.styles && !form.styles->empty()) style_ = form.styles->front().key;
    const QSignalBlocker quiet(list_);
    list_->clear();
    for (const Style& s : *form.styles) list_->addItem(Words::shown(s.word), toQt(s.key));
    list_->setCurrentIndex(list_->findData(toQt(style_)));
    for (const auto& filler : fillers_) filler();
    for (const auto& [key, sample] : sets_) sample->update();
}

}  // namespace brindel
