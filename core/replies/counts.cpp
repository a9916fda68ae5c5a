#include "core/replies/counts.h"

#include <fmt/format.h>

#include <algorithm>
#include <chrono>
#include <cmath>
#include <unordered_map>

#include "core/answers/answering.h"
#include "core/rules/evaluate.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;
using How = ReplyFilter::How;

constexpr std::size_t mostBars = 12, mostTexts = 8;
constexpr std::size_t mostDistinct = 100000;  // texts that are told apart in one question

/// What is gathered of one question while the replies pass by.
struct Tally {
    QuestionCount count;
    std::unordered_map<string, std::size_t> texts = {};
    std::vector<double> numbers = {};
    std::size_t on = 0, off = 0;
    bool secret = false;

    void add(const Cell& cell, std::size_t times = 1) {
        if (std::holds_alternative<std::monostate>(cell)) {
            count.empty += times;
            return;
        }
        count.answered += times;
        const AnswerType type = count.column.type;
        if (row(type).toggled) {
            const auto* whole = std::get_if<long long>(&cell);
            (whole && *whole ? on : off) += times;
        } else if (row(type).numeric) {
            const double number = std::holds_alternative<double>(cell)      ? std::get<double>(cell)
                                  : std::holds_alternative<long long>(cell) ? double(std::get<long long>(cell))
                                                                            : 0;
            numbers.insert(numbers.end(), times, number);
        } else if (const auto* text = std::get_if<string>(&cell)) {
            if (secret || row(type).drawn) return;
            if (characterCount(*text) > characterCount(count.longest)) count.longest = *text;
            if (count.first.empty() || *text < count.first) count.first = *text;
            if (*text > count.last) count.last = *text;
            if (texts.size() < mostDistinct || texts.contains(*text)) texts[*text] += times;
        }
    }
};

/// A width of bars that people count by: 1, 2 or 5 of some power of ten.
double niceWidth(double span, std::size_t bars, double smallest) {
    const double wanted = std::max(span / double(bars), smallest);
    const double power = std::pow(10, std::floor(std::log10(wanted)));
    for (double step : {1.0, 2.0, 5.0, 10.0})
        if (step * power >= wanted * (1 - 1e-9)) return std::max(step * power, smallest);
    return 10 * power;
}

void numberBars(Tally& g) {
    if (g.numbers.empty()) return;
    std::ranges::sort(g.numbers);
    QuestionCount& c = g.count;
    const std::size_t size = g.numbers.size();
    c.least = g.numbers.front();
    c.most = g.numbers.back();
    c.middle = size % 2 ? g.numbers[size / 2] : (g.numbers[size / 2 - 1] + g.numbers[size / 2]) / 2;
    double sum = 0;
    for (double number : g.numbers) sum += number;
    c.sum = roundedAt(sum, 9);
    const string& column = c.column.column;
    if (*c.least == *c.most) {
        c.bars.push_back({exactText(*c.least), size, {{column, How::is, *c.least}}});
        return;
    }
    // A few different numbers stand for themselves.
    std::map<double, std::size_t> different;
    for (double number : g.numbers)
        if (different.size() <= mostTexts) ++different[number];
    if (different.size() <= mostTexts) {
        for (const auto& [number, times] : different)
            c.bars.push_back({exactText(number), times, {{column, How::is, number}}});
        return;
    }
    const bool whole = std::ranges::all_of(g.numbers, [](double n) { return n == std::floor(n); });
    const double width = niceWidth(*c.most - *c.least, mostBars, whole ? 1 : 0);
    const double from = std::floor(*c.least / width + 1e-9) * width;
    std::size_t at = 0;
    for (int i = 0; at < size && i < int(mostBars) + 3; ++i) {
        const double low = roundedAt(from + width * i, 9);
        const double high = roundedAt(from + width * (i + 1), 9);
        CountBar bar{whole && width == 1 ? exactText(low)
                     : whole             ? exactText(low) + " – " + exactText(high - 1)
                                         : exactText(low) + " – " + exactText(high),
                     0,
                     {{column, How::least, low}, {column, How::most, whole ? high - 1 : std::nextafter(high, low)}}};
        for (; at < size && g.numbers[at] < high; ++at) ++bar.count;
        c.bars.push_back(std::move(bar));
    }
}

/// Days, or the months or years that they are in, as many as fit into the bars.
void dayBars(Tally& g) {
    if (g.texts.empty()) return;
    QuestionCount& c = g.count;
    for (std::size_t letters : {10u, 7u, 4u}) {  // 2026-04-01, 2026-04, 2026
        std::map<string, std::size_t> by;
        for (const auto& [day, times] : g.texts) by[day.substr(0, letters)] += times;
        if (by.size() > mostBars && letters > 4) continue;
        for (const auto& [called, times] : by) {
            if (c.bars.size() == mostBars) {
                c.others += times;
                continue;
            }
            const string end = letters == 10 ? called : letters == 7 ? called + "-31" : called + "-12-31";
            const string begin = letters == 10 ? called : letters == 7 ? called + "-01" : called + "-01-01";
            c.bars.push_back(
                {called, times, {{c.column.column, How::least, begin}, {c.column.column, How::most, end}}});
        }
        return;
    }
}

void timeBars(Tally& g) {
    std::map<string, std::size_t> by;
    for (const auto& [time, times] : g.texts) by[time.substr(0, 2)] += times;
    for (const auto& [hour, times] : by)
        g.count.bars.push_back(
            {hour + ":00",
             times,
             {{g.count.column.column, How::least, hour + ":00"}, {g.count.column.column, How::most, hour + ":59"}}});
}

void textBars(Tally& g) {
    std::vector<std::pair<string, std::size_t>> all(g.texts.begin(), g.texts.end());
    std::ranges::sort(all, [](const auto& a, const auto& b) {
        return a.second != b.second ? a.second > b.second : a.first < b.first;
    });
    for (const auto& [text, times] : all)
        if (g.count.bars.size() < mostTexts && times > 1)
            g.count.bars.push_back({text, times, {{g.count.column.column, How::is, text}}});
        else
            g.count.others += times;
}

/// Bars of choices: those of the form first, then what else was answered, the commonest first.
void choiceBars(Tally& g, const std::vector<std::pair<string, string>>& choices) {
    for (const auto& [value, called] : choices) {
        const auto at = g.texts.find(value);
        g.count.bars.push_back(
            {called, at == g.texts.end() ? 0 : at->second, {{g.count.column.column, How::is, value}}});
        if (at != g.texts.end()) g.texts.erase(at);
    }
    std::vector<std::pair<string, std::size_t>> all(g.texts.begin(), g.texts.end());
    std::ranges::sort(all, [](const auto& a, const auto& b) {
        return a.second != b.second ? a.second > b.second : a.first < b.first;
    });
    for (const auto& [text, times] : all)
        if (g.count.bars.size() < std::max(mostBars, choices.size()))
            g.count.bars.push_back({text, times, {{g.count.column.column, How::is, text}}});
        else
            g.count.others += times;
}

std::vector<std::pair<string, string>> choicesOf(const Form& form, Id id) {
    std::vector<std::pair<string, string>> all;
    const Control* c = form.find(id);
    if (!c) return all;
    constexpr std::size_t most = 40;
    for (Id button : form.index()->radioGroupOf(id))
        all.emplace_back(valueWhenOn(*form.find(button)), calledBy(form, *form.find(button)));
    if (all.empty() && has(c->kind, Prop::choices))
        for (const Choice& choice : c->choices())
            if (all.size() < most) all.emplace_back(choice.value, choice.text);
    return all;
}

/// The bars of a question, by its type of answer.
void addBars(Tally& g, const Form& then) {
    const ReplyColumn& c = g.count.column;
    switch (c.type) {
        case AnswerType::number:
            numberBars(g);
            break;
        case AnswerType::date:
            dayBars(g);
            break;
        case AnswerType::time:
            timeBars(g);
            break;
        case AnswerType::choice:
        case AnswerType::picks:
            choiceBars(g, choicesOf(then, c.control));
            break;
        case AnswerType::tick:
            g.count.bars = {{"yes", g.on, {{c.column, How::is, 1LL}}}, {"no", g.off, {{c.column, How::is, 0LL}}}};
            break;
        case AnswerType::text:
            textBars(g);
            break;
        default:
            break;
    }
}

/// The questions of a form, each with nothing counted yet, and the forms that they stood in.
Result<std::vector<Tally>> talliesOf(ReplyStore& store, const string& form, std::map<string, Form>& forms) {
    auto columns = store.columns(form);
    if (!columns) return tl::unexpected(columns.error());
    std::vector<Tally> all;
    for (const ReplyColumn& c : *columns) {
        if (!forms.contains(c.sum)) {
            auto then = store.formBySum(c.sum);
            if (!then) return tl::unexpected(then.error());
            forms.emplace(c.sum, std::move(*then));
        }
        Tally g{{c}};
        const Control* control = forms.at(c.sum).find(c.control);
        g.secret = control && has(control->kind, Prop::secret) && control->yes(Prop::secret);
        all.push_back(std::move(g));
    }
    return all;
}

}  // namespace

Result<std::vector<QuestionCount>> countsOf(ReplyStore& store, const string& form, const ReplyQuery& query,
                                            const std::function<bool()>& goOn) {
    std::map<string, Form> forms;
    auto tallies = talliesOf(store, form, forms);
    if (!tallies) return tl::unexpected(tallies.error());
    std::vector<Tally>& all = *tallies;
    std::vector<ReplyColumn> single;
    std::vector<std::size_t> singleAt;
    for (std::size_t i = 0; i < all.size(); ++i)
        if (!all[i].count.column.rows) {
            single.push_back(all[i].count.column);
            singleAt.push_back(i);
        }
    std::size_t passed = 0;
    bool stopped = false;
    auto done = store.eachAnswered(form, query, single, [&](const Row& row) {
        for (std::size_t i = 0; i < row.size(); ++i) {
            Tally& g = all[singleAt[i]];
            if (!g.count.column.several) {
                g.add(row[i]);
                continue;
            }
            const auto* whole = std::get_if<long long>(&row[i]);
            ++(whole && *whole > 0 ? g.count.answered : g.count.empty);
        }
        stopped = ++passed % 1000 == 0 && !goOn();
        return !stopped;
    });
    if (!done) return tl::unexpected(done.error());
    for (Tally& g : all) {
        if (stopped || !goOn()) return failure("", said("The counting was stopped."));
        const ReplyColumn& c = g.count.column;
        if (c.several || c.rows) {
            const std::size_t answered = g.count.answered;
            auto picked = store.eachPicked(form, query, c, [&](const Row& row) {
                const auto* times = std::get_if<long long>(&row[1]);
                g.add(row[0], times ? std::size_t(*times) : 0);
                return true;
            });
            if (!picked) return tl::unexpected(picked.error());
            if (c.several) g.count.answered = answered;
        }
        if (g.secret) continue;
        addBars(g, forms.at(c.sum));
        // Rows that fillers add are no columns of a reply: nothing filters by them.
        if (c.rows)
            for (CountBar& bar : g.count.bars) bar.filters.clear();
    }
    std::vector<QuestionCount> counts;
    for (Tally& g : all) counts.push_back(std::move(g.count));
    return counts;
}

std::vector<Sentence> countFacts(const QuestionCount& count, const std::function<string(double)>& shown) {
    std::vector<Sentence> all;
    all.push_back(count.empty == 0 ? said("{} answered", count.answered)
                                   : said("{} answered, {} empty", count.answered, count.empty));
    if (count.answered == 0) return all;
    if (count.least)
        all.push_back(said("minimum {}, median {}, maximum {}, sum {}", shown(*count.least), shown(*count.middle),
                           shown(*count.most), shown(*count.sum)));
    if (row(count.column.type).free && count.bars.empty()) all.push_back(said("no answer twice"));
    if (count.others > 0 && !count.bars.empty()) all.push_back(said("{} others", count.others));
    return all;
}

namespace {

/// The bar that an answer belongs to; behind the last the others, then the empty ones.
std::size_t barOf(const QuestionCount& count, const Cell& cell) {
    const std::size_t bars = count.bars.size();
    if (std::holds_alternative<std::monostate>(cell)) return bars + 1;
    auto number = [](const Cell& c) {
        return std::holds_alternative<double>(c) ? std::get<double>(c) : double(std::get<long long>(c));
    };
    auto fits = [&](const ReplyFilter& filter) {
        const bool texts = std::holds_alternative<string>(cell) && std::holds_alternative<string>(filter.value);
        const bool numbers = !std::holds_alternative<string>(cell) && !std::holds_alternative<string>(filter.value) &&
                             !std::holds_alternative<std::monostate>(filter.value);
        if (!texts && !numbers) return false;
        const auto order = texts ? std::get<string>(cell) <=> std::get<string>(filter.value)
                                 : std::strong_order(number(cell), number(filter.value));
        return filter.how == How::is ? order == 0 : filter.how == How::least ? order >= 0 : order <= 0;
    };
    for (std::size_t i = 0; i < bars; ++i)
        if (std::ranges::all_of(count.bars[i].filters, fits)) return i;
    return bars;
}

}  // namespace

bool canCross(const QuestionCount& count) {
    return !count.bars.empty() && !count.column.several && !count.column.rows &&
           std::ranges::none_of(count.bars, [](const CountBar& bar) { return bar.filters.empty(); });
}

Result<CrossCount> crossOf(ReplyStore& store, const string& form, const ReplyQuery& query, const QuestionCount& down,
                           const QuestionCount& across, const std::function<bool()>& goOn) {
    CrossCount cross{down, across, {}};
    cross.times.assign(down.bars.size() + 2, std::vector<std::size_t>(across.bars.size() + 2));
    if (!canCross(down) || !canCross(across)) return failure("", said("These questions cannot be counted together."));
    const std::vector<ReplyColumn> both = {down.column, across.column};
    std::size_t passed = 0;
    bool stopped = false;
    auto done = store.eachAnswered(form, query, both, [&](const Row& row) {
        ++cross.times[barOf(down, row[0])][barOf(across, row[1])];
        stopped = ++passed % 1000 == 0 && !goOn();
        return !stopped;
    });
    if (!done) return tl::unexpected(done.error());
    if (stopped) return failure("", said("The counting was stopped."));
    return cross;
}

}  // namespace brindel
