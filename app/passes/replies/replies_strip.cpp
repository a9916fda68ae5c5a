#include "app/passes/replies/replies_strip.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "filler/drawing_painter.h"

namespace brindel {

RepliesStrip::RepliesStrip(RepliesDesk& replies, QWidget* parent) : QWidget(parent), replies_(replies) {
    QHBoxLayout* line = passStripLine(this);
    count_ = new QLabel(this);
    count_->setObjectName("replyCount");
    count_->setFont(bodyFont(13, true));
    place_ = new QLabel(this);
    place_->setObjectName("replyPlace");
    place_->setFont(bodyFont(12));
    place_->setProperty("secondary", true);
    // A long name never widens the window.
    place_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    auto button = [&](const QString& word, const char* name, const QString& help) {
        auto* made = new QPushButton(word, this);
        made->setObjectName(name);
        made->setFont(bodyFont(13));
        made->setToolTip(help);
        return made;
    };
    auto* gather = button(Words::tr("Gather…"), "gatherReplies",
                          Words::tr("Reads returned files: filled PDFs, replies as JSON, tables, ZIP files."));
    export_ =
        button(Words::tr("Export…"), "exportReplies",
               Words::tr("Exports the replies that are shown, as CSV, workbook or JSON, or their counts as a PDF."));
    auto* sheet = button(Words::tr("Show the sheet"), "showSheet",
                         Words::tr("Back to the sheet, in the pass that you came from."));
    store_ = linkButton(Words::tr("Store…"), "chooseStore", this);
    store_->setToolTip(Words::tr("Where the replies are saved: a file, or a PostgreSQL server."));
    line->addWidget(count_);
    line->addWidget(place_, 1);
    line->addWidget(store_);
    line->addWidget(gather);
    line->addWidget(export_);
    line->addWidget(sheet);
    connect(gather, &QPushButton::clicked, this, &RepliesStrip::gatherAsked);
    connect(export_, &QPushButton::clicked, this, &RepliesStrip::exportAsked);
    connect(sheet, &QPushButton::clicked, this, &RepliesStrip::sheetAsked);
    connect(store_, &QToolButton::clicked, this, &RepliesStrip::chooseAsked);
    connect(&replies, &RepliesDesk::changed, this, &RepliesStrip::refresh);
    refresh();
}

void RepliesStrip::refresh() {
    const std::size_t all = replies_.all();
    count_->setText(all == 0 ? Words::tr("No replies") : Words::counted("%n replies", "1 reply", all));
    said_ = all ? Words::tr("in %1").arg(replies_.placeSaid()) : QString();
    place_->setToolTip(isServerAddress(fromQt(replies_.address())) ? replies_.placeSaid()
                                                                   : QDir::toNativeSeparators(replies_.address()));
    export_->setEnabled(all > 0);
    showPlace();
}

void RepliesStrip::showPlace() {
    layout()->activate();
    place_->setText(QFontMetrics(place_->font()).elidedText(said_, Qt::ElideMiddle, place_->width()));
}

void RepliesStrip::resizeEvent(QResizeEvent*) {
    showPlace();
}

}  // namespace brindel
