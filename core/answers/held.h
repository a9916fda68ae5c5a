// What a field holds while a form is filled: a typed value. It is read from what is typed, and written for people,
// once, by the form's language; nothing looks at a value by reading its wording again.
#pragma once

#include <string>
#include <variant>
#include <vector>

#include "core/text/words.h"

namespace brindel {

/// Minutes from midnight.
struct TimeOfDay {
    int minutes = 0;
    auto operator<=>(const TimeOfDay&) const = default;  // NOLINT(modernize-use-nullptr): the compiler writes its 0
};
/// Lines of a field's choices by their numbers, rising; the number past the last stands for another answer, which is
/// `other`.
struct Picks {
    std::vector<std::size_t> lines;
    std::string other;
    bool operator==(const Picks&) const = default;
};
/// A picture of the filler's, PNG in base64.
struct OwnPicture {
    std::string png;
    bool operator==(const OwnPicture&) const = default;
};
/// A signature: the strokes of the pen, or a name typed in their stead.
struct Ink {
    std::string strokes;
    bool operator==(const Ink&) const = default;
};

/// Nothing, or a value of the field's type (AnswerType in the table of kinds).
using Held = std::variant<std::monostate, std::string, double, bool, Day, TimeOfDay, Picks, OwnPicture, Ink>;

/// What a field holds, and the wording that is being typed into it. A wording that says no value stays beside nothing.
struct Entry {
    Held held;
    std::string typed = {};  // empty once it has been read and left

    bool unread() const { return std::holds_alternative<std::monostate>(held) && !typed.empty(); }
    bool operator==(const Entry&) const = default;
};

/// The value as it goes into a reply and comes from a values file: nothing, a tick, a number, a text (also a date in
/// ISO 8601, or the value of what was chosen), or several texts.
using Answer = std::variant<std::monostate, bool, double, std::string, std::vector<std::string>>;

}  // namespace brindel
