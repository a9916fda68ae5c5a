// One document being written. Private to targets/odf.
#pragma once

#include <functional>
#include <map>

#include "core/targets/flow/flow.h"
#include "core/targets/odf/odt.h"
#include "core/targets/xml.h"

namespace brindel::odf {

using flow::Inline;
using xml::add;
using xml::Node;

std::string points(double length);

class Writer {
  public:
    Writer(const FormSession& session, const flow::TextOptions& options);
    Result<std::string> written();

  private:
    // odt_body.cpp
    std::string content();
    void blocks(Node to, const std::vector<flow::Block>& all);
    void paragraph(Node to, const flow::Paragraph& p);
    void table(Node to, const flow::Table& t);
    void row(Node to, const flow::Table& t, const flow::Row& r);
    void words(Node to, const std::string& text);
    void picture(Node to, const Control& c, const std::string& png);
    /// The name of a style of this family with these properties: made when it is first asked for.
    std::string styled(const char* family, const std::string& parent, const std::function<void(Node)>& properties);

    // odt_fields.cpp
    void field(Node to, const Inline& run);
    void plainField(Node to, const Inline& run);
    void tickField(Node to, const Inline& run);
    void listField(Node to, const Inline& run, double wide, double high);
    Node control(const char* element, const Inline& run);
    void shown(Node to, const std::string& id, const Control& c, double wide, double high);

    // odt_parts.cpp
    std::string styles();
    void paper(Node root);
    std::string meta();
    std::string manifest(const std::vector<std::pair<std::string, std::string>>& parts);

    const flow::TextOptions& options_;
    flow::Source source_;
    const Form& form_;
    flow::Text text_;
    pugi::xml_document content_;
    Node automatic_, form_controls_;
    std::map<std::string, std::string> known_;  // automatic styles by what they are
    std::map<std::string, int> counts_;
    std::vector<std::pair<std::string, std::string>> pictures_;  // their names and bytes
    int controls_ = 0, tables_ = 0;
    double wide_ = 0, high_ = 0;  // the room of what is being written
};

void letters(Node properties, const Look& own, const Look* styled);
std::string styleName(const Form& form, const flow::Paragraph& p);

}  // namespace brindel::odf
