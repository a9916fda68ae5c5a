#include "app/passes/rules/rules_panel.h"

#include <QtWidgets/QtWidgets>

#include "app/details/formula_edit.h"
#include "app/passes/rules/rule_card.h"
#include "app/passes/rules/rule_line.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/rule_fixes.h"
#include "core/rules/dependence.h"
#include "core/rules/references.h"
#include "core/rules/rule_fit.h"
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
        auto* several = new QLabel(
            Words::tr("%1 are selected; this is the first. Ready rules use all of them.").arg(desk_.selection().size()),
            body_);
        several->setFont(bodyFont(12));
        several->setProperty("secondary", true);
        several->setWordWrap(true);
        column->addWidget(several);
    }
    addBroken(column, c);
    addWorkedOut(column, c);
    addRules(column, c);
    addHappens(column, c);
    if (c.id == rootId) addAll(column);
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
            const QString name = typed.isEmpty() ? Words::tr("Remove a formula")
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
            auto* says = new QLabel(Words::tr("Formulas in a circle: %1.").arg(path.join(" → ")), body_);
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
    column->addWidget(new RuleLineEdit(desk_, c.id, body_));
}

/// What can no longer work, each with its mend: of one control, or of the whole form.
void RulesPanel::addBroken(QVBoxLayout* column, const Control& c) {
    std::vector<BrokenRule> all = brokenRules(desk_.form());
    const bool ofForm = c.id == rootId;
    // What is only begun is nobody's fault; the findings say it before the form is handed over.
    std::erase_if(all, [&](const BrokenRule& one) { return one.begun || (!ofForm && one.on != c.id); });
    if (all.empty()) return;
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("Cannot work"), body_));
    constexpr std::size_t most = 50;
    for (std::size_t i = 0; i < std::min(all.size(), most); ++i) {
        const BrokenRule& one = all[i];
        const QString what = one.prop ? shownWord(*one.prop) : Words::tr("Rule %1").arg(one.rule + 1);
        const QString whose = ofForm ? calledOf(desk_.form(), *desk_.form().find(one.on)) + " · " : QString();
        auto* says = new QLabel(whose + what + ": " + Words::shown(one.says), body_);
        says->setObjectName("broken");
        says->setFont(bodyFont(12));
        says->setWordWrap(true);
        says->setProperty("wrong", true);
        column->addWidget(says);
        if (one.fix.empty()) continue;
        auto* fix = linkButton(QString("mend%1").arg(i), Words::shown(one.fix), column);
        connect(fix, &QToolButton::clicked, this,
                [this, one] { desk_.edit(fixed(desk_.form(), one), Words::shown(one.fix)); });
    }
    if (all.size() < 2 || !ofForm) return;
    auto* whole = linkButton("mendAll", Words::tr("Put all of it right"), column);
    whole->setToolTip(Words::tr("Puts right everything that has a fix, in one step."));
    connect(whole, &QToolButton::clicked, this,
            [this] { desk_.edit(allRulesFixed(desk_.form()), Words::tr("Put rules right")); });
}

/// Everything that the form does by itself, control by control, narrowed down by words.
void RulesPanel::addAll(QVBoxLayout* column) {
    const Form& form = desk_.form();
    QList<std::pair<QString, Id>> lines;
    std::vector<Id> ids{rootId};
    for (Id id : allIds(form))
        if (id != rootId) ids.push_back(id);
    for (Id id : ids) {
        const Control& c = *form.find(id);
        for (Prop prop : workable(c))
            if (const std::string formula = formulaOf(c, prop); !formula.empty())
                lines.append({Words::tr("%1 · %2 = %3").arg(calledOf(form, c), shownWord(prop), toQt(formula)), id});
        for (const Rule& rule : c.rules)
            lines.append({ruleShown(form, c, rule) + (rule.off ? Words::tr(" (switched off)") : QString()), id});
    }
    if (lines.isEmpty()) return;
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("The whole form"), body_));
    auto* seek = new QLineEdit(sought_, body_);
    seek->setObjectName("seekRule");
    seek->setFixedHeight(26);
    seek->setPlaceholderText(Words::tr("Find a formula or rule"));
    seek->setAccessibleName(seek->placeholderText());
    seek->setClearButtonEnabled(true);
    column->addWidget(seek);
    constexpr qsizetype most = 300;
    QList<QLabel*> links;
    for (const auto& [text, id] : lines.first(std::min(lines.size(), most)))
        links << linkTo(text, id, "ofForm", column);
    auto* none = new QLabel(body_);
    none->setFont(bodyFont(12));
    none->setProperty("secondary", true);
    none->setWordWrap(true);
    column->addWidget(none);
    auto sift = [this, links, none, count = lines.size()](const QString& typed) {
        sought_ = typed;
        const QStringList words = typed.split(' ', Qt::SkipEmptyParts);
        int shown = 0;
        for (QLabel* link : links) {
            const QString text = link->property("words").toString();
            const bool fits = std::ranges::all_of(
                words, [&](const QString& word) { return text.contains(word, Qt::CaseInsensitive); });
            link->setVisible(fits);
            shown += fits;
        }
        none->setText(shown == 0     ? Words::tr("None contains these words.")
                      : count > most ? Words::tr("The first %1 of %2 are listed.").arg(most).arg(count)
                                     : QString());
        none->setVisible(!none->text().isEmpty());
    };
    connect(seek, &QLineEdit::textChanged, this, sift);
    sift(sought_);
}

QToolButton* RulesPanel::linkButton(const QString& name, const QString& word, QVBoxLayout* column) {
    auto* button = new QToolButton(body_);
    button->setObjectName(name);
    button->setText(word);
    button->setFont(bodyFont(12));
    button->setAutoRaise(true);
    button->setStyleSheet(QString("color: %1; border: 0; padding: 1px 0;").arg(tokens().tawnyDark.name()));
    column->addWidget(button, 0, Qt::AlignLeft);
    return button;
}

/// A line that goes to a control when it is pressed.
QLabel* RulesPanel::linkTo(const QString& text, Id id, const char* name, QVBoxLayout* column) {
    auto* link = new QLabel(body_);
    link->setObjectName(name);
    link->setFont(bodyFont(12));
    link->setWordWrap(true);
    link->setTextFormat(Qt::RichText);
    link->setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
    link->setText(QString("<a style='text-decoration: none; color: %1' href='#'>%2</a>")
                      .arg(tokens().tawnyDark.name(), text.toHtmlEscaped()));
    link->setProperty("words", text);
    connect(link, &QLabel::linkActivated, this, [this, id] { desk_.select(id == rootId ? Ids() : Ids{id}); });
    column->addWidget(link);
    return link;
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
    const auto question = form.index()->radioGroupOf(c.id);
    for (const std::uint32_t place : work->dependents(question.empty() ? c.id : question.front())) {
        const Worked& worked = work->formulas()[place];
        const Control* on = form.find(worked.on);
        if (!on || on->id == c.id) continue;
        lines.append({worked.gathers()
                          ? Words::tr("The choices of “%1” depend on it.").arg(calledOf(form, *on))
                          : Words::tr("“%1” of “%2” depends on it.").arg(shownWord(worked.prop), calledOf(form, *on)),
                      on->id});
    }
    if (lines.isEmpty()) return;
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("Also connected with it"), body_));
    for (const auto& [text, id] : lines) linkTo(text, id, "happens", column);
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
    rule.when = usualEvent(c);
    rule.steps = {{Action::say, noControl, "\"\""}};
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
