#include "core/targets/leaves.h"

#include <algorithm>

namespace brindel {
namespace {

/// What is turned to on each leaf of what lies in a container; at least one.
std::vector<TurnedTo> turnsWithin(const Form& form, const Control& container) {
    std::vector<TurnedTo> all;
    if (container.is().turns) {
        for (Id page : container.children)
            for (TurnedTo turned : turnsWithin(form, *form.find(page))) {
                turned[container.id] = page;
                all.push_back(std::move(turned));
            }
        if (all.empty()) all.emplace_back();
        return all;
    }
    std::vector<std::vector<TurnedTo>> beside;
    std::size_t most = 1;
    for (Id id : container.children) {
        const Control& child = *form.find(id);
        if (child.children.empty()) continue;
        beside.push_back(turnsWithin(form, child));
        most = std::max(most, beside.back().size());
    }
    all.resize(most);
    for (const auto& turns : beside)
        for (std::size_t i = 0; i < most; ++i) {
            const TurnedTo& one = turns[std::min(i, turns.size() - 1)];
            all[i].insert(one.begin(), one.end());
        }
    return all;
}

}  // namespace

std::vector<Leaf> leavesOf(const Form& form) {
    std::vector<Leaf> leaves;
    for (Id surface : surfaces(form))
        for (TurnedTo& turned : turnsWithin(form, *form.find(surface))) leaves.push_back({surface, std::move(turned)});
    return leaves;
}

}  // namespace brindel
