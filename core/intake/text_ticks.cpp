// Ticks, and answers with letters before them or slashes between, with their questions.
#include <algorithm>
#include <utility>

#include "core/intake/text_reader.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::intake {

using std::string;

bool TextReader::ticks(const Line& line) {
    if (!has(line.tokens, What::tick)) return false;
    if (grid(line)) return true;
    TickGroup group = gathered(line);
    if (group.texts.empty()) return false;
    // Lines of ticks below belong to the same question, as long as no wording is between them.
    std::size_t last = at_;
    for (std::size_t i = at_ + 1; i < lines_.size(); ++i) {
        const Line& more = lines_[i];
        if (more.empty || !has(more.tokens, What::tick)) break;
        const TickGroup further = gathered(more);
        if (!further.lead.empty() || (further.texts.empty() && !further.other) || further.fieldsAmong) break;
        group.texts.insert(group.texts.end(), further.texts.begin(), further.texts.end());
        group.places.insert(group.places.end(), further.places.begin(), further.places.end());
        group.round |= further.round;
        group.other |= further.other;
        last = i;
    }
    string label = group.lead;
    Place place = placeOf(line, &line.tokens[0]);
    place.width = line.tokens.back().column + line.tokens.back().width - place.column;
    if (label.empty()) label = questionAbove(group);
    endParagraph();
    at_ = last;
    lastFieldLine_ = -10;
    if (group.texts.size() == 1 || label.empty()) {
        for (std::size_t i = 0; i < group.texts.size(); ++i) {
            FieldSays says;
            says.kind = "check";
            Item& made =
                field(group.texts.size() == 1 && !label.empty() && group.texts[0].empty() ? label : group.texts[i],
                      says, group.places[i], i > 0 && group.places[i].line == group.places[i - 1].line);
            if (group.texts.size() > 1) made.doubt = said("These ticks have no question: each is a check box.");
        }
        return true;
    }
    FieldSays says;
    says.choices = group.texts;
    says.other = group.other;
    const bool one = hasOneOf(label, words().one), several = hasOneOf(label, words().several);
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

string TextReader::questionAbove(const TickGroup& group) {
    const bool sentence =
        std::ranges::any_of(group.texts, [](const string& t) { return characterCount(t) > 60 || t.ends_with('.'); });
    const bool together = !sentence && group.texts.size() > 1;
    if (!paragraph_.empty()) {
        const bool asked = labelled(lastLine_) || (together && paragraphLines_ <= 2 && !lastLine_.ends_with('.')) ||
                           hasOneOf(lastLine_, words().one) || hasOneOf(lastLine_, words().several);
        return asked ? labelAbove() : "";
    }
    // What is above an empty line may be the question still.
    if (!together || items_.list.empty() || items_.list.back().what != Item::What::wording) return "";
    const string above = items_.list.back().text;
    if (!labelled(above) && (characterCount(above) > 60 || above.ends_with('.'))) return "";
    items_.list.pop_back();
    return above;
}

bool TextReader::grid(const Line& line) {
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

/// "Power: yes [ ] no [ ]": ticks behind their words.
TextReader::TickGroup TextReader::gatheredBehind(const Line& line) const {
    TickGroup all;
    string pending;
    for (const Token& token : line.tokens) {
        if (token.what == What::words) {
            pending += (pending.empty() ? "" : " ") + token.text;
        } else if (token.what == What::tick) {
            const std::size_t colon = all.texts.empty() ? pending.find_last_of(":?") : string::npos;
            if (colon != string::npos && colon + 1 < pending.size()) {
                all.lead = trimmed(pending.substr(0, colon + 1));
                pending = trimmed(pending.substr(colon + 1));
            }
            all.round |= token.round;
            all.texts.push_back(std::exchange(pending, {}));
            all.places.push_back(placeOf(line, &token));
        }
    }
    // Words before a wide gap are the question.
    const Tokens& tokens = line.tokens;
    if (all.texts.size() > 1 && all.lead.empty() && tokens[0].what == What::words && tokens[1].what == What::words) {
        all.lead = tokens[0].text;
        all.texts[0] = trimmed(all.texts[0].substr(all.lead.size()));
    }
    return all;
}

TextReader::TickGroup TextReader::gathered(const Line& line) const {
    const Tokens& tokens = line.tokens;
    if (tokens.back().what == What::tick && tokens.front().what == What::words) return gatheredBehind(line);
    TickGroup all;
    std::size_t first = 0;
    while (first < tokens.size() && tokens[first].what != What::tick) {
        if (tokens[first].what == What::blank) all.fieldsAmong = true;
        all.lead += (all.lead.empty() ? "" : " ") + tokens[first++].text;
    }
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
        }
    }
    for (string& text : all.texts)
        while (endsWith(text, {",", ";"})) text.pop_back();
    return all;
}

bool TextReader::lettered(const Line& line) {
    const auto answer = [](const Line& one) {
        const string text = joined(one.tokens);
        return trimmed(text.substr(text.find(' ')));
    };
    if (letterBefore(joined(line.tokens)) != 'a' ||
        (paragraph_.empty() && (items_.list.empty() || items_.list.back().what != Item::What::wording)))
        return false;
    std::vector<string> texts = {answer(line)};
    std::size_t last = at_;
    for (std::size_t i = at_ + 1; i < lines_.size() && !lines_[i].empty; ++i) {
        if (letterBefore(joined(lines_[i].tokens)) != char('a' + int(texts.size())) ||
            has(lines_[i].tokens, What::tick))
            break;
        texts.push_back(answer(lines_[i]));
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

bool TextReader::alternatives(const Line& line) {
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
    field(label, says, placeOf(line), false);
    return true;
}

bool TextReader::strikeNear() const {
    for (std::size_t i = at_ < 3 ? 0 : at_ - 3; i < lines_.size() && i < at_ + 4; ++i)
        if (hasOneOf(joined(lines_[i].tokens), words().strike)) return true;
    return false;
}

}  // namespace brindel::intake
