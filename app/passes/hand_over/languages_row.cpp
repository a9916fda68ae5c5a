#include "app/passes/hand_over/languages_row.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/wording/texts.h"
#include "filler/drawing_painter.h"

namespace brindel {

LanguagesRow::LanguagesRow(QWidget* parent) : QWidget(parent), column_(new QVBoxLayout(this)) {
    column_->setContentsMargins(0, 8, 0, 0);
    column_->setSpacing(2);
    column_->addWidget(groupTitle(Words::tr("In which languages fillers get it"), this));
}

void LanguagesRow::show(const Form& form, const std::vector<std::string>& ticked) {
    std::vector<std::string> all = {form.root().text(Prop::language)};
    for (const std::string& one : languagesOf(form)) all.push_back(one);
    setVisible(all.size() > 1);
    if (all != all_) {
        for (QCheckBox* old : findChildren<QCheckBox*>()) delete old;
        for (const std::string& one : all) {
            auto* tick = new QCheckBox(toQt(languageCalled(one)), this);
            tick->setObjectName("language-" + toQt(one));
            tick->setFont(bodyFont(13));
            column_->addWidget(tick);
            connect(tick, &QCheckBox::clicked, this, [this] {
                std::vector<std::string> now;
                for (const std::string& language : all_)
                    if (findChild<QCheckBox*>("language-" + toQt(language))->isChecked()) now.push_back(language);
                // One at least: what it is designed in.
                const bool own = now.empty() || now == std::vector{all_.front()};
                emit changed(own ? std::vector<std::string>() : now);
            });
        }
        all_ = all;
    }
    for (const std::string& one : all_)
        findChild<QCheckBox*>("language-" + toQt(one))
            ->setChecked(ticked.empty() ? one == all_.front() : std::ranges::find(ticked, one) != ticked.end());
}

}  // namespace brindel
