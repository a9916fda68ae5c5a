// Chinese, as fillers meet it: how dates and times are typed; sentences are said in English.
#include "core/text/filler_language.h"

namespace brindel::language_zh {

constexpr std::string_view hours[] = {"时", "時", "点"};
constexpr std::string_view passedOver[] = {"年", "月", "日", "分"};

extern constexpr FillerLanguage all = {.code = "zh", .hours = hours, .passedOver = passedOver};

}  // namespace brindel::language_zh
