// Tables that are drawn: with bars, or as blanks in columns.
#include <algorithm>

#include "core/intake/text_reader.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::intake {

using std::string;

bool TextReader::drawnTable(const Line& line) {
    const std::size_t count = line.tokens.size();
    if (count < 2 || at_ == 0 || paragraphLines_ != 1) return false;
    const Line& above = lines_[at_ - 1];
    if (!only(above.tokens, What::words) || above.tokens.size() != count) return false;
    std::size_t last = at_;
    while (last + 1 < lines_.size() && only(lines_[last + 1].tokens, What::blank) &&
           lines_[last + 1].tokens.size() == count)
        ++last;
    FieldSays says;
    says.kind = "table";
    for (const Token& one : above.tokens) says.choices.push_back(one.text);
    says.rows = int(std::min<std::size_t>(last - at_ + 1, 50));
    paragraph_.clear();
    paragraphLines_ = 0;
    lastLine_.clear();
    field(string(words().table), says, placeOf(above), false);
    at_ = last;
    return true;
}

std::vector<string> TextReader::cellsOf(const Line& line, bool* is) {
    string text;
    for (const Token& one : line.tokens)
        text += (text.empty() ? "" : " ") + (one.text.empty() ? string("_") : one.text);
    std::vector<string> cells;
    *is = std::ranges::count(text, '|') >= 2 || (text.starts_with("+-") && text.ends_with('+'));
    if (!*is) return cells;
    std::size_t at = text.find('|');
    at = at == 0 ? 1 : 0;
    while (at <= text.size()) {
        const std::size_t end = std::min(text.find('|', at), text.size());
        if (end == text.size() && trimmed(text.substr(at)).empty()) break;
        cells.push_back(trimmed(text.substr(at, end - at)));
        at = end + 1;
    }
    return cells;
}

bool TextReader::pipes(const Line& line) {
    bool is = false;
    std::vector<std::vector<string>> rows;
    std::vector<std::size_t> numbers;
    std::size_t last = at_;
    if (line.number < noTableBefore_) return false;
    cellsOf(line, &is);
    if (!is) return false;
    for (std::size_t i = at_; i < lines_.size() && !lines_[i].empty; ++i) {
        std::vector<string> cells = cellsOf(lines_[i], &is);
        if (!is) break;
        last = i;
        const bool drawn =
            std::ranges::all_of(cells, [](const string& c) { return c.find_first_not_of("-+:= _") == string::npos; });
        const bool dashes =
            drawn && std::ranges::any_of(cells, [](const string& c) { return c.find_first_of("-=+") != string::npos; });
        if (dashes || cells.empty()) continue;
        for (string& c : cells)
            if (c.find_first_not_of("_ .") == string::npos) c.clear();
        rows.push_back(std::move(cells));
        numbers.push_back(i);
    }
    if (rows.size() < 2) {
        noTableBefore_ = lines_[last].number + 1;
        return false;
    }
    auto filled = [](const std::vector<string>& row) {
        return std::ranges::count_if(row, [](const string& c) { return !c.empty(); });
    };
    const bool head = rows[0].size() >= 2 && filled(rows[0]) == long(rows[0].size()) &&
                      std::all_of(rows.begin() + 1, rows.end(), [&](const auto& r) {
                          return filled(r) <= 1 && (r.empty() || filled(r) == 0 || !r[0].empty());
                      });
    const string above = labelAbove(), label = above.empty() ? string(words().table) : above;
    endParagraph();
    if (head) {
        FieldSays says;
        says.kind = "table";
        says.choices = rows[0];
        for (string& c : says.choices)
            if (c.empty()) c = "-";
        says.rows = int(std::min<std::size_t>(rows.size() - 1, 50));
        field(label, says, placeOf(line), false);
    } else {
        for (std::size_t r = 0; r < rows.size(); ++r) {
            bool beside = false;
            for (std::size_t c = 0; c < rows[r].size(); ++c) {
                if (rows[r][c].empty()) continue;
                if (c + 1 < rows[r].size() && rows[r][c + 1].empty()) {
                    field(rows[r][c], {}, placeOf(lines_[numbers[r]]), beside);
                    beside = true;
                } else {
                    put({.what = Item::What::wording, .text = rows[r][c], .place = placeOf(lines_[numbers[r]])});
                }
            }
        }
    }
    at_ = last;
    return true;
}

}  // namespace brindel::intake
