// The craft of laying out, with the hands: every gesture, and how few presses the work takes.
#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>

#include "app/details/styles_panel.h"
#include "app/outline/outline.h"
#include "app/passes/lay_out/strip.h"
#include "app/window/find_box.h"
#include "core/edit/arrange.h"
#include "core/edit/restyle.h"
#include "core/layout/tidy.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// Hands that count presses; wording that is typed does not count.
struct Counted : Driver {
    using Driver::Driver;
    int presses = 0;
    void press(QPoint at, Qt::KeyboardModifiers keys = {}) {
        ++presses;
        click(at, keys);
    }
    void push(int k, Qt::KeyboardModifiers keys = {}) {
        ++presses;
        key(k, keys);
    }
    void give(const char* name) {
        ++presses;
        command(name);
    }
    QPoint tab(int number) {
        const Control& tabs = tabsOf();
        const Box box = onSurface(form(), tabs.id);
        const auto boxes = FormPicture(desk().fonts()).tabs(form(), tabs);
        const Point middle = boxes[std::size_t(number)].moved(box.left, box.top).centre();
        return sheet().place(rootId, middle).toPoint();
    }
    const Control& tabsOf() {
        for (Id id : allIds(form()))
            if (form().find(id)->kind == Kind::tabs) return *form().find(id);
        throw std::runtime_error("no tabs");
    }
};

/// Three pages, nine labelled fields, Next on two pages, OK and Cancel at the foot.
void expectTheTabDialog(const Form& form) {
    int pages = 0, labelled = 0, nexts = 0, accepts = 0, cancels = 0;
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        pages += c.kind == Kind::tabPage;
        labelled += isFilled(c) && labelOf(form, id);
        nexts += c.text(Prop::buttonRole) == "next";
        accepts += c.text(Prop::buttonRole) == "accept" && c.parent == rootId;
        cancels += c.text(Prop::buttonRole) == "cancel" && c.parent == rootId;
    }
    EXPECT_EQ(pages, 3);
    EXPECT_EQ(labelled, 9);
    EXPECT_EQ(nexts, 2);
    EXPECT_EQ(accepts, 1);
    EXPECT_EQ(cancels, 1);
}

}  // namespace

TEST(LayOut, ATabDialogTakesAtMostFortyPressesByJotting) {
    Counted driver;
    driver.give("jot");
    const QStringList rows = {"# Yard visit",    "## Boat",        "Name: text 30", "Hull: text 20",
                              "Draught: number", "[Next]",         "## Owner",      "Owner: text 30",
                              "Phone: text 20",  "Email: text 40", "[Next]",        "## Visit",
                              "From: date",      "To: date",       "Berth: text 4", "[OK]* [Cancel]"};
    // The rows are typed as one text; each line's end is a press.
    driver.window.jotLine().setText(rows.join("\n"));
    driver.presses += int(rows.size()) - 1;
    driver.push(Qt::Key_Return);
    expectTheTabDialog(driver.form());
    EXPECT_LE(driver.presses, 40);
    RecordProperty("presses", driver.presses);
}

TEST(LayOut, ATabDialogTakesAtMostSixtyPressesByPlacing) {
    Counted driver;
    driver.sheet().setFocus();
    driver.push(Qt::Key_A);
    driver.press(driver.spot(20, 16));
    for (const auto& [number, word] : {std::pair(0, "Boat"), {1, "Owner"}}) {
        driver.press(driver.tab(number));
        driver.push(Qt::Key_F2);
        driver.type(word);
        driver.push(Qt::Key_Return);
    }
    driver.give("addPage");
    driver.type("Visit");
    driver.push(Qt::Key_Return);
    const QStringList labels = {"From", "To", "Berth", "Owner", "Phone", "Email", "Name", "Hull", "Draught"};
    for (int page = 2; page >= 0; --page) {
        if (page < 2) driver.press(driver.tab(page));
        for (int i = 0; i < 3; ++i) {
            driver.push(Qt::Key_T);
            // The first of a page where the pointer says; the next ones below it, without the pointer.
            i == 0 ? driver.press(driver.spot(130, 76)) : driver.push(Qt::Key_Return);
            driver.type(labels[(2 - page) * 3 + i]);
            driver.push(Qt::Key_Return);
        }
        if (page == 2) continue;
        driver.push(Qt::Key_B);
        driver.press(driver.spot(300, 240));
        driver.type("Next");
        driver.push(Qt::Key_Return);
    }
    for (const auto& [word, left] : {std::pair("OK", 230), {"Cancel", 340}}) {
        driver.push(Qt::Key_B);
        driver.press(driver.spot(left, 298));
        driver.type(word);
        driver.push(Qt::Key_Return);
    }
    expectTheTabDialog(driver.form());
    EXPECT_LE(driver.presses, 60);
    RecordProperty("presses", driver.presses);
    // What was placed without the pointer goes on below, level with its label.
    for (const char* name : {"txtTo", "txtBerth"}) {
        const Control& field = driver.at(name);
        EXPECT_EQ(field.box.left, driver.at("txtFrom").box.left) << name;
        EXPECT_NEAR(textLine(driver.form(), field.id), textLine(driver.form(), labelOf(driver.form(), field.id)->id),
                    0.6);
    }
}

TEST(LayOut, EightRaggedPairsAreLinedUpWithThreePresses) {
    std::string rows;
    for (int i = 1; i <= 8; ++i) rows += "Field " + std::to_string(i) + ": text 20\n";
    Form form = jotted(rows);
    const Form tidy = form;
    std::mt19937 chance(8);
    for (Id id : allIds(form)) form = shifted(form, {id}, int(chance() % 11) - 5, int(chance() % 11) - 5);
    Counted driver(form);
    driver.sheet().setFocus();
    driver.give("selectAll");
    driver.give("tidy");
    ASSERT_TRUE(driver.desk().proposal());
    EXPECT_TRUE(driver.window.findChild<QWidget*>("proposal")->isVisible());
    EXPECT_TRUE(sameContent(driver.form(), form)) << "shown before it is done";
    driver.push(Qt::Key_Return);
    EXPECT_LE(driver.presses, 3);
    EXPECT_FALSE(driver.desk().proposal());
    for (Id id : allIds(tidy)) {
        EXPECT_NEAR(driver.form().find(id)->box.left, tidy.find(id)->box.left, 1);
        EXPECT_NEAR(driver.form().find(id)->box.top, tidy.find(id)->box.top, 1);
    }
    driver.command("undo");
    EXPECT_TRUE(sameContent(driver.form(), form)) << "one step";
    driver.give("tidy");
    driver.key(Qt::Key_Escape);
    EXPECT_TRUE(sameContent(driver.form(), form)) << "left";
}

TEST(LayOut, ATabIsDraggedAmongItsTabs) {
    Counted driver(demo("lift-out-booking"));
    const auto before = driver.tabsOf().children;
    driver.drag(driver.tab(0), driver.tab(2));
    EXPECT_EQ(driver.tabsOf().children, (std::vector<Id>{before[1], before[2], before[0]}));
    driver.command("pageEarlier");
    EXPECT_EQ(driver.tabsOf().children, (std::vector<Id>{before[1], before[0], before[2]}));
    driver.command("nextPage");
    EXPECT_EQ(driver.desk().selection(), Ids{before[2]});
}

TEST(LayOut, AControlIsCarriedToAnotherPageOverItsTab) {
    Counted driver(demo("lift-out-booking"));
    const Id hull = driver.at("cboHull").id, owner = driver.tabsOf().children[1];
    const QPoint from = driver.on(hull), over = driver.tab(1);
    QTest::mousePress(&driver.sheet(), Qt::LeftButton, {}, from);
    auto move = [&](QPoint to) {
        QMouseEvent event(QEvent::MouseMove, to, driver.sheet().mapToGlobal(to), Qt::NoButton, Qt::LeftButton, {});
        QApplication::sendEvent(&driver.sheet(), &event);
        Driver::settle();
    };
    move(from + QPoint(0, -20));
    move(over);
    // It rests on the tab until the page turns.
    EXPECT_TRUE(QTest::qWaitFor([&] { return shownPage(driver.tabsOf(), driver.desk().turned()) == owner; }));
    const QPoint to = driver.spot(200, 410);
    move(to);
    QTest::mouseRelease(&driver.sheet(), Qt::LeftButton, {}, to);
    Driver::settle();
    EXPECT_EQ(driver.form().find(hull)->parent, owner);
}

TEST(LayOut, AFullPageIsRemovedOnlyWhenItIsMeant) {
    Counted driver(demo("lift-out-booking"));
    driver.click(driver.tab(1));
    auto answer = [&](bool yes) {
        QTimer::singleShot(0, [yes] {
            auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
            ASSERT_NE(box, nullptr);
            EXPECT_TRUE(box->text().startsWith("“Owner” contains"));
            for (QAbstractButton* button : box->buttons())
                if ((box->buttonRole(button) == QMessageBox::AcceptRole) == yes) button->click();
        });
    };
    answer(false);
    driver.command("removePage");
    EXPECT_EQ(driver.tabsOf().children.size(), 3u);
    answer(true);
    driver.command("removePage");
    EXPECT_EQ(driver.tabsOf().children.size(), 2u);
}

TEST(LayOut, TheGhostEdgeShowsAnotherSizeAndChangesNothing) {
    Counted driver(demo("lift-out-booking"));
    driver.desk().select({});
    const Form before = driver.form();
    const QRectF root = driver.sheet().placeOf(rootId);
    const QPoint grip = (root.bottomRight() + QPointF(15, 15)).toPoint();
    QTest::mousePress(&driver.sheet(), Qt::LeftButton, {}, grip);
    QMouseEvent event(QEvent::MouseMove, grip + QPoint(60, 40), driver.sheet().mapToGlobal(grip + QPoint(60, 40)),
                      Qt::NoButton, Qt::LeftButton, {});
    QApplication::sendEvent(&driver.sheet(), &event);
    Driver::settle();
    const double zoom = driver.sheet().zoom();
    EXPECT_NEAR(driver.sheet().placeOf(rootId).width(), root.width() + 60, 2 * zoom) << "shown at the other size";
    QTest::mouseRelease(&driver.sheet(), Qt::LeftButton, {}, grip + QPoint(60, 40));
    Driver::settle();
    EXPECT_TRUE(sameContent(driver.form(), before));
    // The dialog's own edge resizes it, and what holds to it goes along.
    const double left = driver.at("btnCancel").box.left;
    const QRectF now = driver.sheet().placeOf(rootId);
    const QPoint edge(int(now.right()), int(now.center().y()));
    driver.drag(edge, edge + QPoint(50, 0));
    EXPECT_GT(driver.at("btnCancel").box.left, left + 40);
}

TEST(LayOut, ATableIsPlacedAndItsCellsTakeControls) {
    Counted driver;
    driver.sheet().setFocus();
    driver.key(Qt::Key_E);
    driver.click(driver.spot(20, 60));
    driver.key(Qt::Key_Escape);
    const Control& table = driver.at("tblTable");
    EXPECT_EQ(table.children.size(), 9u);
    const Id cell = table.children[1];
    driver.sheet().setFocus();
    driver.key(Qt::Key_C);
    driver.click(driver.on(cell));
    const Control& inside = *driver.form().find(driver.form().find(cell)->children.front());
    EXPECT_EQ(driver.form().find(cell)->children.size(), 1u);
    EXPECT_EQ(inside.kind, Kind::comboBox);
    driver.desk().select({driver.form().find(driver.form().find(table.children[2])->children[0])->id});
    driver.command("selectColumn");
    EXPECT_EQ(driver.desk().selection().size(), 3u);
    driver.command("replace-numberBox");
    for (Id id : driver.desk().selection()) EXPECT_EQ(driver.form().find(id)->kind, Kind::numberBox);
}

TEST(LayOut, SizesAndLooksAreTakenFromAnotherControl) {
    Counted driver(jotted("A: text 5\nB: text 30\n"));
    driver.desk().select({driver.at("txtA").id});
    driver.command("takeSize");
    EXPECT_TRUE(driver.desk().picking());
    driver.click(driver.on("txtB"));
    EXPECT_EQ(driver.at("txtA").box.width, driver.at("txtB").box.width);
    EXPECT_FALSE(driver.desk().picking());
    driver.desk().edit(withProperty(driver.form(), {driver.at("txtB").id}, Prop::bold, true), "Bold");
    driver.command("copyLook");
    driver.sheet().setFocus();
    driver.key(Qt::Key_Escape);
    EXPECT_FALSE(driver.desk().picking());
    driver.command("copyLook");
    driver.click(driver.on("txtB"));
    EXPECT_TRUE(lookOf(driver.form(), driver.at("txtA")).bold);
    driver.command("dropLooks");
    EXPECT_FALSE(lookOf(driver.form(), driver.at("txtA")).bold);
}

TEST(LayOut, RowsOfControlsAreRepeated) {
    Counted driver(jotted("Guest: text 20\n"));
    driver.desk().select({driver.at("txtGuest").id});
    QTimer::singleShot(0, [] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        ASSERT_NE(dialog, nullptr);
        dialog->findChild<QDoubleSpinBox*>("rows")->setValue(3);
        dialog->accept();
    });
    driver.command("repeat");
    EXPECT_EQ(driver.at("txtGuest3").box.left, driver.at("txtGuest").box.left);
    EXPECT_EQ(driver.at("txtGuest3").box.top - driver.at("txtGuest2").box.top,
              driver.at("txtGuest2").box.top - driver.at("txtGuest").box.top);
    EXPECT_NE(labelOf(driver.form(), driver.at("txtGuest2").id), nullptr);
}

TEST(LayOut, AControlMovesIntoAFrameAndOutWithoutThePointer) {
    Counted driver(jotted("A: text 5\n### Frame\nB: text 5\n###\n"));
    const Id a = driver.at("txtA").id, frame = driver.at("Frame").id;
    driver.desk().select({a});
    driver.command("moveInto");
    EXPECT_EQ(driver.form().find(a)->parent, frame);
    EXPECT_EQ(labelOf(driver.form(), a)->parent, frame) << "its label goes along";
    driver.command("moveOut");
    EXPECT_EQ(driver.form().find(a)->parent, rootId);
}

TEST(Outline, ShowsTheTreeFindsAndMoves) {
    Driver driver(jotted("A: text 5\n### Frame\nB: text 5\n###\n"));
    driver.command("outline");
    Outline& outline = driver.window.outline();
    ASSERT_TRUE(driver.window.outlineShown());
    const Id a = driver.at("txtA").id, frame = driver.at("Frame").id;
    driver.desk().select({a});
    ASSERT_EQ(outline.tree()->selectedItems().size(), 1);
    EXPECT_EQ(outline.tree()->selectedItems()[0]->text(0), "A");
    EXPECT_TRUE(outline.moveTo({a}, frame, 0));
    EXPECT_EQ(driver.form().find(a)->parent, frame);
    EXPECT_EQ(driver.form().find(frame)->children.front(), a);
    EXPECT_FALSE(outline.moveTo({frame}, frame, 0)) << "not into itself";
    outline.search()->setText("numb");
    EXPECT_EQ(outline.tree()->topLevelItemCount(), 0);
    outline.search()->setText("txtB");
    ASSERT_GT(outline.tree()->topLevelItemCount(), 0);
    outline.tree()->setCurrentItem(outline.tree()->topLevelItem(0));
    EXPECT_EQ(driver.desk().lead(), driver.at("txtB").id);
    outline.search()->clear();
    driver.desk().select({a});
    outline.tree()->setFocus();
    QTest::keyClick(outline.tree(), Qt::Key_Down, Qt::AltModifier);
    EXPECT_EQ(driver.form().find(frame)->children.back(), a);
}

TEST(Strip, EveryToolIsInReachAtEveryWidth) {
    for (const QSize size : {QSize(1280, 800), QSize(1024, 700), QSize(1600, 900)})
        for (bool outline : {false, true}) {
            Driver driver(newForm(Kind::dialog), size);
            driver.window.showOutline(outline);
            Driver::settle();
            const Strip& strip = driver.window.part<Strip>();
            for (const Tool& tool : allTools()) {
                const QRect r = strip.toolRect(tool);
                EXPECT_TRUE(strip.rect().contains(r)) << tool.word() << " " << size.width() << " " << outline;
                EXPECT_FALSE(r.intersects(strip.labelsRect())) << tool.word() << " " << size.width() << " " << outline;
                for (const Tool& other : allTools())
                    if (!(other == tool)) EXPECT_FALSE(r.intersects(strip.toolRect(other))) << tool.word();
            }
        }
}

TEST(Find, ReachesCommandsControlsToolsAndProperties) {
    Driver driver(demo("lift-out-booking"));
    auto find = [&](const QString& typed) {
        driver.command("find");
        driver.type(typed);
        driver.key(Qt::Key_Return);
    };
    find("draught");
    EXPECT_EQ(driver.desk().lead(), driver.at("numDraught").id);
    find("decimals");
    EXPECT_TRUE(driver.window.details().editorOf(Prop::decimals)->hasFocus());
    find("place a time");
    EXPECT_EQ(driver.desk().tool(), Kind::timeBox);
    find("real size");
    EXPECT_EQ(driver.sheet().zoom(), 1);
    EXPECT_GT(findScore("left ed", "Left edges"), findScore("left ed", "Unleft wedge"));
    EXPECT_EQ(findScore("boat x", "Boat name"), 0);
}

TEST(Styles, TheSheetFollowsAStyle) {
    Driver driver(jotted("A: text 5\nB: text 5\n[OK]\n"));
    driver.desk().select({driver.at("txtA").id});
    driver.command("styles");
    StylesPanel& styles = driver.window.styles();
    EXPECT_EQ(styles.chosen(), "field");
    auto* size = qobject_cast<QLineEdit*>(styles.editorOf(Prop::fontSize));
    ASSERT_NE(size, nullptr);
    size->setFocus();
    size->selectAll();
    driver.type("13");
    driver.key(Qt::Key_Return);
    for (const char* name : {"txtA", "txtB"}) EXPECT_EQ(lookOf(driver.form(), driver.at(name)).size, 13) << name;
    auto* chart = styles.findChild<QAbstractButton*>("set-chart");
    ASSERT_NE(chart, nullptr);
    chart->click();
    EXPECT_EQ(lookSetOf(driver.form())->key, "chart");
    driver.command("undo");
    driver.command("undo");
    EXPECT_EQ(lookOf(driver.form(), driver.at("txtB")).size, 10);
    driver.command("styles");
    EXPECT_FALSE(driver.window.stylesShown());
}

TEST(Keys, EveryCommandWithAKeyIsOnThePage) {
    Driver driver;
    const QString page = driver.window.keysPage();
    for (const char* word : {"Ctrl+Space", "Ctrl+L", "Ctrl+Shift+D", "Tab, Shift+Tab", "choice group", "F6"})
        EXPECT_TRUE(page.contains(word)) << word;
    EXPECT_EQ(page.toStdString(), textOf(std::string(BRINDEL_SOURCE) + "/docs/keys.md")) << "made by brindel --keys";
    // No two commands share a key.
    std::map<QString, QString> taken;
    for (QAction* action : driver.window.actions()) {
        const QString keys = action->shortcut().toString();
        if (keys.isEmpty()) continue;
        EXPECT_TRUE(taken.emplace(keys, action->text()).second)
            << keys.toStdString() << " " << action->text().toStdString();
    }
    driver.sheet().setFocus();
    for (int i = 0; i < 3; ++i) driver.command("nextPanel");
    EXPECT_TRUE(driver.sheet().hasFocus()) << "round through the details and the jotting line";
}
