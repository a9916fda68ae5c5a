// Fields as form controls (chapter 13), each anchored in its line.
#include <fmt/format.h>

#include <algorithm>

#include "core/answers/answering.h"
#include "core/session/limits.h"
#include "core/targets/odf/odt_writer.h"

namespace brindel::odf {

using std::string;

namespace {

/// What a typed answer is typed into.
struct Typing {
    const char* element = "form:text";
    std::vector<std::pair<const char*, string>> limits = {};
    string (*exact)(const Held&) = nullptr;  // what it holds, as programs write it
};
string exactNumber(const Held& held) {
    const auto* number = std::get_if<double>(&held);
    return number ? exactText(*number) : string();
}
string exactDay(const Held& held) {
    const auto* day = std::get_if<Day>(&held);
    return day ? isoDate(*day) : string();
}
string exactTime(const Held& held) {
    const auto* time = std::get_if<TimeOfDay>(&held);
    return time ? timeIn(time->minutes, "HH:mm:ss", "en") : string();
}

Typing typingOf(const Control& c, bool other) {
    Typing type;
    if (other) return type;
    auto limit = [&](const char* name, const string& value) {
        if (!value.empty()) type.limits.emplace_back(name, value);
    };
    switch (c.is().answers) {
        case AnswerType::number:
            type = {"form:number", {}, exactNumber};
            for (const auto& [name, prop] :
                 {std::pair("form:min-value", Prop::least), std::pair("form:max-value", Prop::most)})
                if (const auto n = c.maybeNumber(prop)) limit(name, exactText(*n));
            break;
        case AnswerType::date:
            // The day that is today is another one when it is filled in.
            type = {"form:date", {}, exactDay};
            if (isoDateRead(c.text(Prop::earliest))) limit("form:min-value", c.text(Prop::earliest));
            if (isoDateRead(c.text(Prop::latest))) limit("form:max-value", c.text(Prop::latest));
            break;
        case AnswerType::time:
            type = {"form:time", {}, exactTime};
            if (clockRead(c.text(Prop::earliestTime))) limit("form:min-value", c.text(Prop::earliestTime) + ":00");
            if (clockRead(c.text(Prop::latestTime))) limit("form:max-value", c.text(Prop::latestTime) + ":00");
            break;
        default:
            if (has(c.kind, Prop::lines) && c.as<Lines>() == Lines::many) type.element = "form:textarea";
            if (c.yes(Prop::secret)) type = {"form:password", {{"form:echo-char", "*"}}};
            if (has(c.kind, Prop::maxLength) && c.number(Prop::maxLength) > 0)
                limit("form:max-length", std::to_string(int(c.number(Prop::maxLength))));
    }
    return type;
}

void values(Node node, const string& value) {
    if (value.empty()) return;
    xml::set(node, "form:value", value);
    xml::set(node, "form:current-value", value);
}

}  // namespace

/// The control in the form of the document, with what all of them say.
Node Writer::control(const char* element, const Inline& run) {
    const Control& c = *form_.find(run.id);
    const string id = fmt::format("field{}", ++controls_);
    Node node = add(form_controls_, element, {{"form:id", id}, {"xml:id", id}});
    // Buttons of one question have one name.
    const bool shared = string(element) == "form:radio";
    xml::set(node, "form:name", shared ? answerName(form_, c) : flow::partName(form_, run));
    xml::set(node, "form:tab-index", std::to_string(controls_));
    if (!source_.open(c)) {
        const bool pressed = string(element) == "form:checkbox" || shared || string(element) == "form:listbox";
        xml::set(node, pressed ? "form:disabled" : "form:readonly", "true");
    }
    const string& hint = c.text(Prop::hint);
    const string limits = limitsInWords(form_, c);
    xml::set(node, "form:title",
             toldAs(form_, c) + (hint.empty() ? "" : ": " + hint) + (limits.empty() ? "" : " (" + limits + ")"));
    return node;
}

void Writer::shown(Node to, const string& id, const Control& c, double wide, double high) {
    Node node = add(to, "draw:control",
                    {{"text:anchor-type", "as-char"},
                     {"svg:width", points(wide)},
                     {"svg:height", points(high)},
                     {"draw:control", id}});
    xml::set(
        node, "draw:style-name", styled("graphic", "", [&](Node style) {
            add(style, "style:graphic-properties", {{"style:vertical-pos", "middle"}, {"style:vertical-rel", "line"}});
        }));
    xml::set(node, "draw:text-style-name", styled("paragraph", "Form-entry", [&](Node style) {
                 Node letter = add(style, "style:text-properties");
                 const Look own = entryLookOf(form_, c), by = flow::styleLook(form_, {.style = "entry"});
                 letters(letter, own, &by);
                 if (!letter.first_attribute()) style.remove_child(letter);
             }));
    add(node, "svg:title", toldAs(form_, c));
}

/// A text field (7.7), which any program knows: what is typed, under the bookmark of its name; what is chosen or
/// ticked, a list.
void Writer::plainField(Node to, const Inline& run) {
    const Control& c = *form_.find(run.id);
    const string name = flow::partName(form_, run);
    const flow::Holds holds = flow::heldIn(source_, run);
    std::vector<string> labels;
    const bool other = run.choice != flow::noChoice;
    if (run.what == Inline::What::tick)
        labels = {"\u2610", "\u2612"};
    else if (!other && c.is().answer().listed && !c.yes(Prop::otherAnswers)) {
        labels.push_back(holds.prompt);
        for (const Choice& choice : c.choices()) labels.push_back(choice.text);
    }
    const string said = run.what == Inline::What::tick ? labels[flow::isTicked(source_, run) ? 1 : 0]
                        : holds.text.empty()           ? holds.prompt
                                                       : holds.text;
    if (!source_.open(c)) return words(to, said);
    if (!labels.empty()) {
        Node list = add(to, "text:drop-down", {{"text:name", name}});
        bool found = false;
        for (const string& label : labels) {
            Node one = add(list, "text:label", {{"text:value", label}});
            if (!found && label == said) found = true, xml::set(one, "text:current-selected", "true");
        }
        xml::say(list, said);
        return;
    }
    add(to, "text:bookmark-start", {{"text:name", name}});
    add(to, "text:text-input", said, {{"text:description", holds.prompt}});
    add(to, "text:bookmark-end", {{"text:name", name}});
}

/// A check box, or a button of which one of several is on.
void Writer::tickField(Node to, const Inline& run) {
    const Control& c = *form_.find(run.id);
    const bool on = flow::isTicked(source_, run);
    const bool one = c.is().answer().shared || (run.choice != flow::noChoice && !takesSeveral(c));
    Node node = control(one ? "form:radio" : "form:checkbox", run);
    xml::set(node, "form:value", flow::tickValue(form_, run));
    const string state = one ? (on ? "true" : "false") : on ? "checked" : "unchecked";
    xml::set(node, one ? "form:selected" : "form:state", state);
    xml::set(node, one ? "form:current-selected" : "form:current-state", state);
    const double side = entryLookOf(form_, c).size * 1.2;
    shown(to, node.attribute("form:id").value(), c, side, side);
}

/// A list to choose from; one that takes other answers as well can be typed into.
void Writer::listField(Node to, const Inline& run, double wide, double high) {
    const Control& c = *form_.find(run.id);
    const string text = flow::heldIn(source_, run).text;
    const bool free = c.yes(Prop::otherAnswers);
    Node node = control(free ? "form:combobox" : "form:listbox", run);
    const bool drops = c.kind == Kind::comboBox;
    if (drops) xml::set(node, "form:dropdown", "true");
    if (free) values(node, text);
    bool found = text.empty();
    if (!free && drops) {
        Node none = add(node, "form:option", {{"form:label", c.text(Prop::prompt)}, {"form:value", ""}});
        if (text.empty()) xml::set(none, "form:selected", "true"), xml::set(none, "form:current-selected", "true");
    }
    for (const Choice& choice : c.choices()) {
        if (free) {
            add(node, "form:item", {{"form:label", choice.text}});
            continue;
        }
        Node option =
            add(node, "form:option",
                {{"form:label", choice.text}, {"form:value", choice.value.empty() ? choice.text : choice.value}});
        if (!found && choice.text == text) {
            found = true;
            xml::set(option, "form:selected", "true");
            xml::set(option, "form:current-selected", "true");
        }
    }
    shown(to, node.attribute("form:id").value(), c, wide, high);
}

void Writer::field(Node to, const Inline& run) {
    if (options_.simpleFields && run.what != Inline::What::picture) return plainField(to, run);
    const Control& c = *form_.find(run.id);
    const Look entry = entryLookOf(form_, c);
    const double line = entry.size * 1.6 + 3;
    const double room = wide_ > 0 ? wide_ : text_.width();
    if (run.what == Inline::What::tick) return tickField(to, run);
    const bool other = run.choice != flow::noChoice;
    // No form control takes a filler's picture along.
    if (run.what == Inline::What::picture) return;
    const double wide =
        other ? std::min(120.0, room / 2) : std::max(24.0, room - (!c.text(Prop::unit).empty() ? entry.size * 2.5 : 0));
    if (!other && c.is().answer().listed) return listField(to, run, wide, std::max(line, high_));
    const Typing type = typingOf(c, other);
    Node node = control(type.element, run);
    values(node, type.exact ? type.exact(source_.entry(c.id).held) : flow::heldIn(source_, run).text);
    for (const auto& [name, value] : type.limits) xml::set(node, name, value);
    shown(to, node.attribute("form:id").value(), c, wide, std::max(line, high_ > 0 ? high_ - 4 : 0));
}

}  // namespace brindel::odf
