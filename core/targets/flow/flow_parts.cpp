// The parts that the fields of a text have, and what stands in them.
#include <fmt/format.h>

#include <algorithm>

#include "core/answers/answering.h"
#include "core/answers/picture_data.h"
#include "core/answers/strokes.h"
#include "core/draw/draw_control.h"
#include "core/model/style_keys.h"
#include "core/targets/flow/flow.h"
#include "core/targets/handed_out.h"

namespace brindel::flow {

using std::string;

TableThere::TableThere(Table table) : table_(std::make_shared<Table>(std::move(table))) {}

Source::Source(const FormSession& opened, bool handed)
    : session(opened),
      form(handed ? formHandedOut(opened) : opened.form()),
      filling(handed ? handedOut(form, opened.filling()) : opened.filling()),
      blank(handed) {}

Entry Source::entry(Id id) const {
    const Control* c = form.find(id);
    return !c || (blank && isFoundWhenOpened(*c)) ? Entry() : session.entry(id);
}
Shown Source::shown(Id id) const {
    const auto at = filling.shown.find(id);
    return at == filling.shown.end() ? startingShown(form, *form.find(id)) : at->second;
}
bool Source::open(const Control& c) const {
    return c.as<Access>() == Access::open && c.text(Prop::workedOut).empty();
}

string partName(const Form& form, const Inline& run) {
    const Control& c = *form.find(run.id);
    const string name = answerName(form, c);
    if (c.is().answer().shared) {
        const auto buttons = radioGroupOf(form, c);
        return fmt::format("{}#{}", name, std::ranges::find(buttons, c.id) - buttons.begin() + 1);
    }
    if (run.choice == noChoice) return name;
    return run.what == Inline::What::field ? name + "#other" : fmt::format("{}#{}", name, run.choice + 1);
}

std::vector<Inline> partsOf(const Form& form, const Control& c) {
    using enum Inline::What;
    std::vector<Inline> parts;
    if (c.is().answer().shared) {
        for (Id id : radioGroupOf(form, c)) parts.push_back({tick, {}, id});
    } else if (c.is().spreads || (c.is().answers == AnswerType::picks && takesSeveral(c))) {
        const bool others = c.yes(Prop::otherAnswers);
        for (std::size_t i = 0; i < c.choices().size() + (others ? 1 : 0); ++i) parts.push_back({tick, {}, c.id, i});
        if (others) parts.push_back({field, {}, c.id, c.choices().size()});
    } else if (c.is().answer().toggled) {
        parts.push_back({tick, {}, c.id});
    } else {
        parts.push_back({c.is().answers == AnswerType::picture ? picture : field, {}, c.id});
    }
    return parts;
}

string tickWording(const Form& form, const Inline& tick) {
    const Control& c = *form.find(tick.id);
    return tick.choice == noChoice ? markedWording(form, c) : choiceWording(c, tick.choice);
}

string tickValue(const Form& form, const Inline& tick) {
    const Control& c = *form.find(tick.id);
    if (tick.choice == noChoice) return valueWhenOn(c);
    return tick.choice < c.choices().size() ? c.choices()[tick.choice].value : "#other";
}

Holds heldIn(const Source& source, const Inline& run) {
    const Control& c = *source.form.find(run.id);
    const Held held = source.entry(c.id).held;
    Holds holds;
    if (run.choice != noChoice) {
        const auto* picks = std::get_if<Picks>(&held);
        if (picks) holds.text = picks->other;
    } else if (c.is().answer().strokes) {
        // A signature that was drawn is no text; one that was typed is.
        const auto* ink = std::get_if<Ink>(&held);
        if (ink && strokesOf(ink->strokes).empty()) holds.text = ink->strokes;
    } else if (c.is().answers == AnswerType::picks) {
        const auto* picks = std::get_if<Picks>(&held);
        if (picks && !picks->lines.empty()) holds.text = choiceWording(c, picks->lines.front());
    } else {
        holds.text = source.shown(c.id).text;
    }
    if (run.choice == noChoice)
        holds.prompt = has(c.kind, Prop::prompt) ? c.text(Prop::prompt) : shownWhenEmpty({source.form, c});
    constexpr int blanks = 10;
    for (int i = 0; holds.prompt.empty() || (i > 0 && i < blanks); ++i) holds.prompt += "\u2002";
    return holds;
}

bool isTicked(const Source& source, const Inline& tick) {
    const Shown shown = source.shown(tick.id);
    if (tick.choice == noChoice) return shown.on;
    return std::ranges::find(shown.picked, tick.choice) != shown.picked.end();
}

std::optional<Extent> pictureExtent(const Form& form, const Control& c, const string& png, double most) {
    const auto size = pictureSize(png);
    if (!size) return std::nullopt;
    const double points = 1 / unitsPerPoint(form);
    const Box box = pictureBox({0, 0, c.box.width, c.box.height}, *size, c.as<Fits>());
    Extent shown{std::min(box.width, c.box.width) * points, std::min(box.height, c.box.height) * points};
    if (shown.width > most) shown = {most, shown.height * most / shown.width};
    return shown;
}

namespace {

Control wordingOf(const Paragraph& paragraph) {
    Control c;
    c.kind = Kind::label;
    if (paragraph.title || paragraph.heading > 0) {
        const int level = paragraph.title ? 1 : std::min(3, paragraph.heading);
        c.set(Prop::role, keyOf(Role(int(Role::heading1) + level - 1)));
    } else if (!paragraph.style.empty()) {
        c.set(Prop::style, paragraph.style);
    }
    return c;
}

}  // namespace

Look styleLook(const Form& form, const Paragraph& paragraph) {
    return lookOf(form, wordingOf(paragraph));
}
Look ownLook(const Form& form, const Paragraph& paragraph) {
    const Control* c = form.find(paragraph.of);
    if (!c) return styleLook(form, paragraph);
    return paragraph.style == style::entry ? entryLookOf(form, *c) : lookOf(form, *c);
}

}  // namespace brindel::flow
