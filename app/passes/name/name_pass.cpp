// Name: every control gets a name by a scheme.
#include "app/passes/name/name_layer.h"
#include "app/passes/name/name_panel.h"
#include "app/passes/name/name_strip.h"
#include "app/passes/pass_view.h"
#include "app/words.h"
#include "core/naming/schemes.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

class NamePass : public PassView {
  public:
    explicit NamePass(PassHost& host)
        : PassView(&host.over()),
          host_(host),
          layer_(new NameLayer(host.desk(), this)),
          strip_(new NameStrip(host.desk())),
          panel_(new NamePanel(host.desk())) {
        connect(strip_, &NameStrip::rightAsked, panel_, &NamePanel::putRight);
    }

    QWidget& strip() override { return *strip_; }
    NamePanel& panel() override { return *panel_; }
    Width width() const override { return {420, 330}; }
    SheetLayer* layer() override { return layer_; }
    QString line() const override {
        return Words::tr(
            "Click a selected name, or press Enter, to type another; Tab goes to the next. Green follows the scheme, "
            "• is set by hand; ≠, ?, ! and 2× need to be put right.");
    }
    std::optional<int> amount() const override {
        int all = 0;
        for (const auto& [id, standing] : host_.desk().names()) all += standing.state != NameState::notNeeded;
        return all;
    }
    std::vector<PassOffer> offers() override {
        std::vector<PassOffer> all;
        for (const Scheme& scheme : shippedSchemes())
            all.push_back({.command = "scheme",
                           .key = "scheme-" + toQt(scheme.key),
                           .inMenu = Words::shown(scheme.word),
                           .word = Words::tr("Scheme: %1").arg(Words::shown(scheme.word)),
                           .says = Words::tr("names like %1").arg(toQt(nameFor(scheme, Kind::textBox, "Boat name"))),
                           .run = [this, &scheme] {
                               host_.setPass(Pass::name);
                               strip_->proposeScheme(scheme);
                           }});
        return all;
    }
    NameStrip& schemes() { return *strip_; }

  private:
    PassHost& host_;
    NameLayer* layer_;
    NameStrip* strip_;
    NamePanel* panel_;
};

NamePass& named(PassView& pass) {
    return static_cast<NamePass&>(pass);
}

}  // namespace

PassRow namePass() {
    return {Pass::name,
            "name",
            "Name",
            "Names every control by a scheme, so that code and data can refer to it.",
            true,
            [](PassHost& host) -> PassView* { return new NamePass(host); },
            {{"Tab, Shift+Tab", "The next name, the one before"},
             {"Enter, F2", "Type the name; Tab goes on to the next one"},
             {"Ctrl while clicking", "Select several"},
             {"Escape", "Cancel the typing; then select nothing"}},
            {{"takeNames", "Use the scheme's names", "Ctrl+Return",
              [](PassView& pass) { named(pass).panel().takeProposed(); }, Given::withSelected},
             {"namesRight", "Put all names right", "Ctrl+Shift+Return",
              [](PassView& pass) { named(pass).panel().putRight(); }, Given::here},
             {"replaceInNames", "Find and replace in names…", "Ctrl+H",
              [](PassView& pass) { named(pass).panel().startReplacing(); }},
             {"scheme", "Scheme", ""},
             {"editScheme", "Edit the scheme…", "", [](PassView& pass) { named(pass).schemes().editScheme(); }}}};
}

}  // namespace brindel
