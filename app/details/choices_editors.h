// Editors of choices: typed a line each, or taken from a list that is held in the form.
#pragma once

#include "app/details/editors.h"

namespace brindel {

/// Choices, a line each: pasted, sorted, dragged, each once.
Editor choicesEditor(const PropertyRow& row, Desk& desk, std::function<void(std::optional<Value>)> changed,
                     QWidget* parent);
/// A list that is held in the form: where it is from, what is in it, and how to renew it.
Editor listEditor(const PropertyRow& row, Desk& desk, std::function<void(std::optional<Value>)> changed,
                  QWidget* parent);
/// A column of that list, picked by its heading.
Editor columnPicker(const PropertyRow& row, Desk& desk, std::function<void(std::optional<Value>)> changed,
                    QWidget* parent);

}  // namespace brindel
