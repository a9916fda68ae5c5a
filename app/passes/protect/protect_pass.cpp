// Protect: what fillers may touch, personal details, and the seal.
#include "app/passes/pass_view.h"
#include "app/passes/protect/protect_layer.h"
#include "app/passes/protect/protect_panel.h"
#include "app/passes/protect/protect_strip.h"
#include "app/words.h"

namespace brindel {
namespace {

class ProtectPass : public PassView {
  public:
    explicit ProtectPass(PassHost& host)
        : PassView(&host.over()),
          desk_(host.desk()),
          layer_(new ProtectLayer(desk_, this)),
          panel_(new ProtectPanel(desk_, *layer_)),
          strip_(new ProtectStrip(desk_, *layer_)) {
        connect(layer_, &ProtectLayer::changed, this, &PassView::changed);
        connect(strip_, &ProtectStrip::sealAsked, this, [&host] { host.askSeal(); });
        connect(panel_, &ProtectPanel::sealAsked, this, [&host] { host.askSeal(); });
    }

    QWidget& strip() override { return *strip_; }
    ProtectPanel& panel() override { return *panel_; }
    Width width() const override { return {290, 268}; }
    ProtectLayer* layer() override { return layer_; }
    QString line() const override {
        if (layer_->inHand())
            return Words::tr(
                "Click a field, or sweep over several; click a frame's edge for everything in it. Escape ends it.");
        if (layer_->view() == ProtectView::limits)
            return Words::tr(
                "What each field accepts. “Anything” can be limited in the details of Lay out (Ctrl+1), or with a "
                "click under Without limits.");
        if (layer_->view() == ProtectView::personal)
            return Words::tr(
                "A full line: a personal detail, with what it is used for. A broken line with a question mark: it "
                "looks like one. P marks it.");
        return Words::tr(
            "Hatched: fillers cannot reach it. A full line: open, or locked where it is hatched. A broken line: shown, "
            "but not changed by hand.");
    }
    std::optional<int> amount() const override { return fieldCount(desk_.form()); }
    void end() override { layer_->takeInHand(std::nullopt); }

  private:
    Desk& desk_;
    ProtectLayer* layer_;
    ProtectPanel* panel_;
    ProtectStrip* strip_;
};

template <ProtectView view>
void show(PassView& pass) {
    static_cast<ProtectPass&>(pass).layer()->setView(view);
}

}  // namespace

PassRow protectPass() {
    return {Pass::protect,
            "protect",
            "Protect",
            "Decides what fillers may touch, and seals the form with a password.",
            true,
            [](PassHost& host) -> PassView* { return new ProtectPass(host); },
            {{"Tab, Shift+Tab", "The next field, the one before"},
             {"Shift+Down, Shift+Up", "Select the next field as well; let the last go"},
             {"O, R, L", "Open, read only or locked: for the selection, or to sweep with"},
             {"Space", "From open to read only to locked"},
             {"K", "Cannot be removed, or can"},
             {"P", "Mark as a personal detail, or not"},
             {"Ctrl+A", "Select all fields"},
             {"Escape", "Put the tool down; then select nothing"}},
            {{"whoMayFill", "Show who may fill what", "", show<ProtectView::access>},
             {"showLimits", "Show what fields accept", "", show<ProtectView::limits>},
             {"showPersonal", "Show personal details", "", show<ProtectView::personal>},
             {"writeNotice", "Write the notice on personal details", "",
              [](PassView& pass) { static_cast<ProtectPass&>(pass).panel().writeNotice(); }}}};
}

}  // namespace brindel
