// Patterns in the details: common ones picked, samples tried in place, letters of dates that are mixed up.
#include "core/edit/common_patterns.h"
#include "core/edit/edits.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct Patterns : Hands {
    using Hands::Hands;
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
    Patterns hands(jotted("Account: text 40\n"));
    hands.click(hands.on("txtAccount"));
    auto* menu = hands.window.details().findChild<QToolButton*>("commonPatterns");
    ASSERT_NE(menu, nullptr);
    auto* iban = menu->menu()->findChild<QAction*>("pattern-iban");
    ASSERT_NE(iban, nullptr);
    iban->trigger();
    hands.settle();
    EXPECT_EQ(hands.at("txtAccount").text(Prop::valid), "ISIBAN(txtAccount)");
    EXPECT_EQ(hands.says("sampleSays"), "DE89 3704 0044 0532 0130 00 fits, DE89 3704 does not.");
    menu = hands.window.details().findChild<QToolButton*>("commonPatterns");
    EXPECT_EQ(menu->text(), "Bank account (IBAN) ▾");
    auto* sample = hands.window.details().findChild<QLineEdit*>("trySample");
    sample->setFocus();
    QTest::keyClicks(sample, "gb82 west 1234 5698 7654 32");
    EXPECT_EQ(hands.says("sampleSays"), "“GB82 WEST 1234 5698 7654 32” fits.") << "letters as they are typed into it";
    QTest::keyClicks(sample, "!");
    EXPECT_EQ(hands.says("sampleSays"), "“GB82 WEST 1234 5698 7654 32!” does not fit.");
    hands.command("undo");
    EXPECT_EQ(hands.at("txtAccount").text(Prop::pattern), "") << "one step";
    // A pattern that cannot be read is said while it is typed.
    auto* typed = hands.in<QPlainTextEdit>(Prop::pattern);
    typed->setFocus();
    QTest::keyClicks(typed, "[0-9");
    EXPECT_FALSE(hands.says("sampleSays").isEmpty());
    EXPECT_NE(hands.says("sampleSays"), "“GB82 WEST 1234 5698 7654 32!” does not fit.");
}

TEST(PatternEditors, DatesAndTimesShowASampleOrWhatIsMixedUp) {
    Patterns hands(jotted("Day: date\nAt: time\n"));
    hands.click(hands.on("dtmDay"));
    EXPECT_EQ(hands.says("momentSays"), toQt(dateIn(todayHere(), "d MMM yyyy", "en")));
    auto* typed = hands.in<QLineEdit>(Prop::datePattern);
    typed->setFocus();
    typed->selectAll();
    QTest::keyClicks(typed, "dd.mm.yyyy");
    EXPECT_EQ(hands.says("momentSays"), "“mm” is the minutes; the month is M or MM.");
    typed->selectAll();
    QTest::keyClicks(typed, "EEEE d.M.y");
    EXPECT_EQ(hands.says("momentSays"), toQt(dateIn(todayHere(), "EEEE d.M.y", "en")));
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.at("dtmDay").text(Prop::datePattern), "EEEE d.M.y");
    hands.click(hands.on("timAt"));
    auto* time = hands.in<QLineEdit>(Prop::timePattern);
    time->setFocus();
    time->selectAll();
    QTest::keyClicks(time, "HH:MM");
    EXPECT_EQ(hands.says("momentSays"), "“MM” is the month; the minutes are mm.");
}

TEST(ChoiceEditors, LinesAreDraggedAndColumnsPickedByTheirHeadings) {
    Patterns hands(jotted("Hull: combo [GRP, Timber, Steel]\nBerth: combo [= file]\n"));
    hands.click(hands.on("cboHull"));
    auto* lines = hands.window.details().findChild<QPlainTextEdit*>("choices");
    ASSERT_NE(lines, nullptr);
    auto* grips = lines->findChild<QWidget*>("grips");
    const int high = lines->fontMetrics().lineSpacing();
    const QPoint first(6, high / 2 + 4), last(6, high / 2 + 4 + 2 * high);
    QTest::mousePress(grips, Qt::LeftButton, {}, first);
    QTest::mouseMove(grips, (first + last) / 2);
    QTest::mouseMove(grips, last);
    QTest::mouseRelease(grips, Qt::LeftButton, {}, last);
    hands.settle();
    auto texts = [&] {
        std::vector<std::string> all;
        for (const Choice& choice : hands.at("cboHull").choices()) all.push_back(choice.text);
        return all;
    };
    EXPECT_EQ(texts(), (std::vector<std::string>{"Timber", "Steel", "GRP"}));
    hands.command("undo");
    EXPECT_EQ(texts(), (std::vector<std::string>{"GRP", "Timber", "Steel"})) << "one drag, one step";

    Form form = withProperty(hands.form(), {hands.at("cboBerth").id}, Prop::listText,
                             std::string("Pontoon;Berth\nA;A1\nB;B7\n"));
    hands.desk().edit(form, "list");
    hands.click(hands.on("cboBerth"));
    auto* column = qobject_cast<QComboBox*>(hands.window.details().editorOf(Prop::listColumn));
    ASSERT_NE(column, nullptr);
    EXPECT_EQ(column->currentText(), "the first");
    const int at = column->findText("Berth");
    ASSERT_GE(at, 0);
    column->setCurrentIndex(at);
    emit column->activated(at);
    hands.settle();
    EXPECT_EQ(hands.at("cboBerth").text(Prop::listColumn), "Berth");
}
