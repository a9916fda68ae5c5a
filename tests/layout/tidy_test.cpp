#include "core/layout/tidy.h"

#include <fmt/format.h>

#include <random>

#include "core/edit/arrange.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const demos[] = {"lift-out-booking",         "yard-charges",      "slip-inspection", "mooring-permit",
                             "winter-storage-agreement", "pontoon-fault-note"};

/// Every control that can be moved by itself up to `by` off, in whole units of placing.
Form jittered(const Form& form, double by, std::mt19937& chance) {
    Form next = form;
    const int steps = int(by / smallStep(form));
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        if (!isFreelyPlaced(form, c)) continue;
        auto off = [&] { return (int(chance() % unsigned(2 * steps + 1)) - steps) * smallStep(form); };
        next = changed(next, id, [&](Control& k) { k.box = k.box.moved(off(), off()); });
    }
    return next;
}

double furthestOff(const Form& a, const Form& b, std::string* who) {
    double most = 0;
    for (Id id : allIds(a)) {
        const Box &x = a.find(id)->box, &y = b.find(id)->box;
        const double off = std::max(std::abs(x.left - y.left), std::abs(x.top - y.top));
        if (off > most) {
            most = off;
            if (who) *who = a.find(id)->name + fmt::format(" {},{}", y.left - x.left, y.top - x.top);
        }
    }
    return most;
}

}  // namespace

TEST(Tidy, GivesBackJitteredDemoForms) {
    // A generator for each form: what is added to one does not shake the others otherwise.
    std::vector<std::mt19937> chances;
    for (unsigned i = 0; i < 6; ++i) chances.emplace_back(20261123 + i);
    int back = 0, all = 0;
    std::map<std::string, int> blame;
    for (int i = 0; i < 102; ++i) {
        const Form form = demo(demos[i % 6]);
        // Six pixels are 1.6 mm on paper.
        const Form ragged = jittered(form, form.isDialog() ? 6 : 1.5, chances[std::size_t(i) % 6]);
        std::string who;
        const double off = furthestOff(form, tidied(ragged), &who);
        ++all;
        if (off <= 1 + 1e-6)
            ++back;
        else
            ++blame[std::string(demos[i % 6]) + " " + who];
    }
    std::string said;
    for (const auto& [who, count] : blame) said += fmt::format("{} {}\n", count, who);
    RecordProperty("back", back);
    EXPECT_GE(back * 100, 92 * all) << back << " of " << all << "\n" << said;
}

TEST(Tidy, LeavesTidyFormsAsTheyAre) {
    for (const char* name : demos) {
        const Form form = demo(name);
        std::string who;
        EXPECT_LE(furthestOff(form, tidied(form), &who), form.isDialog() ? 1 : 0.5) << name << " " << who;
    }
}
