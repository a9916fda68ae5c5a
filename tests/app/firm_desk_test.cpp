// Edits in the middle of gestures, labels that go along, what is typed after placing, and what is at hand at the start.
#include "app/window/jotting_dialog.h"
#include "app/window/start_page.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A drag that stops half way, with the pointer still held.
class HeldDrag {
  public:
    HeldDrag(Driver& driver, QPoint from, QPoint to) : hands_(driver), to_(to) {
        QTest::mousePress(&driver.sheet(), Qt::LeftButton, {}, from);
        for (int i = 1; i <= 4; ++i) move(from + (to - from) * i / 4);
    }
    void release() {
        move(to_);
        QTest::mouseRelease(&hands_.sheet(), Qt::LeftButton, {}, to_);
        Driver::settle();
    }

  private:
    Driver& hands_;
    QPoint to_;
    void move(QPoint at) {
        QMouseEvent event(QEvent::MouseMove, at, hands_.sheet().mapToGlobal(at), Qt::NoButton, Qt::LeftButton, {});
        QApplication::sendEvent(&hands_.sheet(), &event);
        Driver::settle();
    }
};

}  // namespace

TEST(MidGesture, WhatIsDeletedWhileItIsDraggedStaysDeleted) {
    Driver driver(jotted("A: text 5\nB: text 5\n"));
    const Id a = driver.at("txtA").id;
    driver.click(driver.on("txtA"));
    HeldDrag drag(driver, driver.on("txtA"), driver.on("txtA") + QPoint(30, 60));
    driver.command("delete");
    drag.release();
    EXPECT_EQ(driver.form().find(a), nullptr);
    EXPECT_EQ(driver.desk().history().undoName(), "Delete a control");
    driver.command("undo");
    EXPECT_NE(driver.form().find(a), nullptr);
}

TEST(MidGesture, AnEditThatArrivesWhileDraggingIsKept) {
    Driver driver(jotted("A: text 5\nB: text 5\n"));
    const Id a = driver.at("txtA").id, b = driver.at("txtB").id;
    const Box before = driver.at("txtA").box;
    driver.click(driver.on("txtA"));
    HeldDrag drag(driver, driver.on("txtA"), driver.on("txtA") + QPoint(0, 90));
    driver.desk().edit(withProperty(driver.form(), {b}, Prop::maxLength, 9.0), "Set at most");
    drag.release();
    EXPECT_EQ(driver.form().find(b)->number(Prop::maxLength), 9) << "neither lost";
    EXPECT_GT(driver.form().find(a)->box.top, before.top + 40) << "nor does it stop the drag";
    driver.command("undo");
    EXPECT_EQ(driver.form().find(a)->box, before);
    EXPECT_EQ(driver.form().find(b)->number(Prop::maxLength), 9);
}

TEST(MidGesture, UndoWhileSizingGoesOnFromWhatItLeft) {
    Driver driver(jotted("A: text 5\n"));
    const Id a = driver.at("txtA").id;
    driver.desk().edit(withProperty(driver.form(), {a}, Prop::hint, std::string("x")), "Set hint");
    driver.click(driver.on("txtA"));
    const QRectF place = driver.sheet().placeOf(a);
    const QPoint grip(int(place.right() + 1), int(place.center().y()));
    HeldDrag drag(driver, grip, grip + QPoint(60, 0));
    driver.command("undo");
    drag.release();
    EXPECT_EQ(driver.form().find(a)->text(Prop::hint), "") << "what was undone stays undone";
    EXPECT_GT(driver.form().find(a)->box.width, 120);
}

TEST(Dragging, AFieldTakesItsLabelAlongAndWithAltGoesAlone) {
    Driver driver(jotted("A: text 5\nB: text 5\n"));
    const Box field = driver.at("txtA").box, label = driver.at("A").box;
    driver.drag(driver.on("txtA"), driver.on("txtA") + QPoint(20, 90));
    const Box moved = driver.at("txtA").box;
    EXPECT_NE(moved, field);
    EXPECT_NEAR(driver.at("A").box.left - label.left, moved.left - field.left, 0.01);
    EXPECT_NEAR(driver.at("A").box.top - label.top, moved.top - field.top, 0.01);
    EXPECT_EQ(driver.desk().selection(), Ids{driver.at("txtA").id}) << "the label is not selected for it";
    const Box stays = driver.at("B").box;
    driver.drag(driver.on("txtB"), driver.on("txtB") + QPoint(37, 53), Qt::AltModifier);
    EXPECT_EQ(driver.at("B").box, stays);
    const auto count = driver.form().controls.size();
    driver.drag(driver.on("txtA"), driver.on("txtA") + QPoint(0, 60), Qt::ControlModifier);
    EXPECT_EQ(driver.form().controls.size(), count + 2) << "a copy comes with its label";
}

TEST(Placing, WhatIsTypedGoesIntoTheWordingAlsoWithAKindKeptInHand) {
    Driver driver;
    QTest::keyClick(&driver.sheet(), Qt::Key_T, Qt::ShiftModifier);
    driver.click(driver.spot(150, 60));
    driver.type("Alpha");
    driver.key(Qt::Key_Return);
    driver.click(driver.spot(150, 120));
    driver.type("Radio");
    driver.key(Qt::Key_Return);
    EXPECT_NE(driver.form().named("txtAlpha"), nullptr);
    EXPECT_NE(driver.form().named("txtRadio"), nullptr);
    ASSERT_TRUE(driver.desk().tool());
    EXPECT_EQ(driver.desk().tool()->kind, Kind::textBox) << "it stays in hand";
    for (Id id : allIds(driver.form())) EXPECT_NE(driver.form().find(id)->kind, Kind::tabs);
}

TEST(Placing, WithEnterTheDialogGrowsForWhatComesBelow) {
    Driver driver(jotted("A: text 5\n"));
    driver.click(driver.on("txtA"));
    for (int i = 0; i < 8; ++i) {
        QTest::keyClick(&driver.sheet(), Qt::Key_T);
        driver.key(Qt::Key_Return);
        driver.key(Qt::Key_Escape);
        driver.desk().select({driver.desk().lead()});
    }
    for (Id id : allIds(driver.form())) {
        const Control& c = *driver.form().find(id);
        EXPECT_LE(c.box.bottom(), driver.form().root().box.height) << c.name;
    }
    Driver paper(jotted("A: text 5\n", Kind::document));
    paper.desk().edit(boxed(paper.form(), paper.at("txtA").id, {60, 268, 60, 7}), "Move down");
    paper.click(paper.on("txtA"));
    QTest::keyClick(&paper.sheet(), Qt::Key_T);
    paper.key(Qt::Key_Return);
    EXPECT_EQ(surfaces(paper.form()).size(), 2u) << "a page has an end";
}

TEST(Alike, AllTextBoxesAreGreenInThreePresses) {
    Driver driver(demo("lift-out-booking"));
    driver.click(driver.on("txtBoatName"));
    driver.command("alikeKind");
    driver.desk().edit(withProperty(driver.form(), driver.desk().selection(), Prop::fillColour, std::string("#D8E8D0")),
                       "Set fill");
    int texts = 0;
    for (Id id : allIds(driver.form()))
        if (const Control& c = *driver.form().find(id); c.kind == Kind::textBox) {
            ++texts;
            EXPECT_EQ(c.text(Prop::fillColour), "#D8E8D0") << c.name;
        }
    EXPECT_GT(texts, 4);
}

TEST(TableColumns, HaveATableOfTheirOwnAndEdgesToDrag) {
    Driver driver(jotted("Work: table [4=Job, 2=By, Hours] 3\n"));
    const Id table = driver.at("tblWork").id;
    driver.desk().select({table});
    auto* columns = driver.window.details().findChild<QTableWidget*>("columns");
    ASSERT_NE(columns, nullptr);
    ASSERT_EQ(columns->rowCount(), 3);
    EXPECT_EQ(columns->item(0, 0)->text(), "Job");
    EXPECT_EQ(columns->item(0, 1)->text(), "4");
    columns->item(1, 0)->setText("Done by");
    Driver::settle();
    EXPECT_EQ(std::get<Choices>(driver.form().find(table)->get(Prop::columns))[1].text, "Done by");
    auto* kind = qobject_cast<QComboBox*>(columns->cellWidget(1, 2));
    ASSERT_NE(kind, nullptr);
    kind->setCurrentIndex(kind->findData(int(Kind::dateBox)));
    emit kind->activated(kind->currentIndex());
    Driver::settle();
    const Control& now = *driver.form().find(table);
    for (std::size_t row = 0; row < 3; ++row)
        EXPECT_EQ(driver.form().find(driver.form().find(now.children[row * 3 + 1])->children[0])->kind, Kind::dateBox);
    columns->setCurrentCell(2, 0);
    driver.window.details().findChild<QToolButton*>("addColumn")->click();
    Driver::settle();
    EXPECT_EQ(std::get<Choices>(driver.form().find(table)->get(Prop::columns)).size(), 4u);
    driver.command("undo");
    columns->item(0, 1)->setText("wide");
    Driver::settle();
    EXPECT_EQ(columns->item(0, 1)->text(), "4") << "what is no number is not taken";

    driver.desk().select({table});
    const Grid before = gridOf(*driver.form().find(table));
    const QPoint edge = driver.sheet()
                            .place(rootId, {driver.form().find(table)->box.left + before.across[1],
                                            driver.form().find(table)->box.centre().y + 3})
                            .toPoint();
    driver.drag(edge, edge + QPoint(-60, 0));
    const Grid after = gridOf(*driver.form().find(table));
    EXPECT_NEAR(after.across[1], before.across[1] - 60 / driver.sheet().zoom(), 3);
    EXPECT_NEAR(after.across[2], before.across[2], 1) << "the other columns stay";
}

TEST(DetailsPanel, PropertiesAreFoundByTypingAndThePanelIsMadeWider) {
    Driver driver(jotted("A: text 5\n"));
    driver.click(driver.on("txtA"));
    auto* seek = driver.window.details().findChild<QLineEdit*>("seekProperty");
    ASSERT_NE(seek, nullptr);
    QTest::keyClicks(seek, "colour");
    EXPECT_TRUE(driver.window.details().editorOf(Prop::textColour)->isVisibleTo(&driver.window)) << "its group opens";
    EXPECT_FALSE(driver.window.details().editorOf(Prop::maxLength)->isVisibleTo(&driver.window));
    seek->clear();
    EXPECT_TRUE(driver.window.details().editorOf(Prop::maxLength)->isVisibleTo(&driver.window));
    EXPECT_FALSE(driver.window.details().editorOf(Prop::textColour)->isVisibleTo(&driver.window));
    auto* edge = driver.window.findChild<QWidget*>("panelEdge");
    const int wide = driver.window.details().width();
    QTest::mousePress(edge, Qt::LeftButton, {}, {2, 100});
    QMouseEvent move(QEvent::MouseMove, QPointF(-80, 100), edge->mapToGlobal(QPointF(-80, 100)), Qt::NoButton,
                     Qt::LeftButton, {});
    QApplication::sendEvent(edge, &move);
    Driver::settle();
    EXPECT_GT(driver.window.details().width(), wide + 60);
    Driver again(jotted("A: text 5\n"));
    EXPECT_GT(again.window.details().width(), wide + 60) << "and it is remembered";
    QSettings("brindel", "brindel").remove("panelWidth");
}

TEST(Start, WhatIsAtHandWhenNoFormIs) {
    QSettings("brindel", "brindel").clear();  // nothing was open lately
    Driver driver;
    driver.window.showStart(true);
    auto* start = driver.window.findChild<StartPage*>();
    ASSERT_TRUE(start->isVisible());
    driver.key(Qt::Key_Down);
    driver.key(Qt::Key_Return);
    EXPECT_FALSE(start->isVisible());
    EXPECT_FALSE(driver.form().isDialog()) << "the second choice is a document";
    driver.window.showStart(true);
    auto* booking = start->findChild<QAbstractButton*>("demo-lift-out-booking");
    ASSERT_NE(booking, nullptr);
    booking->click();
    Driver::settle();
    EXPECT_NE(driver.form().named("txtBoatName"), nullptr);
    driver.window.showStart(true);
    EXPECT_NE(start->findChild<QAbstractButton*>("demo-lift-out-booking"), nullptr);
    driver.key(Qt::Key_Escape);
    EXPECT_TRUE(driver.form().isDialog());
    EXPECT_EQ(driver.form().controls.size(), 1u);
}

TEST(Start, AWholeFormIsJotted) {
    JottingDialog dialog(fonts());
    dialog.show();
    auto* rows = dialog.findChild<QPlainTextEdit*>("jottedRows");
    auto* make = dialog.findChild<QPushButton*>("jottedMake");
    EXPECT_FALSE(make->isEnabled());
    rows->setPlainText("# Berth request\nBoat name: text 30 !\nHull: combo [GRP\n");
    EXPECT_FALSE(make->isEnabled());
    EXPECT_TRUE(dialog.findChild<QLabel*>("jottedSays")->text().startsWith("Line 3: "));
    EXPECT_EQ(dialog.findChild<QPlainTextEdit*>("jottedRows")->extraSelections().size(), 1) << "marked where it stands";
    rows->setPlainText("# Berth request\nBoat name: text 30 !\nHull: combo [GRP]\n");
    EXPECT_TRUE(make->isEnabled());
    dialog.findChild<QRadioButton*>("jottedDocument")->click();
    EXPECT_FALSE(dialog.form().isDialog());
    EXPECT_NE(dialog.form().named("cboHull"), nullptr);
}

TEST(Firm, TheBookOfFontsOutlivesTheWindowAndIsOneForAll) {
    std::shared_ptr<const FontBook> held;
    FacePtr face;
    {
        Driver driver(jotted("Boat name: text 9\n"));
        held = driver.desk().sharedFonts();
        face = held->face(Look{});
        Desk another(newForm(Kind::dialog));
        EXPECT_EQ(&another.fonts(), held.get()) << "a window in other colours shapes with the same faces";
    }
    EXPECT_EQ(held->face(Look{}), face);
}

TEST(Firm, LongWordingWrapsInTheDetails) {
    Driver driver(jotted("Boat name: text 9\n"));
    driver.desk().select({driver.at("txtBoatName").id});
    driver.window.details().reveal(Prop::hint);
    auto* hint = qobject_cast<QPlainTextEdit*>(driver.window.details().editorOf(Prop::hint));
    ASSERT_NE(hint, nullptr);
    EXPECT_EQ(hint->height(), 26) << "a line while it is short";
    hint->setFocus();
    QTest::keyClicks(hint, "As it is painted on the transom, with its number where it has one, and the port below.");
    EXPECT_GT(hint->height(), 50) << "all of it is seen";
    QTest::keyClick(hint, Qt::Key_Return);
    EXPECT_TRUE(driver.at("txtBoatName").text(Prop::hint).ends_with("port below.")) << "Enter takes it";
    driver.desk().undo();
    Driver::settle();
    EXPECT_EQ(hint->height(), 26);
}

TEST(Firm, UnsavedWorkIsTakenUpAndItsRecordGoesOnlyWhenItIsKeptAnew) {
    const Folder folder;
    const QByteArray before = qgetenv("XDG_STATE_HOME");
    qputenv("XDG_STATE_HOME", folder.path().c_str());
    const std::string records = recoveryFolder();
    ASSERT_TRUE(
        keep(records, 1,
             {"", folder.file("booking.brindel"), "It was made by a newer Brindel.", jotted("Boat name: text 9\n")}));
    RecoveryFile kept{records + "/unsaved-1.json", folder.file("booking.brindel"), "It was made by a newer Brindel.",
                      jotted("Boat name: text 9\n")};
    {
        Driver driver;
        driver.window.takeUp(kept);
        EXPECT_EQ(driver.at("txtBoatName").number(Prop::maxLength), 9);
        EXPECT_FALSE(driver.desk().readOnlyBecause().isEmpty()) << "it may still not be written over";
        EXPECT_TRUE(driver.window.saveAsName().endsWith("/booking-copy.brindel"));
        EXPECT_FALSE(std::filesystem::exists(kept.record));
        const std::string own = records + "/unsaved-" + std::to_string(QCoreApplication::applicationPid()) + ".json";
        EXPECT_TRUE(std::filesystem::exists(own)) << "kept anew";
        std::filesystem::remove(own);
    }
    // Where it cannot be kept anew, the old record stays.
    write(folder.file("kept.json"), "{}");
    kept.record = folder.file("kept.json");
    qputenv("XDG_STATE_HOME", folder.file("kept.json").c_str());  // a file, so no folder can be in it
    {
        Driver driver;
        driver.window.takeUp(kept);
        EXPECT_TRUE(std::filesystem::exists(kept.record));
    }
    before.isEmpty() ? qunsetenv("XDG_STATE_HOME") : qputenv("XDG_STATE_HOME", before);
}

TEST(Firm, SaveAsOffersAFittingName) {
    Driver driver(jotted("# Berth change\nBoat name: text 9\n"));
    EXPECT_EQ(driver.window.saveAsName(), "berth-change.brindel");
    driver.desk().open(newForm(Kind::dialog), "/tmp/a/booking.brindel", {});
    EXPECT_EQ(driver.window.saveAsName(), "/tmp/a/booking.brindel");
    driver.desk().open(newForm(Kind::dialog), "/tmp/a/booking.brindel", "It was made by a newer Brindel.");
    EXPECT_EQ(driver.window.saveAsName(), "/tmp/a/booking-copy.brindel");
    driver.desk().open(newForm(Kind::dialog), {}, {});
    EXPECT_EQ(driver.window.saveAsName(), "form.brindel");
}

TEST(Firm, ADialogThatCouldNotBeOpenedAgainIsNotMade) {
    std::string rows;
    for (int i = 0; i < 800; ++i) rows += "Field " + std::to_string(i) + ": text 9\n";
    Driver driver(jotted("Boat name: text 9\n"));
    const Form before = driver.form();
    driver.window.jotLine().setText(QString::fromStdString(rows));
    EXPECT_FALSE(driver.window.jotLine().add());
    EXPECT_TRUE(sameContent(driver.form(), before));
    EXPECT_FALSE(driver.window.jotLine().text().isEmpty()) << "what was typed is still there";
    EXPECT_FALSE(driver.desk().edit(jotted(rows), "Too much")) << "nor by any other way";
    EXPECT_FALSE(driver.desk().edit(boxed(before, rootId, {0, 0, 1e6, 300}), "Too wide"));
    const FontBook book;
    JottingDialog dialog(book);
    dialog.findChild<QPlainTextEdit*>("jottedRows")->setPlainText(QString::fromStdString(rows));
    EXPECT_FALSE(dialog.findChild<QPushButton*>("jottedMake")->isEnabled());
    EXPECT_TRUE(dialog.findChild<QLabel*>("jottedSays")->text().contains("20000 is the limit"));
    dialog.findChild<QRadioButton*>("jottedDocument")->click();
    EXPECT_TRUE(dialog.findChild<QPushButton*>("jottedMake")->isEnabled()) << "a document has pages enough";
}
