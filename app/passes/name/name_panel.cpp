#include "app/passes/name/name_panel.h"

#include <QtWidgets/QtWidgets>

#include "app/passes/name/name_layer.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/renaming.h"
#include "filler/drawing_painter.h"

namespace brindel {

NamePanel::NamePanel(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk), list_(new NameList(desk, this)) {
    setObjectName("panel");
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 12, 14, 12);
    column->setSpacing(8);

    buildHead(column);
    buildTable(column);
    buildCard(column);
    buildReplacing(column);

    connect(&desk, &Desk::formChanged, this, [this] {
        if (isVisible()) refresh();
    });
    connect(&desk, &Desk::proposalChanged, this, [this] {
        if (!isVisible()) return;
        std::map<Id, std::string> becomes;
        if (desk_.proposal())
            for (Id id : allIds(desk_.form()))
                if (const Control* then = desk_.proposal()->form.find(id)) becomes[id] = then->name;
        list_->setBecomes(std::move(becomes), desk_.proposal().has_value());
    });
    connect(&desk, &Desk::selectionChanged, this, &NamePanel::followSelection);
}

void NamePanel::buildHead(QVBoxLayout* column) {
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(Words::tr("Names"), this);
    title->setFont(bodyFont(15, true));
    count_ = new QLabel(this);
    count_->setFont(bodyFont(12));
    count_->setProperty("secondary", true);
    head->addWidget(title);
    head->addStretch(1);
    head->addWidget(count_);
    column->addLayout(head);

    auto* filters = new QHBoxLayout;
    filters->setSpacing(6);
    filter_ = new QLineEdit(this);
    filter_->setObjectName("nameFilter");
    filter_->setPlaceholderText(Words::tr("Filter by label, name or kind"));
    filter_->setClearButtonEnabled(true);
    filter_->setFixedHeight(26);
    which_ = new QComboBox(this);
    which_->setObjectName("namesShown");
    which_->addItems({Words::tr("All that need one"), Words::tr("To be put right"), Words::tr("Set by hand"),
                      Words::tr("Everything")});
    which_->setFixedHeight(26);
    filters->addWidget(filter_, 1);
    filters->addWidget(which_);
    column->addLayout(filters);
    auto shown = [this] { list_->show(NamesShown(which_->currentIndex()), filter_->text().trimmed()); };
    connect(filter_, &QLineEdit::textChanged, this, shown);
    connect(which_, &QComboBox::currentIndexChanged, this, shown);
}

void NamePanel::buildTable(QVBoxLayout* column) {
    table_ = new QTableView(this);
    table_->setObjectName("names");
    table_->setModel(list_);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    table_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed |
                            QAbstractItemView::AnyKeyPressed);
    table_->setShowGrid(false);
    table_->setWordWrap(false);
    table_->setTabKeyNavigation(false);
    table_->setAccessibleName(Words::tr("Names"));
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(24);
    table_->horizontalHeader()->setHighlightSections(false);
    table_->horizontalHeader()->setFont(bodyFont(12));
    table_->horizontalHeader()->setSectionResizeMode(NameList::label, QHeaderView::Stretch);
    table_->horizontalHeader()->setSectionResizeMode(NameList::name, QHeaderView::Stretch);
    table_->horizontalHeader()->setSectionResizeMode(NameList::proposed, QHeaderView::Stretch);
    table_->horizontalHeader()->setSectionResizeMode(NameList::used, QHeaderView::Fixed);
    table_->setColumnWidth(NameList::used, 40);
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    column->addWidget(table_, 1);
    connect(table_->selectionModel(), &QItemSelectionModel::selectionChanged, this, [this] {
        if (selecting_) return;
        selecting_ = true;
        desk_.select(chosen());
        selecting_ = false;
        refreshCard();
    });
}

void NamePanel::buildCard(QVBoxLayout* column) {
    auto* card = new QFrame(this);
    card->setObjectName("card");
    card->setStyleSheet(QString("QFrame#card { background: %1; border: 1px solid %2; border-radius: 5px; }")
                            .arg(tokens().paper.name(), tokens().line.name()));
    auto* lines = new QVBoxLayout(card);
    lines->setContentsMargins(10, 8, 10, 8);
    lines->setSpacing(4);
    says_ = new QLabel(card);
    says_->setObjectName("nameSays");
    uses_ = new QLabel(card);
    for (QLabel* label : {says_, uses_}) {
        label->setFont(bodyFont(12));
        label->setWordWrap(true);
        lines->addWidget(label);
    }
    uses_->setProperty("secondary", true);
    auto* buttons = new QHBoxLayout;
    take_ = new QPushButton(card);
    take_->setObjectName("takeNames");
    take_->setFont(bodyFont(12));
    openReplace_ = new QToolButton(card);
    openReplace_->setObjectName("link");
    openReplace_->setText(Words::tr("Find and replace…"));
    openReplace_->setFont(bodyFont(12));
    openReplace_->setCheckable(true);
    buttons->addWidget(take_);
    buttons->addStretch(1);
    buttons->addWidget(openReplace_);
    lines->addLayout(buttons);
    column->addWidget(card);
    connect(take_, &QPushButton::clicked, this, &NamePanel::takeProposed);
}

void NamePanel::buildReplacing(QVBoxLayout* column) {
    replacing_ = new QWidget(this);
    auto* grid = new QGridLayout(replacing_);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(6);
    find_ = new QLineEdit(replacing_);
    find_->setObjectName("findInNames");
    with_ = new QLineEdit(replacing_);
    with_->setObjectName("replaceInNames");
    int at = 0;
    for (auto [word, edit] : {std::pair(Words::tr("Find"), find_), {Words::tr("Replace with"), with_}}) {
        auto* label = new QLabel(word, replacing_);
        label->setFont(bodyFont(12));
        label->setProperty("secondary", true);
        label->setBuddy(edit);
        edit->setFont(monoFont(12));
        edit->setFixedHeight(26);
        edit->setAccessibleName(word);
        grid->addWidget(label, at, 0);
        grid->addWidget(edit, at++, 1);
        connect(edit, &QLineEdit::textChanged, this, &NamePanel::tryReplacement);
        connect(edit, &QLineEdit::returnPressed, this, &NamePanel::replace);
    }
    replaceSays_ = new QLabel(replacing_);
    replaceSays_->setFont(bodyFont(12));
    replaceSays_->setProperty("secondary", true);
    replaceSays_->setWordWrap(true);
    replace_ = new QPushButton(Words::tr("Replace"), replacing_);
    replace_->setObjectName("replaceNames");
    replace_->setFont(bodyFont(12));
    grid->addWidget(replaceSays_, 2, 0, 1, 1);
    grid->addWidget(replace_, 2, 1, Qt::AlignRight);
    grid->setColumnStretch(1, 1);
    grid->setColumnMinimumWidth(0, 130);
    replacing_->hide();
    column->addWidget(replacing_);
    connect(replace_, &QPushButton::clicked, this, &NamePanel::replace);
    connect(openReplace_, &QToolButton::toggled, this, [this](bool on) {
        replacing_->setVisible(on);
        on ? find_->setFocus() : void();
        tryReplacement();
    });
}

void NamePanel::resizeEvent(QResizeEvent*) {
    // Where the panel is narrow, the card alone says where a name is used.
    table_->setColumnHidden(NameList::used, width() < 400);
}

void NamePanel::showEvent(QShowEvent*) {
    refresh();
    followSelection();
}

/// The rows of what is selected on the desk.
void NamePanel::followSelection() {
    if (selecting_ || !isVisible()) return;
    selecting_ = true;
    QItemSelection rows;
    int first = -1;
    for (Id id : desk_.selection())
        if (const int found = list_->rowOf(id); found >= 0) {
            rows.select(list_->index(found, 0), list_->index(found, NameList::columns - 1));
            if (first < 0) first = found;
        }
    table_->selectionModel()->select(rows, QItemSelectionModel::ClearAndSelect);
    if (first >= 0) {
        table_->selectionModel()->setCurrentIndex(list_->index(first, NameList::name), QItemSelectionModel::NoUpdate);
        table_->scrollTo(list_->index(first, 0));
    }
    selecting_ = false;
    refreshCard();
}

Ids NamePanel::chosen() const {
    Ids ids;
    for (const QModelIndex& at : table_->selectionModel()->selectedRows()) ids.push_back(list_->idAt(at.row()));
    return ids;
}

void NamePanel::refresh() {
    const Ids before = chosen();
    selecting_ = true;
    list_->refresh();
    QItemSelection rows;
    for (Id id : before)
        if (const int at = list_->rowOf(id); at >= 0)
            rows.select(list_->index(at, 0), list_->index(at, NameList::columns - 1));
    table_->selectionModel()->select(rows, QItemSelectionModel::ClearAndSelect);
    selecting_ = false;
    int names = 0;
    for (const auto& [id, standing] : list_->standings()) names += standing.state != NameState::notNeeded;
    const int wrong = list_->wrongCount();
    count_->setText(wrong == 0 ? Words::tr("%1, all right").arg(names)
                               : Words::tr("%1, %2 to be put right").arg(names).arg(wrong));
    refreshCard();
    if (openReplace_->isChecked()) tryReplacement();
}

void NamePanel::refreshCard() {
    const Form& form = desk_.form();
    Ids ids = desk_.selection();
    std::erase_if(ids, [&](Id id) {
        auto at = list_->standings().find(id);
        return at == list_->standings().end();
    });
    Ids open;
    for (Id id : ids)
        if (list_->standings().at(id).proposed != form.find(id)->name || form.find(id)->ownName) open.push_back(id);
    take_->setEnabled(!open.empty());
    take_->setText(open.size() > 1
                       ? Words::counted("Use the scheme for %n names", "Use the scheme's name", qint64(open.size()))
                       : Words::tr("Use the scheme's name"));
    uses_->hide();
    if (ids.empty()) {
        says_->setText(
            Words::tr("Select a name here or on the sheet and type a new one; an empty name follows its label again."));
        return;
    }
    if (ids.size() > 1) {
        says_->setText(Words::counted("%n controls are selected.", "1 control is selected.", qint64(ids.size())));
        return;
    }
    const Control& c = *form.find(ids[0]);
    const NameStanding& s = list_->standings().at(ids[0]);
    QString text = QString("%1 “%2”: %3.")
                       .arg(Words::shown(row(c.kind).word), toQt(calledBy(form, c)).simplified().left(60),
                            toQt(std::string(nameStateWord(s.state))));
    text[0] = text[0].toUpper();
    if (!s.says.empty()) text += " " + Words::shown(s.says);
    if (!s.proposed.empty() && s.proposed != c.name)
        text += Words::tr(" The scheme suggests “%1”.").arg(toQt(s.proposed));
    says_->setText(text);
    QStringList used;
    for (const Use& use : list_->usesOf(c.id)) {
        const Control* by = form.find(use.by);
        if (by)
            used << QString("%1, %2").arg(
                toQt(calledBy(form, *by)).simplified(),
                (use.prop ? Words::shown(row(*use.prop).word).toLower() : Words::tr("a rule")));
    }
    uses_->setVisible(!used.isEmpty());
    uses_->setText(Words::tr("Used in: %1").arg(used.join("; ")));
}

void NamePanel::takeProposed() {
    Ids ids = desk_.selection();
    if (ids.empty()) return;
    const Form next = namedByScheme(desk_.form(), ids);
    desk_.edit(next, ids.size() > 1
                         ? Words::counted("Use the scheme for %n names", "Use the scheme's name", qint64(ids.size()))
                         : Words::tr("Use the scheme's name"));
}

void NamePanel::putRight() {
    Ids wrong;
    for (const auto& [id, standing] : desk_.names())
        if (isWrong(standing.state)) wrong.push_back(id);
    if (wrong.empty()) return desk_.say(Words::tr("All names are right."));
    desk_.edit(namedByScheme(desk_.form(), wrong),
               Words::counted("Put %n names right", "Put a name right", qint64(wrong.size())));
}

void NamePanel::startReplacing() {
    openReplace_->setChecked(true);
    find_->setFocus();
    find_->selectAll();
}

/// Where to replace: in what is selected, if several are; else in all.
Ids NamePanel::replaceIn() const {
    return desk_.selection().size() > 1 ? desk_.selection() : allIds(desk_.form());
}

void NamePanel::tryReplacement() {
    if (desk_.proposal()) return;
    const bool on = openReplace_->isChecked() && !find_->text().isEmpty();
    std::map<Id, Sentence> left;
    const auto names =
        on ? namesReplaced(desk_.form(), replaceIn(), fromQt(find_->text()), fromQt(with_->text()), &left)
           : std::map<Id, std::string>();
    replace_->setEnabled(!names.empty());
    replace_->setText(Words::counted("Replace %n names", "Replace 1 name", qint64(names.size())));
    replaceSays_->setText(!on             ? QString()
                          : !left.empty() ? Words::tr("%1 cannot be changed that way.").arg(left.size())
                          : names.empty() ? Words::tr("No name contains it.")
                                          : QString());
    replaceSays_->setToolTip(left.empty() ? QString() : Words::shown(left.begin()->second));
    list_->setBecomes(names, on);
}

void NamePanel::replace() {
    const auto names = namesReplaced(desk_.form(), replaceIn(), fromQt(find_->text()), fromQt(with_->text()));
    if (names.empty()) return;
    Form next = withNames(desk_.form(), names);
    for (const auto& [id, name] : names) next = changed(std::move(next), id, [](Control& c) { c.ownName = true; });
    desk_.edit(next, Words::tr("Replace “%1” in %2 names").arg(find_->text()).arg(names.size()));
}

}  // namespace brindel
