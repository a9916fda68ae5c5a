#include "app/passes/rules/rules_strip.h"

#include <QtWidgets/QtWidgets>

#include "app/passes/rules/rules_panel.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/ready_rules.h"
#include "core/edit/rule_fixes.h"
#include "core/rules/dependence.h"
#include "filler/drawing_painter.h"

namespace brindel {

RulesCount rulesCount(const Form& form) {
    RulesCount count;
    for (const Worked& one : dependenceIn(form)->formulas()) count.all += !one.gathers();
    form.controls.each([&](Id, const Control& c) { count.all += int(c.rules.size()); });
    const auto broken = brokenRules(form);
    count.wrong = int(std::ranges::count_if(broken, [](const BrokenRule& one) { return !one.begun; }));
    return count;
}

RulesStrip::RulesStrip(Desk& desk, RulesPanel& panel, QWidget* parent) : QWidget(parent), desk_(desk) {
    QHBoxLayout* line = passStripLine(this);
    ready_ = new QPushButton(Words::tr("Ready rules"), this);
    ready_->setObjectName("readyRules");
    ready_->setFont(bodyFont(13));
    ready_->setToolTip(Words::tr("Common rules, set up in one step for the selection."));
    menu_ = new QMenu(ready_);
    menu_->setToolTipsVisible(true);
    ready_->setMenu(menu_);
    for (const ReadyRule& rule : readyRules()) {
        auto* action = menu_->addAction(Words::shown(rule.word));
        action->setObjectName("ready-" + toQt(std::string(rule.key)));
        action->setToolTip(Words::shown(rule.does) + " " +
                           (rule.needs == noSelection ? Words::shown(rule.needs)
                                                      : Words::tr("Select first: %1").arg(Words::shown(rule.needs))));
        connect(action, &QAction::triggered, this, [this, key = std::string(rule.key)] { setReady(key); });
    }
    // What fits the selection can be chosen at once; the rest says what it needs.
    connect(menu_, &QMenu::aboutToShow, this, [this] {
        for (std::size_t i = 0; i < readyRules().size(); ++i) {
            QAction* action = menu_->actions()[int(i)];
            QFont font = bodyFont(13, fits(readyRules()[i], desk_.form(), desk_.selection()));
            action->setFont(font);
        }
    });
    auto* rule = new QPushButton(Words::tr("Add a rule"), this);
    rule->setObjectName("stripRule");
    rule->setFont(bodyFont(13));
    rule->setToolTip(Words::tr("For what is selected, or for the form."));
    connect(rule, &QPushButton::clicked, &panel, &RulesPanel::addRule);
    says_ = new QLabel(this);
    says_->setFont(bodyFont(12));
    says_->setProperty("secondary", true);
    line->addWidget(ready_);
    line->addWidget(rule);
    line->addStretch(1);
    line->addWidget(says_);
    for (auto signal : {&Desk::formChanged, &Desk::passChanged})
        connect(&desk, signal, this, [this] {
            if (desk_.pass() == Pass::rules) refresh();
        });
}

void RulesStrip::setReady(const std::string& key) {
    for (const ReadyRule& rule : readyRules()) {
        if (rule.key != key) continue;
        const Form next = rule.set(desk_.form(), desk_.selection());
        if (sameContent(next, desk_.form()))
            return desk_.say(Words::tr("%1. Select first: %2").arg(Words::shown(rule.word), Words::shown(rule.needs)),
                             true);
        desk_.edit(next, Words::shown(rule.word));
        desk_.say(Words::shown(rule.does));
    }
}

void RulesStrip::refresh() {
    const RulesCount count = rulesCount(desk_.form());
    says_->setText((count.all == 0 ? Words::tr("No formulas or rules yet")
                                   : Words::counted("%n formulas and rules", "1 formula or rule", count.all)) +
                   (count.wrong ? Words::tr(", %1 cannot work").arg(count.wrong) : QString()));
}

}  // namespace brindel
