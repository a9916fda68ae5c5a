// Fields as structured document tags (17.5.2), with the ranges in which anybody may type (17.13.7).
#include <fmt/format.h>
#include <unicode/locid.h>

#include <algorithm>

#include "core/answers/answering.h"
#include "core/answers/picture_data.h"
#include "core/draw/draw_control.h"
#include "core/session/limits.h"
#include "core/targets/ooxml/docx_writer.h"

namespace brindel::ooxml {

using std::string;

namespace {

constexpr const char *tickedSign = "\u2612", *untickedSign = "\u2610";
/// A picture of one grey point: what stands where a filler's own will.
constexpr const char* emptyPicture =
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR42mN4AgAA5gDl9VLzQwAAAABJRU5ErkJggg==";

/// A title has no more letters than this (17.5.2.1 has no bound; editors cut at it).
string shortened64(const string& text) {
    std::u32string letters = lettersOf(text);
    if (letters.size() > 64) letters.resize(64);
    for (char32_t& c : letters)
        if (c == U'\n' || c == U'\t') c = U' ';
    return utf8(letters);
}

/// A pattern of date letters as 17.16.4.1 has them: days of the week are d's, and there is one letter for years.
string patternOf(const string& pattern) {
    string out;
    bool quoted = false;
    for (std::size_t i = 0; i < pattern.size(); ++i) {
        const char c = pattern[i];
        if (c == '\'') quoted = !quoted;
        if (!quoted && (c == 'E' || c == 'c')) {
            const std::size_t end = std::min(pattern.find_first_not_of(c, i), pattern.size());
            out += end - i > 3 ? "dddd" : "ddd";
            i = end - 1;
            continue;
        }
        out += quoted ? c : c == 'L' ? 'M' : c == 'u' ? 'y' : c;
    }
    return out;
}

string languageTag(const string& language) {
    UErrorCode error = U_ZERO_ERROR;
    icu::Locale locale = icu::Locale::forLanguageTag(language, error);
    locale.addLikelySubtags(error);
    return U_FAILURE(error) || !locale.getCountry()[0]
               ? language
               : fmt::format("{}-{}", locale.getLanguage(), locale.getCountry());
}

}  // namespace

/// A number that is the same from one writing to the next: made of the part's name. Above 0, in 31 bits.
int Writer::idOf(const string& part) {
    std::uint32_t hash = 2166136261u;
    for (unsigned char c : part) hash = (hash ^ c) * 16777619u;
    int id = int(hash & 0x7FFFFFFF);
    while (id == 0 || !ids_.insert(id).second) id = (id + 1) & 0x7FFFFFFF;
    return id;
}

/// Writes what anybody may change, though the document is kept from changes.
void Writer::opened(Node to, bool open, const std::function<void()>& write) {
    const string id = std::to_string(++ranges_);
    if (open) add(to, "w:permStart", {{"w:id", id}, {"w:edGrp", "everyone"}});
    write();
    if (open) add(to, "w:permEnd", {{"w:id", id}});
}

void Writer::plain(Node content, const string& text, bool placeholder) {
    Node run = add(content, "w:r");
    Node as = add(run, "w:rPr");
    if (placeholder)
        add(as, "w:rStyle", {{"w:val", "PlaceholderText"}});
    else
        letters(as, dressed_, &plainStyle_);
    if (underlined_) add(as, "w:u", {{"w:val", "single"}});
    if (rightToLeft()) add(as, "w:rtl");
    if (!as.first_child()) run.remove_child(as);
    for (std::size_t from = 0;;) {
        const std::size_t end = std::min(text.find('\n', from), text.size());
        if (end > from) add(run, "w:t", text.substr(from, end - from), {{"xml:space", "preserve"}});
        if (end == text.size()) break;
        add(run, "w:br");
        from = end + 1;
    }
}

/// The control with what all of them say; its kind is still to be said.
Node Writer::control(Node to, const Inline& run, const string& lock) {
    const Control& c = *form_.find(run.id);
    const string part = flow::partName(form_, run);
    Node sdt = add(to, "w:sdt");
    Node as = add(sdt, "w:sdtPr");
    Node letter = add(as, "w:rPr");
    letters(letter, dressed_, &plainStyle_);
    if (!letter.first_child()) as.remove_child(letter);
    const string called = run.what == Inline::What::tick && run.choice != flow::noChoice
                              ? toldAs(form_, c) + ": " + flow::tickWording(form_, run)
                              : toldAs(form_, c);
    const string limits =
        run.what == Inline::What::tick || run.choice != flow::noChoice ? string() : limitsInWords(form_, c);
    add(as, "w:alias", {{"w:val", shortened64(limits.empty() ? called : fmt::format("{} ({})", called, limits))}});
    add(as, "w:tag", {{"w:val", part}});
    add(as, "w:id", {{"w:val", std::to_string(idOf(part))}});
    add(as, "w:lock", {{"w:val", lock}});
    add(sdt, "w:sdtContent");
    return sdt;
}

namespace {

/// What a form field does to letters that are typed (17.16.17).
const char* lettersDone(const Control& c) {
    if (!has(c.kind, Prop::letters)) return "";
    switch (c.as<LetterCase>()) {
        case LetterCase::upper:
            return "UPPERCASE";
        case LetterCase::lower:
            return "LOWERCASE";
        case LetterCase::first:
            return "FIRST CAPITAL";
        case LetterCase::eachWord:
            return "TITLE CASE";
        default:
            return "";
    }
}

}  // namespace

/// A form field (17.16.17): it limits characters and changes their case, and programs of all ages have it.
void Writer::oldField(Node to, const Inline& run) {
    const Control& c = *form_.find(run.id);
    const auto [text, prompt] = flow::heldIn(source_, run);
    if (!source_.open(c)) return words(to, text, dressed_, plainStyle_);
    auto mark = [&](const char* type) { return add(add(to, "w:r"), "w:fldChar", {{"w:fldCharType", type}}); };
    Node data = add(mark("begin"), "w:ffData");
    add(data, "w:name", {{"w:val", flow::partName(form_, run)}});
    add(data, "w:enabled");
    add(data, "w:calcOnExit", {{"w:val", "0"}});
    // Help has no more letters than 255, the line at the foot of the window 138.
    const string hint = c.text(Prop::hint).empty() ? limitsInWords(form_, c) : c.text(Prop::hint);
    if (!hint.empty()) {
        add(data, "w:helpText", {{"w:type", "text"}, {"w:val", firstCharacters(hint, 255)}});
        add(data, "w:statusText", {{"w:type", "text"}, {"w:val", firstCharacters(hint, 138)}});
    }
    const bool other = run.choice != flow::noChoice, tick = run.what == Inline::What::tick;
    const bool listed = !tick && !other && c.is().answer().listed && !c.yes(Prop::otherAnswers);
    // A list of the old kind has no more entries than 25.
    constexpr std::size_t mostEntries = 25;
    const char* kind = " FORMTEXT ";
    if (tick) {
        kind = " FORMCHECKBOX ";
        Node box = add(data, "w:checkBox");
        add(box, "w:sizeAuto");
        add(box, "w:default", {{"w:val", flow::isTicked(source_, run) ? "1" : "0"}});
    } else if (listed && c.choices().size() < mostEntries) {
        kind = " FORMDROPDOWN ";
        Node list = add(data, "w:ddList");
        const auto at = std::ranges::find(c.choices(), text, &Choice::text);
        add(list, "w:result", {{"w:val", std::to_string(at == c.choices().end() ? 0 : at - c.choices().begin() + 1)}});
        add(list, "w:listEntry", {{"w:val", prompt}});
        for (const Choice& choice : c.choices()) add(list, "w:listEntry", {{"w:val", choice.text}});
    } else {
        Node typed = add(data, "w:textInput");
        if (has(c.kind, Prop::maxLength) && c.number(Prop::maxLength) > 0 && !other)
            add(typed, "w:maxLength", {{"w:val", std::to_string(std::min(32767, int(c.number(Prop::maxLength))))}});
        if (const string as = lettersDone(c); !as.empty()) add(typed, "w:format", {{"w:val", as}});
    }
    add(add(to, "w:r"), "w:instrText", kind, {{"xml:space", "preserve"}});
    mark("separate");
    underlined_ = other;
    if (!tick && kind != string(" FORMDROPDOWN ")) {
        // What is typed on goes; a prompt would stay.
        string blanks;
        for (int i = 0; i < 5; ++i) blanks += "\u2002";
        plain(to, text.empty() ? blanks : text, false);
    }
    mark("end");
}

namespace {

/// A tick box with the sign that it shows.
void tick(Node as, Node content, bool on) {
    Node box = add(as, "w14:checkbox");
    add(box, "w14:checked", {{"w14:val", on ? "1" : "0"}});
    add(box, "w14:checkedState", {{"w14:val", "2612"}, {"w14:font", "MS Gothic"}});
    add(box, "w14:uncheckedState", {{"w14:val", "2610"}, {"w14:font", "MS Gothic"}});
    Node sign = add(content, "w:r");
    Node letter = add(sign, "w:rPr");
    add(letter, "w:rFonts",
        {{"w:hint", "eastAsia"}, {"w:ascii", "MS Gothic"}, {"w:eastAsia", "MS Gothic"}, {"w:hAnsi", "MS Gothic"}});
    add(sign, "w:t", string(on ? tickedSign : untickedSign));
}

}  // namespace

/// What kind of tag a field of letters is.
void Writer::kindOf(Node as, const Inline& run) {
    const Control& c = *form_.find(run.id);
    const bool other = run.choice != flow::noChoice;
    if (!other && c.is().answer().listed) {
        const bool free = c.yes(Prop::otherAnswers);
        Node list = add(as, free ? "w:comboBox" : "w:dropDownList");
        std::set<string> values;
        for (const Choice& choice : c.choices()) {
            string value = choice.value.empty() ? choice.text : choice.value;
            if (choice.text.empty() || !values.insert(value).second) continue;
            add(list, "w:listItem", {{"w:displayText", choice.text}, {"w:value", value}});
        }
    } else if (!other && c.is().answers == AnswerType::date) {
        Node date = add(as, "w:date");
        if (const Entry held = source_.entry(c.id); const auto* day = std::get_if<Day>(&held.held))
            xml::set(date, "w:fullDate", (isoDate(*day) + "T00:00:00Z"));
        add(date, "w:dateFormat", {{"w:val", patternOf(c.text(Prop::datePattern))}});
        add(date, "w:lid", {{"w:val", languageTag(text_.language)}});
        add(date, "w:storeMappedDataAs", {{"w:val", "date"}});
        add(date, "w:calendar", {{"w:val", "gregorian"}});
    } else if (!other && c.yes(Prop::rich)) {
        add(as, "w:richText");
    } else {
        Node kind = add(as, "w:text");
        if (has(c.kind, Prop::lines) && c.as<Lines>() == Lines::many) xml::set(kind, "w:multiLine", "1");
    }
}

void Writer::field(Node to, const Inline& run) {
    if (options_.simpleFields && run.what != Inline::What::picture) return oldField(to, run);
    const Control& c = *form_.find(run.id);
    const bool open = source_.open(c);
    const Look entry = entryLookOf(form_, c);
    opened(to, open, [&] {
        Node sdt = control(to, run, open ? "sdtLocked" : "sdtContentLocked");
        Node as = sdt.child("w:sdtPr"), inside = sdt.child("w:sdtContent");
        if (run.what == Inline::What::tick) {
            tick(as, inside, flow::isTicked(source_, run));
            return;
        }
        if (run.what == Inline::What::picture) {
            const Entry held = source_.entry(c.id);
            const auto* own = std::get_if<OwnPicture>(&held.held);
            if (!own) add(as, "w:showingPlcHdr");
            add(as, "w:picture");
            picture(inside, c, own ? own->png : emptyPicture);
            return;
        }
        const auto [text, empty] = flow::heldIn(source_, run);
        if (open) {
            auto [known, fresh] = placeholders_.try_emplace(empty, "");
            if (fresh) known->second = fmt::format("Brindel{}", placeholders_.size());
            add(add(as, "w:placeholder"), "w:docPart", {{"w:val", known->second}});
        }
        // A field within a line has a line below itself.
        underlined_ = run.choice != flow::noChoice;
        const bool showing = text.empty();
        if (showing) add(as, "w:showingPlcHdr");
        if (const auto colour = entry.text; open && colour && entry.textRole.empty())
            add(as, "w15:color", {{"w:val", hex(*colour)}});
        kindOf(as, run);
        plain(inside, showing ? (open ? empty : string(" ")) : text, showing && open);
    });
}

}  // namespace brindel::ooxml
