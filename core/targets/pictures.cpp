#include "core/targets/pictures.h"

#include <set>

#include "core/answers/picture_data.h"

namespace brindel {

Result<void> picturesInOrder(const Form& form, const Filling* filling) {
    double pixels = 0;
    std::set<std::string_view> seen;
    Result<void> result;
    form.controls.each([&](Id id, const Control& c) {
        if (!result || !has(c.kind, Prop::picture)) return;
        const std::string* png = &c.text(Prop::picture);
        if (filling && isFilled(c))
            if (auto at = filling->shown.find(id); at != filling->shown.end() && !at->second.text.empty())
                png = &at->second.text;
        if (png->empty() || !seen.insert(*png).second) return;
        const auto size = pictureSize(*png);
        pixels += size ? size->width * size->height : 0;
        if (size && pixels > mostPixels)
            result = failure(calledBy(form, c),
                             said("The pictures of this form have more than 40 million pixels together."));
        else if (!size || !pixelsOf(*png))
            result = failure(calledBy(form, c), said("This picture cannot be read. Remove it, or add it again."));
    });
    return result;
}

}  // namespace brindel
