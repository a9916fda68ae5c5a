// The seal of a form: what the file keeps of a password that opens the form for changes. What it means and how it is
// made is in core/seal.
#pragma once

#include <string>

namespace brindel {

struct Seal {
    std::string hash;  // Argon2id, as libsodium writes it: parameters, salt and hash
    std::string salt;  // of the key that the mark is made with, base64; never that of the hash
    std::string mark;  // over the file as it was saved, made with that key, base64
    std::string kept;  // unknown keys of the file, as in Control
    /// The mark follows from the rest of the file and the key.
    bool operator==(const Seal& other) const { return hash == other.hash && salt == other.salt && kept == other.kept; }
};

}  // namespace brindel
