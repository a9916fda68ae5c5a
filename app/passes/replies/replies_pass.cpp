// Replies: what came back, one row a reply: which files are gathered, where tables are written, where replies are
// saved.
#include <QtWidgets/QtWidgets>

#include "app/passes/pass_view.h"
#include "app/passes/replies/counts_panel.h"
#include "app/passes/replies/replies_page.h"
#include "app/passes/replies/replies_strip.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/file/writing_over.h"
#include "core/replies/written.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

class RepliesPass : public PassView {
  public:
    explicit RepliesPass(PassHost& host)
        : PassView(&host.over()),
          host_(host),
          replies_(new RepliesDesk(host.desk(), this)),
          strip_(new RepliesStrip(*replies_)),
          page_(new RepliesPage(*replies_)),
          counts_(new CountsPanel(*replies_)) {
        connect(strip_, &RepliesStrip::sheetAsked, this, [this] { host_.goBack(); });
        connect(strip_, &RepliesStrip::gatherAsked, this, &RepliesPass::askGather);
        connect(strip_, &RepliesStrip::exportAsked, this, &RepliesPass::askExport);
        connect(strip_, &RepliesStrip::chooseAsked, this, &RepliesPass::askStore);
        connect(page_, &RepliesPage::gatherAsked, this, &RepliesPass::askGather);
        connect(page_, &RepliesPage::chooseAsked, this, &RepliesPass::askStore);
        connect(page_, &RepliesPage::saveAsked, this, [this] { (void)host_.save(); });
    }

    QWidget& strip() override { return *strip_; }
    QWidget& panel() override { return *counts_; }
    Width width() const override { return {330, 290}; }
    QWidget* page() override { return page_; }
    QString line() const override {
        return Words::tr(
            "Enter shows a reply on its form, Ctrl+C copies the selected ones, Delete deletes them. A click on a "
            "heading "
            "sorts. Drop returned files here.");
    }
    void begin() override {
        page_->begin();
        counts_->setShown(true);
    }
    void end() override {
        replies_->end();
        counts_->setShown(false);
    }

  private:
    void askGather();
    void askExport();
    void askStore();
    PassHost& host_;
    RepliesDesk* replies_;
    RepliesStrip* strip_;
    RepliesPage* page_;
    CountsPanel* counts_;
};

void RepliesPass::askGather() {
    if (host_.desk().path().isEmpty() && !host_.save()) return;
    const QStringList files = QFileDialog::getOpenFileNames(
        &host_.over(), Words::tr("Returned files"), QFileInfo(host_.desk().path()).path(),
        Words::tr("Replies (*.pdf *.fdf *.xfdf *.docx *.odt *.json *.csv *.zip);;All files (*)"));
    if (!files.isEmpty()) page_->gather(files);
}

void RepliesPass::askExport() {
    if (!replies_->store()) return;
    const QFileInfo form(host_.desk().path());
    QString kind;
    QString path = QFileDialog::getSaveFileName(
        &host_.over(), Words::counted("Export %n replies", "Export 1 reply", qint64(replies_->numbers().size())),
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
        done ? writtenBeside(fromQt(path), all, {fromQt(host_.desk().path()), fromQt(replies_->address())}) : done;
    if (wrote)
        host_.desk().say(
            (options.without.empty() ? Words::tr("Exported: %1") : Words::tr("Exported without personal details: %1"))
                .arg(QDir::toNativeSeparators(path)));
    else
        QMessageBox::warning(&host_.over(), Words::tr("Not exported"), Words::shown(wrote.error().sentence));
}

void RepliesPass::askStore() {
    QDialog dialog(&host_.over());
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
            &host_.over(), Words::tr("Address not saved"),
            Words::tr("The address holds a password or settings. Leave them out: Brindel stores addresses, "
                      "and reads passwords from PGPASSWORD or the password file."));
        return;
    }
    replies_->choose(chosen);
}

}  // namespace

PassRow repliesPass() {
    return {Pass::replies, "replies",
            "Replies",     "Gathers what was filled in, one row a reply.",
            false,         [](PassHost& host) -> PassView* { return new RepliesPass(host); }};
}

}  // namespace brindel
