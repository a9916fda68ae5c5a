// In which of the form's languages fillers get it: a tick each.
#pragma once

#include <QWidget>

#include "core/model/form.h"

class QVBoxLayout;

namespace brindel {

class LanguagesRow : public QWidget {
    Q_OBJECT
  public:
    explicit LanguagesRow(QWidget* parent = nullptr);
    /// Shows the form's languages with those that are ticked; hides itself where there is but one.
    void show(const Form& form, const std::vector<std::string>& ticked);

  signals:
    /// Empty for the form's own language alone.
    void changed(const std::vector<std::string>& ticked);

  private:
    QVBoxLayout* column_;
    std::vector<std::string> all_;  // as they are shown, the form's own first
};

}  // namespace brindel
