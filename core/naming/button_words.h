// What a button does by its wording: Next goes on, Cancel leaves.
#pragma once

#include <string>

#include "core/model/tokens.h"

namespace brindel {

/// What a button does as its wording says by itself; other when it says nothing.
ButtonRole roleSaidBy(const std::string& wording);

}  // namespace brindel
