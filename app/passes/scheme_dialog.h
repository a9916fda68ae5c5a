// A scheme edited, with the names it makes shown beside: for one form, or as a file for a team.
#pragma once

#include <QDialog>
#include <functional>

#include "core/model/form.h"

class QPushButton;
class QTableWidget;

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
    void changed();
    void fill();
    void sample();

    Form form_;
    Scheme scheme_;
    QTableWidget* samples_;
    class QLabel* says_;
    std::vector<std::function<void()>> fillers_;
    bool filling_ = false;
};

/// "Boat name → txtBoatName · Book lift → btnBookLift": what a scheme makes of labels of the form, or of usual ones.
QString schemeSample(const Form& form, const Scheme& scheme, int count);

}  // namespace brindel
