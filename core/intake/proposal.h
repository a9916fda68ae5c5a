// What exists becomes a form: whatever the source, a reader gives items in reading order, and one step makes of them
// rows as they are jotted. A person confirms, so each item knows its place in the source and what is not sure about it.
#pragma once

#include <functional>

#include "core/jot/notation.h"

namespace brindel::intake {

/// Where something is in its source.
struct Place {
    int line = 0;               // from 1; of a table the row; 0 where there are no lines
    int column = 0, width = 0;  // in letters, from 0; of a table the column alone
    bool operator==(const Place&) const = default;
};

struct Item {
    enum class What : std::uint8_t { title, section, wording, line, field, paper };
    What what = What::wording;
    std::string text = {};  // of all but fields
    JotField field = {};
    bool typed = false;   // the source says which kind the field is; nothing is guessed from its label
    bool beside = false;  // in the row of the field before it
    Place place = {};
    Sentence doubt = {};  // what a person should look at; empty where the source is plain
};

/// What a source was read as.
struct Items {
    std::string reader;     // the word of its row in `readers`
    std::string language;   // that its words are in: "en", "de", "fr"
    std::string text = {};  // that places are counted in, where the source is not text itself
    bool flows = true;      // a document; false for what is rather a dialog
    std::vector<Item> list;
};

/// What is not sure about a proposal, at its place in the source.
struct Doubt {
    Place place;
    std::string about;  // the label of the field, or the wording
    Sentence sentence;
};
struct Proposal {
    Jotting rows;
    std::vector<Doubt> doubts;  // in reading order
};

/// Rows as jotted from items: labels without their numbers, colons and marks; kinds, units, marks of what is required
/// and capitals guessed from labels in the items' language where the source says nothing; labels that are there twice
/// get what tells them apart. What it gives is always read again from jottingText as it is.
Proposal proposalOf(const Items& items);

/// What a person can make of a field that was understood otherwise, by a word for it.
struct Meaning {
    const char* word;    // "one of several"
    const char* jotted;  // as its kind is jotted
    bool several = false;
};
const std::vector<Meaning>& meanings();
/// The meaning that an item has now, among `meanings`; past the end where it has none of these.
std::size_t meaningOf(const Item& item, const std::string& language);
/// The item with another meaning, its choices kept as far as there are some; yes and no where it needs some and has
/// none.
Item withMeaning(Item item, const Meaning& meaning, const std::string& language);

/// The items of a source, recognised by its content: a jotting, a table (CSV, with commas, semicolons, tabs or bars), a
/// JSON Schema, a page of the web, DOCX, ODT, a filled-in or empty text. `bytes` as they are in the file. At most 16
/// MiB, 20,000 lines of text (100,000 rows of a table) and 2,000 fields; what has more, and what is none of these, is a
/// problem, with its place.
Result<Items> itemsFrom(const std::string& bytes);

/// A way to read a source, in the order in which they are tried.
struct Reader {
    const char* word;  // "text", "table"
    bool (*recognises)(const std::string& text);
    Result<Items> (*read)(const std::string& text);
};
const std::vector<Reader>& readers();

/// The items as JSON: what, label, kind, choices, place and doubt of each.
std::string itemsJson(const Items& items);

}  // namespace brindel::intake
