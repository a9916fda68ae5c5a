// XML as targets write it, over pugixml: elements with their attributes, the letters such as XML 1.0 takes them.
#pragma once

#include <initializer_list>
#include <pugixml.hpp>
#include <string>
#include <utility>

namespace brindel::xml {

using Node = pugi::xml_node;
using Attributes = std::initializer_list<std::pair<const char*, std::string>>;

/// An element at the end of another one.
Node add(Node to, const char* name, Attributes attributes = {});
/// One more attribute of an element; one more text in it.
void set(Node node, const char* name, const std::string& value);
void say(Node node, const std::string& text);
/// An element with text in it; blanks stay as they are.
Node add(Node to, const char* name, const std::string& text, Attributes attributes = {});
/// The document as a file in UTF-8, on one line below its declaration.
std::string fileOf(const pugi::xml_document& document);

}  // namespace brindel::xml
