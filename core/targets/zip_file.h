// ZIP archives as targets write them: the same parts are the same bytes.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/model/problem.h"

namespace brindel {

struct ZipPart {
    std::string name;  // with its folders, UTF-8
    std::string_view bytes;
    bool stored = false;  // as it is, not packed
};

/// An archive of these parts in their order, all of the first moment that a ZIP knows; a problem with the reason where
/// it cannot be made. The bytes are looked at until it returns.
Result<std::string> zipOf(const std::vector<ZipPart>& parts);

}  // namespace brindel
