// What is derived from a form value: its index, who is spoken of, how it is worked out. Made when it is first asked
// for, once for a value, and kept with it, so that nothing has to be found twice.
#pragma once

#include <atomic>
#include <memory>
#include <typeindex>
#include <vector>

#include "core/model/shared_map.h"

namespace brindel {

struct Control;
struct Form;

/// Where a form keeps it. A copy of a form starts without: most copies are about to be changed, and steps of undo
/// should not hold what is seldom asked of them. Several threads may ask at a time; two may then make the same thing.
class DerivedSlot {
  public:
    DerivedSlot() = default;
    DerivedSlot(const DerivedSlot&) {}
    DerivedSlot(DerivedSlot&& other) noexcept : kept_(std::move(other.kept_)) {}
    DerivedSlot& operator=(const DerivedSlot& other) {
        if (&other != this) kept_.reset();
        return *this;
    }
    DerivedSlot& operator=(DerivedSlot&& other) noexcept {
        kept_ = std::move(other.kept_);
        return *this;
    }

    /// The T that is made from a form with these controls by `make()`, now or before.
    template <class T, class Make>
    std::shared_ptr<const T> of(const SharedMap<Control>& controls, Make make) const {
        std::shared_ptr<const Kept> first = std::atomic_load(&kept_);
        if (first && !first->controls.sameAs(controls)) first = nullptr;  // the form was changed since
        for (const Kept* one = first.get(); one; one = one->next.get())
            if (one->type == typeid(T)) return std::static_pointer_cast<const T>(one->made);
        std::shared_ptr<const T> made = make();
        std::atomic_store(&kept_, std::make_shared<const Kept>(Kept{typeid(T), made, controls, first}));
        return made;
    }

    /// What was made for some controls holds for others as well.
    void holdFor(const SharedMap<Control>& before, const SharedMap<Control>& now) {
        std::vector<const Kept*> all;
        for (const Kept* one = kept_.get(); one && one->controls.sameAs(before); one = one->next.get())
            all.push_back(one);
        std::shared_ptr<const Kept> chain;
        for (auto one = all.rbegin(); one != all.rend(); ++one)
            chain = std::make_shared<const Kept>(Kept{(*one)->type, (*one)->made, now, chain});
        kept_ = std::move(chain);
    }

  private:
    struct Kept {
        std::type_index type;
        std::shared_ptr<const void> made;
        SharedMap<Control> controls;  // that it was made from, kept alive
        std::shared_ptr<const Kept> next;
    };
    mutable std::shared_ptr<const Kept> kept_;
};

}  // namespace brindel
