#include "core/order/reading.h"

#include <algorithm>

#include "core/arrangement/arrangement.h"

namespace brindel {

std::vector<Id> readInOrder(const Form& form, Id container) {
    const Control* holder = form.find(container);
    if (!holder) return {};
    if (holder->is().keepsOrder) return holder->children;
    return arrangementOf(form, container).readIds();
}

std::vector<Id> readOrRouted(const Form& form, Id container) {
    const Control* holder = form.find(container);
    if (!holder) return {};
    const std::vector<Id> read = readInOrder(form, container);
    if (read.size() != holder->children.size()) return holder->children;
    auto stops = [&](const std::vector<Id>& ids) {
        std::vector<Id> only;
        for (Id id : ids)
            if (const Control& c = *form.find(id); isFilled(c) || c.is().pressed || c.is().holds || c.is().turns)
                only.push_back(id);
        return only;
    };
    return stops(read) == stops(holder->children) ? read : holder->children;
}

std::size_t readingPlace(const Form& form, Id container, Kind kind, const Box& box) {
    const Control* holder = form.find(container);
    if (!holder) return 0;
    Form probe = form;
    Control fresh;
    fresh.id = form.next;
    fresh.parent = container;
    fresh.kind = kind;
    fresh.box = box;
    Control with = *holder;
    with.children.push_back(fresh.id);
    probe.controls = probe.controls.with(fresh.id, std::make_shared<Control>(fresh))
                         .with(container, std::make_shared<Control>(std::move(with)));
    const std::vector<Id> read = readInOrder(probe, container);
    const auto place = std::ranges::find(read, fresh.id);
    if (place == read.begin()) return 0;
    const auto before = std::ranges::find(holder->children, *(place - 1));
    return std::size_t(before - holder->children.begin()) + 1;
}

}  // namespace brindel
