// One rule as a sentence of words that are picked: when, if, and what is done.
#pragma once

#include <QFrame>
#include <functional>

#include "app/window/desk.h"
#include "core/rules/telling.h"

class QVBoxLayout;

namespace brindel {

class RuleCard : public QFrame {
    Q_OBJECT
  public:
    /// The rule of a control, the form for the root, by its number. Edits go to the desk.
    RuleCard(Desk& desk, Id of, std::size_t number, QWidget* parent = nullptr);

  private:
    const Rule& rule() const;
    void change(const QString& name, const std::function<void(Rule&)>& change);
    void addWhen();
    void addIf();
    void chooseSubject(const QString& name);
    void setCondition(const std::string& condition);
    void addFormula(QWidget* below, const std::string& condition);
    void addComparison(QWidget* below, const Comparison& comparison);
    void addSteps(const std::vector<Step>& steps, const std::vector<std::size_t>& path, int depth);
    void addStep(const Step& step, const std::vector<std::size_t>& path, int depth);
    /// Changes the step that a path of numbers leads to.
    void alter(const std::vector<std::size_t>& path, const QString& what, const std::function<void(Step&)>& how);
    void addTarget(QWidget* line, const QString& name, const Step& step, const std::vector<std::size_t>& path);
    void addStepButtons(QWidget* line, const QString& name, const std::vector<std::size_t>& path);
    void addWith(QWidget* line, const QString& name, const Step& step, const std::vector<std::size_t>& path);
    void addWays(const QString& name, const Step& step, const std::vector<std::size_t>& path, int depth);
    QWidget* line(int depth = 0);
    void addPicker(QWidget* line, const QString& name, const std::function<void(Id)>& then);

    Desk& desk_;
    Id of_;
    std::size_t number_;
    QVBoxLayout* lines_;
};

/// What a step or a comparison takes, as it is shown: a text without its quotes, a formula with =.
QString operandShown(const std::string& formula);
/// The same the other way round.
std::string operandTyped(const Form& form, const QString& typed, bool asText);

}  // namespace brindel
