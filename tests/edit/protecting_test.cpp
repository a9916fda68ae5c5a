// Who may fill what, and what is said of personal details.
#include "core/edit/protecting.h"

#include "core/edit/personal_details.h"
#include "core/jot/personal_notice.h"
#include "core/session/form_session.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(Protecting, SetsFieldsQuestionsAndAllInAContainer) {
    const Form form = jotted(
        "# Boat\nName: text 9 @txtName\n### Hull\nLength: number 1..9 @numLength\nBuilt of: radio [Steel, Timber]\n"
        "Sum: number 1..9 @numSum = numLength * 2\n[Save]* [Cancel]\n");
    const Id frame = form.find(named(form, "numLength").parent)->id;
    const Form locked = accessSet(form, {frame}, Access::locked);
    EXPECT_EQ(named(locked, "numLength").as<Access>(), Access::locked);
    EXPECT_EQ(named(locked, "Timber").as<Access>(), Access::locked);
    EXPECT_EQ(named(locked, "txtName").as<Access>(), Access::open);
    // One radio button stands for its question.
    const Form question = accessSet(form, {named(form, "Steel").id}, Access::readOnly);
    EXPECT_EQ(named(question, "Timber").as<Access>(), Access::readOnly);
    EXPECT_EQ(fieldsAmong(form, {named(form, "Steel").id, named(form, "Timber").id}).size(), 2u);
    EXPECT_TRUE(sameContent(accessSet(form, {named(form, "Save").id}, Access::locked), form));
    // What is worked out is only read, whatever is set; locked it is not even that.
    EXPECT_EQ(reachOf(named(form, "numSum")), Reach::workedOut);
    EXPECT_EQ(reachOf(named(locked, "numSum")), Reach::locked);
    const ReachCount count = reachCount(form);
    EXPECT_EQ(count.open, 3);
    EXPECT_EQ(count.workedOut, 1);
}

TEST(Protecting, FillersCannotGiveWhatIsNotOpen) {
    Form form = jotted("# Boat\nName: text 9 @txtName\nOwner: text 9 @txtOwner\nPlace: text 9 @txtPlace\n[Save]*\n");
    form = accessSet(form, {named(form, "txtOwner").id}, Access::readOnly);
    form = accessSet(form, {named(form, "txtPlace").id}, Access::locked);
    FormSession session(form, today);
    for (const char* name : {"txtOwner", "txtPlace"}) {
        Reply reply;
        reply.values[name] = std::string("x");
        EXPECT_FALSE(session.take(reply).empty()) << name;
    }
}

TEST(Personal, IsGuessedFromLabelsInThreeLanguages) {
    auto sortOf = [](const char* row, const char* language) -> std::string {
        const Form form = withProperty(jotted(std::string("# F\n") + row + " @txtA\n"), {rootId}, Prop::language,
                                       std::string(language));
        const PersonalSort* sort = guessedPersonal(form, named(form, "txtA"));
        return sort ? std::string(sort->key) : "";
    };
    EXPECT_EQ(sortOf("Full name: text 9", "en"), "name");
    EXPECT_EQ(sortOf("Name: text 9", "en"), "name");
    EXPECT_EQ(sortOf("Boat name: text 9", "en"), "");
    EXPECT_EQ(sortOf("Date of birth: date", "en"), "birth");
    EXPECT_EQ(sortOf("E-mail: text 9", "en"), "email");
    EXPECT_EQ(sortOf("Straße: text 9", "de"), "address");
    EXPECT_EQ(sortOf("Geburtsdatum: date", "de"), "birth");
    EXPECT_EQ(sortOf("Prénom: text 9", "fr"), "name");
    EXPECT_EQ(sortOf("Mast height: number 1..9", "en"), "");
    EXPECT_EQ(sortOf("Owner signs: signature", "en"), "signature");
    EXPECT_EQ(sortOf("Phone after five: check", "en"), "");
}

TEST(Personal, NoticeSaysPurposesOnceAndInTheFormsLanguage) {
    Form form =
        jotted("# F\nBoat: text 9\nOwner: text 9 @txtOwner\nPhone: text 9 @txtPhone\nEmail: text 9 @txtEmail\n");
    EXPECT_EQ(noticeText(form), "");
    EXPECT_TRUE(sameContent(noticeWritten(form, fonts()), form));
    form = markedPersonal(form, looksPersonal(form));
    EXPECT_EQ(personalFields(form).size(), 3u);
    EXPECT_EQ(noticeText(form), "We use your details to know who this is about and to contact you.");
    form = withProperty(form, {rootId}, Prop::noticeBy, std::string("Fennick Wharf"));
    form = withProperty(form, {rootId}, Prop::noticeUntil, std::string("for a year"));
    form = withProperty(form, {rootId}, Prop::noticeAsk, std::string("the office"));
    EXPECT_EQ(noticeText(form),
              "Fennick Wharf uses your details to know who this is about and to contact you. They are kept for a year. "
              "Questions: the office.");
    const Form german = withProperty(form, {rootId}, Prop::language, std::string("de"));
    EXPECT_TRUE(noticeText(withProperty(german, {named(form, "txtOwner").id}, Prop::purpose,
                                        std::string("Um Sie anzusprechen.")))
                    .starts_with("Fennick Wharf verwendet Ihre Angaben, um Sie anzusprechen"));
    // Placed before the first of them, and everything below makes room.
    const Form with = noticeWritten(form, fonts());
    const Control* notice = noticeOf(with);
    ASSERT_TRUE(notice);
    EXPECT_EQ(notice->text(Prop::text), noticeText(form));
    EXPECT_LT(notice->box.bottom(), named(with, "txtOwner").box.top);
    EXPECT_GT(notice->box.top, named(with, "Boat").box.bottom());
    EXPECT_LT(with.index()->placeInOrder(notice->id), with.index()->placeInOrder(named(with, "txtOwner").id));
    EXPECT_GE(with.root().box.height, named(with, "txtEmail").box.bottom() + 16);
    // A hundred purposes: it grows, and what is below goes down.
    const Form longer = withProperty(with, {named(with, "txtPhone").id}, Prop::purpose, std::string(600, 'x') + " y");
    const Form again = noticeWritten(longer, fonts());
    EXPECT_GT(noticeOf(again)->box.height, notice->box.height);
    EXPECT_GT(named(again, "txtOwner").box.top, noticeOf(again)->box.bottom());
    EXPECT_EQ(
        markedPersonal(with, {named(with, "txtOwner").id}, false).find(named(with, "txtOwner").id)->text(Prop::purpose),
        "");
}
