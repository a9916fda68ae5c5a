#include "core/rules/functions.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>

#include "core/rules/families.h"

namespace brindel {
namespace {

using std::string;

string upper(std::string_view name) {
    string text(name);
    std::ranges::transform(text, text.begin(), [](unsigned char c) { return char(std::toupper(c)); });
    return text;
}

/// How many letters have to be changed, put in or left out to make one word of another.
std::size_t distance(const string& a, const string& b) {
    std::vector<std::size_t> row(b.size() + 1);
    for (std::size_t j = 0; j <= b.size(); ++j) row[j] = j;
    for (std::size_t i = 1; i <= a.size(); ++i) {
        std::size_t corner = row[0]++;
        for (std::size_t j = 1; j <= b.size(); ++j) {
            const std::size_t kept = corner + (a[i - 1] != b[j - 1]);
            corner = row[j];
            row[j] = std::min({row[j] + 1, row[j - 1] + 1, kept});
        }
    }
    return row[b.size()];
}

}  // namespace

std::span<const FunctionRow> allFunctions() {
    static const std::vector<FunctionRow> rows = [] {
        std::vector<FunctionRow> all;
        for (const auto family :
             {families::logic(), families::texts(), families::numbers(), families::lists(), families::dates()})
            all.insert(all.end(), family.begin(), family.end());
        std::ranges::sort(all, {}, &FunctionRow::name);
        return all;
    }();
    return rows;
}

const FunctionRow* functionNamed(std::string_view name) {
    const string wanted = upper(name);
    const auto rows = allFunctions();
    const auto at = std::ranges::lower_bound(rows, std::string_view(wanted), {}, &FunctionRow::name);
    return at == rows.end() || at->name != wanted ? nullptr : &*at;
}

string functionLike(std::string_view name) {
    const string wanted = upper(name.substr(0, 40));
    const FunctionRow* best = nullptr;
    std::size_t least = wanted.size() / 3 + 1;
    for (const FunctionRow& row : allFunctions())
        if (const std::size_t far = distance(wanted, string(row.name)); far < least || (far == least && !best)) {
            best = &row;
            least = far;
        }
    return best ? string(best->name) : "";
}

string signatureOf(const FunctionRow& row) {
    return fmt::format("{}({})", row.name, row.arguments);
}

std::string_view familyWord(Family family) {
    static constexpr std::string_view words[] = {"Logic",          "Asking about values", "Text", "Numbers",
                                                 "Several values", "Dates and times",     "Money"};
    return words[std::size_t(family)];
}

}  // namespace brindel
