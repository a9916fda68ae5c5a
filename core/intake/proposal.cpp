#include "core/intake/proposal.h"

#include <nlohmann/json.hpp>
#include <optional>
#include <utility>

#include "core/intake/form_words.h"
#include "core/intake/jotted_field.h"
#include "core/intake/text_tokens.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::intake {
namespace {

using std::string;

constexpr std::size_t mostInRow = 3, longestLabel = 300;

/// One line of words.
string flat(const string& text) {
    string all;
    bool blank = false;
    for (const char c : text) {
        const bool is = c == ' ' || c == '\t' || c == '\n' || c == '\r' || (c >= 0 && c < ' ') || c == 127;
        if (!is && blank && !all.empty()) all += ' ';
        blank = is;
        if (!is) all += c;
    }
    return all;
}

/// What a label carries besides its words.
struct Marks {
    bool required = false, upper = false;
    string unit, pattern;
};

/// "2. ", "b) ", "- ", "• " before a label: how many bytes.
std::size_t bulletOf(const string& text) {
    for (const char* one : {"- ", "• ", "– ", "* ", "· ", "▪ ", "► "})
        if (text.starts_with(one)) return string(one).size();
    if (const std::size_t number = numberBefore(text)) return number;
    return text.empty() || text[0] == '(' || letterBefore(text) == 0 || text[1] == '.' ? 0 : 3;
}

/// A label as people would say it, and what was written with it.
string cleaned(string label, const FormWords& words, Marks& marks) {
    label = flat(label);
    if (const std::size_t bullet = bulletOf(label)) label = trimmed(label.substr(bullet));
    for (bool again = true; again && !label.empty();) {
        again = false;
        for (const char* end : {":", "：", "*", " -", " –", "…", ",", ";", "="})
            if (label.ends_with(end)) {
                if (*end == '*') marks.required = true;
                label = trimmed(label.substr(0, label.size() - string(end).size()));
                again = true;
            }
        // "Cost: £"
        if (const std::size_t colon = label.rfind(": ");
            colon != string::npos && isUnit(trimmed(label.substr(colon + 2)))) {
            marks.unit = trimmed(label.substr(colon + 2));
            label = label.substr(0, colon);
        }
        // What is in brackets at the end.
        const char close = label.empty() ? ' ' : label.back();
        const std::size_t open = close == ')' ? label.rfind('(') : close == ']' ? label.rfind('[') : string::npos;
        if (open != string::npos && open > 0) {
            const string inside = trimmed(label.substr(open + 1, label.size() - open - 2));
            const string unit = inside.starts_with("in ") || inside.starts_with("en ") ? inside.substr(3) : inside;
            bool took = true;
            if (isUnit(unit))
                marks.unit = unit;
            else if (const string pattern = datePatternOf(inside); !pattern.empty())
                marks.pattern = pattern;
            else if (hasOneOf(inside, words.required))
                marks.required = true;
            else if (hasOneOf(inside, {"block letters", "block capitals", "capitals", "druckbuchstaben", "blockschrift",
                                       "majuscules"}))
                marks.upper = true;
            else if (hasOneOf(inside, words.strike) || hasOneOf(inside, words.one) || hasOneOf(inside, words.several))
                took = true;
            else
                took = false;
            if (took) {
                label = trimmed(label.substr(0, open));
                again = true;
            }
        }
    }
    // "Period: from"
    for (std::size_t at = label.find(": "); at != string::npos; at = label.find(": ", at)) label.erase(at, 1);
    while (!label.empty() && string("=#>[]|").find(label.front()) != string::npos) label = trimmed(label.substr(1));
    if (label.starts_with("*")) marks.required = true, label = trimmed(label.substr(1));
    for (const char* in : {" in ", " en "})
        if (const std::size_t at = label.rfind(in); at != string::npos && isUnit(label.substr(at + 4))) {
            marks.unit = label.substr(at + 4);
            label = label.substr(0, at);
        }
    if (characterCount(label) > longestLabel) label = utf8(lettersOf(label).substr(0, longestLabel));
    return label;
}

/// A hint without the label that programs say in it as well, and without limits that the field has itself.
string hintBeyond(string hint, const string& label) {
    if (!hint.starts_with(label)) return hint;
    hint = trimmed(hint.substr(label.size()));
    if (hint.starts_with(":")) hint = trimmed(hint.substr(1));
    if (const std::size_t open = hint.rfind('('); open != string::npos && hint.ends_with(')'))
        hint = trimmed(hint.substr(0, open));
    return hint == label ? "" : hint;
}

/// What a label asks for, where the source drew only a blank.
string kindOf(const string& label, const FormWords& words) {
    string bare = label;
    while (endsWith(bare, {"?", "？"})) bare = trimmed(bare.substr(0, bare.size() - (bare.ends_with("?") ? 1 : 3)));
    const std::size_t count = std::size_t(std::ranges::count(bare, ' ')) + 1;
    if (hasOneOf(bare, words.signature) && count <= 12) return "signature";
    if (hasOneOf(bare, words.many)) return "text 60x4";
    if (count > 6 || hasOneOf(bare, words.plain)) return "text";
    if (hasOneOf(bare, words.times)) return "time";
    for (const std::string_view when : words.whens)
        if (bare == when || bare.ends_with(" " + string(when))) return "date";
    switch (guessedKind(bare, words.language)) {
        case Kind::numberBox: {
            // The number of something is one; a number that something has is a text.
            const bool numbered = hasOneOf(bare, {"number", "numéro"});
            return numbered && !hasOneOf(bare, {"number of", "numéro de page"}) ? "text" : "number";
        }
        case Kind::dateBox:
            return "date";
        default:
            return "text";
    }
}

/// True when a field is read again as it is from its jotting.
bool jots(const JotField& field) {
    const auto rows = readJotting(fieldText(field));
    if (!rows || rows->size() != 1 || rows->front().what != JotRow::What::fields || rows->front().fields.size() != 1)
        return false;
    JotField read = rows->front().fields.front();
    read.guessed = field.guessed;
    return read == field;
}

JotField textField(const string& label) {
    JotField field;
    field.label = label;
    return field;
}

/// A blank as a field: its room is kept, its kind is what its label and its marks say.
JotField guessedField(const JotField& blank, const Marks& marks, const FormWords& words) {
    const Value* longest = blank.own.find(Prop::maxLength);
    const Value* hint = blank.own.find(Prop::hint);
    FieldSays says;
    says.pattern = marks.pattern;
    says.unit = marks.unit;
    says.kind = !marks.pattern.empty() ? "date" : !marks.unit.empty() ? "number" : kindOf(blank.label, words);
    // What has a name is typed in its source; digits in boxes are a code more often than an amount.
    if ((says.kind == "signature" && !blank.name.empty()) || (longest && says.kind != "date")) says.kind = "text";
    if (hint && says.kind == "text" && hasOneOf(std::get<string>(*hint), words.times)) says.kind = "time";
    JotField made = jottedField(blank.label, says);
    if (longest && made.kind == Kind::textBox) made.own.set(Prop::maxLength, *longest);
    if (marks.upper && made.kind == Kind::textBox) made.own.set(Prop::letters, string("upper"));
    for (const Prop prop : {Prop::hint, Prop::placeholder, Prop::required})
        if (const Value* value = blank.own.find(prop)) made.own.set(prop, *value);
    made.name = blank.name;
    return made;
}

/// A field that is read again from its jotting as it is: what jotting cannot say of it is left out.
JotField sayable(JotField field) {
    if (jots(field)) return field;
    JotField plain = textField(field.label);
    plain.kind = field.kind;
    plain.radio = field.radio;
    plain.columns = field.columns;
    plain.rows = field.rows;
    for (const Prop prop : {Prop::choices, Prop::columns, Prop::rows, Prop::many, Prop::tickMarks, Prop::lines})
        if (const Value* value = field.own.find(prop)) plain.own.set(prop, *value);
    if (jots(plain)) return plain;
    plain = textField(field.label);
    // Words that jotting reads as something else: quoted, they are a label.
    if (!jots(plain)) plain.label = "“" + plain.label + "”";
    return plain;
}

JotField fieldOf(const Item& item, const FormWords& words) {
    if (item.told == Item::Told::all) return sayable(item.field);
    Marks marks;
    JotField field = item.field;
    field.label = cleaned(field.label, words, marks);
    field.guessed = false;
    if (const Value* hint = field.own.find(Prop::hint)) {
        string beyond = hintBeyond(std::get<string>(*hint), field.label);
        beyond.empty() ? field.own.drop(Prop::hint) : field.own.set(Prop::hint, std::move(beyond));
    }
    // "= ____ days"
    if (const Value* unit = field.own.find(Prop::unit); unit && field.label.empty()) {
        field.label = std::get<string>(*unit);
        field.own.drop(Prop::unit);
    }
    if (item.told == Item::Told::label)
        field = guessedField(field, marks, words);
    else if (!marks.unit.empty() && field.kind == Kind::numberBox)
        field.own.set(Prop::unit, marks.unit);
    if (marks.required && field.kind != Kind::table) field.own.set(Prop::required, true);
    if (field.label.empty()) field.label = "?";
    return sayable(std::move(field));
}

std::vector<string> choicesIn(const JotField& field) {
    std::vector<string> texts;
    if (const Value* value = field.own.find(Prop::choices))
        if (const auto* choices = std::get_if<Choices>(value))
            for (const Choice& one : *choices) texts.push_back(one.text);
    return texts;
}

/// What is no field, as a row; nothing for what says nothing.
std::optional<JotRow> rowOf(const Item& item, bool titled) {
    using What = JotRow::What;
    JotRow row;
    row.text = flat(item.text);
    switch (item.what) {
        case Item::What::title:
            row.what = titled ? What::section : What::title;
            break;
        case Item::What::section:
            row.what = What::section;
            break;
        case Item::What::line:
            row.what = What::line;
            return row;
        case Item::What::paper:
            row.what = What::paper;
            return row;
        case Item::What::jotted:
            return item.row;
        default:
            row.what = What::wording;
    }
    if (row.what == What::section) row.text = row.text.substr(bulletOf(row.text));
    if (row.what != What::wording)
        while (endsWith(row.text, {":", " -"})) row.text = trimmed(row.text.substr(0, row.text.size() - 1));
    return row.text.empty() ? std::nullopt : std::optional(std::move(row));
}

/// True for a field that goes on in a row: beside those before it, where it has room.
bool goesOn(const Item& item, const JotField& field, const Jotting& rows) {
    if (!item.beside || rows.empty() || rows.back().what != JotRow::What::fields) return false;
    if (item.told == Item::Told::all) return true;
    const auto broad = [](const JotField& f) { return f.kind == Kind::table || f.radio || f.rows > 1; };
    return !broad(field) && !broad(rows.back().fields.back()) && rows.back().fields.size() < mostInRow;
}

}  // namespace

Proposal proposalOf(const Items& items) {
    Proposal all;
    const FormWords& words = formWordsOf(items.language);
    bool titled = false;
    int nameless = 0;
    for (std::size_t at = 0; at < items.list.size(); ++at) {
        const Item& item = items.list[at];
        if (item.what != Item::What::field) {
            if (auto row = rowOf(item, titled)) {
                titled |= row->what == JotRow::What::title;
                all.rows.push_back(std::move(*row));
            }
            continue;
        }
        JotField field = fieldOf(item, words);
        Sentence doubt = item.doubt;
        if (field.label == "?") {
            if (++nameless > 1) field.label += " " + std::to_string(nameless);
            doubt = said("It has no label.");
        }
        // From a day to another one.
        if (item.beside && item.told == Item::Told::label && field.kind == Kind::textBox && !all.rows.empty() &&
            !all.rows.back().fields.empty() && all.rows.back().fields.back().kind == Kind::dateBox &&
            isOneOf(field.label, words.until)) {
            const string label = std::exchange(field.label, {});
            field = all.rows.back().fields.back();
            field.label = label;
        }
        all.fields.push_back({at, field, std::move(doubt)});
        if (item.leftOut) continue;
        if (!goesOn(item, field, all.rows)) all.rows.push_back({JotRow::What::fields, {}, {}, {}});
        all.rows.back().fields.push_back(std::move(field));
    }
    return all;
}

const std::vector<Meaning>& meanings() {
    static const std::vector<Meaning> all = {
        {"text", "text"},
        {"several lines", "text 60x4"},
        {"number", "number"},
        {"date", "date"},
        {"time", "time"},
        {"check box", "check"},
        {"one of several", "radio", true},
        {"one of a list", "combo", true},
        {"several answers", "group", true, true},
        {"signature", "signature"},
        {"picture", "picture"},
    };
    return all;
}

std::size_t meaningOf(const JotField& field) {
    static const std::vector<JotField> like = [] {
        std::vector<JotField> all;
        for (const Meaning& one : meanings())
            all.push_back(jottedField("x", {.kind = one.jotted, .choices = {one.chosen ? 1u : 0u, "a"}}));
        return all;
    }();
    const auto same = [&](const JotField& one) {
        return one.kind == field.kind && one.radio == field.radio && (one.rows > 1) == (field.rows > 1);
    };
    return std::size_t(std::ranges::find_if(like, same) - like.begin());
}

JotField withMeaning(const JotField& field, std::size_t meaning, const string& language) {
    const Meaning& now = meanings()[meaning];
    FieldSays says;
    says.kind = now.jotted;
    says.required = field.own.find(Prop::required) != nullptr;
    says.name = field.name;
    if (now.chosen) {
        const auto& usual = formWordsOf(language).alternatives.front();
        says.choices = choicesIn(field);
        if (says.choices.empty()) says.choices.assign(usual.begin(), usual.end());
        says.several = now.several;
    }
    return jottedField(field.label, says);
}

string itemsJson(const Items& items) {
    static constexpr const char* whats[] = {"title", "section", "wording", "line", "paper", "field", "jotted"};
    nlohmann::ordered_json list = nlohmann::ordered_json::array();
    const Proposal proposal = proposalOf(items);
    auto proposed = proposal.fields.begin();
    for (std::size_t at = 0; at < items.list.size(); ++at) {
        const Item& item = items.list[at];
        nlohmann::ordered_json one;
        one["what"] = whats[std::size_t(item.what)];
        if (item.what == Item::What::field) {
            one["label"] = proposed->field.label;
            one["jotted"] = fieldText(proposed->field);
            if (item.beside) one["beside"] = true;
            if (!proposed->doubt.empty()) one["doubt"] = proposed->doubt.text();
            ++proposed;
        } else if (item.what == Item::What::jotted) {
            one["jotted"] = trimmed(jottingText({item.row}));
        } else if (!item.text.empty()) {
            one["text"] = flat(item.text);
        }
        if (item.place.line) one["line"] = item.place.line;
        if (item.place.width) one["column"] = item.place.column + 1, one["width"] = item.place.width;
        list.push_back(std::move(one));
    }
    nlohmann::ordered_json whole;
    whole["reader"] = items.reader;
    whole["language"] = items.language;
    whole["items"] = std::move(list);
    return whole.dump(2, ' ', false, nlohmann::json::error_handler_t::replace) + "\n";
}

}  // namespace brindel::intake
