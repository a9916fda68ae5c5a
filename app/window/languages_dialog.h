// The form's wording in its languages: typed into a table, or written out, translated elsewhere and taken in.
#pragma once

#include <QDialog>

#include "core/model/form.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLayout;
class QPushButton;
class QTableView;

namespace brindel {

class TextsModel;

class LanguagesDialog : public QDialog {
    Q_OBJECT
  public:
    explicit LanguagesDialog(const Form& form, QWidget* parent = nullptr);

    /// The form with what was translated.
    const Form& form() const { return form_; }
    /// The language that is shown; empty while there is none.
    std::string language() const;
    /// Shows a language, which the form has from now on. False for a word that says none.
    bool add(const std::string& language);
    void removeLanguage();
    /// Writes the texts of the language that is shown out, as a table where the name ends in ".csv", else as XLIFF.
    bool writeOut(const QString& path);
    bool takeIn(const QString& path);
    QTableView& table() { return *table_; }
    /// Asks first where something would be lost.
    void reject() override;

  private:
    QLayout* builtTop();
    void buildTable();
    QLayout* builtFoot();
    void fillLanguages(const std::string& chosen);
    void refresh();
    void askLanguage();
    void say(const QString& words, bool wrong = false);
    const Form before_;
    Form form_;
    QComboBox* languages_;
    QPushButton *remove_, *out_;
    QLabel *says_, *said_, *empty_;
    QCheckBox* missing_;
    int next_ = -1;  // the text that is worded after the one that is being typed
    QTableView* table_;
    TextsModel* model_;
};

}  // namespace brindel
