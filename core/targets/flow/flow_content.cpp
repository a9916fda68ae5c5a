#include "core/targets/flow/flow_content.h"

#include <fmt/format.h>
#include <sodium.h>

#include <algorithm>
#include <cstdlib>
#include <optional>
#include <string_view>
#include <utility>

namespace brindel::flow {
namespace {

using std::string;
using std::string_view;

/// A name without the prefix of its namespace: programs may choose others.
string_view local(const pugi::xml_node& node) {
    const string_view name = node.name();
    const auto colon = name.find(':');
    return colon == string_view::npos ? name : name.substr(colon + 1);
}
/// The child, and the attribute, of that name in whatever namespace.
pugi::xml_node childOf(const pugi::xml_node& node, string_view name) {
    for (const pugi::xml_node& child : node.children())
        if (local(child) == name) return child;
    return {};
}
string attributeOf(const pugi::xml_node& node, string_view name) {
    for (const pugi::xml_attribute& one : node.attributes()) {
        const string_view whole = one.name();
        if (whole == name || (whole.ends_with(name) && whole[whole.size() - name.size() - 1] == ':'))
            return one.value();
    }
    return "";
}
bool isYes(const string& value) {
    return value == "1" || value == "true" || value == "on";
}

/// True for the blanks that are written where nothing is filled in yet, with or without others; blanks that somebody
/// has typed are an answer.
bool isBlank(const string& text) {
    bool ours = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        if (static_cast<unsigned char>(text[i]) <= ' ') continue;
        if (text.compare(i, 3, "\u2002") != 0) return false;
        ours = true;
        i += 2;
    }
    return ours;
}

/// What both walks have in common: elements that are passed over with all that is in them.
class Walker : public pugi::xml_tree_walker {
  public:
    Content content;

    bool for_each(pugi::xml_node& node) final {
        const int at = depth();
        if (passed_ >= 0 && at > passed_) return true;
        passed_ = -1;
        come(node, at);
        return true;
    }

  protected:
    virtual void come(pugi::xml_node& node, int at) = 0;
    void passOver(int at) { passed_ = at; }

  private:
    int passed_ = -1;
};

class DocxWalker : public Walker {
  public:
    void come(pugi::xml_node& node, int at) override {
        while (!open_.empty() && at <= open_.back().depth) close();
        while (!rows_.empty() && at <= rows_.back().depth) rows_.pop_back();
        if (node.type() != pugi::node_element) return;
        const string_view name = local(node);
        if (name == "sdt")
            sdt(node, at);
        else if (name == "del" || name == "moveFrom" || name == "Fallback" || name == "sdtPr" || name == "instrText" ||
                 name == "delText")
            passOver(at);
        else if (name == "t")
            say(node.text().get());
        else if (name == "fldChar")
            oldField(node);
        else if (name == "br" || name == "cr")
            say("\n");
        else if (name == "tab" && local(node.parent()) == "r")
            say("\t");
        else if (name == "p")
            paragraph();
        else if (name == "tr" && !rows_.empty() && (rows_.back().inner < 0 || at <= rows_.back().inner))
            ++rows_.back().count, rows_.back().inner = at;
        else if (name == "blip" && !open_.empty())
            content.parts[open_.back().part].picture = attributeOf(node, "embed");
    }
    bool end(pugi::xml_node&) override {
        while (!open_.empty()) close();
        return true;
    }

  private:
    struct Open {
        int depth;
        std::size_t part;
        bool showing, any = false;
    };
    struct Rows {
        int depth;
        string table;
        std::size_t count = 0;
        int inner = -1;  // how deep its rows stand
    };
    std::vector<Open> open_;
    std::vector<Rows> rows_;
    // A form field (17.16.17) goes from one run to another: its part, and whether its result has begun.
    std::optional<std::size_t> old_;
    bool oldResult_ = false;
    int oldInner_ = 0;  // other fields within it

    void close() {
        string& text = content.parts[open_.back().part].text;
        if (open_.back().showing || isBlank(text)) text.clear();
        open_.pop_back();
    }
    void oldField(const pugi::xml_node& node) {
        const string type = attributeOf(node, "fldCharType");
        const pugi::xml_node data = childOf(node, "ffData");
        if (type == "begin" && data && !old_) {
            Part part{.name = attributeOf(childOf(data, "name"), "val")};
            if (const pugi::xml_node box = childOf(data, "checkBox")) {
                part.tick = true;
                const pugi::xml_node checked = childOf(box, "checked"), by = childOf(box, "default");
                const pugi::xml_node says = checked ? checked : by;
                const string value = attributeOf(says, "val");
                part.on = says && (value.empty() || isYes(value));
            } else if (const pugi::xml_node list = childOf(data, "ddList")) {
                const pugi::xml_node result = childOf(list, "result");
                int at = std::atoi(attributeOf(result ? result : childOf(list, "default"), "val").c_str());
                for (const pugi::xml_node& one : list.children())
                    if (local(one) == "listEntry" && at-- == 0) part.text = attributeOf(one, "val");
                if (isBlank(part.text)) part.text.clear();
                part.exact = true;
            }
            old_ = content.parts.size();
            oldResult_ = false;
            oldInner_ = 0;
            content.parts.push_back(std::move(part));
        } else if (type == "begin" && old_) {
            ++oldInner_;
        } else if (type == "separate" && old_ && oldInner_ == 0) {
            oldResult_ = true;
        } else if (type == "end" && old_ && oldInner_-- == 0) {
            Part& part = content.parts[*old_];
            if (isBlank(part.text)) part.text.clear();
            part.exact = false;
            old_.reset();
        }
    }
    void sdt(const pugi::xml_node& node, int at) {
        const pugi::xml_node as = childOf(node, "sdtPr");
        const string tag = attributeOf(childOf(as, "tag"), "val");
        if (tag.ends_with("#rows")) {
            rows_.push_back({at, tag.substr(0, tag.size() - 5)});
            return;
        }
        if (tag.empty()) return;
        Part part{.name = tag};
        if (const pugi::xml_node box = childOf(as, "checkbox")) {
            part.tick = true;
            part.on = isYes(attributeOf(childOf(box, "checked"), "val"));
        }
        if (!rows_.empty()) {
            part.table = rows_.back().table;
            part.row = std::max<std::size_t>(1, rows_.back().count);
        }
        const pugi::xml_node showing = childOf(as, "showingPlcHdr");
        const string value = attributeOf(showing, "val");
        content.parts.push_back(std::move(part));
        open_.push_back({at, content.parts.size() - 1, showing && (value.empty() || isYes(value))});
    }
    void say(const string& text) {
        if (old_) {
            Part& part = content.parts[*old_];
            if (oldResult_ && oldInner_ == 0 && !part.tick && !chosen(part)) part.text += text;
            return;
        }
        if (open_.empty()) {
            if (rows_.empty()) content.wording += text;
            return;
        }
        open_.back().any = true;
        content.parts[open_.back().part].text += text;
    }
    /// A list says what is chosen itself.
    static bool chosen(const Part& part) { return part.exact; }
    void paragraph() {
        if (old_) return say("\n");
        if (open_.empty())
            content.wording += '\n';
        else if (std::exchange(open_.back().any, true))
            content.parts[open_.back().part].text += '\n';
    }
};

class OdtWalker : public Walker {
  public:
    void come(pugi::xml_node& node, int at) override {
        if (body_ >= 0 && at <= body_) body_ = -1;
        if (input_ >= 0 && at <= input_) input_ = -1;
        if (node.type() == pugi::node_pcdata) {
            if (input_ >= 0)
                input().text += node.value();
            else if (body_ >= 0)
                content.wording += node.value();
            return;
        }
        const string_view whole = node.name(), name = local(node);
        if (whole == "text:bookmark-start") called_ = attributeOf(node, "name");
        if (whole == "text:text-input" || whole == "text:drop-down") return plain(node, whole, at);
        if (input_ >= 0 && (name == "line-break" || name == "s")) {
            input().text += name == "s" ? ' ' : '\n';
            return;
        }
        if (whole.starts_with("form:")) {
            if (control(node, name)) passOver(at);
            return;
        }
        if (name == "body") body_ = at;
        if (name == "tracked-changes" || name == "annotation" || whole == "svg:title" || whole == "svg:desc" ||
            whole == "table:title")
            passOver(at);
        else if (name == "line-break" || name == "p" || name == "h")
            content.wording += '\n';
        else if (name == "s" || name == "tab")
            content.wording += ' ';
    }

    bool end(pugi::xml_node&) override {
        for (auto& [part, prompt] : prompts_)
            if (content.parts[part].text == prompt || isBlank(content.parts[part].text))
                content.parts[part].text.clear();
        return true;
    }

  private:
    int body_ = -1, input_ = -1;
    string called_;  // the bookmark that was begun last: the name of an input field
    std::vector<std::pair<std::size_t, string>> prompts_;  // of input fields

    Part& input() { return content.parts[prompts_.back().first]; }
    /// A text field (7.7): an input field is named by the bookmark around it.
    void plain(const pugi::xml_node& node, string_view whole, int at) {
        if (whole == "text:text-input") {
            prompts_.emplace_back(content.parts.size(), attributeOf(node, "description"));
            content.parts.push_back({.name = called_});
            input_ = at;
            return;
        }
        Part part{.name = attributeOf(node, "name")};
        for (const pugi::xml_node& label : node.children())
            if (local(label) == "label" && isYes(attributeOf(label, "current-selected")))
                part.text = attributeOf(label, "value");
        if (part.text == "\u2610" || part.text == "\u2612") {
            part.tick = true;
            part.on = part.text == "\u2612";
            part.text.clear();
        }
        if (isBlank(part.text)) part.text.clear();
        content.parts.push_back(std::move(part));
        passOver(at);
    }

    /// True for a control that is a part of a field; it has no other in it.
    bool control(const pugi::xml_node& node, string_view name) {
        const string called = attributeOf(node, "name");
        auto now = [&](const char* current, const char* first) {
            const pugi::xml_attribute is = node.attribute(current);
            return string(is ? is.value() : node.attribute(first).value());
        };
        Part part{.name = called};
        if (name == "checkbox") {
            part.tick = true;
            part.on = now("form:current-state", "form:state") == "checked";
        } else if (name == "radio") {
            part.tick = true;
            part.on = isYes(now("form:current-selected", "form:selected"));
            part.text = node.attribute("form:value").value();
        } else if (name == "listbox") {
            bool current = false;
            for (const pugi::xml_node& option : node.children())
                current = current || option.attribute("form:current-selected");
            for (const pugi::xml_node& option : node.children())
                if (isYes(option.attribute(current ? "form:current-selected" : "form:selected").value()))
                    part.text += (part.text.empty() ? "" : "\n") + string(option.attribute("form:value").value());
        } else if (name == "text" || name == "textarea" || name == "combobox" || name == "password" ||
                   name == "formatted-text" || name == "number" || name == "date" || name == "time") {
            part.text = now("form:current-value", "form:value");
            part.exact = name == "number" || name == "date" || name == "time";
            // Some programs write what was typed on several lines as paragraphs (13.5.3).
            if (name == "textarea" && !node.attribute("form:current-value"))
                for (const pugi::xml_node& p : node.children())
                    if (local(p) == "p") part.text += (part.text.empty() ? "" : "\n") + string(p.text().get());
        } else {
            return false;
        }
        content.parts.push_back(std::move(part));
        return true;
    }
};

}  // namespace

Content docxContent(const pugi::xml_document& document) {
    DocxWalker walker;
    pugi::xml_node root = document.document_element();
    root.traverse(walker);
    return std::move(walker.content);
}

Content odtContent(const pugi::xml_document& document) {
    OdtWalker walker;
    pugi::xml_node root = document.document_element();
    root.traverse(walker);
    return std::move(walker.content);
}

string wordingMark(const string& wording) {
    string plain;
    for (unsigned char c : wording) {
        const bool blank = c <= ' ';
        if (!blank)
            plain += char(c);
        else if (!plain.empty() && plain.back() != ' ')
            plain += ' ';
    }
    while (plain.ends_with(' ')) plain.pop_back();
    unsigned char hash[crypto_generichash_BYTES_MIN];
    crypto_generichash(hash, sizeof hash, reinterpret_cast<const unsigned char*>(plain.data()), plain.size(), nullptr,
                       0);
    string mark;
    for (unsigned char c : hash) mark += fmt::format("{:02x}", unsigned(c));
    return mark;
}

namespace {
constexpr const char *formProperty = "BrindelForm", *versionProperty = "BrindelVersion",
                     *wordingProperty = "BrindelWording", *partsProperty = "BrindelFields";
}

Marks marksOf(const string& form, int version, const Content& content) {
    Marks marks{form, version, wordingMark(content.wording)};
    for (const Part& part : content.parts) marks.parts.push_back(part.name);
    return marks;
}

std::vector<std::pair<const char*, string>> propertiesOf(const Marks& marks) {
    // Names have no blanks.
    string parts;
    for (const string& part : marks.parts) parts += (parts.empty() ? "" : " ") + part;
    return {{formProperty, marks.form},
            {versionProperty, std::to_string(marks.version)},
            {wordingProperty, marks.wording},
            {partsProperty, parts}};
}

void takeProperty(Marks& marks, const string& name, const string& value) {
    if (name == formProperty) marks.form = value;
    if (name == versionProperty) marks.version = std::atoi(value.c_str());
    if (name == wordingProperty) marks.wording = value;
    for (std::size_t at = 0; name == partsProperty && at < value.size();) {
        const std::size_t end = std::min(value.find(' ', at), value.size());
        marks.parts.push_back(value.substr(at, end - at));
        at = end + 1;
    }
}

}  // namespace brindel::flow
