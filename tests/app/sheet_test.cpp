// More of what hands do on the sheet and in the details.
#include "app/theme/theme.h"
#include "core/edit/arrange.h"
#include "core/layout/guides.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

template <class W>
W* editor(Hands& hands, Prop prop) {
    Hands::settle();
    return qobject_cast<W*>(hands.window.details().editorOf(prop));
}

/// The names of all controls, to see at a glance what an edit did.
std::set<std::string> names(const Form& form) {
    std::set<std::string> all;
    for (Id id : allIds(form)) all.insert(form.find(id)->name);
    return all;
}

}  // namespace

TEST(Sheet, AClickOnASelectedControlGoesIntoItsWording) {
    Hands hands(jotted("A: text 5\n[Send it]*\n"));
    hands.click(hands.on("btnSendIt"));
    EXPECT_FALSE(hands.sheet().wordingOpen());
    hands.click(hands.on("btnSendIt"));
    ASSERT_TRUE(hands.sheet().wordingOpen());
    hands.type("Post it");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.at("btnPostIt").text(Prop::text), "Post it");
    EXPECT_EQ(QString::fromStdString(hands.desk().history().undoName()), "Reword “Post it”");
}

TEST(Sheet, EscapeGivesAWordingUp) {
    Hands hands(jotted("A: text 5\n[Send it]*\n"));
    hands.desk().select({hands.at("btnSendIt").id});
    hands.sheet().setFocus();
    hands.key(Qt::Key_F2);
    hands.type("nonsense");
    hands.key(Qt::Key_Escape);
    EXPECT_EQ(hands.at("btnSendIt").text(Prop::text), "Send it");
    EXPECT_EQ(hands.desk().history().depth(), 0u);
}

TEST(Sheet, TheWordingOfAFieldIsItsLabelsAndTheLabelGrowsTowardsItsOwnSide) {
    Hands hands(jotted("Name: text 30\nLength over all of the boat: number\n"));
    const Id field = hands.at("txtName").id;
    const double right = labelOf(hands.form(), field)->box.right();
    hands.desk().select({field});
    hands.sheet().setFocus();
    hands.key(Qt::Key_Return);
    ASSERT_TRUE(hands.sheet().wordingOpen());
    hands.type("Name on the stern");
    hands.key(Qt::Key_Return);
    const Control* label = labelOf(hands.form(), field);
    EXPECT_EQ(label->text(Prop::text), "Name on the stern");
    EXPECT_EQ(hands.form().find(field)->name, "txtNameOnStern");
    EXPECT_GE(label->box.width,
              fonts().width("Name on the stern", lookOf(hands.form(), *label)) * unitsPerPoint(hands.form()));
    EXPECT_LE(label->box.right(), right + 0.01);
}

TEST(Sheet, ATabIsRenamedInPlace) {
    Hands hands(demo("lift-out-booking"));
    const Control tabs = hands.at("tbsLiftOutBooking");
    hands.desk().select({tabs.children[1]});
    hands.sheet().setFocus();
    hands.key(Qt::Key_F2);
    ASSERT_TRUE(hands.sheet().wordingOpen());
    hands.type("Skipper");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.form().find(tabs.children[1])->text(Prop::text), "Skipper");
}

TEST(Sheet, APageIsAddedToTheTabsAndNamedAtOnce) {
    Hands hands(demo("lift-out-booking"));
    hands.command("addPage");
    ASSERT_TRUE(hands.sheet().wordingOpen());
    hands.type("Charges");
    hands.key(Qt::Key_Return);
    EXPECT_NE(hands.form().named("tabCharges"), nullptr);
    EXPECT_EQ(hands.at("tbsLiftOutBooking").children.size(), 4u);
    // What is jotted now goes onto the new page.
    hands.jot("Charge: number .01");
    EXPECT_EQ(hands.at("numCharge").parent, hands.at("tabCharges").id);
}

TEST(Sheet, EscapeClimbsFromTheControlToTheForm) {
    Hands hands(demo("lift-out-booking"));
    hands.desk().select({hands.at("radCrane").id});
    hands.sheet().setFocus();
    std::vector<std::string> way;
    for (int i = 0; i < 4; ++i) {
        hands.key(Qt::Key_Escape);
        way.push_back(hands.desk().lead() ? calledBy(hands.form(), *hands.form().find(hands.desk().lead()))
                                          : "the form");
    }
    EXPECT_EQ(way, (std::vector<std::string>{"Lift by", "Vessel", "“tbsLiftOutBooking”", "the form"}));
}

TEST(Sheet, ADragWithShiftKeepsToOneDirection) {
    Hands hands(jotted("A: text 5\n[Go]*\n"));
    const Box before = hands.at("btnGo").box;
    hands.drag(hands.on("btnGo"), hands.on("btnGo") + QPoint(-80, 9), Qt::ShiftModifier | Qt::AltModifier);
    EXPECT_EQ(hands.at("btnGo").box, before.moved(-80, 0));
}

TEST(Sheet, ADragLinesUpWithANeighbourAndWithAltItDoesNot) {
    Hands hands(jotted("A: text 30\nB: text 30\n"));
    const Box a = hands.at("txtA").box;
    hands.desk().edit(shifted(hands.form(), {hands.at("txtB").id}, 40, 0), "Move");
    hands.drag(hands.on("txtB"), hands.on("txtB") + QPoint(-37, 0));
    EXPECT_EQ(hands.at("txtB").box.left, a.left) << "three pixels off: it lies on the edge";
    hands.drag(hands.on("txtB"), hands.on("txtB") + QPoint(3, 0), Qt::NoModifier);
    hands.desk().edit(shifted(hands.form(), {hands.at("txtB").id}, 40, 0), "Move");
    hands.drag(hands.on("txtB"), hands.on("txtB") + QPoint(-37, 0), Qt::AltModifier);
    EXPECT_NE(hands.at("txtB").box.left, a.left);
}

TEST(Sheet, SeveralAreDraggedTogether) {
    Hands hands(jotted("A: text 5\nB: text 5\n"));
    const Box a = hands.at("txtA").box, b = hands.at("txtB").box;
    hands.desk().select({hands.at("txtA").id, hands.at("txtB").id});
    hands.drag(hands.on("txtB"), hands.on("txtB") + QPoint(70, 11), Qt::AltModifier);
    EXPECT_EQ(hands.at("txtA").box, a.moved(70, 11));
    EXPECT_EQ(hands.at("txtB").box, b.moved(70, 11));
    EXPECT_EQ(hands.desk().history().depth(), 1u);
}

TEST(Sheet, AFrameCarriesWhatIsInIt) {
    Hands hands(demo("lift-out-booking"));
    const Id frame = hands.at("Lift by").id;
    const Box radio = onSurface(hands.form(), hands.at("radCrane").id);
    hands.desk().select({frame});
    hands.sheet().setFocus();
    hands.key(Qt::Key_Down, Qt::ShiftModifier);
    EXPECT_EQ(onSurface(hands.form(), hands.at("radCrane").id), radio.moved(0, 8));
    hands.command("copy");
    hands.command("paste");
    EXPECT_EQ(hands.form().find(hands.desk().lead())->children.size(), 3u);
    hands.command("delete");
    EXPECT_EQ(hands.form().named("radCrane2"), nullptr);
}

TEST(Sheet, TheDialogItselfIsDrawnLarger) {
    Hands hands(jotted("A: text 5\n"));
    hands.desk().select({});
    const Box before = hands.form().root().box;
    const QPoint corner = hands.sheet().placeOf(rootId).bottomRight().toPoint();
    hands.drag(corner, corner + QPoint(50, 30));
    EXPECT_NEAR(hands.form().root().box.width, before.width + 50, 1.01);
    EXPECT_NEAR(hands.form().root().box.height, before.height + 30, 1.01);
    EXPECT_EQ(QString::fromStdString(hands.desk().history().undoName()), "Resize the form");
}

TEST(Sheet, ADrawnFieldHasTheSizeThatWasDrawn) {
    Hands hands;
    hands.sheet().setFocus();
    hands.key(Qt::Key_T);
    hands.drag(hands.spot(160, 60), hands.spot(330, 130), Qt::AltModifier);
    hands.key(Qt::Key_Return);
    const Box box = hands.at("txtTextBox").box;
    EXPECT_EQ(box.width, 170);
    EXPECT_EQ(box.height, 70);
}

TEST(Sheet, LabelsAboveWhenTheStripSaysSo) {
    Hands hands;
    QTest::mouseClick(&hands.window.part<Strip>(), Qt::LeftButton, {},
                      hands.window.part<Strip>().labelsRect().center());
    Hands::settle();
    EXPECT_EQ(hands.form().root().text(Prop::labelsSit), "above");
    hands.sheet().setFocus();
    hands.key(Qt::Key_N);
    hands.click(hands.spot(60, 90));
    hands.type("Beam");
    hands.key(Qt::Key_Return);
    const Control& field = hands.at("numBeam");
    EXPECT_LT(labelOf(hands.form(), field.id)->box.bottom(), field.box.top);
    EXPECT_EQ(labelOf(hands.form(), field.id)->box.left, field.box.left);
}

TEST(Sheet, EveryLetterPicksItsKind) {
    Hands hands;
    std::set<char> letters;
    for (const Tool& tool : allTools()) {
        EXPECT_TRUE(hands.window.part<Strip>().toolRect(tool).isValid());
        EXPECT_LE(hands.window.part<Strip>().toolRect(tool).right(), hands.window.part<Strip>().labelsRect().left())
            << tool.word();
        if (!tool.letter()) continue;
        EXPECT_TRUE(letters.insert(tool.letter()).second) << tool.letter();
        hands.desk().setTool(std::nullopt);
        hands.sheet().setFocus();
        QTest::keyClick(&hands.sheet(), char(std::tolower(tool.letter())));
        EXPECT_EQ(hands.desk().tool(), tool) << tool.letter();
    }
}

TEST(Sheet, ZoomKeepsTheFormAndItsPlaces) {
    Hands hands(jotted("A: text 5\n"));
    const Form before = hands.form();
    hands.command("zoomIn");
    hands.command("zoomIn");
    EXPECT_NEAR(hands.sheet().zoom(), 1.21, 0.001);
    hands.click(hands.on("txtA"));
    EXPECT_EQ(hands.desk().lead(), hands.at("txtA").id);
    hands.drag(hands.on("txtA"), hands.on("txtA") + QPoint(121, 0), Qt::AltModifier);
    EXPECT_NEAR(hands.at("txtA").box.left, named(before, "txtA").box.left + 100, 1.01);
    hands.command("zoomOne");
    EXPECT_EQ(hands.sheet().zoom(), 1);
    for (int i = 0; i < 40; ++i) hands.command("zoomOut");
    EXPECT_GE(hands.sheet().zoom(), 0.25);
}

TEST(Sheet, ADialogOf620By500ShowsWholeWithAllPanels) {
    Form form = changed(newForm(Kind::dialog), rootId, [](Control& c) { c.box = {0, 0, 620, 500}; });
    Hands hands(form);
    EXPECT_EQ(hands.sheet().zoom(), 1);
    auto* area = qobject_cast<QScrollArea*>(hands.sheet().parentWidget()->parentWidget());
    ASSERT_NE(area, nullptr);
    EXPECT_FALSE(area->horizontalScrollBar()->isVisible());
    EXPECT_FALSE(area->verticalScrollBar()->isVisible());
}

TEST(Sheet, TextFromElsewhereIsPastedIntoTheJottingLine) {
    Hands hands;
    QGuiApplication::clipboard()->setText("Boat name: text 30\nHull: combo [GRP, Steel]\nLength: number");
    hands.sheet().setFocus();
    hands.command("paste");
    EXPECT_EQ(hands.window.jotLine().text().count('\n'), 2);
    hands.key(Qt::Key_Return);
    EXPECT_TRUE(names(hands.form()).contains("txtBoatName"));
    EXPECT_TRUE(names(hands.form()).contains("numLength"));
    EXPECT_EQ(hands.window.jotLine().text(), "");
}

TEST(Sheet, WhatAJottingWillAddIsSaidBeforeItIsPlaced) {
    Hands hands;
    hands.command("jot");
    hands.type("Born");
    EXPECT_TRUE(hands.window.jotLine().said().contains("date box (guessed)"))
        << hands.window.jotLine().said().toStdString();
    EXPECT_EQ(hands.form().controls.size(), 1u);
}

TEST(Details, AMeasureIsTypedForManyAtOnce) {
    Hands hands(jotted("A: text 5\nB: text 30\n"));
    hands.desk().select({hands.at("txtA").id, hands.at("txtB").id});
    Hands::settle();
    auto* width = qobject_cast<QLineEdit*>(hands.window.details().editorNamed("width"));
    ASSERT_NE(width, nullptr);
    EXPECT_EQ(width->placeholderText(), "differ");
    width->setFocus();
    hands.type("144");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.at("txtA").box.width, 144);
    EXPECT_EQ(hands.at("txtB").box.width, 144);
    width->setFocus();
    width->selectAll();
    hands.type("wide");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.at("txtA").box.width, 144);
    EXPECT_TRUE(hands.window.findChild<QLabel*>("said")->text().startsWith("A measure such as 24"));
    // Sums, units, and the measure as it is.
    for (const auto& [typed, wide] : {std::pair("+8", 152.0), {"x / 2", 76.0}, {"1in + 4", 100.0}}) {
        width->setFocus();
        width->selectAll();
        hands.type(typed);
        hands.key(Qt::Key_Return);
        EXPECT_EQ(hands.at("txtB").box.width, wide) << typed;
    }
}

TEST(Details, ANameThatCannotBeGivenIsRefusedWithASentence) {
    Hands hands(jotted("A: text 5\nB: text 5\n"));
    hands.desk().select({hands.at("txtA").id});
    Hands::settle();
    auto* name = qobject_cast<QLineEdit*>(hands.window.details().editorNamed("name"));
    name->setFocus();
    name->selectAll();
    hands.type("txtB");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.window.findChild<QLabel*>("said")->text(), "“txtB” is already the name of another control.");
    EXPECT_TRUE(names(hands.form()).contains("txtA"));
}

TEST(Details, TheLabelIsEditedBesideTheField) {
    Hands hands(jotted("A: text 5\n"));
    hands.desk().select({hands.at("txtA").id});
    Hands::settle();
    auto* label = qobject_cast<QLineEdit*>(hands.window.details().editorNamed("label"));
    ASSERT_NE(label, nullptr);
    label->setFocus();
    label->selectAll();
    hands.type("Sail number");
    hands.key(Qt::Key_Return);
    EXPECT_NE(hands.form().named("txtSailNumber"), nullptr);
}

TEST(Details, EdgesTokensAndTicksAreSet) {
    Hands hands(jotted("A: text 5\n"));
    hands.desk().select({hands.at("txtA").id});
    auto* edges = editor<QWidget>(hands, Prop::holdsTo);
    ASSERT_NE(edges, nullptr);
    auto* holds = edges->findChild<QWidget*>("holds");
    ASSERT_NE(holds, nullptr);
    QTest::mouseClick(holds, Qt::LeftButton, {}, QPoint(holds->width() - 8, holds->height() / 2));
    EXPECT_EQ(hands.at("txtA").text(Prop::holdsTo), "left top right");
    QTest::keyClick(holds, Qt::Key_Up);
    EXPECT_EQ(hands.at("txtA").text(Prop::holdsTo), "left right");
    auto* letters = editor<QComboBox>(hands, Prop::letters);
    ASSERT_NE(letters, nullptr);
    letters->setCurrentIndex(letters->findText("upper case"));
    emit letters->activated(letters->currentIndex());
    EXPECT_EQ(hands.at("txtA").text(Prop::letters), "upper");
    auto* secret = editor<QCheckBox>(hands, Prop::secret);
    secret->click();
    EXPECT_TRUE(hands.at("txtA").yes(Prop::secret));
    hands.command("undo");
    Hands::settle();
    EXPECT_FALSE(editor<QCheckBox>(hands, Prop::secret)->isChecked()) << "the details follow undo";
}

TEST(Details, TheFormsOwnPropertiesShowWhenNothingIsSelected) {
    Hands hands(jotted("A: text 5\n"));
    hands.desk().select({});
    auto* title = editor<QPlainTextEdit>(hands, Prop::title);
    ASSERT_NE(title, nullptr);
    title->setFocus();
    hands.type("Berth change");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.form().root().text(Prop::title), "Berth change");
    EXPECT_NE(hands.window.windowTitle().indexOf("Berth change *"), -1) << "not saved yet";
}

TEST(Passes, EachIsReachedByItsStop) {
    Hands hands(demo("lift-out-booking"));
    for (const PassRow& pass : passes()) {
        QTest::mouseClick(&hands.window.rail(), Qt::LeftButton, {}, hands.window.rail().stopRect(pass.pass).center());
        Hands::settle();
        EXPECT_EQ(hands.desk().pass(), pass.pass);
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
    Hands hands(jotted("A: text 5\n[Go]*\n"));
    const Extent size{hands.form().root().box.width, hands.form().root().box.height};
    auto inside = [&](const Box& box) {
        return box.left >= 0 && box.top >= 0 && box.right() <= size.width && box.bottom() <= size.height;
    };
    // A frame that is drawn from the title bar on.
    hands.key(Qt::Key_F);
    hands.drag(hands.spot(150, -18), hands.spot(260, 60));
    Id frame = noControl;
    hands.form().controls.each([&](Id id, const Control& c) {
        if (c.kind == Kind::frame) frame = id;
    });
    ASSERT_NE(frame, noControl);
    EXPECT_TRUE(inside(hands.form().find(frame)->box)) << hands.form().find(frame)->box.top;
    const Box before = hands.at("btnGo").box;
    hands.drag(hands.on("btnGo"), hands.spot(size.width - 2, size.height - 2));
    EXPECT_TRUE(inside(hands.at("btnGo").box));
    EXPECT_NE(hands.at("btnGo").box, before);
    hands.drag(hands.on("btnGo"), hands.spot(size.width - 2, size.height - 2), Qt::AltModifier);
    EXPECT_FALSE(inside(hands.at("btnGo").box)) << "as one wants it";
}

TEST(Sheet, AKindInHandIsPlacedInARowAndChoicesAreTypedWithTheWording) {
    Hands hands(newForm(Kind::dialog));
    hands.sheet().setFocus();
    hands.key(Qt::Key_K, Qt::ShiftModifier);
    hands.click(hands.spot(80, 40));
    for (const char* word : {"Wash", "Scrape", "Polish"}) {
        hands.type(word);
        hands.key(Qt::Key_Return);
    }
    hands.key(Qt::Key_Escape);
    std::vector<std::string> words;
    double before = -1;
    walk(hands.form(), rootId, [&](const Control& c, int) {
        if (c.kind != Kind::checkBox) return;
        words.push_back(c.text(Prop::text));
        EXPECT_GT(c.box.top, before);
        before = c.box.top;
    });
    EXPECT_EQ(words, (std::vector<std::string>{"Wash", "Scrape", "Polish"}))
        << "Escape takes back the one that nobody worded";
    EXPECT_FALSE(hands.desk().tool());
    EXPECT_NE(hands.form().named("chkPolish"), nullptr);
    // A group, and a combo box by its label.
    hands.sheet().setFocus();
    hands.key(Qt::Key_G);
    hands.click(hands.spot(80, 180));
    hands.type("Gate [Open, Half, Shut]");
    hands.key(Qt::Key_Return);
    const Control* gate = hands.form().named("chgGate");
    ASSERT_NE(gate, nullptr);
    EXPECT_EQ(gate->text(Prop::text), "Gate");
    EXPECT_EQ(gate->choices(), (Choices{{"Open", "Open"}, {"Half", "Half"}, {"Shut", "Shut"}}));
    hands.sheet().setFocus();
    hands.key(Qt::Key_C);
    hands.click(hands.spot(200, 285));
    hands.type("Hull [GRP, Timber]");
    hands.key(Qt::Key_Return);
    ASSERT_NE(hands.form().named("cboHull"), nullptr);
    EXPECT_EQ(hands.form().named("cboHull")->choices().size(), 2u);
    // A unit in brackets is wording, and choices that are there already stay.
    for (const char* words : {"Hull [m]", "Hull [oak, ash]"}) {
        hands.sheet().startWording(hands.form().named("cboHull")->id);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_A, Qt::ControlModifier);
        hands.type(words);
        hands.key(Qt::Key_Return);
        const Id combo = named(hands.form(), hands.form().named("cboHull") ? "cboHull" : "cboHullM").id;
        EXPECT_EQ(labelOf(hands.form(), combo)->text(Prop::text), words);
        EXPECT_EQ(hands.form().find(combo)->choices().size(), 2u) << words;
        hands.desk().undo();
    }
}
