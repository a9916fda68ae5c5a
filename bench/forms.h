// Forms of any size for measuring.
#pragma once

#include "core/edit/edits.h"

namespace brindel::bench {

/// A form of so many fields in frames of forty, with all edges close together.
inline Form formOf(int fields, Kind kind = Kind::dialog) {
    Form form = newForm(kind);
    Id page = kind == Kind::dialog ? rootId : form.root().children[0];
    Id frame = noControl;
    for (int i = 0; i < fields; ++i) {
        if (i % 40 == 0) {
            if (kind == Kind::document && i > 0 && i % 80 == 0) {
                Edited next = withPage(form);
                form = next.form;
                page = next.ids[0];
            }
            Control f = freshControl(Kind::frame);
            f.box = {double(i / 40 % 10) * 90, double(i / 400) * 260, 88, 250};
            Edited e = placed(form, page, f, form.find(page)->children.size());
            form = e.form;
            frame = e.ids[0];
        }
        Control c = freshControl(Kind::textBox);
        c.box = {4 + double(i % 2) * 42, 8 + double(i % 40 / 2) * 12, 40, 6};
        c.name = "txt" + std::to_string(i);
        Edited e = placed(form, frame, c, form.find(frame)->children.size());
        form = e.form;
    }
    return form;
}

}  // namespace brindel::bench
