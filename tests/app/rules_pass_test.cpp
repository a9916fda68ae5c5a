// The Rules pass in the real window: formulas with their worth and their mistakes, rules picked word by word, ready
// rules.
#include "app/details/formula_edit.h"
#include "app/passes/rules/rules_layer.h"
#include "app/passes/rules/rules_panel.h"
#include "app/passes/rules/rules_strip.h"
#include "core/edit/edits.h"
#include "core/rules/meaning.h"
#include "core/rules/telling.h"
#include "core/session/worth.h"
#include "filler/say_over.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// Hands that count presses and picks; what is typed is not counted.
struct Ruling : Hands {
    explicit Ruling(Form form, QSize size = {1280, 800}) : Hands(std::move(form), size) { window.setPass(Pass::rules); }
    int presses = 0;
    RulesPanel& panel() { return window.part<RulesPanel>(); }
    template <class T>
    T* in(const QString& name) {
        settle();
        T* found = panel().findChild<T*>(name);
        EXPECT_NE(found, nullptr) << name.toStdString();
        return found;
    }
    void choose(const char* name) {
        ++presses;
        click(on(name));
    }
    void pressButton(const QString& name) {
        ++presses;
        QTest::mouseClick(in<QToolButton>(name), Qt::LeftButton);
        settle();
    }
    /// Opens a list and takes an entry: two presses.
    void pick(const QString& name, const QString& word) {
        presses += 2;
        auto* box = in<QComboBox>(name);
        const int at = box->findText(word, Qt::MatchStartsWith);
        ASSERT_GE(at, 0) << name.toStdString() << " has no " << word.toStdString();
        box->setCurrentIndex(at);
        emit box->activated(at);
        settle();
    }
    /// Types into a field, and Enter.
    void put(const QString& name, const QString& text) {
        auto* edit = in<QWidget>(name);
        edit->setFocus();
        QTest::keyClick(edit, Qt::Key_A, Qt::ControlModifier);
        QTest::keyClicks(edit, text);
        ++presses;
        QTest::keyClick(edit, Qt::Key_Return);
        settle();
    }
    void formula(const QString& property, const QString& menu, const QString& text) {
        auto* add = in<QToolButton>("addFormula");
        presses += 2;
        for (QAction* action : add->menu()->actions())
            if (action->text() == menu) action->trigger();
        settle();
        auto* edit = in<SentenceEdit>("edit-" + property);
        edit->setFocus();
        edit->setPlainText(text);
        edit->document()->setModified(true);
        ++presses;
        QTest::keyClick(edit, Qt::Key_Return);
        settle();
    }
    QString says(const QString& property) {
        auto* edit = in<SentenceEdit>("edit-" + property);
        return static_cast<FormulaEdit*>(edit->parentWidget())->says();
    }
};

Form withoutRules(Form form) {
    Ids all = allIds(form);
    all.push_back(rootId);
    for (Id id : all)
        form = changed(std::move(form), id, [](Control& c) {
            c.rules.clear();
            c.formulas = {};
            c.set(Prop::workedOut, std::string());
            c.set(Prop::valid, std::string());
        });
    return form;
}

}  // namespace

TEST(RulesPass, ARuleIsTypedWithCompletion) {
    Ruling hands(jotted("Length: number\nOwner: text 9\n[Go]\n"));
    hands.choose("btnGo");
    auto* edit = hands.in<SentenceEdit>("typeRule");
    edit->setFocus();
    hands.settle();
    EXPECT_EQ(edit->toPlainText(), "when btnGo ");
    QTest::keyClicks(edit, "is pr");
    QTest::keyClick(edit, Qt::Key_Tab);
    QTest::keyClicks(edit, "if numL");
    QTest::keyClick(edit, Qt::Key_Return);
    QTest::keyClicks(edit, "> 12: pu");
    QTest::keyClick(edit, Qt::Key_Return);
    QTest::keyClicks(edit, "txtO");
    QTest::keyClick(edit, Qt::Key_Return);
    EXPECT_EQ(edit->toPlainText(), "when btnGo is pressed if numLength > 12: put the cursor in txtOwner ");
    EXPECT_EQ(hands.in<QLabel>("ruleSays")->text(), "Enter adds it.");
    QTest::keyClick(edit, Qt::Key_Return);
    hands.settle();
    ASSERT_EQ(hands.at("btnGo").rules.size(), 1u);
    EXPECT_EQ(ruleTold(hands.form(), hands.at("btnGo"), hands.at("btnGo").rules[0]),
              "When “Go” is pressed, if “Length” is more than 12: put the cursor in “Owner”.");
    hands.command("undo");
    EXPECT_TRUE(hands.at("btnGo").rules.empty());
    // A mistake is said, and nothing is added.
    edit = hands.in<SentenceEdit>("typeRule");
    edit->setFocus();
    hands.settle();
    edit->selectAll();
    QTest::keyClicks(edit, "when btnGo is pushed: clear the form");
    QTest::keyClick(edit, Qt::Key_Escape);
    QTest::keyClick(edit, Qt::Key_Return);
    hands.settle();
    EXPECT_TRUE(hands.at("btnGo").rules.empty());
    EXPECT_EQ(hands.in<QLabel>("ruleSays")->text(),
              "What happens is expected here: is pressed, changes, is entered, is left …");
}

TEST(RulesPass, AllOfTheFormIsListedAndWhatCannotWorkIsMended) {
    Form form = jotted(
        "Length: number\nFee: number = numLength * 12\nBoat: text 9\n[Go]\nwhen btnGo is pressed: clear txtBoat; say "
        "\"x\"\n"
        "when the form opens: put the cursor in numFee\n");
    Ruling hands(removed(form, {named(form, "txtBoat").id, named(form, "numLength").id}));
    hands.desk().select({});
    hands.settle();
    auto shown = [&] {
        QStringList all;
        for (QLabel* one : hands.panel().findChildren<QLabel*>("ofForm"))
            if (!one->isHidden()) all << one->property("words").toString();
        return all;
    };
    EXPECT_EQ(shown().size(), 3);
    QTest::keyClicks(hands.in<QLineEdit>("seekRule"), "fee");
    EXPECT_EQ(shown(), (QStringList{"When the form opens: put the cursor in “Fee”.", "Fee · Value = numLength * 12"}));
    EXPECT_EQ(rulesCount(hands.form()).wrong, 2);
    EXPECT_EQ(hands.panel().findChildren<QLabel*>("broken").size(), 2);
    hands.pressButton("mendAll");
    EXPECT_EQ(rulesCount(hands.form()).wrong, 0);
    EXPECT_EQ(hands.at("btnGo").rules.at(0).steps.size(), 1u);
    EXPECT_TRUE(hands.panel().findChildren<QLabel*>("broken").empty());
    hands.command("undo");
    EXPECT_EQ(rulesCount(hands.form()).wrong, 2);
}

TEST(RulesPass, StepsAreMovedUp) {
    Ruling hands(jotted("A: text 9\n[Go]\nwhen btnGo is pressed: clear txtA; say \"x\"; put the cursor in txtA\n"));
    hands.choose("btnGo");
    EXPECT_EQ(hands.panel().findChild<QToolButton*>("rule0-step-0-up"), nullptr);
    hands.pressButton("rule0-step-2-up");
    const auto& steps = hands.at("btnGo").rules.at(0).steps;
    ASSERT_EQ(steps.size(), 3u);
    EXPECT_EQ(steps[1].does, Does::cursor);
    EXPECT_EQ(steps[2].does, Does::say);
}

TEST(RulesPass, ARuleIsCopiedToAnotherControl) {
    Ruling hands(jotted("A: text 9\nB: text 9\nwhen txtA is left: set txtA to UPPER(txtA)\n"));
    hands.choose("txtA");
    auto* copy = hands.in<QToolButton>("rule0-copy");
    auto* to = copy->menu()->findChild<QAction*>("to-txtB");
    ASSERT_NE(to, nullptr);
    to->trigger();
    hands.settle();
    ASSERT_EQ(hands.at("txtB").rules.size(), 1u);
    EXPECT_EQ(hands.at("txtB").rules[0].steps[0].with, "UPPER(txtB)");
}

TEST(RulesPass, TheRulesOfYardChargesAreMadeFromNone) {
    const Form wanted = demo("yard-charges");
    Ruling hands(withoutRules(wanted));
    hands.presses = 0;
    for (const char* name : {"numBerth", "numLabour", "numDuty", "numTotal"}) {
        hands.choose(name);
        hands.formula("workedOut", "Value", toQt(named(wanted, name).text(Prop::workedOut)));
    }
    hands.choose("btnCharge");
    hands.pressButton("addRule");
    hands.pick("rule0-step-0", "accept and clear");
    hands.pressButton("rule0-step");
    hands.pick("rule0-step-1", "say");
    hands.put("rule0-step-1-with", "Charged. The next boat can be entered.");
    ++hands.presses;
    hands.desk().select({});
    hands.pressButton("addRule");
    hands.pick("rule0-when", "the form is about to close");
    hands.pick("rule0-if", "a formula");
    auto* condition = hands.in<SentenceEdit>("rule0-formula");
    condition->setPlainText("COUNTA(txtBoatName; numLength; numHours; txtNoteOnBill) > 0");
    condition->document()->setModified(true);
    ++hands.presses;
    QTest::keyClick(condition, Qt::Key_Return);
    hands.pick("rule0-step-0", "ask");
    hands.put("rule0-step-0-with", "Close without charging what was filled in?");
    hands.pressButton("rule0-step-0-yes");
    EXPECT_LE(hands.presses, 45);
    for (Id id : allIds(wanted)) {
        EXPECT_EQ(hands.form().find(id)->rules, wanted.find(id)->rules) << wanted.find(id)->name;
        EXPECT_EQ(hands.form().find(id)->own, wanted.find(id)->own) << wanted.find(id)->name;
    }
    EXPECT_EQ(hands.form().root().rules, wanted.root().rules);
}

TEST(RulesPass, AFormulaShowsItsWorthAndItsMistakes) {
    Ruling hands(jotted("Length: number .1 m = 8\nDays: number = 3\nTotal: number .01\n"));
    hands.choose("numTotal");
    hands.formula("workedOut", "Value", "numLength * numDays * 2");
    EXPECT_EQ(hands.says("workedOut"), "= 48");
    auto* edit = hands.in<SentenceEdit>("edit-workedOut");
    edit->setPlainText("numLength * numDay");
    EXPECT_TRUE(hands.says("workedOut").contains("There is no field “numDay”"));
    EXPECT_EQ(edit->extraSelections().size(), 1);
    EXPECT_EQ(edit->extraSelections()[0].cursor.selectedText(), "numDay") << "underlined where it is";
    edit->setPlainText("ROUND(numLength; ");
    edit->moveCursor(QTextCursor::End);
    hands.settle();
    EXPECT_TRUE(hands.says("workedOut").contains("<b>[places]</b>")) << hands.says("workedOut").toStdString();
    // What does not read is not taken.
    edit->document()->setModified(true);
    QTest::keyClick(edit, Qt::Key_Return);
    EXPECT_EQ(hands.at("numTotal").text(Prop::workedOut), "numLength * numDays * 2");
    edit->setPlainText("");
    edit->document()->setModified(true);
    QTest::keyClick(edit, Qt::Key_Return);
    hands.settle();
    EXPECT_EQ(hands.at("numTotal").text(Prop::workedOut), "") << "an empty field takes the formula away";
}

TEST(RulesPass, NamesAndFunctionsCompleteThemselves) {
    Ruling hands(jotted("Length: number\nTotal: number\n"));
    hands.choose("numTotal");
    hands.panel().addFormula(Prop::workedOut);
    hands.settle();
    auto* edit = hands.in<SentenceEdit>("edit-workedOut");
    edit->setFocus();
    hands.settle();
    QTest::keyClicks(edit, "len");
    hands.settle();
    QTest::keyClick(edit, Qt::Key_Tab);
    EXPECT_EQ(edit->toPlainText(), "numLength") << "a field by its label comes before functions";
    QTest::keyClicks(edit, " + su");
    QTest::keyClick(edit, Qt::Key_Return);
    EXPECT_EQ(edit->toPlainText(), "numLength + SUM(");
}

TEST(RulesPass, ACircleIsNamedWithItsPath) {
    Ruling hands(jotted("A: number = numB + 1\nB: number\n"));
    hands.choose("numB");
    hands.formula("workedOut", "Value", "numA + 1");
    auto* circle = hands.in<QLabel>("circle");
    ASSERT_NE(circle, nullptr);
    EXPECT_EQ(circle->text(), "This goes in a circle: A → B → A.");
    EXPECT_EQ(rulesCount(hands.form()).wrong, 2);
    // And the form is tried all the same.
    hands.window.setPass(Pass::tryOut);
    hands.settle();
    EXPECT_EQ(hands.window.part<TryPane>().session()->shown(hands.at("numA").id).text, "#CIRCLE!");
}

TEST(RulesPass, ARuleIsPickedWordByWord) {
    Ruling hands(demo("lift-out-booking"));
    hands.desk().edit(withRules(hands.form(), hands.at("btnNext").id, {}), "Without");
    hands.choose("btnNext");
    hands.pressButton("addRule");
    hands.pick("rule0-if", "Length overall");
    hands.pick("rule0-relation", "is more than");
    hands.put("rule0-value", "12");
    hands.pick("rule0-step-0", "go to page");
    hands.pick("rule0-step-0-on", "Owner");
    ASSERT_EQ(hands.at("btnNext").rules.size(), 1u);
    const Rule& rule = hands.at("btnNext").rules[0];
    EXPECT_EQ(rule.condition, "numLength > 12");
    EXPECT_EQ(rule.steps, (std::vector<Step>{{Does::turn, hands.at("tabOwner").id}}));
    EXPECT_EQ(ruleTold(hands.form(), hands.at("btnNext"), rule),
              "When “Next” is pressed, if “Length overall” is more than 12: go to page “Owner”.");
    // Each pick is one step of undo.
    hands.command("undo");
    EXPECT_EQ(hands.at("btnNext").rules[0].steps[0].on, noControl);
    hands.command("redo");
    hands.desk().select({hands.at("numLength").id});
    hands.settle();
    EXPECT_TRUE(std::ranges::any_of(hands.panel().happens(), [](const QString& one) { return one.contains("Next"); }) ||
                hands.panel().happens().isEmpty());
    hands.choose("btnNext");
    hands.pressButton("rule0-off");
    EXPECT_TRUE(hands.at("btnNext").rules[0].off);
    hands.pressButton("rule0-remove");
    EXPECT_TRUE(hands.at("btnNext").rules.empty());
}

TEST(RulesPass, ArrowsGoFromWhatActsToWhatItTouches) {
    const Form form = demo("yard-charges");
    const auto ties = tiesOf(form);
    auto tied = [&](const char* from, const char* to, bool rule) {
        return std::ranges::find(ties, Tie{named(form, from).id, named(form, to).id, rule}) != ties.end();
    };
    EXPECT_TRUE(tied("numLength", "numBerth", false));
    EXPECT_TRUE(tied("numDuty", "numTotal", false));
    EXPECT_FALSE(tied("numTotal", "numDuty", false));
    Ruling hands(form);
    const QImage before = hands.sheet().grab().toImage();
    hands.choose("numTotal");
    EXPECT_NE(hands.sheet().grab().toImage(), before);
    // The keyboard goes through what can act, and into the panel.
    hands.sheet().setFocus();
    hands.key(Qt::Key_Tab);
    EXPECT_NE(hands.desk().lead(), hands.at("numTotal").id);
    hands.key(Qt::Key_Escape);
    EXPECT_TRUE(hands.desk().selection().empty());
}

TEST(RulesPass, ReadyRulesAreOneStep) {
    Ruling hands(jotted("Mast: check\nHeight: number m\n"));
    hands.window.part<RulesStrip>().setReady("byTick");
    EXPECT_TRUE(hands.at("numHeight").formulas.empty()) << "nothing fits an empty selection";
    hands.desk().select({hands.at("numHeight").id, hands.at("chkMast").id});
    auto* menu = hands.window.findChild<QPushButton*>("readyRules")->menu();
    for (QAction* action : menu->actions())
        if (action->objectName() == "ready-byTick") action->trigger();
    hands.settle();
    EXPECT_EQ(*hands.at("numHeight").formulas.find(Prop::visible), "chkMast");
    hands.command("undo");
    EXPECT_TRUE(hands.at("numHeight").formulas.empty());
}

TEST(RulesPass, YardChargesInTry) {
    Hands hands(demo("yard-charges"));
    hands.window.setPass(Pass::tryOut);
    hands.settle();
    FormToFill& view = *hands.window.part<TryPane>().view();
    auto type = [&](const char* name, const char* text) {
        QWidget* field = view.widgetOf(hands.at(name).id);
        field->setFocus();
        QTest::keyClicks(field->focusWidget() ? field->focusWidget() : field, text);
        hands.settle();
    };
    auto shown = [&](const char* name) {
        return hands.window.part<TryPane>().session()->shown(hands.at(name).id).text;
    };
    type("txtBoatName", "Alde");
    type("numLength", "10");
    type("numHours", "2");
    QTest::mouseClick(view.widgetOf(hands.at("chkMastLift").id), Qt::LeftButton, {}, QPoint(8, 10));
    hands.settle();
    EXPECT_EQ(shown("numBerth"), "259.00");
    EXPECT_EQ(shown("numLabour"), "164.00");
    EXPECT_EQ(shown("numDuty"), "84.60");
    EXPECT_EQ(shown("numTotal"), "507.60");
    type("numDiscount", "10");
    EXPECT_EQ(shown("numTotal"), "456.84");
    // It asks before closing, goes on with no, and charges for the next.
    QTest::mouseClick(view.widgetOf(hands.at("btnCancel").id), Qt::LeftButton);
    hands.settle();
    EXPECT_EQ(view.saying().sentence(), "Close without charging what was filled in?");
    QTest::keyClick(&view.saying(), Qt::Key_Escape);
    hands.settle();
    EXPECT_FALSE(view.saying().isSaying());
    EXPECT_EQ(shown("txtBoatName"), "Alde");
    QTest::mouseClick(view.widgetOf(hands.at("btnCharge").id), Qt::LeftButton);
    hands.settle();
    EXPECT_EQ(view.saying().sentence(), "Charged. The next boat can be entered.");
    auto* happened = hands.window.findChild<QListWidget*>("happened");
    ASSERT_NE(happened, nullptr);
    EXPECT_GE(happened->count(), 4);
    QTest::mouseClick(view.saying().findChild<QPushButton*>("sayWay0"), Qt::LeftButton);
    hands.settle();
    EXPECT_EQ(shown("txtBoatName"), "");
    EXPECT_EQ(shown("numTotal"), "42.00") << "the lift that is chosen from the start";
}

TEST(RulesPass, SlipInspectionFoldsAndUnfoldsWindowAndAll) {
    Hands hands(demo("slip-inspection"));
    hands.window.setPass(Pass::tryOut);
    hands.settle();
    FormToFill& view = *hands.window.part<TryPane>().view();
    const int folded = view.height();
    QWidget* frame = view.widgetOf(hands.form().find(hands.at("txtWhatWasSeen").id)->parent);
    QWidget* signature = view.widgetOf(hands.at("sigSigned").id);
    const int top = signature->y();
    EXPECT_FALSE(frame->isVisible());
    QTest::mouseClick(view.widgetOf(hands.at("chkDefect").id), Qt::LeftButton, {}, QPoint(8, 10));
    hands.settle();
    EXPECT_TRUE(frame->isVisible());
    EXPECT_GE(view.height(), folded + frame->height());
    EXPECT_GE(signature->y(), frame->geometry().bottom()) << "nothing lies over it";
    QTest::mouseClick(view.widgetOf(hands.at("chkDefect").id), Qt::LeftButton, {}, QPoint(8, 10));
    hands.settle();
    EXPECT_EQ(view.height(), folded);
    EXPECT_EQ(signature->y(), top);
}

TEST(Details, AnEqualsSignBeginsAFormula) {
    Hands hands(jotted("Length: number\nBeam: number 0..6\n"));
    hands.desk().select({hands.at("numBeam").id});
    hands.settle();
    auto* most = qobject_cast<QLineEdit*>(hands.window.details().editorOf(Prop::most));
    ASSERT_NE(most, nullptr);
    most->setFocus();
    most->selectAll();
    hands.type("= numLength / 2");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(*hands.at("numBeam").formulas.find(Prop::most), "numLength / 2");
    EXPECT_EQ(hands.at("numBeam").number(Prop::most), 6) << "the plain limit stays beside it";
    auto* edit = qobject_cast<FormulaEdit*>(hands.window.details().editorOf(Prop::most));
    ASSERT_NE(edit, nullptr) << "the row is a formula's now";
    EXPECT_EQ(edit->formula(), "numLength / 2");
    EXPECT_EQ(edit->says(), "= 0");
    edit->edit().setPlainText("");
    edit->edit().document()->setModified(true);
    QTest::keyClick(&edit->edit(), Qt::Key_Return);
    hands.settle();
    EXPECT_TRUE(hands.at("numBeam").formulas.empty());
    EXPECT_NE(qobject_cast<QLineEdit*>(hands.window.details().editorOf(Prop::most)), nullptr);
    // A tick has a button for it.
    auto* work = hands.window.details().findChild<QToolButton*>("workOut-visible");
    ASSERT_NE(work, nullptr);
}

TEST(Details, OnlyWhatAppliesIsShown) {
    Hands hands(jotted("Hull: combo [GRP, Steel]\n"));
    hands.desk().select({hands.at("cboHull").id});
    hands.settle();
    auto shown = [&](Prop prop) {
        QWidget* editor = hands.window.details().editorOf(prop);
        return editor && !editor->parentWidget()->isHidden();
    };
    EXPECT_TRUE(shown(Prop::choices));
    EXPECT_FALSE(shown(Prop::runFrom) || shown(Prop::readyList) || shown(Prop::listText));
    hands.desk().edit(withProperty(hands.form(), {hands.at("cboHull").id}, Prop::choicesFrom, std::string("run")),
                      "Run");
    hands.settle();
    EXPECT_TRUE(shown(Prop::runFrom));
    EXPECT_FALSE(shown(Prop::choices));
}

TEST(Details, ChoicesAreSortedMovedAndTakenFromAFile) {
    Hands hands(jotted("Berth: combo [B, A, B]\n"));
    const Id berth = hands.at("cboBerth").id;
    auto texts = [&] {
        std::string all;
        for (const Choice& c : hands.form().find(berth)->choices()) all += c.text;
        return all;
    };
    hands.desk().select({berth});
    hands.settle();
    Details& details = hands.window.details();
    QTest::mouseClick(details.findChild<QToolButton*>("choicesOnce"), Qt::LeftButton);
    hands.settle();
    EXPECT_EQ(texts(), "BA");
    QTest::mouseClick(details.findChild<QToolButton*>("sortChoices"), Qt::LeftButton);
    hands.settle();
    EXPECT_EQ(texts(), "AB");
    auto* lines = details.findChild<QPlainTextEdit*>("choices");
    lines->setFocus();
    lines->moveCursor(QTextCursor::Start);
    QTest::keyClick(lines, Qt::Key_Down, Qt::AltModifier);
    QTest::keyClick(lines, Qt::Key_Return, Qt::ControlModifier);
    hands.settle();
    EXPECT_EQ(texts(), "BA");
    // A list of a file, renewed when the file has changed.
    const Folder folder;
    write(folder.file("berths.csv"), "Berth,Pontoon\nA1,A\nB1,B\n");
    Form next = withProperty(hands.form(), {berth}, Prop::choicesFrom, std::string("file"));
    hands.desk().edit(withProperty(next, {berth}, Prop::listFile, folder.file("berths.csv")), "From a file");
    hands.settle();
    QTest::mouseClick(details.findChild<QToolButton*>("renewList"), Qt::LeftButton);
    hands.settle();
    EXPECT_EQ(details.findChild<QLabel*>("listSays")->text(), "2 rows; columns: Berth, Pontoon");
    write(folder.file("berths.csv"), "Berth,Pontoon\nA1,A\nB1,B\n\"open");
    QTest::mouseClick(details.findChild<QToolButton*>("renewList"), Qt::LeftButton);
    hands.settle();
    EXPECT_EQ(details.findChild<QLabel*>("listSays")->text(), "2 rows; columns: Berth, Pontoon")
        << "a broken file changes nothing";
}

TEST(RulesPass, WinterStorageSumsATableWhoseRowsTheFillerAdds) {
    Hands hands(demo("winter-storage-agreement"));
    hands.window.setPass(Pass::tryOut);
    hands.settle();
    FormToFill& view = *hands.window.part<TryPane>().view();
    FormSession& session = *hands.window.part<TryPane>().session();
    auto price = [&](std::size_t row, const char* text) {
        const Form& form = session.form();
        const Id field = fieldInRow(form, *spotOf(form, hands.at("numPrice1").id), row)->id;
        view.widgetOf(field)->setFocus();
        QTest::keyClicks(view.widgetOf(field), text);
        hands.settle();
    };
    price(0, "100");
    price(4, "20");
    QTest::mouseClick(view.findChild<QToolButton*>("addRow"), Qt::LeftButton);
    hands.settle();
    price(5, "3.5");
    EXPECT_EQ(session.shown(hands.at("numTotal").id).text, "123.50");
    QTest::mouseClick(view.findChild<QToolButton*>("removeRow"), Qt::LeftButton);
    hands.settle();
    EXPECT_EQ(session.shown(hands.at("numTotal").id).text, "120.00");
}

TEST(Desk, WhatWasTriedOfOneFormIsNotWorthAnythingInAnother) {
    Hands hands(jotted("Length: number\n"));
    hands.window.setPass(Pass::tryOut);
    hands.settle();
    hands.window.part<TryPane>().session()->type(hands.at("numLength").id, "9");
    hands.window.setPass(Pass::rules);
    const auto worth = [&] { return worthOf(hands.desk().starting(), **readFormula("numLength * 2")); };
    EXPECT_EQ(worth(), Scalar(18.0)) << "formulas show what they come to with it";
    hands.desk().open(jotted("Length: number\nBeam: number\n"), {}, {});
    EXPECT_EQ(worth(), Scalar(0.0));
}
