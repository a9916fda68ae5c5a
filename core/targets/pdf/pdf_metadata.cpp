#include "core/targets/pdf/pdf_metadata.h"

#include <fmt/format.h>
#include <lcms2.h>

#include "core/text/markup.h"

namespace brindel {
namespace {

using Object = QPDFObjectHandle;
using std::string;

/// PDF/A-3, conformance A, and the description of the one property that its standard does not know (6.6.2.3).
constexpr std::string_view archiveIdentifier =
    "<rdf:Description rdf:about=\"\" xmlns:pdfaid=\"http://www.aiim.org/pdfa/ns/id/\">\n"
    "<pdfaid:part>3</pdfaid:part>\n<pdfaid:conformance>A</pdfaid:conformance>\n</rdf:Description>\n"
    "<rdf:Description rdf:about=\"\" xmlns:pdfaExtension=\"http://www.aiim.org/pdfa/ns/extension/\" "
    "xmlns:pdfaSchema=\"http://www.aiim.org/pdfa/ns/schema#\" "
    "xmlns:pdfaProperty=\"http://www.aiim.org/pdfa/ns/property#\">\n"
    "<pdfaExtension:schemas><rdf:Bag><rdf:li rdf:parseType=\"Resource\">\n"
    "<pdfaSchema:schema>PDF/UA identification</pdfaSchema:schema>\n"
    "<pdfaSchema:namespaceURI>http://www.aiim.org/pdfua/ns/id/</pdfaSchema:namespaceURI>\n"
    "<pdfaSchema:prefix>pdfuaid</pdfaSchema:prefix>\n"
    "<pdfaSchema:property><rdf:Seq><rdf:li rdf:parseType=\"Resource\">\n"
    "<pdfaProperty:name>part</pdfaProperty:name>\n<pdfaProperty:valueType>Integer</pdfaProperty:valueType>\n"
    "<pdfaProperty:category>internal</pdfaProperty:category>\n"
    "<pdfaProperty:description>part of ISO 14289</pdfaProperty:description>\n"
    "</rdf:li></rdf:Seq></pdfaSchema:property>\n</rdf:li></rdf:Bag></pdfaExtension:schemas>\n</rdf:Description>\n";

/// The profile of sRGB (IEC 61966-2-1), always the same bytes: the day that it was made is left out.
string colourProfile() {
    cmsHPROFILE profile = cmsCreate_sRGBProfile();
    cmsUInt32Number size = 0;
    cmsSaveProfileToMem(profile, nullptr, &size);
    string bytes(size, '\0');
    cmsSaveProfileToMem(profile, bytes.data(), &size);
    cmsCloseProfile(profile);
    constexpr std::size_t dateAt = 24, idAt = 84;  // ICC.1, 7.2
    constexpr char firstOf2000[12] = {7, char(0xD0), 0, 1, 0, 1, 0, 0, 0, 0, 0, 0};
    bytes.replace(dateAt, sizeof firstOf2000, firstOf2000, sizeof firstOf2000);
    bytes.replace(idAt, 16, 16, '\0');
    return bytes;
}

}  // namespace

void addMetadata(PdfBuild& build) {
    const Control& form = build.designed.root();
    const string language = form.text(Prop::language).empty() ? "en" : form.text(Prop::language);
    const string title = form.text(Prop::title).empty() ? string(form.is().word) : form.text(Prop::title);
    string says = fmt::format(
        "<?xpacket begin=\"\xEF\xBB\xBF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n<x:xmpmeta xmlns:x=\"adobe:ns:meta/\">\n"
        "<rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">\n"
        "<rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\" "
        "xmlns:pdf=\"http://ns.adobe.com/pdf/1.3/\" xmlns:pdfuaid=\"http://www.aiim.org/pdfua/ns/id/\">\n"
        "<dc:format>application/pdf</dc:format>\n"
        "<dc:title><rdf:Alt><rdf:li xml:lang=\"x-default\">{0}</rdf:li></rdf:Alt></dc:title>\n"
        "<dc:language><rdf:Bag><rdf:li>{1}</rdf:li></rdf:Bag></dc:language>\n"
        "<pdf:Producer>Brindel</pdf:Producer>\n<pdfuaid:part>1</pdfuaid:part>\n</rdf:Description>\n",
        markupText(title), markupText(language));
    if (build.options.archive) says += archiveIdentifier;
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
    if (!build.options.filled.empty()) info.replaceKey("/BrindelFilled", pdfText(build.options.filled));
    build.pdf.getTrailer().replaceKey("/Info", info);
}

void addArchive(PdfBuild& build) {
    if (!build.options.archive) return;
    Object root = build.pdf.getRoot();
    Object profile = Object::newStream(&build.pdf, colourProfile());
    profile.getDict().replaceKey("/N", Object::newInteger(3));
    Object intent = Object::parse("<< /Type /OutputIntent /S /GTS_PDFA1 /OutputConditionIdentifier (sRGB) >>");
    intent.replaceKey("/DestOutputProfile", profile);
    root.replaceKey("/OutputIntents", Object::newArray({intent}));

    Object files = Object::newArray(), names = Object::newArray();
    auto attach = [&](const string& name, std::string_view bytes, const char* relation, const char* what) {
        if (bytes.empty()) return;
        Object stream = Object::newStream(&build.pdf, string(bytes));
        stream.getDict().replaceKey("/Type", Object::newName("/EmbeddedFile"));
        stream.getDict().replaceKey("/Subtype", Object::newName("/application/json"));
        stream.getDict().replaceKey(
            "/Params", Object::parse(fmt::format("<< /ModDate (D:20000101000000Z) /Size {} >>", bytes.size())));
        Object file = Object::newDictionary();
        file.replaceKey("/Type", Object::newName("/Filespec"));
        file.replaceKey("/F", Object::newString(name));
        file.replaceKey("/UF", pdfText(name));
        file.replaceKey("/Desc", pdfText(what));
        file.replaceKey("/AFRelationship", Object::newName(relation));
        file.replaceKey("/EF", Object::newDictionary({{"/F", stream}, {"/UF", stream}}));
        file = build.pdf.makeIndirectObject(file);
        files.appendItem(file);
        names.appendItem(pdfText(name));
        names.appendItem(file);
    };
    // In the order of their names, as a name tree has to be (7.9.6).
    attach("form.brindel", build.options.formFile, "/Source", "The form as it was designed");
    attach("reply.json", build.options.reply, "/Data", "What was filled in");
    if (files.getArrayNItems() == 0) return;
    root.replaceKey("/AF", files);
    Object all = root.getKey("/Names").isDictionary() ? root.getKey("/Names") : Object::newDictionary();
    all.replaceKey("/EmbeddedFiles", Object::newDictionary({{"/Names", names}}));
    root.replaceKey("/Names", all);
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
