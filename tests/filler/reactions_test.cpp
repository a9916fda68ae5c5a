// Events and steps of rules through the widgets that fillers use.
#include <gtest/gtest.h>

#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>

#include "core/edit/edits.h"
#include "filler/drawing_painter.h"
#include "filler/form_to_fill.h"
#include "filler/say_over.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const rows =
    "Boat: text 4\nLength: number\nMast: check\nHull: combo [GRP, Steel]\n### Rig\nHeight: number\n###\nNote: text "
    "60\n[Go] [Cancel]\n";

struct Filled {
    Form form;
    FormSession session;
    FormToFill view;
    explicit Filled(Form f)
        : form(std::move(f)),
          session(form, Day{std::chrono::year(2026), std::chrono::month(4), std::chrono::day(1)}),
          view(session, fonts(), 1) {
        view.show();
        (void)QTest::qWaitForWindowExposed(&view);
        view.activateWindow();
        (void)QTest::qWaitForWindowActive(&view);  // whoever is not active yet is not left either
        view.begin();
        view.opened();
        settle();
    }
    static void settle() {
        for (int i = 0; i < 4; ++i) QCoreApplication::processEvents();
    }
    QWidget* at(const char* name) { return view.widgetOf(named(form, name).id); }
    void go(const char* name) {
        at(name)->setFocus(Qt::TabFocusReason);
        settle();
    }
    void type(const char* name, const QString& text) {
        go(name);
        QTest::keyClicks(at(name), text);
        settle();
    }
    void click(const char* name) {
        QTest::mouseClick(at(name), Qt::LeftButton, {}, QPoint(8, at(name)->height() / 2));
        settle();
    }
    QString shown(const char* name) { return toQt(session.shown(named(form, name).id).text); }
    void answer(int way) {
        QTest::mouseClick(view.saying().findChild<QPushButton*>("sayWay" + QString::number(way)), Qt::LeftButton);
        settle();
    }
};

Form ruled(const std::string& name, Event event, std::vector<Step> steps, const std::string& key = {},
           Form form = jotted(rows)) {
    const Id id = name.empty() ? rootId : named(form, name).id;
    Rules rules = form.find(id)->rules;
    rules.push_back({event, key, "", std::move(steps)});
    return withRules(form, id, rules);
}
Step mark(const Form& form, const std::string& word) {
    return {Action::set, named(form, "txtNote").id, "txtNote & \"" + word + " \""};
}

}  // namespace

TEST(Reactions, EveryEventComesFromTheWidgets) {
    Form form = jotted(rows);
    for (const auto& [name, event, word] :
         std::initializer_list<std::tuple<std::string, Event, std::string>>{{"", Event::opens, "opens"},
                                                                            {"", Event::closes, "closes"},
                                                                            {"btnGo", Event::pressed, "pressed"},
                                                                            {"btnGo", Event::doublePressed, "twice"},
                                                                            {"numLength", Event::changed, "changed"},
                                                                            {"numLength", Event::entered, "entered"},
                                                                            {"numLength", Event::left, "left"},
                                                                            {"txtBoat", Event::complete, "complete"},
                                                                            {"chkMast", Event::ticked, "on"},
                                                                            {"chkMast", Event::unticked, "off"}})
        form = ruled(name, event, {mark(form, word)}, "", form);
    form = ruled("txtBoat", Event::key, {mark(form, "key")}, "F4", form);
    Filled f(form);
    const Id note = named(form, "txtNote").id;
    auto said = [&] {
        const QString text = f.shown("txtNote");
        f.session.type(note, "");
        return text;
    };
    EXPECT_EQ(said(), "opens ");
    f.type("numLength", "8");
    f.go("txtBoat");
    EXPECT_EQ(said(), "entered changed left ");
    QTest::keyClick(f.at("txtBoat"), Qt::Key_F4);
    f.type("txtBoat", "Alde");
    EXPECT_EQ(said(), "key complete ");
    f.click("chkMast");
    f.click("chkMast");
    EXPECT_EQ(said(), "on off ");
    f.click("btnGo");
    EXPECT_EQ(said(), "pressed ");
    QTest::mouseDClick(f.at("btnGo"), Qt::LeftButton);
    f.settle();
    EXPECT_TRUE(said().contains("twice"));
    f.view.askToLeave();
    f.settle();
    EXPECT_EQ(said(), "closes ");
}

TEST(Reactions, StepsAreSeen) {
    const Form form = jotted(rows);
    auto id = [&](const char* name) { return named(form, name).id; };
    const Id rig = form.find(id("numHeight"))->parent;
    Form pressed = ruled("btnGo", Event::pressed,
                         {{Action::hide, rig},
                          {Action::disable, id("txtBoat")},
                          {Action::set, id("numLength"), "7"},
                          {Action::cursor, id("txtNote")}});
    Filled f(pressed);
    f.click("btnGo");
    EXPECT_FALSE(f.view.widgetOf(rig)->isVisible());
    EXPECT_FALSE(f.at("txtBoat")->isEnabled());
    EXPECT_EQ(f.shown("numLength"), "7");
    EXPECT_TRUE(f.at("txtNote")->hasFocus());

    Filled shows(ruled("btnGo", Event::pressed, {{Action::turnOver, rig}, {Action::clear, id("numLength")}}));
    shows.type("numLength", "4");
    shows.click("btnGo");
    EXPECT_FALSE(shows.view.widgetOf(rig)->isVisible());
    shows.click("btnGo");
    EXPECT_TRUE(shows.view.widgetOf(rig)->isVisible());
    EXPECT_EQ(shows.shown("numLength"), "");
}

TEST(Reactions, WhatIsSaidWaitsUntilItIsRead) {
    Filled f(ruled("btnGo", Event::pressed,
                   {{Action::say, noControl, "\"First.\""},
                    {Action::say, noControl, "\"Second.\""},
                    {Action::ask,
                     noControl,
                     "\"Leave?\"",
                     {{Action::leave}},
                     {{Action::set, named(jotted(rows), "txtNote").id, "\"stayed\""}}}}));
    QSignalSpy left(&f.view, &FormToFill::left);
    f.click("btnGo");
    EXPECT_EQ(f.view.saying().sentence(), "First.");
    // Nothing beneath can be reached meanwhile.
    EXPECT_EQ(f.view.childAt(f.at("txtBoat")->geometry().center()), &f.view.saying());
    f.answer(0);
    EXPECT_EQ(f.view.saying().sentence(), "Second.");
    QTest::keyClick(&f.view.saying(), Qt::Key_Return);
    f.settle();
    EXPECT_EQ(f.view.saying().sentence(), "Leave?");
    QTest::keyClick(&f.view.saying(), Qt::Key_Escape);
    f.settle();
    EXPECT_EQ(f.shown("txtNote"), "stayed") << "Escape says no";
    EXPECT_EQ(left.count(), 0);
    f.click("btnGo");
    f.answer(0);
    f.answer(0);
    f.answer(0);
    EXPECT_EQ(left.count(), 1);
    EXPECT_FALSE(f.view.saying().isSaying());
}

TEST(Reactions, HandingInOffersAndSignals) {
    auto outcome = [](std::vector<Step> steps, auto signal) {
        Filled f(ruled("btnGo", Event::pressed, std::move(steps)));
        QSignalSpy spy(&f.view, signal);
        f.click("btnGo");
        if (f.view.saying().isSaying()) f.answer(0);
        return spy.count();
    };
    EXPECT_EQ(outcome({{Action::accept}}, &FormToFill::accepted), 1);
    EXPECT_EQ(outcome({{Action::acceptAndGoOn}}, &FormToFill::acceptedAndGoesOn), 1);
    EXPECT_EQ(outcome({{Action::leave}}, &FormToFill::left), 1);
    EXPECT_EQ(outcome({{Action::putAway}}, &FormToFill::putAway), 1);
    EXPECT_EQ(outcome({{Action::tell, noControl, "\"lifted\""}}, &FormToFill::told), 1);
    EXPECT_EQ(outcome({{Action::address, noControl, "\"https://wharf.example\""}}, &FormToFill::offerTaken), 1);
    EXPECT_EQ(outcome({{Action::letter, noControl, "\"yard@wharf.example\""}}, &FormToFill::offerTaken), 1);
    // Only when the filler wants it.
    Filled f(ruled("btnGo", Event::pressed, {{Action::address, noControl, "\"https://wharf.example\""}}));
    QSignalSpy spy(&f.view, &FormToFill::offerTaken);
    f.click("btnGo");
    f.answer(1);
    EXPECT_EQ(spy.count(), 0);
}

TEST(Reactions, PagesAndRowsAndWording) {
    Form form = jotted("# Lift\n## Boat\nBoat: text 9\n[Go]\n## Owner\nOwner: text 9\n");
    const Id owner = form.find(named(form, "txtOwner").id)->parent;
    form = withRules(form, named(form, "btnGo").id, {{Event::pressed, "", "", {{Action::turn, owner}}}});
    Filled f(form);
    f.click("btnGo");
    EXPECT_TRUE(f.at("txtOwner")->isVisible());
    EXPECT_TRUE(f.at("txtOwner")->hasFocus());

    Form table = jotted("Work: table [2=Item, Price] 1\nTotal: number = SUM(numPrice)\n[More] [Less]\n");
    Id grid = noControl, price = noControl;
    for (Id one : allIds(table))
        if (table.find(one)->is().grid) grid = one;
    table = withProperty(table, {grid}, Prop::rowsMost, 3.0);
    table = withRules(table, named(table, "btnMore").id, {{Event::pressed, "", "", {{Action::addRow, grid}}}});
    table = withRules(table, named(table, "btnLess").id, {{Event::pressed, "", "", {{Action::removeRow, grid}}}});
    Filled t(table);
    const int high = t.view.height();
    t.click("btnMore");
    EXPECT_GT(t.view.height(), high);
    price = t.session.form().find(t.session.form().find(grid)->children.back())->children.front();
    t.view.widgetOf(price)->setFocus();
    QTest::keyClicks(t.view.widgetOf(price), "5");
    t.settle();
    EXPECT_EQ(t.shown("numTotal"), "5");
    t.click("btnLess");
    EXPECT_EQ(t.view.height(), high);
    EXPECT_EQ(t.shown("numTotal"), "0");
}

TEST(Reactions, WidgetsReadAndOfferWhatIsWorkedOut) {
    Form form = jotted("Pontoon: combo [A, B]\nBerth: combo [A = A1, A = A2, B = B1]\nLength: number\n> Charge\n");
    const Id berth = named(form, "cboBerth").id;
    Id label = noControl;
    for (Id one : allIds(form))
        if (form.find(one)->text(Prop::text) == "Charge") label = one;
    form = withProperty(form, {berth}, Prop::choicesBy, Reference{named(form, "cboPontoon").id});
    form = withFormula(form, {label}, Prop::text, "\"For \" & numLength & \" m\"");
    Filled f(form);
    f.type("numLength", "9");
    EXPECT_EQ(qobject_cast<QLabel*>(f.view.widgetOf(label))->text(), "For 9 m");
    auto* box = qobject_cast<QComboBox*>(f.at("cboBerth"));
    EXPECT_EQ(box->count(), 0);
    auto* pontoon = qobject_cast<QComboBox*>(f.at("cboPontoon"));
    pontoon->setCurrentIndex(0);
    emit pontoon->activated(0);
    f.settle();
    EXPECT_EQ(box->count(), 2);
    EXPECT_EQ(box->itemText(1), "A2");
}
