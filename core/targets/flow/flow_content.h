// What a text document holds when it comes back: the parts of its fields under their names, and its wording. Written
// and read documents are looked at by the same, so that a change of the wording shows.
#pragma once

#include <pugixml.hpp>
#include <string>
#include <vector>

namespace brindel::flow {

/// What a part of a field holds in a document.
struct Part {
    std::string name;       // partName
    std::string text = {};  // typed or chosen; empty while a placeholder shows
    bool tick = false, on = false;
    bool exact = false;        // a number, a date or a time as programs write it, whatever the language
    std::string picture = {};  // where its bytes are, by the document's own relation
    std::string table = {};    // the table that fillers repeat rows of, by its control ("c12"); empty for none
    std::size_t row = 0;       // of that table, from 1
};
struct Content {
    std::vector<Part> parts;  // as they are read
    std::string wording;      // of everything else, a line a paragraph
};

/// Of a DOCX its main part; of an ODT its content. Runs that editors have split are one, what is deleted with changes
/// tracked is not there, and what is inserted is. Never recurses: documents may be nested as deep as they like.
Content docxContent(const pugi::xml_document& document);
Content odtContent(const pugi::xml_document& document);

/// A short mark of a wording, whatever blanks and breaks are in it.
std::string wordingMark(const std::string& wording);

/// What Brindel says of a document in its properties: which form it is, and what it held when it was written.
struct Marks {
    std::string form = {};
    int version = 0;
    std::string wording = {};             // its mark
    std::vector<std::string> parts = {};  // the names of all parts of fields
};
/// The marks of a form's document that holds this.
Marks marksOf(const std::string& form, int version, const Content& content);
/// The properties by their names; those of a document read back are taken one by one, and others are passed over.
std::vector<std::pair<const char*, std::string>> propertiesOf(const Marks& marks);
void takeProperty(Marks& marks, const std::string& name, const std::string& value);

}  // namespace brindel::flow
