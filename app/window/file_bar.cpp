#include "app/window/file_bar.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"

namespace brindel {

FileBar::FileBar(QWidget* parent) : QFrame(parent) {
    setObjectName("fileBar");
    setStyleSheet(panelSheet() +
                  QString("QFrame#fileBar { background: %1; border-bottom: 1px solid %2; border-left: 4px solid %3; }")
                      .arg(tokens().cream.name(), tokens().line.name(), tokens().amber.name()));
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(12, 8, 12, 8);
    line->setSpacing(8);
    says_ = new QLabel(this);
    says_->setObjectName("fileBarSays");
    says_->setFont(bodyFont(13));
    says_->setWordWrap(true);
    line->addWidget(says_, 1);
    auto button = [&](const QString& word, const char* name) {
        auto* one = new QPushButton(word, this);
        one->setObjectName(name);
        one->setFont(bodyFont(13));
        line->addWidget(one);
        return one;
    };
    compare = button(Words::tr("Compare"), "fileCompare");
    take = button(Words::tr("Use theirs"), "fileTake");
    keep = button(Words::tr("Save mine under another name…"), "fileKeep");
    hide();
}

void FileBar::say(const QString& sentence, bool readable) {
    says_->setText(sentence);
    compare->setVisible(readable);
    take->setVisible(readable);
    show();
}

}  // namespace brindel
