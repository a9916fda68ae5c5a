// A line above the sheet that says that the form's file was changed by somebody else, with what can be done about it.
#pragma once

#include <QFrame>

class QLabel;
class QPushButton;

namespace brindel {

class FileBar : public QFrame {
    Q_OBJECT
  public:
    explicit FileBar(QWidget* parent = nullptr);
    /// Says so of a file. What cannot be read is not compared, and not taken.
    void say(const QString& sentence, bool readable);

    QPushButton* compare;
    QPushButton* take;
    QPushButton* keep;

  private:
    QLabel* says_;
};

}  // namespace brindel
