// How tables, groups, pictures, signatures and boxes are drawn.
#include "core/draw/draw_control.h"
#include "core/edit/edits.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

template <class M>
std::vector<M> marks(const Drawing& drawing) {
    std::vector<M> all;
    for (const Mark& mark : drawing)
        if (const auto* m = std::get_if<M>(&mark)) all.push_back(*m);
    return all;
}

Drawing draw(const Form& form, const Control& c, const Shown& shown = {}) {
    return drawnControl(form, c, shown, DrawOptions{fonts(), {}, nullptr, true, true});
}

}  // namespace

TEST(DrawKinds, ATableHasItsHeadItsLinesAndItsBands) {
    Form form = jotted("Work: table [2=Job, Hours] 4\n");
    const Id id = named(form, "tblWork").id;
    auto lines = [&](const Form& f) { return marks<PathMark>(draw(f, *f.find(id))).size(); };
    auto boxes = [&](const Form& f) { return marks<BoxMark>(draw(f, *f.find(id))).size(); };
    EXPECT_EQ(lines(form), 4u + 1u) << "four between five rows, one between two columns";
    const auto words = marks<TextMark>(draw(form, *form.find(id)));
    ASSERT_EQ(words.size(), 2u);
    EXPECT_EQ(words[0].letters, "Job");
    EXPECT_LT(words[0].at.x, words[1].at.x);
    EXPECT_EQ(lines(withProperty(form, {id}, Prop::gridLines, std::string("rows"))), 4u);
    EXPECT_EQ(lines(withProperty(form, {id}, Prop::gridLines, std::string("none"))), 0u);
    EXPECT_EQ(boxes(withProperty(form, {id}, Prop::banding, true)), boxes(form) + 2) << "every other of four";
    EXPECT_TRUE(marks<TextMark>(draw(withProperty(form, {id}, Prop::headRow, false),
                                     *withProperty(form, {id}, Prop::headRow, false).find(id)))
                    .empty());
}

TEST(DrawKinds, ChoicesStandInColumnsReadDownwards) {
    const Form form = jotted("Hull: group 2 [a, b, c, d, …]\n");
    const Control& c = named(form, "chgHull");
    const ChoiceSpots spots = choiceSpotsOf(form, c, fonts());
    ASSERT_EQ(spots.rows.size(), 5u);
    EXPECT_EQ(spots.rows[0].left, spots.rows[2].left);
    EXPECT_GT(spots.rows[3].left, spots.rows[2].left);
    EXPECT_EQ(spots.rows[3].top, spots.rows[0].top);
    EXPECT_GE(spots.other.left, spots.rows[4].left);
    EXPECT_LE(spots.other.right(), c.box.width + 0.01);
    Shown shown;
    shown.picked = {1, 4};
    shown.text = "Ferro";
    bool typed = false;
    for (const TextMark& t : marks<TextMark>(draw(form, c, shown))) typed = typed || t.letters == "Ferro";
    EXPECT_TRUE(typed);
}

TEST(DrawKinds, PicturesKeepWithinTheirFrame) {
    Form form = newForm(Kind::document);
    Control c = freshControl(Kind::picture);
    c.box = {20, 20, 60, 30};
    c.set(Prop::picture, onePixel);
    for (const auto& [fits, wide] :
         std::vector<std::pair<std::string, double>>{{"whole", 30}, {"fills", 60}, {"stretched", 60}}) {
        c.set(Prop::fits, fits);
        const auto images = marks<ImageMark>(draw(form, c));
        ASSERT_EQ(images.size(), 1u);
        EXPECT_NEAR(images[0].box.width, wide, 0.01) << fits;
        const auto clips = marks<ClipMark>(draw(form, c));
        ASSERT_EQ(clips.size(), 1u) << "what is larger is cut at the frame";
        EXPECT_EQ(clips[0].box.width, 60);
    }
    c.set(Prop::picture, std::string());
    EXPECT_TRUE(marks<ImageMark>(draw(form, c)).empty());
    EXPECT_FALSE(draw(form, c).empty()) << "an empty place shows where the picture goes";
}

TEST(DrawKinds, ASignatureIsItsStrokesOrItsName) {
    const Form form = jotted("Signed: signature\n", Kind::document);
    const Control& c = named(form, "sigSigned");
    const std::size_t empty = marks<PathMark>(draw(form, c)).size();
    Shown drawn;
    drawn.text = "M 0 0 L 1000 1000 M 500 500";
    const auto paths = marks<PathMark>(draw(form, c, drawn));
    ASSERT_EQ(paths.size(), empty + 2);
    EXPECT_NEAR(paths[empty].points.back().x, c.box.width, 1e-9);
    EXPECT_NEAR(paths[empty].points.back().y, c.box.height, 1e-9);
    Shown typed;
    typed.text = "Edda Quill";
    EXPECT_EQ(marks<TextMark>(draw(form, c, typed)).size(), 1u);
}

TEST(DrawKinds, ABoxLiesBehindWhatIsOnIt) {
    Form form = jotted("A: text 5\n");
    Control box = freshControl(Kind::box);
    box.box = {0, 0, 300, 80};
    box.set(Prop::fillColour, std::string("#E4EAE8"));
    box.set(Prop::corners, 6.0);
    Edited made = placed(form, rootId, box);
    EXPECT_EQ(made.form.root().children.front(), made.ids[0]);
    const auto boxes = marks<BoxMark>(draw(made.form, *made.form.find(made.ids[0])));
    ASSERT_EQ(boxes.size(), 1u);
    EXPECT_EQ(boxes[0].radius, 6);
    EXPECT_TRUE(boxes[0].fill && boxes[0].outline);
}

TEST(DrawKinds, ColoursOfTheDesktopHaveAStandIn) {
    Form form = jotted("A: text 5\n");
    const Id label = labelOf(form, named(form, "txtA").id)->id;
    form = withProperty(form, {label}, Prop::textColour, std::string("highlight"));
    const Look look = lookOf(form, *form.find(label));
    EXPECT_EQ(look.textRole, "highlight");
    EXPECT_EQ(look.text, colourMeant("highlight"));
    EXPECT_FALSE(colourMeant("heliotrope"));
    EXPECT_FALSE(misfit(Prop::textColour, std::string("heliotrope")).empty());
}
