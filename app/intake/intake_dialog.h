// What exists beside what is made of it: the source with every place that was understood, the fields, what is not sure
// first, and the form.
#pragma once

#include <QDialog>
#include <map>
#include <optional>

#include "app/window/makes_line.h"
#include "core/intake/proposal.h"
#include "core/text/fonts.h"

class QLabel;
class QLayout;
class QPlainTextEdit;
class QTableWidget;
class QTableWidgetItem;

namespace brindel {

class IntakePicture;

class IntakeDialog : public QDialog {
    Q_OBJECT
  public:
    explicit IntakeDialog(const FontBook& fonts, QWidget* parent = nullptr);
    /// Reads a file; says what is wrong, and gives false, where it cannot be read.
    bool readFile(const QString& path);
    void readText(const QString& text);
    /// What the field in a row is, by its place among intake::meanings; or whether it becomes one at all.
    void setMeaning(int row, std::size_t meaning);
    void leaveOut(int row);
    /// Chooses the first field.
    void turnToFirst();
    /// The form as it is proposed, with what was changed by hand; or the one that the file contains.
    Form form() const;

  protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

  private:
    /// What was changed by hand at a field, kept when the source is edited: by its label there, and which of those.
    struct Change {
        std::optional<std::size_t> meaning = {};
        std::string label = {};  // empty for the one that it had
        bool leftOut = false;
    };
    using Named = std::pair<std::string, int>;

    void buildSource();
    void buildFields();
    void connectParts();
    void chooseFile();
    void read(const std::string& bytes);
    bool takeContained(const std::string& bytes);
    void changed();
    void showFields();
    void showPlaces();
    void showForm();
    void say(const QString& sentence, bool wrong = false);
    void sayWhatIsThere();
    void turnToRow();
    void turnToPlace();
    void chooseMeaning(int row);
    void labelEdited(QTableWidgetItem* cell);
    /// The field in a row of the table; null for none.
    const intake::Proposed* proposedIn(int row) const;
    Change& changeOf(const intake::Proposed& field) { return changes_[names_.at(field.item)]; }

    const FontBook& fonts_;
    QPlainTextEdit* source_;
    QTableWidget* fields_;
    IntakePicture* picture_;
    MakesLine makes_;
    QLabel* said_;
    intake::Items read_, items_;          // as they are in the source, and with the changes
    intake::Proposal proposal_;           // of the latter
    std::map<std::size_t, Named> names_;  // of the fields among the items
    std::map<Named, Change> changes_;
    std::vector<std::size_t> shown_;  // which of the proposed fields is in which row
    std::optional<Form> contained_;   // that the file contains
    bool filling_ = false;
};

}  // namespace brindel
