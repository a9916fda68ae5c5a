// The window that a form is filled in, in a program that does nothing else: a dialog as it is, a document with a bar to
// hand it in by.
#pragma once

#include <QPointer>
#include <QScrollArea>

#include "core/text/fonts.h"
#include "filler/form_to_fill.h"

namespace brindel {

class FillingWindow : public QObject {
  public:
    /// Shows a session, which must outlive it.
    FillingWindow(FormSession& session, const FontBook& fonts);
    ~FillingWindow() override;
    FormToFill& view() { return *view_; }
    /// The window itself.
    QWidget& top() { return *area_->window(); }
    /// Shows it where the form wants to be, with the cursor where it begins, and does what the form does when it opens.
    void show();
    /// Everything as it was at first, for the next filler.
    void startOver();
    /// Where the form was is remembered, where it wants that.
    void remember() const;

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void addBar();
    void handIn();
    void fit();
    bool isDialog() const { return session_.form().isDialog(); }
    FormSession& session_;
    QPointer<QScrollArea> area_;
    QPointer<FormToFill> view_;
};

}  // namespace brindel
