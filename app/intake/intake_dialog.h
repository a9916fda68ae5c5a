// What exists beside what is made of it: the source with every place that was understood, the fields, what is not sure
// first, and the form.
#pragma once

#include <QDialog>
#include <set>

#include "core/intake/proposal.h"
#include "core/text/fonts.h"

class QLabel;
class QPlainTextEdit;
class QPushButton;
class QRadioButton;
class QTableWidget;
class QTableWidgetItem;

namespace brindel {

class IntakePicture;

class IntakeDialog : public QDialog {
    Q_OBJECT
  public:
    explicit IntakeDialog(const FontBook& fonts, QWidget* parent = nullptr);
    /// Reads a file into the source; says what is wrong where it cannot be read.
    void readFile(const QString& path);
    void readText(const QString& text);
    /// What the field in a row is, by its place among intake::meanings; or whether it becomes one at all.
    void setMeaning(int row, std::size_t meaning);
    void leaveOut(int row);
    /// Chooses the first field.
    void turnToFirst();
    /// The form as it is proposed, with what was changed by hand.
    Form form() const;

  private:
    QLayout* foot();
    void buildSource();
    void buildFields();
    void connectParts();
    void chooseFile();
    void read(const std::string& bytes);
    void showFields();
    void showPlaces();
    void showForm();
    void turnToRow();
    void turnToPlace();
    void chooseMeaning(int row);
    void labelEdited(QTableWidgetItem* cell);
    /// Items without those that are left out.
    intake::Items kept() const;

    const FontBook& fonts_;
    QPlainTextEdit* source_;
    QTableWidget* fields_;
    IntakePicture* picture_;
    QRadioButton *dialog_, *document_;
    QLabel* said_;
    QPushButton* make_;
    intake::Items items_;
    std::vector<std::size_t> shown_;  // which item a row of the fields is
    std::set<std::size_t> left_;      // items that are left out
    bool filling_ = false;
};

}  // namespace brindel
