// Texts as XLIFF 2.1 (OASIS Standard, 13 February 2018): written and read with pugixml.
#include <fmt/format.h>

#include <algorithm>
#include <pugixml.hpp>
#include <sstream>

#include "core/text/encodings.h"
#include "core/wording/texts.h"

namespace brindel {

using std::string;

namespace {

constexpr const char* space = "urn:oasis:names:tc:xliff:document:2.0";
constexpr std::size_t mostUnits = 100000, mostBytes = 64u << 20;

/// Text into an element. What XML 1.0 has no place for stands in <cp hex="…"/> (XLIFF 2.1, 4.2.3.1).
void putText(pugi::xml_node node, const string& text) {
    string run;
    auto flush = [&] {
        if (!run.empty()) node.append_child(pugi::node_pcdata).set_value(run.c_str());
        run.clear();
    };
    for (char c : text) {
        const auto code = static_cast<unsigned char>(c);
        if (code >= 0x20 || c == '\n' || c == '\t') {
            run += c;
            continue;
        }
        flush();
        node.append_child("cp").append_attribute("hex") = fmt::format("{:04X}", unsigned(code)).c_str();
    }
    flush();
}

string textIn(const pugi::xml_node& node, int depth = 0) {
    constexpr int deepest = 50;  // marks of translators lie no deeper in each other
    string text;
    if (depth > deepest) return text;
    for (const pugi::xml_node& one : node.children()) {
        if (one.type() == pugi::node_pcdata || one.type() == pugi::node_cdata) {
            text += one.value();
        } else if (string(one.name()) == "cp") {
            const unsigned code = one.attribute("hex").as_string()[0]
                                      ? unsigned(std::strtoul(one.attribute("hex").value(), nullptr, 16))
                                      : 0;
            if (code > 0 && code < 0x80) text += char(code);
        } else {
            text += textIn(one, depth + 1);  // marks of translators around a run
        }
    }
    return text;
}

}  // namespace

string xliffOf(const Form& form, const string& language) {
    pugi::xml_document document;
    auto declaration = document.append_child(pugi::node_declaration);
    declaration.append_attribute("version") = "1.0";
    declaration.append_attribute("encoding") = "UTF-8";
    auto xliff = document.append_child("xliff");
    xliff.append_attribute("xmlns") = space;
    xliff.append_attribute("version") = "2.1";
    const string own = form.root().text(Prop::language);
    xliff.append_attribute("srcLang") = own.empty() ? "en" : own.c_str();
    xliff.append_attribute("trgLang") = language.c_str();
    auto file = xliff.append_child("file");
    file.append_attribute("id") = "form";
    file.append_attribute("original") = form.root().name.c_str();
    std::size_t number = 0;
    for (const FormText& one : textsOf(form, language)) {
        auto unit = file.append_child("unit");
        // Texts of one place are told apart by their number; what counts is place and source.
        unit.append_attribute("id") = fmt::format("u{}", ++number).c_str();
        unit.append_attribute("name") = one.place.c_str();
        unit.append_attribute("xml:space") = "preserve";
        // A note is text alone (4.2.2.9).
        string about = one.about;
        std::ranges::replace_if(
            about, [](char c) { return static_cast<unsigned char>(c) < 0x20; }, ' ');
        putText(unit.append_child("notes").append_child("note"), about);
        auto segment = unit.append_child("segment");
        if (!one.target.empty()) segment.append_attribute("state") = "translated";
        putText(segment.append_child("source"), one.source);
        if (!one.target.empty()) putText(segment.append_child("target"), one.target);
    }
    std::ostringstream out;
    document.save(out, " ", pugi::format_raw, pugi::encoding_utf8);
    return out.str() + "\n";
}

Result<TextsRead> readXliff(const string& bytes) {
    if (bytes.size() > mostBytes) return failure("", said("The file is too large for texts of a form."));
    const auto text = textFromBytes(bytes);
    if (!text) return tl::unexpected(text.error());
    pugi::xml_document document;
    const auto parsed = document.load_buffer(text->data(), text->size(), pugi::parse_default | pugi::parse_ws_pcdata,
                                             pugi::encoding_utf8);
    if (!parsed) {
        const auto line =
            1 + std::count(text->begin(), text->begin() + std::min(parsed.offset, std::ptrdiff_t(text->size())), '\n');
        return failure(fmt::format("line {}", line), said("This is not XML that can be read."));
    }
    const auto xliff = document.child("xliff");
    if (!xliff || string(xliff.attribute("xmlns").value()) != space)
        return failure("line 1", said("This is not XLIFF 2: its first element must be “xliff” in that namespace."));
    TextsRead read{xliff.attribute("trgLang").value(), {}};
    if (!isLanguage(read.language)) return failure("xliff", said("It does not name its language (trgLang)."));
    std::vector<pugi::xml_node> holders;
    for (const auto& file : xliff.children("file")) {
        if (read.form.empty()) read.form = file.attribute("original").value();
        holders.push_back(file);
    }
    for (std::size_t i = 0; i < holders.size(); ++i) {
        for (const auto& group : holders[i].children("group")) holders.push_back(group);
        for (const auto& unit : holders[i].children("unit")) {
            if (read.texts.size() >= mostUnits)
                return failure("file", said("There are too many units: {} at most.", mostUnits));
            FormText one{unit.attribute("name").value(), {}, {}, {}};
            // A translator may have cut a text into segments; between them stands what is passed over.
            for (const auto& part : unit.children()) {
                const string name = part.name();
                if (name != "segment" && name != "ignorable") continue;
                const string source = textIn(part.child("source")), target = textIn(part.child("target"));
                one.source += source;
                one.target += name == "ignorable" && target.empty() ? source : target;
            }
            read.texts.push_back(std::move(one));
        }
    }
    return read;
}

}  // namespace brindel
