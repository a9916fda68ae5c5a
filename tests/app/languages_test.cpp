// A form in several languages: typed, written out and taken in, tried, and handed over.
#include "app/passes/hand_over/hand_over_panel.h"
#include "app/window/languages_dialog.h"
#include "core/wording/texts.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

Form german(const Form& form) {
    const std::string table = textOf(std::string(BRINDEL_SOURCE) + "/demo/lift-out-booking.de.csv");
    return withTexts(form, "de", readTextTable(table).value().texts).form;
}
QString label(QWidget& in, const char* name) {
    return in.findChild<QLabel*>(name)->text();
}
/// What has the keys within a widget: they may be with a window that was there before, until the screen is done with
/// it.
QWidget* typedInto(QWidget& in) {
    const auto within = [&] {
        QWidget* has = QApplication::focusWidget();
        if (has && (has == &in || in.isAncestorOf(has))) return true;
        in.window()->activateWindow();
        in.setFocus();
        return false;
    };
    EXPECT_TRUE(QTest::qWaitFor(within, 20000));
    return QApplication::focusWidget() ? QApplication::focusWidget() : &in;
}
void keys(QWidget& in, const QString& text) {
    // The first letter opens the editor, which has the rest.
    for (const QChar letter : text) QTest::keyClick(typedInto(in), letter.toLatin1());
    QTest::keyClick(typedInto(in), Qt::Key_Return);
    // Enter is taken, and what is typed ahead comes before anything that waits for its time.
    QCoreApplication::sendPostedEvents();
}

}  // namespace

TEST(Languages, AreTypedOneTextAfterTheOtherAndKeptInOneStep) {
    Driver driver(jotted("# Berth\nBoat name: text 30\nPaid: check\n[Ask]*\n"));
    const Form before = driver.form();
    bool seen = false;
    QTimer::singleShot(0, [&] {
        auto* dialog = qobject_cast<LanguagesDialog*>(QApplication::activeModalWidget());
        ASSERT_TRUE(dialog);
        // On a busy screen the keys come to it a moment after it is there.
        EXPECT_TRUE(QTest::qWaitForWindowActive(dialog, 20000));
        EXPECT_FALSE(dialog->table().isVisible());
        EXPECT_FALSE(dialog->add("German!"));
        EXPECT_TRUE(label(*dialog, "languagesSaid").contains("is not a language code"));
        EXPECT_FALSE(dialog->add("en"));
        EXPECT_TRUE(dialog->add("pl"));
        Driver::settle();
        EXPECT_TRUE(dialog->table().isVisible());
        EXPECT_TRUE(label(*dialog, "translatedSaid").startsWith("0 of 4 texts"));
        // Letters go into the first text that lacks its wording, and Enter leads to the next one.
        for (const char* word : {"Miejsce", "Nazwa", "Oplacone", "Zapytaj"}) keys(dialog->table(), word);
        EXPECT_TRUE(label(*dialog, "translatedSaid").startsWith("4 of 4 texts"))
            << label(*dialog, "translatedSaid").toStdString();
        if (const char* out = std::getenv("BRINDEL_SHOTS")) dialog->grab().save(QString(out) + "/languages.png");
        QTest::mouseClick(dialog->findChild<QPushButton*>("keepTexts"), Qt::LeftButton);
        seen = true;
    });
    driver.command("languages");
    ASSERT_TRUE(seen);
    const Form polish = formIn(driver.form(), "pl").value();
    EXPECT_EQ(polish.root().text(Prop::title), "Miejsce");
    EXPECT_EQ(named(polish, "chkPaid").text(Prop::text), "Oplacone");
    EXPECT_EQ(named(polish, "btnAsk").text(Prop::text), "Zapytaj");
    driver.command("undo");
    EXPECT_TRUE(sameContent(driver.form(), before));
}

TEST(Languages, NothingThatWasTypedIsLostUnasked) {
    const Form form = jotted("# Berth\nBoat: text 30\n");
    // Nothing was done: nothing is asked.
    LanguagesDialog untouched(form);
    untouched.show();
    untouched.reject();
    EXPECT_FALSE(untouched.isVisible());
    for (const auto& [answer, left, kept] :
         {std::tuple("Continue", false, false), {"Discard it", true, false}, {"Save it", true, true}}) {
        LanguagesDialog dialog(form);
        dialog.show();
        dialog.add("de");
        QTimer::singleShot(0, [answer = QString(answer)] {
            auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
            ASSERT_TRUE(box);
            for (QAbstractButton* button : box->buttons())
                if (button->text() == answer) button->click();
        });
        dialog.reject();
        EXPECT_EQ(!dialog.isVisible(), left) << answer;
        EXPECT_EQ(dialog.result() == QDialog::Accepted, kept) << answer;
    }
}

TEST(Languages, AreWrittenOutAndTakenIn) {
    QTemporaryDir folder;
    const Form form = german(demo("lift-out-booking"));
    LanguagesDialog dialog(form);
    dialog.resize(880, 560);
    dialog.show();
    if (const char* out = std::getenv("BRINDEL_SHOTS")) dialog.grab().save(QString(out) + "/languages-de.png");
    for (const char* name : {"t.xlf", "t.csv"}) {
        const QString path = folder.filePath(name);
        EXPECT_TRUE(dialog.writeOut(path));
        LanguagesDialog other(demo("lift-out-booking"));
        EXPECT_TRUE(other.takeIn(path));
        EXPECT_EQ(*other.form().translations, *form.translations) << name;
        EXPECT_EQ(other.language(), "de");
    }
    // What is of another form is counted, and what is no table is said.
    LanguagesDialog other(demo("pontoon-fault-note"));
    EXPECT_TRUE(other.takeIn(folder.filePath("t.csv")));
    EXPECT_TRUE(label(other, "languagesSaid").contains("no longer has"));
    write(fromQt(folder.filePath("x.csv")), "nothing");
    EXPECT_FALSE(other.takeIn(folder.filePath("x.csv")));
    EXPECT_TRUE(label(other, "languagesSaid").startsWith("x.csv, line 1:"));
    EXPECT_FALSE(other.takeIn(folder.filePath("not there")));
    EXPECT_FALSE(dialog.writeOut(folder.filePath("no/such/folder.xlf")));
    // Taken out, it is gone.
    dialog.removeLanguage();
    EXPECT_EQ(dialog.form().translations, nullptr);
}

TEST(Languages, ASealedFormAsksForItsPasswordFirst) {
    Driver driver(demo("yard-charges"));
    driver.desk().seal(sealed(driver.form(), "a long word of ours").value());
    driver.desk().shut();
    ASSERT_TRUE(driver.desk().isShut());
    QString asked;
    QTimer::singleShot(0, [&] {
        QWidget* dialog = QApplication::activeModalWidget();
        ASSERT_TRUE(dialog);
        asked = dialog->metaObject()->className();
        dialog->close();
    });
    driver.command("languages");
    EXPECT_EQ(asked, "brindel::SealAsk");
}

TEST(Languages, TryIsInTheOneThatIsChosenAndKeepsWhatIsFilledIn) {
    Driver driver(german(demo("lift-out-booking")));
    driver.key(Qt::Key_T, Qt::ControlModifier);
    auto* chosen = driver.window.findChild<QComboBox*>("tryLanguage");
    ASSERT_TRUE(chosen && chosen->isVisible());
    auto button = [&] {
        return qobject_cast<QAbstractButton*>(
                   driver.window.part<TryPane>().view()->widgetOf(named(driver.form(), "btnBookLift").id))
            ->text();
    };
    EXPECT_EQ(button(), "Book lift");
    const Id name = named(driver.form(), "txtBoatName").id;
    QTest::keyClicks(driver.window.part<TryPane>().view()->widgetOf(name), "Teal");
    chosen->setFocus();
    driver.key(Qt::Key_Down);
    EXPECT_EQ(chosen->currentText(), "German");
    EXPECT_EQ(button(), "Bestellen");
    EXPECT_EQ(std::get<std::string>(driver.window.part<TryPane>().session()->answer(name)), "Teal");
    if (const char* out = std::getenv("BRINDEL_SHOTS")) driver.window.grab().save(QString(out) + "/try-de.png");
    // A form of one language has nothing to choose.
    driver.key(Qt::Key_T, Qt::ControlModifier);
    driver.desk().open(demo("yard-charges"), {});
    driver.key(Qt::Key_T, Qt::ControlModifier);
    EXPECT_FALSE(chosen->isVisible());
}

TEST(Languages, FillersGetItInThoseThatAreTicked) {
    QTemporaryDir folder;
    Driver driver(german(demo("lift-out-booking")));
    driver.key(Qt::Key_7, Qt::ControlModifier);
    HandOverPanel& panel = driver.window.part<HandOverPanel>();
    auto* own = panel.findChild<QCheckBox*>("language-en");
    auto* other = panel.findChild<QCheckBox*>("language-de");
    ASSERT_TRUE(own && other && own->isVisible());
    EXPECT_TRUE(own->isChecked());
    EXPECT_FALSE(other->isChecked());
    other->click();
    EXPECT_EQ(driver.form().kit->languages, (std::vector<std::string>{"en", "de"}));
    panel.findChild<QScrollArea*>()->ensureWidgetVisible(other);
    if (const char* out = std::getenv("BRINDEL_SHOTS")) driver.window.grab().save(QString(out) + "/hand-over-de.png");
    bool done = false;
    QObject::connect(&panel, &HandOverPanel::written, &panel, [&] { done = true; });
    panel.write(folder.filePath("kit"), nullptr);
    ASSERT_TRUE(QTest::qWaitFor([&] { return done; }, 20000));
    const QStringList files = QDir(folder.filePath("kit")).entryList(QDir::Files);
    for (const char* name : {"liftOutBooking.pdf", "liftOutBooking-de.pdf", "liftOutBooking-controls.html"})
        EXPECT_TRUE(files.contains(name)) << name << files.join(" ").toStdString();
    EXPECT_FALSE(files.contains("liftOutBooking-controls-de.html"));
    // One language is always ticked, and the last one is the form's own.
    own->click();
    EXPECT_EQ(driver.form().kit->languages, std::vector<std::string>{"de"});
    other->click();
    EXPECT_TRUE(own->isChecked());
    EXPECT_TRUE(!driver.form().kit || driver.form().kit->languages.empty());
}
