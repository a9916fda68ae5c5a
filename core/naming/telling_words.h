// Words of labels that tell of a person's details: "Telefon" asks for a phone number.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace brindel {

/// What a field asks for: "name", "forename", "surname", "firm", "address", "street", "postcode", "town", "country",
/// "phone", "email", "birthday", "bank", "identity", "health", "signature".
struct Told {
    std::string_view detail;
    bool personal = true;  // it says something of a person
};

/// What the wording of a label tells, in English, German, French and some words of others; nothing where it does not.
/// Words such as "name", which say little alone, count only beside a person ("your name") or by themselves.
std::optional<Told> toldBy(const std::string& wording);
/// The words of a wording in small plain letters.
std::vector<std::string> smallPlainWords(const std::string& wording);

}  // namespace brindel
