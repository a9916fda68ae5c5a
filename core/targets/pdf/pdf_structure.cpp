#include "core/targets/pdf/pdf_structure.h"

namespace brindel {

using Object = QPDFObjectHandle;

PdfStructure::PdfStructure(QPDF& pdf) : pdf_(pdf) {
    root_ = pdf_.makeIndirectObject(Object::newDictionary());
    root_.replaceKey("/Type", Object::newName("/StructTreeRoot"));
    document_ = pdf_.makeIndirectObject(Object::newDictionary());
    document_.replaceKey("/Type", Object::newName("/StructElem"));
    document_.replaceKey("/S", Object::newName("/Document"));
    document_.replaceKey("/P", root_);
    root_.replaceKey("/K", document_);
}

std::vector<Object>& PdfStructure::kidsOf(const Object& element) {
    return kids_[element.getObjectID()];
}

Object PdfStructure::element(Object parent, const char* type) {
    // A form has thousands: what may be left out of each is (14.7.2, table 323).
    auto [name, fresh] = types_.try_emplace(type);
    if (fresh) name->second = Object::newName(std::string("/") + type);
    Object made = pdf_.makeIndirectObject(Object::newDictionary({{"/S", name->second}, {"/P", parent}}));
    kidsOf(parent).push_back(made);
    return made;
}

int PdfStructure::content(Object element, std::size_t page, Object pageObject, bool first) {
    if (contents_.size() <= page) contents_.resize(page + 1);
    const int number = int(contents_[page].size());
    contents_[page].push_back(element);
    element.replaceKey("/Pg", pageObject);
    std::vector<Object>& kids = kidsOf(element);
    kids.insert(first ? kids.begin() : kids.end(), Object::newInteger(number));
    return number;
}

void PdfStructure::annotation(Object element, Object widget, Object pageObject) {
    element.replaceKey("/Pg", pageObject);
    kidsOf(element).push_back(Object::newDictionary({{"/Type", objectReference_}, {"/Obj", widget}}));
    annotations_.push_back(element);
    widgets_.push_back(widget);
}

/// Tells an element what is in it, without elements that hold nothing; false when that is nothing at all. An empty cell
/// stays: it keeps its column.
bool PdfStructure::filled(Object element) {
    std::vector<Object> kids = std::move(kidsOf(element));
    // Elements stand by themselves, annotations and pieces of content in their place.
    std::erase_if(kids, [&](const Object& kid) { return Object(kid).isIndirect() && !filled(kid); });
    if (kids.size() == 1) element.replaceKey("/K", kids.front());
    if (kids.size() > 1) element.replaceKey("/K", Object::newArray(kids));
    return !kids.empty() || element.getKey("/S").getName() == "/TD";
}

void PdfStructure::finish() {
    filled(document_);
    Object numbers = Object::newArray();
    int next = 0;
    // Pages come first, so their numbers are their places (14.7.4.4: a page's StructParents).
    for (const auto& page : contents_) {
        numbers.appendItem(Object::newInteger(next++));
        numbers.appendItem(pdf_.makeIndirectObject(Object::newArray(page)));
    }
    for (std::size_t i = 0; i < annotations_.size(); ++i) {
        widgets_[i].replaceKey("/StructParent", Object::newInteger(next));
        numbers.appendItem(Object::newInteger(next++));
        numbers.appendItem(annotations_[i]);
    }
    Object tree = Object::newDictionary();
    tree.replaceKey("/Nums", numbers);
    root_.replaceKey("/ParentTree", pdf_.makeIndirectObject(tree));
    root_.replaceKey("/ParentTreeNextKey", Object::newInteger(next));
    root_.replaceKey("/RoleMap", Object::newDictionary());
    Object catalogue = pdf_.getRoot(), mark = Object::newDictionary();
    catalogue.replaceKey("/StructTreeRoot", root_);
    mark.replaceKey("/Marked", Object::newBool(true));
    catalogue.replaceKey("/MarkInfo", mark);
}

}  // namespace brindel
