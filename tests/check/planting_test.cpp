// Every check is proved by planting: its fault alone, put into each demo form by an edit, is found as exactly that
// finding, and its mend takes it away and brings no other.
#include <regex>

#include <rapidcheck.h>
#include "core/check/report.h"
#include "core/edit/arrange.h"
#include "core/edit/personal_details.h"
#include "core/edit/renaming.h"
#include "core/edit/routing.h"
#include "core/jot/lay_out.h"
#include "core/jot/personal_notice.h"
#include "core/order/route.h"
#include "core/seal/seal.h"

#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const demos[] = {"lift-out-booking", "mooring-permit", "pontoon-fault-note",
                             "slip-inspection",  "yard-charges",   "winter-storage-agreement"};

/// The form with rows jotted at its end, or on a page of their own where the last one is nearly full.
Form with(const Form& form, const std::string& rows) {
    if (!form.isDialog()) {
        double low = 0;
        for (Id id : form.find(form.root().children.back())->children) low = std::max(low, form.find(id)->box.bottom());
        const Form paged = low + 60 > withinMargins(form).bottom() ? withPage(form).form : form;
        return jottedInto(paged, paged.root().children.back(), noControl, readJotting(rows).value(), fonts()).form;
    }
    return jottedInto(form, rootId, noControl, readJotting(rows).value(), fonts()).form;
}
Form set(const Form& form, const char* name, Prop prop, Value value) {
    return withProperty(form, {named(form, name).id}, prop, std::move(value));
}
Form without(const Form& form, const char* name) {
    return removed(form, {named(form, name).id});
}
/// A name as a file that was edited by hand can have it.
Form called(const Form& form, const char* name, const char* to) {
    return changed(form, named(form, name).id, [&](Control& c) { c.name = to, c.ownName = true; });
}

/// With a field for a personal detail, and its usual purpose.
Form withSkipper(const Form& form) {
    const Form g = with(form, "Skipper: text 9 @txtSkipper\n");
    return markedPersonal(g, {named(g, "txtSkipper").id});
}
/// A dialog with tabs below all there is, and their two pages.
Edited withTabs(const Form& form) {
    Control tabs = freshControl(Kind::tabs);
    tabs.box = {16, form.root().box.height, 300, 200};
    const Form larger = boxed(form, rootId, {0, 0, form.root().box.width, form.root().box.height + 220});
    const Form made = placed(larger, rootId, tabs).form;
    Ids pages;
    made.controls.each([&](Id id, const Control& c) {
        if (c.is().turned && !form.find(id)) pages.push_back(id);
    });
    return {made, pages};
}

enum class On { both, screen, paper };
struct Planting {
    const char* check;
    Form (*plant)(const Form&);
    On on = On::both;  // where there can be such a fault
};
const Planting plantings[] = {
    {"nameTwice",
     [](const Form& f) { return called(with(f, "Zebra: text 9 @txtZebra\nYak: text 9\n"), "txtYak", "txtZebra"); }},
    {"nameNoIdentifier", [](const Form& f) { return called(with(f, "Zebra: text 9\n"), "txtZebra", "while"); }},
    {"nameMissing", [](const Form& f) { return called(with(f, "Zebra: text 9\n"), "txtZebra", ""); }},
    {"nameMachineMade", [](const Form& f) { return called(with(f, "Zebra: text 9\n"), "txtZebra", "textBox17"); }},
    {"nameBreaksScheme", [](const Form& f) { return called(with(f, "Zebra: text 9\n"), "txtZebra", "zebra"); }},
    {"wordless",
     [](const Form& f) { return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::text, std::string()); }},
    {"labelless",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\n");
         return removed(g, {g.index()->labelOf(named(g, "txtZebra").id)});
     }},
    {"wordingCut",
     [](const Form& f) {
         const Form g = with(f, "Zebra and yak and gnu: check @chkZebra\n");
         Box box = named(g, "chkZebra").box;
         box.width /= 3;
         return boxed(g, named(g, "chkZebra").id, box);
     }},
    {"labelTwice", [](const Form& f) { return with(with(f, "Zebra: text 9\n"), "Zebra: text 9 @txtOther\n"); }},
    {"untitled", [](const Form& f) { return namesFollowed(reworded(f, rootId, ""), allIds(f)); }},
    {"keyTwice",
     [](const Form& f) {
         Form g = with(f, "Zebra: check @chkZebra\nZulu: check @chkZulu\n");
         g = set(g, "chkZebra", Prop::accessKey, std::string("z"));
         return set(g, "chkZulu", Prop::accessKey, std::string("z"));
     }},
    {"noAccept",
     [](const Form& f) {
         Form g = f;
         f.controls.each([&](Id id, const Control& c) {
             if (!c.is().pressed) return;
             Rules kept = c.rules;
             std::erase_if(kept, [](const Rule& r) {
                 return std::ranges::any_of(
                     r.steps, [](const Step& s) { return s.does == Does::acceptAndGoOn || s.does == Does::accept; });
             });
             g = withRules(g, id, kept);
             if (c.as<ButtonRole>() == ButtonRole::accept)
                 g = withProperty(g, {id}, Prop::buttonRole, std::string("clear"));
         });
         return g;
     },
     On::screen},
    {"noChoices",
     [](const Form& f) {
         return set(with(f, "Zebra: combo [a, b] @cboZebra\n"), "cboZebra", Prop::choices, Choices{});
     }},
    {"choiceTwice",
     [](const Form& f) {
         return set(with(f, "Zebra: combo [a, b] @cboZebra\n"), "cboZebra", Prop::choices,
                    Choices{{"a", "a"}, {"b", "b"}, {"a", "a"}});
     }},
    {"rangeUpsideDown",
     [](const Form& f) { return set(with(f, "Zebra: number 5..9 @numZebra\n"), "numZebra", Prop::most, 3.0); }},
    {"wrongLetters",
     [](const Form& f) {
         return set(with(f, "Zebra: date @dtmZebra\n"), "dtmZebra", Prop::datePattern, std::string("dd.mm.YYYY"));
     }},
    {"startNotAllowed",
     [](const Form& f) {
         return set(with(f, "Zebra: number 5..9 @numZebra\n"), "numZebra", Prop::defaultText, std::string("12"));
     }},
    {"loneRadio",
     [](const Form& f) {
         const Form g = with(f, "Zebra: radio [Plain, Striped]\n");
         return without(g, "Striped");
     }},
    {"longList",
     [](const Form& f) {
         Choices all;
         for (int i = 0; i < 16; ++i) all.push_back({std::to_string(i), std::to_string(i)});
         return set(with(f, "Zebra: combo [a, b] @cboZebra\n"), "cboZebra", Prop::choices, all);
     }},
    {"formulaBroken",
     [](const Form& f) {
         return set(with(f, "Zebra: number 1..9 @numZebra\n"), "numZebra", Prop::workedOut, std::string("numGnu + 1"));
     }},
    {"formulaCircle",
     [](const Form& f) {
         return set(with(f, "Zebra: number 1..9 @numZebra\n"), "numZebra", Prop::workedOut,
                    std::string("numZebra + 1"));
     }},
    {"ruleBroken",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\nYak: text 9 @txtYak\nwhen txtZebra changes: clear txtYak\n");
         return removed(g, {named(g, "txtYak").id});
     }},
    {"cannotBeGiven",
     [](const Form& f) {
         return set(with(f, "Zebra: text 9 @txtZebra !\n"), "txtZebra", Prop::access, std::string("locked"));
     }},
    {"idleButton", [](const Form& f) { return with(f, "[Zebra]\n"); }},
    {"overlap",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\nYak: check @chkYak\n");
         return boxed(g, named(g, "chkYak").id, named(g, "chkZebra").box.moved(4, 6 * (f.isDialog() ? 1 : 0.26)));
     }},
    {"outside",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n");
         return shifted(g, {named(g, "chkZebra").id}, -(f.isDialog() ? 300 : 60), 0);
     }},
    {"smallTarget",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\n");
         Box b = named(g, "txtZebra").box;
         b.height = 18, b.top += 4;
         return boxed(g, named(g, "txtZebra").id, b);
     },
     On::screen},
    {"lowContrast",
     [](const Form& f) {
         return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::textColour, std::string("#B0B0B0"));
     }},
    {"smallText",
     [](const Form& f) { return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::fontSize, 5.0); }},
    {"nameOutdated",
     [](const Form& f) {
         Form g = with(f, "Zebra: text 9 @txtZebra\n");
         const Id label = g.index()->labelOf(named(g, "txtZebra").id);
         g = changed(g, named(g, "txtZebra").id, [](Control& c) { c.ownName = false; });
         return changed(g, label, [](Control& c) { c.set(Prop::text, std::string("Yak")); });
     }},
    {"nameTooLong",
     [](const Form& f) {
         return called(with(f, "Zebra: text 9 @txtZebra\n"), "txtZebra", "txtZebraZebraZebraZebraZebraZebraZebra");
     }},
    {"unevenColons",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\n");
         return changed(g, g.index()->labelOf(named(g, "txtZebra").id),
                        [](Control& c) { c.set(Prop::text, std::string("Zebra:")); });
     }},
    {"translationCut",
     [](const Form& f) {
         const Form g = with(f, "> Zebras and yaks and gnus\n");
         const Ids all = allIds(g);
         return fittedToText(g, {*std::ranges::max_element(all)}, fonts());
     }},
    {"offPaper",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n");
         return shifted(g, {named(g, "chkZebra").id}, -120, 0);
     },
     On::paper},
    {"edgesNear",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\nYak: check @chkYak\nGnu: check @chkGnu\n");
         return shifted(g, {named(g, "chkYak").id}, f.isDialog() ? 2 : 0.6, 0);
     }},
    {"sizesNear",
     [](const Form& f) {
         const Form g = with(f, "Zebra: time @timZebra\nYak: time @timYak\nGnu: time @timGnu\n");
         Box b = named(g, "timYak").box;
         b.width += f.isDialog() ? 2 : 0.6;
         return boxed(g, named(g, "timYak").id, b);
     }},
    {"unevenGaps",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\nYak: check @chkYak\nGnu: check @chkGnu\nOx: check @chkOx\n");
         return shifted(g, {named(g, "chkGnu").id, named(g, "chkOx").id}, 0, f.isDialog() ? 2 : 0.6);
     }},
    {"notLevel",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\n");
         return shifted(g, {g.index()->labelOf(named(g, "txtZebra").id)}, 0, f.isDialog() ? 4 : 1.2);
     }},
    {"labelFar",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\n");
         return shifted(g, {named(g, "txtZebra").id}, f.isDialog() ? 300 : 70, 0);
     }},
    {"deadSpace",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n");
         return boxed(g, rootId, {0, 0, g.root().box.width, g.root().box.height + 300});
     },
     On::screen},
    {"hiddenRoom",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n### Yak if chkZebra\nGnu: text 9 @txtGnu\n");
         Form next = g;
         g.controls.each([&](Id id, const Control& c) {
             if (c.is().framed && c.text(Prop::title) == "Yak") next = withProperty(next, {id}, Prop::fold, false);
         });
         return next;
     },
     On::screen},
    {"noCancel",
     [](const Form& f) {
         Form g = f;
         f.controls.each([&](Id id, const Control& c) {
             if (c.is().pressed && c.as<ButtonRole>() == ButtonRole::cancel)
                 g = withProperty(g, {id}, Prop::buttonRole, std::string("clear"));
         });
         return g;
     },
     On::screen},
    {"routeJumps",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\nYak: check @chkYak\n");
         return stopLaid(g, named(g, "chkYak").id, tabRoute(g)[0]);
     }},
    {"leftOut",
     [](const Form& f) { return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::tabStop, false); }},
    {"idleStop",
     [](const Form& f) {
         return set(with(f, "Zebra: number 1..9 @numZebra = 2 + 3\n"), "numZebra", Prop::access,
                    std::string("readOnly"));
     }},
    {"noKeys",
     [](const Form& f) {
         Form g = with(f, "Zebra: check @chkZebra\n");
         f.controls.each([&](Id id, const Control&) { g = withProperty(g, {id}, Prop::accessKey, std::string()); });
         return g;
     },
     On::screen},
    {"noNext",
     [](const Form& f) {
         const auto [g, pages] = withTabs(f);
         return routedByReading(jottedInto(g, pages[1], noControl, readJotting("[Zebra]*\n").value(), fonts()).form);
     },
     On::screen},
    {"pageNotReached",
     [](const Form& f) {
         const auto [g, pages] = withTabs(f);
         return routedByReading(withProperty(g, {pages[1]}, Prop::visible, false));
     },
     On::screen},
    {"firstNotFirst",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n");
         return startingIn(g, named(g, "chkZebra").id);
     }},
    {"promptAsChoice", [](const Form& f) { return with(f, "Zebra: combo [Please choose, a, b] @cboZebra\n"); }},
    {"moreThanRoom",
     [](const Form& f) { return set(with(f, "Zebra: text 9 @txtZebra\n"), "txtZebra", Prop::maxLength, 500.0); },
     On::paper},
    {"noLimit",
     [](const Form& f) { return set(with(f, "Zebra: text 9 @txtZebra\n"), "txtZebra", Prop::maxLength, 0.0); },
     On::paper},
    {"noRange", [](const Form& f) { return with(f, "Zebra: number @numZebra\n"); }},
    {"shortYear",
     [](const Form& f) {
         return set(with(f, "Zebra: date @dtmZebra\n"), "dtmZebra", Prop::datePattern, std::string("dd.MM.yy"));
     }},
    {"sampleRefused",
     [](const Form& f) {
         return set(with(f, "Zebra: text 9 /[A-Z]{3}/ @txtZebra\n"), "txtZebra", Prop::placeholder, std::string("12"));
     }},
    {"questionSplit",
     [](const Form& f) {
         Form g = with(f, "Zebra: radio [Plain, Striped]\nYak: radio [Brown, Black]\n");
         const std::string zebra = g.find(named(g, "Plain").id)->text(Prop::group);
         for (const char* name : {"Brown", "Black"}) g = set(g, name, Prop::group, zebra);
         return g;
     }},
    {"ticksExclude", [](const Form& f) { return with(f, "Yes: check @chkYes\nNo: check @chkNo\n"); }},
    {"countNotKept",
     [](const Form& f) {
         return set(with(f, "Zebras, up to two: ticks [a, b, c] 0..2 @lstZebra\n"), "lstZebra", Prop::atMost, 0.0);
     }},
    {"spanNotCompared",
     [](const Form& f) { return with(f, "Zebra from: date @dtmZebra; Zebra until: date @dtmUntil\n"); }},
    {"neverFires",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\nwhen txtZebra changes: clear txtZebra\n");
         return changed(g, named(g, "txtZebra").id, [](Control& c) { c.rules[0].when = Event::pressed; });
     }},
    {"notSealed", [](const Form& f) { return unsealed(f); }},
    {"sealDamaged",
     [](const Form& f) {
         Form g = f;
         g.seal = std::make_shared<const Seal>(Seal{"$argon2id$v=19$", "", "", ""});
         return g;
     }},
    {"lockedEmpty",
     [](const Form& f) {
         return set(with(f, "Zebra: text 9 @txtZebra\n"), "txtZebra", Prop::access, std::string("locked"));
     }},
    {"openWorkedOut",
     [](const Form& f) {
         return set(with(f, "Zebra: number 1..9 @numZebra = 2 + 3\n"), "numZebra", Prop::tabStop, false);
     }},
    {"maybePersonal", [](const Form& f) { return with(f, "Skipper: text 9 @txtSkipper\n"); }},
    {"noPurpose", [](const Form& f) { return set(withSkipper(f), "txtSkipper", Prop::purpose, std::string()); }},
    {"noNotice", [](const Form& f) { return withoutProperty(withSkipper(f), {rootId}, Prop::notice); }},
    {"noticeOld",
     [](const Form& f) {
         return set(noticeWritten(withSkipper(f), fonts()), "txtSkipper", Prop::purpose,
                    std::string("To count zebras."));
     }},
    {"noticeLate",
     [](const Form& f) {
         const Form g = noticeWritten(withSkipper(f), fonts());
         return reordered(g, noticeOf(g)->id, g.find(noticeOf(g)->parent)->children.size() - 1);
     }},
    {"consentLate",
     [](const Form& f) {
         const Form g = with(withSkipper(f), "Gnu: check @chkGnu\n");
         return set(noticeWritten(g, fonts()), "chkGnu", Prop::consent, true);
     }},
    {"secretInClear", [](const Form& f) { return with(f, "Zebra password: text 9 @txtZebra\n"); }},
    {"secretKept", [](const Form& f) { return with(f, "Zebra: text 9 secret @txtZebra\n"); }},
    {"colourAlone", [](const Form& f) { return with(f, "> Fill in the red fields.\n"); }},
    {"manyFonts",
     [](const Form& f) {
         Form g = with(f, "Zebra: check @chkZebra\nYak: check @chkYak\nGnu: check @chkGnu\nOx: check @chkOx\n");
         static constexpr std::pair<const char*, const char*> families[] = {
             {"chkZebra", "Lato"}, {"chkYak", "DejaVu Sans"}, {"chkGnu", "monospace"}, {"chkOx", "serif"}};
         for (const auto& [name, family] : families) {
             g = set(g, name, Prop::fontFamily, std::string(family));
             g = fittedToText(g, {named(g, name).id}, fonts());
         }
         return g;
     }},
    {"strangeFont",
     [](const Form& f) {
         return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::fontFamily, std::string("Zebra Grotesque"));
     }},
    {"silentMessage",
     [](const Form& f) { return with(f, "Zebra: text 9 @txtZebra\nwhen txtZebra changes: say \"\"\n"); }},
};

/// Findings as lines, so that two forms can be compared.
/// How many have no room changes with every label that is planted.
std::multiset<std::string> told(const Form& form, bool withCounts) {
    std::multiset<std::string> lines;
    for (const Finding& f : findingsIn(form, fonts()))
        lines.insert(std::string(f.check->key) + " " + std::to_string(f.controls.front()) +
                     (withCounts || f.check->key != std::string("translationCut") ? " " + f.sentence.text() : ""));
    return lines;
}
/// A demo form with nothing to say that a fault could hide behind: sealed, with access keys.
Form cleanDemo(const char* name) {
    Form form = withKeysChosen(demo(name));
    form.seal = std::make_shared<const Seal>(
        Seal{"$argon2id$v=19$m=65536,t=3,p=1$" + std::string(22, 'A') + "$" + std::string(43, 'A'),
             std::string(22, 'A') + "==", "", ""});
    return form;
}
std::string joined(const std::multiset<std::string>& lines) {
    std::string all;
    for (const std::string& line : lines) all += line + "\n";
    return all;
}

}  // namespace

TEST(Checks, CleanFormsAreClean) {
    for (const char* name : demos)
        for (const Finding& f : findingsIn(demo(name), fonts()))
            EXPECT_FALSE(isOpen(f)) << name << ": " << findingsText(demo(name), {f});
    for (const char* rows :
         {"# A\nBoat: text 9 !\nHull: combo [GRP, Steel]\n[Save]*\n",
          "# B\n## One\nA: date >= today\n[Next]\n## Two\nC: radio [x, y]\n[Back]\n[OK]* [Cancel]\n",
          "# Survey\nLength: number 2..25 .1 m !; Draught: number 0..4 .1 m\nJobs: ticks [Wash, Scrape] "
          "1..2\n[Save]*\n",
          "# Visit\n### Guest\nName: text 30 !\nBerth: text 6 upper\n### Stay\nDays: number 1..14\n[Save]* [Cancel]\n",
          "# Fees\nDays: number 1..90 @numDays\nFee: number .2 @numFee = numDays * 4.5\n> Paid on leaving.\n[Pay]*\n",
          "# Lift\nMast is stepped: check\n### Rig if chkMast\nHeight: number 1..30 m\n###\nNotes: text "
          "60x4\n[Save]*\n"})
        for (const Finding& f : findingsIn(jotted(rows), fonts()))
            EXPECT_FALSE(isOpen(f)) << findingsText(jotted(rows), {f});
}

TEST(Checks, TargetsSayWhatTheyCannotCarry) {
    const Form form = demo("lift-out-booking");
    auto found = [&](std::vector<std::string> targets) {
        std::set<std::string> keys;
        for (const Finding& f : findingsFor(form, fonts(), targets)) {
            keys.insert(std::string(f.check->key));
            EXPECT_EQ(familyKey(f.check->family), "targets");
        }
        return keys;
    };
    EXPECT_EQ(found({}), std::set<std::string>());
    EXPECT_EQ(found({"png"}), std::set<std::string>{"pngFields"});
    EXPECT_EQ(found({"pdf"}), (std::set<std::string>{"pdfRules", "pdfWorkedOut"}));
    for (const TargetCheck& one : targetChecks()) EXPECT_EQ(checkOf(one.check.key), nullptr) << "a key of its own";
}

TEST(Checks, EveryOneHasItsPlanting) {
    std::set<std::string> keys;
    for (const CheckRow& check : allChecks()) {
        EXPECT_TRUE(keys.insert(std::string(check.key)).second) << check.key;
        EXPECT_TRUE(check.why.ends_with(".")) << check.key;
        EXPECT_EQ(check.mend.empty(), check.mended == nullptr) << check.key;
    }
    for (const Planting& p : plantings) EXPECT_EQ(keys.erase(p.check), 1u) << p.check;
    EXPECT_TRUE(keys.empty()) << *keys.begin();
}

TEST(Checks, FindWhatIsPlantedAndPutItRight) {
    for (const char* name : demos) {
        const Form clean = cleanDemo(name);
        for (const Planting& p : plantings) {
            // Paper is handed in, and filled, by hand; what is on the screen is never printed.
            if (p.on == (clean.isDialog() ? On::paper : On::screen)) continue;
            const bool counts = std::string(p.check) == "translationCut";
            const auto before = told(clean, counts);
            SCOPED_TRACE(std::string(name) + " " + p.check);
            const Form planted = p.plant(clean);
            std::multiset<std::string> fresh;
            std::ranges::set_difference(told(planted, counts), before, std::inserter(fresh, fresh.end()));
            std::set<std::string> keys;
            for (const std::string& line : fresh) keys.insert(line.substr(0, line.find(' ')));
            EXPECT_EQ(keys, std::set<std::string>{p.check}) << name << "\n" << joined(fresh);
            const CheckRow& check = *std::ranges::find(allChecks(), p.check, &CheckRow::key);
            if (!check.mended) continue;
            Form next = planted;
            for (const Finding& f : findingsIn(planted, fonts()))
                if (f.check == &check) next = mended(next, f, fonts());
            std::multiset<std::string> left;
            std::ranges::set_difference(told(next, counts), before, std::inserter(left, left.end()));
            // What onlookers no longer see still stands in the reply.
            if (p.check == std::string("secretInClear"))
                std::erase_if(left, [](const std::string& line) { return line.starts_with("secretKept"); });
            EXPECT_EQ(joined(left), "") << name << " after mending " << p.check;
        }
    }
}

TEST(Checks, GiveNoFalseAlarmsOverFormsThatAreInOrder) {
    const std::vector<std::string> rows = {"text 30 !",
                                           "text 12 upper /[A-Z]{2}-[0-9]{4,7}/",
                                           "number 2..25 .1 m",
                                           "date >= today",
                                           "combo [GRP, Timber, Steel, …]",
                                           "combo [1..31]",
                                           "combo [= months]",
                                           "ticks [Wash, Scrape, Antifoul] 1..2",
                                           "text 60x4",
                                           "check",
                                           "time >= 07:00 <= 19:00",
                                           "group 2 [Sound, Worn] !",
                                           "radio [North, South]",
                                           "number = 2 * 3",
                                           "text 8 secret",
                                           "signature"};
    const std::vector<std::string> nouns = {"Boat",   "Owner",  "Berth",  "Keel",   "Mast",   "Sail",
                                            "Engine", "Rudder", "Anchor", "Fender", "Cradle", "Winch",
                                            "Hatch",  "Galley", "Bilge",  "Tiller"};
    // A hundred of each.
    for (const Kind kind : {Kind::dialog, Kind::document})
        EXPECT_TRUE(rc::check([&] {
            std::string jotting = "# Zebra form\n";
            const int count = *rc::gen::inRange(1, int(nouns.size()));
            for (int i = 0; i < count; ++i) {
                if (*rc::gen::inRange(0, 8) == 0) jotting += "## Part " + std::to_string(i) + "\n";
                if (*rc::gen::inRange(0, 8) == 0) jotting += "### Frame " + std::to_string(i) + "\n";
                jotting += nouns[std::size_t(i)] + ": " + rows[std::size_t(*rc::gen::inRange(0, int(rows.size())))];
                jotting += *rc::gen::inRange(0, 3) == 0 ? "; " + nouns[std::size_t(i)] + " too: text 9\n" : "\n";
            }
            const Form form = jotted(jotting + "[Save]* [Cancel]\n", kind);
            for (const Finding& f : findingsIn(form, fonts())) {
                RC_LOG() << jotting << findingsText(form, {f});
                RC_ASSERT(f.check->gravity == Gravity::know);
            }
        }));
}

TEST(Checks, AllIsPutRightAtOnceAndToldAsJson) {
    Form worst = demo("yard-charges");
    for (const Planting& p : plantings) {
        const std::string key = p.check;
        // Each alone in the same form: names and wordings of the others would stand in its way.
        if (key == "rangeUpsideDown" || key == "untitled" || key == "noAccept") worst = p.plant(worst);
    }
    const Findings found = findingsIn(worst, fonts());
    const auto json = nlohmann::json::parse(findingsJson(worst, found));
    EXPECT_EQ(json["form"], "yardCharges");
    ASSERT_EQ(json["findings"].size(), found.size());
    EXPECT_EQ(json["findings"][0]["gravity"], "must");
    EXPECT_TRUE(anyMust(found));
    const Form next = allMended(worst, fonts());
    for (const Finding& f : findingsIn(next, fonts())) EXPECT_EQ(f.check->mended, nullptr) << f.check->key;
    EXPECT_TRUE(sameContent(allMended(next, fonts()), next));
    EXPECT_EQ(checksPage(), textOf(std::string(BRINDEL_SOURCE) + "/docs/findings.md"));
}

TEST(Checks, TheWorstFormIsPutRightButForAFewPresses) {
    const Form worst = openForm(std::string(BRINDEL_SOURCE) + "/tests/check/worst-form.brindel").value().form;
    const Findings found = findingsIn(worst, fonts());
    std::set<std::string_view> sorts;
    for (const Finding& f : found) sorts.insert(f.check->key);
    EXPECT_GE(found.size(), 60u);
    EXPECT_GE(sorts.size(), 40u);
    Form next = allMended(worst, fonts());
    int presses = 0;
    for (const Finding& f : findingsIn(next, fonts())) {
        EXPECT_NE(f.check->gravity, Gravity::must) << findingsText(next, {f});
        if (!isOpen(f)) continue;
        ++presses;
        // One of the ways that are offered, or a reason why it stays.
        const std::vector<Way> ways = waysOf(next, f, fonts());
        next = ways.empty() ? silenced(next, f, "The print shop asked for it.") : ways.back().done({next, fonts()}, f);
    }
    EXPECT_LE(presses, 12);
    for (const Finding& f : findingsIn(next, fonts())) EXPECT_FALSE(isOpen(f)) << findingsText(next, {f});
    EXPECT_TRUE(sameContent(readForm(formText(next)).value().form, next));
}

TEST(Checks, ASilencedFindingComesBackWhenWhatItSpokeOfChanges) {
    const Form form = with(demo("slip-inspection"), "Zebra: check @chkZebra\nYak: check @chkYak\n");
    const Form planted = boxed(form, named(form, "chkYak").id, named(form, "chkZebra").box.moved(4, 6));
    auto overlaps = [&](const Form& f) {
        std::vector<Finding> all = findingsIn(f, fonts());
        std::erase_if(all, [](const Finding& one) { return one.check->key != std::string_view("overlap"); });
        return all;
    };
    ASSERT_EQ(overlaps(planted).size(), 1u);
    const Form quiet = readForm(formText(silenced(planted, overlaps(planted)[0], "Shown one at a time."))).value().form;
    ASSERT_EQ(overlaps(quiet).size(), 1u);
    EXPECT_EQ(overlaps(quiet)[0].silenced, "Shown one at a time.");
    EXPECT_FALSE(isOpen(overlaps(quiet)[0]));
    const auto json = nlohmann::json::parse(findingsJson(quiet, overlaps(quiet)));
    EXPECT_EQ(json["findings"][0]["silenced"], "Shown one at a time.");
    EXPECT_TRUE(nlohmann::json::parse(findingsJson(planted, overlaps(planted)))["findings"][0]["silenced"].is_null());
    // What it did not speak of may change; its place may not.
    EXPECT_FALSE(isOpen(overlaps(set(quiet, "chkYak", Prop::required, true))[0]));
    EXPECT_FALSE(isOpen(overlaps(set(quiet, "chkZebra", Prop::note, std::string("x")))[0]));
    EXPECT_TRUE(isOpen(overlaps(shifted(quiet, {named(quiet, "chkYak").id}, 1, 0))[0]));
    EXPECT_TRUE(isOpen(overlaps(shifted(quiet, {named(quiet, "chkZebra").id}, 1, 0))[0]));
    EXPECT_TRUE(isOpen(overlaps(unsilenced(quiet, overlaps(quiet)[0]))[0]));
    EXPECT_TRUE(sameContent(unsilenced(quiet, overlaps(quiet)[0]), planted));
    // For the whole form, wherever it is found.
    const Form all = silenced(planted, overlaps(planted)[0], "We know.", true);
    EXPECT_FALSE(isOpen(overlaps(shifted(all, {named(all, "chkYak").id}, 1, 0))[0]));
    EXPECT_TRUE(sameContent(unsilenced(all, overlaps(all)[0]), planted));
    // A thousand are kept at one control, and no more.
    Form many = planted;
    for (int i = 0; i < 1100; ++i) {
        Finding f = overlaps(planted)[0];
        f.sentence = said("{}", i);
        f.controls = {rootId};
        many = silenced(many, f, "x");
    }
    EXPECT_EQ(many.root().silenced.size(), 1000u);
}
