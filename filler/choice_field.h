// A question with its choices as radio buttons or ticks in columns, with a field for another answer.
#pragma once

#include <QAbstractButton>
#include <QLabel>
#include <QLineEdit>
#include <QWidget>
#include <functional>

#include "core/text/fonts.h"
#include "filler/widgets.h"

namespace brindel {

class ChoiceField : public QWidget {
    Q_OBJECT
  public:
    ChoiceField(const Control& control, const Making& making, QWidget* parent);
    void show(const Shown& shown);
    /// Called when the filler has chosen: the numbers of the choices, the one past the last for another answer.
    std::function<void(std::vector<std::size_t>)> picked;
    QLineEdit* other() const { return other_; }
    const QList<QAbstractButton*>& buttons() const { return buttons_; }

  protected:
    void resizeEvent(QResizeEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void pick(int number, bool on);
    void place();

    Form form_;
    Control control_;
    const FontBook& fonts_;
    double scale_;
    bool one_;
    QLabel* question_ = nullptr;
    QList<QAbstractButton*> buttons_;
    QLineEdit* other_ = nullptr;
};

}  // namespace brindel
