#include "app/details/details.h"

#include <QtWidgets/QtWidgets>

#include "app/details/editors.h"
#include "app/details/formula_edit.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/arrange.h"
#include "core/edit/routing.h"
#include "core/layout/room.h"
#include "core/model/measures.h"
#include "core/naming/names.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
#include "core/text/measure.h"
#include "core/text/words.h"
#include "filler/drawing_painter.h"

namespace brindel {

Details::Details(Desk& desk, QWidget* parent) : QScrollArea(parent), desk_(desk) {
    setObjectName("panel");
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    // What people set less often waits folded away; it opens with a click and stays open.
    closed_ = {Group::identity, Group::entry, Group::choices,    Group::table, Group::action,
               Group::window,   Group::paper, Group::protection, Group::look,  Group::receiver};
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

void Details::reveal(Prop prop) {
    QWidget* editor = editorOf(prop);
    if (!editor) return;
    const auto at = std::ranges::find(rows_, std::optional(prop), &Row::prop);
    const Group group = at == rows_.end() ? row(prop).group : at->group;
    if (closed_.contains(group) || !sought_.isEmpty()) {
        closed_.erase(group);
        sought_.clear();
        rebuild(shownKinds_);
        fill();
        editor = editorOf(prop);
    }
    QCoreApplication::processEvents(QEventLoop::ExcludeUserInputEvents);
    ensureWidgetVisible(editor);
    QWidget* first = editor->focusPolicy() != Qt::NoFocus ? editor : nullptr;
    for (QWidget* inner : editor->findChildren<QWidget*>())
        if (!first && inner->focusPolicy() != Qt::NoFocus) first = inner;
    if (first) first->setFocus(Qt::ShortcutFocusReason);
}

void Details::showAgain() {
    if (filling_) return;
    std::vector<Kind> kinds;
    for (Id id : desk_.selectionOrForm())
        if (const Control* c = desk_.form().find(id); c && std::ranges::find(kinds, c->kind) == kinds.end())
            kinds.push_back(c->kind);
    // Several of one kind have no name or label to share, so one and many are different panels.
    if (desk_.selection().size() > 1) kinds.push_back(Kind::dialog);
    // Rows of formulas are others than those of plain values.
    std::vector<std::pair<Id, Prop>> formulas;
    if (desk_.selectionOrForm().size() == 1)
        if (const Control* c = desk_.form().find(desk_.selectionOrForm().front()))
            for (const auto& [prop, formula] : c->formulas) formulas.emplace_back(c->id, prop);
    if (formulas != shownFormulas_ || (addingFormula_ && addingTo_ != desk_.lead())) {
        addingFormula_.reset();
        shownFormulas_ = formulas;
        kinds.empty() ? void() : rebuild(kinds);
    } else if (kinds != shownKinds_ || !body_) {
        rebuild(kinds);
    }
    addingTo_ = desk_.lead();
    fill();
}

/// A property that is worked out: its formula in place of its plain value.
void Details::addFormulaRow(Id id, Prop prop, Group group) {
    const PropertyRow& r = row(prop);
    auto* edit = new FormulaEdit(desk_, id, body_);
    edit->edit().setObjectName("edit-" + toQt(std::string(r.key)));
    editors_[prop] = edit;
    addRow(group, Words::shown(r.word), edit, Words::shown(r.help));
    rows_.back().prop = prop;
    connect(edit, &FormulaEdit::finished, this, [this, id, prop, &r](const QString& formula) {
        addingFormula_.reset();
        desk_.edit(withFormula(desk_.form(), {id}, prop, fromQt(formula)),
                   Words::tr("Work out: %1").arg(Words::shown(r.word).toLower()));
        QMetaObject::invokeMethod(this, &Details::showAgain, Qt::QueuedConnection);
    });
    fillers_.push_back([this, id, prop, edit] {
        const Control* c = desk_.form().find(id);
        const std::string* formula = c ? c->formulas.find(prop) : nullptr;
        if (!edit->edit().hasFocus() || !edit->edit().document()->isModified())
            edit->setFormula(formula ? toQt(*formula) : QString());
    });
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
    const QString word = Words::shown(groupWord(group));
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
    heads_[group] = {rule, head};
    return layouts_[group] = rows;
}

QLabel* Details::addRow(Group group, const QString& word, QWidget* editor, const QString& help) {
    QLabel* label = nullptr;
    QWidget* line = panelRow(word, editor, help, body_, &label);
    groupLayout(group)->addWidget(line);
    rows_.push_back({line, group, word + ' ' + Words::shown(groupWord(group)) + ' ' + help});
    return label;
}

/// False for a property that means nothing as the others are set: a ready list where choices are typed.
bool Details::appliesHere(Prop prop) const {
    const Applies* when = appliesWhen(prop);
    if (!when) return true;
    return std::ranges::any_of(desk_.selectionOrForm(), [&](Id id) {
        const Control* c = desk_.form().find(id);
        return c && (!has(c->kind, when->by) || c->text(when->by) == when->token);
    });
}

/// Shows the rows that have all the words that were typed, in whatever group; all of them when nothing is.
void Details::sift() {
    const QStringList words = sought_.split(' ', Qt::SkipEmptyParts);
    std::set<Group> found;
    for (const Row& r : rows_) {
        const bool fits = std::ranges::all_of(
            words, [&](const QString& word) { return r.words.contains(word, Qt::CaseInsensitive); });
        const bool applies = !r.prop || appliesHere(*r.prop);
        r.line->setVisible(fits && applies);
        if (fits && applies) found.insert(r.group);
    }
    for (const auto& [group, holder] : groups_) {
        const bool any = found.contains(group);
        holder->setVisible(any && (!words.isEmpty() || !closed_.contains(group)));
        for (QWidget* head : heads_[group]) head->setVisible(any);
    }
    nothing_->setVisible(found.empty());
}

void Details::rebuild(const std::vector<Kind>& kinds) {
    shownKinds_ = kinds;
    editors_.clear();
    fillers_.clear();
    groups_.clear();
    layouts_.clear();
    heads_.clear();
    rows_.clear();
    body_ = new QWidget;
    body_->setObjectName("panelBody");
    auto* column = new QVBoxLayout(body_);
    column->setContentsMargins(14, 10, 14, 12);
    column->setSpacing(3);
    buildHead(column);

    const Ids ids = desk_.selectionOrForm();
    std::vector<Prop> props = row(desk_.form().find(ids.front())->kind).props;
    for (Id id : ids)
        if (const Control* c = desk_.form().find(id)) std::erase_if(props, [&](Prop p) { return !has(c->kind, p); });
    // Paper is never resized.
    if (!desk_.form().isDialog()) std::erase(props, Prop::holdsTo);
    bool boxed = true;
    for (Id id : ids) {
        const Kind kind = desk_.form().find(id)->kind;
        boxed = boxed && kind != Kind::document && !row(kind).paper && !row(kind).turned;
    }
    if (ids.size() == 1) addIdentity();
    addNotice();
    // What is set most of these kinds comes first, then the groups in one order whatever the kind; within a group the
    // table of kinds has its own.
    std::vector<Prop> often = row(desk_.form().find(ids.front())->kind).first;
    for (Id id : ids) {
        const std::vector<Prop>& its = row(desk_.form().find(id)->kind).first;
        std::erase_if(often, [&](Prop p) { return std::ranges::find(its, p) == its.end(); });
    }
    std::erase_if(often, [&](Prop p) { return std::ranges::find(props, p) == props.end(); });
    for (Group group : {Group::often, Group::place, Group::identity, Group::window, Group::paper, Group::entry,
                        Group::choices, Group::table, Group::action, Group::look, Group::protection, Group::receiver}) {
        if (group == Group::place && boxed) addPlace();
        if (group == Group::entry && has(desk_.form().find(ids.front())->kind, Prop::maxLength)) addRoom();
        for (Prop prop : group == Group::often ? often : props) {
            const PropertyRow& r = row(prop);
            const bool isOften = std::ranges::find(often, prop) != often.end();
            if ((isOften ? Group::often : r.group) != group) continue;
            addProperty(prop, group, ids);
        }
    }
    column->addStretch(1);
    sift();
    setWidget(body_);
}

/// The kind, where it is, and the field that finds a property.
void Details::buildHead(QVBoxLayout* column) {
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
    auto* seek = new QLineEdit(body_);
    seek->setObjectName("seekProperty");
    seek->setFixedHeight(26);
    seek->setPlaceholderText(Words::tr("Find a property"));
    seek->setAccessibleName(Words::tr("Find a property"));
    seek->setClearButtonEnabled(true);
    seek->setText(sought_);
    column->addWidget(seek);
    nothing_ = new QLabel(Words::tr("No property here has that name."), body_);
    nothing_->setFont(bodyFont(12));
    nothing_->setProperty("secondary", true);
    column->addWidget(nothing_);
    connect(seek, &QLineEdit::textChanged, this, [this](const QString& text) {
        sought_ = text;
        sift();
    });
    column->addSpacing(4);
}

/// A row for a property of what is selected: a formula where it has one, or the editor of its type.
void Details::addProperty(Prop prop, Group group, const Ids& ids) {
    const PropertyRow& r = row(prop);
    if (ids.size() == 1 && takesFormula(prop)) {
        if (desk_.form().find(ids[0])->formulas.find(prop) || addingFormula_ == prop) {
            addFormulaRow(ids[0], prop, group);
            return;
        }
    }
    Editor editor = makeEditor(
        r, desk_, [this, prop](std::optional<Value> value) { set(prop, std::move(value)); }, body_,
        r.type == Type::colour ? contrastWith(prop) : nullptr);
    editors_[prop] = editor.widget;
    QLabel* word = addRow(group, Words::shown(r.word), editor.widget, Words::shown(r.help));
    rows_.back().prop = prop;
    // Into a field = is typed; a tick has a button for it.
    if (ids.size() == 1 && takesFormula(prop) && r.type == Type::yesNo) addWorkOut(prop, word);
    if (isLook(prop)) addDrop(prop, word);
    fillers_.push_back([this, prop, show = editor.show] {
        std::optional<Value> value;
        bool differ = false;
        for (Id id : desk_.selectionOrForm())
            if (const Control* c = desk_.form().find(id)) {
                const Value mine = isLook(prop)              ? lookValue(desk_.form(), *c, prop)
                                   : prop == Prop::accessKey ? Value(keyTo(desk_.form(), *c))
                                                             : c->get(prop);
                differ = differ || (value && *value != mine);
                value = mine;
            }
        show(differ ? std::nullopt : value);
    });
}

/// What was typed or chosen, for all that is selected: one step of undo.
void Details::set(Prop prop, std::optional<Value> value) {
    filling_ = true;
    const PropertyRow& r = row(prop);
    const Ids targets = desk_.selectionOrForm();
    QString name = Words::tr("Set %1").arg(Words::shown(r.word).toLower());
    Form next = desk_.form();
    const auto* typed = value ? std::get_if<std::string>(&*value) : nullptr;
    if (typed && typed->starts_with('=') && takesFormula(prop)) {
        next = withFormula(next, targets, prop, fromQt(toQt(typed->substr(1)).trimmed()));
        name = Words::tr("Work out: %1").arg(Words::shown(r.word).toLower());
    } else if (typed && (prop == Prop::text || prop == Prop::title)) {
        for (Id id : targets) next = reworded(next, id, *typed);
        name = Words::tr("Reword");
    } else if (typed && prop == Prop::accessKey) {
        for (Id id : targets) next = withKeySet(next, id, *typed);
    } else {
        next = value ? withProperty(next, targets, prop, *value) : withoutProperty(next, targets, prop);
    }
    desk_.edit(refitted(next, targets, desk_.fonts()), name);
    filling_ = false;
    // Another way to get choices, or a formula, has other rows.
    QMetaObject::invokeMethod(this, &Details::showAgain, Qt::QueuedConnection);
}

void Details::addWorkOut(Prop prop, QLabel* word) {
    const PropertyRow& r = row(prop);
    auto* work = new QToolButton(word->parentWidget());
    work->setObjectName("workOut-" + toQt(std::string(r.key)));
    work->setText("=");
    work->setToolTip(Words::tr("Works it out by a formula."));
    work->setAccessibleName(Words::tr("Work out by a formula: %1").arg(word->text()));
    work->setFixedSize(16, 20);
    work->setAutoRaise(true);
    work->setFocusPolicy(Qt::NoFocus);
    word->parentWidget()->layout()->addWidget(work);
    connect(work, &QToolButton::clicked, this, [this, prop] {
        addingFormula_ = prop;
        rebuild(shownKinds_);
        fill();
        if (QWidget* edit = editorOf(prop)) edit->setFocus(Qt::OtherFocusReason);
    });
}

/// What is set by hand over the style is told apart, and can be dropped.
void Details::addDrop(Prop prop, QLabel* word) {
    const PropertyRow& r = row(prop);
    auto* drop = new QToolButton(word->parentWidget());
    drop->setObjectName("drop");
    drop->setText("×");
    drop->setToolTip(Words::tr("Set by hand. Click to follow the style again."));
    drop->setAccessibleName(Words::tr("Follow the style again: %1").arg(word->text()));
    drop->setFixedSize(16, 20);
    word->parentWidget()->layout()->addWidget(drop);
    connect(drop, &QToolButton::clicked, this, [this, prop, &r] {
        desk_.edit(withoutProperty(desk_.form(), desk_.selectionOrForm(), prop),
                   Words::tr("Remove %1").arg(Words::shown(r.word).toLower()));
    });
    fillers_.push_back([this, prop, drop, word] {
        bool mine = false, styled = true;
        for (Id id : desk_.selectionOrForm())
            if (const Control* c = desk_.form().find(id)) {
                mine = mine || c->own.find(prop);
                styled = styled && has(c->kind, Prop::style);
            }
        drop->setVisible(mine && styled);
        QFont font = word->font();
        font.setBold(mine && styled);
        word->setFont(font);
    });
}

void Details::fill() {
    const Form& form = desk_.form();
    const Ids ids = desk_.selectionOrForm();
    const Control* c = form.find(ids.front());
    if (!c) return;
    if (ids.size() > 1) {
        title_->setText(Words::counted("%n controls", "One control", qint64(ids.size())));
        where_->setText(Words::tr("Changes here apply to all of them."));
        picture_->setPixmap(iconPixmap("several", tokens().tawny, 20, devicePixelRatioF()));
    } else {
        title_->setText(capital(Words::shown(row(c->kind).word)));
        picture_->setPixmap(iconPixmap(toQt(std::string(row(c->kind).key)), tokens().tawny, 20, devicePixelRatioF()));
        QString where;
        if (const Control* holder = form.find(c->parent); holder && holder->id != rootId) {
            where =
                holder->is().paper
                    ? Words::tr("on page %1")
                          .arg(std::ranges::find(form.root().children, holder->id) - form.root().children.begin() + 1)
                    : Words::tr("in %1").arg(toQt(calledBy(form, *holder)));
        } else if (!holder) {
            where = Words::counted("%n controls, %1 to fill", "1 control, %1 to fill", qint64(form.controls.size()) - 1)
                        .arg(fieldCount(form));
        }
        const std::vector<Id> route = stopsOf(form);
        auto at = std::ranges::find(route, c->id);
        if (at != route.end())
            where += Words::tr("%1stop %2 in tab order").arg(where.isEmpty() ? "" : " · ").arg(at - route.begin() + 1);
        where_->setText(where);
    }
    filling_ = true;
    for (const auto& again : fillers_) again();
    filling_ = false;
    sift();
}

}  // namespace brindel
