#include "core/targets/pdf/pdf_metadata.h"

#include <fmt/format.h>

namespace brindel {
namespace {

using Object = QPDFObjectHandle;
using std::string;

string escaped(const string& text) {
    string out;
    for (char c : text) {
        const auto code = static_cast<unsigned char>(c);
        if (c == '&')
            out += "&amp;";
        else if (c == '<')
            out += "&lt;";
        else if (c == '>')
            out += "&gt;";
        else if (code >= 32 || c == '\t')
            out += c;
        else
            out += ' ';
    }
    return out;
}

/// Broken bytes of UTF-8 as U+FFFD: XML has no room for them.
string wellFormed(const string& text) {
    return utf8(lettersOf(text));
}

}  // namespace

void addMetadata(PdfBuild& build) {
    const Control& form = build.designed.root();
    const string language = form.text(Prop::language).empty() ? "en" : form.text(Prop::language);
    const string title = form.text(Prop::title).empty() ? string(form.is().word) : wellFormed(form.text(Prop::title));
    string says = fmt::format(
        "<?xpacket begin=\"\xEF\xBB\xBF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n<x:xmpmeta xmlns:x=\"adobe:ns:meta/\">\n"
        "<rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">\n"
        "<rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\" "
        "xmlns:pdf=\"http://ns.adobe.com/pdf/1.3/\" xmlns:pdfuaid=\"http://www.aiim.org/pdfua/ns/id/\">\n"
        "<dc:format>application/pdf</dc:format>\n"
        "<dc:title><rdf:Alt><rdf:li xml:lang=\"x-default\">{0}</rdf:li></rdf:Alt></dc:title>\n"
        "<dc:language><rdf:Bag><rdf:li>{1}</rdf:li></rdf:Bag></dc:language>\n"
        "<pdf:Producer>Brindel</pdf:Producer>\n<pdfuaid:part>1</pdfuaid:part>\n</rdf:Description>\n",
        escaped(title), escaped(language));
    says += "</rdf:RDF>\n</x:xmpmeta>\n<?xpacket end=\"r\"?>";
    Object metadata = Object::newStream(&build.pdf, says);
    metadata.getDict().replaceKey("/Type", Object::newName("/Metadata"));
    metadata.getDict().replaceKey("/Subtype", Object::newName("/XML"));

    Object root = build.pdf.getRoot();
    root.replaceKey("/Metadata", metadata);
    root.replaceKey("/Lang", pdfText(language));
    Object view = Object::newDictionary();
    view.replaceKey("/DisplayDocTitle", Object::newBool(true));
    if (build.designed.index()->rightToLeft()) view.replaceKey("/Direction", Object::newName("/R2L"));
    root.replaceKey("/ViewerPreferences", view);
    Object info = build.pdf.makeIndirectObject(Object::newDictionary());
    info.replaceKey("/Title", pdfText(title));
    info.replaceKey("/Producer", pdfText("Brindel"));
    // Which form it is, for what comes back filled.
    info.replaceKey("/BrindelForm", pdfText(form.name));
    info.replaceKey("/BrindelVersion", Object::newInteger(build.designed.revision));
    build.pdf.getTrailer().replaceKey("/Info", info);
}

void addBookmarks(PdfBuild& build, const std::vector<PdfHeading>& headings) {
    Object labels = Object::parse("<< /Nums [ 0 << /S /D >> ] >>");
    build.pdf.getRoot().replaceKey("/PageLabels", labels);
    if (headings.size() < 2) return;
    Object outlines = build.pdf.makeIndirectObject(Object::newDictionary());
    outlines.replaceKey("/Type", Object::newName("/Outlines"));
    struct Open {
        int level;
        Object item, last;
        int count = 0;
    };
    std::vector<Open> open = {{0, outlines, Object::newNull()}};
    auto close = [&] {
        const Open done = open.back();
        open.pop_back();
        if (done.count == 0) return;
        Object item = done.item;
        item.replaceKey("/Last", done.last);
        item.replaceKey("/Count", Object::newInteger(done.count));
        if (!open.empty()) open.back().count += done.count;
    };
    for (const PdfHeading& heading : headings) {
        while (open.back().level >= heading.level) close();
        Object item = build.pdf.makeIndirectObject(Object::newDictionary());
        const double height = surfaceSize(build.form, build.leaves[heading.page].surface).height;
        item.replaceKey("/Title", pdfText(heading.text));
        item.replaceKey("/Parent", open.back().item);
        item.replaceKey(
            "/Dest",
            Object::newArray({build.pages[heading.page], Object::newName("/XYZ"), Object::newNull(),
                              Object::newReal(pdfNumber((height - heading.top) * build.scale)), Object::newNull()}));
        if (open.back().last.isNull()) {
            open.back().item.replaceKey("/First", item);
        } else {
            item.replaceKey("/Prev", open.back().last);
            open.back().last.replaceKey("/Next", item);
        }
        open.back().last = item;
        ++open.back().count;
        open.push_back({heading.level, item, Object::newNull()});
    }
    while (!open.empty()) close();
    build.pdf.getRoot().replaceKey("/Outlines", outlines);
}

}  // namespace brindel
