#include "app/replies/replies_strip.h"

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
    search_ = new QLineEdit(this);
    search_->setObjectName("searchReplies");
    search_->setFont(bodyFont(13));
    search_->setPlaceholderText(Words::tr("Search in all answers"));
    search_->setAccessibleName(Words::tr("Search in all answers"));
    search_->setClearButtonEnabled(true);
    search_->setFixedWidth(190);
    personal_ = new QCheckBox(Words::tr("Personal details"), this);
    personal_->setObjectName("showPersonal");
    personal_->setFont(bodyFont(13));
    personal_->setToolTip(Words::tr("Shows the answers that are marked as personal."));
    auto button = [&](const QString& word, const char* name, const QString& help) {
        auto* made = new QPushButton(word, this);
        made->setObjectName(name);
        made->setFont(bodyFont(13));
        made->setToolTip(help);
        return made;
    };
    auto* gather = button(Words::tr("Gather…"), "gatherReplies",
                          Words::tr("Reads files that came back: filled PDFs, replies as JSON, ZIP files."));
    export_ = button(Words::tr("Export…"), "exportReplies",
                     Words::tr("Writes the replies that are shown as a table: CSV or JSON."));
    auto* sheet = button(Words::tr("Show the sheet"), "showSheet",
                         Words::tr("Back to the sheet, in the pass that you came from."));
    store_ = linkButton(Words::tr("Store…"), "chooseStore", this);
    line->addWidget(count_);
    line->addWidget(store_);
    line->addStretch(1);
    line->addWidget(personal_);
    line->addWidget(search_);
    line->addWidget(gather);
    line->addWidget(export_);
    line->addWidget(sheet);
    connect(gather, &QPushButton::clicked, this, &RepliesStrip::gatherAsked);
    connect(export_, &QPushButton::clicked, this, &RepliesStrip::exportAsked);
    connect(sheet, &QPushButton::clicked, this, &RepliesStrip::sheetAsked);
    connect(store_, &QToolButton::clicked, this, &RepliesStrip::chooseAsked);
    connect(personal_, &QCheckBox::toggled, &replies, &RepliesDesk::showPersonal);
    connect(search_, &QLineEdit::textEdited, this, [this](const QString& text) {
        ReplyQuery query = replies_.query();
        query.search = fromQt(text.trimmed());
        replies_.ask(std::move(query));
    });
    connect(&replies, &RepliesDesk::changed, this, &RepliesStrip::refresh);
    refresh();
}

void RepliesStrip::refresh() {
    const std::size_t all = replies_.all();
    count_->setText(all == 0   ? Words::tr("No replies")
                    : all == 1 ? Words::tr("1 reply")
                               : Words::tr("%1 replies").arg(all));
    store_->setToolTip(Words::tr("Where the replies are kept: %1").arg(replies_.placeSaid()));
    if (fromQt(search_->text().trimmed()) != replies_.query().search) search_->setText(toQt(replies_.query().search));
    for (QWidget* widget : std::initializer_list<QWidget*>{search_, export_}) widget->setEnabled(all > 0);
    personal_->setVisible(replies_.hasPersonal());
}

}  // namespace brindel
