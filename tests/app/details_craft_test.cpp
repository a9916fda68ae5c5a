// The details of what laying out needs: room, wording that is cut off, looks set by hand, tables, edges, pictures.
#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>

#include "core/edit/restyle.h"
#include "core/layout/room.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

template <class W>
W* inside(Hands& hands, const char* name) {
    return hands.window.details().findChild<W*>(name);
}

void typeInto(Hands& hands, QWidget* edit, const QString& text) {
    edit->setFocus();
    if (auto* line = qobject_cast<QLineEdit*>(edit)) line->selectAll();
    hands.type(text);
    hands.key(Qt::Key_Return);
}

}  // namespace

TEST(DetailsCraft, RoomIsSaidAndBothWaysOutWork) {
    Hands hands(jotted("Berth: text 30\n"));
    const Id id = hands.at("txtBerth").id;
    hands.desk().edit(boxed(hands.form(), id, {80, 20, 80, 26}), "Narrow");
    hands.desk().select({id});
    Hands::settle();
    auto* room = inside<QLabel>(hands, "room");
    ASSERT_NE(room, nullptr);
    EXPECT_TRUE(room->text().startsWith("about ")) << room->text().toStdString();
    inside<QToolButton>(hands, "widthToLimit")->click();
    EXPECT_GE(roomOf(hands.form(), hands.at("txtBerth"), hands.desk().fonts())->letters, 30);
    hands.command("undo");
    hands.desk().select({id});
    inside<QToolButton>(hands, "limitToRoom")->click();
    EXPECT_EQ(hands.at("txtBerth").number(Prop::maxLength),
              roomOf(hands.form(), hands.at("txtBerth"), hands.desk().fonts())->letters);
}

TEST(DetailsCraft, WordingThatIsCutOffIsSaidAndFitted) {
    Hands hands(jotted("Registration: text 5\n"));
    const Id label = labelOf(hands.form(), hands.at("txtRegistration").id)->id;
    hands.desk().edit(boxed(hands.form(), label, {60, 24, 24, 14}), "Narrow");
    hands.desk().select({label});
    Hands::settle();
    auto* notice = inside<QWidget>(hands, "notice");
    ASSERT_NE(notice, nullptr);
    EXPECT_TRUE(notice->isVisible());
    inside<QToolButton>(hands, "fit")->click();
    Hands::settle();
    EXPECT_FALSE(notice->isVisible());
    EXPECT_FALSE(isCutOff(hands.form(), *hands.form().find(label), hands.desk().fonts()));
    // One that always fits follows its wording.
    hands.desk().edit(withProperty(hands.form(), {label}, Prop::alwaysFits, true), "Always fits");
    const double before = hands.form().find(label)->box.width;
    hands.sheet().startWording(label);
    hands.type("Registration number of the boat");
    hands.key(Qt::Key_Return);
    EXPECT_GT(hands.form().find(label)->box.width, before + 60);
}

TEST(DetailsCraft, ALookSetByHandIsToldApartAndDropped) {
    Hands hands(jotted("A: text 5\n"));
    const Id id = hands.at("txtA").id;
    hands.desk().select({id});
    hands.window.details().reveal(Prop::fontSize);
    auto* size = qobject_cast<QLineEdit*>(hands.window.details().editorOf(Prop::fontSize));
    ASSERT_NE(size, nullptr);
    auto* drop = size->parentWidget()->findChild<QToolButton*>("drop");
    ASSERT_NE(drop, nullptr);
    EXPECT_FALSE(drop->isVisible()) << "goes by its style";
    typeInto(hands, size, "15");
    EXPECT_TRUE(drop->isVisible());
    EXPECT_EQ(lookOf(hands.form(), hands.at("txtA")).size, 15);
    drop->click();
    EXPECT_FALSE(hasOwnLook(hands.at("txtA")));
    EXPECT_FALSE(drop->isVisible());
}

TEST(DetailsCraft, AColourIsPickedFromTheFormOrTheDesktop) {
    Hands hands(jotted("A: text 5\n[OK]*\n"));
    const Id label = labelOf(hands.form(), hands.at("txtA").id)->id;
    hands.desk().select({label});
    hands.window.details().reveal(Prop::textColour);
    auto* editor = hands.window.details().editorOf(Prop::textColour);
    ASSERT_NE(editor, nullptr);
    auto pick = [&](const QString& called) {
        editor->findChild<QPushButton*>("swatch")->click();
        auto* menu = editor->findChild<QFrame*>("colours");
        ASSERT_NE(menu, nullptr);
        for (auto* one : menu->findChildren<QPushButton*>())
            if (one->accessibleName() == called) return one->click();
        FAIL() << called.toStdString() << " is not offered";
    };
    pick("highlight");
    EXPECT_EQ(hands.form().find(label)->text(Prop::textColour), "highlight");
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    pick("#2F6B66");
    EXPECT_EQ(hands.form().find(label)->text(Prop::textColour), "#2F6B66");
}

TEST(DetailsCraft, TimesAndEdgesAreSetAsTheyStand) {
    Hands hands(jotted("At: time\n[OK]*\n"));
    hands.desk().select({hands.at("timAt").id});
    auto* earliest = hands.window.details().editorOf(Prop::earliestTime);
    ASSERT_NE(earliest, nullptr);
    typeInto(hands, earliest, "7.30");
    EXPECT_EQ(hands.at("timAt").text(Prop::earliestTime), "07:30");
    typeInto(hands, earliest, "early");
    EXPECT_EQ(hands.at("timAt").text(Prop::earliestTime), "07:30");
    EXPECT_TRUE(hands.window.findChild<QLabel*>("said")->text().contains("enter a time such as 08:30"));
    hands.desk().edit(withProperty(hands.form(), {hands.at("btnOK").id}, Prop::holdsTo, std::string("left top")), "x");
    hands.desk().select({hands.at("btnOK").id});
    Hands::settle();
    inside<QToolButton>(hands, "suggest")->click();
    EXPECT_EQ(hands.at("btnOK").text(Prop::holdsTo), "right bottom");
}

TEST(DetailsCraft, PaperHasNoEdgesToHoldTo) {
    Hands hands(demo("pontoon-fault-note"));
    hands.desk().select({hands.at("txtWhatYouSaw").id});
    Hands::settle();
    EXPECT_EQ(hands.window.details().editorOf(Prop::holdsTo), nullptr);
}

TEST(DetailsCraft, PagesOfADocumentComeGoAndChangePlaces) {
    Hands hands(demo("winter-storage-agreement"));
    const auto pages = hands.form().root().children;
    ASSERT_EQ(pages.size(), 2u);
    hands.desk().setSurfaceInHand(pages[1]);
    hands.desk().select({});
    hands.command("pageEarlier");
    EXPECT_EQ(hands.form().root().children, (std::vector<Id>{pages[1], pages[0]}));
    hands.command("undo");
    hands.command("addPage");
    EXPECT_EQ(hands.form().root().children.size(), 3u);
    hands.command("removePage");  // an empty one goes without asking
    EXPECT_EQ(hands.form().root().children, pages);
}

TEST(DetailsCraft, ABandWithAltTakesOnlyWhatItEncloses) {
    Hands hands(jotted("A: text 5\nB: text 5\n"));
    const Box a = hands.at("txtA").box, label = labelOf(hands.form(), hands.at("txtA").id)->box;
    const QPoint from = hands.spot(a.left - 4, a.top - 6), to = hands.spot(a.right() - 20, a.bottom() + 6);
    hands.drag(from, to);
    EXPECT_EQ(hands.desk().selection(), Ids{hands.at("txtA").id}) << "it is touched";
    hands.drag(from, to, Qt::AltModifier);
    EXPECT_TRUE(hands.desk().selection().empty()) << "but not enclosed";
    hands.drag(hands.spot(label.left - 4, a.top - 6), hands.spot(a.right() + 4, a.bottom() + 6), Qt::AltModifier);
    EXPECT_EQ(hands.desk().selection().size(), 2u);
}
