#include "core/targets/pdf/pdf_scripts.h"

#include <fmt/format.h>

#include "core/rules/ecmascript.h"

namespace brindel {

using Object = QPDFObjectHandle;
using std::string;

/// A call of the runtime; the same for all fields, and written once.
Object PdfScripts::call(const char* what) const {
    auto [at, fresh] = calls_.try_emplace(what);
    if (fresh) at->second = build_.pdf.makeIndirectObject(pdfScript(fmt::format("brindel.{}(event);", what)));
    return at->second;
}

void PdfScripts::addTo(Object field, const Control& c) const {
    const string* answer = data_.answerOfField(answerName(build_.form, c));
    if (!answer) return;
    std::vector<std::pair<const char*, const char*>> actions;
    if (data_.isWorkedOut(*answer) && isTyped(c)) {
        actions = {{"/C", "worked"}};
    } else {
        const bool judged = data_.isJudged(*answer);
        // Another answer that is typed ticks its own box.
        const bool other = answerName(build_.form, c) != *answer && c.is().answer().free;
        const bool follows = other || data_.setsOff(*answer);
        const bool letters =
            c.is().answer().free && has(c.kind, Prop::letters) && c.as<LetterCase>() != LetterCase::asTyped;
        if (letters || (follows && isTyped(c) && !c.is().answer().listed)) actions.emplace_back("/K", "typed");
        if (judged || (follows && (isTyped(c) || c.is().answers == AnswerType::picks)))
            actions.emplace_back("/V", "taken");
    }
    if (c.is().answer().numeric) actions.emplace_back("/F", "shown");
    if (actions.empty()) return;
    // Fields of one sort share theirs.
    string sort;
    for (const auto& [key, what] : actions) sort += key;
    auto [at, fresh] = calls_.try_emplace(sort);
    if (fresh) {
        Object all = Object::newDictionary();
        for (const auto& [key, what] : actions) all.replaceKey(key, call(what));
        at->second = build_.pdf.makeIndirectObject(all);
    }
    field.replaceKey("/AA", at->second);
}

void PdfScripts::addToWidget(Object widget, const Control& c) const {
    const string* answer = data_.answerOfField(answerName(build_.form, c));
    if (!answer) return;
    const bool button = c.is().answer().ticked;
    if (button && data_.setsOff(*answer)) widget.replaceKey("/A", call("ticked"));
    const bool entered = data_.hasRules(*answer, "entered"), left = data_.hasRules(*answer, "left");
    if (!entered && !left) return;
    Object actions = widget.getKey("/AA").isDictionary() ? widget.getKey("/AA").shallowCopy() : Object::newDictionary();
    if (entered) actions.replaceKey("/Fo", call("entered"));
    if (left) actions.replaceKey("/Bl", call("left"));
    widget.replaceKey("/AA", actions);
}

Object PdfScripts::pressed(const Control& c, std::size_t page) const {
    const ButtonRole role = c.as<ButtonRole>();
    if (build_.options.archive) return Object::newNull();  // nothing runs in it (ISO 19005-3, 6.5.1)
    if (data_.hasRules(c) || role == ButtonRole::accept) return call("pressed");
    // Where no rule says otherwise, plain actions do, which viewers without scripts know as well.
    if (role == ButtonRole::clear) return Object::parse("<< /S /ResetForm >>");
    const std::size_t to = role == ButtonRole::next               ? page + 1
                           : role == ButtonRole::back && page > 0 ? page - 1
                                                                  : build_.pages.size();
    if (to >= build_.pages.size()) return Object::newNull();
    Object action = Object::newDictionary();
    action.replaceKey("/S", Object::newName("/GoTo"));
    action.replaceKey("/D", Object::newArray({build_.pages[to], Object::newName("/Fit")}));
    return action;
}

void PdfScripts::finish() {
    if (!data_.needed()) return;
    Object root = build_.pdf.getRoot();
    // The cursor starts where the form says, in viewers that run scripts (12.6.4.16); else at the first.
    if (const string start = data_.startsIn(); !start.empty())
        root.replaceKey("/OpenAction", pdfScript(fmt::format("this.getField({}).setFocus();", ecmascriptText(start))));
    const bool closes = data_.hasRules(build_.designed.root(), "closes");
    Object action = Object::newDictionary();
    action.replaceKey("/S", Object::newName("/JavaScript"));
    action.replaceKey("/JS", Object::newStream(&build_.pdf, data_.script(build_.options.sendTo)));
    Object tree = Object::newDictionary();
    tree.replaceKey("/Names", Object::newArray({pdfText("brindel"), build_.pdf.makeIndirectObject(action)}));
    Object names = Object::newDictionary();
    names.replaceKey("/JavaScript", build_.pdf.makeIndirectObject(tree));
    root.replaceKey("/Names", names);
    if (!closes) return;
    Object actions = Object::newDictionary();
    actions.replaceKey("/WC", pdfScript("brindel.closing();"));
    root.replaceKey("/AA", actions);
}

}  // namespace brindel
