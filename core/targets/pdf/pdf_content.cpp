#include "core/targets/pdf/pdf_content.h"

#include <fmt/format.h>
#include <hb.h>

#include <algorithm>
#include <cmath>

namespace brindel {

void addPdfNumber(std::string& to, double number) {
    if (!(std::abs(number) < 1e9)) {
        to += numberText(number, 3);
        return;
    }
    // A page has many: whole numbers are written faster than others.
    const long long parts = std::llround(number * 1000);
    const long long size = parts < 0 ? -parts : parts, whole = size / 1000;
    if (parts < 0) to += '-';
    const fmt::format_int digits(whole);
    to.append(digits.data(), digits.size());
    if (const int rest = int(size % 1000); rest != 0) {
        const char places[] = {'.', char('0' + rest / 100), char('0' + rest / 10 % 10), char('0' + rest % 10)};
        to.append(places, rest % 10 != 0 ? 4 : rest % 100 != 0 ? 3 : 2);
    }
}

std::string pdfNumber(double number) {
    std::string text;
    addPdfNumber(text, number);
    return text;
}

std::string pdfColour(Colour c) {
    std::string text;
    for (const int part : {c.red, c.green, c.blue}) {
        if (!text.empty()) text += ' ';
        addPdfNumber(text, part / 255.0);
    }
    return text;
}

namespace {

template <class Pen>
Pen& penOf(void* data) {
    return *static_cast<Pen*>(data);
}

struct Writer {
    double scale, height;
    PdfInk& ink;
    PaintState& now;
    std::string out = {};

    std::string x(double v) const { return pdfNumber(v * scale); }
    std::string y(double v) const { return pdfNumber((height - v) * scale); }
    std::string point(double px, double py) const { return x(px) + " " + y(py); }

    /// Numbers from the left and from below, and what is done with them.
    void path(std::initializer_list<Point> points, const char* does) {
        for (const Point& p : points) {
            addPdfNumber(out, p.x * scale);
            out += ' ';
            addPdfNumber(out, (height - p.y) * scale);
            out += ' ';
        }
        (out += does) += '\n';
    }
    void filled(Colour colour) {
        if (now.fill == colour) return;
        now.fill = colour;
        out += pdfColour(colour) + " rg\n";
    }
    void pen(const Pen& p) {
        if (now.pen && now.pen->colour == p.colour && now.pen->width == p.width && now.pen->dash == p.dash) return;
        now.pen = p;
        out += fmt::format("{} RG {} w 1 j [", pdfColour(p.colour), x(p.width));
        for (double d : p.dash) out += x(d) + " ";
        out += "] 0 d\n";
    }
    void paint(const std::optional<Colour>& fill, const std::optional<Pen>& p, bool closed) {
        out += fill && p ? (closed ? "b\n" : "B\n") : fill ? "f\n" : p ? (closed ? "s\n" : "S\n") : "n\n";
    }
    void begin(const std::optional<Colour>& fill, const std::optional<Pen>& p) {
        if (fill) filled(*fill);
        if (p) pen(*p);
    }
    /// Its edges, with quarter circles as Bézier curves: 0.5523 is the usual distance of their handles.
    std::string roundedPath(const Box& b, double r) {
        const double k = r * (1 - 0.5523), l = b.left, t = b.top, e = b.right(), d = b.bottom();
        path({{l + r, t}}, "m");
        path({{e - r, t}}, "l");
        path({{e - k, t}, {e, t + k}, {e, t + r}}, "c");
        path({{e, d - r}}, "l");
        path({{e, d - k}, {e - k, d}, {e - r, d}}, "c");
        path({{l + r, d}}, "l");
        path({{l + k, d}, {l, d - k}, {l, d - r}}, "c");
        path({{l, t + r}}, "l");
        path({{l, t + k}, {l + k, t}, {l + r, t}}, "c");
        return std::move(out);
    }
    void operator()(const BoxMark& m) {
        begin(m.fill, m.outline);
        const Box& b = m.box;
        double r = std::min({m.radius, b.width / 2, b.height / 2});
        if (r <= 0) {
            out += fmt::format("{} {} {} {} re\n", x(b.left), y(b.bottom()), x(b.width), x(b.height));
            return paint(m.fill, m.outline, true);
        }
        // Boxes of one size have one path, each moved to its place: it is worked out once, and packs to nothing.
        auto [at, fresh] = ink.rounded.try_emplace({b.width, b.height, r});
        if (fresh) at->second = Writer{scale, b.height, ink, now}.roundedPath({0, 0, b.width, b.height}, r);
        out += "q 1 0 0 1 " + point(b.left, b.bottom()) + " cm\n" + at->second;
        paint(m.fill, m.outline, true);
        out += "Q\n";
    }
    void operator()(const PathMark& m) {
        if (m.points.empty()) return;
        begin(m.fill, m.outline);
        for (std::size_t i = 0; i < m.points.size(); ++i)
            out += point(m.points[i].x, m.points[i].y) + (i ? " l\n" : " m\n");
        paint(m.fill, m.outline, m.closed);
    }
    void operator()(const TextMark& m) {
        filled(m.colour);
        std::vector<Box> missing;
        for (const Run& run : m.text.runs) {
            if (run.glyphs.empty()) continue;
            if (!ink.fonts.carries(*run.face)) {
                outlines(run, m);
                continue;
            }
            const std::string font = ink.fonts.nameFor(run.face, run.glyphs);
            // The pen starts at the first glyph and goes on by the font's own widths; kerning is written between.
            double at = run.glyphs.front().x, rise = 0;
            out += fmt::format("BT {} {} Tf 1 0 0 1 {} Tm [", font, x(m.size), point(m.at.x + at * m.size, m.at.y));
            std::string hex;
            auto flush = [&] {
                if (!hex.empty()) out += "<" + hex + ">";
                hex.clear();
            };
            for (const Glyph& g : run.glyphs) {
                if (g.id == 0) {
                    missing.push_back({m.at.x + g.x * m.size, m.at.y - m.size * 0.7, g.advance * m.size, m.size * 0.7});
                    continue;
                }
                if (std::abs(g.y - rise) > 0.0005) {
                    flush();
                    rise = g.y;
                    out += fmt::format("] TJ {} Ts [", x(rise * m.size));
                }
                if (double off = g.x - at; std::abs(off) > 0.0005) {
                    flush();
                    out += pdfNumber(-off * 1000) + " ";
                    at = g.x;
                }
                hex += fmt::format("{:04X}", g.id);
                at += std::round(run.face->advanceOf(g.id) * 1000) / 1000;
            }
            flush();
            out += rise != 0 ? "] TJ 0 Ts ET\n" : "] TJ ET\n";
        }
        // A letter that no font has is an empty box; the font's own must not be shown (ISO 14289-1, 7.21.8).
        for (const Box& box : missing) {
            const Box b = box.grown(-m.size * 0.08);
            pen({m.colour, m.size * 0.04, {}});
            out += fmt::format("{} {} {} {} re S\n", x(b.left), y(b.bottom()), x(b.width), x(b.height));
        }
        if (m.underline)
            out += fmt::format("{} {} {} {} re f\n", x(m.at.x), y(m.at.y + m.size * 0.16), x(m.text.width * m.size),
                               x(m.size * 0.06));
    }
    /// The letters of a face that cannot be carried, as areas that say what they are (14.9.4).
    void outlines(const Run& run, const TextMark& m) {
        struct OutlinePen {
            Writer& to;
            double left = 0, base = 0, em = 1;
            Point at(float px, float py) const { return {left + double(px) * em, base - double(py) * em}; }
        } pen{*this, 0, 0, m.size / run.face->unitsPerEm};
        static hb_draw_funcs_t* const funcs = [] {
            hb_draw_funcs_t* made = hb_draw_funcs_create();
            hb_draw_funcs_set_move_to_func(
                made,
                [](hb_draw_funcs_t*, void* data, hb_draw_state_t*, float x, float y, void*) {
                    penOf<OutlinePen>(data).to.path({penOf<OutlinePen>(data).at(x, y)}, "m");
                },
                nullptr, nullptr);
            hb_draw_funcs_set_line_to_func(
                made,
                [](hb_draw_funcs_t*, void* data, hb_draw_state_t*, float x, float y, void*) {
                    penOf<OutlinePen>(data).to.path({penOf<OutlinePen>(data).at(x, y)}, "l");
                },
                nullptr, nullptr);
            hb_draw_funcs_set_cubic_to_func(
                made,
                [](hb_draw_funcs_t*, void* data, hb_draw_state_t*, float ax, float ay, float bx, float by, float x,
                   float y, void*) {
                    penOf<OutlinePen>(data).to.path(
                        {penOf<OutlinePen>(data).at(ax, ay), penOf<OutlinePen>(data).at(bx, by),
                         penOf<OutlinePen>(data).at(x, y)},
                        "c");
                },
                nullptr, nullptr);
            hb_draw_funcs_make_immutable(made);
            return made;
        }();
        out += "/Span <</ActualText <FEFF";
        for (const Glyph& g : run.glyphs)
            for (char16_t unit : utf16(g.letters)) out += fmt::format("{:04X}", unsigned(unit));
        out += ">>> BDC\n";
        for (const Glyph& g : run.glyphs) {
            pen.left = m.at.x + g.x * m.size;
            pen.base = m.at.y - g.y * m.size;
            hb_font_get_glyph_shape(run.face->hbFont(), g.id, funcs, &pen);
        }
        out += "f\nEMC\n";
    }
    void blankAfter(const TextMark& m) {
        if (m.text.runs.empty()) return;
        const FacePtr& face = m.text.runs.back().face;
        const unsigned blank = face->glyphOf(U' ');
        if (blank == 0) return;
        const std::string font = ink.fonts.nameFor(face, {Glyph{blank, 0, 0, 0, 0, U" "}});
        out += fmt::format("BT {} {} Tf 1 0 0 1 {} Tm <{:04X}> Tj ET\n", font, x(m.size),
                           point(m.at.x + m.text.width * m.size, m.at.y), blank);
    }
    void operator()(const ImageMark& m) {
        const std::string name = ink.pictures.nameFor(m.png);
        if (name.empty()) return;
        out += fmt::format("q {} 0 0 {} {} {} cm {} Do Q\n", x(m.box.width), x(m.box.height), x(m.box.left),
                           y(m.box.bottom()), name);
    }
    void operator()(const ClipMark& m) {
        out += fmt::format("q {} {} {} {} re W n\n", x(m.box.left), y(m.box.bottom()), x(m.box.width), x(m.box.height));
    }
    void operator()(const ClipEndMark&) {
        out += "Q\n";
        now = {};  // as it was before the clip, whatever that was
    }
};

}  // namespace

PdfInk::PdfInk(QPDF& pdf, const FontBook& book, const std::string& language)
    : fonts(pdf, book, language),
      pictures(pdf),
      resources(pdf.makeIndirectObject(
          QPDFObjectHandle::newDictionary({{"/Font", fonts.resources()}, {"/XObject", pictures.resources()}}))) {}

std::string contentOf(const Drawing& drawing, double scale, double height, PdfInk& ink) {
    PaintState fresh;
    Writer writer{scale, height, ink, fresh};
    for (const Mark& mark : drawing) std::visit(writer, mark);
    return std::move(writer.out);
}

std::string markedContentOf(const Drawing& drawing, double scale, double height, PdfInk& ink, PaintState& now,
                            const ContentNumber& numberOf, std::string_view adornment) {
    Writer writer{scale, height, ink, now};
    enum class In { nothing, adornment, piece } in = In::nothing;
    std::optional<int> open;
    const TextMark* before = nullptr;  // the line before, in the same piece
    auto close = [&] {
        before = nullptr;
        if (in != In::nothing) writer.out += "EMC\n";
        in = In::nothing;
    };
    for (const Mark& mark : drawing) {
        const bool clips = std::holds_alternative<ClipMark>(mark) || std::holds_alternative<ClipEndMark>(mark);
        const std::optional<int> number = clips ? std::nullopt : numberOf(mark);
        if (!(in == In::piece && number == open) && !(in == In::adornment && !number)) {
            close();
            if (number)
                writer.out += fmt::format("/P <</MCID {}>> BDC\n", *number);
            else
                writer.out += adornment.empty() ? "/Artifact BMC\n" : fmt::format("/Artifact <<{}>> BDC\n", adornment);
            in = number ? In::piece : In::adornment;
            open = number;
        }
        // Lines of one wording are parted by a blank, which nobody sees, for whoever reads or copies it.
        const auto* words = std::get_if<TextMark>(&mark);
        if (words && number && before && in == In::piece) writer.blankAfter(*before);
        before = words && number ? words : nullptr;
        std::visit(writer, mark);
    }
    close();
    return std::move(writer.out);
}

}  // namespace brindel
