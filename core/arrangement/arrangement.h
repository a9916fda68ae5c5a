// The arrangement of a container: what its controls make together, read from their boxes alone. Rows and columns, a
// label and its field, the buttons of one question, headings and what stands under them, what stands beside what and
// what grows. Whatever needs structure reads it here: reading order, Tidy, jotting both ways, the next place, and
// targets that have no free placing.
//
// Boxes are measured from the corner of the container where writing begins: from the right one in forms that are
// written from right to left, so that `left` is always where a line begins.
#pragma once

#include <string>
#include <vector>

#include "core/model/form.h"
#include "core/model/measures.h"

namespace brindel {

/// What a piece is to those who read the form.
enum class Nature : std::uint8_t { field, tick, button, wording, other };

/// One control, with the label that speaks for it where that stands before it on its text line.
struct Piece {
    Id id = noControl, label = noControl;
    Box box, labelBox;
    double line = 0;  // its text line
    Nature nature = Nature::other;
    int heading = 0;  // 1 to 3 for a heading, 0 otherwise
    // Its place in the grid of the whole container: where it begins, and over how many rows and columns it reaches.
    std::size_t row = 0, column = 0, down = 1, across = 1;
    bool growsAcross = false, growsDown = false;

    bool hasLabel() const { return label != noControl; }
    Box whole() const { return hasLabel() ? box.united(labelBox) : box; }
};

/// Pieces on one text line, from where the line begins.
struct TextRow {
    std::vector<std::size_t> pieces;
    double line = 0;  // of the piece that stands highest
};

/// Pieces as they are read together. A block that has parts reads them one after the other.
struct Block {
    enum class What : std::uint8_t {
        piece,    // one
        group,    // a field with a label above or behind it, or the buttons of a question
        row,      // parts beside each other
        rows,     // parts one below the other
        columns,  // parts beside each other, each read to its end before the next
        section,  // a heading and what stands under it
        onBox,    // what stands on a box that lies behind it
    };
    What what = What::rows;
    Box box;
    std::vector<std::size_t> pieces = {};  // of a piece or a group, as they are read
    Id behind = noControl;                 // the box of onBox
    std::vector<Block> parts = {};
};

struct Arrangement {
    Id container = noControl;
    std::vector<Piece> pieces;  // in the container's own order
    std::vector<Id> behind;     // boxes that lie behind what stands on them
    std::vector<TextRow> rows;  // from the top
    std::vector<double> edges;  // where columns begin, from where writing begins
    double labelGap = 0;        // between labels and their fields, by most of them
    Block read = {};            // all of it, as it is read

    /// The pieces one after the other as they are read.
    std::vector<std::size_t> readPieces() const;
    /// All controls as they are read: boxes behind first, each label before what it speaks for.
    std::vector<Id> readIds() const;
    /// The piece that a control is, or that it speaks for; nothing for controls of other containers.
    const Piece* pieceOf(Id id) const;
};

/// How the content of a container is arranged; empty for one that is not there or holds nothing. Takes about
/// n log n for n children. Children of tabs, tables and documents, which have an order of their own, are one below the
/// other. `leftToRight` reads as if the form's language were written so.
Arrangement arrangementOf(const Form& form, Id container, bool leftToRight = false);

/// A thing that stands on a text line: for finding rows among anything that has a box.
struct Standing {
    double line = 0;
    Box box;
};
/// Things cut into rows from the top: those whose text lines are within 14 px (4 mm) of the highest, and which stand
/// beside each other. Gives places in `things`, each row from its left.
std::vector<TextRow> rowsOf(const std::vector<Standing>& things, const Measures& measures);

/// How far below its top a control carries its first line of text, given its box.
double lineWithin(const Form& form, const Control& control, const Box& box);

/// An arrangement in words, one piece a line, what stands in containers below them: for `show` and for tests.
std::string arrangementText(const Form& form);

}  // namespace brindel
