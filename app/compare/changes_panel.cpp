#include "app/compare/changes_panel.h"

#include <QtWidgets/QtWidgets>

#include "app/compare/change_marks.h"
#include "app/compare/changes_watch.h"
#include "app/theme/panel_parts.h"
#include "app/theme/said_line.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/compare/kit_form.h"
#include "core/targets/kit/kit.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

enum class From { lastKit, saved, file, folder };

class ChangeLine : public SaidLine {
  public:
    using SaidLine::SaidLine;

  protected:
    void paintMark(QPainter& p, const QRectF& box, const QModelIndex& index) const override {
        paintChangeMark(p, box, Became(index.data(firstOfList).toInt()));
    }
};

/// "Draught (numDraught)", "The form".
QString whomSaid(const Difference& one) {
    const QString called = toQt(one.called).simplified();
    if (one.called == "the form") return Words::tr("The form");
    return one.called == one.control || idFrom(one.control) ? called
                                                            : QString("%1 (%2)").arg(called, toQt(one.control));
}

}  // namespace

ChangesPanel::ChangesPanel(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setObjectName("panel");
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 12, 14, 12);
    column->setSpacing(6);
    QToolButton* close = panelHead(Words::tr("What has changed"), column, this).close;
    column->addWidget(groupTitle(Words::tr("Compared with"), this));
    from_ = new CalmCombo(this);
    from_->setObjectName("comparedWith");
    from_->setAccessibleName(Words::tr("Compared with"));
    from_->setFont(bodyFont(13));
    from_->setMinimumContentsLength(10);
    from_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    column->addWidget(from_);
    says_ = new QLabel(this);
    says_->setObjectName("changesSaid");
    says_->setFont(bodyFont(12));
    says_->setProperty("secondary", true);
    says_->setWordWrap(true);
    column->addWidget(says_);
    onlyMeaning_ = new QCheckBox(Words::tr("Only what replies and code notice"), this);
    onlyMeaning_->setObjectName("onlyMeaning");
    onlyMeaning_->setFont(bodyFont(12));
    column->addWidget(onlyMeaning_);
    list_ = saidList(Words::tr("What has changed"), "changes", new ChangeLine, this);
    list_->installEventFilter(this);
    column->addWidget(list_, 1);
    empty_ = new QLabel(this);
    empty_->setObjectName("changesEmpty");
    empty_->setFont(bodyFont(13));
    empty_->setWordWrap(true);
    empty_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    column->addWidget(empty_, 1);

    connect(close, &QToolButton::clicked, this, &ChangesPanel::closeAsked);
    connect(from_, &QComboBox::activated, this, &ChangesPanel::chosenFrom);
    connect(onlyMeaning_, &QCheckBox::toggled, this, &ChangesPanel::refresh);
    connect(list_, &QListWidget::itemClicked, this, [this] {
        if (const Difference* one = current(); one && one->after != noControl) emit goAsked(one->after, true);
    });
    connect(&desk.changes(), &ChangesWatch::changed, this, &ChangesPanel::refresh);
    connect(&desk, &Desk::fileChanged, this, &ChangesPanel::fillChoices);
    fillChoices();
}

QString ChangesPanel::lastKit() const {
    if (desk_.path().isEmpty()) return {};
    const auto kit = lastKitIn(fromQt(QFileInfo(desk_.path()).absolutePath()), kitName(desk_.form()));
    return kit ? toQt(*kit) : QString();
}

void ChangesPanel::fillChoices() {
    const QSignalBlocker still(from_);
    from_->clear();
    from_->addItem({});
    from_->insertSeparator(1);
    if (const QString kit = lastKit(); !kit.isEmpty())
        from_->addItem(Words::tr("The last hand-over, %1").arg(QFileInfo(kit).fileName()), int(From::lastKit));
    if (!desk_.path().isEmpty()) from_->addItem(Words::tr("The file as it is saved"), int(From::saved));
    from_->addItem(Words::tr("Another form, or a kit as a ZIP…"), int(From::file));
    from_->addItem(Words::tr("A kit's folder…"), int(From::folder));
    refresh();
}

void ChangesPanel::chosenFrom(int row) {
    const QVariant chosen = from_->itemData(row);
    const QString at = desk_.path().isEmpty() ? QDir::currentPath() : QFileInfo(desk_.path()).absolutePath();
    if (chosen.isValid()) switch (From(chosen.toInt())) {
            case From::lastKit:
                with(lastKit());
                break;
            case From::saved:
                desk_.changes().begin(desk_.savedForm(), Words::tr("The file as it is saved"), desk_.form());
                break;
            case From::file: {
                const QString path = QFileDialog::getOpenFileName(window(), Words::tr("Compare with"), at,
                                                                  Words::tr("Forms and kits (*.brindel *.zip)"));
                if (!path.isEmpty()) with(path);
                break;
            }
            case From::folder: {
                const QString path = QFileDialog::getExistingDirectory(window(), Words::tr("Compare with a kit"), at);
                if (!path.isEmpty()) with(path);
                break;
            }
        }
    refresh();
}

bool ChangesPanel::with(const QString& path) {
    auto opened = handedOverForm(fromQt(path));
    const QString name = QFileInfo(path).fileName();
    if (!opened) {
        desk_.say(QString("%1: %2").arg(name, Words::shown(opened.error().sentence)), true);
        return false;
    }
    const QString called = Words::tr("%1, version %2").arg(name).arg(opened->form.revision);
    desk_.changes().begin(std::move(opened->form), called, desk_.form());
    return true;
}

void ChangesPanel::begin() {
    if (!desk_.changes().on()) {
        if (const QString kit = lastKit(); kit.isEmpty() || !with(kit))
            if (!desk_.path().isEmpty())
                desk_.changes().begin(desk_.savedForm(), Words::tr("The file as it is saved"), desk_.form());
    }
    fillChoices();
    if (list_->isVisibleTo(this))
        list_->setFocus(Qt::OtherFocusReason);
    else
        from_->setFocus(Qt::OtherFocusReason);
}

/// The differences, those that others feel first; the one that was chosen before stays so.
void ChangesPanel::fillList(const std::pair<std::string, std::string>& before, int felt) {
    const std::vector<Difference>& all = shown_;
    const int scrolled = list_->verticalScrollBar()->value();
    const QSignalBlocker still(list_);
    list_->clear();
    for (const bool means : {true, false}) {
        const int count = means ? felt : int(all.size()) - felt;
        if (count == 0 || (!means && onlyMeaning_->isChecked())) continue;
        auto* heading = new QListWidgetItem(
            (means ? Words::tr("Replies and code notice (%1)") : Words::tr("Everything else (%1)")).arg(count));
        heading->setFlags(Qt::NoItemFlags);
        list_->addItem(heading);
        // Nobody reads thousands, and each edit would lay them out again.
        constexpr int most = 200;
        int listed = 0;
        for (std::size_t i = 0; i < all.size(); ++i) {
            const Difference& one = all[i];
            if (one.means.empty() == means) continue;
            if (++listed > most) {
                auto* more = new QListWidgetItem(Words::tr("And %1 more").arg(count - most));
                more->setFlags(Qt::NoItemFlags);
                list_->addItem(more);
                break;
            }
            const QString says = capital(Words::shown(one.says)) + ".";
            auto* item = new QListWidgetItem(says);
            item->setData(SaidLine::of, int(i));
            item->setData(SaidLine::whom, whomSaid(one));
            item->setData(SaidLine::means, Words::shown(one.means));
            item->setData(SaidLine::firstOfList, int(becameOf(one)));
            item->setData(Qt::AccessibleTextRole, whomSaid(one) + ": " + says + " " + Words::shown(one.means));
            list_->addItem(item);
            if (before == std::pair(one.control, one.property)) list_->setCurrentItem(item);
        }
    }
    list_->verticalScrollBar()->setValue(scrolled);
}

void ChangesPanel::refresh() {
    const ChangesWatch& watch = desk_.changes();
    const QString called = watch.on() ? watch.called() : Words::tr("Choose…");
    from_->setItemText(0, called);
    from_->setCurrentIndex(0);
    from_->setToolTip(called);
    const Difference* was = current();
    const std::pair<std::string, std::string> before =
        was ? std::pair(was->control, was->property) : std::pair<std::string, std::string>();
    shown_ = watch.differences();
    const std::vector<Difference>& all = shown_;
    int fresh = 0, gone = 0, felt = 0;
    for (const Difference& one : all) {
        fresh += becameOf(one) == Became::fresh;
        gone += becameOf(one) == Became::gone;
        felt += !one.means.empty();
    }
    fillList(before, felt);
    QStringList parts;
    if (fresh) parts += Words::tr("%1 new").arg(fresh);
    if (gone) parts += Words::tr("%1 gone").arg(gone);
    if (const int changed = int(all.size()) - fresh - gone) parts += Words::tr("%1 changed").arg(changed);
    const QString list = parts.join(", ");
    says_->setText(Words::counted("%n differences: %1.", "1 difference: %1.", qint64(all.size())).arg(list));
    says_->setVisible(!all.empty());
    onlyMeaning_->setVisible(felt > 0 && felt < int(all.size()));
    list_->setVisible(!all.empty());
    empty_->setVisible(all.empty());
    empty_->setText(watch.on() ? Words::tr("Nothing is different.")
                               : Words::tr("Choose above what the form is compared with: a form as it was, or a "
                                           "kit that was handed over."));
    // The keys stay where there is something to do.
    if (all.empty() && list_->hasFocus()) from_->setFocus();
    if (!all.empty() && from_->hasFocus()) list_->setFocus();
}

const Difference* ChangesPanel::current() const {
    const QListWidgetItem* item = list_->currentItem();
    if (!item || !item->data(SaidLine::of).isValid()) return nullptr;
    const auto at = std::size_t(item->data(SaidLine::of).toInt());
    return at < shown_.size() ? &shown_[at] : nullptr;
}

void ChangesPanel::choose(Id id) {
    if (const Difference* now = current(); now && now->after == id) return;
    const auto& all = shown_;
    for (int i = 0; i < list_->count(); ++i) {
        const QVariant at = list_->item(i)->data(SaidLine::of);
        if (!at.isValid() || std::size_t(at.toInt()) >= all.size() || all[std::size_t(at.toInt())].after != id)
            continue;
        list_->setCurrentRow(i);
        list_->scrollToItem(list_->item(i));
        return;
    }
}

bool ChangesPanel::eventFilter(QObject* watched, QEvent* event) {
    if (watched == list_ && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Escape) {
            emit closeAsked();
            return true;
        }
        if (key == Qt::Key_Return || key == Qt::Key_Enter || key == Qt::Key_Space) {
            if (const Difference* one = current(); one && one->after != noControl)
                emit goAsked(one->after, key == Qt::Key_Space);
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

}  // namespace brindel
