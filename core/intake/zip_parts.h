// The parts of a ZIP archive that somebody else has made: each is unpacked when it is asked for, and none without end.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/model/problem.h"

namespace brindel {

class ZipParts {
  public:
    /// Opens an archive in memory; a problem for bytes that are none, and for one of more than 10,000 parts.
    static Result<ZipParts> opened(std::string bytes);

    std::vector<std::string> names() const;
    bool has(const std::string& name) const;
    /// The bytes of a part; a problem, with its name as place, for one that is not there, is damaged or has more than
    /// 64 MiB. All parts that are asked for have 256 MiB together at most.
    Result<std::string> part(const std::string& name);

  private:
    struct Opened;
    std::shared_ptr<Opened> zip_;
};

}  // namespace brindel
