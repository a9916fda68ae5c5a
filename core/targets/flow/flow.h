// A form as a text that flows: headings, paragraphs and tables one after the other, with its fields in their lines, so
// that a long answer pushes what is below it on. Read from the arrangement of its boxes; DOCX and ODT are printed from
// it. Lengths are points.
#pragma once

#include <memory>
#include <string>
#include <variant>
#include <vector>

#include "core/answers/shown.h"
#include "core/model/looks.h"
#include "core/seal/password.h"
#include "core/session/form_session.h"

namespace brindel::flow {

inline constexpr std::size_t noChoice = std::size_t(-1);

/// What stands in a line.
struct Inline {
    enum class What : std::uint8_t {
        words,
        field,    // what is typed or chosen
        tick,     // of a check box, of a radio button, or of one of the choices of a question
        picture,  // one of the form's, or the filler's own
    };
    What what = What::words;
    std::string text = {};          // of words, with line breaks
    Id id = noControl;              // of the control that it is of
    std::size_t choice = noChoice;  // of a tick: the line among the choices; of a field: that for another answer
};

struct Paragraph {
    std::string style = {};  // a key of the form's styles; empty for none
    int heading = 0;         // 1 to 6; 0 for none
    bool title = false;      // of the whole
    Id of = noControl;       // the control that it looks like
    std::vector<Inline> runs = {};
    double above = 0;    // further room above it
    bool ruled = false;  // a line across
    bool startsPage = false;
};

struct Table;
/// A table within a text: it holds texts itself, so it stands beside them.
class TableThere {
  public:
    TableThere(Table table);  // NOLINT(google-explicit-constructor): it is the table
    Table& operator*() const { return *table_; }
    Table* operator->() const { return table_.get(); }

  private:
    std::shared_ptr<Table> table_;
};
using Block = std::variant<Paragraph, TableThere>;

struct Cell {
    std::size_t column = 0, across = 1;
    std::vector<Block> blocks = {};
    Id boxed = noControl;  // the field whose border and fill it has
};
struct Row {
    std::vector<Cell> cells = {};
    bool head = false;  // said again on each page
    double leastHigh = 0;
};
struct Table {
    enum class What : std::uint8_t {
        rows,   // of labels and fields: no lines
        frame,  // one cell with an edge around what belongs together
        grid,   // a table of the form
    };
    What what = What::rows;
    Id of = noControl;
    std::vector<double> widths = {};
    std::vector<Row> rows = {};
    double above = 0;
    bool grows = false;  // of a grid: fillers may add rows
};

struct Text {
    std::string title, language;
    bool rightToLeft = false;
    Extent paper;                                     // points
    double left = 0, right = 0, top = 0, bottom = 0;  // margins
    std::string head, foot;
    bool pageNumbers = false;
    std::vector<Block> blocks;
    double width() const { return paper.width - left - right; }
};

/// How a document is written, whatever its format.
struct TextOptions {
    const Secret* owner = nullptr;   // opens it for changes; null where anybody may
    bool blank = false;              // nobody has filled anything in
    std::string_view formFile = {};  // goes along in it; empty for none
    bool simpleFields = false;       // such as old and small programs know
};

/// What a text is made of: a form as it is filled, or as it is handed out.
struct Source {
    const FormSession& session;
    Form form;
    Filling filling;
    bool blank = false;

    Source(const FormSession& opened, bool handedOut);
    /// What a field holds and shows; nothing for what is found only when a form is opened where there is Brindel.
    Entry entry(Id id) const;
    Shown shown(Id id) const;
    /// True for what a filler can change.
    bool open(const Control& c) const;
};

Text textOf(const Source& source);

/// The name under which a part of a field stands in a document, for reading it back: "txtBoat"; a line of the choices
/// of a question is "grpLift#2", the field for another answer "grpLift#other".
std::string partName(const Form& form, const Inline& run);
/// All parts of a field by that name: the field, or its ticks and the field for another answer.
std::vector<Inline> partsOf(const Form& form, const Control& field);
/// The wording beside a tick.
std::string tickWording(const Form& form, const Inline& tick);
/// What a field of letters holds, and what shows while that is empty: its prompt, or blanks to type on.
struct Holds {
    std::string text, prompt;
};
Holds heldIn(const Source& source, const Inline& field);
/// What a tick stands for in a reply and in the document; of another answer "#other".
std::string tickValue(const Form& form, const Inline& tick);
/// True when a tick is on in a source.
bool isTicked(const Source& source, const Inline& tick);

/// The size of a picture in its control's box, in points, no wider than `most`; nothing when it is none.
std::optional<Extent> pictureExtent(const Form& form, const Control& c, const std::string& png, double most);

/// How a paragraph looks by its style alone, and with what its control has of its own.
Look styleLook(const Form& form, const Paragraph& paragraph);
Look ownLook(const Form& form, const Paragraph& paragraph);

}  // namespace brindel::flow
