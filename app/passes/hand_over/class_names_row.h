// How the C++ class of a form is called: two lines under its tick.
#pragma once

#include <QLabel>
#include <QLineEdit>
#include <QWidget>

#include "core/model/form.h"

namespace brindel {

class ClassNamesRow : public QWidget {
    Q_OBJECT
  public:
    explicit ClassNamesRow(QWidget* parent = nullptr);
    /// Shows what is kept with the form; the name that the class has by itself stands where none is given.
    void show(const Form& form, const ClassChoice& now);

  signals:
    /// Another name that C++ takes.
    void changed(const brindel::ClassChoice& names);

  private:
    void take();
    QLineEdit *class_, *nameSpace_;
    QLabel* wrong_;
    ClassChoice now_;
};

}  // namespace brindel
