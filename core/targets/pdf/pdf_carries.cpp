#include "core/targets/pdf/pdf_carries.h"

#include <algorithm>

namespace brindel {
namespace {

struct Row {
    Prop prop;
    std::string_view word;
};
constexpr Row worked[] = {{Prop::workedOut, "value"},
                          {Prop::visible, "visible"},
                          {Prop::enabled, "enabled"},
                          {Prop::required, "required"},
                          {Prop::valid, "valid"},
                          {Prop::least, "least"},
                          {Prop::most, "most"},
                          {Prop::earliest, "earliest"},
                          {Prop::latest, "latest"},
                          {Prop::earliestTime, "earliestTime"},
                          {Prop::latestTime, "latestTime"},
                          {Prop::atLeast, "atLeast"},
                          {Prop::atMost, "atMost"}};
constexpr Does notDone[] = {Does::leave, Does::putAway, Does::addRow, Does::removeRow, Does::tell};
constexpr Event notAsked[] = {Event::doublePressed, Event::key};

}  // namespace

std::string_view workedOutInPdf(Prop prop) {
    const auto at = std::ranges::find(worked, prop, &Row::prop);
    return at == std::end(worked) ? std::string_view() : at->word;
}

bool isDoneInPdf(Does step) {
    return std::ranges::find(notDone, step) == std::end(notDone);
}

bool isAskedInPdf(Event event) {
    return std::ranges::find(notAsked, event) == std::end(notAsked);
}

}  // namespace brindel
