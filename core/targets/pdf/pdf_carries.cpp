#include "core/targets/pdf/pdf_carries.h"

#include <algorithm>

namespace brindel {
namespace {

constexpr Prop worked[] = {Prop::workedOut,  Prop::visible, Prop::enabled,  Prop::required, Prop::valid,
                           Prop::least,      Prop::most,    Prop::earliest, Prop::latest,   Prop::earliestTime,
                           Prop::latestTime, Prop::atLeast, Prop::atMost};
constexpr Action notDone[] = {Action::leave, Action::putAway, Action::addRow, Action::removeRow, Action::tell};
constexpr Event notAsked[] = {Event::doublePressed, Event::key};

}  // namespace

bool isWorkedOutInPdf(Prop prop) {
    return std::ranges::find(worked, prop) != std::end(worked);
}

bool isDoneInPdf(Action step) {
    return std::ranges::find(notDone, step) == std::end(notDone);
}

bool isAskedInPdf(Event event) {
    return std::ranges::find(notAsked, event) == std::end(notAsked);
}

}  // namespace brindel
