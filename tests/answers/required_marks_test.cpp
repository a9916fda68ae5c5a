// What must be filled in is marked before anything is handed in.
#include "core/answers/required_marks.h"

#include "core/draw/draw_control.h"
#include "core/edit/ready_rules.h"
#include "core/layout/room.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const rows =
    "Boat: text 10 !\nOwner: text 10\nAgreed: check !\nHull: radio [GRP, Steel]\nJobs: group [Wash, Scrape] 1..2 !\n"
    "Sum: number = 2 + 2\n[Save]*\n";

std::string markOf(const Form& form, const char* wording) {
    return requiredMark(form, named(form, wording));
}

}  // namespace

TEST(RequiredMarks, StandBehindTheWordingThatSpeaks) {
    Form form = jotted(rows);
    EXPECT_EQ(markOf(form, "Boat"), " *");
    EXPECT_EQ(markOf(form, "Owner"), "");
    EXPECT_EQ(markOf(form, "chkAgreed"), " *");
    EXPECT_EQ(markOf(form, "Hull"), "");
    const Control& steel = named(form, "Steel");
    form = withProperty(form, {steel.id}, Prop::required, true);
    EXPECT_EQ(markOf(form, "Hull"), " *") << "a question stands in its frame's title";
    EXPECT_EQ(requiredMark(form, *form.find(steel.id)), "");
    form = withProperty(form, {named(form, "numSum").id}, Prop::required, true);
    EXPECT_EQ(markOf(form, "Sum"), "") << "what is worked out is nobody's to fill";
    EXPECT_EQ(signExplained(form), "* required");

    Form worded = withProperty(form, {rootId}, Prop::requiredMarks, std::string("word"));
    EXPECT_EQ(markOf(worded, "Boat"), " (required)");
    EXPECT_EQ(markOf(withProperty(worded, {rootId}, Prop::language, std::string("de")), "Boat"), " (Pflichtangabe)");
    EXPECT_EQ(signExplained(worded), "");
    Form none = withProperty(form, {rootId}, Prop::requiredMarks, std::string("none"));
    EXPECT_EQ(markOf(none, "Boat"), "");
}

TEST(RequiredMarks, ASignReachesIntoTheGapAndAWordNeedsRoom) {
    const Form form = jotted(rows);
    const Control& label = named(form, "Boat");
    EXPECT_GT(signReach(form, label, fonts()), 2);
    EXPECT_LT(signReach(form, label, fonts()), 12) << "the gap before the field";
    EXPECT_EQ(signReach(form, named(form, "Owner"), fonts()), 0);
    EXPECT_FALSE(isCutOff(form, label, fonts()));
    const Form worded = withProperty(form, {rootId}, Prop::requiredMarks, std::string("word"));
    EXPECT_EQ(signReach(worded, label, fonts()), 0);
    EXPECT_TRUE(isCutOff(worded, *worded.find(label.id), fonts()));
    // Printed and painted from one place.
    bool seen = false;
    for (const Mark& mark : drawnControl(form, label, {}, DrawOptions{fonts(), {}, nullptr, true, true}))
        if (const auto* text = std::get_if<TextMark>(&mark)) seen = seen || text->letters == "Boat *";
    EXPECT_TRUE(seen);
}

TEST(RequiredMarks, ALineExplainsTheSign) {
    for (Kind kind : {Kind::dialog, Kind::document}) {
        const Form form = jotted(rows, kind);
        const ReadyRule& ready = *std::ranges::find(readyRules(), "explainSign", &ReadyRule::key);
        ASSERT_TRUE(fits(ready, form, {}));
        const Form with = ready.set(form, {});
        const Control& line = named(with, "* required");
        EXPECT_FALSE(fits(ready, with, {})) << "once";
        const Control& on = *with.find(line.parent);
        for (Id id : on.children)
            if (id != line.id) EXPECT_FALSE(with.find(id)->box.touches(line.box)) << calledBy(with, *with.find(id));
        if (kind == Kind::dialog) EXPECT_LE(line.box.bottom(), with.root().box.height);
        EXPECT_FALSE(fits(ready, withProperty(form, {rootId}, Prop::requiredMarks, std::string("none")), {}));
    }
}
