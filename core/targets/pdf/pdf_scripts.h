// What a PDF does while it is filled, in viewers that run scripts (ISO 32000, 12.6.4.16; ISO 21757-1): the formulas,
// limits and rules of the form as data for one small runtime that the PDF carries, and calls of it at its fields.
#pragma once

#include <map>
#include <nlohmann/json.hpp>
#include <set>
#include <unordered_map>

#include "core/rules/dependence.h"
#include "core/targets/pdf/pdf_build.h"

namespace brindel {

/// The runtime as text: one function, brindelForm.
std::string_view pdfRuntime();

class PdfScripts {
  public:
    explicit PdfScripts(PdfBuild& build);
    /// Gives a field the actions that call the runtime (12.6.3, tables 196 and 194).
    void addTo(QPDFObjectHandle field, const Control& c) const;
    /// The same for a widget: what a tick sets off, and what happens when the cursor comes and goes.
    void addToWidget(QPDFObjectHandle widget, const Control& c) const;
    /// What a press of a button does; null for nothing.
    QPDFObjectHandle pressed(const Control& c, std::size_t page) const;
    /// The names of the fields that viewers work out, each after those it needs (table 218, CO).
    const std::vector<std::string>& order() const { return order_; }
    /// Writes the runtime and the form's data into the document.
    void finish();

  private:
    using Json = nlohmann::ordered_json;
    struct Dynamic {
        std::set<Id> shown, usable;
    };

    bool isNeeded() const;
    void findDynamic();
    void addAnswers();
    void addFormulas();
    void addRules();
    Json answerOf(Id id, const std::vector<Id>& parts) const;
    void addField(const Control& part, const std::string& answer);
    std::size_t addWork(const std::string& on, std::string_view prop, const NodePtr& tree,
                        const std::vector<std::pair<std::string, Meaning>>& names, bool inCircle);
    std::size_t addFormula(const std::string& formula, Id from);
    Json stepsOf(const std::vector<Step>& steps, Id from);
    Json keysOf(const std::set<Id>& dynamic, Id id) const;
    bool isShut(const Control& c) const;
    bool isJudged(const Control& c, const Json& answer) const;
    bool setsOff(const std::string& answer) const;
    std::string answerFor(Id id) const;
    std::optional<std::size_t> pageOf(Id id) const;
    QPDFObjectHandle call(const char* what) const;

    PdfBuild& build_;
    const Form& form_;  // as it is designed: formulas and rules speak of its controls
    std::shared_ptr<const Dependence> dependence_;
    std::map<Id, std::vector<Id>> partsOf_;      // of groups: the controls they have become
    std::unordered_map<Id, std::size_t> pages_;  // on which each control is seen first
    Dynamic dynamic_;
    bool needed_ = false;
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
    Named answers_, fields_, buttons_, rules_;
    Json work_ = Json::array(), filled_ = Json::array(), starts_ = Json::object();
    std::vector<std::string> functions_, order_;
    mutable std::map<std::string, QPDFObjectHandle> calls_;
};

}  // namespace brindel
