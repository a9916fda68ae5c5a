// A form in the room there is, to be looked at.
#pragma once

#include <QWidget>

#include "app/sheet/form_picture.h"
#include "core/model/form.h"

namespace brindel {

class IntakePicture : public QWidget {
  public:
    explicit IntakePicture(const FontBook& fonts, QWidget* parent);
    void show(const Form& form);
    /// Outlines the field that is the nth to be filled in, and turns to its page; -1 for none.
    void mark(int field);

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    Form form_;
    FormPicture picture_;
    int marked_ = -1;
};

}  // namespace brindel
