// A field for a formula: names and functions complete themselves, mistakes are underlined where they are, and below it
// stands what it is worth now, or what the function under the cursor takes.
#pragma once

#include "app/details/sentence_edit.h"
#include "app/window/desk.h"

class QCompleter;
class QLabel;
class QStandardItemModel;

namespace brindel {

class FormulaEdit : public QWidget {
    Q_OBJECT
  public:
    /// `from` is the control that the formula stands in.
    FormulaEdit(Desk& desk, Id from, QWidget* parent = nullptr);
    /// The formula without its =; empty for none.
    QString formula() const;
    void setFormula(const QString& formula);
    SentenceEdit& edit() { return *edit_; }
    /// What stands below it.
    QString says() const;

  signals:
    /// Another formula was typed, which reads, or none.
    void finished(const QString& formula);

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void check();
    void offer();
    void take(const QString& word);
    void putIn(Id id);
    std::pair<int, int> wordAtCursor() const;

    Desk& desk_;
    Id from_;
    SentenceEdit* edit_;
    QLabel* says_;
    QCompleter* completer_;
    QStandardItemModel* words_;
    bool reads_ = true;
};

}  // namespace brindel
