#include "core/rules/moved_controls.h"

namespace brindel {

MovedControls movedControls(const Form& form) {
    MovedControls moved;
    form.controls.each([&](Id id, const Control& c) {
        if (c.formulas.find(Prop::visible)) moved.shown.insert(id);
        if (c.formulas.find(Prop::enabled)) moved.enabled.insert(id);
        for (const Rule& rule : c.rules) {
            if (rule.off) continue;
            auto visit = [&](const Step& step) {
                if (step.does == Action::show || step.does == Action::hide || step.does == Action::turnOver)
                    moved.shown.insert(step.on);
                if (step.does == Action::enable || step.does == Action::disable) moved.enabled.insert(step.on);
            };
            eachStep(rule.steps, visit);
        }
    });
    return moved;
}

}  // namespace brindel
