#include "core/targets/handed_out.h"

namespace brindel {

Filling handedOut(const Form& form, Filling opened) {
    form.controls.each([&](Id id, const Control& c) {
        if (isFilled(c) && (!c.text(Prop::workedOut).empty() ||
                            (c.is().answers == AnswerType::date && c.text(Prop::defaultText).starts_with("today"))))
            opened.shown[id] = {};
        if (c.formulas.find(Prop::visible)) opened.presence.show(id, true);
        if (c.formulas.find(Prop::enabled)) opened.presence.enable(id, true);
        for (const Rule& rule : c.rules) {
            if (rule.off) continue;
            auto visit = [&](const Step& step) {
                if (step.does == Does::show || step.does == Does::turnOver) opened.presence.show(step.on, true);
                if (step.does == Does::enable) opened.presence.enable(step.on, true);
            };
            eachStep(rule.steps, visit);
        }
    });
    return opened;
}

}  // namespace brindel
