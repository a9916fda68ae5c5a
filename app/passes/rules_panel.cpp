#include "app/passes/rules_panel.h"

#include <QtWidgets/QtWidgets>

#include "app/details/formula_edit.h"
#include "app/passes/rule_card.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/rules/dependence.h"
#include "core/rules/references.h"
#include "core/rules/telling.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// The properties of a kind that can be worked out, in the order in which people think of them.
std::vector<Prop> workable(const Control& c) {
    std::vector<Prop> all;
    for (Prop prop : {Prop::workedOut, Prop::text, Prop::visible, Prop::enabled, Prop::required, Prop::valid})
        if (has(c.kind, prop) && (takesFormula(prop) || row(prop).type == Type::formula)) all.push_back(prop);
    for (Prop prop : row(c.kind).props)
        if (takesFormula(prop) && std::ranges::find(all, prop) == all.end()) all.push_back(prop);
    return all;
}

std::string formulaOf(const Control& c, Prop prop) {
    if (row(prop).type == Type::formula) return c.text(prop);
    const std::string* formula = c.formulas.find(prop);
    return formula ? *formula : "";
}

QString shownWord(Prop prop) {
    switch (prop) {
        case Prop::workedOut:
            return Words::tr("Value");
        case Prop::visible:
            return Words::tr("Shown when");
        case Prop::enabled:
            return Words::tr("Usable when");
        case Prop::required:
            return Words::tr("Required when");
        default:
            return Words::shown(row(prop).word);
    }
}

Form withFormulaSet(const Form& form, Id id, Prop prop, const std::string& formula) {
    return row(prop).type == Type::formula ? withProperty(form, {id}, prop, formula)
                                           : withFormula(form, {id}, prop, formula);
}

QString calledOf(const Form& form, const Control& c) {
    QString words = c.id == rootId ? toQt(c.text(Prop::title)) : toQt(calledBy(form, c)).simplified();
    while (words.endsWith(':')) words.chop(1);
    return words.isEmpty() ? Words::shown(c.is().word) : words;
}

QString ruleShown(const Form& form, const Control& c, const Rule& rule) {
    QString all = Words::shown(whenTold(form, c, rule));
    if (!rule.condition.empty())
        all = Words::tr("%1, if %2").arg(all, Words::shown(conditionTold(form, rule.condition)));
    QStringList steps;
    for (const Step& step : rule.steps) steps << Words::shown(stepTold(form, step));
    return Words::tr("%1: %2.").arg(all, steps.join("; "));
}

}  // namespace

RulesPanel::RulesPanel(Desk& desk, QWidget* parent) : QScrollArea(parent), desk_(desk) {
    setObjectName("panel");
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    for (auto signal : {&Desk::formChanged, &Desk::selectionChanged})
        connect(&desk, signal, this, [this] {
            // What is typed into is let go first: it is made anew.
            if (isVisible()) QMetaObject::invokeMethod(this, &RulesPanel::refresh, Qt::QueuedConnection);
        });
}

void RulesPanel::showEvent(QShowEvent*) {
    refresh();
}

void RulesPanel::refresh() {
    const Form& form = desk_.form();
    const Control& c = *form.find(desk_.selectionOrForm().front());
    if (addingTo_ != c.id) adding_.reset();
    const QWidget* focus = QApplication::focusWidget();
    const QString focused = focus && isAncestorOf(focus) ? focus->objectName() : QString();
    const int scrolled = verticalScrollBar()->value();

    // The old body goes when whoever called from it has returned.
    if (QWidget* old = takeWidget()) old->deleteLater();
    body_ = new QWidget;
    body_->setObjectName("panelBody");
    // What adds something reads as a link; the menu needs no arrow of its own.
    body_->setStyleSheet(QString("QToolButton#addFormula, QToolButton#addRule { color: %1; border: 0; padding: 3px 0; }"
                                 "QToolButton#addFormula::menu-indicator { image: none; }")
                             .arg(tokens().tawnyDark.name()));
    auto* column = new QVBoxLayout(body_);
    column->setContentsMargins(14, 12, 14, 14);
    column->setSpacing(6);
    auto* title = new QLabel(calledOf(form, c), body_);
    title->setFont(bodyFont(15, true));
    title->setWordWrap(true);
    column->addWidget(title);
    auto* kind =
        new QLabel(c.name.empty() || c.id == rootId ? Words::shown(c.is().word)
                                                    : Words::tr("%1 %2").arg(Words::shown(c.is().word), toQt(c.name)),
                   body_);
    kind->setFont(bodyFont(12));
    kind->setProperty("secondary", true);
    column->addWidget(kind);
    if (desk_.selection().size() > 1) {
        auto* several = new QLabel(Words::tr("%1 are selected; this is the first. Ready rules look at all of them.")
                                       .arg(desk_.selection().size()),
                                   body_);
        several->setFont(bodyFont(12));
        several->setProperty("secondary", true);
        several->setWordWrap(true);
        column->addWidget(several);
    }
    addWorkedOut(column, c);
    addRules(column, c);
    addHappens(column, c);
    column->addStretch(1);
    setWidget(body_);
    body_->show();
    verticalScrollBar()->setValue(scrolled);
    if (!focused.isEmpty())
        if (auto* again = body_->findChild<QWidget*>(focused)) again->setFocus(Qt::OtherFocusReason);
}

void RulesPanel::addWorkedOut(QVBoxLayout* column, const Control& c) {
    const std::vector<Prop> all = workable(c);
    if (all.empty()) return;
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("Worked out"), body_));
    const Id id = c.id;
    QMenu* menu = nullptr;
    auto* add = new QToolButton(body_);
    add->setObjectName("addFormula");
    add->setText(Words::tr("Work something out…"));
    add->setToolTip(Words::tr("A value, what shows when, a limit: by a formula over other fields."));
    add->setFont(bodyFont(12));
    add->setPopupMode(QToolButton::InstantPopup);
    menu = new QMenu(add);
    add->setMenu(menu);
    for (Prop prop : all) {
        const std::string formula = formulaOf(c, prop);
        if (formula.empty() && adding_ != prop) {
            auto* action = menu->addAction(shownWord(prop), this, [this, prop] { addFormula(prop); });
            action->setToolTip(Words::shown(row(prop).help));
            continue;
        }
        auto* edit = new FormulaEdit(desk_, id, body_);
        edit->setObjectName("formula-" + toQt(std::string(row(prop).key)));
        edit->edit().setObjectName("edit-" + toQt(std::string(row(prop).key)));
        edit->setFormula(toQt(formula));
        column->addWidget(panelRow(shownWord(prop), edit, Words::shown(row(prop).help), body_));
        connect(edit, &FormulaEdit::finished, this, [this, id, prop](const QString& typed) {
            adding_.reset();
            const QString name = typed.isEmpty() ? Words::tr("Take a formula away")
                                                 : Words::tr("Work out: %1").arg(shownWord(prop).toLower());
            if (!desk_.edit(withFormulaSet(desk_.form(), id, prop, fromQt(typed)), name)) refresh();
        });
    }
    // A circle is named with its path.
    for (const auto& circle : dependenceIn(desk_.form())->circles())
        if (std::ranges::find(circle, id) != circle.end()) {
            QStringList path;
            for (Id one : circle) path << calledOf(desk_.form(), *desk_.form().find(one));
            path << path.front();
            auto* says = new QLabel(Words::tr("This goes in a circle: %1.").arg(path.join(" → ")), body_);
            says->setObjectName("circle");
            says->setWordWrap(true);
            says->setFont(bodyFont(12));
            says->setStyleSheet(QString("color: %1;").arg(tokens().brick.name()));
            column->addWidget(says);
        }
    if (menu->isEmpty())
        add->hide();
    else
        column->addWidget(add, 0, Qt::AlignLeft);
}

void RulesPanel::addRules(QVBoxLayout* column, const Control& c) {
    const bool acts = c.id == rootId || isFilled(c) || c.is().pressed;
    if (!acts && c.rules.empty()) return;
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("Rules"), body_));
    for (std::size_t i = 0; i < c.rules.size(); ++i) column->addWidget(new RuleCard(desk_, c.id, i, body_));
    auto* add = new QToolButton(body_);
    add->setObjectName("addRule");
    add->setText(Words::tr("Add a rule"));
    add->setToolTip(c.id == rootId ? Words::tr("What happens when the form opens or closes.")
                                   : Words::tr("What happens when it is pressed, changed, entered, left …"));
    add->setFont(bodyFont(12));
    connect(add, &QToolButton::clicked, this, &RulesPanel::addRule);
    column->addWidget(add, 0, Qt::AlignLeft);
}

void RulesPanel::addHappens(QVBoxLayout* column, const Control& c) {
    const Form& form = desk_.form();
    QList<std::pair<QString, Id>> lines;
    form.controls.each([&](Id id, const Control& other) {
        for (const Rule& rule : other.rules) {
            bool touches = false;
            auto look = [&](const Step& step) { touches = touches || step.on == c.id; };
            eachStep(rule.steps, look);
            if (touches && id != c.id) lines.append({ruleShown(form, other, rule), id});
        }
    });
    const auto work = dependenceIn(form);
    const auto question = form.index()->questionOf(c.id);
    for (const std::uint32_t place : work->dependents(question.empty() ? c.id : question.front())) {
        const Worked& worked = work->formulas()[place];
        const Control* on = form.find(worked.on);
        if (!on || on->id == c.id) continue;
        lines.append({worked.gathers()
                          ? Words::tr("The choices of “%1” depend on it.").arg(calledOf(form, *on))
                          : Words::tr("“%1” of “%2” looks at it.").arg(shownWord(worked.prop), calledOf(form, *on)),
                      on->id});
    }
    if (lines.isEmpty()) return;
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("What else has to do with it"), body_));
    for (const auto& [text, id] : lines) {
        auto* link = new QLabel(body_);
        link->setObjectName("happens");
        link->setFont(bodyFont(12));
        link->setWordWrap(true);
        link->setTextFormat(Qt::RichText);
        link->setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
        link->setText(QString("<a style='text-decoration: none; color: %1' href='#'>%2</a>")
                          .arg(tokens().tawnyDark.name(), text.toHtmlEscaped()));
        link->setProperty("words", text);
        connect(link, &QLabel::linkActivated, this, [this, id = id] { desk_.select({id}); });
        column->addWidget(link);
    }
}

QStringList RulesPanel::happens() const {
    QStringList all;
    if (body_)
        for (QLabel* label : body_->findChildren<QLabel*>("happens")) all << label->property("words").toString();
    return all;
}

void RulesPanel::focusFirst() {
    for (QWidget* one : body_->findChildren<QWidget*>())
        if (one->focusPolicy() & Qt::TabFocus && !one->focusProxy() && one->isVisible())
            return one->setFocus(Qt::TabFocusReason);
}

void RulesPanel::addRule() {
    const Control& c = *desk_.form().find(desk_.selectionOrForm().front());
    Rule rule;
    rule.when = c.id == rootId                           ? Event::opens
                : c.is().pressed                         ? Event::pressed
                : c.is().answers == AnswerType::tick     ? Event::ticked
                : c.is().answers == AnswerType::question ? Event::ticked
                                                         : Event::changed;
    rule.steps = {{Does::say, noControl, "\"\""}};
    Rules rules = c.rules;
    rules.push_back(rule);
    desk_.edit(withRules(desk_.form(), c.id, rules), Words::tr("Add a rule"));
    refresh();
    if (auto* when = body_->findChild<QWidget*>(QString("rule%1-when").arg(rules.size() - 1)))
        when->setFocus(Qt::OtherFocusReason);
}

void RulesPanel::addFormula(Prop prop) {
    const Control& c = *desk_.form().find(desk_.selectionOrForm().front());
    adding_ = prop;
    addingTo_ = c.id;
    refresh();
    if (auto* edit = body_->findChild<QWidget*>("edit-" + toQt(std::string(row(prop).key))))
        edit->setFocus(Qt::OtherFocusReason);
}

}  // namespace brindel
