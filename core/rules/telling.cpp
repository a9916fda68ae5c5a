#include "core/rules/telling.h"

#include <algorithm>

#include "core/model/places.h"
#include "core/rules/functions.h"
#include "core/rules/meaning.h"
#include "core/rules/signs.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;
using What = Node::What;

constexpr RelationRow relations[] = {
    {Relation::is, "is", "=", true},
    {Relation::isNot, "is not", "<>", true},
    {Relation::less, "is less than", "<", true},
    {Relation::more, "is more than", ">", true},
    {Relation::atLeast, "is at least", ">=", true},
    {Relation::atMost, "is at most", "<=", true},
    {Relation::filled, "is filled in", "", false},
    {Relation::empty, "is empty", "", false},
    {Relation::ticked, "is ticked", "", false},
    {Relation::notTicked, "is not ticked", "", false},
};

bool isCall(const Node& node, std::string_view name) {
    return node.what == What::call && node.function->name == name && node.parts.size() == 1;
}

/// What a control is called in a sentence: by what people read beside it.
string called(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c) return "?";
    if (id == rootId) return string(c->is().word);
    string words = calledBy(form, *c);
    while (!words.empty() && (words.back() == ':' || words.back() == ' ')) words.pop_back();
    return "“" + spoken(words.empty() ? string(c->is().word) : words) + "”";
}
string calledByName(const Form& form, const string& name) {
    const Meaning meaning = meaningOf(form, name);
    return meaning.fields.empty() ? name : called(form, meaning.fields.front());
}

}  // namespace

std::span<const RelationRow> allRelations() {
    return relations;
}
const RelationRow& row(Relation relation) {
    return relations[std::size_t(relation)];
}

std::optional<Comparison> comparisonOf(const Node& node) {
    if (node.what == What::name) return Comparison{node.text, Relation::ticked};
    if (isCall(node, "ISBLANK") && node.parts[0]->what == What::name)
        return Comparison{node.parts[0]->text, Relation::empty};
    if (isCall(node, "NOT")) {
        const Node& inner = *node.parts[0];
        if (inner.what == What::name) return Comparison{inner.text, Relation::notTicked};
        if (isCall(inner, "ISBLANK") && inner.parts[0]->what == What::name)
            return Comparison{inner.parts[0]->text, Relation::filled};
    }
    if (node.what != What::infix || node.parts[0]->what != What::name) return std::nullopt;
    const auto at = std::ranges::find_if(relations, [&](const RelationRow& r) { return r.sign == node.text; });
    if (at == std::end(relations)) return std::nullopt;
    return Comparison{node.parts[0]->text, at->relation, formulaText(*node.parts[1])};
}

std::optional<Comparison> comparisonOf(const string& formula) {
    const auto tree = readFormula(formula);
    return tree ? comparisonOf(**tree) : std::nullopt;
}

string comparisonText(const Comparison& c) {
    const string name = nameInFormula(c.name);
    switch (c.relation) {
        case Relation::filled:
            return "NOT(ISBLANK(" + name + "))";
        case Relation::empty:
            return "ISBLANK(" + name + ")";
        case Relation::ticked:
            return name;
        case Relation::notTicked:
            return "NOT(" + name + ")";
        default:
            return name + " " + string(row(c.relation).sign) + " " + (c.with.empty() ? "\"\"" : c.with);
    }
}

string typedOperand(const Form& form, const string& typed) {
    const string text = trimmed(typed);
    const bool quoted = text.size() > 1 && text.front() == '"' && text.back() == '"';
    if (const auto day = isoDateRead(text))
        return "DATE(" + std::to_string(int(day->year())) + "; " + std::to_string(unsigned(day->month())) + "; " +
               std::to_string(unsigned(day->day())) + ")";
    if (const auto number = numberRead(text, form.root().text(Prop::language))) return exactText(*number);
    const auto tree = readFormula(text);
    const bool known =
        tree && std::ranges::all_of(namesOf(**tree), [&](const string& name) { return meaningOf(form, name).known; });
    if (tree && (quoted || (known && (*tree)->what != What::text))) return text;
    string as = "\"";
    for (char c : text) as += c == '"' ? "\"\"" : string(1, c);
    return as + "\"";
}

Sentence whenTold(const Form& form, const Control& control, const Rule& rule) {
    const EventRow& event = row(rule.when);
    if (event.ofForm) return said("When {}", wordPart(event.word));
    const string who = called(form, control.id);
    if (rule.when == Event::key) return said("When {} gets the key {}", who, rule.key);
    return said("When {} {}", who, wordPart(event.word));
}

Sentence conditionTold(const Form& form, const string& condition) {
    const auto comparison = comparisonOf(condition);
    if (!comparison || !meaningOf(form, comparison->name).known) return said("{}", condition);
    const string who = calledByName(form, comparison->name);
    const RelationRow& relation = row(comparison->relation);
    if (!relation.withValue) return said("{} {}", who, wordPart(relation.word));
    const auto tree = readFormula(comparison->with);
    string with = comparison->with;
    if (tree && (*tree)->what == What::text) with = "“" + (*tree)->text + "”";
    if (tree && (*tree)->what == What::name) with = calledByName(form, (*tree)->text);
    return said("{} {} {}", who, wordPart(relation.word), with);
}

Sentence stepTold(const Form& form, const Step& step) {
    const ActionRow& does = row(step.does);
    const auto tree = readFormula(step.with);
    const string with = tree && (*tree)->what == What::text ? "“" + (*tree)->text + "”" : step.with;
    // Nothing is chosen yet, or it is gone since.
    if (does.onControl && step.on == noControl) return said("{} …", wordPart(does.word));
    if (does.onControl && !form.find(step.on)) return said("{} something that was deleted", wordPart(does.word));
    if (step.does == Action::set) return said("set {} to {}", called(form, step.on), with);
    if (step.does == Action::clear && step.on == rootId) return said("clear the form");
    if (does.onControl) return said("{} {}", wordPart(does.word), called(form, step.on));
    if (does.with) return said("{} {}", wordPart(does.word), with);
    return said("{}", wordPart(does.word));
}

string ruleTold(const Form& form, const Control& control, const Rule& rule) {
    string all = whenTold(form, control, rule).text();
    if (!rule.condition.empty()) all += ", if " + conditionTold(form, rule.condition).text();
    all += ": ";
    const auto steps = [&](auto&& self, const std::vector<Step>& list) -> void {
        for (std::size_t i = 0; i < list.size(); ++i) {
            all += (i ? "; " : "") + stepTold(form, list[i]).text();
            if (list[i].does != Action::ask) continue;
            if (!list[i].yes.empty()) all += " (yes: ", self(self, list[i].yes), all += ")";
            if (!list[i].no.empty()) all += " (no: ", self(self, list[i].no), all += ")";
        }
    };
    steps(steps, rule.steps);
    return all + "." + (rule.off ? " (switched off)" : "");
}

}  // namespace brindel
