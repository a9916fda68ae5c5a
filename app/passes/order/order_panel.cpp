#include "app/passes/order/order_panel.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/routing.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

QString wordingOf(const Form& form, const Control& c) {
    return toQt(calledBy(form, c)).simplified();
}

bool leadsAnywhere(const Form& form, const Control& c) {
    bool some = false;
    walk(form, c.id, [&](const Control& inner, int) { some = some || (inner.id != c.id && row(inner.kind).tabbed); });
    return some;
}

}  // namespace

RouteList::RouteList(Desk& desk, QWidget* parent) : QListWidget(parent), desk_(desk) {
    setObjectName("route");
    setAccessibleName(Words::tr("Route"));
    setDragDropMode(QAbstractItemView::InternalMove);
    setDefaultDropAction(Qt::MoveAction);
    setSelectionMode(QAbstractItemView::SingleSelection);
    setFont(bodyFont(12));
    setUniformItemSizes(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setTextElideMode(Qt::ElideRight);
    setIconSize({16, 16});
}

void RouteList::refresh() {
    const Form& form = desk_.form();
    const QSignalBlocker quiet(this);
    const int scrolled = verticalScrollBar()->value();
    clear();
    const std::map<Id, int> numbers = stopNumbers(form);
    const auto wide = int(QString::number(numbers.size()).size());
    walk(form, rootId, [&](const Control& c, int depth) {
        if (c.id == rootId) return;
        const Control* question = c.is().answer().shared ? form.find(radioGroupOf(form, c).front()) : nullptr;
        if (question && question->id != c.id) return;
        const bool stops = brindel::row(c.kind).tabbed && (c.kind != Kind::picture || isFilled(c));
        if (!stops && !leadsAnywhere(form, c)) return;
        const int inner = form.isDialog() ? depth - 1 : std::max(0, depth - 1);
        auto at = numbers.find(c.id);
        QString words = wordingOf(form, c);
        if (c.is().paper)
            words = Words::tr("Page %1").arg(std::ranges::find(form.root().children, c.id) -
                                             form.root().children.begin() + 1);
        if (c.is().inGrid) return;
        if (c.is().turns) words = Words::tr("Tabs");
        if (question && form.find(c.parent)->is().framed && !form.find(c.parent)->text(Prop::title).empty())
            words += " …";
        const QString number = at != numbers.end() ? QString::number(at->second) : stops ? QString("–") : QString();
        auto* item = new QListWidgetItem(
            QString(inner * 3, QChar(0x2007)) +
            (number.isEmpty() ? QString() : number.rightJustified(wide, QChar(0x2007)) + "  ") + words);
        item->setData(Qt::UserRole, uint(c.id));
        item->setSizeHint({0, 24});
        if (!stops) {
            item->setFont(bodyFont(12, true));
            item->setForeground(tokens().ink2);
        }
        if (stops && at == numbers.end()) {
            item->setForeground(tokens().ink2);
            item->setToolTip(words + Words::tr(", skipped: %1").arg(toQt(passedBecause(form, c))));
        } else {
            item->setToolTip(words);
        }
        addItem(item);
    });
    setCurrentRow(rowOf(desk_.lead()));
    verticalScrollBar()->setValue(scrolled);
}

Id RouteList::idAt(int at) const {
    const QListWidgetItem* one = item(at);
    return one ? Id(one->data(Qt::UserRole).toUInt()) : noControl;
}

int RouteList::rowOf(Id id) const {
    for (int i = 0; i < count(); ++i)
        if (idAt(i) == id) return i;
    return -1;
}

void RouteList::moveTo(Id id, int to) {
    const Form& form = desk_.form();
    const Control* c = form.find(id);
    if (!c) return;
    // Behind the entry above the place, in the container of the entry; in front of all when there is none of it above.
    Id behind = noControl;
    for (int i = std::min(to, count()) - 1; i >= 0 && behind == noControl; --i) {
        Id above = idAt(i);
        while (above != noControl && form.find(above)->parent != c->parent) above = form.find(above)->parent;
        if (above != noControl && above != id) behind = above;
        if (idAt(i) == c->parent) break;
    }
    const Form next = stopLaid(form, id, behind);
    if (sameContent(next, form))
        return desk_.say(Words::tr("It stays in its container; Lay out can move it to another."));
    desk_.edit(next, Words::tr("Move in the route: %1").arg(wordingOf(form, *c).left(24)), Ids{id});
}

void RouteList::dropEvent(QDropEvent* event) {
    const QListWidgetItem* over = itemAt(event->position().toPoint());
    int to = over ? row(over) : count();
    if (over && event->position().y() > visualItemRect(over).center().y()) ++to;
    const Id id = idAt(currentRow());
    event->setDropAction(Qt::IgnoreAction);
    event->accept();
    // The list makes itself anew, which must wait until the drag is over.
    QMetaObject::invokeMethod(
        this, [this, id, to] { moveTo(id, to); }, Qt::QueuedConnection);
}

void RouteList::keyPressEvent(QKeyEvent* event) {
    const Id id = idAt(currentRow());
    const bool up = event->key() == Qt::Key_Up, down = event->key() == Qt::Key_Down;
    if ((up || down) && event->modifiers() & Qt::AltModifier) {
        desk_.edit(stopShifted(desk_.form(), id, up ? -1 : 1),
                   up ? Words::tr("Earlier in the route") : Words::tr("Later in the route"), Ids{id});
        return;
    }
    QListWidget::keyPressEvent(event);
}

OrderPanel::OrderPanel(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setObjectName("panel");
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 12, 14, 12);
    column->setSpacing(6);
    auto* title = new QLabel(Words::tr("Order"), this);
    title->setFont(bodyFont(15, true));
    column->addWidget(title);
    count_ = new QLabel(this);
    count_->setFont(bodyFont(12));
    count_->setProperty("secondary", true);
    count_->setWordWrap(true);
    column->addWidget(count_);

    buildKeys(column);
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("Route"), this));
    route_ = new RouteList(desk_, this);
    column->addWidget(route_, 1);
    connect(route_, &QListWidget::currentRowChanged, this, [this](int at) {
        if (selecting_ || at < 0) return;
        selecting_ = true;
        desk_.select({route_->idAt(at)});
        selecting_ = false;
        refreshStop();
    });

    buildStop(column);

    connect(&desk, &Desk::formChanged, this, [this] {
        if (isVisible()) refresh();
    });
    connect(&desk, &Desk::selectionChanged, this, [this] {
        if (!isVisible()) return;
        if (!selecting_) {
            const QSignalBlocker quiet(route_);
            const Control* c = desk_.form().find(desk_.lead());
            route_->setCurrentRow(
                c ? route_->rowOf(c->is().answer().shared ? radioGroupOf(desk_.form(), *c).front() : c->id) : -1);
        }
        refreshStop();
    });
}

/// Where the form starts, and what Enter and Escape press.
void OrderPanel::buildKeys(QVBoxLayout* column) {
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("Keys of the form"), this));
    auto pick = [&](const char* name, const QString& word, const QString& help) {
        auto* box = new QComboBox(this);
        box->setObjectName(name);
        box->setFixedHeight(26);
        box->setMinimumContentsLength(6);
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        column->addWidget(panelRow(word, box, help, this));
        return box;
    };
    starts_ = pick("startsIn", Words::tr("Starts in"), Words::tr("Where the cursor is when the form opens."));
    enter_ = pick("enterPresses", Words::tr("Enter presses"), Words::tr("The button that accepts the form."));
    escape_ = pick("escapePresses", Words::tr("Escape presses"), Words::tr("The button that cancels."));
    connect(starts_, &QComboBox::activated, this, [this](int at) {
        desk_.edit(startingIn(desk_.form(), Id(starts_->itemData(at).toUInt())),
                   Words::tr("Start in %1").arg(starts_->itemText(at)));
    });
    for (auto [box, role, word] : {std::tuple(enter_, ButtonRole::accept, Words::tr("Enter presses %1")),
                                   {escape_, ButtonRole::cancel, Words::tr("Escape presses %1")}})
        connect(box, &QComboBox::activated, this, [this, box = box, role = role, word = word](int at) {
            desk_.edit(pressing(desk_.form(), role, Id(box->itemData(at).toUInt())), word.arg(box->itemText(at)));
        });
}

/// The stop that is selected: whether it is one, and its access key.
void OrderPanel::buildStop(QVBoxLayout* column) {
    column->addSpacing(4);
    stop_ = groupTitle("", this);
    column->addWidget(stop_);
    isStop_ = new QCheckBox(Words::tr("The Tab key stops here"), this);
    isStop_->setObjectName("isStop");
    isStop_->setFont(bodyFont(12));
    column->addWidget(isStop_);
    key_ = new QLineEdit(this);
    key_->setObjectName("accessKey");
    key_->setMaxLength(1);
    key_->setFixedSize(46, 26);
    key_->setAlignment(Qt::AlignCenter);
    auto* combination = new QWidget(this);
    auto* keyLine = new QHBoxLayout(combination);
    keyLine->setContentsMargins(0, 0, 0, 0);
    keyLine->setSpacing(6);
    auto* alt = new QLabel("Alt +", combination);
    alt->setFont(bodyFont(12));
    keyLine->addWidget(alt);
    keyLine->addWidget(key_);
    keyLine->addStretch(1);
    keyRow_ = panelRow(Words::tr("Access key"), combination,
                       Words::tr("Alt with this letter goes here. Set by hand, it stays."), this);
    key_->setAccessibleName(Words::tr("Access key"));
    column->addWidget(keyRow_);
    connect(isStop_, &QCheckBox::clicked, this, [this](bool on) {
        desk_.edit(withProperty(desk_.form(), desk_.selection(), Prop::tabStop, on),
                   on ? Words::tr("Stop here again") : Words::tr("Skip a stop"));
    });
    connect(key_, &QLineEdit::editingFinished, this, [this] {
        if (!key_->isModified()) return;
        key_->setModified(false);
        const Form next = withKeySet(desk_.form(), desk_.lead(), fromQt(key_->text()));
        desk_.edit(next, key_->text().isEmpty() ? Words::tr("Remove the access key")
                                                : Words::tr("Access key %1").arg(key_->text().toUpper()));
    });
}

void OrderPanel::showEvent(QShowEvent*) {
    refresh();
}

void OrderPanel::refresh() {
    const Form& form = desk_.form();
    const std::vector<Id> stops = stopsOf(form);
    const auto clashes = keyClashes(form).size();
    QString says = stops.empty() ? Words::tr("There is nothing yet where the Tab key could stop.")
                                 : Words::counted("%n stops, in the order of this list.",
                                                  "1 stop, in the order of this list.", qint64(stops.size()));
    if (clashes) says += " " + Words::counted("%n access keys clash.", "1 access key clashes.", qint64(clashes));
    count_->setText(says);
    auto list = [&](QComboBox* box, const QString& none, auto&& wanted, Id now) {
        const QSignalBlocker quiet(box);
        box->clear();
        box->addItem(none, uint(noControl));
        for (Id id : allIds(form))
            if (const Control& c = *form.find(id); wanted(c)) box->addItem(wordingOf(form, c), uint(id));
        box->setCurrentIndex(std::max(0, box->findData(uint(now))));
    };
    auto isStop = [&](const Control& c) { return std::ranges::find(stops, c.id) != stops.end() && !c.is().turns; };
    auto isButton = [](const Control& c) { return c.is().pressed; };
    list(starts_, Words::tr("the first stop"), isStop, form.root().reference(Prop::startsIn));
    list(enter_, Words::tr("no button"), isButton, buttonPressed(form, ButtonRole::accept));
    list(escape_, Words::tr("no button"), isButton, buttonPressed(form, ButtonRole::cancel));
    // A form without buttons, as most on paper, has no keys that press one.
    for (QComboBox* box : {enter_, escape_}) box->parentWidget()->setVisible(box->count() > 1);
    route_->refresh();
    refreshStop();
}

void OrderPanel::refreshStop() {
    const Form& form = desk_.form();
    const Control* c = form.find(desk_.lead());
    const bool can = c && has(c->kind, Prop::tabStop);
    stop_->setVisible(c);
    if (c) stop_->setText(fontMetrics().elidedText(wordingOf(form, *c), Qt::ElideRight, 236));
    isStop_->setVisible(can);
    keyRow_->setVisible(c);
    isStop_->setChecked(can && c->yes(Prop::tabStop));
    const QString why = c ? toQt(passedBecause(form, *c)) : QString();
    isStop_->setText(why.isEmpty() || why == "skipped" ? Words::tr("The Tab key stops here")
                                                       : Words::tr("Skipped: %1").arg(why));
    bool bears = false;
    if (c)
        for (const KeyBearer& b : keyBearers(form)) bears = bears || b.id == c->id || b.to == c->id;
    key_->setEnabled(bears);
    if (!key_->isModified()) key_->setText(bears ? toQt(keyTo(form, *c)) : QString());
}

}  // namespace brindel
