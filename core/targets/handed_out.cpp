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

Form formHandedOut(const FormSession& opened) {
    Form form = opened.designed();
    opened.form().controls.each([&](Id id, const Control& c) {
        const Control* mine = form.find(id);
        if (!mine || !has(c.kind, Prop::choices) || mine->choices() == c.choices()) return;
        Control with = *mine;
        with.set(Prop::choices, c.choices());
        form.controls.put(id, std::make_shared<Control>(std::move(with)));
    });
    return form;
}

}  // namespace brindel
