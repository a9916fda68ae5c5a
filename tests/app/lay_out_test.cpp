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
struct Counted : Hands {
    using Hands::Hands;
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
    Counted hands;
    hands.give("jot");
    const QStringList rows = {"# Yard visit",    "## Boat",        "Name: text 30", "Hull: text 20",
                              "Draught: number", "[Next]",         "## Owner",      "Owner: text 30",
                              "Phone: text 20",  "Email: text 40", "[Next]",        "## Visit",
                              "From: date",      "To: date",       "Berth: text 4", "[OK]* [Cancel]"};
    // The rows are typed as one text; each line's end is a press.
    hands.window.jotLine().setText(rows.join("\n"));
    hands.presses += int(rows.size()) - 1;
    hands.push(Qt::Key_Return);
    expectTheTabDialog(hands.form());
    EXPECT_LE(hands.presses, 40);
    RecordProperty("presses", hands.presses);
}

TEST(LayOut, ATabDialogTakesAtMostSixtyPressesByPlacing) {
    Counted hands;
    hands.sheet().setFocus();
    hands.push(Qt::Key_A);
    hands.press(hands.spot(20, 16));
    for (const auto& [number, word] : {std::pair(0, "Boat"), {1, "Owner"}}) {
        hands.press(hands.tab(number));
        hands.push(Qt::Key_F2);
        hands.type(word);
        hands.push(Qt::Key_Return);
    }
    hands.give("addPage");
    hands.type("Visit");
    hands.push(Qt::Key_Return);
    const QStringList labels = {"From", "To", "Berth", "Owner", "Phone", "Email", "Name", "Hull", "Draught"};
    for (int page = 2; page >= 0; --page) {
        if (page < 2) hands.press(hands.tab(page));
        for (int i = 0; i < 3; ++i) {
            hands.push(Qt::Key_T);
            // The first of a page where the pointer says; the next ones below it, without the pointer.
            i == 0 ? hands.press(hands.spot(130, 76)) : hands.push(Qt::Key_Return);
            hands.type(labels[(2 - page) * 3 + i]);
            hands.push(Qt::Key_Return);
        }
        if (page == 2) continue;
        hands.push(Qt::Key_B);
        hands.press(hands.spot(300, 240));
        hands.type("Next");
        hands.push(Qt::Key_Return);
    }
    for (const auto& [word, left] : {std::pair("OK", 230), {"Cancel", 340}}) {
        hands.push(Qt::Key_B);
        hands.press(hands.spot(left, 298));
        hands.type(word);
        hands.push(Qt::Key_Return);
    }
    expectTheTabDialog(hands.form());
    EXPECT_LE(hands.presses, 60);
    RecordProperty("presses", hands.presses);
    // What was placed without the pointer goes on below, level with its label.
    for (const char* name : {"txtTo", "txtBerth"}) {
        const Control& field = hands.at(name);
        EXPECT_EQ(field.box.left, hands.at("txtFrom").box.left) << name;
        EXPECT_NEAR(textLine(hands.form(), field.id), textLine(hands.form(), labelOf(hands.form(), field.id)->id), 0.6);
    }
}

TEST(LayOut, EightRaggedPairsAreLinedUpWithThreePresses) {
    std::string rows;
    for (int i = 1; i <= 8; ++i) rows += "Field " + std::to_string(i) + ": text 20\n";
    Form form = jotted(rows);
    const Form tidy = form;
    std::mt19937 chance(8);
    for (Id id : allIds(form)) form = shifted(form, {id}, int(chance() % 11) - 5, int(chance() % 11) - 5);
    Counted hands(form);
    hands.sheet().setFocus();
    hands.give("selectAll");
    hands.give("tidy");
    ASSERT_TRUE(hands.desk().proposal());
    EXPECT_TRUE(hands.window.findChild<QWidget*>("proposal")->isVisible());
    EXPECT_TRUE(sameContent(hands.form(), form)) << "shown before it is done";
    hands.push(Qt::Key_Return);
    EXPECT_LE(hands.presses, 3);
    EXPECT_FALSE(hands.desk().proposal());
    for (Id id : allIds(tidy)) {
        EXPECT_NEAR(hands.form().find(id)->box.left, tidy.find(id)->box.left, 1);
        EXPECT_NEAR(hands.form().find(id)->box.top, tidy.find(id)->box.top, 1);
    }
    hands.command("undo");
    EXPECT_TRUE(sameContent(hands.form(), form)) << "one step";
    hands.give("tidy");
    hands.key(Qt::Key_Escape);
    EXPECT_TRUE(sameContent(hands.form(), form)) << "left";
}

TEST(LayOut, ATabIsDraggedAmongItsTabs) {
    Counted hands(demo("lift-out-booking"));
    const auto before = hands.tabsOf().children;
    hands.drag(hands.tab(0), hands.tab(2));
    EXPECT_EQ(hands.tabsOf().children, (std::vector<Id>{before[1], before[2], before[0]}));
    hands.command("pageEarlier");
    EXPECT_EQ(hands.tabsOf().children, (std::vector<Id>{before[1], before[0], before[2]}));
    hands.command("nextPage");
    EXPECT_EQ(hands.desk().selection(), Ids{before[2]});
}

TEST(LayOut, AControlIsCarriedToAnotherPageOverItsTab) {
    Counted hands(demo("lift-out-booking"));
    const Id hull = hands.at("cboHull").id, owner = hands.tabsOf().children[1];
    const QPoint from = hands.on(hull), over = hands.tab(1);
    QTest::mousePress(&hands.sheet(), Qt::LeftButton, {}, from);
    auto move = [&](QPoint to) {
        QMouseEvent event(QEvent::MouseMove, to, hands.sheet().mapToGlobal(to), Qt::NoButton, Qt::LeftButton, {});
        QApplication::sendEvent(&hands.sheet(), &event);
        Hands::settle();
    };
    move(from + QPoint(0, -20));
    move(over);
    // It rests on the tab until the page turns.
    EXPECT_TRUE(QTest::qWaitFor([&] { return shownPage(hands.tabsOf(), hands.desk().turned()) == owner; }));
    const QPoint to = hands.spot(200, 410);
    move(to);
    QTest::mouseRelease(&hands.sheet(), Qt::LeftButton, {}, to);
    Hands::settle();
    EXPECT_EQ(hands.form().find(hull)->parent, owner);
}

TEST(LayOut, AFullPageIsRemovedOnlyWhenItIsMeant) {
    Counted hands(demo("lift-out-booking"));
    hands.click(hands.tab(1));
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
    hands.command("removePage");
    EXPECT_EQ(hands.tabsOf().children.size(), 3u);
    answer(true);
    hands.command("removePage");
    EXPECT_EQ(hands.tabsOf().children.size(), 2u);
}

TEST(LayOut, TheGhostEdgeShowsAnotherSizeAndChangesNothing) {
    Counted hands(demo("lift-out-booking"));
    hands.desk().select({});
    const Form before = hands.form();
    const QRectF root = hands.sheet().placeOf(rootId);
    const QPoint grip = (root.bottomRight() + QPointF(15, 15)).toPoint();
    QTest::mousePress(&hands.sheet(), Qt::LeftButton, {}, grip);
    QMouseEvent event(QEvent::MouseMove, grip + QPoint(60, 40), hands.sheet().mapToGlobal(grip + QPoint(60, 40)),
                      Qt::NoButton, Qt::LeftButton, {});
    QApplication::sendEvent(&hands.sheet(), &event);
    Hands::settle();
    const double zoom = hands.sheet().zoom();
    EXPECT_NEAR(hands.sheet().placeOf(rootId).width(), root.width() + 60, 2 * zoom) << "shown at the other size";
    QTest::mouseRelease(&hands.sheet(), Qt::LeftButton, {}, grip + QPoint(60, 40));
    Hands::settle();
    EXPECT_TRUE(sameContent(hands.form(), before));
    // The dialog's own edge resizes it, and what holds to it goes along.
    const double left = hands.at("btnCancel").box.left;
    const QRectF now = hands.sheet().placeOf(rootId);
    const QPoint edge(int(now.right()), int(now.center().y()));
    hands.drag(edge, edge + QPoint(50, 0));
    EXPECT_GT(hands.at("btnCancel").box.left, left + 40);
}

TEST(LayOut, ATableIsPlacedAndItsCellsTakeControls) {
    Counted hands;
    hands.sheet().setFocus();
    hands.key(Qt::Key_E);
    hands.click(hands.spot(20, 60));
    hands.key(Qt::Key_Escape);
    const Control& table = hands.at("tblTable");
    EXPECT_EQ(table.children.size(), 9u);
    const Id cell = table.children[1];
    hands.sheet().setFocus();
    hands.key(Qt::Key_C);
    hands.click(hands.on(cell));
    const Control& inside = *hands.form().find(hands.form().find(cell)->children.front());
    EXPECT_EQ(hands.form().find(cell)->children.size(), 1u);
    EXPECT_EQ(inside.kind, Kind::comboBox);
    hands.desk().select({hands.form().find(hands.form().find(table.children[2])->children[0])->id});
    hands.command("selectColumn");
    EXPECT_EQ(hands.desk().selection().size(), 3u);
    hands.command("replace-numberBox");
    for (Id id : hands.desk().selection()) EXPECT_EQ(hands.form().find(id)->kind, Kind::numberBox);
}

TEST(LayOut, SizesAndLooksAreTakenFromAnotherControl) {
    Counted hands(jotted("A: text 5\nB: text 30\n"));
    hands.desk().select({hands.at("txtA").id});
    hands.command("takeSize");
    EXPECT_TRUE(hands.desk().picking());
    hands.click(hands.on("txtB"));
    EXPECT_EQ(hands.at("txtA").box.width, hands.at("txtB").box.width);
    EXPECT_FALSE(hands.desk().picking());
    hands.desk().edit(withProperty(hands.form(), {hands.at("txtB").id}, Prop::bold, true), "Bold");
    hands.command("copyLook");
    hands.sheet().setFocus();
    hands.key(Qt::Key_Escape);
    EXPECT_FALSE(hands.desk().picking());
    hands.command("copyLook");
    hands.click(hands.on("txtB"));
    EXPECT_TRUE(lookOf(hands.form(), hands.at("txtA")).bold);
    hands.command("dropLooks");
    EXPECT_FALSE(lookOf(hands.form(), hands.at("txtA")).bold);
}

TEST(LayOut, RowsOfControlsAreRepeated) {
    Counted hands(jotted("Guest: text 20\n"));
    hands.desk().select({hands.at("txtGuest").id});
    QTimer::singleShot(0, [] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        ASSERT_NE(dialog, nullptr);
        dialog->findChild<QDoubleSpinBox*>("rows")->setValue(3);
        dialog->accept();
    });
    hands.command("repeat");
    EXPECT_EQ(hands.at("txtGuest3").box.left, hands.at("txtGuest").box.left);
    EXPECT_EQ(hands.at("txtGuest3").box.top - hands.at("txtGuest2").box.top,
              hands.at("txtGuest2").box.top - hands.at("txtGuest").box.top);
    EXPECT_NE(labelOf(hands.form(), hands.at("txtGuest2").id), nullptr);
}

TEST(LayOut, AControlMovesIntoAFrameAndOutWithoutThePointer) {
    Counted hands(jotted("A: text 5\n### Frame\nB: text 5\n###\n"));
    const Id a = hands.at("txtA").id, frame = hands.at("Frame").id;
    hands.desk().select({a});
    hands.command("moveInto");
    EXPECT_EQ(hands.form().find(a)->parent, frame);
    EXPECT_EQ(labelOf(hands.form(), a)->parent, frame) << "its label goes along";
    hands.command("moveOut");
    EXPECT_EQ(hands.form().find(a)->parent, rootId);
}

TEST(Outline, ShowsTheTreeFindsAndMoves) {
    Hands hands(jotted("A: text 5\n### Frame\nB: text 5\n###\n"));
    hands.command("outline");
    Outline& outline = hands.window.outline();
    ASSERT_TRUE(hands.window.outlineShown());
    const Id a = hands.at("txtA").id, frame = hands.at("Frame").id;
    hands.desk().select({a});
    ASSERT_EQ(outline.tree()->selectedItems().size(), 1);
    EXPECT_EQ(outline.tree()->selectedItems()[0]->text(0), "A");
    EXPECT_TRUE(outline.moveTo({a}, frame, 0));
    EXPECT_EQ(hands.form().find(a)->parent, frame);
    EXPECT_EQ(hands.form().find(frame)->children.front(), a);
    EXPECT_FALSE(outline.moveTo({frame}, frame, 0)) << "not into itself";
    outline.search()->setText("numb");
    EXPECT_EQ(outline.tree()->topLevelItemCount(), 0);
    outline.search()->setText("txtB");
    ASSERT_GT(outline.tree()->topLevelItemCount(), 0);
    outline.tree()->setCurrentItem(outline.tree()->topLevelItem(0));
    EXPECT_EQ(hands.desk().lead(), hands.at("txtB").id);
    outline.search()->clear();
    hands.desk().select({a});
    outline.tree()->setFocus();
    QTest::keyClick(outline.tree(), Qt::Key_Down, Qt::AltModifier);
    EXPECT_EQ(hands.form().find(frame)->children.back(), a);
}

TEST(Strip, EveryToolIsInReachAtEveryWidth) {
    for (const QSize size : {QSize(1280, 800), QSize(1024, 700), QSize(1600, 900)})
        for (bool outline : {false, true}) {
            Hands hands(newForm(Kind::dialog), size);
            hands.window.showOutline(outline);
            Hands::settle();
            const Strip& strip = hands.window.part<Strip>();
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
    Hands hands(demo("lift-out-booking"));
    auto find = [&](const QString& typed) {
        hands.command("find");
        hands.type(typed);
        hands.key(Qt::Key_Return);
    };
    find("draught");
    EXPECT_EQ(hands.desk().lead(), hands.at("numDraught").id);
    find("decimals");
    EXPECT_TRUE(hands.window.details().editorOf(Prop::decimals)->hasFocus());
    find("place a time");
    EXPECT_EQ(hands.desk().tool(), Kind::timeBox);
    find("real size");
    EXPECT_EQ(hands.sheet().zoom(), 1);
    EXPECT_GT(findScore("left ed", "Left edges"), findScore("left ed", "Unleft wedge"));
    EXPECT_EQ(findScore("boat x", "Boat name"), 0);
}

TEST(Styles, TheSheetFollowsAStyle) {
    Hands hands(jotted("A: text 5\nB: text 5\n[OK]\n"));
    hands.desk().select({hands.at("txtA").id});
    hands.command("styles");
    StylesPanel& styles = hands.window.styles();
    EXPECT_EQ(styles.chosen(), "field");
    auto* size = qobject_cast<QLineEdit*>(styles.editorOf(Prop::fontSize));
    ASSERT_NE(size, nullptr);
    size->setFocus();
    size->selectAll();
    hands.type("13");
    hands.key(Qt::Key_Return);
    for (const char* name : {"txtA", "txtB"}) EXPECT_EQ(lookOf(hands.form(), hands.at(name)).size, 13) << name;
    auto* chart = styles.findChild<QAbstractButton*>("set-chart");
    ASSERT_NE(chart, nullptr);
    chart->click();
    EXPECT_EQ(lookSetOf(hands.form())->key, "chart");
    hands.command("undo");
    hands.command("undo");
    EXPECT_EQ(lookOf(hands.form(), hands.at("txtB")).size, 10);
    hands.command("styles");
    EXPECT_FALSE(hands.window.stylesShown());
}

TEST(Keys, EveryCommandWithAKeyIsOnThePage) {
    Hands hands;
    const QString page = hands.window.keysPage();
    for (const char* word : {"Ctrl+Space", "Ctrl+L", "Ctrl+Shift+D", "Tab, Shift+Tab", "choice group", "F6"})
        EXPECT_TRUE(page.contains(word)) << word;
    EXPECT_EQ(page.toStdString(), textOf(std::string(BRINDEL_SOURCE) + "/docs/keys.md")) << "made by brindel --keys";
    // No two commands share a key.
    std::map<QString, QString> taken;
    for (QAction* action : hands.window.actions()) {
        const QString keys = action->shortcut().toString();
        if (keys.isEmpty()) continue;
        EXPECT_TRUE(taken.emplace(keys, action->text()).second)
            << keys.toStdString() << " " << action->text().toStdString();
    }
    hands.sheet().setFocus();
    for (int i = 0; i < 3; ++i) hands.command("nextPanel");
    EXPECT_TRUE(hands.sheet().hasFocus()) << "round through the details and the jotting line";
}
