#include "app/passes/protect/protect_strip.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"

namespace brindel {

ProtectStrip::ProtectStrip(Desk& desk, ProtectLayer& layer, QWidget* parent)
    : QWidget(parent), desk_(desk), layer_(layer) {
    QHBoxLayout* line = passStripLine(this);
    auto segment = [this](QHBoxLayout* into, const char* name, const QString& word, const QString& tip) {
        auto* b = new QPushButton(word, this);
        b->setObjectName(name);
        b->setFont(bodyFont(13));
        b->setToolTip(tip);
        b->setCheckable(true);
        b->setProperty("segment", true);
        into->addWidget(b);
        return b;
    };
    auto* ways = new QHBoxLayout;
    ways->setSpacing(0);
    ways_[Access::open] =
        segment(ways, "wayOpen", Words::tr("Open"),
                Words::tr("Fillers may fill it. Click here, then click fields or sweep over them (O)."));
    ways_[Access::readOnly] =
        segment(ways, "wayReadOnly", Words::tr("Read only"), Words::tr("Fillers may read and copy it (R)."));
    ways_[Access::locked] = segment(ways, "wayLocked", Words::tr("Locked"), Words::tr("Fillers cannot reach it (L)."));
    auto* views = new QHBoxLayout;
    views->setSpacing(0);
    views_[ProtectView::access] = segment(views, "viewAccess", Words::tr("Who may fill"),
                                          Words::tr("The sheet shows what fillers may do with each field."));
    views_[ProtectView::limits] =
        segment(views, "viewLimits", Words::tr("Limits"), Words::tr("The sheet shows what each field accepts."));
    views_[ProtectView::personal] = segment(views, "viewPersonal", Words::tr("Personal"),
                                            Words::tr("The sheet shows personal details and what they are used for."));
    says_ = new QLabel(this);
    says_->setFont(bodyFont(12));
    says_->setProperty("secondary", true);
    seal_ = new QPushButton(this);
    seal_->setObjectName("seal");
    seal_->setFont(bodyFont(13, true));
    line->addLayout(ways);
    line->addSpacing(6);
    line->addLayout(views);
    line->addStretch(1);
    line->addWidget(says_);
    line->addWidget(seal_);
    for (const auto& [access, b] : ways_)
        connect(b, &QPushButton::clicked, this, [this, access = access] {
            // What is selected gets it at once.
            if (const Ids fields = fieldsAmong(desk_.form(), desk_.selection()); !fields.empty()) {
                layer_.set(fields, access);
                return refresh();
            }
            layer_.takeInHand(layer_.inHand() == access ? std::nullopt : std::optional(access));
        });
    for (const auto& [view, b] : views_)
        connect(b, &QPushButton::clicked, this, [this, view = view] { layer_.setView(view); });
    connect(seal_, &QPushButton::clicked, this, &ProtectStrip::sealAsked);
    connect(&layer, &ProtectLayer::changed, this, &ProtectStrip::refresh);
    for (auto signal : {&Desk::formChanged, &Desk::passChanged, &Desk::fileChanged})
        connect(&desk, signal, this, [this] {
            if (desk_.pass() == Pass::protect) refresh();
        });
    refresh();
}

void ProtectStrip::resizeEvent(QResizeEvent*) {
    says_->setVisible(width() > 720);
}

void ProtectStrip::refresh() {
    for (const auto& [access, b] : ways_) b->setChecked(layer_.inHand() == access);
    for (const auto& [view, b] : views_) b->setChecked(layer_.view() == view);
    const bool isSealed = desk_.form().seal != nullptr;
    says_->setText(isSealed ? Words::tr("Sealed") : Words::tr("Not sealed"));
    seal_->setText(isSealed ? Words::tr("Remove the seal…") : Words::tr("Seal…"));
    seal_->setProperty("main", !isSealed);
    seal_->style()->unpolish(seal_);
    seal_->style()->polish(seal_);
}

}  // namespace brindel
