#include "app/findings/findings_panel.h"

#include <QtWidgets/QtWidgets>

#include "app/findings/pins.h"
#include "app/theme/panel_parts.h"
#include "app/theme/said_line.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

enum Role { finding = SaidLine::of, severity = SaidLine::firstOfList, fix };
constexpr int pinRoom = 24;

QString whomSaid(const Form& form, const Finding& f) {
    const Control* c = form.find(f.controls.front());
    if (!c || c->id == rootId) return Words::tr("The form");
    QString words = toQt(calledBy(form, *c)).simplified();
    while (words.endsWith(':')) words.chop(1);
    return words.isEmpty() ? Words::shown(c->is().word) : words;
}

/// A finding is its pin, whom it speaks of, and what is the matter.
class FindingLine : public SaidLine {
  public:
    FindingLine(bool onPage, QObject* parent) : SaidLine(parent), onPage_(onPage) {}

    /// Where the button of a line is, which puts it right; nothing where it has none.
    QRect buttonOf(const QRect& line, const QModelIndex& index) const {
        const QString word = index.data(fix).toString();
        if (!onPage_ || word.isEmpty()) return {};
        const int wide = QFontMetrics(bodyFont(12)).horizontalAdvance(word) + 24;
        return {line.right() - wide - 12, line.center().y() - 13, wide, 26};
    }

  protected:
    void paintHeading(QPainter& p, const QRect& line, const QString& words) const override {
        if (!onPage_) return SaidLine::paintHeading(p, line, words);
        p.fillRect(line, tokens().cream);
        p.drawText(line.adjusted(14, 0, -4, 0), Qt::AlignLeft | Qt::AlignVCenter, words);
    }
    void paintMark(QPainter& p, const QRectF& box, const QModelIndex& index) const override {
        paintPin(p, box, Severity(index.data(severity).toInt()));
    }
    /// The room that the button takes, with what is between.
    int beside(const QModelIndex& index) const override {
        const QRect button = buttonOf({0, 0, 1000, 40}, index);
        return button.isNull() ? 0 : button.width() + 24;
    }
    void paintBeside(QPainter& p, const QRect& line, const QModelIndex& index) const override {
        if (!onPage_) return;
        p.setPen(tokens().line);
        p.drawLine(line.bottomLeft(), line.bottomRight());
        const QRect at = buttonOf(line, index);
        if (at.isNull()) return;
        p.save();
        p.setRenderHint(QPainter::Antialiasing);
        p.setPen(tokens().ink2);
        p.setBrush(tokens().paper);
        p.drawRoundedRect(QRectF(at).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
        p.setPen(tokens().ink);
        p.setFont(bodyFont(12));
        p.drawText(at, Qt::AlignCenter, index.data(fix).toString());
        p.restore();
    }

  private:
    const bool onPage_;
};

/// "Names it by the scheme." as a button reads it.
QString asWord(std::string_view does) {
    QString word = Words::shown(does);
    if (word.endsWith('.')) word.chop(1);
    return word;
}

}  // namespace

Pass passOf(CheckFamily family) {
    static constexpr Pass passes[] = {Pass::name,  Pass::layOut,  Pass::layOut, Pass::order,   Pass::protect,
                                      Pass::rules, Pass::protect, Pass::layOut, Pass::handOver};
    return passes[std::size_t(family)];
}

QString openSaid(const Findings& findings) {
    const auto count = std::ranges::count_if(findings, isOpen);
    return count == 0 ? Words::tr("Ready to hand over.")
                      : Words::counted("%n things to put right before the hand-over.",
                                       "1 thing to put right before the hand-over.", count);
}

FindingsPanel::FindingsPanel(Desk& desk, Stands stands, QWidget* parent)
    : QWidget(parent), desk_(desk), stands_(stands) {
    setObjectName("panel");
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 12, 14, 12);
    column->setSpacing(6);
    const auto [title, close] = panelHead(Words::tr("Findings"), column, this);
    // As a page, the strip above says the same.
    title->setVisible(stands_ == Stands::aside);
    close->setVisible(stands_ == Stands::aside);
    says_ = new QLabel(this);
    says_->setFont(bodyFont(12));
    says_->setProperty("secondary", true);
    says_->setWordWrap(true);
    column->addWidget(says_);
    says_->setVisible(stands_ == Stands::aside);
    all_ = new QPushButton(Words::tr("Put right all that can be"), this);
    all_->setObjectName("putRightAll");
    all_->setFont(bodyFont(13));
    all_->setToolTip(Words::tr("Previews the result on the sheet first."));
    column->addWidget(all_);
    list_ = saidList(Words::tr("Findings"), "findings", new FindingLine(stands_ == Stands::page, nullptr), this);
    list_->installEventFilter(this);
    list_->viewport()->installEventFilter(this);
    column->addWidget(list_, 1);
    why_ = new QLabel(this);
    why_->setObjectName("why");
    why_->setFont(bodyFont(12));
    why_->setProperty("secondary", true);
    why_->setWordWrap(true);
    column->addWidget(why_);
    ways_ = new QWidget(this);
    wayLines_ = new QVBoxLayout(ways_);
    wayLines_->setContentsMargins(0, 0, 0, 0);
    wayLines_->setSpacing(4);
    column->addWidget(ways_);
    buildReason();
    column->addWidget(reason_);
    if (stands_ == Stands::page) {
        // The list goes from edge to edge, what is said of its line stands below the lines' own text.
        column->setContentsMargins(0, 0, 0, 12);
        list_->setFrameShape(QFrame::NoFrame);
        list_->setStyleSheet("border: 0;");
        for (QWidget* below : std::initializer_list<QWidget*>{why_, ways_, reason_})
            below->setContentsMargins(pinRoom + 4, 0, 14, 0);
    }

    connect(close, &QToolButton::clicked, this, &FindingsPanel::closeAsked);
    connect(all_, &QPushButton::clicked, this, &FindingsPanel::putRightAll);
    connectList();
    connect(&desk, &Desk::findingsChanged, this, &FindingsPanel::refresh);
    connect(&desk.watch(), &FindingsWatch::allFixed, this, &FindingsPanel::showFixed);
    refresh();
}

/// Why a finding is set aside: asked for below the list.
void FindingsPanel::buildReason() {
    reason_ = new QWidget(this);
    auto* reason = new QVBoxLayout(reason_);
    reason->setContentsMargins(0, 0, 0, 0);
    reason->setSpacing(2);
    because_ = new QLineEdit(reason_);
    because_->setObjectName("because");
    because_->setFixedHeight(26);
    because_->setMaxLength(300);
    because_->setPlaceholderText(Words::tr("Why it is set aside"));
    because_->setAccessibleName(Words::tr("Why it is set aside"));
    because_->installEventFilter(this);
    reason->addWidget(because_);
    auto* both = new QHBoxLayout;
    auto* here = linkButton(Words::tr("Set aside"), "leaveHere", reason_);
    auto* everywhere = linkButton(Words::tr("Set aside all of this sort"), "leaveAll", reason_);
    both->addWidget(here);
    both->addWidget(everywhere);
    both->addStretch(1);
    reason->addLayout(both);
    reason_->hide();
    connect(because_, &QLineEdit::returnPressed, this, [this] { leave(because_->text(), false); });
    connect(here, &QToolButton::clicked, this, [this] { leave(because_->text(), false); });
    connect(everywhere, &QToolButton::clicked, this, [this] { leave(because_->text(), true); });
}

/// All that can be is put right in a copy: shown on the sheet, where the form is still the one that it was made of.
void FindingsPanel::showFixed(const Form& before, const Form& after, int putRight) {
    if (!fixing_ || !fixing_->controls.sameAs(before.controls)) return;
    fixing_.reset();
    all_->setText(Words::tr("Put right all that can be"));
    refreshChosen();
    // An edit that came in between makes it another form.
    if (!desk_.form().controls.sameAs(before.controls)) return;
    if (sameContent(before, after)) return desk_.say(Words::tr("You need to decide these."));
    desk_.propose({after, Words::tr("Put right all that can be"),
                   Words::counted("%n things are put right.", "1 thing is put right.", putRight)});
}

void FindingsPanel::connectList() {
    connect(list_, &QListWidget::currentRowChanged, this, [this] {
        reason_->hide();
        refreshChosen();
    });
    connect(list_, &QListWidget::itemClicked, this, [this] {
        // On the page a press chooses; two of them, or Enter, go to the sheet.
        if (const Finding* f = current(); f && stands_ == Stands::aside) emit goAsked(*f, true);
    });
    connect(list_, &QListWidget::itemDoubleClicked, this, [this] {
        if (const Finding* f = current(); f && stands_ == Stands::page) emit goAsked(*f, false);
    });
}

void FindingsPanel::refresh() {
    const Form& form = desk_.form();
    // An edit came before it was worked out: nothing more is waited for.
    if (fixing_ && !fixing_->controls.sameAs(form.controls)) {
        fixing_.reset();
        all_->setText(Words::tr("Put right all that can be"));
    }
    Finding before;
    if (const Finding* f = current()) before = *f;
    const int row = list_->currentRow(), scrolled = list_->verticalScrollBar()->value();
    shown_ = desk_.findings();
    std::erase_if(shown_, [&](const Finding& f) { return !form.find(f.controls.front()); });
    // What is silenced comes last, whatever it is.
    std::ranges::stable_sort(shown_, {}, [](const Finding& f) { return f.silenced.has_value(); });
    {
        const QSignalBlocker still(list_);
        list_->clear();
        QString heading;
        for (std::size_t i = 0; i < shown_.size(); ++i) {
            const Finding& f = shown_[i];
            const QString now = f.silenced ? Words::tr("Set aside") : severityWord(f.check->severity);
            if (now != heading) {
                heading = now;
                const auto count = std::ranges::count_if(shown_, [&](const Finding& other) {
                    return other.silenced.has_value() == f.silenced.has_value() &&
                           (f.silenced || other.check->severity == f.check->severity);
                });
                auto* line = new QListWidgetItem(QString("%1 (%2)").arg(heading).arg(count));
                line->setFlags(Qt::NoItemFlags);
                list_->addItem(line);
            }
            QString says = Words::shown(f.sentence);
            if (f.silenced) says += " " + Words::tr("Set aside: %1").arg(toQt(*f.silenced));
            auto* item = new QListWidgetItem(says);
            item->setData(finding, int(i));
            item->setData(severity, int(f.check->severity));
            item->setData(SaidLine::whom, whomSaid(form, f));
            item->setData(SaidLine::quiet, f.silenced.has_value());
            if (stands_ == Stands::page && f.check->fixed && !f.silenced) item->setData(fix, Words::tr("Put right"));
            item->setData(Qt::AccessibleTextRole, whomSaid(form, f) + ": " + says);
            list_->addItem(item);
            if (before.check == f.check && before.controls == f.controls && before.silenced == f.silenced)
                list_->setCurrentItem(item);
        }
        // What was put right is gone: the next one takes its place.
        if (!list_->currentItem() && row >= 0)
            for (int at = std::min(row, list_->count() - 1); at >= 0 && !list_->currentItem(); --at)
                if (list_->item(at)->flags() & Qt::ItemIsSelectable) list_->setCurrentRow(at);
        list_->verticalScrollBar()->setValue(scrolled);
    }
    says_->setText(openSaid(shown_));
    all_->setVisible(stands_ == Stands::aside &&
                     std::ranges::any_of(shown_, [](const Finding& f) { return !f.silenced && f.check->fixed; }));
    refreshChosen();
}

const Finding* FindingsPanel::current() const {
    const QListWidgetItem* item = list_->currentItem();
    if (!item || !item->data(finding).isValid()) return nullptr;
    const auto at = std::size_t(item->data(finding).toInt());
    return at < shown_.size() ? &shown_[at] : nullptr;
}

void FindingsPanel::refreshChosen() {
    // Those before go when nobody is in them any more, and are out of sight at once.
    for (auto* old : ways_->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly)) {
        wayLines_->removeWidget(old);
        old->hide();
        old->deleteLater();
    }
    const Finding* f = current();
    why_->setVisible(f);
    ways_->setVisible(f);
    if (!f) {
        reason_->hide();
        return;
    }
    why_->setText(Words::shown(f->check->why));
    // A way can be a long sentence: it goes on in the next line.
    auto add = [&](const QString& word, const char* name, auto done) {
        auto* line = new QLabel(QString("<a href=\"%1\" style=\"color: %2; text-decoration: none;\">%3</a>")
                                    .arg(name, tokens().tawnyDark.name(), word.toHtmlEscaped()),
                                ways_);
        line->setFont(bodyFont(12));
        line->setWordWrap(true);
        line->setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
        line->setFocusPolicy(Qt::StrongFocus);
        line->setAccessibleName(word);
        wayLines_->addWidget(line);
        connect(line, &QLabel::linkActivated, this, done);
        line->show();
    };
    if (f->silenced) {
        add(Words::tr("Bring back"), "unsilence", [this] {
            if (const Finding* now = current())
                desk_.edit(unsilenced(desk_.form(), *now), Words::tr("Bring a finding back"));
        });
        return;
    }
    const auto ways = waysOf(desk_.form(), *f, desk_.fonts());
    for (std::size_t i = 0; i < ways.size(); ++i)
        add(asWord(ways[i].does) + (i == 0 ? Words::tr("  (Space)") : QString()), "way", [this, i] { putRight(i); });
    add(Words::tr("Set aside…"), "leave", [this] {
        reason_->show();
        because_->setFocus();
    });
}

void FindingsPanel::choose(Id id) {
    for (int i = 0; i < list_->count(); ++i)
        if (const QVariant at = list_->item(i)->data(finding);
            at.isValid() && shown_[std::size_t(at.toInt())].controls.front() == id) {
            list_->setCurrentRow(i);
            list_->scrollToItem(list_->item(i));
            return;
        }
}

void FindingsPanel::putRight(std::size_t way) {
    const Finding* f = current();
    if (!f || f->silenced) return;
    const auto ways = waysOf(desk_.form(), *f, desk_.fonts());
    if (way >= ways.size()) return desk_.say(Words::tr("You need to decide: %1").arg(Words::shown(f->check->why)));
    const Id id = f->controls.front();
    const Form next = ways[way].done({desk_.form(), desk_.fonts()}, *f);
    desk_.edit(next, asWord(ways[way].does), next.find(id) && id != rootId ? Ids{id} : Ids{});
}

void FindingsPanel::putRightAll() {
    if (desk_.proposal()) return desk_.decide(true);
    fixing_ = desk_.form();
    all_->setText(Words::tr("One moment…"));
    desk_.watch().fixAll(desk_.form());
}

void FindingsPanel::leave(const QString& because, bool everywhere) {
    const Finding* f = current();
    if (!f) return;
    if (because.trimmed().isEmpty()) {
        because_->setFocus();
        return desk_.say(Words::tr("Give a short reason: the next designer will ask."), true);
    }
    const Finding left = *f;
    because_->clear();
    reason_->hide();
    desk_.edit(silenced(desk_.form(), left, fromQt(because.trimmed()), everywhere), Words::tr("Set a finding aside"));
    list_->setFocus();
}

void FindingsPanel::begin() {
    refresh();
    if (list_->currentRow() < 0)
        for (int i = 0; i < list_->count() && list_->currentRow() < 0; ++i)
            if (list_->item(i)->flags() & Qt::ItemIsSelectable) list_->setCurrentRow(i);
    list_->setFocus(Qt::OtherFocusReason);
}

bool FindingsPanel::eventFilter(QObject* watched, QEvent* event) {
    if (watched == list_->viewport() && event->type() == QEvent::MouseButtonRelease) {
        const QPoint at = static_cast<QMouseEvent*>(event)->position().toPoint();
        const QListWidgetItem* item = list_->itemAt(at);
        const auto* lines = static_cast<const FindingLine*>(list_->itemDelegate());
        if (!item || item != list_->currentItem() ||
            !lines->buttonOf(list_->visualItemRect(item), list_->indexFromItem(item)).contains(at))
            return false;
        putRight();
        return true;
    }
    if (event->type() != QEvent::KeyPress) return QWidget::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (watched == because_ && key == Qt::Key_Escape) {
        reason_->hide();
        list_->setFocus();
        return true;
    }
    if (watched != list_) return QWidget::eventFilter(watched, event);
    if (desk_.proposal() && (key == Qt::Key_Return || key == Qt::Key_Enter || key == Qt::Key_Escape)) {
        desk_.decide(key != Qt::Key_Escape);
        return true;
    }
    if (key == Qt::Key_Return || key == Qt::Key_Enter) {
        if (const Finding* f = current()) emit goAsked(*f, false);
        return true;
    }
    if (key == Qt::Key_Space) {
        putRight();
        return true;
    }
    if (key == Qt::Key_Escape) {
        emit closeAsked();
        return true;
    }
    return QWidget::eventFilter(watched, event);
}

}  // namespace brindel
