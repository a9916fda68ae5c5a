// The designer's window: rail, strip, sheet, details, jotting line and status line around one desk.
#pragma once

#include <QMainWindow>
#include <functional>

#include "app/window/desk.h"

class QAction;
class QLabel;
class QMenuBar;
class QScrollArea;
class QStackedWidget;

namespace brindel {

class Details;
class JotLine;
class Rail;
class SelectionBar;
class Sheet;
class Strip;
class TryDetails;
class TryPane;

class MainWindow : public QMainWindow {
    Q_OBJECT
  public:
    explicit MainWindow(Form form, QWidget* parent = nullptr);
    ~MainWindow() override;

    Desk& desk() { return *desk_; }
    Sheet& sheet() { return *sheet_; }
    Details& details() { return *details_; }
    JotLine& jotLine() { return *jotLine_; }
    Strip& strip() { return *strip_; }
    Rail& rail() { return *rail_; }
    TryPane& tryPane() { return *tryPane_; }
    TryDetails& tryDetails() { return *tryDetails_; }
    /// The action of a command in the table; null when there is none of that key.
    QAction* command(const QString& key) const;

    /// Opens a file; says what is wrong in the status line and leaves the form as it was when it cannot.
    bool openFile(const QString& path);
    bool saveFile(const QString& path);
    void setPass(Pass pass);
    /// The zoom at which the form fits, at most 100 %.
    void zoomToFit();

  protected:
    void closeEvent(QCloseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    struct Command;
    const std::vector<Command>& commands() const;
    void buildMenus();
    void refreshCommands();
    void refreshTitle();
    void refreshStatus();
    void refreshBar();
    void remember(const QString& path);
    void fillRecent();
    bool mayLeaveForm();
    void newForm(Kind kind);
    void askOpen();
    bool askSave();
    bool askSaveAs();
    void askExport(const QString& kind);
    void copy(bool cut);
    void paste();
    void duplicate();
    void addPage();
    void autosave();

    Desk* desk_;
    Rail* rail_;
    Strip* strip_;
    Sheet* sheet_;
    QScrollArea* sheetArea_;
    Details* details_;
    JotLine* jotLine_;
    TryPane* tryPane_;
    TryDetails* tryDetails_;
    QStackedWidget* middle_;
    QStackedWidget* right_;
    SelectionBar* bar_;
    QLabel* passLine_;
    QLabel* formTitle_;
    QLabel* statusLeft_;
    QLabel* statusPlace_;
    QLabel* statusSaid_;
    QLabel* statusSaved_;
    QLabel* statusZoom_;
    QMenuBar* menus_;
    class QMenu* recent_ = nullptr;
    std::map<QString, QAction*> actions_;
    Pass before_ = Pass::layOut;
    int pastes_ = 0;
    bool zoomByHand_ = false;
};

}  // namespace brindel
