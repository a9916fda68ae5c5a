#include "app/window/find_box.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"

namespace brindel {

int findScore(const QString& typed, const QString& text) {
    int score = 1;
    for (const QString& word : typed.simplified().split(' ', Qt::SkipEmptyParts)) {
        const qsizetype at = text.indexOf(word, 0, Qt::CaseInsensitive);
        if (at < 0) return 0;
        const bool begins = at == 0, beginsWord = begins || !text[at - 1].isLetterOrNumber() || text[at].isUpper();
        score += begins ? 8 : beginsWord ? 4 : 1;
    }
    return score;
}

FindBox::FindBox(QWidget* parent) : QFrame(parent) {
    setObjectName("findBox");
    setStyleSheet(
        panelSheet() +
        QString("QFrame#findBox { background: %1; border: 1px solid %2; border-radius: 8px; }"
                "QListWidget { border: 0; background: %1; } QListWidget::item { height: 28px; }"
                "QListWidget::item:selected { background: %3; color: %4; border-radius: 4px; }")
            .arg(tokens().paper.name(), tokens().fieldLine.name(), tokens().chosen.name(), tokens().ink.name()));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(10, 10, 10, 10);
    column->setSpacing(6);
    edit_ = new QLineEdit(this);
    edit_->setPlaceholderText(Words::tr("Find a command, a control, a property …"));
    edit_->setAccessibleName(Words::tr("Find"));
    edit_->setFixedHeight(32);
    edit_->setFont(bodyFont(14));
    list_ = new QListWidget(this);
    list_->setFocusPolicy(Qt::NoFocus);
    list_->setAccessibleName(Words::tr("Found"));
    list_->setIconSize({18, 18});
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    column->addWidget(edit_);
    column->addWidget(list_);
    edit_->installEventFilter(this);
    connect(edit_, &QLineEdit::textChanged, this, &FindBox::search);
    connect(list_, &QListWidget::itemClicked, this, &FindBox::take);
    hide();
}

void FindBox::begin(std::vector<Found> all) {
    all_ = std::move(all);
    const int wide = std::min(520, parentWidget()->width() - 80);
    setGeometry((parentWidget()->width() - wide) / 2, 90, wide, 380);
    edit_->clear();
    search();
    show();
    raise();
    edit_->setFocus();
}

void FindBox::search() {
    std::vector<std::pair<int, std::size_t>> scored;
    for (std::size_t i = 0; i < all_.size(); ++i) {
        const int word = findScore(edit_->text(), all_[i].word);
        const int any = word > 0 ? word * 2 : findScore(edit_->text(), all_[i].word + " " + all_[i].says);
        if (any > 0) scored.emplace_back(-any, i);
    }
    std::ranges::stable_sort(scored, {}, &std::pair<int, std::size_t>::first);
    list_->clear();
    shown_.clear();
    for (const auto& [score, i] : scored) {
        if (shown_.size() >= 60) break;
        shown_.push_back(i);
        auto* item = new QListWidgetItem(all_[i].word + (all_[i].says.isEmpty() ? "" : "    " + all_[i].says), list_);
        if (!all_[i].icon.isEmpty()) item->setIcon(icon(all_[i].icon, tokens().tawny));
    }
    if (list_->count() > 0) list_->setCurrentRow(0);
}

void FindBox::take() {
    const int at = list_->currentRow();
    hide();
    parentWidget()->setFocus();
    if (at >= 0 && std::size_t(at) < shown_.size()) all_[shown_[std::size_t(at)]].go();
}

bool FindBox::eventFilter(QObject* watched, QEvent* event) {
    if (watched != edit_) return QFrame::eventFilter(watched, event);
    if (event->type() == QEvent::KeyPress) {
        switch (static_cast<QKeyEvent*>(event)->key()) {
            case Qt::Key_Escape:
                hide();
                parentWidget()->setFocus();
                return true;
            case Qt::Key_Return:
            case Qt::Key_Enter:
                take();
                return true;
            case Qt::Key_Down:
            case Qt::Key_Up: {
                const int step = static_cast<QKeyEvent*>(event)->key() == Qt::Key_Down ? 1 : -1;
                list_->setCurrentRow(std::clamp(list_->currentRow() + step, 0, std::max(0, list_->count() - 1)));
                return true;
            }
            default:
                break;
        }
    }
    if (event->type() == QEvent::FocusOut && !isAncestorOf(QApplication::focusWidget())) hide();
    return QFrame::eventFilter(watched, event);
}

}  // namespace brindel
