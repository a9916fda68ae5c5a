// The parts of the package (Part 2): the content with its form, styles, properties and the list of all of them.
#include <fmt/format.h>
#include <sodium.h>

#include <algorithm>

#include "core/answers/picture_data.h"
#include "core/model/style_keys.h"
#include "core/targets/flow/flow_content.h"
#include "core/targets/odf/odt_writer.h"
#include "core/targets/pictures.h"
#include "core/targets/zip_file.h"

namespace brindel::odf {

using std::string;

namespace {

const std::pair<const char*, const char*> spaces[] = {
    {"xmlns:office", "urn:oasis:names:tc:opendocument:xmlns:office:1.0"},
    {"xmlns:style", "urn:oasis:names:tc:opendocument:xmlns:style:1.0"},
    {"xmlns:text", "urn:oasis:names:tc:opendocument:xmlns:text:1.0"},
    {"xmlns:table", "urn:oasis:names:tc:opendocument:xmlns:table:1.0"},
    {"xmlns:draw", "urn:oasis:names:tc:opendocument:xmlns:drawing:1.0"},
    {"xmlns:fo", "urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0"},
    {"xmlns:svg", "urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0"},
    {"xmlns:form", "urn:oasis:names:tc:opendocument:xmlns:form:1.0"},
    {"xmlns:xlink", "http://www.w3.org/1999/xlink"},
    {"xmlns:dc", "http://purl.org/dc/elements/1.1/"},
    {"xmlns:meta", "urn:oasis:names:tc:opendocument:xmlns:meta:1.0"},
    {"office:version", "1.3"},
};

/// The element that all of a part stands in.
Node rootOf(pugi::xml_document& document, const char* name) {
    Node root = add(document, name);
    for (const auto& [key, value] : spaces) root.append_attribute(key).set_value(value);
    return root;
}

}  // namespace

Writer::Writer(const FormSession& session, const flow::TextOptions& options)
    : options_(options), source_(session, options.blank), form_(source_.form), text_(flow::textOf(source_)) {}

string Writer::content() {
    Node root = rootOf(content_, "office:document-content");
    automatic_ = add(root, "office:automatic-styles");
    Node section = add(automatic_, "style:style", {{"style:name", "Kept"}, {"style:family", "section"}});
    add(section, "style:section-properties", {{"style:editable", "false"}});
    Node text = add(add(root, "office:body"), "office:text");
    if (!options_.simpleFields) {
        Node forms =
            add(text, "office:forms", {{"form:automatic-focus", "false"}, {"form:apply-design-mode", "false"}});
        form_controls_ =
            add(forms, "form:form", {{"form:name", form_.root().name.empty() ? "form" : form_.root().name}});
    }
    // What is not a field is kept from changes; with the password it can be opened (19.850).
    // Text fields are part of the text, and would be kept with it.
    Node kept = options_.simpleFields
                    ? text
                    : add(text, "text:section",
                          {{"text:name", "Form"}, {"text:style-name", "Kept"}, {"text:protected", "true"}});
    if (options_.owner && !options_.simpleFields) {
        const string& word = options_.owner->text();
        unsigned char hash[crypto_hash_sha256_BYTES];
        crypto_hash_sha256(hash, reinterpret_cast<const unsigned char*>(word.data()), word.size());
        xml::set(kept, "text:protection-key", toBase64(string(reinterpret_cast<const char*>(hash), sizeof hash)));
        xml::set(kept, "text:protection-key-digest-algorithm", "http://www.w3.org/2000/09/xmldsig#sha256");
    }
    blocks(kept, text_.blocks);
    return xml::fileOf(content_);
}

/// The paper with its margins, and what stands in them.
void Writer::paper(Node root) {
    Node automatic = add(root, "office:automatic-styles");
    Node layout = add(automatic, "style:page-layout", {{"style:name", "Paper"}});
    Node page = add(layout, "style:page-layout-properties",
                    {{"fo:page-width", points(text_.paper.width)},
                     {"fo:page-height", points(text_.paper.height)},
                     {"style:print-orientation", text_.paper.width > text_.paper.height ? "landscape" : "portrait"},
                     {"fo:margin-left", points(text_.left)},
                     {"fo:margin-right", points(text_.right)},
                     {"style:writing-mode", text_.rightToLeft ? "rl-tb" : "lr-tb"}});
    const bool head = !text_.head.empty(), foot = !text_.foot.empty() || text_.pageNumbers;
    // A head and a foot stand within the margin.
    constexpr double high = 14;
    xml::set(page, "fo:margin-top", points(head ? std::max(0.0, text_.top - high - 4) : text_.top));
    xml::set(page, "fo:margin-bottom", points(foot ? std::max(0.0, text_.bottom - high - 4) : text_.bottom));
    if (head)
        add(add(layout, "style:header-style"), "style:header-footer-properties",
            {{"fo:min-height", points(high)}, {"fo:margin-bottom", "4pt"}});
    if (foot)
        add(add(layout, "style:footer-style"), "style:header-footer-properties",
            {{"fo:min-height", points(high)}, {"fo:margin-top", "4pt"}});
    Node line =
        add(automatic, "style:style",
            {{"style:name", "Line"}, {"style:family", "paragraph"}, {"style:parent-style-name", "Form-finePrint"}});
    add(add(add(line, "style:paragraph-properties"), "style:tab-stops"), "style:tab-stop",
        {{"style:position", points(text_.width())}, {"style:type", "right"}});
    Node master = add(add(root, "office:master-styles"), "style:master-page",
                      {{"style:name", "Standard"}, {"style:page-layout-name", "Paper"}});
    auto said = [&](const char* element, const string& text, bool numbers) {
        Node p = add(add(master, element), "text:p", {{"text:style-name", "Line"}});
        words(p, text);
        if (!numbers) return;
        add(p, "text:tab");
        add(p, "text:page-number", string("1"), {{"text:select-page", "current"}});
        words(p, "\u00a0/\u00a0");
        add(p, "text:page-count", string("1"));
    };
    if (head) said("style:header", text_.head, false);
    if (foot) said("style:footer", text_.foot, text_.pageNumbers);
}

string Writer::styles() {
    pugi::xml_document document;
    Node root = rootOf(document, "office:document-styles");
    Node all = add(root, "office:styles");
    {
        Node standard = add(all, "style:default-style", {{"style:family", "paragraph"}});
        Node as = add(standard, "style:paragraph-properties",
                      {{"style:writing-mode", text_.rightToLeft ? "rl-tb" : "lr-tb"}});
        if (text_.rightToLeft) xml::set(as, "fo:text-align", "start");
        const auto dash = text_.language.find('-');
        const string language = text_.language.substr(0, dash),
                     country = dash == string::npos ? "none" : text_.language.substr(dash + 1);
        add(standard, "style:text-properties",
            {{"fo:font-family", "Arial"},
             {"style:font-family-complex", "Arial"},
             {"fo:font-size", "10pt"},
             {"style:font-size-complex", "10pt"},
             {"fo:language", language},
             {"fo:country", country},
             {"style:language-complex", language},
             {"style:country-complex", country}});
    }
    auto style = [&](const string& name, const string& called, const string& parent) {
        Node node = add(all, "style:style",
                        {{"style:name", name}, {"style:display-name", called}, {"style:family", "paragraph"}});
        if (!parent.empty()) xml::set(node, "style:parent-style-name", parent);
        return node;
    };
    style("Standard", "Standard", "");
    {
        Node between = style("Between", "Between tables", "Standard");
        add(between, "style:paragraph-properties", {{"fo:line-height", "2pt"}});
        add(between, "style:text-properties", {{"fo:font-size", "2pt"}});
    }
    auto dressed = [&](Node node, const flow::Paragraph& as, double before, double after, int outline) {
        const Look look = flow::styleLook(form_, as);
        Node p = add(node, "style:paragraph-properties");
        auto set = [&](const char* key, const string& value) { xml::set(p, key, value); };
        if (before > 0) set("fo:margin-top", points(before));
        if (after > 0) set("fo:margin-bottom", points(after));
        if (as.title || as.heading > 0) set("fo:keep-with-next", "always");
        if (look.across != Across::start) set("fo:text-align", look.across == Across::end ? "end" : "center");
        if (outline > 0) node.append_attribute("style:default-outline-level").set_value(outline);
        if (!p.first_attribute()) node.remove_child(p);
        letters(add(node, "style:text-properties"), look, nullptr);
    };
    dressed(style("Title", "Title", "Standard"), {.title = true}, 0, 6, 0);
    for (int level = 1; level <= 6; ++level)
        dressed(style(fmt::format("Heading_20_{}", level), fmt::format("Heading {}", level), "Standard"),
                {.heading = level}, level == 1 ? 4 : 6, 3, level);
    for (const Style& one : *form_.styles)
        dressed(style("Form-" + one.key, one.word.empty() ? one.key : one.word, "Standard"), {.style = one.key}, 0, 0,
                0);
    paper(root);
    return xml::fileOf(document);
}

string Writer::meta() {
    pugi::xml_document document;
    Node all = add(rootOf(document, "office:document-meta"), "office:meta");
    add(all, "meta:generator", string("Brindel"));
    add(all, "dc:title", text_.title);
    add(all, "dc:language", text_.language);
    const flow::Marks marks = flow::marksOf(form_.root().name, form_.revision, flow::odtContent(content_));
    for (const auto& [name, value] : flow::propertiesOf(marks))
        add(all, "meta:user-defined", value, {{"meta:name", name}, {"meta:value-type", "string"}});
    return xml::fileOf(document);
}

string Writer::manifest(const std::vector<std::pair<string, string>>& parts) {
    pugi::xml_document document;
    Node root =
        add(document, "manifest:manifest",
            {{"xmlns:manifest", "urn:oasis:names:tc:opendocument:xmlns:manifest:1.0"}, {"manifest:version", "1.3"}});
    add(root, "manifest:file-entry",
        {{"manifest:full-path", "/"}, {"manifest:version", "1.3"}, {"manifest:media-type", odtType}});
    for (const auto& [name, bytes] : parts)
        add(root, "manifest:file-entry",
            {{"manifest:full-path", name},
             {"manifest:media-type", name.ends_with(".xml")   ? "text/xml"
                                     : name.ends_with(".png") ? "image/png"
                                                              : "application/octet-stream"}});
    return xml::fileOf(document);
}

Result<string> Writer::written() {
    std::vector<std::pair<string, string>> parts;
    parts.emplace_back("content.xml", content());
    parts.emplace_back("styles.xml", styles());
    parts.emplace_back("meta.xml", meta());
    for (auto& [name, bytes] : pictures_) parts.emplace_back(name, bytes);
    if (!options_.formFile.empty()) parts.emplace_back(odtFormFile, string(options_.formFile));
    const string list = manifest(parts);
    // What kind of file it is stands first and as it is, where programs look for it without unpacking (Part 2, 3.3).
    std::vector<ZipPart> files = {{"mimetype", odtType, true}};
    for (const auto& [name, bytes] : parts) files.push_back({name, bytes});
    files.push_back({"META-INF/manifest.xml", list});
    return zipOf(files);
}

}  // namespace brindel::odf

namespace brindel {

Result<std::string> odtOf(const FormSession& session, const flow::TextOptions& options) {
    odf::Writer writer(session, options);
    if (auto pictures = picturesInOrder(session.form(), &session.filling()); !pictures)
        return tl::unexpected(pictures.error());
    return writer.written();
}

}  // namespace brindel
