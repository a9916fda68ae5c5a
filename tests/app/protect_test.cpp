// The Protect pass in the real window, by pointer and by keyboard; and the seal: what it opens, what it keeps shut.
#include "app/passes/protect/protect_layer.h"
#include "app/passes/protect/protect_panel.h"
#include "app/passes/protect/protect_strip.h"
#include "app/passes/protect/seal_dialog.h"
#include "core/edit/personal_details.h"
#include "core/file/recovery_file.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

Form twentyFields() {
    std::string rows = "# Survey\n";
    for (int i = 0; i < 10; ++i)
        rows += "A" + std::to_string(i) + ": text 9 @txtA" + std::to_string(i) + "; B" + std::to_string(i) +
                ": text 9 @txtB" + std::to_string(i) + "\n";
    return jotted(rows + "### Office\nStamp: text 9 @txtStamp\nSeen by: text 9 @txtSeen\n[Save]* [Cancel]\n");
}

struct Protecting : Driver {
    explicit Protecting(Form form, QSize size = {1280, 800}) : Driver(std::move(form), size) {
        window.setPass(Pass::protect);
        settle();
    }
    int presses = 0;
    void press(const char* button) {
        auto* found = window.part<ProtectStrip>().findChild<QPushButton*>(button);
        ASSERT_NE(found, nullptr) << button;
        ++presses;
        QTest::mouseClick(found, Qt::LeftButton);
        settle();
    }
    void sweep(QPoint from, QPoint to) {
        ++presses;
        drag(from, to);
    }
    int count(Access access) {
        int all = 0;
        form().controls.each([&](Id, const Control& c) { all += isFilled(c) && c.as<Access>() == access; });
        return all;
    }
};

/// Action something once a modal dialog has come up, and waits until it is gone.
template <class Dialog, class Act, class Start>
void inDialog(Act act, Start start) {
    QTimer::singleShot(50, qApp, [act] {
        auto* dialog = qobject_cast<Dialog*>(QApplication::activeModalWidget());
        ASSERT_NE(dialog, nullptr);
        act(*dialog);
    });
    start();
}
void typeInto(QDialog& dialog, const char* name, const QString& text) {
    auto* line = dialog.findChild<QLineEdit*>(name);
    ASSERT_NE(line, nullptr);
    line->clear();
    line->insert(text);  // keys of QTest are those of ASCII
}
QString dialogSays(QDialog& dialog) {
    return dialog.findChild<QLabel*>("says")->text();
}
QPushButton& takeIn(QDialog& dialog) {
    return *dialog.findChild<QPushButton*>("take");
}
bool waitFor(const std::function<bool()>& what) {
    return QTest::qWaitFor(what, 20000);
}

}  // namespace

TEST(ProtectPass, TwentyFieldsAreSetInSixPressesWithThePointer) {
    Protecting p(twentyFields());
    p.press("wayReadOnly");
    for (const char* column : {"A", "B"})
        p.sweep(p.on(("txt" + std::string(column) + "0").c_str()), p.on(("txt" + std::string(column) + "9").c_str()));
    EXPECT_EQ(p.count(Access::readOnly), 20);
    EXPECT_EQ(p.desk().history().undoName(), "Read only: 10 fields");
    EXPECT_LE(p.presses, 6);
    // One press for one control; a frame by its edge for all in it.
    p.press("wayLocked");
    p.click(p.on("txtA3"));
    EXPECT_EQ(p.at("txtA3").as<Access>(), Access::locked);
    const Control& frame = *p.form().find(p.at("txtStamp").parent);
    p.click(p.sheet().placeOf(frame.id).topLeft().toPoint() + QPoint(4, 40));
    EXPECT_EQ(p.at("txtStamp").as<Access>(), Access::locked);
    EXPECT_EQ(p.at("txtSeen").as<Access>(), Access::locked);
    p.key(Qt::Key_Escape);
    EXPECT_FALSE(p.window.part<ProtectLayer>().inHand());
    // With nothing in hand a sweep selects.
    p.drag(p.on("txtB0"), p.on("txtB4"));
    EXPECT_EQ(p.desk().selection().size(), 5u);
    p.desk().undo();
    p.desk().undo();
    EXPECT_EQ(p.at("txtA3").as<Access>(), Access::readOnly);
    // An edit in the middle of a sweep ends it.
    p.press("wayOpen");
    QTest::mousePress(&p.sheet(), Qt::LeftButton, {}, p.on("txtA0"));
    p.desk().edit(withProperty(p.form(), {rootId}, Prop::note, std::string("x")), "Note");
    QTest::mouseRelease(&p.sheet(), Qt::LeftButton, {}, p.on("txtA0"));
    EXPECT_EQ(p.at("txtA0").as<Access>(), Access::readOnly);
}

TEST(ProtectPass, TwentyFieldsAreSetByTheKeyboard) {
    Protecting p(twentyFields());
    p.sheet().setFocus();
    p.key(Qt::Key_A, Qt::ControlModifier);
    EXPECT_EQ(p.desk().selection().size(), 22u);
    p.key(Qt::Key_R);
    EXPECT_EQ(p.count(Access::readOnly), 22);
    p.key(Qt::Key_Escape);
    p.key(Qt::Key_Tab);
    EXPECT_EQ(p.desk().selection(), Ids{p.at("txtA0").id});
    p.key(Qt::Key_Down, Qt::ShiftModifier);
    p.key(Qt::Key_L);
    EXPECT_EQ(p.count(Access::locked), 2);
    p.key(Qt::Key_Space);
    EXPECT_EQ(p.at("txtA0").as<Access>(), Access::open);
    p.key(Qt::Key_K);
    EXPECT_TRUE(p.at("txtA0").yes(Prop::kept));
    p.key(Qt::Key_P);
    EXPECT_TRUE(p.at("txtB0").yes(Prop::personal));
    EXPECT_EQ(p.window.part<ProtectLayer>().view(), ProtectView::personal);
    // In the list as well.
    p.key(Qt::Key_Escape);
    QListWidget& list = p.window.part<ProtectPanel>().list();
    list.setFocus();
    list.clearSelection();
    for (int i : {4, 5, 6}) list.item(i)->setSelected(true);
    QTest::keyClick(&list, Qt::Key_L);
    EXPECT_EQ(p.count(Access::locked), 3);
}

TEST(ProtectPass, PersonalDetailsAreMarkedAndTheNoticeIsWrittenInOneStep) {
    Protecting p(jotted(
        "# Permit\nBoat: text 9 @txtBoat\nOwner: text 9 @txtOwner\nPhone: text 9 @txtPhone\n[Save]* [Cancel]\n"));
    auto* mark = p.window.part<ProtectPanel>().findChild<QPushButton*>("markGuessed");
    ASSERT_TRUE(mark->isVisibleTo(&p.window));
    EXPECT_EQ(mark->text(), "Mark 2 that look personal");
    QTest::mouseClick(mark, Qt::LeftButton);
    EXPECT_EQ(personalFields(p.form()).size(), 2u);
    auto* by = p.window.part<ProtectPanel>().findChild<QLineEdit*>("noticeBy");
    by->setFocus();
    QTest::keyClicks(by, "Fennick Wharf");
    QTest::keyClick(by, Qt::Key_Return);
    p.command("writeNotice");
    ASSERT_TRUE(noticeOf(p.form()));
    EXPECT_TRUE(noticeOf(p.form())->text(Prop::text).starts_with("Fennick Wharf uses your details"));
    EXPECT_EQ(p.desk().history().undoName(), "Write the notice");
    p.desk().undo();
    EXPECT_FALSE(noticeOf(p.form()));
}

TEST(Sealing, AsksTwiceOpensByTheWordAndShutsEverythingButTry) {
    Folder folder;
    const QString path = toQt(folder.file("x.brindel")), word = "Halyard über 4711";
    Driver h(demo("slip-inspection"));
    h.window.setPass(Pass::protect);
    inDialog<SealDialog>(
        [&](SealDialog& dialog) {
            EXPECT_FALSE(takeIn(dialog).isEnabled());
            typeInto(dialog, "password", "abc");
            EXPECT_TRUE(dialogSays(dialog).startsWith("Guessed at once"));
            typeInto(dialog, "password", word);
            typeInto(dialog, "again", word.left(5));
            EXPECT_EQ(dialogSays(dialog), "The two passwords are not the same yet.");
            EXPECT_FALSE(takeIn(dialog).isEnabled());
            typeInto(dialog, "again", word);
            EXPECT_TRUE(takeIn(dialog).isEnabled());
            QTest::mouseClick(&takeIn(dialog), Qt::LeftButton);
        },
        [&] { h.window.askSeal(); });
    ASSERT_TRUE(h.form().seal);
    EXPECT_FALSE(h.desk().isShut());
    ASSERT_TRUE(h.window.autosave());
    ASSERT_TRUE(h.window.saveFile(path));
    // What is kept of unsaved work, of the window and in the file says nothing of the word.
    std::string kept = textOf(fromQt(path));
    for (const auto& entry : std::filesystem::recursive_directory_iterator(recoveryFolder()))
        if (entry.is_regular_file()) kept += textOf(entry.path().string());
    EXPECT_EQ(kept.find("Halyard"), std::string::npos);
    EXPECT_EQ(kept.find("4711"), std::string::npos);

    // Opened again it is there to be filled; a change is refused wherever it comes from.
    Driver other(newForm(Kind::dialog));
    ASSERT_TRUE(other.window.openFile(path));
    EXPECT_EQ(other.desk().pass(), Pass::tryOut);
    EXPECT_TRUE(other.desk().isShut());
    EXPECT_FALSE(other.desk().edit(withProperty(other.form(), {rootId}, Prop::note, std::string("x")), "Note"));
    for (Pass pass : {Pass::layOut, Pass::name, Pass::order, Pass::rules, Pass::protect}) {
        inDialog<SealAsk>([](SealAsk& dialog) { dialog.reject(); }, [&] { other.window.setPass(pass); });
        EXPECT_EQ(other.desk().pass(), Pass::tryOut);
    }
    inDialog<SealAsk>(
        [&](SealAsk& dialog) {
            for (int i = 0; i < 3; ++i) {
                typeInto(dialog, "password", "halyard");
                QTest::keyClick(&takeIn(dialog), Qt::Key_Space);
                ASSERT_TRUE(waitFor([&] { return dialogSays(dialog).startsWith("This is not"); }));
            }
            // The fourth waits.
            EXPECT_TRUE(dialogSays(dialog).contains("The next try is in"));
            typeInto(dialog, "password", word);
            EXPECT_FALSE(takeIn(dialog).isEnabled());
            ASSERT_TRUE(waitFor([&] { return takeIn(dialog).isEnabled(); }));
            QTest::mouseClick(&takeIn(dialog), Qt::LeftButton);
        },
        [&] { other.window.setPass(Pass::layOut); });
    EXPECT_EQ(other.desk().pass(), Pass::layOut);
    EXPECT_FALSE(other.desk().isShut());
    EXPECT_TRUE(other.desk().edit(withProperty(other.form(), {rootId}, Prop::note, std::string("x")), "Note"));
    ASSERT_TRUE(other.window.saveFile(path));
    EXPECT_EQ(openForm(fromQt(path))->form.revision, h.form().revision + 1);
    // Shut again; a new form is not written over it without the word.
    other.window.shutSeal();
    EXPECT_EQ(other.desk().pass(), Pass::tryOut);
    Driver third(newForm(Kind::dialog));
    const std::string before = textOf(fromQt(path));
    inDialog<SealAsk>([](SealAsk& dialog) { dialog.reject(); }, [&] { EXPECT_FALSE(third.window.saveFile(path)); });
    EXPECT_EQ(textOf(fromQt(path)), before);
}

TEST(Sealing, UnsavedWorkOnASealedFormNeedsThePasswordToo) {
    Folder folder;
    const auto sealing = sealed(demo("slip-inspection"), "gangway and groyne");
    write(folder.file("x.brindel"), sealedText(sealing->form, *sealing->key));
    Form changed = withProperty(sealing->form, {rootId}, Prop::note, std::string("half done"));
    Driver h(newForm(Kind::dialog));
    h.window.takeUp({"", folder.file("x.brindel"), "", changed});
    EXPECT_TRUE(h.desk().isShut());
    EXPECT_TRUE(h.desk().unsaved());
    EXPECT_EQ(h.desk().pass(), Pass::tryOut);
    EXPECT_EQ(h.form().root().text(Prop::note), "half done");
    h.desk().undo();
    EXPECT_EQ(h.form().root().text(Prop::note), "half done");
    h.desk().openSeal(keyFor(changed, "gangway and groyne").value());
    h.window.setPass(Pass::layOut);
    EXPECT_EQ(h.desk().pass(), Pass::layOut);
    // A window in other colours takes the open seal along.
    Driver dark(newForm(Kind::dialog));
    dark.desk().takeOver(h.desk());
    EXPECT_FALSE(dark.desk().isShut());
    ASSERT_TRUE(dark.window.saveFile(toQt(folder.file("x.brindel"))));
    const auto opened = openForm(folder.file("x.brindel"));
    EXPECT_TRUE(isAsItWasSealed(opened->form, opened->digest, *sealing->key));
    EXPECT_EQ(opened->form.root().text(Prop::note), "half done");
}

TEST(Sealing, AnEditByHandIsSaidOnceThePasswordIsGiven) {
    Folder folder;
    const auto sealing = sealed(demo("slip-inspection"), "gangway and groyne");
    std::string text = sealedText(sealing->form, *sealing->key);
    text.replace(text.find("\"title\": \""), 10, "\"title\": \"Z");
    write(folder.file("x.brindel"), text);
    Driver h(newForm(Kind::dialog));
    ASSERT_TRUE(h.window.openFile(toQt(folder.file("x.brindel"))));
    EXPECT_FALSE(h.desk().openSeal(keyFor(h.form(), "gangway and groyne").value()));
    // A damaged seal lets nobody in, and everybody fill.
    text.replace(text.find("$argon2id"), 9, "$argon2xx");
    write(folder.file("y.brindel"), text);
    ASSERT_TRUE(h.window.openFile(toQt(folder.file("y.brindel"))));
    EXPECT_EQ(h.desk().pass(), Pass::tryOut);
    h.window.setPass(Pass::layOut);
    EXPECT_EQ(h.desk().pass(), Pass::tryOut);
}

TEST(ProtectPass, FitsASmallWindow) {
    Protecting p(demo("lift-out-booking"), {1024, 700});
    const ProtectStrip& strip = p.window.part<ProtectStrip>();
    int right = 0;
    for (QPushButton* button : strip.findChildren<QPushButton*>()) {
        EXPECT_GE(button->width(), button->fontMetrics().horizontalAdvance(button->text()))
            << button->text().toStdString();
        right = std::max(right, button->geometry().right());
    }
    EXPECT_LT(right, strip.width());
    for (ProtectView view : {ProtectView::access, ProtectView::limits, ProtectView::personal}) {
        p.window.part<ProtectLayer>().setView(view);
        Driver::settle();
        EXPECT_FALSE(p.window.grab().isNull());
    }
}
