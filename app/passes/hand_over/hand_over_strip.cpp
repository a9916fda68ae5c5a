#include "app/passes/hand_over/hand_over_strip.h"

#include <QtWidgets/QtWidgets>
#include <set>

#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/check/check.h"

namespace brindel {

HandOverStrip::HandOverStrip(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    QHBoxLayout* line = passStripLine(this);
    count_ = new QLabel(this);
    count_->setObjectName("openCount");
    count_->setFont(bodyFont(13, true));
    says_ = new QLabel(this);
    says_->setObjectName("openSaid");
    says_->setFont(bodyFont(12));
    says_->setProperty("secondary", true);
    // A long line never widens the window.
    says_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    sheet_ = new QPushButton(Words::tr("Show the sheet"), this);
    sheet_->setObjectName("showSheet");
    sheet_->setFont(bodyFont(13));
    sheet_->setToolTip(Words::tr("Back to the sheet, in the pass that you came from."));
    all_ = new QPushButton(this);
    all_->setObjectName("putAllRight");
    all_->setFont(bodyFont(13));
    all_->setToolTip(Words::tr("Previews the result on the sheet first."));
    line->addWidget(count_);
    line->addWidget(says_, 1);
    line->addWidget(sheet_);
    line->addWidget(all_);
    connect(sheet_, &QPushButton::clicked, this, &HandOverStrip::sheetAsked);
    connect(all_, &QPushButton::clicked, this, &HandOverStrip::allAsked);
    connect(&desk, &Desk::findingsChanged, this, &HandOverStrip::refresh);
    refresh();
}

void HandOverStrip::refresh() {
    const Findings& all = desk_.findings();
    int open = 0, fixable = 0;
    std::map<Severity, int> by;
    std::set<const CheckRow*> failed;
    for (const Finding& f : all) {
        if (f.silenced) continue;
        ++open;
        ++by[f.check->severity];
        fixable += f.check->fixed != nullptr;
        failed.insert(f.check);
    }
    count_->setText(Words::counted("%n findings", "1 finding", open));
    const int passed = int(allChecks().size()) - int(failed.size());
    QStringList parts;
    if (by[Severity::must]) parts += Words::tr("%1 must be put right").arg(by[Severity::must]);
    if (by[Severity::should]) parts += Words::tr("%1 should be").arg(by[Severity::should]);
    if (by[Severity::know]) parts += Words::tr("%1 to know").arg(by[Severity::know]);
    parts += Words::tr("%1 checks passed").arg(passed);
    said_ = parts.join(", ");
    says_->setToolTip(said_);
    all_->setText(Words::tr("Put right all that can be (%1)").arg(fixable));
    all_->setVisible(fixable > 0);
    layout()->activate();
    showSaid();
}

void HandOverStrip::showSaid() {
    says_->setText(QFontMetrics(says_->font()).elidedText(said_, Qt::ElideRight, says_->width()));
}

void HandOverStrip::resizeEvent(QResizeEvent*) {
    layout()->activate();
    showSaid();
}

}  // namespace brindel
