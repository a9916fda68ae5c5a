// Editors of patterns: of texts, tried on samples in place; of dates and times, with how today or now reads by them.
#pragma once

#include "app/details/editors.h"

namespace brindel {

/// A regular expression, common ones to pick, and a field to try samples in.
Editor patternEditor(const PropertyRow& row, Desk& desk, std::function<void(std::optional<Value>)> changed,
                     QWidget* parent);
/// The letters of a date or a time, and below them a sample, or what is wrong while they are typed.
Editor momentEditor(const PropertyRow& row, Desk& desk, std::function<void(std::optional<Value>)> changed,
                    QWidget* parent);

}  // namespace brindel
