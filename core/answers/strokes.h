// What somebody has signed with the pointer, as the strokes that were drawn.
#pragma once

#include <string>
#include <vector>

#include "core/model/values.h"

namespace brindel {

/// The strokes of a drawn signature: in thousandths of its width and height. Empty for any other text.
std::vector<std::vector<Point>> strokesOf(const std::string& text);
std::string strokesText(const std::vector<std::vector<Point>>& strokes);

}  // namespace brindel
