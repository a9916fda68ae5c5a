#include "filler/form_to_fill.h"

#include <QtWidgets/QtWidgets>
#include <set>

#include "core/layout/resizing.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
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
    layRoute();
    if (auto* button = qobject_cast<QPushButton*>(widgetOf(session_.acceptButton()))) button->setDefault(true);
    addKeys();
    for (const auto& [id, widget] : std::map(widgets_))
        if (const Control* c = session_.form().find(id); c->kind == Kind::table && c->number(Prop::rowsMost) > 0)
            addRowButtons(id, widget);
}

namespace {
/// What the Tab key stops at within the widget of a control, in order: itself, or what it is made of.
QWidgetList stopsWithin(QWidget* widget) {
    if (auto* tabs = qobject_cast<TabsField*>(widget)) return {tabs->bar()};
    QWidgetList stops;
    if (widget->focusPolicy() & Qt::TabFocus && !widget->focusProxy()) stops << widget;
    for (QWidget* inner : widget->findChildren<QWidget*>())
        // What opens in a window of its own, as a calendar does, has its own order.
        if (inner->focusPolicy() & Qt::TabFocus && !inner->focusProxy() && inner->window() == widget->window())
            stops << inner;
    return stops;
}
}  // namespace

/// The Tab key goes where the session says, and passes by what is no stop.
void FormToFill::layRoute() {
    const std::vector<Id> route = session_.route();
    QWidget* before = nullptr;
    for (Id id : route)
        if (QWidget* widget = widgetOf(id)) {
            // A radio button whose question has its stop elsewhere is part of the order all the same.
            QWidgetList stops = stopsWithin(widget);
            if (stops.isEmpty()) stops << widget;
            for (QWidget* stop : stops) {
                if (before) setTabOrder(before, stop);
                before = stop;
            }
        }
    const std::set<Id> all(route.begin(), route.end());
    for (const auto& [id, widget] : widgets_)
        if (row(session_.form().find(id)->kind).tabbed && !all.contains(id))
            for (QWidget* stop : stopsWithin(widget)) stop->setFocusPolicy(Qt::ClickFocus);
}

/// Access keys that no wording of a widget carries: those of choice groups, and all of them on paper, whose wording is
/// painted.
void FormToFill::addKeys() {
    for (const KeyBearer& bearer : keyBearers(session_.form())) {
        QWidget* widget = widgetOf(bearer.to);
        const bool carried = session_.form().isDialog() && session_.form().find(bearer.id)->kind != Kind::choiceGroup;
        if (bearer.key.empty() || !widget || carried) continue;
        // Hidden widgets have no shortcuts, so pages of tabs do not get in each other's way.
        auto* key = new QShortcut(QKeySequence("Alt+" + toQt(bearer.key)), widget);
        connect(key, &QShortcut::activated, widget, [widget] {
            auto* button = qobject_cast<QAbstractButton*>(widget);
            if (auto* choices = qobject_cast<ChoiceField*>(widget)) {
                QAbstractButton* into = choices->buttons().value(0);
                for (QAbstractButton* one : choices->buttons())
                    if (one->isChecked()) into = one;
                if (into) into->setFocus(Qt::ShortcutFocusReason);
                return;
            }
            widget->setFocus(Qt::ShortcutFocusReason);
            if (button) button->click();
        });
    }
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
    // The form says where it starts; on another page than the one in front the first stop there does.
    if (Id id = firstStop(session_.form()); id && isInView(session_.form(), id, session_.turned()))
        if (QWidget* widget = widgetOf(id); widget && session_.form().find(id)->kind != Kind::tabs)
            return widget->setFocus(Qt::TabFocusReason);
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
        if (Id id = session_.cancelButton()) return press(id);
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
