// The window's part of the Replies pass: which files are gathered, where tables are written, where replies are kept.
#include <QtWidgets/QtWidgets>

#include "app/replies/counts_panel.h"
#include "app/replies/replies_page.h"
#include "app/replies/replies_strip.h"
#include "app/theme/theme.h"
#include "app/window/main_window_p.h"
#include "app/words.h"
#include "core/file/writing_over.h"
#include "core/replies/written.h"
#include "filler/drawing_painter.h"

namespace brindel {

void MainWindow::buildReplies() {
    replies_ = new RepliesDesk(*desk_, this);
    repliesStrip_ = new RepliesStrip(*replies_);
    repliesPage_ = new RepliesPage(*replies_);
    countsPanel_ = new CountsPanel(*replies_);
    connect(repliesStrip_, &RepliesStrip::sheetAsked, this, [this] { setPass(before_); });
    connect(repliesStrip_, &RepliesStrip::gatherAsked, this, &MainWindow::askGather);
    connect(repliesStrip_, &RepliesStrip::exportAsked, this, &MainWindow::askExportReplies);
    connect(repliesStrip_, &RepliesStrip::chooseAsked, this, &MainWindow::askStore);
    connect(repliesPage_, &RepliesPage::gatherAsked, this, &MainWindow::askGather);
    connect(repliesPage_, &RepliesPage::chooseAsked, this, &MainWindow::askStore);
    connect(repliesPage_, &RepliesPage::saveAsked, this, [this] { (void)askSave(); });
}

void MainWindow::askGather() {
    if (desk_->path().isEmpty() && !askSave()) return;
    const QStringList files =
        QFileDialog::getOpenFileNames(this, Words::tr("Returned files"), QFileInfo(desk_->path()).path(),
                                      Words::tr("Replies (*.pdf *.fdf *.xfdf *.json *.csv *.zip);;All files (*)"));
    if (!files.isEmpty()) repliesPage_->gather(files);
}

void MainWindow::askExportReplies() {
    if (!replies_->store()) return;
    const QFileInfo form(desk_->path());
    QString kind;
    QString path = QFileDialog::getSaveFileName(
        this, Words::counted("Export %n replies", "Export 1 reply", qint64(replies_->numbers().size())),
        form.dir().filePath(form.completeBaseName() + "-replies.csv"),
        Words::tr("CSV for spreadsheets (*.csv);;Workbook (*.xlsx);;Replies as "
                  "JSON (*.json);;Report of counts (*.pdf)"),
        &kind);
    if (path.isEmpty()) return;
    // Without an ending of its own it is of the kind that is chosen.
    if (!replyTableOf(fromQt(path))) path += kind.section("*", 1).section(")", 0, 0);
    // Personal details go out when they are shown.
    WriteOptions options;
    options.counted = replies_->query();
    options.words = [](const Sentence& sentence) { return fromQt(Words::shown(sentence)); };
    for (const QString& one : replies_->filtersSaid()) options.filters.push_back(fromQt(one));
    if (!replies_->query().search.empty())
        options.filters.push_back(fromQt(Words::tr("with “%1”").arg(toQt(replies_->query().search))));
    if (!replies_->showsPersonal())
        for (const ReplyColumn& c : replies_->columns())
            if (replies_->isPersonal(c)) options.without.insert(c.key());
    std::string all;
    const Sink sink = [&all](std::string_view part) {
        all += part;
        return true;
    };
    ReplyStore& store = *replies_->store();
    const auto done =
        replyTableOf(fromQt(path))->written(store, replies_->formName(), replies_->numbers(), options, sink);
    const auto wrote =
        done ? writtenBeside(fromQt(path), all, {fromQt(desk_->path()), fromQt(replies_->address())}) : done;
    if (wrote)
        desk_->say(
            (options.without.empty() ? Words::tr("Exported: %1") : Words::tr("Exported without personal details: %1"))
                .arg(QDir::toNativeSeparators(path)));
    else
        QMessageBox::warning(this, Words::tr("Not exported"), Words::shown(wrote.error().sentence));
}

void MainWindow::askStore() {
    QDialog dialog(this);
    dialog.setObjectName("storeDialog");
    dialog.setWindowTitle(Words::tr("Where replies are saved"));
    dialog.setStyleSheet(panelSheet());
    auto* column = new QVBoxLayout(&dialog);
    column->setContentsMargins(16, 14, 16, 12);
    column->setSpacing(8);
    auto* text =
        new QLabel(Words::tr("A file on this computer, or a PostgreSQL server for a team. A password is read as "
                             "PostgreSQL's own programs read it, from PGPASSWORD or the password file; Brindel "
                             "does not store one."),
                   &dialog);
    text->setWordWrap(true);
    text->setFont(bodyFont(13));
    column->addWidget(text);
    auto* line = new QHBoxLayout;
    auto* address = new QLineEdit(replies_->address(), &dialog);
    address->setObjectName("storeAddress");
    address->setAccessibleName(Words::tr("File or address"));
    address->setPlaceholderText(Words::tr("replies.db, or postgresql://user@server/database"));
    address->setMinimumWidth(420);
    address->setFont(bodyFont(13));
    auto* browse = new QPushButton(Words::tr("Browse…"), &dialog);
    browse->setFont(bodyFont(13));
    line->addWidget(address, 1);
    line->addWidget(browse);
    column->addLayout(line);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    buttons->button(QDialogButtonBox::Ok)->setText(Words::tr("Use this store"));
    column->addSpacing(4);
    column->addWidget(buttons);
    connect(browse, &QPushButton::clicked, &dialog, [&] {
        const QString path = QFileDialog::getSaveFileName(&dialog, Words::tr("The file of the store"), address->text(),
                                                          Words::tr("Stores (*.db);;All files (*)"), nullptr,
                                                          QFileDialog::DontConfirmOverwrite);
        if (!path.isEmpty()) address->setText(path);
    });
    connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    if (dialog.exec() != QDialog::Accepted) return;
    const QString chosen = address->text().trimmed();
    if (isServerAddress(fromQt(chosen)) && spokenAddress(fromQt(chosen)) != fromQt(chosen)) {
        QMessageBox::warning(
            this, Words::tr("Address not saved"),
            Words::tr("The address holds a password or settings. Leave them out: Brindel stores addresses, "
                      "and reads passwords from PGPASSWORD or the password file."));
        return;
    }
    replies_->choose(chosen);
}

}  // namespace brindel
