// The window of brindel-fill: as large as its form is, handed in, and begun anew for the next filler.
#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>

#include "core/edit/edits.h"
#include "filler/filling_window.h"
#include "tests/filler/filling.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct FillingOpen {
    explicit FillingOpen(Form form) : session(std::move(form), fillingDay), window(session, fonts()) {
        window.show();
        (void)QTest::qWaitForWindowExposed(&window.top());
        settle();
    }
    FormSession session;
    FillingWindow window;
};

/// The windows of forms are as large as they are, as they open and when something unfolds; gives how many have a part
/// that is folded.
int openedWithoutDeadSpace(const std::vector<std::pair<std::string, Form>>& forms) {
    int folded = 0;
    for (const auto& [name, form] : forms) {
        FillingOpen f(form);
        const QSize wanted = f.window.view().sizeHint();
        EXPECT_TRUE(QTest::qWaitFor([&] { return f.window.top().size() == wanted; }))
            << name << " is " << f.window.top().height() << " high, its form " << wanted.height();
        EXPECT_EQ(f.window.view().size(), wanted) << name;
        const int designed = int(std::ceil(form.root().box.height));
        folded += wanted.height() < designed;
        // What unfolds gets its room, and gives it back.
        for (const char* tick : {"chkMastStepped", "chkDefect"}) {
            const Control* c = form.named(tick);
            auto* box = c && name.starts_with(c->name == "chkDefect" ? "slip" : "fold")
                            ? qobject_cast<QAbstractButton*>(f.window.view().widgetOf(c->id))
                            : nullptr;
            if (!box) continue;
            box->click();
            EXPECT_TRUE(QTest::qWaitFor([&] {
                return f.window.top().height() > wanted.height() && f.window.top().size() == f.window.view().sizeHint();
            })) << name;
            box->click();
            EXPECT_TRUE(QTest::qWaitFor([&] { return f.window.top().size() == wanted; })) << name;
        }
    }
    return folded;
}

}  // namespace

TEST(FillingWindow, OpensWithoutDeadSpace) {
    std::vector<std::pair<std::string, Form>> forms;
    for (const char* name : {"mooring-permit", "lift-out-booking", "slip-inspection", "yard-charges",
                             "winter-storage-agreement", "pontoon-fault-note"})
        if (demo(name).isDialog()) forms.emplace_back(name, demo(name));
    for (int i = 0; i < 10; ++i) {
        std::string rows = "# Fold " + std::to_string(i) + "\nMast stepped: check\nShore power: check\n";
        for (int k = 0; k < i % 3 + 1; ++k)
            rows += "### Rig " + std::to_string(k) + " if " + (k % 2 ? "chkShorePower" : "chkMastStepped") +
                    "\nStays " + std::to_string(k) + ": text\nNote " + std::to_string(k) + ": text 40x3\n###\n";
        forms.emplace_back("fold " + std::to_string(i), jotted(rows + "Last: text\n[Send]*\n", Kind::dialog));
        if (i % 2) forms.back().second = withProperty(forms.back().second, {rootId}, Prop::resizable, true);
    }
    const QPalette usual = QApplication::palette();
    for (bool dark : {false, true}) {
        if (dark) QApplication::setPalette(QPalette(QColor(0x30, 0x30, 0x30)));
        EXPECT_GE(openedWithoutDeadSpace(forms), 11) << (dark ? "dark" : "light");
    }
    QApplication::setPalette(usual);
}

TEST(FillingWindow, BeginsAnewForTheNextFiller) {
    FillingOpen f(
        jotted("# Fold\nName: text !\nMast stepped: check\n### Rig if chkMastStepped\nStays: text\n###\n[Send]*\n",
               Kind::dialog));
    FormToFill& view = f.window.view();
    int accepted = 0;
    QObject::connect(&view, &FormToFill::accepted, [&] {
        if (++accepted == 1) f.window.startOver();
    });
    const QSize first = f.window.top().size();
    auto* name = qobject_cast<QLineEdit*>(view.widgetOf(named(f.session.form(), "txtName").id));
    QTest::keyClicks(name, "Odo");
    qobject_cast<QAbstractButton*>(view.widgetOf(named(f.session.form(), "chkMastStepped").id))->click();
    qobject_cast<QAbstractButton*>(view.widgetOf(named(f.session.form(), "btnSend").id))->click();
    ASSERT_EQ(accepted, 1);
    EXPECT_EQ(name->text(), "");
    EXPECT_TRUE(name->hasFocus());
    EXPECT_TRUE(QTest::qWaitFor([&] { return f.window.top().size() == first; })) << "folded again";
    EXPECT_FALSE(f.session.firstWrong() == nullptr) << "the name is missing once more";
    QTest::keyClicks(name, "Ines");
    qobject_cast<QAbstractButton*>(view.widgetOf(named(f.session.form(), "btnSend").id))->click();
    EXPECT_EQ(accepted, 2);
}

TEST(FillingWindow, ADocumentIsHandedInByItsBar) {
    FillingOpen f(jotted("# Note\nName: text !\n", Kind::document));
    FormToFill& view = f.window.view();
    int accepted = 0;
    QObject::connect(&view, &FormToFill::accepted, [&] { ++accepted; });
    auto* hand = f.window.top().findChild<QPushButton*>("handIn");
    QString said;
    QTimer look;
    QObject::connect(&look, &QTimer::timeout, [&] {
        if (auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget())) {
            look.stop();
            said = box->text();
            box->accept();
        }
    });
    look.start(10);
    hand->click();
    EXPECT_TRUE(said.contains("Name")) << said.toStdString();
    EXPECT_EQ(accepted, 0);
    QTest::keyClicks(view.widgetOf(named(f.session.form(), "txtName").id), "Odo");
    hand->click();
    EXPECT_EQ(accepted, 1);
    // Closing asks the form first.
    int left = 0;
    QObject::connect(&view, &FormToFill::left, [&] { ++left; });
    EXPECT_FALSE(f.window.top().close());
    EXPECT_EQ(left, 1);
}
