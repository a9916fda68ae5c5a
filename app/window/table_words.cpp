// The words of the tables that designers read: what the build puts beside the words in code for those who translate.
#include <QtWidgets/QtWidgets>

#include "app/sheet/sheet.h"
#include "app/window/main_window_p.h"
#include "core/check/check.h"
#include "core/edit/common_patterns.h"
#include "core/edit/personal_details.h"
#include "core/edit/ready_rules.h"
#include "core/intake/proposal.h"
#include "core/model/look_sets.h"
#include "core/naming/schemes.h"
#include "core/rules/functions.h"
#include "core/rules/telling.h"
#include "core/text/moment_letters.h"
#include "filler/drawing_painter.h"

namespace brindel {

QStringList MainWindow::tableWords() const {
    QStringList words;
    auto add = [&](std::string_view word) {
        const QString text = toQt(word);
        if (!text.isEmpty() && !words.contains(text)) words << text;
    };
    for (const KindRow& k : allKinds()) add(k.word), add(k.onStrip);
    for (const Tool& tool : allTools()) add(tool.word());
    for (const PropertyRow& p : allProperties()) {
        add(p.word);
        add(p.help);
        add(groupWord(p.group));
        if (p.prop != Prop::paper)
            for (const Token& t : p.tokens) add(t.word);
    }
    for (const DesktopColour& c : desktopColours()) add(c.word);
    for (Kind root : {Kind::dialog, Kind::document})
        for (const Style& s : startingStyles(root)) add(s.word);
    for (const LookSet& set : lookSets()) add(set.word), add(set.says);
    for (const Scheme& s : shippedSchemes()) add(s.word);
    for (const Target& t : allTargets()) add(t.word);
    for (const PassRow& p : passes()) {
        add(p.word);
        add(p.does);
        for (const PassKey& k : p.keys) add(k.keys), add(k.does);
    }
    auto addText = [&](const QString& text) { add(fromQt(text)); };
    for (const auto& [keys, does] : sheetKeys()) addText(keys), addText(does);
    for (const EventRow& e : allEvents()) add(e.word);
    for (const ActionRow& d : allActions()) add(d.word);
    for (const RelationRow& r : allRelations()) add(r.word);
    for (const FunctionRow& f : allFunctions()) add(f.help);
    for (const CommonPattern& p : commonPatterns()) add(p.word);
    for (std::string_view word : momentWords()) add(word);
    for (const ReadyRule& r : readyRules()) add(r.word), add(r.needs), add(r.does);
    auto addCheck = [&](const CheckRow& c) {
        add(c.word), add(c.why), add(c.fix);
        for (const Way& way : c.ways) add(way.does);
    };
    for (const CheckRow& c : allChecks()) addCheck(c);
    for (const TargetCheck& t : targetChecks()) addCheck(t.check);
    for (const PersonalSort& s : personalSorts()) add(s.word);
    for (const intake::Meaning& m : intake::meanings()) add(m.word);
    for (const Command& c : commands()) {
        add(c.menu);
        add(c.word);
    }
    return words;
}

}  // namespace brindel
