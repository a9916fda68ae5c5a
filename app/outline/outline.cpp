#include "app/outline/outline.h"

#include <QtWidgets/QtWidgets>
#include <set>

#include "app/theme/theme.h"
#include "app/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

constexpr int idRole = Qt::UserRole;

Id idOf(const QTreeWidgetItem* item) {
    return item ? Id(item->data(0, idRole).toUInt()) : noControl;
}

QString called(const Form& form, const Control& c) {
    if (c.is().paper) {
        const auto& pages = form.root().children;
        return Words::tr("Page %1").arg(std::ranges::find(pages, c.id) - pages.begin() + 1);
    }
    if (c.is().inGrid) return {};
    QString words = toQt(calledBy(form, c)).simplified();
    return words.isEmpty() ? (c.name.empty() ? Words::shown(row(c.kind).word) : toQt(c.name)) : words;
}

/// Tells its outline where something is dropped instead of moving items itself.
class Tree : public QTreeWidget {
  public:
    Tree(Outline& outline, Desk& desk, QWidget* parent) : QTreeWidget(parent), outline_(outline), desk_(desk) {}

  protected:
    void dropEvent(QDropEvent* event) override {
        QTreeWidgetItem* on = itemAt(event->position().toPoint());
        const Form& form = desk_.form();
        Id container = rootId;
        std::size_t index = form.root().children.size();
        if (const Control* target = form.find(idOf(on))) {
            const bool into =
                dropIndicatorPosition() == QAbstractItemView::OnItem && (row(target->kind).holds || target->is().turns);
            if (into) {
                container = target->is().turns ? shownPage(*target, desk_.turned()) : target->id;
                index = form.find(container)->children.size();
            } else {
                container = target->parent;
                const auto& order = form.find(container)->children;
                index = std::size_t(std::ranges::find(order, target->id) - order.begin()) +
                        (dropIndicatorPosition() == QAbstractItemView::AboveItem ? 0 : 1);
            }
        }
        Ids ids;
        for (const QTreeWidgetItem* item : selectedItems()) ids.push_back(idOf(item));
        // The tree is built anew from the form: nothing is moved by the view.
        event->setDropAction(Qt::IgnoreAction);
        event->accept();
        QMetaObject::invokeMethod(
            this, [this, ids, container, index] { outline_.moveTo(ids, container, index); }, Qt::QueuedConnection);
    }

  private:
    Outline& outline_;
    Desk& desk_;
};

}  // namespace

Outline::Outline(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setObjectName("panel");
    setAttribute(Qt::WA_StyledBackground);
    setFixedWidth(212);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(10, 10, 6, 8);
    column->setSpacing(6);
    auto* title = new QLabel(Words::tr("Outline"), this);
    title->setFont(bodyFont(15, true));
    column->addWidget(title);
    search_ = new QLineEdit(this);
    search_->setObjectName("outlineSearch");
    search_->setPlaceholderText(Words::tr("Search names and labels"));
    search_->setClearButtonEnabled(true);
    search_->setFixedHeight(26);
    column->addWidget(search_);
    tree_ = new Tree(*this, desk, this);
    tree_->setObjectName("outlineTree");
    tree_->setAccessibleName(Words::tr("Outline"));
    tree_->setHeaderHidden(true);
    tree_->setIndentation(14);
    tree_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    tree_->setDragDropMode(QAbstractItemView::InternalMove);
    tree_->setFrameShape(QFrame::NoFrame);
    tree_->setUniformRowHeights(true);
    tree_->setStyleSheet(
        QString("QTreeWidget { background: %1; color: %2; border: 0; } QTreeWidget::item { height: 24px; }"
                "QTreeWidget::item:selected { background: %3; color: %2; }")
            .arg(tokens().cream.name(), tokens().ink.name(), tokens().chosen.name()));
    tree_->installEventFilter(this);
    search_->installEventFilter(this);
    column->addWidget(tree_, 1);
    auto* hint = new QLabel(Words::tr("Drag to another container, or to another place in the order."), this);
    hint->setWordWrap(true);
    hint->setFont(bodyFont(11));
    hint->setProperty("secondary", true);
    column->addWidget(hint);
    connect(&desk, &Desk::formChanged, this, [this] {
        if (isVisible()) showAgain();
    });
    connect(&desk, &Desk::selectionChanged, this, [this] {
        if (isVisible()) showSelection();
    });
    connect(search_, &QLineEdit::textChanged, this, [this] {
        shown_.clear();
        showAgain();
    });
    connect(tree_, &QTreeWidget::itemSelectionChanged, this, [this] {
        if (filling_) return;
        Ids ids;
        for (const QTreeWidgetItem* item : tree_->selectedItems())
            if (idOf(item) != rootId) ids.push_back(idOf(item));
        // The one with the cursor leads.
        const Id current = idOf(tree_->currentItem());
        if (auto at = std::ranges::find(ids, current); at != ids.end()) std::rotate(ids.begin(), at, at + 1);
        filling_ = true;
        desk_.select(ids);
        filling_ = false;
    });
}

void Outline::showEvent(QShowEvent*) {
    showAgain();
}

void Outline::begin() {
    search_->setFocus();
    search_->selectAll();
}

void Outline::showAgain() {
    const Form& form = desk_.form();
    const QString wanted = search_->text().trimmed();
    std::vector<std::tuple<Id, int, std::string>> now;
    walk(form, rootId, [&](const Control& c, int depth) {
        if (c.is().inGrid || (c.is().speaks && c.reference(Prop::labels) != noControl)) return;
        now.emplace_back(c.id, depth, c.name + "\n" + fromQt(called(form, c)) + std::string(row(c.kind).key));
    });
    if (now == shown_) return showSelection();
    shown_ = now;
    filling_ = true;
    std::set<Id> folded;
    for (const auto& [id, item] : items_)
        if (item->childCount() > 0 && !item->isExpanded()) folded.insert(id);
    tree_->clear();
    items_.clear();
    for (const auto& [id, depth, words] : shown_) {
        const Control& c = *form.find(id);
        if (!wanted.isEmpty() && !toQt(words).contains(wanted, Qt::CaseInsensitive)) continue;
        // Under what holds it and is shown; a table's cells are passed over.
        QTreeWidgetItem* holder = nullptr;
        for (const Control* up = form.find(c.parent); up && !holder; up = form.find(up->parent))
            if (auto at = items_.find(up->id); at != items_.end()) holder = at->second;
        auto* item = holder ? new QTreeWidgetItem(holder) : new QTreeWidgetItem(tree_);
        item->setText(0, called(form, c));
        item->setToolTip(0, QString("%1 “%2”").arg(Words::shown(row(c.kind).word), toQt(c.name)));
        item->setIcon(0, icon(toQt(std::string(row(c.kind).key)), tokens().ink2));
        item->setData(0, idRole, uint(id));
        if (id == rootId) item->setFlags(item->flags() & ~Qt::ItemIsDragEnabled);
        items_[id] = item;
    }
    for (const auto& [id, item] : items_) item->setExpanded(!folded.contains(id) || !wanted.isEmpty());
    filling_ = false;
    showSelection();
}

void Outline::showSelection() {
    if (filling_) return;
    filling_ = true;
    tree_->clearSelection();
    for (Id id : desk_.selectionOrForm())
        if (auto at = items_.find(id); at != items_.end()) {
            at->second->setSelected(true);
            if (id == desk_.lead()) {
                tree_->setCurrentItem(at->second, 0, QItemSelectionModel::NoUpdate);
                tree_->scrollToItem(at->second);
            }
        }
    filling_ = false;
}

bool Outline::moveTo(const Ids& ids, Id container, std::size_t index) {
    Form next = desk_.form();
    const Ids movable = outermost(next, ids);
    Ids moved;
    for (Id id : movable) {
        const Control* c = next.find(id);
        const Control* holder = next.find(container);
        if (!c || !holder || id == rootId || within(next, container, id)) continue;
        if (c->parent != container && !canHold(holder->kind, c->kind)) continue;
        // A field takes its label along into another container.
        const Control* label = labelOf(next, id);
        if (c->parent != container) {
            Ids both{id};
            if (label && label->parent == c->parent) both.push_back(label->id);
            next = broughtIn(rehoused(next, both, container), both);
        }
        const auto& order = next.find(container)->children;
        const auto now = std::size_t(std::ranges::find(order, id) - order.begin());
        next = reordered(next, id, now < index && index > 0 ? index - 1 : index);
        moved.push_back(id);
    }
    if (moved.empty()) {
        desk_.say(Words::tr("It cannot be placed there."), true);
        return false;
    }
    desk_.edit(next, Words::tr("Move in the outline"), moved);
    return true;
}

bool Outline::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::KeyPress) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (watched == search_ && key->key() == Qt::Key_Down) {
            tree_->setFocus();
            if (!tree_->currentItem() && tree_->topLevelItemCount() > 0) tree_->setCurrentItem(tree_->topLevelItem(0));
            return true;
        }
        if (watched == search_ && key->key() == Qt::Key_Escape && !search_->text().isEmpty()) {
            search_->clear();
            return true;
        }
        // Alt with an arrow moves what is selected in the order, without a pointer.
        if (watched == tree_ && key->modifiers() & Qt::AltModifier &&
            (key->key() == Qt::Key_Up || key->key() == Qt::Key_Down)) {
            const Id id = desk_.lead();
            const Control* c = desk_.form().find(id);
            if (!c) return true;
            const auto& order = desk_.form().find(c->parent)->children;
            const long step = key->key() == Qt::Key_Up ? -1 : 1, count = long(order.size());
            // Past the next one that the outline shows.
            long to = std::ranges::find(order, id) - order.begin() + step;
            while (to >= 0 && to < count && !items_.contains(order[std::size_t(to)])) to += step;
            if (to >= 0 && to < count) moveTo({id}, c->parent, std::size_t(step < 0 ? to : to + 1));
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

}  // namespace brindel
