// Every check is proved by planting: its fault alone, put into each demo form by an edit, is found as exactly that
// finding, and its mend takes it away and brings no other.
#include <regex>

#include <rapidcheck.h>
#include "core/check/report.h"
#include "core/edit/renaming.h"
#include "core/jot/lay_out.h"

#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const demos[] = {"lift-out-booking", "mooring-permit", "pontoon-fault-note",
                             "slip-inspection",  "yard-charges",   "winter-storage-agreement"};

/// The form with rows jotted at the end of its first page.
Form with(const Form& form, const std::string& rows) {
    const Id page = form.isDialog() ? rootId : form.root().children.back();
    return jottedInto(form, page, noControl, readJotting(rows).value(), fonts()).form;
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

struct Planting {
    const char* check;
    Form (*plant)(const Form&);
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
     }},
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
         return set(with(f, "Zebra: number @numZebra\n"), "numZebra", Prop::workedOut, std::string("numGnu + 1"));
     }},
    {"formulaCircle",
     [](const Form& f) {
         return set(with(f, "Zebra: number @numZebra\n"), "numZebra", Prop::workedOut, std::string("numZebra + 1"));
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
         b.height = 18;
         return boxed(g, named(g, "txtZebra").id, b);
     }},
    {"lowContrast",
     [](const Form& f) {
         return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::textColour, std::string("#B0B0B0"));
     }},
    {"smallText",
     [](const Form& f) { return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::fontSize, 5.0); }},
    {"silentMessage",
     [](const Form& f) { return with(f, "Zebra: text 9 @txtZebra\nwhen txtZebra changes: say \"\"\n"); }},
};

/// Findings as lines, so that two forms can be compared.
std::multiset<std::string> told(const Form& form) {
    std::multiset<std::string> lines;
    for (const Finding& f : findingsIn(form, fonts()))
        lines.insert(std::string(f.check->key) + " " + std::to_string(f.controls.front()) + " " + f.sentence.text());
    return lines;
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
            EXPECT_EQ(f.check->gravity, Gravity::know) << name << ": " << findingsText(demo(name), {f});
    for (const char* rows :
         {"# A\nBoat: text 9 !\nHull: combo [GRP, Steel]\n[Save]*\n",
          "# B\n## One\nA: date >= today\n[Next]\n## Two\nC: radio [x, y]\n[Back]\n[OK]* [Cancel]\n"})
        EXPECT_EQ(findingsText(jotted(rows), findingsIn(jotted(rows), fonts())), "");
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
        const Form clean = demo(name);
        const auto before = told(clean);
        for (const Planting& p : plantings) {
            // Paper is handed in, and filled, by hand.
            const bool ofScreen = std::string(p.check) == "noAccept" || std::string(p.check) == "smallTarget";
            if (ofScreen && !clean.isDialog()) continue;
            const Form planted = p.plant(clean);
            std::multiset<std::string> fresh;
            std::ranges::set_difference(told(planted), before, std::inserter(fresh, fresh.end()));
            std::set<std::string> keys;
            for (const std::string& line : fresh) keys.insert(line.substr(0, line.find(' ')));
            EXPECT_EQ(keys, std::set<std::string>{p.check}) << name << "\n" << joined(fresh);
            const CheckRow& check = *std::ranges::find(allChecks(), p.check, &CheckRow::key);
            if (!check.mended) continue;
            Form next = planted;
            for (const Finding& f : findingsIn(planted, fonts()))
                if (f.check == &check) next = mended(next, f, fonts());
            std::multiset<std::string> left;
            std::ranges::set_difference(told(next), before, std::inserter(left, left.end()));
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
    EXPECT_TRUE(rc::check([&] {
        std::string jotting = "# Form\n";
        const int count = *rc::gen::inRange(1, int(nouns.size()));
        for (int i = 0; i < count; ++i) {
            if (*rc::gen::inRange(0, 8) == 0) jotting += "## Part " + std::to_string(i) + "\n";
            if (*rc::gen::inRange(0, 8) == 0) jotting += "### Frame " + std::to_string(i) + "\n";
            jotting += nouns[std::size_t(i)] + ": " + rows[std::size_t(*rc::gen::inRange(0, int(rows.size())))];
            jotting += *rc::gen::inRange(0, 3) == 0 ? "; " + nouns[std::size_t(i)] + " too: text 9\n" : "\n";
        }
        const Form form =
            jotted(jotting + "[Save]* [Cancel]\n", *rc::gen::inRange(0, 2) ? Kind::dialog : Kind::document);
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
