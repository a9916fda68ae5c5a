// A field for wording of one paragraph: as high as a line while that holds it, and higher when the text needs more.
#pragma once

#include <QPlainTextEdit>

namespace brindel {

class SentenceEdit : public QPlainTextEdit {
    Q_OBJECT
  public:
    explicit SentenceEdit(QWidget* parent = nullptr);

  signals:
    /// Enter was pressed, or the field was left, after a change.
    void finished();

  protected:
    void focusOutEvent(QFocusEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void insertFromMimeData(const QMimeData* data) override;
    void resizeEvent(QResizeEvent* event) override;

  private:
    void fit();
};

}  // namespace brindel
