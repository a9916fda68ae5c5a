#include "core/edit/ready_rules.h"

#include <algorithm>

#include "core/answers/answering.h"
#include "core/answers/required_marks.h"
#include "core/model/measures.h"
#include "core/model/places.h"
#include "core/model/style_keys.h"
#include "core/rules/meaning.h"
#include "core/rules/signs.h"

namespace brindel {
namespace {

using std::string;

/// The selected controls in the order in which the Tab key goes through them.
std::vector<const Control*> inOrder(const Form& form, const Ids& selected) {
    std::vector<const Control*> all;
    for (Id id : selected)
        if (const Control* c = form.find(id)) all.push_back(c);
    std::ranges::sort(all, {}, [&](const Control* c) { return form.index()->placeInOrder(c->id); });
    return all;
}
std::vector<const Control*> only(std::vector<const Control*> all, bool (*keep)(const Control&)) {
    std::erase_if(all, [&](const Control* c) { return !keep(*c); });
    return all;
}
bool isTick(const Control& c) {
    return c.kind == Kind::checkBox;
}
bool isField(const Control& c) {
    return isFilled(c) && !c.name.empty();
}
bool isNumber(const Control& c) {
    return isField(c) && c.is().answer().numeric;
}
bool isMoment(const Control& c) {
    return isField(c) && (c.is().answer().ordered);
}
bool takesChoice(const Control& c) {
    return isField(c) && !c.choices().empty() && has(c.kind, Prop::choices);
}
bool isList(const Control& c) {
    return isField(c) && has(c.kind, Prop::choicesFrom);
}
bool isText(const Control& c) {
    return isField(c) && c.is().answer().free;
}
string named(const Control& c) {
    return nameInFormula(c.name);
}
string listed(const std::vector<const Control*>& all, const char* between = "; ") {
    string text;
    for (const Control* c : all) text += (text.empty() ? "" : between) + named(*c);
    return text;
}
string inQuotes(const string& text) {
    string out = "\"";
    for (char c : text) out += c == '"' ? "\"\"" : string(1, c);
    return out + "\"";
}
Form withRule(const Form& form, Id id, Rule rule) {
    Rules rules = form.find(id)->rules;
    if (std::ranges::find(rules, rule) == rules.end()) rules.push_back(std::move(rule));
    return withRules(form, id, std::move(rules));
}
/// Shown when a condition holds; a field with its label.
Form shownWhen(Form form, const Control& c, const string& condition) {
    form = withFormula(form, {c.id}, Prop::visible, condition);
    if (const Control* label = labelOf(form, c.id)) form = withFormula(form, {label->id}, Prop::visible, condition);
    return has(c.kind, Prop::fold) ? withProperty(form, {c.id}, Prop::fold, true) : form;
}

Form byTick(const Form& form, const Ids& selected) {
    const auto all = inOrder(form, selected), ticks = only(all, isTick);
    if (ticks.empty() || ticks[0]->name.empty() || all.size() < 2) return form;
    Form next = form;
    for (const Control* c : all)
        if (c != ticks[0] && has(c->kind, Prop::visible)) next = shownWhen(next, *c, named(*ticks[0]));
    return next;
}

Form otherOpens(const Form& form, const Ids& selected) {
    const auto all = inOrder(form, selected), choices = only(all, takesChoice), texts = only(all, isText);
    if (choices.empty() || texts.empty()) return form;
    const string last = choices[0]->choices().back().value;
    const string condition = takesSeveral(*choices[0])
                                 ? "COUNTIF(" + named(*choices[0]) + "; " + inQuotes(last) + ") > 0"
                                 : named(*choices[0]) + " = " + inQuotes(last);
    Form next = form;
    for (const Control* text : texts) {
        next = shownWhen(next, *text, condition);
        next = withFormula(next, {text->id}, Prop::required, condition);
    }
    return next;
}

Form byChoice(const Form& form, const Ids& selected) {
    const auto all = inOrder(form, selected), choices = only(all, takesChoice);
    if (choices.size() != 1 || all.size() < 2) return form;
    // The first frame by the first choice, the second by the second.
    Form next = form;
    std::size_t at = 0;
    for (const Control* c : all)
        if (c != choices[0] && c->is().framed && at < choices[0]->choices().size())
            next = shownWhen(next, *c, named(*choices[0]) + " = " + inQuotes(choices[0]->choices()[at++].value));
    return next;
}

Form yesAndNo(const Form& form, const Ids& selected) {
    Form next = form;
    for (const Control* c : only(inOrder(form, selected), isList)) {
        next = withProperty(next, {c->id}, Prop::choicesFrom, string("ready"));
        next = withProperty(next, {c->id}, Prop::readyList, string("yesNo"));
        if (has(c->kind, Prop::many)) next = withProperty(next, {c->id}, Prop::many, string("one"));
    }
    return next;
}

Form momentsInOrder(const Form& form, const Ids& selected) {
    const auto all = only(inOrder(form, selected), isMoment);
    Form next = form;
    for (std::size_t i = 1; i < all.size(); ++i) {
        next = withProperty(next, {all[i]->id}, Prop::valid, named(*all[i]) + " >= " + named(*all[i - 1]));
        next = withFormula(next, {all[i]->id}, Prop::validMessage, "");
        if (all[i]->text(Prop::validMessage).empty())
            next = withProperty(next, {all[i]->id}, Prop::validMessage,
                                calledBy(form, *all[i]) + " is not before " + calledBy(form, *all[i - 1]) + ".");
    }
    return next;
}

Form atLeastOne(const Form& form, const Ids& selected) {
    const auto all = only(inOrder(form, selected), isField), ticks = only(all, isTick);
    if (all.size() < 2) return form;
    std::vector<const Control*> others = only(all, [](const Control& c) { return !isTick(c); });
    string none = others.empty() ? "" : "COUNTA(" + listed(others) + ") = 0";
    if (!ticks.empty()) none = (none.empty() ? "" : none + "; ") + "NOT(OR(" + listed(ticks) + "))";
    if (!others.empty() && !ticks.empty()) none = "AND(" + none + ")";
    Form next = form;
    for (const Control* c : all) next = withFormula(next, {c->id}, Prop::required, none);
    return next;
}

Form sameAsAbove(const Form& form, const Ids& selected) {
    const auto all = inOrder(form, selected), ticks = only(all, isTick);
    const auto fields = only(all, [](const Control& c) { return isField(c) && !isTick(c); });
    if (ticks.size() != 1 || fields.size() < 2 || fields.size() % 2) return form;
    Rule rule{Event::ticked, "", "", {}};
    const std::size_t half = fields.size() / 2;
    for (std::size_t i = 0; i < half; ++i) rule.steps.push_back({Action::set, fields[half + i]->id, named(*fields[i])});
    return withRule(form, ticks[0]->id, rule);
}

Form totalOf(const Form& form, const Ids& selected) {
    const auto all = only(inOrder(form, selected), isNumber);
    if (all.size() < 2) return form;
    string parts;
    for (std::size_t i = 0; i + 1 < all.size(); ++i) {
        // Of a field in a table its column.
        const auto spot = spotOf(form, all[i]->id);
        const Control* first = spot ? fieldInRow(form, *spot, 0) : nullptr;
        const string column = first ? columnName(form, first->id) : "";
        const string name = nameInFormula(column.empty() ? all[i]->name : column);
        if (("; " + parts + ";").find("; " + name + ";") == string::npos) parts += (parts.empty() ? "" : "; ") + name;
    }
    return withProperty(form, {all.back()->id}, Prop::workedOut, "SUM(" + parts + ")");
}

Form dayMonthYear(const Form& form, const Ids& selected) {
    const auto all = only(inOrder(form, selected), isList);
    if (all.size() != 3) return form;
    const Id day = all[0]->id, month = all[1]->id, year = all[2]->id;
    Form next = withProperty(form, {month}, Prop::choicesFrom, string("ready"));
    next = withProperty(next, {month}, Prop::readyList, string("months"));
    for (Id id : {day, year}) next = withProperty(next, {id}, Prop::choicesFrom, string("run"));
    next = withFormula(next, {year}, Prop::runFrom, "YEAR(TODAY())");
    next = withFormula(next, {year}, Prop::runTo, "YEAR(TODAY()) + 10");
    const string y = named(*all[2]), m = named(*all[1]);
    // Until both are chosen a month has 31 days; February of any year then has 29.
    return withFormula(
        next, {day}, Prop::runTo,
        "IF(ISBLANK(" + m + "); 31; DAY(EOMONTH(DATE(IF(ISBLANK(" + y + "); 2024; " + y + "); " + m + "; 1); 0)))");
}

Form lettersLeft(const Form& form, const Ids& selected) {
    const auto all = inOrder(form, selected), texts = only(all, isText);
    const auto labels = only(all, [](const Control& c) { return c.kind == Kind::label; });
    if (texts.size() != 1 || labels.size() != 1 || texts[0]->number(Prop::maxLength) <= 0) return form;
    return withFormula(form, {labels[0]->id}, Prop::text,
                       exactText(texts[0]->number(Prop::maxLength)) + " - LEN(" + named(*texts[0]) + ") & \" left\"");
}

Form startAgain(const Form& form, const Ids& selected) {
    const auto buttons = only(inOrder(form, selected), [](const Control& c) { return c.is().pressed; });
    if (buttons.size() != 1) return form;
    Rule rule{Event::pressed, "", "", {{Action::clear, rootId}}};
    // The cursor goes to the first field.
    Id first = noControl;
    walk(form, rootId, [&](const Control& c, int) {
        if (first == noControl && isFilled(c)) first = c.id;
    });
    if (first != noControl) rule.steps.push_back({Action::cursor, first});
    return withRule(form, buttons[0]->id, rule);
}

Form askBeforeClosing(const Form& form, const Ids&) {
    std::vector<const Control*> fields;
    walk(form, rootId, [&](const Control& c, int) {
        const bool counts = isField(c) && !isTick(c) && !c.is().answer().shared && c.text(Prop::workedOut).empty() &&
                            c.text(Prop::defaultText).empty();
        if (counts && !spotOf(form, c.id) && fields.size() < 200) fields.push_back(&c);
    });
    const string filled = fields.empty() ? "" : "COUNTA(" + listed(fields) + ") > 0";
    return withRule(
        form, rootId,
        {Event::closes,
         "",
         filled,
         {{Action::ask, noControl, "\"Close without handing in what was filled in?\"", {{Action::leave}}, {}}}});
}

/// The pages of the tabs that are selected, or hold what is; of the form's first tabs otherwise.
Ids tabPages(const Form& form, const Ids& selected) {
    for (const Control* c = selected.empty() ? nullptr : form.find(selected.front()); c && c->id != rootId;
         c = form.find(c->parent))
        if (c->is().turns) return c->children;
    Ids pages;
    walk(form, rootId, [&](const Control& c, int) {
        if (pages.empty() && c.is().turns) pages = c.children;
    });
    return pages;
}

Id buttonWith(const Form& form, Id page, ButtonRole role) {
    Id found = noControl;
    walk(form, page, [&](const Control& c, int) {
        if (c.is().pressed && c.as<ButtonRole>() == role) found = c.id;
    });
    return found;
}

Form nextAndBack(const Form& form, const Ids& selected) {
    const Measures& m = measuresFor(form);
    Form next = form;
    const Ids pages = tabPages(form, selected);
    // How much the pages lack for a row of buttons below what lies on them.
    double lacks = 0;
    for (Id page : pages) {
        double low = 0;
        for (Id id : form.find(page)->children) low = std::max(low, form.find(id)->box.bottom());
        const bool has = buttonWith(form, page, ButtonRole::next) || buttonWith(form, page, ButtonRole::back);
        if (!has)
            lacks = std::max(lacks, low + m.rowGap + m.buttonHigh + m.rowGap - boxOf(form, *form.find(page)).height);
    }
    if (pages.size() < 2) return form;
    const Control* tabs = form.find(form.find(pages[0])->parent);
    if (lacks > 0 && tabs->parent == rootId) {
        const double foot = tabs->box.bottom();
        for (Id id : form.root().children)
            if (const Control& c = *form.find(id); c.box.top >= foot)
                next = changed(std::move(next), id, [&](Control& k) { k.box.top += lacks; });
        for (Id id : {tabs->id, rootId})
            next = changed(std::move(next), id, [&](Control& k) { k.box.height += lacks; });
    }
    for (std::size_t i = 0; i < pages.size(); ++i) {
        const brindel::Box area = boxOf(next, *next.find(pages[i]));
        double right = area.width - m.inset;
        auto add = [&](ButtonRole role, const char* token, const char* word) {
            if (buttonWith(next, pages[i], role)) return;
            Control button = freshControl(Kind::button);
            button.set(Prop::text, string(word));
            button.set(Prop::buttonRole, string(token));
            right -= m.buttonWide;
            button.box = {right, area.height - m.buttonHigh - m.rowGap, m.buttonWide, m.buttonHigh};
            right -= m.buttonGap;
            next = placed(next, pages[i], button).form;
        };
        if (i + 1 < pages.size()) add(ButtonRole::next, "next", "Next");
        if (i > 0) add(ButtonRole::back, "back", "Back");
    }
    return next;
}

Form nextWhenFilled(const Form& form, const Ids& selected) {
    Form next = form;
    for (Id page : tabPages(form, selected)) {
        const Id button = buttonWith(form, page, ButtonRole::next);
        std::vector<const Control*> needed;
        walk(form, page, [&](const Control& c, int) {
            if (isField(c) && c.yes(Prop::required) && needed.size() < 200) needed.push_back(&c);
        });
        if (!button || needed.empty()) continue;
        string all;
        for (const Control* c : needed)
            all += (all.empty() ? "" : "; ") + (isTick(*c) ? named(*c) : "NOT(ISBLANK(" + named(*c) + "))");
        next = withFormula(next, {button}, Prop::enabled, needed.size() == 1 ? all : "AND(" + all + ")");
    }
    return next;
}

/// The line that explains the sign behind what must be filled in: beside a dialog's last buttons, below all on paper.
Form explainSign(const Form& form, const Ids&) {
    const string text = signExplained(form);
    bool there = text.empty();
    form.controls.each([&](Id, const Control& c) { there = there || (c.is().speaks && c.text(Prop::text) == text); });
    const Control& surface = form.isDialog() ? form.root() : *form.find(form.root().children.back());
    if (there || surface.children.empty()) return form;
    Control line = freshControl(Kind::label);
    line.set(Prop::text, text);
    line.set(Prop::style, string(style::finePrint));
    const Extent size = form.isDialog() ? line.is().inDialog : line.is().inDocument;
    const Measures& m = measuresFor(form);
    double left = 1e9, low = 0;
    for (Id id : surface.children) {
        left = std::min(left, form.find(id)->box.left);
        low = std::max(low, form.find(id)->box.bottom());
    }
    line.box = {left, low + m.rowGap, size.width, size.height};
    Form next = form;
    if (form.isDialog()) {
        // The buttons at the foot leave room on their left more often than not.
        double free = 0, middle = 0;
        for (Id id : surface.children)
            if (const Box& b = form.find(id)->box; b.bottom() > low - 1) {
                middle = b.centre().y;
                free = free == 0 ? b.left - left : std::min(free, b.left - left);
            }
        if (free > size.width + m.rowGap)
            line.box.top = middle - size.height / 2;
        else
            next = boxed(next, rootId, {0, 0, surface.box.width, line.box.bottom() + m.footRoom});
    } else {
        line.box.top = std::min(line.box.top, withinMargins(form).bottom() - size.height);
    }
    return placed(next, surface.id, line).form;
}

// The rows read best in long lines.
// clang-format off
constexpr ReadyRule rows[] = {
    {"nextAndBack", "Next and Back on all pages", noSelection, "Buttons that go to the next page and back, where there are none yet.", nextAndBack},
    {"nextWhenFilled", "Next only when the page is filled", noSelection, "Next can be pressed once what the page needs is filled in.", nextWhenFilled},
    {"askBeforeClosing", "Ask before closing", "Nothing.", "A question when the form is closed although something was filled in.", askBeforeClosing},
    {"explainSign", "Explain the sign", noSelection, "Adds a line that explains the sign after a label.", explainSign},
    {"byTick", "Shown by a tick", "A check box, and what it shows.", "A frame, or a field with its label, is shown only while the box is ticked.", byTick},
    {"byChoice", "Frames by a choice", "A field with choices, and the frames in the order of the choices.", "Each frame is shown only while its choice is made.", byChoice},
    {"otherOpens", "“Other” opens its text box", "A field with choices, and a text box.", "The text box is shown, and required, only while the last choice is made.", otherOpens},
    {"yesNo", "Yes or no", "Fields with choices.", "The choices are yes and no in the form's language.", yesAndNo},
    {"inOrder", "In order", "Two or more dates, times or numbers.", "None may be before the one above it.", momentsInOrder},
    {"atLeastOne", "At least one of these", "Two or more fields.", "Each is required as long as all are empty.", atLeastOne},
    {"sameAs", "The same as above", "A check box, and twice as many fields: those above, then those below.", "A tick copies the answers above to the fields below.", sameAsAbove},
    {"totalOf", "A total of these", "Two or more number boxes, the total last.", "The last is the sum of the others, columns of tables among them.", totalOf},
    {"dayMonthYear", "Day, month and year", "Three combo boxes in this order.", "Months by name, years from this one on, and as many days as the month has.", dayMonthYear},
    {"lettersLeft", "Characters left", "A text box with a limit, and a label.", "The label counts down while it is typed.", lettersLeft},
    {"startAgain", "Clear and start again", "A button.", "Pressing it clears the form and puts the cursor in the first field.", startAgain},
};
// clang-format on

}  // namespace

std::span<const ReadyRule> readyRules() {
    return rows;
}

bool fits(const ReadyRule& ready, const Form& form, const Ids& selected) {
    return !sameContent(ready.set(form, selected), form);
}

}  // namespace brindel
