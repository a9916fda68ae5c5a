// The seal: a password that opens a form for changes. A sealed form can be filled by anybody. The file keeps an
// Argon2id hash of the password, and a mark over itself that only who knows the password can make, so that an edit by
// hand is noticed. What such a seal can do in a file that anybody can read, and what not, is in docs/protection.md.
#pragma once

#include <array>
#include <memory>

#include "core/file/form_file.h"
#include "core/seal/password.h"

namespace brindel {

/// What the mark is made with, worked out from the password; kept in memory that is not swapped out, wiped when it
/// goes.
class SealKey {
  public:
    SealKey();
    ~SealKey();
    SealKey(const SealKey&) = delete;
    SealKey& operator=(const SealKey&) = delete;
    std::array<unsigned char, 32>& bytes() { return bytes_; }
    const std::array<unsigned char, 32>& bytes() const { return bytes_; }

  private:
    std::array<unsigned char, 32> bytes_{};
};
using SharedSealKey = std::shared_ptr<const SealKey>;

struct Sealing {
    Form form;
    SharedSealKey key;
};

enum class SealState : std::uint8_t { none, whole, damaged };
/// Whether a form has a seal, and one that a password can open. Damaged: the hash or the salt is cut off or was
/// changed, or asks for more memory or time than a password is worth (1 GiB, 20 rounds).
SealState sealState(const Form& form);

/// The form with a new seal, and the key that it opens with. A problem for a password that passwordMeant refuses. Takes
/// about a quarter of a second, and 64 MiB.
Result<Sealing> sealed(const Form& form, const std::string& password);
/// The key of a form's seal. A problem for another password, and for a damaged seal. As slow as sealing.
Result<SharedSealKey> keyFor(const Form& form, const std::string& password);
/// The form without its seal.
Form unsealed(Form form);

/// The form as the text of its file, marked anew.
std::string sealedText(const Form& form, const SealKey& key);
/// True when a sealed form has a mark that can be one; whether it is right, only the key tells.
bool hasMark(const Form& form);
/// True when a file was last saved by somebody who had the key: `digest` is what Opened says of it.
bool isAsItWasSealed(const Form& form, const std::string& digest, const SealKey& key);

/// Seconds to wait before the next try after so many wrong ones: none after the first three, then twice as long each
/// time, at most half a minute.
int secondsToWait(int wrongTries);

}  // namespace brindel
