// A form written as text, by hand or out of a printed page: blanks to write on, squares to tick, questions with their
// answers. Lines are cut into words, blanks and ticks; what they are to each other is read from how they lie.
#include "core/intake/text_source.h"

#include <algorithm>
#include <array>

#include "core/intake/form_words.h"
#include "core/intake/jotted_field.h"
#include "core/intake/text_tokens.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::intake {
namespace {

using std::string;

constexpr std::size_t mostLines = 20'000, longestLine = 10'000, mostFields = 2'000;

using What = Token::What;

bool labelled(const string& text) {
    return endsWith(text, {":", "：", "?", "？", ": *", ":*"});
}
bool has(const Tokens& tokens, What what) {
    return std::ranges::any_of(tokens, [&](const Token& one) { return one.what == what; });
}
bool only(const Tokens& tokens, What what) {
    return !tokens.empty() && std::ranges::all_of(tokens, [&](const Token& one) { return one.what == what; });
}
string joined(const Tokens& tokens) {
    string all;
    for (const Token& one : tokens) all += (all.empty() ? "" : " ") + one.text;
    return all;
}
bool capitals(const string& text) {
    return characterCount(text) >= 4 && text == lettersAs(text, LetterCase::upper, "en") &&
           text != lettersAs(text, LetterCase::lower, "en");
}

/// "a) Wood": the wording, and the letter or number before it.
struct Lettered {
    char mark = 0;
    string text;
};
Lettered letteredIn(const string& text) {
    std::size_t at = text.starts_with("(") ? 1 : 0;
    if (text.size() < at + 4) return {};
    const char mark = text[at];
    if (!((mark >= 'a' && mark <= 'z') || (mark >= 'A' && mark <= 'Z'))) return {};
    if (text[at + 1] != ')' && text[at + 1] != '.') return {};
    if (text[at + 2] != ' ') return {};
    return {char(mark | 0x20), trimmed(text.substr(at + 3))};
}
/// "1. ", "2.3 ", "3)" before a wording: how many bytes.
std::size_t numberedBy(const string& text) {
    std::size_t at = 0;
    while (at < text.size() && ((text[at] >= '0' && text[at] <= '9') || (at && text[at] == '.'))) ++at;
    if (at == 0 || at > 6) return 0;
    const bool pointed = text[at - 1] == '.';
    if (at < text.size() && text[at] == ')')
        ++at;
    else if (!pointed && text.find('.') >= at)
        return 0;
    return at < text.size() && text[at] == ' ' ? at + 1 : 0;
}

struct Line {
    Tokens tokens;
    int number = 0, indent = 0;
    bool empty = true;
    char ruled = 0;  // a line of one sign
    bool paper = false;
};

class TextReader {
  public:
    TextReader(const string& text, const std::vector<FieldSays>& known, Items& items) : items_(items), known_(known) {
        std::u32string letters = lettersOf(text);
        // Blanks of other widths are blanks.
        std::ranges::replace_if(
            letters, [](char32_t c) { return c == 0xA0 || (c >= 0x2000 && c <= 0x200A) || c == 0x202F; }, U' ');
        cut(letters);
    }

    Result<void> read() {
        for (at_ = 0; at_ < lines_.size(); ++at_) {
            if (!one(lines_[at_])) break;
            if (fields_ > mostFields)
                return failed("line " + std::to_string(lines_[at_].number),
                              "This has more than 2,000 blanks to fill in.");
        }
        endParagraph();
        return {};
    }
    static tl::unexpected<Problem> failed(const string& place, const char* sentence) {
        return tl::unexpected(Problem{place, Sentence(sentence, {}, false)});
    }

  private:
    void cut(const std::u32string& letters) {
        std::size_t at = 0;
        int number = 0;
        while (at < letters.size()) {
            std::size_t end = std::min(letters.find_first_of(U"\n\f", at), letters.size());
            Letters line = Letters(letters).substr(at, end - at);
            Line one;
            one.number = ++number;
            one.paper = end < letters.size() && letters[end] == U'\f';
            while (!line.empty() && (blankLetter(line.back()) || line.back() == U'\r')) line.remove_suffix(1);
            one.indent = int(run(line, 0, blankLetter));
            one.empty = std::size_t(one.indent) == line.size();
            const Letters rest = line.substr(std::size_t(one.indent));
            if (rest.size() >= 3 && contains(U"-=*~_–—#", rest[0]) &&
                run(rest, 0, [&](char32_t c) { return c == rest[0]; }) == rest.size())
                one.ruled = rest[0] < 0x80 ? char(rest[0]) : '-';
            one.tokens = tokensOf(line);
            drawn_ += int(std::ranges::count_if(one.tokens, [](const Token& t) { return t.what == What::blank; }));
            lines_.push_back(std::move(one));
            at = end + 1;
        }
    }

    const Line* next(std::size_t from, bool overEmpty = true) const {
        for (std::size_t i = from; i < lines_.size(); ++i) {
            if (!lines_[i].empty) return &lines_[i];
            if (!overEmpty) return nullptr;
        }
        return nullptr;
    }
    const FormWords& words() const { return formWordsOf(items_.language); }
    Place placeOf(const Line& line, const Token* token = nullptr) const {
        return token ? Place{line.number, token->column, token->width} : Place{line.number, line.indent, 0};
    }

    // ---- what was understood ----

    void put(Item item) { items_.list.push_back(std::move(item)); }
    Item& field(const string& label, const FieldSays& says, Place place, bool beside) {
        Item item;
        item.what = Item::What::field;
        item.field = jottedField(label.empty() ? says.label : label, says);
        item.typed = says.typed();
        item.beside = beside;
        item.place = place;
        put(std::move(item));
        ++fields_;
        return items_.list.back();
    }
    void endParagraph() {
        if (paragraph_.empty()) return;
        Item item;
        item.what = Item::What::wording;
        item.text = paragraph_;
        item.place = paragraphPlace_;
        put(std::move(item));
        paragraph_.clear();
        paragraphLines_ = 0;
    }
    /// The label that the lines before a field give it: the last of the words that are not placed yet.
    string labelAbove() {
        string label;
        std::swap(label, lastLine_);
        if (label.empty() || paragraph_.empty()) return "";
        if (paragraphLines_ > 1) {
            // Of several lines, one sentence is the label: the question at the end.
            std::size_t cut = string::npos;
            for (const char* end : {". ", "! ", ".\n"})
                if (const std::size_t found = paragraph_.rfind(end);
                    found != string::npos && (cut == string::npos || found > cut))
                    cut = found + 1;
            if (characterCount(paragraph_) > 160 && cut == string::npos) cut = paragraph_.size() - label.size();
            label = cut == string::npos ? paragraph_ : trimmed(paragraph_.substr(cut));
            paragraph_ = cut == string::npos ? "" : trimmed(paragraph_.substr(0, cut));
            endParagraph();
        }
        paragraph_.clear();
        paragraphLines_ = 0;
        return label;
    }
    /// What stands before a label in its own line: sentences become wording.
    string labelPart(const string& text, Place place) {
        const std::size_t cut = text.rfind(". ");
        if (characterCount(text) < 80 || cut == string::npos) return text;
        Item item;
        item.what = Item::What::wording;
        item.text = text.substr(0, cut + 1);
        item.place = place;
        put(std::move(item));
        return trimmed(text.substr(cut + 2));
    }

    // ---- lines ----

    /// "Fuel: ____ l   ☐ gas on board": blanks, and ticks behind them.
    bool both(const Line& line) {
        const auto tick = std::ranges::find(line.tokens, What::tick, &Token::what);
        const auto isBlank = [](const Token& one) { return one.what == What::blank; };
        if (tick == line.tokens.end() || std::none_of(line.tokens.begin(), tick, isBlank)) return false;
        auto end = tick;
        while (!isBlank(*(end - 1))) --end;
        if (end != tick && isUnit(end->text)) ++end;
        Line first = line, second = line;
        first.tokens.assign(line.tokens.begin(), end);
        second.tokens.assign(end, line.tokens.end());
        if (!has(first.tokens, What::words)) return false;
        blanks(first);
        const std::size_t from = items_.list.size();
        ticks(second);
        if (from < items_.list.size()) items_.list[from].beside = true;
        return true;
    }

    bool one(const Line& line) {
        if (line.empty) {
            endParagraph();
            lastLine_.clear();
            lastFieldLine_ = -10;
        } else if (pipes(line) || ruled(line) || bare(line) || both(line) || ticks(line) || blanks(line) ||
                   lettered(line) || alternatives(line) || colons(line) || heading(line)) {
            // Understood.
        } else {
            const string text = joined(line.tokens);
            if (paragraph_.empty()) paragraphPlace_ = placeOf(line);
            paragraph_ += (paragraph_.empty() ? "" : " ") + text;
            ++paragraphLines_;
            lastLine_ = text;
        }
        if (line.paper) {
            endParagraph();
            put({.what = Item::What::paper, .place = placeOf(line)});
        }
        return true;
    }

    /// Lines of one sign: below a heading, or across; of underscores also a blank.
    bool ruled(const Line& line) {
        if (!line.ruled || line.ruled == '_') return false;
        if (line.ruled == '-' && !paragraph_.empty() && labelled(lastLine_)) return false;  // to write on
        if (line.ruled == '-' && at_ > 0 && lines_[at_ - 1].ruled == '-' && lastFieldLine_ == line.number - 1)
            return false;
        if (paragraphLines_ == 1 && characterCount(lastLine_) <= 70 && line.ruled != '*') {
            string text;
            std::swap(text, paragraph_);
            paragraphLines_ = 0;
            lastLine_.clear();
            headed(text, paragraphPlace_, line.ruled == '=');
            return true;
        }
        endParagraph();
        if (!items_.list.empty() && items_.list.back().what != Item::What::line)
            put({.what = Item::What::line, .place = placeOf(line)});
        return true;
    }
    void headed(const string& text, Place place, bool large) {
        const bool first = std::ranges::none_of(items_.list, [](const Item& one) {
            return one.what != Item::What::wording && one.what != Item::What::line;
        });
        const bool title = first && !titled_ && (large || items_.list.size() <= 1);
        titled_ |= title;
        Item item;
        item.what = title ? Item::What::title : Item::What::section;
        item.text = text;
        item.place = place;
        put(std::move(item));
    }

    /// Lines with nothing but blanks: more room for the field above, room for the words above, or above the words that
    /// say what belongs there.
    bool bare(const Line& line) {
        if (!only(line.tokens, What::blank)) return false;
        if (drawnTable(line)) return true;
        const Line* below = next(at_ + 1, false);
        const bool wordsBelow = below && only(below->tokens, What::words) && !labelled(joined(below->tokens)) &&
                                characterCount(joined(below->tokens)) <= 90 && !below->ruled;
        if (!paragraph_.empty() && (labelled(lastLine_) || !wordsBelow || paragraphLines_ == 1) &&
            line.tokens.size() == 1) {
            const Place place = placeOf(line, &line.tokens[0]);
            const string label = labelAbove();
            FieldSays says = saysOf(line.tokens[0]);
            lastField_ = items_.list.size();
            field(label, says, place, false);
            lastFieldLine_ = line.number;
            return true;
        }
        if (lastFieldLine_ == line.number - 1 && line.tokens.size() == 1 && lastField_ < items_.list.size() &&
            !(wordsBelow && !lastMore_)) {
            Item& above = items_.list[lastField_];
            moreLines(above.field);
            above.typed = true;
            lastMore_ = true;
            lastFieldLine_ = line.number;
            return true;
        }
        if (wordsBelow && below->tokens.size() <= line.tokens.size()) {
            endParagraph();
            for (std::size_t i = 0; i < line.tokens.size() && i < below->tokens.size(); ++i) {
                // The words that begin nearest below.
                field(below->tokens[i].text, saysOf(line.tokens[i]), placeOf(*below, &below->tokens[i]), i > 0);
            }
            ++at_;
            lastLine_.clear();
            return true;
        }
        if (line.ruled == '_' && line.tokens[0].width >= 30) {
            endParagraph();
            put({.what = Item::What::line, .place = placeOf(line)});
            return true;
        }
        endParagraph();
        for (std::size_t i = 0; i < line.tokens.size(); ++i) {
            Item& made = field("", saysOf(line.tokens[i]), placeOf(line, &line.tokens[i]), i > 0);
            made.doubt = said("Nothing says what belongs here.");
        }
        return true;
    }

    /// Blanks in columns under their heads, line by line.
    bool drawnTable(const Line& line) {
        const std::size_t count = line.tokens.size();
        if (count < 2 || at_ == 0 || paragraphLines_ != 1) return false;
        const Line& above = lines_[at_ - 1];
        if (!only(above.tokens, What::words) || above.tokens.size() != count) return false;
        std::size_t last = at_;
        while (last + 1 < lines_.size() && only(lines_[last + 1].tokens, What::blank) &&
               lines_[last + 1].tokens.size() == count)
            ++last;
        FieldSays says;
        says.kind = "table";
        for (const Token& one : above.tokens) says.choices.push_back(one.text);
        says.rows = int(std::min<std::size_t>(last - at_ + 1, 50));
        paragraph_.clear();
        paragraphLines_ = 0;
        lastLine_.clear();
        field(string(words().table), says, placeOf(above), false);
        at_ = last;
        return true;
    }

    FieldSays saysOf(const Token& blank) const {
        if (blank.known >= 0 && std::size_t(blank.known) < known_.size()) return known_[std::size_t(blank.known)];
        FieldSays says;
        if (!blank.pattern.empty()) says.kind = "date", says.pattern = blank.pattern;
        if (blank.boxes) says.longest = blank.boxes;
        return says;
    }

    /// Ticks with their wording behind them, or before them.
    bool ticks(const Line& line) {
        if (!has(line.tokens, What::tick)) return false;
        if (grid(line)) return true;
        Choice_ group = gathered(line);
        if (group.texts.empty()) return false;
        // Lines of ticks below belong to the same question, as long as no wording is between them.
        std::size_t last = at_;
        for (std::size_t i = at_ + 1; i < lines_.size(); ++i) {
            const Line& more = lines_[i];
            if (more.empty || !has(more.tokens, What::tick)) break;
            const Choice_ further = gathered(more);
            if (!further.lead.empty() || (further.texts.empty() && !further.other) || further.fieldsAmong) break;
            // Sentences of their own are ticks of their own.
            group.texts.insert(group.texts.end(), further.texts.begin(), further.texts.end());
            group.places.insert(group.places.end(), further.places.begin(), further.places.end());
            group.round |= further.round;
            group.other |= further.other;
            last = i;
        }
        string label = group.lead;
        Place place = placeOf(line, &line.tokens[0]);
        place.width = line.tokens.back().column + line.tokens.back().width - place.column;
        const bool sentence = std::ranges::any_of(
            group.texts, [](const string& t) { return characterCount(t) > 60 || t.ends_with('.'); });
        const bool asked =
            label.empty() && !paragraph_.empty() &&
            (labelled(lastLine_) ||
             (!sentence && group.texts.size() > 1 && paragraphLines_ <= 2 && !lastLine_.ends_with('.')) ||
             hasOneOf(lastLine_, words().one) || hasOneOf(lastLine_, words().several));
        if (asked) label = labelAbove();
        // What is above the empty line may be the question still.
        if (label.empty() && paragraph_.empty() && group.texts.size() > 1 && !sentence && !items_.list.empty() &&
            items_.list.back().what == Item::What::wording &&
            (labelled(items_.list.back().text) ||
             (characterCount(items_.list.back().text) <= 60 && !items_.list.back().text.ends_with('.')))) {
            label = items_.list.back().text;
            items_.list.pop_back();
        }
        endParagraph();
        at_ = last;
        lastFieldLine_ = -10;
        if (group.texts.size() == 1 || label.empty() || (sentence && label.empty())) {
            for (std::size_t i = 0; i < group.texts.size(); ++i) {
                FieldSays says;
                says.kind = "check";
                Item& made =
                    field(group.texts.size() == 1 && !label.empty() && group.texts[0].empty() ? label : group.texts[i],
                          says, group.places[i], i > 0 && group.places[i].line == group.places[i - 1].line);
                if (group.texts.size() > 1)
                    made.doubt = said("Each of these is a tick of its own: nothing asks about them together.");
            }
            return true;
        }
        FieldSays says;
        says.choices = group.texts;
        says.other = group.other;
        const string& remark = label;
        const bool one = hasOneOf(remark, words().one), several = hasOneOf(remark, words().several);
        const bool alternatives = areAlternatives(group.texts);
        const bool single = one || alternatives || (group.round && !several) ||
                            (!several && !group.other && group.texts.size() == 2 && line.tokens.size() > 3);
        says.kind = !single ? "group" : group.texts.size() > 6 || group.other ? "combo" : "radio";
        says.several = !single;
        Item& made = field(label, says, place, false);
        if (!one && !several && !alternatives && !group.round)
            made.doubt = single ? said("One answer, or several?") : said("Several answers, or one?");
        return true;
    }
    /// A row of ticks under the words of a line above: a question a row, with the words for its answers.
    bool grid(const Line& line) {
        const Tokens& tokens = line.tokens;
        const std::size_t count = tokens.size() - 1;
        if (tokens[0].what != What::words || count < 2 ||
            !std::all_of(tokens.begin() + 1, tokens.end(), [](const Token& t) { return t.what == What::tick; }))
            return false;
        if (headsUsed_ != line.number - 1) {
            const Line* above = nullptr;
            for (std::size_t i = at_; i > 0 && i + 2 > at_ && !above; --i)
                if (!lines_[i - 1].empty && !lines_[i - 1].ruled) above = &lines_[i - 1];
            if (!above || !only(above->tokens, What::words) || above->tokens.size() < count) return false;
            heads_.clear();
            for (std::size_t i = above->tokens.size() - count; i < above->tokens.size(); ++i)
                heads_.push_back(above->tokens[i].text);
            // They are no wording any more.
            if (paragraphLines_ == 1) {
                paragraph_.clear();
                paragraphLines_ = 0;
            } else if (paragraph_.empty() && !items_.list.empty() && items_.list.back().what != Item::What::field &&
                       items_.list.back().text.ends_with(heads_.back())) {
                items_.list.pop_back();
            }
        }
        if (heads_.size() != count) return false;
        headsUsed_ = line.number;
        endParagraph();
        Place place = placeOf(line, &tokens[0]);
        place.width = tokens.back().column + tokens.back().width - place.column;
        field(tokens[0].text, {.kind = count > 6 ? "combo" : "radio", .choices = heads_}, place, false);
        return true;
    }
    struct Choice_ {
        string lead;
        std::vector<string> texts;
        std::vector<Place> places;
        bool round = false, other = false, fieldsAmong = false;
    };
    Choice_ gathered(const Line& line) const {
        Choice_ all;
        const Tokens& tokens = line.tokens;
        const bool before = tokens.back().what == What::tick && tokens.front().what == What::words;
        std::size_t first = 0;
        string lead;
        if (before) {
            // "Power: yes [ ] no [ ]"
            string pending;
            for (const Token& token : tokens) {
                if (token.what == What::words) {
                    pending += (pending.empty() ? "" : " ") + token.text;
                } else if (token.what == What::tick) {
                    if (all.texts.empty()) {
                        const std::size_t colon = pending.find_last_of(":?");
                        if (colon != string::npos && colon + 1 < pending.size()) {
                            lead = trimmed(pending.substr(0, colon + 1));
                            pending = trimmed(pending.substr(colon + 1));
                        }
                    }
                    all.round |= token.round;
                    all.texts.push_back(pending);
                    all.places.push_back(placeOf(line, &token));
                    pending.clear();
                }
            }
            // A question with a lone tick behind it.
            if (all.texts.size() > 1 && lead.empty() && tokens[0].what == What::words && tokens.size() > 1 &&
                tokens[1].what == What::words)
                lead = tokens[0].text,
                all.texts[0] = trimmed(all.texts[0].substr(std::min(all.texts[0].size(), lead.size())));
            all.lead = lead;
            return all;
        }
        while (first < tokens.size() && tokens[first].what != What::tick) {
            if (tokens[first].what == What::blank) all.fieldsAmong = true;
            lead += (lead.empty() ? "" : " ") + tokens[first++].text;
        }
        all.lead = lead;
        for (std::size_t i = first; i < tokens.size(); ++i) {
            const Token& token = tokens[i];
            if (token.what == What::tick) {
                all.round |= token.round;
                all.texts.emplace_back();
                all.places.push_back(placeOf(line, &token));
            } else if (token.what == What::words) {
                all.texts.back() += (all.texts.back().empty() ? "" : " ") + token.text;
            } else if (!all.texts.empty()) {
                all.other = true;
            }
        }
        if (all.other && !all.texts.empty()) {
            // "[ ] other: ____": another answer can be given. Its own choice is the field for it.
            string& last = all.texts.back();
            while (!last.empty() && (last.back() == ':' || last.back() == ' ')) last.pop_back();
            if (all.texts.size() > 1 || !all.lead.empty() || hasOneOf(last, words().other)) {
                all.texts.pop_back();
                all.places.pop_back();
                if (all.texts.empty()) all.texts.clear();
            }
        }
        for (string& text : all.texts)
            while (endsWith(text, {",", ";"})) text.pop_back();
        return all;
    }

    /// Blanks with what is written around them.
    bool blanks(const Line& line) {
        if (!has(line.tokens, What::blank) || !has(line.tokens, What::words)) return false;
        string label;
        bool beside = false, colon = false;
        std::size_t made = string::npos;
        Place from = placeOf(line);
        const Tokens& tokens = line.tokens;
        for (std::size_t i = 0; i < tokens.size(); ++i) {
            const Token& token = tokens[i];
            if (token.what == What::words) {
                string text = token.text;
                if (made != string::npos && label.empty()) text = behind(made, text);
                if (text.empty()) continue;
                const bool last =
                    i + 1 == tokens.size() || std::none_of(tokens.begin() + long(i), tokens.end(),
                                                           [](const Token& t) { return t.what == What::blank; });
                if (last && made != string::npos && label.empty()) {
                    // "Phone:" at the end of a line of blanks has one as well.
                    if (labelled(text)) {
                        lastField_ = items_.list.size();
                        field(text, {}, placeOf(line, &token), true);
                    } else {
                        trailing(made, text, colon);
                    }
                    continue;
                }
                if (labelled(label)) {
                    // "Name:      Phone: ____": the first has room as well; a question is wording.
                    if (!beside) endParagraph();
                    if (endsWith(label, {"?", "？"})) {
                        put({.what = Item::What::wording, .text = label, .place = from});
                    } else {
                        field(label, {}, from, beside);
                        beside = true;
                    }
                    label.clear();
                }
                if (label.empty()) from = placeOf(line, &token);
                label += (label.empty() ? "" : " ") + text;
                continue;
            }
            if (token.what != What::blank) continue;
            if (label.empty() && !beside && !paragraph_.empty() && !lastLine_.ends_with('.')) label = labelAbove();
            if (!beside) endParagraph();
            colon = labelled(label);
            label = labelPart(label, from);
            Place place = from;
            place.width = token.column + token.width - place.column;
            if (label.empty()) place = placeOf(line, &token);
            // Blanks that follow each other are one that is drawn in pieces.
            if (label.empty() && beside && i > 0 && tokens[i - 1].what == What::blank) {
                const string whole = items_.list[made].field.label;
                const std::size_t slash = whole.find(" / ");
                if (slash == string::npos) continue;
                items_.list[made].field.label = whole.substr(0, slash);
                label = whole.substr(slash + 3);
            }
            Item& item = field(label, saysOf(token), place, beside);
            made = items_.list.size() - 1;
            if (item.field.label.empty()) item.doubt = said("Nothing says what belongs here.");
            lastField_ = made;
            beside = true;
            label.clear();
        }
        lastMore_ = false;
        lastFieldLine_ = line.number;
        lastLine_.clear();
        return true;
    }
    /// What follows a blank: a unit, a remark. Gives what is left.
    string behind(std::size_t at, string text) {
        Item& item = items_.list[at];
        const std::size_t end = std::min(text.find(' '), text.size());
        string word = text.substr(0, end);
        while (endsWith(word, {".", ",", ";"})) word.pop_back();
        if (isUnit(word)) {
            withUnit(item.field, word);
            item.typed = true;
            text = trimmed(text.substr(end));
        } else if (text.front() == '(') {
            const std::size_t close = text.find(')');
            if (close != string::npos && close > 1) {
                const string inside = text.substr(1, close - 1);
                if (isUnit(inside)) {
                    withUnit(item.field, inside);
                    item.typed = true;
                } else {
                    item.field.own.set(Prop::hint, inside);
                }
                text = trimmed(text.substr(close + 1));
            }
        }
        while (!text.empty() && string(",;./)").find(text.front()) != string::npos) text = trimmed(text.substr(1));
        return text;
    }
    /// The end of a sentence that a blank is in, or a remark behind it.
    void trailing(std::size_t at, const string& text, bool colon) {
        Item& item = items_.list[at];
        if (colon) {
            item.field.own.set(Prop::hint, text);
            return;
        }
        item.field.label += " … " + text;
        item.doubt = said("This blank is within a sentence: its label may want other words.");
    }

    /// A question, and its answers with letters before them in the lines below.
    bool lettered(const Line& line) {
        const Lettered first = letteredIn(joined(line.tokens));
        if (first.mark != 'a' ||
            (paragraph_.empty() && (items_.list.empty() || items_.list.back().what != Item::What::wording)))
            return false;
        std::vector<string> texts = {first.text};
        std::size_t last = at_;
        for (std::size_t i = at_ + 1; i < lines_.size() && !lines_[i].empty; ++i) {
            const Lettered more = letteredIn(joined(lines_[i].tokens));
            if (more.mark != char('a' + int(texts.size())) || has(lines_[i].tokens, What::tick)) break;
            texts.push_back(more.text);
            last = i;
        }
        if (texts.size() < 2) return false;
        string label = labelAbove();
        if (label.empty()) {
            label = items_.list.back().text;
            items_.list.pop_back();
        }
        FieldSays says;
        const bool several = hasOneOf(label, words().several);
        says.kind = several ? "group" : "radio";
        says.several = several;
        says.choices = texts;
        Item& made = field(label, says, placeOf(line), false);
        if (!several && !hasOneOf(label, words().one)) made.doubt = said("One answer, or several?");
        at_ = last;
        return true;
    }

    /// "Insured: yes / no".
    bool alternatives(const Line& line) {
        if (!only(line.tokens, What::words)) return false;
        string text = joined(line.tokens);
        string remark;
        if (const std::size_t open = text.rfind('(');
            open != string::npos && open > 0 && text.ends_with(')') && hasOneOf(text.substr(open), words().strike)) {
            remark = text.substr(open);
            text = trimmed(text.substr(0, open));
        }
        while (endsWith(text, {"*", "."})) text.pop_back();
        text = trimmed(text);
        const std::size_t slash = text.find('/');
        if (slash == string::npos || slash == 0) return false;
        // The answers begin behind the colon or the question mark, else after the wide gap, else they are all.
        std::size_t from = text.find_last_of(":?", slash);
        string label = from == string::npos ? "" : trimmed(text.substr(0, from + 1));
        string rest = from == string::npos ? text : trimmed(text.substr(from + 1));
        if (label.empty() && line.tokens.size() == 2 && line.tokens[1].text.find('/') != string::npos &&
            line.tokens[0].text.find('/') == string::npos) {
            label = line.tokens[0].text;
            rest = trimmed(text.substr(std::min(text.size(), label.size())));
        }
        std::vector<string> parts;
        for (std::size_t at = 0; at <= rest.size();) {
            const std::size_t end = std::min(rest.find('/', at), rest.size());
            parts.push_back(trimmed(rest.substr(at, end - at)));
            at = end + 1;
        }
        if (parts.size() < 2 || parts.size() > 8 ||
            std::ranges::any_of(parts, [](const string& p) { return p.empty() || characterCount(p) > 30; }))
            return false;
        const bool known = areAlternatives(parts);
        // "Berth yes/no": the label ends where the first answer begins.
        if (!known && label.empty()) {
            const std::size_t space = parts[0].rfind(' ');
            std::vector<string> shorter = parts;
            if (space != string::npos) shorter[0] = parts[0].substr(space + 1);
            if (space == string::npos || !areAlternatives(shorter)) return false;
            label = trimmed(parts[0].substr(0, space));
            parts = shorter;
        } else if (!known && remark.empty() && !strikeNear()) {
            return false;
        }
        if (label.empty() && !paragraph_.empty()) label = labelAbove();
        endParagraph();
        FieldSays says;
        says.kind = "radio";
        says.choices = parts;
        Item& made = field(label, says, placeOf(line), false);
        if (label.empty()) made.doubt = said("Nothing says what these answers are about.");
        return true;
    }
    bool strikeNear() const {
        for (std::size_t i = at_ < 3 ? 0 : at_ - 3; i < lines_.size() && i < at_ + 4; ++i)
            if (hasOneOf(joined(lines_[i].tokens), words().strike)) return true;
        return false;
    }

    /// Labels with a colon and nothing behind it.
    bool colons(const Line& line) {
        if (!only(line.tokens, What::words) || line.tokens.size() > 6) return false;
        if (!std::ranges::all_of(line.tokens, [](const Token& t) {
                return endsWith(t.text, {":", "：", ":*", ": *"}) && characterCount(t.text) <= 80;
            }))
            return false;
        if (!paragraph_.empty() && !lastLine_.ends_with('.') && paragraphLines_ > 1) return false;
        const Line* following = next(at_ + 1);
        const string text = joined(line.tokens);
        if (line.tokens.size() == 1 && following) {
            // The words may belong to what follows: ticks, answers, blanks with nothing of their own.
            if (has(following->tokens, What::tick) && gathered(*following).lead.empty()) return false;
            if (only(following->tokens, What::blank)) return false;
            if (letteredIn(joined(following->tokens)).mark == 'a') return false;
            const bool deeper = following->indent > line.indent;
            const bool field = has(following->tokens, What::blank) || (deeper && labelled(joined(following->tokens)));
            if (field && (drawn_ > 2 || deeper)) {
                endParagraph();
                headed(text.substr(0, text.size() - 1), placeOf(line), false);
                return true;
            }
        }
        if (drawn_ > 8 && line.tokens.size() == 1 && following && only(following->tokens, What::words) &&
            !labelled(joined(following->tokens)))
            return false;
        endParagraph();
        for (std::size_t i = 0; i < line.tokens.size(); ++i) {
            lastField_ = items_.list.size();
            field(line.tokens[i].text, {}, placeOf(line, &line.tokens[i]), i > 0);
        }
        lastFieldLine_ = line.number;
        lastMore_ = false;
        return true;
    }

    /// Short lines that stand alone above what is filled in.
    bool heading(const Line& line) {
        if (!only(line.tokens, What::words) || !paragraph_.empty()) return false;
        string text = joined(line.tokens);
        const Line* following = next(at_ + 1);
        const bool alone = at_ + 1 >= lines_.size() || lines_[at_ + 1].empty;
        const bool above = at_ == 0 || lines_[at_ - 1].empty || lines_[at_ - 1].ruled;
        if (text.starts_with("#")) {
            const std::size_t signs = std::min(text.find_first_not_of('#'), text.size());
            if (signs < 7 && signs < text.size() && text[signs] == ' ') {
                headed(trimmed(text.substr(signs)), placeOf(line), signs == 1);
                return true;
            }
        }
        if (characterCount(text) > 60 || endsWith(text, {".", ",", ";", "!", "?"}) || following == nullptr)
            return false;
        if (following->ruled && !lines_[at_ + 1].empty && following->ruled != '_')
            return false;  // the rule below it tells
        if (following->ruled == '_' || only(following->tokens, What::blank)) return false;
        if (has(following->tokens, What::tick) && gathered(*following).lead.empty() &&
            (!lines_[at_ + 1].empty || !(capitals(text) || numberedBy(text) || items_.list.empty())))
            return false;
        if (letteredIn(joined(following->tokens)).mark == 'a') return false;
        const bool fieldsFollow = has(following->tokens, What::blank) || has(following->tokens, What::tick) ||
                                  labelled(joined(following->tokens));
        const bool first = items_.list.empty();
        if (!(capitals(text) || (above && (fieldsFollow || (first && alone && line.tokens.size() == 1))) ||
              (numberedBy(text) && above && fieldsFollow)))
            return false;
        if (numberedBy(text)) text = text.substr(numberedBy(text));
        headed(text, placeOf(line), first);
        return true;
    }

    /// A table drawn with bars: rows of words beside empty cells, or a head with empty rows below.
    static std::vector<string> cellsOf(const Line& line, bool* is) {
        string text;
        for (const Token& one : line.tokens)
            text += (text.empty() ? "" : " ") + (one.text.empty() ? string("_") : one.text);
        std::vector<string> cells;
        *is = std::ranges::count(text, '|') >= 2 || (text.starts_with("+-") && text.ends_with('+'));
        if (!*is) return cells;
        std::size_t at = text.find('|');
        at = at == 0 ? 1 : 0;
        while (at <= text.size()) {
            const std::size_t end = std::min(text.find('|', at), text.size());
            if (end == text.size() && trimmed(text.substr(at)).empty()) break;
            cells.push_back(trimmed(text.substr(at, end - at)));
            at = end + 1;
        }
        return cells;
    }
    bool pipes(const Line& line) {
        bool is = false;
        std::vector<std::vector<string>> rows;
        std::vector<std::size_t> numbers;
        std::size_t last = at_;
        cellsOf(line, &is);
        if (!is) return false;
        for (std::size_t i = at_; i < lines_.size() && !lines_[i].empty; ++i) {
            std::vector<string> cells = cellsOf(lines_[i], &is);
            if (!is) break;
            last = i;
            const bool drawn = std::ranges::all_of(
                cells, [](const string& c) { return c.find_first_not_of("-+:= _") == string::npos; });
            const bool dashes = drawn && std::ranges::any_of(cells, [](const string& c) {
                                    return c.find_first_of("-=+") != string::npos;
                                });
            if (dashes || cells.empty()) continue;
            for (string& c : cells)
                if (c.find_first_not_of("_ .") == string::npos) c.clear();
            rows.push_back(std::move(cells));
            numbers.push_back(i);
        }
        if (rows.size() < 2) return false;
        auto filled = [](const std::vector<string>& row) {
            return std::ranges::count_if(row, [](const string& c) { return !c.empty(); });
        };
        const bool head = rows[0].size() >= 2 && filled(rows[0]) == long(rows[0].size()) &&
                          std::all_of(rows.begin() + 1, rows.end(), [&](const auto& r) {
                              return filled(r) <= 1 && (r.empty() || filled(r) == 0 || !r[0].empty());
                          });
        const string above = labelAbove(), label = above.empty() ? string(words().table) : above;
        endParagraph();
        if (head) {
            FieldSays says;
            says.kind = "table";
            says.choices = rows[0];
            for (string& c : says.choices)
                if (c.empty()) c = "-";
            says.rows = int(std::min<std::size_t>(rows.size() - 1, 50));
            field(label, says, placeOf(line), false);
        } else {
            for (std::size_t r = 0; r < rows.size(); ++r) {
                bool beside = false;
                for (std::size_t c = 0; c < rows[r].size(); ++c) {
                    if (rows[r][c].empty()) continue;
                    if (c + 1 < rows[r].size() && rows[r][c + 1].empty()) {
                        field(rows[r][c], {}, placeOf(lines_[numbers[r]]), beside);
                        beside = true;
                    } else {
                        put({.what = Item::What::wording, .text = rows[r][c], .place = placeOf(lines_[numbers[r]])});
                    }
                }
            }
        }
        at_ = last;
        return true;
    }

    Items& items_;
    const std::vector<FieldSays>& known_;
    std::vector<Line> lines_;
    std::size_t at_ = 0, fields_ = 0, lastField_ = 0;
    int drawn_ = 0;              // blanks that can be seen
    std::vector<string> heads_;  // of ticks in columns
    int headsUsed_ = -10;
    string paragraph_, lastLine_;
    int paragraphLines_ = 0;
    Place paragraphPlace_;
    int lastFieldLine_ = -10;
    bool lastMore_ = false, titled_ = false;
};

}  // namespace

Result<Items> itemsFromText(const string& text) {
    return itemsFromText(text, {});
}

Result<Items> itemsFromText(const string& text, const std::vector<FieldSays>& known) {
    if (std::size_t(std::ranges::count(text, '\n')) > mostLines)
        return TextReader::failed("", "This has more than 20,000 lines.");
    for (std::size_t at = 0; at < text.size();) {
        const std::size_t end = std::min(text.find('\n', at), text.size());
        if (end - at > longestLine * 4) return TextReader::failed("", "A line of this has more than 10,000 letters.");
        at = end + 1;
    }
    Items items;
    items.reader = "text";
    items.language = languageOf(text);
    TextReader reader(text, known, items);
    if (auto read = reader.read(); !read) return tl::unexpected(read.error());
    return items;
}

}  // namespace brindel::intake
