#include "core/targets/png/png_file.h"

#include <cairo-ft.h>
#include <cairo.h>
#include <ft2build.h>
#include FT_FREETYPE_H

#include <cmath>
#include <map>
#include <mutex>
#include <numbers>

#include "core/answers/picture_data.h"
#include "core/model/measures.h"
#include "core/targets/leaves.h"
#include "core/targets/pictures.h"

namespace brindel {
namespace {

/// FreeType's library, of which only one thread opens or closes a face at a time.
struct Library {
    std::mutex busy;
    FT_Library made = nullptr;
};
Library& library() {
    // Never taken down: cairo lets go of faces when it likes.
    static Library* const one = [] {
        auto* fresh = new Library;
        FT_Init_FreeType(&fresh->made);
        return fresh;
    }();
    return *one;
}

/// cairo's faces over those of FreeType, for one picture. cairo keeps glyphs by the address of a face, also after its
/// picture is done: a face is closed when cairo has done with it, or another one at its address would show its glyphs.
class Faces {
  public:
    Faces() = default;
    ~Faces() {
        for (auto& [face, made] : open_) cairo_font_face_destroy(made);
    }
    Faces(const Faces&) = delete;
    Faces& operator=(const Faces&) = delete;

    cairo_font_face_t* of(const Face& face) {
        auto at = open_.find(&face);
        if (at != open_.end()) return at->second;
        FT_Face opened = nullptr;
        {
            const std::lock_guard lock(library().busy);
            if (FT_New_Face(library().made, face.path.c_str(), face.index, &opened) != 0) return nullptr;
        }
        cairo_font_face_t* made = cairo_ft_font_face_create_for_ft_face(opened, FT_LOAD_NO_HINTING);
        static const cairo_user_data_key_t key = {};
        cairo_font_face_set_user_data(made, &key, opened, [](void* done) {
            const std::lock_guard lock(library().busy);
            FT_Done_Face(static_cast<FT_Face>(done));
        });
        return open_[&face] = made;
    }

  private:
    std::map<const Face*, cairo_font_face_t*> open_;
};

void colour(cairo_t* cr, Colour c) {
    cairo_set_source_rgb(cr, c.red / 255.0, c.green / 255.0, c.blue / 255.0);
}

void paint(cairo_t* cr, const std::optional<Colour>& fill, const std::optional<Pen>& pen) {
    if (fill) {
        colour(cr, *fill);
        pen ? cairo_fill_preserve(cr) : cairo_fill(cr);
    }
    if (pen) {
        colour(cr, pen->colour);
        cairo_set_line_width(cr, pen->width);
        cairo_set_dash(cr, pen->dash.data(), int(pen->dash.size()), 0);
        cairo_set_line_join(cr, CAIRO_LINE_JOIN_ROUND);
        cairo_stroke(cr);
    }
    cairo_new_path(cr);
}

struct Painter {
    cairo_t* cr;
    Faces& faces;

    void operator()(const BoxMark& m) const {
        const Box& b = m.box;
        double r = std::min({m.radius, b.width / 2, b.height / 2});
        if (r > 0) {
            constexpr double quarter = std::numbers::pi / 2;
            cairo_new_sub_path(cr);
            cairo_arc(cr, b.right() - r, b.top + r, r, -quarter, 0);
            cairo_arc(cr, b.right() - r, b.bottom() - r, r, 0, quarter);
            cairo_arc(cr, b.left + r, b.bottom() - r, r, quarter, 2 * quarter);
            cairo_arc(cr, b.left + r, b.top + r, r, 2 * quarter, 3 * quarter);
            cairo_close_path(cr);
        } else {
            cairo_rectangle(cr, b.left, b.top, b.width, b.height);
        }
        paint(cr, m.fill, m.outline);
    }
    void operator()(const PathMark& m) const {
        for (const Point& p : m.points) cairo_line_to(cr, p.x, p.y);
        if (m.closed) cairo_close_path(cr);
        paint(cr, m.fill, m.outline);
    }
    void operator()(const TextMark& m) const {
        colour(cr, m.colour);
        for (const Run& run : m.text.runs) {
            cairo_font_face_t* face = faces.of(*run.face);
            if (!face) continue;
            cairo_set_font_face(cr, face);
            cairo_set_font_size(cr, m.size);
            std::vector<cairo_glyph_t> glyphs;
            for (const Glyph& g : run.glyphs) glyphs.push_back({g.id, m.at.x + g.x * m.size, m.at.y - g.y * m.size});
            cairo_show_glyphs(cr, glyphs.data(), int(glyphs.size()));
        }
        if (m.underline) {
            cairo_rectangle(cr, m.at.x, m.at.y + m.size * 0.1, m.text.width * m.size, m.size * 0.06);
            cairo_fill(cr);
        }
    }
    void operator()(const ImageMark& m) const {
        const auto pixels = pixelsOf(m.png);
        if (!pixels) return;
        // cairo wants the bytes of a pixel as one number, with the colours multiplied by how opaque it is.
        cairo_surface_t* picture = cairo_image_surface_create(CAIRO_FORMAT_ARGB32, pixels->width, pixels->height);
        if (cairo_surface_status(picture) == CAIRO_STATUS_SUCCESS) {
            unsigned char* to = cairo_image_surface_get_data(picture);
            const int stride = cairo_image_surface_get_stride(picture);
            for (int y = 0; y < pixels->height; ++y)
                for (int x = 0; x < pixels->width; ++x) {
                    const std::uint8_t* p =
                        &pixels->bytes[(std::size_t(y) * std::size_t(pixels->width) + std::size_t(x)) * 4];
                    auto times = [&](std::uint8_t v) { return std::uint32_t(v * p[3] / 255); };
                    *reinterpret_cast<std::uint32_t*>(to + y * stride + x * 4) =
                        std::uint32_t(p[3]) << 24 | times(p[0]) << 16 | times(p[1]) << 8 | times(p[2]);
                }
            cairo_surface_mark_dirty(picture);
            cairo_save(cr);
            cairo_translate(cr, m.box.left, m.box.top);
            cairo_scale(cr, m.box.width / pixels->width, m.box.height / pixels->height);
            cairo_set_source_surface(cr, picture, 0, 0);
            cairo_paint(cr);
            cairo_restore(cr);
        }
        cairo_surface_destroy(picture);
    }
    void operator()(const ClipMark& m) const {
        cairo_save(cr);
        cairo_rectangle(cr, m.box.left, m.box.top, m.box.width, m.box.height);
        cairo_clip(cr);
    }
    void operator()(const ClipEndMark&) const { cairo_restore(cr); }
};

Result<std::string> pictureOf(const Form& form, const FontBook& fonts, const std::vector<Leaf>& leaves, double scale,
                              const Filling* filling) {
    if (auto pictures = picturesInOrder(form, filling); !pictures) return tl::unexpected(pictures.error());
    const double unit = scale * measuresFor(form).pixels;
    const double bar = measuresFor(form).titleBar, gap = measuresFor(form).leafGap;
    double width = 0, height = 0;
    for (const Leaf& leaf : leaves) {
        Extent size = surfaceSize(form, leaf.surface);
        width = std::max(width, size.width);
        height += (height > 0 ? gap : 0) + size.height + bar;
    }
    const double wide = std::ceil(width * unit - 1e-6), high = std::ceil(height * unit - 1e-6);
    if (!(wide >= 1) || !(high >= 1) || wide * high > 40e6 || high > 32000 || wide > 32000)
        return failure("", said("The picture would be too large."));
    cairo_surface_t* surface = cairo_image_surface_create(CAIRO_FORMAT_RGB24, int(wide), int(high));
    cairo_t* cr = cairo_create(surface);
    colour(cr, {0xE7, 0xE1, 0xD8});
    cairo_paint(cr);
    cairo_scale(cr, unit, unit);
    {
        Faces faces;
        for (const Leaf& leaf : leaves) {
            DrawOptions options{fonts, leaf.turned, filling, true, true};
            if (bar > 0) {
                for (const Mark& mark : drawnTitleBar(form, fonts)) std::visit(Painter{cr, faces}, mark);
                cairo_translate(cr, 0, bar);
            }
            for (const Mark& mark : drawnSurface(form, leaf.surface, options)) std::visit(Painter{cr, faces}, mark);
            cairo_translate(cr, 0, surfaceSize(form, leaf.surface).height + gap);
        }
    }
    std::string bytes;
    cairo_status_t status = cairo_surface_write_to_png_stream(
        surface,
        [](void* to, const unsigned char* data, unsigned size) {
            static_cast<std::string*>(to)->append(reinterpret_cast<const char*>(data), size);
            return CAIRO_STATUS_SUCCESS;
        },
        &bytes);
    cairo_destroy(cr);
    cairo_surface_destroy(surface);
    if (status != CAIRO_STATUS_SUCCESS) return failure("", said("The picture cannot be drawn."));
    return bytes;
}

}  // namespace

Result<std::string> pngOf(const Form& form, const FontBook& fonts, double scale, const Filling* filling) {
    return pictureOf(form, fonts, leavesOf(form), scale, filling);
}

Result<std::string> pngOfLeaf(const Form& form, const FontBook& fonts, const Leaf& leaf, double scale) {
    return pictureOf(form, fonts, {leaf}, scale, nullptr);
}

}  // namespace brindel
