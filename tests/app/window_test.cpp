#include "filler/desktop_font.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

TEST(Window, JottedPlacedDraggedRenamedUndoneRedoneSavedAndOpenedAgain) {
    Driver driver;
    driver.jot(
        "# Berth change\n## Boat\nBoat name: text 30 !\nLength overall: number 2..25 .1 m\nHull: combo [GRP, Timber, "
        "Steel]\n## Stay\nFrom: date\nTo: date\nKeep my berth: check\n[Cancel] [Send]*");
    ASSERT_NE(driver.form().named("txtBoatName"), nullptr);
    EXPECT_EQ(driver.form().root().text(Prop::title), "Berth change");
    const Form jotted = driver.form();

    // Room for the frame: the form's foot and the tabs are drawn larger.
    driver.desk().edit(boxed(driver.form(), rootId, {0, 0, jotted.root().box.width, 560}), "Resize the form");
    const Control tabs = driver.at("tbsBerthChange");
    driver.desk().edit(boxed(driver.form(), tabs.id, {tabs.box.left, tabs.box.top, tabs.box.width, 420}),
                       "Resize tabs");
    driver.sheet().setFocus();

    // A frame drawn by the pointer, its title typed where it stands, three radio buttons clicked into it.
    driver.key(Qt::Key_F);
    driver.drag(driver.spot(40, 230), driver.spot(300, 360));
    ASSERT_TRUE(driver.sheet().wordingOpen());
    driver.type("Mooring");
    driver.key(Qt::Key_Return);
    const Id frame = driver.at("Mooring").id;
    EXPECT_EQ(driver.form().find(frame)->parent, tabs.children[0]) << "the frame lies on the tab page it was drawn on";
    const Box inside = onSurface(driver.form(), frame);
    driver.sheet().setFocus();
    const char* words[] = {"Swinging", "Pontoon", "Drying"};
    for (int i = 0; i < 3; ++i) {
        driver.key(Qt::Key_R);
        driver.click(driver.spot(inside.left + 20, inside.top + 40 + 30 * i));
        driver.type(words[i]);
        driver.key(Qt::Key_Return);
    }
    ASSERT_EQ(driver.form().find(frame)->children.size(), 3u);
    EXPECT_EQ(driver.at("radPontoon").parent, frame);

    // Dragged by its edge with what it holds.
    driver.desk().select({frame});
    const Box before = driver.form().find(frame)->box;
    const QPoint edge = driver.sheet().placeOf(frame).topLeft().toPoint() + QPoint(40, 3);
    driver.drag(edge, edge + QPoint(60, 20), Qt::AltModifier);
    EXPECT_NE(driver.form().find(frame)->box.left, before.left);
    EXPECT_EQ(driver.at("radPontoon").parent, frame);

    // Renamed in the details.
    driver.desk().select({driver.at("txtBoatName").id});
    Driver::settle();
    auto* name = qobject_cast<QLineEdit*>(driver.window.details().editorNamed("name"));
    ASSERT_NE(name, nullptr);
    name->setFocus();
    name->selectAll();
    driver.type("txtVessel");
    driver.key(Qt::Key_Return);
    EXPECT_NE(driver.form().named("txtVessel"), nullptr);

    const Form done = driver.form();
    const auto depth = driver.desk().history().depth();
    EXPECT_GE(depth, 9u);
    while (driver.desk().history().canUndo()) driver.command("undo");
    EXPECT_TRUE(sameContent(driver.form(), newForm(Kind::dialog)));
    while (driver.desk().history().canRedo()) driver.command("redo");
    EXPECT_TRUE(sameContent(driver.form(), done));
    EXPECT_EQ(driver.desk().history().depth(), depth);

    Folder folder;
    const QString path = toQt(folder.file("berth.brindel"));
    ASSERT_TRUE(driver.window.saveFile(path));
    EXPECT_FALSE(driver.desk().unsaved());
    driver.desk().open(newForm(Kind::dialog), {});
    ASSERT_TRUE(driver.window.openFile(path));
    EXPECT_TRUE(sameContent(driver.form(), done));
}

TEST(Window, AFieldIsPlacedWithItsLabelAndTypingGoesIntoIt) {
    Driver driver;
    driver.sheet().setFocus();
    driver.key(Qt::Key_T);
    EXPECT_EQ(driver.desk().tool(), Kind::textBox);
    driver.click(driver.spot(150, 40));
    EXPECT_FALSE(driver.desk().tool()) << "put down after one";
    ASSERT_TRUE(driver.sheet().wordingOpen());
    driver.type("Sail number");
    driver.key(Qt::Key_Return);
    const Control& field = driver.at("txtSailNumber");
    const Control* label = labelOf(driver.form(), field.id);
    ASSERT_NE(label, nullptr);
    EXPECT_EQ(label->box.centre().y, field.box.centre().y);
    EXPECT_LT(label->box.right(), field.box.left);
    EXPECT_EQ(field.box.width, row(Kind::textBox).inDialog.width);
    // The next one lies on the first one's left edge though it was clicked a little off.
    driver.key(Qt::Key_C);
    driver.click(driver.spot(field.box.left + 3, 90));
    driver.type("Hull");
    driver.key(Qt::Key_Escape);
    EXPECT_EQ(driver.at("cboComboBox").box.left, field.box.left);
}

TEST(Window, ShiftKeepsAKindInHandAndEscapePutsItDown) {
    Driver driver;
    driver.sheet().setFocus();
    driver.key(Qt::Key_K, Qt::ShiftModifier);
    driver.click(driver.spot(60, 40));
    driver.click(driver.spot(60, 80));
    EXPECT_EQ(driver.desk().tool(), Kind::checkBox);
    EXPECT_EQ(driver.form().root().children.size(), 2u);
    EXPECT_TRUE(driver.sheet().wordingOpen()) << "what is typed now is the wording";
    driver.key(Qt::Key_Escape);
    EXPECT_TRUE(driver.desk().tool()) << "the first leaves the wording";
    driver.key(Qt::Key_Escape);
    EXPECT_FALSE(driver.desk().tool());
}

TEST(Window, TheRubberBandTakesWhatItTouchesAndWithAltWhatItEncloses) {
    Driver driver(jotted("A: text 5\nB: text 5\nC: text 5\n"));
    const Box a = driver.at("txtA").box, c = driver.at("txtC").box;
    auto band = [&](double bottom, Qt::KeyboardModifiers keys) {
        driver.drag(driver.spot(a.right() + 20, a.top - 8), driver.spot(a.left + 4, bottom), keys);
        return driver.desk().selection();
    };
    EXPECT_EQ(band(c.top + 4, Qt::NoModifier).size(), 3u);
    EXPECT_EQ(band(c.top + 4, Qt::AltModifier).size(), 0u);
    driver.click(driver.on("txtA"));
    driver.click(driver.on("txtC"), Qt::ControlModifier);
    EXPECT_EQ(driver.desk().selection(), (Ids{driver.at("txtA").id, driver.at("txtC").id}));
    driver.click(driver.on("txtC"), Qt::ShiftModifier);
    EXPECT_EQ(driver.desk().selection(), (Ids{driver.at("txtA").id}));
}

TEST(Window, ArrowsNudgeShiftGoesByTheGridAndCtrlSizes) {
    Driver driver(jotted("A: text 5\nB: text 5\n"));
    const Id id = driver.at("txtA").id;
    const Box before = driver.form().find(id)->box;
    driver.click(driver.on("txtA"));
    driver.key(Qt::Key_Right);
    driver.key(Qt::Key_Right);
    driver.key(Qt::Key_Down, Qt::ShiftModifier);
    EXPECT_EQ(driver.form().find(id)->box, before.moved(2, 8));
    EXPECT_EQ(driver.desk().history().depth(), 1u) << "a run of nudges is one step";
    driver.key(Qt::Key_Right, Qt::ControlModifier);
    EXPECT_EQ(driver.form().find(id)->box.width, before.width + 1);
    driver.command("undo");
    driver.command("undo");
    EXPECT_EQ(driver.form().find(id)->box, before);
}

TEST(Window, HandlesSizeAndEscapeGivesUp) {
    Driver driver(jotted("A: text 5\n"));
    const Id id = driver.at("txtA").id;
    const Box before = driver.form().find(id)->box;
    driver.click(driver.on("txtA"));
    const QRectF r = driver.sheet().placeOf(id);
    const QPoint handle(int(r.right()) + 1, int(r.center().y()));
    driver.drag(handle, handle + QPoint(40, 0), Qt::AltModifier);
    EXPECT_EQ(driver.form().find(id)->box, (Box{before.left, before.top, before.width + 40, before.height}));
    QTest::mousePress(&driver.sheet(), Qt::LeftButton, {}, driver.on("txtA"));
    QTest::mouseMove(&driver.sheet(), driver.on("txtA") + QPoint(50, 50));
    driver.key(Qt::Key_Escape);
    QTest::mouseRelease(&driver.sheet(), Qt::LeftButton, {}, driver.on("txtA"));
    EXPECT_EQ(driver.form().find(id)->box.left, before.left);
}

TEST(Window, DraggingIntoAFrameAndOutOfItChangesTheContainer) {
    Driver driver(jotted("A: text 5\nOK?: check\n### Frame\nB: text 5\n"));
    const Id check = driver.at("chkOK").id, frame = driver.at("Frame").id;
    const QRectF target = driver.sheet().placeOf(frame);
    driver.drag(driver.on(check), target.topLeft().toPoint() + QPoint(200, 45), Qt::AltModifier);
    EXPECT_EQ(driver.form().find(check)->parent, frame);
    driver.drag(driver.on(check), driver.spot(140, 24), Qt::AltModifier);
    EXPECT_EQ(driver.form().find(check)->parent, rootId);
    EXPECT_EQ(QString::fromStdString(driver.desk().history().undoName()), "Move OK?");
}

TEST(Window, DraggingWithCtrlCopies) {
    Driver driver(jotted("A: text 5\n[Go]*\n"));
    driver.drag(driver.on("btnGo"), driver.on("btnGo") - QPoint(120, 0), Qt::ControlModifier);
    ASSERT_NE(driver.form().named("btnGo2"), nullptr);
    EXPECT_EQ(driver.at("btnGo2").box.width, driver.at("btnGo").box.width);
}

TEST(Window, CopyPasteDuplicateAndDelete) {
    Driver driver(jotted("A: text 5\nB: text 5\n"));
    driver.desk().select({driver.at("A").id, driver.at("txtA").id});
    driver.command("copy");
    driver.command("paste");
    EXPECT_NE(driver.form().named("txtA2"), nullptr);
    EXPECT_NE(labelOf(driver.form(), driver.at("txtA2").id), nullptr);
    driver.command("duplicate");
    EXPECT_NE(driver.form().named("txtA3"), nullptr);
    driver.command("delete");
    EXPECT_EQ(driver.form().named("txtA3"), nullptr);
    driver.desk().select({driver.at("txtB").id});
    driver.command("cut");
    EXPECT_EQ(driver.form().named("txtB"), nullptr);
    EXPECT_EQ(driver.window.command("undo")->text(), "Undo: Cut");
    driver.command("paste");
    EXPECT_NE(driver.form().named("txtB"), nullptr) << "and back again";
}

TEST(Window, TheDetailsEditOneOrMany) {
    Driver driver(jotted("A: text 5\nB: text 9 !\nC: number\n"));
    driver.desk().select({driver.at("txtA").id, driver.at("txtB").id});
    Driver::settle();
    auto* required = qobject_cast<QCheckBox*>(driver.window.details().editorOf(Prop::required));
    ASSERT_NE(required, nullptr);
    EXPECT_EQ(required->checkState(), Qt::PartiallyChecked) << "the two differ";
    QTest::mouseClick(required, Qt::LeftButton, {}, QPoint(8, 13));
    Driver::settle();
    EXPECT_TRUE(driver.at("txtA").yes(Prop::required));
    EXPECT_TRUE(driver.at("txtB").yes(Prop::required));
    EXPECT_EQ(driver.desk().history().depth(), 1u);
    auto* most = qobject_cast<QLineEdit*>(driver.window.details().editorOf(Prop::maxLength));
    ASSERT_NE(most, nullptr);
    EXPECT_EQ(most->placeholderText(), "differ");
    most->setFocus();
    driver.type("12");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.at("txtA").number(Prop::maxLength), 12);
    EXPECT_EQ(driver.at("txtB").number(Prop::maxLength), 12);
    most->setFocus();
    most->selectAll();
    driver.type("many");
    driver.key(Qt::Key_Return);
    EXPECT_TRUE(most->property("wrong").toBool());
    EXPECT_EQ(driver.at("txtA").number(Prop::maxLength), 12);
    EXPECT_EQ(driver.window.findChild<QLabel*>("said")->text(), "Maximum length: enter a number; “many” is not one.");
}

TEST(Window, EveryPropertyOfEveryKindHasAnEditor) {
    Driver driver;
    for (const KindRow& kind : allKinds()) {
        if (!kind.placed) continue;
        Control c = freshControl(kind.kind);
        c.box = {10, 10, 100, 60};
        Edited e = placed(driver.form(), rootId, c);
        driver.desk().edit(e.form, "Place", e.ids);
        Driver::settle();
        for (Prop prop : kind.props)
            EXPECT_NE(driver.window.details().editorOf(prop), nullptr) << kind.key << " " << row(prop).key;
    }
}

TEST(Window, ChoicesAreEditedAsLines) {
    Driver driver(jotted("Hull: combo [GRP, Steel]\n"));
    driver.desk().select({driver.at("cboHull").id});
    Driver::settle();
    auto* choices = driver.window.details().editorOf(Prop::choices)->findChild<QPlainTextEdit*>("choices");
    ASSERT_NE(choices, nullptr);
    EXPECT_EQ(choices->toPlainText(), "GRP\nSteel");
    choices->setFocus();
    choices->selectAll();
    QTest::keyClicks(choices, "t = Timber");
    QTest::keyClick(choices, Qt::Key_Return);
    QTest::keyClicks(choices, "Steel");
    driver.sheet().setFocus();
    Driver::settle();
    EXPECT_EQ(driver.at("cboHull").choices(), (Choices{{"t", "Timber"}, {"Steel", "Steel"}}));
}

TEST(Window, AMistakeInAJottingIsMarkedAndNothingIsPlaced) {
    Driver driver(jotted("A: text 5\n"));
    const Form before = driver.form();
    driver.jot("Hull: comba [GRP]");
    EXPECT_TRUE(sameContent(driver.form(), before));
    EXPECT_TRUE(driver.window.jotLine().said().contains("“comba” is not understood"));
    EXPECT_EQ(driver.window.jotLine().text(), "Hull: comba [GRP]") << "what was typed is still there";
    driver.jot("Hull: combo [GRP]; Survey: date");
    EXPECT_NE(driver.form().named("cboHull"), nullptr);
    EXPECT_EQ(driver.at("cboHull").box.left, driver.at("txtA").box.left);
}

TEST(Window, PagesAreTurnedOnTheSheetAndTryComesBackToTheSamePlace) {
    Driver driver(demo("lift-out-booking"));
    driver.window.part<TryPane>();
    const Control& tabs = driver.at("tbsLiftOutBooking");
    // A press on the second tab, found by its wording.
    const Id page = tabs.children[1];
    const QRectF bar = driver.sheet().placeOf(tabs.id);
    driver.click(bar.topLeft().toPoint() + QPoint(92, 12));
    EXPECT_EQ(shownPage(tabs, driver.desk().turned()), page);
    driver.desk().select({driver.at("txtPhone").id});
    const Ids chosen = driver.desk().selection();
    driver.command("try");
    ASSERT_NE(driver.window.part<TryPane>().view(), nullptr);
    EXPECT_TRUE(isInView(driver.form(), driver.at("txtPhone").id, driver.window.part<TryPane>().session()->turned()))
        << "Try begins on the page in front";
    driver.command("try");
    EXPECT_EQ(driver.desk().pass(), Pass::layOut);
    EXPECT_EQ(driver.desk().selection(), chosen);
    EXPECT_EQ(shownPage(driver.at("tbsLiftOutBooking"), driver.desk().turned()), page);
}

TEST(Window, OpeningABrokenFileSaysWhereAndLosesNothing) {
    Driver driver(jotted("A: text 5\n"));
    const Form before = driver.form();
    Folder folder;
    write(folder.file("bad.brindel"), "{\"brindel\": 1, \"form\": \"boat\"}");
    EXPECT_FALSE(driver.window.openFile(toQt(folder.file("bad.brindel"))));
    EXPECT_TRUE(sameContent(driver.form(), before));
    EXPECT_EQ(driver.window.findChild<QLabel*>("said")->text(),
              "bad.brindel, form: \"dialog\" or \"document\" is expected here.");
}

TEST(Window, ADocumentIsLaidOutOnItsPages) {
    Driver driver(demo("mooring-permit"));
    EXPECT_GT(driver.sheet().zoom(), 0.9);
    const Box name = onSurface(driver.form(), driver.at("txtBoatName").id);
    driver.click(driver.on("txtBoatName"));
    EXPECT_EQ(driver.desk().lead(), driver.at("txtBoatName").id);
    driver.key(Qt::Key_Right);
    EXPECT_EQ(onSurface(driver.form(), driver.at("txtBoatName").id).left, name.left + 0.5);
    driver.command("addPage");
    EXPECT_EQ(driver.form().root().children.size(), 3u);
}

TEST(Window, EverythingCanBeReachedByTheTabKey) {
    Driver driver(demo("lift-out-booking"));
    driver.desk().select({});
    driver.sheet().setFocus();
    std::set<Id> reached;
    for (std::size_t i = 0; i < driver.form().controls.size() + 2; ++i) {
        QTest::keyClick(&driver.sheet(), Qt::Key_Tab);
        reached.insert(driver.desk().lead());
    }
    EXPECT_EQ(reached.size(), driver.form().controls.size() - 1);
}

TEST(Window, AlignmentFollowsTheLead) {
    Driver driver(jotted("A: text 5\nB: text 15\nC: text 30\n"));
    driver.desk().edit(shifted(driver.form(), {driver.at("txtB").id}, 7, 0), "Move");
    driver.desk().select({driver.at("txtA").id, driver.at("txtB").id, driver.at("txtC").id});
    driver.command("alignLeft");
    driver.command("sameWidth");
    EXPECT_EQ(driver.at("txtB").box.left, driver.at("txtA").box.left);
    EXPECT_EQ(driver.at("txtC").box.width, driver.at("txtA").box.width);
    auto* bar = driver.window.findChild<QWidget*>("selectionBar");
    ASSERT_NE(bar, nullptr);
    EXPECT_TRUE(bar->isVisible());
}

TEST(Window, ACommandsShortcutIsUsedOnce) {
    Driver driver;
    std::map<QString, QString> taken;
    for (QAction* action : driver.window.actions()) {
        const QString keys = action->shortcut().toString();
        if (keys.isEmpty()) continue;
        EXPECT_FALSE(taken.contains(keys))
            << keys.toStdString() << ": " << action->text().toStdString() << " and " << taken[keys].toStdString();
        taken[keys] = action->text();
    }
    EXPECT_GE(taken.size(), 25u);
}
