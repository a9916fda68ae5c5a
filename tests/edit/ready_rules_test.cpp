// Each ready rule, set up on a form and filled as a filler would.
#include "core/edit/ready_rules.h"

#include "tests/session/session_support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

Form with(const std::string& key, const Form& form, const std::vector<std::string>& names) {
    Ids ids;
    for (const std::string& name : names) ids.push_back(named(form, name).id);
    for (const ReadyRule& ready : readyRules())
        if (ready.key == key) {
            EXPECT_TRUE(fits(ready, form, ids)) << key;
            const Form next = ready.set(form, ids);
            EXPECT_TRUE(sameContent(ready.set(next, ids), next)) << key << " twice is once";
            return next;
        }
    ADD_FAILURE() << "no ready rule " << key;
    return form;
}

}  // namespace

TEST(ReadyRules, AreToldAndFitOnlyWhatTheyAreFor) {
    const Form form = jotted("Boat: text 20\n");
    for (const ReadyRule& ready : readyRules()) {
        EXPECT_TRUE(ready.needs.ends_with(".") && ready.does.ends_with(".")) << ready.key;
        // Some look at the form as a whole.
        const bool ofForm = ready.key == "askBeforeClosing" || ready.key == "explainSign";
        if (!ofForm) EXPECT_FALSE(fits(ready, form, {named(form, "txtBoat").id})) << ready.key;
        EXPECT_TRUE(sameContent(ready.set(form, {999}), form) || ofForm) << ready.key;
    }
}

TEST(ReadyRules, ATickShowsAFieldWithItsLabel) {
    const Form form = with("byTick", jotted("Mast: check\nHeight: number m\n"), {"numHeight", "chkMast"});
    FormSession s(form, today);
    const Id height = id(s, "numHeight"), label = labelOf(form, height)->id;
    EXPECT_FALSE(s.visible(height) || s.visible(label));
    s.tick(id(s, "chkMast"), true);
    EXPECT_TRUE(s.visible(height) && s.visible(label));
}

TEST(ReadyRules, FramesByAChoice) {
    Form form = jotted(
        "Place: combo [yard = Open yard, shed = Shed]\n### Yard\nRow: text 4\n###\n### Shed\nBay: text 4\n###\n");
    form = changed(form, form.find(named(form, "txtRow").id)->parent, [](Control& c) { c.name = "frmYard"; });
    form = changed(form, form.find(named(form, "txtBay").id)->parent, [](Control& c) { c.name = "frmShed"; });
    FormSession s(with("byChoice", form, {"cboPlace", "frmYard", "frmShed"}), today);
    s.type(id(s, "cboPlace"), "Shed");
    EXPECT_TRUE(s.visible(id(s, "frmShed")));
    EXPECT_FALSE(s.visible(id(s, "frmYard")));
}

TEST(ReadyRules, OtherOpensItsTextBox) {
    FormSession s(
        with("otherOpens", jotted("Hull: combo [GRP, Steel, Other]\nWhich: text 20\n"), {"cboHull", "txtWhich"}),
        today);
    EXPECT_EQ(s.wrongCount(), 0u);
    s.type(id(s, "cboHull"), "Other");
    EXPECT_TRUE(s.visible(id(s, "txtWhich")));
    EXPECT_EQ(s.wrongCount(), 1u);
    FormSession several(
        with("otherOpens", jotted("Jobs: ticks [Wash, Other]\nWhich: text 20\n"), {"lstJobs", "txtWhich"}), today);
    several.pick(id(several, "lstJobs"), {0, 1});
    EXPECT_TRUE(several.visible(id(several, "txtWhich")));
}

TEST(ReadyRules, InOrderAndAtLeastOne) {
    FormSession s(with("inOrder", jotted("From: date; To: date\n"), {"dtmTo", "dtmFrom"}), today);
    s.type(id(s, "dtmFrom"), "2026-05-02");
    s.type(id(s, "dtmTo"), "2026-05-01");
    EXPECT_EQ(s.wrongWith(id(s, "dtmTo")), "To is not before From.");
    FormSession one(with("atLeastOne", jotted("Phone: text 20\nMail: text 20\nCall me: check\n"),
                         {"txtPhone", "txtMail", "chkCallMe"}),
                    today);
    EXPECT_EQ(one.wrongCount(), 3u);
    one.tick(id(one, "chkCallMe"), true);
    EXPECT_EQ(one.wrongCount(), 0u);
}

TEST(ReadyRules, SameAsAboveTotalAndLettersLeft) {
    FormSession s(
        with("sameAs", jotted("Owner: text 20\nTown: text 20\nSame: check\nPays: text 20\nPays in: text 20\n"),
             {"txtOwner", "txtTown", "chkSame", "txtPays", "txtPaysIn"}),
        today);
    s.type(id(s, "txtOwner"), "Edda");
    s.type(id(s, "txtTown"), "Wharf");
    s.tick(id(s, "chkSame"), true);
    EXPECT_EQ(s.shown(id(s, "txtPays")).text, "Edda");
    EXPECT_EQ(s.shown(id(s, "txtPaysIn")).text, "Wharf");

    FormSession t(
        with("totalOf", jotted("Work: table [2=Item, Price] 2\nMore: number\nTotal: number\n", Kind::document),
             {"numPrice1", "numPrice2", "numMore", "numTotal"}),
        today);
    EXPECT_EQ(t.form().find(id(t, "numTotal"))->text(Prop::workedOut), "SUM(numPrice; numMore)");
    t.type(id(t, "numMore"), "5");

    Form form = jotted("Note: text 20\n> 20 left\n");
    Id label = noControl;
    for (Id one : allIds(form))
        if (form.find(one)->text(Prop::text) == "20 left") label = one;
    for (const ReadyRule& ready : readyRules())
        if (ready.key == "lettersLeft") form = ready.set(form, {label, named(form, "txtNote").id});
    FormSession l(form, today);
    l.type(id(l, "txtNote"), "Alde");
    EXPECT_EQ(l.form().find(label)->text(Prop::text), "16 left");
}

TEST(ReadyRules, DaysFollowMonthAndYear) {
    FormSession s(with("dayMonthYear", jotted("Day: combo [x]\nMonth: combo [x]\nYear: combo [x]\n"),
                       {"cboDay", "cboMonth", "cboYear"}),
                  today);
    auto days = [&] { return s.form().find(id(s, "cboDay"))->choices().size(); };
    EXPECT_EQ(days(), 31u);
    s.type(id(s, "cboMonth"), "February");
    EXPECT_EQ(days(), 29u);
    s.type(id(s, "cboYear"), "2026");
    EXPECT_EQ(days(), 28u);
    EXPECT_EQ(s.form().find(id(s, "cboYear"))->choices().front().text, "2026");
}

TEST(ReadyRules, ClearAskAndPages) {
    Form form = with("startAgain", jotted("Boat: text 20\n[Again]\n"), {"btnAgain"});
    form = with("askBeforeClosing", form, {});
    FormSession s(form, today);
    s.type(id(s, "txtBoat"), "Alde");
    EXPECT_TRUE(s.close().asks);
    s.answered(false);
    EXPECT_EQ(s.press(id(s, "btnAgain")).cursor, id(s, "txtBoat"));
    EXPECT_EQ(s.shown(id(s, "txtBoat")).text, "");
    EXPECT_EQ(s.close().then, Outcome::Then::left);

    Form pages = jotted(
        "# Lift\n## Boat\nBoat: text 9 !\nLength: number !\n## Owner\nOwner: text 9\n## Work\nJob: text 9\n[Book]*\n");
    pages = with("nextAndBack", pages, {});
    pages = with("nextWhenFilled", pages, {});
    FormSession p(pages, today);
    const Id next = id(p, "btnNext");
    EXPECT_FALSE(p.usable(next));
    p.type(id(p, "txtBoat"), "Alde");
    p.type(id(p, "numLength"), "8");
    EXPECT_TRUE(p.usable(next));
    EXPECT_EQ(p.press(next).cursor, id(p, "txtOwner"));
    // The buttons lie on their pages, below what was there.
    const Control& button = *p.form().find(next);
    EXPECT_LE(button.box.bottom(), boxOf(p.form(), *p.form().find(button.parent)).height);
    EXPECT_GE(button.box.top, p.form().find(id(p, "numLength"))->box.bottom());
}
