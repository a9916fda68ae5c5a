#include "core/targets/reply/sql_words.h"

#include <fmt/format.h>

namespace brindel {
namespace {

using std::string;

string lowered(string name) {
    for (char& c : name)
        if (c >= 'A' && c <= 'Z') c = char(c - 'A' + 'a');
    return name;
}
string quoted(const string& text, char mark) {
    string all(1, mark);
    for (char c : text) {
        all += c;
        if (c == mark) all += c;
    }
    return all + mark;
}

}  // namespace

SqlNames::SqlNames(const std::set<string>& taken) {
    for (const string& name : taken) taken_.insert(lowered(name));
}

string SqlNames::of(const string& wanted) {
    constexpr std::size_t mostBytes = 63;
    auto cut = [](const string& text, std::size_t bytes) {
        std::size_t end = std::min(text.size(), bytes);
        while (end > 0 && end < text.size() && (static_cast<unsigned char>(text[end]) & 0xC0) == 0x80) --end;
        return text.substr(0, end);
    };
    // SQLite keeps names that begin so to itself.
    const string free = lowered(wanted).starts_with("sqlite_") ? "_" + wanted : wanted;
    string name = cut(free.empty() ? "answer" : free, mostBytes);
    for (int i = 2; !taken_.insert(lowered(name)).second; ++i) {
        const string number = fmt::format("_{}", i);
        name = cut(free, mostBytes - number.size()) + number;
    }
    return name;
}

string sqlName(const string& name) {
    return quoted(name, '"');
}
string sqlText(const string& text) {
    return quoted(text, '\'');
}

std::string_view sqlType(AnswerType type) {
    return row(type).inSql;
}

}  // namespace brindel
