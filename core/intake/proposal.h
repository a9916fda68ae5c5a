// What exists becomes a form: whatever the source, a reader gives items in reading order, and one step makes of them
// rows as they are jotted. A person confirms, so each item has its place in the source and what is not sure about it.
#pragma once

#include "core/jot/notation.h"

namespace brindel::intake {

/// Where something is in its source.
struct Place {
    int line = 0;               // from 1; 0 where there are no lines
    int column = 0, width = 0;  // in characters, from 0; a width of 0 is the rest of the line
    bool operator==(const Place&) const = default;
};

struct Item {
    enum class What : std::uint8_t { title, section, wording, line, paper, field, jotted };
    /// How much of a field its source tells; the rest is guessed from the label.
    enum class Told : std::uint8_t { label, kind, all };
    What what = What::wording;
    std::string text = {};  // of a title, a section, a wording
    JotField field = {};
    JotRow row = {};  // of what is jotted and is no field: taken as it is
    Told told = Told::label;
    bool beside = false;  // in the row of the field before it
    Place place = {};
    Sentence doubt = {};   // what a person should check; empty where the source is plain
    bool leftOut = false;  // a person decided so
};

/// What a source was read as.
struct Items {
    std::string reader = {};    // the word of its row in `readers`
    std::string language = {};  // of its words: "en", "de", "fr"
    std::string text = {};      // in which places are counted
    bool flows = true;          // a document; false for what is rather a dialog
    std::vector<Item> list = {};
};

/// A field as it is proposed.
struct Proposed {
    std::size_t item = 0;  // which of the items
    JotField field;
    Sentence doubt = {};
};
struct Proposal {
    Jotting rows;
    std::vector<Proposed> fields;  // in reading order, those too that are left out of the rows
};

/// Rows as jotted from items: labels without their numbers, colons and marks; kinds, units, what is required and
/// capitals guessed from labels in the items' language where the source says nothing. Fields without a label are called
/// “?”. What it gives is always read again from jottingText as it is.
Proposal proposalOf(const Items& items);

/// The items of a source, recognised by its content. `bytes` as they are in the file. At most 64 MiB, 20,000 lines of
/// text (100,000 rows of a table) and 2,000 fields; what has more, and what no reader recognises, is a problem, with
/// its place.
Result<Items> itemsFrom(const std::string& bytes);

/// A source as it is read: its bytes, and the text that they are, where they are one.
struct Source {
    const std::string& bytes;
    std::string text = {};
};
/// A way to read a source, in the order in which they are tried.
struct Reader {
    const char* word;  // "document", "table"
    bool (*recognises)(const Source& source);
    Result<Items> (*read)(const Source& source);
};
const std::vector<Reader>& readers();

/// What a person can make of a field that was understood otherwise, by a word for it.
struct Meaning {
    const char* word;    // "one of several"
    const char* jotted;  // as its kind is jotted
    bool chosen = false, several = false;
};
const std::vector<Meaning>& meanings();
/// The meaning that a field has, among `meanings`; past the end where it has none of these.
std::size_t meaningOf(const JotField& field);
/// A field with another meaning; its choices are kept where it has some, else they are yes and no in the language.
JotField withMeaning(const JotField& field, std::size_t meaning, const std::string& language);

/// The items as JSON: what, label, kind, choices, place and doubt of each.
std::string itemsJson(const Items& items);

}  // namespace brindel::intake
