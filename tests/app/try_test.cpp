#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

TEST(Try, ShowsWhatTheFillerGivesAndTheReplyWhenAccepted) {
    Driver driver(jotted("# F\nA: text 5 !\n[OK]* [Cancel]\n"));
    driver.command("try");
    FormToFill* view = driver.window.part<TryPane>().view();
    ASSERT_NE(view, nullptr);
    EXPECT_TRUE(driver.window.part<TryDetails>().verdict().contains("A: please fill this in."));
    QTest::keyClicks(view->widgetOf(driver.at("txtA").id), "hello!");
    auto* answers = driver.window.findChild<QTableWidget*>("answers");
    EXPECT_EQ(answers->item(0, 0)->text(), "txtA");
    EXPECT_EQ(answers->item(0, 1)->text(), "hello");
    view->press(driver.at("btnOK").id);
    EXPECT_TRUE(driver.window.part<TryDetails>().verdict().startsWith("Accepted."));
    EXPECT_FALSE(driver.desk().unsaved()) << "trying changes nothing";
    driver.command("try");
    EXPECT_EQ(driver.window.part<TryPane>().view(), nullptr);
}
