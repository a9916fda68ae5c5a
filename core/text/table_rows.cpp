#include "core/text/table_rows.h"

#include <algorithm>

namespace brindel {

TableRows::TableRows(std::string_view text, char sign, std::size_t mostColumns)
    : text_(text.starts_with("\xEF\xBB\xBF") ? text.substr(3) : text), sign_(sign), most_(mostColumns) {}

bool TableRows::next(std::vector<std::string>& cells) {
    while (at_ < text_.size()) {
        cells.clear();
        cells.emplace_back();
        bool quoted = false, any = false;
        for (bool ended = false; !ended && at_ < text_.size(); ++at_) {
            const char c = text_[at_];
            if (c == '\n') ++line_;
            if (quoted) {
                if (c != '"')
                    cells.back() += c;
                else if (at_ + 1 < text_.size() && text_[at_ + 1] == '"')
                    cells.back() += text_[++at_];
                else
                    quoted = false;
            } else if (c == '"' && cells.back().empty()) {
                quoted = any = true;
            } else if (c == sign_) {
                any = true;
                cells.emplace_back();
                if (cells.size() > most_) {
                    at_ = text_.size();
                    return true;
                }
            } else if (c == '\n') {
                ended = true;
            } else if (c != '\r') {
                // What has no sign in it is taken at once.
                const std::size_t from = at_;
                while (at_ + 1 < text_.size() && text_[at_ + 1] != sign_ && text_[at_ + 1] != '\n' &&
                       text_[at_ + 1] != '\r' && text_[at_ + 1] != '"')
                    ++at_;
                cells.back().append(text_.substr(from, at_ + 1 - from));
                any = true;
            }
        }
        open_ = quoted;
        if (any && (cells.size() > 1 || !cells[0].empty())) return true;
    }
    cells.clear();
    return false;
}

}  // namespace brindel
