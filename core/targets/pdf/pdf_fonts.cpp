#include "core/targets/pdf/pdf_fonts.h"

#include <fmt/format.h>
#include <hb-ot.h>
#include <hb-subset.h>
#include <hb.h>

#include <array>
#include <cmath>

namespace brindel {
namespace {

using Object = QPDFObjectHandle;

/// The characters of WinAnsiEncoding from 128 to 159 (ISO 32000, annex D.2); the rest is as in Latin-1.
constexpr std::array<char32_t, 32> winAnsi = {0x20AC, 0x2022, 0x201A, 0x0192, 0x201E, 0x2026, 0x2020, 0x2021,
                                              0x02C6, 0x2030, 0x0160, 0x2039, 0x0152, 0x2022, 0x017D, 0x2022,
                                              0x2022, 0x2018, 0x2019, 0x201C, 0x201D, 0x2022, 0x2013, 0x2014,
                                              0x02DC, 0x2122, 0x0161, 0x203A, 0x0153, 0x2022, 0x017E, 0x0178};

char32_t winAnsiLetter(int code) {
    return code >= 128 && code < 160 ? winAnsi[std::size_t(code - 128)] : char32_t(code);
}

bool isCff(const Face& face) {
    hb_blob_t* table = hb_face_reference_table(face.hbFace(), HB_TAG('C', 'F', 'F', ' '));
    bool cff = hb_blob_get_length(table) > 0;
    hb_blob_destroy(table);
    return cff;
}

/// The font file with only the glyphs or letters asked for; glyph numbers are kept when `glyphs` are given.
std::string subset(const Face& face, const std::vector<unsigned>& glyphs, const std::vector<char32_t>& letters) {
    hb_subset_input_t* input = hb_subset_input_create_or_fail();
    if (!input) return "";
    for (unsigned glyph : glyphs) hb_set_add(hb_subset_input_glyph_set(input), glyph);
    for (char32_t letter : letters) hb_set_add(hb_subset_input_unicode_set(input), letter);
    if (!glyphs.empty()) hb_subset_input_set_flags(input, HB_SUBSET_FLAGS_RETAIN_GIDS);
    hb_set_t* drop = hb_subset_input_set(input, HB_SUBSET_SETS_DROP_TABLE_TAG);
    for (hb_tag_t tag : {HB_TAG('G', 'S', 'U', 'B'), HB_TAG('G', 'P', 'O', 'S'), HB_TAG('G', 'D', 'E', 'F'),
                         HB_TAG('D', 'S', 'I', 'G')})
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
    for (char32_t c : letters) {
        if (c < 0x10000)
            hex += fmt::format("{:04X}", unsigned(c));
        else
            hex += fmt::format("{:04X}{:04X}", unsigned(0xD800 + ((c - 0x10000) >> 10)),
                               unsigned(0xDC00 + ((c - 0x10000) & 0x3FF)));
    }
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

PdfFonts::Use& PdfFonts::useOf(std::vector<Use>& uses, const FacePtr& face, char letter) {
    for (Use& use : uses)
        if (use.face == face) return use;
    uses.push_back({face, fmt::format("/{}{}", letter, uses.size() + 1)});
    return uses.back();
}

std::string PdfFonts::nameFor(const FacePtr& face, const std::vector<Glyph>& glyphs) {
    Use& use = useOf(drawn_, face, 'F');
    for (const Glyph& g : glyphs) use.glyphs.try_emplace(g.id, g.letters);
    return use.name;
}

std::string PdfFonts::typingName(const FacePtr& face) {
    return useOf(typed_, face, 'T').name;
}

Object PdfFonts::descriptor(const Face& face, const std::string& tag, const std::string& file, bool cff) {
    Object d = Object::newDictionary();
    d.replaceKey("/Type", Object::newName("/FontDescriptor"));
    d.replaceKey("/FontName", Object::newName("/" + tag + "+" + face.postScriptName));
    d.replaceKey("/Flags", Object::newInteger(32));
    d.replaceKey("/FontBBox",
                 Object::parse(fmt::format("[-500 {} 1500 {}]", -int(face.descent * 1000), int(face.ascent * 1000))));
    d.replaceKey("/ItalicAngle", Object::newInteger(0));
    d.replaceKey("/Ascent", Object::newInteger(int(face.ascent * 1000)));
    d.replaceKey("/Descent", Object::newInteger(-int(face.descent * 1000)));
    d.replaceKey("/CapHeight", Object::newInteger(int(face.capHeight * 1000)));
    d.replaceKey("/StemV", Object::newInteger(80));
    Object stream = Object::newStream(&pdf_, file);
    if (cff)
        stream.getDict().replaceKey("/Subtype", Object::newName("/OpenType"));
    else
        stream.getDict().replaceKey("/Length1", Object::newInteger(static_cast<long long>(file.size())));
    d.replaceKey(cff ? "/FontFile3" : "/FontFile2", stream);
    return pdf_.makeIndirectObject(d);
}

Object PdfFonts::drawnFont(const Use& use) {
    const Face& face = *use.face;
    const bool cff = isCff(face);
    std::vector<unsigned> glyphs;
    std::string seed = face.postScriptName, widths = "[";
    for (const auto& [glyph, letters] : use.glyphs) {
        glyphs.push_back(glyph);
        seed += fmt::format(",{}", glyph);
        widths += fmt::format("{} [{}] ", glyph, std::lround(face.advanceOf(glyph) * 1000));
    }
    const std::string tag = tagFor(seed);
    const std::string base = "/" + tag + "+" + face.postScriptName;
    Object cid = Object::newDictionary();
    cid.replaceKey("/Type", Object::newName("/Font"));
    cid.replaceKey("/Subtype", Object::newName(cff ? "/CIDFontType0" : "/CIDFontType2"));
    cid.replaceKey("/BaseFont", Object::newName(base));
    cid.replaceKey("/CIDSystemInfo", Object::parse("<< /Registry (Adobe) /Ordering (Identity) /Supplement 0 >>"));
    cid.replaceKey("/FontDescriptor", descriptor(face, tag, subset(face, glyphs, {}), cff));
    cid.replaceKey("/W", Object::parse(widths + "]"));
    if (!cff) cid.replaceKey("/CIDToGIDMap", Object::newName("/Identity"));
    Object font = Object::newDictionary();
    font.replaceKey("/Type", Object::newName("/Font"));
    font.replaceKey("/Subtype", Object::newName("/Type0"));
    font.replaceKey("/BaseFont", Object::newName(base));
    font.replaceKey("/Encoding", Object::newName("/Identity-H"));
    font.replaceKey("/DescendantFonts", Object::newArray({pdf_.makeIndirectObject(cid)}));
    font.replaceKey("/ToUnicode", Object::newStream(&pdf_, toUnicode(use.glyphs)));
    return pdf_.makeIndirectObject(font);
}

Object PdfFonts::typedFont(const Face& face) {
    Object font = Object::newDictionary();
    font.replaceKey("/Type", Object::newName("/Font"));
    font.replaceKey("/Encoding", Object::newName("/WinAnsiEncoding"));
    if (isCff(face) || !face.usable) {
        // A CFF font cannot stand behind a simple TrueType font; every reader has the standard one.
        font.replaceKey("/Subtype", Object::newName("/Type1"));
        font.replaceKey("/BaseFont", Object::newName("/Helvetica"));
        return pdf_.makeIndirectObject(font);
    }
    std::vector<char32_t> letters;
    Object widths = Object::newArray();
    for (int code = 32; code < 256; ++code) {
        char32_t letter = winAnsiLetter(code);
        letters.push_back(letter);
        widths.appendItem(Object::newInteger(std::lround(face.advanceOf(face.glyphOf(letter)) * 1000)));
    }
    const std::string tag = tagFor(face.postScriptName + "WinAnsi");
    font.replaceKey("/Subtype", Object::newName("/TrueType"));
    font.replaceKey("/BaseFont", Object::newName("/" + tag + "+" + face.postScriptName));
    font.replaceKey("/FirstChar", Object::newInteger(32));
    font.replaceKey("/LastChar", Object::newInteger(255));
    font.replaceKey("/Widths", widths);
    font.replaceKey("/FontDescriptor", descriptor(face, tag, subset(face, {}, letters), false));
    return pdf_.makeIndirectObject(font);
}

void PdfFonts::embed() {
    for (const Use& use : drawn_)
        if (use.face->usable) resources_.replaceKey(use.name, drawnFont(use));
    for (const Use& use : typed_) resources_.replaceKey(use.name, typedFont(*use.face));
}

}  // namespace brindel
