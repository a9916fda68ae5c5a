// The panel of the Protect pass: of the selected fields what fillers may do with them, what they take and why; of the
// form what stays allowed when it is sealed, what stands open, and what is said about personal details.
#pragma once

#include <QScrollArea>

#include "app/passes/protect/protect_layer.h"

class QCheckBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;
class QVBoxLayout;

namespace brindel {

class ProtectPanel : public QScrollArea {
    Q_OBJECT
  public:
    ProtectPanel(Desk& desk, ProtectLayer& layer, QWidget* parent = nullptr);
    QListWidget& list() { return *list_; }
    /// Writes the notice on personal details and places it before the first of them.
    void writeNotice();
    /// Marks all that looks like a personal detail, each with its usual purpose.
    void markGuessed();

  signals:
    void sealAsked();

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void buildForm(QVBoxLayout* column);
    void buildNotice(QVBoxLayout* column);
    void connectFields();
    void buildFields(QVBoxLayout* column);
    QLineEdit* rootLine(QVBoxLayout* column, Prop prop);
    void refresh();
    void refreshFields(const Ids& fields);
    void refreshForm();
    void refreshCards();
    void refreshList();
    Desk& desk_;
    ProtectLayer& layer_;
    QLabel* count_;
    QWidget* form_;
    QWidget* fields_;
    // of the form
    QCheckBox *print_, *copy_;
    QLabel* seal_;
    QPushButton* sealButton_;
    QWidget* cards_;
    QVBoxLayout* cardLines_;
    std::map<Prop, QLineEdit*> lines_;
    QPushButton *notice_, *guessed_;
    QListWidget* list_;
    // of what is selected
    QLabel *whom_, *takes_, *hint_;
    std::map<Access, QPushButton*> ways_;
    QCheckBox *kept_, *personal_, *consent_;
    QLineEdit* purpose_;
    QWidget* purposeRow_;
    bool filling_ = false;
};

}  // namespace brindel
