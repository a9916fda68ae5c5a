// The designer's window: rail, strip, sheet, details, jotting line and status line around one desk.
#pragma once

#include <QMainWindow>
#include <functional>

#include "app/passes/pass_view.h"
#include "core/edit/alike.h"
#include "core/file/recovery_file.h"

class QAction;
class QHBoxLayout;
class QLabel;
class QMenu;
class QMenuBar;
class QScrollArea;
class QStackedWidget;
class QVBoxLayout;

namespace brindel {

struct Opened;

class ChangesPanel;
class Details;
class FileBar;
class FileWatch;
class FindBox;
class FindingsPanel;
class JotLine;
class Outline;
class Rail;
class SelectionBar;
class Sheet;
class StartPage;
class StylesPanel;

class MainWindow : public QMainWindow, private PassHost {
    Q_OBJECT
  public:
    explicit MainWindow(Form form, QWidget* parent = nullptr);
    ~MainWindow() override;

    Desk& desk() override { return *desk_; }
    Sheet& sheet() override { return *sheet_; }
    Details& details();
    JotLine& jotLine() { return *jotLine_; }
    Rail& rail() { return *rail_; }
    /// A part of the window, or of one of its passes, that there is one of.
    template <class Part>
    Part& part() {
        return *findChild<Part*>();
    }
    PassView& view(Pass pass) { return *views_.at(pass); }
    /// The action of a command in the table; null when there is none of that key.
    QAction* command(const QString& key) const;

    /// Opens a file; says what is wrong in the status line and leaves the form as it was when it cannot.
    /// One that another window has open is only looked at, unless the designer wants it otherwise.
    bool openFile(const QString& path);
    /// Makes a form from what exists: a file, or what is pasted.
    void askIntake(const QString& path);
    /// The same with what was read of it already.
    bool openRead(const QString& path, const Opened& opened);
    bool saveFile(const QString& path);
    /// Goes to a pass; a sealed form asks for its password first, but for Try.
    void setPass(Pass pass) override;
    /// Asks for the password of the form's seal where it is shut; true when it is open then.
    bool openSeal();
    /// Seals the form, or takes its seal off, which asks for the password.
    void askSeal() override;
    /// Forgets the password that was given.
    void shutSeal();
    bool outlineShown() const;
    void showOutline(bool show);
    bool stylesShown() const { return stylesShown_; }
    /// The list of findings, in place of what the pass shows on the right.
    void showFindings(bool show);
    bool findingsShown() const { return findingsShown_; }
    FindingsPanel& findingsPanel() { return *findingsPanel_; }
    /// The list of what has changed, in the same place.
    void showChanges(bool show);
    bool changesShown() const { return changesShown_; }
    ChangesPanel& changesPanel() { return *changesPanel_; }
    void showStyles(bool show);
    Outline& outline() { return *outline_; }
    StylesPanel& styles() { return *styles_; }
    FindBox& findBox() { return *findBox_; }
    FileBar& fileBar() { return *fileBar_; }
    FileWatch& fileWatch() { return *fileWatch_; }
    /// Every key as Markdown, from the tables that the menus and the sheet are made of.
    QString keysPage() const;
    /// Goes on with work that was left unsaved. Its record goes only once this process keeps the same.
    void takeUp(const RecoveryFile& kept);
    /// The file that Save as offers: the form's own, another one beside it where that may not be written over.
    QString saveAsName() const;
    /// The words of all tables that designers read, each once: of kinds, properties, looks, schemes, commands …
    QStringList tableWords() const;
    /// What is at hand when no form is: shown until one is begun or opened.
    void showStart(bool show);
    /// The zoom at which the form fits, at most 100 %.
    void zoomToFit();

    /// Keeps unsaved work for after a crash, or forgets what is saved by now; false when it could not.
    bool autosave();

  signals:
    /// Dark has been switched: the window is to be made anew, for its colours are laid on as it is made.
    void darkTurned();

  protected:
    void closeEvent(QCloseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    struct Command;
    const std::vector<Command>& commands() const;
    static std::vector<Command> fileCommands();
    static std::vector<Command> editCommands();
    static std::vector<Command> arrangeCommands();
    static std::vector<Command> pageCommands();
    static std::vector<Command> viewCommands();
    static std::vector<Command> zoomCommands();
    static std::vector<Command> helpCommands();
    static std::vector<Command> spreadCommands();
    static std::vector<Command> fitCommands();
    static std::vector<Command> controlCommands();
    static std::vector<Command> passCommands();
    // When a command can be given.
    static bool layingOut(const MainWindow& w);
    static bool editing(const MainWindow& w);
    static bool some(const MainWindow& w);
    static bool two(const MainWindow& w);
    static bool three(const MainWindow& w);
    void buildMenus();
    void refreshCommands();
    void refreshTitle();
    void refreshStatus();
    void refreshBar();
    void buildProposalBar();
    /// The lists that stand aside of the sheet in place of what the pass shows, and what the hand-over leads to.
    void buildAside();
    void remember(const QString& path);
    void fillRecent();
    bool mayLeaveForm();
    void newForm(Kind kind);
    void askOpen();
    void askJotting();
    void beginWith(const Form& made, const QString& step);
    bool askSave();
    bool askSaveAs();
    void copy(bool cut);
    void paste();
    void duplicate();
    void addPage();
    void selectAlike(Alike what, bool wholeForm);
    void change(const QString& name, const std::function<Form(const Form&, const Ids&)>& edit);
    Id pageInHand() const;
    void removePage();
    void movePage(int by);
    void turnPage(int by);
    void moveOut();
    void moveInto();
    void tidy();
    void askRepeat();
    void askNewStyle();
    void askLanguages();
    void find();
    void turnDark();
    void nextPanel();
    void refreshRight();
    void refreshPassLine();
    void goToPass(Pass pass);
    /// `knowingly`: the designer has said that what is there, and cannot be read, may go.
    bool mayWriteOver(const QString& path, bool knowingly);
    // What somebody else has done to the form's file.
    void buildFileBar(QVBoxLayout* column);
    void tellOfOther();
    void compareWithFile();
    bool takeFromFile();
    bool decideOnOther();

    // What a pass asks for.
    QWidget& over() override { return *this; }
    void goBack() override { setPass(before_); }
    bool save() override { return askSave(); }
    void goTo(const Finding& finding) override;
    void proposeAllRight() override;

    // The window, from the outside in.
    QWidget* builtTop();
    QWidget* builtMiddle();
    void buildSheet();
    void buildPassLine(QWidget* middle);
    QWidget* builtEdge();
    void buildStatus(QHBoxLayout* line);
    void buildStart();
    void followDesk();
    void addSubmenu(QMenu* menu, const Command& command);

    Desk* desk_;
    Rail* rail_;
    QStackedWidget* strips_;
    Sheet* sheet_;
    QScrollArea* sheetArea_;
    JotLine* jotLine_;
    QStackedWidget* middle_;
    QStackedWidget* right_;
    StartPage* start_;
    int panelWidth_ = 0;
    SelectionBar* bar_;
    QLabel* passLine_;
    QLabel* formTitle_;
    QLabel* statusLeft_;
    QLabel* statusPlace_;
    QLabel* statusFinding_;
    QLabel* statusSaid_;
    QLabel* statusSaved_;
    QLabel* statusZoom_;
    QMenuBar* menus_;
    QMenu* recent_ = nullptr;
    std::map<QString, QAction*> actions_;
    std::map<Pass, PassView*> views_;
    Pass before_ = Pass::layOut;
    int pastes_ = 0;
    bool zoomByHand_ = false, stylesShown_ = false, findingsShown_ = false, changesShown_ = false;
    Outline* outline_;
    StylesPanel* styles_;
    FindingsPanel* findingsPanel_;
    ChangesPanel* changesPanel_;
    FindBox* findBox_;
    QWidget* proposalBar_;
    FileBar* fileBar_;
    FileWatch* fileWatch_;
    QLabel* proposalSays_;
};

}  // namespace brindel
