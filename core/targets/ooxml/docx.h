// A form as a text document (DOCX, ISO/IEC 29500 transitional) that is filled where letters are written: its fields are
// structured document tags (17.5.2) under their names, or form fields (17.16.17) where they are to be simple; nothing
// else can be changed.
#pragma once

#include <string>

#include "core/model/problem.h"
#include "core/targets/flow/flow.h"

namespace brindel {

/// The bytes of the document; the same for the same form. A Problem with place and sentence where it cannot be made.
Result<std::string> docxOf(const FormSession& session, const flow::TextOptions& options = {});

/// The hash of a password as 17.15.1.29 has it: of the salt and the password in UTF-16, and then so many times of the
/// hash and the number of the round (4 bytes, the least first). SHA-512, base64.
std::string protectionHash(const std::string& password, const std::string& salt, int rounds);

/// The namespace of the part with the form's file (22.5).
inline constexpr const char* docxFormSpace = "urn:brindel:form";

}  // namespace brindel
