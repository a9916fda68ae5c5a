// What a form is handed over as: for whom, what, where to; and the one button that writes it.
#pragma once

#include <QWidget>
#include <atomic>
#include <map>
#include <thread>

#include "app/window/desk.h"
#include "core/targets/kit/kit.h"

class QCheckBox;
class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;
class QVBoxLayout;

namespace brindel {

/// What writing a kit came to.
struct KitWritten {
    QString path;     // empty when it was not written
    QString problem;  // why, in a sentence; empty when it was stopped
    bool stopped = false;
};

class ClassNamesRow;
class LanguagesRow;
class PageWaysRow;

class HandOverPanel : public QWidget {
    Q_OBJECT
  public:
    explicit HandOverPanel(Desk& desk, QWidget* parent = nullptr);
    ~HandOverPanel() override;

    /// What is ticked now.
    KitChoice choice() const;
    /// How a web page behaves, with where it sends the replies.
    PageChoice pageChoice() const {
        PageChoice page = choice().page;
        page.post = choice().sendTo;
        return page;
    }
    void tick(const std::string& target, bool on);
    /// Where the kit goes when nobody says otherwise: beside the form's file.
    QString usualPath() const;
    /// Writes the kit in another thread; `written` says what it came to. The PDF is sealed where there is a word.
    void write(const QString& path, std::shared_ptr<const Secret> owner);
    bool writing() const { return writing_; }
    void stop() { stop_ = true; }
    void focusFirst();

  signals:
    /// The button is pressed: where to, and with what password, is still to be asked.
    void writeAsked();
    void lookAsked(const brindel::Target& target);
    void written(const brindel::KitWritten& written);

  private:
    void buildReceivers(QVBoxLayout* column);
    void addTarget(const Target& target, QVBoxLayout* column);
    void addWays(const Target& target, QVBoxLayout* column);
    void buildSendTo(QVBoxLayout* column);
    QWidget* builtFoot();
    void refresh();
    void keep(const KitChoice& choice);
    void showWriting(bool writing);
    Desk& desk_;
    std::map<Receiver, QCheckBox*> receivers_;
    std::map<std::string, QCheckBox*> targets_;
    std::map<std::string, QLabel*> losses_;  // what each of them does not carry
    ClassNamesRow* classNames_ = nullptr;
    PageWaysRow* pageWays_ = nullptr;
    LanguagesRow* languages_ = nullptr;
    QLineEdit* sendTo_;
    QLabel* sendWrong_;
    QCheckBox* zipped_;
    QLabel *where_, *sealed_, *doing_;
    QProgressBar* progress_;
    QPushButton *write_, *stopButton_;
    bool writing_ = false, refreshing_ = false;
    std::atomic<bool> stop_ = false;
    std::thread thread_;
};

}  // namespace brindel
