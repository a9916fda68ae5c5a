// The new kinds under a filler's hands: choices by keyboard, a signature drawn, rows added, a dialog resized.
#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>

#include "core/answers/strokes.h"
#include "core/edit/edits.h"
#include "core/text/words.h"
#include "filler/choice_field.h"
#include "filler/form_to_fill.h"
#include "filler/ink_fields.h"
#include "filler/special_widgets.h"
#include "filler/window_behaviour.h"
#include "tests/filler/filling.h"

using namespace brindel;
using namespace brindel::test;

TEST(FillerKinds, ArrowsChooseInAGroupOfOne) {
    for (Kind kind : {Kind::dialog, Kind::document}) {
        FillerHands f(jotted("Hull: group [GRP, Timber, Steel, Other…]\nNote: text 10\n", kind));
        auto* group = f.widget<ChoiceField>("chgHull");
        ASSERT_NE(group, nullptr);
        group->buttons()[0]->setFocus();
        QTest::keyClick(group->buttons()[0], Qt::Key_Down);
        EXPECT_EQ(f.session.answer(f.at("chgHull").id), Answer(std::string("Timber")));
        EXPECT_TRUE(group->buttons()[1]->hasFocus());
        QTest::keyClicks(group->other(), "Ferro");
        EXPECT_EQ(f.session.answer(f.at("chgHull").id), Answer(std::string("Ferro")));
        EXPECT_TRUE(group->buttons()[3]->isChecked());
        group->buttons()[0]->click();
        EXPECT_EQ(group->other()->text(), "");
    }
}

TEST(FillerKinds, ASignatureIsDrawnAndTakenAway) {
    FillerHands f(jotted("Signed: signature\n"));
    auto* field = f.widget<SignatureField>("sigSigned");
    ASSERT_NE(field, nullptr);
    QTest::mousePress(field, Qt::LeftButton, {}, {20, 40});
    QMouseEvent move(QEvent::MouseMove, QPointF(120, 20), field->mapToGlobal(QPointF(120, 20)), Qt::NoButton,
                     Qt::LeftButton, {});
    QApplication::sendEvent(field, &move);
    QTest::mouseRelease(field, Qt::LeftButton, {}, {120, 20});
    const std::string drawn = std::get<std::string>(f.session.answer(f.at("sigSigned").id));
    ASSERT_EQ(strokesOf(drawn).size(), 1u);
    EXPECT_NEAR(strokesOf(drawn)[0].back().x, 500, 5);
    field->setFocus();
    QTest::keyClick(field, Qt::Key_Delete);
    EXPECT_EQ(f.session.answer(f.at("sigSigned").id), Answer());
    // Whoever has no pointer types a name, which takes the place of what was drawn.
    QTest::mouseClick(field, Qt::LeftButton, {}, {20, 40});
    QTest::keyClicks(field, "Ines Vanf");
    QTest::keyClick(field, Qt::Key_Backspace);
    QTest::keyClicks(field, "e");
    EXPECT_EQ(f.session.answer(f.at("sigSigned").id), Answer(std::string("Ines Vane")));
    // Letters beyond the first plane, those that an input method puts together, and no more than a name has.
    QKeyEvent shell(QEvent::KeyPress, 0, Qt::NoModifier, QString::fromUtf8("🐚"));
    QApplication::sendEvent(field, &shell);
    QInputMethodEvent composed;
    composed.setCommitString(QString::fromUtf8("שלום"));
    QApplication::sendEvent(field, &composed);
    EXPECT_EQ(f.session.answer(f.at("sigSigned").id), Answer(std::string("Ines Vane🐚שלום")));
    composed.setCommitString(QString::fromUtf8("🐚").repeated(300));
    QApplication::sendEvent(field, &composed);
    EXPECT_EQ(characterCount(std::get<std::string>(f.session.answer(f.at("sigSigned").id))), 200u);
}

TEST(FillerKinds, RichTextIsTypedWithLooksAndAnsweredPlain) {
    Form form = jotted("Note: text 20x3\n");
    const Id note = named(form, "txtNote").id;
    form = withProperty(form, {note}, Prop::rich, true);
    form = withProperty(form, {note}, Prop::maxLength, 12.0);
    FillerHands f(form);
    auto* edit = f.widget<QTextEdit>("txtNote");
    ASSERT_NE(edit, nullptr);
    edit->setFocus();
    QTest::keyClicks(edit, "Two ");
    QTest::keyClick(edit, Qt::Key_B, Qt::ControlModifier);
    QTest::keyClicks(edit, "coats only");
    EXPECT_EQ(f.session.answer(note), Answer(std::string("Two coats on"))) << "cut at its limit";
    EXPECT_EQ(edit->toPlainText(), "Two coats on");
    QTextCursor cursor(edit->document());
    cursor.setPosition(7);
    EXPECT_GT(cursor.charFormat().fontWeight(), QFont::Normal);
    cursor.setPosition(2);
    EXPECT_EQ(cursor.charFormat().fontWeight(), QFont::Normal);
}

TEST(FillerKinds, ATimeStepsWithTheArrowKeys) {
    FillerHands f(jotted("At: time >= 09:00 <= 10:00\n"));
    auto* box = f.widget<NumberField>("timAt");
    ASSERT_NE(box, nullptr);
    box->setFocus();
    for (int i = 0; i < 9; ++i) QTest::keyClick(box, Qt::Key_Up);
    EXPECT_EQ(f.session.shown(f.at("timAt").id).text, "10:00");
}

TEST(FillerKinds, ADateStepsWithTheArrowKeys) {
    FillerHands f(jotted("On: date >= today\n"));
    QWidget* field = f.view.widgetOf(f.id("dtmOn"));
    field->setFocus();
    QTest::keyClick(field, Qt::Key_Up);
    QTest::keyClick(field, Qt::Key_Up);
    EXPECT_EQ(f.session.answer(f.id("dtmOn")), Answer(std::string("2026-04-02")));
    for (int i = 0; i < 5; ++i) QTest::keyClick(field, Qt::Key_Down);
    EXPECT_EQ(f.session.answer(f.id("dtmOn")), Answer(std::string("2026-04-01"))) << "not below its limit";
}

TEST(FillerKinds, OnPaperTheArrowKeysStepAsWell) {
    FillerHands f(jotted("Length: number 2..25 .1\nAt: time\n", Kind::document));
    f.view.widgetOf(f.id("numLength"))->setFocus();
    f.type("9.4");
    f.key(Qt::Key_Up);
    EXPECT_EQ(f.session.answer(f.id("numLength")), Answer(9.5));
    f.view.widgetOf(f.id("timAt"))->setFocus();
    f.key(Qt::Key_Down);
    EXPECT_FALSE(f.session.shown(f.id("timAt")).text.empty());
}

TEST(FillerKinds, RowsAreAddedAndTheDialogGrows) {
    Form form = jotted("Items: table [2=Work, Hours] 1\n[OK]*\n");
    form = withProperty(form, {named(form, "tblItems").id}, Prop::rowsMost, 2.0);
    FillerHands f(form);
    const int high = f.view.height();
    auto* add = f.view.findChild<QToolButton*>("addRow");
    ASSERT_NE(add, nullptr);
    ASSERT_TRUE(add->isVisible());
    add->click();
    EXPECT_TRUE(QTest::qWaitFor([&] { return f.view.height() > high + 15; }));
    auto* second = f.widget<QLineEdit>("txtWork2");
    ASSERT_NE(second, nullptr);
    EXPECT_TRUE(second->isVisible());
    QTest::keyClicks(second, "Scrape");
    EXPECT_EQ(f.session.answer(f.at("txtWork2").id), Answer(std::string("Scrape")));
    EXPECT_FALSE(f.view.findChild<QToolButton*>("addRow")->isVisible()) << "two at most";
    f.view.findChild<QToolButton*>("removeRow")->click();
    EXPECT_TRUE(QTest::qWaitFor([&] { return f.view.height() == high; }));
}

TEST(FillerKinds, LiftOutBookingGoesNextAndBackAndItsDaysFollowMonthAndYear) {
    FillerHands f(demo("lift-out-booking"));
    auto shows = [&](const char* name) { return f.view.widgetOf(f.id(name))->isVisible(); };
    auto press = [&](const char* name) {
        QTest::mouseClick(f.widget<QPushButton>(name), Qt::LeftButton);
        settle();
    };
    press("btnNext");
    EXPECT_TRUE(shows("txtOwner"));
    press("btnNext2");
    EXPECT_TRUE(shows("txtNotes"));
    press("btnBack2");
    ASSERT_TRUE(shows("txtOwner"));
    auto days = [&] { return f.widget<QComboBox>("cboDay")->count(); };
    auto choose = [&](const char* name, const QString& text) {
        auto* box = f.widget<QComboBox>(name);
        box->setFocus();
        const int at = box->findText(text);
        ASSERT_GE(at, 0) << text.toStdString();
        box->setCurrentIndex(at);
        emit box->activated(at);
        settle();
    };
    EXPECT_EQ(days(), 31);
    choose("cboDay", "30");
    choose("cboMonth", "February");
    EXPECT_EQ(days(), 29) << "as long as no year is chosen";
    EXPECT_EQ(f.session.shown(f.id("cboDay")).text, "") << "there is no such day any more";
    choose("cboYear", "2027");
    EXPECT_EQ(days(), 28);
    choose("cboYear", "2028");
    choose("cboDay", "29");
    EXPECT_EQ(days(), 29);
    choose("cboMonth", "April");
    EXPECT_EQ(days(), 30);
    EXPECT_EQ(f.session.shown(f.id("cboDay")).text, "29");
}

TEST(FillerKinds, WhatMustBeFilledInIsMarkedAsLongAsItMust) {
    Form form = jotted("Phone: text 20\nEmail: text 20\nAgreed: check !\n");
    form = withFormula(form, {named(form, "txtPhone").id}, Prop::required, "ISBLANK(txtEmail)");
    FillerHands f(form);
    const Id phone = form.index()->labelOf(f.id("txtPhone"));
    auto* label = qobject_cast<QLabel*>(f.view.widgetOf(phone));
    ASSERT_NE(label, nullptr);
    EXPECT_EQ(label->text().remove('&'), "Phone *");
    EXPECT_GE(label->width(), label->sizeHint().width()) << "nothing of it is cut";
    const int wide = label->width();
    EXPECT_EQ(f.widget<QCheckBox>("chkAgreed")->text().remove('&'), "Agreed *");
    f.widget<QLineEdit>("txtEmail")->setFocus();
    f.type("a@b");
    EXPECT_EQ(label->text().remove('&'), "Phone");
    EXPECT_LT(label->width(), wide);
    EXPECT_EQ(f.widget<QLineEdit>("txtPhone")->accessibleName(), "Phone") << "the sign is for eyes";
}

TEST(FillerKinds, WhatHoldsToTheEdgesFollowsTheWindow) {
    Form form = demo("lift-out-booking");
    form = withProperty(form, {rootId}, Prop::resizable, true);
    form = withProperty(form, {rootId}, Prop::leastWidth, 400.0);
    FillerHands f(form);
    QWidget* cancel = f.widget<QWidget>("btnCancel");
    const QRect before = cancel->geometry();
    f.view.resize(f.view.size() + QSize(100, 50));
    EXPECT_EQ(cancel->geometry(), before.translated(100, 50));
    QWidget window;
    setWindowBehaviour(window, form);
    EXPECT_EQ(window.minimumWidth(), 400);
    placeWindow(window, form);
    EXPECT_LT((window.geometry().center() - window.screen()->availableGeometry().center()).manhattanLength(), 40);
    QWidget fixed;
    setWindowBehaviour(fixed, demo("lift-out-booking"));
    EXPECT_EQ(fixed.minimumSize(), fixed.maximumSize());
}

TEST(FillerKinds, WhatIsLockedIsNotReachedAndWhatIsReadOnlyIsCopied) {
    for (Kind kind : {Kind::dialog, Kind::document}) {
        Form form = jotted(
            "Boat: text 20 @txtBoat\nBerth: text 20 @txtBerth\nHull: combo [GRP, Steel] @cboHull\nNote: text 20x3 "
            "@txtNote\nPaid: check @chkPaid\nLast: text 20 @txtLast\n",
            kind);
        for (const char* name : {"txtBerth", "cboHull"})
            form = withProperty(form, {named(form, name).id}, Prop::access, std::string("readOnly"));
        for (const char* name : {"txtNote", "chkPaid"})
            form = withProperty(form, {named(form, name).id}, Prop::access, std::string("locked"));
        form = withProperty(form, {named(form, "txtBerth").id}, Prop::defaultText, std::string("B 12"));
        form = withProperty(form, {named(form, "cboHull").id}, Prop::defaultText, std::string("Steel"));
        form = withProperty(form, {named(form, "txtNote").id}, Prop::defaultText, std::string("office"));
        form =
            withProperty(form, {form.index()->labelOf(named(form, "txtNote").id)}, Prop::accessKey, std::string("n"));
        FillerHands f(form);
        auto* hull = f.widget<QComboBox>("cboHull");
        auto* note = f.widget<QPlainTextEdit>("txtNote");
        auto* berth = f.widget<QLineEdit>("txtBerth");
        ASSERT_TRUE(hull && note && berth);
        // Read only: the cursor goes in, the text is copied, nothing changes.
        berth->setFocus();
        berth->selectAll();
        QTest::keyClick(berth, Qt::Key_C, Qt::ControlModifier);
        EXPECT_EQ(QGuiApplication::clipboard()->text(), "B 12");
        QTest::keyClicks(berth, "xyz");
        EXPECT_EQ(berth->text(), "B 12");
        ASSERT_TRUE(hull->lineEdit());
        EXPECT_EQ(hull->lineEdit()->text(), "Steel");
        QTest::mouseClick(hull, Qt::LeftButton, {}, QPoint(hull->width() - 4, hull->height() / 2));
        EXPECT_FALSE(hull->view()->isVisible());
        hull->lineEdit()->setFocus();
        QTest::keyClick(hull->lineEdit(), Qt::Key_Up);
        QTest::keyClicks(hull->lineEdit(), "G");
        EXPECT_EQ(hull->lineEdit()->text(), "Steel");
        hull->lineEdit()->selectAll();
        QTest::keyClick(hull->lineEdit(), Qt::Key_C, Qt::ControlModifier);
        EXPECT_EQ(QGuiApplication::clipboard()->text(), "Steel");
        // Locked: not by the pointer, by Tab, by its access key or by pasting.
        berth->setFocus();
        QTest::mouseClick(note->window(), Qt::LeftButton, {}, note->mapTo(note->window(), note->rect().center()));
        EXPECT_FALSE(note->hasFocus() || note->viewport()->hasFocus());
        QTest::keyClick(note->window(), Qt::Key_N, Qt::AltModifier);
        EXPECT_FALSE(note->hasFocus());
        f.widget<QLineEdit>("txtBoat")->setFocus();
        for (int i = 0; i < 8; ++i) {
            QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
            EXPECT_NE(QApplication::focusWidget(), note);
            EXPECT_NE(QApplication::focusWidget(), f.widget<QAbstractButton>("chkPaid"));
        }
        QTest::keyClick(note, Qt::Key_V, Qt::ControlModifier);
        EXPECT_EQ(note->toPlainText(), "office");
        EXPECT_EQ(f.session.answer(f.at("txtNote").id), Answer(std::string("office")));
    }
}

TEST(FillerKinds, EachLetterStandsInABoxOfItsOwn) {
    for (Kind kind : {Kind::dialog, Kind::document}) {
        const Form plain = jotted("Post code: text 7 upper\n", kind);
        FillerHands f(withProperty(plain, {named(plain, "txtPostCode").id}, Prop::comb, true));
        auto* field = f.widget<LetterField>("txtPostCode");
        ASSERT_NE(field, nullptr);
        field->setFocus();
        QTest::keyClicks(field, "fk2 7qab");
        EXPECT_EQ(f.session.answer(f.at("txtPostCode").id), Answer(std::string("FK2 7QA")));
        // A press goes to the box that it hits; the letter typed there comes between the others.
        QTest::mouseClick(field, Qt::LeftButton, {}, {int(field->width() * 1.5 / 7), field->height() / 2});
        EXPECT_EQ(field->cursorPosition(), 1);
        QTest::keyClick(field, Qt::Key_Delete);
        EXPECT_EQ(field->text(), "F2 7QA");
        // It is painted letter by letter: the third box has ink, the last has none.
        const QImage picture = field->grab().toImage();
        auto ink = [&](int box) {
            double dark = 0;
            const int from = picture.width() * box / 7 + 4, to = picture.width() * (box + 1) / 7 - 4;
            for (int x = from; x < to; ++x)
                for (int y = 5; y < picture.height() - 6; ++y) dark += 255 - qGray(picture.pixel(x, y));
            return dark;
        };
        EXPECT_GT(ink(3), ink(6) + 300);
    }
}
