// What is at hand when the program opens with no form: a new one, one from rows of text, those that were open lately,
// and the forms of Fennick Wharf to look at.
#pragma once

#include <QWidget>

class QVBoxLayout;

namespace brindel {

class StartPage : public QWidget {
    Q_OBJECT
  public:
    explicit StartPage(QWidget* parent = nullptr);
    /// Shows the forms that were open lately and are still there.
    void refresh();

  signals:
    void newAsked(bool document);
    void jottingAsked();
    void existsAsked();
    void openAsked();
    void fileAsked(const QString& path);

  protected:
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

  private:
    void buildBeginnings(QVBoxLayout* left);
    void buildDemo(QVBoxLayout* right);
    QVBoxLayout* lately_;
    QWidget* first_;
};

/// The folder of the demo forms: beside the program's source, or where it is installed; empty when there is none.
QString demoFolder();

}  // namespace brindel
