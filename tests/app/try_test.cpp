#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

TEST(Try, ShowsWhatTheFillerGivesAndTheReplyWhenAccepted) {
    Hands hands(jotted("# F\nA: text 5 !\n[OK]* [Cancel]\n"));
    hands.command("try");
    FormToFill* view = hands.window.part<TryPane>().view();
    ASSERT_NE(view, nullptr);
    EXPECT_TRUE(hands.window.part<TryDetails>().verdict().contains("A: please fill this in."));
    QTest::keyClicks(view->widgetOf(hands.at("txtA").id), "hello!");
    auto* answers = hands.window.findChild<QTableWidget*>("answers");
    EXPECT_EQ(answers->item(0, 0)->text(), "txtA");
    EXPECT_EQ(answers->item(0, 1)->text(), "hello");
    view->press(hands.at("btnOK").id);
    EXPECT_TRUE(hands.window.part<TryDetails>().verdict().startsWith("Accepted."));
    EXPECT_FALSE(hands.desk().unsaved()) << "trying changes nothing";
    hands.command("try");
    EXPECT_EQ(hands.window.part<TryPane>().view(), nullptr);
}
