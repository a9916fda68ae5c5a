#include "app/passes/hand_over/hand_over_pass.h"

#include <QtWidgets/QtWidgets>

#include "app/passes/hand_over/exporting.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "filler/drawing_painter.h"

namespace brindel {

HandOverPass::HandOverPass(PassHost& host)
    : PassView(&host.over()),
      host_(host),
      strip_(new HandOverStrip(host.desk())),
      panel_(new HandOverPanel(host.desk())),
      findings_(new FindingsPanel(host.desk(), FindingsPanel::Stands::page)) {
    findings_->setStyleSheet(panelSheet());
    connect(findings_, &FindingsPanel::goAsked, this, [this](const Finding& finding, bool) { host_.goTo(finding); });
    connect(findings_, &FindingsPanel::closeAsked, this, [this] { host_.goBack(); });
    connect(strip_, &HandOverStrip::sheetAsked, this, [this] { host_.goBack(); });
    connect(strip_, &HandOverStrip::allAsked, this, [this] { host_.proposeAllRight(); });
    connect(panel_, &HandOverPanel::writeAsked, this, &HandOverPass::exportKit);
    connect(panel_, &HandOverPanel::lookAsked, this,
            [this](const Target& target) { preview(host_.desk(), target, *panel_); });
    connect(panel_, &HandOverPanel::written, this, &HandOverPass::showExported);
}

QString HandOverPass::line() const {
    return Words::tr(
        "Space puts the selected one right, Enter goes to it on the sheet, Escape goes back to the sheet.");
}

std::vector<PassOffer> HandOverPass::offers() {
    std::vector<PassOffer> all;
    for (const Target& target : allTargets()) {
        QString word = Words::shown(target.word);
        all.push_back({.command = "export",
                       .key = "export-" + toQt(target.key),
                       .inMenu = word.left(1).toUpper() + word.mid(1) + "…",
                       .keys = all.empty() ? "Ctrl+Shift+P" : "",
                       .word = Words::tr("Export as %1…").arg(word),
                       .run = [this, &target] { askExport(host_.desk(), target, *panel_, host_.over()); }});
    }
    return all;
}

void HandOverPass::exportKit() {
    // A kit holds the form's file as it was saved: its version is that of all the rest.
    if (host_.desk().unsaved() && !host_.save()) return;
    askKit(host_.desk().form(), *panel_, host_.over());
}

void HandOverPass::showExported(const KitWritten& came) {
    if (!came.path.isEmpty())
        host_.desk().say(Words::tr("The kit is exported: %1").arg(QDir::toNativeSeparators(came.path)));
    else if (came.stopped)
        host_.desk().say(Words::tr("Stopped. Nothing was changed."));
    else
        QMessageBox::warning(&host_.over(), Words::tr("Not exported"), came.problem);
}

PassRow handOverPass() {
    return {Pass::handOver, "hand-over",
            "Hand over",    "Checks the form and exports what its receiver needs.",
            false,          [](PassHost& host) -> PassView* { return new HandOverPass(host); }};
}

}  // namespace brindel
