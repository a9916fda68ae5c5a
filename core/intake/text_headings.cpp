// Headings, and lines across.
#include <algorithm>

#include "core/intake/text_reader.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::intake {

using std::string;

bool TextReader::ruled(const Line& line) {
    if (!line.ruled || line.ruled == '_') return false;
    if (line.ruled == '-' && !paragraph_.empty() && labelled(lastLine_)) return false;  // to write on
    if (line.ruled == '-' && at_ > 0 && lines_[at_ - 1].ruled == '-' && lastFieldLine_ == line.number - 1) return false;
    if (paragraphLines_ == 1 && characterCount(lastLine_) <= 70 && line.ruled != '*') {
        string text;
        std::swap(text, paragraph_);
        paragraphLines_ = 0;
        lastLine_.clear();
        headed(text, paragraphPlace_, line.ruled == '=');
        return true;
    }
    endParagraph();
    if (!items_.list.empty() && items_.list.back().what != Item::What::line)
        put({.what = Item::What::line, .place = placeOf(line)});
    return true;
}

void TextReader::headed(const string& text, Place place, bool large) {
    const bool title = !begun_ && (large || items_.list.size() <= 1);
    Item item;
    item.what = title ? Item::What::title : Item::What::section;
    item.text = text;
    item.place = place;
    put(std::move(item));
}

bool TextReader::heading(const Line& line) {
    if (!only(line.tokens, What::words) || !paragraph_.empty()) return false;
    string text = joined(line.tokens);
    const Line* following = next(at_ + 1);
    const bool alone = at_ + 1 >= lines_.size() || lines_[at_ + 1].empty;
    const bool above = at_ == 0 || lines_[at_ - 1].empty || lines_[at_ - 1].ruled;
    if (text.starts_with("#")) {
        const std::size_t signs = std::min(text.find_first_not_of('#'), text.size());
        if (signs < 7 && signs < text.size() && text[signs] == ' ') {
            headed(trimmed(text.substr(signs)), placeOf(line), signs == 1);
            return true;
        }
    }
    if (characterCount(text) > 60 || endsWith(text, {".", ",", ";", "!", "?"}) || following == nullptr) return false;
    if (following->ruled && !lines_[at_ + 1].empty && following->ruled != '_') return false;  // the rule below it tells
    if (following->ruled == '_' || only(following->tokens, What::blank)) return false;
    if (has(following->tokens, What::tick) && gathered(*following).lead.empty() &&
        (!lines_[at_ + 1].empty || !(capitals(text) || numberBefore(text) || items_.list.empty())))
        return false;
    if (letterBefore(joined(following->tokens)) == 'a') return false;
    const bool fieldsFollow = has(following->tokens, What::blank) || has(following->tokens, What::tick) ||
                              labelled(joined(following->tokens));
    const bool first = items_.list.empty();
    if (!(capitals(text) || (above && (fieldsFollow || (first && alone && line.tokens.size() == 1))) ||
          (numberBefore(text) && above && fieldsFollow)))
        return false;
    if (numberBefore(text)) text = text.substr(numberBefore(text));
    headed(text, placeOf(line), first);
    return true;
}

}  // namespace brindel::intake
