#include "core/draw/draw_control.h"

#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

Form formWith(Kind kind, Kind rootKind, Box box, Id& id) {
    Form form = newForm(rootKind);
    Control c = freshControl(kind);
    c.box = box;
    if (has(kind, Prop::choices))
        c.set(Prop::choices, Choices{{"GRP", "GRP"}, {"Steel", "Steel"}, {"Timber", "Timber"}});
    Edited e = placed(form, surfaces(form).front(), c);
    id = e.ids.at(0);
    return e.form;
}

Drawing draw(const Form& form, Id id, const Shown& shown, bool ground = true, bool guests = true) {
    return drawnControl(form, *form.find(id), shown, DrawOptions{fonts(), {}, nullptr, ground, guests});
}

/// The smallest box around what is painted, clipped text left out.
Box extent(const Drawing& drawing) {
    Box all{1e9, 1e9, 0, 0};
    auto add = [&](Box b) { all = all.left > 1e8 ? b : all.united(b); };
    int clips = 0;
    for (const Mark& mark : drawing) {
        if (const auto* b = std::get_if<BoxMark>(&mark)) {
            add(b->outline ? b->box.grown(b->outline->width / 2) : b->box);
        } else if (const auto* p = std::get_if<PathMark>(&mark)) {
            for (const Point& at : p->points) add({at.x, at.y, 0, 0});
        } else if (const auto* t = std::get_if<TextMark>(&mark)) {
            if (clips == 0) add({t->at.x, t->at.y - t->size * 0.7, t->text.width * t->size, t->size * 0.7});
        } else if (std::holds_alternative<ClipMark>(mark)) {
            ++clips;
        } else if (const auto* i = std::get_if<ImageMark>(&mark)) {
            if (clips == 0) add(i->box);
        } else {
            --clips;
        }
    }
    EXPECT_EQ(clips, 0) << "every clip has its end";
    return all;
}

std::vector<std::string> words(const Drawing& drawing) {
    std::vector<std::string> all;
    for (const Mark& mark : drawing)
        if (const auto* t = std::get_if<TextMark>(&mark)) all.push_back(t->letters);
    return all;
}

std::size_t paths(const Drawing& drawing) {
    std::size_t count = 0;
    for (const Mark& mark : drawing) count += std::holds_alternative<PathMark>(mark);
    return count;
}

}  // namespace

TEST(Draw, NoKindPaintsBeyondItsBox) {
    for (Kind rootKind : {Kind::dialog, Kind::document})
        for (const KindRow& k : allKinds()) {
            if (!k.placed) continue;
            const Extent usual = rootKind == Kind::dialog ? k.inDialog : k.inDocument;
            Id id = noControl;
            Form form = formWith(k.kind, rootKind, {0, 0, usual.width, usual.height}, id);
            Shown shown;
            shown.text = "Steel";
            shown.on = true;
            shown.picked = {1};
            const Box painted = extent(draw(form, id, shown));
            ASSERT_LT(painted.left, 1e8) << k.key << " paints nothing";
            EXPECT_GE(painted.left, -0.05) << k.key;
            EXPECT_GE(painted.top, -0.6) << k.key;
            EXPECT_LE(painted.right(), usual.width + 0.6) << k.key;
            EXPECT_LE(painted.bottom(), usual.height + 0.6) << k.key;
        }
}

TEST(Draw, GroundAndGuestsTogetherAreTheWhole) {
    for (const KindRow& k : allKinds()) {
        if (!k.filled()) continue;
        Id id = noControl;
        Form form = formWith(k.kind, Kind::document, {0, 0, k.inDocument.width, k.inDocument.height}, id);
        Shown shown;
        shown.text = "Steel";
        shown.on = true;
        shown.picked = {1};
        const Drawing whole = draw(form, id, shown), ground = draw(form, id, shown, true, false),
                      guests = draw(form, id, shown, false, true);
        EXPECT_EQ(whole.size(), ground.size() + guests.size()) << k.key;
        if (k.kind != Kind::picture)
            EXPECT_FALSE(guests.empty()) << k.key << ": what fillers change is not drawn apart";
    }
}

TEST(Draw, TextStandsInTheMiddleOfAFieldOfOneLine) {
    for (Kind rootKind : {Kind::dialog, Kind::document}) {
        Id id = noControl;
        Form form = formWith(Kind::textBox, rootKind, {0, 0, 100, rootKind == Kind::dialog ? 26.0 : 7.0}, id);
        Shown shown;
        shown.text = "HEN";
        for (const Mark& mark : draw(form, id, shown, false))
            if (const auto* t = std::get_if<TextMark>(&mark)) {
                const double cap = fonts().face(entryLookOf(form, *form.find(id)))->capHeight * t->size;
                EXPECT_NEAR(t->at.y - cap / 2, form.find(id)->box.height / 2, 0.01);
            }
    }
}

TEST(Draw, AlignmentMovesTheText) {
    Id id = noControl;
    Form form = formWith(Kind::label, Kind::dialog, {0, 0, 200, 20}, id);
    auto startOf = [&](const char* across) {
        Form aligned = withProperty(form, {id}, Prop::alignAcross, std::string(across));
        for (const Mark& mark : draw(aligned, id, {}))
            if (const auto* t = std::get_if<TextMark>(&mark))
                return std::pair(t->at.x, t->at.x + t->text.width * t->size);
        return std::pair(-1.0, -1.0);
    };
    EXPECT_NEAR(startOf("start").first, 0, 0.01);
    EXPECT_NEAR(startOf("end").second, 200, 0.01);
    EXPECT_NEAR((startOf("centre").first + startOf("centre").second) / 2, 100, 0.01);
}

TEST(Draw, ASecretIsDotsAndAPlaceholderIsNotPrinted) {
    Id id = noControl;
    Form form = formWith(Kind::textBox, Kind::dialog, {0, 0, 200, 26}, id);
    Form secret = withProperty(form, {id}, Prop::secret, true);
    Shown shown;
    shown.text = "key";
    EXPECT_EQ(words(draw(secret, id, shown)), (std::vector<std::string>{"•••"}));
    form = withProperty(form, {id}, Prop::placeholder, std::string("as painted"));
    EXPECT_EQ(words(draw(form, id, {})), (std::vector<std::string>{"as painted"}));
    Form paper = formWith(Kind::textBox, Kind::document, {0, 0, 60, 7}, id);
    paper = withProperty(paper, {id}, Prop::placeholder, std::string("as painted"));
    EXPECT_TRUE(words(draw(paper, id, {})).empty()) << "on paper it would be read as an answer";
}

TEST(Draw, AUnitFollowsTheNumberOnTheScreenAndStandsFastOnPaper) {
    Id id = noControl;
    Form screen = formWith(Kind::numberBox, Kind::dialog, {0, 0, 90, 26}, id);
    screen = withProperty(screen, {id}, Prop::unit, std::string("m"));
    Shown shown;
    shown.text = "9.4";
    EXPECT_EQ(words(draw(screen, id, shown)), (std::vector<std::string>{"9.4 m"}));
    EXPECT_TRUE(words(draw(screen, id, {})).empty());
    Form paper = formWith(Kind::numberBox, Kind::document, {0, 0, 30, 7}, id);
    paper = withProperty(paper, {id}, Prop::unit, std::string("m"));
    EXPECT_EQ(words(draw(paper, id, {}, true, false)), (std::vector<std::string>{"m"}));
    EXPECT_EQ(words(draw(paper, id, shown)), (std::vector<std::string>{"m", "9.4"}));
    EXPECT_LT(textBoxOf(paper, *paper.find(id)).right(), 30 - 2) << "what is typed keeps clear of the unit";
}

TEST(Draw, TicksShowTheirMark) {
    Id id = noControl;
    Form form = formWith(Kind::checkBox, Kind::document, {0, 0, 50, 6}, id);
    Shown on;
    on.on = true;
    EXPECT_EQ(paths(draw(form, id, {})), 0u);
    EXPECT_EQ(paths(draw(form, id, on)), 1u);
    const Box tick = tickBoxOf(form, *form.find(id));
    EXPECT_EQ(tick.centre().y, 3);
}

TEST(Draw, LongLinesOfAListEndInAnEllipsis) {
    Id id = noControl;
    Form form = formWith(Kind::listBox, Kind::dialog, {0, 0, 90, 80}, id);
    form =
        withProperty(form, {id}, Prop::choices, Choices{{"a", "Swinging mooring in the inner basin"}, {"b", "Pier"}});
    auto shown = words(draw(form, id, {}));
    ASSERT_EQ(shown.size(), 2u);
    EXPECT_TRUE(shown[0].ends_with("…")) << shown[0];
    EXPECT_EQ(shown[1], "Pier");
}

TEST(Draw, AFrameWithATitleLeavesTheLineOpenForIt) {
    Id id = noControl;
    Form form = formWith(Kind::frame, Kind::dialog, {0, 0, 200, 80}, id);
    EXPECT_EQ(paths(draw(form, id, {})), 1u);
    Form bare = withProperty(form, {id}, Prop::title, std::string());
    EXPECT_EQ(paths(draw(bare, id, {})), 0u) << "a closed box";
    EXPECT_TRUE(words(draw(bare, id, {})).empty());
}

TEST(Draw, OnlyThePageInFrontIsDrawnAndWhatIsHiddenIsNot) {
    Form form = jotted(booking);
    const Id second = named(form, "tbsLiftOutBooking").children[1], tabs = named(form, "tbsLiftOutBooking").id;
    auto drawn = [&](const Form& f, TurnedTo turned) {
        auto all = words(drawnSurface(f, rootId, DrawOptions{fonts(), turned, nullptr, true, true}));
        return std::set<std::string>(all.begin(), all.end());
    };
    EXPECT_TRUE(drawn(form, {}).contains("Boat name *"));
    EXPECT_FALSE(drawn(form, {}).contains("Wanted from"));
    EXPECT_TRUE(drawn(form, {{tabs, second}}).contains("Wanted from"));
    EXPECT_TRUE(drawn(form, {{tabs, second}}).contains("Vessel")) << "the tabs themselves are always there";
    Form hidden = withProperty(form, {named(form, "Boat name").id}, Prop::visible, false);
    EXPECT_FALSE(drawn(hidden, {}).contains("Boat name"));
}

TEST(Draw, HeadFootAndPageNumbersStandOnEveryPage) {
    Form form = demo("mooring-permit");
    form = withProperty(form, {rootId}, Prop::head, std::string("Season 2026"));
    for (std::size_t i = 0; i < 2; ++i) {
        auto all = words(drawnSurface(form, surfaces(form)[i], DrawOptions{fonts(), {}, nullptr, true, true}));
        const std::set<std::string> said(all.begin(), all.end());
        EXPECT_TRUE(said.contains("Season 2026"));
        EXPECT_TRUE(said.contains("Fennick Wharf · Harbour office, Quay Lane 3"));
        EXPECT_TRUE(said.contains(std::to_string(i + 1) + " / 2"));
    }
    form = withProperty(form, {rootId}, Prop::pageNumbers, false);
    auto all = words(drawnSurface(form, surfaces(form)[0], DrawOptions{fonts(), {}, nullptr, true, true}));
    EXPECT_EQ(std::ranges::find(all, "1 / 2"), all.end());
}

TEST(Draw, StartingValuesAreShownAsPeopleReadThem) {
    Form form = jotted(
        "Length: number .01 = 9.5\nWhen: date {d MMMM yyyy} = 2026-04-01\nHull: combo [g = GRP, Steel] = GRP\nJobs: "
        "list [Wash, Scrape] = Scrape\n");
    EXPECT_EQ(startingShown(form, named(form, "numLength")).text, "9.50");
    EXPECT_EQ(startingShown(form, named(form, "dtmWhen")).text, "1 April 2026");
    EXPECT_EQ(startingShown(form, named(form, "cboHull")).text, "GRP");
    EXPECT_EQ(startingShown(form, named(form, "lstJobs")).picked, (std::vector<std::size_t>{1}));
}
