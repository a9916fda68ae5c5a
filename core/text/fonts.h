// Fonts found by fontconfig, shaped by HarfBuzz: glyphs and widths that the sheet, the PDF and the pictures all share,
// so that text is as wide in one as in the other.
#pragma once

#include <functional>
#include <memory>
#include <mutex>
#include <string>
#include <vector>

#include "core/model/looks.h"

struct hb_face_t;
struct hb_font_t;

namespace brindel {

/// One font file opened for shaping and embedding. Shared and never changed.
class Face {
  public:
    Face(std::string path, int index);
    ~Face();
    Face(const Face&) = delete;
    Face& operator=(const Face&) = delete;

    std::string path;
    int index = 0;  // in a collection; in the upper 16 bits the named style of a variable font, from 1
    std::string postScriptName;
    double ascent = 0.9, descent = 0.25;  // of one em, both positive
    double capHeight = 0.7;               // of one em
    int unitsPerEm = 1000;
    bool usable = false;  // false when the file could not be read as a font

    hb_face_t* hbFace() const { return face_; }
    hb_font_t* hbFont() const { return font_; }
    /// The glyph of a character; 0 when the font has none.
    unsigned glyphOf(char32_t character) const;
    /// The advance of a glyph in ems.
    double advanceOf(unsigned glyph) const;

  private:
    hb_face_t* face_ = nullptr;
    hb_font_t* font_ = nullptr;
};
using FacePtr = std::shared_ptr<const Face>;

struct Glyph {
    unsigned id = 0;
    double x = 0, y = 0;     // where it is drawn, in ems from the start of the line, y upwards
    double advance = 0;      // ems
    std::size_t from = 0;    // the first letter of the line that it stands for
    std::u32string letters;  // the characters it stands for; empty for later glyphs of one cluster
};

/// A stretch of text in one face.
struct Run {
    FacePtr face;
    std::vector<Glyph> glyphs;
};

/// One line of text in the order in which it is seen, from left to right; `width` in ems.
struct Shaped {
    std::vector<Run> runs;
    double width = 0;
};

/// Finds and keeps faces. Safe to use from several threads.
class FontBook {
  public:
    FontBook();
    ~FontBook();

    /// The face nearest to what is asked for. An empty family means `desktopFamily`.
    FacePtr face(const std::string& family, bool bold, bool italic) const;
    FacePtr face(const Look& look) const { return face(look.family, look.bold, look.italic); }
    /// A face that has `character`, as like the asked-for one as can be; the asked-for one when no font has it.
    FacePtr faceWith(char32_t character, const std::string& family, bool bold, bool italic) const;

    /// True for a family that is on this machine and whose licence lets a file carry it (OpenType, OS/2 table, fsType).
    bool canEmbed(const std::string& family) const;

    /// One line of UTF-8 text; control characters are left out, broken bytes become U+FFFD. Scripts that run from right
    /// to left are set so (Unicode Bidirectional Algorithm, UAX 9); the line's direction is that of its first strong
    /// letter. Takes about as long as the text is.
    Shaped shape(const std::string& text, const Look& look) const;
    /// Its width in points at the look's size.
    double width(const std::string& text, const Look& look) const;
    /// The distance between two lines in points.
    double lineHeight(const Look& look) const;
    /// The lines a text takes at a width in points: broken where the Unicode Line Breaking Algorithm (UAX 14) lets it
    /// where it wraps, and at every line break; the spaces at a break belong to neither line. A word that is too long
    /// by itself is cut between letters as people see them. Each paragraph is shaped once: takes as long as the text
    /// is.
    std::vector<std::string> lines(const std::string& text, const Look& look, double width, bool wraps) const;
    /// `text` cut to `width` points, with an ellipsis where something is cut.
    std::string fitted(const std::string& text, const Look& look, double width) const;

    /// What `made` makes of a face, bytes that are dear to make and the same every time: kept under `key` for whoever
    /// asks again, up to some megabytes.
    std::string kept(const std::string& key, const std::function<std::string()>& made) const;

    /// The family that an empty one stands for: Lato, or what the application says its desktop uses.
    std::string desktopFamily = "Lato";

  private:
    FacePtr faceWith(char32_t character, const FacePtr& first, const std::string& family, bool bold, bool italic) const;
    std::optional<double> knownWidth(const std::string& text, const Look& look) const;
    void keepWidth(const std::string& text, const Look& look, double ems) const;

    struct Store;
    std::unique_ptr<Store> store_;
};

/// UTF-8 as letters (code points); broken bytes become U+FFFD.
std::u32string lettersOf(std::string_view utf8);
std::string utf8(std::u32string_view letters);
/// Letters as units of UTF-16, those beyond the first plane as two.
std::u16string utf16(std::u32string_view letters);
/// The number of characters (code points) in UTF-8 text.
std::size_t characterCount(std::string_view utf8);
/// The first `count` characters.
std::string firstCharacters(std::string_view utf8, std::size_t count);

}  // namespace brindel
