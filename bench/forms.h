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

/// The same with a label for each field, of words that come again every hundred fields, and every tenth one worked out.
inline Form labelledFormOf(int fields) {
    static const char* const words[] = {"Boat name",     "Length overall",
                                        "Wanted from",   "Nom de l’armateur",
                                        "Liegeplatz",    "Numer rejestracyjny",
                                        "Όνομα σκάφους", "Owner's phone",
                                        "Hull",          "Draught"};
    Form form = formOf(fields);
    int i = 0;
    for (Id id : allIds(form)) {
        const Control field = *form.find(id);
        if (field.kind != Kind::textBox) continue;
        Control label = freshControl(Kind::label);
        label.set(Prop::text, std::string(words[i % 10]) + (i % 100 < 10 ? "" : " " + std::to_string(i % 100 / 10)));
        label.set(Prop::labels, Reference{id});
        label.box = {field.box.left, field.box.top - 5, 200, 18};
        form = placed(form, field.parent, label, 0).form;
        if (i % 10 == 9)
            form = withProperty(form, {id}, Prop::workedOut, "ROUND(txt" + std::to_string(i - 1) + " * 2; 1)");
        ++i;
    }
    return form;
}

}  // namespace brindel::bench
