#include "core/intake/document_source.h"

#include <algorithm>
#include <cstring>
#include <map>
#include <set>

#include "core/intake/document_parts.h"
#include "core/intake/text_source.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::intake {
namespace {

using std::string;
using Xml = pugi::xml_node;

constexpr int deepest = 200;

/// The lines of a document, and what it says of its blanks.
class Lines {
  public:
    string text;
    std::vector<FieldSays> known;

    void words(const char* letters) {
        for (const char* at = letters; *at; ++at) {
            // Letters that mean blanks here are nobody's words.
            if (std::strncmp(at, "\xF3\xB0", 2) == 0 || std::strncmp(at, "\xF3\xBF", 2) == 0)
                at += std::min<std::size_t>(3, std::strlen(at) - 1);
            else
                line_ += *at == '\n' || *at == '\r' ? ' ' : *at;
        }
    }
    void tab() { line_ += '\t'; }
    void blank() { line_ += " ________ "; }
    void tick() { line_ += " ☐ "; }
    void field(FieldSays says) {
        if (known.size() >= mostKnown) return;
        line_ += " " + utf8(std::u32string(1, firstKnown + char32_t(known.size()))) + " ";
        known.push_back(std::move(says));
    }
    void broken() {
        text += line_ + "\n";
        line_.clear();
    }
    void paragraph(int heading) {
        if (heading > 0 && !trimmed(line_).empty()) line_ = string(heading == 1 ? "# " : "## ") + trimmed(line_);
        broken();
        if (heading > 0) text += "\n";
    }
    /// What a cell has, line by line, taken out of the text.
    std::vector<string> since(std::size_t from) {
        if (!line_.empty()) broken();
        std::vector<string> all;
        for (std::size_t at = from; at < text.size();) {
            const std::size_t end = text.find('\n', at);
            if (const string one = trimmed(text.substr(at, end - at)); !one.empty()) all.push_back(one);
            at = end + 1;
        }
        text.resize(from);
        return all;
    }
    /// A row of a table: one line where each cell has one at most.
    void row(const std::vector<std::vector<string>>& cells) {
        bool flat = true, drawn = false;
        for (const auto& cell : cells) {
            flat = flat && cell.size() <= 1;
            for (const string& one : cell)
                drawn |= one.find("\xF3\xB0") != string::npos || one.find("__") != string::npos ||
                         one.find("☐") != string::npos || one.find("...") != string::npos;
        }
        if (flat && !drawn && cells.size() >= 2) {
            for (const auto& cell : cells) text += "| " + (cell.empty() ? string(" ") : bare(cell[0])) + " ";
            text += "|\n";
            return;
        }
        string line;
        for (const auto& cell : cells) {
            if (flat) {
                line += (line.empty() || cell.empty() ? "" : "    ") + (cell.empty() ? string() : cell[0]);
                continue;
            }
            for (const string& one : cell) text += one + "\n";
        }
        if (flat) text += line + "\n";
    }

  private:
    static string bare(string cell) {
        std::erase(cell, '|');
        return cell.starts_with('#') ? trimmed(cell.substr(cell.find_first_not_of('#'))) : cell;
    }
    string line_;
};

bool is(const Xml& node, const char* name) {
    return std::string_view(node.name()) == name;
}

// ---- DOCX ----

class DocxSource {
  public:
    explicit DocxSource(Lines& lines) : lines_(lines) {}

    void blocks(const Xml& in, int depth) {
        if (depth > deepest) return;
        for (const Xml node : in.children()) {
            if (is(node, "w:p"))
                paragraph(node);
            else if (is(node, "w:tbl"))
                table(node, depth + 1);
            else if (is(node, "w:sdt")) {
                if (!known(node))
                    blocks(node.child("w:sdtContent"), depth + 1);
                else
                    lines_.paragraph(0);
            } else if (is(node, "w:ins") || is(node, "w:customXml") || is(node, "w:smartTag"))
                blocks(node, depth + 1);
        }
    }

  private:
    void table(const Xml& node, int depth) {
        lines_.text += "\n";
        rows(node, depth);
        lines_.text += "\n";
    }
    void rows(const Xml& in, int depth) {
        if (depth > deepest) return;
        for (const Xml row : in.children()) {
            if (is(row, "w:sdt") || is(row, "w:sdtContent")) rows(row, depth + 1);
            if (!is(row, "w:tr")) continue;
            std::vector<std::vector<string>> cells;
            std::vector<Xml> all;
            for (const Xml cell : row.children()) {
                if (is(cell, "w:tc"))
                    all.push_back(cell);
                else if (is(cell, "w:sdt"))
                    all.push_back(cell);
            }
            for (const Xml& cell : all) {
                const std::size_t from = lines_.text.size();
                if (is(cell, "w:sdt")) {
                    if (!known(cell)) blocks(cell.child("w:sdtContent").child("w:tc"), depth + 1);
                } else {
                    blocks(cell, depth + 1);
                }
                cells.push_back(lines_.since(from));
            }
            lines_.row(cells);
        }
    }
    void paragraph(const Xml& node) {
        const Xml properties = node.child("w:pPr");
        const string style = properties.child("w:pStyle").attribute("w:val").value();
        const bool title = style == "Title";
        int heading = title ? 1 : style.starts_with("Heading") || style.starts_with("heading") ? 2 : 0;
        leader_ = false;
        for (const Xml tab : properties.child("w:tabs").children())
            if (const string leader = tab.attribute("w:leader").value(); !leader.empty() && leader != "none")
                leader_ = true;
        runs(node, 0);
        lines_.paragraph(heading);
    }
    void runs(const Xml& in, int depth) {
        if (depth > deepest) return;
        for (const Xml node : in.children()) {
            if (is(node, "w:r"))
                run(node);
            else if (is(node, "w:sdt")) {
                if (!known(node)) runs(node.child("w:sdtContent"), depth + 1);
            } else if (!is(node, "w:pPr") && !is(node, "w:del") && !is(node, "w:moveFrom"))
                runs(node, depth + 1);
        }
    }
    void run(const Xml& node) {
        if (const Xml character = node.child("w:fldChar")) {
            const string type = character.attribute("w:fldCharType").value();
            if (type == "begin") {
                ++nested_;
                if (const Xml data = character.child("w:ffData")) formField(data);
            } else if (type == "end" && nested_ > 0) {
                --nested_;
            }
            return;
        }
        if (nested_ > 0) return;
        const string underline = node.child("w:rPr").child("w:u").attribute("w:val").value();
        const bool underlined = !underline.empty() && underline != "none";
        for (const Xml one : node.children()) {
            if (is(one, "w:t")) {
                const string text = one.text().get();
                underlined&& text.size() >= 3 && text.find_first_not_of(" \u00A0") == string::npos
                    ? lines_.blank()
                    : lines_.words(text.c_str());
            } else if (is(one, "w:tab")) {
                leader_ || underlined ? lines_.blank() : lines_.tab();
            } else if (is(one, "w:br") || is(one, "w:cr")) {
                lines_.broken();
            } else if (is(one, "w:sym")) {
                lines_.tick();  // a letter of a font of signs: squares, more often than not
            }
        }
    }
    /// A field of former days (17.16.17).
    void formField(const Xml& data) {
        FieldSays says;
        says.name = data.child("w:name").attribute("w:val").value();
        says.hint = data.child("w:helpText").attribute("w:val").value();
        if (data.child("w:checkBox")) return lines_.tick();
        if (const Xml list = data.child("w:ddList")) {
            says.kind = "combo";
            for (const Xml entry : list.children("w:listEntry"))
                says.choices.emplace_back(entry.attribute("w:val").value());
        } else {
            const Xml text = data.child("w:textInput");
            const string type = text.child("w:type").attribute("w:val").value();
            says.kind = type == "number" ? "number" : type == "date" ? "date" : "";
            says.longest = text.child("w:maxLength").attribute("w:val").as_int();
        }
        lines_.field(std::move(says));
    }
    /// A structured document tag (17.5.2) that is filled in itself; false for one that only holds others.
    bool known(const Xml& node) {
        const Xml properties = node.child("w:sdtPr");
        FieldSays says;
        says.name = properties.child("w:tag").attribute("w:val").value();
        says.label = properties.child("w:alias").attribute("w:val").value();
        if (properties.child("w14:checkbox")) return lines_.tick(), true;
        if (properties.child("w:docPartObj") || properties.child("w15:repeatingSection") ||
            properties.child("w15:repeatingSectionItem") || properties.child("w:group"))
            return false;
        for (const char* name : {"w:dropDownList", "w:comboBox"})
            if (const Xml list = properties.child(name)) {
                says.kind = "combo";
                says.other = is(list, "w:comboBox");
                for (const Xml entry : list.children("w:listItem")) {
                    const string value = entry.attribute("w:value").value(),
                                 text = entry.attribute("w:displayText").value();
                    if (value.empty() && says.choices.empty()) continue;  // the prompt
                    says.choices.push_back(text.empty() ? value : text);
                    says.values.push_back(value);
                }
                if (says.choices.empty()) says.kind = "text";
                return lines_.field(std::move(says)), true;
            }
        if (const Xml date = properties.child("w:date")) {
            says.kind = "date";
            says.pattern = date.child("w:dateFormat").attribute("w:val").value();
        } else if (properties.child("w:picture")) {
            says.kind = "picture";
        } else if (const Xml text = properties.child("w:text")) {
            if (text.attribute("w:multiLine").as_bool()) says.kind = "text", says.rows = 4;
        } else if (node.find_node([](const Xml& inner) { return is(inner, "w:sdt") || is(inner, "w:fldChar"); })) {
            return false;
        }
        lines_.field(std::move(says));
        return true;
    }

    Lines& lines_;
    bool leader_ = false;  // tabs of the paragraph are drawn
    int nested_ = 0;       // fields that are open
};

// ---- ODT ----

class OdtSource {
  public:
    OdtSource(const Xml& content, Lines& lines) : lines_(lines) {
        forms(content, 0);
        for (const Xml style : content.child("office:automatic-styles").children("style:style"))
            for (const Xml tab : style.child("style:paragraph-properties").child("style:tab-stops").children())
                if (const string leader = tab.attribute("style:leader-style").value();
                    !leader.empty() && leader != "none")
                    leaders_.insert(style.attribute("style:name").value());
    }
    void blocks(const Xml& in, int depth) {
        if (depth > deepest) return;
        for (const Xml node : in.children()) {
            if (is(node, "text:p") || is(node, "text:h")) {
                leader_ = leaders_.contains(node.attribute("text:style-name").value());
                const string style = node.attribute("text:style-name").value();
                runs(node, 0);
                lines_.paragraph(style == "Title" ? 1 : is(node, "text:h") ? 2 : 0);
            } else if (is(node, "table:table")) {
                lines_.text += "\n";
                rows(node, depth + 1);
                lines_.text += "\n";
            } else if (!is(node, "office:forms") && !is(node, "text:tracked-changes")) {
                blocks(node, depth + 1);
            }
        }
    }

  private:
    void rows(const Xml& in, int depth) {
        if (depth > deepest) return;
        for (const Xml row : in.children()) {
            if (is(row, "table:table-header-rows") || is(row, "table:table-rows") || is(row, "table:table-row-group"))
                rows(row, depth + 1);
            if (!is(row, "table:table-row")) continue;
            std::vector<std::vector<string>> cells;
            for (const Xml cell : row.children("table:table-cell")) {
                const std::size_t from = lines_.text.size();
                blocks(cell, depth + 1);
                cells.push_back(lines_.since(from));
            }
            lines_.row(cells);
        }
    }
    void runs(const Xml& in, int depth) {
        if (depth > deepest) return;
        for (const Xml node : in.children()) {
            if (node.type() == pugi::node_pcdata)
                lines_.words(node.value());
            else if (is(node, "text:tab"))
                leader_ ? lines_.blank() : lines_.tab();
            else if (is(node, "text:s"))
                for (int i = std::min(40, node.attribute("text:c").as_int(1)); i > 0; --i) lines_.words(" ");
            else if (is(node, "text:line-break"))
                lines_.broken();
            else if (is(node, "draw:control"))
                control(node.attribute("draw:control").value());
            else if (is(node, "text:text-input"))
                lines_.field({.label = node.attribute("text:description").value()});
            else if (is(node, "text:drop-down"))
                dropDown(node);
            else if (!is(node, "office:annotation") && !is(node, "text:note"))
                runs(node, depth + 1);
        }
    }
    void dropDown(const Xml& node) {
        FieldSays says;
        says.kind = "combo";
        says.name = node.attribute("text:name").value();
        for (const Xml label : node.children("text:label"))
            says.choices.emplace_back(label.attribute("text:value").value());
        if (says.choices.empty()) says.kind.clear();
        lines_.field(std::move(says));
    }
    void forms(const Xml& in, int depth) {
        if (depth > deepest) return;
        for (const Xml node : in.children()) {
            if (string id = node.attribute("form:id").value();
                !id.empty() || !(id = node.attribute("xml:id").value()).empty())
                controls_[id] = node;
            else if (is(node, "text:p") || is(node, "text:h"))
                continue;
            forms(node, depth + 1);
        }
    }
    /// A control of chapter 13.5.
    void control(const string& id) {
        const auto found = controls_.find(id);
        if (found == controls_.end()) return;
        const Xml node = found->second;
        if (is(node, "form:checkbox") || is(node, "form:radio")) {
            lines_.tick();
            return;
        }
        if (is(node, "form:button") || is(node, "form:fixed-text")) return;
        FieldSays says;
        says.name = node.attribute("form:name").value();
        says.label = node.attribute("form:label").value();
        says.hint = node.attribute("form:title").value();
        says.longest = node.attribute("form:max-length").as_int();
        says.readOnly = node.attribute("form:readonly").as_bool();
        const auto number = [&](const char* name) { return numberRead(node.attribute(name).value(), "en"); };
        if (is(node, "form:number") || is(node, "form:formatted-text")) {
            says.kind = "number";
            says.least = number("form:min-value");
            says.most = number("form:max-value");
        } else if (is(node, "form:date")) {
            says.kind = "date";
        } else if (is(node, "form:time")) {
            says.kind = "time";
        } else if (is(node, "form:textarea")) {
            says.kind = "text";
            says.rows = 4;
        } else if (is(node, "form:combobox") || is(node, "form:listbox")) {
            says.kind = "combo";
            says.other = is(node, "form:combobox");
            for (const Xml one : node.children()) {
                const string label = one.attribute("form:label").value();
                if (label.empty()) continue;
                says.choices.push_back(label);
                says.values.emplace_back(one.attribute("form:value").value());
            }
            if (says.choices.empty()) says.kind = "text";
        } else if (is(node, "form:password")) {
            says.kind = "text";
            says.secret = true;
        }
        lines_.field(std::move(says));
    }

    Lines& lines_;
    std::map<string, Xml> controls_;
    std::set<string> leaders_;  // styles whose tabs are drawn
    bool leader_ = false;
};

}  // namespace

Result<Items> itemsFromDocument(const string& bytes) {
    auto zip = ZipParts::opened(bytes);
    if (!zip) return tl::unexpected(zip.error());
    Lines lines;
    pugi::xml_document xml;
    const bool docx = !zip->has(odtMain);
    if (docx && !zip->has(docxMainPart(*zip)))
        return tl::unexpected(Problem{"", said("The file has no text: it is not a text document.")});
    if (auto is = readXml(*zip, docx ? docxMainPart(*zip) : odtMain, xml); !is) return tl::unexpected(is.error());
    if (docx) {
        DocxSource(lines).blocks(xml.document_element().child("w:body"), 0);
    } else {
        const Xml body = xml.document_element();
        OdtSource(body, lines).blocks(body.child("office:body").child("office:text"), 0);
    }
    auto items = itemsFromText(lines.text, lines.known);
    if (!items) return items;
    return items;
}

}  // namespace brindel::intake
