// Order: the way of the Tab key, access keys, and what Enter presses.
#include <algorithm>
#include <cmath>
#include <set>

#include "core/check/families.h"
#include "core/check/thresholds.h"
#include "core/edit/ready_rules.h"
#include "core/edit/routing.h"
#include "core/model/form_index.h"
#include "core/model/measures.h"
#include "core/model/tokens.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"

namespace brindel::checks {
namespace {

void keyTwice(const Checked& in, Findings& found) {
    for (Id id : keyClashes(in.form))
        found.push_back(
            {nullptr, {id}, said("Alt+{} goes to another control as well.", in.form.find(id)->text(Prop::accessKey))});
}
Form rekeyed(const Checked& in, const Finding& f) {
    // The keys of both were set, by hand or by choosing: one gives way.
    return withKeysChosen(withKeySet(in.form, f.controls.front(), ""));
}

void noAccept(const Checked& in, Findings& found) {
    if (!in.form.isDialog() || tabRoute(in.form).empty()) return;
    bool any = false;
    eachControl(in, [&](const Control& c) {
        any = any || (c.is().pressed && c.as<ButtonRole>() == ButtonRole::accept);
        for (const Rule& rule : c.rules) {
            auto look = [&](const Step& step) {
                any = any || step.does == Action::accept || step.does == Action::acceptAndGoOn;
            };
            eachStep(rule.steps, look);
        }
    });
    if (!any) found.push_back({nullptr, {rootId}, said("No button accepts the form.")});
}

/// A dialog has a button that gives up: without it fillers look for the way out.
void noCancel(const Checked& in, Findings& found) {
    if (!in.form.isDialog() || tabRoute(in.form).empty()) return;
    bool any = false;
    eachControl(in, [&](const Control& c) {
        any = any || (c.is().pressed && c.as<ButtonRole>() == ButtonRole::cancel);
        for (const Rule& rule : c.rules) {
            auto look = [&](const Step& step) { any = any || step.does == Action::leave; };
            eachStep(rule.steps, look);
        }
    });
    if (!any) found.push_back({nullptr, {rootId}, said("No button cancels the form.")});
}
/// The buttons of a dialog that do nothing yet, as ways: the last of them is taken.
Id lastIdle(const Form& form) {
    Id last = noControl;
    eachControl(form, [&](const Control& c) {
        if (c.is().pressed && c.as<ButtonRole>() == ButtonRole::other && c.rules.empty()) last = c.id;
    });
    return last;
}
template <ButtonRole role>
Form lastIdleGets(const Checked& in, const Finding&) {
    const Id id = lastIdle(in.form);
    return id == noControl ? in.form : pressing(in.form, role, id);
}
/// A new button where a careful hand puts it: level with the other buttons, on the side where they begin, or below all.
template <ButtonRole role>
Form buttonAdded(const Checked& in, const Finding&) {
    const Form& form = in.form;
    if (!form.isDialog()) return form;
    const Measures& m = measuresFor(form);
    const Control& root = form.root();
    Control button = freshControl(Kind::button);
    const bool german = form.root().text(Prop::language).starts_with("de");
    button.set(Prop::text, std::string(role == ButtonRole::accept ? "OK" : german ? "Abbrechen" : "Cancel"));
    button.set(Prop::buttonRole, std::string(keyOf(role)));
    button.box = {0, 0, m.buttonWide, m.buttonHigh};
    const Control* first = nullptr;
    double bottom = 0;
    for (Id id : root.children) {
        const Control* c = form.find(id);
        if (!c || !c->is().boxed) continue;
        bottom = std::max(bottom, c->box.bottom());
        if (c->is().pressed && (!first || c->box.left < first->box.left)) first = c;
    }
    if (first && first->box.left - m.buttonGap - m.buttonWide >= 0) {
        button.box.left = first->box.left - m.buttonGap - m.buttonWide;
        button.box.top = first->box.top;
    } else {
        button.box.left = std::max(0.0, root.box.width - m.inset - m.buttonWide);
        button.box.top = bottom + m.rowGap;
    }
    Form next = form;
    const double high = button.box.bottom() + m.footRoom;
    if (high > root.box.height) next = boxed(next, rootId, {0, 0, root.box.width, high});
    return placed(next, rootId, button).form;
}

/// True when who reads has `b` behind them at `a`: it stands above in the same column, or before it in the same row.
/// Where columns are read each for itself, what stands higher in the next one is no jump.
bool readBefore(const Form& form, const Control& b, const Control& a) {
    if (a.parent != b.parent || !isFreelyPlaced(form, a) || !isFreelyPlaced(form, b)) return false;
    const bool sameColumn = b.box.left < a.box.right() && a.box.left < b.box.right();
    if (sameColumn) return b.box.bottom() <= a.box.top + lapping(form);
    const bool sameRow = std::abs(a.box.top - b.box.top) <= measuresFor(form).reach;
    return sameRow && (form.index()->rightToLeft() ? b.box.left > a.box.left : b.box.left < a.box.left);
}
void routeJumps(const Checked& in, Findings& found) {
    const std::vector<Id> stops = stopsOf(in.form);
    for (std::size_t i = 1; i < stops.size(); ++i) {
        const Control &a = *in.form.find(stops[i - 1]), &b = *in.form.find(stops[i]);
        if (readBefore(in.form, b, a))
            found.push_back(
                {nullptr, {a.id, b.id}, said("The Tab key goes back from it to “{}”.", calledBy(in.form, b))});
    }
}
Form laidByReading(const Checked& in, const Finding&) {
    return routedByReading(in.form);
}

void leftOut(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (isFilled(c) && has(c.kind, Prop::tabStop) && !c.yes(Prop::tabStop) && c.as<Access>() == Access::open &&
            c.text(Prop::workedOut).empty() && !c.is().answer().shared)
            found.push_back({nullptr, {c.id}, said("The Tab key skips it.")});
    });
}
Form putOnRoute(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::tabStop, true);
}
void idleStop(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (isFilled(c) && has(c.kind, Prop::tabStop) && c.yes(Prop::tabStop) && !c.text(Prop::workedOut).empty() &&
            c.as<Access>() != Access::locked && !cannotWork(in.form, c.id))
            found.push_back({nullptr, {c.id}, said("The Tab key stops here, but nothing can be typed.")});
    });
}
Form takenOffRoute(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::tabStop, false);
}

void noKeys(const Checked& in, Findings& found) {
    if (!in.form.isDialog()) return;
    const std::vector<KeyBearer> bearers = keyBearers(in.form);
    if (!bearers.empty() && std::ranges::all_of(bearers, [](const KeyBearer& b) { return b.key.empty(); }))
        found.push_back({nullptr, {rootId}, said("No control has an access key.")});
}
Form keysChosen(const Checked& in, const Finding&) {
    return withKeysChosen(in.form);
}

/// Pages before one whose button accepts, without a button that leads on.
void noNext(const Checked& in, Findings& found) {
    if (!in.form.isDialog()) return;
    eachControl(in, [&](const Control& tabs) {
        if (!tabs.is().turns) return;
        Ids without;
        bool accepts = false;
        for (Id page : tabs.children) {
            bool next = false, accept = false;
            walk(in.form, page, [&](const Control& c, int) {
                if (!c.is().pressed) return;
                next = next || c.as<ButtonRole>() == ButtonRole::next;
                accept = accept || c.as<ButtonRole>() == ButtonRole::accept;
                for (const Rule& rule : c.rules) {
                    auto look = [&](const Step& step) { next = next || step.does == Action::turn; };
                    eachStep(rule.steps, look);
                }
            });
            if (accept && page != tabs.children.front()) {
                accepts = true;
                break;
            }
            if (!next) without.push_back(page);
        }
        if (accepts)
            for (Id page : without)
                found.push_back({nullptr, {page}, said("No button leads from here to the last page.")});
    });
}
Form nextAdded(const Checked& in, const Finding& f) {
    for (const ReadyRule& ready : readyRules())
        if (ready.key == "nextAndBack") return ready.set(in.form, f.controls);
    return in.form;
}

void pageNotReached(const Checked& in, Findings& found) {
    std::set<Id> reached;
    in.form.controls.each([&](Id, const Control& c) {
        for (const Rule& rule : c.rules) {
            auto look = [&](const Step& step) {
                if (step.does == Action::turn || step.does == Action::show || step.does == Action::turnOver)
                    reached.insert(step.on);
            };
            eachStep(rule.steps, look);
        }
    });
    eachControl(in, [&](const Control& c) {
        if (c.is().turned && !c.yes(Prop::visible) && !c.formulas.find(Prop::visible) && !reached.contains(c.id))
            found.push_back({nullptr, {c.id}, said("This page cannot be reached.")});
    });
}
Form pageShown(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::visible, true);
}

void firstNotFirst(const Checked& in, Findings& found) {
    const std::vector<Id> stops = stopsOf(in.form);
    const Id starts = in.form.root().reference(Prop::startsIn);
    if (starts != noControl && !stops.empty() && stops.front() != starts && in.form.find(starts))
        found.push_back({nullptr, {starts, rootId}, said("The cursor starts here, although other fields come first.")});
}
Form startingFirst(const Checked& in, const Finding&) {
    return startingIn(in.form, noControl);
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow orderRows[] = {
    {"keyTwice", CheckFamily::order, Severity::should, "The same access key twice", "Only one of the two can be reached with it.", "Chooses another for one of them.", keyTwice, rekeyed},
    {"noAccept", CheckFamily::order, Severity::must, "No button that accepts", "Fillers cannot submit their answers.", "Adds one.", noAccept, buttonAdded<ButtonRole::accept>, {{{"Makes the last button without an action accept the form.", lastIdleGets<ButtonRole::accept>}}}},
    {"noCancel", CheckFamily::order, Severity::know, "No button that cancels", "Fillers cannot see how to give up.", "Adds one.", noCancel, buttonAdded<ButtonRole::cancel>, {{{"Makes the last button without an action cancel.", lastIdleGets<ButtonRole::cancel>}}}},
    {"routeJumps", CheckFamily::order, Severity::should, "A route that jumps", "The Tab key does not follow the order of reading (WCAG 2.2, 2.4.3).", "Orders the route as people read.", routeJumps, laidByReading},
    {"leftOut", CheckFamily::order, Severity::should, "A field that the Tab key skips", "People without a mouse cannot fill it (WCAG 2.2, 2.1.1).", "Adds it to the route.", leftOut, putOnRoute},
    {"idleStop", CheckFamily::order, Severity::know, "A stop at something that cannot be filled", "It costs one key press and does nothing.", "Makes the Tab key skip it.", idleStop, takenOffRoute},
    {"noKeys", CheckFamily::order, Severity::know, "No access keys", "People without a mouse have to tab through the whole form.", "Chooses an access key for each.", noKeys, keysChosen},
    {"noNext", CheckFamily::order, Severity::should, "Pages without a way to the next one", "Fillers may not find the last page.", "Adds Next and Back to all pages.", noNext, nextAdded},
    {"pageNotReached", CheckFamily::order, Severity::should, "A page that cannot be reached", "Its questions are never answered.", "Shows it.", pageNotReached, pageShown},
    {"firstNotFirst", CheckFamily::order, Severity::know, "A first field that is not the first", "Earlier fields are skipped.", "Starts the cursor at the first stop.", firstNotFirst, startingFirst},
};
// clang-format on

}  // namespace

std::span<const CheckRow> order() {
    return orderRows;
}

}  // namespace brindel::checks
