#include "core/intake/proposal.h"

#include <fmt/format.h>

#include <map>
#include <nlohmann/json.hpp>

#include "core/intake/form_words.h"
#include "core/intake/jotted_field.h"
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

/// "2. ", "b) ", "- ", "• " before a label.
std::size_t bulletOf(const string& text) {
    for (const char* one : {"- ", "• ", "– ", "* ", "· ", "▪ ", "► "})
        if (text.starts_with(one)) return string(one).size();
    std::size_t at = text.starts_with("(") ? 1 : 0;
    const std::size_t begin = at;
    while (at < text.size() && ((text[at] >= '0' && text[at] <= '9') || (at > begin && text[at] == '.'))) ++at;
    if (at == begin && at + 1 < text.size() &&
        ((text[at] >= 'a' && text[at] <= 'z') || (text[at] >= 'A' && text[at] <= 'Z')) && text[at + 1] == ')')
        ++at;
    if (at == begin || at - begin > 6) return 0;
    if (at < text.size() && text[at] == ')')
        ++at;
    else if (text[at - 1] != '.' && text.find('.') >= at)
        return 0;
    return at < text.size() && text[at] == ' ' ? at + 1 : 0;
}

string datePattern(const string& text) {
    const string small = lettersAs(text, LetterCase::lower, "en");
    static const std::map<string, string> known = {
        {"dd/mm/yyyy", "dd/MM/yyyy"}, {"dd.mm.yyyy", "dd.MM.yyyy"}, {"dd-mm-yyyy", "dd-MM-yyyy"},
        {"mm/dd/yyyy", "MM/dd/yyyy"}, {"yyyy-mm-dd", "yyyy-MM-dd"}, {"tt.mm.jjjj", "dd.MM.yyyy"},
        {"jj/mm/aaaa", "dd/MM/yyyy"}, {"jj.mm.aaaa", "dd.MM.yyyy"}, {"dd/mm/yy", "dd/MM/yy"},
        {"tt.mm.jj", "dd.MM.yy"},     {"dd mm yyyy", "dd MM yyyy"}, {"jj-mm-aaaa", "dd-MM-yyyy"}};
    const auto found = known.find(small);
    return found == known.end() ? "" : found->second;
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
            else if (const string pattern = datePattern(inside); !pattern.empty())
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

JotField fieldOf(const Item& item, const FormWords& words) {
    Marks marks;
    JotField field = item.field;
    field.label = cleaned(field.label, words, marks);
    field.guessed = false;
    if (const Value* hint = field.own.find(Prop::hint)) {
        string beyond = hintBeyond(std::get<string>(*hint), field.label);
        beyond.empty() ? field.own.drop(Prop::hint) : field.own.set(Prop::hint, std::move(beyond));
    }
    if (field.label.empty() && item.typed)
        if (const Value* unit = field.own.find(Prop::unit)) {
            field.label = std::get<string>(*unit);
            field.own.drop(Prop::unit);
        }
    if (!item.typed) {
        // A blank: its room is kept, its kind is what its label says.
        const auto longest = field.own.find(Prop::maxLength);
        FieldSays says;
        says.kind = !marks.pattern.empty() ? "date" : !marks.unit.empty() ? "number" : kindOf(field.label, words);
        if (says.kind == "signature" && !field.name.empty()) says.kind = "text";  // it is typed in its source
        says.pattern = marks.pattern;
        says.unit = marks.unit;
        if (const Value* hint = field.own.find(Prop::hint);
            hint && says.kind == "text" && hasOneOf(std::get<string>(*hint), words.times))
            says.kind = "time";
        if (longest && says.kind == "number")
            says.kind = "text";  // digits in boxes are a code more often than an amount
        if (longest && !says.kind.starts_with("date")) says.kind = "text";
        JotField made = jottedField(field.label, says);
        if (longest && made.kind == Kind::textBox) made.own.set(Prop::maxLength, *longest);
        for (const Prop prop : {Prop::hint, Prop::placeholder, Prop::required})
            if (const auto value = field.own.find(prop)) made.own.set(prop, *value);
        made.name = field.name;
        field = std::move(made);
        if (marks.upper && field.kind == Kind::textBox) field.own.set(Prop::letters, string("upper"));
    } else if (!marks.unit.empty() && field.kind == Kind::numberBox) {
        field.own.set(Prop::unit, marks.unit);
    }
    if (marks.required && field.kind != Kind::table) field.own.set(Prop::required, true);
    if (!jots(field)) {
        JotField plain;
        plain.label = field.label;
        plain.kind = field.kind;
        plain.radio = field.radio;
        for (const Prop prop : {Prop::choices, Prop::columns, Prop::rows, Prop::many, Prop::tickMarks, Prop::lines})
            if (const auto value = field.own.find(prop)) plain.own.set(prop, *value);
        plain.columns = field.columns;
        plain.rows = field.rows;
        field = jots(plain) ? plain : textField(field.label);
        // Words that jotting reads as something else: quoted, they are a label.
        if (!jots(field)) field.label = "“" + field.label + "”";
    }
    return field;
}

std::vector<string> choicesIn(const JotField& field) {
    std::vector<string> texts;
    if (const Value* value = field.own.find(Prop::choices))
        if (const auto* choices = std::get_if<Choices>(value))
            for (const Choice& one : *choices) texts.push_back(one.text);
    return texts;
}

}  // namespace

Proposal proposalOf(const Items& items) {
    Proposal all;
    const FormWords& words = formWordsOf(items.language);
    std::map<string, int> used;
    bool titled = false;
    auto doubt = [&](const Item& item, const string& about, Sentence sentence) {
        all.doubts.push_back({item.place, about, std::move(sentence)});
    };
    for (const Item& item : items.list) {
        JotRow row;
        row.text = flat(item.text);
        if (item.what != Item::What::field) {
            if (row.text.empty() && item.what != Item::What::line && item.what != Item::What::paper) continue;
            row.what = item.what == Item::What::title && !titled                            ? JotRow::What::title
                       : item.what == Item::What::title || item.what == Item::What::section ? JotRow::What::section
                       : item.what == Item::What::line                                      ? JotRow::What::line
                       : item.what == Item::What::paper                                     ? JotRow::What::paper
                                                                                            : JotRow::What::wording;
            titled |= row.what == JotRow::What::title;
            if (row.what != JotRow::What::wording)
                while (endsWith(row.text, {":", " -"})) row.text = trimmed(row.text.substr(0, row.text.size() - 1));
            if (row.what == JotRow::What::section)
                if (const std::size_t bullet = bulletOf(row.text)) row.text = row.text.substr(bullet);
            if (!item.doubt.empty()) doubt(item, row.text, item.doubt);
            all.rows.push_back(std::move(row));
            continue;
        }
        JotField field = fieldOf(item, words);
        Sentence unsure = item.doubt;
        if (field.label.empty()) {
            field.label = "?";
            if (unsure.empty()) unsure = said("Nothing says what belongs here.");
        }
        // What is there twice is told apart by a number; its section tells people.
        if (const int count = ++used[lettersAs(field.label, LetterCase::lower, "en")]; count > 1 && field.label == "?")
            field.label += " " + std::to_string(count);
        if (!unsure.empty()) doubt(item, field.label, unsure);
        const bool broad = field.kind == Kind::table || field.radio || field.rows > 1;
        JotRow* last = all.rows.empty() ? nullptr : &all.rows.back();
        // From a day to another one.
        if (item.beside && !item.typed && last && last->what == JotRow::What::fields &&
            last->fields.back().kind == Kind::dateBox && field.kind == Kind::textBox &&
            hasOneOf(field.label, {"to", "till", "until", "bis", "au"}) && field.label.size() < 12) {
            const string label = field.label;
            field = last->fields.back();
            field.label = label;
        }
        if (item.beside && !broad && last && last->what == JotRow::What::fields && last->fields.size() < mostInRow &&
            !last->fields.back().radio && last->fields.back().rows <= 1) {
            last->fields.push_back(std::move(field));
        } else {
            row.what = JotRow::What::fields;
            row.text.clear();
            row.fields.push_back(std::move(field));
            all.rows.push_back(std::move(row));
        }
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
        {"tick", "check"},
        {"one of several", "radio"},
        {"one of a list", "combo"},
        {"several answers", "group", true},
        {"signature", "signature"},
        {"picture", "picture"},
    };
    return all;
}

std::size_t meaningOf(const Item& item, const std::string& language) {
    const JotField field = fieldOf(item, formWordsOf(language));
    const bool many = field.rows > 1;
    for (std::size_t i = 0; i < meanings().size(); ++i) {
        const JotField like = jottedField("x", {.kind = meanings()[i].jotted, .choices = choicesIn(field)});
        if (like.kind == field.kind && like.radio == field.radio && (like.rows > 1) == many) return i;
    }
    return meanings().size();
}

Item withMeaning(Item item, const Meaning& meaning, const std::string& language) {
    const FormWords& words = formWordsOf(language);
    const JotField was = fieldOf(item, words);
    FieldSays says;
    says.kind = meaning.jotted;
    const bool chosen = says.kind == "radio" || says.kind == "combo" || says.kind == "group";
    if (chosen) {
        says.choices = choicesIn(was);
        if (says.choices.empty()) says.choices.assign(words.alternatives[0].begin(), words.alternatives[0].end());
        says.several = meaning.several;
    }
    item.field = jottedField(was.label, says);
    item.typed = true;
    item.doubt = {};
    return item;
}

string itemsJson(const Items& items) {
    static constexpr const char* whats[] = {"title", "section", "wording", "line", "field", "paper"};
    nlohmann::ordered_json list = nlohmann::ordered_json::array();
    const FormWords& words = formWordsOf(items.language);
    for (const Item& item : items.list) {
        nlohmann::ordered_json one;
        one["what"] = whats[std::size_t(item.what)];
        if (item.what == Item::What::field) {
            const JotField field = fieldOf(item, words);
            one["label"] = field.label;
            one["jotted"] = fieldText(field).substr(
                std::min(fieldText(field).size(), fieldText(textField(field.label)).size() - 4));
            if (item.beside) one["beside"] = true;
        } else if (!item.text.empty()) {
            one["text"] = flat(item.text);
        }
        if (item.place.line) one["line"] = item.place.line;
        if (item.place.width) one["column"] = item.place.column, one["width"] = item.place.width;
        if (!item.doubt.empty()) one["doubt"] = item.doubt.text();
        list.push_back(std::move(one));
    }
    nlohmann::ordered_json whole;
    whole["reader"] = items.reader;
    whole["language"] = items.language;
    whole["items"] = std::move(list);
    return whole.dump(2, ' ', false, nlohmann::json::error_handler_t::replace) + "\n";
}

}  // namespace brindel::intake
