// What a button does by its wording: Next goes on, Cancel leaves.
#pragma once

#include <string>

namespace brindel {

/// The role (a token of Prop::buttonRole) that a button's wording says by itself; empty when it says none.
std::string roleSaidBy(const std::string& wording);

}  // namespace brindel
