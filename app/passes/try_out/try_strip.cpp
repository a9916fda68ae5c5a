#include "app/passes/try_out/try_strip.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/wording/texts.h"
#include "filler/drawing_painter.h"

namespace brindel {

TryStrip::TryStrip(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    QHBoxLayout* line = passStripLine(this);
    auto* title = new QLabel(Words::tr("Try"), this);
    title->setFont(bodyFont(14, true));
    says_ = new QLabel(this);
    says_->setFont(bodyFont(13));
    says_->setProperty("secondary", true);
    says_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    word_ = new QLabel(Words::tr("Language"), this);
    word_->setFont(bodyFont(13));
    languages_ = new QComboBox(this);
    languages_->setObjectName("tryLanguage");
    languages_->setFont(bodyFont(13));
    languages_->setAccessibleName(Words::tr("Language"));
    languages_->setToolTip(Words::tr("What is filled in stays when the language changes."));
    line->addWidget(title);
    line->addWidget(says_, 1);
    line->addWidget(word_);
    line->addWidget(languages_);
    connect(languages_, &QComboBox::activated, this, &TryStrip::languageChosen);
    for (auto signal : {&Desk::formChanged, &Desk::fileChanged, &Desk::passChanged})
        connect(&desk, signal, this, &TryStrip::refresh);
    refresh();
}

std::string TryStrip::language() const {
    return fromQt(languages_->currentData().toString());
}

bool TryStrip::choose(const std::string& language) {
    const int at = languages_->findData(toQt(language));
    if (at < 0) return false;
    languages_->setCurrentIndex(at);
    emit languageChosen();
    return true;
}

void TryStrip::refresh() {
    says_->setText(desk_.isShut() ? Words::tr("The form is sealed: anyone can fill it; changing it needs its password.")
                                  : Words::tr("This is how fillers see the form. Ctrl+T goes back to where you were."));
    const QString was = languages_->currentData().toString();
    const Form& form = desk_.form();
    const std::string own = form.root().text(Prop::language);
    languages_->clear();
    languages_->addItem(toQt(languageCalled(own)), QString());
    for (const std::string& one : languagesOf(form)) languages_->addItem(toQt(languageCalled(one)), toQt(one));
    languages_->setCurrentIndex(std::max(0, languages_->findData(was)));
    const bool several = languages_->count() > 1;
    word_->setVisible(several);
    languages_->setVisible(several);
}

}  // namespace brindel
