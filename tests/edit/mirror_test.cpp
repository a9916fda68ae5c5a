#include "core/edit/mirror.h"

#include "core/layout/growing.h"
#include "core/order/reading.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(Mirrored, AFormIsTurnedWithItsLanguageAndBack) {
    for (const char* name : {"lift-out-booking", "mooring-permit", "slip-inspection"}) {
        const Form form = demo(name);
        const Form turned = withProperty(form, {rootId}, Prop::language, std::string("he"));
        for (Id id : allIds(form)) {
            const Control *a = form.find(id), *b = turned.find(id);
            if (!isFreelyPlaced(form, *a)) continue;
            const double wide = boxOf(form, *form.find(a->parent)).width;
            EXPECT_NEAR(a->box.left, wide - b->box.right(), 1e-9);
        }
        const Form back = withProperty(turned, {rootId}, Prop::language, form.root().text(Prop::language));
        for (Id id : allIds(form)) {
            EXPECT_NEAR(back.find(id)->box.left, form.find(id)->box.left, 1e-9);
            EXPECT_EQ(back.find(id)->own, form.find(id)->own);
        }
    }
}

TEST(Mirrored, JottingLaysOutFromTheRight) {
    const Form empty = withProperty(newForm(Kind::dialog), {rootId}, Prop::language, std::string("he"));
    const Form form = laidOut(readJotting("A: text 5\nB: text 5\n[OK]*\n").value(), empty, fonts());
    EXPECT_GT(named(form, "A").box.left, named(form, "txtA").box.right()) << "the label stands right of its field";
    EXPECT_EQ(named(form, "txtA").box.right(), named(form, "txtB").box.right());
    EXPECT_LT(named(form, "btnOK").box.left, 40) << "buttons stand at the end of the line, which is the left";
    const Edited more = jottedInto(form, rootId, noControl, readJotting("C: text 5\n").value(), fonts());
    EXPECT_EQ(named(more.form, "txtC").box.right(), named(form, "txtB").box.right());
    EXPECT_EQ(named(more.form, "txtA").box.right() - more.form.root().box.width,
              named(form, "txtA").box.right() - form.root().box.width);
}

TEST(Mirror, ATableHasItsFirstColumnWhereWritingBegins) {
    const auto uneven = [](Form f) {
        for (Id id : allIds(f))
            if (f.find(id)->is().grid) f = withProperty(f, {id}, Prop::columns, Choices{{"3", "What"}, {"1", "Hours"}});
        return f;
    };
    const Form form = uneven(jotted("Work: table [What, Hours] 2\n"));
    const Form turned = withProperty(form, {rootId}, Prop::language, std::string("ar"));
    for (const Form& f : {form, turned}) {
        const Control* table = nullptr;
        for (Id id : allIds(f))
            if (f.find(id)->is().grid) table = f.find(id);
        const Box first = f.find(table->children[0])->box, second = f.find(table->children[1])->box;
        EXPECT_GT(first.width, 2 * second.width);
        EXPECT_EQ(first.left < second.left, f.root().text(Prop::language) == "en");
    }
    EXPECT_TRUE(sameContent(withProperty(turned, {rootId}, Prop::language, std::string("en")), form)) << "and back";
    // Laid out in such a language from the first, and a row that a filler adds, lie the same way.
    Form start = withProperty(newForm(Kind::dialog), {rootId}, Prop::language, std::string("he"));
    Form laid = uneven(laidOut(readJotting("Work: table [What, Hours] 2\n").value(), start, fonts()));
    for (Id id : allIds(laid))
        if (laid.find(id)->is().grid) {
            laid = withProperty(laid, {id}, Prop::rowsMost, 5.0);
            const Form more = rowAdded(laid, id);
            const auto& cells = more.find(id)->children;
            ASSERT_EQ(cells.size(), 6u);
            for (std::size_t i = 0; i < cells.size(); i += 2)
                EXPECT_GT(more.find(cells[i])->box.left, more.find(cells[i + 1])->box.left) << i;
        }
}
