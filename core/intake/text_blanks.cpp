// Blanks, and the words that are their labels, units and remarks.
#include <algorithm>

#include "core/intake/text_reader.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::intake {

using std::string;

bool TextReader::bare(const Line& line) {
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
        above.told = Item::Told::kind;
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
        field("", saysOf(line.tokens[i]), placeOf(line, &line.tokens[i]), i > 0);
    }
    return true;
}

bool TextReader::withoutBlank(const string& label, Place place, bool beside) {
    if (!beside) endParagraph();
    if (endsWith(label, {"?", "？"})) {
        put({.what = Item::What::wording, .text = label, .place = place});
        return beside;
    }
    field(label, {}, place, beside);
    return true;
}

bool TextReader::blanks(const Line& line) {
    if (!has(line.tokens, What::blank) || !has(line.tokens, What::words)) return false;
    string label;
    bool beside = false, colon = false;
    std::size_t made = string::npos;
    Place from = placeOf(line);
    const Tokens& tokens = line.tokens;
    std::size_t lastBlank = tokens.size() - 1;
    while (tokens[lastBlank].what != What::blank) --lastBlank;
    for (std::size_t i = 0; i < tokens.size(); ++i) {
        const Token& token = tokens[i];
        if (token.what == What::words) {
            string text = token.text;
            if (made != string::npos && label.empty()) text = behind(made, text);
            if (text.empty()) continue;
            if (i > lastBlank && made != string::npos && label.empty()) {
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
                beside = withoutBlank(label, from, beside);
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
        made = items_.list.size();
        field(label, saysOf(token), place, beside);
        lastField_ = made;
        beside = true;
        label.clear();
    }
    lastMore_ = false;
    lastFieldLine_ = line.number;
    lastLine_.clear();
    return true;
}

string TextReader::behind(std::size_t at, string text) {
    Item& item = items_.list[at];
    const std::size_t end = std::min(text.find(' '), text.size());
    string word = text.substr(0, end);
    while (endsWith(word, {".", ",", ";"})) word.pop_back();
    if (isUnit(word)) {
        withUnit(item.field, word);
        item.told = Item::Told::kind;
        text = trimmed(text.substr(end));
    } else if (text.front() == '(') {
        const std::size_t close = text.find(')');
        if (close != string::npos && close > 1) {
            const string inside = text.substr(1, close - 1);
            if (isUnit(inside)) {
                withUnit(item.field, inside);
                item.told = Item::Told::kind;
            } else {
                item.field.own.set(Prop::hint, inside);
            }
            text = trimmed(text.substr(close + 1));
        }
    }
    while (!text.empty() && string(",;./)").find(text.front()) != string::npos) text = trimmed(text.substr(1));
    return text;
}

void TextReader::trailing(std::size_t at, const string& text, bool colon) {
    Item& item = items_.list[at];
    if (colon) {
        item.field.own.set(Prop::hint, text);
        return;
    }
    item.field.label += " … " + text;
    item.doubt = said("This blank is in the middle of a sentence: check its label.");
}

bool TextReader::colons(const Line& line) {
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
        if (letterBefore(joined(following->tokens)) == 'a') return false;
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

}  // namespace brindel::intake
