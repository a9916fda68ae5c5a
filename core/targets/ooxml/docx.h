// A form as a text document (DOCX, ISO/IEC 29500 transitional) that is filled where letters are written: its fields are
// content controls (17.5.2) under their names, and nothing else can be changed.
#pragma once

#include <string>

#include "core/model/problem.h"
#include "core/seal/password.h"
#include "core/session/form_session.h"

namespace brindel {

struct DocxOptions {
    const Secret* owner = nullptr;   // opens the document for changes; null where anybody may open it
    bool blank = false;              // nobody has filled anything in
    std::string_view formFile = {};  // goes along in the document; empty for none
    bool oldFields = false;          // legacy form fields (17.16.17), for programs that know no content controls
};

/// The bytes of the document; the same for the same form. A Problem with place and sentence where it cannot be made.
Result<std::string> docxOf(const FormSession& session, const DocxOptions& options = {});

/// The hash of a password as 17.15.1.29 has it: of the salt and the password in UTF-16, and then so many times of the
/// hash and the number of the round (4 bytes, the least first). SHA-512, base64.
std::string protectionHash(const std::string& password, const std::string& salt, int rounds);

/// Where what Brindel says of a document stands in it: properties (22.3) and the part with the form's file (22.5).
inline constexpr const char *docxFormProperty = "BrindelForm", *docxVersionProperty = "BrindelVersion",
                            *docxWordingProperty = "BrindelWording", *docxFormSpace = "urn:brindel:form";

}  // namespace brindel
