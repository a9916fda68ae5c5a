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
    std::vector<Part> parts;          // as they are read
    std::string wording;              // of everything else, a line a paragraph
    std::vector<std::string> tables;  // that have rows which fillers repeat
};

/// Of a DOCX its main part; of an ODT its content. Runs that editors have split are one, what is deleted with changes
/// tracked is not there, and what is inserted is. Never recurses: documents may be nested as deep as they like.
Content docxContent(const pugi::xml_document& document);
Content odtContent(const pugi::xml_document& document);

/// A short mark of a wording, whatever blanks and breaks are in it.
std::string wordingMark(const std::string& wording);

}  // namespace brindel::flow
