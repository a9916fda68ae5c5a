#include "app/passes/name/name_strip.h"

#include <QtWidgets/QtWidgets>

#include "app/passes/name/scheme_dialog.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/renaming.h"
#include "filler/drawing_painter.h"

namespace brindel {

NameStrip::NameStrip(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    QHBoxLayout* line = passStripLine(this);
    auto* word = new QLabel(Words::tr("Scheme"), this);
    word->setFont(bodyFont(13));
    schemes_ = new QComboBox(this);
    schemes_->setObjectName("scheme");
    schemes_->setAccessibleName(Words::tr("Scheme"));
    schemes_->setFixedHeight(30);
    schemes_->setMinimumWidth(132);
    schemes_->setFont(bodyFont(13));
    word->setBuddy(schemes_);
    edit_ = new QPushButton(Words::tr("Edit…"), this);
    edit_->setObjectName("editScheme");
    edit_->setFont(bodyFont(13));
    edit_->setToolTip(Words::tr("Change the scheme of this form, or share it as a file."));
    sample_ = new QLabel(this);
    sample_->setFont(monoFont(11));
    sample_->setProperty("secondary", true);
    sample_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    right_ = new QPushButton(this);
    right_->setObjectName("namesRight");
    right_->setFont(bodyFont(13, true));
    for (QWidget* w : std::initializer_list<QWidget*>{word, schemes_, edit_}) line->addWidget(w);
    line->addWidget(sample_, 1);
    line->addWidget(right_);
    connect(schemes_, &QComboBox::activated, this, [this](int at) {
        if (const Scheme* shipped = shippedScheme(fromQt(schemes_->itemData(at).toString())))
            proposeScheme(*shipped);
        else if (desk_.proposal())
            desk_.decide(false);
    });
    connect(edit_, &QPushButton::clicked, this, &NameStrip::editScheme);
    connect(right_, &QPushButton::clicked, this, &NameStrip::rightAsked);
    for (auto signal : {&Desk::formChanged, &Desk::passChanged, &Desk::proposalChanged})
        connect(&desk, signal, this, [this] {
            if (desk_.pass() == Pass::name) refresh();
        });
}

void NameStrip::proposeScheme(const Scheme& scheme) {
    if (desk_.proposal()) desk_.decide(false);
    if (scheme == schemeOf(desk_.form())) return refresh();
    const Form next = underScheme(desk_.form(), scheme, OwnNames::recast);
    int count = 0;
    for (Id id : allIds(next)) count += next.find(id)->name != desk_.form().find(id)->name;
    desk_.propose(
        {next, Words::tr("Scheme %1").arg(Words::shown(scheme.word)),
         count == 0
             ? Words::tr("“%1” changes no name.").arg(Words::shown(scheme.word))
             : Words::counted("“%1” changes %n names.", "“%1” changes 1 name.", count).arg(Words::shown(scheme.word))});
}

void NameStrip::editScheme() {
    SchemeDialog dialog(desk_.form(), schemeOf(desk_.proposal() ? desk_.proposal()->form : desk_.form()), window());
    if (dialog.exec() == QDialog::Accepted) proposeScheme(dialog.scheme());
}

void NameStrip::refresh() {
    const Scheme& scheme = schemeOf(desk_.proposal() ? desk_.proposal()->form : desk_.form());
    const QSignalBlocker quiet(schemes_);
    schemes_->clear();
    int at = -1;
    for (const Scheme& s : shippedSchemes()) {
        if (s == scheme) at = schemes_->count();
        schemes_->addItem(Words::shown(s.word), toQt(s.key));
        schemes_->setItemData(schemes_->count() - 1, toQt(nameFor(s, Kind::textBox, "Boat name")), Qt::ToolTipRole);
    }
    if (at < 0) {
        at = schemes_->count();
        schemes_->addItem(Words::shown(scheme.word), "");
    }
    schemes_->setCurrentIndex(at);
    int wrong = 0;
    for (const auto& [id, standing] : desk_.names()) wrong += isWrong(standing.state);
    right_->setText(wrong == 0 ? Words::tr("All names are right")
                               : Words::counted("Put %n names right", "Put 1 name right", wrong));
    right_->setEnabled(wrong > 0);
    right_->setProperty("main", wrong > 0);
    right_->style()->polish(right_);
    refreshSample();
}

void NameStrip::refreshSample() {
    const Form& form = desk_.proposal() ? desk_.proposal()->form : desk_.form();
    QString text;
    // As many samples as there is room for.
    for (int count = 4; count > 0; --count) {
        text = schemeSample(form, schemeOf(form), count);
        if (sample_->fontMetrics().horizontalAdvance(text) <= sample_->width()) break;
    }
    sample_->setText(sample_->fontMetrics().elidedText(text, Qt::ElideRight, sample_->width()));
}

void NameStrip::resizeEvent(QResizeEvent*) {
    QTimer::singleShot(0, this, &NameStrip::refreshSample);
}

}  // namespace brindel
