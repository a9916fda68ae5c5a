// A form as data for the scripts that a PDF carries: the form itself, and which fields its answers are held in.
#pragma once

#include <map>
#include <optional>

#include "core/targets/pdf/pdf_build.h"
#include "core/targets/script/form_data.h"

namespace brindel {

/// What binds the session to the fields of a PDF, as text: one function, brindelFields.
std::string_view pdfRuntime();

class PdfScriptData {
  public:
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
    /// True when a control or the form has rules for an event, for any when none is named; and when one of the controls
    /// of an answer has.
    bool hasRules(const Control& of, std::string_view event = {}) const;
    bool hasRules(const std::string& answer, std::string_view event = {}) const;
    /// The field that holds the cursor when the form opens, as the designer says; empty for none.
    std::string startsIn() const;
    /// The fields that viewers work out, each after those it needs.
    const std::vector<std::string>& order() const { return order_; }

  private:
    bool isNeeded() const;
    std::string keyOf(const Control& c) const;
    void bindAnswers();
    void bindButtons();
    void addField(const Control& part, const std::string& answer);
    ScriptJson boundTo(Id id, const std::vector<Id>& parts) const;

    const PdfBuild& build_;
    const Form& form_;                       // as it is designed: formulas and rules speak of its controls
    std::map<Id, std::vector<Id>> partsOf_;  // of groups: the controls they have become
    bool needed_ = false;
    mutable std::optional<FormData> data_;
    mutable NamedJson fields_, bound_, leaves_;
    std::vector<std::string> order_;
};

}  // namespace brindel
