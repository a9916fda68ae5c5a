#include "core/targets/added_rows.h"

#include "core/layout/growing.h"

namespace brindel {

Form withAllRows(const Form& designed) {
    Form form = designed;
    designed.controls.each([&](Id id, const Control& c) {
        if (!c.is().grid) return;
        for (int i = 0; i < mostAddedRows && takesRow(form, id); ++i) form = rowAdded(form, id);
    });
    designed.controls.each([&](Id id, const Control& c) {
        if (const Control* now = form.find(id); now && now->box != c.box) {
            auto placed = std::make_shared<Control>(*now);
            placed->box = c.box;
            form.controls.put(id, std::move(placed));
        }
    });
    return form;
}

}  // namespace brindel
