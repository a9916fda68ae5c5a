// What scripts of forms have in common, in PDFs and in pages: the runtime that reads, writes and judges, the limits of
// answers and the formulas as data for it.
#pragma once

#include <nlohmann/json.hpp>

#include "core/rules/dependence.h"
#include "core/rules/evaluate.h"
#include "core/rules/moved_controls.h"

namespace brindel {

using ScriptJson = nlohmann::ordered_json;

/// The runtime as text (ECMAScript 5): one function, brindelFilling.
std::string_view fillingRuntime();
/// The session as text: one function, brindelSession. As it is written (2017), and as the interpreters of PDF viewers
/// run it (ECMAScript 5).
std::string_view sessionScript();
std::string_view sessionScriptLowered();
/// A script without its comments and indents.
std::string packed(std::string_view script);
/// A script in ASCII alone: every other letter stands in a text or a pattern, where it can be written by its number.
std::string asciiOf(std::string_view script);
/// The line that makes `around` for brindelFormulas, with the day and the time at which it is run.
std::string aroundOnTheDay(const std::string& language);
/// The words of ranges, as brindelFilling takes them.
ScriptJson rangeWordsForScript(const std::string& language);

/// True for a field whose text is typed or chosen.
bool isTyped(const Control& control);
/// The runtime's word for a property that a formula works out; empty for one that it knows nothing of.
std::string_view workedOutWord(Prop prop);
/// True for what no filler can change, whatever formulas and rules move.
bool isShutForAll(const Form& form, const MovedControls& moved, const Control& control);
/// The keys of a control and of what it lies in, as far as they are among `moved`; `keyOf` gives that of one.
template <class KeyOf>
ScriptJson keysAround(const Form& form, const std::set<Id>& moved, Id id, KeyOf keyOf) {
    ScriptJson keys = ScriptJson::array();
    for (const Control* c = form.find(id); c; c = form.find(c->parent))
        if (moved.contains(c->id)) keys.push_back(keyOf(*c));
    return keys;
}
/// Adds to an answer what its control takes, and the sentences that say what is wrong with it.
void addLimits(ScriptJson& answer, const Form& form, const Control& control);

/// Formulas as functions and, for each at the same place, what it gives and what its names stand for.
class ScriptFormulas {
  public:
    explicit ScriptFormulas(const Form& form) : form_(form) {}
    /// One that a property is worked out by; gives its place. `on` is what it is given to, `prop` the runtime's word.
    std::size_t add(const std::string& on, std::string_view prop, const Worked& worked);
    /// One that a rule asks, as the control `from` means its names.
    std::size_t add(const std::string& formula, Id from);
    const ScriptJson& entries() const { return entries_; }
    const std::vector<std::string>& functions() const { return functions_; }
    /// The lists that they look things up in, each once; the meaning of a name has its place.
    const ScriptJson& lists() const { return lists_; }

  private:
    std::size_t add(ScriptJson entry, const NodePtr& tree, const std::vector<std::pair<std::string, Meaning>>& names,
                    bool inCircle);
    void addList(ScriptJson& meaning, Id field);

    const Form& form_;
    ScriptJson lists_ = ScriptJson::array();
    std::vector<std::shared_ptr<const Operand>> held_;  // those lists
    ScriptJson entries_ = ScriptJson::array();
    std::vector<std::string> functions_;
};

}  // namespace brindel
