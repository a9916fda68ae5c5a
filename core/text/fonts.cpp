#include "core/text/fonts.h"

#include <fontconfig/fontconfig.h>
#include <hb-ot.h>
#include <hb.h>
#include <unicode/utf8.h>

#include <map>

namespace brindel {

Face::Face(std::string file, int at) : path(std::move(file)), index(at) {
    hb_blob_t* blob = hb_blob_create_from_file_or_fail(path.c_str());
    if (!blob) return;
    face_ = hb_face_create(blob, unsigned(index));
    hb_blob_destroy(blob);
    usable = hb_face_get_glyph_count(face_) > 0;
    font_ = hb_font_create(face_);
    hb_ot_font_set_funcs(font_);
    unitsPerEm = int(hb_face_get_upem(face_));
    hb_font_set_scale(font_, unitsPerEm, unitsPerEm);
    hb_font_extents_t extents;
    if (hb_font_get_h_extents(font_, &extents)) {
        ascent = double(extents.ascender) / unitsPerEm;
        descent = -double(extents.descender) / unitsPerEm;
    }
    hb_position_t cap;
    if (hb_ot_metrics_get_position(font_, HB_OT_METRICS_TAG_CAP_HEIGHT, &cap) && cap > 0)
        capHeight = double(cap) / unitsPerEm;
    char name[128];
    unsigned size = sizeof name;
    hb_ot_name_get_utf8(face_, HB_OT_NAME_ID_POSTSCRIPT_NAME, HB_LANGUAGE_INVALID, &size, name);
    for (unsigned i = 0; i < size && i < sizeof name; ++i)
        if (std::isalnum(static_cast<unsigned char>(name[i])) || name[i] == '-') postScriptName += name[i];
    if (postScriptName.empty()) postScriptName = "Font";
}

Face::~Face() {
    if (font_) hb_font_destroy(font_);
    if (face_) hb_face_destroy(face_);
}

unsigned Face::glyphOf(char32_t character) const {
    hb_codepoint_t glyph = 0;
    return font_ && hb_font_get_nominal_glyph(font_, character, &glyph) ? glyph : 0;
}

double Face::advanceOf(unsigned glyph) const {
    return font_ ? double(hb_font_get_glyph_h_advance(font_, glyph)) / unitsPerEm : 0;
}

struct FontBook::Store {
    std::mutex lock;
    FcConfig* config = nullptr;
    std::map<std::string, FacePtr> byAsk;   // "family|bi" or "family|bi|U+XXXX"
    std::map<std::string, FacePtr> byFile;  // "path#index"
    std::map<std::string, double> widths;   // "family|bi|text" in ems; text is measured far more often than it changes

    FacePtr found(const std::string& family, bool bold, bool italic, char32_t character) {
        FcPattern* pattern = FcPatternCreate();
        FcPatternAddString(pattern, FC_FAMILY, reinterpret_cast<const FcChar8*>(family.c_str()));
        FcPatternAddInteger(pattern, FC_WEIGHT, bold ? FC_WEIGHT_BOLD : FC_WEIGHT_REGULAR);
        FcPatternAddInteger(pattern, FC_SLANT, italic ? FC_SLANT_ITALIC : FC_SLANT_ROMAN);
        FcPatternAddBool(pattern, FC_SCALABLE, FcTrue);
        FcCharSet* letters = nullptr;
        if (character) {
            letters = FcCharSetCreate();
            FcCharSetAddChar(letters, character);
            FcPatternAddCharSet(pattern, FC_CHARSET, letters);
        }
        FcConfigSubstitute(config, pattern, FcMatchPattern);
        FcDefaultSubstitute(pattern);
        FcResult result;
        FcPattern* match = FcFontMatch(config, pattern, &result);
        FacePtr face;
        if (match) {
            FcChar8* file = nullptr;
            int at = 0;
            FcPatternGetString(match, FC_FILE, 0, &file);
            FcPatternGetInteger(match, FC_INDEX, 0, &at);
            if (file) {
                std::string path = reinterpret_cast<const char*>(file);
                FacePtr& slot = byFile[path + "#" + std::to_string(at)];
                if (!slot) slot = std::make_shared<Face>(path, at & 0xFFFF);
                face = slot;
            }
            FcPatternDestroy(match);
        }
        if (letters) FcCharSetDestroy(letters);
        FcPatternDestroy(pattern);
        return face ? face : std::make_shared<Face>("", 0);
    }
};

FontBook::FontBook() : store_(std::make_unique<Store>()) {
    store_->config = FcInitLoadConfigAndFonts();
}
FontBook::~FontBook() {
    if (store_->config) FcConfigDestroy(store_->config);
}

namespace {
std::string askKey(const std::string& family, bool bold, bool italic) {
    return family + "|" + (bold ? "b" : "") + (italic ? "i" : "");
}
}  // namespace

FacePtr FontBook::face(const std::string& family, bool bold, bool italic) const {
    const std::string& real = family.empty() ? desktopFamily : family;
    std::lock_guard guard(store_->lock);
    FacePtr& slot = store_->byAsk[askKey(real, bold, italic)];
    if (!slot) slot = store_->found(real, bold, italic, 0);
    return slot;
}

FacePtr FontBook::faceWith(char32_t character, const std::string& family, bool bold, bool italic) const {
    FacePtr first = face(family, bold, italic);
    if (first->glyphOf(character)) return first;
    const std::string& real = family.empty() ? desktopFamily : family;
    std::lock_guard guard(store_->lock);
    FacePtr& slot = store_->byAsk[askKey(real, bold, italic) + "|" + std::to_string(std::uint32_t(character))];
    if (!slot) {
        slot = store_->found(real, bold, italic, character);
        if (!slot->glyphOf(character)) slot = first;
    }
    return slot;
}

Shaped FontBook::shape(const std::string& text, const Look& look) const {
    std::u32string letters;
    for (char32_t c : lettersOf(text))
        if (c >= 32 && c != 127) letters += c;
    Shaped shaped;
    // Cut into stretches that one face can draw, then shape each.
    std::size_t start = 0;
    while (start < letters.size()) {
        FacePtr with = faceWith(letters[start], look.family, look.bold, look.italic);
        std::size_t end = start + 1;
        while (end < letters.size() &&
               (letters[end] == U' ' || faceWith(letters[end], look.family, look.bold, look.italic) == with))
            ++end;
        Run run{with, {}};
        if (with->usable) {
            hb_buffer_t* buffer = hb_buffer_create();
            hb_buffer_add_utf32(buffer, reinterpret_cast<const uint32_t*>(letters.data()), int(letters.size()),
                                unsigned(start), int(end - start));
            hb_buffer_guess_segment_properties(buffer);
            // No ligatures: a typed text is searched, selected and read back letter by letter.
            const hb_feature_t plain[] = {{HB_TAG('l', 'i', 'g', 'a'), 0, 0, ~0u},
                                          {HB_TAG('c', 'l', 'i', 'g'), 0, 0, ~0u}};
            hb_shape(with->hbFont(), buffer, plain, 2);
            unsigned count = 0;
            const hb_glyph_info_t* infos = hb_buffer_get_glyph_infos(buffer, &count);
            const hb_glyph_position_t* positions = hb_buffer_get_glyph_positions(buffer, &count);
            const double em = with->unitsPerEm;
            for (unsigned i = 0; i < count; ++i) {
                Glyph glyph;
                glyph.id = infos[i].codepoint;
                glyph.x = shaped.width + positions[i].x_offset / em;
                glyph.y = positions[i].y_offset / em;
                glyph.advance = positions[i].x_advance / em;
                if (i == 0 || infos[i].cluster != infos[i - 1].cluster) {
                    std::size_t from = infos[i].cluster, to = end;
                    for (unsigned j = 0; j < count; ++j)
                        if (infos[j].cluster > from && infos[j].cluster < to) to = infos[j].cluster;
                    glyph.letters = letters.substr(from, to - from);
                }
                shaped.width += glyph.advance;
                run.glyphs.push_back(std::move(glyph));
            }
            hb_buffer_destroy(buffer);
        }
        shaped.runs.push_back(std::move(run));
        start = end;
    }
    return shaped;
}

double FontBook::width(const std::string& text, const Look& look) const {
    std::string key = askKey(look.family.empty() ? desktopFamily : look.family, look.bold, look.italic) + "|" + text;
    {
        std::lock_guard guard(store_->lock);
        auto at = store_->widths.find(key);
        if (at != store_->widths.end()) return at->second * look.size;
    }
    double ems = shape(text, look).width;
    std::lock_guard guard(store_->lock);
    if (store_->widths.size() > 20000) store_->widths.clear();
    store_->widths[key] = ems;
    return ems * look.size;
}

double FontBook::lineHeight(const Look& look) const {
    FacePtr f = face(look);
    return (f->ascent + f->descent) * look.size;
}

std::vector<std::string> FontBook::lines(const std::string& text, const Look& look, double width, bool wraps) const {
    std::vector<std::string> result;
    std::size_t at = 0;
    while (at <= text.size()) {
        std::size_t end = std::min(text.find('\n', at), text.size());
        std::string line = text.substr(at, end - at);
        while (wraps && this->width(line, look) > width + 0.01) {
            // Take words while they fit; a word that is too long by itself is cut by letters.
            std::size_t cut = 0;
            for (std::size_t space = line.find(' '); space != std::string::npos; space = line.find(' ', space + 1)) {
                if (this->width(line.substr(0, space), look) > width + 0.01) break;
                cut = space;
            }
            if (cut == 0) {
                std::size_t count = characterCount(line);
                std::size_t fits = 1;
                while (fits < count && this->width(firstCharacters(line, fits + 1), look) <= width + 0.01) ++fits;
                if (fits >= count) break;
                std::string head = firstCharacters(line, fits);
                line = line.substr(head.size());
                result.push_back(std::move(head));
            } else {
                result.push_back(line.substr(0, cut));
                line = line.substr(cut + 1);
            }
        }
        result.push_back(std::move(line));
        at = end + 1;
    }
    return result;
}

std::string FontBook::fitted(const std::string& text, const Look& look, double width) const {
    if (this->width(text, look) <= width + 0.01) return text;
    std::size_t count = characterCount(text);
    while (count > 0) {
        std::string cut = firstCharacters(text, --count) + "…";
        if (this->width(cut, look) <= width) return cut;
    }
    return "";
}

std::u32string lettersOf(std::string_view text) {
    std::u32string result;
    const auto* bytes = reinterpret_cast<const uint8_t*>(text.data());
    int32_t at = 0, size = int32_t(text.size());
    while (at < size) {
        UChar32 c;
        U8_NEXT(bytes, at, size, c);
        result += c < 0 ? U'\uFFFD' : char32_t(c);
    }
    return result;
}

std::string utf8(std::u32string_view letters) {
    std::string result;
    for (char32_t c : letters) {
        uint8_t bytes[U8_MAX_LENGTH];
        int32_t size = 0;
        UBool failed = false;
        U8_APPEND(bytes, size, U8_MAX_LENGTH, UChar32(c), failed);
        if (!failed) result.append(reinterpret_cast<char*>(bytes), std::size_t(size));
    }
    return result;
}

std::size_t characterCount(std::string_view text) {
    return lettersOf(text).size();
}

std::string firstCharacters(std::string_view text, std::size_t count) {
    return utf8(std::u32string_view(lettersOf(text)).substr(0, count));
}

}  // namespace brindel
