// How the web page of a form behaves: two ticks under its own.
#pragma once

#include <QCheckBox>
#include <QWidget>

#include "core/model/form.h"

namespace brindel {

class PageWaysRow : public QWidget {
    Q_OBJECT
  public:
    explicit PageWaysRow(QWidget* parent = nullptr);
    /// Shows what is kept with the form; steps only where there are tab pages.
    void show(const Form& form, const PageChoice& now);

  signals:
    void changed(const brindel::PageChoice& ways);

  private:
    QCheckBox *steps_, *draft_;
    PageChoice now_;
};

}  // namespace brindel
