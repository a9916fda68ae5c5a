// Who may come in: names and the hashes of their passwords, one a line.
#pragma once

#include <map>
#include <memory>
#include <mutex>
#include <string>

#include "core/model/problem.h"

namespace brindel {

class Entrants {
  public:
    /// Reads a file of lines `name:hash`. A problem for a line that is none, and for a file that others can read.
    static Result<std::unique_ptr<Entrants>> read(const std::string& path);
    /// A line for a name and a password (Argon2id, by libsodium).
    static Result<std::string> line(const std::string& name, const std::string& password);

    /// True for one that was let in before: hashing a password takes a tenth of a second.
    bool knows(const std::string& authorization);
    /// True for an `Authorization` of the scheme Basic (RFC 7617) that names one of them with its password.
    bool lets(const std::string& authorization);

  private:
    std::map<std::string, std::string> hashes_;
    std::mutex mutex_;                 // hashing takes 64 MiB: one at a time
    std::map<std::string, bool> let_;  // what was let in before, by its sum
};

}  // namespace brindel
