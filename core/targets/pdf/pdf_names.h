// What readers that do not see a page call its fields (ISO 32000-1, table 220, TU; ISO 14289-1, 7.18.4).
#pragma once

#include <unordered_map>

#include "core/layout/spread.h"

namespace brindel {

/// For all that is filled or pressed: its question and its label, then its hint, then what it takes, in the form's
/// language. No two of different fields are the same: those of one name are told apart by the section they stand in,
/// then by a number.
struct SpokenNames {
    std::unordered_map<Id, std::string> of;         // each control
    std::unordered_map<Id, std::string> questions;  // by each radio button: its question alone
};
SpokenNames spokenNames(const Spread& parts, const Form& designed);

}  // namespace brindel
