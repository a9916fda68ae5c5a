#include "core/targets/pdf/pdf_fonts.h"

#include <fmt/format.h>
#include <hb-ot.h>
#include <hb-subset.h>
#include <hb.h>
#include <unicode/ulocdata.h>
#include <unicode/uniset.h>
#include <zlib.h>

#include <cmath>

namespace brindel {
namespace {

using Object = QPDFObjectHandle;

/// A table of a font file, read number by number, big end first; what lies beyond its end is 0.
class Table {
  public:
    Table(const Face& face, const char (&tag)[5])
        : blob_(hb_face_reference_table(face.hbFace(), HB_TAG(tag[0], tag[1], tag[2], tag[3]))) {
        bytes_ = hb_blob_get_data(blob_, &size_);
    }
    ~Table() { hb_blob_destroy(blob_); }
    Table(const Table&) = delete;
    Table& operator=(const Table&) = delete;
    bool there() const { return size_ > 0; }
    int byte(unsigned at) const { return at < size_ ? static_cast<unsigned char>(bytes_[at]) : 0; }
    int unsigned16(unsigned at) const { return byte(at) << 8 | byte(at + 1); }
    int signed16(unsigned at) const { return std::int16_t(unsigned16(at)); }

  private:
    hb_blob_t* blob_;
    const char* bytes_ = nullptr;
    unsigned size_ = 0;
};

/// The font file with only these glyphs, under their own numbers and without hints.
std::string subset(const Face& face, const std::vector<unsigned>& glyphs) {
    hb_subset_input_t* input = hb_subset_input_create_or_fail();
    if (!input) return "";
    for (unsigned glyph : glyphs) hb_set_add(hb_subset_input_glyph_set(input), glyph);
    hb_subset_input_set_flags(input, HB_SUBSET_FLAGS_RETAIN_GIDS | HB_SUBSET_FLAGS_NO_HINTING);
    hb_set_t* drop = hb_subset_input_set(input, HB_SUBSET_SETS_DROP_TABLE_TAG);
    for (hb_tag_t tag : {HB_TAG('G', 'S', 'U', 'B'), HB_TAG('G', 'P', 'O', 'S'), HB_TAG('G', 'D', 'E', 'F'),
                         HB_TAG('D', 'S', 'I', 'G'), HB_TAG('n', 'a', 'm', 'e')})
        hb_set_add(drop, tag);
    hb_face_t* small = hb_subset_or_fail(face.hbFace(), input);
    hb_subset_input_destroy(input);
    if (!small) return "";
    hb_blob_t* blob = hb_face_reference_blob(small);
    unsigned size = 0;
    const char* data = hb_blob_get_data(blob, &size);
    std::string bytes(data, size);
    hb_blob_destroy(blob);
    hb_face_destroy(small);
    return bytes;
}

/// What fillers may type, whatever the form's language: Latin with all its accents, Greek, Cyrillic, and the signs
/// between; and the letters of the language itself (CLDR, exemplar sets).
std::u32string lettersTyped(const std::string& language) {
    constexpr std::pair<char32_t, char32_t> ranges[] = {
        {0x20, 0x7E},     {0xA0, 0x17F},    {0x218, 0x21B},   {0x2C6, 0x2DD},   {0x384, 0x3CE},   {0x400, 0x45F},
        {0x490, 0x491},   {0x1E80, 0x1E85}, {0x1E9E, 0x1E9E}, {0x1EA0, 0x1EF9}, {0x2010, 0x2026}, {0x2030, 0x203A},
        {0x20A0, 0x20BF}, {0x2116, 0x2122}, {0x2190, 0x2193}, {0x2212, 0x2212}, {0x2248, 0x2265}};
    std::u32string letters;
    for (const auto& [from, to] : ranges)
        for (char32_t c = from; c <= to; ++c) letters += c;
    UErrorCode error = U_ZERO_ERROR;
    if (ULocaleData* data = ulocdata_open(language.c_str(), &error); U_SUCCESS(error)) {
        for (const ULocaleDataExemplarSetType type : {ULOCDATA_ES_STANDARD, ULOCDATA_ES_AUXILIARY}) {
            icu::UnicodeSet set;
            UErrorCode missing = U_ZERO_ERROR;
            ulocdata_getExemplarSet(data, set.toUSet(), USET_ADD_CASE_MAPPINGS, type, &missing);
            constexpr int most = 3000;  // of the scripts that have tens of thousands, the first
            for (int32_t i = 0, n = std::min<int32_t>(set.size(), most); U_SUCCESS(missing) && i < n; ++i)
                if (const UChar32 c = set.charAt(i); c > 0) letters += char32_t(c);
        }
        ulocdata_close(data);
    }
    return letters;
}

/// Six capitals that tell one subset from another (ISO 32000, 9.9.2); the same for the same glyphs.
std::string tagFor(const std::string& seed) {
    std::uint64_t hash = 1469598103934665603ull;
    for (unsigned char c : seed) hash = (hash ^ c) * 1099511628211ull;
    std::string tag;
    for (int i = 0; i < 6; ++i, hash /= 26) tag += char('A' + hash % 26);
    return tag;
}

std::string utf16Hex(const std::u32string& letters) {
    std::string hex;
    for (char16_t unit : utf16(letters)) hex += fmt::format("{:04X}", unsigned(unit));
    return hex;
}

/// The CMap that lets a reader turn glyphs back into text (ISO 32000, 9.10.3).
std::string toUnicode(const std::map<unsigned, std::u32string>& glyphs) {
    std::vector<std::string> lines;
    for (const auto& [glyph, letters] : glyphs)
        if (!letters.empty()) lines.push_back(fmt::format("<{:04X}> <{}>\n", glyph, utf16Hex(letters)));
    std::string map =
        "/CIDInit /ProcSet findresource begin\n12 dict begin\nbegincmap\n"
        "/CIDSystemInfo << /Registry (Adobe) /Ordering (UCS) /Supplement 0 >> def\n"
        "/CMapName /Adobe-Identity-UCS def\n/CMapType 2 def\n1 begincodespacerange\n<0000> <FFFF>\nendcodespacerange\n";
    for (std::size_t i = 0; i < lines.size(); i += 100) {
        std::size_t count = std::min<std::size_t>(100, lines.size() - i);
        map += fmt::format("{} beginbfchar\n", count);
        for (std::size_t k = i; k < i + count; ++k) map += lines[k];
        map += "endbfchar\n";
    }
    return map + "endcmap\nCMapName currentdict /CMap defineresource pop\nend\nend\n";
}

}  // namespace

bool PdfFonts::carries(const Face& face) {
    return Table(face, "glyf").there() || Table(face, "CFF ").there();
}

PdfFonts::Use& PdfFonts::useOf(const FacePtr& face) {
    for (Use& use : uses_)
        if (use.face == face) return use;
    uses_.push_back({face, fmt::format("/F{}", uses_.size() + 1)});
    return uses_.back();
}

std::string PdfFonts::nameFor(const FacePtr& face, const std::vector<Glyph>& glyphs) {
    Use& use = useOf(face);
    for (const Glyph& g : glyphs) {
        if (g.id == 0) continue;  // not in the font
        auto& letters = use.glyphs[g.id];
        if (letters.empty()) letters = g.letters;
    }
    return use.name;
}

std::string PdfFonts::typingName(const Look& look) {
    if (letters_.empty()) letters_ = lettersTyped(language_);
    FacePtr face = book_.face(look);
    auto& known = typed_[face.get()];
    if (!known.empty()) return known;
    // A face that lacks the letters of the form's own language cannot show what is typed; one that has them does.
    if (!carries(*face)) face = book_.face("", look.bold, look.italic);
    for (char32_t c : letters_.substr(letters_.size() - std::min<std::size_t>(letters_.size(), 40)))
        if (face->glyphOf(c) == 0)
            if (const FacePtr other = book_.faceWith(c, look.family, look.bold, look.italic); other->glyphOf(c) != 0) {
                face = other;
                break;
            }
    Use& use = useOf(face);
    if (!use.typed)
        for (char32_t c : letters_)
            if (const unsigned glyph = face->glyphOf(c); glyph != 0) {
                auto& letters = use.glyphs[glyph];
                if (letters.empty()) letters = std::u32string(1, c);
            }
    use.typed = true;
    return known = use.name;
}

/// A stream of what a face gives for some of its glyphs, packed once for all PDFs that need the same. `length`, when
/// not null, is told its length unpacked.
Object PdfFonts::keptStream(const std::string& key, const std::function<std::string()>& made, std::size_t* length) {
    // In front of the packed bytes stands how many they were.
    const std::string kept = book_.kept(key, [&] {
        const std::string bytes = made();
        uLongf size = compressBound(bytes.size());
        std::string packed(size, '\0');
        if (compress(reinterpret_cast<Bytef*>(packed.data()), &size, reinterpret_cast<const Bytef*>(bytes.data()),
                     bytes.size()) != Z_OK)
            throw std::bad_alloc();  // the only way for it to fail
        packed.resize(size);
        return fmt::format("{}\n", bytes.size()) + packed;
    });
    const std::size_t from = kept.find('\n') + 1;
    if (length) *length = std::stoul(kept);
    Object stream = Object::newStream(&pdf_);
    stream.replaceStreamData(kept.substr(from), Object::newName("/FlateDecode"), Object::newNull());
    return stream;
}

Object PdfFonts::descriptor(const Face& face, const std::string& name, Object file, bool cff) {
    const Table head(face, "head"), post(face, "post"), os2(face, "OS/2");
    auto em = [&](double units) { return Object::newInteger(std::lround(units * 1000 / face.unitsPerEm)); };
    const int family = os2.byte(30), slant = post.signed16(4), weight = os2.there() ? os2.unsigned16(4) : 400;
    // ISO 32000-1, table 123: fixed pitch, serif, symbolic (its glyphs are taken by number), italic.
    const bool serif = family >= 1 && family <= 5;
    const int flags = (post.byte(15) || post.byte(14) ? 1 : 0) | (serif ? 2 : 0) | 4 | (slant != 0 ? 64 : 0);
    Object d = Object::newDictionary();
    d.replaceKey("/Type", Object::newName("/FontDescriptor"));
    d.replaceKey("/FontName", Object::newName(name));
    d.replaceKey("/Flags", Object::newInteger(flags));
    d.replaceKey("/FontBBox", Object::newArray({em(head.signed16(36)), em(head.signed16(38)), em(head.signed16(40)),
                                                em(head.signed16(42))}));
    d.replaceKey("/ItalicAngle", Object::newInteger(slant));
    d.replaceKey("/Ascent", Object::newInteger(int(face.ascent * 1000)));
    d.replaceKey("/Descent", Object::newInteger(-int(face.descent * 1000)));
    d.replaceKey("/CapHeight", Object::newInteger(int(face.capHeight * 1000)));
    // Fonts do not say how thick their stems are; the usual guess goes by their weight.
    d.replaceKey("/StemV", Object::newInteger(50 + weight * weight / 4225));
    d.replaceKey(cff ? "/FontFile3" : "/FontFile2", file);
    return pdf_.makeIndirectObject(d);
}

Object PdfFonts::fontOf(const Use& use) {
    const Face& face = *use.face;
    const bool cff = Table(face, "CFF ").there();
    std::vector<unsigned> glyphs;
    std::string seed = face.postScriptName, letterSeed;
    Object widths = Object::newArray(), stretch = Object::newArray();
    for (const auto& [glyph, letters] : use.glyphs) {
        (seed += ',') += fmt::format_int(glyph).c_str();
        (letterSeed += ',') += utf8(letters);
        // Glyphs with neighbouring numbers stand in one array.
        if (glyphs.empty() || glyphs.back() + 1 != glyph) {
            widths.appendItem(Object::newInteger(glyph));
            stretch = Object::newArray();
            widths.appendItem(stretch);
        }
        stretch.appendItem(Object::newInteger(std::lround(face.advanceOf(glyph) * 1000)));
        glyphs.push_back(glyph);
    }
    const std::string base = "/" + tagFor(seed) + "+" + face.postScriptName;
    const std::string key = fmt::format("{} {}", fmt::ptr(&face), seed);
    std::size_t length = 0;
    Object file = keptStream(
        key, [&] { return subset(face, glyphs); }, &length);
    if (cff)
        file.getDict().replaceKey("/Subtype", Object::newName("/OpenType"));
    else
        file.getDict().replaceKey("/Length1", Object::newInteger(static_cast<long long>(length)));
    Object cid = Object::newDictionary();
    cid.replaceKey("/Type", Object::newName("/Font"));
    cid.replaceKey("/Subtype", Object::newName(cff ? "/CIDFontType0" : "/CIDFontType2"));
    cid.replaceKey("/BaseFont", Object::newName(base));
    cid.replaceKey("/CIDSystemInfo", Object::parse("<< /Registry (Adobe) /Ordering (Identity) /Supplement 0 >>"));
    cid.replaceKey("/FontDescriptor", descriptor(face, base, file, cff));
    cid.replaceKey("/W", widths);
    if (!cff) cid.replaceKey("/CIDToGIDMap", Object::newName("/Identity"));
    Object font = Object::newDictionary();
    font.replaceKey("/Type", Object::newName("/Font"));
    font.replaceKey("/Subtype", Object::newName("/Type0"));
    font.replaceKey("/BaseFont", Object::newName(base));
    font.replaceKey("/Encoding", Object::newName("/Identity-H"));
    font.replaceKey("/DescendantFonts", Object::newArray({pdf_.makeIndirectObject(cid)}));
    font.replaceKey("/ToUnicode", keptStream(key + letterSeed, [&] { return toUnicode(use.glyphs); }));
    return pdf_.makeIndirectObject(font);
}

void PdfFonts::embed() {
    for (const Use& use : uses_)
        if (use.face->usable) resources_.replaceKey(use.name, fontOf(use));
    // What viewers that draw ticks themselves draw them with: one of the fonts that every viewer has (9.6.2.2).
    Object ticks = Object::newDictionary();
    ticks.replaceKey("/Type", Object::newName("/Font"));
    ticks.replaceKey("/Subtype", Object::newName("/Type1"));
    ticks.replaceKey("/BaseFont", Object::newName("/ZapfDingbats"));
    typing_ = resources_.shallowCopy();
    typing_.replaceKey("/ZaDb", pdf_.makeIndirectObject(ticks));
}

}  // namespace brindel
