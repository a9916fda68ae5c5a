// Looking again after an edit finds what looking at everything finds.
#include <rapidcheck.h>

#include "core/check/check.h"
#include "core/check/report.h"
#include "core/edit/arrange.h"
#include "core/edit/personal_details.h"
#include "core/edit/renaming.h"
#include "core/edit/restyle.h"
#include "core/file/form_file.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// Some edit of one control, as hands make them.
Form edited(const Form& form, Id id, int which, int by) {
    const Control& c = *form.find(id);
    const std::string word = by % 2 ? "Zebra" : "";
    switch (which) {
        case 0:
            return shifted(form, {id}, by - 4, (by % 3) * 13 - 13);
        case 1:
            return boxed(form, id, {c.box.left, c.box.top, c.box.width + by - 4, c.box.height - by % 3});
        case 2:
            return reworded(form, id, word + std::to_string(by));
        case 3:
            return renamed(form, id, word);
        case 4:
            return withProperty(form, {id}, Prop::access, std::string(by % 2 ? "locked" : "open"));
        case 5:
            return withProperty(form, {id}, Prop::required, by % 2 == 0);
        case 6:
            return withProperty(form, {id}, Prop::textColour, std::string(by % 2 ? "#C8C8C8" : "#101010"));
        case 7:
            return withFormula(form, {id}, Prop::visible, by % 2 ? "1 = 1" : "numGnu");
        case 8:
            return withProperty(form, {id}, Prop::workedOut, std::string(by % 2 ? "1 + 1" : "numGnu + 1"));
        case 9:
            return withProperty(form, {id}, Prop::choices, by % 2 ? Choices{} : Choices{{"a", "a"}, {"a", "a"}});
        case 10:
            return markedPersonal(form, {id}, by % 2);
        case 11:
            return withProperty(form, {id}, Prop::labels, Reference{by % 2 ? noControl : form.root().children[0]});
        case 12:
            return withProperty(form, {id}, Prop::maxLength, by * 20.0);
        case 13:
            return withProperty(form, {id}, Prop::tabStop, by % 2 == 0);
        case 14:
            return withProperty(form, {id}, Prop::accessKey, std::string(by % 2 ? "z" : ""));
        case 15:
            return removed(form, {id});
        case 16:
            return withProperty(form, {id}, Prop::fontFamily, std::string(by % 2 ? "No Such Font" : "serif"));
        case 17:
            return withProperty(form, {rootId}, Prop::title, word);
        default:
            return withProperty(form, {id}, Prop::note, word);
    }
}

}  // namespace

TEST(ChecksAgain, FindWhatAWholeLookFinds) {
    std::vector<const char*> names = {"slip-inspection"};
    if (!sanitized) names = {"lift-out-booking", "mooring-permit", "slip-inspection", "winter-storage-agreement"};
    for (const char* name : names)
        EXPECT_TRUE(rc::check([&] {
            Form form = demo(name);
            Looked looked;
            findingsAfter(form, fonts(), looked);
            const int steps = *rc::gen::inRange(1, 16);
            // A few controls beside each other and two sorts of edits, so that what is done meets what was done.
            const int from = *rc::gen::inRange(0, int(allIds(form).size()));
            const int sorts[] = {*rc::gen::inRange(0, 19), *rc::gen::inRange(0, 19)};
            for (int i = 0; i < steps; ++i) {
                const Ids all = allIds(form);
                if (all.empty()) break;  // there is nothing left to edit
                const Id id = all[std::size_t(from + *rc::gen::inRange(0, 8)) % all.size()];
                const int which = sorts[*rc::gen::inRange(0, 2)], by = *rc::gen::inRange(0, 9);
                form = edited(form, id, which, by);
                const std::string again = findingsText(form, findingsAfter(form, fonts(), looked));
                RC_LOG() << name << " " << id << " edit " << which << " by " << by << "\n";
                RC_ASSERT(again == findingsText(form, findingsIn(form, fonts())));
            }
        }));
}

TEST(ChecksAgain, BeginAnewAfterAStop) {
    const Form form = demo("lift-out-booking");
    Looked looked;
    std::stop_source stop;
    stop.request_stop();
    EXPECT_TRUE(findingsAfter(form, fonts(), looked, stop.get_token()).empty());
    EXPECT_TRUE(looked.found.empty());
    EXPECT_EQ(findingsText(form, findingsAfter(form, fonts(), looked)), findingsText(form, findingsIn(form, fonts())));
}
