// The font that windows are drawn in.
#pragma once

namespace brindel {

/// Gives the application the desktop's font, or Lato where no desktop says what its font is. Call once, after the
/// application is made.
void useDesktopFont();

}  // namespace brindel
