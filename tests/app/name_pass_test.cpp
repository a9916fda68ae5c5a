// The Name pass in the real window, by mouse and by keyboard.
#include "app/passes/name/name_layer.h"
#include "app/passes/name/name_panel.h"
#include "app/passes/name/name_strip.h"
#include "app/passes/name/scheme_dialog.h"
#include "core/edit/renaming.h"
#include "core/file/scheme_file.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const ten =
    "Boat name: text 30\nRegistration no.: text 12\nLength overall: number\nDraught: number\nHull: combo [GRP, Steel]\n"
    "Owner: text 40\nPhone: text 20\nWanted from: date\nMast is stepped: check\n[Book lift]*\n";

struct Naming : Driver {
    explicit Naming(Form form) : Driver(std::move(form)) {
        window.setPass(Pass::name);
        settle();
    }
    NamePanel& panel() { return window.part<NamePanel>(); }
    template <class W>
    W* in(QWidget& where, const char* name) {
        return where.findChild<W*>(name);
    }
    NameLayer::Chip chip(const char* name) {
        for (const auto& c : window.part<NameLayer>().chips(sheet(), form()))
            if (c.id == at(name).id) return c;
        return {};
    }
    QPoint chipAt(const char* name) { return chip(name).place.center().toPoint(); }
    QLineEdit* naming() { return sheet().findChild<QLineEdit*>("naming"); }
    void retype(const QString& text) {
        QApplication::focusWidget()->setProperty("text", "");
        type(text);
    }
};

}  // namespace

TEST(NamePass, TenControlsAreNamedWithoutAnyAction) {
    Naming driver(jotted(ten));
    for (const char* name : {"txtBoatName", "txtRegistrationNo", "numLengthOverall", "numDraught", "cboHull",
                             "txtOwner", "txtPhone", "dtmWantedFrom", "chkMastIsStepped", "btnBookLift"}) {
        EXPECT_NE(driver.form().named(name), nullptr) << name;
        EXPECT_EQ(driver.chip(name).state, NameState::byScheme) << name;
    }
    EXPECT_EQ(driver.panel().list().rowCount(), 10) << "labels need none";
    EXPECT_EQ(driver.panel().list().wrongCount(), 0);
    EXPECT_FALSE(driver.in<QPushButton>(driver.window.part<NameStrip>(), "namesRight")->isEnabled());
}

TEST(NamePass, AnotherSchemeIsSeenBeforeItIsTakenInThreeActions) {
    Naming driver(jotted(ten));
    auto* schemes = driver.in<QComboBox>(driver.window.part<NameStrip>(), "scheme");
    ASSERT_EQ(schemes->count(), 6);
    // Two actions by keyboard: into the box, on to the scheme; the third takes it.
    schemes->setFocus();
    driver.key(Qt::Key_Down);
    ASSERT_TRUE(driver.desk().proposal().has_value());
    EXPECT_EQ(driver.desk().proposal()->says, "“Plain words” changes 10 names.");
    EXPECT_EQ(driver.at("txtBoatName").name, "txtBoatName") << "nothing is changed yet";
    auto& list = driver.panel().list();
    EXPECT_EQ(list.headerData(NameList::proposed, Qt::Horizontal, Qt::DisplayRole).toString(), "Becomes");
    EXPECT_EQ(
        list.data(list.index(list.rowOf(driver.at("txtBoatName").id), NameList::proposed), Qt::DisplayRole).toString(),
        "boatName");
    driver.key(Qt::Key_Return);
    EXPECT_FALSE(driver.desk().proposal().has_value());
    EXPECT_NE(driver.form().named("boatName"), nullptr);
    EXPECT_EQ(QString::fromStdString(driver.desk().history().undoName()), "Scheme Plain words");
    driver.command("undo");
    EXPECT_NE(driver.form().named("txtBoatName"), nullptr) << "one step takes all back";
    // Left with Escape, nothing changes and the box says so.
    driver.command("scheme-constants");
    driver.key(Qt::Key_Escape);
    EXPECT_EQ(schemes->currentText(), "Kind first");
    EXPECT_NE(driver.form().named("txtBoatName"), nullptr);
}

TEST(NamePass, ANameIsTypedOnItsChipAndTabGoesOn) {
    Naming driver(jotted(ten));
    driver.click(driver.chipAt("txtBoatName"));
    EXPECT_EQ(driver.desk().lead(), driver.at("txtBoatName").id);
    EXPECT_EQ(driver.naming(), nullptr) << "the first press selects";
    driver.click(driver.chipAt("txtBoatName"));
    ASSERT_NE(driver.naming(), nullptr);
    driver.type("txtVessel");
    driver.key(Qt::Key_Tab);
    EXPECT_NE(driver.form().named("txtVessel"), nullptr);
    EXPECT_TRUE(driver.at("txtVessel").ownName);
    EXPECT_EQ(driver.chip("txtVessel").state, NameState::own);
    // On the next one: a name that is taken is refused with a sentence, and stays to be mended.
    ASSERT_NE(driver.naming(), nullptr);
    driver.retype("txtVessel");
    driver.key(Qt::Key_Return);
    ASSERT_NE(driver.naming(), nullptr);
    EXPECT_EQ(driver.window.findChild<QLabel*>("said")->text(), "“txtVessel” is already the name of another control.");
    driver.key(Qt::Key_Escape);
    EXPECT_EQ(driver.sheet().findChildren<QLineEdit*>("naming", Qt::FindDirectChildrenOnly).isEmpty() ||
                  !driver.naming()->isVisible(),
              true);
    EXPECT_NE(driver.form().named("txtRegistrationNo"), nullptr);
    // An empty name follows the label again.
    driver.click(driver.chipAt("txtVessel"));
    driver.click(driver.chipAt("txtVessel"));
    driver.retype("");
    driver.key(Qt::Key_Return);
    EXPECT_NE(driver.form().named("txtBoatName"), nullptr);
    EXPECT_FALSE(driver.at("txtBoatName").ownName);
}

TEST(NamePass, TheKeyboardAloneGoesThroughAllNames) {
    Naming driver(jotted(ten));
    driver.sheet().setFocus();
    driver.key(Qt::Key_Tab);
    EXPECT_EQ(driver.desk().lead(), driver.at("txtBoatName").id);
    driver.key(Qt::Key_Tab);
    EXPECT_EQ(driver.desk().lead(), driver.at("txtRegistrationNo").id);
    driver.key(Qt::Key_Backtab, Qt::ShiftModifier);
    driver.key(Qt::Key_F2);
    driver.retype("txtCraft");
    driver.key(Qt::Key_Return);
    EXPECT_NE(driver.form().named("txtCraft"), nullptr);
    driver.command("takeNames");
    EXPECT_NE(driver.form().named("txtBoatName"), nullptr);
    driver.key(Qt::Key_Escape);
    EXPECT_TRUE(driver.desk().selection().empty());
}

TEST(NamePass, TheListFiltersEditsAndFollowsTheSheet) {
    Naming driver(jotted(ten));
    auto& list = driver.panel().list();
    QTableView* table = driver.panel().table();
    driver.desk().select({driver.at("cboHull").id});
    EXPECT_EQ(driver.panel().chosen(), (Ids{driver.at("cboHull").id}));
    table->selectRow(list.rowOf(driver.at("txtOwner").id));
    EXPECT_EQ(driver.desk().lead(), driver.at("txtOwner").id);
    EXPECT_TRUE(
        list.setData(list.index(list.rowOf(driver.at("txtOwner").id), NameList::name), "txtKeeper", Qt::EditRole));
    EXPECT_EQ(
        list.data(list.index(list.rowOf(driver.at("txtKeeper").id), NameList::proposed), Qt::DisplayRole).toString(),
        "txtOwner");
    EXPECT_EQ(list.data(list.index(list.rowOf(driver.at("txtKeeper").id), NameList::name), Qt::DisplayRole).toString(),
              "• txtKeeper");
    EXPECT_FALSE(list.setData(list.index(0, NameList::name), "2nd", Qt::EditRole));
    auto* filter = driver.in<QLineEdit>(driver.panel(), "nameFilter");
    filter->setText("date box");
    EXPECT_EQ(list.rowCount(), 1);
    filter->clear();
    auto* which = driver.in<QComboBox>(driver.panel(), "namesShown");
    which->setCurrentIndex(2);
    EXPECT_EQ(list.rowCount(), 1) << "set by hand";
    which->setCurrentIndex(3);
    EXPECT_GT(list.rowCount(), 15) << "labels, too";
    which->setCurrentIndex(1);
    EXPECT_EQ(list.rowCount(), 0);
}

TEST(NamePass, OnePressPutsAllNamesRight) {
    Form form = jotted(ten);
    const std::pair<const char*, const char*> machine[] = {{"txtBoatName", "textBox1"},
                                                           {"txtPhone", "edit7"},
                                                           {"cboHull", "hull"},
                                                           {"txtOwner", "o w"},
                                                           {"numDraught", "numLengthOverall"}};
    for (const auto& [from, to] : machine)
        form = changed(form, named(form, from).id, [&, to = to](Control& c) {
            c.name = to;
            c.ownName = true;
        });
    form = renamed(form, named(form, "dtmWantedFrom").id, "dtmStart");
    Naming driver(form);
    EXPECT_EQ(driver.panel().list().wrongCount(), 6) << "five, and the one whose name was taken";
    auto* right = driver.in<QPushButton>(driver.window.part<NameStrip>(), "namesRight");
    EXPECT_EQ(right->text(), "Put 6 names right");
    QTest::mouseClick(right, Qt::LeftButton);
    driver.settle();
    EXPECT_EQ(driver.panel().list().wrongCount(), 0);
    for (const char* name : {"txtBoatName", "txtPhone", "cboHull", "txtOwner", "numDraught", "numLengthOverall"})
        EXPECT_NE(driver.form().named(name), nullptr) << name;
    EXPECT_NE(driver.form().named("dtmStart"), nullptr) << "good names set by hand stay";
    driver.command("undo");
    EXPECT_EQ(driver.panel().list().wrongCount(), 6);
}

TEST(NamePass, FindAndReplaceShowsWhatBecomesOfNames) {
    Naming driver(jotted("Berth 1: text 4\nBerth 2: text 4\nTotal: number = txtBerth1 * 2\n"));
    driver.command("replaceInNames");
    auto* find = driver.in<QLineEdit>(driver.panel(), "findInNames");
    EXPECT_TRUE(find->hasFocus());
    driver.type("Berth");
    driver.in<QLineEdit>(driver.panel(), "replaceInNames")->setFocus();
    driver.type("Place");
    auto& list = driver.panel().list();
    EXPECT_EQ(list.data(list.index(0, NameList::proposed), Qt::DisplayRole).toString(), "txtPlace1");
    EXPECT_EQ(driver.in<QPushButton>(driver.panel(), "replaceNames")->text(), "Replace 2 names");
    driver.key(Qt::Key_Return);
    EXPECT_NE(driver.form().named("txtPlace2"), nullptr);
    EXPECT_EQ(driver.at("numTotal").text(Prop::workedOut), "txtPlace1 * 2");
    // Where a name is used is said.
    driver.desk().select({driver.at("txtPlace1").id});
    EXPECT_EQ(list.data(list.index(list.rowOf(driver.at("txtPlace1").id), NameList::used), Qt::DisplayRole).toString(),
              "1");
}

TEST(NamePass, AnOwnSchemeIsEditedSharedAndTaken) {
    Naming driver(jotted(ten));
    SchemeDialog dialog(driver.form(), schemeOf(driver.form()), &driver.window);
    auto* samples = dialog.findChild<QTableWidget*>("schemeSamples");
    EXPECT_EQ(samples->item(0, 1)->text(), "txtBoatName");
    auto* letters = dialog.findChild<QComboBox*>("schemeLetters");
    letters->setCurrentIndex(2);
    emit letters->activated(2);
    EXPECT_EQ(samples->item(0, 1)->text(), "txt_boat_name") << "the sample follows at once";
    auto* marks = dialog.findChild<QTableWidget*>("schemeMarksOf");
    for (int i = 0; i < marks->rowCount(); ++i)
        if (marks->item(i, 0)->text() == "text box") marks->item(i, 1)->setText("e-dt 1");
    EXPECT_EQ(samples->item(0, 1)->text(), "edt_boat_name");
    dialog.findChild<QSpinBox*>("schemeWords")->setValue(1);
    EXPECT_EQ(samples->item(0, 1)->text(), "edt_boat");
    EXPECT_EQ(dialog.scheme().word, "Own scheme");
    EXPECT_TRUE(dialog.scheme().key.empty());
    Folder folder;
    const QString path = toQt(folder.file("team.brindel-scheme"));
    ASSERT_TRUE(dialog.exportTo(path));
    EXPECT_EQ(readScheme(textOf(folder.file("team.brindel-scheme"))).value(), dialog.scheme());
    SchemeDialog other(newForm(Kind::dialog), shippedSchemes()[1], &driver.window);
    ASSERT_TRUE(other.importFrom(path));
    EXPECT_EQ(other.scheme(), dialog.scheme());
    write(folder.file("bad.brindel-scheme"), "{\"brindelScheme\": 1, \"word\": \"x\", \"longest\": 3}");
    EXPECT_FALSE(other.importFrom(toQt(folder.file("bad.brindel-scheme"))));
    EXPECT_EQ(other.scheme(), dialog.scheme());
    driver.window.part<NameStrip>().proposeScheme(dialog.scheme());
    driver.key(Qt::Key_Return);
    EXPECT_NE(driver.form().named("edt_boat"), nullptr);
    EXPECT_EQ(driver.in<QComboBox>(driver.window.part<NameStrip>(), "scheme")->currentText(), "Own scheme");
}

TEST(NamePass, ADocumentIsNamedAsWell) {
    Naming driver(demo("mooring-permit"));
    EXPECT_EQ(driver.panel().list().wrongCount(), 0);
    const auto chips = driver.window.part<NameLayer>().chips(driver.sheet(), driver.form());
    EXPECT_EQ(int(chips.size()), driver.panel().list().rowCount()) << "every page is in view";
    // No chip hides another.
    for (std::size_t i = 0; i < chips.size(); ++i)
        for (std::size_t j = 0; j < i; ++j)
            EXPECT_FALSE(chips[i].place.intersects(chips[j].place))
                << chips[i].text.toStdString() << " " << chips[j].text.toStdString();
    driver.click(driver.chipAt("txtInsurer"), Qt::ControlModifier);
    driver.click(driver.chipAt("txtPolicyNo"), Qt::ControlModifier);
    EXPECT_EQ(driver.desk().selection().size(), 2u);
    driver.window.setPass(Pass::layOut);
    EXPECT_EQ(driver.desk().selection().size(), 2u) << "the selection goes along";
}
