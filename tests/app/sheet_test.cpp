// More of what hands do on the sheet and in the details.
#include "app/theme/theme.h"
#include "core/edit/arrange.h"
#include "core/layout/guides.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

template <class W>
W* editor(Driver& driver, Prop prop) {
    Driver::settle();
    return qobject_cast<W*>(driver.window.details().editorOf(prop));
}

/// The names of all controls, to see at a glance what an edit did.
std::set<std::string> names(const Form& form) {
    std::set<std::string> all;
    for (Id id : allIds(form)) all.insert(form.find(id)->name);
    return all;
}

}  // namespace

TEST(Sheet, AClickOnASelectedControlGoesIntoItsWording) {
    Driver driver(jotted("A: text 5\n[Send it]*\n"));
    driver.click(driver.on("btnSendIt"));
    EXPECT_FALSE(driver.sheet().wordingOpen());
    driver.click(driver.on("btnSendIt"));
    ASSERT_TRUE(driver.sheet().wordingOpen());
    driver.type("Post it");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.at("btnPostIt").text(Prop::text), "Post it");
    EXPECT_EQ(QString::fromStdString(driver.desk().history().undoName()), "Reword “Post it”");
}

TEST(Sheet, EscapeGivesAWordingUp) {
    Driver driver(jotted("A: text 5\n[Send it]*\n"));
    driver.desk().select({driver.at("btnSendIt").id});
    driver.sheet().setFocus();
    driver.key(Qt::Key_F2);
    driver.type("nonsense");
    driver.key(Qt::Key_Escape);
    EXPECT_EQ(driver.at("btnSendIt").text(Prop::text), "Send it");
    EXPECT_EQ(driver.desk().history().depth(), 0u);
}

TEST(Sheet, TheWordingOfAFieldIsItsLabelsAndTheLabelGrowsTowardsItsOwnSide) {
    Driver driver(jotted("Name: text 30\nLength over all of the boat: number\n"));
    const Id field = driver.at("txtName").id;
    const double right = labelOf(driver.form(), field)->box.right();
    driver.desk().select({field});
    driver.sheet().setFocus();
    driver.key(Qt::Key_Return);
    ASSERT_TRUE(driver.sheet().wordingOpen());
    driver.type("Name on the stern");
    driver.key(Qt::Key_Return);
    const Control* label = labelOf(driver.form(), field);
    EXPECT_EQ(label->text(Prop::text), "Name on the stern");
    EXPECT_EQ(driver.form().find(field)->name, "txtNameOnStern");
    EXPECT_GE(label->box.width,
              fonts().width("Name on the stern", lookOf(driver.form(), *label)) * unitsPerPoint(driver.form()));
    EXPECT_LE(label->box.right(), right + 0.01);
}

TEST(Sheet, ATabIsRenamedInPlace) {
    Driver driver(demo("lift-out-booking"));
    const Control tabs = driver.at("tbsLiftOutBooking");
    driver.desk().select({tabs.children[1]});
    driver.sheet().setFocus();
    driver.key(Qt::Key_F2);
    ASSERT_TRUE(driver.sheet().wordingOpen());
    driver.type("Skipper");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.form().find(tabs.children[1])->text(Prop::text), "Skipper");
}

TEST(Sheet, APageIsAddedToTheTabsAndNamedAtOnce) {
    Driver driver(demo("lift-out-booking"));
    driver.command("addPage");
    ASSERT_TRUE(driver.sheet().wordingOpen());
    driver.type("Charges");
    driver.key(Qt::Key_Return);
    EXPECT_NE(driver.form().named("tabCharges"), nullptr);
    EXPECT_EQ(driver.at("tbsLiftOutBooking").children.size(), 4u);
    // What is jotted now goes onto the new page.
    driver.jot("Charge: number .01");
    EXPECT_EQ(driver.at("numCharge").parent, driver.at("tabCharges").id);
}

TEST(Sheet, EscapeClimbsFromTheControlToTheForm) {
    Driver driver(demo("lift-out-booking"));
    driver.desk().select({driver.at("radCrane").id});
    driver.sheet().setFocus();
    std::vector<std::string> way;
    for (int i = 0; i < 4; ++i) {
        driver.key(Qt::Key_Escape);
        way.push_back(driver.desk().lead() ? calledBy(driver.form(), *driver.form().find(driver.desk().lead()))
                                           : "the form");
    }
    EXPECT_EQ(way, (std::vector<std::string>{"Lift by", "Vessel", "“tbsLiftOutBooking”", "the form"}));
}

TEST(Sheet, ADragWithShiftKeepsToOneDirection) {
    Driver driver(jotted("A: text 5\n[Go]*\n"));
    const Box before = driver.at("btnGo").box;
    driver.drag(driver.on("btnGo"), driver.on("btnGo") + QPoint(-80, 9), Qt::ShiftModifier | Qt::AltModifier);
    EXPECT_EQ(driver.at("btnGo").box, before.moved(-80, 0));
}

TEST(Sheet, ADragLinesUpWithANeighbourAndWithAltItDoesNot) {
    Driver driver(jotted("A: text 30\nB: text 30\n"));
    const Box a = driver.at("txtA").box;
    driver.desk().edit(shifted(driver.form(), {driver.at("txtB").id}, 40, 0), "Move");
    driver.drag(driver.on("txtB"), driver.on("txtB") + QPoint(-37, 0));
    EXPECT_EQ(driver.at("txtB").box.left, a.left) << "three pixels off: it lies on the edge";
    driver.drag(driver.on("txtB"), driver.on("txtB") + QPoint(3, 0), Qt::NoModifier);
    driver.desk().edit(shifted(driver.form(), {driver.at("txtB").id}, 40, 0), "Move");
    driver.drag(driver.on("txtB"), driver.on("txtB") + QPoint(-37, 0), Qt::AltModifier);
    EXPECT_NE(driver.at("txtB").box.left, a.left);
}

TEST(Sheet, SeveralAreDraggedTogether) {
    Driver driver(jotted("A: text 5\nB: text 5\n"));
    const Box a = driver.at("txtA").box, b = driver.at("txtB").box;
    driver.desk().select({driver.at("txtA").id, driver.at("txtB").id});
    driver.drag(driver.on("txtB"), driver.on("txtB") + QPoint(70, 11), Qt::AltModifier);
    EXPECT_EQ(driver.at("txtA").box, a.moved(70, 11));
    EXPECT_EQ(driver.at("txtB").box, b.moved(70, 11));
    EXPECT_EQ(driver.desk().history().depth(), 1u);
}

TEST(Sheet, AFrameCarriesWhatIsInIt) {
    Driver driver(demo("lift-out-booking"));
    const Id frame = driver.at("Lift by").id;
    const Box radio = onSurface(driver.form(), driver.at("radCrane").id);
    driver.desk().select({frame});
    driver.sheet().setFocus();
    driver.key(Qt::Key_Down, Qt::ShiftModifier);
    EXPECT_EQ(onSurface(driver.form(), driver.at("radCrane").id), radio.moved(0, 8));
    driver.command("copy");
    driver.command("paste");
    EXPECT_EQ(driver.form().find(driver.desk().lead())->children.size(), 3u);
    driver.command("delete");
    EXPECT_EQ(driver.form().named("radCrane2"), nullptr);
}

TEST(Sheet, TheDialogItselfIsDrawnLarger) {
    Driver driver(jotted("A: text 5\n"));
    driver.desk().select({});
    const Box before = driver.form().root().box;
    const QPoint corner = driver.sheet().placeOf(rootId).bottomRight().toPoint();
    driver.drag(corner, corner + QPoint(50, 30));
    EXPECT_NEAR(driver.form().root().box.width, before.width + 50, 1.01);
    EXPECT_NEAR(driver.form().root().box.height, before.height + 30, 1.01);
    EXPECT_EQ(QString::fromStdString(driver.desk().history().undoName()), "Resize the form");
}

TEST(Sheet, ADrawnFieldHasTheSizeThatWasDrawn) {
    Driver driver;
    driver.sheet().setFocus();
    driver.key(Qt::Key_T);
    driver.drag(driver.spot(160, 60), driver.spot(330, 130), Qt::AltModifier);
    driver.key(Qt::Key_Return);
    const Box box = driver.at("txtTextBox").box;
    EXPECT_EQ(box.width, 170);
    EXPECT_EQ(box.height, 70);
}

TEST(Sheet, LabelsAboveWhenTheStripSaysSo) {
    Driver driver;
    QTest::mouseClick(&driver.window.part<Strip>(), Qt::LeftButton, {},
                      driver.window.part<Strip>().labelsRect().center());
    Driver::settle();
    EXPECT_EQ(driver.form().root().text(Prop::labelsSit), "above");
    driver.sheet().setFocus();
    driver.key(Qt::Key_N);
    driver.click(driver.spot(60, 90));
    driver.type("Beam");
    driver.key(Qt::Key_Return);
    const Control& field = driver.at("numBeam");
    EXPECT_LT(labelOf(driver.form(), field.id)->box.bottom(), field.box.top);
    EXPECT_EQ(labelOf(driver.form(), field.id)->box.left, field.box.left);
}

TEST(Sheet, EveryLetterPicksItsKind) {
    Driver driver;
    std::set<char> letters;
    for (const Tool& tool : allTools()) {
        EXPECT_TRUE(driver.window.part<Strip>().toolRect(tool).isValid());
        EXPECT_LE(driver.window.part<Strip>().toolRect(tool).right(), driver.window.part<Strip>().labelsRect().left())
            << tool.word();
        if (!tool.letter()) continue;
        EXPECT_TRUE(letters.insert(tool.letter()).second) << tool.letter();
        driver.desk().setTool(std::nullopt);
        driver.sheet().setFocus();
        QTest::keyClick(&driver.sheet(), char(std::tolower(tool.letter())));
        EXPECT_EQ(driver.desk().tool(), tool) << tool.letter();
    }
}

TEST(Sheet, ZoomKeepsTheFormAndItsPlaces) {
    Driver driver(jotted("A: text 5\n"));
    const Form before = driver.form();
    driver.command("zoomIn");
    driver.command("zoomIn");
    EXPECT_NEAR(driver.sheet().zoom(), 1.21, 0.001);
    driver.click(driver.on("txtA"));
    EXPECT_EQ(driver.desk().lead(), driver.at("txtA").id);
    driver.drag(driver.on("txtA"), driver.on("txtA") + QPoint(121, 0), Qt::AltModifier);
    EXPECT_NEAR(driver.at("txtA").box.left, named(before, "txtA").box.left + 100, 1.01);
    driver.command("zoomOne");
    EXPECT_EQ(driver.sheet().zoom(), 1);
    for (int i = 0; i < 40; ++i) driver.command("zoomOut");
    EXPECT_GE(driver.sheet().zoom(), 0.25);
}

TEST(Sheet, ADialogOf620By500ShowsWholeWithAllPanels) {
    Form form = changed(newForm(Kind::dialog), rootId, [](Control& c) { c.box = {0, 0, 620, 500}; });
    Driver driver(form);
    EXPECT_EQ(driver.sheet().zoom(), 1);
    auto* area = qobject_cast<QScrollArea*>(driver.sheet().parentWidget()->parentWidget());
    ASSERT_NE(area, nullptr);
    EXPECT_FALSE(area->horizontalScrollBar()->isVisible());
    EXPECT_FALSE(area->verticalScrollBar()->isVisible());
}

TEST(Sheet, TextFromElsewhereIsPastedIntoTheJottingLine) {
    Driver driver;
    QGuiApplication::clipboard()->setText("Boat name: text 30\nHull: combo [GRP, Steel]\nLength: number");
    driver.sheet().setFocus();
    driver.command("paste");
    EXPECT_EQ(driver.window.jotLine().text().count('\n'), 2);
    driver.key(Qt::Key_Return);
    EXPECT_TRUE(names(driver.form()).contains("txtBoatName"));
    EXPECT_TRUE(names(driver.form()).contains("numLength"));
    EXPECT_EQ(driver.window.jotLine().text(), "");
}

TEST(Sheet, WhatAJottingWillAddIsSaidBeforeItIsPlaced) {
    Driver driver;
    driver.command("jot");
    driver.type("Born");
    EXPECT_TRUE(driver.window.jotLine().said().contains("date box (guessed)"))
        << driver.window.jotLine().said().toStdString();
    EXPECT_EQ(driver.form().controls.size(), 1u);
}

TEST(Details, AMeasureIsTypedForManyAtOnce) {
    Driver driver(jotted("A: text 5\nB: text 30\n"));
    driver.desk().select({driver.at("txtA").id, driver.at("txtB").id});
    Driver::settle();
    auto* width = qobject_cast<QLineEdit*>(driver.window.details().editorNamed("width"));
    ASSERT_NE(width, nullptr);
    EXPECT_EQ(width->placeholderText(), "differ");
    width->setFocus();
    driver.type("144");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.at("txtA").box.width, 144);
    EXPECT_EQ(driver.at("txtB").box.width, 144);
    width->setFocus();
    width->selectAll();
    driver.type("wide");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.at("txtA").box.width, 144);
    EXPECT_TRUE(driver.window.findChild<QLabel*>("said")->text().startsWith("A measure such as 24"));
    // Sums, units, and the measure as it is.
    for (const auto& [typed, wide] : {std::pair("+8", 152.0), {"x / 2", 76.0}, {"1in + 4", 100.0}}) {
        width->setFocus();
        width->selectAll();
        driver.type(typed);
        driver.key(Qt::Key_Return);
        EXPECT_EQ(driver.at("txtB").box.width, wide) << typed;
    }
}

TEST(Details, ANameThatCannotBeGivenIsRefusedWithASentence) {
    Driver driver(jotted("A: text 5\nB: text 5\n"));
    driver.desk().select({driver.at("txtA").id});
    Driver::settle();
    auto* name = qobject_cast<QLineEdit*>(driver.window.details().editorNamed("name"));
    name->setFocus();
    name->selectAll();
    driver.type("txtB");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.window.findChild<QLabel*>("said")->text(), "“txtB” is already the name of another control.");
    EXPECT_TRUE(names(driver.form()).contains("txtA"));
}

TEST(Details, TheLabelIsEditedBesideTheField) {
    Driver driver(jotted("A: text 5\n"));
    driver.desk().select({driver.at("txtA").id});
    Driver::settle();
    auto* label = qobject_cast<QLineEdit*>(driver.window.details().editorNamed("label"));
    ASSERT_NE(label, nullptr);
    label->setFocus();
    label->selectAll();
    driver.type("Sail number");
    driver.key(Qt::Key_Return);
    EXPECT_NE(driver.form().named("txtSailNumber"), nullptr);
}

TEST(Details, EdgesTokensAndTicksAreSet) {
    Driver driver(jotted("A: text 5\n"));
    driver.desk().select({driver.at("txtA").id});
    auto* edges = editor<QWidget>(driver, Prop::holdsTo);
    ASSERT_NE(edges, nullptr);
    auto* holds = edges->findChild<QWidget*>("holds");
    ASSERT_NE(holds, nullptr);
    QTest::mouseClick(holds, Qt::LeftButton, {}, QPoint(holds->width() - 8, holds->height() / 2));
    EXPECT_EQ(driver.at("txtA").text(Prop::holdsTo), "left top right");
    QTest::keyClick(holds, Qt::Key_Up);
    EXPECT_EQ(driver.at("txtA").text(Prop::holdsTo), "left right");
    auto* letters = editor<QComboBox>(driver, Prop::letters);
    ASSERT_NE(letters, nullptr);
    letters->setCurrentIndex(letters->findText("upper case"));
    emit letters->activated(letters->currentIndex());
    EXPECT_EQ(driver.at("txtA").text(Prop::letters), "upper");
    auto* secret = editor<QCheckBox>(driver, Prop::secret);
    secret->click();
    EXPECT_TRUE(driver.at("txtA").yes(Prop::secret));
    driver.command("undo");
    Driver::settle();
    EXPECT_FALSE(editor<QCheckBox>(driver, Prop::secret)->isChecked()) << "the details follow undo";
}

TEST(Details, TheFormsOwnPropertiesShowWhenNothingIsSelected) {
    Driver driver(jotted("A: text 5\n"));
    driver.desk().select({});
    auto* title = editor<QPlainTextEdit>(driver, Prop::title);
    ASSERT_NE(title, nullptr);
    title->setFocus();
    driver.type("Berth change");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.form().root().text(Prop::title), "Berth change");
    EXPECT_NE(driver.window.windowTitle().indexOf("Berth change *"), -1) << "not saved yet";
}

TEST(Passes, EachIsReachedByItsStop) {
    Driver driver(demo("lift-out-booking"));
    for (const PassRow& pass : passes()) {
        QTest::mouseClick(&driver.window.rail(), Qt::LeftButton, {}, driver.window.rail().stopRect(pass.pass).center());
        Driver::settle();
        EXPECT_EQ(driver.desk().pass(), pass.pass);
    }
}

TEST(Theme, TextMeetsItsContrast) {
    // WCAG 2.2, 1.4.3: at least 4.5 to 1.
    auto luminance = [](const QColor& c) {
        auto channel = [](double v) { return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
        return 0.2126 * channel(c.redF()) + 0.7152 * channel(c.greenF()) + 0.0722 * channel(c.blueF());
    };
    auto contrast = [&](const QColor& a, const QColor& b) {
        const double x = luminance(a), y = luminance(b);
        return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
    };
    for (bool darkly : {false, true}) {
        setDark(darkly);
        const Tokens& t = tokens();
        for (const QColor& ground : {t.cream, t.paper, t.field})
            for (const QColor& text : {t.ink, t.ink2, t.tawnyDark, t.brick, t.teal})
                EXPECT_GE(contrast(text, ground), 4.5)
                    << text.name().toStdString() << " on " << ground.name().toStdString();
        for (const QColor& text : {t.onDark, t.onDark2})
            EXPECT_GE(contrast(text, t.umber), 4.5) << text.name().toStdString();
    }
    setDark(false);
}

TEST(Sheet, WhatIsPlacedOrDraggedStaysInsideUnlessAltIsHeld) {
    Driver driver(jotted("A: text 5\n[Go]*\n"));
    const Extent size{driver.form().root().box.width, driver.form().root().box.height};
    auto inside = [&](const Box& box) {
        return box.left >= 0 && box.top >= 0 && box.right() <= size.width && box.bottom() <= size.height;
    };
    // A frame that is drawn from the title bar on.
    driver.key(Qt::Key_F);
    driver.drag(driver.spot(150, -18), driver.spot(260, 60));
    Id frame = noControl;
    driver.form().controls.each([&](Id id, const Control& c) {
        if (c.kind == Kind::frame) frame = id;
    });
    ASSERT_NE(frame, noControl);
    EXPECT_TRUE(inside(driver.form().find(frame)->box)) << driver.form().find(frame)->box.top;
    const Box before = driver.at("btnGo").box;
    driver.drag(driver.on("btnGo"), driver.spot(size.width - 2, size.height - 2));
    EXPECT_TRUE(inside(driver.at("btnGo").box));
    EXPECT_NE(driver.at("btnGo").box, before);
    driver.drag(driver.on("btnGo"), driver.spot(size.width - 2, size.height - 2), Qt::AltModifier);
    EXPECT_FALSE(inside(driver.at("btnGo").box)) << "as one wants it";
}

TEST(Sheet, AKindInHandIsPlacedInARowAndChoicesAreTypedWithTheWording) {
    Driver driver(newForm(Kind::dialog));
    driver.sheet().setFocus();
    driver.key(Qt::Key_K, Qt::ShiftModifier);
    driver.click(driver.spot(80, 40));
    for (const char* word : {"Wash", "Scrape", "Polish"}) {
        driver.type(word);
        driver.key(Qt::Key_Return);
    }
    driver.key(Qt::Key_Escape);
    std::vector<std::string> words;
    double before = -1;
    walk(driver.form(), rootId, [&](const Control& c, int) {
        if (c.kind != Kind::checkBox) return;
        words.push_back(c.text(Prop::text));
        EXPECT_GT(c.box.top, before);
        before = c.box.top;
    });
    EXPECT_EQ(words, (std::vector<std::string>{"Wash", "Scrape", "Polish"}))
        << "Escape takes back the one that nobody worded";
    EXPECT_FALSE(driver.desk().tool());
    EXPECT_NE(driver.form().named("chkPolish"), nullptr);
    // A group, and a combo box by its label.
    driver.sheet().setFocus();
    driver.key(Qt::Key_G);
    driver.click(driver.spot(80, 180));
    driver.type("Gate [Open, Half, Shut]");
    driver.key(Qt::Key_Return);
    const Control* gate = driver.form().named("chgGate");
    ASSERT_NE(gate, nullptr);
    EXPECT_EQ(gate->text(Prop::text), "Gate");
    EXPECT_EQ(gate->choices(), (Choices{{"Open", "Open"}, {"Half", "Half"}, {"Shut", "Shut"}}));
    driver.sheet().setFocus();
    driver.key(Qt::Key_C);
    driver.click(driver.spot(200, 285));
    driver.type("Hull [GRP, Timber]");
    driver.key(Qt::Key_Return);
    ASSERT_NE(driver.form().named("cboHull"), nullptr);
    EXPECT_EQ(driver.form().named("cboHull")->choices().size(), 2u);
    // A unit in brackets is wording, and choices that are there already stay.
    for (const char* words : {"Hull [m]", "Hull [oak, ash]"}) {
        driver.sheet().startWording(driver.form().named("cboHull")->id);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_A, Qt::ControlModifier);
        driver.type(words);
        driver.key(Qt::Key_Return);
        const Id combo = named(driver.form(), driver.form().named("cboHull") ? "cboHull" : "cboHullM").id;
        EXPECT_EQ(labelOf(driver.form(), combo)->text(Prop::text), words);
        EXPECT_EQ(driver.form().find(combo)->choices().size(), 2u) << words;
        driver.desk().undo();
    }
}
