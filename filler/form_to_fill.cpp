#include "filler/form_to_fill.h"

#include <QtWidgets/QtWidgets>
#include <set>

#include "core/layout/resizing.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
#include "core/session/limits.h"
#include "core/text/phrases.h"
#include "filler/choice_field.h"
#include "filler/drawing_painter.h"
#include "filler/ink_fields.h"
#include "filler/say_over.h"
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
    std::map<Id, QRect> fields;
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
        for (const auto& [id, r] : fields) p.drawRoundedRect(QRectF(r).adjusted(-1.5, -1.5, 1.5, 1.5), 4, 4);
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
    const Form& form = session_.form();
    for (Id surface : surfaces(form)) build(surface, this);
    // Each label speaks for its field, and hands its access key on.
    for (const auto& [id, widget] : widgets_)
        if (auto* label = qobject_cast<QLabel*>(widget))
            if (QWidget* field = widgetOf(form.find(id)->reference(Prop::labels))) label->setBuddy(field);
    layRoute();
    if (auto* button = qobject_cast<QPushButton*>(widgetOf(session_.acceptButton()))) button->setDefault(true);
    addKeys();
    for (const auto& [id, widget] : std::map(widgets_))
        if (form.find(id)->number(Prop::rowsMost) > 0) addRowButtons(id);
    marks_ = new WrongMarks(this);
    saying_ = new SayOver(this);
    resize(sizeHint());
    refresh();
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
        const KindRow& kind = session_.form().find(bearer.id)->is();
        const bool carried = kind.pressed || (session_.form().isDialog() && !kind.spreads);
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
void FormToFill::addRowButtons(Id table) {
    QWidget* widget = widgetOf(table);
    auto* holder = new QWidget(widget->parentWidget());
    holder->setObjectName("rows-" + widget->objectName());
    auto* line = new QHBoxLayout(holder);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(4);
    const std::string& language = session_.form().root().text(Prop::language);
    for (const bool adds : {true, false}) {
        auto* button = new QToolButton(holder);
        button->setText(toQt(phrase(adds ? Phrase::addRow : Phrase::removeRow, language)));
        button->setAutoRaise(true);
        button->setObjectName(adds ? "addRow" : "removeRow");
        line->addWidget(button);
        connect(button, &QToolButton::clicked, this, [this, table, adds] {
            if (adds ? session_.addRow(table) : session_.removeRow(table)) apply();
        });
    }
    rowButtons_[table] = holder;
    settleRows(table);
    holder->show();
    holder->raise();
}

/// The buttons under a table stand at its foot and say what can be done now.
void FormToFill::settleRows(Id table) {
    QWidget *holder = rowButtons_.at(table), *widget = widgetOf(table);
    holder->findChild<QToolButton*>("addRow")->setVisible(session_.canAddRow(table));
    holder->findChild<QToolButton*>("removeRow")->setVisible(session_.canRemoveRow(table));
    holder->layout()->activate();
    holder->adjustSize();
    holder->move(widget->geometry().right() - holder->width() + 1, widget->geometry().bottom() + 1);
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

void FormToFill::build(Id container, QWidget* parent) {
    for (Id id : session_.form().find(container)->children) buildOne(id, parent);
}

QRect FormToFill::placeOf(const Form& laid, Id id) const {
    const Control& c = *laid.find(id);
    Box box = boxOf(laid, c);
    if (const double reach = signReach(laid, c, fonts_); reach > 0) {
        box.width += reach;
        if (laid.index()->rightToLeft()) box.left -= reach;
    }
    QRectF place = toQt(box, scale_);
    if (const Control* holder = laid.find(c.parent); holder && row(holder->kind).surface)
        place.translate(0, pageTop(holder->id));
    return place.toAlignedRect() == place ? place.toRect() : QRect(place.topLeft().toPoint(), place.size().toSize());
}

void FormToFill::buildOne(Id id, QWidget* parent) {
    const Form& form = session_.form();
    const Control* c = form.find(id);
    QWidget* widget = makeWidget(*c, Making{form, fonts_, scale_, session_.turned(), &session_.filling()}, parent);
    if (!widget) return;
    widget->setGeometry(placeOf(form, id));
    if (!widget->isEnabled()) shut_.insert(id);
    widget->setObjectName(toQt(c->name));
    if (widget->accessibleName().isEmpty()) widget->setAccessibleName(toQt(toldAs(form, *c)));
    widgets_[id] = widget;
    settleVisibility(id);
    wire(widget, id);
    if (!qobject_cast<TabsField*>(widget)) return build(id, widget);
    for (Id pageId : c->children) {
        auto* page = new QWidget(widget);
        page->setGeometry(toQt(boxOf(form, *form.find(pageId)), scale_).toRect());
        pages_[pageId] = page;
        build(pageId, page);
    }
}

/// Shows and enables a control as the session says; the tab of a page as well.
void FormToFill::settleVisibility(Id id) {
    const Control* c = session_.form().find(id);
    if (QWidget* widget = widgetOf(id)) {
        widget->setVisible(session_.visible(id));
        widget->setEnabled(session_.enabled(id) && !shut_.contains(id));
    }
    if (!c || !c->is().turned) return;
    if (auto* tabs = qobject_cast<TabsField*>(widgetOf(c->parent))) {
        const auto& pages = session_.form().find(c->parent)->children;
        const int at = int(std::ranges::find(pages, id) - pages.begin());
        tabs->bar()->setTabVisible(at, session_.visible(id));
        tabs->bar()->setTabEnabled(at, session_.enabled(id));
    }
}

/// The Tab key stops once in a question: where the session says.
void FormToFill::keepOneStop(Id radio) {
    auto at = questions_.find(session_.asked(radio));
    if (at == questions_.end()) return;
    QWidget* stop = widgetOf(session_.stopOf(radio));
    for (QAbstractButton* button : at->second->buttons())
        button->setFocusPolicy(button == stop ? Qt::StrongFocus : Qt::ClickFocus);
}

void FormToFill::showEntry(Id id) {
    QWidget* widget = widgetOf(id);
    const Control* c = session_.form().find(id);
    if (!widget || !c || !isFilled(*c)) return;
    settling_ = true;
    showIn(widget, *c, session_.shown(id));
    settling_ = false;
    keepOneStop(id);
}

void FormToFill::showPage(Id tabs) {
    auto* widget = qobject_cast<TabsField*>(widgetOf(tabs));
    if (!widget) return;
    const QSignalBlocker quiet(widget->bar());
    const Control& c = *session_.form().find(tabs);
    const Id front = shownPage(c, session_.turned());
    for (std::size_t i = 0; i < c.children.size(); ++i) {
        const bool shown = c.children[i] == front;
        pages_[c.children[i]]->setVisible(shown);
        if (shown) widget->bar()->setCurrentIndex(int(i));
    }
    widget->update();
}

void FormToFill::refresh() {
    apply();
    for (const auto& [id, widget] : widgets_) {
        showEntry(id);
        showPage(id);
    }
    layMarks();
}

/// The rows of a table, after some were added or taken away.
void FormToFill::rebuildRows(Id table) {
    const Form& form = session_.form();
    // What is gone may be what this was called from: it is hidden now, and deleted when it has returned.
    std::erase_if(widgets_, [&](const auto& one) {
        if (form.find(one.first)) return false;
        one.second->hide();
        one.second->deleteLater();
        return true;
    });
    for (Id cell : form.find(table)->children)
        if (!widgetOf(cell)) buildOne(cell, widgetOf(table));
}

void FormToFill::apply() {
    const Changes changes = session_.takeChanges();
    const Form& form = session_.form();
    for (Id table : changes.rows) rebuildRows(table);
    const bool moves = !changes.rows.empty() || !changes.moved.empty();
    if (moves) {
        grounds_.clear();
        layOutFor(sizeHint());
        for (const auto& [table, holder] : rowButtons_) settleRows(table);
    }
    if (!changes.rows.empty()) layRoute();
    std::set<Id> anew = changes.wording;
    anew.insert(changes.choices.begin(), changes.choices.end());
    for (Id id : anew) readAnew(id);
    // A label whose field must be filled in from now on reaches further.
    if (std::ranges::any_of(changes.wording, [&](Id id) {
            const Control* c = form.find(id);
            return c && c->is().speaks && changes.limits.contains(c->reference(Prop::labels));
        }))
        layOutFor(size());
    for (Id id : changes.answers) showEntry(id);
    for (Id table : changes.rows) walk(form, table, [&](const Control& c, int) { showEntry(c.id); });
    for (Id id : changes.turned) showPage(id);
    for (Id id : changes.visible) settleVisibility(id);
    for (Id id : changes.enabled) settleVisibility(id);
    if (!changes.visible.empty() || !changes.enabled.empty() || !anew.empty()) {
        grounds_.clear();
        update();
    }
    if (moves || !changes.turned.empty() || !changes.visible.empty()) {
        layMarks();
    } else if (!changes.complaints.empty()) {
        for (Id id : changes.complaints) {
            const QRect place = session_.complaints().contains(id) ? markPlace(id) : QRect();
            if (place.isNull())
                marks_->fields.erase(id);
            else
                marks_->fields[id] = place;
        }
        showMarks();
    }
    if (moves) {
        updateGeometry();
        resize(sizeHint());
        update();
        emit sized();
    }
    // What rules did is told even when it changed nothing here.
    const std::size_t happened = session_.happened().size();
    if (!changes.empty() || std::exchange(happened_, happened) != happened) emit this->changed(changes);
}

/// Where a field that something is said of stands; nowhere while it is on a page turned away.
QRect FormToFill::markPlace(Id id) const {
    QWidget* widget = widgetOf(id);
    if (!widget || !isInView(session_.form(), id, session_.turned())) return {};
    return {widget->mapTo(this, QPoint()), widget->size()};
}

void FormToFill::layMarks() {
    marks_->fields.clear();
    for (Id id : session_.complaints())
        if (const QRect place = markPlace(id); !place.isNull()) marks_->fields[id] = place;
    showMarks();
}

Id FormToFill::inHand() const {
    const QWidget* focus = focusWidget();
    return focus ? Id(focus->property("control").toUInt()) : noControl;
}

void FormToFill::showMarks() {
    const Id hand = inHand();
    auto at = marks_->fields.find(session_.asked(hand));
    if (at == marks_->fields.end()) at = marks_->fields.begin();
    const bool says = at != marks_->fields.end();
    marks_->beside = says ? at->second : QRect();
    marks_->sentence = says ? toQt(session_.complaint(at->first)) : QString();
    marks_->focus = {};
    if (QWidget* field = session_.form().isDialog() ? nullptr : widgetOf(hand))
        marks_->focus = QRect(field->mapTo(this, QPoint()), field->size());
    marks_->setGeometry(rect());
    marks_->raise();
    marks_->update();
}

QString FormToFill::wrongShown(Id id) const {
    return toQt(session_.complaint(id));
}

void FormToFill::begin() {
    // The form says where it starts; on another page than the one in front the first stop there does.
    if (Id id = firstStop(session_.form(), session_.filling().visibility);
        id && isInView(session_.form(), id, session_.turned()))
        if (QWidget* widget = widgetOf(id); widget && !session_.form().find(id)->is().turns)
            return widget->setFocus(Qt::TabFocusReason);
    for (Id id : session_.route())
        if (isInView(session_.form(), id, session_.turned()))
            if (QWidget* widget = widgetOf(id); widget && !session_.form().find(id)->is().turns)
                return widget->setFocus(Qt::TabFocusReason);
}

void FormToFill::goTo(Id id) {
    session_.show(id);
    apply();
    if (QWidget* widget = widgetOf(session_.stopOf(id))) widget->setFocus(Qt::OtherFocusReason);
    showMarks();
}

/// Shows what an act came to: first what is said and asked, then where the cursor goes, and whether the form goes.
void FormToFill::follow(const Outcome& outcome) {
    apply();
    const std::string& language = session_.form().root().text(Prop::language);
    auto word = [&](Phrase which) { return toQt(phrase(which, language)); };
    for (const std::string& one : outcome.says) saying_->say(toQt(one), {word(Phrase::goOn)}, {});
    for (const Offer& offer : outcome.offers)
        saying_->say(toQt(phrase(offer.letter ? Phrase::writeTo : Phrase::goToAddress, language, {offer.to})),
                     {word(Phrase::yes), word(Phrase::no)}, [this, offer](int way) {
                         if (way == 0) emit offerTaken(offer);
                     });
    if (outcome.asks)
        saying_->say(toQt(*outcome.asks), {word(Phrase::yes), word(Phrase::no)},
                     [this](int way) { follow(session_.answered(way == 0)); });
    for (const std::string& name : outcome.tells) emit told(name);
    goOn(outcome);
}

void FormToFill::goOn(const Outcome& outcome) {
    using Then = Outcome::Then;
    if (outcome.cursor != noControl && !saying_->isSaying()) goTo(outcome.cursor);
    auto go = [this, outcome](int) {
        if (outcome.cursor != noControl) goTo(outcome.cursor);
        if (outcome.then == Then::accepted) emit accepted();
        if (outcome.then == Then::goesOn) emit acceptedAndGoesOn(outcome.reply);
        if (outcome.then == Then::left) emit left();
        if (outcome.then == Then::putAway) emit putAway();
    };
    if (outcome.then == Then::stay && !saying_->isSaying()) return;
    // Behind what is said: the last card that is read lets the form go.
    if (saying_->isSaying())
        saying_->afterAll(go);
    else
        go(0);
}

/// Follows what acts have come to that give nothing back.
void FormToFill::react() {
    if (const Outcome outcome = session_.takeReaction(); !outcome.nothing()) follow(outcome);
}

void FormToFill::press(Id id) {
    follow(session_.press(id));
}

void FormToFill::opened() {
    follow(session_.opened());
}

void FormToFill::askToLeave() {
    if (!saying_->isSaying()) follow(session_.close());
}

/// A control reads otherwise, or offers other choices.
void FormToFill::readAnew(Id id) {
    QWidget* widget = widgetOf(id);
    const Control* c = session_.form().find(id);
    if (!widget || !c) return;
    const Making making{session_.form(), fonts_, scale_, session_.turned(), &session_.filling()};
    settling_ = true;
    const bool done = reword(widget, *c, making);
    settling_ = false;
    if (!done) {
        QWidget* parent = widget->parentWidget();
        const bool hadCursor = widget->isAncestorOf(focusWidget()) || widget == focusWidget();
        widget->hide();
        widget->deleteLater();
        widgets_.erase(id);
        buildOne(id, parent);
        layRoute();
        if (QWidget* fresh = widgetOf(id); fresh && hadCursor) fresh->setFocus(Qt::OtherFocusReason);
        marks_->raise();
        saying_->raise();
    }
    showEntry(id);
}

bool FormToFill::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::FocusOut || event->type() == QEvent::FocusIn) {
        const Id id = Id(watched->property("control").toUInt());
        const Qt::FocusReason why = static_cast<QFocusEvent*>(event)->reason();
        // A list that drops down, or another window for a while, is no leaving.
        if (event->type() == QEvent::FocusOut && why != Qt::PopupFocusReason && why != Qt::ActiveWindowFocusReason) {
            session_.leave(id);
            apply();
            showEntry(id);  // blanks alone are gone
            react();
        }
        if (event->type() == QEvent::FocusIn && why != Qt::PopupFocusReason && why != Qt::ActiveWindowFocusReason) {
            session_.enterField(id);
            apply();
            react();
        }
        if (!session_.complaints().empty() || !session_.form().isDialog())
            QMetaObject::invokeMethod(
                this, [this] { showMarks(); }, Qt::QueuedConnection);
    }
    // Keys and double presses go by the rules of the control first.
    const Id id = Id(watched->property("control").toUInt());
    const Control* c = session_.form().find(id);
    if (c && !c->rules.empty() && event->type() == QEvent::KeyPress) {
        const QString key = QKeySequence(static_cast<QKeyEvent*>(event)->keyCombination()).toString();
        if (session_.key(id, fromQt(key))) {
            apply();
            react();
            return true;
        }
    }
    // On paper numbers and times have no buttons to step by; the keys do it all the same.
    if (c && event->type() == QEvent::KeyPress && qobject_cast<QLineEdit*>(watched)) {
        const auto* key = static_cast<QKeyEvent*>(event);
        const bool up = key->key() == Qt::Key_Up, down = key->key() == Qt::Key_Down;
        const AnswerType type = c->is().answers;
        if ((up || down) && key->modifiers() == Qt::NoModifier && watched->parent() == widgetOf(id)->parent() &&
            (row(type).ordered)) {
            session_.step(id, up ? 1 : -1);
            did(id);
            return true;
        }
    }
    if (c && !c->rules.empty() && event->type() == QEvent::MouseButtonDblClick) follow(session_.pressTwice(id));
    return QWidget::eventFilter(watched, event);
}

void FormToFill::keyPressEvent(QKeyEvent* event) {
    const Id hand = inHand();
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        // A button that is no control of the form, as under a table, is pressed as any other.
        if (auto* button = qobject_cast<QAbstractButton*>(focusWidget()); button && hand == noControl)
            return button->click();
        return follow(session_.enter(hand));
    }
    if (event->key() == Qt::Key_Escape)
        if (const Outcome outcome = session_.escape(); !outcome.nothing()) return follow(outcome);
    QWidget::keyPressEvent(event);
}

/// A page as it is printed; the widgets show only what is typed. Painted once, until its rows change.
const QPixmap& FormToFill::ground(Id surface) {
    auto [at, fresh] = grounds_.try_emplace(surface);
    if (!fresh) return at->second;
    // Pages far from each other are seldom looked at together: a few are kept.
    if (grounds_.size() > 6) {
        grounds_.clear();
        at = grounds_.try_emplace(surface).first;
    }
    const Extent size = surfaceSize(session_.form(), surface);
    const double ratio = devicePixelRatioF();
    at->second = QPixmap((QSizeF(size.width, size.height) * scale_ * ratio).toSize());
    at->second.setDevicePixelRatio(ratio);
    at->second.fill(Qt::white);
    QPainter painter(&at->second);
    paintDrawing(painter,
                 drawnSurface(session_.form(), surface,
                              DrawOptions{fonts_, session_.turned(), &session_.filling(), true, false}),
                 scale_);
    return at->second;
}

void FormToFill::paintEvent(QPaintEvent* event) {
    QPainter painter(this);
    const Form& form = session_.form();
    if (form.isDialog()) {
        const auto fill = colourMeant(form.root().text(Prop::fillColour));
        painter.fillRect(event->rect(), fill ? QBrush(toQt(*fill)) : palette().window());
        return;
    }
    for (Id surface : surfaces(form)) {
        const Extent size = surfaceSize(form, surface);
        const QRectF place(0, pageTop(surface), size.width * scale_, size.height * scale_);
        if (event->rect().intersects(place.toAlignedRect())) painter.drawPixmap(place.topLeft(), ground(surface));
    }
}

void FormToFill::layOutFor(QSize size) {
    const Form& form = session_.form();
    const Form laid = form.isDialog() && size != sizeHint()
                          ? resized(form, rootId, {size.width() / scale_, size.height() / scale_})
                          : form;
    for (const auto& [id, widget] : widgets_)
        if (const QRect place = placeOf(laid, id); widget->geometry() != place) widget->setGeometry(place);
    for (const auto& [id, page] : pages_)
        if (const QRect place = placeOf(laid, id); page->geometry() != place) page->setGeometry(place);
}

void FormToFill::resizeEvent(QResizeEvent* event) {
    if (session_.form().isDialog() && (event->size() != sizeHint() || event->oldSize().isValid()))
        layOutFor(event->size());
    if (marks_) layMarks();
}

}  // namespace brindel
