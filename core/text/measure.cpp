#include "core/text/measure.h"

#include <fmt/format.h>

#include <cmath>

#include "core/model/values.h"

namespace brindel {
namespace {

/// A sum read by descent. A number with a unit is a length, one without is a length in the form's unit or, beside * and
/// /, a plain number: both are the same here, so that "x * 2" and "2 * 12mm" mean what they say.
struct Sum {
    const std::string& text;
    double unit, now;
    std::size_t at = 0;
    int depth = 0;

    [[noreturn]] void wrong(const Sentence& sentence) const { throw Problem{std::to_string(at + 1), sentence}; }
    char next() {
        while (at < text.size() && text[at] == ' ') ++at;
        return at < text.size() ? text[at] : '\0';
    }
    bool take(char c) {
        if (next() != c) return false;
        ++at;
        return true;
    }
    double sum() {
        double value = product();
        while (true) {
            if (take('+'))
                value += product();
            else if (take('-'))
                value -= product();
            else
                return value;
        }
    }
    double product() {
        double value = one();
        while (true) {
            if (take('*')) {
                value *= one();
            } else if (take('/')) {
                const double by = one();
                if (by == 0) wrong(said("Nothing can be divided by 0."));
                value /= by;
            } else {
                return value;
            }
        }
    }
    double one() {
        if (++depth > 100) wrong(said("This sum is nested too deeply."));
        struct Up {
            int& d;
            ~Up() { --d; }
        } up{depth};
        if (take('-')) return -one();
        if (take('(')) {
            const double value = sum();
            if (!take(')')) wrong(said("A ) is expected here."));
            return value;
        }
        if (next() == 'x' && !std::isalnum(static_cast<unsigned char>(at + 1 < text.size() ? text[at + 1] : ' '))) {
            ++at;
            return now;
        }
        const std::size_t start = at;
        std::string digits;
        while (at < text.size() &&
               (std::isdigit(static_cast<unsigned char>(text[at])) || text[at] == '.' || text[at] == ',')) {
            digits += text[at] == ',' ? '.' : text[at];
            ++at;
        }
        const auto number = numberFrom(digits);
        if (!number) {
            at = start;
            wrong(said("A number is expected here."));
        }
        next();
        std::string word;
        const std::size_t wordAt = at;
        while (at < text.size() && std::isalpha(static_cast<unsigned char>(text[at]))) word += text[at++];
        if (word.empty()) return *number;
        static constexpr std::pair<const char*, double> units[] = {
            {"mm", 1}, {"cm", 10}, {"in", 25.4}, {"pt", 25.4 / 72}, {"px", 25.4 / 96}};
        for (const auto& [name, mm] : units)
            if (word == name) return *number * mm / unit;
        at = wordAt;
        wrong(said("“{}” is not a unit; mm, cm, in, pt and px are.", word));
    }
};

}  // namespace

Result<double> measureRead(const std::string& text, double unit, double now) {
    if (text.size() > 200) return failure("1", said("This is too long for a measure."));
    try {
        Sum sum{text, unit, now};
        const double value = sum.sum();
        if (sum.next() != '\0') sum.wrong(said("“{}” is not expected here.", sum.next()));
        if (!std::isfinite(value) || std::abs(value) > 100000) return failure("1", said("This measure is too large."));
        return value;
    } catch (const Problem& problem) {
        return tl::unexpected(problem);
    }
}

}  // namespace brindel
