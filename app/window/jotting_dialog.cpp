#include "app/window/jotting_dialog.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/window/jot_line.h"
#include "app/window/makes_line.h"
#include "app/words.h"
#include "core/jot/lay_out.h"
#include "core/layout/bounds.h"
#include "filler/drawing_painter.h"

namespace brindel {

JottingDialog::JottingDialog(const FontBook& fonts, QWidget* parent) : QDialog(parent), fonts_(fonts) {
    setWindowTitle(Words::tr("From a jotting"));
    setStyleSheet(panelSheet() + QString("QDialog { background: %1; }").arg(tokens().cream.name()));
    resize(620, 460);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 16, 18, 16);
    column->setSpacing(10);
    auto* says =
        new QLabel(Words::tr("Type or paste one row a line. What is left out is guessed from the label."), this);
    says->setFont(bodyFont(13));
    column->addWidget(says);
    rows_ = new QPlainTextEdit(this);
    rows_->setObjectName("jottedRows");
    rows_->setAccessibleName(Words::tr("Rows"));
    rows_->setFont(monoFont(12));
    rows_->setLineWrapMode(QPlainTextEdit::NoWrap);
    rows_->setTabChangesFocus(true);
    rows_->setPlaceholderText(
        Words::tr("# Berth request\nBoat name: text 30 !\nLength overall: number 2..25 .1 m\n"
                  "Wanted from: date >= today\nHull: combo [GRP, Timber, Steel]\n[Cancel] [Ask]*"));
    column->addWidget(rows_, 1);
    said_ = new QLabel(this);
    said_->setObjectName("jottedSays");
    said_->setWordWrap(true);
    said_->setFont(bodyFont(12));
    said_->setMinimumHeight(34);
    column->addWidget(said_);
    const MakesLine makes = makesLine("jotted", this, column);
    document_ = makes.document;
    make_ = makes.make;
    connect(rows_, &QPlainTextEdit::textChanged, this, &JottingDialog::read);
    connect(document_, &QRadioButton::toggled, this, &JottingDialog::read);
    read();
    rows_->setFocus();
}

void JottingDialog::read() {
    const auto rows = readJotting(fromQt(rows_->toPlainText()));
    int fields = 0;
    if (rows)
        for (const JotRow& row : *rows) fields += int(row.fields.size());
    const bool any = rows && !rows->empty();
    // What is long is laid out to see whether it has room.
    const Sentence large = any && rows->size() > 200 && !document_->isChecked() ? tooLarge(form()) : Sentence{};
    const auto unlaid = any && std::ranges::any_of(*rows, [](const JotRow& r) { return r.what == JotRow::What::rule; })
                            ? rulesNotLaid(*rows, form())
                            : std::vector<Problem>();
    rows_->setExtraSelections({});
    if (!rows) markMistake(*rows_, rows.error());
    said_->setText(!rows ? Words::tr("Line %1: %2").arg(rows.error().line).arg(Words::shown(rows.error().sentence))
                   : !large.empty()  ? Words::shown(large)
                   : !unlaid.empty() ? Words::tr("A rule is left out: %1").arg(Words::shown(unlaid.front().sentence))
                   : any             ? Words::tr("Ready: %1, %2.")
                               .arg(Words::counted("%n rows", "1 row", qint64(rows->size())),
                                    Words::counted("%n fields", "1 field", fields))
                         : Words::tr("All signs are in docs/jotting.md; the grey rows above show most of them."));
    said_->setStyleSheet(
        QString("color: %1;").arg((rows && large.empty() && unlaid.empty() ? tokens().ink2 : tokens().brick).name()));
    make_->setEnabled(any && large.empty());
}

Form JottingDialog::form() const {
    const Form empty = newForm(document_->isChecked() ? Kind::document : Kind::dialog);
    const auto rows = readJotting(fromQt(rows_->toPlainText()));
    return rows ? laidOut(*rows, empty, fonts_) : empty;
}

}  // namespace brindel
