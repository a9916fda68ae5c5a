// The *.brindel file: JSON (RFC 8259) with two-space indent, fixed key order and defaults left out, so that people can
// read, compare and merge it. `schema/brindel-form.schema.json` describes it.
#pragma once

#include <string>

#include "core/model/form.h"
#include "core/model/problem.h"

namespace brindel {

inline constexpr int fileVersion = 1;
inline constexpr std::size_t mostSilenced = 1000;
inline constexpr int mostRevisions = 1000000000;

/// A form as the text of its file, ending in a line feed. The same form gives the same text, byte for byte.
std::string formText(const Form& form);

struct Opened {
    Form form;
    Sentence readOnlyBecause;  // a sentence when the file may not be written back; empty otherwise
    std::string digest = {};   // designDigest of the file when the form is sealed; empty otherwise
    std::string sum = {};      // contentSum of the file that it was read from; empty where it came from no file
};

/// Reads the text of a form file. A problem's place is "line 3, column 7" for text that is no JSON, and the path of the
/// key ("controls[2].kind") for JSON that is no form. Keys that are not known are kept. At most 64 MiB and 60
/// containers within each other.
Result<Opened> readForm(const std::string& text);

/// The same from a file; a problem with an empty place means that the file itself could not be read.
Result<Opened> openForm(const std::string& path);
/// A sum over the bytes of a file (BLAKE2b, 32 bytes): another one for another content.
std::string contentSum(const std::string& bytes);
/// A digest of all that a form file says (BLAKE2b, 32 bytes), the mark of its seal left out: the same however its keys
/// are ordered and its lines are broken. Empty for a text that is no JSON.
std::string designDigest(const std::string& text);
/// The form as the version that comes after `before`, which others may hold: one higher where it differs from that in
/// anything but the version, the same where it does not.
Form nextVersion(Form form, const Form& before);

/// The JSON Schema 2020-12 of the file, made from the table of kinds.
std::string formSchema();

}  // namespace brindel
