#include "core/layout/spread.h"

#include <algorithm>

#include "core/edit/edits.h"

namespace brindel {
namespace {

/// Looks that the group's own wording hands on to its choices.
void dress(Control& part, const Control& group) {
    for (const auto& [prop, value] : group.own)
        if ((isLook(prop) && prop != Prop::fillColour && prop != Prop::border && prop != Prop::bold) ||
            prop == Prop::style || prop == Prop::entryStyle || prop == Prop::visible || prop == Prop::enabled ||
            prop == Prop::access || prop == Prop::note || prop == Prop::tabStop)
            part.own.set(prop, value);
}

}  // namespace

Spread spread(const Form& form, const FontBook& fonts, const ShownAll* shown) {
    Spread out{form, {}};
    if (shown) out.shown = *shown;
    std::vector<Id> groups;
    form.controls.each([&](Id id, const Control& c) {
        if (c.kind == Kind::choiceGroup) groups.push_back(id);
    });
    std::ranges::sort(groups);
    for (Id id : groups) {
        const Control group = *form.find(id);
        const ChoiceSpots spots = choiceSpotsOf(form, group, fonts);
        const Shown held = shown && shown->contains(id) ? shown->at(id) : startingShown(form, group);
        const Shown first = startingShown(form, group);
        const bool one = group.text(Prop::many) != "many";
        auto at = std::size_t(std::ranges::find(out.form.find(group.parent)->children, id) -
                              out.form.find(group.parent)->children.begin());
        auto add = [&](Control part, Box box) {
            part.box = box.moved(group.box.left, group.box.top);
            dress(part, group);
            Edited made = placed(out.form, group.parent, part, at++);
            if (made.ids.empty()) return noControl;
            out.form = made.form;
            return made.ids[0];
        };
        out.form = removed(out.form, {id});
        const bool framed = group.own.find(Prop::fillColour) || group.own.find(Prop::border);
        if (!group.text(Prop::text).empty() || framed) {
            Control question;
            question.kind = Kind::label;
            question.set(Prop::text, group.text(Prop::text));
            question.set(Prop::alignDown, std::string("top"));
            for (Prop look : {Prop::fillColour, Prop::border, Prop::bold})
                if (const Value* mine = group.own.find(look)) question.own.set(look, *mine);
            add(question, framed ? Box{0, 0, group.box.width, group.box.height} : spots.question);
        }
        for (std::size_t i = 0; i < spots.rows.size(); ++i) {
            const bool other = i >= group.choices().size();
            Control part;
            part.kind = one ? Kind::radioButton : Kind::checkBox;
            part.set(Prop::text, choiceWording(group, i));
            part.set(Prop::value, other ? std::string("other") : group.choices()[i].value);
            part.name = group.name + (one ? "_" : ".") + std::to_string(i + 1);
            part.set(Prop::required, one && group.yes(Prop::required));
            part.set(Prop::startsTicked, std::ranges::find(first.picked, i) != first.picked.end());
            part.set(Prop::hint, group.text(Prop::text).empty() ? group.text(Prop::hint) : group.text(Prop::text));
            if (one) part.set(Prop::group, group.name);
            Box line = spots.rows[i];
            if (other) line.width = spots.other.left - line.left;
            const Id made = add(part, line);
            Shown state;
            state.on = std::ranges::find(held.picked, i) != held.picked.end();
            out.shown[made] = state;
        }
        if (group.yes(Prop::otherAnswers)) {
            Control field;
            field.kind = Kind::textBox;
            field.name = group.name + "_other";
            field.set(Prop::hint, group.text(Prop::otherText));
            Shown typed;
            typed.text = held.text;
            out.shown[add(field, spots.other)] = typed;
        }
    }
    return out;
}

}  // namespace brindel
