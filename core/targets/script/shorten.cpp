#include "core/targets/script/shorten.h"

#include <algorithm>
#include <map>
#include <optional>
#include <vector>

namespace brindel {

using std::string;
using Words = std::set<string, std::less<>>;

namespace {

enum class What : std::uint8_t { name, number, text, pattern, sign };
struct Token {
    What what;
    std::string_view text;
    bool newLine = false;  // it is the first of a line
};
using Tokens = std::vector<Token>;

bool isLetter(char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || c == '_' || c == '$' ||
           static_cast<unsigned char>(c) >= 0x80;
}
bool isDigit(char c) {
    return c >= '0' && c <= '9';
}

/// True when a slash behind this token begins a pattern, and does not divide.
bool patternFollows(const Tokens& tokens) {
    if (tokens.empty()) return true;
    const Token& last = tokens.back();
    if (last.what == What::name)
        return last.text == "return" || last.text == "case" || last.text == "typeof" || last.text == "in";
    if (last.what != What::sign) return false;
    return last.text != ")" && last.text != "]" && last.text != "}";
}

Tokens tokensIn(std::string_view s) {
    static constexpr std::string_view signs[] = {
        ">>>=", "...", "===", "!==", ">>>", "**=", "<<=", ">>=", "=>", "==", "!=", "<=", ">=", "&&",
        "||",   "++",  "--",  "+=",  "-=",  "*=",  "/=",  "%=",  "&=", "|=", "^=", "<<", ">>", "**"};
    Tokens all;
    bool newLine = true;
    std::size_t i = 0;
    auto add = [&](What what, std::size_t end) {
        all.push_back({what, s.substr(i, end - i), newLine});
        newLine = false;
        i = end;
    };
    while (i < s.size()) {
        const char c = s[i];
        if (c == '\n') newLine = true;
        if (c == ' ' || c == '\n' || c == '\r' || c == '\t') {
            ++i;
        } else if (s.substr(i, 2) == "//") {
            i = std::min(s.find('\n', i), s.size());
        } else if (s.substr(i, 2) == "/*") {
            i = std::min(s.find("*/", i), s.size() - 2) + 2;
        } else if (isLetter(c)) {
            std::size_t end = i;
            while (end < s.size() && (isLetter(s[end]) || isDigit(s[end]))) ++end;
            add(What::name, end);
        } else if (isDigit(c) || (c == '.' && i + 1 < s.size() && isDigit(s[i + 1]))) {
            std::size_t end = i;
            while (end < s.size() &&
                   (isLetter(s[end]) || isDigit(s[end]) || s[end] == '.' ||
                    ((s[end] == '-' || s[end] == '+') && (s[end - 1] == 'e' || s[end - 1] == 'E') && s[i] != '0')))
                ++end;
            add(What::number, end);
        } else if (c == '"' || c == '\'') {
            std::size_t end = i + 1;
            while (end < s.size() && s[end] != c) end += s[end] == '\\' ? 2 : 1;
            add(What::text, std::min(end + 1, s.size()));
        } else if (c == '/' && patternFollows(all)) {
            std::size_t end = i + 1;
            for (bool among = false; end < s.size() && (among || s[end] != '/'); ++end) {
                if (s[end] == '\\')
                    ++end;
                else if (s[end] == '[')
                    among = true;
                else if (s[end] == ']')
                    among = false;
            }
            ++end;
            while (end < s.size() && isLetter(s[end])) ++end;
            add(What::pattern, end);
        } else {
            const auto sign =
                std::ranges::find_if(signs, [&](std::string_view one) { return s.substr(i, one.size()) == one; });
            add(What::sign, i + (sign == std::end(signs) ? 1 : sign->size()));
        }
    }
    return all;
}

bool opens(const Token& t) {
    return t.what == What::sign && (t.text == "(" || t.text == "[" || t.text == "{");
}
bool closes(const Token& t) {
    return t.what == What::sign && (t.text == ")" || t.text == "]" || t.text == "}");
}
bool is(const Tokens& t, std::size_t i, std::string_view text) {
    return i < t.size() && t[i].what != What::text && t[i].text == text;
}
/// The place behind the bracket that closes the one at `at`.
std::size_t behind(const Tokens& t, std::size_t at) {
    int depth = 0;
    for (std::size_t i = at; i < t.size(); ++i) {
        if (opens(t[i])) ++depth;
        if (closes(t[i]) && --depth == 0) return i + 1;
    }
    return t.size();
}

/// A part at the top of a function, or an entry of a table: where it stands, and the names under which it is known.
struct Part {
    std::size_t from = 0, to = 0;
    std::vector<string> names;
    bool entry = false;
    string key = {};
};

bool isKeyword(std::string_view word) {
    static const Words words = {"function",   "var",       "const",   "let",      "return", "if",    "else",
                                "for",        "while",     "do",      "switch",   "case",   "new",   "typeof",
                                "in",         "of",        "try",     "catch",    "throw",  "break", "continue",
                                "default",    "this",      "null",    "true",     "false",  "void",  "delete",
                                "instanceof", "undefined", "finally", "arguments"};
    return words.contains(word);
}
/// True for a name that stands for a variable: no property, no key.
bool isVariable(const Tokens& t, std::size_t i) {
    if (t[i].what != What::name || isKeyword(t[i].text)) return false;
    if (i > 0 && t[i - 1].what == What::sign && t[i - 1].text == ".") return false;
    const bool key = is(t, i + 1, ":") && i > 0 && (is(t, i - 1, "{") || is(t, i - 1, ","));
    return !key;
}

/// The end of the statement that begins at `from`: behind its semicolon.
std::size_t statementEnd(const Tokens& t, std::size_t from) {
    for (std::size_t i = from; i < t.size();) {
        if (opens(t[i])) {
            i = behind(t, i);
            continue;
        }
        if (closes(t[i])) return i;
        if (is(t, i, ";")) return i + 1;
        ++i;
    }
    return t.size();
}

/// The entries of an object that begins at `at`.
std::vector<Part> entriesOf(const Tokens& t, std::size_t at) {
    std::vector<Part> all;
    const std::size_t end = behind(t, at) - 1;
    std::size_t from = at + 1;
    while (from < end) {
        std::size_t i = from;
        while (i < end && !is(t, i, ",")) i = opens(t[i]) ? behind(t, i) : i + 1;
        Part part{from, std::min(i + 1, end), {}, true, string(t[from].text)};
        if (part.key.size() > 1 && part.key.front() == '"') part.key = part.key.substr(1, part.key.size() - 2);
        all.push_back(std::move(part));
        from = i + 1;
    }
    return all;
}

}  // namespace

string withFeatures(std::string_view script, const Words& features) {
    string out;
    std::vector<bool> within;  // the blocks around a line: whether each stays
    auto holds = [&](std::string_view words) {
        for (std::size_t at = 0; at < words.size();) {
            const std::size_t end = std::min(words.find(' ', at), words.size());
            if (features.contains(words.substr(at, end - at))) return true;
            at = end + 1;
        }
        return false;
    };
    while (!script.empty()) {
        const std::size_t end = std::min(script.find('\n'), script.size());
        const std::string_view line = script.substr(0, end);
        script.remove_prefix(std::min(script.size(), end + 1));
        const std::size_t mark = line.find("//@ ");
        const std::string_view words = mark == string::npos ? "" : line.substr(mark + 4);
        const bool stays = std::ranges::find(within, false) == within.end();
        if (words == "end" && !within.empty())
            within.pop_back();
        else if (words.starts_with("if "))
            within.push_back(holds(words.substr(3)));
        else if (stays && (words.empty() || holds(words)))
            out.append(line.substr(0, mark)) += '\n';
    }
    return out;
}

Words askedIn(std::string_view script) {
    Words asked;
    const Tokens t = tokensIn(script);
    for (std::size_t i = 1; i < t.size(); ++i)
        if (t[i].what == What::name && is(t, i - 1, ".")) asked.emplace(t[i].text);
    return asked;
}

string withoutUnused(std::string_view script, const Words& tables, const Words& wanted, std::string_view others) {
    Tokens t = tokensIn(script);
    const Words elsewhere = askedIn(others);
    std::vector<bool> gone(t.size(), false);
    std::vector<Part> parts;
    // The functions, and what stands at their top.
    for (std::size_t i = 0; i < t.size();) {
        if (!is(t, i, "function")) {
            ++i;
            continue;
        }
        const std::size_t body = behind(t, i + 2), end = behind(t, body);
        for (std::size_t k = body + 1; k + 1 < end;) {
            std::size_t to = is(t, k, "function") ? behind(t, behind(t, k + 2)) : statementEnd(t, k);
            if (to <= k) to = k + 1;
            const bool declares = is(t, k, "var") || is(t, k, "const") || is(t, k, "let");
            if (is(t, k, "function")) {
                parts.push_back({k, to, {string(t[k + 1].text)}});
            } else if (declares && t[k + 1].what == What::name) {
                const string name(t[k + 1].text);
                if (tables.contains(name) && is(t, k + 3, "{")) {
                    for (const Part& entry : entriesOf(t, k + 3))
                        if (!wanted.contains(entry.key))
                            std::fill(gone.begin() + long(entry.from), gone.begin() + long(entry.to), true);
                }
                // One declaration a statement can be left out.
                bool several = false;
                for (std::size_t m = k; m < to; m = opens(t[m]) ? behind(t, m) : m + 1)
                    several = several || is(t, m, ",");
                if (!several) parts.push_back({k, to, {name}});
            } else if (is(t, k, "return") && is(t, k + 1, "{")) {
                for (Part& entry : entriesOf(t, k + 1)) parts.push_back(std::move(entry));
            }
            k = to;
        }
        i = end;
    }
    // What nothing speaks of goes, and then what only that spoke of.
    for (bool again = true; again;) {
        again = false;
        std::map<string, std::size_t, std::less<>> spoken;
        Words asked = elsewhere;
        for (std::size_t i = 0; i < t.size(); ++i) {
            if (gone[i] || t[i].what != What::name) continue;
            if (isVariable(t, i)) ++spoken[string(t[i].text)];
            if (i > 0 && is(t, i - 1, ".")) asked.emplace(t[i].text);
        }
        for (const Part& part : parts) {
            if (gone[part.from]) continue;
            bool used = part.entry ? asked.contains(part.key) : false;
            for (const string& name : part.names) {
                std::size_t own = 0;
                for (std::size_t i = part.from; i < part.to; ++i)
                    own += !gone[i] && isVariable(t, i) && t[i].text == name ? 1 : 0;
                used = used || spoken[name] > own;
            }
            if (used) continue;
            std::fill(gone.begin() + long(part.from), gone.begin() + long(part.to), true);
            again = true;
        }
    }
    string out;
    for (std::size_t i = 0; i < t.size(); ++i) {
        if (gone[i]) continue;
        if (t[i].newLine) out += '\n';
        out.append(t[i].text) += ' ';
    }
    return out;
}

Words calledIn(std::string_view script) {
    Words all;
    for (const auto& [before, end] : {std::pair<std::string_view, char>("F.op.", '('),
                                      {"F.call(\"", '"'},
                                      {"F . op . ", ' '},
                                      {"F . call ( \"", '"'}})
        for (std::size_t at = 0; (at = script.find(before, at)) != string::npos;) {
            at += before.size();
            all.emplace(script.substr(at, script.find(end, at) - at));
        }
    return all;
}

string shortened(std::string_view script, const Words& kept) {
    const Tokens t = tokensIn(script);
    // Names that are declared: of functions, their parameters, variables.
    std::map<string, std::size_t, std::less<>> declared;
    Words foreign;
    auto declare = [&](std::size_t from, std::size_t to) {
        for (std::size_t i = from; i < to; ++i)
            if (isVariable(t, i)) declared[string(t[i].text)] = 0;
    };
    for (std::size_t i = 0; i < t.size(); ++i) {
        if (is(t, i, "function")) {
            const std::size_t open = is(t, i + 1, "(") ? i + 1 : i + 2;
            declare(i + 1, behind(t, open));
        } else if (is(t, i, "catch") && is(t, i + 1, "(")) {
            declare(i + 1, behind(t, i + 1));
        } else if (is(t, i, "=>")) {
            if (t[i - 1].what == What::name) {
                declare(i - 1, i);
            } else {
                std::size_t open = i - 1;
                for (int depth = 0; open > 0; --open) {
                    if (closes(t[open])) ++depth;
                    if (opens(t[open]) && --depth == 0) break;
                }
                declare(open, i);
            }
        } else if (is(t, i, "var") || is(t, i, "const") || is(t, i, "let")) {
            // Each declarator: a name, or names in brackets.
            for (std::size_t k = i + 1; k < t.size();) {
                const std::size_t end = opens(t[k]) ? behind(t, k) : k + 1;
                declare(k, end);
                k = end;
                while (k < t.size() && !is(t, k, ",") && !is(t, k, ";") && !closes(t[k]) && !is(t, k, "of") &&
                       !is(t, k, "in"))
                    k = opens(t[k]) ? behind(t, k) : k + 1;
                if (!is(t, k, ",")) break;
                ++k;
            }
        }
    }
    for (const string& name : kept) declared.erase(name);
    for (std::size_t i = 0; i < t.size(); ++i)
        if (isVariable(t, i)) {
            if (const auto at = declared.find(t[i].text); at != declared.end())
                ++at->second;
            else
                foreign.emplace(t[i].text);
        }
    // The most used have the shortest.
    std::vector<std::pair<string, std::size_t>> order(declared.begin(), declared.end());
    std::ranges::stable_sort(order, [](const auto& a, const auto& b) { return a.second > b.second; });
    std::map<string, string, std::less<>> names;
    constexpr std::string_view letters = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ";
    std::size_t number = 0;
    auto next = [&] {
        for (;;) {
            string name(1, letters[number % letters.size()]);
            for (std::size_t rest = number / letters.size(); rest > 0; rest = (rest - 1) / letters.size())
                name += letters[(rest - 1) % letters.size()];
            ++number;
            if (!isKeyword(name) && !foreign.contains(name) && !kept.contains(name) && name != "as") return name;
        }
    };
    for (const auto& [name, uses] : order) names[name] = next();
    string out;
    for (std::size_t i = 0; i < t.size(); ++i) {
        string word(t[i].text);
        if (isVariable(t, i))
            if (const auto at = names.find(word); at != names.end()) word = at->second;
        if (!out.empty()) {
            const char last = out.back();
            const bool words = (isLetter(last) || isDigit(last)) && (isLetter(word[0]) || isDigit(word[0]));
            const bool signs =
                (last == '+' && word[0] == '+') || (last == '-' && word[0] == '-') || (last == '/' && word[0] == '/');
            if (words || signs) out += ' ';
        }
        // The last semicolon of a block ends nothing more.
        if (word == "}" && !out.empty() && out.back() == ';' && !is(t, i - 2, ")")) out.pop_back();
        out += word;
    }
    return out;
}

}  // namespace brindel
