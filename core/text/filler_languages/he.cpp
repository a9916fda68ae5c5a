// Hebrew, as fillers meet it: how dates and times are typed; sentences are said in English.
#include "core/text/filler_language.h"

namespace brindel::language_he {

constexpr std::string_view hours[] = {"שעה"};
constexpr std::string_view passedOver[] = {"ב", "בשעה", "ה", "יום"};
constexpr HalfOfDay halves[] = {{"בבוקר", 0}, {"בערב", 1}, {"אחה״צ", 1}, {"לפנה״צ", 0}};

extern constexpr FillerLanguage all = {.code = "he", .hours = hours, .passedOver = passedOver, .halves = halves};

}  // namespace brindel::language_he
