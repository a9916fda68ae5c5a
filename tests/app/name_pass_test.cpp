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

struct Naming : Hands {
    explicit Naming(Form form) : Hands(std::move(form)) {
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
    Naming hands(jotted(ten));
    for (const char* name : {"txtBoatName", "txtRegistrationNo", "numLengthOverall", "numDraught", "cboHull",
                             "txtOwner", "txtPhone", "dtmWantedFrom", "chkMastIsStepped", "btnBookLift"}) {
        EXPECT_NE(hands.form().named(name), nullptr) << name;
        EXPECT_EQ(hands.chip(name).state, NameState::byScheme) << name;
    }
    EXPECT_EQ(hands.panel().list().rowCount(), 10) << "labels need none";
    EXPECT_EQ(hands.panel().list().wrongCount(), 0);
    EXPECT_FALSE(hands.in<QPushButton>(hands.window.part<NameStrip>(), "namesRight")->isEnabled());
}

TEST(NamePass, AnotherSchemeIsSeenBeforeItIsTakenInThreeActions) {
    Naming hands(jotted(ten));
    auto* schemes = hands.in<QComboBox>(hands.window.part<NameStrip>(), "scheme");
    ASSERT_EQ(schemes->count(), 6);
    // Two actions by keyboard: into the box, on to the scheme; the third takes it.
    schemes->setFocus();
    hands.key(Qt::Key_Down);
    ASSERT_TRUE(hands.desk().proposal().has_value());
    EXPECT_EQ(hands.desk().proposal()->says, "“Plain words” changes 10 names.");
    EXPECT_EQ(hands.at("txtBoatName").name, "txtBoatName") << "nothing is changed yet";
    auto& list = hands.panel().list();
    EXPECT_EQ(list.headerData(NameList::proposed, Qt::Horizontal, Qt::DisplayRole).toString(), "Becomes");
    EXPECT_EQ(
        list.data(list.index(list.rowOf(hands.at("txtBoatName").id), NameList::proposed), Qt::DisplayRole).toString(),
        "boatName");
    hands.key(Qt::Key_Return);
    EXPECT_FALSE(hands.desk().proposal().has_value());
    EXPECT_NE(hands.form().named("boatName"), nullptr);
    EXPECT_EQ(QString::fromStdString(hands.desk().history().undoName()), "Scheme Plain words");
    hands.command("undo");
    EXPECT_NE(hands.form().named("txtBoatName"), nullptr) << "one step takes all back";
    // Left with Escape, nothing changes and the box says so.
    hands.command("scheme-constants");
    hands.key(Qt::Key_Escape);
    EXPECT_EQ(schemes->currentText(), "Kind first");
    EXPECT_NE(hands.form().named("txtBoatName"), nullptr);
}

TEST(NamePass, ANameIsTypedOnItsChipAndTabGoesOn) {
    Naming hands(jotted(ten));
    hands.click(hands.chipAt("txtBoatName"));
    EXPECT_EQ(hands.desk().lead(), hands.at("txtBoatName").id);
    EXPECT_EQ(hands.naming(), nullptr) << "the first press selects";
    hands.click(hands.chipAt("txtBoatName"));
    ASSERT_NE(hands.naming(), nullptr);
    hands.type("txtVessel");
    hands.key(Qt::Key_Tab);
    EXPECT_NE(hands.form().named("txtVessel"), nullptr);
    EXPECT_TRUE(hands.at("txtVessel").ownName);
    EXPECT_EQ(hands.chip("txtVessel").state, NameState::own);
    // On the next one: a name that is taken is refused with a sentence, and stays to be mended.
    ASSERT_NE(hands.naming(), nullptr);
    hands.retype("txtVessel");
    hands.key(Qt::Key_Return);
    ASSERT_NE(hands.naming(), nullptr);
    EXPECT_EQ(hands.window.findChild<QLabel*>("said")->text(), "“txtVessel” is already the name of another control.");
    hands.key(Qt::Key_Escape);
    EXPECT_EQ(hands.sheet().findChildren<QLineEdit*>("naming", Qt::FindDirectChildrenOnly).isEmpty() ||
                  !hands.naming()->isVisible(),
              true);
    EXPECT_NE(hands.form().named("txtRegistrationNo"), nullptr);
    // An empty name follows the label again.
    hands.click(hands.chipAt("txtVessel"));
    hands.click(hands.chipAt("txtVessel"));
    hands.retype("");
    hands.key(Qt::Key_Return);
    EXPECT_NE(hands.form().named("txtBoatName"), nullptr);
    EXPECT_FALSE(hands.at("txtBoatName").ownName);
}

TEST(NamePass, TheKeyboardAloneGoesThroughAllNames) {
    Naming hands(jotted(ten));
    hands.sheet().setFocus();
    hands.key(Qt::Key_Tab);
    EXPECT_EQ(hands.desk().lead(), hands.at("txtBoatName").id);
    hands.key(Qt::Key_Tab);
    EXPECT_EQ(hands.desk().lead(), hands.at("txtRegistrationNo").id);
    hands.key(Qt::Key_Backtab, Qt::ShiftModifier);
    hands.key(Qt::Key_F2);
    hands.retype("txtCraft");
    hands.key(Qt::Key_Return);
    EXPECT_NE(hands.form().named("txtCraft"), nullptr);
    hands.command("takeNames");
    EXPECT_NE(hands.form().named("txtBoatName"), nullptr);
    hands.key(Qt::Key_Escape);
    EXPECT_TRUE(hands.desk().selection().empty());
}

TEST(NamePass, TheListFiltersEditsAndFollowsTheSheet) {
    Naming hands(jotted(ten));
    auto& list = hands.panel().list();
    QTableView* table = hands.panel().table();
    hands.desk().select({hands.at("cboHull").id});
    EXPECT_EQ(hands.panel().chosen(), (Ids{hands.at("cboHull").id}));
    table->selectRow(list.rowOf(hands.at("txtOwner").id));
    EXPECT_EQ(hands.desk().lead(), hands.at("txtOwner").id);
    EXPECT_TRUE(
        list.setData(list.index(list.rowOf(hands.at("txtOwner").id), NameList::name), "txtKeeper", Qt::EditRole));
    EXPECT_EQ(
        list.data(list.index(list.rowOf(hands.at("txtKeeper").id), NameList::proposed), Qt::DisplayRole).toString(),
        "txtOwner");
    EXPECT_EQ(list.data(list.index(list.rowOf(hands.at("txtKeeper").id), NameList::name), Qt::DisplayRole).toString(),
              "• txtKeeper");
    EXPECT_FALSE(list.setData(list.index(0, NameList::name), "2nd", Qt::EditRole));
    auto* filter = hands.in<QLineEdit>(hands.panel(), "nameFilter");
    filter->setText("date box");
    EXPECT_EQ(list.rowCount(), 1);
    filter->clear();
    auto* which = hands.in<QComboBox>(hands.panel(), "namesShown");
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
    Naming hands(form);
    EXPECT_EQ(hands.panel().list().wrongCount(), 6) << "five, and the one whose name was taken";
    auto* right = hands.in<QPushButton>(hands.window.part<NameStrip>(), "namesRight");
    EXPECT_EQ(right->text(), "Put 6 names right");
    QTest::mouseClick(right, Qt::LeftButton);
    hands.settle();
    EXPECT_EQ(hands.panel().list().wrongCount(), 0);
    for (const char* name : {"txtBoatName", "txtPhone", "cboHull", "txtOwner", "numDraught", "numLengthOverall"})
        EXPECT_NE(hands.form().named(name), nullptr) << name;
    EXPECT_NE(hands.form().named("dtmStart"), nullptr) << "good names set by hand stay";
    hands.command("undo");
    EXPECT_EQ(hands.panel().list().wrongCount(), 6);
}

TEST(NamePass, FindAndReplaceShowsWhatBecomesOfNames) {
    Naming hands(jotted("Berth 1: text 4\nBerth 2: text 4\nTotal: number = txtBerth1 * 2\n"));
    hands.command("replaceInNames");
    auto* find = hands.in<QLineEdit>(hands.panel(), "findInNames");
    EXPECT_TRUE(find->hasFocus());
    hands.type("Berth");
    hands.in<QLineEdit>(hands.panel(), "replaceInNames")->setFocus();
    hands.type("Place");
    auto& list = hands.panel().list();
    EXPECT_EQ(list.data(list.index(0, NameList::proposed), Qt::DisplayRole).toString(), "txtPlace1");
    EXPECT_EQ(hands.in<QPushButton>(hands.panel(), "replaceNames")->text(), "Replace 2 names");
    hands.key(Qt::Key_Return);
    EXPECT_NE(hands.form().named("txtPlace2"), nullptr);
    EXPECT_EQ(hands.at("numTotal").text(Prop::workedOut), "txtPlace1 * 2");
    // Where a name is used is said.
    hands.desk().select({hands.at("txtPlace1").id});
    EXPECT_EQ(list.data(list.index(list.rowOf(hands.at("txtPlace1").id), NameList::used), Qt::DisplayRole).toString(),
              "1");
}

TEST(NamePass, AnOwnSchemeIsEditedSharedAndTaken) {
    Naming hands(jotted(ten));
    SchemeDialog dialog(hands.form(), schemeOf(hands.form()), &hands.window);
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
    SchemeDialog other(newForm(Kind::dialog), shippedSchemes()[1], &hands.window);
    ASSERT_TRUE(other.importFrom(path));
    EXPECT_EQ(other.scheme(), dialog.scheme());
    write(folder.file("bad.brindel-scheme"), "{\"brindelScheme\": 1, \"word\": \"x\", \"longest\": 3}");
    EXPECT_FALSE(other.importFrom(toQt(folder.file("bad.brindel-scheme"))));
    EXPECT_EQ(other.scheme(), dialog.scheme());
    hands.window.part<NameStrip>().proposeScheme(dialog.scheme());
    hands.key(Qt::Key_Return);
    EXPECT_NE(hands.form().named("edt_boat"), nullptr);
    EXPECT_EQ(hands.in<QComboBox>(hands.window.part<NameStrip>(), "scheme")->currentText(), "Own scheme");
}

TEST(NamePass, ADocumentIsNamedAsWell) {
    Naming hands(demo("mooring-permit"));
    EXPECT_EQ(hands.panel().list().wrongCount(), 0);
    const auto chips = hands.window.part<NameLayer>().chips(hands.sheet(), hands.form());
    EXPECT_EQ(int(chips.size()), hands.panel().list().rowCount()) << "every page is in view";
    // No chip hides another.
    for (std::size_t i = 0; i < chips.size(); ++i)
        for (std::size_t j = 0; j < i; ++j)
            EXPECT_FALSE(chips[i].place.intersects(chips[j].place))
                << chips[i].text.toStdString() << " " << chips[j].text.toStdString();
    hands.click(hands.chipAt("txtInsurer"), Qt::ControlModifier);
    hands.click(hands.chipAt("txtPolicyNo"), Qt::ControlModifier);
    EXPECT_EQ(hands.desk().selection().size(), 2u);
    hands.window.setPass(Pass::layOut);
    EXPECT_EQ(hands.desk().selection().size(), 2u) << "the selection goes along";
}
