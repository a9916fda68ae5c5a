#include "core/rules/ecmascript.h"

#include <algorithm>

#include <fmt/format.h>
#include <unicode/decimfmt.h>
#include <unicode/dtfmtsym.h>

#include <map>
#include <nlohmann/json.hpp>

#include "core/model/values.h"
#include "core/rules/functions.h"
#include "core/text/icu_text.h"

namespace brindel {
namespace {

using std::string;
using What = Node::What;

std::string_view operatorName(const string& sign) {
    static const std::map<string, std::string_view> names = {{"+", "add"}, {"-", "sub"}, {"*", "mul"}, {"/", "div"},
                                                             {"^", "pow"}, {"&", "cat"}, {"=", "eq"},  {"<>", "ne"},
                                                             {"<", "lt"},  {">", "gt"},  {"<=", "le"}, {">=", "ge"}};
    return names.at(sign);
}

void print(const Node& node, string& out) {
    auto call = [&](std::string_view name) {
        out += "F.op.";
        out += name;
        out += '(';
        for (std::size_t i = 0; i < node.parts.size(); ++i) {
            if (i) out += ", ";
            print(*node.parts[i], out);
        }
        out += ')';
    };
    switch (node.what) {
        case What::number:
            out += fmt::format("{}", node.number);
            break;
        case What::text:
            out += ecmascriptText(node.text);
            break;
        case What::logical:
            out += node.number != 0 ? "true" : "false";
            break;
        case What::left_out:
            out += "undefined";
            break;
        case What::name:
            out += "$(" + ecmascriptText(node.text) + ")";
            break;
        case What::prefix:
            call(node.text == "-" ? "neg" : "pos");
            break;
        case What::percent:
            call("pct");
            break;
        case What::infix:
            call(operatorName(node.text));
            break;
        case What::call:
            out += fmt::format("F.call(\"{}\", [", node.function->name);
            for (std::size_t i = 0; i < node.parts.size(); ++i) {
                if (i) out += ", ";
                // Of a list the name is meant, not its answer.
                if (i == 0 && node.function->list)
                    out += "$.list(" + ecmascriptText(node.parts[0]->text) + ")";
                else
                    print(*node.parts[i], out);
            }
            out += "])";
            break;
    }
}

}  // namespace

string ecmascriptText(std::string_view text) {
    string out = nlohmann::json(text).dump(-1, ' ', true, nlohmann::json::error_handler_t::replace);
    // Within a page, </ would end a script.
    for (std::size_t at = 0; (at = out.find('<', at)) != string::npos; at += 6) out.replace(at, 1, "\\u003c");
    return out;
}

string ecmascriptOf(const Node& formula) {
    string out;
    print(formula, out);
    return out;
}

string ecmascriptAround(const string& language, double today, int minutes) {
    const icu::Locale locale((language + "@calendar=gregorian").c_str());
    nlohmann::ordered_json context = {{"today", today}, {"minutes", minutes}, {"language", language}};
    const NumberSigns& signs = numberSigns(language);
    context["decimal"] = signs.decimal;
    context["minus"] = signs.minus;
    context["group"] = signs.group;
    context["groups"] = {signs.firstGroup, signs.nextGroup};
    context["leastGroup"] = signs.leastGroup;
    context["zero"] = int(signs.zero);
    UErrorCode error = U_ZERO_ERROR;
    const icu::DateFormatSymbols names(locale, error);
    auto list = [&](const icu::UnicodeString* from, int32_t count, int32_t skip) {
        nlohmann::ordered_json all = nlohmann::ordered_json::array();
        for (int32_t i = skip; i < count; ++i) all.push_back(narrow(from[i]));
        return all;
    };
    using D = icu::DateFormatSymbols;
    int32_t count = 0;
    auto months = [&](D::DtWidthType width) {
        const auto* from = names.getMonths(count, D::FORMAT, width);
        return list(from, std::min(count, 12), 0);
    };
    auto days = [&](D::DtWidthType width) {
        const auto* from = names.getWeekdays(count, D::FORMAT, width);
        return list(from, std::min(count, 8), 1);
    };
    context["months"] = months(D::WIDE);
    context["monthsShort"] = months(D::ABBREVIATED);
    context["monthsNarrow"] = months(D::NARROW);
    context["days"] = days(D::WIDE);
    context["daysShort"] = days(D::ABBREVIATED);
    const auto* halves = names.getAmPmStrings(count);
    context["halves"] = list(halves, std::min(count, 2), 0);
    return context.dump();
}

bool isEcmascriptPattern(const std::string& pattern) {
    // Classes of letters by name, letters beyond the first plane, switches and marks that ECMAScript 5 does not have.
    for (const char* foreign : {"\\p", "\\P", "\\h", "\\H", "\\R", "\\X", "\\A", "\\Z", "\\z", "\\Q", "[[:",
                                "(?<", "(?>", "(?i", "(?s", "(?m", "(?x", "++",  "*+",  "?+",  "}+",  "&&"})
        if (pattern.find(foreign) != std::string::npos) return false;
    return std::ranges::all_of(pattern, [](char c) { return (static_cast<unsigned char>(c) & 0xF8) != 0xF0; });
}

std::string patternOfAllLetters(const std::string& pattern) {
    constexpr std::string_view letters = "\\p{Alphabetic}\\p{M}\\p{Nd}\\p{Pc}\\u200c\\u200d";
    constexpr std::string_view escapable = "^$\\.*+?()[]{}|/-";
    std::string out;
    bool among = false, speaks = false;  // within brackets; of digits or letters
    for (std::size_t i = 0; i < pattern.size(); ++i) {
        const char c = pattern[i];
        if (c == '[' && !among) {
            among = true;
        } else if (c == ']' && among) {
            among = false;
        } else if (c == '\\' && i + 1 < pattern.size()) {
            const char of = pattern[++i];
            speaks = speaks || of == 'd' || of == 'D' || of == 'w' || of == 'W';
            if (of == 'd' || of == 'D')
                out += of == 'd' ? "\\p{Nd}" : "\\P{Nd}";
            else if (of == 'w' && among)
                out += letters;
            else if (of == 'w' || (of == 'W' && !among))
                out.append(of == 'w' ? "[" : "[^").append(letters) += ']';
            else if (of == 'W')
                return pattern;  // no set of ES2018 has what another has not
            else if (std::isalnum(static_cast<unsigned char>(of)) || escapable.find(of) != std::string_view::npos)
                out.append("\\") += of == '-' && !among ? 'x' : of;
            else
                out += of;
            if (of == '-' && !among) out += "2d";
            continue;
        }
        out += c;
    }
    return speaks ? out : pattern;
}

}  // namespace brindel
