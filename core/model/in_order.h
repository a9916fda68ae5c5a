#pragma once

#include <cstddef>

namespace brindel {

/// Whether the i-th row of a table speaks of the i-th value of its enumeration, so that a value finds its row at once.
template <class Row, std::size_t size, class Key>
constexpr bool inOrder(const Row (&rows)[size], Key Row::*key) {
    for (std::size_t i = 0; i < size; ++i)
        if (std::size_t(rows[i].*key) != i) return false;
    return true;
}

}  // namespace brindel
