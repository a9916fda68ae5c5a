#include "core/edit/alike.h"

#include "core/model/looks.h"

namespace brindel {
namespace {

/// The looks that a control has of its own, over its style.
Props looksByHand(const Control& c) {
    Props looks;
    for (const auto& [prop, value] : c.own)
        if (isLook(prop)) looks.set(prop, value);
    return looks;
}

}  // namespace

Ids alike(const Form& form, Id lead, Alike what, Id inside) {
    const Control* model = form.find(lead);
    if (!model || !row(model->kind).boxed) return {};
    const std::string style = styleKey(*model);
    const Props looks = looksByHand(*model);
    Ids ids{lead};
    walk(form, inside == noControl ? rootId : inside, [&](const Control& c, int) {
        if (c.id == lead || c.id == rootId || !row(c.kind).boxed || c.is().inGrid) return;
        if (what != Alike::style && c.kind != model->kind) return;
        if (what != Alike::kind && styleKey(c) != style) return;
        if (what == Alike::look && !(looksByHand(c) == looks)) return;
        ids.push_back(c.id);
    });
    return ids;
}

Id surfaceOrPage(const Form& form, Id id) {
    for (const Control* c = form.find(id); c; c = form.find(c->parent))
        if (c->is().turned) return c->id;
    return surfaceOf(form, id);
}

}  // namespace brindel
