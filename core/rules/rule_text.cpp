#include "core/rules/rule_text.h"

#include <algorithm>

#include "core/rules/rule_fit.h"
#include "core/rules/signs.h"

namespace brindel {
namespace {

/// What steps were called before: jottings and rules that people have written down are still read.
constexpr std::pair<std::string_view, Action> earlierWords[] = {
    {"turn to", Action::turn},
    {"put the form away and keep what is filled", Action::putAway},
    {"take the last row of", Action::removeRow},
    {"tell the host program", Action::tell},
    {"leave without a reply", Action::leave},
};

using std::string;

/// Goes along a line; what is wrong is thrown as FormulaMistake.
class LineReader {
  public:
    explicit LineReader(const string& line) : line_(line) {}

    /// What was read for last: where a line stops, what it goes on with.
    enum class Due { when, who, happens, condition, colon, does, target, to, formula, more } due = Due::when;
    Action doing = Action::say;  // the step that is being read

    RuleLine read() {
        RuleLine all;
        if (!word("when")) wrong(said("A rule begins with when."));
        due = Due::who;
        if (!ofForm(all)) {
            all.on = controlHere(said("Which control, or “the form opens”, is expected after when."));
            due = Due::happens;
            all.rule.when = happening(all.rule.key);
        }
        due = Due::condition;
        word(",");
        const bool asks = word("if");
        if (asks) due = Due::formula;
        if (asks) all.rule.condition = formulaTo(":", said("A condition is expected after if."));
        due = asks ? Due::formula : Due::colon;
        if (!word(":")) wrong(said("A colon is expected before the steps."));
        do step(all);
        while (word(";"));
        blanks();
        due = Due::more;
        if (at_ < line_.size()) wrong(said("A semicolon is expected before the next step."));
        return all;
    }

  private:
    const string& line_;
    std::size_t at_ = 0;

    [[noreturn]] void wrong(const Sentence& sentence) {
        blanks();
        throw FormulaMistake{at_, 0, sentence};
    }
    void blanks() {
        while (at_ < line_.size() && line_[at_] == ' ') ++at_;
    }
    /// Takes words that stand here, whole.
    bool word(std::string_view words) {
        blanks();
        if (line_.compare(at_, words.size(), words) != 0) return false;
        const bool letter = !words.empty() && std::isalpha(static_cast<unsigned char>(words.back()));
        if (letter && goesOnAt(line_, at_ + words.size())) return false;
        at_ += words.size();
        return true;
    }
    /// A control's name, or its wording in double quotes.
    string controlHere(const Sentence& otherwise) {
        blanks();
        const Sign sign = signAt(line_, at_);
        if ((sign.what != Sign::What::name && sign.what != Sign::What::text) || !sign.wrong.empty() ||
            sign.text.empty())
            wrong(otherwise);
        at_ = sign.end();
        return sign.text;
    }
    /// The row whose words stand here, of several the longest; null for none.
    template <class Row>
    const Row* rowHere(std::span<const Row> rows) {
        const Row* found = nullptr;
        for (const Row& row : rows) {
            const std::size_t before = at_;
            if (word(row.word) && (!found || row.word.size() > found->word.size())) found = &row;
            at_ = before;
        }
        if (found) word(found->word);
        return found;
    }
    bool ofForm(RuleLine& all) {
        for (const EventRow& event : allEvents())
            if (event.ofForm && word(event.word)) {
                all.rule.when = event.event;
                return true;
            }
        return false;
    }
    Event happening(string& key) {
        const EventRow* event = rowHere(allEvents());
        if (!event || event->ofForm)
            wrong(said("What happens is expected here: is pressed, changes, is entered, is left …"));
        if (event->event == Event::key) {
            blanks();
            const std::size_t end = std::min(line_.find_first_of(" ,:", at_), line_.size());
            if (end == at_) wrong(said("Which key, as in F5 or Ctrl+N, is expected here."));
            key = line_.substr(at_, end - at_);
            at_ = end;
        }
        return event->event;
    }
    /// A formula up to one of `ends` that stands in no brackets and no text.
    string formulaTo(std::string_view ends, const Sentence& otherwise) {
        blanks();
        int deep = 0;
        std::size_t end = at_;
        while (end < line_.size()) {
            const Sign sign = signAt(line_, end);
            if (sign.what == Sign::What::end) break;
            if (sign.what == Sign::What::sign || !sign.wrong.empty()) {
                const char c = line_[sign.at];
                if (deep == 0 && ends.find(c) != std::string_view::npos) {
                    end = sign.at;
                    break;
                }
                deep += c == '(' ? 1 : c == ')' ? -1 : 0;
            }
            end = std::max(sign.end(), end + 1);
        }
        end = std::min(end, line_.size());
        string formula = line_.substr(at_, end - at_);
        formula.erase(formula.find_last_not_of(' ') + 1);
        if (formula.empty()) wrong(otherwise);
        if (const auto tree = readFormula(formula); !tree)
            throw FormulaMistake{at_ + tree.error().at, tree.error().length, tree.error().sentence};
        at_ = end;
        return formula;
    }
    void step(RuleLine& all) {
        blanks();
        if (all.rule.steps.size() >= mostSteps) wrong(said("A rule has at most {} steps.", mostSteps));
        Step one;
        string target;
        due = Due::does;
        if (word("clear the form")) {
            one.does = Action::clear, one.on = rootId;
        } else {
            const ActionRow* does = rowHere(allActions());
            if (!does)
                for (const auto& [said, before] : earlierWords)
                    if (!does && word(said)) does = &row(before);
            if (!does) wrong(said("A step is expected here: show, set, say, go to page …"));
            one.does = doing = does->does;
            due = Due::target;
            if (does->onControl) target = controlHere(said("Which control is expected here."));
            due = Due::to;
            if (one.does == Action::set && !word("to")) wrong(said("“to”, and what it is set to, is expected here."));
            due = Due::formula;
            if (does->with) one.with = formulaTo(";", said("A formula, or a text in quotes, is expected here."));
        }
        all.rule.steps.push_back(std::move(one));
        all.targets.push_back(std::move(target));
    }
};

/// The control of a name, or else the first of that wording: what can hold others before what cannot.
Id controlOf(const Form& form, const string& called) {
    if (const Control* named = form.named(called)) return named->id;
    Id found = noControl;
    form.controls.each([&](Id id, const Control& c) {
        if (!c.is().wording || c.text(*c.is().wording) != called) return;
        if (found == noControl || (c.is().holds && !form.find(found)->is().holds)) found = id;
    });
    return found;
}

/// How a line speaks of a control; empty when it cannot.
string spokenOf(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c) return "";
    if (!c->name.empty()) return nameInFormula(c->name);
    const string text = c->is().wording ? c->text(*c->is().wording) : "";
    if (text.empty() || text.find_first_of("\"\n") != string::npos || controlOf(form, text) != id) return "";
    return "\"" + text + "\"";
}

/// What can be typed where a line stops.
std::vector<string> wordsFor(const Form& form, LineReader::Due due, Action doing) {
    using Due = LineReader::Due;
    std::vector<string> words;
    auto names = [&](auto fits) {
        walk(form, rootId, [&](const Control& c, int) {
            if (c.id == rootId || !fits(c)) return;
            if (string word = spokenOf(form, c.id); !word.empty()) words.push_back(std::move(word));
        });
    };
    switch (due) {
        case Due::when:
            return {"when"};
        case Due::who:
            names([](const Control& c) {
                return std::ranges::any_of(allEvents(), [&](const EventRow& e) { return hasEvent(c, e.event); });
            });
            for (const EventRow& event : allEvents())
                if (event.ofForm) words.emplace_back(event.word);
            break;
        case Due::happens:
            for (const EventRow& event : allEvents())
                if (!event.ofForm) words.emplace_back(event.word);
            break;
        case Due::condition:
        case Due::colon:
            words = {"if", ":"};
            break;
        case Due::does:
            for (const ActionRow& does : allActions()) words.emplace_back(does.word);
            words.emplace_back("clear the form");
            break;
        case Due::target:
            names([&](const Control& c) { return takesStep(c, doing); });
            break;
        case Due::to:
            return {"to"};
        case Due::formula:
            names([](const Control& c) { return isFilled(c); });
            break;
        case Due::more:
            break;
    }
    return words;
}

bool beginsWith(const string& word, const string& typed) {
    return word.size() > typed.size() && std::ranges::equal(word.substr(0, typed.size()), typed, [](char a, char b) {
               return std::tolower(static_cast<unsigned char>(a)) == std::tolower(static_cast<unsigned char>(b));
           });
}

}  // namespace

RuleWords ruleGoesOn(const Form& form, const string& begun) {
    if (begun.size() > longestFormula) return {};
    // Words of events and steps are several: the last ones are looked at together, the fewest that fit.
    std::size_t from = begun.size();
    for (int several = 0; several < 6; ++several) {
        const string before = begun.substr(0, from), typed = begun.substr(from);
        LineReader reader(before);
        std::optional<std::size_t> stops;
        try {
            reader.read();
            stops = before.size();
        } catch (const FormulaMistake& mistake) {
            stops = mistake.at;
        }
        const bool atEnd =
            before.find_first_not_of(' ', *stops) == string::npos || reader.due == LineReader::Due::formula;
        if (atEnd && (several > 0 || before.empty() || before.back() == ' ')) {
            RuleWords all{from, {}};
            for (string& word : wordsFor(form, reader.due, reader.doing))
                if (typed.empty() || beginsWith(word, typed)) all.words.push_back(std::move(word));
            if (!all.words.empty()) return all;
        }
        // One word further back; within a text in quotes nothing is offered.
        const std::size_t end = begun.find_last_not_of(' ', from ? from - 1 : 0);
        if (from == 0 || end == string::npos) break;
        const std::size_t blank = begun.find_last_of(" (;:", end);
        from = blank == string::npos ? 0 : blank == end ? end : blank + 1;
        if (std::ranges::count(begun.substr(0, from), '"') % 2 == 1) break;
    }
    return {};
}

bool isRuleLine(const string& line) {
    if (!line.starts_with("when ")) return false;
    return std::ranges::any_of(allEvents(),
                               [&](const EventRow& e) { return line.find(" " + string(e.word)) != string::npos; });
}

tl::expected<RuleLine, FormulaMistake> readRule(const string& line) {
    if (line.size() > longestFormula)
        return tl::unexpected(FormulaMistake{0, 0, said("A rule has at most {} characters.", longestFormula)});
    try {
        return LineReader(line).read();
    } catch (const FormulaMistake& mistake) {
        return tl::unexpected(mistake);
    }
}

tl::expected<std::pair<Id, Rule>, Sentence> ruleIn(const Form& form, const RuleLine& line) {
    std::pair<Id, Rule> found{rootId, line.rule};
    auto find = [&](const string& called) { return controlOf(form, called); };
    if (!line.on.empty()) found.first = find(line.on);
    if (found.first == noControl) return tl::unexpected(said("No control is called “{}”.", line.on));
    if (!hasEvent(*form.find(found.first), line.rule.when))
        return tl::unexpected(said("“{}”: it never happens that it {}.", line.on, wordPart(row(line.rule.when).word)));
    for (std::size_t i = 0; i < line.targets.size(); ++i) {
        if (line.targets[i].empty()) continue;
        found.second.steps[i].on = find(line.targets[i]);
        if (found.second.steps[i].on == noControl)
            return tl::unexpected(said("No control is called “{}”.", line.targets[i]));
        if (const Step& step = found.second.steps[i]; !takesStep(*form.find(step.on), step.does))
            return tl::unexpected(
                said("“{}”: the step “{}” is not possible for it.", line.targets[i], wordPart(row(step.does).word)));
    }
    return found;
}

string ruleText(const Form& form, Id on, const Rule& rule) {
    const EventRow& event = row(rule.when);
    const string who = event.ofForm ? "" : spokenOf(form, on);
    if (rule.off || rule.steps.empty() || (!event.ofForm && who.empty()) || (event.ofForm && on != rootId)) return "";
    string text = "when " + (who.empty() ? "" : who + " ") + string(event.word);
    if (rule.when == Event::key) text += " " + rule.key;
    if (!rule.condition.empty()) text += " if " + rule.condition;
    for (std::size_t i = 0; i < rule.steps.size(); ++i) {
        const Step& step = rule.steps[i];
        const ActionRow& does = row(step.does);
        text += i ? "; " : ": ";
        if (!step.yes.empty() || !step.no.empty()) return "";
        if (step.does == Action::clear && step.on == rootId) {
            text += "clear the form";
            continue;
        }
        text += does.word;
        if (does.onControl) {
            const string target = spokenOf(form, step.on);
            if (target.empty()) return "";
            text += " " + target;
        }
        if (step.does == Action::set) text += " to";
        if (does.with) text += " " + step.with;
    }
    // What does not read back the same is not said.
    const auto back = readRule(text);
    const auto again = back ? ruleIn(form, *back) : tl::unexpected(Sentence());
    return again && again->first == on && again->second == rule ? text : "";
}

}  // namespace brindel
