// The last line of the dialogs that make a form: which kind it gets, and the buttons.
#pragma once

class QDialog;
class QPushButton;
class QRadioButton;
class QVBoxLayout;

namespace brindel {

struct MakesLine {
    QRadioButton *dialog, *document;
    QPushButton* make;
};
/// Adds the line to a dialog's column. Its parts are called by `name`: jottedDocument, jottedMake.
MakesLine makesLine(const char* name, QDialog* within, QVBoxLayout* column);

}  // namespace brindel
