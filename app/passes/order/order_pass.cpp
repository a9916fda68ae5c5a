// Order: where the Tab key goes, and which keys press which buttons.
#include "app/passes/order/order_layer.h"
#include "app/passes/order/order_panel.h"
#include "app/passes/order/order_strip.h"
#include "app/passes/pass_view.h"
#include "app/words.h"
#include "core/order/route.h"

namespace brindel {
namespace {

class OrderPass : public PassView {
  public:
    explicit OrderPass(PassHost& host)
        : PassView(&host.over()),
          desk_(host.desk()),
          layer_(new OrderLayer(desk_, this)),
          strip_(new OrderStrip(desk_, *layer_)),
          panel_(new OrderPanel(desk_)) {
        connect(layer_, &OrderLayer::changed, this, &PassView::changed);
    }

    OrderStrip& strip() override { return *strip_; }
    QWidget& panel() override { return *panel_; }
    OrderLayer* layer() override { return layer_; }
    QString line() const override {
        return layer_->showsKeys()
                   ? Words::tr(
                         "Tab goes to the next control; a letter typed there is its key, Backspace removes it. "
                         "A firm rim: set by hand. Struck out: it clashes.")
                   : Words::tr(
                         "Drag along the controls to lay the route. Tab goes through it, Alt with an arrow moves "
                         "a stop, Space skips it.");
    }
    std::optional<int> amount() const override { return int(stopsOf(desk_.form()).size()); }
    void end() override { layer_->setLaying(false); }

  private:
    Desk& desk_;
    OrderLayer* layer_;
    OrderStrip* strip_;
    OrderPanel* panel_;
};

OrderPass& ordered(PassView& pass) {
    return static_cast<OrderPass&>(pass);
}

}  // namespace

PassRow orderPass() {
    return {Pass::order,
            "order",
            "Order",
            "Sets where the Tab key goes, and which keys press which buttons.",
            true,
            [](PassHost& host) -> PassView* { return new OrderPass(host); },
            {{"Tab, Shift+Tab", "The next stop, the one before"},
             {"Alt+Up, Alt+Down", "Earlier in the route, later"},
             {"Space", "Skip the stop or include it again; lay it, while the route is laid"},
             {"A letter, Backspace", "The access key, while keys are shown; removes it"},
             {"Escape, Enter", "End laying the route"}},
            {{"layByReading", "Lay the route by reading", "Alt+Shift+R",
              [](PassView& pass) { ordered(pass).strip().layByReading(); }},
             {"layByClicks", "Lay the route by clicking", "Alt+Shift+L",
              [](PassView& pass) {
                  OrderLayer& layer = *ordered(pass).layer();
                  layer.setLaying(!layer.laying());
              }},
             {"showKeys", "Show access keys", "Alt+Shift+A",
              [](PassView& pass) {
                  OrderLayer& layer = *ordered(pass).layer();
                  layer.setShowsKeys(!layer.showsKeys());
              }},
             {"chooseKeys", "Choose access keys", "Alt+Shift+K",
              [](PassView& pass) { ordered(pass).strip().chooseKeys(); }}}};
}

}  // namespace brindel
