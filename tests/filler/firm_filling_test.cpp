// Widgets follow what the session says has changed, and nothing is made anew.
#include "core/order/access_keys.h"
#include "filler/choice_field.h"
#include "filler/special_widgets.h"
#include "tests/filler/filling.h"

using namespace brindel;
using namespace brindel::test;

namespace {
Form growing(Kind kind) {
    Form form = jotted("Name: text 20 = Ines\nWork: table [2=Job, Hours] 1\nNote: text 20\n[Clear] [OK]*\n", kind);
    form = withProperty(form, {named(form, "tblWork").id}, Prop::rowsMost, 4.0);
    return withProperty(form, {named(form, "btnClear").id}, Prop::accessKey, std::string("C"));
}
}  // namespace

TEST(Growing, ARowAddedThenClearedByItsKeyLosesNobody) {
    for (Kind kind : {Kind::dialog, Kind::document}) {
        FillerHands f(growing(kind));
        QWidget* const name = f.view.widgetOf(f.id("txtName"));
        const int below = f.view.widgetOf(f.id("txtNote"))->y();
        auto* add = f.view.findChild<QToolButton*>("addRow");
        QTest::mouseClick(add, Qt::LeftButton);
        QTest::mouseClick(add, Qt::LeftButton);
        settle();
        EXPECT_EQ(f.view.widgetOf(f.id("txtName")), name) << "nothing is made anew";
        EXPECT_GT(f.view.widgetOf(f.id("txtNote"))->y(), below) << "what stands below has made room";
        f.view.widgetOf(f.id("txtJob3"))->setFocus();
        f.type("Antifoul");
        EXPECT_EQ(f.session.answer(f.id("txtJob3")), Answer(std::string("Antifoul")));
        const Id third = f.id("txtJob3");
        f.key(Qt::Key_C, Qt::AltModifier);
        // A button shows that it is pressed before it acts.
        EXPECT_TRUE(QTest::qWaitFor([&] { return !f.session.form().find(third); }));
        EXPECT_EQ(f.view.widgetOf(third), nullptr);
        EXPECT_EQ(f.view.widgetOf(f.id("txtNote"))->y(), below);
        EXPECT_EQ(f.widget<QLineEdit>("txtName")->text(), "Ines");
        EXPECT_TRUE(add->isVisible());
        EXPECT_FALSE(f.view.findChild<QToolButton*>("removeRow")->isVisible());
    }
}

TEST(Following, AKeystrokeTouchesItsOwnFieldOnly) {
    FillerHands f(jotted("A: text 5\nB: text 5\nC: text 5 !\n"));
    std::vector<Changes> told;
    QObject::connect(&f.view, &FormToFill::changed, [&](const Changes& c) { told.push_back(c); });
    f.widget<QLineEdit>("txtA")->setFocus();
    told.clear();
    f.type("x");
    ASSERT_EQ(told.size(), 1u);
    EXPECT_EQ(told[0].answers, std::set<Id>{f.id("txtA")});
    EXPECT_TRUE(told[0].complaints.empty());
}

TEST(Following, WhatTheSessionRefusesIsNotShown) {
    Form form = jotted("A: check\nB: list [x, y]\n");
    form = withProperty(form, {named(form, "chkA").id}, Prop::enabled, false);
    FillerHands f(form);
    auto* tick = f.widget<QCheckBox>("chkA");
    EXPECT_FALSE(tick->isEnabled());
    tick->setEnabled(true);  // as if a widget had a rule of its own
    tick->click();
    EXPECT_FALSE(tick->isChecked()) << "the session keeps it closed, and the widget shows that";
}

TEST(Following, WhatIsTypedIsWrittenAsTheFormWritesItWhenLeft) {
    FillerHands f(jotted("N: number 0..9 .01\nB: text 5\n"));
    f.widget<NumberField>("numN")->edit()->setFocus();
    f.type("1.5");
    EXPECT_EQ(f.widget<NumberField>("numN")->edit()->text(), "1.5");
    f.key(Qt::Key_Tab);
    EXPECT_EQ(f.widget<NumberField>("numN")->edit()->text(), "1.50");
}

TEST(Directions, AFormFromRightToLeftIsTurnedInItsWindow) {
    Form form = jotted("Ready: check\nHull: group [a, b, Other…]\n");
    form = withProperty(form, {rootId}, Prop::language, std::string("he"));
    FillerHands f(form);
    EXPECT_EQ(f.widget<QCheckBox>("chkReady")->layoutDirection(), Qt::RightToLeft);
    auto* group = f.widget<ChoiceField>("chgHull");
    ASSERT_NE(group->other(), nullptr);
    EXPECT_LT(group->other()->x(), group->buttons()[2]->x()) << "the field stands left of its wording";
}
