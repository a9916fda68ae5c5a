// Find (Ctrl+Space): type to reach any command, control, tool or property.
#pragma once

#include <QFrame>
#include <functional>
#include <vector>

class QLineEdit;
class QListWidget;

namespace brindel {

struct Found {
    QString word, says;  // what is searched and shown; what stands behind it
    QString icon;
    std::function<void()> go;
};

class FindBox : public QFrame {
    Q_OBJECT
  public:
    explicit FindBox(QWidget* parent);
    /// Opens over `over` with everything that can be found now.
    void begin(std::vector<Found> all);
    QLineEdit* edit() const { return edit_; }
    QListWidget* list() const { return list_; }

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void search();
    void take();
    QLineEdit* edit_;
    QListWidget* list_;
    std::vector<Found> all_;
    std::vector<std::size_t> shown_;
};

/// How well typed words find a text: 0 when they do not, more for beginnings of words.
int findScore(const QString& typed, const QString& text);

}  // namespace brindel
