// The designer's window: rail, strip, sheet, details, jotting line and status line around one desk.
#pragma once

#include <QMainWindow>
#include <functional>

#include "app/window/desk.h"
#include "core/edit/alike.h"
#include "core/file/keepsake.h"
#include "core/targets/targets.h"

class QAction;
class QLabel;
class QMenuBar;
class QScrollArea;
class QStackedWidget;

namespace brindel {

struct Opened;

class ChangesPanel;
class Details;
class FileBar;
class FileWatch;
class FindBox;
class FindingsPanel;
class JotLine;
class NameLayer;
class NamePanel;
class NameStrip;
class OrderLayer;
class OrderPanel;
class OrderStrip;
class RulesLayer;
class RulesPanel;
class RulesStrip;
class Outline;
class ProtectLayer;
class ProtectPanel;
class HandOverPanel;
class HandOverStrip;
class CountsPanel;
class RepliesDesk;
class RepliesPage;
class RepliesStrip;
class ProtectStrip;
class Rail;
class SelectionBar;
class Sheet;
class SheetLayer;
class StartPage;
class Strip;
class StylesPanel;
class TryDetails;
class TryPane;
class TryStrip;

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
    TryStrip& tryStrip() { return *tryStrip_; }
    /// The action of a command in the table; null when there is none of that key.
    QAction* command(const QString& key) const;

    /// Opens a file; says what is wrong in the status line and leaves the form as it was when it cannot.
    /// One that another window has open is only looked at, unless the designer wants it otherwise.
    bool openFile(const QString& path);
    /// The same with what was read of it already.
    bool openRead(const QString& path, const Opened& opened);
    bool saveFile(const QString& path);
    /// Goes to a pass; a sealed form asks for its password first, but for Try.
    void setPass(Pass pass);
    /// Asks for the password of the form's seal where it is shut; true when it is open then.
    bool openSeal();
    /// Seals the form, or takes its seal off, which asks for the password.
    void askSeal();
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
    NameLayer& nameLayer() { return *nameLayer_; }
    NamePanel& namePanel() { return *namePanel_; }
    NameStrip& nameStrip() { return *nameStrip_; }
    OrderLayer& orderLayer() { return *orderLayer_; }
    OrderPanel& orderPanel() { return *orderPanel_; }
    OrderStrip& orderStrip() { return *orderStrip_; }
    RulesLayer& rulesLayer() { return *rulesLayer_; }
    RulesPanel& rulesPanel() { return *rulesPanel_; }
    RulesStrip& rulesStrip() { return *rulesStrip_; }
    ProtectLayer& protectLayer() { return *protectLayer_; }
    ProtectPanel& protectPanel() { return *protectPanel_; }
    ProtectStrip& protectStrip() { return *protectStrip_; }
    HandOverPanel& handOverPanel() { return *handOverPanel_; }
    HandOverStrip& handOverStrip() { return *handOverStrip_; }
    RepliesDesk& replies() { return *replies_; }
    RepliesPage& repliesPage() { return *repliesPage_; }
    CountsPanel& countsPanel() { return *countsPanel_; }
    FileBar& fileBar() { return *fileBar_; }
    FileWatch& fileWatch() { return *fileWatch_; }
    /// The list of findings in the middle, in Hand over.
    FindingsPanel& findingsPage() { return *findingsPage_; }
    /// Every key as Markdown, from the tables that the menus and the sheet are made of.
    QString keysPage() const;
    /// Goes on with work that was left unsaved. Its record goes only once this process keeps the same.
    void takeUp(const Keepsake& kept);
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
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    struct Command;
    const std::vector<Command>& commands() const;
    static std::vector<Command> arrangeCommands();
    static std::vector<Command> passCommands();
    // When a command can be given.
    static bool layingOut(const MainWindow& w);
    static bool editing(const MainWindow& w);
    static bool naming(const MainWindow& w);
    static bool ordering(const MainWindow& w);
    static bool ruling(const MainWindow& w);
    static bool protecting(const MainWindow& w);
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
    bool askSave();
    bool askSaveAs();
    void askExport(const Target& target);
    void askExportFolder(const Target& target);
    void askKit();
    void buildReplies();
    void askGather();
    void askExportReplies();
    void askStore();
    void lookAt(const Target& target);
    /// Asks for the word that seals the PDF of a sealed form; null where it is not given.
    void askOwner(std::shared_ptr<const Secret>& owner);
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
    void buildFileBar(class QVBoxLayout* column);
    void tellOfOther();
    void compareWithFile();
    bool takeFromFile();
    bool decideOnOther();

    Desk* desk_;
    Rail* rail_;
    Strip* strip_;
    QStackedWidget* strips_;
    NameLayer* nameLayer_;
    NamePanel* namePanel_;
    NameStrip* nameStrip_;
    OrderLayer* orderLayer_;
    OrderPanel* orderPanel_;
    OrderStrip* orderStrip_;
    RulesLayer* rulesLayer_;
    RulesPanel* rulesPanel_;
    RulesStrip* rulesStrip_;
    ProtectLayer* protectLayer_;
    ProtectPanel* protectPanel_;
    ProtectStrip* protectStrip_;
    HandOverPanel* handOverPanel_;
    HandOverStrip* handOverStrip_;
    TryStrip* tryStrip_;
    RepliesDesk* replies_;
    RepliesStrip* repliesStrip_;
    RepliesPage* repliesPage_;
    CountsPanel* countsPanel_;
    FindingsPanel* findingsPage_;
    Sheet* sheet_;
    QScrollArea* sheetArea_;
    Details* details_;
    JotLine* jotLine_;
    TryPane* tryPane_;
    TryDetails* tryDetails_;
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
    class QMenu* recent_ = nullptr;
    std::map<QString, QAction*> actions_;
    /// What a pass shows: over the sheet, above it and aside of it; and how wide that is in a wide and a narrow window.
    struct PassView {
        SheetLayer* layer;
        QWidget *strip, *panel;
        int wide, narrow;
    };
    std::map<Pass, PassView> views_;
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
