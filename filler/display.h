// A window needs a display: where there is none, a sentence says so, and a status that scripts understand.
#pragma once

namespace brindel {

/// The status of a program that found no display to open its window on.
inline constexpr int noDisplay = 5;
/// Ends the program with a sentence and that status where there is no display, now or when Qt finds that the one that
/// is named cannot be reached. Call once, before the application is made.
void needDisplay(const char* program);
/// The application is made: from here on Qt says what it has to say itself.
void displayFound();

}  // namespace brindel
