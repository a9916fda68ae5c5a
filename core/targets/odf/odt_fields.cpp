// Fields as form controls (chapter 13), each anchored in its line.
#include <fmt/format.h>

#include <algorithm>

#include "core/answers/answering.h"
#include "core/answers/strokes.h"
#include "core/session/limits.h"
#include "core/targets/odf/odt_writer.h"

namespace brindel::odf {

using std::string;

/// The control in the form of the document, with what all of them say.
Node Writer::control(const char* element, const Inline& run) {
    const Control& c = *form_.find(run.id);
    const string id = fmt::format("field{}", ++controls_);
    Node node = add(form_controls_, element, {{"form:id", id}, {"xml:id", id}});
    // Buttons of one question have one name.
    const bool shared = string(element) == "form:radio";
    node.append_attribute("form:name").set_value((shared ? answerName(form_, c) : flow::partName(form_, run)).c_str());
    node.append_attribute("form:tab-index").set_value(controls_);
    if (!source_.open(c)) {
        const bool typed = string(element) == "form:text" || string(element) == "form:textarea" || string(element) == "form:number" ||
                           string(element) == "form:date" || string(element) == "form:combobox";
        node.append_attribute(typed ? "form:readonly" : "form:disabled").set_value("true");
    }
    const string& hint = c.text(Prop::hint);
    const string limits = limitsInWords(form_, c);
    node.append_attribute("form:title").set_value((toldAs(form_, c) + (hint.empty() ? "" : ": " + hint) + (limits.empty() ? "" : " (" + limits + ")")).c_str());
    return node;
}

void Writer::shown(Node to, const string& id, const Control& c, double wide, double high) {
    Node node = add(to, "draw:control", {{"text:anchor-type", "as-char"}, {"svg:width", points(wide)}, {"svg:height", points(high)}, {"draw:control", id}});
    node.append_attribute("draw:style-name").set_value(styled("graphic", "", [&](Node style) {
        add(style, "style:graphic-properties", {{"style:vertical-pos", "middle"}, {"style:vertical-rel", "line"}});
    }).c_str());
    node.append_attribute("draw:text-style-name").set_value(styled("paragraph", "Form-entry", [&](Node style) {
        Node letter = add(style, "style:text-properties");
        const Look own = entryLookOf(form_, c), by = flow::styleLook(form_, {.style = "entry"});
        letters(letter, own, &by);
        if (!letter.first_attribute()) style.remove_child(letter);
    }).c_str());
    add(node, "svg:title", toldAs(form_, c));
}

void Writer::field(Node to, const Inline& run) {
    const Control& c = *form_.find(run.id);
    const Look entry = entryLookOf(form_, c);
    const double line = entry.size * 1.6 + 3;
    const double room = wide_ > 0 ? wide_ : text_.width();
    auto set = [](Node node, const char* name, const string& value) { node.append_attribute(name).set_value(value.c_str()); };
    if (run.what == Inline::What::tick) {
        const bool on = flow::isTicked(source_, run);
        const bool one = c.is().answer().shared || (run.choice != flow::noChoice && !takesSeveral(c));
        Node node = control(one ? "form:radio" : "form:checkbox", run);
        const string value = run.choice == flow::noChoice ? valueWhenOn(c)
                             : run.choice < c.choices().size() ? c.choices()[run.choice].text : "#other";
        if (one) {
            set(node, "form:value", value);
            set(node, "form:selected", on ? "true" : "false");
            set(node, "form:current-selected", on ? "true" : "false");
        } else {
            set(node, "form:value", value);
            set(node, "form:state", on ? "checked" : "unchecked");
            set(node, "form:current-state", on ? "checked" : "unchecked");
        }
        shown(to, node.attribute("form:id").value(), c, entry.size * 1.2, entry.size * 1.2);
        return;
    }
    const bool other = run.choice != flow::noChoice;
    const Entry held = source_.entry(c.id);
    string text = source_.shown(c.id).text;
    if (other) {
        const auto* picks = std::get_if<Picks>(&held.held);
        text = picks ? picks->other : string();
    } else if (c.is().answer().strokes) {
        const auto* ink = std::get_if<Ink>(&held.held);
        text = ink && strokesOf(ink->strokes).empty() ? ink->strokes : string();
    } else if (c.is().answer().drawn) {
        // No form control takes a filler's picture along.
        return;
    }
    const double wide = other ? std::min(120.0, room / 2)
                              : std::max(24.0, room - (has(c.kind, Prop::unit) && !c.text(Prop::unit).empty() ? entry.size * 2.5 : 0));
    auto values = [&](Node node, const string& value) {
        if (value.empty()) return;
        set(node, "form:value", value);
        set(node, "form:current-value", value);
    };
    if (!other && c.is().answer().listed) {
        const bool free = has(c.kind, Prop::otherAnswers) && c.yes(Prop::otherAnswers);
        Node node = control(free ? "form:combobox" : "form:listbox", run);
        const bool drops = c.kind == Kind::comboBox;
        if (drops) set(node, "form:dropdown", "true");
        if (free) values(node, text);
        bool found = text.empty();
        if (!free && drops) {
            Node none = add(node, "form:option", {{"form:label", c.text(Prop::prompt)}, {"form:value", ""}});
            if (text.empty()) set(none, "form:selected", "true"), set(none, "form:current-selected", "true");
        }
        for (const Choice& choice : c.choices()) {
            if (free) {
                add(node, "form:item", {{"form:label", choice.text}});
                continue;
            }
            Node option = add(node, "form:option", {{"form:label", choice.text}, {"form:value", choice.text}});
            if (!found && choice.text == text) {
                found = true;
                set(option, "form:selected", "true");
                set(option, "form:current-selected", "true");
            }
        }
        shown(to, node.attribute("form:id").value(), c, wide, std::max(line, high_));
        return;
    }
    const bool many = has(c.kind, Prop::lines) && c.as<Lines>() == Lines::many;
    Node node = control(many ? "form:textarea" : "form:text", run);
    values(node, text);
    if (has(c.kind, Prop::maxLength) && c.number(Prop::maxLength) > 0 && !other)
        set(node, "form:max-length", std::to_string(int(c.number(Prop::maxLength))));
    if (has(c.kind, Prop::secret) && c.yes(Prop::secret)) {
        node.set_name("form:password");
        set(node, "form:echo-char", "*");
    }
    shown(to, node.attribute("form:id").value(), c, wide, std::max(line, high_ > 0 ? high_ - 4 : 0));
}

}  // namespace brindel::odf
