// The parts of a text document that somebody else has saved, as XML.
#pragma once

#include <pugixml.hpp>

#include "core/intake/zip_parts.h"

namespace brindel {

inline constexpr const char* odtMain = "content.xml";

/// A part as XML. Neither entities nor anything from elsewhere are read; what they stand for stays as it is. A problem
/// with its name as place for one that is not there or is damaged.
Result<void> readXml(ZipParts& zip, const std::string& name, pugi::xml_document& xml);
/// A name of a part from a relation's target, which may begin at the root or go up.
std::string partAt(const std::string& folder, std::string target);
/// Where the text of a DOCX is, by its package (ISO/IEC 29500-2, 6.5.2).
std::string docxMainPart(ZipParts& zip);

}  // namespace brindel
