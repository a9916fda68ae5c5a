#include "receive/access.h"

#include <fmt/format.h>
#include <sodium.h>
#include <sys/stat.h>

#include <memory>

#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "core/text/encodings.h"

namespace brindel {

using std::string;

Result<std::unique_ptr<Entrants>> Entrants::read(const string& path) {
    struct stat about {};
    if (stat(path.c_str(), &about) == 0 && (about.st_mode & 0007) != 0)
        return failure("",
                       said("Everybody on this machine can read the file of passwords. Take that away: chmod o-rwx."));
    auto text = readText(path, 1 << 20);
    if (!text) return tl::unexpected(text.error());
    auto access = std::make_unique<Entrants>();
    int number = 0;
    for (std::size_t at = 0; at < text->size();) {
        const std::size_t end = std::min(text->find('\n', at), text->size());
        string line = text->substr(at, end - at);
        at = end + 1;
        ++number;
        if (line.ends_with('\r')) line.pop_back();
        if (line.empty() || line.starts_with('#')) continue;
        const auto colon = line.find(':');
        const string hash = colon == string::npos ? "" : line.substr(colon + 1);
        if (colon == 0 || !hash.starts_with("$argon2id$") || hash.size() >= crypto_pwhash_STRBYTES)
            return failure(fmt::format("line {}", number),
                           said("A name, a colon and the hash of a password are expected here."));
        access->hashes_[line.substr(0, colon)] = hash;
    }
    if (access->hashes_.empty()) return failure("", said("The file names nobody."));
    return access;
}

Result<string> Entrants::line(const string& name, const string& password) {
    if (name.empty() || name.size() > 100 || name.find_first_of(":\r\n") != string::npos)
        return failure("", said("A name has at most 100 letters, and no colon."));
    if (password.empty()) return failure("", said("The password is empty."));
    char hash[crypto_pwhash_STRBYTES];
    if (crypto_pwhash_str(hash, password.data(), password.size(), crypto_pwhash_OPSLIMIT_INTERACTIVE,
                          crypto_pwhash_MEMLIMIT_INTERACTIVE) != 0)
        return failure("", said("There is not enough memory for this."));
    return name + ":" + hash + "\n";
}

bool Entrants::knows(const string& authorization) {
    const std::scoped_lock lock(mutex_);
    return let_.contains(contentSum(authorization));
}

bool Entrants::lets(const string& authorization) {
    constexpr std::size_t most = 1000;  // remembered, and letters of a name with its password
    if (!authorization.starts_with("Basic ") || authorization.size() > most) return false;
    const string sum = contentSum(authorization);
    const std::scoped_lock lock(mutex_);
    if (let_.contains(sum)) return true;
    string both(authorization.size(), '\0');
    std::size_t size = 0;
    if (sodium_base642bin(reinterpret_cast<unsigned char*>(both.data()), both.size(), authorization.data() + 6,
                          authorization.size() - 6, " ", &size, nullptr, sodium_base64_VARIANT_ORIGINAL) != 0)
        return false;
    both.resize(size);
    const auto colon = both.find(':');
    if (colon == string::npos) return false;
    const auto known = hashes_.find(both.substr(0, colon));
    // Somebody who is not known takes as long as somebody who is.
    const string& hash = known == hashes_.end() ? hashes_.begin()->second : known->second;
    const string password = both.substr(colon + 1);
    const bool right = crypto_pwhash_str_verify(hash.c_str(), password.data(), password.size()) == 0;
    sodium_memzero(both.data(), both.size());
    if (!right || known == hashes_.end()) return false;
    if (let_.size() >= most) let_.clear();
    let_[sum] = true;
    return true;
}

}  // namespace brindel
