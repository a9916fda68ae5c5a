#include "core/layout/spread.h"

#include <algorithm>
#include <map>
#include <set>

namespace brindel {
namespace {

/// Looks that the group's own wording hands on to its choices.
void dress(Control& part, const Control& group) {
    for (const auto& [prop, value] : group.own)
        if ((isLook(prop) && prop != Prop::fillColour && prop != Prop::border && prop != Prop::bold) ||
            prop == Prop::style || prop == Prop::entryStyle || prop == Prop::access || prop == Prop::note ||
            prop == Prop::tabStop)
            part.own.set(prop, value);
}

/// One choice group, taken apart into the controls that stand in its stead in its container.
class Parted {
  public:
    Parted(Spread& out, const FormIndex& index, const Control& group, const FontBook& fonts)
        : out_(out),
          index_(index),
          group_(group),
          spots_(choiceSpotsOf(out.form, group, fonts)),
          first_(startingShown(out.form, group)),
          held_(out.filling.shown.contains(group.id) ? out.filling.shown.at(group.id) : first_) {}

    std::vector<Id> parts() {
        question();
        for (std::size_t i = 0; i < spots_.rows.size(); ++i) choice(i);
        if (group_.yes(Prop::otherAnswers)) other();
        return std::move(parts_);
    }

  private:
    Spread& out_;
    const FormIndex& index_;
    const Control& group_;
    ChoiceSpots spots_;
    Shown first_, held_;
    std::vector<Id> parts_;

    Id add(Control part, Box box) {
        Form& form = out_.form;
        if (form.next >= SharedMap<Control>::capacity) return noControl;
        part.id = form.next++;
        part.parent = group_.parent;
        part.box = box.moved(group_.box.left, group_.box.top);
        while (!part.name.empty() && index_.named(part.name)) part.name += "_";
        dress(part, group_);
        out_.filling.visibility.follow(part.id, group_.id);
        out_.groupOf.emplace(part.id, group_.id);
        parts_.push_back(part.id);
        form.controls.put(part.id, std::make_shared<Control>(std::move(part)));
        return parts_.back();
    }

    void question() {
        const bool framed = group_.own.find(Prop::fillColour) || group_.own.find(Prop::border);
        if (group_.text(Prop::text).empty() && !framed) return;
        Control label;
        label.kind = Kind::label;
        label.set(Prop::text, group_.text(Prop::text));
        label.set(Prop::alignDown, std::string("top"));
        for (Prop look : {Prop::fillColour, Prop::border, Prop::bold})
            if (const Value* mine = group_.own.find(look)) label.own.set(look, *mine);
        add(label, framed ? Box{0, 0, group_.box.width, group_.box.height} : spots_.question);
    }

    void choice(std::size_t i) {
        const bool one = !takesSeveral(group_), isOther = i >= group_.choices().size();
        Control part;
        part.kind = one ? Kind::radioButton : Kind::checkBox;
        part.set(Prop::text, choiceWording(group_, i));
        part.set(Prop::value, isOther ? std::string("other") : group_.choices()[i].value);
        part.name = group_.name + (one ? "_" : ".") + std::to_string(i + 1);
        part.set(Prop::required, one && group_.yes(Prop::required));
        part.set(Prop::startsTicked, std::ranges::binary_search(first_.picked, i));
        part.set(Prop::hint, group_.text(Prop::text).empty() ? group_.text(Prop::hint) : group_.text(Prop::text));
        if (one) part.set(Prop::group, group_.name);
        Box line = spots_.rows[i];
        if (isOther && spots_.other.left > line.left) line.width = spots_.other.left - line.left;
        Shown state;
        state.on = std::ranges::binary_search(held_.picked, i);
        const Id made = add(part, line);
        out_.filling.shown[made] = state;
    }

    void other() {
        Control field;
        field.kind = Kind::textBox;
        field.name = group_.name + "_other";
        field.set(Prop::hint, group_.text(Prop::otherText));
        Shown typed;
        typed.text = held_.text;
        const Id made = add(field, spots_.other);
        out_.filling.shown[made] = typed;
    }
};

}  // namespace

Spread spread(const Form& form, const FontBook& fonts, const Filling* filling) {
    Spread out{form, filling ? *filling : Filling{{}, Visibility::atStart(form)}};
    const auto index = form.index();
    std::map<Id, std::vector<Id>> parts;  // of each group
    std::set<Id> holders;
    for (Id id : index->fields())
        if (const Control& c = *form.find(id); c.is().spreads) {
            parts[id] = Parted(out, *index, c, fonts).parts();
            holders.insert(c.parent);
            out.form.controls.put(id, nullptr);
            if (const Control* label = out.form.find(index->labelOf(id))) {
                Control free = *label;
                free.own.drop(Prop::labels);
                out.form.controls.put(free.id, std::make_shared<Control>(std::move(free)));
            }
        }
    for (Id holder : holders) {
        Control c = *out.form.find(holder);
        std::vector<Id> children;
        for (Id id : c.children) {
            auto at = parts.find(id);
            if (at == parts.end())
                children.push_back(id);
            else
                children.insert(children.end(), at->second.begin(), at->second.end());
        }
        c.children = std::move(children);
        out.form.controls.put(holder, std::make_shared<Control>(std::move(c)));
    }
    return out;
}

}  // namespace brindel
