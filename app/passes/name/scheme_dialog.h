// A scheme edited, with the names it makes shown beside: for one form, or as a file for a team.
#pragma once

#include <QDialog>
#include <functional>

#include "core/model/form.h"

class QPushButton;
class QTableWidget;

class QFormLayout;
class QLabel;
class QLayout;

namespace brindel {

class SchemeDialog : public QDialog {
    Q_OBJECT
  public:
    SchemeDialog(const Form& form, const Scheme& scheme, QWidget* parent = nullptr);
    const Scheme& scheme() const { return scheme_; }
    /// Reads a scheme file into the fields; says what is wrong and leaves them when it cannot.
    bool importFrom(const QString& path);
    bool exportTo(const QString& path);

  private:
    struct Range {
        int least, most;
        QString zero, after;  // what 0 reads as, and what follows a number
    };
    QLabel* caption(const QString& word);
    void addChoice(const char* name, const QString& word, const QStringList& words, const std::function<int()>& get,
                   const std::function<void(int)>& set);
    void addNumber(const char* name, const QString& word, Range range, int Scheme::*part);
    void addTick(const char* name, const QString& word, bool Scheme::*part, bool on);
    void addName();
    void addDrops();
    void buildParts();
    QWidget* builtSamples();
    QWidget* builtMarks();
    QLayout* builtFoot();
    void changed();
    void fill();
    void sample();

    Form form_;
    Scheme scheme_;
    QFormLayout* left_;
    QTableWidget* samples_;
    QLabel* says_;
    std::vector<std::function<void()>> fillers_;
    bool filling_ = false;
};

/// "Boat name → txtBoatName · Book lift → btnBookLift": what a scheme makes of labels of the form, or of usual ones.
QString schemeSample(const Form& form, const Scheme& scheme, int count);

}  // namespace brindel
