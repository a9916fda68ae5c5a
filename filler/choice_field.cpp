#include "filler/choice_field.h"

#include <QtWidgets/QtWidgets>

#include "filler/drawing_painter.h"
#include "filler/special_widgets.h"

namespace brindel {

ChoiceField::ChoiceField(const Control& c, const Making& m, QWidget* parent)
    : QWidget(parent),
      form_(m.form),
      control_(c),
      fonts_(m.fonts),
      scale_(m.scale),
      one_(c.as<HowMany>() != HowMany::many) {
    const bool paper = !m.form.isDialog();
    setFocusPolicy(Qt::StrongFocus);
    if (!paper && !c.text(Prop::text).empty()) {
        question_ = new QLabel(toQt(markedWording(m.form, c)), this);
        question_->setTextFormat(Qt::PlainText);
        question_->setWordWrap(true);
        question_->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    }
    const std::size_t count = c.choices().size() + (c.yes(Prop::otherAnswers) ? 1 : 0);
    for (std::size_t i = 0; i < count; ++i) {
        QAbstractButton* button = nullptr;
        if (paper) {
            auto* drawn = new DrawnWidget(m.scale, this);
            drawn->setCheckable(true);
            Control tick;
            tick.kind = one_ ? Kind::radioButton : Kind::checkBox;
            drawn->drawing = [form = m.form, tick, fonts = &m.fonts, drawn, scale = m.scale](bool on) {
                Control here = tick;
                here.box = {0, 0, drawn->width() / scale, drawn->height() / scale};
                Shown shown;
                shown.on = on;
                return drawnControl(form, here, shown, DrawOptions{*fonts, {}, nullptr, false, true});
            };
            button = drawn;
        } else if (one_) {
            button = new QRadioButton(toQt(choiceWording(c, i)).replace("&", "&&"), this);
        } else {
            button = new QCheckBox(toQt(choiceWording(c, i)).replace("&", "&&"), this);
        }
        button->setAutoExclusive(false);  // one that is chosen can give way to none when the form is cleared
        button->setAccessibleName(toQt(choiceWording(c, i)));
        button->setFocusPolicy(one_ ? Qt::ClickFocus : Qt::StrongFocus);
        button->installEventFilter(this);
        connect(button, &QAbstractButton::clicked, this, [this, at = int(i)](bool on) { pick(at, on); });
        buttons_ << button;
    }
    if (c.yes(Prop::otherAnswers)) {
        other_ = new QLineEdit(this);
        other_->setAccessibleName(toQt(c.text(Prop::otherText)));
        if (paper) other_->setFrame(false);
    }
    if (!one_) {
        setFocusPolicy(Qt::NoFocus);
        if (!buttons_.isEmpty()) setFocusProxy(buttons_.first());
    }
}

void ChoiceField::place() {
    control_.box.width = width() / scale_;
    control_.box.height = height() / scale_;
    const ChoiceSpots spots = choiceSpotsOf(form_, control_, fonts_);
    if (question_) question_->setGeometry(toQt(spots.question, scale_).toAlignedRect());
    for (int i = 0; i < buttons_.size(); ++i) {
        Box line = spots.rows[std::size_t(i)];
        if (!form_.isDialog()) {
            line = choiceTick(form_, line);
        } else if (std::size_t(i) >= control_.choices().size()) {
            // The other answer's wording ends where its field begins, on whichever side that is.
            if (spots.other.centre().x > line.centre().x)
                line.width = spots.other.left - line.left;
            else
                line = {spots.other.right(), line.top, line.right() - spots.other.right(), line.height};
        }
        buttons_[i]->setGeometry(toQt(line, scale_).toRect());
    }
    if (other_) other_->setGeometry(toQt(spots.other, scale_).toRect());
}

void ChoiceField::resizeEvent(QResizeEvent*) {
    place();
}

void ChoiceField::show(const Shown& shown) {
    for (int i = 0; i < buttons_.size(); ++i)
        buttons_[i]->setChecked(std::ranges::binary_search(shown.picked, std::size_t(i)));
    if (other_ && other_->text() != toQt(shown.text)) {
        const QSignalBlocker quiet(other_);
        other_->setText(toQt(shown.text));
    }
}

void ChoiceField::pick(int number, bool on) {
    std::vector<std::size_t> lines;
    for (int i = 0; i < buttons_.size(); ++i)
        if (one_ ? i == number : i == number ? on : buttons_[i]->isChecked()) lines.push_back(std::size_t(i));
    if (picked) picked(lines);
    if (other_ && number == buttons_.size() - 1 && on) other_->setFocus();
}

void ChoiceField::focusInEvent(QFocusEvent* event) {
    // The Tab key stops once in a question of one answer: on the button that is chosen, or on the first.
    if (!one_ || buttons_.isEmpty()) return QWidget::focusInEvent(event);
    for (QAbstractButton* button : buttons_)
        if (button->isChecked()) return button->setFocus(event->reason());
    buttons_.first()->setFocus(event->reason());
}

bool ChoiceField::eventFilter(QObject* watched, QEvent* event) {
    const auto at = buttons_.indexOf(qobject_cast<QAbstractButton*>(watched));
    if (at < 0 || event->type() != QEvent::KeyPress) return QWidget::eventFilter(watched, event);
    // Arrows go to the choice beside; in a question of one answer they choose it, as radio buttons do.
    const int key = static_cast<QKeyEvent*>(event)->key();
    const bool back = key == Qt::Key_Up || key == Qt::Key_Left, on = key == Qt::Key_Down || key == Qt::Key_Right;
    if (!back && !on) return QWidget::eventFilter(watched, event);
    const auto to = (at + (on ? 1 : buttons_.size() - 1)) % buttons_.size();
    buttons_[to]->setFocus(Qt::TabFocusReason);
    if (one_) pick(int(to), true);
    return true;
}

}  // namespace brindel
