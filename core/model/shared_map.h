// A map from small numbers to shared, unchanging values. A changed map shares with the old one all it did not touch:
// an edit copies a few short arrays whatever the size of the map, and two maps are compared by pointers.
#pragma once

#include <array>
#include <atomic>
#include <cstdint>
#include <memory>

namespace brindel {

template <class T>
class SharedMap {
  public:
    using Node = std::shared_ptr<const T>;

    /// The value under `key`, or null.
    Node node(std::uint32_t key) const {
        if (key >= capacity) return nullptr;
        const Branch* b = root_.get();
        if (!b) return nullptr;
        const Twig* t = b->twigs[key >> (2 * bits)].get();
        if (!t) return nullptr;
        const Leaf* l = t->leaves[(key >> bits) & mask].get();
        return l ? l->values[key & mask] : nullptr;
    }
    const T* find(std::uint32_t key) const {
        if (key >= capacity || !root_) return nullptr;
        const Twig* t = root_->twigs[key >> (2 * bits)].get();
        const Leaf* l = t ? t->leaves[(key >> bits) & mask].get() : nullptr;
        return l ? l->values[key & mask].get() : nullptr;
    }

    /// This map with `value` under `key` (a null value takes the key out). Keys at or over `capacity` are ignored.
    SharedMap with(std::uint32_t key, Node value) const {
        SharedMap result = *this;
        result.put(key, std::move(value));
        return result;
    }
    /// The same done to this map itself. Parts that no other map shares are changed where they are: many changes in a
    /// row cost little.
    void put(std::uint32_t key, Node value) {
        if (key >= capacity) return;
        auto own = [](auto& part) -> auto& {
            using Part = std::remove_const_t<std::remove_reference_t<decltype(*part)>>;
            if (!part)
                part = std::make_shared<Part>();
            else if (part.use_count() > 1)
                part = std::make_shared<Part>(*part);
            else  // counting up and down orders this writing behind the reading of whoever held it last in another
                  // thread
                (void)std::shared_ptr<const Part>(part);
            // Made without const above, and seen by nobody else.
            return const_cast<Part&>(*part);
        };
        Branch& branch = own(root_);
        Twig& twig = own(branch.twigs[key >> (2 * bits)]);
        Leaf& leaf = own(twig.leaves[(key >> bits) & mask]);
        Node& slot = leaf.values[key & mask];
        size_ = size_ + (value ? 1 : 0) - (slot ? 1 : 0);
        slot = std::move(value);
    }
    SharedMap without(std::uint32_t key) const { return with(key, nullptr); }

    std::size_t size() const { return size_; }
    /// True when both are the same map, not only alike: one has become the other by copying alone.
    bool sameAs(const SharedMap& other) const { return root_ == other.root_; }

    /// Calls `f(key, mine, theirs)` for every key whose value is not the same object in both; skips shared parts whole.
    template <class F>
    void differences(const SharedMap& other, F f) const {
        if (root_ == other.root_) return;
        static const Branch noBranch;
        static const Twig noTwig;
        static const Leaf noLeaf;
        const Branch& a = root_ ? *root_ : noBranch;
        const Branch& b = other.root_ ? *other.root_ : noBranch;
        for (std::uint32_t i = 0; i < width; ++i) {
            if (a.twigs[i] == b.twigs[i]) continue;
            const Twig& ta = a.twigs[i] ? *a.twigs[i] : noTwig;
            const Twig& tb = b.twigs[i] ? *b.twigs[i] : noTwig;
            for (std::uint32_t j = 0; j < width; ++j) {
                if (ta.leaves[j] == tb.leaves[j]) continue;
                const Leaf& la = ta.leaves[j] ? *ta.leaves[j] : noLeaf;
                const Leaf& lb = tb.leaves[j] ? *tb.leaves[j] : noLeaf;
                for (std::uint32_t k = 0; k < width; ++k)
                    if (la.values[k] != lb.values[k])
                        f((i << (2 * bits)) | (j << bits) | k, la.values[k].get(), lb.values[k].get());
            }
        }
    }

    /// Calls `f(key, value)` for every value, by rising key.
    template <class F>
    void each(F f) const {
        SharedMap().differences(*this, [&](std::uint32_t key, const T*, const T* value) { f(key, *value); });
    }

    static constexpr std::uint32_t bits = 6, width = 1u << bits, mask = width - 1, capacity = 1u << (3 * bits);

  private:
    struct Leaf {
        std::array<Node, width> values;
    };
    struct Twig {
        std::array<std::shared_ptr<const Leaf>, width> leaves;
    };
    struct Branch {
        std::array<std::shared_ptr<const Twig>, width> twigs;
    };
    std::shared_ptr<const Branch> root_;
    std::size_t size_ = 0;
};

}  // namespace brindel
