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
W* inside(Driver& driver, const char* name) {
    return driver.window.details().findChild<W*>(name);
}

void typeInto(Driver& driver, QWidget* edit, const QString& text) {
    edit->setFocus();
    if (auto* line = qobject_cast<QLineEdit*>(edit)) line->selectAll();
    driver.type(text);
    driver.key(Qt::Key_Return);
}

}  // namespace

TEST(DetailsCraft, RoomIsSaidAndBothWaysOutWork) {
    Driver driver(jotted("Berth: text 30\n"));
    const Id id = driver.at("txtBerth").id;
    driver.desk().edit(boxed(driver.form(), id, {80, 20, 80, 26}), "Narrow");
    driver.desk().select({id});
    Driver::settle();
    auto* room = inside<QLabel>(driver, "room");
    ASSERT_NE(room, nullptr);
    EXPECT_TRUE(room->text().startsWith("about ")) << room->text().toStdString();
    inside<QToolButton>(driver, "widthToLimit")->click();
    EXPECT_GE(roomOf(driver.form(), driver.at("txtBerth"), driver.desk().fonts())->letters, 30);
    driver.command("undo");
    driver.desk().select({id});
    inside<QToolButton>(driver, "limitToRoom")->click();
    EXPECT_EQ(driver.at("txtBerth").number(Prop::maxLength),
              roomOf(driver.form(), driver.at("txtBerth"), driver.desk().fonts())->letters);
}

TEST(DetailsCraft, WordingThatIsCutOffIsSaidAndFitted) {
    Driver driver(jotted("Registration: text 5\n"));
    const Id label = labelOf(driver.form(), driver.at("txtRegistration").id)->id;
    driver.desk().edit(boxed(driver.form(), label, {60, 24, 24, 14}), "Narrow");
    driver.desk().select({label});
    Driver::settle();
    auto* notice = inside<QWidget>(driver, "notice");
    ASSERT_NE(notice, nullptr);
    EXPECT_TRUE(notice->isVisible());
    inside<QToolButton>(driver, "fit")->click();
    Driver::settle();
    EXPECT_FALSE(notice->isVisible());
    EXPECT_FALSE(isCutOff(driver.form(), *driver.form().find(label), driver.desk().fonts()));
    // One that always fits follows its wording.
    driver.desk().edit(withProperty(driver.form(), {label}, Prop::alwaysFits, true), "Always fits");
    const double before = driver.form().find(label)->box.width;
    driver.sheet().startWording(label);
    driver.type("Registration number of the boat");
    driver.key(Qt::Key_Return);
    EXPECT_GT(driver.form().find(label)->box.width, before + 60);
}

TEST(DetailsCraft, ALookSetByHandIsToldApartAndDropped) {
    Driver driver(jotted("A: text 5\n"));
    const Id id = driver.at("txtA").id;
    driver.desk().select({id});
    driver.window.details().reveal(Prop::fontSize);
    auto* size = qobject_cast<QLineEdit*>(driver.window.details().editorOf(Prop::fontSize));
    ASSERT_NE(size, nullptr);
    auto* drop = size->parentWidget()->findChild<QToolButton*>("drop");
    ASSERT_NE(drop, nullptr);
    EXPECT_FALSE(drop->isVisible()) << "goes by its style";
    typeInto(driver, size, "15");
    EXPECT_TRUE(drop->isVisible());
    EXPECT_EQ(lookOf(driver.form(), driver.at("txtA")).size, 15);
    drop->click();
    EXPECT_FALSE(hasOwnLook(driver.at("txtA")));
    EXPECT_FALSE(drop->isVisible());
}

TEST(DetailsCraft, AColourIsPickedFromTheFormOrTheDesktop) {
    Driver driver(jotted("A: text 5\n[OK]*\n"));
    const Id label = labelOf(driver.form(), driver.at("txtA").id)->id;
    driver.desk().select({label});
    driver.window.details().reveal(Prop::textColour);
    auto* editor = driver.window.details().editorOf(Prop::textColour);
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
    EXPECT_EQ(driver.form().find(label)->text(Prop::textColour), "highlight");
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    pick("#2F6B66");
    EXPECT_EQ(driver.form().find(label)->text(Prop::textColour), "#2F6B66");
}

TEST(DetailsCraft, TimesAndEdgesAreSetAsTheyStand) {
    Driver driver(jotted("At: time\n[OK]*\n"));
    driver.desk().select({driver.at("timAt").id});
    auto* earliest = driver.window.details().editorOf(Prop::earliestTime);
    ASSERT_NE(earliest, nullptr);
    typeInto(driver, earliest, "7.30");
    EXPECT_EQ(driver.at("timAt").text(Prop::earliestTime), "07:30");
    typeInto(driver, earliest, "early");
    EXPECT_EQ(driver.at("timAt").text(Prop::earliestTime), "07:30");
    EXPECT_TRUE(driver.window.findChild<QLabel*>("said")->text().contains("enter a time such as 08:30"));
    driver.desk().edit(withProperty(driver.form(), {driver.at("btnOK").id}, Prop::holdsTo, std::string("left top")),
                       "x");
    driver.desk().select({driver.at("btnOK").id});
    Driver::settle();
    inside<QToolButton>(driver, "suggest")->click();
    EXPECT_EQ(driver.at("btnOK").text(Prop::holdsTo), "right bottom");
}

TEST(DetailsCraft, PaperHasNoEdgesToHoldTo) {
    Driver driver(demo("pontoon-fault-note"));
    driver.desk().select({driver.at("txtWhatYouSaw").id});
    Driver::settle();
    EXPECT_EQ(driver.window.details().editorOf(Prop::holdsTo), nullptr);
}

TEST(DetailsCraft, PagesOfADocumentComeGoAndChangePlaces) {
    Driver driver(demo("winter-storage-agreement"));
    const auto pages = driver.form().root().children;
    ASSERT_EQ(pages.size(), 2u);
    driver.desk().setSurfaceInHand(pages[1]);
    driver.desk().select({});
    driver.command("pageEarlier");
    EXPECT_EQ(driver.form().root().children, (std::vector<Id>{pages[1], pages[0]}));
    driver.command("undo");
    driver.command("addPage");
    EXPECT_EQ(driver.form().root().children.size(), 3u);
    driver.command("removePage");  // an empty one goes without asking
    EXPECT_EQ(driver.form().root().children, pages);
}

TEST(DetailsCraft, ABandWithAltTakesOnlyWhatItEncloses) {
    Driver driver(jotted("A: text 5\nB: text 5\n"));
    const Box a = driver.at("txtA").box, label = labelOf(driver.form(), driver.at("txtA").id)->box;
    const QPoint from = driver.spot(a.left - 4, a.top - 6), to = driver.spot(a.right() - 20, a.bottom() + 6);
    driver.drag(from, to);
    EXPECT_EQ(driver.desk().selection(), Ids{driver.at("txtA").id}) << "it is touched";
    driver.drag(from, to, Qt::AltModifier);
    EXPECT_TRUE(driver.desk().selection().empty()) << "but not enclosed";
    driver.drag(driver.spot(label.left - 4, a.top - 6), driver.spot(a.right() + 4, a.bottom() + 6), Qt::AltModifier);
    EXPECT_EQ(driver.desk().selection().size(), 2u);
}
