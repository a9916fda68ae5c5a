// Rules: what is worked out, what shows when, and what buttons do.
#include "app/passes/pass_view.h"
#include "app/passes/rules/rules_layer.h"
#include "app/passes/rules/rules_panel.h"
#include "app/passes/rules/rules_strip.h"
#include "app/words.h"
#include "core/edit/ready_rules.h"

namespace brindel {
namespace {

class RulesPass : public PassView {
  public:
    explicit RulesPass(PassHost& host)
        : PassView(&host.over()),
          host_(host),
          layer_(new RulesLayer(host.desk(), this)),
          panel_(new RulesPanel(host.desk())),
          strip_(new RulesStrip(host.desk(), *panel_)) {
        connect(layer_, &RulesLayer::editAsked, panel_, [this] {
            panel_->setFocus(Qt::OtherFocusReason);
            panel_->focusFirst();
        });
    }

    QWidget& strip() override { return *strip_; }
    RulesPanel& panel() override { return *panel_; }
    Width width() const override { return {350, 300}; }
    SheetLayer* layer() override { return layer_; }
    QString line() const override {
        return Words::tr(
            "Click a control to see what it does. Full line: a formula. Broken line: a rule. Drag from its › to "
            "another control to make a rule.");
    }
    std::optional<int> amount() const override { return rulesCount(host_.desk().form()).all; }
    std::vector<PassOffer> offers() override {
        std::vector<PassOffer> all;
        for (const ReadyRule& rule : readyRules())
            all.push_back({.word = Words::tr("Ready rule: %1").arg(Words::shown(rule.word)),
                           .says = Words::shown(rule.does),
                           .run = [this, key = std::string(rule.key)] {
                               host_.setPass(Pass::rules);
                               strip_->setReady(key);
                           }});
        return all;
    }

  private:
    PassHost& host_;
    RulesLayer* layer_;
    RulesPanel* panel_;
    RulesStrip* strip_;
};

}  // namespace

PassRow rulesPass() {
    return {Pass::rules,
            "rules",
            "Rules",
            "Sets what is worked out, what shows when, and what buttons do.",
            true,
            [](PassHost& host) -> PassView* { return new RulesPass(host); },
            {},
            {{"addRule", "Add a rule", "Ctrl+Shift+U",
              [](PassView& pass) { static_cast<RulesPass&>(pass).panel().addRule(); }}}};
}

}  // namespace brindel
