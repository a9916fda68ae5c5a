#include "app/window/makes_line.h"

#include <QtWidgets/QtWidgets>

#include "app/words.h"

namespace brindel {

MakesLine makesLine(const char* name, QDialog* within, QVBoxLayout* column) {
    auto* line = new QHBoxLayout;
    MakesLine parts{new QRadioButton(Words::tr("a dialog"), within), new QRadioButton(Words::tr("a document"), within),
                    new QPushButton(Words::tr("Make the form"), within)};
    parts.dialog->setChecked(true);
    parts.document->setObjectName(QString(name) + "Document");
    parts.make->setObjectName(QString(name) + "Make");
    parts.make->setDefault(true);
    auto* cancel = new QPushButton(Words::tr("Cancel"), within);
    cancel->setAutoDefault(false);
    line->addWidget(new QLabel(Words::tr("Makes"), within));
    line->addWidget(parts.dialog);
    line->addWidget(parts.document);
    line->addStretch(1);
    line->addWidget(cancel);
    line->addWidget(parts.make);
    column->addLayout(line);
    QObject::connect(cancel, &QPushButton::clicked, within, &QDialog::reject);
    QObject::connect(parts.make, &QPushButton::clicked, within, &QDialog::accept);
    return parts;
}

}  // namespace brindel
