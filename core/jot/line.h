// A jotted line, read character by character, and what is wrong in it. Within core/jot only.
#pragma once

#include <fmt/format.h>

#include <string>
#include <string_view>

#include "core/model/sentence.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::jot {

using std::string;
using Letters = std::u32string_view;

/// Thrown while rows are read; readJotting turns it into a value.
struct Mistake {
    int column;
    Sentence sentence;
};

/// One line, read character by character. Columns are counted in characters, as people see them.
class Line {
  public:
    Line(Letters letters, int offset) : letters_(letters), offset_(offset) {}

    bool atEnd() const { return at_ >= letters_.size(); }
    char32_t peek(std::size_t ahead = 0) const { return at_ + ahead < letters_.size() ? letters_[at_ + ahead] : U'\0'; }
    char32_t take() { return letters_[at_++]; }
    void skipBlanks() {
        while (peek() == U' ' || peek() == U'\t') ++at_;
    }
    int column() const { return offset_ + int(at_); }
    std::size_t at() const { return at_; }
    string from(std::size_t start) const { return utf8(letters_.substr(start, at_ - start)); }
    /// All that is left; a backslash keeps a semicolon or a backslash as it is.
    string rest() {
        std::u32string left;
        while (!atEnd()) {
            char32_t c = take();
            left += c == U'\\' && (peek() == U';' || peek() == U'\\') ? take() : c;
        }
        return trimmed(utf8(left));
    }
    [[noreturn]] void mistake(Sentence sentence) const { throw Mistake{column(), std::move(sentence)}; }

    /// What stands up to a closing character; a backslash keeps the next character as it is. `raw` keeps the backslash
    /// too, but for one before the closing character.
    string upTo(char32_t close, const char* what, bool raw = false) {
        const int begin = column();
        take();
        std::u32string inside;
        while (!atEnd() && peek() != close) {
            char32_t c = take();
            if (c == U'\\' && !atEnd()) {
                if (raw && peek() != close) inside += c;
                inside += take();
            } else {
                inside += c;
            }
        }
        if (atEnd())
            throw Mistake{begin, said("This {} has no end; {} is expected.", what, utf8(std::u32string(1, close)))};
        take();
        return utf8(inside);
    }

  private:
    Letters letters_;
    int offset_;
    std::size_t at_ = 0;
};

}  // namespace brindel::jot
