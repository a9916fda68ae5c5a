// A checker for PDF/UA-1 (ISO 14289-1): the failure conditions of the Matterhorn Protocol 1.1 that a machine can check,
// as far as a form can run into them.
#pragma once

#include <string>
#include <vector>

#include "core/targets/pdf/qpdf.h"

namespace brindel::test {

/// What fails, each by its number in the protocol and a few words: "28-010 widget outside of Form: txtBoat".
std::vector<std::string> uaFailures(const std::string& bytes);
std::vector<std::string> uaFailures(QPDF& pdf);
/// The numbers of all conditions that are checked.
std::vector<std::string> uaConditions();

}  // namespace brindel::test
