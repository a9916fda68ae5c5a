#include "core/targets/pdf/pdf_scripts.h"

namespace brindel {

using Object = QPDFObjectHandle;

void PdfScripts::addTo(Object, const Control&) const {}

Object PdfScripts::pressed(const Control& c, std::size_t page) const {
    const ButtonRole role = c.as<ButtonRole>();
    if (role == ButtonRole::clear) return Object::parse("<< /S /ResetForm >>");
    const std::size_t to = role == ButtonRole::next               ? page + 1
                           : role == ButtonRole::back && page > 0 ? page - 1
                                                                  : build_.pages.size();
    if (to >= build_.pages.size()) return Object::newNull();
    Object action = Object::newDictionary();
    action.replaceKey("/S", Object::newName("/GoTo"));
    action.replaceKey("/D", Object::newArray({build_.pages[to], Object::newName("/Fit")}));
    return action;
}

}  // namespace brindel
