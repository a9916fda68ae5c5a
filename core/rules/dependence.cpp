#include "core/rules/dependence.h"

#include <algorithm>
#include <limits>

#include "core/rules/references.h"

namespace brindel {
namespace {

using Number = std::uint32_t;
constexpr Number unseen = std::numeric_limits<Number>::max();

Worked worked(const Form& form, const Control& c, Prop prop, const std::string& text) {
    Worked one{c.id, prop, {}, {}, {}};
    auto tree = readFormula(text);
    if (!tree) {
        one.mistake = tree.error();
        return one;
    }
    one.tree = *tree;
    for (std::string& name : namesOf(*one.tree)) {
        Meaning meaning = meaningOf(form, name, c.id);
        one.names.emplace_back(std::move(name), std::move(meaning));
    }
    return one;
}

/// The formulas that each speaks of, by their numbers, in lists laid one behind the other.
struct Edges {
    std::vector<std::size_t> from;
    std::vector<Number> to;
    std::span<const Number> of(Number n) const { return {to.data() + from[n], from[n + 1] - from[n]}; }
};

/// The strong components of the graph, each after those that it speaks of (Tarjan, without recursion: a chain of
/// formulas may be as long as the form).
std::vector<std::vector<Number>> components(const Edges& edges) {
    const auto count = Number(edges.from.size() - 1);
    std::vector<Number> seen(count, unseen), low(count), open;
    std::vector<bool> isOpen(count);
    std::vector<std::vector<Number>> all;
    struct Visit {
        Number at, next;
    };
    std::vector<Visit> path;
    Number clock = 0;
    auto enter = [&](Number n) {
        seen[n] = low[n] = clock++;
        open.push_back(n);
        isOpen[n] = true;
        path.push_back({n, 0});
    };
    for (Number root = 0; root < count; ++root) {
        if (seen[root] != unseen) continue;
        enter(root);
        while (!path.empty()) {
            const Number at = path.back().at;
            if (const auto to = edges.of(at); path.back().next < to.size()) {
                const Number n = to[path.back().next++];
                if (seen[n] == unseen)
                    enter(n);
                else if (isOpen[n])
                    low[at] = std::min(low[at], seen[n]);
                continue;
            }
            path.pop_back();
            if (!path.empty()) low[path.back().at] = std::min(low[path.back().at], low[at]);
            if (low[at] != seen[at]) continue;
            std::vector<Number>& one = all.emplace_back();
            Number n = unseen;
            do {
                n = open.back();
                open.pop_back();
                isOpen[n] = false;
                one.push_back(n);
            } while (n != at);
        }
    }
    return all;
}

/// The shortest way from a formula back to itself within its component.
std::vector<Number> shortestCircle(const Edges& edges, const std::vector<Number>& component, Number start) {
    std::unordered_map<Number, Number> cameFrom;
    const std::unordered_map<Number, bool> among = [&] {
        std::unordered_map<Number, bool> in;
        for (Number n : component) in[n] = true;
        return in;
    }();
    std::vector<Number> reached = {start};
    for (std::size_t i = 0; i < reached.size(); ++i)
        for (Number n : edges.of(reached[i])) {
            if (n == start) {
                std::vector<Number> way;
                for (Number back = reached[i]; back != start; back = cameFrom.at(back)) way.push_back(back);
                way.push_back(start);
                std::ranges::reverse(way);
                return way;
            }
            if (among.contains(n) && cameFrom.emplace(n, reached[i]).second) reached.push_back(n);
        }
    return {};
}

}  // namespace

Dependence::Dependence(const Form& form) {
    std::vector<Worked> found;
    std::unordered_map<Id, Number> valueOf;
    walk(form, rootId, [&](const Control& c, int) {
        auto add = [&](Prop prop, const std::string& text) {
            if (text.empty()) return;
            if (prop == Prop::workedOut) valueOf[c.id] = Number(found.size());
            found.push_back(worked(form, c, prop, text));
        };
        for (const auto& [prop, value] : c.own)
            if (row(prop).type == Type::formula) add(prop, std::get<std::string>(value));
        for (const auto& [prop, formula] : c.formulas) add(prop, formula);
        if (!gathersChoices(c)) return;
        Worked choices{c.id, Prop::choices, {}, {}, {}};
        if (const Id by = has(c.kind, Prop::choicesBy) ? c.reference(Prop::choicesBy) : noControl; form.find(by)) {
            const auto question = form.index()->radioGroupOf(by);
            choices.names.emplace_back("", Meaning{true, false, {question.empty() ? by : question.front()}});
        }
        found.push_back(std::move(choices));
    });
    if (found.empty()) return;

    Edges edges;
    for (const Worked& one : found) {
        edges.from.push_back(edges.to.size());
        for (const auto& [name, meaning] : one.names)
            for (Id field : meaning.fields)
                // Only a value speaks on; what else is worked out stands at the end of every chain. Whether an answer
                // is right may be asked of the answer itself.
                if (auto at = valueOf.find(field); at != valueOf.end()) edges.to.push_back(at->second);
    }
    edges.from.push_back(edges.to.size());

    std::vector<Number> order;
    for (const std::vector<Number>& one : components(edges)) {
        const bool itself = std::ranges::find(edges.of(one[0]), one[0]) != edges.of(one[0]).end();
        if (one.size() > 1 || itself) {
            for (Number n : one) found[n].inCircle = true;
            const Number first = *std::ranges::min_element(one);
            std::vector<Id> path;
            for (Number n : shortestCircle(edges, one, first)) path.push_back(found[n].on);
            circles_.push_back(std::move(path));
        }
        order.insert(order.end(), one.begin(), one.end());
    }
    formulas_.reserve(found.size());
    for (Number n : order) {
        const auto place = Number(formulas_.size());
        of_[found[n].on].push_back(place);
        for (const auto& [name, meaning] : found[n].names)
            for (Id field : meaning.fields)
                if (auto& all = dependents_[field]; all.empty() || all.back() != place) all.push_back(place);
        formulas_.push_back(std::move(found[n]));
    }
}

std::span<const Number> Dependence::dependents(Id field) const {
    auto at = dependents_.find(field);
    return at == dependents_.end() ? std::span<const Number>() : at->second;
}

std::span<const Number> Dependence::formulasOf(Id control) const {
    auto at = of_.find(control);
    return at == of_.end() ? std::span<const Number>() : at->second;
}

bool choicesFollowAnswers(const Form& form, Id id) {
    const auto all = dependenceIn(form);
    return std::ranges::any_of(all->formulasOf(id), [&](std::uint32_t place) {
        const Worked& one = all->formulas()[place];
        const bool ofChoices =
            one.gathers() || one.prop == Prop::runFrom || one.prop == Prop::runTo || one.prop == Prop::runStep;
        return ofChoices && !one.names.empty();
    });
}

}  // namespace brindel
