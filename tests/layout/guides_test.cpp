#include "core/layout/guides.h"

#include <algorithm>
#include <cmath>
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

TEST(Guides, EveryLineThatABoxComesToLieOnIsMetExactly) {
    std::mt19937 chance(5);
    int met = 0;
    for (int i = 0; i < 200; ++i) {
        // A control at random among controls at random.
        Form form = newForm(Kind::dialog);
        form = boxed(form, rootId, {0, 0, 900, 700});
        for (int k = 0; k < 8; ++k) {
            Control c = freshControl(Kind::textBox);
            c.box = {double(chance() % 700), double(chance() % 600), 40.0 + chance() % 150, 20.0 + chance() % 60};
            form = placed(form, rootId, c).form;
        }
        const Box box{double(chance() % 700), double(chance() % 600), 40.0 + chance() % 150, 20.0 + chance() % 60};
        const Snapped s = snapped(form, rootId, rootId, box, {}, 6, {});
        EXPECT_LE(std::abs(s.box.left - box.left), 6);
        EXPECT_LE(std::abs(s.box.top - box.top), 6);
        EXPECT_EQ(s.box.width, box.width);
        for (const Guide& g : s.guides) {
            ++met;
            if (g.distance < 0) {
                const bool down = g.from.x == g.to.x;
                const double line = down ? g.from.x : g.from.y;
                const Box& b = s.box;
                const double own[] = {down ? b.left : b.top, down ? b.right() : b.bottom(),
                                      down ? b.centre().x : b.centre().y, down ? -1e9 : b.top + 13};
                EXPECT_TRUE(std::ranges::any_of(own, [&](double v) { return std::abs(v - line) < 1e-9; }));
            } else {
                EXPECT_NEAR(std::hypot(g.to.x - g.from.x, g.to.y - g.from.y), g.distance, 1e-9);
            }
        }
    }
    EXPECT_GT(met, 150);
}

TEST(Guides, EqualGapsAndEqualSizes) {
    Form form = boxed(newForm(Kind::dialog), rootId, {0, 0, 900, 700});
    auto put = [&](Box box) {
        Control c = freshControl(Kind::button);
        c.box = box;
        Edited e = placed(form, rootId, c);
        form = e.form;
        return e.ids[0];
    };
    put({100, 300, 80, 30});
    put({197, 300, 80, 30});
    // Going on with the gap of 17.
    Snapped s = snapped(form, rootId, rootId, {296, 300, 61, 30}, {}, 6, {});
    EXPECT_EQ(s.box.left, 294);
    int gaps = 0;
    for (const Guide& g : s.guides) gaps += g.distance == 17;
    EXPECT_EQ(gaps, 2);
    // As wide as a neighbour.
    Snapped wide = snapped(form, rootId, rootId, {500, 500, 77, 30}, {}, 6, {}, {false, false, true, false});
    EXPECT_EQ(wide.box.width, 80);
}
