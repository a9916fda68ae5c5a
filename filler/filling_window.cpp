#include "filler/filling_window.h"

#include <QtWidgets/QtWidgets>

#include "core/text/phrases.h"
#include "filler/drawing_painter.h"
#include "filler/window_behaviour.h"

namespace brindel {

FillingWindow::FillingWindow(FormSession& session, const FontBook& fonts)
    : session_(session),
      area_(new QScrollArea),
      view_(new FormToFill(session, fonts, session.form().isDialog() ? 1 : 96 / 25.4)) {
    area_->setWidget(view_);
    area_->setFrameShape(QFrame::NoFrame);
    area_->setAlignment(Qt::AlignHCenter | Qt::AlignTop);
    // As it is now: what is folded has given its room back.
    setWindowBehaviour(*area_, session_.form());
    if (isDialog()) {
        area_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
        area_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
        area_->setWidgetResizable(true);
        placeWindow(*area_, session_.form());
    } else {
        area_->setBackgroundRole(QPalette::Mid);
        area_->resize(std::min(view_->width() + 60, 1000), 760);
        addBar();
    }
    connect(view_, &FormToFill::sized, this, &FillingWindow::fit);
    connect(view_, &FormToFill::putAway, this, [this] { top().showMinimized(); });
    connect(view_, &FormToFill::offerTaken, this, [](const Offer& offer) {
        const QUrl to(toQt(offer.letter ? "mailto:" + offer.to : offer.to), QUrl::TolerantMode);
        if (to.scheme() == "https" || to.scheme() == "http" || to.scheme() == "mailto") QDesktopServices::openUrl(to);
    });
    top().installEventFilter(this);
}

FillingWindow::~FillingWindow() {
    if (area_) delete area_->window();
}

/// A document has no button to hand it in by: the window gives it one.
void FillingWindow::addBar() {
    const std::string& language = session_.form().root().text(Prop::language);
    auto* bar = new QFrame;
    bar->setAutoFillBackground(true);
    auto* row = new QHBoxLayout(bar);
    auto* hand = new QPushButton(toQt(phrase(Phrase::handIn, language)));
    hand->setObjectName("handIn");
    row->addWidget(new QLabel(toQt(phrase(Phrase::handInHint, language))), 1);
    row->addWidget(hand);
    auto* frame = new QWidget;
    frame->resize(area_->size());
    frame->setWindowTitle(area_->windowTitle());
    auto* column = new QVBoxLayout(frame);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(area_, 1);
    column->addWidget(bar);
    connect(hand, &QPushButton::clicked, this, &FillingWindow::handIn);
}

void FillingWindow::handIn() {
    const Outcome outcome = session_.accept();
    if (outcome.then == Outcome::Then::accepted) {
        emit view_->accepted();
        return;
    }
    view_->goTo(outcome.cursor);
    area_->ensureWidgetVisible(view_->widgetOf(outcome.cursor), 40, 80);
    const std::string& language = session_.form().root().text(Prop::language);
    QMessageBox::information(area_, toQt(phrase(Phrase::notInOrder, language)), toQt(outcome.wrongs.front().sentence));
}

/// A dialog is as large as its form is now.
void FillingWindow::fit() {
    if (!isDialog()) return;
    const QSize size = view_->sizeHint();
    if (!session_.form().root().yes(Prop::resizable)) area_->setFixedSize(size);
    area_->resize(size);
}

void FillingWindow::show() {
    top().show();
    view_->begin();
    view_->opened();
}

void FillingWindow::startOver() {
    session_.clear();
    view_->refresh();
    view_->begin();
    view_->opened();
}

void FillingWindow::remember() const {
    if (isDialog()) rememberWindow(*area_, session_.designed());
}

/// The window's own ways to close it ask the form first.
bool FillingWindow::eventFilter(QObject*, QEvent* event) {
    if (event->type() != QEvent::Close) return false;
    event->ignore();
    view_->askToLeave();
    return true;
}

}  // namespace brindel
