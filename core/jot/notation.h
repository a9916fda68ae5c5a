// Jotting: rows typed as text, one line a row. This is what a jotting says, before anything is laid out.
//
//     # title              ## page or section     ### frame (a lone ### ends it)     === next sheet of paper
//     ### frame if chkMast  there only when that is so
//     Label: kind …        fields; several on a row are parted by ;
//     > wording            ---  a line across     [Cancel] [Book]*  buttons; * accepts
//     when btnBook is pressed if numLength > 12: say "…"      a rule (core/rules/rule_text.h)
//
// After a field's label, in any order: a kind (text, number, date, time, combo, list, radio, ticks, check,
// group, signature, picture, table; a table's columns stand in [] with their share, its rows behind), a length (30) or
// size (60x4), a range (2..25), decimals (.1), [choices], ! for required, upper/lower/words/first, /pattern/, >= and <=
// for dates, @name, (hint), "placeholder", {date pattern}, a unit, secret, readonly, locked; at the end = what it
// starts with or a formula.
#pragma once

#include <string>
#include <vector>

#include "core/model/problem.h"
#include "core/model/props.h"

namespace brindel {

struct JotField {
    std::string label;
    std::string name;  // after @; empty when the scheme names it
    Kind kind = Kind::textBox;
    bool radio = false;    // a question with radio buttons: kind is radioButton, the choices are in `own`
    bool guessed = false;  // the kind was left out and guessed from the label
    int columns = 0;       // width in characters, when it was given; 0 when not
    int rows = 0;          // height in lines; 0 when not given
    Props own;
    std::string shownWhen = {};  // a formula; empty for always
    bool operator==(const JotField&) const = default;
};

struct JotButton {
    std::string text;
    bool accepts = false;
    bool operator==(const JotButton&) const = default;
};

struct JotRow {
    enum class What : std::uint8_t {
        title,
        section,
        frame,
        frameEnd,
        fields,
        wording,
        line,
        buttons,
        paper,
        rule
    } what = What::fields;
    std::string text;
    std::vector<JotField> fields;
    std::vector<JotButton> buttons;
    std::string shownWhen = {};  // of a frame: a formula; empty for always
    bool operator==(const JotRow&) const = default;
};
using Jotting = std::vector<JotRow>;

/// A mistake at its place: line from 1, column in characters from 0.
struct JotMistake {
    int line = 1, column = 0;
    Sentence sentence;  // what was expected
};

/// Reads a jotting of at most 20,000 lines. `language` ("en", "de-CH") is what kinds are guessed by. Empty lines are
/// passed over.
tl::expected<Jotting, JotMistake> readJotting(const std::string& text, const std::string& language = "en");
/// A mistake as a Problem: "line 3, column 14".
Problem asProblem(const JotMistake& mistake);

/// One field as jotting, the way it is read back.
std::string fieldText(const JotField& field);
/// Rows as jotting.
std::string jottingText(const Jotting& rows);

/// What a table's column of this heading holds unless told otherwise: a text, number or date box.
Kind cellKind(const std::string& heading, const std::string& language);
/// What a label asks for when nothing else says so, by a small list of words a language.
Kind guessedKind(const std::string& label, const std::string& language);

}  // namespace brindel
