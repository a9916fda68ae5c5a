#include "core/targets/pdf/pdf_names.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>

#include "core/answers/answering.h"
#include "core/session/limits.h"
#include "core/text/phrases.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

/// What a radio button or the tick of a group is an answer to; empty for any other, and where nobody says.
string questionWords(const Spread& parts, const Form& designed, const Control& c) {
    if (const auto at = parts.groupOf.find(c.id); at != parts.groupOf.end()) {
        const Control& group = *designed.find(at->second);
        return toldAs(designed, group);
    }
    const auto buttons = parts.form.index()->radioGroupOf(c.id);
    if (buttons.size() < 2) return "";
    const Control* holder = parts.form.find(c.parent);
    if (holder && holder->is().framed && !holder->text(Prop::title).empty()) return holder->text(Prop::title);
    // A label that speaks for one of its buttons speaks for the question.
    for (Id button : buttons)
        if (const Control* label = labelOf(parts.form, button); label && !label->text(Prop::text).empty())
            return trimmed(label->text(Prop::text));
    return "";
}

string spokenName(const Spread& parts, const Control& c, const string& question) {
    const string own = toldAs(parts.form, c);
    string name = question.empty() || question == own ? own : question + ": " + own;
    const string& hint = c.text(Prop::hint);
    if (!hint.empty() && hint != question && hint != own) name += ": " + hint;
    // What a field shows while it is empty cannot be shown in a PDF; it is said.
    if (const string shown = isFilled(c) && c.text(Prop::workedOut).empty() ? shownWhenEmpty({parts.form, c, {}}) : "";
        !shown.empty())
        name += ": " + shown;
    if (isFilled(c) && !c.text(Prop::workedOut).empty())
        name += " (" + phrase(Phrase::byItself, parts.form.root().text(Prop::language)) + ")";
    else if (const string limits = limitsInWords(parts.form, c); !limits.empty())
        name += " (" + limits + ")";
    return name;
}

/// What things stand under: the titles of what they lie in, and the headings before them.
class Sections {
  public:
    explicit Sections(const Form& form) : form_(form) {}
    /// The nearest title or heading; empty for none.
    const string& of(const Control& c) {
        static const string none;
        double top = c.box.top;
        for (const Control* at = form_.find(c.parent); at; top += at->box.top, at = form_.find(at->parent)) {
            if (at->is().wording && !at->is().root && !at->text(*at->is().wording).empty())
                return at->text(*at->is().wording);
            const auto& known = headings(*at);
            const auto after =
                std::ranges::upper_bound(known, top, {}, [](const Control* one) { return one->box.top; });
            if (after != known.begin()) return (*std::prev(after))->text(Prop::text);
        }
        return none;
    }

  private:
    const Form& form_;
    std::unordered_map<Id, std::vector<const Control*>> headings_;  // of each container, from the top

    const std::vector<const Control*>& headings(const Control& container) {
        auto [at, fresh] = headings_.try_emplace(container.id);
        if (!fresh) return at->second;
        for (Id id : container.children)
            if (const Control& one = *form_.find(id);
                one.is().speaks && one.as<Role>() != Role::text && one.as<Role>() != Role::finePrint)
                at->second.push_back(&one);
        std::ranges::stable_sort(at->second, {}, [](const Control* one) { return one->box.top; });
        return at->second;
    }
};

}  // namespace

SpokenNames spokenNames(const Spread& parts, const Form& designed) {
    const Form& form = parts.form;
    SpokenNames names;
    std::map<string, std::vector<Id>> by;
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        if (!isFilled(c) && !c.is().pressed) continue;
        const string question = questionWords(parts, designed, c);
        if (c.is().answer().shared) names.questions[id] = question.empty() ? toldAs(form, c) : question;
        by[spokenName(parts, c, question)].push_back(id);
    }
    Sections sections(form);
    std::map<string, std::vector<Id>> apart;
    for (const auto& [name, ids] : by)
        for (Id id : ids) {
            const string section = ids.size() > 1 ? sections.of(*form.find(id)) : "";
            apart[section.empty() ? name : section + ": " + name].push_back(id);
        }
    for (const auto& [name, ids] : apart)
        for (std::size_t i = 0; i < ids.size(); ++i)
            names.of[ids[i]] = ids.size() > 1 ? fmt::format("{} ({})", name, i + 1) : name;
    return names;
}

}  // namespace brindel
