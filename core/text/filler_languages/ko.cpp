// Korean, as fillers meet it: how dates and times are typed; sentences are said in English.
#include "core/text/filler_language.h"

namespace brindel::language_ko {

constexpr std::string_view hours[] = {"시"};
constexpr std::string_view passedOver[] = {"년", "월", "일", "분"};

extern constexpr FillerLanguage all = {.code = "ko", .hours = hours, .passedOver = passedOver};

}  // namespace brindel::language_ko
