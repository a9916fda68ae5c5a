#include "app/passes/hand_over/class_names_row.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/targets/qt/qt_class.h"
#include "filler/drawing_painter.h"

namespace brindel {

ClassNamesRow::ClassNamesRow(QWidget* parent) : QWidget(parent) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(22, 0, 0, 4);
    grid->setHorizontalSpacing(8);
    grid->setVerticalSpacing(4);
    auto add = [&](const QString& word, const char* name, int row) {
        auto* edit = new QLineEdit(this);
        edit->setObjectName(name);
        edit->setFont(bodyFont(13));
        edit->setMaxLength(200);
        edit->setAccessibleName(word);
        auto* label = new QLabel(word, this);
        label->setFont(bodyFont(12));
        label->setBuddy(edit);
        grid->addWidget(label, row, 0);
        grid->addWidget(edit, row, 1);
        connect(edit, &QLineEdit::editingFinished, this, &ClassNamesRow::take);
        return edit;
    };
    class_ = add(Words::tr("Class"), "className", 0);
    nameSpace_ = add(Words::tr("Namespace"), "classNamespace", 1);
    nameSpace_->setPlaceholderText(Words::tr("None"));
    wrong_ = new QLabel(this);
    wrong_->setObjectName("classWrong");
    wrong_->setFont(bodyFont(12));
    wrong_->setWordWrap(true);
    wrong_->setStyleSheet(QString("color: %1;").arg(tokens().brick.name()));
    wrong_->hide();
    grid->addWidget(wrong_, 2, 0, 1, 2);
}

void ClassNamesRow::show(const Form& form, const ClassChoice& now) {
    now_ = now;
    class_->setPlaceholderText(toQt(className(form, {})));
    if (!class_->hasFocus()) class_->setText(toQt(now.className));
    if (!nameSpace_->hasFocus()) nameSpace_->setText(toQt(now.nameSpace));
}

void ClassNamesRow::take() {
    const ClassChoice next{fromQt(nameSpace_->text().trimmed()), fromQt(class_->text().trimmed())};
    const Sentence misfit = classMisfit(next);
    wrong_->setText(Words::shown(misfit));
    wrong_->setVisible(!misfit.empty());
    if (misfit.empty() && next != now_) emit changed(next);
}

}  // namespace brindel
