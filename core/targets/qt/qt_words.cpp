#include "core/targets/qt/qt_words.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/model/values.h"
#include "core/naming/identifiers.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::qt {
namespace {

using std::string;

/// Letters that an editor does not show, or that turn what stands beside them: controls, joiners, marks of direction.
bool isUnseen(char32_t c) {
    return (c >= 0x80 && c < 0xA0) || c == 0xAD || c == 0x61C || (c >= 0x200B && c <= 0x200F) ||
           (c >= 0x2028 && c <= 0x202E) || (c >= 0x2060 && c <= 0x206F) || c == 0xFEFF || c == 0xFFFD ||
           (c >= 0xFFF9 && c <= 0xFFFB) || (c >= 0xE0000 && c <= 0xE0FFF);
}

}  // namespace

string quotedText(const string& text) {
    constexpr std::size_t longest = 90;
    string out = "\"";
    std::size_t inLine = 0;
    char32_t before = 0;
    for (const char32_t c : lettersOf(text)) {
        if (inLine >= longest) {
            out += "\"\n\"";
            inLine = 0;
        }
        ++inLine;
        if (c == U'"' || c == U'\\') {
            out += '\\';
            out += char(c);
        } else if (c == U'\n') {
            out += "\\n";
        } else if (c == U'\t') {
            out += "\\t";
        } else if (c == U'?' && before == U'?') {
            out += "\\?";
        } else if (c < 0x20 || c == 0x7F) {
            out += fmt::format("\\{:03o}", unsigned(c));
        } else if (isUnseen(c)) {
            out += c < 0x10000 ? fmt::format("\\u{:04X}", unsigned(c)) : fmt::format("\\U{:08X}", unsigned(c));
        } else {
            out += utf8(std::u32string(1, c));
        }
        before = c;
    }
    return out + "\"";
}

string textLiteral(const string& text) {
    return text.empty() ? "QString()" : "QStringLiteral(" + quotedText(text) + ")";
}

string numberLiteral(double number) {
    if (number == std::floor(number) && std::abs(number) < 1e9) return fmt::format("{:.0f}", number + 0.0);
    const string text = fmt::format("{}", number);
    return text.find_first_of(".e") == string::npos ? text + ".0" : text;
}

string inComment(const string& text) {
    constexpr std::size_t most = 200;
    string out;
    for (const char32_t c : lettersOf(firstCharacters(text, most)))
        out += c < 0x20 || c == 0x7F || isUnseen(c) ? " " : utf8(std::u32string(1, c));
    // A backslash at the end would go on in the next line.
    while (out.ends_with('\\') || out.ends_with(' ') || out.ends_with("\?\?/")) out.pop_back();
    return out;
}

string oneWord(const string& name) {
    string out;
    for (const string& part : nameParts(name)) out += out.empty() ? part : capital(part);
    for (char& c : out)
        if (c == '-') c = '_';
    return out;
}

bool isCppName(const string& name) {
    const string word = oneWord(name);
    const bool plain = std::ranges::all_of(word, [](char c) {
        return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '_';
    });
    return plain && !word.empty() && word.size() <= 200 && !(word[0] >= '0' && word[0] <= '9') && word[0] != '_' &&
           word.find("__") == string::npos && reservedBy(word).find("C++") == string::npos;
}

string capital(const string& name) {
    string out = name;
    if (!out.empty() && out[0] >= 'a' && out[0] <= 'z') out[0] = char(out[0] - 'a' + 'A');
    return out;
}

string fileWord(const string& name) {
    string out;
    for (const char c : name) {
        const bool upper = c >= 'A' && c <= 'Z';
        if (upper && !out.empty() && out.back() != '_') out += '_';
        out += upper ? char(c - 'A' + 'a') : c;
    }
    return out;
}

string nameFrom(const string& wording) {
    string out;
    for (const string& word : plainWords(wording)) out += out.empty() ? word : capital(word);
    if (!out.empty() && out[0] >= 'A' && out[0] <= 'Z') out[0] = char(out[0] - 'A' + 'a');
    if (!out.empty() && out[0] >= '0' && out[0] <= '9') out.insert(0, "n");
    return out.substr(0, 60);
}

string indented(const string& lines, int deep) {
    string out;
    bool begins = true;
    for (const char c : lines) {
        if (begins && c != '\n') out.append(std::size_t(deep) * 4, ' ');
        out += c;
        begins = c == '\n';
    }
    return out;
}

}  // namespace brindel::qt
