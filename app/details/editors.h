// Editors of single values for the details: each shows a value, or that the selected controls differ, and says when a
// person has set another.
#pragma once

#include <QWidget>
#include <functional>
#include <optional>

#include "app/window/desk.h"

namespace brindel {

/// An editor with what it needs to be filled from the form: nothing means that the controls differ.
struct Editor {
    QWidget* widget = nullptr;
    std::function<void(std::optional<Value>)> show;
};

/// `changed` is called with the new value when the person has finished; nothing means: back to the default.
/// `against` is what a colour's contrast is reckoned with.
Editor makeEditor(const PropertyRow& row, Desk& desk, std::function<void(std::optional<Value>)> changed,
                  QWidget* parent, std::function<std::optional<Colour>()> against = {});
/// Wording, a pattern or a formula: on one line, or on several where it is longer. Its widget is a SentenceEdit.
Editor sentenceEditor(const PropertyRow& row, Desk& desk, std::function<void(std::optional<Value>)> changed,
                      QWidget* parent);
/// A value of several lines. Its widget is an AreaEdit; for choices their ChoiceLines.
Editor areaEditor(const PropertyRow& row, Desk& desk, std::function<void(std::optional<Value>)> changed,
                  QWidget* parent);
/// A value typed in one line. Its widget is a QLineEdit.
Editor lineEditor(const PropertyRow& row, Desk& desk, std::function<void(std::optional<Value>)> changed,
                  QWidget* parent);

}  // namespace brindel
