// A form as data for the session in ECMAScript (session.js): what its fields take, its formulas and its rules. Pages
// and PDFs carry the same, and add what binds it to elements or to fields.
#pragma once

#include <functional>
#include <map>
#include <set>
#include <unordered_map>

#include "core/targets/script/script_data.h"

namespace brindel {

/// JSON under names, in their order, each found at once: a form has thousands.
class NamedJson {
  public:
    ScriptJson& operator[](const std::string& name);
    const ScriptJson* find(const std::string& name) const;
    ScriptJson* find(const std::string& name);
    const std::vector<std::string>& order() const { return order_; }
    /// As an object; nothing is left here.
    ScriptJson taken();

  private:
    std::unordered_map<std::string, ScriptJson> all_;
    std::vector<std::string> order_;
};

/// What of a form is carried, and by which key a script knows a control.
struct Carrying {
    std::function<std::string(const Control&)> keyOf;
    /// What formulas give, what rules do and what they wait for, as far as the target has it.
    bool (*works)(Prop) = [](Prop) { return true; };
    bool (*does)(Action) = [](Action) { return true; };
    bool (*asks)(Event) = [](Event) { return true; };
};

class FormData {
  public:
    /// `form` as it is filled, with the rows that fillers may add; `designed` as the designer has it.
    FormData(const Form& form, const Form& designed, Carrying carrying);

    /// By the names of answers; by the keys of controls, "form" for that itself.
    NamedJson answers, rules, buttons, starts, tables;
    /// Limits and their sentences, which stand once for all fields they are said of.
    ScriptJson says = ScriptJson::array();
    ScriptFormulas formulas;
    std::shared_ptr<const Dependence> dependence;
    MovedControls moved;

    /// All of it as the members of an object.
    ScriptJson taken();
    /// Texts of scripts: the object of `data` that is safe within them, and the functions of the formulas.
    static std::string literal(ScriptJson data);
    std::string functions() const;
    /// What of the scripts has a use (their parts are marked so), and the types of answers that there are.
    std::set<std::string, std::less<>> features() const;
    static std::set<std::string, std::less<>> typesIn(std::set<std::string, std::less<>> features);

  private:
    void addStarts();
    void addAnswers();
    void addRow(ScriptJson& answer, const Control& cell);
    void addStart(ScriptJson& answer, const Control& c) const;
    void addChoices(ScriptJson& answer, const Control& c) const;
    void addFormulas();
    void addRules();
    void share(ScriptJson& answer, const std::string& called);
    void places(ScriptJson& one, Id id) const;
    ScriptJson stepsOf(const std::vector<Step>& steps, Id from);
    std::string key(Id id) const;

    const Form &form_, &designed_;
    Carrying carrying_;
    std::map<std::string, std::size_t> sentences_;
    std::map<std::size_t, Id> gathered_;  // by the place of the formula: the field that the choices follow
    std::map<std::size_t, ScriptJson> plains_;
};

}  // namespace brindel
