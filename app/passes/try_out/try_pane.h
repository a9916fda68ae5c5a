// Try: the form as a filler has it, in place of the sheet, over the same session and widgets as brindel-fill.
#pragma once

#include <QScrollArea>
#include <QWidget>
#include <memory>

#include "app/window/desk.h"
#include "filler/form_to_fill.h"

class QLabel;
class QListWidget;
class QTableWidget;

namespace brindel {

class TryPane : public QScrollArea {
    Q_OBJECT
  public:
    explicit TryPane(Desk& desk, QWidget* parent = nullptr);
    /// Begins anew with the form on the desk, on the pages that are turned to there.
    /// In one of the form's languages; empty for its own. `filled` is what is filled in already.
    void begin(double zoom, const std::string& language = {}, const Reply& filled = {});
    void end();
    FormToFill* view() const { return view_; }
    FormSession* session() const { return session_.get(); }

  signals:
    void began();
    void changed(const brindel::Changes& changes);
    void over(bool accepted);
    /// Something that Try only tells: a letter that would be written, a signal.
    void noted(const QString& words);

  private:
    Desk& desk_;
    std::unique_ptr<FormSession> session_;
    FormToFill* view_ = nullptr;
};

/// What the filler has given so far, and the reply when it was accepted; stands where the details stand.
class TryDetails : public QWidget {
    Q_OBJECT
  public:
    TryDetails(Desk& desk, TryPane& pane, QWidget* parent = nullptr);
    QString verdict() const;

  signals:
    void backAsked();

  private:
    void buildTable();
    void showAgain();
    void showChanged(const Changes& changes);
    void showRow(int row, Id id);
    void showVerdict();
    void showHappened();
    void showOver(bool accepted);
    Desk& desk_;
    TryPane& pane_;
    QLabel* verdict_;
    QTableWidget* table_;
    QLabel* happenedTitle_;
    QListWidget* happened_;
    std::size_t shownHappened_ = 0;
    std::map<Id, int> rows_;  // of fields and questions
};

}  // namespace brindel
