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

std::size_t readingPlace(const Form& form, Id container, const Box& box) {
    const Control* holder = form.find(container);
    if (!holder) return 0;
    for (std::size_t i = 0; i < holder->children.size(); ++i) {
        const Control* c = form.find(holder->children[i]);
        if (!c) continue;
        Box other = boxOf(form, *c);
        bool after = sameRow(box, other) ? other.left > box.left : other.centre().y > box.centre().y;
        if (after) return i;
    }
    return holder->children.size();
}

}  // namespace brindel
