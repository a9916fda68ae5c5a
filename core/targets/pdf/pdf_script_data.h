// A form as data for the runtime that a PDF carries: what its fields take, its formulas, and its rules.
#pragma once

#include <map>
#include <nlohmann/json.hpp>
#include <set>
#include <unordered_map>

#include "core/rules/dependence.h"
#include "core/rules/moved_controls.h"
#include "core/targets/pdf/pdf_build.h"
#include "core/targets/script/script_data.h"

namespace brindel {

/// The runtime of PDFs as text: one function, brindelForm.
std::string_view pdfRuntime();

class PdfScriptData {
  public:
    using Json = nlohmann::ordered_json;
    explicit PdfScriptData(const PdfBuild& build);

    /// False for a form in which nothing is judged, worked out, accepted or done by itself, and for an archive, in
    /// which nothing may: they do without scripts.
    bool needed() const { return needed_; }
    /// The whole script of the document: the runtime, and the form as its data.
    std::string script(const std::string& sendTo) const;

    /// The name of the answer that a field of the PDF belongs to; null for a button, and for none.
    const std::string* answerOfField(const std::string& field) const;
    /// Whether viewers work an answer out; whether its texts can be wrong or are written anew when they are taken;
    /// whether anything follows from it: a formula speaks of it, or a rule waits for it.
    bool isWorkedOut(const std::string& answer) const;
    bool isJudged(const std::string& answer) const;
    bool setsOff(const std::string& answer) const;
    /// True when an answer, a button or the form ("form") has rules for an event; for any when none is named.
    bool hasRules(const std::string& of, std::string_view event = {}) const;
    /// The field that holds the cursor when the form opens, as the designer says; empty for none.
    std::string startsIn() const;
    /// The fields that viewers work out, each after those it needs.
    const std::vector<std::string>& order() const { return order_; }

  private:
    /// JSON under names, in their order, found at once: a form has thousands.
    struct Named {
        std::unordered_map<std::string, Json> all;
        std::vector<std::string> order;
        Json& operator[](const std::string& name) {
            auto [at, fresh] = all.try_emplace(name);
            if (fresh) order.push_back(name);
            return at->second;
        }
        const Json* find(const std::string& name) const {
            const auto at = all.find(name);
            return at == all.end() ? nullptr : &at->second;
        }
        Json json() const;
    };

    bool isNeeded() const;
    void addStarts();
    void addAnswers();
    void addFormulas();
    void addRules();
    Json answerOf(Id id, const std::vector<Id>& parts) const;
    void addField(const Control& part, const std::string& answer);
    Json stepsOf(const std::vector<Step>& steps, Id from);
    Json keysOf(const std::set<Id>& moved, Id id) const;
    std::string answerFor(Id id) const;
    std::optional<std::size_t> pageOf(Id id) const;

    const PdfBuild& build_;
    const Form& form_;  // as it is designed: formulas and rules speak of its controls
    std::shared_ptr<const Dependence> dependence_;
    std::map<Id, std::vector<Id>> partsOf_;      // of groups: the controls they have become
    std::unordered_map<Id, std::size_t> pages_;  // on which each control is seen first
    MovedControls moved_;
    bool needed_ = false;
    Named answers_, fields_, buttons_, rules_;
    Json filled_ = Json::array(), starts_ = Json::object();
    std::vector<std::string> order_;
    ScriptFormulas formulas_;
};

}  // namespace brindel
