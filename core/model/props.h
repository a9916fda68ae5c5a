// The properties that a control or a style has of its own: a short sorted list of property and value.
#pragma once

#include <utility>
#include <vector>

#include "core/model/kinds.h"

namespace brindel {

class Props {
  public:
    /// The value held for `prop`, or null.
    const Value* find(Prop prop) const;
    void set(Prop prop, Value value);
    void drop(Prop prop);
    bool empty() const { return rows_.empty(); }
    auto begin() const { return rows_.begin(); }
    auto end() const { return rows_.end(); }
    bool operator==(const Props&) const = default;

  private:
    std::vector<std::pair<Prop, Value>> rows_;
};

}  // namespace brindel
