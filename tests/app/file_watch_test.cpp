// The form's file changes outside of the window: it is seen, nothing is lost, and what to do is the designer's choice.
#include "app/window/file_watch.h"
#include "app/compare/changes_panel.h"
#include "app/window/file_bar.h"
#include "core/edit/edits.h"
#include "core/file/keepsake.h"
#include "core/file/open_mark.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct OnFile : Hands {
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
    OnFile hands;
    EXPECT_FALSE(hands.window.fileBar().isVisible());
    hands.changedOutside();
    ASSERT_TRUE(QTest::qWaitFor([&] { return hands.window.fileBar().isVisible(); }, 10000));
    EXPECT_TRUE(
        hands.window.fileBar().findChild<QLabel*>("fileBarSays")->text().startsWith("note.brindel was changed"));
    // It is compared, and taken; what was here is a step back.
    hands.retitle("Mine");
    hands.window.fileBar().compare->click();
    EXPECT_TRUE(hands.window.changesShown());
    ASSERT_TRUE(hands.desk().changes().wait());
    EXPECT_FALSE(hands.desk().changes().differences().empty());
    hands.settle();
    if (const char* out = std::getenv("BRINDEL_SHOTS")) hands.window.grab().save(QString(out) + "/changed-outside.png");
    hands.window.fileBar().take->click();
    EXPECT_EQ(hands.form().root().text(Prop::title), "Another title");
    EXPECT_FALSE(hands.desk().unsaved());
    EXPECT_FALSE(hands.window.fileBar().isVisible());
    hands.desk().undo();
    EXPECT_EQ(hands.form().root().text(Prop::title), "Mine");
}

TEST(FileWatch, LooksAgainBeforeEachSave) {
    OnFile hands;
    hands.retitle("Mine");
    const std::string theirs = hands.changedOutside();
    const QString* said = hands.answerNext("Cancel");
    EXPECT_FALSE(hands.window.saveFile(toQt(hands.path)));
    EXPECT_TRUE(said->contains("Saving now would lose that change")) << said->toStdString();
    EXPECT_EQ(textOf(hands.path), theirs) << "the other change is still there";
    hands.answerNext("Use theirs");
    EXPECT_FALSE(hands.window.saveFile(toQt(hands.path)));
    EXPECT_EQ(hands.form().root().text(Prop::title), "Another title");
    hands.desk().undo();
    EXPECT_EQ(hands.form().root().text(Prop::title), "Mine");
    // Taken knowingly, it is saved over.
    EXPECT_TRUE(hands.window.saveFile(toQt(hands.path)));
    EXPECT_NE(textOf(hands.path).find("\"Mine\""), std::string::npos);
    // The same content at another time is no change; its own saving neither.
    write(hands.path, textOf(hands.path));
    hands.retitle("Mine again");
    EXPECT_TRUE(hands.window.saveFile(toQt(hands.path)));
    hands.changedOutside("Third");
    hands.retitle("Mine still");
    hands.answerNext("Replace theirs");
    EXPECT_TRUE(hands.window.saveFile(toQt(hands.path)));
}

TEST(FileWatch, AFileThatIsGoneOrBrokenLosesNothing) {
    OnFile hands;
    hands.retitle("Mine");
    std::filesystem::remove(hands.path);
    EXPECT_TRUE(hands.window.saveFile(toQt(hands.path)));
    EXPECT_NE(textOf(hands.path).find("\"Mine\""), std::string::npos);
    write(hands.path, "{\"brindel\": 1, \"form\"");
    hands.retitle("Later");
    hands.answerNext("Cancel");
    EXPECT_FALSE(hands.window.saveFile(toQt(hands.path)));
    EXPECT_FALSE(hands.window.fileBar().take->isVisible()) << "what cannot be read is not taken";
    EXPECT_TRUE(hands.window.fileBar().keep->isVisible());
    // It goes only when that is said.
    hands.answerNext("Replace theirs");
    EXPECT_TRUE(hands.window.saveFile(toQt(hands.path)));
    EXPECT_NE(textOf(hands.path).find("\"Later\""), std::string::npos);
}

TEST(FileWatch, ASecondWindowOffersToLookOnly) {
    OnFile hands;
    // Another process that runs: the one that has started this one.
    const std::string state = keepsakeFolder();
    std::filesystem::create_directories(state);
    markOpen(state, int(getppid()), hands.path);
    const QString* said = hands.answerNext("View only");
    EXPECT_TRUE(hands.window.openFile(toQt(hands.path)));
    EXPECT_TRUE(said->contains("is open in another window")) << said->toStdString();
    EXPECT_FALSE(hands.desk().readOnlyBecause().isEmpty());
    EXPECT_EQ(QFileInfo(hands.window.saveAsName()).fileName(), "note-copy.brindel");
    hands.answerNext("Cancel");
    EXPECT_FALSE(hands.window.openFile(toQt(hands.path)));
    hands.answerNext("Work on it here too");
    EXPECT_TRUE(hands.window.openFile(toQt(hands.path)));
    EXPECT_TRUE(hands.desk().readOnlyBecause().isEmpty());
    markOpen(state, int(getppid()), "");
    EXPECT_TRUE(hands.window.openFile(toQt(hands.path))) << "nobody else has it any more";
}
