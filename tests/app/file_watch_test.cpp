// The form's file changes outside of the window: it is seen, nothing is lost, and what to do is the designer's choice.
#include "app/window/file_watch.h"
#include "app/compare/changes_panel.h"
#include "app/window/file_bar.h"
#include "core/edit/edits.h"
#include "core/file/open_mark.h"
#include "core/file/recovery_file.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct OnFile : Driver {
    Folder folder;
    std::string path = folder.file("note.brindel");
    OnFile() {
        write(path, formText(demo("pontoon-fault-note")));
        EXPECT_TRUE(window.openFile(toQt(path)));
        settle();
    }
    /// Somebody else writes another title.
    std::string changedOutside(const char* title = "Another title") {
        const Form form = withProperty(openForm(path)->form, {rootId}, Prop::title, std::string(title));
        const std::string text = formText(form);
        write(path, text);
        return text;
    }
    void retitle(const char* title) {
        desk().edit(withProperty(form(), {rootId}, Prop::title, std::string(title)), "Retitle");
        settle();
    }
    /// Presses a button of the next message box, by its words; gives what the box said.
    QString* answerNext(const QString& word) {
        auto* said = new QString;
        QTimer::singleShot(0, &window, [this, word, said] {
            auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
            if (!box) return;
            *said = box->text();
            for (QAbstractButton* button : box->buttons())
                if (button->text().remove('&') == word) return button->click();
            ADD_FAILURE() << "no button " << word.toStdString();
            box->reject();
        });
        return said;
    }
};

}  // namespace

TEST(FileWatch, SaysThatTheFileWasChangedOutside) {
    OnFile driver;
    EXPECT_FALSE(driver.window.fileBar().isVisible());
    driver.changedOutside();
    ASSERT_TRUE(QTest::qWaitFor([&] { return driver.window.fileBar().isVisible(); }, 10000));
    EXPECT_TRUE(
        driver.window.fileBar().findChild<QLabel*>("fileBarSays")->text().startsWith("note.brindel was changed"));
    // It is compared, and taken; what was here is a step back.
    driver.retitle("Mine");
    driver.window.fileBar().compare->click();
    EXPECT_TRUE(driver.window.changesShown());
    ASSERT_TRUE(driver.desk().changes().wait());
    EXPECT_FALSE(driver.desk().changes().differences().empty());
    driver.settle();
    if (const char* out = std::getenv("BRINDEL_SHOTS"))
        driver.window.grab().save(QString(out) + "/changed-outside.png");
    driver.window.fileBar().take->click();
    EXPECT_EQ(driver.form().root().text(Prop::title), "Another title");
    EXPECT_FALSE(driver.desk().unsaved());
    EXPECT_FALSE(driver.window.fileBar().isVisible());
    driver.desk().undo();
    EXPECT_EQ(driver.form().root().text(Prop::title), "Mine");
}

TEST(FileWatch, LooksAgainBeforeEachSave) {
    OnFile driver;
    driver.retitle("Mine");
    const std::string theirs = driver.changedOutside();
    const QString* said = driver.answerNext("Cancel");
    EXPECT_FALSE(driver.window.saveFile(toQt(driver.path)));
    EXPECT_TRUE(said->contains("Saving now would lose that change")) << said->toStdString();
    EXPECT_EQ(textOf(driver.path), theirs) << "the other change is still there";
    driver.answerNext("Use theirs");
    EXPECT_FALSE(driver.window.saveFile(toQt(driver.path)));
    EXPECT_EQ(driver.form().root().text(Prop::title), "Another title");
    driver.desk().undo();
    EXPECT_EQ(driver.form().root().text(Prop::title), "Mine");
    // Taken knowingly, it is saved over.
    EXPECT_TRUE(driver.window.saveFile(toQt(driver.path)));
    EXPECT_NE(textOf(driver.path).find("\"Mine\""), std::string::npos);
    // The same content at another time is no change; its own saving neither.
    write(driver.path, textOf(driver.path));
    driver.retitle("Mine again");
    EXPECT_TRUE(driver.window.saveFile(toQt(driver.path)));
    driver.changedOutside("Third");
    driver.retitle("Mine still");
    driver.answerNext("Replace theirs");
    EXPECT_TRUE(driver.window.saveFile(toQt(driver.path)));
}

TEST(FileWatch, AFileThatIsGoneOrBrokenLosesNothing) {
    OnFile driver;
    driver.retitle("Mine");
    std::filesystem::remove(driver.path);
    EXPECT_TRUE(driver.window.saveFile(toQt(driver.path)));
    EXPECT_NE(textOf(driver.path).find("\"Mine\""), std::string::npos);
    write(driver.path, "{\"brindel\": 1, \"form\"");
    driver.retitle("Later");
    driver.answerNext("Cancel");
    EXPECT_FALSE(driver.window.saveFile(toQt(driver.path)));
    EXPECT_FALSE(driver.window.fileBar().take->isVisible()) << "what cannot be read is not taken";
    EXPECT_TRUE(driver.window.fileBar().keep->isVisible());
    // It goes only when that is said.
    driver.answerNext("Replace theirs");
    EXPECT_TRUE(driver.window.saveFile(toQt(driver.path)));
    EXPECT_NE(textOf(driver.path).find("\"Later\""), std::string::npos);
}

TEST(FileWatch, ASecondWindowOffersToLookOnly) {
    OnFile driver;
    // Another process that runs: the one that has started this one.
    const std::string state = recoveryFolder();
    std::filesystem::create_directories(state);
    markOpen(state, int(getppid()), driver.path);
    const QString* said = driver.answerNext("View only");
    EXPECT_TRUE(driver.window.openFile(toQt(driver.path)));
    EXPECT_TRUE(said->contains("is open in another window")) << said->toStdString();
    EXPECT_FALSE(driver.desk().readOnlyBecause().isEmpty());
    EXPECT_EQ(QFileInfo(driver.window.saveAsName()).fileName(), "note-copy.brindel");
    driver.answerNext("Cancel");
    EXPECT_FALSE(driver.window.openFile(toQt(driver.path)));
    driver.answerNext("Work on it here too");
    EXPECT_TRUE(driver.window.openFile(toQt(driver.path)));
    EXPECT_TRUE(driver.desk().readOnlyBecause().isEmpty());
    markOpen(state, int(getppid()), "");
    EXPECT_TRUE(driver.window.openFile(toQt(driver.path))) << "nobody else has it any more";
}
