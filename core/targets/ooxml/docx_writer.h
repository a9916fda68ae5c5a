// One document being written. Private to targets/ooxml.
#pragma once

#include <functional>
#include <map>
#include <set>

#include "core/targets/flow/flow.h"
#include "core/targets/ooxml/docx.h"
#include "core/targets/xml.h"

namespace brindel::ooxml {

using flow::Inline;
using xml::add;
using xml::Node;

std::string twips(double points);
std::string halfPoints(double points);
std::string hex(Colour colour);

struct Picture {
    std::string file, bytes, ending;
};

class Writer {
  public:
    Writer(const FormSession& session, const flow::TextOptions& options);
    Result<std::string> written();

  private:
    // docx_body.cpp
    std::string document();
    void blocks(Node to, const std::vector<flow::Block>& all, bool inCell);
    void paragraph(Node to, const flow::Paragraph& p);
    void table(Node to, const flow::Table& t);
    void row(Node to, const flow::Table& t, const flow::Row& r);
    void words(Node to, const std::string& text, const Look& own, const Look& styled);
    void letters(Node properties, const Look& own, const Look* styled);
    void line(Node to, const char* name, const std::string& start, bool numbers);
    void picture(Node to, const Control& c, const std::string& png);
    void section(Node body);

    // docx_fields.cpp
    void field(Node to, const Inline& run);
    void oldField(Node to, const Inline& run);
    void kindOf(Node as, const Inline& run);
    Node control(Node to, const Inline& run, const std::string& lock);
    void opened(Node to, bool open, const std::function<void()>& write);
    void plain(Node content, const std::string& text, bool placeholder);
    int idOf(const std::string& part);

    // docx_parts.cpp
    std::string styles();
    void defaults(Node root);
    std::string settings();
    std::string glossary();
    std::string properties();
    std::string ownProperties();
    std::string headOrFoot(const char* element, const std::string& text, bool numbers);

    bool rightToLeft() const { return text_.rightToLeft; }

    const flow::TextOptions& options_;
    flow::Source source_;
    const Form& form_;
    flow::Text text_;
    std::map<std::string, std::string> placeholders_;  // by their wording, the name of their building block
    std::vector<Picture> pictures_;
    std::string made_;  // the document itself
    std::set<int> ids_;
    bool underlined_ = false;  // a field that has no edge
    int shapes_ = 0, ranges_ = 0;
    Look dressed_ = {}, plainStyle_ = {};  // of the paragraph that is being written
};

}  // namespace brindel::ooxml
