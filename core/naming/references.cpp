#include "core/naming/references.h"

#include <algorithm>
#include <functional>

namespace brindel {
namespace {

bool startsName(char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || c == '_';
}
bool isDigit(char c) {
    return c >= '0' && c <= '9';
}
bool isBlank(char c) {
    return c == ' ' || c == '\t' || c == '\n' || c == '\r';
}

/// True for a name that can stand in a formula without quotes: identifiers, parted by dots.
bool isPlain(const std::string& name) {
    bool begins = true;
    for (char c : name) {
        if (begins ? !startsName(c) : !startsName(c) && !isDigit(c) && c != '.') return false;
        begins = c == '.';
    }
    return !begins;
}

/// Goes through a formula and gives it back with `turn(name)` in place of each name it speaks of.
std::string rewritten(const std::string& formula, const std::function<std::string(const std::string&)>& turn) {
    auto apart = [&](std::size_t before, std::size_t after) {
        auto joins = [&](std::size_t at) {
            return at < formula.size() && (startsName(formula[at]) || isDigit(formula[at]) || formula[at] == '.');
        };
        const std::size_t next = formula.find_first_not_of(" \t\n\r", after);
        return !joins(before - 1) && !joins(after) && (next == std::string::npos || formula[next] != '(');
    };
    std::string out;
    const std::size_t end = formula.size();
    for (std::size_t i = 0; i < end;) {
        const std::size_t from = i;
        const char c = formula[i];
        if (c == '"') {
            // A doubled quote within stands for one, so the text goes on.
            for (++i; i < end; ++i)
                if (formula[i] == '"' && (i + 1 >= end || formula[i + 1] != '"'))
                    break;
                else if (formula[i] == '"')
                    ++i;
            i = std::min(end, i + 1);
            out += formula.substr(from, i - from);
        } else if (formula.compare(i, 3, "$$'") == 0) {
            const std::size_t close = formula.find('\'', i + 3);
            if (close == std::string::npos) return out + formula.substr(from);
            const std::string name = turn(formula.substr(i + 3, close - i - 3));
            i = close + 1;
            // Quotes go where the name can stand without them, and would not run into what is beside it.
            out += isPlain(name) && apart(from, i) ? name : "$$'" + name + "'";
        } else if (startsName(c)) {
            while (i < end && (startsName(formula[i]) || isDigit(formula[i]) ||
                               (formula[i] == '.' && i + 1 < end && startsName(formula[i + 1]))))
                ++i;
            std::size_t after = i;
            while (after < end && isBlank(formula[after])) ++after;
            const std::string name = formula.substr(from, i - from);
            if (after < end && formula[after] == '(') {
                out += name;
            } else {
                const std::string turned = turn(name);
                out += isPlain(turned) ? turned : "$$'" + turned + "'";
            }
        } else if (isDigit(c) || c == '.') {
            // A number with its exponent: the E of 1E5 is no name.
            while (i < end && (isDigit(formula[i]) || formula[i] == '.')) ++i;
            if (i < end && (formula[i] == 'e' || formula[i] == 'E')) {
                std::size_t power = i + 1;
                if (power < end && (formula[power] == '+' || formula[power] == '-')) ++power;
                if (power < end && isDigit(formula[power]))
                    for (i = power; i < end && isDigit(formula[i]);) ++i;
            }
            out += formula.substr(from, i - from);
        } else {
            out += c;
            ++i;
        }
    }
    return out;
}

}  // namespace

std::vector<std::string> namesIn(const std::string& formula) {
    std::vector<std::string> names;
    rewritten(formula, [&](const std::string& name) {
        if (std::ranges::find(names, name) == names.end()) names.push_back(name);
        return name;
    });
    return names;
}

std::string withNamesIn(const std::string& formula, const std::map<std::string, std::string>& names) {
    return rewritten(formula, [&](const std::string& name) {
        auto at = names.find(name);
        return at == names.end() ? name : at->second;
    });
}

void eachFormula(const Control& c, const std::function<void(std::optional<Prop>, const std::string&)>& visit) {
    for (const auto& [prop, value] : c.own)
        if (row(prop).type == Type::formula) visit(prop, std::get<std::string>(value));
    for (const auto& [prop, formula] : c.formulas) visit(prop, formula);
    for (const Rule& rule : c.rules) {
        visit({}, rule.condition);
        auto step = [&](const Step& one) { visit({}, one.with); };
        eachStep(rule.steps, step);
    }
}

Control withFormulas(Control c, const std::function<std::string(const std::string&)>& turn) {
    for (Props own = c.own; const auto& [prop, value] : own)
        if (row(prop).type == Type::formula) c.set(prop, turn(std::get<std::string>(value)));
    for (Formulas formulas = c.formulas; const auto& [prop, formula] : formulas) c.formulas.set(prop, turn(formula));
    for (Rule& rule : c.rules) {
        rule.condition = turn(rule.condition);
        auto step = [&](Step& one) { one.with = turn(one.with); };
        eachStep(rule.steps, step);
    }
    return c;
}

std::map<std::string, std::vector<Use>> usesOfNames(const Form& form) {
    std::map<std::string, std::vector<Use>> uses;
    form.controls.each([&](Id id, const Control& c) {
        eachFormula(c, [&, id = id](std::optional<Prop> prop, const std::string& formula) {
            for (const std::string& name : namesIn(formula))
                if (auto& all = uses[name]; all.empty() || all.back() != Use{id, prop}) all.push_back({id, prop});
        });
    });
    return uses;
}

std::set<std::string, std::less<>> spokenNames(const Form& form) {
    std::set<std::string, std::less<>> spoken;
    form.controls.each([&](Id, const Control& c) {
        eachFormula(c, [&](std::optional<Prop>, const std::string& formula) {
            for (std::string& name : namesIn(formula)) spoken.insert(std::move(name));
        });
    });
    return spoken;
}

bool isSpokenOf(const Form& form, const std::string& name) {
    return !name.empty() && spokenNames(form).contains(name);
}

}  // namespace brindel
