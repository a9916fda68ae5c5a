// What has changed: the list beside the sheet, the marks on it, and what it is compared with.
#include "app/compare/changes_panel.h"
#include "app/compare/changes_watch.h"
#include "core/compare/kit_form.h"
#include "core/file/form_file.h"
#include "core/targets/kit/kit.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A window over a form that was saved and handed over as version 1.
struct HandedOver : Driver {
    HandedOver() : Driver(newForm(Kind::dialog)) {
        const Form form =
            jotted("# Lift\nBoat: text 30\nHull: combo [GRP, Steel]\nFax: text 20\nLength: number 2..25 m\n[Book]*\n");
        path = folder.filePath("lift.brindel");
        write(fromQt(path), formText(form));
        EXPECT_TRUE(writeKit(
            kitOf(FormSession(form, today), fonts(), {.targets = {"sheet"}, .formFile = formText(form)}).value(),
            fromQt(folder.filePath("lift-1"))));
        EXPECT_TRUE(window.openFile(path));
        settle();
    }
    void wait() {
        EXPECT_TRUE(desk().changes().wait());
        settle();
    }
    ChangesPanel& panel() { return window.changesPanel(); }
    QStringList lines() {
        QStringList all;
        for (int i = 0; i < panel().list().count(); ++i)
            if (const QString line = panel().list().item(i)->data(Qt::AccessibleTextRole).toString(); !line.isEmpty())
                all += line.trimmed();
        return all;
    }
    /// How the sheet looks at a place.
    QColor sheetAt(QPoint at) { return sheet().grab().toImage().pixelColor(at); }
    QTemporaryDir folder;
    QString path;
};

}  // namespace

TEST(Changes, AreListedAgainstTheLastHandOverAndFollowEachEdit) {
    HandedOver driver;
    const QPoint gone = driver.on("txtFax");
    driver.key(Qt::Key_F9);
    driver.wait();
    EXPECT_TRUE(driver.panel().isVisible());
    EXPECT_TRUE(driver.lines().isEmpty());
    EXPECT_EQ(driver.panel().findChild<QLabel*>("changesEmpty")->text(), "Nothing is different.");
    EXPECT_EQ(driver.panel().findChild<QComboBox*>("comparedWith")->currentText(), "lift-1, version 1");
    const QColor before = driver.sheetAt(driver.on("txtBoat") - QPoint(0, 6));

    Form next = withProperty(driver.form(), {driver.at("txtBoat").id}, Prop::required, true);
    next = removed(next, {driver.at("txtFax").id});
    driver.desk().edit(next, "Edit");
    driver.wait();
    const QStringList lines = driver.lines();
    EXPECT_TRUE(lines.contains("Boat (txtBoat): Is now required. Earlier replies may lack it."))
        << lines.join("\n").toStdString();
    EXPECT_TRUE(lines.contains("Fax (txtFax): Is gone. Earlier replies still answer it; new ones do not."));
    // What others feel comes first, and can be had alone.
    EXPECT_EQ(driver.panel().list().item(0)->text(), "Replies and code notice (2)");
    // On the sheet the field is marked, and what is gone stands where it stood.
    EXPECT_NE(driver.sheetAt(driver.on("txtBoat") - QPoint(0, 6)), before);
    bool red = false;
    const QImage image = driver.sheet().grab().toImage();
    for (int x = gone.x() - 100; x < gone.x() + 100; ++x)
        for (int y = gone.y() - 16; y < gone.y() + 16; ++y)
            if (image.rect().contains(x, y)) {
                const QColor c = image.pixelColor(x, y);
                red = red || (c.red() > 140 && c.green() < 80 && c.blue() < 80);
            }
    EXPECT_TRUE(red);

    driver.command("undo");
    driver.wait();
    EXPECT_TRUE(driver.lines().isEmpty());
}

TEST(Changes, LeadToTheControlAndBack) {
    HandedOver driver;
    driver.desk().edit(withProperty(driver.form(), {driver.at("numLength").id}, Prop::most, 20.0), "Edit");
    driver.key(Qt::Key_F9);
    driver.wait();
    ASSERT_EQ(driver.lines().size(), 1);
    EXPECT_TRUE(driver.panel().list().hasFocus());
    driver.key(Qt::Key_Down);
    driver.key(Qt::Key_Space);
    EXPECT_EQ(driver.desk().lead(), driver.at("numLength").id);
    EXPECT_TRUE(driver.panel().list().hasFocus());
    driver.key(Qt::Key_Return);
    EXPECT_TRUE(driver.sheet().hasFocus());
    // A control that is pressed on the sheet is shown in the list.
    driver.click(driver.on("txtBoat"));
    driver.click(driver.on("numLength"));
    ASSERT_TRUE(driver.panel().current());
    EXPECT_EQ(driver.panel().current()->control, "numLength");
    // It stays chosen when something above it changes.
    driver.desk().edit(withProperty(driver.form(), {driver.at("txtBoat").id}, Prop::required, true), "Edit");
    driver.wait();
    ASSERT_TRUE(driver.panel().current());
    EXPECT_EQ(driver.panel().current()->control, "numLength");
    driver.panel().list().setFocus();
    driver.key(Qt::Key_Escape);
    EXPECT_FALSE(driver.panel().isVisible());
    EXPECT_FALSE(driver.desk().changes().on());
    // The list of findings takes its place, and the marks go with it.
    driver.key(Qt::Key_F9);
    driver.key(Qt::Key_F8);
    EXPECT_FALSE(driver.window.changesShown());
    EXPECT_FALSE(driver.desk().changes().on());
}

TEST(Changes, AreThoseFromAnyFormOrKit) {
    HandedOver driver;
    driver.key(Qt::Key_F9);
    const QString other = driver.folder.filePath("other.brindel");
    write(fromQt(other), formText(jotted("# Lift\nBoat: text 30\n[Book]*\n")));
    EXPECT_TRUE(driver.panel().with(other));
    driver.wait();
    EXPECT_GE(driver.lines().size(), 5);
    EXPECT_FALSE(driver.panel().with(driver.folder.filePath("nothing.zip")));
    EXPECT_GE(driver.lines().size(), 5) << "what stood there stays";
    // What is compared is of the form that was open.
    EXPECT_TRUE(driver.window.openFile(other));
    EXPECT_FALSE(driver.desk().changes().on());
}

TEST(Changes, ThousandsHoldNothingUp) {
    const Form form = newForm(Kind::document);
    std::string rows = "# Many\n";
    for (int i = 0; i < 1000; ++i) rows += "Field " + std::to_string(i) + ": text 30\n";
    Driver driver(jotted(rows, Kind::document));
    driver.key(Qt::Key_F9);
    driver.desk().changes().begin(form, "an empty form", driver.form());
    // An edit while it is worked out: what comes in the end is of the form as it is then.
    ASSERT_TRUE(driver.desk().edit(removed(driver.form(), {driver.at("txtField7").id}), "Delete"));
    EXPECT_TRUE(driver.desk().changes().wait());
    for (const Difference& one : driver.desk().changes().differences()) EXPECT_NE(one.control, "txtField7");
    EXPECT_GE(driver.desk().changes().differences().size(), 1998u);
    // The list stays one that can be read, and says how many more there are.
    QListWidget& list = driver.window.changesPanel().list();
    EXPECT_LE(list.count(), 404);
    EXPECT_TRUE(list.item(201)->text().startsWith("And ")) << list.item(201)->text().toStdString();
}
