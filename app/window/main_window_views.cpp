// The window's views beside the sheet: outline, styles, Find, the bar of what is proposed, the page of keys, the dark
// window.
#include <QtWidgets/QtWidgets>

#include "app/compare/changes_panel.h"
#include "app/compare/changes_watch.h"
#include "app/details/details.h"
#include "app/details/styles_panel.h"
#include "app/findings/findings_panel.h"
#include "app/outline/outline.h"
#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/window/find_box.h"
#include "app/window/jot_line.h"
#include "app/window/main_window_p.h"
#include "app/words.h"
#include "core/model/style_keys.h"
#include "filler/drawing_painter.h"

namespace brindel {

bool MainWindow::outlineShown() const {
    return outline_->isVisibleTo(this);
}

void MainWindow::showOutline(bool show) {
    outline_->setVisible(show);
    show ? outline_->begin() : sheet_->setFocus();
}

void MainWindow::showStyles(bool show) {
    stylesShown_ = show;
    if (show)
        if (const Control* c = desk_->form().find(desk_->lead()))
            styles_->choose(isFilled(*c) && !has(c->kind, Prop::text) ? std::string(style::field) : styleKey(*c));
    refreshRight();
}

void MainWindow::showFindings(bool show) {
    findingsShown_ = show;
    if (show) showChanges(false);
    if (show && !row(desk_->pass()).onSheet) setPass(before_);
    refreshRight();
    if (show)
        findingsPanel_->begin();
    else
        sheet_->setFocus();
}

void MainWindow::showChanges(bool show) {
    if (changesShown_ == show && !show) return;
    changesShown_ = show;
    if (show) {
        findingsShown_ = false;
        if (!row(desk_->pass()).onSheet) setPass(before_);
    } else {
        // The marks go with the list that explains them.
        desk_->changes().end();
    }
    refreshRight();
    show ? changesPanel_->begin() : sheet_->setFocus();
}

void MainWindow::refreshRight() {
    PassView& here = view(desk_->pass());
    // However wide the panel was made, the sheet keeps room for a form.
    auto widen = [&](PassView::Width least) {
        const int wanted = std::max(panelWidth_, width() >= 1200 ? least.wide : least.narrow);
        right_->setFixedWidth(std::min(wanted, std::max(268, width() - 640)));
    };
    if ((findingsShown_ || changesShown_) && here.sharesPanel()) {
        right_->setCurrentWidget(findingsShown_ ? static_cast<QWidget*>(findingsPanel_) : changesPanel_);
        return widen({330, 290});
    }
    right_->setCurrentWidget(desk_->pass() == Pass::layOut && stylesShown_ ? styles_ : &here.panel());
    widen(here.width());
    if (right_->currentWidget() == styles_) styles_->choose(styles_->chosen());
}

void MainWindow::goTo(const Finding& finding) {
    const Ids at = finding.controls;
    setPass(passOf(finding.check->family));
    if (!row(desk_->pass()).onSheet) setPass(Pass::layOut);
    desk_->select(at.front() == rootId ? Ids{} : Ids{at.front()});
    sheet_->setFocus();
}

void MainWindow::proposeAllRight() {
    setPass(Pass::layOut);
    showFindings(true);
    findingsPanel_->putRightAll();
}

void MainWindow::buildAside() {
    findingsPanel_ = new FindingsPanel(*desk_);
    right_->addWidget(findingsPanel_);
    changesPanel_ = new ChangesPanel(*desk_);
    right_->addWidget(changesPanel_);
    connect(changesPanel_, &ChangesPanel::closeAsked, this, [this] { showChanges(false); });
    connect(changesPanel_, &ChangesPanel::goAsked, this, [this](Id id, bool stays) {
        desk_->select(id == rootId ? Ids{} : Ids{id});
        stays ? changesPanel_->list().setFocus() : sheet_->setFocus();
    });
    connect(&desk_->changes(), &ChangesWatch::changed, sheet_, qOverload<>(&QWidget::update));
    connect(desk_, &Desk::selectionChanged, changesPanel_, [this] {
        if (changesShown_) changesPanel_->choose(desk_->lead());
    });
    connect(findingsPanel_, &FindingsPanel::closeAsked, this, [this] { showFindings(false); });
    connect(findingsPanel_, &FindingsPanel::goAsked, this, [this](const Finding& finding, bool stays) {
        const Ids at = finding.controls;
        setPass(passOf(finding.check->family));
        desk_->select(at.front() == rootId ? Ids{} : Ids{at.front()});
        // With the pointer one goes on to the next; with the keys one is there, and F8 comes back.
        stays ? findingsPanel_->list().setFocus() : sheet_->setFocus();
    });
    connect(sheet_, &Sheet::pinPressed, this, [this](Id id) {
        showFindings(true);
        findingsPanel_->choose(id);
    });
}

void MainWindow::buildProposalBar() {
    proposalBar_ = new QFrame(sheetArea_);
    proposalBar_->setObjectName("proposal");
    proposalBar_->setStyleSheet(
        QString("QFrame#proposal { background: %1; border-radius: 8px; } QLabel { color: %2; }"
                "QToolButton { color: %2; background: %3; border: 0; padding: 6px 14px; "
                "border-radius: 4px; } QToolButton:hover { background: %4; }")
            .arg(tokens().umber.name(), tokens().onDark.name(), tokens().umber2.name(), tokens().tawny.name()));
    auto* line = new QHBoxLayout(proposalBar_);
    line->setContentsMargins(14, 6, 8, 6);
    line->setSpacing(8);
    proposalSays_ = new QLabel(proposalBar_);
    proposalSays_->setFont(bodyFont(12));
    line->addWidget(proposalSays_);
    for (const auto& [word, take] : {std::pair(Words::tr("Do it (Enter)"), true), {Words::tr("Cancel (Esc)"), false}}) {
        auto* button = new QToolButton(proposalBar_);
        button->setObjectName(take ? "take" : "leave");
        button->setText(word);
        button->setFont(bodyFont(12));
        button->setFocusPolicy(Qt::NoFocus);
        connect(button, &QToolButton::clicked, this, [this, take = take] { desk_->decide(take); });
        line->addWidget(button);
    }
    proposalBar_->hide();
    connect(desk_, &Desk::proposalChanged, this, [this] {
        proposalBar_->setVisible(desk_->proposal().has_value());
        if (desk_->pass() != Pass::layOut) sheet_->update();
        refreshBar();
        if (!desk_->proposal()) return;
        proposalSays_->setText(desk_->proposal()->says);
        proposalBar_->adjustSize();
        proposalBar_->move((sheetArea_->width() - proposalBar_->width()) / 2,
                           sheetArea_->height() - proposalBar_->height() - 14);
        proposalBar_->raise();
        sheet_->setFocus();
    });
}

void MainWindow::find() {
    std::vector<Found> all;
    for (const Command& c : commands()) {
        if (!*c.key || !c.run || QString(c.key) == "find" || (c.can && !c.can(*this))) continue;
        all.push_back({Words::shown(c.word), QString("%1  %2").arg(Words::shown(c.menu), QString::fromUtf8(c.keys)), "",
                       [this, run = c.run] { run(*this); }});
    }
    if (layingOut(*this)) {
        for (const Tool& tool : allTools())
            all.push_back({Words::tr("Place a %1").arg(Words::shown(tool.word())),
                           tool.letter() ? QString(QLatin1Char(tool.letter())) : QString(), tool.icon(), [this, tool] {
                               desk_->setTool(tool);
                               sheet_->setFocus();
                           }});
        const Ids ids = desk_->selectionOrForm();
        for (Prop prop : row(desk_->form().find(ids.front())->kind).props)
            all.push_back({Words::shown(row(prop).word), Words::tr("property: %1").arg(Words::shown(row(prop).help)),
                           "", [this, prop] {
                               showStyles(false);
                               details().reveal(prop);
                           }});
    }
    for (const auto& [pass, view] : views_)
        for (PassOffer& offer : view->offers())
            all.push_back({offer.word, offer.says.isEmpty() ? offer.keys : offer.says, "", std::move(offer.run)});
    for (const PassRow& r : passes())
        all.push_back({Words::shown(r.word), Words::tr("pass  Ctrl+%1").arg(int(r.pass) + 1), "",
                       [this, pass = r.pass] { setPass(pass); }});
    walk(desk_->form(), rootId, [&](const Control& c, int) {
        // A label that speaks for a field is found as the field.
        if (c.id == rootId || c.is().inGrid || c.is().paper || c.reference(Prop::labels)) return;
        all.push_back({toQt(calledBy(desk_->form(), c)).simplified(),
                       Words::shown(row(c.kind).word) + " " + toQt(c.name), toQt(std::string(row(c.kind).key)),
                       [this, id = c.id] {
                           // Where controls are worked on, the pass stays.
                           if (!editing(*this)) setPass(Pass::layOut);
                           desk_->select({id});
                           sheet_->setFocus();
                       }});
    });
    findBox_->begin(std::move(all));
}

QString MainWindow::keysPage() const {
    QString text = Words::tr("# Keys\n");
    auto line = [&](const QString& keys, const QString& does) { text += QString("| %1 | %2 |\n").arg(keys, does); };
    auto part = [&](const QString& title) {
        text += "\n## " + title + "\n\n| " + Words::tr("Keys") + " | |\n| --- | --- |\n";
    };
    part(Words::tr("Passes"));
    for (const PassRow& r : passes()) line(QString("Ctrl+%1").arg(int(r.pass) + 1), Words::shown(r.word));
    QString menu;
    for (const Command& c : commands()) {
        auto key = [&](const QString& keys, const QString& word) {
            if (keys.isEmpty()) return;
            if (menu != c.menu) part(menu = c.menu);
            line(keys, word);
        };
        key(QString::fromUtf8(c.keys), Words::shown(c.word));
        if (c.run || !*c.key) continue;
        for (const auto& [pass, view] : views_)
            for (const PassOffer& offer : view->offers())
                if (offer.command == c.key) key(offer.keys, offer.word);
    }
    part(Words::tr("On the sheet"));
    for (const auto& [keys, does] : sheetKeys()) line(Words::shown(keys), Words::shown(does));
    for (const PassRow& r : passes()) {
        if (!r.keys.empty()) part(Words::tr("On the sheet, in %1").arg(Words::shown(r.word)));
        for (const PassKey& k : r.keys) line(Words::shown(k.keys), Words::shown(k.does));
    }
    part(Words::tr("Placing"));
    line(Words::tr("A letter"), Words::tr("Takes the control in hand; with Shift it stays in hand"));
    line(Words::tr("Enter"), Words::tr("Places it below the selection, without the pointer"));
    for (const Tool& tool : allTools())
        if (tool.letter()) line(QString(QLatin1Char(tool.letter())), Words::shown(tool.word()));
    return text;
}

void MainWindow::turnDark() {
    setDark(!isDark());
    QSettings("brindel", "brindel").setValue("dark", isDark());
    emit darkTurned();
}

void MainWindow::nextPanel() {
    std::vector<QWidget*> panels;
    if (outlineShown()) panels.push_back(outline_);
    panels.push_back(middle_->currentWidget() == sheetArea_ ? static_cast<QWidget*>(sheet_) : middle_->currentWidget());
    panels.push_back(right_->currentWidget());
    if (jotLine_->isVisibleTo(this)) panels.push_back(jotLine_);
    std::size_t at = 0;
    QWidget* focus = QApplication::focusWidget();
    for (std::size_t i = 0; i < panels.size(); ++i)
        if (focus && (panels[i] == focus || panels[i]->isAncestorOf(focus))) at = i + 1;
    QWidget* next = panels[at % panels.size()];
    if (next == jotLine_) return jotLine_->begin();
    if (next == outline_) return outline_->begin();
    if (next->focusPolicy() & Qt::TabFocus && next == sheet_) return next->setFocus();
    for (QWidget* inner : next->findChildren<QWidget*>())
        if (inner->isVisibleTo(this) && inner->isEnabled() && inner->focusPolicy() & Qt::TabFocus)
            return inner->setFocus(Qt::TabFocusReason);
    next->setFocus();
}

}  // namespace brindel
