#include "core/edit/alike.h"

#include "core/layout/placing.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(Alike, ByKindByStyleAndByLook) {
    Form form = jotted("# F\n## One\nA: text 5\nB: text 5\nN: number\n## Two\nC: text 5\n");
    const Id a = named(form, "txtA").id, b = named(form, "txtB").id, c = named(form, "txtC").id,
             n = named(form, "numN").id;
    EXPECT_EQ(alike(form, a, Alike::kind), (Ids{a, b, c}));
    EXPECT_EQ(alike(form, b, Alike::kind, surfaceOrPage(form, b)), (Ids{b, a})) << "itself first, on its page";
    EXPECT_EQ(alike(form, a, Alike::style), (Ids{a, b, n, c}));
    form = withProperty(form, {a, c}, Prop::fillColour, std::string("#D8E8D0"));
    EXPECT_EQ(alike(form, c, Alike::look), (Ids{c, a}));
    EXPECT_TRUE(alike(form, 9999, Alike::kind).empty());
}

TEST(Placing, ContainersGrowForWhatIsPlacedBelow) {
    Form form = jotted("### F\nA: text 5\n###\nB: text 5\n[OK]*\n");
    const Id frame = named(form, "F").id;
    const double high = form.root().box.height, below = named(form, "txtB").box.top;
    Control late = freshControl(Kind::textBox);
    late.box = {20, 200, 90, 26};
    const Edited made = placed(form, frame, late);
    const Form next = roomMade(made.form, made.ids[0]);
    EXPECT_GE(next.find(frame)->box.height, 226);
    EXPECT_GT(next.find(frame)->box.bottom(), below) << "it has grown over where B stood";
    EXPECT_GE(named(next, "txtB").box.top, next.find(frame)->box.bottom()) << "B has made room";
    EXPECT_GT(next.root().box.height, high);
    EXPECT_GE(next.root().box.height, named(next, "btnOK").box.bottom());
    EXPECT_TRUE(sameContent(roomMade(next, made.ids[0]), next)) << "once is enough";
}
