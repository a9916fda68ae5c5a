// Targets: what each of them cannot carry, and what it does instead.
#include <algorithm>
#include <set>

#include "core/check/families.h"
#include "core/check/silence.h"
#include "core/rules/dependence.h"
#include "core/rules/ecmascript.h"
#include "core/rules/moved_controls.h"
#include "core/session/limits.h"
#include "core/targets/added_rows.h"
#include "core/targets/pdf/pdf_carries.h"
#include "core/targets/qt/qt_class.h"

namespace brindel {
namespace {

using checks::eachControl;

void eachRule(const Form& form, const std::function<void(Id, const Rule&)>& visit) {
    form.controls.each([&](Id id, const Control& c) {
        for (const Rule& rule : c.rules)
            if (!rule.off) visit(id, rule);
    });
}
void formulasLost(const Checked& in, Findings& found) {
    in.form.controls.each([&](Id id, const Control& c) {
        for (const auto& [prop, formula] : c.formulas)
            if (!isWorkedOutInPdf(prop) && !choicesFollowAnswers(in.form, id))
                found.push_back(
                    {nullptr,
                     {id},
                     said("“{}” is not worked out in a PDF; its fixed value is used.", wordPart(row(prop).word))});
    });
}
void choicesStand(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (!choicesFollowAnswers(in.form, c.id)) return;
        found.push_back({nullptr,
                         {c.id},
                         c.is().spreads || c.is().tall
                             ? said("Its choices depend on another answer; a PDF shows the first ones.")
                             : said("Its choices depend on another answer; a PDF accepts any text.")});
    });
}
/// Fields come and go; what is painted on the page stays.
void wordingStays(const Checked& in, Findings& found) {
    for (Id id : movedControls(in.form).shown)
        if (const Control* c = in.form.find(id); c && !isFilled(*c) && !c->is().pressed)
            found.push_back({nullptr, {id}, said("In a PDF its fields hide; its text and lines stay.")});
}
void eventsLost(const Checked& in, Findings& found) {
    eachRule(in.form, [&](Id id, const Rule& rule) {
        if (!isAskedInPdf(rule.when))
            found.push_back(
                {nullptr, {id}, said("A PDF ignores rules for when it {}.", wordPart(row(rule.when).word))});
    });
}
void stepsLost(const Checked& in, Findings& found) {
    eachRule(in.form, [&](Id id, const Rule& rule) {
        auto visit = [&](const Step& step) {
            if (!isDoneInPdf(step.does))
                found.push_back(
                    {nullptr,
                     {id},
                     said("“{}” does not work in a PDF; the other steps do.", wordPart(row(step.does).word))});
        };
        eachStep(rule.steps, visit);
    });
}
/// True when steps say or ask something after a question: viewers may show one message for each act.
bool speaksTwice(const std::vector<Step>& steps, bool asked) {
    for (const Step& step : steps) {
        const bool asks = step.does == Action::ask;
        if (asked && (asks || step.does == Action::say)) return true;
        if (asks && (speaksTwice(step.yes, true) || speaksTwice(step.no, true))) return true;
        asked = asked || asks;
    }
    return false;
}
void messagesLost(const Checked& in, Findings& found) {
    eachRule(in.form, [&](Id id, const Rule& rule) {
        if (speaksTwice(rule.steps, false))
            found.push_back({nullptr,
                             {id},
                             said("In browsers a PDF shows one message for each action: what is said after a question "
                                  "is lost, and a second question counts as “No”.")});
    });
}
/// A page that is closed is gone before it could say anything.
void closingUnasked(const Checked& in, Findings& found) {
    eachRule(in.form, [&](Id id, const Rule& rule) {
        if (rule.when == Event::closes)
            found.push_back(
                {nullptr, {id}, said("A web page follows its rules for closing only when Cancel is pressed.")});
    });
}
void signingUnchecked(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        const bool drawn = c.is().answer().drawn;
        if (isFilled(c) && drawn && (c.yes(Prop::required) || c.formulas.find(Prop::required)))
            found.push_back({nullptr,
                             {c.id},
                             said("Scripts of a PDF cannot see whether it is filled in; the receiver has to check.")});
    });
}
void patternsUnread(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::pattern) && !c.text(Prop::pattern).empty() && !isEcmascriptPattern(c.text(Prop::pattern)))
            found.push_back({nullptr, {c.id}, said("PDF viewers cannot check this pattern.")});
    });
}
void richPlain(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::rich) && c.yes(Prop::rich))
            found.push_back(
                {nullptr, {c.id}, said("Bold, italic and underline cannot be typed in a PDF; plain text can.")});
    });
}
void richPlainInClass(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::rich) && c.yes(Prop::rich))
            found.push_back(
                {nullptr, {c.id}, said("Pasted text keeps its format while it is filled in; no keys change it.")});
    });
}
void scriptsNeeded(const Checked& in, Findings& found) {
    bool any = !dependenceIn(in.form)->formulas().empty();
    eachRule(in.form, [&](Id, const Rule&) { any = true; });
    if (any)
        found.push_back({nullptr,
                         {rootId},
                         said("Its formulas and rules need a viewer that runs scripts; in others those fields stay "
                              "empty and everything is shown.")});
}
void rowsFixed(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (c.is().grid && c.number(Prop::rowsMost) > 0)
            found.push_back({nullptr, {c.id}, said("Fillers cannot add rows to it.")});
    });
}
void nothingFilled(const Checked& in, Findings& found) {
    if (fieldCount(in.form) > 0) found.push_back({nullptr, {rootId}, said("Nothing can be filled in a picture.")});
}

void namesKept(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (!c.name.empty() && isTakenInClass(c.name))
            found.push_back({nullptr,
                             {c.id},
                             said("“{}” is reserved by Qt's windows; the class calls it “{}Field”.", c.name, c.name)});
    });
}
void headAndFootLost(const Checked& in, Findings& found) {
    const Control& root = in.form.root();
    if (!in.form.isDialog() && (!root.text(Prop::head).empty() || !root.text(Prop::foot).empty()))
        found.push_back(
            {nullptr, {rootId}, said("Header, footer and page numbers are left out; a window has no pages of paper.")});
}
void classRows(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (c.is().grid && c.number(Prop::rowsMost) - c.number(Prop::rows) > mostAddedRows)
            found.push_back(
                {nullptr, {c.id}, said("Fillers can add {} rows to it, and no more.", std::size_t(mostAddedRows))});
    });
}
void textScrolls(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::tooMuch) && (c.as<TooMuch>() == TooMuch::shrink || c.as<TooMuch>() == TooMuch::grow))
            found.push_back({nullptr, {c.id}, said("Too much text scrolls in it.")});
    });
}
void placeForgotten(const Checked& in, Findings& found) {
    if (in.form.isDialog() && in.form.root().as<OpensAt>() == OpensAt::remembered)
        found.push_back({nullptr, {rootId}, said("The program must remember where it was last.")});
}

void patternsUnreadInPage(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::pattern) && !c.text(Prop::pattern).empty() && !isEcmascriptPattern(c.text(Prop::pattern)))
            found.push_back({nullptr, {c.id}, said("Browsers cannot check this pattern.")});
    });
}
void richPlainInPage(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::rich) && c.yes(Prop::rich))
            found.push_back(
                {nullptr, {c.id}, said("Bold, italic and underline cannot be typed in it; plain text can.")});
    });
}
void boxesLeftOut(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (c.is().behind || (c.kind == Kind::line && c.box.height > c.box.width))
            found.push_back({nullptr, {c.id}, said("A web page leaves it out: there is no place for it on phones.")});
    });
}

// ---- text documents ----

void valuesLeft(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::workedOut) && !c.text(Prop::workedOut).empty())
            found.push_back(
                {nullptr,
                 {c.id},
                 said("A text document leaves it empty; it is worked out when the document is read back.")});
    });
    in.form.controls.each([&](Id id, const Control& c) {
        for (const auto& [prop, formula] : c.formulas)
            found.push_back({nullptr,
                             {id},
                             said("“{}” is not worked out in a text document; its fixed value is used.",
                                  wordPart(row(prop).word))});
    });
}
void rulesLeft(const Checked& in, Findings& found) {
    std::set<Id> told;
    eachRule(in.form, [&](Id id, const Rule&) {
        if (told.insert(id).second)
            found.push_back(
                {nullptr, {id}, said("A text document ignores its rules; whatever they can show is visible.")});
    });
}
/// True for a field that takes not every answer.
bool hasLimits(const Form& form, const Control& c) {
    return isFilled(c) && (c.yes(Prop::required) || !limitsInWords(form, c).empty() ||
                           (has(c.kind, Prop::pattern) && !c.text(Prop::pattern).empty()));
}
void limitsUnchecked(const Checked& in, Findings& found) {
    bool any = false;
    eachControl(in, [&](const Control& c) { any = any || hasLimits(in.form, c); });
    if (any)
        found.push_back({nullptr,
                         {rootId},
                         said("Limits, patterns and what must be filled in are checked when the document is read "
                              "back, not while it is filled in.")});
}
void ticksFree(const Checked& in, Findings& found) {
    std::set<std::string> told;
    eachControl(in, [&](const Control& c) {
        const bool one = c.is().answer().shared || (c.is().spreads && !takesSeveral(c));
        if (one && told.insert(answerName(in.form, c)).second)
            found.push_back({nullptr,
                             {c.id},
                             said("In a text document more than one can be ticked; that is reported when the document "
                                  "is read back.")});
    });
}
void signedByName(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (c.is().answer().strokes && c.as<Signs>() == Signs::drawn)
            found.push_back(
                {nullptr, {c.id}, said("A text document accepts a typed name here; on paper it can be signed.")});
    });
}
void buttonsLeft(const Checked& in, Findings& found) {
    bool any = false;
    eachControl(in, [&](const Control& c) { any = any || c.is().pressed; });
    if (any)
        found.push_back({nullptr, {rootId}, said("Buttons are left out: fillers save the document and send it back.")});
}
void boxesLeftFromText(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (c.kind == Kind::line && c.box.height > c.box.width)
            found.push_back({nullptr, {c.id}, said("A text document leaves it out.")});
    });
}
void secretsSeen(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::secret) && c.yes(Prop::secret))
            found.push_back({nullptr, {c.id}, said("In a text document everyone can read what is typed here.")});
    });
}
void richPlainInText(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (has(c.kind, Prop::rich) && c.yes(Prop::rich))
            found.push_back(
                {nullptr, {c.id}, said("Plain text can be typed in it, but nothing bold, italic or underlined.")});
    });
}
void picturesLeft(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (c.is().answers == AnswerType::picture && isFilled(c))
            found.push_back({nullptr, {c.id}, said("Fillers cannot add a picture here.")});
    });
}
void dropdownsFree(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (!choicesFollowAnswers(in.form, c.id)) return;
        found.push_back(
            {nullptr, {c.id}, said("Its choices depend on another answer; a text document shows the first ones.")});
    });
}

// The rows read best in long lines.
// clang-format off
constexpr TargetCheck rows[] = {
    {"pdf", {"pdfFormulas", CheckFamily::targets, Severity::should, "Formulas that a PDF does not work out", "Values, limits, required, visible and enabled are worked out in a PDF; text is not.", "", formulasLost}},
    {"pdf", {"pdfChoices", CheckFamily::targets, Severity::know, "Choices that follow an answer, in a PDF", "A PDF has the choices that the form starts with.", "", choicesStand}},
    {"pdf", {"pdfWording", CheckFamily::targets, Severity::know, "Wording that comes and goes, in a PDF", "In a PDF its fields hide; its text and lines stay.", "", wordingStays}},
    {"pdf", {"pdfEvents", CheckFamily::targets, Severity::should, "Rules that a PDF does not run", "PDF viewers do not report these events to scripts.", "", eventsLost}},
    {"pdf", {"pdfSteps", CheckFamily::targets, Severity::should, "Steps that a PDF cannot run", "A PDF has no calling program, no window of its own and a fixed number of rows.", "", stepsLost}},
    {"pdf", {"pdfMessages", CheckFamily::targets, Severity::know, "Messages after a question, in a PDF", "Browsers show only one message for each action.", "", messagesLost}},
    {"pdf", {"pdfSigned", CheckFamily::targets, Severity::know, "Required signatures and pictures, in a PDF", "Scripts in a PDF cannot check either.", "", signingUnchecked}},
    {"pdf", {"pdfPattern", CheckFamily::targets, Severity::should, "Patterns that a PDF does not check", "PDF viewers (browsers) cannot check this pattern.", "", patternsUnread}},
    {"pdf", {"pdfRich", CheckFamily::targets, Severity::know, "Formatted answers, in a PDF", "Few PDF viewers let fillers format text.", "", richPlain}},
    {"pdf", {"pdfScripts", CheckFamily::targets, Severity::know, "Parts that need scripts, in a PDF", "Not every PDF viewer runs scripts.", "", scriptsNeeded}},
    {"pdf", {"pdfRows", CheckFamily::targets, Severity::know, "Rows that fillers add, in a PDF", "A PDF has only the rows of the form.", "", rowsFixed}},
    {"qt", {"qtNames", CheckFamily::targets, Severity::know, "Names that a C++ class cannot use", "Qt's windows have functions of these names.", "", namesKept}},
    {"qt", {"qtRich", CheckFamily::targets, Severity::know, "Formatted answers, in a C++ class", "The reply has plain text, and no keys format it.", "", richPlainInClass}},
    {"qt", {"qtHead", CheckFamily::targets, Severity::know, "Header and footer, in a C++ class", "They belong to paper.", "", headAndFootLost}},
    {"qt", {"qtRows", CheckFamily::targets, Severity::should, "Many rows that fillers add, in a C++ class", "Every possible row is in the window, hidden.", "", classRows}},
    {"qt", {"qtGrow", CheckFamily::targets, Severity::know, "Text that shrinks or grows, in a C++ class", "Fields and their text do not change size.", "", textScrolls}},
    {"qt", {"qtPlace", CheckFamily::targets, Severity::know, "A remembered place, in a C++ class", "Programs save their settings themselves.", "", placeForgotten}},
    {"html", {"htmlCloses", CheckFamily::targets, Severity::know, "Rules for closing, in a web page", "Browsers close a page without asking it.", "", closingUnasked}},
    {"html", {"htmlPattern", CheckFamily::targets, Severity::should, "Patterns that a web page does not check", "Browsers cannot check this pattern.", "", patternsUnreadInPage}},
    {"html", {"htmlRich", CheckFamily::targets, Severity::know, "Formatted answers, in a web page", "Fields in browsers accept plain text.", "", richPlainInPage}},
    {"html", {"htmlRows", CheckFamily::targets, Severity::should, "Many rows that fillers add, in a web page", "Every possible row is in the page, hidden.", "", classRows}},
    {"html", {"htmlBoxes", CheckFamily::targets, Severity::know, "Boxes and vertical lines, in a web page", "Their contents move with the width of the window.", "", boxesLeftOut}},
    {"html", {"htmlGrow", CheckFamily::targets, Severity::know, "Text that shrinks or stops, in a web page", "Fields with several lines grow; those with one scroll.", "", textScrolls}},
    {"docx", {"docxFormulas", CheckFamily::targets, Severity::should, "Formulas, in a DOCX document", "A text document does not calculate.", "", valuesLeft}},
    {"docx", {"docxRules", CheckFamily::targets, Severity::should, "Rules, in a DOCX document", "A text document has no rules.", "", rulesLeft}},
    {"docx", {"docxLimits", CheckFamily::targets, Severity::know, "Limits, in a DOCX document", "Fields of a text document accept any text.", "", limitsUnchecked}},
    {"docx", {"docxTicks", CheckFamily::targets, Severity::know, "One of several choices, in a DOCX document", "Each of its check boxes can be ticked on its own.", "", ticksFree}},
    {"docx", {"docxChoices", CheckFamily::targets, Severity::know, "Choices that follow an answer, in a DOCX document", "A text document has the choices that the form starts with.", "", dropdownsFree}},
    {"docx", {"docxSigned", CheckFamily::targets, Severity::know, "Drawn signatures, in a DOCX document", "Nobody can draw in a text document.", "", signedByName}},
    {"docx", {"docxSecrets", CheckFamily::targets, Severity::know, "Secrets, in a DOCX document", "Everyone sees what is typed in its fields.", "", secretsSeen}},
    {"docx", {"docxButtons", CheckFamily::targets, Severity::know, "Buttons, in a DOCX document", "A text document has no buttons.", "", buttonsLeft}},
    {"docx", {"docxLines", CheckFamily::targets, Severity::know, "Vertical lines, in a DOCX document", "Text has no place for them.", "", boxesLeftFromText}},
    {"odt", {"odtFormulas", CheckFamily::targets, Severity::should, "Formulas, in an ODT document", "A text document does not calculate.", "", valuesLeft}},
    {"odt", {"odtRules", CheckFamily::targets, Severity::should, "Rules, in an ODT document", "A text document has no rules.", "", rulesLeft}},
    {"odt", {"odtLimits", CheckFamily::targets, Severity::know, "Limits, in an ODT document", "Most of them are checked only when the document is read back.", "", limitsUnchecked}},
    {"odt", {"odtChoices", CheckFamily::targets, Severity::know, "Choices that follow an answer, in an ODT document", "A text document has the choices that the form starts with.", "", dropdownsFree}},
    {"odt", {"odtSigned", CheckFamily::targets, Severity::know, "Drawn signatures, in an ODT document", "Nobody can draw in a text document.", "", signedByName}},
    {"odt", {"odtRich", CheckFamily::targets, Severity::know, "Formatted answers, in an ODT document", "Its fields accept plain text.", "", richPlainInText}},
    {"odt", {"odtPictures", CheckFamily::targets, Severity::should, "Pictures that fillers add, in an ODT document", "Its fields accept no pictures.", "", picturesLeft}},
    {"odt", {"odtRows", CheckFamily::targets, Severity::know, "Rows that fillers add, in an ODT document", "It has only the rows of the form.", "", rowsFixed}},
    {"odt", {"odtButtons", CheckFamily::targets, Severity::know, "Buttons, in an ODT document", "A text document has no buttons.", "", buttonsLeft}},
    {"odt", {"odtLines", CheckFamily::targets, Severity::know, "Vertical lines, in an ODT document", "Text has no place for them.", "", boxesLeftFromText}},
    {"png", {"pngFields", CheckFamily::targets, Severity::know, "Fields, in a picture", "A picture only shows them; people print it and fill it in by hand.", "", nothingFilled}},
};
// clang-format on

}  // namespace

std::span<const TargetCheck> targetChecks() {
    return rows;
}

Findings findingsFor(const Form& form, const FontBook& fonts, std::span<const std::string> targets) {
    Findings all;
    const Checked checked{form, fonts};
    for (const auto& [target, check] : rows) {
        if (std::ranges::find(targets, target) == targets.end()) continue;
        const std::size_t from = all.size();
        check.find(checked, all);
        for (std::size_t i = from; i < all.size(); ++i) {
            all[i].check = &check;
            all[i].silenced = silenceOf(form, all[i]);
        }
    }
    std::ranges::stable_sort(all, {}, [](const Finding& f) { return f.check->severity; });
    return all;
}

}  // namespace brindel
