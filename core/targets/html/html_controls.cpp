// How each kind of control stands in a page: one row a kind.
#include <fmt/format.h>

#include <algorithm>

#include "core/answers/picture_data.h"
#include "core/answers/required_marks.h"
#include "core/draw/draw_control.h"
#include "core/rules/ecmascript.h"
#include "core/session/limits.h"
#include "core/targets/handed_out.h"
#include "core/targets/html/html_writer.h"
#include "core/targets/script/script_data.h"
#include "core/text/markup.h"

namespace brindel::html {

using std::string;

namespace {

bool isChanged(const Control& c) {
    return c.as<Access>() == Access::open && c.text(Prop::workedOut).empty();
}
/// True for what a formula gives as text: nobody types it.
bool isMadeOfOutput(const Control& c) {
    if (!has(c.kind, Prop::workedOut) || c.text(Prop::workedOut).empty()) return false;
    return isTyped(c);
}

/// A control being written.
struct Making {
    Page& page;
    const Control& c;
    string placed;  // the classes that place it
    string id;

    const Form& form() const { return page.form(); }
    string hintId() const { return id + "-hint"; }
    /// What is said beside a field; what is wrong with it is put there by the script.
    string hint() const {
        const string& said = c.text(Prop::hint);
        return said.empty() ? said : Tag("span").set("class", "hint").set("id", hintId()).around(markupText(said));
    }
    void described(Tag& tag) const {
        if (!c.text(Prop::hint).empty()) tag.set("aria-describedby", hintId());
    }
    /// Its name: from the label that leads to it, else said outright.
    void named(Tag& tag, bool labelable = true) const {
        const Control* label = labelOf(form(), c.id);
        const bool mine = label && (!startsVisible(*label) ? page.comesAndGoes(label->id) : true);
        if (!mine)
            tag.set("aria-label", toldAs(form(), c));
        else if (!labelable)
            tag.set("aria-labelledby", page.idOf(*label));
    }
    void keyed(Tag& tag) const {
        const Control* label = labelOf(form(), c.id);
        tag.maybe("accesskey", page.keyOfBearer(label ? label->id : c.id));
        if (has(c.kind, Prop::tabStop) && !c.yes(Prop::tabStop)) tag.set("tabindex", "-1");
    }
    string dressed() const { return page.look().classFor(page.look().lookOf(c)); }
    string dressedEntry() const { return page.look().classFor(page.look().lookOf(c) + page.look().lookOf(c, true)); }
    /// The box around a field with what is said beside it.
    string field(const string& inside, std::string_view kind = {}) const {
        return Tag("div").classes({"f", string(kind), placed}).maybe("id", page.movedId(c)).around(inside + hint());
    }
    /// What inputs have in common.
    void common(Tag& tag) const {
        tag.set("id", id).set("name", answerName(form(), c));
        named(tag);
        keyed(tag);
        described(tag);
        tag.flag("required", isRequired(form(), c) && isChanged(c));
    }
};

/// What is worked out: nobody types it.
string makeOutput(const Making& m) {
    Tag tag("output");
    tag.set("id", m.id).set("name", answerName(m.form(), m.c)).classes({m.dressedEntry()});
    m.named(tag);
    string inside = tag.around("");
    if (has(m.c.kind, Prop::unit))
        inside = Tag("span")
                     .set("class", "with")
                     .around(inside + Tag("span").set("class", "unit").around(markupText(m.c.text(Prop::unit))));
    return m.field(inside);
}

string makeText(const Making& m) {
    const Control& c = m.c;
    const bool many = c.as<Lines>() == Lines::many;
    Tag tag(many ? "textarea" : "input");
    const string autofill = autocompleteOf(m.form(), c);
    if (!many)
        tag.set("type", c.yes(Prop::secret)   ? "password"
                        : autofill == "email" ? "email"
                        : autofill == "tel"   ? "tel"
                                              : "text");
    m.common(tag);
    tag.classes(
        {m.dressedEntry(), m.page.look().classFor(many ? "min-height:" + m.page.length(c.box.height) + ";" : "")});
    tag.maybe("autocomplete", c.yes(Prop::secret) ? "off" : autofill);
    tag.maybe("placeholder", c.text(Prop::placeholder));
    if (const auto most = int(c.number(Prop::maxLength)); most > 0) tag.set("maxlength", std::to_string(most));
    if (const string& pattern = c.text(Prop::pattern); !many && !pattern.empty() && isEcmascriptPattern(pattern))
        tag.set("pattern", pattern);
    if (c.as<LetterCase>() == LetterCase::upper) tag.set("autocapitalize", "characters");
    tag.flag("readonly", !isChanged(c));
    const string start = m.page.startOf(c);
    // A line break right behind the tag is not part of the text.
    return m.field(many ? tag.around((start.starts_with('\n') ? "\n" : "") + markupText(start))
                        : tag.maybe("value", start).alone());
}

/// A number, a date or a time. Without a script they are judged by what HTML knows of them.
string makeTyped(const Making& m) {
    const Control& c = m.c;
    const AnswerType type = c.is().answers;
    Tag tag("input");
    tag.set("type", row(type).onPage);
    m.common(tag);
    tag.classes({m.dressedEntry()});
    tag.maybe("autocomplete", autocompleteOf(m.form(), c));
    if (!c.text(Prop::placeholder).empty() && row(type).numeric) tag.set("placeholder", c.text(Prop::placeholder));
    const auto limit = [&](const char* name, const string& value) { tag.maybe(name, value); };
    const Entry& entry = m.page.opened().entry(c.id);
    const bool found = isFoundWhenOpened(c);
    if (row(type).numeric) {
        for (const auto& [name, prop] : {std::pair("min", Prop::least), std::pair("max", Prop::most)})
            if (const auto n = c.maybeNumber(prop)) limit(name, exactText(*n));
        const auto places = int(c.number(Prop::decimals));
        limit("step", exactText(places > 0 ? std::pow(10.0, -std::min(places, 12)) : 1));
        tag.set("inputmode", places > 0 || c.maybeNumber(Prop::least).value_or(-1) < 0 ? "decimal" : "numeric");
        if (const auto* number = std::get_if<double>(&entry.held); number && !found) limit("value", exactText(*number));
    } else if (type == AnswerType::date) {
        const Day today = m.page.opened().today();
        // The day at which the page is written is not the day at which it is filled.
        for (const auto& [name, prop] : {std::pair("min", Prop::earliest), std::pair("max", Prop::latest)})
            if (const auto day = dayMeant(c.text(prop), today); day && !c.text(prop).starts_with("today"))
                limit(name, isoDate(*day));
        if (const auto* day = std::get_if<Day>(&entry.held); day && !found) limit("value", isoDate(*day));
    } else {
        limit("min", c.text(Prop::earliestTime));
        limit("max", c.text(Prop::latestTime));
        if (const auto* time = std::get_if<TimeOfDay>(&entry.held); time && !found)
            limit("value", timeIn(time->minutes, "HH:mm", "en"));
    }
    tag.flag("readonly", !isChanged(c));
    string inside = tag.alone();
    if (has(c.kind, Prop::unit) && (!c.text(Prop::unit).empty() || c.formulas.find(Prop::unit)))
        inside += Tag("span").set("class", "unit").set("id", m.id + "-unit").around(markupText(c.text(Prop::unit)));
    return m.field(Tag("span").set("class", "with").around(inside));
}

string optionsOf(const Making& m, bool prompted) {
    const Control& c = m.c;
    string options;
    if (prompted)
        options += Tag("option")
                       .set("value", "")
                       .around(markupText(c.text(Prop::prompt).empty() ? "\u00a0" : c.text(Prop::prompt)));
    const string start = m.page.startOf(c);
    for (const Choice& choice : c.choices())
        options += Tag("option")
                       .set("value", choice.text)
                       .flag("selected", !start.empty() && choice.text == start)
                       .around(markupText(choice.text));
    return options;
}

string makeCombo(const Making& m) {
    const Control& c = m.c;
    if (c.yes(Prop::otherAnswers) || c.yes(Prop::filters)) {
        Tag tag("input");
        tag.set("type", "text").set("list", m.id + "-list");
        m.common(tag);
        tag.classes({m.dressedEntry()});
        tag.set("autocomplete", "off").maybe("placeholder", c.text(Prop::prompt)).maybe("value", m.page.startOf(c));
        tag.flag("readonly", !isChanged(c));
        string options;
        for (const Choice& choice : c.choices()) options += Tag("option").set("value", choice.text).alone();
        return m.field(tag.alone() + Tag("datalist").set("id", m.id + "-list").around(options));
    }
    Tag tag("select");
    m.common(tag);
    tag.classes({m.dressedEntry()}).maybe("autocomplete", autocompleteOf(m.form(), c));
    tag.flag("disabled", !isChanged(c));
    return m.field(tag.around(optionsOf(m, true)));
}

/// Several choices as ticks, or as buttons of which one counts.
string makeChoices(const Making& m, bool scrolls) {
    const Control& c = m.c;
    const bool several = takesSeveral(c), others = has(c.kind, Prop::otherAnswers) && c.yes(Prop::otherAnswers);
    const auto across = has(c.kind, Prop::acrossIn) ? std::max(1, int(c.number(Prop::acrossIn))) : 1;
    const string name = answerName(m.form(), c);
    const auto* picks = std::get_if<Picks>(&m.page.opened().entry(c.id).held);
    string choices;
    auto one = [&](std::size_t line, const string& text) {
        Tag tag("input");
        tag.set("type", several ? "checkbox" : "radio")
            .set("name", name)
            .set("id", fmt::format("{}-{}", m.id, line + 1));
        tag.set("value", text);
        tag.flag("checked", picks && std::ranges::find(picks->lines, line) != picks->lines.end());
        tag.flag("disabled", !isChanged(c));
        if (!several) tag.flag("required", isRequired(m.form(), c) && isChanged(c));
        choices += Tag("label").set("class", "tick").around(tag.alone() + Tag("span").around(markupText(text)));
    };
    for (std::size_t i = 0; i < c.choices().size(); ++i) one(i, c.choices()[i].text);
    if (others) {
        one(c.choices().size(), c.text(Prop::otherText));
        choices += Tag("input")
                       .set("type", "text")
                       .set("id", m.id + "-other")
                       .set("name", name + "-other")
                       .set("aria-label", c.text(Prop::otherText))
                       .classes({"other", m.dressedEntry()})
                       .maybe("value", picks ? picks->other : "")
                       .alone();
    }
    Tag group("fieldset");
    group.set("id", m.id);
    m.described(group);
    group.classes({"choices", scrolls ? "scrolls" : "", m.dressed()});
    string legend;
    if (has(c.kind, Prop::text) && !c.text(Prop::text).empty())
        legend = Tag("legend").around(shownText(c.text(Prop::text)) + m.page.markOf(c));
    else
        m.named(group, false);
    if (!several) group.set("role", "radiogroup");
    if (!several && isRequired(m.form(), c)) group.set("aria-required", "true");
    string css;
    // Choices in columns are read down, as they are drawn; the field for another answer comes behind them.
    const std::size_t count = c.choices().size() + (others ? 2 : 0);
    if (across > 1)
        css = fmt::format(
            "grid-auto-flow:column;grid-auto-columns:minmax(min-content,1fr);grid-template-rows:repeat({},auto);",
            (count + std::size_t(across) - 1) / std::size_t(across));
    if (scrolls) css += "max-height:" + m.page.length(c.box.height) + ";";
    return m.field(
        group.around(legend + Tag("div").classes({"list", m.page.look().classFor(css, true)}).around(choices)));
}

string makeList(const Making& m) {
    if (takesSeveral(m.c)) return makeChoices(m, true);
    Tag tag("select");
    m.common(tag);
    tag.classes({m.dressedEntry()});
    tag.set("size", std::to_string(std::clamp<int>(int(m.c.box.height / listRowHeight(m.form())), 2, 20)));
    tag.flag("disabled", !isChanged(m.c));
    return m.field(tag.around(optionsOf(m, false)));
}
string makeGroup(const Making& m) {
    return makeChoices(m, false);
}

/// A check box or a radio button, with its wording.
string makeTick(const Making& m) {
    const Control& c = m.c;
    const bool radio = c.is().answer().shared;
    Tag tag("input");
    tag.set("type", radio ? "radio" : "checkbox").set("id", m.id);
    tag.set("name", answerName(m.form(), c)).set("value", valueWhenOn(c));
    m.keyed(tag);
    m.described(tag);
    tag.flag("required", isRequired(m.form(), c) && isChanged(c));
    tag.flag("checked", c.yes(Prop::startsTicked) && isChanged(c));
    tag.flag("disabled", !isChanged(c));
    Tag words("span");
    words.classes({m.dressed()}).maybe("id", m.page.knownId(c).empty() ? "" : m.id + "-words");
    const string row = Tag("label")
                           .set("class", "tick")
                           .around(tag.alone() + words.around(shownText(c.text(Prop::text)) + m.page.markOf(c)));
    return m.field(row);
}

string makePicture(const Making& m) {
    const Control& c = m.c;
    const string size = m.page.look().classFor("max-width:" + m.page.length(c.box.width) + ";");
    const string& png = c.text(Prop::picture);
    const string fits = c.as<Fits>() == Fits::fills ? "fills" : c.as<Fits>() == Fits::stretched ? "stretched" : "whole";
    if (!isFilled(c)) {
        if (!pictureSize(png)) return {};
        return Tag("img")
            .classes({"picture", fits, m.placed, size})
            .set("id", m.id)
            .set("alt", c.text(Prop::hint))
            .set("src", "data:image/png;base64," + png)
            .alone();
    }
    Tag tag("input");
    tag.set("type", "file").set("accept", "image/*");
    m.common(tag);
    tag.flag("disabled", !isChanged(c));
    return m.field(tag.set("data-shown", fits + " " + size).alone());
}

string makeSignature(const Making& m) {
    const Control& c = m.c;
    const bool drawn = c.as<Signs>() == Signs::drawn;
    Tag tag("input");
    tag.set("type", "text");
    m.common(tag);
    tag.classes({"hand", m.dressedEntry()}).set("autocomplete", "off");
    if (drawn) tag.set("placeholder", m.page.say(Phrase::typeYourName));
    tag.flag("readonly", !isChanged(c));
    string canvas;
    if (drawn)
        canvas = Tag("canvas")
                     .set("id", m.id + "-pen")
                     .classes({"pen", m.page.look().classFor(fmt::format("aspect-ratio:{:.4g};",
                                                                         c.box.width / std::max(1.0, c.box.height)))})
                     .flag("hidden")
                     .set("role", "img")
                     .set("aria-label", toldAs(m.form(), c))
                     .around("");
    return m.field(canvas + tag.alone(), "sign");
}

string makeLabel(const Making& m) {
    const Control& c = m.c;
    const auto role = c.as<Role>();
    const Id field = c.reference(Prop::labels);
    const Control* to = m.form().find(field);
    const bool leads = to && isFilled(*to) && m.form().index()->labelOf(field) == c.id;
    // What has several elements in it is told by its label, which leads to none of them.
    const bool group = leads && (to->is().spreads || (has(to->kind, Prop::many) && takesSeveral(*to)));
    const string words = shownText(c.text(Prop::text)) + m.page.markOf(c);
    const int level = role == Role::heading1 ? 1 : role == Role::heading2 ? 2 : role == Role::heading3 ? 3 : 0;
    const Look look = lookOf(m.form(), c);
    const double lineHigh = m.page.fonts().lineHeight(look) * unitsPerPoint(m.form());
    const string nowrap = c.box.height < 1.7 * lineHigh && c.text(Prop::text).size() < 60 && !level
                              ? m.page.look().classFor("white-space:nowrap;", true)
                              : "";
    const std::vector<string> classes = {level   ? "heading"
                                         : leads ? "label"
                                                 : "wording",
                                         m.dressed(), nowrap, m.placed};
    const string known = (leads && group) || !m.page.knownId(c).empty() ? m.id : "";
    if (leads && !group)
        return Tag("label").classes(classes).maybe("id", known).set("for", m.page.idOf(*to)).around(words);
    if (level)
        return Tag(fmt::format("h{}", m.page.headingLevel(level))).classes(classes).maybe("id", known).around(words);
    return Tag(leads ? "div" : "p")
        .classes(classes)
        .maybe("id", known)
        .maybe("title", c.text(Prop::hint))
        .around(words);
}

string makeButton(const Making& m) {
    const Control& c = m.c;
    const auto role = c.as<ButtonRole>();
    Tag tag("button");
    tag.set("type", role == ButtonRole::accept ? "submit" : "button").set("id", m.id);
    tag.classes({"button", role == ButtonRole::accept ? "main" : "", m.dressed(), m.placed});
    m.keyed(tag);
    tag.maybe("title", c.text(Prop::hint));
    string inside;
    if (pictureSize(c.text(Prop::picture)))
        inside = Tag("img").set("alt", "").set("src", "data:image/png;base64," + c.text(Prop::picture)).alone();
    return tag.around(inside + Tag("span").set("id", m.id + "-words").around(shownText(c.text(Prop::text))));
}

string makeLine(const Making& m) {
    const Control& c = m.c;
    if (c.box.height > c.box.width) return {};
    const auto colour = colourMeant(c.text(Prop::lineColour));
    string css = fmt::format("border-top-width:{:.3g}pt;", std::max(0.5, c.number(Prop::lineWidth)));
    if (c.as<Dash>() != Dash::solid)
        css += c.as<Dash>() == Dash::dashed ? "border-top-style:dashed;" : "border-top-style:dotted;";
    if (colour) css += fmt::format("border-color:{};", colourText(*colour));
    return Tag("hr").classes({m.page.look().classFor(css), m.placed}).maybe("id", m.page.knownId(c)).alone();
}

string makeBox(const Making& m) {
    return Tag("div").classes({"plain-box", m.placed}).maybe("id", m.page.knownId(m.c)).around("");
}

struct Maker {
    Kind kind;
    string (*make)(const Making&);
};
constexpr Maker makers[] = {
    {Kind::label, makeLabel},         {Kind::textBox, makeText},  {Kind::numberBox, makeTyped},
    {Kind::dateBox, makeTyped},       {Kind::timeBox, makeTyped}, {Kind::comboBox, makeCombo},
    {Kind::listBox, makeList},        {Kind::checkBox, makeTick}, {Kind::radioButton, makeTick},
    {Kind::choiceGroup, makeGroup},   {Kind::button, makeButton}, {Kind::picture, makePicture},
    {Kind::signature, makeSignature}, {Kind::line, makeLine},     {Kind::box, makeBox},
};

}  // namespace

string controlMarkup(Page& page, const Control& c, const string& placed) {
    const Making m{page, c, placed, page.idOf(c)};
    if (isMadeOfOutput(c)) return makeOutput(m);
    const auto at = std::ranges::find(makers, c.kind, &Maker::kind);
    return at == std::end(makers) ? string() : at->make(m);
}

}  // namespace brindel::html
