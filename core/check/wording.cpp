// Wording: what fillers and screen readers read.
#include <map>

#include "core/check/families.h"
#include "core/edit/arrange.h"
#include "core/layout/room.h"
#include "core/model/form_index.h"
#include "core/naming/schemes.h"
#include "core/text/words.h"

namespace brindel::checks {
namespace {

using std::string;

void wordless(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        const bool speaks = c.is().pressed || c.is().turned || c.is().answers == AnswerType::tick ||
                            c.is().answers == AnswerType::question;
        if (!speaks || !has(c.kind, Prop::text) || !trimmed(c.text(Prop::text)).empty()) return;
        if (has(c.kind, Prop::picture) && !c.text(Prop::hint).empty()) return;
        found.push_back({nullptr, {c.id}, said("This {} says nothing.", wordPart(c.is().word))});
    });
}

void labelless(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        // A cell's field is spoken for by its column.
        const Control* holder = in.form.find(c.parent);
        const bool inGrid = holder && holder->is().inGrid;
        if (!isFilled(c) || inGrid || !c.is().labelled || in.form.index()->labelOf(c.id) != noControl) return;
        if (!trimmed(c.text(Prop::hint)).empty() || (has(c.kind, Prop::text) && !c.text(Prop::text).empty())) return;
        found.push_back({nullptr, {c.id}, said("Nothing says what this {} asks for.", wordPart(c.is().word))});
    });
}
/// A hint from the words of its name: "boat name" of txtBoatName.
Form hinted(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c || c->name.empty()) return in.form;
    string hint;
    for (const string& word : wordsOf(schemeOf(in.form), c->kind, c->name)) hint += (hint.empty() ? "" : " ") + word;
    return hint.empty() ? in.form : withProperty(in.form, {c->id}, Prop::hint, hint);
}

void wordingCut(const Checked& in, Findings& found) {
    for (Id id : cutOff(in.form, in.fonts)) found.push_back({nullptr, {id}, said("Its wording does not fit in it.")});
}
Form widened(const Checked& in, const Finding& f) {
    return fittedToText(in.form, f.controls, in.fonts);
}

void labelTwice(const Checked& in, Findings& found) {
    std::map<std::pair<Id, string>, Id> seen;
    eachControl(in.form, [&](const Control& c) {
        if (!c.is().speaks || c.reference(Prop::labels) == noControl) return;
        const string text = trimmed(c.text(Prop::text));
        if (text.empty()) return;
        const auto [at, first] = seen.try_emplace({c.parent, text}, c.id);
        if (!first) found.push_back({nullptr, {c.id, at->second}, said("Two fields here are called “{}”.", text)});
    });
}

void untitled(const Checked& in, Findings& found) {
    if (trimmed(in.form.root().text(Prop::title)).empty())
        found.push_back({nullptr, {rootId}, said("The form has no title.")});
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow wordingRows[] = {
    {"wordless", Family::wording, Gravity::must, "A button, page or tick without text", "Nobody knows what it does.", "", wordless},
    {"labelless", Family::wording, Gravity::must, "A field without label or hint", "Nobody knows what is asked, and a screen reader has nothing to read (WCAG 2.2, 3.3.2).", "Makes a hint of the words of its name.", labelless, hinted},
    {"wordingCut", Family::wording, Gravity::should, "Wording that is cut off", "Part of it cannot be read.", "Makes it as wide as its text.", wordingCut, widened},
    {"labelTwice", Family::wording, Gravity::should, "The same label twice in one place", "Which answer is which, only the place tells.", "", labelTwice},
    {"untitled", Family::wording, Gravity::should, "A form without title", "Its window, its file and its reply have no name.", "", untitled},
};
// clang-format on

}  // namespace

std::span<const CheckRow> wording() {
    return wordingRows;
}

}  // namespace brindel::checks
