#include "app/passes/rules/rule_card.h"

#include <QtWidgets/QtWidgets>

#include "app/details/formula_edit.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/answers/answering.h"
#include "core/edit/rule_copy.h"
#include "core/model/places.h"
#include "core/rules/rule_fit.h"
#include "core/rules/telling.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// A list to choose from that fits a narrow panel, and that the wheel does not change. With a desk its entries are
/// controls: the one under the pointer is lit up on the sheet.
class Pick : public CalmCombo {
  public:
    Pick(const QString& name, const QString& says, QWidget* parent, Desk* desk = nullptr)
        : CalmCombo(parent), desk_(desk) {
        setObjectName(name);
        setAccessibleName(says);
        setToolTip(says);
        setFixedHeight(26);
        setMinimumContentsLength(5);
        setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        if (desk_)
            QObject::connect(this, &QComboBox::highlighted, this, [this](int at) { light(itemData(at, idRole)); });
    }
    ~Pick() override { light({}); }
    /// Under this the entries of controls have their ids.
    static constexpr int idRole = Qt::UserRole + 1;
    void hidePopup() override {
        CalmCombo::hidePopup();
        light({});
    }

  private:
    void light(const QVariant& id) {
        if (desk_) desk_->light(Id(id.toUInt()));
    }
    Desk* desk_;
};

/// What tells controls apart that are called the same: what they lie in or, where that is the same as well, what is in
/// them, else their number as one reads them. Gives what is said of each, by its id.
std::map<Id, QString> calledApart(const Form& form, const std::vector<Id>& ids);

/// The events that a control can have.
std::vector<Event> eventsOf(const Control& c) {
    std::vector<Event> all;
    for (const EventRow& event : allEvents())
        if (hasEvent(c, event.event)) all.push_back(event.event);
    return all;
}

/// What a rule calls a field: its own name, or that of its question.
std::string nameInRules(const Form& form, Id id) {
    const Control& c = *form.find(id);
    return c.is().answer().shared || c.name.empty() ? form.index()->answerName(id) : c.name;
}

QString calledInList(const Form& form, const Control& c) {
    if (c.id == rootId) return Words::tr("the form");
    QString words = toQt(calledBy(form, c)).simplified();
    while (words.endsWith(':')) words.chop(1);
    if (words.isEmpty()) words = Words::shown(c.is().word);
    return words.size() > 40 ? words.left(38) + "…" : words;
}

std::map<Id, QString> calledApart(const Form& form, const std::vector<Id>& ids) {
    std::map<Id, QString> all;
    auto alike = [&] {
        std::map<QString, std::vector<Id>> by;
        for (Id id : ids) by[all[id]].push_back(id);
        std::erase_if(by, [](const auto& one) { return one.second.size() < 2; });
        return by;
    };
    auto tell = [&](const std::function<QString(Id)>& more) {
        for (const auto& [called, same] : alike()) {
            std::map<Id, QString> added;
            std::set<QString> different;
            for (Id id : same) different.insert(added[id] = more(id));
            if (different.size() > 1)
                for (Id id : same)
                    if (!added[id].isEmpty()) all[id] = called + " (" + added[id] + ')';
        }
    };
    for (Id id : ids) all[id] = calledInList(form, *form.find(id));
    tell([&](Id id) {
        const Control* holder = form.find(form.find(id)->parent);
        return holder && holder->id != rootId ? Words::tr("in %1").arg(calledInList(form, *holder)) : QString();
    });
    tell([&](Id id) {
        QStringList inner;
        walk(form, id, [&](const Control& c, int depth) {
            const QString one = toQt(ownWording(form, c)).simplified();
            if (depth > 0 && inner.size() < 2 && !one.isEmpty() && !inner.contains(one)) inner << one.left(24);
        });
        return inner.isEmpty() ? QString() : Words::tr("with %1").arg(inner.join(", "));
    });
    // The order of reading is known to everybody who looks at the sheet.
    for (auto& [called, same] : alike()) {
        std::ranges::stable_sort(same, {}, [&](Id id) {
            const Box box = onSurface(form, id);
            return std::pair(box.top, box.left);
        });
        for (std::size_t i = 0; i < same.size(); ++i)
            all[same[i]] = Words::tr("%1 (%2 of %3)").arg(called).arg(i + 1).arg(same.size());
    }
    return all;
}

void fillTargets(QComboBox* box, const Form& form, Action does, Id now) {
    std::vector<Id> ids;
    walk(form, rootId, [&](const Control& c, int) {
        if (takesStep(c, does)) ids.push_back(c.id);
    });
    const auto called = calledApart(form, ids);
    for (Id id : ids) {
        box->addItem(called.at(id), uint(id));
        box->setItemData(box->count() - 1, uint(id), Pick::idRole);
    }
    int at = box->findData(uint(now));
    if (at < 0) {
        box->setPlaceholderText(now == noControl ? Words::tr("choose one") : Words::tr("deleted"));
        at = -1;
    }
    box->setCurrentIndex(at);
}

}  // namespace

QString operandShown(const std::string& formula) {
    const auto tree = readFormula(formula);
    if (tree && (*tree)->what == Node::What::text) return toQt((*tree)->text);
    if (tree && (*tree)->what == Node::What::number) return toQt(formula);
    return formula.empty() ? QString() : "= " + toQt(formula);
}

std::string operandTyped(const Form& form, const QString& typed, bool asText) {
    const QString text = typed.trimmed();
    if (text.startsWith('=')) return fromQt(text.mid(1).trimmed());
    if (!asText) return typedOperand(form, fromQt(text));
    return fromQt("\"" + QString(text).replace('"', "\"\"") + "\"");
}

RuleCard::RuleCard(Desk& desk, Id of, std::size_t number, QWidget* parent)
    : QFrame(parent), desk_(desk), of_(of), number_(number) {
    setObjectName("ruleCard");
    setStyleSheet(QString("QFrame#ruleCard { background: %1; border: 1px solid %2; border-radius: 5px; }")
                      .arg(tokens().paper.name(), tokens().line.name()));
    lines_ = new QVBoxLayout(this);
    lines_->setContentsMargins(8, 8, 8, 6);
    lines_->setSpacing(4);
    addWhen();
    addIf();
    addSteps(rule().steps, {}, 0);

    auto* tail = line();
    auto button = [&](const char* name, const QString& word, const QString& tip, auto does) {
        auto* b = new QToolButton(tail);
        b->setObjectName(QString("rule%1-%2").arg(number_).arg(name));
        b->setText(word);
        b->setToolTip(tip);
        b->setFont(bodyFont(11));
        b->setAutoRaise(true);
        b->setStyleSheet(QString("color: %1;").arg(tokens().tawnyDark.name()));
        tail->layout()->addWidget(b);
        connect(b, &QToolButton::clicked, this, does);
        return b;
    };
    button("step", Words::tr("And then…"), Words::tr("Adds a step."),
           [this] { change(Words::tr("Add a step"), [](Rule& r) { r.steps.push_back({Action::say}); }); });
    // What the rule does for this one, it can do for another of the same nature.
    auto* copy = button("copy", Words::tr("Copy to…"), Words::tr("Copies the rule to another control."), [] {});
    copy->setPopupMode(QToolButton::InstantPopup);
    copy->setStyleSheet(QString("QToolButton { color: %1; } QToolButton::menu-indicator { image: none; }")
                            .arg(tokens().tawnyDark.name()));
    auto* others = new QMenu(copy);
    walk(desk_.form(), rootId, [&](const Control& c, int) {
        if (c.id == of_ || !hasEvent(c, rule().when)) return;
        QAction* action = others->addAction(calledInList(desk_.form(), c));
        action->setObjectName("to-" + toQt(c.name));
        connect(action, &QAction::triggered, this, [this, id = c.id] {
            if (!desk_.edit(ruleCopied(desk_.form(), of_, number_, id), Words::tr("Copy a rule"))) return;
            desk_.say(Words::tr("%1 has the rule now, too.").arg(calledInList(desk_.form(), *desk_.form().find(id))));
        });
    });
    copy->setMenu(others);
    copy->setEnabled(!others->isEmpty());
    static_cast<QHBoxLayout*>(tail->layout())->addStretch(1);
    auto* off = button("off", rule().off ? Words::tr("Switch on") : Words::tr("Switch off"),
                       Words::tr("A rule that is switched off stays, but does not run."), [this] {
                           change(rule().off ? Words::tr("Switch a rule on") : Words::tr("Switch a rule off"),
                                  [](Rule& r) { r.off = !r.off; });
                       });
    off->setCheckable(false);
    button("remove", Words::tr("Remove"), Words::tr("Removes the rule."), [this] {
        Rules rules = desk_.form().find(of_)->rules;
        rules.erase(rules.begin() + long(number_));
        desk_.edit(withRules(desk_.form(), of_, rules), Words::tr("Remove a rule"));
    });
    if (rule().off)
        for (QWidget* one : findChildren<QWidget*>())
            if (qobject_cast<QComboBox*>(one) || qobject_cast<QLineEdit*>(one)) one->setEnabled(false);
}

const Rule& RuleCard::rule() const {
    static const Rule none;
    const Control* c = desk_.form().find(of_);
    return c && number_ < c->rules.size() ? c->rules[number_] : none;
}

void RuleCard::change(const QString& name, const std::function<void(Rule&)>& change) {
    const Control* c = desk_.form().find(of_);
    if (!c || number_ >= c->rules.size()) return;
    Rules rules = c->rules;
    change(rules[number_]);
    desk_.edit(withRules(desk_.form(), of_, rules), name);
}

QWidget* RuleCard::line(int depth) {
    auto* holder = new QWidget(this);
    auto* row = new QHBoxLayout(holder);
    row->setContentsMargins(depth * 12, 0, 0, 0);
    row->setSpacing(4);
    lines_->addWidget(holder);
    return holder;
}

namespace {
QLabel* word(QWidget* line, const QString& text, int wide = 34) {
    auto* label = new QLabel(text, line);
    label->setFont(bodyFont(12));
    label->setProperty("secondary", true);
    label->setFixedWidth(wide);
    line->layout()->addWidget(label);
    return label;
}
}  // namespace

/// A button that lets a control be chosen by a click on the sheet.
void RuleCard::addPicker(QWidget* line, const QString& name, const std::function<void(Id)>& then) {
    auto* button = new QToolButton(line);
    button->setObjectName(name);
    button->setIcon(QIcon(iconPixmap("pick", tokens().tawnyDark, 16, devicePixelRatioF())));
    button->setIconSize({16, 16});
    button->setToolTip(Words::tr("Choose it on the sheet."));
    button->setAccessibleName(Words::tr("Choose on the sheet"));
    button->setFixedSize(22, 26);
    button->setAutoRaise(true);
    button->setCheckable(true);  // down while the click is waited for
    line->layout()->addWidget(button);
    connect(&desk_, &Desk::toolChanged, button, [this, button] {
        if (!desk_.picking()) button->setChecked(false);
    });
    connect(button, &QToolButton::clicked, this, [this, button, then] {
        const bool begins = button->isChecked();
        if (desk_.picking()) desk_.picked(noControl);
        if (!begins) return;
        button->setChecked(true);
        // The card is made anew while the sheet is clicked: the desk holds what is to be done.
        desk_.pick(Words::tr("Click the control on the sheet."), [card = QPointer<RuleCard>(this), then](Id id) {
            if (card) then(id);
        });
    });
}

void RuleCard::addWhen() {
    const Control& c = *desk_.form().find(of_);
    auto* when = line();
    word(when, Words::tr("When"));
    auto* event = new Pick(QString("rule%1-when").arg(number_), Words::tr("When the rule runs"), when);
    for (Event one : eventsOf(c))
        event->addItem(
            row(one).ofForm ? Words::shown(row(one).word) : Words::tr("it %1").arg(Words::shown(row(one).word)),
            int(one));
    int at = event->findData(int(rule().when));
    if (at < 0) {
        event->addItem(Words::shown(row(rule().when).word), int(rule().when));
        at = event->count() - 1;
    }
    event->setCurrentIndex(at);
    when->layout()->addWidget(event);
    connect(event, &QComboBox::activated, this, [this, event] {
        change(Words::tr("Change the event of a rule"), [&](Rule& r) {
            r.when = Event(event->currentData().toInt());
            if (r.when != Event::key) r.key.clear();
        });
    });
    if (rule().when != Event::key) return;
    auto* key = new QLineEdit(toQt(rule().key), when);
    key->setObjectName(QString("rule%1-key").arg(number_));
    key->setAccessibleName(Words::tr("The key, such as F4 or Ctrl+D"));
    key->setToolTip(key->accessibleName());
    key->setPlaceholderText("F4");
    key->setFixedSize(64, 26);
    when->layout()->addWidget(key);
    connect(key, &QLineEdit::editingFinished, this, [this, key] {
        if (!key->isModified()) return;
        change(Words::tr("Change the key of a rule"),
               [&](Rule& r) { r.key = fromQt(QKeySequence(key->text()).toString()); });
    });
}

/// Another subject for the condition: nothing, a formula ("="), or what a field holds.
void RuleCard::chooseSubject(const QString& name) {
    change(Words::tr("Change the condition of a rule"), [&](Rule& r) {
        if (name.isEmpty()) return r.condition.clear();
        if (name == "=") {
            r.condition = r.condition.empty() ? "TRUE" : "(" + r.condition + ")";
            return;
        }
        const Form& now = desk_.form();
        const Control* c = now.find(now.index()->answering(fromQt(name)));
        const bool tick = c && c->is().answer().toggled;
        r.condition = comparisonText({fromQt(name), tick ? Relation::ticked : Relation::filled});
    });
}

void RuleCard::setCondition(const std::string& condition) {
    change(Words::tr("Change the condition of a rule"), [&](Rule& r) { r.condition = condition; });
}

void RuleCard::addIf() {
    const Form& form = desk_.form();
    const std::string condition = rule().condition;
    const auto comparison = comparisonOf(condition);
    auto* holder = line();
    word(holder, Words::tr("if"));
    auto* subject = new Pick(QString("rule%1-if").arg(number_), Words::tr("What the rule depends on"), holder, &desk_);
    subject->addItem(Words::tr("always"), QString());
    const auto called = calledApart(form, form.index()->fields());
    for (Id id : form.index()->fields()) {
        subject->addItem(called.at(id), toQt(nameInRules(form, id)));
        subject->setItemData(subject->count() - 1, uint(id), Pick::idRole);
    }
    subject->addItem(Words::tr("a formula…"), QString("="));
    const int known = comparison ? subject->findData(toQt(comparison->name)) : -1;
    const bool asFormula = !condition.empty() && known < 1;
    subject->setCurrentIndex(condition.empty() ? 0 : asFormula ? subject->count() - 1 : known);
    holder->layout()->addWidget(subject);
    connect(subject, &QComboBox::activated, this,
            [this, subject] { chooseSubject(subject->currentData().toString()); });
    addPicker(holder, QString("rule%1-if-pick").arg(number_), [this](Id id) {
        const Form& now = desk_.form();
        const Id asked = now.index()->radioGroupOf(id).empty() ? id : now.index()->radioGroupOf(id).front();
        if (std::ranges::find(now.index()->fields(), asked) == now.index()->fields().end())
            return desk_.say(Words::tr("This is not filled in: a rule cannot look at it."), true);
        chooseSubject(toQt(nameInRules(now, asked)));
    });
    if (condition.empty()) return;
    auto* below = line();
    word(below, "");
    if (asFormula)
        addFormula(below, condition);
    else
        addComparison(below, *comparison);
}

void RuleCard::addFormula(QWidget* below, const std::string& condition) {
    auto* edit = new FormulaEdit(desk_, of_, this);
    edit->edit().setObjectName(QString("rule%1-formula").arg(number_));
    edit->setFormula(toQt(condition));
    below->layout()->addWidget(edit);
    connect(edit, &FormulaEdit::finished, this, [this](const QString& formula) { setCondition(fromQt(formula)); });
}

void RuleCard::addComparison(QWidget* below, const Comparison& comparison) {
    const Form& form = desk_.form();
    auto* relation = new Pick(QString("rule%1-relation").arg(number_), Words::tr("How it is compared"), below);
    const Control* c = form.find(form.index()->answering(comparison.name));
    const bool tick = c && c->is().answer().toggled;
    for (const RelationRow& r : allRelations()) {
        const bool ticks = r.relation == Relation::ticked || r.relation == Relation::notTicked;
        if (ticks == tick || r.relation == comparison.relation)
            relation->addItem(Words::shown(r.word), int(r.relation));
    }
    relation->setCurrentIndex(relation->findData(int(comparison.relation)));
    // Its words are longer than most values.
    static_cast<QHBoxLayout*>(below->layout())->addWidget(relation, 3);
    connect(relation, &QComboBox::activated, this, [this, relation, comparison] {
        Comparison next = comparison;
        next.relation = Relation(relation->currentData().toInt());
        if (!row(next.relation).withValue) next.with.clear();
        setCondition(comparisonText(next));
    });
    if (!row(comparison.relation).withValue) return;
    auto set = [this, comparison](const std::string& with) {
        Comparison next = comparison;
        next.with = with;
        setCondition(comparisonText(next));
    };
    // Choices are picked, anything else is typed.
    if (c && !c->choices().empty() && has(c->kind, Prop::choices)) {
        auto* value = new Pick(QString("rule%1-value").arg(number_), Words::tr("What it is compared with"), below);
        for (const Choice& choice : c->choices())
            value->addItem(toQt(choice.text), toQt(operandTyped(form, toQt(choice.value), true)));
        value->setCurrentIndex(value->findData(toQt(comparison.with)));
        below->layout()->addWidget(value);
        connect(value, &QComboBox::activated, this, [value, set] { set(fromQt(value->currentData().toString())); });
        return;
    }
    auto* value = new QLineEdit(operandShown(comparison.with), below);
    value->setObjectName(QString("rule%1-value").arg(number_));
    value->setAccessibleName(Words::tr("What it is compared with"));
    value->setFixedHeight(26);
    value->setMinimumWidth(50);
    static_cast<QHBoxLayout*>(below->layout())->addWidget(value, 2);
    connect(value, &QLineEdit::editingFinished, this, [this, value, set] {
        if (value->isModified()) set(operandTyped(desk_.form(), value->text(), false));
    });
}

namespace {
/// The list of steps that a path leads to: the numbers of steps, and 0 for the way of yes, 1 for that of no, in turn.
std::vector<Step>& stepsAt(Rule& rule, const std::vector<std::size_t>& path) {
    std::vector<Step>* steps = &rule.steps;
    for (std::size_t i = 0; i + 1 < path.size(); i += 2) {
        Step& step = (*steps)[path[i]];
        steps = path[i + 1] == 0 ? &step.yes : &step.no;
    }
    return *steps;
}
}  // namespace

void RuleCard::addSteps(const std::vector<Step>& steps, const std::vector<std::size_t>& path, int depth) {
    for (std::size_t i = 0; i < steps.size(); ++i) {
        std::vector<std::size_t> at = path;
        at.push_back(i);
        addStep(steps[i], at, depth);
    }
}

void RuleCard::alter(const std::vector<std::size_t>& path, const QString& what, const std::function<void(Step&)>& how) {
    const std::vector<std::size_t> list(path.begin(), path.end() - 1);
    change(what, [&](Rule& r) {
        auto& steps = stepsAt(r, list);
        if (path.back() < steps.size()) how(steps[path.back()]);
    });
}

void RuleCard::addStep(const Step& step, const std::vector<std::size_t>& path, int depth) {
    QString name = QString("rule%1-step").arg(number_);
    for (std::size_t part : path) name += QString("-%1").arg(part);
    auto* holder = line(depth);
    if (depth == 0) word(holder, path.back() == 0 ? Words::tr("do") : Words::tr("then"));
    auto* what = new Pick(name, Words::tr("Step"), holder);
    for (const ActionRow& r : allActions()) what->addItem(Words::shown(r.word), int(r.does));
    what->setCurrentIndex(int(step.does));
    what->setMaxVisibleItems(20);
    holder->layout()->addWidget(what);
    connect(what, &QComboBox::activated, this, [this, what, path] {
        alter(path, Words::tr("Change a step"), [&](Step& s) {
            s.does = Action(what->currentData().toInt());
            const ActionRow& now = row(s.does);
            if (!now.with) s.with.clear();
            const Control* on = desk_.form().find(s.on);
            if (!now.onControl || !on || !takesStep(*on, s.does)) s.on = noControl;
            if (s.does == Action::clear && s.on == noControl) s.on = rootId;
            if (s.does != Action::ask) s.yes.clear(), s.no.clear();
            if (now.with && s.with.empty()) s.with = "\"\"";
        });
    });
    if (row(step.does).onControl) addTarget(holder, name, step, path);
    addStepButtons(holder, name, path);
    if (row(step.does).with) {
        auto* below = line(depth);
        if (depth == 0) word(below, step.does == Action::set ? Words::tr("to") : QString());
        addWith(below, name, step, path);
    }
    if (step.does == Action::ask) addWays(name, step, path, depth);
}

/// What the step is done to: from a list, or on the sheet.
void RuleCard::addTarget(QWidget* holder, const QString& name, const Step& step, const std::vector<std::size_t>& path) {
    auto* on = new Pick(name + "-on", Words::tr("What it is done to"), holder, &desk_);
    fillTargets(on, desk_.form(), step.does, step.on);
    holder->layout()->addWidget(on);
    addPicker(holder, name + "-pick", [this, path, does = step.does](Id id) {
        // What lies in a frame is pointed at more easily than its edge.
        const Form& form = desk_.form();
        Id target = id;
        while (target != noControl && !takesStep(*form.find(target), does)) target = form.find(target)->parent;
        if (target == noControl || target == rootId)
            return desk_.say(Words::tr("This step cannot be done to it. Choose another control."), true);
        alter(path, Words::tr("Change a step"), [&](Step& s) { s.on = target; });
    });
    connect(on, &QComboBox::activated, this, [this, on, path] {
        alter(path, Words::tr("Change a step"), [&](Step& s) { s.on = Id(on->currentData().toUInt()); });
    });
}

/// One step up, and gone.
void RuleCard::addStepButtons(QWidget* holder, const QString& name, const std::vector<std::size_t>& path) {
    const std::size_t number = path.back();
    const std::vector<std::size_t> list(path.begin(), path.end() - 1);
    if (number > 0) {
        auto* up = new QToolButton(holder);
        up->setObjectName(name + "-up");
        up->setText("↑");
        up->setToolTip(Words::tr("Moves this step before the one above it."));
        up->setAccessibleName(up->toolTip());
        up->setAutoRaise(true);
        up->setFixedWidth(18);
        holder->layout()->addWidget(up);
        connect(up, &QToolButton::clicked, this, [this, list, number] {
            change(Words::tr("Move a step up"), [&](Rule& r) {
                auto& steps = stepsAt(r, list);
                if (number < steps.size()) std::swap(steps[number - 1], steps[number]);
            });
        });
    }
    auto* gone = new QToolButton(holder);
    gone->setObjectName(name + "-remove");
    gone->setText("×");
    gone->setToolTip(Words::tr("Removes the step."));
    gone->setAutoRaise(true);
    holder->layout()->addWidget(gone);
    connect(gone, &QToolButton::clicked, this, [this, list, number] {
        change(Words::tr("Remove a step"), [&](Rule& r) {
            auto& steps = stepsAt(r, list);
            if (number < steps.size()) steps.erase(steps.begin() + long(number));
        });
    });
}

/// What a step says, or sets something to.
void RuleCard::addWith(QWidget* below, const QString& name, const Step& step, const std::vector<std::size_t>& path) {
    auto* with = new SentenceEdit(below);
    with->setPlainText(operandShown(step.with));
    with->document()->setModified(false);
    with->setObjectName(name + "-with");
    with->setAccessibleName(step.does == Action::set ? Words::tr("The value") : Words::tr("The words"));
    with->setPlaceholderText(step.does == Action::set ? Words::tr("a value, or = and a formula")
                                                      : Words::tr("words, or = and a formula"));
    below->layout()->addWidget(with);
    connect(with, &SentenceEdit::finished, this, [this, with, path, asText = step.does != Action::set] {
        with->document()->setModified(false);
        const std::string formula = operandTyped(desk_.form(), with->toPlainText(), asText);
        if (const auto tree = readFormula(formula); !tree) return desk_.say(Words::shown(tree.error().sentence), true);
        alter(path, Words::tr("Change a step"), [&](Step& s) { s.with = formula; });
    });
}

/// The ways of a question, each with steps of its own.
void RuleCard::addWays(const QString& name, const Step& step, const std::vector<std::size_t>& path, int depth) {
    for (const bool yes : {true, false}) {
        auto* way = line(depth + 1);
        word(way, yes ? Words::tr("yes:") : Words::tr("no:"), 28);
        auto* more = new QToolButton(way);
        more->setObjectName(name + (yes ? "-yes" : "-no"));
        more->setText(Words::tr("Add a step"));
        more->setFont(bodyFont(11));
        more->setAutoRaise(true);
        way->layout()->addWidget(more);
        static_cast<QHBoxLayout*>(way->layout())->addStretch(1);
        connect(more, &QToolButton::clicked, this, [this, path, yes] {
            alter(path, Words::tr("Add a step"), [&](Step& s) { (yes ? s.yes : s.no).push_back({Action::leave}); });
        });
        std::vector<std::size_t> inner = path;
        inner.push_back(yes ? 0 : 1);
        addSteps(yes ? step.yes : step.no, inner, depth + 2);
    }
}

}  // namespace brindel
