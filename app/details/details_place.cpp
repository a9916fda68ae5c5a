// What the details say of a control before its properties: its name and label, its place and size, the room for text.
#include <QtWidgets/QtWidgets>

#include "app/details/details.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/arrange.h"
#include "core/edit/renaming.h"
#include "core/layout/room.h"
#include "core/model/measures.h"
#include "core/naming/names.h"
#include "core/text/measure.h"
#include "core/text/words.h"
#include "filler/drawing_painter.h"

namespace brindel {

QString roomInWords(const Room& room) {
    if (room.lines > 1)
        return Words::counted("%n lines of about %1 characters", "1 line of about %1 characters", room.lines)
            .arg(room.letters);
    return Words::tr("about %1 characters, %2 digits, %3 W").arg(room.letters).arg(room.digits).arg(room.wide);
}

void Details::addIdentity() {
    const Id id = desk_.lead();
    auto* name = new QLineEdit(body_);
    name->setObjectName("name");
    name->setFont(monoFont(12));
    name->setFixedHeight(26);
    addRow(Group::often, Words::tr("Name"), name,
           Words::tr("What code and data call it. Leave it empty to follow the label."));
    connect(name, &QLineEdit::editingFinished, this, [this, name, id] {
        if (!name->isModified()) return;
        const std::string text = fromQt(name->text().trimmed());
        if (!text.empty())
            if (auto wrong = nameMisfit(desk_.form(), id ? id : rootId, text); !wrong.empty()) {
                name->setProperty("wrong", true);
                name->style()->polish(name);
                return desk_.say(Words::shown(wrong), true);
            }
        name->setModified(false);
        desk_.edit(renamed(desk_.form(), id ? id : rootId, text), Words::tr("Rename to %1").arg(toQt(text)));
    });
    fillers_.push_back([this, name] {
        const Control* c = desk_.form().find(desk_.selectionOrForm().front());
        if (!c || name->isModified()) return;
        name->setProperty("wrong", false);
        name->style()->polish(name);
        name->setText(toQt(c->name));
        name->setPlaceholderText(c->id == rootId || needsName(desk_.form(), c->id) ? "" : Words::tr("needs none"));
        name->setCursorPosition(0);
    });
    const Control* c = desk_.form().find(id);
    if (!c || !isFilled(*c) || has(c->kind, Prop::text)) return;
    auto* label = new QLineEdit(body_);
    label->setObjectName("label");
    label->setFixedHeight(26);
    addRow(Group::often, Words::tr("Label"), label, Words::tr("The text beside the field."));
    connect(label, &QLineEdit::editingFinished, this, [this, label, id] {
        if (!label->isModified()) return;
        label->setModified(false);
        desk_.edit(reworded(desk_.form(), id, fromQt(label->text())),
                   Words::tr("Reword “%1”").arg(label->text().left(24)));
    });
    fillers_.push_back([this, label, id] {
        const Control* wording = labelOf(desk_.form(), id);
        label->setEnabled(wording);
        label->setPlaceholderText(wording ? "" : Words::tr("no label"));
        if (label->isModified()) return;
        label->setText(wording ? toQt(wording->text(Prop::text)) : QString());
        label->setCursorPosition(0);
    });
}

/// What was typed for a measure of all that is selected. A sum that begins with + or - goes on from what each has.
void Details::setMeasure(QLineEdit* edit, const char* name, double Box::*part) {
    if (!edit->isModified()) return;
    Form next = desk_.form();
    for (Id id : desk_.selectionOrForm())
        if (const Control* c = next.find(id)) {
            brindel::Box box = c->box;
            QString sum = edit->text().trimmed();
            if (sum.startsWith('+') || (sum.startsWith('-') && part != &Box::left && part != &Box::top))
                sum.prepend("x ");
            auto value = measureRead(fromQt(sum), unitInMm(desk_.form().isDialog()), box.*part);
            if (!value) {
                edit->setProperty("wrong", true);
                edit->style()->polish(edit);
                return desk_.say(Words::tr("A measure such as 24, 12mm + 4 or x * 2 is expected: %1")
                                     .arg(Words::shown(value.error().sentence)),
                                 true);
            }
            box.*part = std::round(*value * 100) / 100;
            next = boxed(next, id, box);
        }
    edit->setModified(false);
    desk_.edit(next, Words::tr("Set %1").arg(name));
}

void Details::showMeasure(QLineEdit* edit, double Box::*part) {
    std::optional<double> value;
    bool differ = false;
    for (Id id : desk_.selectionOrForm())
        if (const Control* c = desk_.form().find(id)) {
            const double mine = c->box.*part;
            differ = differ || (value && *value != mine);
            value = mine;
        }
    if (edit->isModified() && edit->property("wrong").toBool()) return;
    edit->setProperty("wrong", false);
    edit->style()->polish(edit);
    edit->setText(differ || !value ? QString() : toQt(numberText(*value, 2)));
    edit->setPlaceholderText(differ ? Words::tr("differ") : QString());
    edit->setModified(false);
}

void Details::addPlace() {
    struct Measure {
        const char* name;
        double Box::*part;
    };
    static constexpr Measure rows[2][2] = {{{"left", &Box::left}, {"top", &Box::top}},
                                           {{"width", &Box::width}, {"height", &Box::height}}};
    const bool root = desk_.selection().empty();
    for (int r = root ? 1 : 0; r < 2; ++r) {
        auto* pair = new QWidget(body_);
        auto* line = new QHBoxLayout(pair);
        line->setContentsMargins(0, 0, 0, 0);
        line->setSpacing(4);
        for (const Measure& m : rows[r]) {
            auto* edit = new QLineEdit(pair);
            edit->setObjectName(m.name);
            edit->setFixedHeight(26);
            edit->setAccessibleName(capital(m.name));
            line->addWidget(edit, 1);
            connect(edit, &QLineEdit::editingFinished, this, [this, edit, m] { setMeasure(edit, m.name, m.part); });
            fillers_.push_back([this, edit, m] { showMeasure(edit, m.part); });
        }
        const QString unit = measuresFor(desk_.form()).unit;
        addRow(Group::place, r == 0 ? Words::tr("Left, top") : Words::tr("Width, height"), pair,
               Words::tr("In %1, from the container's corner. Sums and units can be typed: 12mm + 4; x is the measure "
                         "as it is, so x + 8 or +8 adds 8 to each.")
                   .arg(unit));
    }
}

std::function<std::optional<Colour>()> Details::contrastWith(Prop prop) const {
    if (prop != Prop::textColour && prop != Prop::fillColour) return nullptr;
    return [this, prop]() -> std::optional<Colour> {
        const Form& form = desk_.form();
        const Control* c = form.find(desk_.selectionOrForm().front());
        if (!c || c->id == rootId) return std::nullopt;
        const Look look = lookOf(form, *c);
        if (prop == Prop::fillColour) return look.text.value_or(Colour{0x23, 0x28, 0x2B});
        if (look.fill) return look.fill;
        const auto ground = colourMeant(form.root().text(Prop::fillColour));
        const bool field = isFilled(*c) && look.border == Border::sunken;
        return ground && !field            ? *ground
               : form.isDialog() && !field ? Colour{0xF3, 0xF1, 0xEE}
                                           : Colour{255, 255, 255};
    };
}

/// What is wrong with the look of what is selected: wording that is cut off, with the way out.
void Details::addNotice() {
    auto* notice = new QWidget(body_);
    notice->setObjectName("notice");
    auto* line = new QHBoxLayout(notice);
    line->setContentsMargins(0, 2, 0, 2);
    auto* words = new QLabel(Words::tr("The wording is cut off."), notice);
    words->setFont(bodyFont(12));
    words->setStyleSheet(QString("color: %1;").arg(tokens().brick.name()));
    auto* fit = new QToolButton(notice);
    fit->setObjectName("fit");
    fit->setText(Words::tr("Fit to text"));
    fit->setFont(bodyFont(12));
    line->addWidget(words, 1);
    line->addWidget(fit);
    body_->layout()->addWidget(notice);
    connect(fit, &QToolButton::clicked, this, [this] {
        desk_.edit(fittedToText(desk_.form(), desk_.selection(), desk_.fonts()), Words::tr("Fit to text"));
    });
    fillers_.push_back([this, notice] {
        bool cut = false;
        if (desk_.selection().size() < 200)
            for (Id id : desk_.selection())
                if (const Control* c = desk_.form().find(id)) cut = cut || isCutOff(desk_.form(), *c, desk_.fonts());
        notice->setVisible(cut);
    });
}

void Details::addRoom() {
    auto* holder = new QWidget(body_);
    auto* column = new QVBoxLayout(holder);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    auto* words = new QLabel(holder);
    words->setObjectName("room");
    words->setFont(bodyFont(12));
    words->setWordWrap(true);
    auto* line = new QHBoxLayout;
    line->setSpacing(4);
    auto* limitIt = new QToolButton(holder);
    limitIt->setObjectName("limitToRoom");
    limitIt->setText(Words::tr("Limit to room"));
    limitIt->setToolTip(Words::tr("At most as many characters as there is room for."));
    auto* width = new QToolButton(holder);
    width->setObjectName("widthToLimit");
    width->setText(Words::tr("Fit to limit"));
    width->setToolTip(Words::tr("As wide, or as high, as the limit needs."));
    for (QToolButton* button : {limitIt, width}) {
        button->setFont(bodyFont(12));
        line->addWidget(button);
    }
    line->addStretch(1);
    column->addWidget(words);
    column->addLayout(line);
    holder->setMinimumHeight(41);
    addRow(Group::entry, Words::tr("Room"), holder,
           Words::tr("How much text fits, in the real font: everyday text, digits, Ws."));
    connect(limitIt, &QToolButton::clicked, this, [this] {
        desk_.edit(limitedToRoom(desk_.form(), desk_.selection(), desk_.fonts()), Words::tr("Limit to what fits"));
    });
    connect(width, &QToolButton::clicked, this, [this] {
        desk_.edit(widthFittedToLimit(desk_.form(), desk_.selection(), desk_.fonts()), Words::tr("Fit to the limit"));
    });
    fillers_.push_back([this, words, width] {
        const Ids ids = desk_.selection();
        const Control* c = ids.empty() ? nullptr : desk_.form().find(ids.front());
        const auto room = c ? roomOf(desk_.form(), *c, desk_.fonts()) : std::nullopt;
        const double limit = c ? c->number(Prop::maxLength) : 0;
        QString said = room ? roomInWords(*room) : QString();
        const bool much = room && limit > room->letters * room->lines;
        if (ids.size() > 1) said = Words::tr("of the lead: %1").arg(said);
        words->setText(said);
        words->setStyleSheet(much ? QString("color: %1;").arg(tokens().amber.darker(125).name()) : QString());
        width->setEnabled(limit > 0);
    });
}

}  // namespace brindel
