// The looks of Brindel's own window: every colour, font and icon in one place, for light and for dark. The form on the
// sheet is not touched by any of it.
#pragma once

#include <QColor>
#include <QFont>
#include <QIcon>
#include <QPixmap>
#include <QString>

namespace brindel {

struct Tokens {
    QColor umber, umber2, stone, cream, paper, line, ink, ink2, tawny, tawnyDark, teal, leaf, leafLight, plum, brick,
        amber, slate, onDark, onDark2, field, fieldLine, note, noteLine, chosen;
};

/// The tokens in force: light, or dark when the desktop is.
const Tokens& tokens();
/// Chooses by hand; used by View and by the tests.
void setDark(bool dark);
bool isDark();

/// The desktop's font, or Lato where the desktop has none set; sizes in px: 13 body, 12 secondary, 15 titles.
QFont bodyFont(int pixels = 13, bool bold = false);
/// The font of names and jottings.
QFont monoFont(int pixels = 12);
/// One of Brindel's own icons in a colour.
QPixmap iconPixmap(const QString& name, const QColor& colour, int size, double ratio);
QIcon icon(const QString& name, const QColor& colour);
/// The style sheet of Brindel's panels, menus and fields.
QString panelSheet();

}  // namespace brindel
