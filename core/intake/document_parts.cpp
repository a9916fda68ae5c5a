#include "core/intake/document_parts.h"

namespace brindel {

using std::string;

Result<void> readXml(ZipParts& zip, const string& name, pugi::xml_document& xml) {
    auto bytes = zip.part(name);
    if (!bytes) return tl::unexpected(bytes.error());
    constexpr unsigned how = pugi::parse_default | pugi::parse_ws_pcdata;
    if (const auto result = xml.load_buffer(bytes->data(), bytes->size(), how); !result)
        return failure(name,
                       said("This part of the document is damaged: character {} is wrong.", int(result.offset) + 1));
    return {};
}

string partAt(const string& folder, string target) {
    if (target.starts_with('/')) return target.substr(1);
    string from = folder;
    while (target.starts_with("../")) {
        target.erase(0, 3);
        from = from.substr(0, from.find_last_of('/') == string::npos ? 0 : from.find_last_of('/'));
    }
    return from.empty() ? target : from + "/" + target;
}

string docxMainPart(ZipParts& zip) {
    string main = "word/document.xml";
    if (pugi::xml_document roots; zip.has("_rels/.rels") && readXml(zip, "_rels/.rels", roots))
        for (const pugi::xml_node& one : roots.document_element().children())
            if (string(one.attribute("Type").value()).ends_with("/officeDocument"))
                main = partAt("", one.attribute("Target").value());
    return main;
}

}  // namespace brindel
