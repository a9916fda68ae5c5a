// The seal in the window: a new password, asked twice with how long it stands; and the password of a sealed form, with
// time between wrong tries. Both reckon on another thread, since a password is slow to check on purpose.
#pragma once

#include <QDialog>

#include "core/seal/seal.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QTimer;
class QVBoxLayout;

namespace brindel {

/// What both have: a line that says what is the matter, and work that must not hold up the window.
class PasswordDialog : public QDialog {
    Q_OBJECT
  public:
    explicit PasswordDialog(QWidget* parent);
    void reject() override;

  protected:
    /// Runs `work` on another thread and hands what it gives to `then` on this one.
    template <class Work, class Then>
    void reckon(Work work, Then then);
    QLineEdit* passwordLine(const char* name, const QString& word);
    /// What stands below the fields: a line that says how it is, and the two buttons.
    void finish(QVBoxLayout* column, const QString& take, const QString& leave);
    virtual void settle() = 0;

    QLabel* says_ = nullptr;
    QPushButton* take_ = nullptr;
    bool working_ = false;
};

class SealDialog : public PasswordDialog {
    Q_OBJECT
  public:
    SealDialog(Form form, QWidget* parent);
    const Sealing& sealing() const { return *made_; }
    void accept() override;

  private:
    void settle() override;
    Form form_;
    QLineEdit *first_, *again_;
    QLabel* bar_;
    std::optional<Sealing> made_;
};

class SealAsk : public PasswordDialog {
    Q_OBJECT
  public:
    /// `why` says what the password is needed for.
    SealAsk(Form form, const QString& why, QWidget* parent, const QString& take = {}, const QString& leave = {});
    SharedSealKey key() const { return key_; }
    /// The word itself, for what is sealed with it elsewhere.
    const Secret& word() const { return word_; }
    void accept() override;

  private:
    void settle() override;
    void tick();
    Form form_;
    QLineEdit* password_;
    QTimer* waiting_;
    SharedSealKey key_;
    Secret word_;
};

}  // namespace brindel
