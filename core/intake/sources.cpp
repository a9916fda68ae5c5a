// Which reader reads what: the first that knows the content for its own.
#include <algorithm>

#include "core/intake/document_source.h"
#include "core/intake/form_words.h"
#include "core/intake/proposal.h"
#include "core/intake/table_source.h"
#include "core/intake/text_source.h"
#include "core/text/encodings.h"
#include "core/text/words.h"

namespace brindel::intake {
namespace {

using std::string;

constexpr std::size_t mostBytes = std::size_t(64) << 20;

/// A jotting has a line that nobody writes but for Brindel: a heading by # or a field with the word of its kind.
bool isJotting(const string& text) {
    const auto rows = readJotting(text.substr(0, 200'000));
    if (!rows || rows->empty()) return false;
    std::size_t fields = 0, told = 0;
    for (const JotRow& row : *rows)
        for (const JotField& field : row.fields) ++fields, told += !field.guessed;
    return fields > 0 && told * 2 >= fields;
}
Result<Items> itemsFromJotting(const string& text) {
    const string language = languageOf(text);
    const auto rows = readJotting(text, language);
    if (!rows) return tl::unexpected(asProblem(rows.error()));
    Items items;
    items.reader = "jotting";
    items.language = language;
    for (const JotRow& row : *rows) {
        using What = JotRow::What;
        if (row.what == What::fields) {
            bool beside = false;
            for (const JotField& field : row.fields) {
                items.list.push_back({.what = Item::What::field, .field = field, .typed = true, .beside = beside});
                beside = true;
            }
        } else if (row.what == What::title || row.what == What::section || row.what == What::frame ||
                   row.what == What::wording) {
            items.list.push_back({.what = row.what == What::title     ? Item::What::title
                                          : row.what == What::wording ? Item::What::wording
                                                                      : Item::What::section,
                                  .text = row.text});
        } else if (row.what == What::line || row.what == What::paper) {
            items.list.push_back({.what = row.what == What::line ? Item::What::line : Item::What::paper});
        }
    }
    return items;
}
/// What has nothing to fill in is no form.
Result<Items> withFields(Result<Items> items) {
    if (items && std::ranges::none_of(items->list, [](const Item& one) { return one.what == Item::What::field; }))
        return tl::unexpected(
            Problem{"", said("Nothing to fill in was found: no blanks, ticks, questions or columns.")});
    return items;
}
bool isAnything(const string&) {
    return true;
}

}  // namespace

const std::vector<Reader>& readers() {
    static const std::vector<Reader> all = {
        {"jotting", isJotting, itemsFromJotting},
        {"table", looksLikeTable, itemsFromTable},
        {"text", isAnything, itemsFromText},
    };
    return all;
}

Result<Items> itemsFrom(const string& bytes) {
    if (bytes.size() > mostBytes) return tl::unexpected(Problem{"", said("This has more than 64 MiB.")});
    if (isDocument(bytes)) return withFields(itemsFromDocument(bytes));
    auto text = textFromBytes(bytes);
    // What is no Unicode was written by a program of former days.
    if (!text && bytes.find('\0') == string::npos) text = textFromWestern(bytes);
    if (!text) return tl::unexpected(text.error());
    if (text->find('\0') != string::npos) return tl::unexpected(Problem{"", said("This is not text.")});
    if (trimmed(*text).empty()) return tl::unexpected(Problem{"", said("There is nothing in it.")});
    for (const Reader& reader : readers()) {
        if (!reader.recognises(*text)) continue;
        return withFields(reader.read(*text));
    }
    return tl::unexpected(Problem{"", said("This is not text.")});
}

}  // namespace brindel::intake
