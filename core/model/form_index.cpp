#include "core/model/form_index.h"

#include <unicode/uloc.h>

#include <map>

#include "core/model/form.h"

namespace brindel {

FormIndex::FormIndex(const Form& form) : controls_(form.controls) {
    rightToLeft_ = uloc_isRightToLeft(form.root().text(Prop::language).c_str());
    byName_.reserve(controls_.size());
    order_.reserve(controls_.size());
    labels_.reserve(controls_.size() / 2);
    answers_.reserve(controls_.size());
    byAnswer_.reserve(controls_.size());
    controls_.each([&](Id id, const Control& c) {
        if (!c.name.empty()) byName_.emplace(c.name, id);
    });
    std::map<std::pair<Id, std::string_view>, std::size_t> questionOfGroup;
    std::vector<std::pair<Id, Id>> speaking;  // label, field
    walk(form, rootId, [&](const Control& c, int) {
        order_.emplace(c.id, order_.size());
        if (const Id field = c.reference(Prop::labels); field != noControl) speaking.emplace_back(c.id, field);
        if (c.is().grid)
            for (std::size_t i = 0; i < c.children.size(); ++i) cells_.emplace(c.children[i], i);
        if (!isFilled(c)) return;
        if (c.is().answer().shared) {
            auto [at, fresh] = questionOfGroup.emplace(std::pair<Id, std::string_view>(c.parent, c.text(Prop::group)),
                                                       questions_.size());
            if (fresh) questions_.emplace_back();
            questions_[at->second].push_back(c.id);
            questionAt_.emplace(c.id, at->second);
            if (!fresh) return;
        }
        fields_.push_back(c.id);
    });
    auto parentOf = [&](Id id) {
        const Control* c = controls_.find(id);
        return c ? c->parent : noControl;
    };
    for (const auto& [label, field] : speaking) {
        auto [at, fresh] = labels_.emplace(field, label);
        if (!fresh && parentOf(at->second) != parentOf(field) && parentOf(label) == parentOf(field)) at->second = label;
    }
    // Fields first: what has a name of its own keeps it, whatever a question is called.
    auto answer = [&](Id id, const std::string& name) {
        return !name.empty() && byAnswer_.emplace(name, id).second && answers_.emplace(id, name).second;
    };
    for (Id id : fields_)
        if (const Control& c = *controls_.find(id); !c.is().answer().shared)
            if (!answer(id, c.name)) answer(id, idText(id));
    for (Id id : fields_) {
        const Control& c = *controls_.find(id);
        if (!c.is().answer().shared) continue;
        bool said = answer(id, c.text(Prop::group));
        for (Id button : radioGroupOf(id)) said = said || answer(id, controls_.find(button)->name);
        if (!said) answer(id, idText(id));
    }
}

Id FormIndex::named(std::string_view name) const {
    auto at = byName_.find(name);
    return at == byName_.end() ? noControl : at->second;
}

Id FormIndex::labelOf(Id id) const {
    auto at = labels_.find(id);
    return at == labels_.end() ? noControl : at->second;
}

std::span<const Id> FormIndex::radioGroupOf(Id radio) const {
    auto at = questionAt_.find(radio);
    return at == questionAt_.end() ? std::span<const Id>() : questions_[at->second];
}

std::size_t FormIndex::numberOfCell(Id cell) const {
    auto at = cells_.find(cell);
    return at == cells_.end() ? 0 : at->second;
}

const std::string& FormIndex::answerName(Id id) const {
    static const std::string nothing;
    if (const std::span<const Id> question = radioGroupOf(id); !question.empty()) id = question.front();
    auto at = answers_.find(id);
    return at == answers_.end() ? nothing : at->second;
}

Id FormIndex::answering(std::string_view name) const {
    auto at = byAnswer_.find(std::string(name));
    return at == byAnswer_.end() ? noControl : at->second;
}

std::size_t FormIndex::placeInOrder(Id id) const {
    auto at = order_.find(id);
    return at == order_.end() ? order_.size() : at->second;
}

}  // namespace brindel
