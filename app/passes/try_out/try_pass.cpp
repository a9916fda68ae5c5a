// Try: the form as a filler has it, in place of the sheet.
#include "app/passes/pass_view.h"
#include "app/passes/try_out/try_pane.h"
#include "app/passes/try_out/try_strip.h"
#include "app/sheet/sheet.h"
#include "app/words.h"

namespace brindel {
namespace {

class TryPass : public PassView {
  public:
    explicit TryPass(PassHost& host)
        : PassView(&host.over()),
          host_(host),
          strip_(new TryStrip(host.desk())),
          pane_(new TryPane(host.desk())),
          details_(new TryDetails(host.desk(), *pane_)) {
        connect(strip_, &TryStrip::languageChosen, this, [this] {
            const auto filled = readReply(pane_->session()->reply());
            pane_->begin(host_.sheet().zoom(), strip_->language(), filled ? *filled : Reply());
        });
        connect(details_, &TryDetails::backAsked, this, [this] { host_.goBack(); });
    }

    QWidget& strip() override { return *strip_; }
    QWidget& panel() override { return *details_; }
    QWidget* page() override { return pane_; }
    bool sharesPanel() const override { return false; }
    QString line() const override {
        return Words::tr(
            "Tab goes to the next field, Enter accepts, Escape cancels. Nothing typed here changes the form.");
    }
    void begin() override { pane_->begin(host_.sheet().zoom(), strip_->language()); }
    // Back to the page that the filler has turned to is wrong: the designer comes back to where they were.
    void end() override { pane_->end(); }

  private:
    PassHost& host_;
    TryStrip* strip_;
    TryPane* pane_;
    TryDetails* details_;
};

}  // namespace

PassRow tryOutPass() {
    return {Pass::tryOut, "try",
            "Try",        "Fills the form in as a filler would.",
            false,        [](PassHost& host) -> PassView* { return new TryPass(host); }};
}

}  // namespace brindel
