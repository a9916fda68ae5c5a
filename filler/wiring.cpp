// How what a filler does in a widget reaches the session, and how the session's answer comes back into the widget.
#include "filler/form_to_fill.h"

#include <QtWidgets/QtWidgets>

#include "filler/choice_field.h"
#include "filler/drawing_painter.h"
#include "filler/ink_fields.h"
#include "filler/special_widgets.h"
#include "filler/widgets.h"

namespace brindel {

void FormToFill::wire(QWidget* widget, Id id) {
    const Control* c = session_.form().find(id);
    if (auto* tabs = qobject_cast<TabsField*>(widget)) {
        connect(tabs->bar(), &QTabBar::currentChanged, this, [this, id](int at) {
            const auto& pages = session_.form().find(id)->children;
            if (at >= 0 && std::size_t(at) < pages.size()) session_.turn(id, pages[std::size_t(at)]);
            apply();
        });
        return;
    }
    widget->setProperty("control", QVariant(uint(id)));
    if (row(c->kind).pressed) {
        connect(static_cast<QAbstractButton*>(widget), &QAbstractButton::clicked, this, [this, id] { press(id); });
        widget->installEventFilter(this);
        return;
    }
    if (!isFilled(*c)) return;
    widget->installEventFilter(this);
    if (auto* choices = qobject_cast<ChoiceField*>(widget)) {
        wireChoices(choices, id);
    } else if (auto* signature = qobject_cast<SignatureField*>(widget)) {
        if (signature->edit()) {
            signature->edit()->setProperty("control", QVariant(uint(id)));
            signature->edit()->installEventFilter(this);
        }
        signature->signedWith = [this, id](const std::string& text) {
            session_.type(id, text);
            did(id);
        };
    } else if (auto* picture = qobject_cast<PictureField*>(widget)) {
        picture->picked = [this, id](const std::string& png) {
            session_.type(id, png);
            did(id);
        };
    } else if (auto* edit = qobject_cast<QLineEdit*>(widget)) {
        listen(edit, widget, id);
    } else if (auto* area = qobject_cast<QPlainTextEdit*>(widget)) {
        connect(area, &QPlainTextEdit::textChanged, this, [this, id, area] {
            if (!settling_) typed(id, area->toPlainText());
        });
    } else if (auto* rich = qobject_cast<QTextEdit*>(widget)) {
        connect(rich, &QTextEdit::textChanged, this, [this, id, rich] {
            if (!settling_) typed(id, rich->toPlainText());
        });
    } else if (auto* number = qobject_cast<NumberField*>(widget)) {
        listen(number->edit(), widget, id);
        number->stepped = [this, id](int steps) { stepped(id, steps); };
    } else if (auto* box = qobject_cast<QComboBox*>(widget)) {
        if (box->lineEdit()) listen(box->lineEdit(), widget, id);
        connect(box, &QComboBox::activated, this, [this, id, box](int at) {
            session_.type(id, fromQt(box->itemText(at)));
            did(id);
        });
        if (auto* date = qobject_cast<DateField*>(box)) wireDate(date, id);
    } else if (auto* list = qobject_cast<QListWidget*>(widget)) {
        wireList(list, id);
    } else if (auto* button = qobject_cast<QAbstractButton*>(widget)) {
        wireButton(button, *c);
    }
}

/// What is typed into a line of text, which may stand within the field.
void FormToFill::listen(QLineEdit* edit, const QWidget* field, Id id) {
    if (edit != field) edit->installEventFilter(this);
    edit->setProperty("control", QVariant(uint(id)));
    connect(edit, &QLineEdit::textEdited, this, [this, id](const QString& text) { typed(id, text); });
}

void FormToFill::stepped(Id id, int steps) {
    session_.step(id, steps);
    did(id);
}

void FormToFill::wireChoices(ChoiceField* choices, Id id) {
    choices->picked = [this, id](std::vector<std::size_t> lines) {
        session_.pick(id, std::move(lines));
        did(id);
    };
    for (QAbstractButton* button : choices->buttons()) {
        button->setProperty("control", QVariant(uint(id)));
        button->installEventFilter(this);
    }
    if (!choices->other()) return;
    choices->other()->installEventFilter(this);
    choices->other()->setProperty("control", QVariant(uint(id)));
    connect(choices->other(), &QLineEdit::textEdited, this, [this, id](const QString& text) {
        session_.type(id, fromQt(text));
        did(id);
    });
}

void FormToFill::wireDate(DateField* date, Id id) {
    date->shownDate = [this, id] {
        const auto* day = std::get_if<Day>(&session_.entry(id).held);
        return day ? QDate(int(day->year()), int(unsigned(day->month())), int(unsigned(day->day()))) : QDate();
    };
    date->stepped = [this, id](int steps) { stepped(id, steps); };
    date->picked = [this, id](QDate picked) {
        session_.pickDay(id, Day{std::chrono::year(picked.year()), std::chrono::month(unsigned(picked.month())),
                                 std::chrono::day(unsigned(picked.day()))});
        session_.leave(id);
        did(id);
    };
}

void FormToFill::wireList(QListWidget* list, Id id) {
    auto picked = [this, id, list] {
        if (settling_) return;
        std::vector<std::size_t> lines;
        const bool ticks = session_.form().find(id)->yes(Prop::tickMarks);
        for (int i = 0; i < list->count(); ++i)
            if (ticks ? list->item(i)->checkState() == Qt::Checked : list->item(i)->isSelected())
                lines.push_back(std::size_t(i));
        session_.pick(id, lines);
        did(id);
    };
    connect(list, &QListWidget::itemChanged, this, picked);
    connect(list, &QListWidget::itemSelectionChanged, this, picked);
}

/// A tick, or one of the buttons of a question.
void FormToFill::wireButton(QAbstractButton* button, const Control& c) {
    const Id id = c.id;
    if (row(c.kind).answer().shared) {
        QButtonGroup*& group = questions_[session_.asked(id)];
        if (!group) group = new QButtonGroup(this);
        group->addButton(button);
    }
    connect(button, &QAbstractButton::toggled, this, [this, id](bool on) {
        if (settling_) return;
        session_.tick(id, on);
        did(id);
    });
}

void FormToFill::typed(Id id, const QString& text) {
    const std::string held = session_.type(id, fromQt(text));
    if (toQt(held) != text) {
        // Letters were changed or cut: the cursor stays where it was typed.
        settling_ = true;
        QWidget* widget = widgetOf(id);
        auto* edit = qobject_cast<QLineEdit*>(widget);
        if (auto* box = qobject_cast<QComboBox*>(widget)) edit = box->lineEdit();
        if (edit) {
            const int cursor = edit->cursorPosition();
            edit->setText(toQt(held));
            edit->setCursorPosition(std::min<int>(cursor, int(edit->text().size())));
        } else if (auto* rich = qobject_cast<QTextEdit*>(widget)) {
            // What was over is taken back from the end; the looks of the rest stay.
            QTextCursor cursor = rich->textCursor();
            while (cursor.movePosition(QTextCursor::End), rich->toPlainText() != toQt(held)) {
                if (rich->toPlainText().size() <= qsizetype(toQt(held).size())) {
                    rich->setPlainText(toQt(held));
                    break;
                }
                cursor.deletePreviousChar();
            }
        } else if (auto* area = qobject_cast<QPlainTextEdit*>(widget)) {
            QTextCursor cursor = area->textCursor();
            const int at = cursor.position();
            area->setPlainText(toQt(held));
            cursor = area->textCursor();
            cursor.setPosition(std::min<int>(at, int(area->toPlainText().size())));
            area->setTextCursor(cursor);
        }
        settling_ = false;
    }
    apply();
    react();
}

/// The widget shows what the session holds after an act, also where it was refused.
void FormToFill::did(Id id) {
    showEntry(id);
    apply();
    react();
}

}  // namespace brindel
