// Wording: what fillers and screen readers read.
#include <map>
#include <set>

#include "core/check/families.h"
#include "core/check/spoken.h"
#include "core/check/thresholds.h"
#include "core/edit/arrange.h"
#include "core/layout/room.h"
#include "core/model/form_index.h"
#include "core/naming/schemes.h"
#include "core/text/words.h"

namespace brindel::checks {
namespace {

using std::string;

void wordless(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        const bool speaks = c.is().pressed || c.is().turned || c.is().answer().ticked;
        if (!speaks || !has(c.kind, Prop::text) || !trimmed(c.text(Prop::text)).empty()) return;
        if (has(c.kind, Prop::picture) && !c.text(Prop::hint).empty()) return;
        found.push_back({nullptr, {c.id}, said("This {} has no text.", wordPart(c.is().word))});
    });
}

/// Words from its name: "save booking" of btnSaveBooking; else what such a control says when it is new.
Form worded(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    string words;
    for (const string& word : wordsOf(schemeOf(in.form), c->kind, c->name)) words += (words.empty() ? "" : " ") + word;
    if (words.empty()) words = freshControl(c->kind).text(Prop::text);
    if (words.empty()) words = c->is().word;
    words = lettersAs(words, LetterCase::first, in.form.root().text(Prop::language));
    return withProperty(in.form, {c->id}, Prop::text, words);
}

void labelless(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        // A cell's field is spoken for by its column.
        const Control* holder = in.form.find(c.parent);
        const bool inGrid = holder && holder->is().inGrid;
        if (!isFilled(c) || inGrid || !c.is().labelled || in.form.index()->labelOf(c.id) != noControl) return;
        if (!trimmed(c.text(Prop::hint)).empty() || (has(c.kind, Prop::text) && !c.text(Prop::text).empty())) return;
        found.push_back({nullptr, {c.id}, said("This {} has no label or hint.", wordPart(c.is().word))});
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
    for (Id id : in.cut()) found.push_back({nullptr, {id}, said("Its wording does not fit in it.")});
}
Form widened(const Checked& in, const Finding& f) {
    return fittedToText(in.form, f.controls, in.fonts);
}

void labelTwice(const Checked& in, Findings& found) {
    std::map<std::pair<Id, string>, Id> seen;
    eachControl(in, [&](const Control& c) {
        if (!c.is().speaks || c.reference(Prop::labels) == noControl) return;
        const string text = trimmed(c.text(Prop::text));
        if (text.empty()) return;
        const auto [at, first] = seen.try_emplace({c.parent, text}, c.id);
        if (!first) found.push_back({nullptr, {c.id, at->second}, said("Two fields here are called “{}”.", text)});
    });
}

Form numberedLabel(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    const Control* holder = in.form.find(c->parent);
    const string text = trimmed(c->text(Prop::text));
    auto taken = [&](const string& wanted) {
        return std::ranges::any_of(holder->children,
                                   [&](Id id) { return trimmed(in.form.find(id)->text(Prop::text)) == wanted; });
    };
    int number = 2;
    while (taken(text + " " + std::to_string(number))) ++number;
    return fittedToText(reworded(in.form, c->id, text + " " + std::to_string(number)), {c->id}, in.fonts);
}

/// The first heading, else the words of the form's name.
Form titled(const Checked& in, const Finding&) {
    string title;
    eachControl(in, [&](const Control& c) {
        if (title.empty() && c.is().speaks && c.as<Role>() != Role::text && c.as<Role>() != Role::finePrint)
            title = trimmed(c.text(Prop::text));
    });
    if (title.empty())
        for (const string& word : wordsOf(schemeOf(in.form), in.form.root().kind, in.form.root().name))
            title += (title.empty() ? "" : " ") + word;
    if (title.empty()) return in.form;
    return withProperty(in.form, {rootId}, Prop::title,
                        lettersAs(title, LetterCase::first, in.form.root().text(Prop::language)));
}

void untitled(const Checked& in, Findings& found) {
    const string title = trimmed(in.form.root().text(Prop::title));
    static constexpr std::string_view made[] = {"form",     "dialog",   "document", "untitled", "new",
                                                "formular", "dokument", "neu",      "neues",    "unbenannt"};
    const std::vector<string> words = smallWords(title);
    const bool nobodyChose = std::ranges::all_of(words, [](const string& w) {
        return std::ranges::find(made, w) != std::end(made) || w.find_first_not_of("0123456789") == string::npos;
    });
    if (title.empty())
        found.push_back({nullptr, {rootId}, said("The form has no title.")});
    else if (!words.empty() && nobodyChose)
        found.push_back({nullptr, {rootId}, said("Nobody chose the title “{}”.", title)});
}

/// Not one by one: a form that is never translated would be full of it.
void translationCut(const Checked& in, Findings& found) {
    Ids ids = {rootId};
    // Those that were not looked at again are as they were.
    if (in.only && in.before && !in.before->empty()) {
        const std::set<Id> again(in.only->begin(), in.only->end());
        for (Id id : in.before->front().controls)
            if (id != rootId && !again.contains(id)) ids.push_back(id);
    }
    const std::set<Id> already(in.cut().begin(), in.cut().end());
    eachControl(in, [&](const Control& c) {
        if (already.contains(c.id)) return;
        if (grownIsCutOff(in.form, c, in.fonts, translationGrows)) ids.push_back(c.id);
    });
    if (ids.size() == 1) return;
    const std::size_t count = ids.size() - 1;
    const auto index = in.form.index();
    if (in.only) std::ranges::sort(ids.begin() + 1, ids.end(), {}, [&](Id id) { return index->placeInOrder(id); });
    found.push_back({nullptr, std::move(ids),
                     counted("{} texts lack room for longer translations.",
                             "1 text lacks room for longer translations.", std::int64_t(count))});
}

bool hasColon(const string& text) {
    const string words = trimmed(text);
    return words.ends_with(':') || words.ends_with("：");
}
/// Labels of fields, those with a colon and those without.
struct Colons {
    explicit Colons(const Form& form) {
        eachControl(form, [&](const Control& c) {
            if (c.is().speaks && form.find(c.reference(Prop::labels)) && !trimmed(c.text(Prop::text)).empty() &&
                !c.formulas.find(Prop::text))
                (hasColon(c.text(Prop::text)) ? with : without).push_back(c.id);
        });
    }
    Ids with, without;
    /// Those that are not as most are.
    const Ids& odd() const { return with.size() <= without.size() ? with : without; }
};
void unevenColons(const Checked& in, Findings& found) {
    const Colons colons(in.form);
    const bool take = &colons.odd() == &colons.with;
    for (Id id : colons.odd())
        found.push_back({nullptr,
                         {id},
                         take ? said("It ends in a colon, but most labels do not.")
                              : said("It has no colon, but most labels do.")});
}
Form colonAsMost(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    string text = trimmed(c->text(Prop::text));
    if (!hasColon(text))
        text += ':';
    else if (text.ends_with(':'))
        text = trimmed(text.substr(0, text.size() - 1));
    else if (text.ends_with("："))
        text = trimmed(text.substr(0, text.size() - 3));
    return text.empty() ? in.form : withProperty(in.form, {c->id}, Prop::text, text);
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow wordingRows[] = {
    {"wordless", CheckFamily::wording, Severity::must, "A button, page or tick without text", "Nobody knows what it does.", "Uses the words of its name.", wordless, worded},
    {"labelless", CheckFamily::wording, Severity::must, "A field without label or hint", "Nobody knows what is asked, and a screen reader has nothing to read (WCAG 2.2, 3.3.2).", "Uses the words of its name as a hint.", labelless, hinted},
    {"wordingCut", CheckFamily::wording, Severity::should, "Wording that is cut off", "Part of the text cannot be read.", "Makes it as wide as its text.", wordingCut, widened},
    {"labelTwice", CheckFamily::wording, Severity::should, "The same label twice in one place", "Only position tells the answers apart.", "", labelTwice, nullptr, {{{"Numbers it.", numberedLabel}}}},
    {"unevenColons", CheckFamily::wording, Severity::should, "Only some labels end in a colon", "It looks careless and has no meaning.", "Follows most of the labels.", unevenColons, colonAsMost},
    {"translationCut", CheckFamily::wording, Severity::know, "Wording without room for longer translations", "Other languages often need a third more room.", "", translationCut},
    {"untitled", CheckFamily::wording, Severity::should, "A form without title", "Its window has no title, and its file and replies have no name.", "", untitled, nullptr, {{{"Uses the first heading, or the words of its name.", titled}}}},
};
// clang-format on

}  // namespace

std::span<const CheckRow> wording() {
    return wordingRows;
}

}  // namespace brindel::checks
