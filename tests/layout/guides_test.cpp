#include "core/layout/guides.h"

#include <random>

#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(Guides, ABoxNearAnEdgeComesToLieOnItExactly) {
    Form form = demo("lift-out-booking");
    std::mt19937 chance(3);
    const Box field = onSurface(form, named(form, "txtRegistration").id);
    for (int i = 0; i < 200; ++i) {
        const double off = int(chance() % 9) - 4.0;
        Box box{field.left + off, 500.0 + chance() % 400, 30.0 + chance() % 200, 26};
        Snapped s = snapped(form, rootId, noControl, box, {}, 5, {});
        EXPECT_EQ(s.box.width, box.width);
        bool lies = false;
        for (const Guide& g : s.guides)
            lies = lies || g.from.x == s.box.left || g.from.x == s.box.right() ||
                   std::abs(g.from.x - s.box.centre().x) < 1e-9;
        EXPECT_TRUE(lies) << "box at " << box.left;
    }
}

TEST(Guides, NothingNearbyLeavesTheBoxAlone) {
    Form form = newForm(Kind::dialog);
    const Box box{133, 97, 50, 26};
    Snapped s = snapped(form, rootId, rootId, box, {}, 5, {});
    EXPECT_EQ(s.box, box);
    EXPECT_TRUE(s.guides.empty());
}

TEST(Guides, SizingMovesOnlyTheEdgeInHand) {
    Form form = demo("lift-out-booking");
    const Control& reg = named(form, "txtRegistration");
    const Box boat = onSurface(form, named(form, "txtBoatName").id);
    Box box = onSurface(form, reg.id);
    box.width = boat.right() - box.left - 3;
    Snapped s = snapped(form, rootId, reg.parent, box, {reg.id}, 5, {}, {false, false, true, false});
    EXPECT_EQ(s.box.left, box.left);
    EXPECT_EQ(s.box.right(), boat.right());
}

TEST(Guides, DistancesToTheNextAboveAndBelow) {
    Form form = demo("lift-out-booking");
    const Control& reg = named(form, "txtRegistration");
    auto guides = distancesAround(form, rootId, reg.parent, onSurface(form, reg.id), {reg.id}, {});
    ASSERT_EQ(guides.size(), 2u);
    EXPECT_EQ(guides[0].distance, 12);
    EXPECT_EQ(guides[1].distance, 12);
}
