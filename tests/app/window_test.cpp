#include "filler/desktop_font.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

TEST(Window, JottedPlacedDraggedRenamedUndoneRedoneSavedAndOpenedAgain) {
    Hands hands;
    hands.jot(
        "# Berth change\n## Boat\nBoat name: text 30 !\nLength overall: number 2..25 .1 m\nHull: combo [GRP, Timber, "
        "Steel]\n## Stay\nFrom: date\nTo: date\nKeep my berth: check\n[Cancel] [Send]*");
    ASSERT_NE(hands.form().named("txtBoatName"), nullptr);
    EXPECT_EQ(hands.form().root().text(Prop::title), "Berth change");
    const Form jotted = hands.form();

    // Room for the frame: the form's foot and the tabs are drawn larger.
    hands.desk().edit(boxed(hands.form(), rootId, {0, 0, jotted.root().box.width, 560}), "Resize the form");
    const Control tabs = hands.at("tbsBerthChange");
    hands.desk().edit(boxed(hands.form(), tabs.id, {tabs.box.left, tabs.box.top, tabs.box.width, 420}), "Resize tabs");
    hands.sheet().setFocus();

    // A frame drawn by the pointer, its title typed where it stands, three radio buttons clicked into it.
    hands.key(Qt::Key_F);
    hands.drag(hands.spot(40, 230), hands.spot(300, 360));
    ASSERT_TRUE(hands.sheet().wordingOpen());
    hands.type("Mooring");
    hands.key(Qt::Key_Return);
    const Id frame = hands.at("Mooring").id;
    EXPECT_EQ(hands.form().find(frame)->parent, tabs.children[0]) << "the frame lies on the tab page it was drawn on";
    const Box inside = onSurface(hands.form(), frame);
    hands.sheet().setFocus();
    const char* words[] = {"Swinging", "Pontoon", "Drying"};
    for (int i = 0; i < 3; ++i) {
        hands.key(Qt::Key_R);
        hands.click(hands.spot(inside.left + 20, inside.top + 40 + 30 * i));
        hands.type(words[i]);
        hands.key(Qt::Key_Return);
    }
    ASSERT_EQ(hands.form().find(frame)->children.size(), 3u);
    EXPECT_EQ(hands.at("radPontoon").parent, frame);

    // Dragged by its edge with what it holds.
    hands.desk().select({frame});
    const Box before = hands.form().find(frame)->box;
    const QPoint edge = hands.sheet().placeOf(frame).topLeft().toPoint() + QPoint(40, 3);
    hands.drag(edge, edge + QPoint(60, 20), Qt::AltModifier);
    EXPECT_NE(hands.form().find(frame)->box.left, before.left);
    EXPECT_EQ(hands.at("radPontoon").parent, frame);

    // Renamed in the details.
    hands.desk().select({hands.at("txtBoatName").id});
    Hands::settle();
    auto* name = qobject_cast<QLineEdit*>(hands.window.details().editorNamed("name"));
    ASSERT_NE(name, nullptr);
    name->setFocus();
    name->selectAll();
    hands.type("txtVessel");
    hands.key(Qt::Key_Return);
    EXPECT_NE(hands.form().named("txtVessel"), nullptr);

    const Form done = hands.form();
    const auto depth = hands.desk().history().depth();
    EXPECT_GE(depth, 9u);
    while (hands.desk().history().canUndo()) hands.command("undo");
    EXPECT_TRUE(sameContent(hands.form(), newForm(Kind::dialog)));
    while (hands.desk().history().canRedo()) hands.command("redo");
    EXPECT_TRUE(sameContent(hands.form(), done));
    EXPECT_EQ(hands.desk().history().depth(), depth);

    Folder folder;
    const QString path = toQt(folder.file("berth.brindel"));
    ASSERT_TRUE(hands.window.saveFile(path));
    EXPECT_FALSE(hands.desk().unsaved());
    hands.desk().open(newForm(Kind::dialog), {});
    ASSERT_TRUE(hands.window.openFile(path));
    EXPECT_TRUE(sameContent(hands.form(), done));
}

TEST(Window, AFieldIsPlacedWithItsLabelAndTypingGoesIntoIt) {
    Hands hands;
    hands.sheet().setFocus();
    hands.key(Qt::Key_T);
    EXPECT_EQ(hands.desk().tool(), Kind::textBox);
    hands.click(hands.spot(150, 40));
    EXPECT_FALSE(hands.desk().tool()) << "put down after one";
    ASSERT_TRUE(hands.sheet().wordingOpen());
    hands.type("Sail number");
    hands.key(Qt::Key_Return);
    const Control& field = hands.at("txtSailNumber");
    const Control* label = labelOf(hands.form(), field.id);
    ASSERT_NE(label, nullptr);
    EXPECT_EQ(label->box.centre().y, field.box.centre().y);
    EXPECT_LT(label->box.right(), field.box.left);
    EXPECT_EQ(field.box.width, row(Kind::textBox).inDialog.width);
    // The next one lies on the first one's left edge though it was clicked a little off.
    hands.key(Qt::Key_C);
    hands.click(hands.spot(field.box.left + 3, 90));
    hands.type("Hull");
    hands.key(Qt::Key_Escape);
    EXPECT_EQ(hands.at("cboComboBox").box.left, field.box.left);
}

TEST(Window, ShiftKeepsAKindInHandAndEscapePutsItDown) {
    Hands hands;
    hands.sheet().setFocus();
    hands.key(Qt::Key_K, Qt::ShiftModifier);
    hands.click(hands.spot(60, 40));
    hands.click(hands.spot(60, 80));
    EXPECT_EQ(hands.desk().tool(), Kind::checkBox);
    EXPECT_EQ(hands.form().root().children.size(), 2u);
    EXPECT_TRUE(hands.sheet().wordingOpen()) << "what is typed now is the wording";
    hands.key(Qt::Key_Escape);
    EXPECT_TRUE(hands.desk().tool()) << "the first leaves the wording";
    hands.key(Qt::Key_Escape);
    EXPECT_FALSE(hands.desk().tool());
}

TEST(Window, TheRubberBandTakesWhatItTouchesAndWithAltWhatItEncloses) {
    Hands hands(jotted("A: text 5\nB: text 5\nC: text 5\n"));
    const Box a = hands.at("txtA").box, c = hands.at("txtC").box;
    auto band = [&](double bottom, Qt::KeyboardModifiers keys) {
        hands.drag(hands.spot(a.right() + 20, a.top - 8), hands.spot(a.left + 4, bottom), keys);
        return hands.desk().selection();
    };
    EXPECT_EQ(band(c.top + 4, Qt::NoModifier).size(), 3u);
    EXPECT_EQ(band(c.top + 4, Qt::AltModifier).size(), 0u);
    hands.click(hands.on("txtA"));
    hands.click(hands.on("txtC"), Qt::ControlModifier);
    EXPECT_EQ(hands.desk().selection(), (Ids{hands.at("txtA").id, hands.at("txtC").id}));
    hands.click(hands.on("txtC"), Qt::ShiftModifier);
    EXPECT_EQ(hands.desk().selection(), (Ids{hands.at("txtA").id}));
}

TEST(Window, ArrowsNudgeShiftGoesByTheGridAndCtrlSizes) {
    Hands hands(jotted("A: text 5\nB: text 5\n"));
    const Id id = hands.at("txtA").id;
    const Box before = hands.form().find(id)->box;
    hands.click(hands.on("txtA"));
    hands.key(Qt::Key_Right);
    hands.key(Qt::Key_Right);
    hands.key(Qt::Key_Down, Qt::ShiftModifier);
    EXPECT_EQ(hands.form().find(id)->box, before.moved(2, 8));
    EXPECT_EQ(hands.desk().history().depth(), 1u) << "a run of nudges is one step";
    hands.key(Qt::Key_Right, Qt::ControlModifier);
    EXPECT_EQ(hands.form().find(id)->box.width, before.width + 1);
    hands.command("undo");
    hands.command("undo");
    EXPECT_EQ(hands.form().find(id)->box, before);
}

TEST(Window, HandlesSizeAndEscapeGivesUp) {
    Hands hands(jotted("A: text 5\n"));
    const Id id = hands.at("txtA").id;
    const Box before = hands.form().find(id)->box;
    hands.click(hands.on("txtA"));
    const QRectF r = hands.sheet().placeOf(id);
    const QPoint handle(int(r.right()) + 1, int(r.center().y()));
    hands.drag(handle, handle + QPoint(40, 0), Qt::AltModifier);
    EXPECT_EQ(hands.form().find(id)->box, (Box{before.left, before.top, before.width + 40, before.height}));
    QTest::mousePress(&hands.sheet(), Qt::LeftButton, {}, hands.on("txtA"));
    QTest::mouseMove(&hands.sheet(), hands.on("txtA") + QPoint(50, 50));
    hands.key(Qt::Key_Escape);
    QTest::mouseRelease(&hands.sheet(), Qt::LeftButton, {}, hands.on("txtA"));
    EXPECT_EQ(hands.form().find(id)->box.left, before.left);
}

TEST(Window, DraggingIntoAFrameAndOutOfItChangesTheContainer) {
    Hands hands(jotted("A: text 5\nOK?: check\n### Frame\nB: text 5\n"));
    const Id check = hands.at("chkOK").id, frame = hands.at("Frame").id;
    const QRectF target = hands.sheet().placeOf(frame);
    hands.drag(hands.on(check), target.topLeft().toPoint() + QPoint(200, 45), Qt::AltModifier);
    EXPECT_EQ(hands.form().find(check)->parent, frame);
    hands.drag(hands.on(check), hands.spot(140, 24), Qt::AltModifier);
    EXPECT_EQ(hands.form().find(check)->parent, rootId);
    EXPECT_EQ(QString::fromStdString(hands.desk().history().undoName()), "Move OK?");
}

TEST(Window, DraggingWithCtrlCopies) {
    Hands hands(jotted("A: text 5\n[Go]*\n"));
    hands.drag(hands.on("btnGo"), hands.on("btnGo") - QPoint(120, 0), Qt::ControlModifier);
    ASSERT_NE(hands.form().named("btnGo2"), nullptr);
    EXPECT_EQ(hands.at("btnGo2").box.width, hands.at("btnGo").box.width);
}

TEST(Window, CopyPasteDuplicateAndDelete) {
    Hands hands(jotted("A: text 5\nB: text 5\n"));
    hands.desk().select({hands.at("A").id, hands.at("txtA").id});
    hands.command("copy");
    hands.command("paste");
    EXPECT_NE(hands.form().named("txtA2"), nullptr);
    EXPECT_NE(labelOf(hands.form(), hands.at("txtA2").id), nullptr);
    hands.command("duplicate");
    EXPECT_NE(hands.form().named("txtA3"), nullptr);
    hands.command("delete");
    EXPECT_EQ(hands.form().named("txtA3"), nullptr);
    hands.desk().select({hands.at("txtB").id});
    hands.command("cut");
    EXPECT_EQ(hands.form().named("txtB"), nullptr);
    EXPECT_EQ(hands.window.command("undo")->text(), "Undo: Cut");
    hands.command("paste");
    EXPECT_NE(hands.form().named("txtB"), nullptr) << "and back again";
}

TEST(Window, TheDetailsEditOneOrMany) {
    Hands hands(jotted("A: text 5\nB: text 9 !\nC: number\n"));
    hands.desk().select({hands.at("txtA").id, hands.at("txtB").id});
    Hands::settle();
    auto* required = qobject_cast<QCheckBox*>(hands.window.details().editorOf(Prop::required));
    ASSERT_NE(required, nullptr);
    EXPECT_EQ(required->checkState(), Qt::PartiallyChecked) << "the two differ";
    QTest::mouseClick(required, Qt::LeftButton, {}, QPoint(8, 13));
    Hands::settle();
    EXPECT_TRUE(hands.at("txtA").yes(Prop::required));
    EXPECT_TRUE(hands.at("txtB").yes(Prop::required));
    EXPECT_EQ(hands.desk().history().depth(), 1u);
    auto* most = qobject_cast<QLineEdit*>(hands.window.details().editorOf(Prop::maxLength));
    ASSERT_NE(most, nullptr);
    EXPECT_EQ(most->placeholderText(), "differ");
    most->setFocus();
    hands.type("12");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.at("txtA").number(Prop::maxLength), 12);
    EXPECT_EQ(hands.at("txtB").number(Prop::maxLength), 12);
    most->setFocus();
    most->selectAll();
    hands.type("many");
    hands.key(Qt::Key_Return);
    EXPECT_TRUE(most->property("wrong").toBool());
    EXPECT_EQ(hands.at("txtA").number(Prop::maxLength), 12);
    EXPECT_EQ(hands.window.findChild<QLabel*>("said")->text(), "Maximum length: enter a number; “many” is not one.");
}

TEST(Window, EveryPropertyOfEveryKindHasAnEditor) {
    Hands hands;
    for (const KindRow& kind : allKinds()) {
        if (!kind.placed) continue;
        Control c = freshControl(kind.kind);
        c.box = {10, 10, 100, 60};
        Edited e = placed(hands.form(), rootId, c);
        hands.desk().edit(e.form, "Place", e.ids);
        Hands::settle();
        for (Prop prop : kind.props)
            EXPECT_NE(hands.window.details().editorOf(prop), nullptr) << kind.key << " " << row(prop).key;
    }
}

TEST(Window, ChoicesAreEditedAsLines) {
    Hands hands(jotted("Hull: combo [GRP, Steel]\n"));
    hands.desk().select({hands.at("cboHull").id});
    Hands::settle();
    auto* choices = hands.window.details().editorOf(Prop::choices)->findChild<QPlainTextEdit*>("choices");
    ASSERT_NE(choices, nullptr);
    EXPECT_EQ(choices->toPlainText(), "GRP\nSteel");
    choices->setFocus();
    choices->selectAll();
    QTest::keyClicks(choices, "t = Timber");
    QTest::keyClick(choices, Qt::Key_Return);
    QTest::keyClicks(choices, "Steel");
    hands.sheet().setFocus();
    Hands::settle();
    EXPECT_EQ(hands.at("cboHull").choices(), (Choices{{"t", "Timber"}, {"Steel", "Steel"}}));
}

TEST(Window, AMistakeInAJottingIsMarkedAndNothingIsPlaced) {
    Hands hands(jotted("A: text 5\n"));
    const Form before = hands.form();
    hands.jot("Hull: comba [GRP]");
    EXPECT_TRUE(sameContent(hands.form(), before));
    EXPECT_TRUE(hands.window.jotLine().said().contains("“comba” is not understood"));
    EXPECT_EQ(hands.window.jotLine().text(), "Hull: comba [GRP]") << "what was typed is still there";
    hands.jot("Hull: combo [GRP]; Survey: date");
    EXPECT_NE(hands.form().named("cboHull"), nullptr);
    EXPECT_EQ(hands.at("cboHull").box.left, hands.at("txtA").box.left);
}

TEST(Window, PagesAreTurnedOnTheSheetAndTryComesBackToTheSamePlace) {
    Hands hands(demo("lift-out-booking"));
    hands.window.part<TryPane>();
    const Control& tabs = hands.at("tbsLiftOutBooking");
    // A press on the second tab, found by its wording.
    const Id page = tabs.children[1];
    const QRectF bar = hands.sheet().placeOf(tabs.id);
    hands.click(bar.topLeft().toPoint() + QPoint(92, 12));
    EXPECT_EQ(shownPage(tabs, hands.desk().turned()), page);
    hands.desk().select({hands.at("txtPhone").id});
    const Ids chosen = hands.desk().selection();
    hands.command("try");
    ASSERT_NE(hands.window.part<TryPane>().view(), nullptr);
    EXPECT_TRUE(isInView(hands.form(), hands.at("txtPhone").id, hands.window.part<TryPane>().session()->turned()))
        << "Try begins on the page in front";
    hands.command("try");
    EXPECT_EQ(hands.desk().pass(), Pass::layOut);
    EXPECT_EQ(hands.desk().selection(), chosen);
    EXPECT_EQ(shownPage(hands.at("tbsLiftOutBooking"), hands.desk().turned()), page);
}

TEST(Window, OpeningABrokenFileSaysWhereAndLosesNothing) {
    Hands hands(jotted("A: text 5\n"));
    const Form before = hands.form();
    Folder folder;
    write(folder.file("bad.brindel"), "{\"brindel\": 1, \"form\": \"boat\"}");
    EXPECT_FALSE(hands.window.openFile(toQt(folder.file("bad.brindel"))));
    EXPECT_TRUE(sameContent(hands.form(), before));
    EXPECT_EQ(hands.window.findChild<QLabel*>("said")->text(),
              "bad.brindel, form: \"dialog\" or \"document\" is expected here.");
}

TEST(Window, ADocumentIsLaidOutOnItsPages) {
    Hands hands(demo("mooring-permit"));
    EXPECT_GT(hands.sheet().zoom(), 0.9);
    const Box name = onSurface(hands.form(), hands.at("txtBoatName").id);
    hands.click(hands.on("txtBoatName"));
    EXPECT_EQ(hands.desk().lead(), hands.at("txtBoatName").id);
    hands.key(Qt::Key_Right);
    EXPECT_EQ(onSurface(hands.form(), hands.at("txtBoatName").id).left, name.left + 0.5);
    hands.command("addPage");
    EXPECT_EQ(hands.form().root().children.size(), 3u);
}

TEST(Window, EverythingCanBeReachedByTheTabKey) {
    Hands hands(demo("lift-out-booking"));
    hands.desk().select({});
    hands.sheet().setFocus();
    std::set<Id> reached;
    for (std::size_t i = 0; i < hands.form().controls.size() + 2; ++i) {
        QTest::keyClick(&hands.sheet(), Qt::Key_Tab);
        reached.insert(hands.desk().lead());
    }
    EXPECT_EQ(reached.size(), hands.form().controls.size() - 1);
}

TEST(Window, AlignmentFollowsTheLead) {
    Hands hands(jotted("A: text 5\nB: text 15\nC: text 30\n"));
    hands.desk().edit(shifted(hands.form(), {hands.at("txtB").id}, 7, 0), "Move");
    hands.desk().select({hands.at("txtA").id, hands.at("txtB").id, hands.at("txtC").id});
    hands.command("alignLeft");
    hands.command("sameWidth");
    EXPECT_EQ(hands.at("txtB").box.left, hands.at("txtA").box.left);
    EXPECT_EQ(hands.at("txtC").box.width, hands.at("txtA").box.width);
    auto* bar = hands.window.findChild<QWidget*>("selectionBar");
    ASSERT_NE(bar, nullptr);
    EXPECT_TRUE(bar->isVisible());
}

TEST(Window, ACommandsShortcutIsUsedOnce) {
    Hands hands;
    std::map<QString, QString> taken;
    for (QAction* action : hands.window.actions()) {
        const QString keys = action->shortcut().toString();
        if (keys.isEmpty()) continue;
        EXPECT_FALSE(taken.contains(keys))
            << keys.toStdString() << ": " << action->text().toStdString() << " and " << taken[keys].toStdString();
        taken[keys] = action->text();
    }
    EXPECT_GE(taken.size(), 25u);
}
