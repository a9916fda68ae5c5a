// Japanese, as fillers meet it: how dates and times are typed; sentences are said in English.
#include "core/text/filler_language.h"

namespace brindel::language_ja {

constexpr std::string_view hours[] = {"時"};
constexpr std::string_view passedOver[] = {"年", "月", "日", "分"};

extern constexpr FillerLanguage all = {.code = "ja", .hours = hours, .passedOver = passedOver};

}  // namespace brindel::language_ja
