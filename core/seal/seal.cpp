#include "core/seal/seal.h"

#include <sodium.h>

#include <charconv>

namespace brindel {
namespace {

using std::string;

// OWASP and RFC 9106 ask for at least 19 MiB; this is libsodium's measure for what somebody waits for.
constexpr unsigned long long rounds = crypto_pwhash_OPSLIMIT_MODERATE;
constexpr std::size_t memory = crypto_pwhash_MEMLIMIT_INTERACTIVE;
constexpr unsigned long long mostRounds = 20;
constexpr std::size_t mostMemoryKiB = 1u << 20;

bool ready() {
    return sodium_init() >= 0;  // 1 when it was done before
}

/// What a hash asks for; nothing where it is none that we would make or check.
struct Cost {
    unsigned long long rounds = 0;
    std::size_t memory = 0;  // bytes
};
std::optional<Cost> costOf(const string& hash) {
    constexpr std::string_view start = "$argon2id$v=19$m=";
    if (hash.size() >= crypto_pwhash_STRBYTES || !hash.starts_with(start)) return std::nullopt;
    const char* at = hash.data() + start.size();
    const char* const end = hash.data() + hash.size();
    auto number = [&](std::string_view before, auto& value) {
        if (string(at, std::min<std::size_t>(before.size(), std::size_t(end - at))) != before) return false;
        const auto read = std::from_chars(at + before.size(), end, value);
        at = read.ptr;
        return read.ec == std::errc();
    };
    std::size_t kib = 0, lanes = 0;
    Cost cost;
    if (!number("", kib) || !number(",t=", cost.rounds) || !number(",p=", lanes)) return std::nullopt;
    const bool bearable = kib >= 8 && kib <= mostMemoryKiB && cost.rounds >= 1 && cost.rounds <= mostRounds;
    // After the parameters: a salt of 16 bytes and a hash of 32, base64 without padding.
    const string rest(at, end);
    const bool whole = rest.size() == 1 + 22 + 1 + 43 && rest[0] == '$' && rest[23] == '$';
    cost.memory = kib * 1024;
    return bearable && lanes == 1 && whole ? std::optional(cost) : std::nullopt;
}

string inBase64(const unsigned char* bytes, std::size_t count) {
    string text(sodium_base64_encoded_len(count, sodium_base64_VARIANT_ORIGINAL), '\0');
    sodium_bin2base64(text.data(), text.size(), bytes, count, sodium_base64_VARIANT_ORIGINAL);
    text.pop_back();  // the NUL
    return text;
}
template <std::size_t count>
bool fromBase64(const string& text, std::array<unsigned char, count>& bytes) {
    std::size_t length = 0;
    return sodium_base642bin(bytes.data(), count, text.data(), text.size(), nullptr, &length, nullptr,
                             sodium_base64_VARIANT_ORIGINAL) == 0 &&
           length == count;
}
using Salt = std::array<unsigned char, crypto_pwhash_SALTBYTES>;

Result<SharedSealKey> derived(const Secret& password, const Salt& salt, const Cost& cost) {
    auto key = std::make_shared<SealKey>();
    if (crypto_pwhash(key->bytes().data(), key->bytes().size(), password.text().data(), password.text().size(),
                      salt.data(), cost.rounds, cost.memory, crypto_pwhash_ALG_ARGON2ID13) != 0)
        return failure("", said("Not enough memory: close other programs and try again."));
    return key;
}

string markFor(const string& digest, const SealKey& key) {
    std::array<unsigned char, 32> mark{};
    crypto_generichash(mark.data(), mark.size(), reinterpret_cast<const unsigned char*>(digest.data()), digest.size(),
                       key.bytes().data(), key.bytes().size());
    return inBase64(mark.data(), mark.size());
}

Form withMark(Form form, string mark) {
    Seal seal = *form.seal;
    seal.mark = std::move(mark);
    form.seal = std::make_shared<const Seal>(std::move(seal));
    return form;
}

}  // namespace

SealKey::SealKey() {
    sodium_mlock(bytes_.data(), bytes_.size());
}
SealKey::~SealKey() {
    sodium_munlock(bytes_.data(), bytes_.size());  // wipes it
}

SealState sealState(const Form& form) {
    if (!form.seal) return SealState::none;
    Salt salt{};
    return costOf(form.seal->hash) && fromBase64(form.seal->salt, salt) ? SealState::whole : SealState::damaged;
}

Result<Sealing> sealed(const Form& form, const string& password) {
    auto meant = passwordMeant(password);
    if (!meant) return tl::unexpected(meant.error());
    const auto noMemory = failure("", said("Not enough memory: close other programs and try again."));
    if (!ready()) return noMemory;
    char hash[crypto_pwhash_STRBYTES];
    if (crypto_pwhash_str(hash, meant->text().data(), meant->text().size(), rounds, memory) != 0) return noMemory;
    Salt salt{};
    randombytes_buf(salt.data(), salt.size());
    auto key = derived(*meant, salt, {rounds, memory});
    if (!key) return tl::unexpected(key.error());
    Form next = form;
    next.seal = std::make_shared<const Seal>(Seal{hash, inBase64(salt.data(), salt.size()), "", ""});
    return Sealing{std::move(next), *key};
}

Result<SharedSealKey> keyFor(const Form& form, const string& password) {
    if (sealState(form) != SealState::whole)
        return failure(
            "", form.seal
                    ? said("The seal of this form is damaged, and no password opens it. Ask its sender for a new copy.")
                    : said("This form is not sealed."));
    auto meant = passwordMeant(password);
    const auto wrong = failure("", said("This is not the password of this form."));
    if (!meant || !ready()) return wrong;
    if (crypto_pwhash_str_verify(form.seal->hash.c_str(), meant->text().data(), meant->text().size()) != 0)
        return wrong;
    Salt salt{};
    fromBase64(form.seal->salt, salt);
    return derived(*meant, salt, *costOf(form.seal->hash));
}

Form unsealed(Form form) {
    form.seal = nullptr;
    return form;
}

string sealedText(const Form& form, const SealKey& key) {
    return formText(withMark(form, markFor(designDigest(formText(withMark(form, ""))), key)));
}

bool hasMark(const Form& form) {
    std::array<unsigned char, 32> mark{};
    return form.seal && fromBase64(form.seal->mark, mark);
}

bool isAsItWasSealed(const Form& form, const string& digest, const SealKey& key) {
    return form.seal && form.seal->mark == markFor(digest, key);
}

int secondsToWait(int wrongTries) {
    return wrongTries < 3 ? 0 : std::min(30, 1 << std::min(wrongTries - 2, 5));
}

}  // namespace brindel
