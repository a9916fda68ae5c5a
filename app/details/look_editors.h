// Editors of looks for the details and the styles: colours, fonts, pictures, and the edges a control holds to.
#pragma once

#include "app/details/editors.h"

namespace brindel {

using Changed = std::function<void(std::optional<Value>)>;

/// A colour: typed, or picked from the form's own colours, the desktop's, or all; its contrast is said while it is
/// picked. `against` gives the colour that it stands on or that stands on it; nothing where there is none.
Editor colourEditor(const PropertyRow& row, Desk& desk, Changed changed, std::function<std::optional<Colour>()> against,
                    QWidget* parent);
/// A font family, each shown in itself.
Editor fontEditor(const PropertyRow& row, Desk& desk, Changed changed, QWidget* parent);
/// A picture: picked from a file, shown small, taken away again.
Editor imageEditor(const PropertyRow& row, Desk& desk, Changed changed, QWidget* parent);
/// The edges a control holds to, on a small picture of it in its container.
Editor holdsEditor(const PropertyRow& row, Desk& desk, Changed changed, QWidget* parent);

}  // namespace brindel
