// The reading of a form that is text, line by line: what a line is hangs on the lines around it. Within core/intake
// only.
#pragma once

#include "core/intake/form_words.h"
#include "core/intake/jotted_field.h"
#include "core/intake/proposal.h"
#include "core/intake/text_tokens.h"

namespace brindel::intake {

using What = Token::What;

struct Line {
    Tokens tokens;
    int number = 0, indent = 0;
    bool empty = true;
    char ruled = 0;  // a line of one sign
    bool paper = false;
};

/// True for words that ask for something: they end in a colon or a question mark.
bool labelled(const std::string& text);
bool has(const Tokens& tokens, What what);
bool only(const Tokens& tokens, What what);
/// All words of a line.
std::string joined(const Tokens& tokens);
/// True for words in capitals alone.
bool capitals(const std::string& text);

class TextReader {
  public:
    TextReader(const std::string& text, const std::vector<FieldSays>& known, Items& items);
    Result<void> read();

  private:
    struct TickGroup {
        std::string lead;
        std::vector<std::string> texts;
        std::vector<Place> places;
        bool round = false, other = false, fieldsAmong = false;
    };
    void cut(const std::u32string& letters);
    const Line* next(std::size_t from, bool overEmpty = true) const;
    const FormWords& words() const { return formWordsOf(items_.language); }
    Place placeOf(const Line& line, const Token* token = nullptr) const;

    // ---- what was understood ----

    void put(Item item);
    Item& field(const std::string& label, const FieldSays& says, Place place, bool beside);
    void endParagraph();
    /// The label that the lines before a field give it: the last of the words that are not placed yet.
    std::string labelAbove();
    /// What stands before a label in its own line: sentences become wording.
    std::string labelPart(const std::string& text, Place place);

    // ---- what a line may be: true where it was understood ----

    /// "Fuel: ____ l   ☐ gas on board": blanks, and ticks behind them.
    bool both(const Line& line);
    void one(const Line& line);
    /// Lines of one sign: below a heading, or across; of underscores also a blank.
    bool ruled(const Line& line);
    void headed(const std::string& text, Place place, bool large);
    /// Lines with nothing but blanks: more room for the field above, room for the words above, or above the words that
    /// say what belongs there.
    bool bare(const Line& line);
    /// Blanks in columns under their heads, line by line.
    bool drawnTable(const Line& line);
    FieldSays saysOf(const Token& blank) const;
    /// Ticks with their wording behind them, or before them.
    bool ticks(const Line& line);
    /// The question that the lines above ticks ask; empty for none.
    std::string questionAbove(const TickGroup& group);
    /// A row of ticks under the words of a line above: a question a row, with the words for its answers.
    bool grid(const Line& line);
    /// The ticks of a line with their words.
    TickGroup gathered(const Line& line) const;
    TickGroup gatheredBehind(const Line& line) const;
    /// Blanks with what is written around them.
    bool blanks(const Line& line);
    /// "Name:      Phone: ____": the first has room as well; a question is wording. True where a field was made.
    bool withoutBlank(const std::string& label, Place place, bool beside);
    /// What follows a blank: a unit, a remark. Gives what is left.
    std::string behind(std::size_t at, std::string text);
    /// The end of a sentence that a blank is in, or a remark behind it.
    void trailing(std::size_t at, const std::string& text, bool colon);
    /// A question, and its answers with letters before them in the lines below.
    bool lettered(const Line& line);
    /// "Insured: yes / no".
    bool alternatives(const Line& line);
    bool strikeNear() const;
    /// Labels with a colon and nothing behind it.
    bool colons(const Line& line);
    /// Short lines that stand alone above what is filled in.
    bool heading(const Line& line);
    /// A table drawn with bars: rows of words beside empty cells, or a head with empty rows below.
    static std::vector<std::string> cellsOf(const Line& line, bool* is);
    bool pipes(const Line& line);

    Items& items_;
    const std::vector<FieldSays>& known_;
    std::vector<Line> lines_;
    std::size_t at_ = 0, fields_ = 0, lastField_ = 0;
    std::size_t longest_ = 0;         // line
    int drawn_ = 0;                   // blanks that can be seen
    std::vector<std::string> heads_;  // of ticks in columns
    int headsUsed_ = -10;
    int noTableBefore_ = 0;  // a line: bars before it draw none
    std::string paragraph_, lastLine_;
    int paragraphLines_ = 0;
    Place paragraphPlace_;
    int lastFieldLine_ = -10;
    bool lastMore_ = false;
    bool begun_ = false;  // more than wording was read
};

}  // namespace brindel::intake
