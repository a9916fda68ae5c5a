// Texts as a table of comma-separated values (RFC 4180).
#include "core/answers/choice_lists.h"
#include "core/text/encodings.h"
#include "core/wording/texts.h"

namespace brindel {

using std::string;

namespace {
bool runs(std::string_view text) {
    return !text.empty() && std::string_view("=+-@\t\r").find(text[0]) != string::npos;
}
/// A cell. What a spreadsheet would run is text behind an apostrophe, which reading takes away again.
string cell(const string& text) {
    string out = "\"";
    const std::string_view after = std::string_view(text).substr(std::min(text.find_first_not_of('\''), text.size()));
    if (runs(after)) out += '\'';
    for (char c : text) out += c == '"' ? string("\"\"") : string(1, c);
    return out + "\"";
}
string plain(const string& text) {
    const std::string_view after = std::string_view(text).substr(std::min(text.find_first_not_of('\''), text.size()));
    return text.starts_with('\'') && runs(after) ? text.substr(1) : text;
}
}  // namespace

string textTable(const Form& form, const string& language) {
    const string own = form.root().text(Prop::language);
    string table = "place,what," + cell(own.empty() ? "en" : own) + "," + cell(language) + "\r\n";
    for (const FormText& one : textsOf(form, language))
        table += cell(one.place) + "," + cell(one.about) + "," + cell(one.source) + "," + cell(one.target) + "\r\n";
    return table;
}

Result<TextsRead> readTextTable(const string& text) {
    const auto table = readTable(text);
    if (!table) return tl::unexpected(table.error());
    if (table->empty() || table->front().size() < 4 || !isLanguage(table->front()[3]))
        return failure("line 1", said("The first line must have these headings: place, what, and both languages."));
    TextsRead read{table->front()[3], {}};
    for (std::size_t i = 1; i < table->size(); ++i) {
        const auto& row = (*table)[i];
        if (row.size() < 4)
            return failure("row " + std::to_string(i + 1),
                           said("A row has a place, what it is, the text and its translation."));
        read.texts.push_back({plain(row[0]), plain(row[2]), plain(row[3]), plain(row[1])});
    }
    return read;
}

Result<TextsRead> readTexts(const string& bytes) {
    const auto text = textFromBytes(bytes);
    if (!text) return tl::unexpected(text.error());
    const auto start = text->find_first_not_of(" \t\r\n");
    return start != string::npos && (*text)[start] == '<' ? readXliff(bytes) : readTextTable(*text);
}

}  // namespace brindel
