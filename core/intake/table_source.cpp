#include "core/intake/table_source.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/intake/form_words.h"
#include "core/intake/jotted_field.h"
#include "core/text/fonts.h"
#include "core/text/table_rows.h"
#include "core/text/words.h"

namespace brindel::intake {
namespace {

using std::string;

constexpr std::size_t mostRows = 100'000, mostColumnsRead = 2'000;
constexpr std::size_t fewAnswers = 12;  // so many different ones are a list

/// The sign between cells: that which parts the first lines alike, into most cells.
char separatorOf(const string& text) {
    char best = 0;
    std::size_t most = 1;
    for (const char sign : {'\t', ';', ',', '|'}) {
        TableRows cells(text, sign, mostColumnsRead);
        std::vector<string> row;
        std::size_t width = 0, rows = 0;
        bool alike = true;
        while (rows < 20 && alike && cells.next(row)) {
            if (width && row.size() != width) alike = false;
            width = row.size();
            ++rows;
        }
        if (alike && rows >= 2 && width > most) most = width, best = sign;
    }
    return best;
}

/// A number as a file has it: with a point, or with a comma. Zeros before one make it a code.
std::optional<double> numberIn(string cell, int* decimals) {
    const std::size_t sign = cell.find_first_of(".,"), first = cell.starts_with('-') || cell.starts_with('+') ? 1 : 0;
    if (cell.size() > 17 || cell.find_first_not_of("0123456789", first) != sign || sign + 1 == cell.size() ||
        (sign != string::npos && cell.find_first_not_of("0123456789", sign + 1) != string::npos))
        return std::nullopt;
    if (cell.size() > first + 1 && cell[first] == '0' && sign != first + 1) return std::nullopt;
    if (sign != string::npos) cell[sign] = '.';
    *decimals = sign == string::npos ? 0 : int(cell.size() - sign - 1);
    return numberFrom(cell.starts_with('+') ? cell.substr(1) : cell);
}

/// The pattern of a day; empty for what is none.
string dayPattern(const string& cell) {
    static constexpr struct {
        const char* shape;
        const char* pattern;
    } shapes[] = {{"9999-99-99", "yyyy-MM-dd"}, {"99.99.9999", "dd.MM.yyyy"}, {"99/99/9999", "dd/MM/yyyy"}};
    string shape;
    for (const char c : cell) shape += c >= '0' && c <= '9' ? '9' : c;
    for (const auto& one : shapes)
        if (shape == one.shape) return one.pattern;
    return "";
}
bool isTime(const string& cell) {
    return cell.size() == 5 && cell[2] == ':' && clockRead(cell).has_value();
}
std::optional<bool> truth(const string& cell) {
    static const std::map<string, bool> known = {{"true", true}, {"false", false}, {"yes", true}, {"no", false},
                                                 {"ja", true},   {"nein", false},  {"oui", true}, {"non", false}};
    const auto found = known.find(lettersAs(cell, LetterCase::lower, "en"));
    return found == known.end() ? std::nullopt : std::optional(found->second);
}

/// What the cells of a column have in common, cell by cell.
struct Column {
    string heading;
    std::size_t filled = 0, empty = 0;
    bool numbers = true, times = true, truths = true, wide = false;
    string days = "?";  // their pattern; empty where they are none
    int decimals = 0;
    double least = HUGE_VAL, most = -HUGE_VAL;
    std::size_t longest = 0;
    std::vector<string> answers;  // as long as they are few
    bool few = true;
    string shape = "?";  // that all share: A a letter, 9 a digit; empty where they share none

    void take(const string& raw) {
        const string cell = raw.find_first_of(" \t\n") == string::npos ? raw : trimmed(raw);
        if (cell.empty()) {
            ++empty;
            return;
        }
        ++filled;
        longest = std::max(longest, cell.size());
        wide |= cell.find('\n') != string::npos;
        if (numbers) {
            int places = 0;
            if (const auto number = numberIn(cell, &places)) {
                least = std::min(least, *number);
                most = std::max(most, *number);
                decimals = std::max(decimals, places);
            } else {
                numbers = false;
            }
        }
        if (!days.empty()) {
            const string pattern = dayPattern(cell);
            days = days == "?" || days == pattern ? pattern : "";
        }
        if (times) times = isTime(cell);
        if (truths) truths = truth(cell).has_value();
        if (few && std::ranges::find(answers, cell) == answers.end()) {
            answers.push_back(cell);
            few = answers.size() <= fewAnswers && cell.size() <= 60;
        }
        if (!shape.empty()) {
            string own;
            if (cell.size() <= 30)
                for (const char c : cell) own += c >= '0' && c <= '9' ? '9' : c >= 'A' && c <= 'Z' ? 'A' : c;
            if (own.find('9') == string::npos || own.find_first_of("abcdefghijklmnopqrstuvwxyz \x80") != string::npos)
                own.clear();
            shape = shape == "?" || shape == own ? own : "";
        }
    }
};

/// The next round number beyond one, away from zero.
double roundBeyond(double number) {
    if (number == 0) return 0;
    const double size = std::pow(10, std::floor(std::log10(std::abs(number))));
    for (const double step : {1.0, 2.0, 5.0, 10.0})
        if (step * size >= std::abs(number) - 1e-12) return std::copysign(step * size, number);
    return number;
}

/// A regular expression for a shape: AA-9999 is [A-Z]{2}-[0-9]{4}.
string matchOf(const string& shape) {
    string match;
    for (std::size_t at = 0; at < shape.size();) {
        std::size_t end = at;
        while (end < shape.size() && shape[end] == shape[at]) ++end;
        const std::size_t count = end - at;
        const char c = shape[at];
        string one = c == '9'                                             ? "[0-9]"
                     : c == 'A'                                           ? "[A-Z]"
                     : string(".+*?()[]{}|^$\\/").find(c) != string::npos ? string("\\") + c
                                                                          : string(1, c);
        match += one + (count > 1 ? "{" + std::to_string(count) + "}" : "");
        at = end;
    }
    return match;
}

string labelOf(const string& heading) {
    // boat_name and boatName are read as words.
    string label;
    const bool code = heading.find(' ') == string::npos;
    for (std::size_t i = 0; i < heading.size(); ++i) {
        const char c = heading[i];
        const bool upper = c >= 'A' && c <= 'Z';
        if (code && upper && i && heading[i - 1] >= 'a' && heading[i - 1] <= 'z') {
            label += ' ';
            label += char(c | 0x20);
        } else {
            label += code && c == '_' ? ' ' : c;
        }
    }
    if (!label.empty() && label[0] >= 'a' && label[0] <= 'z') label[0] = char(label[0] & ~0x20);
    return label;
}

Item itemOf(const Column& column, Place place) {
    Item item;
    item.what = Item::What::field;
    item.place = place;
    FieldSays says;
    says.required = column.filled > 0 && column.empty == 0;
    const bool enough = column.filled >= 8;
    if (column.filled == 0) {
        item.doubt = said("This column is empty: its kind is guessed from its heading.");
    } else if (column.truths) {
        says.kind = "check";
        says.required = false;
    } else if (!column.days.empty()) {
        says.kind = "date";
        if (column.days != "yyyy-MM-dd") says.pattern = column.days;
    } else if (column.times) {
        says.kind = "time";
    } else if (column.numbers) {
        says.kind = "number";
        if (column.decimals) says.step = std::pow(10, -column.decimals);
        if (column.least >= 1900 && column.most <= 2100 && !column.decimals) {
            says.least = 1900, says.most = 2100;  // years
        } else if (enough) {
            says.least = column.least >= 0 ? 0 : roundBeyond(column.least);
            says.most = roundBeyond(column.most);
            item.doubt = said("The limits are rounded from the values in the column: {} to {}.",
                              exactText(column.least), exactText(column.most));
        }
    } else if (column.few && column.filled >= 2 * column.answers.size() && column.answers.size() >= 2) {
        says.kind = "combo";
        says.choices = column.answers;
        item.doubt = said("The choices are the {} different values in the column.", column.answers.size());
    } else if (column.wide || column.longest > 120) {
        says.kind = "text";
        says.rows = 4;
    } else {
        says.kind = "text";
        if (enough && column.shape.size() > 2) {
            says.longest = int(column.longest);
            says.match = matchOf(column.shape);
        }
    }
    item.told = says.kind.empty() ? Item::Told::label : Item::Told::kind;
    item.field = jottedField(labelOf(column.heading), says);
    return item;
}

/// Where the headings are in the first line; none where they are quoted.
std::vector<Place> headingPlaces(const string& text, char sign) {
    const string head = text.substr(0, text.find('\n'));
    std::vector<Place> places;
    if (head.find('"') != string::npos) return places;
    int column = 0;
    for (std::size_t at = 0; at <= head.size();) {
        const std::size_t end = std::min(head.find(sign, at), head.size());
        const int width = int(characterCount(trimmed(head.substr(at, end - at))));
        places.push_back({1, column, width});
        column += int(characterCount(head.substr(at, end - at))) + 1;
        at = end + 1;
    }
    return places;
}

// ---- a list of fields ----

constexpr std::pair<const char*, int> dictionaryHeads[] = {
    {"field", 0},       {"name", 0},      {"column", 0},     {"feld", 0},        {"label", 1},    {"description", 1},
    {"bezeichnung", 1}, {"libellé", 1},   {"type", 2},       {"typ", 2},         {"datatype", 2}, {"data type", 2},
    {"required", 3},    {"mandatory", 3}, {"pflicht", 3},    {"obligatoire", 3}, {"values", 4},   {"choices", 4},
    {"options", 4},     {"werte", 4},     {"valeurs", 4},    {"min", 5},         {"minimum", 5},  {"max", 6},
    {"maximum", 6},     {"length", 7},    {"max length", 7}, {"unit", 8},        {"einheit", 8}};

/// Which column says what; empty for a table that is no list of fields.
std::map<int, std::size_t> dictionaryOf(const std::vector<string>& headings) {
    std::map<int, std::size_t> roles;
    for (std::size_t i = 0; i < headings.size(); ++i)
        for (const auto& [head, role] : dictionaryHeads)
            if (lettersAs(trimmed(headings[i]), LetterCase::lower, "en") == head) roles.emplace(role, i);
    if (!roles.contains(2) || !(roles.contains(0) || roles.contains(1)) || headings.size() < 2 ||
        roles.size() * 2 < headings.size())
        roles.clear();
    return roles;
}

string kindOfType(const string& type) {
    static constexpr struct {
        const char* part;
        const char* kind;
    } parts[] = {{"date", "date"},   {"datum", "date"},    {"time", "time"},    {"int", "number"},
                 {"num", "number"},  {"dec", "number"},    {"float", "number"}, {"double", "number"},
                 {"zahl", "number"}, {"nombre", "number"}, {"money", "number"}, {"real", "number"},
                 {"bool", "check"},  {"yes", "check"},     {"ja/", "check"},    {"check", "check"},
                 {"memo", "text"},   {"list", "combo"},    {"enum", "combo"},   {"choice", "combo"},
                 {"liste", "combo"}, {"auswahl", "combo"}};
    const string small = lettersAs(type, LetterCase::lower, "en");
    for (const auto& one : parts)
        if (small.find(one.part) != string::npos) return one.kind;
    return "text";
}

Item itemOfRow(const std::map<int, std::size_t>& roles, const std::vector<string>& cells, int line) {
    auto cell = [&](int role) {
        const auto at = roles.find(role);
        return at == roles.end() || at->second >= cells.size() ? string() : trimmed(cells[at->second]);
    };
    FieldSays says;
    says.kind = kindOfType(cell(2));
    for (const char* sign : {"|", ";", "/", ","}) {
        const string values = cell(4);
        if (values.find(sign) == string::npos) continue;
        for (std::size_t at = 0; at <= values.size();) {
            const std::size_t end = std::min(values.find(sign, at), values.size());
            if (const string one = trimmed(values.substr(at, end - at)); !one.empty()) says.choices.push_back(one);
            at = end + 1;
        }
        if (says.kind == "text" || says.kind == "number") says.kind = "combo";
        break;
    }
    if (says.kind != "combo")
        says.choices.clear();
    else if (says.choices.empty())
        says.kind = "text";
    const string required = lettersAs(cell(3), LetterCase::lower, "en");
    says.required = required == "x" || required == "1" || truth(required).value_or(false) || required == "y" ||
                    required == "required" || required == "mandatory";
    if (says.kind == "number") {
        says.least = numberRead(cell(5), "en");
        says.most = numberRead(cell(6), "en");
        const string type = lettersAs(cell(2), LetterCase::lower, "en");
        if (type.find("int") == string::npos &&
            (type.find("dec") != string::npos || type.find("money") != string::npos ||
             type.find("float") != string::npos))
            says.step = 0.01;
        if (isUnit(cell(8))) says.unit = cell(8);
    }
    if (says.kind == "text") {
        if (const auto longest = numberRead(cell(7), "en"); longest && *longest >= 1 && *longest <= 100000)
            says.longest = int(*longest);
        if (lettersAs(cell(2), LetterCase::lower, "en").find("memo") != string::npos) says.rows = 4;
    }
    Item item;
    item.what = Item::What::field;
    item.told = Item::Told::kind;
    item.place = {line, 0, 0};
    const string label = cell(1).empty() ? labelOf(cell(0)) : cell(1);
    item.field = jottedField(label, says);
    return item;
}

}  // namespace

bool looksLikeTable(const string& text) {
    const char sign = separatorOf(text);
    if (!sign) return false;
    // A heading says something in each of its cells, and draws no blanks.
    TableRows rows(text, sign, mostColumnsRead);
    std::vector<string> row;
    rows.next(row);
    return std::ranges::all_of(row, [](const string& cell) {
        return !trimmed(cell).empty() && cell.find("__") == string::npos && cell.find("....") == string::npos &&
               cell.size() <= 200 && cell.find(':') == string::npos;
    });
}

Result<Items> itemsFromTable(const string& text) {
    Items items;
    items.text = text;
    items.flows = false;
    const char sign = separatorOf(text);
    TableRows rows(text, sign, mostColumnsRead);
    std::vector<string> row;
    rows.next(row);
    if (row.size() > mostColumnsRead) return failure("", said("The table has more than 2,000 columns."));
    const auto roles = dictionaryOf(row);
    std::vector<Column> columns(row.size());
    string words;
    for (std::size_t i = 0; i < row.size(); ++i) {
        columns[i].heading = trimmed(row[i]);
        words += columns[i].heading + " ";
    }
    items.language = languageOf(words);
    for (std::size_t count = 0; rows.next(row); ++count) {
        if (count == mostRows) return failure("", said("The table has more than 100,000 rows."));
        if (roles.empty())
            for (std::size_t i = 0; i < columns.size(); ++i) columns[i].take(i < row.size() ? row[i] : string());
        else if (items.list.size() == mostColumnsRead)
            return failure("", said("The table has more than 2,000 fields."));
        else
            items.list.push_back(itemOfRow(roles, row, int(rows.line()) - 1));
    }
    if (roles.empty()) {
        const std::vector<Place> places = headingPlaces(text, sign);
        for (std::size_t i = 0; i < columns.size(); ++i)
            items.list.push_back(itemOf(columns[i], i < places.size() ? places[i] : Place{1, 0, 0}));
    }
    return items;
}

}  // namespace brindel::intake
