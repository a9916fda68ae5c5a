// Wording typed on the control itself.
#include <QtWidgets/QtWidgets>

#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/answers/choice_lists.h"
#include "core/edit/arrange.h"
#include "core/model/measures.h"
#include "core/order/reading.h"
#include "filler/drawing_painter.h"
#include "filler/widgets.h"

namespace brindel {

namespace {

/// True for a control whose choices are typed.
bool takesChoices(const Control& c) {
    return has(c.kind, Prop::choices) && (!has(c.kind, Prop::choicesFrom) || c.as<ChoicesFrom>() == ChoicesFrom::typed);
}

/// "Gate [Open, Half, Shut]" as wording and choices; without brackets no choices.
std::pair<QString, Choices> wordingParted(const QString& text) {
    const qsizetype open = text.indexOf('[');
    // "Length [m]" is a wording.
    if (open < 0 || !text.trimmed().endsWith(']') || text.indexOf(',', open) < 0) return {text, {}};
    const qsizetype end = text.lastIndexOf(']');
    return {
        text.left(open).trimmed(),
        choicesFromLines(fromQt(text.mid(open + 1, end - open - 1).replace(QRegularExpression("\\s*,\\s*"), "\n")))};
}

}  // namespace

void Sheet::startWording(Id id) {
    finishWording(true);
    const Form& form = desk_.form();
    const Control* c = form.find(id);
    if (!c || !canEdit_) return;
    // A field's wording is its label's.
    const bool itself = has(c->kind, Prop::text) || has(c->kind, Prop::title);
    const bool byLabel = c->is().spreads && c->text(Prop::text).empty() && labelOf(form, id);
    const Control* worded = itself && !byLabel ? c : labelOf(form, id);
    if (!worded || worded->is().turns) return;
    wordingOf_ = worded->id;
    wordingFor_ = id;
    inRow_ = false;
    QRectF r = placeOf(worded->id);
    if (worded->is().turned) {
        const Control* tabs = form.find(worded->parent);
        auto boxes = picture_.tabs(form, *tabs);
        auto at = std::size_t(std::ranges::find(tabs->children, worded->id) - tabs->children.begin());
        if (at < boxes.size()) {
            const Box outer = onSurface(form, tabs->id);
            const Id surface = surfaceOf(form, tabs->id);
            Box b = boxes[at].moved(outer.left, outer.top);
            r = QRectF(place(surface, {b.left, b.top}), place(surface, {b.right(), b.bottom()}));
        }
    } else if (worded->is().framed) {
        r.setHeight(24);
        r.setWidth(std::max(120.0, r.width() * 0.5));
    }
    wording_ = new QLineEdit(this);
    wording_->setObjectName("wording");
    const Prop prop = has(worded->kind, Prop::text) ? Prop::text : Prop::title;
    wording_->setText(toQt(worded->text(prop)));
    Look look = lookOf(form, *worded);
    wording_->setFont(fontOf(look, unitsPerPoint(form) * scale()));
    wording_->setAlignment(look.across == Across::end      ? Qt::AlignRight
                           : look.across == Across::centre ? Qt::AlignHCenter
                                                           : Qt::AlignLeft);
    wording_->setStyleSheet(QString("QLineEdit { background: white; color: #2B2521; border: 1px solid %1; "
                                    "border-radius: 3px; padding: 0 3px; }")
                                .arg(tokens().tawny.name()));
    const int wide =
        std::max<int>(int(r.width()) + 8, wording_->fontMetrics().horizontalAdvance(wording_->text()) + 40);
    const int high = std::max<int>(int(r.height()), wording_->fontMetrics().height() + 8);
    QRect area(int(r.left()) - 4, int(r.center().y() - high / 2.0), wide, high);
    if (look.across == Across::end) area.moveRight(int(r.right()) + 4);
    wording_->setGeometry(area);
    wording_->selectAll();
    if (takesChoices(*c)) desk_.say(Words::tr("Its choices can follow in brackets: %1").arg("Gate [Open, Half, Shut]"));
    wording_->show();
    wording_->setFocus();
    wording_->installEventFilter(this);
    connect(wording_, &QLineEdit::editingFinished, this, [this] { finishWording(true); });
    update();
}

bool Sheet::wordingOpen() const {
    return wording_ != nullptr;
}

void Sheet::finishWording(bool keep) {
    if (!wording_) return;
    QLineEdit* edit = std::exchange(wording_, nullptr);
    const Id id = std::exchange(wordingOf_, noControl), of = std::exchange(wordingFor_, noControl);
    QString text = edit->text();
    edit->removeEventFilter(this);
    edit->deleteLater();
    edit->hide();
    setFocus();
    if (!keep || !desk_.form().find(id)) return;
    Choices choices;
    // Choices that somebody has typed are never lost by a wording.
    if (const Control* c = desk_.form().find(of);
        c && takesChoices(*c) && c->choices() == freshControl(c->kind).choices())
        std::tie(text, choices) = wordingParted(text);
    Form next = reworded(desk_.form(), id, fromQt(text));
    if (!choices.empty()) next = withProperty(next, {of}, Prop::choices, choices);
    // A label of one line keeps the edge it is read from, and grows away from it as far as there is room.
    const Control& worded = *next.find(id);
    const Look look = lookOf(next, worded);
    const double pt = unitsPerPoint(next), line = desk_.fonts().lineHeight(look) * pt;
    if (worded.is().speaks && worded.box.height < 1.7 * line) {
        const double need = std::ceil(desk_.fonts().width(fromQt(text), look) * pt) + measuresFor(next).textRoom;
        Box box = worded.box;
        if (need > box.width) {
            if (look.across == Across::end) box.left = std::max(0.0, box.right() - need);
            box.width = look.across == Across::end ? worded.box.right() - box.left : need;
            next = boxed(next, id, box);
        }
    }
    desk_.edit(refitted(next, choices.empty() ? Ids{id} : Ids{id, of}, desk_.fonts()),
               Words::tr("Reword “%1”").arg(text.left(24)));
}

bool Sheet::eventFilter(QObject* watched, QEvent* event) {
    if (watched == wording_ && event->type() == QEvent::KeyPress) {
        // Taken here, or the sheet would get the same key once more and open the wording again.
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Escape || key == Qt::Key_Return || key == Qt::Key_Enter) {
            // A kind that stays in hand is placed once more below, until Escape or an empty line ends the row.
            const bool row = desk_.tool() && desk_.toolStays();
            const bool ends = key == Qt::Key_Escape || wording_->text().trimmed().isEmpty();
            const bool inRow = row && std::exchange(inRow_, false);
            finishWording(!ends);
            if (ends && inRow) {
                desk_.undo();
                desk_.setTool(std::nullopt);
            } else if (!ends && row) {
                placeByKey();
                inRow_ = wordingOpen();
            }
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

}  // namespace brindel
