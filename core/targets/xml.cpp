#include "core/targets/xml.h"

#include "core/text/markup.h"

namespace brindel::xml {

Node add(Node to, const char* name, Attributes attributes) {
    Node node = to.append_child(name);
    for (const auto& [key, value] : attributes) set(node, key, value);
    return node;
}

void set(Node node, const char* name, const std::string& value) {
    node.append_attribute(name).set_value(markupLetters(value).c_str());
}

void say(Node node, const std::string& text) {
    if (!text.empty()) node.append_child(pugi::node_pcdata).set_value(markupLetters(text).c_str());
}

Node add(Node to, const char* name, const std::string& text, Attributes attributes) {
    Node node = add(to, name, attributes);
    say(node, text);
    return node;
}

std::string fileOf(const pugi::xml_document& document) {
    struct Writer : pugi::xml_writer {
        std::string out = "<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>\n";
        void write(const void* data, std::size_t size) override { out.append(static_cast<const char*>(data), size); }
    } writer;
    document.save(writer, "", pugi::format_raw | pugi::format_no_declaration, pugi::encoding_utf8);
    return std::move(writer.out);
}

}  // namespace brindel::xml
