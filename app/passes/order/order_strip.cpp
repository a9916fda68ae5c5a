#include "app/passes/order/order_strip.h"

#include <QtWidgets/QtWidgets>

#include "app/passes/order/order_layer.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/routing.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"

namespace brindel {

OrderStrip::OrderStrip(Desk& desk, OrderLayer& layer, QWidget* parent) : QWidget(parent), desk_(desk), layer_(layer) {
    QHBoxLayout* line =
        passStripLine(this, QString("QPushButton[segment=\"true\"] { padding: 5px 13px; }"
                                    "QPushButton#layByClicks:checked { background: %1; color: %2; border-color: %3; }")
                                .arg(tokens().chosen.name(), tokens().tawnyDark.name(), tokens().tawny.name()));
    auto button = [this](const char* name, const QString& word, const QString& tip, bool checkable) {
        auto* b = new QPushButton(word, this);
        b->setObjectName(name);
        b->setFont(bodyFont(13));
        b->setToolTip(tip);
        b->setCheckable(checkable);
        return b;
    };
    auto* segments = new QHBoxLayout;
    segments->setSpacing(0);
    route_ = button("showRoute", Words::tr("Route"), Words::tr("Where the Tab key goes."), true);
    keys_ = button("showKeys", Words::tr("Access keys"), Words::tr("The letters that reach a control with Alt."), true);
    for (QPushButton* b : {route_, keys_}) {
        b->setProperty("segment", true);
        segments->addWidget(b);
    }
    reading_ =
        button("layByReading", Words::tr("Lay by reading"),
               Words::tr("Rows from the top, columns where frames or gaps make them; for the whole form."), false);
    clicking_ = button(
        "layByClicks", Words::tr("Lay by clicking"),
        Words::tr("Click one control after another, from any point. Dragging along them works at any time."), true);
    choose_ = button("chooseKeys", Words::tr("Choose keys"),
                     Words::tr("A letter for every wording, without a clash; those set by hand stay."), false);
    says_ = new QLabel(this);
    says_->setFont(bodyFont(12));
    says_->setProperty("secondary", true);
    line->addLayout(segments);
    line->addSpacing(8);
    for (QPushButton* b : {reading_, clicking_, choose_}) line->addWidget(b);
    line->addStretch(1);
    line->addWidget(says_);
    connect(route_, &QPushButton::clicked, this, [this] { layer_.setShowsKeys(false); });
    connect(keys_, &QPushButton::clicked, this, [this] { layer_.setShowsKeys(true); });
    connect(reading_, &QPushButton::clicked, this, &OrderStrip::layByReading);
    connect(clicking_, &QPushButton::clicked, this, [this](bool on) { layer_.setLaying(on); });
    connect(choose_, &QPushButton::clicked, this, &OrderStrip::chooseKeys);
    connect(&layer, &OrderLayer::changed, this, &OrderStrip::refresh);
    for (auto signal : {&Desk::formChanged, &Desk::passChanged})
        connect(&desk, signal, this, [this] {
            if (desk_.pass() == Pass::order) refresh();
        });
    refresh();
}

void OrderStrip::layByReading() {
    layer_.setShowsKeys(false);
    layer_.setLaying(false);
    const Form next = routedByReading(desk_.form());
    if (sameContent(next, desk_.form())) return desk_.say(Words::tr("The route follows the reading order already."));
    desk_.edit(next, Words::tr("Lay the route by reading order"));
    desk_.say(Words::tr("The route follows the reading order now."));
}

void OrderStrip::chooseKeys() {
    layer_.setShowsKeys(true);
    const Form next = withKeysChosen(desk_.form());
    int without = 0, all = 0;
    for (const KeyBearer& b : keyBearers(next)) {
        ++all;
        without += b.key.empty();
    }
    if (!sameContent(next, desk_.form())) desk_.edit(next, Words::tr("Choose access keys"));
    desk_.say(all == 0 ? Words::tr("Nothing here has text for an access key.")
              : without == 0
                  ? Words::tr("All %1 have a key.").arg(all)
                  : Words::tr("%1 of %2 have a key; for the others no letter is left.").arg(all - without).arg(all));
}

void OrderStrip::refresh() {
    const Form& form = desk_.form();
    const bool keys = layer_.showsKeys();
    route_->setChecked(!keys);
    keys_->setChecked(keys);
    reading_->setVisible(!keys);
    clicking_->setVisible(!keys);
    clicking_->setChecked(layer_.laying());
    clicking_->setText(layer_.laying() ? Words::tr("Done (Esc)") : Words::tr("Lay by clicking"));
    choose_->setVisible(keys);
    if (keys) {
        int have = 0, all = 0;
        for (const KeyBearer& b : keyBearers(form)) {
            ++all;
            have += !b.key.empty();
        }
        const auto clashes = keyClashes(form).size();
        says_->setText(Words::tr("%1 of %2 have a key").arg(have).arg(all) +
                       (clashes ? Words::tr(", %1 clash").arg(clashes) : QString()));
    } else {
        int passed = 0;
        form.controls.each([&](Id, const Control& c) { passed += !passedBecause(form, c).empty(); });
        const auto stops = stopsOf(form).size();
        says_->setText(Words::counted("%n stops", "1 stop", qint64(stops)) +
                       (passed ? Words::tr(", %1 skipped").arg(passed) : QString()));
    }
}

}  // namespace brindel
