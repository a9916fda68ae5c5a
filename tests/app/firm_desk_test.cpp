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
    HeldDrag(Hands& hands, QPoint from, QPoint to) : hands_(hands), to_(to) {
        QTest::mousePress(&hands.sheet(), Qt::LeftButton, {}, from);
        for (int i = 1; i <= 4; ++i) move(from + (to - from) * i / 4);
    }
    void release() {
        move(to_);
        QTest::mouseRelease(&hands_.sheet(), Qt::LeftButton, {}, to_);
        Hands::settle();
    }

  private:
    Hands& hands_;
    QPoint to_;
    void move(QPoint at) {
        QMouseEvent event(QEvent::MouseMove, at, hands_.sheet().mapToGlobal(at), Qt::NoButton, Qt::LeftButton, {});
        QApplication::sendEvent(&hands_.sheet(), &event);
        Hands::settle();
    }
};

}  // namespace

TEST(MidGesture, WhatIsDeletedWhileItIsDraggedStaysDeleted) {
    Hands hands(jotted("A: text 5\nB: text 5\n"));
    const Id a = hands.at("txtA").id;
    hands.click(hands.on("txtA"));
    HeldDrag drag(hands, hands.on("txtA"), hands.on("txtA") + QPoint(30, 60));
    hands.command("delete");
    drag.release();
    EXPECT_EQ(hands.form().find(a), nullptr);
    EXPECT_EQ(hands.desk().history().undoName(), "Delete a control");
    hands.command("undo");
    EXPECT_NE(hands.form().find(a), nullptr);
}

TEST(MidGesture, AnEditThatArrivesWhileDraggingIsKept) {
    Hands hands(jotted("A: text 5\nB: text 5\n"));
    const Id a = hands.at("txtA").id, b = hands.at("txtB").id;
    const Box before = hands.at("txtA").box;
    hands.click(hands.on("txtA"));
    HeldDrag drag(hands, hands.on("txtA"), hands.on("txtA") + QPoint(0, 90));
    hands.desk().edit(withProperty(hands.form(), {b}, Prop::maxLength, 9.0), "Set at most");
    drag.release();
    EXPECT_EQ(hands.form().find(b)->number(Prop::maxLength), 9) << "neither lost";
    EXPECT_GT(hands.form().find(a)->box.top, before.top + 40) << "nor does it stop the drag";
    hands.command("undo");
    EXPECT_EQ(hands.form().find(a)->box, before);
    EXPECT_EQ(hands.form().find(b)->number(Prop::maxLength), 9);
}

TEST(MidGesture, UndoWhileSizingGoesOnFromWhatItLeft) {
    Hands hands(jotted("A: text 5\n"));
    const Id a = hands.at("txtA").id;
    hands.desk().edit(withProperty(hands.form(), {a}, Prop::hint, std::string("x")), "Set hint");
    hands.click(hands.on("txtA"));
    const QRectF place = hands.sheet().placeOf(a);
    const QPoint grip(int(place.right() + 1), int(place.center().y()));
    HeldDrag drag(hands, grip, grip + QPoint(60, 0));
    hands.command("undo");
    drag.release();
    EXPECT_EQ(hands.form().find(a)->text(Prop::hint), "") << "what was undone stays undone";
    EXPECT_GT(hands.form().find(a)->box.width, 120);
}

TEST(Dragging, AFieldTakesItsLabelAlongAndWithAltGoesAlone) {
    Hands hands(jotted("A: text 5\nB: text 5\n"));
    const Box field = hands.at("txtA").box, label = hands.at("A").box;
    hands.drag(hands.on("txtA"), hands.on("txtA") + QPoint(20, 90));
    const Box moved = hands.at("txtA").box;
    EXPECT_NE(moved, field);
    EXPECT_NEAR(hands.at("A").box.left - label.left, moved.left - field.left, 0.01);
    EXPECT_NEAR(hands.at("A").box.top - label.top, moved.top - field.top, 0.01);
    EXPECT_EQ(hands.desk().selection(), Ids{hands.at("txtA").id}) << "the label is not selected for it";
    const Box stays = hands.at("B").box;
    hands.drag(hands.on("txtB"), hands.on("txtB") + QPoint(37, 53), Qt::AltModifier);
    EXPECT_EQ(hands.at("B").box, stays);
    const auto count = hands.form().controls.size();
    hands.drag(hands.on("txtA"), hands.on("txtA") + QPoint(0, 60), Qt::ControlModifier);
    EXPECT_EQ(hands.form().controls.size(), count + 2) << "a copy comes with its label";
}

TEST(Placing, WhatIsTypedGoesIntoTheWordingAlsoWithAKindKeptInHand) {
    Hands hands;
    QTest::keyClick(&hands.sheet(), Qt::Key_T, Qt::ShiftModifier);
    hands.click(hands.spot(150, 60));
    hands.type("Alpha");
    hands.key(Qt::Key_Return);
    hands.click(hands.spot(150, 120));
    hands.type("Radio");
    hands.key(Qt::Key_Return);
    EXPECT_NE(hands.form().named("txtAlpha"), nullptr);
    EXPECT_NE(hands.form().named("txtRadio"), nullptr);
    ASSERT_TRUE(hands.desk().tool());
    EXPECT_EQ(hands.desk().tool()->kind, Kind::textBox) << "it stays in hand";
    for (Id id : allIds(hands.form())) EXPECT_NE(hands.form().find(id)->kind, Kind::tabs);
}

TEST(Placing, WithEnterTheDialogGrowsForWhatComesBelow) {
    Hands hands(jotted("A: text 5\n"));
    hands.click(hands.on("txtA"));
    for (int i = 0; i < 8; ++i) {
        QTest::keyClick(&hands.sheet(), Qt::Key_T);
        hands.key(Qt::Key_Return);
        hands.key(Qt::Key_Escape);
        hands.desk().select({hands.desk().lead()});
    }
    for (Id id : allIds(hands.form())) {
        const Control& c = *hands.form().find(id);
        EXPECT_LE(c.box.bottom(), hands.form().root().box.height) << c.name;
    }
    Hands paper(jotted("A: text 5\n", Kind::document));
    paper.desk().edit(boxed(paper.form(), paper.at("txtA").id, {60, 268, 60, 7}), "Move down");
    paper.click(paper.on("txtA"));
    QTest::keyClick(&paper.sheet(), Qt::Key_T);
    paper.key(Qt::Key_Return);
    EXPECT_EQ(surfaces(paper.form()).size(), 2u) << "a page has an end";
}

TEST(Alike, AllTextBoxesAreGreenInThreePresses) {
    Hands hands(demo("lift-out-booking"));
    hands.click(hands.on("txtBoatName"));
    hands.command("alikeKind");
    hands.desk().edit(withProperty(hands.form(), hands.desk().selection(), Prop::fillColour, std::string("#D8E8D0")),
                      "Set fill");
    int texts = 0;
    for (Id id : allIds(hands.form()))
        if (const Control& c = *hands.form().find(id); c.kind == Kind::textBox) {
            ++texts;
            EXPECT_EQ(c.text(Prop::fillColour), "#D8E8D0") << c.name;
        }
    EXPECT_GT(texts, 4);
}

TEST(TableColumns, HaveATableOfTheirOwnAndEdgesToDrag) {
    Hands hands(jotted("Work: table [4=Job, 2=By, Hours] 3\n"));
    const Id table = hands.at("tblWork").id;
    hands.desk().select({table});
    auto* columns = hands.window.details().findChild<QTableWidget*>("columns");
    ASSERT_NE(columns, nullptr);
    ASSERT_EQ(columns->rowCount(), 3);
    EXPECT_EQ(columns->item(0, 0)->text(), "Job");
    EXPECT_EQ(columns->item(0, 1)->text(), "4");
    columns->item(1, 0)->setText("Done by");
    Hands::settle();
    EXPECT_EQ(std::get<Choices>(hands.form().find(table)->get(Prop::columns))[1].text, "Done by");
    auto* kind = qobject_cast<QComboBox*>(columns->cellWidget(1, 2));
    ASSERT_NE(kind, nullptr);
    kind->setCurrentIndex(kind->findData(int(Kind::dateBox)));
    emit kind->activated(kind->currentIndex());
    Hands::settle();
    const Control& now = *hands.form().find(table);
    for (std::size_t row = 0; row < 3; ++row)
        EXPECT_EQ(hands.form().find(hands.form().find(now.children[row * 3 + 1])->children[0])->kind, Kind::dateBox);
    columns->setCurrentCell(2, 0);
    hands.window.details().findChild<QToolButton*>("addColumn")->click();
    Hands::settle();
    EXPECT_EQ(std::get<Choices>(hands.form().find(table)->get(Prop::columns)).size(), 4u);
    hands.command("undo");
    columns->item(0, 1)->setText("wide");
    Hands::settle();
    EXPECT_EQ(columns->item(0, 1)->text(), "4") << "what is no number is not taken";

    hands.desk().select({table});
    const Grid before = gridOf(*hands.form().find(table));
    const QPoint edge = hands.sheet()
                            .place(rootId, {hands.form().find(table)->box.left + before.across[1],
                                            hands.form().find(table)->box.centre().y + 3})
                            .toPoint();
    hands.drag(edge, edge + QPoint(-60, 0));
    const Grid after = gridOf(*hands.form().find(table));
    EXPECT_NEAR(after.across[1], before.across[1] - 60 / hands.sheet().zoom(), 3);
    EXPECT_NEAR(after.across[2], before.across[2], 1) << "the other columns stay";
}

TEST(DetailsPanel, PropertiesAreFoundByTypingAndThePanelIsMadeWider) {
    Hands hands(jotted("A: text 5\n"));
    hands.click(hands.on("txtA"));
    auto* seek = hands.window.details().findChild<QLineEdit*>("seekProperty");
    ASSERT_NE(seek, nullptr);
    QTest::keyClicks(seek, "colour");
    EXPECT_TRUE(hands.window.details().editorOf(Prop::textColour)->isVisibleTo(&hands.window)) << "its group opens";
    EXPECT_FALSE(hands.window.details().editorOf(Prop::maxLength)->isVisibleTo(&hands.window));
    seek->clear();
    EXPECT_TRUE(hands.window.details().editorOf(Prop::maxLength)->isVisibleTo(&hands.window));
    EXPECT_FALSE(hands.window.details().editorOf(Prop::textColour)->isVisibleTo(&hands.window));
    auto* edge = hands.window.findChild<QWidget*>("panelEdge");
    const int wide = hands.window.details().width();
    QTest::mousePress(edge, Qt::LeftButton, {}, {2, 100});
    QMouseEvent move(QEvent::MouseMove, QPointF(-80, 100), edge->mapToGlobal(QPointF(-80, 100)), Qt::NoButton,
                     Qt::LeftButton, {});
    QApplication::sendEvent(edge, &move);
    Hands::settle();
    EXPECT_GT(hands.window.details().width(), wide + 60);
    Hands again(jotted("A: text 5\n"));
    EXPECT_GT(again.window.details().width(), wide + 60) << "and it is remembered";
    QSettings("brindel", "brindel").remove("panelWidth");
}

TEST(Start, WhatIsAtHandWhenNoFormIs) {
    QSettings("brindel", "brindel").clear();  // nothing was open lately
    Hands hands;
    hands.window.showStart(true);
    auto* start = hands.window.findChild<StartPage*>();
    ASSERT_TRUE(start->isVisible());
    hands.key(Qt::Key_Down);
    hands.key(Qt::Key_Return);
    EXPECT_FALSE(start->isVisible());
    EXPECT_FALSE(hands.form().isDialog()) << "the second choice is a document";
    hands.window.showStart(true);
    auto* booking = start->findChild<QAbstractButton*>("demo-lift-out-booking");
    ASSERT_NE(booking, nullptr);
    booking->click();
    Hands::settle();
    EXPECT_NE(hands.form().named("txtBoatName"), nullptr);
    hands.window.showStart(true);
    EXPECT_NE(start->findChild<QAbstractButton*>("demo-lift-out-booking"), nullptr);
    hands.key(Qt::Key_Escape);
    EXPECT_TRUE(hands.form().isDialog());
    EXPECT_EQ(hands.form().controls.size(), 1u);
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
        Hands hands(jotted("Boat name: text 9\n"));
        held = hands.desk().sharedFonts();
        face = held->face(Look{});
        Desk another(newForm(Kind::dialog));
        EXPECT_EQ(&another.fonts(), held.get()) << "a window in other colours shapes with the same faces";
    }
    EXPECT_EQ(held->face(Look{}), face);
}

TEST(Firm, LongWordingWrapsInTheDetails) {
    Hands hands(jotted("Boat name: text 9\n"));
    hands.desk().select({hands.at("txtBoatName").id});
    hands.window.details().reveal(Prop::hint);
    auto* hint = qobject_cast<QPlainTextEdit*>(hands.window.details().editorOf(Prop::hint));
    ASSERT_NE(hint, nullptr);
    EXPECT_EQ(hint->height(), 26) << "a line while it is short";
    hint->setFocus();
    QTest::keyClicks(hint, "As it is painted on the transom, with its number where it has one, and the port below.");
    EXPECT_GT(hint->height(), 50) << "all of it is seen";
    QTest::keyClick(hint, Qt::Key_Return);
    EXPECT_TRUE(hands.at("txtBoatName").text(Prop::hint).ends_with("port below.")) << "Enter takes it";
    hands.desk().undo();
    Hands::settle();
    EXPECT_EQ(hint->height(), 26);
}

TEST(Firm, UnsavedWorkIsTakenUpAndItsRecordGoesOnlyWhenItIsKeptAnew) {
    const Folder folder;
    const QByteArray before = qgetenv("XDG_STATE_HOME");
    qputenv("XDG_STATE_HOME", folder.path().c_str());
    const std::string records = keepsakeFolder();
    ASSERT_TRUE(
        keep(records, 1,
             {"", folder.file("booking.brindel"), "It was made by a newer Brindel.", jotted("Boat name: text 9\n")}));
    Keepsake kept{records + "/unsaved-1.json", folder.file("booking.brindel"), "It was made by a newer Brindel.",
                  jotted("Boat name: text 9\n")};
    {
        Hands hands;
        hands.window.takeUp(kept);
        EXPECT_EQ(hands.at("txtBoatName").number(Prop::maxLength), 9);
        EXPECT_FALSE(hands.desk().readOnlyBecause().isEmpty()) << "it may still not be written over";
        EXPECT_TRUE(hands.window.saveAsName().endsWith("/booking-copy.brindel"));
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
        Hands hands;
        hands.window.takeUp(kept);
        EXPECT_TRUE(std::filesystem::exists(kept.record));
    }
    before.isEmpty() ? qunsetenv("XDG_STATE_HOME") : qputenv("XDG_STATE_HOME", before);
}

TEST(Firm, SaveAsOffersAFittingName) {
    Hands hands(jotted("# Berth change\nBoat name: text 9\n"));
    EXPECT_EQ(hands.window.saveAsName(), "berth-change.brindel");
    hands.desk().open(newForm(Kind::dialog), "/tmp/a/booking.brindel", {});
    EXPECT_EQ(hands.window.saveAsName(), "/tmp/a/booking.brindel");
    hands.desk().open(newForm(Kind::dialog), "/tmp/a/booking.brindel", "It was made by a newer Brindel.");
    EXPECT_EQ(hands.window.saveAsName(), "/tmp/a/booking-copy.brindel");
    hands.desk().open(newForm(Kind::dialog), {}, {});
    EXPECT_EQ(hands.window.saveAsName(), "form.brindel");
}

TEST(Firm, ADialogThatCouldNotBeOpenedAgainIsNotMade) {
    std::string rows;
    for (int i = 0; i < 800; ++i) rows += "Field " + std::to_string(i) + ": text 9\n";
    Hands hands(jotted("Boat name: text 9\n"));
    const Form before = hands.form();
    hands.window.jotLine().setText(QString::fromStdString(rows));
    EXPECT_FALSE(hands.window.jotLine().add());
    EXPECT_TRUE(sameContent(hands.form(), before));
    EXPECT_FALSE(hands.window.jotLine().text().isEmpty()) << "what was typed is still there";
    EXPECT_FALSE(hands.desk().edit(jotted(rows), "Too much")) << "nor by any other way";
    EXPECT_FALSE(hands.desk().edit(boxed(before, rootId, {0, 0, 1e6, 300}), "Too wide"));
    const FontBook book;
    JottingDialog dialog(book);
    dialog.findChild<QPlainTextEdit*>("jottedRows")->setPlainText(QString::fromStdString(rows));
    EXPECT_FALSE(dialog.findChild<QPushButton*>("jottedMake")->isEnabled());
    EXPECT_TRUE(dialog.findChild<QLabel*>("jottedSays")->text().contains("20000 is the limit"));
    dialog.findChild<QRadioButton*>("jottedDocument")->click();
    EXPECT_TRUE(dialog.findChild<QPushButton*>("jottedMake")->isEnabled()) << "a document has pages enough";
}
