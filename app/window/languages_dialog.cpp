#include "app/window/languages_dialog.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/answers/choice_lists.h"
#include "core/file/whole_file.h"
#include "core/file/writing_over.h"
#include "core/wording/texts.h"
#include "filler/drawing_painter.h"

namespace brindel {

/// The texts of one language, a row a text.
class TextsModel : public QAbstractTableModel {
  public:
    TextsModel(Form& form, QObject* parent) : QAbstractTableModel(parent), form_(form) {}

    void show(const std::string& language, bool onlyMissing) {
        beginResetModel();
        language_ = language;
        texts_ = language.empty() ? std::vector<FormText>() : textsOf(form_, language);
        shown_.clear();
        for (std::size_t i = 0; i < texts_.size(); ++i)
            if (!onlyMissing || texts_[i].target.empty()) shown_.push_back(i);
        endResetModel();
    }
    int all() const { return int(texts_.size()); }
    int translated() const {
        return int(std::ranges::count_if(texts_, [](const FormText& one) { return !one.target.empty(); }));
    }
    /// The next row below one that lacks its wording; -1 for none.
    int nextMissing(int below) const {
        for (int row = below + 1; row < rowCount(); ++row)
            if (at(row).target.empty()) return row;
        return -1;
    }

    int rowCount(const QModelIndex& parent = {}) const override { return parent.isValid() ? 0 : int(shown_.size()); }
    int columnCount(const QModelIndex& = {}) const override { return 3; }
    QVariant data(const QModelIndex& index, int role) const override {
        const FormText& one = at(index.row());
        if (role == Qt::ForegroundRole && index.column() == 0) return tokens().ink2;
        if (role == Qt::FontRole) return bodyFont(index.column() == 0 ? 12 : 13);
        if (role != Qt::DisplayRole && role != Qt::EditRole && role != Qt::ToolTipRole) return {};
        const std::string* texts[] = {&one.about, &one.source, &one.target};
        return toQt(*texts[index.column()]);
    }
    bool setData(const QModelIndex& index, const QVariant& value, int role) override {
        FormText& one = texts_[shown_[std::size_t(index.row())]];
        const std::string target = fromQt(value.toString());
        if (role != Qt::EditRole || target == one.target || target.size() > longestTranslation) return false;
        one.target = target;
        form_ = withText(form_, language_, one);
        emit dataChanged(index, index);
        return true;
    }
    Qt::ItemFlags flags(const QModelIndex& index) const override {
        const auto flags = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
        return index.column() == 2 ? flags | Qt::ItemIsEditable : flags;
    }
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override {
        if (orientation != Qt::Horizontal || role != Qt::DisplayRole) return {};
        const std::string own = form_.root().text(Prop::language);
        return section == 0   ? Words::tr("What it is")
               : section == 1 ? Words::tr("As designed, in %1").arg(toQt(languageCalled(own)))
                              : Words::tr("In %1").arg(toQt(languageCalled(language_)));
    }

  private:
    const FormText& at(int row) const { return texts_[shown_[std::size_t(row)]]; }
    Form& form_;
    std::string language_;
    std::vector<FormText> texts_;
    std::vector<std::size_t> shown_;
};

namespace {

/// Types a wording: on one line where it has one, and on to the next one that is missing with Enter.
class WordingDelegate : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem&, const QModelIndex& index) const override {
        if (!index.siblingAtColumn(1).data().toString().contains('\n')) {
            auto* line = new QLineEdit(parent);
            line->setFrame(false);
            return line;
        }
        auto* area = new QPlainTextEdit(parent);
        area->setTabChangesFocus(true);
        return area;
    }
    void setEditorData(QWidget* editor, const QModelIndex& index) const override {
        const QString text = index.data(Qt::EditRole).toString();
        if (auto* area = qobject_cast<QPlainTextEdit*>(editor)) return area->setPlainText(text);
        static_cast<QLineEdit*>(editor)->setText(text);
    }
    void setModelData(QWidget* editor, QAbstractItemModel* model, const QModelIndex& index) const override {
        const auto* area = qobject_cast<QPlainTextEdit*>(editor);
        model->setData(index, area ? area->toPlainText() : static_cast<QLineEdit*>(editor)->text());
    }
};

QString filters() {
    return Words::tr("XLIFF 2.1 (*.xlf *.xliff)") + ";;" + Words::tr("Table (*.csv)");
}

}  // namespace

LanguagesDialog::LanguagesDialog(const Form& form, QWidget* parent) : QDialog(parent), before_(form), form_(form) {
    setWindowTitle(Words::tr("Languages"));
    setStyleSheet(panelSheet() + QString("QDialog { background: %1; }").arg(tokens().cream.name()));
    resize(880, 560);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 16, 18, 16);
    column->setSpacing(10);
    column->addLayout(builtTop());
    says_ = new QLabel(this);
    says_->setObjectName("translatedSaid");
    says_->setFont(bodyFont(12));
    says_->setProperty("secondary", true);
    says_->setWordWrap(true);
    column->addWidget(says_);
    buildTable();
    column->addWidget(table_, 1);
    empty_ = new QLabel(Words::tr("The form has one language. Add another, and every text that fillers read can be "
                                  "translated: typed here, or translated elsewhere and imported."),
                        this);
    empty_->setFont(bodyFont(13));
    empty_->setWordWrap(true);
    empty_->setAlignment(Qt::AlignTop);
    column->addWidget(empty_, 1);
    said_ = new QLabel(this);
    said_->setObjectName("languagesSaid");
    said_->setFont(bodyFont(12));
    said_->setWordWrap(true);
    column->addWidget(said_);
    column->addLayout(builtFoot());
    connect(model_, &QAbstractItemModel::dataChanged, this, [this](const QModelIndex& at) {
        says_->setText(Words::tr("%1 of %2 texts are translated. The others stay as they were designed.")
                           .arg(model_->translated())
                           .arg(model_->all()));
        next_ = model_->nextMissing(at.row());
    });
    const auto own = languagesOf(form_);
    fillLanguages(own.empty() ? "" : own.front());
}

QLayout* LanguagesDialog::builtTop() {
    auto* top = new QHBoxLayout;
    top->setSpacing(8);
    auto* word = new QLabel(Words::tr("Language"), this);
    word->setFont(bodyFont(13));
    languages_ = new QComboBox(this);
    languages_->setObjectName("languages");
    languages_->setAccessibleName(Words::tr("Language"));
    languages_->setMinimumWidth(180);
    auto* add = new QPushButton(Words::tr("Add a language…"), this);
    add->setObjectName("addLanguage");
    remove_ = new QPushButton(Words::tr("Remove"), this);
    remove_->setObjectName("removeLanguage");
    missing_ = new QCheckBox(Words::tr("Only what is missing"), this);
    missing_->setObjectName("onlyMissing");
    for (QWidget* one : std::initializer_list<QWidget*>{word, languages_, add, remove_}) top->addWidget(one);
    top->addStretch(1);
    top->addWidget(missing_);
    for (QPushButton* button : {add, remove_}) {
        button->setAutoDefault(false);
        button->setFont(bodyFont(13));
    }
    connect(languages_, &QComboBox::activated, this, &LanguagesDialog::refresh);
    connect(missing_, &QCheckBox::toggled, this, &LanguagesDialog::refresh);
    connect(add, &QPushButton::clicked, this, &LanguagesDialog::askLanguage);
    connect(remove_, &QPushButton::clicked, this, &LanguagesDialog::removeLanguage);
    return top;
}

void LanguagesDialog::buildTable() {
    table_ = new QTableView(this);
    table_->setObjectName("texts");
    table_->setAccessibleName(Words::tr("Texts"));
    model_ = new TextsModel(form_, this);
    table_->setModel(model_);
    auto* wording = new WordingDelegate(table_);
    table_->setItemDelegateForColumn(2, wording);
    // On to the next one that lacks its wording as soon as the field is closed: what is typed ahead belongs there.
    connect(wording, &QAbstractItemDelegate::closeEditor, this, [this] {
        if (const int row = std::exchange(next_, -1); row >= 0) table_->setCurrentIndex(model_->index(row, 2));
    });
    table_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::SelectedClicked |
                            QAbstractItemView::EditKeyPressed | QAbstractItemView::AnyKeyPressed);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(28);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    table_->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    table_->horizontalHeader()->setSectionResizeMode(2, QHeaderView::Stretch);
    table_->horizontalHeader()->resizeSection(0, 220);
    table_->setTabKeyNavigation(false);
    table_->setWordWrap(false);
}

QLayout* LanguagesDialog::builtFoot() {
    auto* foot = new QHBoxLayout;
    foot->setSpacing(8);
    out_ = new QPushButton(Words::tr("Export…"), this);
    out_->setObjectName("writeTexts");
    out_->setToolTip(Words::tr("As XLIFF or as a table, to be translated elsewhere."));
    auto* in = new QPushButton(Words::tr("Import…"), this);
    in->setObjectName("takeTexts");
    in->setToolTip(Words::tr("Texts that were translated elsewhere; the file names their language."));
    auto* leave = new QPushButton(Words::tr("Cancel"), this);
    auto* keep = new QPushButton(Words::tr("Save"), this);
    keep->setObjectName("keepTexts");
    keep->setProperty("main", true);
    for (QPushButton* button : {out_, in, leave, keep}) {
        button->setAutoDefault(false);
        button->setFont(bodyFont(13));
    }
    foot->addWidget(out_);
    foot->addWidget(in);
    foot->addStretch(1);
    foot->addWidget(leave);
    foot->addWidget(keep);
    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
    connect(keep, &QPushButton::clicked, this, &QDialog::accept);
    connect(out_, &QPushButton::clicked, this, [this] {
        const QString name = toQt(form_.root().name + "-" + language()) + ".xlf";
        const QString path = QFileDialog::getSaveFileName(this, Words::tr("Export the texts"), name, filters());
        if (!path.isEmpty()) writeOut(path);
    });
    connect(in, &QPushButton::clicked, this, [this] {
        const QString path = QFileDialog::getOpenFileName(
            this, Words::tr("Import translations"), {},
            Words::tr("Translated texts (*.xlf *.xliff *.csv)") + ";;" + Words::tr("All files (*)"));
        if (!path.isEmpty()) takeIn(path);
    });
    return foot;
}

void LanguagesDialog::reject() {
    if (!sameContent(before_, form_)) {
        QMessageBox box(QMessageBox::Question, Words::tr("Languages"), Words::tr("Your translations are not saved."),
                        QMessageBox::NoButton, this);
        auto* keep = box.addButton(Words::tr("Save it"), QMessageBox::AcceptRole);
        auto* drop = box.addButton(Words::tr("Discard it"), QMessageBox::DestructiveRole);
        box.setEscapeButton(box.addButton(Words::tr("Continue"), QMessageBox::RejectRole));
        box.exec();
        if (box.clickedButton() == keep) return accept();
        if (box.clickedButton() != drop) return;
    }
    QDialog::reject();
}

std::string LanguagesDialog::language() const {
    return fromQt(languages_->currentData().toString());
}

void LanguagesDialog::fillLanguages(const std::string& chosen) {
    languages_->clear();
    for (const std::string& one : languagesOf(form_)) languages_->addItem(toQt(languageCalled(one)), toQt(one));
    languages_->setCurrentIndex(std::max(0, languages_->findData(toQt(chosen))));
    refresh();
}

void LanguagesDialog::refresh() {
    const bool any = languages_->count() > 0;
    model_->show(any ? language() : "", missing_->isChecked());
    for (QWidget* one : std::initializer_list<QWidget*>{languages_, remove_, out_}) one->setEnabled(any);
    for (QWidget* one : std::initializer_list<QWidget*>{table_, says_, missing_}) one->setVisible(any);
    empty_->setVisible(!any);
    if (!any) return;
    says_->setText(Words::tr("%1 of %2 texts are translated. The others stay as they were designed.")
                       .arg(model_->translated())
                       .arg(model_->all()));
    const int row = model_->nextMissing(-1);
    if (model_->rowCount() > 0) table_->setCurrentIndex(model_->index(std::max(row, 0), 2));
    table_->setFocus();
}

void LanguagesDialog::say(const QString& words, bool wrong) {
    said_->setText(words);
    said_->setStyleSheet(QString("color: %1;").arg((wrong ? tokens().brick : tokens().ink2).name()));
}

void LanguagesDialog::askLanguage() {
    QStringList all;
    for (const Choice& one : readyList(ReadyList::languages, "en"))
        all += QString("%1 (%2)").arg(toQt(one.text), toQt(one.value));
    QInputDialog ask(this);
    ask.setWindowTitle(Words::tr("Add a language"));
    ask.setLabelText(Words::tr("A language, or a language code such as pt-BR:"));
    ask.setComboBoxEditable(true);
    ask.setComboBoxItems(all);
    ask.setOkButtonText(Words::tr("Add"));
    ask.setCancelButtonText(Words::tr("Cancel"));
    if (ask.exec() != QDialog::Accepted) return;
    QString word = ask.textValue().trimmed();
    if (const auto open = word.lastIndexOf('('); open >= 0 && word.endsWith(')'))
        word = word.mid(open + 1, word.size() - open - 2);
    add(fromQt(word));
}

bool LanguagesDialog::add(const std::string& language) {
    if (const auto wrong = textsMisfit(form_, language, {})) {
        say(Words::shown(wrong->sentence), true);
        return false;
    }
    form_ = withLanguage(form_, language);
    say({});
    fillLanguages(language);
    return true;
}

void LanguagesDialog::removeLanguage() {
    const QString called = languages_->currentText();
    form_ = withoutLanguage(form_, language());
    say(Words::tr("%1 is removed; Cancel brings it back.").arg(called));
    fillLanguages("");
}

bool LanguagesDialog::writeOut(const QString& path) {
    const bool table = path.endsWith(".csv", Qt::CaseInsensitive);
    const auto done = writtenBeside(fromQt(path), table ? textTable(form_, language()) : xliffOf(form_, language()));
    say(done ? Words::tr("Exported: %1").arg(QDir::toNativeSeparators(path)) : Words::shown(done.error().sentence),
        !done);
    return done.has_value();
}

bool LanguagesDialog::takeIn(const QString& path) {
    const auto bytes = readWhole(fromQt(path));
    const auto read = bytes ? readTexts(*bytes) : Result<TextsRead>(tl::unexpected(bytes.error()));
    const auto wrong = read ? textsMisfit(form_, read->language, read->texts) : std::optional(read.error());
    if (wrong) {
        const Problem& p = *wrong;
        say((p.place.empty() ? QFileInfo(path).fileName()
                             : QString("%1, %2").arg(QFileInfo(path).fileName(), toQt(p.place))) +
                ": " + Words::shown(p.sentence),
            true);
        return false;
    }
    const TextsTaken taken = withTexts(form_, read->language, read->texts);
    form_ = taken.form;
    fillLanguages(read->language);
    const auto count = taken.foreign.size();
    if (!read->form.empty() && read->form != form_.root().name) {
        say(Words::tr("These texts belong to the form “%1”. Those that fit this one were imported.")
                .arg(toQt(read->form)),
            true);
        return true;
    }
    say(count == 0 ? Words::tr("Imported: %1.").arg(toQt(languageCalled(read->language)))
                   : Words::counted("Imported, except %n texts that the form no longer has.",
                                    "Imported, except 1 text that the form no longer has.", count));
    return true;
}

}  // namespace brindel
