#include "filler/form_to_fill.h"

#include <QtWidgets/QtWidgets>

#include "core/layout/resizing.h"
#include "filler/choice_field.h"
#include "filler/drawing_painter.h"
#include "filler/ink_fields.h"
#include "filler/special_widgets.h"
#include "filler/widgets.h"

namespace brindel {

namespace {
constexpr int pageGap = 24;  // between the pages of a document
const QColor brick(0xA8, 0x32, 0x2A), teal(0x2F, 0x6B, 0x66);
}  // namespace

/// Draws what is wrong over the form: an outline around each wrong field, and one sentence beside the one in hand.
class WrongMarks : public QWidget {
  public:
    explicit WrongMarks(QWidget* parent) : QWidget(parent) {
        setAttribute(Qt::WA_TransparentForMouseEvents);
        setAttribute(Qt::WA_NoSystemBackground);
        setObjectName("wrongMarks");
    }
    QList<QRect> fields;
    QRect beside;
    QRect focus;  // on paper, where fields have no frame of their own that could show it
    QString sentence;

  protected:
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        if (!focus.isNull()) {
            p.setPen(QPen(teal, 1.6));
            p.drawRoundedRect(QRectF(focus).adjusted(-0.5, -0.5, 0.5, 0.5), 3, 3);
        }
        p.setPen(QPen(brick, 1.6));
        for (const QRect& r : fields) p.drawRoundedRect(QRectF(r).adjusted(-1.5, -1.5, 1.5, 1.5), 4, 4);
        if (sentence.isEmpty()) return;
        QFont font = QApplication::font();
        font.setPixelSize(12);
        p.setFont(font);
        // To the right of the field where there is room, else below it.
        const int free = width() - beside.right() - 16;
        const bool right = free >= 200;
        const int most = right ? std::min(320, free - 20) : std::max(160, std::min(340, width() - 24));
        QRect text = p.fontMetrics().boundingRect(QRect(0, 0, most, 400), Qt::TextWordWrap, sentence);
        QRect bubble(0, 0, text.width() + 20, text.height() + 12);
        bubble.moveTopLeft(beside.bottomLeft() + QPoint(0, 6));
        if (right) bubble.moveTopLeft(QPoint(beside.right() + 8, beside.center().y() - bubble.height() / 2));
        if (bubble.bottom() > height() - 2) bubble.moveBottomLeft(beside.topLeft() - QPoint(0, 6));
        if (bubble.right() > width() - 4) bubble.moveRight(width() - 4);
        if (bubble.left() < 4) bubble.moveLeft(4);
        if (bubble.top() < 2) bubble.moveTop(2);
        p.setPen(QPen(brick, 1));
        p.setBrush(QColor(0xFF, 0xF6, 0xF3));
        p.drawRoundedRect(QRectF(bubble).adjusted(0.5, 0.5, -0.5, -0.5), 5, 5);
        p.setPen(QColor(0x7E, 0x22, 0x1B));
        p.drawText(bubble.adjusted(10, 6, -10, -6), Qt::TextWordWrap, sentence);
    }
};

FormToFill::FormToFill(FormSession& session, const FontBook& fonts, double scale, QWidget* parent)
    : QWidget(parent), session_(session), fonts_(fonts), scale_(scale) {
    setFocusPolicy(Qt::ClickFocus);
    furnish();
    marks_ = new WrongMarks(this);
    resize(sizeHint());
    refresh();
}

void FormToFill::furnish() {
    built_ = session_.form().controls.size();
    for (Id surface : surfaces(session_.form())) build(surface, this, 0, pageTop(surface));
    // Each label speaks for its field, and hands its access key on.
    for (const auto& [id, widget] : widgets_)
        if (auto* label = qobject_cast<QLabel*>(widget))
            if (QWidget* field = widgetOf(session_.form().find(id)->reference(Prop::labels))) label->setBuddy(field);
    QWidget* before = nullptr;
    for (Id id : session_.route())
        if (QWidget* widget = widgetOf(id)) {
            if (before) setTabOrder(before, widget);
            before = widget;
        }
    if (auto* button = qobject_cast<QPushButton*>(widgetOf(session_.acceptButton()))) button->setDefault(true);
    for (const auto& [id, widget] : std::map(widgets_))
        if (const Control* c = session_.form().find(id); c->kind == Kind::table && c->number(Prop::rowsMost) > 0)
            addRowButtons(id, widget);
}

/// Under a table whose rows fillers may add: one more, and the last added one away.
void FormToFill::addRowButtons(Id table, QWidget* widget) {
    auto* holder = new QWidget(widget->parentWidget());
    holder->setObjectName("rows-" + widget->objectName());
    auto* line = new QHBoxLayout(holder);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(4);
    for (const auto& [word, adds] : {std::pair("Add a row", true), {"Take the last row away", false}}) {
        auto* button = new QToolButton(holder);
        button->setText(word);
        button->setAutoRaise(true);
        button->setObjectName(adds ? "addRow" : "removeRow");
        button->setVisible(adds ? session_.canAddRow(table) : session_.canRemoveRow(table));
        line->addWidget(button);
        connect(button, &QToolButton::clicked, this, [this, table, adds = adds] {
            if (adds ? session_.addRow(table) : session_.removeRow(table)) {
                // The press comes from a widget that is about to go.
                QMetaObject::invokeMethod(
                    this, [this] { refresh(); }, Qt::QueuedConnection);
                emit changed();
            }
        });
    }
    holder->adjustSize();
    holder->move(widget->geometry().right() - holder->width() + 1, widget->geometry().bottom() + 1);
    holder->show();
    holder->raise();
}

void FormToFill::rebuild() {
    marks_->setParent(nullptr);
    questions_.clear();
    const QObjectList old = children();
    for (QObject* child : old)
        if (child->isWidgetType() || qobject_cast<QButtonGroup*>(child)) delete child;
    widgets_.clear();
    pages_.clear();
    furnish();
    for (const auto& [id, widget] : widgets_)
        if (!widget->isVisibleTo(this) && session_.form().find(id)->yes(Prop::visible)) widget->show();
    marks_->setParent(this);
    marks_->show();
    updateGeometry();
    resize(sizeHint());
    refresh();
    update();
    emit sized();
}

QSize FormToFill::sizeHint() const {
    double width = 0, height = 0;
    for (Id surface : surfaces(session_.form())) {
        Extent size = surfaceSize(session_.form(), surface);
        width = std::max(width, size.width * scale_);
        height = pageTop(surface) + size.height * scale_;
    }
    return {int(std::ceil(width)), int(std::ceil(height))};
}

double FormToFill::pageTop(Id surface) const {
    double top = 0;
    for (Id id : surfaces(session_.form())) {
        if (id == surface) break;
        top += std::round(surfaceSize(session_.form(), id).height * scale_) + pageGap;
    }
    return top;
}

QWidget* FormToFill::widgetOf(Id id) const {
    auto at = widgets_.find(id);
    return at == widgets_.end() ? nullptr : at->second;
}

void FormToFill::build(Id container, QWidget* parent, double offsetX, double offsetY) {
    const Form& form = session_.form();
    const Making making{form, fonts_, scale_, session_.turned()};
    for (Id id : form.find(container)->children) {
        const Control* c = form.find(id);
        QWidget* widget = makeWidget(*c, making, parent);
        if (!widget) continue;
        const Box box = boxOf(form, *c);
        const QRectF place = toQt(box, scale_).translated(offsetX, offsetY);
        widget->setGeometry(place.toAlignedRect() == place ? place.toRect()
                                                           : QRect(place.topLeft().toPoint(), place.size().toSize()));
        widget->setVisible(c->yes(Prop::visible));
        if (has(c->kind, Prop::enabled) && !c->yes(Prop::enabled)) widget->setEnabled(false);
        widget->setObjectName(toQt(c->name));
        if (widget->accessibleName().isEmpty()) widget->setAccessibleName(toQt(calledBy(form, *c)));
        widgets_[id] = widget;
        wire(widget, id);
        if (c->kind == Kind::tabs) {
            for (Id pageId : c->children) {
                auto* page = new QWidget(widget);
                const QRectF area = toQt(boxOf(form, *form.find(pageId)), scale_);
                page->setGeometry(area.toRect());
                pages_[pageId] = page;
                build(pageId, page, 0, 0);
            }
        } else if (!c->children.empty()) {
            build(id, widget, 0, 0);
        }
    }
}

void FormToFill::wire(QWidget* widget, Id id) {
    const Control* c = session_.form().find(id);
    if (auto* tabs = qobject_cast<TabsField*>(widget)) {
        connect(tabs->bar(), &QTabBar::currentChanged, this, [this, id](int at) {
            const auto& pages = session_.form().find(id)->children;
            if (at >= 0 && std::size_t(at) < pages.size()) session_.turn(id, pages[std::size_t(at)]);
            refresh();
        });
        return;
    }
    if (c->kind == Kind::button) {
        connect(static_cast<QAbstractButton*>(widget), &QAbstractButton::clicked, this, [this, id] { press(id); });
        return;
    }
    if (!isFilled(*c)) return;
    widget->installEventFilter(this);
    auto listen = [&](QLineEdit* edit) {
        if (edit != widget) edit->installEventFilter(this);
        edit->setProperty("control", QVariant(uint(id)));
        connect(edit, &QLineEdit::textEdited, this, [this, id](const QString& text) { typed(id, text); });
    };
    widget->setProperty("control", QVariant(uint(id)));
    if (auto* choices = qobject_cast<ChoiceField*>(widget)) {
        choices->picked = [this, id](std::vector<std::size_t> lines) {
            session_.pick(id, std::move(lines));
            settle(id);
        };
        for (QAbstractButton* button : choices->buttons()) {
            button->setProperty("control", QVariant(uint(id)));
            button->installEventFilter(this);
        }
        if (choices->other()) {
            choices->other()->installEventFilter(this);
            choices->other()->setProperty("control", QVariant(uint(id)));
            connect(choices->other(), &QLineEdit::textEdited, this, [this, id](const QString& text) {
                session_.type(id, fromQt(text));
                settle(id);
            });
        }
    } else if (auto* signature = qobject_cast<SignatureField*>(widget)) {
        if (signature->edit()) {
            signature->edit()->setProperty("control", QVariant(uint(id)));
            signature->edit()->installEventFilter(this);
        }
        signature->signedWith = [this, id](const std::string& text) {
            session_.type(id, text);
            settle(id);
        };
    } else if (auto* picture = qobject_cast<PictureField*>(widget)) {
        picture->picked = [this, id](const std::string& png) {
            session_.type(id, png);
            settle(id);
        };
    } else if (auto* edit = qobject_cast<QLineEdit*>(widget)) {
        listen(edit);
    } else if (auto* area = qobject_cast<QPlainTextEdit*>(widget)) {
        connect(area, &QPlainTextEdit::textChanged, this, [this, id, area] {
            if (settling_) return;
            typed(id, area->toPlainText());
        });
    } else if (auto* rich = qobject_cast<QTextEdit*>(widget)) {
        connect(rich, &QTextEdit::textChanged, this, [this, id, rich] {
            if (!settling_) typed(id, rich->toPlainText());
        });
    } else if (auto* number = qobject_cast<NumberField*>(widget)) {
        listen(number->edit());
        number->stepped = [this, id](int steps) {
            session_.step(id, steps);
            settle(id);
        };
    } else if (auto* box = qobject_cast<QComboBox*>(widget)) {
        if (box->lineEdit()) listen(box->lineEdit());
        connect(box, &QComboBox::activated, this, [this, id, box](int at) {
            session_.type(id, fromQt(box->itemText(at)));
            settle(id);
        });
        if (auto* date = qobject_cast<DateField*>(box)) {
            date->shownDate = [this, id] {
                const Control& k = *session_.form().find(id);
                auto day = dateRead(session_.shown(id).text, k.text(Prop::datePattern),
                                    session_.form().root().text(Prop::language));
                return day ? QDate(int(day->year()), int(unsigned(day->month())), int(unsigned(day->day()))) : QDate();
            };
            date->picked = [this, id](QDate picked) {
                const Control& k = *session_.form().find(id);
                Day day{std::chrono::year(picked.year()), std::chrono::month(unsigned(picked.month())),
                        std::chrono::day(unsigned(picked.day()))};
                session_.type(id, dateIn(day, k.text(Prop::datePattern), session_.form().root().text(Prop::language)));
                settle(id);
                check(id);
            };
        }
    } else if (auto* list = qobject_cast<QListWidget*>(widget)) {
        auto picked = [this, id, list] {
            if (settling_) return;
            std::vector<std::size_t> lines;
            const bool ticks = session_.form().find(id)->yes(Prop::tickMarks);
            for (int i = 0; i < list->count(); ++i)
                if (ticks ? list->item(i)->checkState() == Qt::Checked : list->item(i)->isSelected())
                    lines.push_back(std::size_t(i));
            session_.pick(id, lines);
            settle(id);
        };
        connect(list, &QListWidget::itemChanged, this, picked);
        connect(list, &QListWidget::itemSelectionChanged, this, picked);
    } else if (auto* button = qobject_cast<QAbstractButton*>(widget)) {
        if (c->kind == Kind::radioButton) {
            const Id first = questionOf(session_.form(), *c).front();
            QButtonGroup*& group = questions_[first];
            if (!group) group = new QButtonGroup(this);
            group->addButton(button);
        }
        connect(button, &QAbstractButton::toggled, this, [this, id](bool on) {
            if (settling_) return;
            session_.tick(id, on);
            settle(id);
        });
    }
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
    if (wrong_.contains(id)) check(id);
    emit changed();
}

void FormToFill::settle(Id id) {
    settling_ = true;
    if (QWidget* widget = widgetOf(id)) showIn(widget, *session_.form().find(id), session_.shown(id));
    settling_ = false;
    const Control* c = session_.form().find(id);
    keepOneStop();
    const Id about = c->kind == Kind::radioButton ? questionOf(session_.form(), *c).front() : id;
    if (wrong_.contains(about)) check(about);
    emit changed();
}

/// The Tab key stops once in a question: on the button that is chosen, or on the first while none is.
void FormToFill::keepOneStop() {
    for (const auto& [first, group] : questions_) {
        QAbstractButton* stop = group->checkedButton() ? group->checkedButton() : group->buttons().value(0);
        for (QAbstractButton* button : group->buttons())
            button->setFocusPolicy(button == stop ? Qt::StrongFocus : Qt::ClickFocus);
    }
}

void FormToFill::refresh() {
    if (marks_ && built_ != session_.form().controls.size()) return rebuild();
    settling_ = true;
    const Form& form = session_.form();
    for (const auto& [id, widget] : widgets_) {
        const Control* c = form.find(id);
        if (isFilled(*c)) showIn(widget, *c, session_.shown(id));
        if (auto* tabs = qobject_cast<TabsField*>(widget)) {
            const QSignalBlocker quiet(tabs->bar());
            const Id front = shownPage(*c, session_.turned());
            for (std::size_t i = 0; i < c->children.size(); ++i) {
                const bool shown = c->children[i] == front;
                pages_[c->children[i]]->setVisible(shown);
                if (shown) tabs->bar()->setCurrentIndex(int(i));
            }
            tabs->update();
        }
    }
    settling_ = false;
    keepOneStop();
    if (!marks_) return;
    marks_->fields.clear();
    marks_->sentence.clear();
    QWidget* focus = focusWidget();
    Id inHand = focus && focus->property("control").isValid() ? Id(focus->property("control").toUInt()) : noControl;
    if (!wrong_.contains(inHand)) {
        inHand = noControl;
        for (const auto& [id, sentence] : wrong_)
            if (inHand == noControl && widgetOf(id) && widgetOf(id)->isVisibleTo(this)) inHand = id;
    }
    for (const auto& [id, sentence] : wrong_) {
        QWidget* widget = widgetOf(id);
        if (!widget || !isInView(form, id, session_.turned())) continue;
        const QRect place(widget->mapTo(this, QPoint()), widget->size());
        marks_->fields << place;
        if (id == inHand) {
            marks_->beside = place;
            marks_->sentence = toQt(sentence);
        }
    }
    marks_->focus = {};
    if (QWidget* field = focus && !form.isDialog() ? widgetOf(Id(focus->property("control").toUInt())) : nullptr)
        marks_->focus = QRect(field->mapTo(this, QPoint()), field->size());
    marks_->setGeometry(rect());
    marks_->raise();
    marks_->update();
}

void FormToFill::check(Id id) {
    std::string sentence = session_.wrongWith(id);
    if (sentence.empty())
        wrong_.erase(id);
    else
        wrong_[id] = sentence;
    refresh();
}

QString FormToFill::wrongShown(Id id) const {
    auto at = wrong_.find(id);
    return at == wrong_.end() ? QString() : toQt(at->second);
}

void FormToFill::begin() {
    for (Id id : session_.route())
        if (isInView(session_.form(), id, session_.turned()))
            if (QWidget* widget = widgetOf(id); widget && session_.form().find(id)->kind != Kind::tabs)
                return widget->setFocus(Qt::TabFocusReason);
}

void FormToFill::goTo(Id id) {
    session_.show(id);
    refresh();
    if (QWidget* widget = widgetOf(id)) widget->setFocus(Qt::OtherFocusReason);
    refresh();
}

void FormToFill::press(Id id) {
    Outcome outcome = session_.press(id);
    wrong_.clear();
    for (const Wrong& wrong : outcome.wrongs) wrong_[wrong.id] = wrong.sentence;
    refresh();
    if (outcome.cursor != noControl) goTo(outcome.cursor);
    emit changed();
    if (outcome.then == Outcome::Then::accepted) emit accepted();
    if (outcome.then == Outcome::Then::left) emit left();
}

bool FormToFill::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::FocusOut || event->type() == QEvent::FocusIn) {
        const Id id = Id(watched->property("control").toUInt());
        // A field left empty is no mistake yet: that is said when the form is to be accepted.
        const bool empty = session_.shown(id).text.empty() && session_.shown(id).picked.empty();
        if (id != noControl && event->type() == QEvent::FocusOut && (!empty || wrong_.contains(id)))
            check(id);
        else if (!wrong_.empty() || !session_.form().isDialog())
            QMetaObject::invokeMethod(
                this, [this] { refresh(); }, Qt::QueuedConnection);
    }
    return QWidget::eventFilter(watched, event);
}

void FormToFill::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        if (auto* button = qobject_cast<QPushButton*>(focusWidget())) return button->click();
        if (Id id = session_.acceptButton()) return press(id);
    }
    if (event->key() == Qt::Key_Escape && session_.form().root().yes(Prop::escapeCloses) &&
        session_.form().isDialog()) {
        emit left();
        return;
    }
    QWidget::keyPressEvent(event);
}

void FormToFill::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Form& form = session_.form();
    if (form.isDialog()) {
        if (auto fill = colourMeant(form.root().text(Prop::fillColour)))
            painter.fillRect(rect(), toQt(*fill));
        else
            painter.fillRect(rect(), palette().window());
        return;
    }
    // The page as it is printed; the widgets show only what is typed.
    const ShownAll nothing;
    for (Id surface : surfaces(form)) {
        painter.save();
        painter.translate(0, pageTop(surface));
        DrawOptions options{fonts_, session_.turned(), &nothing, true, false};
        paintDrawing(painter, drawnSurface(form, surface, options), scale_);
        painter.restore();
    }
}

void FormToFill::layOutFor(QSize size) {
    const Form& form = session_.form();
    if (!form.isDialog()) return;
    const Form laid = resized(form, rootId, {size.width() / scale_, size.height() / scale_});
    for (const auto& [id, widget] : widgets_) {
        const QRect place = toQt(boxOf(laid, *laid.find(id)), scale_).toRect();
        if (widget->geometry() != place) widget->setGeometry(place);
    }
    for (const auto& [id, page] : pages_) {
        const QRect place = toQt(boxOf(laid, *laid.find(id)), scale_).toRect();
        if (page->geometry() != place) page->setGeometry(place);
    }
}

void FormToFill::resizeEvent(QResizeEvent* event) {
    if (event->size() != sizeHint() || event->oldSize().isValid()) layOutFor(event->size());
    if (marks_) marks_->setGeometry(rect());
}

}  // namespace brindel
