#include "app/passes/hand_over/page_ways_row.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"

namespace brindel {

PageWaysRow::PageWaysRow(QWidget* parent) : QWidget(parent) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(22, 0, 0, 4);
    column->setSpacing(4);
    auto add = [&](const QString& word, const QString& help, const char* name, bool PageChoice::*way) {
        auto* tick = new QCheckBox(word, this);
        tick->setObjectName(name);
        tick->setFont(bodyFont(12));
        tick->setToolTip(help);
        column->addWidget(tick);
        connect(tick, &QCheckBox::clicked, this, [this, way](bool on) {
            PageChoice next = now_;
            next.*way = on;
            emit changed(next);
        });
        return tick;
    };
    steps_ = add(Words::tr("Tab pages as steps"), Words::tr("One after the other, with Back and Next, as on a phone."),
                 "pageSteps", &PageChoice::steps);
    draft_ = add(Words::tr("Saves a draft"),
                 Words::tr("In the filler's own browser, until the form is handed in; secrets never."), "pageDraft",
                 &PageChoice::keepDraft);
}

void PageWaysRow::show(const Form& form, const PageChoice& now) {
    now_ = now;
    bool tabs = false;
    form.controls.each([&](Id, const Control& c) { tabs = tabs || c.is().turns; });
    steps_->setVisible(tabs);
    steps_->setChecked(now.steps);
    draft_->setChecked(now.keepDraft);
}

}  // namespace brindel
