#include "core/targets/pdf/pdf_content.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace brindel {

std::string pdfNumber(double number) {
    if (!(std::abs(number) < 1e9)) return numberText(number, 4);
    // A page has many: whole numbers are written faster than others.
    const long long parts = std::llround(number * 10000);
    std::string text = fmt::format_int(parts < 0 ? -parts : parts).str();
    if (text.size() < 5) text.insert(0, 5 - text.size(), '0');
    text.insert(text.size() - 4, 1, '.');
    text.erase(text.find_last_not_of('0') + 1);
    if (text.back() == '.') text.pop_back();
    return parts < 0 ? "-" + text : text;
}

std::string pdfColour(Colour c) {
    return fmt::format("{} {} {}", pdfNumber(c.red / 255.0), pdfNumber(c.green / 255.0), pdfNumber(c.blue / 255.0));
}

namespace {

struct Writer {
    double scale, height;
    PdfInk& ink;
    std::string out;

    std::string x(double v) const { return pdfNumber(v * scale); }
    std::string y(double v) const { return pdfNumber((height - v) * scale); }
    std::string point(double px, double py) const { return x(px) + " " + y(py); }

    void pen(const std::optional<Pen>& p) {
        if (!p) return;
        out += fmt::format("{} RG {} w 1 j ", pdfColour(p->colour), x(p->width));
        out += "[";
        for (double d : p->dash) out += x(d) + " ";
        out += "] 0 d\n";
    }
    void paint(const std::optional<Colour>& fill, const std::optional<Pen>& p, bool closed) {
        out += fill && p ? (closed ? "b\n" : "B\n") : fill ? "f\n" : p ? (closed ? "s\n" : "S\n") : "n\n";
    }
    void begin(const std::optional<Colour>& fill, const std::optional<Pen>& p) {
        if (fill) out += pdfColour(*fill) + " rg\n";
        pen(p);
    }
    void operator()(const BoxMark& m) {
        begin(m.fill, m.outline);
        const Box& b = m.box;
        double r = std::min({m.radius, b.width / 2, b.height / 2});
        if (r <= 0) {
            out += fmt::format("{} {} {} {} re\n", x(b.left), y(b.bottom()), x(b.width), x(b.height));
        } else {
            // Quarter circles as Bézier curves: 0.5523 is the usual distance of their handles.
            const double k = r * (1 - 0.5523);
            auto curve = [&](double ax, double ay, double bx, double by, double cx, double cy) {
                out += fmt::format("{} {} {} c\n", point(ax, ay), point(bx, by), point(cx, cy));
            };
            const double l = b.left, t = b.top, e = b.right(), d = b.bottom();
            out += point(l + r, t) + " m\n" + point(e - r, t) + " l\n";
            curve(e - k, t, e, t + k, e, t + r);
            out += point(e, d - r) + " l\n";
            curve(e, d - k, e - k, d, e - r, d);
            out += point(l + r, d) + " l\n";
            curve(l + k, d, l, d - k, l, d - r);
            out += point(l, t + r) + " l\n";
            curve(l, t + k, l + k, t, l + r, t);
        }
        paint(m.fill, m.outline, true);
    }
    void operator()(const PathMark& m) {
        if (m.points.empty()) return;
        begin(m.fill, m.outline);
        for (std::size_t i = 0; i < m.points.size(); ++i)
            out += point(m.points[i].x, m.points[i].y) + (i ? " l\n" : " m\n");
        paint(m.fill, m.outline, m.closed);
    }
    void operator()(const TextMark& m) {
        out += pdfColour(m.colour) + " rg\n";
        std::vector<Box> missing;
        for (const Run& run : m.text.runs) {
            if (run.glyphs.empty()) continue;
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
            out += fmt::format("{} RG {} w {} {} {} {} re S\n", pdfColour(m.colour), x(m.size * 0.04), x(b.left),
                               y(b.bottom()), x(b.width), x(b.height));
        }
        if (m.underline)
            out += fmt::format("{} {} {} {} re f\n", x(m.at.x), y(m.at.y + m.size * 0.16), x(m.text.width * m.size),
                               x(m.size * 0.06));
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
    void operator()(const ClipEndMark&) { out += "Q\n"; }
};

}  // namespace

QPDFObjectHandle PdfInk::resources() const {
    QPDFObjectHandle both = QPDFObjectHandle::newDictionary();
    both.replaceKey("/Font", fonts.resources());
    both.replaceKey("/XObject", pictures.resources());
    return both;
}

std::string contentOf(const Drawing& drawing, double scale, double height, PdfInk& ink) {
    Writer writer{scale, height, ink, ""};
    for (const Mark& mark : drawing) std::visit(writer, mark);
    return std::move(writer.out);
}

std::string markedContentOf(const Drawing& drawing, double scale, double height, PdfInk& ink,
                            const ContentNumber& numberOf, std::string_view adornment) {
    Writer writer{scale, height, ink, ""};
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
