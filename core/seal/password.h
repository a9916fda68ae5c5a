// Passwords: what is meant by what is typed, and how long it stands.
#pragma once

#include <cstdint>
#include <string>

#include "core/model/problem.h"

namespace brindel {

/// A text that is wiped from memory when it goes.
class Secret {
  public:
    Secret() = default;
    explicit Secret(std::string text) : text_(std::move(text)) {}
    Secret(Secret&& other) noexcept;
    Secret& operator=(Secret&& other) noexcept;
    Secret(const Secret&) = delete;
    Secret& operator=(const Secret&) = delete;
    ~Secret();
    const std::string& text() const { return text_; }

  private:
    void wipe();
    std::string text_;
};

inline constexpr std::size_t mostPasswordLetters = 1000;

/// A password as it is compared, by RFC 8265 (PRECIS, OpaqueString): NFC, every kind of space a plain one, no control
/// characters. A problem for an empty one, for one of more than 1,000 letters, and for one that holds what cannot be
/// typed.
Result<Secret> passwordMeant(const std::string& typed);

enum class Holding : std::uint8_t { falls, holdsAWhile, holds };
/// How long a password stands against somebody who has the file and ten thousand tries a second.
struct Strength {
    Holding holding = Holding::falls;
    double seconds = 0;  // until half of what is likelier than it has been tried
    Sentence says;       // in a plain sentence
};
/// Reckoned by zxcvbn: words, names, dates, rows of keys and repeats count for little.
Strength strengthOf(const std::string& typed);

}  // namespace brindel
