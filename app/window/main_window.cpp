#include "app/window/main_window.h"

#include <QtWidgets/QtWidgets>

#include "app/compare/changes_panel.h"
#include "app/compare/changes_watch.h"
#include "app/details/details.h"
#include "app/details/styles_panel.h"
#include "app/findings/findings_panel.h"
#include "app/outline/outline.h"
#include "app/passes/hand_over_panel.h"
#include "app/passes/hand_over_strip.h"
#include "app/passes/name_layer.h"
#include "app/passes/name_panel.h"
#include "app/passes/name_strip.h"
#include "app/passes/order_layer.h"
#include "app/passes/order_panel.h"
#include "app/passes/order_strip.h"
#include "app/passes/protect_layer.h"
#include "app/passes/protect_panel.h"
#include "app/passes/protect_strip.h"
#include "app/passes/rules_layer.h"
#include "app/passes/rules_panel.h"
#include "app/passes/rules_strip.h"
#include "app/passes/try_strip.h"
#include "app/rail/rail.h"
#include "app/replies/counts_panel.h"
#include "app/replies/replies_page.h"
#include "app/replies/replies_strip.h"
#include "app/sheet/sheet.h"
#include "app/strip/strip.h"
#include "app/theme/theme.h"
#include "app/window/find_box.h"
#include "app/window/jot_line.h"
#include "app/window/jotting_dialog.h"
#include "app/window/main_window_p.h"
#include "app/window/panel_edge.h"
#include "app/window/selection_bar.h"
#include "app/window/start_page.h"
#include "app/window/try_pane.h"
#include "app/words.h"
#include "core/edit/arrange.h"
#include "core/edit/multiply.h"
#include "core/naming/schemes.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

constexpr int leastPanel = 268, mostPanel = 520;

QLabel* statusLabel(QWidget* parent) {
    auto* label = new QLabel(parent);
    label->setFont(bodyFont(12));
    label->setProperty("secondary", true);
    return label;
}

}  // namespace

MainWindow::MainWindow(Form form, QWidget* parent) : QMainWindow(parent) {
    desk_ = new Desk(std::move(form), this);
    desk_->fonts().desktopFamily = fromQt(QFontInfo(QApplication::font()).family());
    setWindowIcon(icon("dialog", tokens().tawny));
    setMinimumSize(900, 560);

    auto* top = new QWidget(this);
    top->setObjectName("top");
    top->setFixedHeight(28);
    top->setStyleSheet(panelSheet() + QString("QWidget#top { background: %1; border-bottom: 1px solid %2; }")
                                          .arg(isDark() ? "#2F2925" : "#F6F1EA", tokens().line.name()));
    auto* topLine = new QHBoxLayout(top);
    topLine->setContentsMargins(12, 0, 12, 0);
    topLine->setSpacing(6);
    auto* word = new QLabel(Words::tr("Brindel"), top);
    word->setFont(bodyFont(13, true));
    word->setStyleSheet(QString("color: %1;").arg(tokens().tawnyDark.name()));
    menus_ = new QMenuBar(top);
    menus_->setFont(bodyFont(13));
    menus_->setFixedHeight(27);
    formTitle_ = new QLabel(top);
    formTitle_->setFont(bodyFont(13));
    formTitle_->setProperty("secondary", true);
    topLine->addWidget(word);
    topLine->addWidget(menus_);
    topLine->addStretch(1);
    topLine->addWidget(formTitle_);
    setMenuWidget(top);

    auto* whole = new QWidget(this);
    auto* across = new QHBoxLayout(whole);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(0);
    rail_ = new Rail(*desk_, whole);
    across->addWidget(rail_);
    outline_ = new Outline(*desk_, whole);
    outline_->setStyleSheet(panelSheet());
    outline_->hide();
    across->addWidget(outline_);

    auto* middle = new QWidget(whole);
    auto* column = new QVBoxLayout(middle);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    strip_ = new Strip(*desk_, middle);
    nameLayer_ = new NameLayer(*desk_, this);
    orderLayer_ = new OrderLayer(*desk_, this);
    rulesLayer_ = new RulesLayer(*desk_, this);
    rulesPanel_ = new RulesPanel(*desk_);
    protectLayer_ = new ProtectLayer(*desk_, this);
    protectPanel_ = new ProtectPanel(*desk_, *protectLayer_);
    protectStrip_ = new ProtectStrip(*desk_, *protectLayer_);
    nameStrip_ = new NameStrip(*desk_);
    orderStrip_ = new OrderStrip(*desk_, *orderLayer_);
    rulesStrip_ = new RulesStrip(*desk_, *rulesPanel_);
    handOverStrip_ = new HandOverStrip(*desk_);
    handOverPanel_ = new HandOverPanel(*desk_);
    tryStrip_ = new TryStrip(*desk_);
    buildReplies();
    connect(tryStrip_, &TryStrip::languageChosen, this, [this] {
        const auto filled = readReply(tryPane_->session()->reply());
        tryPane_->begin(sheet_->zoom(), tryStrip_->language(), filled ? *filled : Reply());
    });
    strips_ = new QStackedWidget(middle);
    strips_->setFixedHeight(56);
    for (QWidget* strip : std::initializer_list<QWidget*>{strip_, nameStrip_, orderStrip_, rulesStrip_, protectStrip_,
                                                          handOverStrip_, tryStrip_, repliesStrip_})
        strips_->addWidget(strip);
    middle_ = new QStackedWidget(middle);
    sheetArea_ = new QScrollArea;
    sheetArea_->setFrameShape(QFrame::NoFrame);
    sheetArea_->setWidgetResizable(true);
    // The area's own ground only: the sheet paints the form with the desktop's widgets, which no style sheet may reach.
    QPalette stone = sheetArea_->palette();
    stone.setColor(QPalette::Window, tokens().stone);
    sheetArea_->setPalette(stone);
    sheet_ = new Sheet(*desk_);
    sheetArea_->setWidget(sheet_);
    for (QScrollBar* bar : {sheetArea_->verticalScrollBar(), sheetArea_->horizontalScrollBar()})
        bar->setStyleSheet(panelSheet() + QString("QScrollBar { background: %1; }").arg(tokens().stone.name()));
    sheetArea_->viewport()->installEventFilter(this);
    tryPane_ = new TryPane(*desk_);
    middle_->addWidget(sheetArea_);
    middle_->addWidget(tryPane_);
    findingsPage_ = new FindingsPanel(*desk_, FindingsPanel::Stands::page);
    findingsPage_->setStyleSheet(panelSheet());
    middle_->addWidget(findingsPage_);
    middle_->addWidget(repliesPage_);
    jotLine_ = new JotLine(*desk_, middle);
    column->addWidget(strips_);
    buildFileBar(column);
    column->addWidget(middle_, 1);
    column->addWidget(jotLine_);
    // Other passes say there what the sheet shows; the sheet keeps its height, so that nothing jumps.
    passLine_ = new QLabel(middle);
    passLine_->setFixedHeight(40);
    passLine_->setFont(bodyFont(12));
    passLine_->setWordWrap(true);
    passLine_->setStyleSheet(
        QString("background: %1; color: %2; border-top: 1px solid %3; padding-left: 12px; padding-right: 12px;")
            .arg(tokens().cream.name(), tokens().ink2.name(), tokens().line.name()));
    passLine_->hide();
    column->addWidget(passLine_);
    across->addWidget(middle, 1);

    auto* edge = new PanelEdge(whole);
    across->addWidget(edge);
    connect(edge, &PanelEdge::dragged, this, [this](int by) {
        panelWidth_ = std::clamp(panelWidth_ - by, leastPanel, mostPanel);
        QSettings("brindel", "brindel").setValue("panelWidth", panelWidth_);
        refreshRight();
    });
    panelWidth_ =
        std::clamp(QSettings("brindel", "brindel").value("panelWidth", leastPanel).toInt(), leastPanel, mostPanel);
    right_ = new QStackedWidget(whole);
    right_->setFixedWidth(panelWidth_);
    details_ = new Details(*desk_);
    tryDetails_ = new TryDetails(*desk_, *tryPane_);
    right_->addWidget(details_);
    right_->addWidget(tryDetails_);
    styles_ = new StylesPanel(*desk_);
    right_->addWidget(styles_);
    namePanel_ = new NamePanel(*desk_);
    orderPanel_ = new OrderPanel(*desk_);
    right_->addWidget(namePanel_);
    right_->addWidget(orderPanel_);
    right_->addWidget(rulesPanel_);
    right_->addWidget(protectPanel_);
    right_->addWidget(handOverPanel_);
    right_->addWidget(countsPanel_);
    buildAside();
    views_ = {{Pass::layOut, {nullptr, strip_, details_, 0, 0}},
              {Pass::name, {nameLayer_, nameStrip_, namePanel_, 420, 330}},
              {Pass::order, {orderLayer_, orderStrip_, orderPanel_, 0, 0}},
              {Pass::rules, {rulesLayer_, rulesStrip_, rulesPanel_, 350, 300}},
              {Pass::protect, {protectLayer_, protectStrip_, protectPanel_, 290, 268}},
              {Pass::tryOut, {nullptr, tryStrip_, tryDetails_, 0, 0}},
              {Pass::handOver, {nullptr, handOverStrip_, handOverPanel_, 320, 290}},
              {Pass::replies, {nullptr, repliesStrip_, countsPanel_, 330, 290}}};
    connect(rulesLayer_, &RulesLayer::editAsked, rulesPanel_, [this] {
        rulesPanel_->setFocus(Qt::OtherFocusReason);
        rulesPanel_->focusFirst();
    });
    connect(protectStrip_, &ProtectStrip::sealAsked, this, &MainWindow::askSeal);
    connect(protectPanel_, &ProtectPanel::sealAsked, this, &MainWindow::askSeal);
    connect(nameStrip_, &NameStrip::rightAsked, namePanel_, &NamePanel::putRight);
    connect(protectLayer_, &ProtectLayer::changed, this, [this] {
        sheet_->update();
        refreshPassLine();
    });
    connect(orderLayer_, &OrderLayer::changed, this, [this] {
        sheet_->update();
        refreshPassLine();
    });
    connect(styles_, &StylesPanel::closeAsked, this, [this] { showStyles(false); });
    right_->setStyleSheet(panelSheet());
    jotLine_->setStyleSheet(panelSheet());
    across->addWidget(right_);

    auto* status = new QWidget(this);
    status->setObjectName("status");
    status->setFixedHeight(24);
    status->setStyleSheet(panelSheet() + QString("QWidget#status { background: %1; border-top: 1px solid %2; }")
                                             .arg(isDark() ? "#2F2925" : "#F0EAE1", tokens().line.name()));
    auto* statusLine = new QHBoxLayout(status);
    statusLine->setContentsMargins(12, 0, 12, 0);
    statusLine->setSpacing(22);
    for (QLabel** label : {&statusLeft_, &statusPlace_, &statusSaid_})
        statusLine->addWidget(*label = statusLabel(status));
    statusFinding_ = statusLabel(status);
    statusFinding_->setObjectName("findingSaid");
    // A long sentence never widens the window.
    statusFinding_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    statusLine->addWidget(statusFinding_, 1);
    for (QLabel** label : {&statusSaved_, &statusZoom_}) statusLine->addWidget(*label = statusLabel(status));
    statusSaid_->setObjectName("said");
    // The status line spans the whole window, under rail and details.
    auto* outer = new QWidget(this);
    auto* outerColumn = new QVBoxLayout(outer);
    outerColumn->setContentsMargins(0, 0, 0, 0);
    outerColumn->setSpacing(0);
    outerColumn->addWidget(whole, 1);
    outerColumn->addWidget(status);
    setCentralWidget(outer);
    start_ = new StartPage(outer);
    start_->hide();
    connect(start_, &StartPage::newAsked, this, [this](bool document) {
        showStart(false);
        newForm(document ? Kind::document : Kind::dialog);
    });
    connect(start_, &StartPage::jottingAsked, this, &MainWindow::askJotting);
    connect(start_, &StartPage::openAsked, this, &MainWindow::askOpen);
    connect(start_, &StartPage::fileAsked, this, [this](const QString& path) { openFile(path); });
    connect(desk_, &Desk::fileChanged, this, [this] { showStart(false); });

    buildMenus();
    bar_ = new SelectionBar(
        {actions_["alignLeft"], actions_["textLine"], actions_["sameWidth"], actions_["gapsDown"], actions_["fitText"]},
        {Words::tr("Left edges"), Words::tr("Text line"), Words::tr("Same width"), Words::tr("Equal gaps"),
         Words::tr("Fit to text")},
        sheetArea_);
    bar_->hide();
    buildProposalBar();
    findBox_ = new FindBox(this);

    auto all = [this] {
        refreshCommands();
        refreshTitle();
        refreshStatus();
        refreshBar();
    };
    connect(desk_, &Desk::formChanged, this, [this, all] {
        statusSaid_->clear();
        all();
    });
    connect(desk_, &Desk::selectionChanged, this, [this, all] {
        statusSaid_->clear();
        all();
    });
    connect(desk_, &Desk::fileChanged, this, all);
    connect(desk_, &Desk::passChanged, this, all);
    connect(desk_, &Desk::toolChanged, this, [this] { refreshStatus(); });
    connect(desk_, &Desk::said, this, [this](const QString& sentence, bool wrong) {
        statusSaid_->setText(sentence);
        statusSaid_->setStyleSheet(QString("color: %1;").arg((wrong ? tokens().brick : tokens().ink2).name()));
    });
    connect(sheet_, &Sheet::zoomChanged, this, &MainWindow::refreshStatus);
    connect(sheet_, &Sheet::contextAsked, this, [this](const QPoint& at) {
        QMenu menu;
        menu.setStyleSheet(panelSheet());
        for (const char* key :
             {"cut",       "copy",     "paste",        "duplicate", "delete", "repeat",    "",
              "reword",    "replace",  "selectColumn", "copyLook",  "",       "alignLeft", "textLine",
              "sameWidth", "gapsDown", "fitText",      "tidy",      "",       "addPage",   "removePage"})
            *key ? menu.addAction(actions_[key]) : void(menu.addSeparator());
        menu.exec(at);
    });
    connect(rail_, &Rail::picked, this, &MainWindow::setPass);
    connect(rail_, &Rail::findingsAsked, this, [this] { showFindings(!findingsShown_); });
    connect(desk_, &Desk::findingsChanged, this, &MainWindow::refreshStatus);
    connect(tryDetails_, &TryDetails::backAsked, this, [this] { setPass(before_); });

    auto* timer = new QTimer(this);
    timer->setInterval(5000);
    connect(timer, &QTimer::timeout, this, [this] { autosave(); });
    timer->start();
    all();
    sheet_->setFocus();
}

MainWindow::~MainWindow() {
    // Views of the desk go before the desk; Try before the session it shows.
    tryPane_->end();
}

QAction* MainWindow::command(const QString& key) const {
    auto at = actions_.find(key);
    return at == actions_.end() ? nullptr : at->second;
}

void MainWindow::refreshBar() {
    const bool show = desk_->pass() == Pass::layOut && desk_->selection().size() > 1 && !desk_->proposal();
    bar_->setVisible(show);
    if (!show) return;
    bar_->adjustSize();
    bar_->move((sheetArea_->width() - bar_->width()) / 2, sheetArea_->height() - bar_->height() - 14);
    bar_->raise();
}

void MainWindow::setPass(Pass pass) {
    if (pass != Pass::tryOut && !openSeal()) return;
    goToPass(pass);
}

void MainWindow::goToPass(Pass pass) {
    if (pass == desk_->pass()) return;
    const Pass from = desk_->pass();
    if (standsInForSheet(pass) && !standsInForSheet(from)) before_ = from;
    desk_->setTool(std::nullopt);
    // A field of the details with the cursor in it takes its value before the pass is left.
    sheet_->setFocus();
    desk_->setPass(pass);
    if (pass == Pass::tryOut) {
        middle_->setCurrentWidget(tryPane_);
        tryPane_->begin(sheet_->zoom(), tryStrip_->language());
    } else {
        if (from == Pass::tryOut) {
            // Back to the page that the filler has turned to is wrong: the designer comes back to where they were.
            tryPane_->end();
        }
        if (pass == Pass::handOver) {
            findingsShown_ = false;
            showChanges(false);
            middle_->setCurrentWidget(findingsPage_);
            findingsPage_->begin();
        } else if (pass == Pass::replies) {
            findingsShown_ = false;
            showChanges(false);
            middle_->setCurrentWidget(repliesPage_);
            repliesPage_->begin();
        } else {
            middle_->setCurrentWidget(sheetArea_);
            sheet_->setFocus();
        }
    }
    if (from == Pass::replies) replies_->end();
    countsPanel_->setShown(pass == Pass::replies);
    sheet_->setCanEdit(pass == Pass::layOut);
    orderLayer_->setLaying(false);
    protectLayer_->takeInHand(std::nullopt);
    const PassView& view = views_.at(pass);
    sheet_->setLayer(view.layer);
    strips_->setCurrentWidget(view.strip);
    jotLine_->setVisible(pass == Pass::layOut);
    passLine_->setFixedHeight(jotLine_->height());
    passLine_->setVisible(pass != Pass::layOut);
    refreshPassLine();
    refreshRight();
}

void MainWindow::refreshPassLine() {
    const Pass pass = desk_->pass();
    static const std::map<Pass, const char*> lines = {
        {Pass::tryOut,
         QT_TRANSLATE_NOOP(
             "Words",
             "Tab goes to the next field, Enter accepts, Escape cancels. Nothing typed here changes the form.")},
        {Pass::handOver,
         QT_TRANSLATE_NOOP(
             "Words",
             "Space puts the selected one right, Enter goes to it on the sheet, Escape goes back to the sheet.")},
        {Pass::replies,
         QT_TRANSLATE_NOOP(
             "Words",
             "Enter shows a reply on its form, Ctrl+C copies the selected ones, Delete deletes them. A click on "
             "a heading sorts. Drop returned files here.")},
        {Pass::name,
         QT_TRANSLATE_NOOP("Words",
                           "Click a selected name, or press Enter, to type another; Tab goes to the next. Green "
                           "follows the scheme, • is set by hand; ≠, ?, ! and 2× need to be put right.")},
        {Pass::order,
         QT_TRANSLATE_NOOP("Words",
                           "Drag along the controls to lay the route. Tab goes through it, Alt with an arrow "
                           "moves a stop, Space skips "
                           "it.")},
        {Pass::rules,
         QT_TRANSLATE_NOOP("Words",
                           "Click a control to see what it does. Full line: a formula. Broken line: a rule. Drag from "
                           "its › to another control to make a rule.")},
        {Pass::protect, QT_TRANSLATE_NOOP("Words",
                                          "Hatched: fillers cannot reach it. A full line: open, or locked where it is "
                                          "hatched. A broken line: shown, but not changed by hand.")}};
    auto said = lines.find(pass);
    if (pass == Pass::protect && protectLayer_->inHand())
        return passLine_->setText(Words::tr(
            "Click a field, or sweep over several; click a frame's edge for everything in it. Escape ends it."));
    if (pass == Pass::protect && protectLayer_->view() == ProtectView::limits)
        return passLine_->setText(
            Words::tr("What each field accepts. “Anything” can be limited in the details of Lay out (Ctrl+1), or with "
                      "a click under Without limits."));
    if (pass == Pass::protect && protectLayer_->view() == ProtectView::personal)
        return passLine_->setText(
            Words::tr("A full line: a personal detail, with what it is used for. A broken line with "
                      "a question mark: it looks like one. P marks it."));
    const bool keys = pass == Pass::order && orderLayer_->showsKeys();
    passLine_->setText(keys ? Words::tr("Tab goes to the next control; a letter typed there is its key, Backspace "
                                        "removes it. A firm rim: set by hand. Struck out: it clashes.")
                       : said == lines.end() ? Words::tr("The form as it is laid out. Lay out (Ctrl+1) changes it.")
                                             : Words::shown(said->second));
}

void MainWindow::showStart(bool show) {
    if (start_->isHidden() == !show) return;
    if (show) start_->refresh();
    start_->setGeometry(centralWidget()->rect());
    start_->setVisible(show);
    formTitle_->setVisible(!show);
    start_->raise();
    show ? start_->setFocus() : sheet_->setFocus();
}

void MainWindow::askJotting() {
    if (!mayLeaveForm()) return;
    JottingDialog jotting(desk_->fonts(), this);
    if (jotting.exec() != QDialog::Accepted) return;
    goToPass(Pass::layOut);
    // New, so it is unsaved work: laid on an empty form as one step.
    desk_->open(brindel::newForm(jotting.form().root().kind), {});
    desk_->edit(jotting.form(), Words::tr("Jot the form"));
    zoomByHand_ = false;
    zoomToFit();
}

void MainWindow::zoomToFit() {
    sheet_->setZoom(sheet_->zoomToFit(sheetArea_->viewport()->width(), sheetArea_->viewport()->height()));
}

void MainWindow::resizeEvent(QResizeEvent* event) {
    QMainWindow::resizeEvent(event);
    start_->setGeometry(centralWidget()->rect());
    refreshRight();
    refreshBar();
}

bool MainWindow::eventFilter(QObject* watched, QEvent* event) {
    if (watched == sheetArea_->viewport() && event->type() == QEvent::Resize) {
        if (!zoomByHand_) zoomToFit();
        refreshBar();
    }
    return QMainWindow::eventFilter(watched, event);
}

}  // namespace brindel
