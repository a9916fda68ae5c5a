#include "core/text/fonts.h"

#include <fontconfig/fontconfig.h>
#include <hb-ot.h>
#include <hb.h>
#include <unicode/utf8.h>

#include <map>
#include <unordered_map>

namespace brindel {

Face::Face(std::string file, int at) : path(std::move(file)), index(at) {
    hb_blob_t* blob = hb_blob_create_from_file_or_fail(path.c_str());
    if (!blob) return;
    face_ = hb_face_create(blob, unsigned(index) & 0xFFFF);
    hb_blob_destroy(blob);
    usable = hb_face_get_glyph_count(face_) > 0;
    font_ = hb_font_create(face_);
    hb_ot_font_set_funcs(font_);
    // The upper half of the number tells which of a variable font's named styles it is.
    if (index > 0xFFFF) hb_font_set_var_named_instance(font_, (unsigned(index) >> 16) - 1);
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
    hb_font_make_immutable(font_);  // several threads shape with it
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
    std::map<std::string, FacePtr> byAsk;            // "family|bi" or "family|bi|U+XXXX"
    std::map<std::string, FacePtr> byFile;           // "path#index"
    std::unordered_map<std::string, double> widths;  // "family|bi|text" in ems: measured far more often than changed
    std::size_t widthBytes = 0;
    std::unordered_map<std::string, std::string> kept;
    std::size_t keptBytes = 0;

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
                if (!slot) slot = std::make_shared<Face>(path, at);
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
constexpr std::size_t mostAsked = 4000;  // faces asked for by name or letter; each is found again when it is needed

std::string askKey(const std::string& family, bool bold, bool italic) {
    return family + "|" + (bold ? "b" : "") + (italic ? "i" : "");
}
}  // namespace

FacePtr FontBook::face(const std::string& family, bool bold, bool italic) const {
    const std::string& real = family.empty() ? desktopFamily : family;
    std::lock_guard guard(store_->lock);
    if (store_->byAsk.size() > mostAsked) store_->byAsk.clear();
    FacePtr& slot = store_->byAsk[askKey(real, bold, italic)];
    if (!slot) slot = store_->found(real, bold, italic, 0);
    return slot;
}

bool FontBook::canEmbed(const std::string& family) const {
    // What every desktop has a font for.
    for (const char* generic : {"", "sans-serif", "sans", "serif", "monospace"})
        if (family == generic) return true;
    bool here = false;
    {
        std::lock_guard guard(store_->lock);
        FcPattern* pattern = FcPatternCreate();
        FcPatternAddString(pattern, FC_FAMILY, reinterpret_cast<const FcChar8*>(family.c_str()));
        FcConfigSubstitute(store_->config, pattern, FcMatchPattern);
        FcDefaultSubstitute(pattern);
        FcResult result;
        FcPattern* match = FcFontMatch(store_->config, pattern, &result);
        FcChar8* name = nullptr;
        for (int i = 0; match && !here && FcPatternGetString(match, FC_FAMILY, i, &name) == FcResultMatch; ++i)
            here = FcStrCmpIgnoreCase(name, reinterpret_cast<const FcChar8*>(family.c_str())) == 0;
        if (match) FcPatternDestroy(match);
        FcPatternDestroy(pattern);
    }
    const FacePtr found = here ? face(family, false, false) : nullptr;
    if (!found || !found->usable) return false;
    hb_blob_t* table = hb_face_reference_table(found->hbFace(), HB_TAG('O', 'S', '/', '2'));
    unsigned length = 0;
    const char* bytes = hb_blob_get_data(table, &length);
    constexpr unsigned typeAt = 8, restricted = 2;  // fsType: the one licence that lets nobody carry it
    const bool may = length < typeAt + 2 || (static_cast<unsigned char>(bytes[typeAt + 1]) & 0xF) != restricted;
    hb_blob_destroy(table);
    return may;
}

FacePtr FontBook::faceWith(char32_t character, const std::string& family, bool bold, bool italic) const {
    return faceWith(character, face(family, bold, italic), family, bold, italic);
}

FacePtr FontBook::faceWith(char32_t character, const FacePtr& first, const std::string& family, bool bold,
                           bool italic) const {
    if (first->glyphOf(character)) return first;
    const std::string& real = family.empty() ? desktopFamily : family;
    std::lock_guard guard(store_->lock);
    if (store_->byAsk.size() > mostAsked) store_->byAsk.clear();
    FacePtr& slot = store_->byAsk[askKey(real, bold, italic) + "|" + std::to_string(std::uint32_t(character))];
    if (!slot) {
        slot = store_->found(real, bold, italic, character);
        if (!slot->glyphOf(character)) slot = first;
    }
    return slot;
}

std::optional<double> FontBook::knownWidth(const std::string& text, const Look& look) const {
    const std::string key =
        askKey(look.family.empty() ? desktopFamily : look.family, look.bold, look.italic) + "|" + text;
    std::lock_guard guard(store_->lock);
    auto at = store_->widths.find(key);
    return at == store_->widths.end() ? std::nullopt : std::optional(at->second);
}

void FontBook::keepWidth(const std::string& text, const Look& look, double ems) const {
    constexpr std::size_t mostBytes = 4 << 20, longest = 400;
    if (text.size() > longest) return;
    std::string key = askKey(look.family.empty() ? desktopFamily : look.family, look.bold, look.italic) + "|" + text;
    std::lock_guard guard(store_->lock);
    if (store_->widthBytes > mostBytes) {
        store_->widths.clear();
        store_->widthBytes = 0;
    }
    store_->widthBytes += key.size() + 64;
    store_->widths.emplace(std::move(key), ems);
}

std::string FontBook::kept(const std::string& key, const std::function<std::string()>& made) const {
    constexpr std::size_t mostBytes = 8 << 20;
    {
        std::lock_guard guard(store_->lock);
        if (const auto at = store_->kept.find(key); at != store_->kept.end()) return at->second;
    }
    std::string bytes = made();  // unlocked: it takes a while, and asks the book in turn
    std::lock_guard guard(store_->lock);
    const std::size_t size = key.size() + bytes.size();
    if (store_->keptBytes + size > mostBytes) {
        store_->kept.clear();
        store_->keptBytes = 0;
    }
    if (size <= mostBytes && store_->kept.emplace(key, bytes).second) store_->keptBytes += size;
    return bytes;
}

double FontBook::lineHeight(const Look& look) const {
    FacePtr f = face(look);
    return (f->ascent + f->descent) * look.size;
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

std::u16string utf16(std::u32string_view letters) {
    std::u16string units;
    for (char32_t c : letters) {
        if (c >= 0x10000) units += char16_t(0xD800 + ((c - 0x10000) >> 10));
        units += c >= 0x10000 ? char16_t(0xDC00 + ((c - 0x10000) & 0x3FF)) : char16_t(c);
    }
    return units;
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
