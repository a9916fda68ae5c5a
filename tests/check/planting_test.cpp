// Every check is proved by planting: its fault alone, put into each demo form by an edit, is found as exactly that
// finding, and its mend takes it away and brings no other.
#include <rapidcheck.h>

#include "core/check/report.h"
#include "core/file/form_file.h"
#include "tests/check/plantings.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const demos[] = {"lift-out-booking", "mooring-permit", "pontoon-fault-note",
                             "slip-inspection",  "yard-charges",   "winter-storage-agreement"};

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
    EXPECT_EQ(found({"qt"}), std::set<std::string>());
    EXPECT_EQ(found({"pdf"}), (std::set<std::string>{"pdfChoices", "pdfFormulas", "pdfScripts"}));
    for (const TargetCheck& one : targetChecks()) EXPECT_EQ(checkOf(one.check.key), nullptr) << "a key of its own";
}

Control boxAt(Kind kind, const Box& box) {
    Control c;
    c.kind = kind;
    c.box = box;
    return c;
}

TEST(Checks, EveryTargetCheckHasItsPlanting) {
    const Form plain = jotted(
        "Boat: text 20 /[a-z]+/\nNote: text 40x3\nSigned: signature\nItems: table [Work] 2\nDay: combo [1, 2]\nMonth: "
        "number\n[Go]\n",
        Kind::document);
    auto id = [&](const char* name) { return named(plain, name).id; };
    auto ruled = [&](const char* name, Event event, Action does, Id on = noControl) {
        return withRules(plain, id(name), {{event, "", "", {{does, on, row(does).with ? "\"x\"" : ""}}}});
    };
    const Id table = plain.find(plain.find(id("txtWork1"))->parent)->parent;
    const Form spoken = withFormula(plain, {id("Boat")}, Prop::text, "\"x\" & numMonth");
    const Form reacts = ruled("btnGo", Event::pressed, Action::say);
    const Form follows = withFormula(withProperty(plain, {id("cboDay")}, Prop::choicesFrom, keyOf(ChoicesFrom::run)),
                                     {id("cboDay")}, Prop::runTo, "numMonth");
    const Form upright = placed(plain, plain.root().children[0], boxAt(Kind::line, {150, 200, 1, 30})).form;
    const std::map<std::string, Form> plantings = {
        {"docxFormulas", spoken},
        {"odtFormulas", spoken},
        {"docxRules", reacts},
        {"odtRules", reacts},
        {"docxLimits", plain},
        {"odtLimits", plain},
        {"docxTicks", jotted("Lift: radio [Cradle, Hoist]\n", Kind::document)},
        {"docxChoices", follows},
        {"odtChoices", follows},
        {"docxSigned", plain},
        {"odtSigned", plain},
        {"docxSecrets", withProperty(plain, {id("txtBoat")}, Prop::secret, true)},
        {"docxButtons", plain},
        {"odtButtons", plain},
        {"docxLines", upright},
        {"odtLines", upright},
        {"odtRich", withProperty(plain, {id("txtNote")}, Prop::rich, true)},
        {"odtPictures", jotted("Photo: picture\n", Kind::document)},
        {"odtRows", withProperty(plain, {table}, Prop::rowsMost, 5.0)},
        {"pdfFormulas", withFormula(plain, {id("Boat")}, Prop::text, "\"x\" & numMonth")},
        {"pdfChoices", withFormula(withProperty(plain, {id("cboDay")}, Prop::choicesFrom, keyOf(ChoicesFrom::run)),
                                   {id("cboDay")}, Prop::runTo, "numMonth")},
        {"pdfWording", withFormula(plain, {id("Boat")}, Prop::visible, "numMonth > 1")},
        {"pdfEvents", ruled("btnGo", Event::doublePressed, Action::say)},
        {"pdfSteps", ruled("btnGo", Event::pressed, Action::leave)},
        {"pdfMessages",
         withRules(
             plain, id("btnGo"),
             {{Event::pressed, "", "", {{Action::ask, noControl, "\"Go on?\""}, {Action::say, noControl, "\"x\""}}}})},
        {"pdfSigned", withProperty(plain, {id("sigSigned")}, Prop::required, true)},
        {"pdfPattern", withProperty(plain, {id("txtBoat")}, Prop::pattern, std::string("\\p{Lu}+"))},
        {"pdfRich", withProperty(plain, {id("txtNote")}, Prop::rich, true)},
        {"pdfScripts", withFormula(plain, {id("txtBoat")}, Prop::required, "numMonth > 1")},
        {"pdfRows", withProperty(plain, {table}, Prop::rowsMost, 5.0)},
        {"htmlCloses", withRules(plain, rootId, {{Event::closes, "", "", {{Action::say, noControl, "\"x\""}}}})},
        {"qtNames", changed(plain, id("cboDay"), [](Control& c) { c.name = "size"; })},
        {"qtRich", withProperty(plain, {id("txtNote")}, Prop::rich, true)},
        {"qtHead", withProperty(plain, {rootId}, Prop::foot, std::string("Fennick Wharf"))},
        {"qtRows", withProperty(plain, {table}, Prop::rowsMost, 500.0)},
        {"qtGrow", withProperty(plain, {id("txtNote")}, Prop::tooMuch, keyOf(TooMuch::grow))},
        {"qtPlace", withProperty(jotted("Boat: text 20\n"), {rootId}, Prop::opensAt, keyOf(OpensAt::remembered))},
        {"htmlPattern", withProperty(plain, {id("txtBoat")}, Prop::pattern, std::string("\\p{Lu}+"))},
        {"htmlRich", withProperty(plain, {id("txtNote")}, Prop::rich, true)},
        {"htmlRows", withProperty(plain, {table}, Prop::rowsMost, 500.0)},
        {"htmlBoxes", placed(plain, plain.root().children[0], boxAt(Kind::box, {150, 200, 40, 30})).form},
        {"htmlGrow", withProperty(plain, {id("txtNote")}, Prop::tooMuch, keyOf(TooMuch::shrink))},
        {"pngFields", plain}};
    for (const TargetCheck& one : targetChecks()) {
        const std::string key(one.check.key);
        ASSERT_TRUE(plantings.contains(key)) << key << " is proved by no fault";
        auto found = [&](const Form& form) {
            const std::vector<std::string> target = {std::string(one.target)};
            return std::ranges::any_of(findingsFor(form, fonts(), target),
                                       [&](const Finding& f) { return f.check->key == key; });
        };
        EXPECT_TRUE(found(plantings.at(key))) << key;
        // Hardly anything is all in order in a text document.
        const bool text = one.target == "docx" || one.target == "odt";
        if (one.target != "png")
            EXPECT_FALSE(found(text ? jotted("Boat: text\n", Kind::document) : plain))
                << key << " is found in what is in order";
    }
}

TEST(Checks, EveryOneHasItsPlanting) {
    std::set<std::string> keys;
    for (const CheckRow& check : allChecks()) {
        EXPECT_TRUE(keys.insert(std::string(check.key)).second) << check.key;
        EXPECT_TRUE(check.why.ends_with(".")) << check.key;
        EXPECT_EQ(check.fix.empty(), check.fixed == nullptr) << check.key;
    }
    for (const Planting& p : plantings) EXPECT_EQ(keys.erase(p.check), 1u) << p.check;
    EXPECT_TRUE(keys.empty()) << *keys.begin();
}

TEST(Checks, FindWhatIsPlantedAndPutItRight) {
    for (const char* name : demos) {
        if (sanitized && name != std::string_view(demos[0]) && name != std::string_view(demos[2])) continue;
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
            if (!check.fixed) continue;
            Form next = planted;
            for (const Finding& f : findingsIn(planted, fonts()))
                if (f.check == &check) next = fixed(next, f, fonts());
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
                RC_ASSERT(f.check->severity == Severity::know);
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
    const Form next = allFixed(worst, fonts());
    for (const Finding& f : findingsIn(next, fonts())) EXPECT_EQ(f.check->fixed, nullptr) << f.check->key;
    EXPECT_TRUE(sameContent(allFixed(next, fonts()), next));
    EXPECT_EQ(checksPage(), textOf(std::string(BRINDEL_SOURCE) + "/docs/findings.md"));
}

TEST(Checks, TheWorstFormIsPutRightButForAFewPresses) {
    const Form worst = openForm(std::string(BRINDEL_SOURCE) + "/tests/check/worst-form.brindel").value().form;
    const Findings found = findingsIn(worst, fonts());
    std::set<std::string_view> sorts;
    for (const Finding& f : found) sorts.insert(f.check->key);
    EXPECT_GE(found.size(), 60u);
    EXPECT_GE(sorts.size(), 40u);
    Form next = allFixed(worst, fonts());
    int presses = 0;
    for (const Finding& f : findingsIn(next, fonts())) {
        EXPECT_NE(f.check->severity, Severity::must) << findingsText(next, {f});
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
    // Two findings of one sort at one control are left each for itself.
    Form twice = set(form, "chkZebra", Prop::note, std::string());
    twice = withFormula(twice, {named(twice, "chkZebra").id}, Prop::visible, "numGnu");
    twice = withFormula(twice, {named(twice, "chkZebra").id}, Prop::enabled, "numYak");
    auto brokenIn = [&](const Form& f) {
        std::vector<Finding> all_ = findingsIn(f, fonts());
        std::erase_if(all_, [](const Finding& one) { return one.check->key != std::string_view("formulaBroken"); });
        return all_;
    };
    ASSERT_EQ(brokenIn(twice).size(), 2u);
    for (const Finding& f : brokenIn(twice)) twice = silenced(twice, f, "Later.");
    for (const Finding& f : brokenIn(twice)) EXPECT_FALSE(isOpen(f)) << findingsText(twice, {f});
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

TEST(Checks, EveryPlantedFaultCanBeLeftAsItIs) {
    for (const char* name : {"pontoon-fault-note", "lift-out-booking"}) {
        if (sanitized && name != std::string_view("pontoon-fault-note")) continue;
        const Form clean = cleanDemo(name);
        for (const Planting& p : plantings) {
            if (p.on == (clean.isDialog() ? On::paper : On::screen)) continue;
            SCOPED_TRACE(std::string(name) + " " + p.check);
            const Form planted = p.plant(clean);
            auto ofCheck = [&](const Form& form) {
                Findings all = findingsIn(form, fonts());
                std::erase_if(all, [&](const Finding& f) { return f.check->key != std::string_view(p.check); });
                return all;
            };
            Form quiet = planted;
            for (const Finding& f : ofCheck(planted)) quiet = silenced(quiet, f, "Agreed with the office.");
            quiet = readForm(formText(quiet)).value().form;
            for (const Finding& f : ofCheck(quiet)) EXPECT_EQ(f.silenced, "Agreed with the office.");
            // What is left alone is left alone by putting all right, too.
            if (const Findings left = ofCheck(quiet); !left.empty() && left.front().check->fixed) {
                const Form after = fixed(quiet, left.front(), fonts());
                EXPECT_FALSE(sameContent(after, quiet)) << "its mend still works when it is asked for";
            }
            Form loud = quiet;
            for (const Finding& f : ofCheck(quiet)) loud = unsilenced(loud, f);
            EXPECT_TRUE(sameContent(loud, planted));
        }
    }
}
