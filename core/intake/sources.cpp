// Which reader reads what: the first that knows the content for its own.
#include <algorithm>

#include "core/intake/document_reply.h"
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

constexpr std::size_t mostBytes = std::size_t(64) << 20, mostJotted = std::size_t(4) << 20;

/// What is jotted has fields that say their kind.
bool isJotting(const Source& source) {
    if (source.text.size() > mostJotted) return false;
    const auto rows = readJotting(source.text);
    if (!rows) return false;
    std::size_t fields = 0, told = 0;
    for (const JotRow& row : *rows)
        for (const JotField& field : row.fields) ++fields, told += !field.guessed;
    return fields > 0 && told * 2 >= fields;
}
Result<Items> readJotted(const Source& source) {
    Items items;
    items.text = source.text;
    items.language = languageOf(source.text);
    const auto rows = readJotting(source.text, items.language);
    if (!rows) return tl::unexpected(asProblem(rows.error()));
    for (const JotRow& row : *rows) {
        if (row.what != JotRow::What::fields) items.list.push_back({.what = Item::What::jotted, .row = row});
        bool beside = false;
        for (const JotField& field : row.fields) {
            items.list.push_back(
                {.what = Item::What::field, .field = field, .told = Item::Told::all, .beside = beside});
            beside = true;
        }
    }
    return items;
}

bool begins(const Source& source, std::initializer_list<std::string_view> with) {
    const string head = lettersAs(trimmed(source.bytes.substr(0, 200)), LetterCase::lower, "en");
    return std::ranges::any_of(with, [&](std::string_view one) { return head.starts_with(one); });
}

}  // namespace

const std::vector<Reader>& readers() {
    static const std::vector<Reader> all = {
        {"document", [](const Source& s) { return looksLikeDocument(s.bytes); },
         [](const Source& s) { return itemsFromDocument(s.bytes); }},
        {"PDF", [](const Source& s) { return begins(s, {"%pdf"}); },
         [](const Source&) -> Result<Items> {
             return failure("", said("A form cannot be made from a PDF yet. Copy its text, and paste it."));
         }},
        {"web page",
         [](const Source& s) {
             return begins(s, {"<!doctype html", "<html"});
         },
         [](const Source&) -> Result<Items> {
             return failure("", said("A form cannot be made from a web page yet. Copy its text, and paste it."));
         }},
        {"binary", [](const Source& s) { return s.text.empty() || s.text.find('\0') != string::npos; },
         [](const Source&) -> Result<Items> {
             return failure("", said("The file is not a text, a table or a text document."));
         }},
        {"jotting", isJotting, readJotted},
        {"table", [](const Source& s) { return looksLikeTable(s.text); },
         [](const Source& s) { return itemsFromTable(s.text); }},
        {"text", [](const Source&) { return true; }, [](const Source& s) { return itemsFromText(s.text); }},
    };
    return all;
}

Result<Items> itemsFrom(const string& bytes) {
    if (bytes.size() > mostBytes) return failure("", said("The file has more than 64 MiB."));
    if (bytes.find_first_not_of(" \t\r\n") == string::npos) return failure("", said("The file is empty."));
    Source source{bytes};
    // What is no Unicode was written by a program of former days.
    if (auto text = textFromBytes(bytes))
        source.text = std::move(*text);
    else if (bytes.find('\0') == string::npos)
        source.text = textFromWestern(bytes);
    const auto reader = std::ranges::find_if(readers(), [&](const Reader& one) { return one.recognises(source); });
    auto items = reader->read(source);
    if (!items) return items;
    items->reader = reader->word;
    if (std::ranges::none_of(items->list, [](const Item& one) { return one.what == Item::What::field; }))
        return failure("", said("Nothing to fill in was found: no blanks, ticks, questions or columns."));
    return items;
}

}  // namespace brindel::intake
