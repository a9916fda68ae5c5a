// What a pass is to the window: what it shows above, on, in place of and aside of the sheet, and what happens when one
// comes to it and goes. It asks the window around it by PassHost alone.
#pragma once

#include <QWidget>
#include <functional>

#include "app/passes/pass.h"
#include "app/window/desk.h"

namespace brindel {

class Sheet;
class SheetLayer;

/// What a pass may ask of the window around it.
class PassHost {
  public:
    virtual ~PassHost() = default;
    virtual Desk& desk() = 0;
    virtual Sheet& sheet() = 0;
    /// What its dialogs open over.
    virtual QWidget& over() = 0;
    virtual void setPass(Pass pass) = 0;
    /// To the pass on the sheet that one came from.
    virtual void goBack() = 0;
    /// Saves the form, asking for a name where it has none; false where it was not saved.
    virtual bool save() = 0;
    /// Seals the form, or takes its seal off.
    virtual void askSeal() = 0;
    /// Goes to where a finding is put right, with its first control selected.
    virtual void goTo(const Finding& finding) = 0;
    /// Shows on the sheet what putting right all that can be would change.
    virtual void proposeAllRight() = 0;
};

/// Something that a pass has ready by name: a scheme, a ready rule, a target.
struct PassOffer {
    QString command = {};                      // the key of the command whose menu lists it; empty for Find alone
    QString key = {}, inMenu = {}, keys = {};  // its action there
    QString word, says = {};                   // as Find lists it
    std::function<void()> run;
};

class PassView : public QObject {
    Q_OBJECT
  public:
    using QObject::QObject;
    /// Above the sheet, and aside of it.
    virtual QWidget& strip() = 0;
    virtual QWidget& panel() = 0;
    /// How wide the panel is at least, in a wide window and in a narrow one; 0 for as wide as it was made.
    struct Width {
        int wide = 0, narrow = 0;
    };
    virtual Width width() const { return {}; }
    /// Over the sheet; null for nothing.
    virtual SheetLayer* layer() { return nullptr; }
    /// In place of the sheet; null for the sheet.
    virtual QWidget* page() { return nullptr; }
    /// Other lists (findings, changes) may stand in place of the panel.
    virtual bool sharesPanel() const { return true; }
    /// What is said below the sheet.
    virtual QString line() const = 0;
    /// How much of the form it has to do with, for the rail; nothing where that is no number.
    virtual std::optional<int> amount() const { return std::nullopt; }
    /// One comes to the pass, or goes.
    virtual void begin() {}
    virtual void end() {}
    virtual std::vector<PassOffer> offers() { return {}; }

  signals:
    /// Its line, or what it draws over the sheet, has changed.
    void changed();
};

// A row each, from the folder of the pass.
PassRow layOutPass();
PassRow namePass();
PassRow orderPass();
PassRow rulesPass();
PassRow protectPass();
PassRow tryOutPass();
PassRow handOverPass();
PassRow repliesPass();

}  // namespace brindel
