#include "core/edit/mirror.h"

#include <unicode/uloc.h>

namespace brindel {
namespace {

std::string otherSide(const std::string& holdsTo) {
    std::string turned;
    for (const char* edge : {"left", "top", "right", "bottom"}) {
        const std::string_view from = edge == std::string_view("left")    ? "right"
                                      : edge == std::string_view("right") ? "left"
                                                                          : edge;
        if (holdsTo.find(from) != std::string::npos) turned += (turned.empty() ? "" : " ") + std::string(edge);
    }
    return turned;
}

}  // namespace

bool isRightToLeft(const std::string& language) {
    return uloc_isRightToLeft(language.c_str());
}

Form mirrored(const Form& form) {
    Form next = form;
    form.controls.each([&](Id id, const Control& c) {
        if (c.is().grid) {
            const Grid grid = gridOf(c);
            for (std::size_t i = 0; i < c.children.size(); ++i)
                if (const Box cell = cellBox(form, c, grid, i); form.find(c.children[i])->box != cell)
                    next = changed(std::move(next), c.children[i], [&](Control& k) { k.box = cell; });
        }
        const Control* holder = form.find(c.parent);
        if (!holder || !isFreelyPlaced(form, c)) return;
        const double wide = boxOf(form, *holder).width;
        next = changed(std::move(next), id, [&](Control& k) {
            k.box.left = wide - k.box.right();
            if (has(k.kind, Prop::holdsTo)) k.set(Prop::holdsTo, otherSide(k.text(Prop::holdsTo)));
        });
    });
    return next;
}

}  // namespace brindel
