#include "core/model/props.h"

#include <algorithm>

namespace brindel {
namespace {
constexpr auto byProp = [](const std::pair<Prop, Value>& row, Prop prop) { return row.first < prop; };
}

const Value* Props::find(Prop prop) const {
    auto at = std::lower_bound(rows_.begin(), rows_.end(), prop, byProp);
    return at != rows_.end() && at->first == prop ? &at->second : nullptr;
}

void Props::set(Prop prop, Value value) {
    auto at = std::lower_bound(rows_.begin(), rows_.end(), prop, byProp);
    if (at != rows_.end() && at->first == prop)
        at->second = std::move(value);
    else
        rows_.emplace(at, prop, std::move(value));
}

void Props::drop(Prop prop) {
    auto at = std::lower_bound(rows_.begin(), rows_.end(), prop, byProp);
    if (at != rows_.end() && at->first == prop) rows_.erase(at);
}

}  // namespace brindel
