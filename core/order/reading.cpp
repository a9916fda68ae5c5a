#include "core/order/reading.h"

#include <algorithm>

#include "core/model/places.h"

namespace brindel {
namespace {

bool sameRow(const Box& a, const Box& b) {
    double middleA = a.centre().y, middleB = b.centre().y;
    return (middleA >= b.top && middleA <= b.bottom()) && (middleB >= a.top && middleB <= a.bottom());
}

}  // namespace

std::vector<Id> inReadingOrder(const Form& form, std::vector<Id> ids) {
    std::vector<std::pair<Box, Id>> boxes;
    for (Id id : ids)
        if (const Control* c = form.find(id)) boxes.emplace_back(boxOf(form, *c), id);
    std::ranges::stable_sort(boxes, {}, [](const auto& b) { return b.first.centre().y; });
    // Cut into rows from the top, then sort each row by its left edges.
    std::vector<Id> sorted;
    for (std::size_t start = 0; start < boxes.size();) {
        std::size_t end = start + 1;
        while (end < boxes.size() && sameRow(boxes[start].first, boxes[end].first)) ++end;
        std::stable_sort(boxes.begin() + long(start), boxes.begin() + long(end),
                         [](const auto& a, const auto& b) { return a.first.left < b.first.left; });
        for (; start < end; ++start) sorted.push_back(boxes[start].second);
    }
    return sorted;
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
