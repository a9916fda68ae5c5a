#include "app/details/details.h"

#include <QtWidgets/QtWidgets>

#include "app/details/editors.h"
#include "app/theme/theme.h"
#include "core/naming/names.h"
#include "core/order/reading.h"
#include "core/text/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

QString capital(std::string_view word) {
    QString text = toQt(std::string(word));
    if (!text.isEmpty()) text[0] = text[0].toUpper();
    return text;
}

}  // namespace

Details::Details(Desk& desk, QWidget* parent) : QScrollArea(parent), desk_(desk) {
    setObjectName("panel");
    setFixedWidth(268);
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    // What people set rarely waits folded away; it opens with a press and stays open.
    closed_ = {Group::protection, Group::look, Group::receiver, Group::action};
    connect(&desk, &Desk::formChanged, this, &Details::showAgain);
    connect(&desk, &Desk::selectionChanged, this, &Details::showAgain);
    showAgain();
}

QWidget* Details::editorOf(Prop prop) const {
    auto at = editors_.find(prop);
    return at == editors_.end() ? nullptr : at->second;
}

QWidget* Details::editorNamed(const char* name) const {
    return body_ ? body_->findChild<QWidget*>(name) : nullptr;
}

void Details::showAgain() {
    if (filling_) return;
    std::vector<Kind> kinds;
    for (Id id : desk_.selectionOrForm())
        if (const Control* c = desk_.form().find(id); c && std::ranges::find(kinds, c->kind) == kinds.end())
            kinds.push_back(c->kind);
    // Several of one kind have no name or label to share, so one and many are different panels.
    if (desk_.selection().size() > 1) kinds.push_back(Kind::dialog);
    if (kinds != shownKinds_ || !body_) rebuild(kinds);
    fill();
}

QVBoxLayout* Details::groupLayout(Group group) {
    if (layouts_.contains(group)) return layouts_[group];
    auto* column = static_cast<QVBoxLayout*>(body_->layout());
    auto* rule = new QFrame(body_);
    rule->setFixedHeight(1);
    rule->setStyleSheet(QString("background: %1;").arg(tokens().line.name()));
    column->addWidget(rule);
    auto* head = new QToolButton(body_);
    head->setObjectName("group");
    head->setToolButtonStyle(Qt::ToolButtonTextOnly);
    head->setCursor(Qt::PointingHandCursor);
    head->setFont(bodyFont(12, true));
    column->addWidget(head);
    auto* holder = new QWidget(body_);
    auto* rows = new QVBoxLayout(holder);
    rows->setContentsMargins(0, 0, 0, 8);
    rows->setSpacing(4);
    column->addWidget(holder);
    const QString word = toQt(std::string(groupWord(group)));
    auto name = [head, word](bool open) { head->setText(open ? word : word + "  ▸"); };
    const bool open = !closed_.contains(group);
    holder->setVisible(open);
    name(open);
    connect(head, &QToolButton::clicked, this, [this, group, holder, name] {
        const bool show = closed_.contains(group);
        show ? void(closed_.erase(group)) : void(closed_.insert(group));
        holder->setVisible(show);
        name(show);
    });
    groups_[group] = holder;
    return layouts_[group] = rows;
}

void Details::addRow(Group group, const QString& word, QWidget* editor, const QString& help) {
    auto* line = new QWidget(body_);
    auto* row = new QHBoxLayout(line);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* label = new QLabel(word, line);
    label->setFont(bodyFont(12));
    label->setProperty("secondary", true);
    label->setFixedWidth(92);
    label->setWordWrap(true);
    label->setToolTip(help);
    label->setBuddy(editor);
    editor->setAccessibleName(word);
    row->addWidget(label, 0, editor->minimumHeight() > 40 ? Qt::AlignTop : Qt::AlignVCenter);
    row->addWidget(editor, 1);
    groupLayout(group)->addWidget(line);
}

void Details::addIdentity() {
    const Id id = desk_.lead();
    auto* name = new QLineEdit(body_);
    name->setObjectName("name");
    name->setFont(monoFont(12));
    name->setFixedHeight(26);
    addRow(Group::identity, "Name", name, "What code and data call it. Empty lets it follow the label again.");
    connect(name, &QLineEdit::editingFinished, this, [this, name, id] {
        if (!name->isModified()) return;
        const std::string text = fromQt(name->text().trimmed());
        if (!text.empty())
            if (auto wrong = nameMisfit(desk_.form(), id ? id : rootId, text); !wrong.empty()) {
                name->setProperty("wrong", true);
                name->style()->polish(name);
                return desk_.say(toQt(wrong), true);
            }
        name->setModified(false);
        desk_.edit(renamed(desk_.form(), id ? id : rootId, text), "Rename to " + toQt(text));
    });
    fillers_.push_back([this, name] {
        const Control* c = desk_.form().find(desk_.selectionOrForm().front());
        if (!c || name->isModified()) return;
        name->setProperty("wrong", false);
        name->style()->polish(name);
        name->setText(toQt(c->name));
        name->setCursorPosition(0);
    });
    const Control* c = desk_.form().find(id);
    if (!c || !isFilled(*c) || has(c->kind, Prop::text)) return;
    auto* label = new QLineEdit(body_);
    label->setObjectName("label");
    label->setFixedHeight(26);
    addRow(Group::identity, "Label", label, "The wording beside the field.");
    connect(label, &QLineEdit::editingFinished, this, [this, label, id] {
        if (!label->isModified()) return;
        label->setModified(false);
        desk_.edit(reworded(desk_.form(), id, fromQt(label->text())), "Reword “" + label->text().left(24) + "”");
    });
    fillers_.push_back([this, label, id] {
        const Control* wording = labelOf(desk_.form(), id);
        label->setEnabled(wording);
        label->setPlaceholderText(wording ? "" : "no label");
        if (label->isModified()) return;
        label->setText(wording ? toQt(wording->text(Prop::text)) : QString());
        label->setCursorPosition(0);
    });
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
            connect(edit, &QLineEdit::editingFinished, this, [this, edit, m] {
                if (!edit->isModified()) return;
                auto number = numberRead(fromQt(edit->text()), "en");
                if (!number || std::abs(*number) > 10000) {
                    edit->setProperty("wrong", true);
                    edit->style()->polish(edit);
                    return desk_.say(QString("A measure takes a number; “%1” is none.").arg(edit->text()), true);
                }
                edit->setModified(false);
                Form next = desk_.form();
                for (Id id : desk_.selectionOrForm())
                    if (const Control* c = next.find(id)) {
                        brindel::Box box = c->box;
                        box.*(m.part) = *number;
                        next = boxed(next, id, box);
                    }
                desk_.edit(next, QString("Set %1").arg(m.name));
            });
            fillers_.push_back([this, edit, m] {
                std::optional<double> value;
                bool differ = false;
                for (Id id : desk_.selectionOrForm())
                    if (const Control* c = desk_.form().find(id)) {
                        const double mine = c->box.*(m.part);
                        differ = differ || (value && *value != mine);
                        value = mine;
                    }
                if (edit->isModified() && edit->property("wrong").toBool()) return;
                edit->setProperty("wrong", false);
                edit->style()->polish(edit);
                edit->setText(differ || !value ? QString() : toQt(numberText(*value, 2)));
                edit->setPlaceholderText(differ ? "differ" : "");
                edit->setModified(false);
            });
        }
        const QString unit = desk_.form().isDialog() ? "px" : "mm";
        addRow(Group::place, r == 0 ? "Left, top" : "Width, height", pair,
               QString("In %1, from the container's corner.").arg(unit));
    }
}

void Details::rebuild(const std::vector<Kind>& kinds) {
    shownKinds_ = kinds;
    editors_.clear();
    fillers_.clear();
    groups_.clear();
    layouts_.clear();
    body_ = new QWidget;
    body_->setObjectName("panelBody");
    auto* column = new QVBoxLayout(body_);
    column->setContentsMargins(14, 10, 14, 12);
    column->setSpacing(3);
    auto* head = new QHBoxLayout;
    head->setSpacing(8);
    picture_ = new QLabel(body_);
    title_ = new QLabel(body_);
    title_->setFont(bodyFont(15, true));
    head->addWidget(picture_);
    head->addWidget(title_, 1);
    column->addLayout(head);
    where_ = new QLabel(body_);
    where_->setFont(bodyFont(12));
    where_->setProperty("secondary", true);
    where_->setWordWrap(true);
    column->addWidget(where_);
    column->addSpacing(4);

    const Ids ids = desk_.selectionOrForm();
    std::vector<Prop> props = row(desk_.form().find(ids.front())->kind).props;
    for (Id id : ids)
        if (const Control* c = desk_.form().find(id)) std::erase_if(props, [&](Prop p) { return !has(c->kind, p); });
    bool boxed = true;
    for (Id id : ids) {
        const Kind kind = desk_.form().find(id)->kind;
        boxed = boxed && kind != Kind::document && kind != Kind::page && kind != Kind::tabPage;
    }
    if (ids.size() == 1) addIdentity();
    // Groups stand in one order whatever the kind; within a group the table of kinds has its own.
    for (Group group : {Group::identity, Group::place, Group::window, Group::paper, Group::entry, Group::choices,
                        Group::table, Group::action, Group::look, Group::protection, Group::receiver}) {
        if (group == Group::place && boxed) addPlace();
        for (Prop prop : props) {
            const PropertyRow& r = row(prop);
            if (r.group != group) continue;
            Editor editor = makeEditor(
                r, desk_,
                [this, prop, &r](std::optional<Value> value) {
                    filling_ = true;
                    Ids targets = desk_.selectionOrForm();
                    QString name = "Set " + toQt(std::string(r.word)).toLower();
                    if (prop == Prop::text || prop == Prop::title) {
                        Form next = desk_.form();
                        for (Id id : targets) next = reworded(next, id, std::get<std::string>(*value));
                        desk_.edit(next, "Reword");
                    } else {
                        desk_.edit(value ? withProperty(desk_.form(), targets, prop, *value)
                                         : withoutProperty(desk_.form(), targets, prop),
                                   name);
                    }
                    filling_ = false;
                    fill();
                },
                body_);
            editors_[prop] = editor.widget;
            addRow(group, toQt(std::string(r.word)), editor.widget, toQt(std::string(r.help)));
            fillers_.push_back([this, prop, show = editor.show] {
                std::optional<Value> value;
                bool differ = false;
                for (Id id : desk_.selectionOrForm())
                    if (const Control* c = desk_.form().find(id)) {
                        const Value& mine = isLook(prop) ? lookValue(desk_.form(), *c, prop) : c->get(prop);
                        differ = differ || (value && *value != mine);
                        value = mine;
                    }
                show(differ ? std::nullopt : value);
            });
        }
    }
    column->addStretch(1);
    setWidget(body_);
}

void Details::fill() {
    const Form& form = desk_.form();
    const Ids ids = desk_.selectionOrForm();
    const Control* c = form.find(ids.front());
    if (!c) return;
    if (ids.size() > 1) {
        title_->setText(QString("%1 controls").arg(ids.size()));
        where_->setText("What is set here is set for all of them.");
        picture_->setPixmap(iconPixmap("several", tokens().tawny, 20, devicePixelRatioF()));
    } else {
        title_->setText(capital(row(c->kind).word));
        picture_->setPixmap(iconPixmap(toQt(std::string(row(c->kind).key)), tokens().tawny, 20, devicePixelRatioF()));
        QString where;
        if (const Control* holder = form.find(c->parent); holder && holder->id != rootId) {
            where =
                holder->kind == Kind::page
                    ? QString("on page %1")
                          .arg(std::ranges::find(form.root().children, holder->id) - form.root().children.begin() + 1)
                    : "in " + toQt(calledBy(form, *holder));
        } else if (!holder) {
            where = QString("%1 controls, %2 to fill").arg(form.controls.size() - 1).arg(fieldCount(form));
        }
        const std::vector<Id> route = tabRoute(form);
        auto at = std::ranges::find(route, c->id);
        if (at != route.end())
            where += QString("%1stop %2 in tab order").arg(where.isEmpty() ? "" : " · ").arg(at - route.begin() + 1);
        where_->setText(where);
    }
    filling_ = true;
    for (const auto& again : fillers_) again();
    filling_ = false;
}

}  // namespace brindel
