// What a user can cause to go wrong, said as a value: where it is and one plain sentence.
#pragma once

#include <string>
#include <tl/expected.hpp>

namespace brindel {

struct Problem {
    std::string place;     // line and column, key path or control name; empty when it concerns the whole
    std::string sentence;  // what is wrong and what to do, without the place

    bool operator==(const Problem&) const = default;
};

template <class T>
using Result = tl::expected<T, Problem>;

/// A failed Result of any type, with its place and sentence.
inline tl::unexpected<Problem> failure(std::string place, std::string sentence) {
    return tl::unexpected<Problem>(Problem{std::move(place), std::move(sentence)});
}

}  // namespace brindel
