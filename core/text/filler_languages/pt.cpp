// Portuguese, as fillers meet it: how dates and times are typed; sentences are said in English.
#include "core/text/filler_language.h"

namespace brindel::language_pt {

constexpr std::string_view hours[] = {"h", "horas"};
constexpr std::string_view passedOver[] = {"de", "do", "às", "as", "º"};

extern constexpr FillerLanguage all = {.code = "pt", .hours = hours, .passedOver = passedOver};

}  // namespace brindel::language_pt
