// Order: the way of the Tab key, access keys, and what Enter presses.
#include "core/check/families.h"
#include "core/edit/routing.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"

namespace brindel::checks {
namespace {

void keyTwice(const Checked& in, Findings& found) {
    for (Id id : keyClashes(in.form))
        found.push_back({nullptr,
                         {id},
                         said("Alt and “{}” goes to another one as well.", in.form.find(id)->text(Prop::accessKey))});
}
Form rekeyed(const Checked& in, const Finding& f) {
    // The keys of both were set, by hand or by choosing: one gives way.
    return withKeysChosen(withKeySet(in.form, f.controls.front(), ""));
}

void noAccept(const Checked& in, Findings& found) {
    if (!in.form.isDialog() || tabRoute(in.form).empty()) return;
    bool any = false;
    eachControl(in.form, [&](const Control& c) {
        any = any || (c.is().pressed && c.as<ButtonRole>() == ButtonRole::accept);
        for (const Rule& rule : c.rules) {
            auto look = [&](const Step& step) {
                any = any || step.does == Does::accept || step.does == Does::acceptAndGoOn;
            };
            eachStep(rule.steps, look);
        }
    });
    if (!any) found.push_back({nullptr, {rootId}, said("No button accepts the form.")});
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow orderRows[] = {
    {"keyTwice", Family::order, Gravity::should, "The same access key twice", "One of the two is never reached by it.", "Chooses another for one of them.", keyTwice, rekeyed},
    {"noAccept", Family::order, Gravity::must, "No button that accepts", "What is filled in cannot be handed in.", "", noAccept},
};
// clang-format on

}  // namespace

std::span<const CheckRow> order() {
    return orderRows;
}

}  // namespace brindel::checks
