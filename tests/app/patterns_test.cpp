// Patterns in the details: common ones picked, samples tried in place, letters of dates that are mixed up.
#include "core/edit/common_patterns.h"
#include "core/edit/edits.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct Patterns : Driver {
    using Driver::Driver;
    QString says(const char* label) {
        auto* found = window.details().findChild<QLabel*>(label);
        return found && found->isVisible() ? found->text() : QString();
    }
    template <class W>
    W* in(Prop prop) {
        QWidget* editor = window.details().editorOf(prop);
        return editor ? editor->findChild<W*>() : nullptr;
    }
};

}  // namespace

TEST(PatternEditors, CommonOnesArePickedAndSamplesTriedInPlace) {
    Patterns driver(jotted("Account: text 40\n"));
    driver.click(driver.on("txtAccount"));
    auto* menu = driver.window.details().findChild<QToolButton*>("commonPatterns");
    ASSERT_NE(menu, nullptr);
    auto* iban = menu->menu()->findChild<QAction*>("pattern-iban");
    ASSERT_NE(iban, nullptr);
    iban->trigger();
    driver.settle();
    EXPECT_EQ(driver.at("txtAccount").text(Prop::valid), "ISIBAN(txtAccount)");
    EXPECT_EQ(driver.says("sampleSays"), "DE89 3704 0044 0532 0130 00 fits, DE89 3704 does not.");
    menu = driver.window.details().findChild<QToolButton*>("commonPatterns");
    EXPECT_EQ(menu->text(), "Bank account (IBAN) ▾");
    auto* sample = driver.window.details().findChild<QLineEdit*>("trySample");
    sample->setFocus();
    QTest::keyClicks(sample, "gb82 west 1234 5698 7654 32");
    EXPECT_EQ(driver.says("sampleSays"), "“GB82 WEST 1234 5698 7654 32” fits.") << "letters as they are typed into it";
    QTest::keyClicks(sample, "!");
    EXPECT_EQ(driver.says("sampleSays"), "“GB82 WEST 1234 5698 7654 32!” does not fit.");
    driver.command("undo");
    EXPECT_EQ(driver.at("txtAccount").text(Prop::pattern), "") << "one step";
    // A pattern that cannot be read is said while it is typed.
    auto* typed = driver.in<QPlainTextEdit>(Prop::pattern);
    typed->setFocus();
    QTest::keyClicks(typed, "[0-9");
    EXPECT_FALSE(driver.says("sampleSays").isEmpty());
    EXPECT_NE(driver.says("sampleSays"), "“GB82 WEST 1234 5698 7654 32!” does not fit.");
}

TEST(PatternEditors, DatesAndTimesShowASampleOrWhatIsMixedUp) {
    Patterns driver(jotted("Day: date\nAt: time\n"));
    driver.click(driver.on("dtmDay"));
    EXPECT_EQ(driver.says("momentSays"), toQt(dateIn(todayHere(), "d MMM yyyy", "en")));
    auto* typed = driver.in<QLineEdit>(Prop::datePattern);
    typed->setFocus();
    typed->selectAll();
    QTest::keyClicks(typed, "dd.mm.yyyy");
    EXPECT_EQ(driver.says("momentSays"), "“mm” is the minutes; the month is M or MM.");
    typed->selectAll();
    QTest::keyClicks(typed, "EEEE d.M.y");
    EXPECT_EQ(driver.says("momentSays"), toQt(dateIn(todayHere(), "EEEE d.M.y", "en")));
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.at("dtmDay").text(Prop::datePattern), "EEEE d.M.y");
    driver.click(driver.on("timAt"));
    auto* time = driver.in<QLineEdit>(Prop::timePattern);
    time->setFocus();
    time->selectAll();
    QTest::keyClicks(time, "HH:MM");
    EXPECT_EQ(driver.says("momentSays"), "“MM” is the month; the minutes are mm.");
}

TEST(ChoiceEditors, LinesAreDraggedAndColumnsPickedByTheirHeadings) {
    Patterns driver(jotted("Hull: combo [GRP, Timber, Steel]\nBerth: combo [= file]\n"));
    driver.click(driver.on("cboHull"));
    auto* lines = driver.window.details().findChild<QPlainTextEdit*>("choices");
    ASSERT_NE(lines, nullptr);
    auto* grips = lines->findChild<QWidget*>("grips");
    const int high = lines->fontMetrics().lineSpacing();
    const QPoint first(6, high / 2 + 4), last(6, high / 2 + 4 + 2 * high);
    QTest::mousePress(grips, Qt::LeftButton, {}, first);
    QTest::mouseMove(grips, (first + last) / 2);
    QTest::mouseMove(grips, last);
    QTest::mouseRelease(grips, Qt::LeftButton, {}, last);
    driver.settle();
    auto texts = [&] {
        std::vector<std::string> all;
        for (const Choice& choice : driver.at("cboHull").choices()) all.push_back(choice.text);
        return all;
    };
    EXPECT_EQ(texts(), (std::vector<std::string>{"Timber", "Steel", "GRP"}));
    driver.command("undo");
    EXPECT_EQ(texts(), (std::vector<std::string>{"GRP", "Timber", "Steel"})) << "one drag, one step";

    Form form = withProperty(driver.form(), {driver.at("cboBerth").id}, Prop::listText,
                             std::string("Pontoon;Berth\nA;A1\nB;B7\n"));
    driver.desk().edit(form, "list");
    driver.click(driver.on("cboBerth"));
    auto* column = qobject_cast<QComboBox*>(driver.window.details().editorOf(Prop::listColumn));
    ASSERT_NE(column, nullptr);
    EXPECT_EQ(column->currentText(), "the first");
    const int at = column->findText("Berth");
    ASSERT_GE(at, 0);
    column->setCurrentIndex(at);
    emit column->activated(at);
    driver.settle();
    EXPECT_EQ(driver.at("cboBerth").text(Prop::listColumn), "Berth");
}
