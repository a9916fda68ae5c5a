#include "app/passes/try_out/try_pane.h"

#include <QtWidgets/QtWidgets>

#include "app/sheet/form_picture.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/layout/resizing.h"
#include "core/model/measures.h"
#include "core/rules/telling.h"
#include "core/text/clock.h"
#include "core/wording/texts.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// The form with a window around it: a title bar for a dialog, nothing for pages.
class Stage : public QWidget {
  public:
    Stage(FormToFill* view, const Form& form, double zoom)
        : view_(view), form_(form), zoom_(zoom), bar_(int(measuresFor(form).titleBar * zoom)) {
        view->setParent(this);
        size_ = view->sizeHint();
        setMinimumSize(size_ + QSize(48, 48 + bar_));
        setMouseTracking(true);
        connect(view, &FormToFill::sized, this, [this] {
            size_ = view_->sizeHint();
            setMinimumSize(size_ + QSize(48, 48 + bar_));
            lay();
            update();
        });
        grip_ = form.isDialog() && form.root().yes(Prop::resizable);
    }
    /// The dialog's window at another size, as when its edge is dragged; not below its least size.
    void resizeDialog(QSize size) {
        const Extent least = leastSize(form_);
        size_ = size.expandedTo(QSize(int(std::min(least.width, form_.root().box.width) * zoom_),
                                      int(std::min(least.height, form_.root().box.height) * zoom_)));
        setMinimumSize(size_ + QSize(48, 48 + bar_));
        lay();
        update();
    }

  protected:
    void resizeEvent(QResizeEvent*) override { lay(); }
    void lay() {
        const QSize size = size_;
        const int top = form_.isDialog() ? std::max(24, int((height() - size.height() - bar_) * 0.42)) : 24;
        view_->setGeometry(int(std::lround((width() - size.width()) / 2.0)), top + bar_, size.width(), size.height());
    }
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        p.fillRect(rect(), tokens().stone);
        p.setRenderHint(QPainter::Antialiasing);
        QRect whole = view_->geometry().adjusted(0, -bar_, 0, 0);
        p.setPen(Qt::NoPen);
        for (int i = 8; i > 0; --i) {
            p.setBrush(QColor(46, 39, 34, 5));
            p.drawRoundedRect(whole.adjusted(-i, -i + 3, i, i + 3), 6 + i, 6 + i);
        }
        if (bar_ > 0) {
            p.translate(whole.topLeft());
            FormPicture::paintTitleBar(p, form_, zoom_, view_->width());
            p.resetTransform();
        }
        if (grip_) {
            p.setPen(QPen(tokens().tawny, 1.5));
            const QPoint corner = view_->geometry().bottomRight() + QPoint(9, 9);
            for (int i : {4, 8, 12}) p.drawLine(corner - QPoint(i, 0), corner - QPoint(0, i));
        }
    }

    bool atGrip(QPoint at) const {
        return grip_ && QRect(view_->geometry().bottomRight() - QPoint(3, 3), QSize(16, 16)).contains(at);
    }
    void mousePressEvent(QMouseEvent* event) override {
        dragging_ = atGrip(event->pos());
        from_ = event->pos();
        before_ = size_;
    }
    void mouseMoveEvent(QMouseEvent* event) override {
        setCursor(dragging_ || atGrip(event->pos()) ? Qt::SizeFDiagCursor : Qt::ArrowCursor);
        // The dialog stands in the middle: its far edge moves half as far as it grows.
        if (dragging_) resizeDialog(before_ + QSize(2 * (event->pos().x() - from_.x()), event->pos().y() - from_.y()));
    }
    void mouseReleaseEvent(QMouseEvent*) override { dragging_ = false; }

  private:
    FormToFill* view_;
    Form form_;
    double zoom_;
    int bar_;
    QSize size_, before_;
    QPoint from_;
    bool grip_ = false, dragging_ = false;
};

QString answerText(const Answer& answer) {
    if (const auto* yes = std::get_if<bool>(&answer)) return *yes ? "yes" : "no";
    if (const auto* number = std::get_if<double>(&answer)) return toQt(exactText(*number));
    if (const auto* text = std::get_if<std::string>(&answer)) return toQt(*text);
    if (const auto* several = std::get_if<std::vector<std::string>>(&answer)) {
        QStringList list;
        for (const std::string& one : *several) list << toQt(one);
        return list.join(", ");
    }
    return {};
}

}  // namespace

TryPane::TryPane(Desk& desk, QWidget* parent) : QScrollArea(parent), desk_(desk) {
    setFrameShape(QFrame::NoFrame);
    setWidgetResizable(true);
    setObjectName("tryPane");
    for (QScrollBar* bar : {verticalScrollBar(), horizontalScrollBar()})
        bar->setStyleSheet(panelSheet() + QString("QScrollBar { background: %1; }").arg(tokens().stone.name()));
}

void TryPane::begin(double zoom, const std::string& language, const Reply& filled) {
    const TurnedTo turned = session_ ? session_->turned() : desk_.turned();
    end();
    const auto there = language.empty() ? Result<Form>(desk_.form()) : formIn(desk_.form(), language);
    const Form& form = there ? *there : desk_.form();
    session_ = std::make_unique<FormSession>(form, todayHere(), minutesHere());
    // What one language has taken another takes as well: replies are the same in all.
    session_->take(filled);
    for (const auto& [tabs, page] : turned) session_->turn(tabs, page);
    const double scale = zoom * measuresFor(form).pixels;
    view_ = new FormToFill(*session_, desk_.fonts(), scale);
    setWidget(new Stage(view_, form, zoom));
    connect(view_, &FormToFill::changed, this, &TryPane::changed);
    connect(view_, &FormToFill::accepted, this, [this] { emit over(true); });
    connect(view_, &FormToFill::left, this, [this] { emit over(false); });
    connect(view_, &FormToFill::acceptedAndGoesOn, this,
            [this] { emit noted(Words::tr("Accepted, and cleared for the next.")); });
    connect(view_, &FormToFill::putAway, this, [this] { emit noted(Words::tr("Hidden; the answers are kept.")); });
    connect(view_, &FormToFill::told, this, [this](const std::string& name) {
        emit noted(Words::tr("The calling program is told “%1”.").arg(toQt(name)));
    });
    connect(view_, &FormToFill::offerTaken, this, [this](const Offer& offer) {
        emit noted((offer.letter ? Words::tr("An email to %1 would be written.") : Words::tr("%1 would be opened."))
                       .arg(toQt(offer.to)));
    });
    view_->show();
    view_->begin();
    view_->opened();
    emit began();
}

void TryPane::end() {
    // The widgets go before the session that they show.
    delete takeWidget();
    view_ = nullptr;
    if (session_) {
        // Formulas show what they come to with it.
        if (auto reply = readReply(session_->reply())) desk_.keepTried(std::move(*reply));
    }
    session_.reset();
}

TryDetails::TryDetails(Desk& desk, TryPane& pane, QWidget* parent) : QWidget(parent), desk_(desk), pane_(pane) {
    setObjectName("panel");
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 12, 14, 14);
    column->setSpacing(8);
    auto* title = new QLabel(Words::tr("What the filler gives"), this);
    title->setFont(bodyFont(15, true));
    column->addWidget(title);
    verdict_ = new QLabel(this);
    verdict_->setWordWrap(true);
    verdict_->setFont(bodyFont(12));
    verdict_->setProperty("secondary", true);
    column->addWidget(verdict_);
    buildTable();
    column->addWidget(table_, 3);
    happenedTitle_ = new QLabel(Words::tr("What happened"), this);
    happenedTitle_->setFont(bodyFont(12, true));
    column->addWidget(happenedTitle_);
    happened_ = new QListWidget(this);
    happened_->setObjectName("happened");
    happened_->setFont(bodyFont(12));
    happened_->setWordWrap(true);
    happened_->setSelectionMode(QAbstractItemView::NoSelection);
    happened_->setFocusPolicy(Qt::NoFocus);
    column->addWidget(happened_, 2);
    auto* row = new QHBoxLayout;
    auto* again = new QPushButton(Words::tr("Start again"), this);
    auto* back = new QPushButton(Words::tr("Back to the design"), this);
    row->addWidget(again);
    row->addWidget(back, 1);
    column->addLayout(row);
    connect(again, &QPushButton::clicked, this, [this] {
        if (!pane_.session()) return;
        pane_.session()->clear();
        pane_.view()->setEnabled(true);
        pane_.view()->refresh();
        pane_.view()->begin();
        showAgain();
    });
    connect(back, &QPushButton::clicked, this, &TryDetails::backAsked);
    connect(&pane, &TryPane::began, this, &TryDetails::showAgain);
    connect(&pane, &TryPane::changed, this, &TryDetails::showChanged);
    connect(&pane, &TryPane::over, this, &TryDetails::showOver);
    connect(&pane, &TryPane::noted, this, [this](const QString& words) {
        showHappened();
        happened_->addItem(words);
        happened_->scrollToBottom();
    });
}

void TryDetails::buildTable() {
    table_ = new QTableWidget(0, 2, this);
    table_->setObjectName("answers");
    table_->setHorizontalHeaderLabels({Words::tr("Name"), Words::tr("Value")});
    table_->horizontalHeader()->setStretchLastSection(true);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    table_->horizontalHeader()->resizeSection(0, 122);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(24);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->setSelectionMode(QAbstractItemView::NoSelection);
    table_->setShowGrid(false);
    table_->setFocusPolicy(Qt::NoFocus);
}

QString TryDetails::verdict() const {
    return verdict_->text();
}

void TryDetails::showVerdict() {
    const FormSession& session = *pane_.session();
    const Wrong* first = session.firstWrong();
    verdict_->setText(!first ? Words::tr("All is in order: the form can be accepted.")
                             : Words::counted("%n things are left to put right: %1", "1 thing is left to put right: %1",
                                              session.wrongCount())
                                   .arg(toQt(first->sentence)));
}

/// What the form did by itself, the newest last; only forms that have rules show it.
void TryDetails::showHappened() {
    const FormSession& session = *pane_.session();
    bool rules = false;
    session.form().controls.each([&](Id, const Control& c) { rules = rules || !c.rules.empty(); });
    happenedTitle_->setVisible(rules);
    happened_->setVisible(rules);
    const auto& all = session.happened();
    if (!rules || all.size() == shownHappened_) return;
    if (all.size() < shownHappened_ || all.size() == mostHappened) happened_->clear(), shownHappened_ = 0;
    const Form& form = session.form();
    for (std::size_t i = shownHappened_; i < all.size(); ++i) {
        const Happened& one = all[i];
        const Control* at = form.find(one.at);
        if (!at || one.rule >= at->rules.size()) continue;
        QString words;
        if (one.stopped)
            words = Words::tr("Stopped: rules set each other off without end.");
        else if (!one.does)
            words = Words::shown(whenTold(form, *at, at->rules[one.rule]));
        else
            words = "   " + Words::shown(stepTold(
                                form, {*one.does, one.on, fromQt("\"" + toQt(one.with).replace('"', "\"\"") + "\"")}));
        happened_->addItem(words);
    }
    shownHappened_ = all.size();
    happened_->scrollToBottom();
}

void TryDetails::showRow(int row, Id id) {
    const FormSession& session = *pane_.session();
    const QString cells[2] = {toQt(answerName(session.form(), *session.form().find(id))),
                              answerText(session.answer(id))};
    for (int k = 0; k < 2; ++k) {
        auto* item = table_->item(row, k);
        if (!item) {
            item = new QTableWidgetItem;
            item->setFont(k == 0 ? monoFont(11) : bodyFont(12));
            table_->setItem(row, k, item);
        }
        if (item->text() == cells[k]) continue;
        item->setText(cells[k]);
        item->setToolTip(cells[k]);
    }
}

void TryDetails::showAgain() {
    FormSession* session = pane_.session();
    if (!session) return;
    showVerdict();
    happened_->clear();
    shownHappened_ = 0;
    showHappened();
    rows_.clear();
    table_->setRowCount(int(session->fields().size()));
    for (Id id : session->fields()) {
        const int row = int(rows_.size());
        rows_[id] = row;
        showRow(row, id);
    }
}

void TryDetails::showChanged(const Changes& changes) {
    FormSession* session = pane_.session();
    if (!session) return;
    showHappened();
    if (!changes.rows.empty()) return showAgain();
    for (Id id : changes.answers)
        if (auto at = rows_.find(session->asked(id)); at != rows_.end()) showRow(at->second, at->first);
    if (!changes.complaints.empty()) showVerdict();
}

void TryDetails::showOver(bool accepted) {
    showAgain();
    verdict_->setText(accepted ? Words::tr("Accepted. This is the reply that its receiver gets.")
                               : Words::tr("The form was cancelled without a reply."));
    if (pane_.view()) pane_.view()->setEnabled(false);
}

}  // namespace brindel
