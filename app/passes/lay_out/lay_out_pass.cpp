// Lay out: placing controls and lining them up. Its commands are the window's own; the sheet is its place.
#include "app/details/details.h"
#include "app/passes/lay_out/strip.h"
#include "app/passes/pass_view.h"
#include "app/words.h"

namespace brindel {
namespace {

class LayOutPass : public PassView {
  public:
    explicit LayOutPass(PassHost& host)
        : PassView(&host.over()), desk_(host.desk()), strip_(new Strip(desk_)), details_(new Details(desk_)) {}

    QWidget& strip() override { return *strip_; }
    QWidget& panel() override { return *details_; }
    QString line() const override { return {}; }
    std::optional<int> amount() const override {
        const Form& form = desk_.form();
        return int(form.controls.size()) - 1 - (form.isDialog() ? 0 : int(form.root().children.size()));
    }

  private:
    Desk& desk_;
    Strip* strip_;
    Details* details_;
};

}  // namespace

PassRow layOutPass() {
    return {Pass::layOut, "lay-out",
            "Lay out",    "Put controls on the form and line them up.",
            true,         [](PassHost& host) -> PassView* { return new LayOutPass(host); }};
}

}  // namespace brindel
