#include "app/window/main_window.h"
#include "app/intake/intake_dialog.h"

#include <QtWidgets/QtWidgets>

#include "app/compare/changes_panel.h"
#include "app/compare/changes_watch.h"
#include "app/details/details.h"
#include "app/details/styles_panel.h"
#include "app/findings/findings_panel.h"
#include "app/outline/outline.h"
#include "app/rail/rail.h"
#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/window/find_box.h"
#include "app/window/jot_line.h"
#include "app/window/jotting_dialog.h"
#include "app/window/main_window_p.h"
#include "app/window/panel_edge.h"
#include "app/window/selection_bar.h"
#include "app/window/start_page.h"
#include "app/words.h"
#include "core/edit/arrange.h"
#include "core/edit/multiply.h"
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

template <class Layout>
Layout* tight(Layout* layout) {
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    return layout;
}

QString barLook(const QString& name, const QString& ground, const char* edge) {
    return panelSheet() + QString("QWidget#%1 { background: %2; border-%3: 1px solid %4; }")
                              .arg(name, ground, edge, tokens().line.name());
}

}  // namespace

MainWindow::MainWindow(Form form, QWidget* parent) : QMainWindow(parent) {
    desk_ = new Desk(std::move(form), this);
    desk_->fonts().desktopFamily = fromQt(QFontInfo(QApplication::font()).family());
    setWindowIcon(icon("dialog", tokens().tawny));
    setMinimumSize(900, 560);
    setMenuWidget(builtTop());

    auto* whole = new QWidget(this);
    auto* across = tight(new QHBoxLayout(whole));
    auto amount = [this](Pass pass) {
        const auto at = views_.find(pass);
        return at == views_.end() ? std::nullopt : at->second->amount();
    };
    rail_ = new Rail(*desk_, amount, whole);
    across->addWidget(rail_);
    outline_ = new Outline(*desk_, whole);
    outline_->setStyleSheet(panelSheet());
    outline_->hide();
    across->addWidget(outline_);
    across->addWidget(builtMiddle(), 1);
    across->addWidget(builtEdge());
    across->addWidget(right_);
    rail_->count();

    // The status line spans the whole window, under rail and details.
    auto* status = new QWidget(this);
    status->setObjectName("status");
    status->setFixedHeight(24);
    status->setStyleSheet(barLook("status", isDark() ? "#2F2925" : "#F0EAE1", "top"));
    buildStatus(new QHBoxLayout(status));
    auto* outer = new QWidget(this);
    auto* outerColumn = tight(new QVBoxLayout(outer));
    outerColumn->addWidget(whole, 1);
    outerColumn->addWidget(status);
    setCentralWidget(outer);
    buildStart();

    buildMenus();
    bar_ = new SelectionBar(
        {actions_["alignLeft"], actions_["textLine"], actions_["sameWidth"], actions_["gapsDown"], actions_["fitText"]},
        {Words::tr("Left edges"), Words::tr("Text line"), Words::tr("Same width"), Words::tr("Equal gaps"),
         Words::tr("Fit to text")},
        sheetArea_);
    bar_->hide();
    buildProposalBar();
    findBox_ = new FindBox(this);
    followDesk();

    auto* timer = new QTimer(this);
    timer->setInterval(5000);
    connect(timer, &QTimer::timeout, this, [this] { autosave(); });
    timer->start();
    sheet_->setFocus();
}

QWidget* MainWindow::builtTop() {
    auto* top = new QWidget(this);
    top->setObjectName("top");
    top->setFixedHeight(28);
    top->setStyleSheet(barLook("top", isDark() ? "#2F2925" : "#F6F1EA", "bottom"));
    auto* line = new QHBoxLayout(top);
    line->setContentsMargins(12, 0, 12, 0);
    line->setSpacing(6);
    auto* word = new QLabel(Words::tr("Brindel"), top);
    word->setFont(bodyFont(13, true));
    word->setStyleSheet(QString("color: %1;").arg(tokens().tawnyDark.name()));
    menus_ = new QMenuBar(top);
    menus_->setFont(bodyFont(13));
    menus_->setFixedHeight(27);
    formTitle_ = new QLabel(top);
    formTitle_->setFont(bodyFont(13));
    formTitle_->setProperty("secondary", true);
    line->addWidget(word);
    line->addWidget(menus_);
    line->addStretch(1);
    line->addWidget(formTitle_);
    return top;
}

/// The strip, what is worked on, and the line below it; the panels of the passes are stacked beside it.
QWidget* MainWindow::builtMiddle() {
    auto* middle = new QWidget;
    auto* column = tight(new QVBoxLayout(middle));
    buildSheet();
    strips_ = new QStackedWidget(middle);
    strips_->setFixedHeight(56);
    middle_ = new QStackedWidget(middle);
    middle_->addWidget(sheetArea_);
    right_ = new QStackedWidget;
    for (const PassRow& pass : passes()) {
        PassView* made = views_[pass.pass] = pass.make(*this);
        strips_->addWidget(&made->strip());
        right_->addWidget(&made->panel());
        if (QWidget* page = made->page()) middle_->addWidget(page);
        connect(made, &PassView::changed, this, [this] {
            sheet_->update();
            refreshPassLine();
        });
    }
    jotLine_ = new JotLine(*desk_, middle);
    jotLine_->setStyleSheet(panelSheet());
    column->addWidget(strips_);
    buildFileBar(column);
    column->addWidget(middle_, 1);
    column->addWidget(jotLine_);
    buildPassLine(middle);
    column->addWidget(passLine_);
    return middle;
}

void MainWindow::buildSheet() {
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
}

/// Other passes say there what the sheet shows; the sheet keeps its height, so that nothing jumps.
void MainWindow::buildPassLine(QWidget* middle) {
    passLine_ = new QLabel(middle);
    passLine_->setObjectName("passLine");
    passLine_->setFixedHeight(40);
    passLine_->setFont(bodyFont(12));
    passLine_->setWordWrap(true);
    passLine_->setStyleSheet(
        QString("background: %1; color: %2; border-top: 1px solid %3; padding-left: 12px; padding-right: 12px;")
            .arg(tokens().cream.name(), tokens().ink2.name(), tokens().line.name()));
    passLine_->hide();
}

/// The edge that makes the panel wider, and the lists that stand in the panel's place.
QWidget* MainWindow::builtEdge() {
    auto* edge = new PanelEdge(this);
    connect(edge, &PanelEdge::dragged, this, [this](int by) {
        panelWidth_ = std::clamp(panelWidth_ - by, leastPanel, mostPanel);
        QSettings("brindel", "brindel").setValue("panelWidth", panelWidth_);
        refreshRight();
    });
    panelWidth_ =
        std::clamp(QSettings("brindel", "brindel").value("panelWidth", leastPanel).toInt(), leastPanel, mostPanel);
    right_->setFixedWidth(panelWidth_);
    right_->setStyleSheet(panelSheet());
    styles_ = new StylesPanel(*desk_);
    right_->addWidget(styles_);
    connect(styles_, &StylesPanel::closeAsked, this, [this] { showStyles(false); });
    buildAside();
    return edge;
}

void MainWindow::buildStatus(QHBoxLayout* line) {
    QWidget* status = line->parentWidget();
    line->setContentsMargins(12, 0, 12, 0);
    line->setSpacing(22);
    for (QLabel** label : {&statusLeft_, &statusPlace_, &statusSaid_}) line->addWidget(*label = statusLabel(status));
    statusFinding_ = statusLabel(status);
    statusFinding_->setObjectName("findingSaid");
    // A long sentence never widens the window.
    statusFinding_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    line->addWidget(statusFinding_, 1);
    for (QLabel** label : {&statusSaved_, &statusZoom_}) line->addWidget(*label = statusLabel(status));
    statusSaid_->setObjectName("said");
}

void MainWindow::buildStart() {
    setAcceptDrops(true);
    start_ = new StartPage(centralWidget());
    start_->hide();
    connect(start_, &StartPage::newAsked, this, [this](bool document) {
        showStart(false);
        newForm(document ? Kind::document : Kind::dialog);
    });
    connect(start_, &StartPage::jottingAsked, this, &MainWindow::askJotting);
    connect(start_, &StartPage::existsAsked, this, [this] { askIntake({}); });
    connect(start_, &StartPage::openAsked, this, &MainWindow::askOpen);
    connect(start_, &StartPage::fileAsked, this, [this](const QString& path) { openFile(path); });
    connect(desk_, &Desk::fileChanged, this, [this] { showStart(false); });
}

/// The window shows what lies on the desk, and what is said there.
void MainWindow::followDesk() {
    auto all = [this] {
        refreshCommands();
        refreshTitle();
        refreshStatus();
        refreshBar();
    };
    for (auto signal : {&Desk::formChanged, &Desk::selectionChanged})
        connect(desk_, signal, this, [this, all] {
            statusSaid_->clear();
            all();
        });
    connect(desk_, &Desk::fileChanged, this, all);
    connect(desk_, &Desk::passChanged, this, all);
    connect(desk_, &Desk::toolChanged, this, [this] {
        refreshStatus();
        refreshPassLine();
    });
    connect(desk_, &Desk::said, this, [this](const QString& sentence, bool wrong) {
        statusSaid_->setText(sentence);
        statusSaid_->setStyleSheet(QString("color: %1;").arg((wrong ? tokens().brick : tokens().ink2).name()));
    });
    connect(desk_, &Desk::findingsChanged, this, &MainWindow::refreshStatus);
    connect(rail_, &Rail::picked, this, &MainWindow::setPass);
    connect(rail_, &Rail::findingsAsked, this, [this] { showFindings(!findingsShown_); });
    all();
}

MainWindow::~MainWindow() {
    // Views of the desk go before the desk; Try before the session it shows.
    view(desk_->pass()).end();
}

Details& MainWindow::details() {
    return part<Details>();
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
    if (!row(pass).onSheet && row(from).onSheet) before_ = from;
    desk_->setTool(std::nullopt);
    // A field of the details with the cursor in it takes its value before the pass is left.
    sheet_->setFocus();
    desk_->setPass(pass);
    PassView& there = view(pass);
    view(from).end();
    if (QWidget* page = there.page()) {
        if (there.sharesPanel()) {
            findingsShown_ = false;
            showChanges(false);
        }
        middle_->setCurrentWidget(page);
    } else {
        middle_->setCurrentWidget(sheetArea_);
        sheet_->setFocus();
    }
    there.begin();
    sheet_->setCanEdit(pass == Pass::layOut);
    sheet_->setLayer(there.layer());
    strips_->setCurrentWidget(&there.strip());
    jotLine_->setVisible(pass == Pass::layOut);
    passLine_->setFixedHeight(jotLine_->height());
    passLine_->setVisible(pass != Pass::layOut);
    refreshPassLine();
    refreshRight();
}

void MainWindow::refreshPassLine() {
    passLine_->setText(desk_->picking() ? desk_->prompt() : view(desk_->pass()).line());
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
    if (jotting.exec() == QDialog::Accepted) beginWith(jotting.form(), Words::tr("Jot the form"));
}

void MainWindow::askIntake(const QString& path) {
    if (!mayLeaveForm()) return;
    IntakeDialog intake(desk_->fonts(), this);
    if (!path.isEmpty()) intake.readFile(path);
    if (intake.exec() == QDialog::Accepted) beginWith(intake.form(), Words::tr("Make the form from what exists"));
}

/// A form that was just made: new, so it is unsaved work, laid on an empty form as one step.
void MainWindow::beginWith(const Form& made, const QString& step) {
    goToPass(Pass::layOut);
    desk_->open(brindel::newForm(made.root().kind), {});
    desk_->edit(made, step);
    zoomByHand_ = false;
    zoomToFit();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    const QList<QUrl> urls = event->mimeData()->urls();
    if (urls.size() == 1 && urls.first().isLocalFile()) event->acceptProposedAction();
}

/// A file that is dropped: a form is opened, anything else is read for what it asks.
void MainWindow::dropEvent(QDropEvent* event) {
    const QString path = event->mimeData()->urls().first().toLocalFile();
    event->acceptProposedAction();
    // The window that it came from waits until this returns.
    QTimer::singleShot(0, this, [this, path] {
        if (!path.endsWith(".brindel"))
            askIntake(path);
        else if (mayLeaveForm())
            openFile(path);
    });
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
