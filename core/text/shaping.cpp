// Shaping: text as glyphs in the order in which they are seen, and the lines that it takes.
#include <hb.h>
#include <unicode/brkiter.h>
#include <unicode/ubidi.h>

#include <algorithm>
#include <memory>

#include "core/text/fonts.h"

namespace brindel {
namespace {

/// A stretch of text that runs one way.
struct Stretch {
    std::size_t start = 0, end = 0;
    bool rightToLeft = false;
};

bool mayRunRightToLeft(char32_t c) {
    return (c >= 0x0590 && c <= 0x08FF) || (c >= 0x200F && c <= 0x2069) || (c >= 0xFB1D && c <= 0xFEFC) ||
           (c >= 0x10800 && c <= 0x10FFF) || (c >= 0x1E800 && c <= 0x1EFFF);
}

/// The stretches of a line in the order in which they are seen.
std::vector<Stretch> stretchesOf(const std::u32string& letters) {
    if (std::ranges::none_of(letters, mayRunRightToLeft)) return {{0, letters.size(), false}};
    icu::UnicodeString text;
    std::vector<std::size_t> letterAt;  // of each UTF-16 unit
    for (std::size_t i = 0; i < letters.size(); ++i) {
        text.append(UChar32(letters[i]));
        letterAt.resize(std::size_t(text.length()), i);
    }
    letterAt.push_back(letters.size());
    UErrorCode error = U_ZERO_ERROR;
    const std::unique_ptr<UBiDi, decltype(&ubidi_close)> bidi(ubidi_openSized(text.length(), 0, &error), &ubidi_close);
    ubidi_setPara(bidi.get(), text.getBuffer(), text.length(), UBIDI_DEFAULT_LTR, nullptr, &error);
    const int32_t count = ubidi_countRuns(bidi.get(), &error);
    if (U_FAILURE(error)) return {{0, letters.size(), false}};
    std::vector<Stretch> stretches;
    for (int32_t i = 0; i < count; ++i) {
        int32_t start = 0, length = 0;
        const UBiDiDirection way = ubidi_getVisualRun(bidi.get(), i, &start, &length);
        stretches.push_back({letterAt[std::size_t(start)], letterAt[std::size_t(start + length)], way == UBIDI_RTL});
    }
    return stretches;
}

/// Shapes a stretch in one face and adds it to the line.
void shapeInto(Shaped& line, const FacePtr& face, const std::u32string& letters, const Stretch& s) {
    Run run{face, {}};
    if (face->usable) {
        hb_buffer_t* buffer = hb_buffer_create();
        hb_buffer_add_utf32(buffer, reinterpret_cast<const uint32_t*>(letters.data()), int(letters.size()),
                            unsigned(s.start), int(s.end - s.start));
        hb_buffer_guess_segment_properties(buffer);
        hb_buffer_set_direction(buffer, s.rightToLeft ? HB_DIRECTION_RTL : HB_DIRECTION_LTR);
        // No ligatures: a typed text is searched, selected and read back letter by letter.
        const hb_feature_t plain[] = {{HB_TAG('l', 'i', 'g', 'a'), 0, 0, ~0u}, {HB_TAG('c', 'l', 'i', 'g'), 0, 0, ~0u}};
        hb_shape(face->hbFont(), buffer, plain, 2);
        unsigned count = 0;
        const hb_glyph_info_t* infos = hb_buffer_get_glyph_infos(buffer, &count);
        const hb_glyph_position_t* positions = hb_buffer_get_glyph_positions(buffer, &count);
        // Clusters go up from left to right, and down from right to left (HarfBuzz, monotone graphemes).
        auto endOf = [&](unsigned i) -> std::size_t {
            unsigned next = i;
            if (s.rightToLeft) return i == 0 ? s.end : infos[i - 1].cluster;
            while (next < count && infos[next].cluster == infos[i].cluster) ++next;
            return next == count ? s.end : infos[next].cluster;
        };
        const double em = face->unitsPerEm;
        run.glyphs.reserve(count);
        for (unsigned i = 0; i < count; ++i) {
            Glyph glyph;
            glyph.id = infos[i].codepoint;
            glyph.x = line.width + positions[i].x_offset / em;
            glyph.y = positions[i].y_offset / em;
            glyph.advance = positions[i].x_advance / em;
            glyph.from = infos[i].cluster;
            if (i == 0 || infos[i].cluster != infos[i - 1].cluster) {
                glyph.letters = letters.substr(infos[i].cluster, endOf(i) - infos[i].cluster);
            }
            line.width += glyph.advance;
            run.glyphs.push_back(std::move(glyph));
        }
        hb_buffer_destroy(buffer);
    }
    line.runs.push_back(std::move(run));
}

std::u32string printable(std::u32string letters) {
    std::erase_if(letters, [](char32_t c) { return c < 32 || c == 127; });
    return letters;
}

/// Where a paragraph may be cut, by one of ICU's rules, in letters; the end is the last.
std::vector<std::size_t> cutsOf(const std::u32string& letters, bool betweenWords) {
    UErrorCode error = U_ZERO_ERROR;
    thread_local std::unique_ptr<icu::BreakIterator> rules[2];
    auto& rule = rules[betweenWords];
    if (!rule)
        rule.reset(betweenWords ? icu::BreakIterator::createLineInstance(icu::Locale::getRoot(), error)
                                : icu::BreakIterator::createCharacterInstance(icu::Locale::getRoot(), error));
    std::vector<std::size_t> cuts;
    if (U_FAILURE(error) || !rule) return {letters.size()};
    icu::UnicodeString text;
    std::vector<std::size_t> letterAt;
    for (std::size_t i = 0; i < letters.size(); ++i) {
        text.append(UChar32(letters[i]));
        letterAt.resize(std::size_t(text.length()), i);
    }
    letterAt.push_back(letters.size());
    rule->setText(text);
    for (int32_t at = rule->next(); at != icu::BreakIterator::DONE; at = rule->next())
        cuts.push_back(letterAt[std::size_t(at)]);
    return cuts;
}

/// A paragraph shaped once: how far each letter reaches, in ems from the beginning as it is read.
class Paragraph {
  public:
    Paragraph(const FontBook& book, const std::u32string& letters, const Look& look) : reach_(letters.size() + 1) {
        const Shaped shaped = book.shape(utf8(letters), look);
        for (const Run& run : shaped.runs)
            for (const Glyph& g : run.glyphs)
                if (g.from < letters.size()) reach_[g.from + 1] += g.advance;
        for (std::size_t i = 1; i < reach_.size(); ++i) reach_[i] += reach_[i - 1];
    }
    double width(std::size_t from, std::size_t to) const { return reach_[to] - reach_[from]; }
    /// The first letter from `from` on that reaches beyond a width.
    std::size_t beyond(std::size_t from, double width) const {
        const auto at = std::upper_bound(reach_.begin() + long(from) + 1, reach_.end(), reach_[from] + width);
        return std::size_t(at - reach_.begin()) - 1;
    }

  private:
    std::vector<double> reach_;
};

}  // namespace

Shaped FontBook::shape(const std::string& text, const Look& look) const {
    const std::u32string letters = printable(lettersOf(text));
    Shaped shaped;
    const FacePtr first = face(look);
    for (const Stretch& whole : stretchesOf(letters)) {
        // Cut into stretches that one face can draw, in the order in which they are seen.
        std::vector<std::pair<Stretch, FacePtr>> parts;
        for (std::size_t start = whole.start; start < whole.end;) {
            FacePtr with = faceWith(letters[start], first, look.family, look.bold, look.italic);
            std::size_t end = start + 1;
            while (end < whole.end &&
                   (letters[end] == U' ' || faceWith(letters[end], first, look.family, look.bold, look.italic) == with))
                ++end;
            parts.push_back({{start, end, whole.rightToLeft}, std::move(with)});
            start = end;
        }
        if (whole.rightToLeft) std::ranges::reverse(parts);
        for (const auto& [part, with] : parts) shapeInto(shaped, with, letters, part);
    }
    return shaped;
}

double FontBook::width(const std::string& text, const Look& look) const {
    if (const auto known = knownWidth(text, look)) return *known * look.size;
    const double ems = shape(text, look).width;
    keepWidth(text, look, ems);
    return ems * look.size;
}

std::vector<std::string> FontBook::lines(const std::string& text, const Look& look, double width, bool wraps) const {
    std::vector<std::string> result;
    for (std::size_t at = 0; at <= text.size();) {
        const std::size_t end = std::min(text.find('\n', at), text.size());
        std::string line = text.substr(at, end - at);
        at = end + 1;
        if (!wraps || line.empty() || (line.size() < 400 && this->width(line, look) <= width + 0.01)) {
            result.push_back(std::move(line));
            continue;
        }
        const std::u32string letters = printable(lettersOf(line));
        const Paragraph paragraph(*this, letters, look);
        const double ems = (width + 0.01) / look.size;
        const std::vector<std::size_t> words = cutsOf(letters, true);
        std::vector<std::size_t> seen;  // where letters as people see them end; made when a word has to be cut
        std::size_t from = 0, word = 0;
        while (from < letters.size()) {
            // Words while they fit; the spaces behind the last take no room.
            std::size_t to = from;
            for (; word < words.size(); ++word) {
                std::size_t inked = words[word];
                while (inked > from && letters[inked - 1] == U' ') --inked;
                if (inked > from && paragraph.width(from, inked) > ems) break;
                to = words[word];
            }
            if (to == from) {
                if (seen.empty()) seen = cutsOf(letters, false);
                const std::size_t fits = paragraph.beyond(from, ems);
                auto cut = std::ranges::upper_bound(seen, fits);
                if (cut != seen.begin() && *std::prev(cut) > from) --cut;
                to = std::max(cut == seen.end() ? letters.size() : *cut, from + 1);
            }
            std::size_t inked = to;
            while (inked > from && letters[inked - 1] == U' ' && to < letters.size()) --inked;
            result.push_back(utf8(std::u32string_view(letters).substr(from, inked - from)));
            from = to;
        }
        if (letters.empty()) result.emplace_back();
    }
    return result;
}

std::string FontBook::fitted(const std::string& text, const Look& look, double width) const {
    if (text.size() < 400 && this->width(text, look) <= width + 0.01) return text;
    const std::u32string letters = printable(lettersOf(text));
    const Paragraph paragraph(*this, letters, look);
    const double ems = width / look.size, dots = this->width("…", look) / look.size;
    if (paragraph.width(0, letters.size()) <= ems + 0.01 / look.size) return text;
    if (dots > ems) return "";
    const std::vector<std::size_t> seen = cutsOf(letters, false);
    auto cut = std::ranges::upper_bound(seen, paragraph.beyond(0, ems - dots));
    const std::size_t to = cut == seen.begin() ? 0 : *std::prev(cut);
    return utf8(std::u32string_view(letters).substr(0, to)) + "…";
}

}  // namespace brindel
