// The parts of the package beside the document itself (Part 2): styles, settings, building blocks, properties, and what
// ties them together.
#include <fmt/format.h>
#include <sodium.h>

#include <algorithm>
#include <array>

#include "core/answers/picture_data.h"
#include "core/model/style_keys.h"
#include "core/targets/flow/flow_content.h"
#include "core/targets/ooxml/docx_writer.h"
#include "core/targets/pictures.h"
#include "core/targets/zip_file.h"
#include "core/text/encodings.h"

namespace brindel::ooxml {

using std::string;

namespace {

constexpr const char* mainSpace = "http://schemas.openxmlformats.org/wordprocessingml/2006/main";
constexpr const char* typesSpace = "http://schemas.openxmlformats.org/package/2006/content-types";
constexpr const char* relationsSpace = "http://schemas.openxmlformats.org/package/2006/relationships";
constexpr const char* documentRelations = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/";
constexpr const char* wordTypes = "application/vnd.openxmlformats-officedocument.wordprocessingml.";

/// The family of what follows the desktop: one that is there, or has its like, wherever letters are written.
constexpr const char* plainFamily = "Arial";

struct Relation {
    string id, type, target;
};
string relationsOf(const std::vector<Relation>& all) {
    pugi::xml_document document;
    Node root = add(document, "Relationships", {{"xmlns", relationsSpace}});
    for (const Relation& one : all)
        add(root, "Relationship", {{"Id", one.id}, {"Type", one.type}, {"Target", one.target}});
    return xml::fileOf(document);
}

/// A part, and what it is (Part 2, 7.2).
struct Typed {
    string part, type;
};
string contentTypes(const std::vector<Typed>& types, bool pictures) {
    pugi::xml_document list;
    Node root = add(list, "Types", {{"xmlns", typesSpace}});
    add(root, "Default",
        {{"Extension", "rels"}, {"ContentType", "application/vnd.openxmlformats-package.relationships+xml"}});
    add(root, "Default", {{"Extension", "xml"}, {"ContentType", "application/xml"}});
    if (pictures) add(root, "Default", {{"Extension", "png"}, {"ContentType", "image/png"}});
    for (const Typed& one : types) add(root, "Override", {{"PartName", one.part}, {"ContentType", one.type}});
    return xml::fileOf(list);
}

/// A number that a building block is known by, the same for the same name (ST_Guid).
string guidOf(const string& name) {
    unsigned char hash[16];
    crypto_generichash(hash, sizeof hash, reinterpret_cast<const unsigned char*>(name.data()), name.size(), nullptr, 0);
    string text = "{";
    for (std::size_t i = 0; i < sizeof hash; ++i) {
        if (i == 4 || i == 6 || i == 8 || i == 10) text += '-';
        text += fmt::format("{:02X}", unsigned(hash[i]));
    }
    return text + "}";
}

}  // namespace

Writer::Writer(const FormSession& session, const flow::TextOptions& options)
    : options_(options), source_(session, options.blank), form_(source_.form), text_(flow::textOf(source_)) {}

/// What all letters and paragraphs begin with.
void Writer::defaults(Node root) {
    Node all = add(root, "w:docDefaults");
    Node letter = add(add(all, "w:rPrDefault"), "w:rPr");
    add(letter, "w:rFonts",
        {{"w:ascii", plainFamily}, {"w:hAnsi", plainFamily}, {"w:eastAsia", plainFamily}, {"w:cs", plainFamily}});
    add(letter, "w:sz", {{"w:val", "20"}});
    add(letter, "w:szCs", {{"w:val", "20"}});
    add(letter, "w:lang", {{"w:val", text_.language}, {"w:eastAsia", text_.language}, {"w:bidi", text_.language}});
    Node spacing = add(add(add(all, "w:pPrDefault"), "w:pPr"), "w:spacing");
    xml::set(spacing, "w:after", "0");
    xml::set(spacing, "w:line", "240");
    xml::set(spacing, "w:lineRule", "auto");
}

string Writer::styles() {
    pugi::xml_document document;
    Node root = add(document, "w:styles", {{"xmlns:w", mainSpace}});
    defaults(root);
    auto style = [&](const char* type, const string& id, const string& name, const string& basedOn, bool standard) {
        Node node = add(root, "w:style", {{"w:type", type}});
        if (standard) xml::set(node, "w:default", "1");
        xml::set(node, "w:styleId", id);
        add(node, "w:name", {{"w:val", name}});
        if (!basedOn.empty()) add(node, "w:basedOn", {{"w:val", basedOn}});
        return node;
    };
    style("paragraph", "Normal", "Normal", "", true);
    add(style("character", "DefaultParagraphFont", "Default Paragraph Font", "", true), "w:uiPriority",
        {{"w:val", "1"}});
    {
        Node node = style("table", "TableNormal", "Normal Table", "", true);
        Node margins = add(add(node, "w:tblPr"), "w:tblCellMar");
        for (const char* side : {"w:top", "w:left", "w:bottom", "w:right"})
            add(margins, side, {{"w:w", "0"}, {"w:type", "dxa"}});
    }
    {
        Node node = style("character", "PlaceholderText", "Placeholder Text", "DefaultParagraphFont", false);
        add(add(node, "w:rPr"), "w:color", {{"w:val", "6B7478"}});
    }
    // What stands between two tables, and at the end of a cell: as little as can be.
    {
        Node node = style("paragraph", "Between", "Between tables", "Normal", false);
        add(add(node, "w:pPr"), "w:spacing", {{"w:line", "40"}, {"w:lineRule", "exact"}});
        add(add(node, "w:rPr"), "w:sz", {{"w:val", "4"}});
    }
    auto dressed = [&](Node node, const flow::Paragraph& as, double before, double after, int outline) {
        const Look look = flow::styleLook(form_, as);
        Node p = add(node, "w:pPr");
        if (as.title || as.heading > 0) add(p, "w:keepNext");
        if (look.fill && look.fillRole.empty())
            add(p, "w:shd", {{"w:val", "clear"}, {"w:color", "auto"}, {"w:fill", hex(*look.fill)}});
        if (before > 0 || after > 0) add(p, "w:spacing", {{"w:before", twips(before)}, {"w:after", twips(after)}});
        if (look.across != Across::start) add(p, "w:jc", {{"w:val", look.across == Across::end ? "right" : "center"}});
        if (outline >= 0) add(p, "w:outlineLvl", {{"w:val", std::to_string(outline)}});
        if (!p.first_child()) node.remove_child(p);
        Node r = add(node, "w:rPr");
        letters(r, look, nullptr);
        if (!r.first_child()) node.remove_child(r);
    };
    dressed(style("paragraph", "Title", "Title", "Normal", false), {.title = true}, 0, 6, -1);
    for (int level = 1; level <= 6; ++level)
        dressed(style("paragraph", fmt::format("Heading{}", level), fmt::format("heading {}", level), "Normal", false),
                {.heading = level}, level == 1 ? 4 : 6, 3, level - 1);
    for (const Style& one : *form_.styles) {
        // A field's own fill and border are those of its cell.
        flow::Paragraph as{.style = one.key};
        Node node = style("paragraph", "Form-" + one.key, one.word.empty() ? one.key : one.word, "Normal", false);
        Node p = add(node, "w:pPr");
        const Look look = flow::styleLook(form_, as);
        if (look.across != Across::start) add(p, "w:jc", {{"w:val", look.across == Across::end ? "right" : "center"}});
        if (!p.first_child()) node.remove_child(p);
        letters(add(node, "w:rPr"), look, nullptr);
    }
    return xml::fileOf(document);
}

string Writer::settings() {
    pugi::xml_document document;
    Node root = add(document, "w:settings", {{"xmlns:w", mainSpace}});
    // `forms` is about form fields alone (17.18.17); else all is read-only but the ranges that anybody may change.
    Node kept = add(root, "w:documentProtection",
                    {{"w:edit", options_.simpleFields ? "forms" : "readOnly"}, {"w:enforcement", "1"}});
    if (options_.owner) {
        // The salt is made of the document: the same form and password make the same file.
        const string& word = options_.owner->text();
        unsigned char salt[16];
        crypto_generichash(salt, sizeof salt, reinterpret_cast<const unsigned char*>(made_.data()), made_.size(),
                           nullptr, 0);
        const string bytes(reinterpret_cast<const char*>(salt), sizeof salt);
        constexpr int rounds = 100'000;
        for (const auto& [name, value] :
             std::initializer_list<std::pair<const char*, string>>{{"w:algorithmName", "SHA-512"},
                                                                   {"w:hashValue", protectionHash(word, bytes, rounds)},
                                                                   {"w:saltValue", toBase64(bytes)},
                                                                   {"w:spinCount", std::to_string(rounds)}})
            kept.append_attribute(name).set_value(value.c_str());
    }
    add(root, "w:defaultTabStop", {{"w:val", "720"}});
    Node compatible = add(root, "w:compat");
    add(compatible, "w:compatSetting",
        {{"w:name", "compatibilityMode"}, {"w:uri", "http://schemas.microsoft.com/office/word"}, {"w:val", "15"}});
    add(root, "w:themeFontLang", {{"w:val", text_.language}});
    return xml::fileOf(document);
}

/// What stands in empty fields, as building blocks: programs put it back when a field is emptied (17.12).
string Writer::glossary() {
    pugi::xml_document document;
    underlined_ = false;
    Node parts = add(add(document, "w:glossaryDocument", {{"xmlns:w", mainSpace}}), "w:docParts");
    std::vector<std::pair<string, string>> all;
    for (const auto& [wording, name] : placeholders_) all.emplace_back(name, wording);
    std::ranges::sort(all);
    for (const auto& [name, wording] : all) {
        Node part = add(parts, "w:docPart");
        Node as = add(part, "w:docPartPr");
        add(as, "w:name", {{"w:val", name}});
        Node category = add(as, "w:category");
        add(category, "w:name", {{"w:val", "General"}});
        add(category, "w:gallery", {{"w:val", "placeholder"}});
        add(add(as, "w:types"), "w:type", {{"w:val", "bbPlcHdr"}});
        add(add(as, "w:behaviors"), "w:behavior", {{"w:val", "content"}});
        add(as, "w:guid", {{"w:val", guidOf(name + wording)}});
        Node p = add(add(part, "w:docPartBody"), "w:p");
        plain(p, wording, true);
    }
    return xml::fileOf(document);
}

string Writer::properties() {
    pugi::xml_document document;
    Node root = add(document, "cp:coreProperties",
                    {{"xmlns:cp", "http://schemas.openxmlformats.org/package/2006/metadata/core-properties"},
                     {"xmlns:dc", "http://purl.org/dc/elements/1.1/"}});
    add(root, "dc:title", text_.title);
    add(root, "dc:language", text_.language);
    return xml::fileOf(document);
}

/// Which form it is, and which version of it, for reading it back.
string Writer::ownProperties() {
    pugi::xml_document document;
    Node root = add(document, "Properties",
                    {{"xmlns", "http://schemas.openxmlformats.org/officeDocument/2006/custom-properties"},
                     {"xmlns:vt", "http://schemas.openxmlformats.org/officeDocument/2006/docPropsVTypes"}});
    int number = 1;
    auto property = [&](const char* name, const char* type, const string& value) {
        Node node = add(
            root, "property",
            {{"fmtid", "{D5CDD505-2E9C-101B-9397-08002B2CF9AE}"}, {"pid", std::to_string(++number)}, {"name", name}});
        add(node, type, value);
    };
    pugi::xml_document body;
    body.load_string(made_.c_str(), pugi::parse_default | pugi::parse_ws_pcdata);
    const flow::Marks marks = flow::marksOf(form_.root().name, form_.revision, flow::docxContent(body));
    for (const auto& [name, value] : flow::propertiesOf(marks)) property(name, "vt:lpwstr", value);
    return xml::fileOf(document);
}

Result<string> Writer::written() {
    std::vector<std::pair<string, string>> parts;
    std::vector<Typed> types;
    std::vector<Relation> relations, roots;
    auto part = [&](const string& name, const string& type, string bytes) {
        types.push_back({"/" + name, type});
        parts.emplace_back(name, std::move(bytes));
    };
    auto related = [&](const string& id, const char* type, const string& name, const string& contentType,
                       string bytes) {
        relations.push_back({id, documentRelations + string(type), name});
        part("word/" + name, contentType, std::move(bytes));
    };
    made_ = document();
    part("word/document.xml", wordTypes + string("document.main+xml"), made_);
    roots.push_back({"rId1", documentRelations + string("officeDocument"), "word/document.xml"});
    part("docProps/core.xml", "application/vnd.openxmlformats-package.core-properties+xml", properties());
    roots.push_back({"rId2", "http://schemas.openxmlformats.org/package/2006/relationships/metadata/core-properties",
                     "docProps/core.xml"});
    part("docProps/custom.xml", "application/vnd.openxmlformats-officedocument.custom-properties+xml", ownProperties());
    roots.push_back({"rId3", documentRelations + string("custom-properties"), "docProps/custom.xml"});
    const string dressed = styles();
    related("rIdStyles", "styles", "styles.xml", wordTypes + string("styles+xml"), dressed);
    related("rIdSettings", "settings", "settings.xml", wordTypes + string("settings+xml"), settings());
    if (!text_.head.empty())
        related("rIdHead", "header", "header1.xml", wordTypes + string("header+xml"),
                headOrFoot("w:hdr", text_.head, false));
    if (!text_.foot.empty() || text_.pageNumbers)
        related("rIdFoot", "footer", "footer1.xml", wordTypes + string("footer+xml"),
                headOrFoot("w:ftr", text_.foot, text_.pageNumbers));
    if (!placeholders_.empty()) {
        related("rIdBlocks", "glossaryDocument", "glossary/document.xml", wordTypes + string("document.glossary+xml"),
                glossary());
        part("word/glossary/styles.xml", wordTypes + string("styles+xml"), dressed);
        parts.emplace_back("word/glossary/_rels/document.xml.rels",
                           relationsOf({{"rId1", documentRelations + string("styles"), "styles.xml"}}));
    }
    for (std::size_t i = 0; i < pictures_.size(); ++i) {
        relations.push_back(
            {fmt::format("rIdPicture{}", i + 1), documentRelations + string("image"), pictures_[i].file});
        parts.emplace_back("word/" + pictures_[i].file, pictures_[i].bytes);
    }
    if (!options_.formFile.empty()) {
        pugi::xml_document carried;
        add(carried, "form", toBase64(string(options_.formFile)), {{"xmlns", docxFormSpace}});
        relations.push_back({"rIdForm", documentRelations + string("customXml"), "../customXml/item1.xml"});
        parts.emplace_back("customXml/item1.xml", xml::fileOf(carried));
    }
    parts.emplace_back("_rels/.rels", relationsOf(roots));
    parts.emplace_back("word/_rels/document.xml.rels", relationsOf(relations));
    const string contents = contentTypes(types, !pictures_.empty());
    std::vector<ZipPart> files = {{"[Content_Types].xml", contents}};
    for (const auto& [name, bytes] : parts) files.push_back({name, bytes});
    return zipOf(files);
}

}  // namespace brindel::ooxml

namespace brindel {

Result<std::string> docxOf(const FormSession& session, const flow::TextOptions& options) {
    ooxml::Writer writer(session, options);
    if (auto pictures = picturesInOrder(session.form(), &session.filling()); !pictures)
        return tl::unexpected(pictures.error());
    return writer.written();
}

std::string protectionHash(const std::string& password, const std::string& salt, int rounds) {
    std::string bytes = salt;
    for (char16_t unit : utf16(lettersOf(password))) {
        bytes += char(unit & 0xFF);
        bytes += char(unit >> 8);
    }
    std::array<unsigned char, crypto_hash_sha512_BYTES + 4> hash{};
    crypto_hash_sha512(hash.data(), reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size());
    sodium_memzero(bytes.data(), bytes.size());
    for (int i = 0; i < rounds; ++i) {
        for (int k = 0; k < 4; ++k) hash[crypto_hash_sha512_BYTES + std::size_t(k)] = (unsigned(i) >> (8 * k)) & 0xFF;
        crypto_hash_sha512(hash.data(), hash.data(), hash.size());
    }
    return toBase64(std::string(reinterpret_cast<const char*>(hash.data()), crypto_hash_sha512_BYTES));
}

}  // namespace brindel
