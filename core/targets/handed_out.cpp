#include "core/targets/handed_out.h"

#include "core/rules/moved_controls.h"

namespace brindel {

Filling handedOut(const Form& form, Filling opened) {
    for (Id id : form.index()->fields())
        if (isFoundWhenOpened(*form.find(id))) opened.shown[id] = {};
    const MovedControls moved = movedControls(form);
    for (Id id : moved.shown) opened.visibility.show(id, true);
    for (Id id : moved.enabled) opened.visibility.enable(id, true);
    return opened;
}

bool isFoundWhenOpened(const Control& c) {
    return !c.text(Prop::workedOut).empty() || startsToday(c);
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
