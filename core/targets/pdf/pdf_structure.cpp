#include "core/targets/pdf/pdf_structure.h"

namespace brindel {

using Object = QPDFObjectHandle;

namespace {
/// Takes out the elements that hold nothing; true when nothing is left. An empty cell stays: it keeps its column.
bool emptied(Object element) {
    Object kids = element.getKey("/K");
    for (int i = kids.getArrayNItems() - 1; i >= 0; --i) {
        Object kid = kids.getArrayItem(i);
        // Elements stand by themselves, annotations and pieces of content in their place.
        if (kid.isIndirect() && emptied(kid)) kids.eraseItem(i);
    }
    return kids.getArrayNItems() == 0 && element.getKey("/S").getName() != "/TD";
}
}  // namespace

PdfStructure::PdfStructure(QPDF& pdf) : pdf_(pdf) {
    root_ = pdf_.makeIndirectObject(Object::newDictionary());
    root_.replaceKey("/Type", Object::newName("/StructTreeRoot"));
    document_ = pdf_.makeIndirectObject(Object::newDictionary());
    document_.replaceKey("/Type", Object::newName("/StructElem"));
    document_.replaceKey("/S", Object::newName("/Document"));
    document_.replaceKey("/P", root_);
    document_.replaceKey("/K", Object::newArray());
    root_.replaceKey("/K", document_);
}

Object PdfStructure::element(Object parent, const char* type) {
    // A form has thousands: what may be left out of each is (14.7.2, table 323).
    Object made = pdf_.makeIndirectObject(Object::newDictionary(
        {{"/S", Object::newName(std::string("/") + type)}, {"/P", parent}, {"/K", Object::newArray()}}));
    parent.getKey("/K").appendItem(made);
    return made;
}

int PdfStructure::content(Object element, std::size_t page, Object pageObject, bool first) {
    if (contents_.size() <= page) contents_.resize(page + 1);
    const int number = int(contents_[page].size());
    contents_[page].push_back(element);
    element.replaceKey("/Pg", pageObject);
    Object kids = element.getKey("/K");
    if (first)
        kids.insertItem(0, Object::newInteger(number));
    else
        kids.appendItem(Object::newInteger(number));
    return number;
}

void PdfStructure::annotation(Object element, Object widget, Object pageObject) {
    element.replaceKey("/Pg", pageObject);
    element.getKey("/K").appendItem(Object::newDictionary({{"/Type", Object::newName("/OBJR")}, {"/Obj", widget}}));
    annotations_.push_back(element);
    widgets_.push_back(widget);
}

void PdfStructure::finish() {
    emptied(document_);
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
