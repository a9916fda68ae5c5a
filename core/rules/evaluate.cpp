#include "core/rules/evaluate.h"

#include <fmt/format.h>
#include <unicode/uchar.h>
#include <unicode/unistr.h>

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <cstring>

#include "core/model/values.h"
#include "core/rules/functions.h"

namespace brindel {

using std::string;
using What = Node::What;

/// One formula being worked out: its surroundings, and the steps that it has left.
class Evaluation {
  public:
    explicit Evaluation(const EvaluationContext& in) : context(in) {}

    const EvaluationContext& context;

    Operand operand(const Node& node) {
        if (++steps_ > mostFormulaSteps) return {{FormulaError::value}};
        if (node.what == What::name)
            return context.valueOf ? context.valueOf(node.text) : Operand{{FormulaError::name}};
        if (node.what == What::call && node.function->list) return list(node);
        return {{scalar(node)}};
    }

    Scalar scalar(const Node& node) {
        if (++steps_ > mostFormulaSteps) return FormulaError::value;
        switch (node.what) {
            case What::number:
                return node.number;
            case What::text:
                return node.text;
            case What::logical:
                return node.number != 0;
            case What::left_out:
                return std::monostate();
            case What::name:
                return alone(operand(node));
            case What::prefix:
                return onNumber(*node.parts[0], [&](double x) { return node.text == "-" ? -x : x; });
            case What::percent:
                return onNumber(*node.parts[0], [](double x) { return x / 100; });
            case What::infix:
                return infix(node);
            case What::call:
                return node.function->list ? alone(list(node)) : call(node);
        }
        return FormulaError::value;
    }

  private:
    std::size_t steps_ = 0;

    /// One value; of several, an error.
    static Scalar alone(const Operand& all) {
        if (all.list && all.values.size() != 1) return FormulaError::value;
        return all.values.empty() ? Scalar() : all.values[0];
    }
    Operand list(const Node& node) {
        Arguments arguments(node, *this);
        try {
            return node.function->list(arguments);
        } catch (FormulaError error) {
            return {{error}};
        }
    }

    template <class Work>
    Scalar onNumber(const Node& part, Work work) {
        const Scalar number = asNumber(scalar(part), context);
        if (const auto* x = std::get_if<double>(&number)) return work(*x);
        return number;
    }

    Scalar infix(const Node& node) {
        const Scalar left = scalar(*node.parts[0]), right = scalar(*node.parts[1]);
        for (const Scalar* one : {&left, &right})
            if (std::holds_alternative<FormulaError>(*one)) return *one;
        const string& sign = node.text;
        if (sign == "&") {
            string text = std::get<string>(asText(left)) + std::get<string>(asText(right));
            return text.size() > longestFormulaText ? Scalar(FormulaError::value) : Scalar(std::move(text));
        }
        if (sign == "=") return compared(left, right, context.language) == 0;
        if (sign == "<>") return compared(left, right, context.language) != 0;
        if (sign == "<") return compared(left, right, context.language) < 0;
        if (sign == ">") return compared(left, right, context.language) > 0;
        if (sign == "<=") return compared(left, right, context.language) <= 0;
        if (sign == ">=") return compared(left, right, context.language) >= 0;
        const Scalar a = asNumber(left, context), b = asNumber(right, context);
        for (const Scalar* one : {&a, &b})
            if (std::holds_alternative<FormulaError>(*one)) return *one;
        const double x = std::get<double>(a), y = std::get<double>(b);
        double result = 0;
        if (sign == "+" || sign == "-") {
            result = sign == "+" ? x + y : x - y;
            // What two numbers of 15 digits leave when they should cancel out is nothing.
            if (std::abs(result) < 5e-16 * std::max(std::abs(x), std::abs(y))) result = 0;
        } else if (sign == "*") {
            result = x * y;
        } else if (sign == "/") {
            if (y == 0) return FormulaError::divide;
            result = x / y;
        } else {
            if (x == 0 && y == 0) return FormulaError::number;
            if (x == 0 && y < 0) return FormulaError::divide;
            result = std::pow(x, y);
        }
        return std::isfinite(result) ? Scalar(result) : Scalar(FormulaError::number);
    }

    Scalar call(const Node& node) {
        Arguments arguments(node, *this);
        try {
            Scalar result = node.function->work(arguments);
            if (const auto* number = std::get_if<double>(&result); number && !std::isfinite(*number))
                return FormulaError::number;
            if (const auto* text = std::get_if<string>(&result); text && text->size() > longestFormulaText)
                return FormulaError::value;
            return result;
        } catch (FormulaError error) {
            return error;
        }
    }
};

std::string_view errorText(FormulaError error) {
    static constexpr std::string_view texts[] = {"#VALUE!", "#DIV/0!", "#NUM!", "#NAME?", "#N/A", "#CIRCLE!"};
    return texts[std::size_t(error)];
}

Scalar evaluated(const Node& node, const EvaluationContext& context) {
    return Evaluation(context).scalar(node);
}

Scalar asNumber(const Scalar& value, const EvaluationContext& context) {
    if (const auto* yes = std::get_if<bool>(&value)) return *yes ? 1.0 : 0.0;
    if (std::holds_alternative<std::monostate>(value)) return 0.0;
    const auto* text = std::get_if<string>(&value);
    if (!text) return value;
    const string clean = trimmed(*text);
    if (const auto moment = momentRead(clean)) return *moment;
    const bool percent = clean.ends_with('%');
    const string plain = percent ? trimmed(clean.substr(0, clean.size() - 1)) : clean;
    // By the language first: 1.234 is a thousand and more where a point parts thousands.
    auto number = numberRead(plain, context.language);
    if (!number) number = numberFrom(plain);
    if (number) return percent ? *number / 100 : *number;
    if (const auto minutes = clockRead(clean)) return *minutes / 1440.0;
    return FormulaError::value;
}

std::optional<double> momentRead(const string& text) {
    if (const auto day = isoDateRead(text)) return serialOf(*day);
    if (text.size() > 11 && (text[10] == 'T' || text[10] == ' ')) {
        const auto day = isoDateRead(text.substr(0, 10));
        const auto time = day ? momentRead(text.substr(11)) : std::nullopt;
        return time && *time < 1 ? std::optional(serialOf(*day) + *time) : std::nullopt;
    }
    // Hours, minutes and seconds; hours and minutes alone may be a number as well, and are asked for last.
    int parts[3] = {}, part = 0, digits = 0;
    double fraction = 0, weight = 0.1;
    bool behind = false;
    for (char c : text) {
        if (c == ':' && digits > 0 && part < 2 && !behind) {
            if (part == 1 && digits != 2) return std::nullopt;
            ++part;
            digits = 0;
        } else if (c == '.' && part == 2 && digits == 2 && !behind) {
            behind = true;
        } else if (c >= '0' && c <= '9' && behind) {
            fraction += (c - '0') * weight;
            weight /= 10;
        } else if (c >= '0' && c <= '9' && digits < 2) {
            parts[part] = parts[part] * 10 + (c - '0');
            ++digits;
        } else {
            return std::nullopt;
        }
    }
    if (part == 0 || digits != 2 || parts[0] > 23 || parts[1] > 59 || parts[2] > 59) return std::nullopt;
    return (parts[0] * 3600 + parts[1] * 60 + parts[2] + fraction) / 86400;
}

Scalar asText(const Scalar& value) {
    if (const auto* yes = std::get_if<bool>(&value)) return string(*yes ? "TRUE" : "FALSE");
    if (const auto* number = std::get_if<double>(&value)) {
        const double tidy = tidied15(*number);
        if (tidy == 0) return string("0");
        const bool plain = std::abs(tidy) >= 1e-9 && std::abs(tidy) < 1e15;
        return plain ? exactText(tidy) : fmt::format("{:.15g}", tidy);
    }
    if (std::holds_alternative<std::monostate>(value)) return string();
    return value;
}

Scalar asLogical(const Scalar& value, const EvaluationContext&) {
    if (const auto* number = std::get_if<double>(&value)) return *number != 0;
    if (std::holds_alternative<std::monostate>(value)) return false;
    const auto* text = std::get_if<string>(&value);
    if (!text) return value;
    string upper = *text;
    std::ranges::transform(upper, upper.begin(), [](unsigned char c) { return char(std::toupper(c)); });
    if (upper == "TRUE") return true;
    if (upper == "FALSE") return false;
    return FormulaError::value;
}

namespace {
constexpr std::chrono::sys_days firstDay = std::chrono::year(1899) / 12 / 30;
}

std::optional<Day> dayOf(double serial) {
    const double whole = std::floor(serial);
    // 0001-01-01 to 9999-12-31.
    if (!(whole >= -693593) || !(whole <= 2958465)) return std::nullopt;
    return Day(firstDay + std::chrono::days(static_cast<int>(whole)));
}

double serialOf(Day day) {
    return double((std::chrono::sys_days(day) - firstDay).count());
}

double tidied15(double number) {
    if (!std::isfinite(number) || number == 0) return number;
    char digits[40];
    std::snprintf(digits, sizeof digits, "%.14e", number);
    return std::strtod(digits, nullptr);
}

double roundedAt(double number, int places) {
    if (!std::isfinite(number) || number == 0) return number;
    if (places > 20) return number;
    if (places < -20) return 0;
    // The digits that a person reads: d.dddd × 10^power, rounded there.
    char digits[40];
    std::snprintf(digits, sizeof digits, "%.14e", std::abs(number));
    string said;
    for (const char* c = digits; *c && *c != 'e'; ++c)
        if (*c != '.') said += *c;
    const int power = std::atoi(std::strchr(digits, 'e') + 1);
    const int kept = power + 1 + places;  // how many of the digits stand before the cut
    if (kept < 0) return 0;
    if (kept >= int(said.size())) return tidied15(number);
    const bool up = said[std::size_t(kept)] >= '5';
    said.resize(std::size_t(kept));
    if (up) {
        int i = kept - 1;
        while (i >= 0 && said[std::size_t(i)] == '9') said[std::size_t(i--)] = '0';
        if (i >= 0)
            ++said[std::size_t(i)];
        else
            said.insert(0, "1");
    }
    if (said.empty()) return 0;
    const double result = std::strtod(fmt::format("{}e{}", said, -places).c_str(), nullptr);
    return number < 0 ? -result : result;
}

int compared(const Scalar& a, const Scalar& b, const string& language) {
    auto rank = [](const Scalar& s) {
        return std::holds_alternative<double>(s) ? 0 : std::holds_alternative<string>(s) ? 1 : 2;
    };
    // Nothing is 0, an empty text or FALSE, as the other is.
    auto filled = [&](const Scalar& s, const Scalar& other) -> Scalar {
        if (!std::holds_alternative<std::monostate>(s)) return s;
        if (std::holds_alternative<string>(other)) return string();
        if (std::holds_alternative<bool>(other)) return false;
        return 0.0;
    };
    const Scalar x = filled(a, b), y = filled(b, a);
    if (rank(x) != rank(y)) return rank(x) < rank(y) ? -1 : 1;
    if (const auto* p = std::get_if<double>(&x)) {
        const double m = tidied15(*p), n = tidied15(std::get<double>(y));
        return m < n ? -1 : m > n ? 1 : 0;
    }
    if (const auto* p = std::get_if<bool>(&x)) return int(*p) - int(std::get<bool>(y));
    const bool dotless = language.starts_with("tr") || language.starts_with("az");
    const auto folding = dotless ? U_FOLD_CASE_EXCLUDE_SPECIAL_I : U_FOLD_CASE_DEFAULT;
    const auto p = icu::UnicodeString::fromUTF8(std::get<string>(x)).foldCase(folding);
    const auto q = icu::UnicodeString::fromUTF8(std::get<string>(y)).foldCase(folding);
    const int way = p.compareCodePointOrder(q);
    return way < 0 ? -1 : way > 0 ? 1 : 0;
}

// ---- arguments ----

bool Arguments::given(std::size_t i) const {
    return i < call_.parts.size() && call_.parts[i]->what != What::left_out;
}

const EvaluationContext& Arguments::context() const {
    return evaluation_.context;
}

Operand Arguments::operand(std::size_t i) const {
    return i < call_.parts.size() ? evaluation_.operand(*call_.parts[i]) : Operand{{Scalar()}};
}

Scalar Arguments::value(std::size_t i) const {
    return i < call_.parts.size() ? evaluation_.scalar(*call_.parts[i]) : Scalar();
}

double Arguments::number(std::size_t i) const {
    const Scalar got = asNumber(value(i), context());
    if (const auto* error = std::get_if<FormulaError>(&got)) throw *error;
    return std::get<double>(got);
}
double Arguments::number(std::size_t i, double otherwise) const {
    return given(i) ? number(i) : otherwise;
}
string Arguments::text(std::size_t i) const {
    const Scalar got = asText(value(i));
    if (const auto* error = std::get_if<FormulaError>(&got)) throw *error;
    return std::get<string>(got);
}
string Arguments::text(std::size_t i, const string& otherwise) const {
    return given(i) ? text(i) : otherwise;
}
bool Arguments::logical(std::size_t i) const {
    const Scalar got = asLogical(value(i), context());
    if (const auto* error = std::get_if<FormulaError>(&got)) throw *error;
    return std::get<bool>(got);
}
bool Arguments::logical(std::size_t i, bool otherwise) const {
    return given(i) ? logical(i) : otherwise;
}
Day Arguments::day(std::size_t i) const {
    const auto day = dayOf(number(i));
    if (!day) throw FormulaError::value;
    return *day;
}

bool Arguments::reference(std::size_t i) const {
    if (i >= call_.parts.size()) return false;
    const Node& part = *call_.parts[i];
    return part.what == What::name || (part.what == What::call && part.function->list);
}

Operand Arguments::list(std::size_t i) const {
    Operand all = operand(i);
    if (!all.list && all.values.size() == 1)
        if (const auto* error = std::get_if<FormulaError>(&all.values[0])) throw *error;
    return all;
}
Operand Arguments::listHeld(std::size_t i) const {
    if (i >= count() || call_.parts[i]->what != What::name || !context().listOf) throw FormulaError::name;
    Operand all = context().listOf(call_.parts[i]->text);
    if (!all.list) throw FormulaError::name;
    return all;
}

std::vector<Scalar> Arguments::all(std::size_t i) const {
    return operand(i).values;
}
std::vector<Scalar> Arguments::rest(std::size_t i) const {
    std::vector<Scalar> values;
    for (; i < count(); ++i)
        for (Scalar& one : operand(i).values) values.push_back(std::move(one));
    return values;
}

std::vector<double> Arguments::numbers(std::size_t i) const {
    std::vector<double> numbers;
    for (; i < count(); ++i) {
        const Operand all = operand(i);
        // A name's value counts as the standard counts a reference: what is no number is passed over (6.3.7).
        const bool reference = all.list || call_.parts[i]->what == What::name;
        for (const Scalar& one : all.values) {
            if (const auto* error = std::get_if<FormulaError>(&one)) throw *error;
            if (const auto* number = std::get_if<double>(&one)) {
                numbers.push_back(*number);
            } else if (!reference && !std::holds_alternative<std::monostate>(one)) {
                const Scalar got = asNumber(one, context());
                if (const auto* error = std::get_if<FormulaError>(&got)) throw *error;
                numbers.push_back(std::get<double>(got));
            }
        }
    }
    return numbers;
}

}  // namespace brindel
