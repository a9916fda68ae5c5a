// What fillers put on a form without typing: a signature, and a picture of their own.
#pragma once

#include <QAbstractButton>
#include <QLineEdit>
#include <functional>

#include "core/text/fonts.h"
#include "filler/widgets.h"

namespace brindel {

/// A place to sign, drawn with the pointer; whoever has none types their name. Delete takes the signature away, and so
/// does Backspace, of a name letter by letter.
class SignatureField : public QWidget {
    Q_OBJECT
  public:
    SignatureField(const Control& control, const Making& making, QWidget* parent);
    void show(const std::string& text);
    std::function<void(std::string)> signedWith;  // strokes, or the typed name; empty when taken away
    QLineEdit* edit() const { return edit_; }

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void inputMethodEvent(QInputMethodEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

  private:
    QString name() const;
    void sign(const QString& as);
    Point at(QPointF place) const;
    Form form_;
    Control control_;
    const FontBook& fonts_;
    double scale_;
    bool open_;
    Shown shown_;
    std::vector<std::vector<Point>> strokes_;
    bool drawing_ = false;
    QLineEdit* edit_ = nullptr;
};

/// A place for a picture of the filler's: a press asks for a file; a file can be dropped on it; Delete empties it.
class PictureField : public QAbstractButton {
    Q_OBJECT
  public:
    PictureField(const Control& control, const Making& making, QWidget* parent);
    void show(const std::string& png);
    std::function<void(std::string)> picked;  // PNG in base64; empty when taken away

  protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

  private:
    Form form_;
    Control control_;
    const FontBook& fonts_;
    double scale_;
    Shown shown_;
};

/// A picture file of any kind the desktop reads, as PNG in base64, at most 2,000 pixels wide and high; empty when it
/// cannot be read.
std::string pictureFrom(const QString& path);

}  // namespace brindel
