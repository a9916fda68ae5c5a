// Rules that are drawn from one control to another, and chosen by a click on the sheet: two frames of one name, each
// shown and hidden by its own button.
#include "app/passes/hand_over/hand_over_panel.h"
#include "app/passes/rules/rules_layer.h"
#include "app/passes/rules/rules_panel.h"
#include "core/edit/rule_fixes.h"
#include "core/rules/telling.h"
#include "core/session/form_session.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// Two frames called Gate, with radio buttons, and a button each.
struct Gates : Driver {
    Gates() : Driver(newForm(Kind::dialog)) {
        desk().open(
            jotted("# Lock\n### Gate\nOpen: text\n###\n[North]\n### Gate\nHalf: text\n###\n[South]\n", Kind::dialog),
            {});
        window.setPass(Pass::rules);
        settle();
    }
    Ids frames() {
        Ids all;
        walk(form(), rootId, [&](const Control& c, int) {
            if (c.kind == Kind::frame) all.push_back(c.id);
        });
        return all;
    }
    /// A place within a frame where nothing else stands: on its title.
    QPoint edgeOf(Id frame) {
        const QRectF place = sheet().placeOf(frame);
        return {int(place.right()) - 30, int(place.bottom()) - 4};
    }
    QPoint markOf(const char* name) { return window.part<RulesLayer>().markOf(sheet(), at(name).id).toPoint(); }
    template <class T>
    T* in(const QString& name) {
        settle();
        return window.part<RulesPanel>().findChild<T*>(name);
    }
};

}  // namespace

TEST(RulesDrawn, FromAMarkToAControl) {
    Gates h;
    const Ids gates = h.frames();
    ASSERT_EQ(gates.size(), 2u);
    int presses = 0;
    for (const auto& [button, frame] : {std::pair("btnNorth", gates[0]), std::pair("btnSouth", gates[1])}) {
        h.click(h.on(button));
        QTest::mousePress(&h.sheet(), Qt::LeftButton, {}, h.markOf(button));
        h.move(h.edgeOf(frame), {});
        EXPECT_EQ(h.desk().lit(), frame) << "what the rule would be done to is lit up";
        if (const char* out = std::getenv("BRINDEL_SHOTS")) h.window.grab().save(QString(out) + "/rule-drawn.png");
        QTest::mouseRelease(&h.sheet(), Qt::LeftButton, {}, h.edgeOf(frame));
        h.settle();
        presses += 2;
        const Control& c = h.at(button);
        ASSERT_EQ(c.rules.size(), 1u) << button;
        EXPECT_EQ(c.rules[0].when, Event::pressed);
        EXPECT_EQ(c.rules[0].steps, (std::vector<Step>{{Action::turnOver, frame, ""}}));
        EXPECT_EQ(h.desk().selection(), Ids{c.id}) << "the panel goes on with it";
        EXPECT_EQ(h.desk().lit(), noControl);
    }
    EXPECT_EQ(presses, 4);
    // Drawn into nothing, and given up with Escape, nothing is made.
    QTest::mousePress(&h.sheet(), Qt::LeftButton, {}, h.markOf("btnNorth"));
    h.move(h.edgeOf(gates[1]), {});
    QTest::keyClick(&h.sheet(), Qt::Key_Escape);
    QTest::mouseRelease(&h.sheet(), Qt::LeftButton, {}, h.edgeOf(gates[1]));
    h.drag(h.markOf("btnNorth"), h.markOf("btnNorth") + QPoint(1, 1));
    EXPECT_EQ(h.at("btnNorth").rules.size(), 1u);
}

TEST(RulesDrawn, EqualOnesAreToldApartAndChosenOnTheSheet) {
    Gates h;
    const Ids gates = h.frames();
    h.click(h.on("btnNorth"));
    h.window.part<RulesPanel>().addRule();
    h.settle();
    auto choose = [&](const QString& name, int data) {
        auto* box = h.in<QComboBox>(name);
        ASSERT_NE(box, nullptr) << name.toStdString();
        const int at = box->findData(data);
        box->setCurrentIndex(at);
        emit box->activated(at);
        h.settle();
    };
    choose("rule0-step-0", int(Action::turnOver));
    // It is only begun: nobody is blamed, and the list says no question mark.
    EXPECT_EQ(h.in<QLabel>("broken"), nullptr);
    ASSERT_EQ(brokenRules(h.form()).size(), 1u);
    EXPECT_TRUE(brokenRules(h.form())[0].begun);
    EXPECT_EQ(stepTold(h.form(), h.at("btnNorth").rules[0].steps[0]).text(), "show or hide …");
    auto* on = h.in<QComboBox>("rule0-step-0-on");
    ASSERT_NE(on, nullptr);
    QStringList gate;
    for (int i = 0; i < on->count(); ++i)
        if (on->itemText(i).startsWith("Gate")) gate << on->itemText(i);
    EXPECT_EQ(gate, (QStringList{"Gate (with Open)", "Gate (with Half)"}));
    // The entry under the pointer is lit up.
    emit on->highlighted(on->findData(uint(gates[1])));
    EXPECT_EQ(h.desk().lit(), gates[1]);
    on->hidePopup();
    EXPECT_EQ(h.desk().lit(), noControl);
    // A click on what lies in the frame means the frame.
    QTest::mouseClick(h.in<QToolButton>("rule0-step-0-pick"), Qt::LeftButton);
    EXPECT_TRUE(h.desk().picking());
    EXPECT_TRUE(h.in<QToolButton>("rule0-step-0-pick")->isChecked());
    auto* line = h.window.findChild<QLabel*>("passLine");
    ASSERT_NE(line, nullptr);
    EXPECT_EQ(line->text(), "Click the control on the sheet. Escape cancels.");
    if (const char* out = std::getenv("BRINDEL_SHOTS")) h.window.grab().save(QString(out) + "/rule-picking.png");
    h.click(h.edgeOf(gates[1]));
    EXPECT_FALSE(h.desk().picking());
    EXPECT_NE(line->text(), "Click the control on the sheet. Escape cancels.");
    EXPECT_EQ(h.at("btnNorth").rules[0].steps[0].on, gates[1]);
    EXPECT_EQ(h.desk().selection(), Ids{h.at("btnNorth").id}) << "the card stays";
    EXPECT_TRUE(brokenRules(h.form()).empty());
    // A condition is pointed at as well; what is no field is said.
    QTest::mouseClick(h.in<QToolButton>("rule0-if-pick"), Qt::LeftButton);
    h.click(h.on("btnSouth"));
    EXPECT_TRUE(h.at("btnNorth").rules[0].condition.empty());
    QTest::mouseClick(h.in<QToolButton>("rule0-if-pick"), Qt::LeftButton);
    h.click(h.on("txtHalf"));
    EXPECT_EQ(h.at("btnNorth").rules[0].condition, "NOT(ISBLANK(txtHalf))");
    // A second click on its button gives it up, and so does Escape.
    QTest::mouseClick(h.in<QToolButton>("rule0-if-pick"), Qt::LeftButton);
    QTest::mouseClick(h.in<QToolButton>("rule0-step-0-pick"), Qt::LeftButton);
    EXPECT_TRUE(h.desk().picking());
    EXPECT_FALSE(h.in<QToolButton>("rule0-if-pick")->isChecked());
    QTest::mouseClick(h.in<QToolButton>("rule0-step-0-pick"), Qt::LeftButton);
    EXPECT_FALSE(h.desk().picking());
    QTest::mouseClick(h.in<QToolButton>("rule0-if-pick"), Qt::LeftButton);
    h.sheet().setFocus();
    QTest::keyClick(&h.sheet(), Qt::Key_Escape);
    EXPECT_FALSE(h.desk().picking());
    // What was chosen and is deleted since is said.
    Form without = removed(h.form(), {gates[1]});
    EXPECT_EQ(stepTold(without, Step{Action::turnOver, gates[1], ""}).text(),
              "show or hide something that was deleted");
}

TEST(RulesDrawn, TwoGatesFromAnEmptyDialogToAKit) {
    Driver h(newForm(Kind::dialog));
    const Folder folder;
    int presses = 0;
    auto key = [&](int k, Qt::KeyboardModifiers keys = {}) {
        ++presses;
        h.key(k, keys);
    };
    auto click = [&](QPoint at) {
        ++presses;
        h.click(at);
    };
    auto drag = [&](QPoint from, QPoint to) {
        ++presses;
        h.drag(from, to);
    };
    auto goTo = [&](Pass pass) {
        ++presses;  // a click on the rail
        h.window.setPass(pass);
        h.settle();
    };
    for (double left : {12.0, 245.0}) {
        h.sheet().setFocus();
        key(Qt::Key_F);
        drag(h.spot(left, 12), h.spot(left + 220, 170));
        h.type("Gate");
        key(Qt::Key_Return);
        key(Qt::Key_G);
        click(h.spot(left + 14, 36));
        h.type("Position [Open, Half, Shut]");
        key(Qt::Key_Return);
    }
    key(Qt::Key_B, Qt::ShiftModifier);
    click(h.spot(60, 215));
    h.type("North");
    key(Qt::Key_Return);
    h.type("South");
    key(Qt::Key_Return);
    key(Qt::Key_Escape);
    goTo(Pass::rules);
    Ids gates;
    walk(h.form(), rootId, [&](const Control& c, int) {
        if (c.kind == Kind::frame) gates.push_back(c.id);
    });
    ASSERT_EQ(gates.size(), 2u);
    std::size_t number = 0;
    for (const char* button : {"btnNorth", "btnSouth"}) {
        ASSERT_NE(h.form().named(button), nullptr) << button;
        click(h.on(button));
        const QRectF gate = h.sheet().placeOf(gates[number++]);
        drag(h.window.part<RulesLayer>().markOf(h.sheet(), h.at(button).id).toPoint(),
             QPoint(int(gate.right()) - 8, int(gate.bottom()) - 5));
    }
    if (const char* out = std::getenv("BRINDEL_SHOTS")) h.window.grab().save(QString(out) + "/two-gates.png");
    goTo(Pass::handOver);
    presses += 2;  // Write the kit, and the folder is taken
    h.window.part<HandOverPanel>().write(toQt(folder.file("kit")), nullptr);
    EXPECT_TRUE(QTest::qWaitFor(
        [&] {
            return std::filesystem::exists(folder.file("kit/index.html")) ||
                   std::filesystem::exists(folder.file("kit"));
        },
        20000));
    EXPECT_LE(presses, 26);
    std::cout << presses << " presses\n";
    // It does what was meant.
    FormSession session(h.form(), today);
    for (std::size_t i = 0; i < 2; ++i) {
        const Id button = named(session.form(), i == 0 ? "btnNorth" : "btnSouth").id;
        EXPECT_TRUE(session.visible(gates[i]));
        session.press(button);
        EXPECT_FALSE(session.visible(gates[i]));
        EXPECT_TRUE(i == 1 || session.visible(gates[1])) << "each its own";
        session.press(button);
        EXPECT_TRUE(session.visible(gates[i]));
    }
    for (Id gate : gates) {
        const Control& group = *h.form().find(h.form().find(gate)->children.front());
        EXPECT_EQ(group.kind, Kind::choiceGroup);
        EXPECT_EQ(group.choices().size(), 3u);
    }
}

TEST(RulesDrawn, AFieldIsPutIntoAFormulaByAClickOnTheSheet) {
    Driver h(jotted("# Bill\nLength: number .1\nDays: number\nTotal: number .01\n[Go]*\n"));
    h.window.setPass(Pass::rules);
    h.click(h.on("numTotal"));
    auto* add = h.window.part<RulesPanel>().findChild<QToolButton*>("addFormula");
    ASSERT_NE(add, nullptr);
    add->menu()->actions().front()->trigger();
    Driver::settle();
    auto edit = [&] { return h.window.part<RulesPanel>().findChild<QPlainTextEdit*>("edit-workedOut"); };
    ASSERT_NE(edit(), nullptr);
    edit()->setFocus();
    auto pick = [&](const char* field) {
        QTest::mouseClick(h.window.part<RulesPanel>().findChild<QToolButton*>("pickField"), Qt::LeftButton);
        h.click(h.on(field));
    };
    pick("numLength");
    ASSERT_NE(edit(), nullptr);
    EXPECT_EQ(edit()->toPlainText(), "numLength");
    EXPECT_TRUE(edit()->hasFocus());
    QTest::keyClicks(edit(), " * ");
    pick("btnGo");
    EXPECT_EQ(edit()->toPlainText(), "numLength * ") << "a button has no value";
    pick("numDays");
    QTest::keyClick(edit(), Qt::Key_Return);
    Driver::settle();
    EXPECT_EQ(h.at("numTotal").text(Prop::workedOut), "numLength * numDays");
    EXPECT_EQ(h.desk().selection(), Ids{h.at("numTotal").id});
}
