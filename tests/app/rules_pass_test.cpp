// The Rules pass in the real window: formulas with their worth and their mistakes, rules picked word by word, ready
// rules.
#include "app/details/formula_edit.h"
#include "app/passes/rules/rules_layer.h"
#include "app/passes/rules/rules_panel.h"
#include "app/passes/rules/rules_strip.h"
#include "core/edit/edits.h"
#include "core/rules/meaning.h"
#include "core/rules/telling.h"
#include "core/session/result.h"
#include "filler/say_over.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// Hands that count presses and picks; what is typed is not counted.
struct Ruling : Driver {
    explicit Ruling(Form form, QSize size = {1280, 800}) : Driver(std::move(form), size) {
        window.setPass(Pass::rules);
    }
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
    Ruling driver(jotted("Length: number\nOwner: text 9\n[Go]\n"));
    driver.choose("btnGo");
    auto* edit = driver.in<SentenceEdit>("typeRule");
    edit->setFocus();
    driver.settle();
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
    EXPECT_EQ(driver.in<QLabel>("ruleSays")->text(), "Enter adds it.");
    QTest::keyClick(edit, Qt::Key_Return);
    driver.settle();
    ASSERT_EQ(driver.at("btnGo").rules.size(), 1u);
    EXPECT_EQ(ruleTold(driver.form(), driver.at("btnGo"), driver.at("btnGo").rules[0]),
              "When “Go” is pressed, if “Length” is more than 12: put the cursor in “Owner”.");
    driver.command("undo");
    EXPECT_TRUE(driver.at("btnGo").rules.empty());
    // A mistake is said, and nothing is added.
    edit = driver.in<SentenceEdit>("typeRule");
    edit->setFocus();
    driver.settle();
    edit->selectAll();
    QTest::keyClicks(edit, "when btnGo is pushed: clear the form");
    QTest::keyClick(edit, Qt::Key_Escape);
    QTest::keyClick(edit, Qt::Key_Return);
    driver.settle();
    EXPECT_TRUE(driver.at("btnGo").rules.empty());
    EXPECT_EQ(driver.in<QLabel>("ruleSays")->text(),
              "What happens is expected here: is pressed, changes, is entered, is left …");
}

TEST(RulesPass, AllOfTheFormIsListedAndWhatCannotWorkIsMended) {
    Form form = jotted(
        "Length: number\nFee: number = numLength * 12\nBoat: text 9\n[Go]\nwhen btnGo is pressed: clear txtBoat; say "
        "\"x\"\n"
        "when the form opens: put the cursor in numFee\n");
    Ruling driver(removed(form, {named(form, "txtBoat").id, named(form, "numLength").id}));
    driver.desk().select({});
    driver.settle();
    auto shown = [&] {
        QStringList all;
        for (QLabel* one : driver.panel().findChildren<QLabel*>("ofForm"))
            if (!one->isHidden()) all << one->property("words").toString();
        return all;
    };
    EXPECT_EQ(shown().size(), 3);
    QTest::keyClicks(driver.in<QLineEdit>("seekRule"), "fee");
    EXPECT_EQ(shown(), (QStringList{"When the form opens: put the cursor in “Fee”.", "Fee · Value = numLength * 12"}));
    EXPECT_EQ(rulesCount(driver.form()).wrong, 2);
    EXPECT_EQ(driver.panel().findChildren<QLabel*>("broken").size(), 2);
    driver.pressButton("mendAll");
    EXPECT_EQ(rulesCount(driver.form()).wrong, 0);
    EXPECT_EQ(driver.at("btnGo").rules.at(0).steps.size(), 1u);
    EXPECT_TRUE(driver.panel().findChildren<QLabel*>("broken").empty());
    driver.command("undo");
    EXPECT_EQ(rulesCount(driver.form()).wrong, 2);
}

TEST(RulesPass, StepsAreMovedUp) {
    Ruling driver(jotted("A: text 9\n[Go]\nwhen btnGo is pressed: clear txtA; say \"x\"; put the cursor in txtA\n"));
    driver.choose("btnGo");
    EXPECT_EQ(driver.panel().findChild<QToolButton*>("rule0-step-0-up"), nullptr);
    driver.pressButton("rule0-step-2-up");
    const auto& steps = driver.at("btnGo").rules.at(0).steps;
    ASSERT_EQ(steps.size(), 3u);
    EXPECT_EQ(steps[1].does, Action::cursor);
    EXPECT_EQ(steps[2].does, Action::say);
}

TEST(RulesPass, ARuleIsCopiedToAnotherControl) {
    Ruling driver(jotted("A: text 9\nB: text 9\nwhen txtA is left: set txtA to UPPER(txtA)\n"));
    driver.choose("txtA");
    auto* copy = driver.in<QToolButton>("rule0-copy");
    auto* to = copy->menu()->findChild<QAction*>("to-txtB");
    ASSERT_NE(to, nullptr);
    to->trigger();
    driver.settle();
    ASSERT_EQ(driver.at("txtB").rules.size(), 1u);
    EXPECT_EQ(driver.at("txtB").rules[0].steps[0].with, "UPPER(txtB)");
}

TEST(RulesPass, TheRulesOfYardChargesAreMadeFromNone) {
    const Form wanted = demo("yard-charges");
    Ruling driver(withoutRules(wanted));
    driver.presses = 0;
    for (const char* name : {"numBerth", "numLabour", "numDuty", "numTotal"}) {
        driver.choose(name);
        driver.formula("workedOut", "Value", toQt(named(wanted, name).text(Prop::workedOut)));
    }
    driver.choose("btnCharge");
    driver.pressButton("addRule");
    driver.pick("rule0-step-0", "accept and clear");
    driver.pressButton("rule0-step");
    driver.pick("rule0-step-1", "say");
    driver.put("rule0-step-1-with", "Charged. The next boat can be entered.");
    ++driver.presses;
    driver.desk().select({});
    driver.pressButton("addRule");
    driver.pick("rule0-when", "the form is about to close");
    driver.pick("rule0-if", "a formula");
    auto* condition = driver.in<SentenceEdit>("rule0-formula");
    condition->setPlainText("COUNTA(txtBoatName; numLength; numHours; txtNoteOnBill) > 0");
    condition->document()->setModified(true);
    ++driver.presses;
    QTest::keyClick(condition, Qt::Key_Return);
    driver.pick("rule0-step-0", "ask");
    driver.put("rule0-step-0-with", "Close without charging what was filled in?");
    driver.pressButton("rule0-step-0-yes");
    EXPECT_LE(driver.presses, 45);
    for (Id id : allIds(wanted)) {
        EXPECT_EQ(driver.form().find(id)->rules, wanted.find(id)->rules) << wanted.find(id)->name;
        EXPECT_EQ(driver.form().find(id)->own, wanted.find(id)->own) << wanted.find(id)->name;
    }
    EXPECT_EQ(driver.form().root().rules, wanted.root().rules);
}

TEST(RulesPass, AFormulaShowsItsWorthAndItsMistakes) {
    Ruling driver(jotted("Length: number .1 m = 8\nDays: number = 3\nTotal: number .01\n"));
    driver.choose("numTotal");
    driver.formula("workedOut", "Value", "numLength * numDays * 2");
    EXPECT_EQ(driver.says("workedOut"), "= 48");
    auto* edit = driver.in<SentenceEdit>("edit-workedOut");
    edit->setPlainText("numLength * numDay");
    EXPECT_TRUE(driver.says("workedOut").contains("There is no field “numDay”"));
    EXPECT_EQ(edit->extraSelections().size(), 1);
    EXPECT_EQ(edit->extraSelections()[0].cursor.selectedText(), "numDay") << "underlined where it is";
    edit->setPlainText("ROUND(numLength; ");
    edit->moveCursor(QTextCursor::End);
    driver.settle();
    EXPECT_TRUE(driver.says("workedOut").contains("<b>[places]</b>")) << driver.says("workedOut").toStdString();
    // What does not read is not taken.
    edit->document()->setModified(true);
    QTest::keyClick(edit, Qt::Key_Return);
    EXPECT_EQ(driver.at("numTotal").text(Prop::workedOut), "numLength * numDays * 2");
    edit->setPlainText("");
    edit->document()->setModified(true);
    QTest::keyClick(edit, Qt::Key_Return);
    driver.settle();
    EXPECT_EQ(driver.at("numTotal").text(Prop::workedOut), "") << "an empty field takes the formula away";
}

TEST(RulesPass, NamesAndFunctionsCompleteThemselves) {
    Ruling driver(jotted("Length: number\nTotal: number\n"));
    driver.choose("numTotal");
    driver.panel().addFormula(Prop::workedOut);
    driver.settle();
    auto* edit = driver.in<SentenceEdit>("edit-workedOut");
    edit->setFocus();
    driver.settle();
    QTest::keyClicks(edit, "len");
    driver.settle();
    QTest::keyClick(edit, Qt::Key_Tab);
    EXPECT_EQ(edit->toPlainText(), "numLength") << "a field by its label comes before functions";
    QTest::keyClicks(edit, " + su");
    QTest::keyClick(edit, Qt::Key_Return);
    EXPECT_EQ(edit->toPlainText(), "numLength + SUM(");
}

TEST(RulesPass, ACircleIsNamedWithItsPath) {
    Ruling driver(jotted("A: number = numB + 1\nB: number\n"));
    driver.choose("numB");
    driver.formula("workedOut", "Value", "numA + 1");
    auto* circle = driver.in<QLabel>("circle");
    ASSERT_NE(circle, nullptr);
    EXPECT_EQ(circle->text(), "Formulas in a circle: A → B → A.");
    EXPECT_EQ(rulesCount(driver.form()).wrong, 2);
    // And the form is tried all the same.
    driver.window.setPass(Pass::tryOut);
    driver.settle();
    EXPECT_EQ(driver.window.part<TryPane>().session()->shown(driver.at("numA").id).text, "#CIRCLE!");
}

TEST(RulesPass, ARuleIsPickedWordByWord) {
    Ruling driver(demo("lift-out-booking"));
    driver.desk().edit(withRules(driver.form(), driver.at("btnNext").id, {}), "Without");
    driver.choose("btnNext");
    driver.pressButton("addRule");
    driver.pick("rule0-if", "Length overall");
    driver.pick("rule0-relation", "is more than");
    driver.put("rule0-value", "12");
    driver.pick("rule0-step-0", "go to page");
    driver.pick("rule0-step-0-on", "Owner");
    ASSERT_EQ(driver.at("btnNext").rules.size(), 1u);
    const Rule& rule = driver.at("btnNext").rules[0];
    EXPECT_EQ(rule.condition, "numLength > 12");
    EXPECT_EQ(rule.steps, (std::vector<Step>{{Action::turn, driver.at("tabOwner").id}}));
    EXPECT_EQ(ruleTold(driver.form(), driver.at("btnNext"), rule),
              "When “Next” is pressed, if “Length overall” is more than 12: go to page “Owner”.");
    // Each pick is one step of undo.
    driver.command("undo");
    EXPECT_EQ(driver.at("btnNext").rules[0].steps[0].on, noControl);
    driver.command("redo");
    driver.desk().select({driver.at("numLength").id});
    driver.settle();
    EXPECT_TRUE(
        std::ranges::any_of(driver.panel().happens(), [](const QString& one) { return one.contains("Next"); }) ||
        driver.panel().happens().isEmpty());
    driver.choose("btnNext");
    driver.pressButton("rule0-off");
    EXPECT_TRUE(driver.at("btnNext").rules[0].off);
    driver.pressButton("rule0-remove");
    EXPECT_TRUE(driver.at("btnNext").rules.empty());
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
    Ruling driver(form);
    const QImage before = driver.sheet().grab().toImage();
    driver.choose("numTotal");
    EXPECT_NE(driver.sheet().grab().toImage(), before);
    // The keyboard goes through what can act, and into the panel.
    driver.sheet().setFocus();
    driver.key(Qt::Key_Tab);
    EXPECT_NE(driver.desk().lead(), driver.at("numTotal").id);
    driver.key(Qt::Key_Escape);
    EXPECT_TRUE(driver.desk().selection().empty());
}

TEST(RulesPass, ReadyRulesAreOneStep) {
    Ruling driver(jotted("Mast: check\nHeight: number m\n"));
    driver.window.part<RulesStrip>().setReady("byTick");
    EXPECT_TRUE(driver.at("numHeight").formulas.empty()) << "nothing fits an empty selection";
    driver.desk().select({driver.at("numHeight").id, driver.at("chkMast").id});
    auto* menu = driver.window.findChild<QPushButton*>("readyRules")->menu();
    for (QAction* action : menu->actions())
        if (action->objectName() == "ready-byTick") action->trigger();
    driver.settle();
    EXPECT_EQ(*driver.at("numHeight").formulas.find(Prop::visible), "chkMast");
    driver.command("undo");
    EXPECT_TRUE(driver.at("numHeight").formulas.empty());
}

TEST(RulesPass, YardChargesInTry) {
    Driver driver(demo("yard-charges"));
    driver.window.setPass(Pass::tryOut);
    driver.settle();
    FormToFill& view = *driver.window.part<TryPane>().view();
    auto type = [&](const char* name, const char* text) {
        QWidget* field = view.widgetOf(driver.at(name).id);
        field->setFocus();
        QTest::keyClicks(field->focusWidget() ? field->focusWidget() : field, text);
        driver.settle();
    };
    auto shown = [&](const char* name) {
        return driver.window.part<TryPane>().session()->shown(driver.at(name).id).text;
    };
    type("txtBoatName", "Alde");
    type("numLength", "10");
    type("numHours", "2");
    QTest::mouseClick(view.widgetOf(driver.at("chkMastLift").id), Qt::LeftButton, {}, QPoint(8, 10));
    driver.settle();
    EXPECT_EQ(shown("numBerth"), "259.00");
    EXPECT_EQ(shown("numLabour"), "164.00");
    EXPECT_EQ(shown("numDuty"), "84.60");
    EXPECT_EQ(shown("numTotal"), "507.60");
    type("numDiscount", "10");
    EXPECT_EQ(shown("numTotal"), "456.84");
    // It asks before closing, goes on with no, and charges for the next.
    QTest::mouseClick(view.widgetOf(driver.at("btnCancel").id), Qt::LeftButton);
    driver.settle();
    EXPECT_EQ(view.saying().sentence(), "Close without charging what was filled in?");
    QTest::keyClick(&view.saying(), Qt::Key_Escape);
    driver.settle();
    EXPECT_FALSE(view.saying().isSaying());
    EXPECT_EQ(shown("txtBoatName"), "Alde");
    QTest::mouseClick(view.widgetOf(driver.at("btnCharge").id), Qt::LeftButton);
    driver.settle();
    EXPECT_EQ(view.saying().sentence(), "Charged. The next boat can be entered.");
    auto* happened = driver.window.findChild<QListWidget*>("happened");
    ASSERT_NE(happened, nullptr);
    EXPECT_GE(happened->count(), 4);
    QTest::mouseClick(view.saying().findChild<QPushButton*>("sayWay0"), Qt::LeftButton);
    driver.settle();
    EXPECT_EQ(shown("txtBoatName"), "");
    EXPECT_EQ(shown("numTotal"), "42.00") << "the lift that is chosen from the start";
}

TEST(RulesPass, SlipInspectionFoldsAndUnfoldsWindowAndAll) {
    Driver driver(demo("slip-inspection"));
    driver.window.setPass(Pass::tryOut);
    driver.settle();
    FormToFill& view = *driver.window.part<TryPane>().view();
    const int folded = view.height();
    QWidget* frame = view.widgetOf(driver.form().find(driver.at("txtWhatWasSeen").id)->parent);
    QWidget* signature = view.widgetOf(driver.at("sigSigned").id);
    const int top = signature->y();
    EXPECT_FALSE(frame->isVisible());
    QTest::mouseClick(view.widgetOf(driver.at("chkDefect").id), Qt::LeftButton, {}, QPoint(8, 10));
    driver.settle();
    EXPECT_TRUE(frame->isVisible());
    EXPECT_GE(view.height(), folded + frame->height());
    EXPECT_GE(signature->y(), frame->geometry().bottom()) << "nothing lies over it";
    QTest::mouseClick(view.widgetOf(driver.at("chkDefect").id), Qt::LeftButton, {}, QPoint(8, 10));
    driver.settle();
    EXPECT_EQ(view.height(), folded);
    EXPECT_EQ(signature->y(), top);
}

TEST(Details, AnEqualsSignBeginsAFormula) {
    Driver driver(jotted("Length: number\nBeam: number 0..6\n"));
    driver.desk().select({driver.at("numBeam").id});
    driver.settle();
    auto* most = qobject_cast<QLineEdit*>(driver.window.details().editorOf(Prop::most));
    ASSERT_NE(most, nullptr);
    most->setFocus();
    most->selectAll();
    driver.type("= numLength / 2");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(*driver.at("numBeam").formulas.find(Prop::most), "numLength / 2");
    EXPECT_EQ(driver.at("numBeam").number(Prop::most), 6) << "the plain limit stays beside it";
    auto* edit = qobject_cast<FormulaEdit*>(driver.window.details().editorOf(Prop::most));
    ASSERT_NE(edit, nullptr) << "the row is a formula's now";
    EXPECT_EQ(edit->formula(), "numLength / 2");
    EXPECT_EQ(edit->says(), "= 0");
    edit->edit().setPlainText("");
    edit->edit().document()->setModified(true);
    QTest::keyClick(&edit->edit(), Qt::Key_Return);
    driver.settle();
    EXPECT_TRUE(driver.at("numBeam").formulas.empty());
    EXPECT_NE(qobject_cast<QLineEdit*>(driver.window.details().editorOf(Prop::most)), nullptr);
    // A tick has a button for it.
    auto* work = driver.window.details().findChild<QToolButton*>("workOut-visible");
    ASSERT_NE(work, nullptr);
}

TEST(Details, OnlyWhatAppliesIsShown) {
    Driver driver(jotted("Hull: combo [GRP, Steel]\n"));
    driver.desk().select({driver.at("cboHull").id});
    driver.settle();
    auto shown = [&](Prop prop) {
        QWidget* editor = driver.window.details().editorOf(prop);
        return editor && !editor->parentWidget()->isHidden();
    };
    EXPECT_TRUE(shown(Prop::choices));
    EXPECT_FALSE(shown(Prop::runFrom) || shown(Prop::readyList) || shown(Prop::listText));
    driver.desk().edit(withProperty(driver.form(), {driver.at("cboHull").id}, Prop::choicesFrom, std::string("run")),
                       "Run");
    driver.settle();
    EXPECT_TRUE(shown(Prop::runFrom));
    EXPECT_FALSE(shown(Prop::choices));
}

TEST(Details, ChoicesAreSortedMovedAndTakenFromAFile) {
    Driver driver(jotted("Berth: combo [B, A, B]\n"));
    const Id berth = driver.at("cboBerth").id;
    auto texts = [&] {
        std::string all;
        for (const Choice& c : driver.form().find(berth)->choices()) all += c.text;
        return all;
    };
    driver.desk().select({berth});
    driver.settle();
    Details& details = driver.window.details();
    QTest::mouseClick(details.findChild<QToolButton*>("choicesOnce"), Qt::LeftButton);
    driver.settle();
    EXPECT_EQ(texts(), "BA");
    QTest::mouseClick(details.findChild<QToolButton*>("sortChoices"), Qt::LeftButton);
    driver.settle();
    EXPECT_EQ(texts(), "AB");
    auto* lines = details.findChild<QPlainTextEdit*>("choices");
    lines->setFocus();
    lines->moveCursor(QTextCursor::Start);
    QTest::keyClick(lines, Qt::Key_Down, Qt::AltModifier);
    QTest::keyClick(lines, Qt::Key_Return, Qt::ControlModifier);
    driver.settle();
    EXPECT_EQ(texts(), "BA");
    // A list of a file, renewed when the file has changed.
    const Folder folder;
    write(folder.file("berths.csv"), "Berth,Pontoon\nA1,A\nB1,B\n");
    Form next = withProperty(driver.form(), {berth}, Prop::choicesFrom, std::string("file"));
    driver.desk().edit(withProperty(next, {berth}, Prop::listFile, folder.file("berths.csv")), "From a file");
    driver.settle();
    QTest::mouseClick(details.findChild<QToolButton*>("renewList"), Qt::LeftButton);
    driver.settle();
    EXPECT_EQ(details.findChild<QLabel*>("listSays")->text(), "2 rows; columns: Berth, Pontoon");
    write(folder.file("berths.csv"), "Berth,Pontoon\nA1,A\nB1,B\n\"open");
    QTest::mouseClick(details.findChild<QToolButton*>("renewList"), Qt::LeftButton);
    driver.settle();
    EXPECT_EQ(details.findChild<QLabel*>("listSays")->text(), "2 rows; columns: Berth, Pontoon")
        << "a broken file changes nothing";
}

TEST(RulesPass, WinterStorageSumsATableWhoseRowsTheFillerAdds) {
    Driver driver(demo("winter-storage-agreement"));
    driver.window.setPass(Pass::tryOut);
    driver.settle();
    FormToFill& view = *driver.window.part<TryPane>().view();
    FormSession& session = *driver.window.part<TryPane>().session();
    auto price = [&](std::size_t row, const char* text) {
        const Form& form = session.form();
        const Id field = fieldInRow(form, *spotOf(form, driver.at("numPrice1").id), row)->id;
        view.widgetOf(field)->setFocus();
        QTest::keyClicks(view.widgetOf(field), text);
        driver.settle();
    };
    price(0, "100");
    price(4, "20");
    QTest::mouseClick(view.findChild<QToolButton*>("addRow"), Qt::LeftButton);
    driver.settle();
    price(5, "3.5");
    EXPECT_EQ(session.shown(driver.at("numTotal").id).text, "123.50");
    QTest::mouseClick(view.findChild<QToolButton*>("removeRow"), Qt::LeftButton);
    driver.settle();
    EXPECT_EQ(session.shown(driver.at("numTotal").id).text, "120.00");
}

TEST(Desk, WhatWasTriedOfOneFormIsNotWorthAnythingInAnother) {
    Driver driver(jotted("Length: number\n"));
    driver.window.setPass(Pass::tryOut);
    driver.settle();
    driver.window.part<TryPane>().session()->type(driver.at("numLength").id, "9");
    driver.window.setPass(Pass::rules);
    const auto result = [&] { return resultOf(driver.desk().starting(), **readFormula("numLength * 2")); };
    EXPECT_EQ(result(), Scalar(18.0)) << "formulas show what they come to with it";
    driver.desk().open(jotted("Length: number\nBeam: number\n"), {}, {});
    EXPECT_EQ(result(), Scalar(0.0));
}
