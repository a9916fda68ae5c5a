// The arrangement of the demo forms and of forty sketches, each as a person has checked it; and its bounds.
#include "core/arrangement/arrangement.h"

#include <rapidcheck.h>

#include "core/edit/arrange.h"
#include "tests/sketches.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// Compares with a file of the tests; BRINDEL_GOLDEN=write makes it anew, to be looked at before it is kept.
void isAsKept(const std::string& text, const std::string& name) {
    const std::string path = std::string(BRINDEL_SOURCE) + "/tests/arrangement/kept/" + name + ".txt";
    if (std::getenv("BRINDEL_GOLDEN")) write(path, text);
    EXPECT_EQ(text, textOf(path)) << name;
}

/// A dialog with so many controls put straight into it.
template <class Place>
Form filledWith(int count, Place place) {
    Form form = newForm(Kind::dialog);
    std::vector<Id> ids;
    for (int i = 0; i < count; ++i) {
        Control c;
        c.kind = Kind::textBox;
        place(i, c);
        c.id = form.next++;
        c.parent = rootId;
        form.controls.put(c.id, std::make_shared<Control>(c));
        ids.push_back(c.id);
    }
    return changed(form, rootId, [&](Control& c) { c.children = ids; });
}

}  // namespace

TEST(Arrangement, OfTheDemoFormsIsAsKept) {
    for (const char* name : {"lift-out-booking", "mooring-permit", "pontoon-fault-note", "slip-inspection",
                             "winter-storage-agreement", "yard-charges"})
        isAsKept(arrangementText(demo(name)), name);
}

TEST(Arrangement, OfTheSketchesIsAsKept) {
    EXPECT_GE(sketches().size(), 40u);
    std::string all;
    for (const Sketch& s : sketches()) {
        std::map<char, Id> ids;
        all += std::string("— ") + s.name + "\n" + arrangementText(drawn(s, ids)) + "\n";
    }
    isAsKept(all, "sketches");
}

TEST(Arrangement, PiecesStandInRowsAndColumnsOfTheWholeContainer) {
    std::map<char, Id> ids;
    const Form form = drawn({"", {"aaa   bbb", "iii   ccc", "iii   ddd", "eeeeeeeee"}, "", {{'i', 'i'}}}, ids);
    const Arrangement a = arrangementOf(form, rootId);
    ASSERT_EQ(a.rows.size(), 4u);
    ASSERT_EQ(a.edges, (std::vector<double>{0, 120}));
    auto place = [&](char c) {
        const Piece& p = *a.pieceOf(ids[c]);
        return std::array{p.row, p.down, p.column, p.across};
    };
    EXPECT_EQ(place('a'), (std::array<std::size_t, 4>{0, 1, 0, 1}));
    EXPECT_EQ(place('c'), (std::array<std::size_t, 4>{1, 1, 1, 1}));
    EXPECT_EQ(place('i'), (std::array<std::size_t, 4>{1, 2, 0, 1}));
    EXPECT_EQ(place('e'), (std::array<std::size_t, 4>{3, 1, 0, 2}));
    EXPECT_EQ(a.pieceOf(999), nullptr);
}

TEST(Arrangement, LabelsGoWithFieldsBeforeWhichTheyStand) {
    Form form = jotted("Boat: text 5\nOwner of the boat: text 5; Berth: text 5\n");
    Arrangement a = arrangementOf(form, rootId);
    ASSERT_EQ(a.pieces.size(), 3u);
    for (const Piece& p : a.pieces) EXPECT_EQ(p.label, labelOf(form, p.id)->id);
    EXPECT_EQ(a.pieceOf(a.pieces[0].label), &a.pieces[0]);
    // Moved above its field a label is a piece of its own, and is read before it all the same.
    const Id boat = a.pieces[0].id, label = a.pieces[0].label;
    form = shifted(shifted(form, allIds(form), 0, 60), {label}, 132, -36);
    a = arrangementOf(form, rootId);
    EXPECT_EQ(a.pieces.size(), 4u);
    EXPECT_EQ(a.readIds()[0], label);
    EXPECT_EQ(a.readIds()[1], boat);
}

TEST(Arrangement, SaysWhatGrows) {
    Form form = jotted("Notes: text 60x4\nWork: table [What, Hours] 2\n");
    const Id notes = named(form, "txtNotes").id;
    Id table = noControl;
    for (Id id : allIds(form))
        if (form.find(id)->kind == Kind::table) table = id;
    form = withProperty(form, {notes}, Prop::holdsTo, std::string("left top right bottom"));
    EXPECT_TRUE(arrangementOf(form, rootId).pieceOf(notes)->growsAcross);
    EXPECT_TRUE(arrangementOf(form, rootId).pieceOf(notes)->growsDown);
    EXPECT_FALSE(arrangementOf(form, rootId).pieceOf(table)->growsDown);
    form = withProperty(form, {table}, Prop::rowsMost, 9.0);
    EXPECT_TRUE(arrangementOf(form, rootId).pieceOf(table)->growsDown);
}

TEST(Arrangement, IsTheSameFromRightToLeftInTheMirror) {
    for (const char* name : {"lift-out-booking", "slip-inspection"}) {
        const Form form = demo(name);
        Form turned = withProperty(form, {rootId}, Prop::language, std::string("he"));
        for (Id id : form.isDialog() ? Ids{rootId} : form.root().children) {
            const Arrangement a = arrangementOf(form, id), b = arrangementOf(turned, id);
            ASSERT_EQ(a.pieces.size(), b.pieces.size());
            EXPECT_EQ(a.readIds(), b.readIds()) << name;
            for (std::size_t i = 0; i < a.pieces.size(); ++i) {
                EXPECT_EQ(a.pieces[i].row, b.pieces[i].row);
                EXPECT_EQ(a.pieces[i].column, b.pieces[i].column);
            }
        }
    }
}

TEST(Arrangement, HasEveryChildOnceWhateverLiesWhere) {
    rc::check([] {
        const int count = *rc::gen::inRange(0, 40);
        const Form form = filledWith(count, [&](int, Control& c) {
            c.kind = *rc::gen::element(Kind::textBox, Kind::label, Kind::listBox, Kind::box, Kind::button, Kind::frame,
                                       Kind::radioButton, Kind::checkBox);
            if (c.kind == Kind::label && *rc::gen::arbitrary<bool>())
                c.set(Prop::role, std::string(*rc::gen::element("heading1", "heading2", "heading3")));
            if (c.kind == Kind::label && count > 2) c.set(Prop::labels, Reference{Id(*rc::gen::inRange(2, 2 + count))});
            c.box = {double(*rc::gen::inRange(0, 400)), double(*rc::gen::inRange(0, 400)),
                     double(*rc::gen::inRange(0, 300)), double(*rc::gen::inRange(0, 200))};
        });
        std::vector<Id> read = arrangementOf(form, rootId).readIds(), all = form.root().children;
        std::ranges::sort(read);
        std::ranges::sort(all);
        RC_ASSERT(read == all);
    });
}

TEST(Arrangement, IsBoundedHoweverItIsLaid) {
    // A staircase of boxes within reach of each other, each of which cuts the rest in two; one row without end; rows
    // without end that might be columns; all on one place.
    static const int many = std::getenv("BRINDEL_SANITIZED") ? 1000 : 4000;
    const Form forms[] = {
        filledWith(many,
                   [](int i, Control& c) {
                       c.box = {30.0 * i, 20.0 * i, 25, 60};
                   }),
        filledWith(many,
                   [](int i, Control& c) {
                       c.box = {30.0 * (many - i), 20.0, 25, 26};
                   }),
        filledWith(many,
                   [](int i, Control& c) {
                       c.box = {i % 2 * 200.0, i / 2 * 38.0, 180, 26};
                   }),
        filledWith(many,
                   [](int, Control& c) {
                       c.box = {10, 10, 80, 26};
                   }),
        filledWith(many,
                   [](int i, Control& c) {
                       c.box = {30.0 * i, 0, 25, 38.0 * (many - i)};
                   }),
        filledWith(many,
                   [](int i, Control& c) {
                       c.kind = i % 2 ? Kind::box : Kind::textBox;
                       c.box = {1.0 * i, 1.0 * i, 8000.0 - 2 * i, 8000.0 - 2 * i};
                   }),
    };
    for (const Form& form : forms) EXPECT_EQ(arrangementOf(form, rootId).readIds().size(), std::size_t(many));
    EXPECT_TRUE(arrangementOf(forms[0], 999999).pieces.empty());
    EXPECT_TRUE(arrangementOf(newForm(Kind::dialog), rootId).readIds().empty());
}
