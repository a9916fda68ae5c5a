#include "core/file/scheme_file.h"

#include "core/edit/renaming.h"
#include "core/naming/schemes.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {
Scheme own() {
    Scheme s;
    s.word = "Harbour office";
    s.marks = Scheme::Marks::after;
    s.letters = Scheme::Letters::snake;
    s.from = Scheme::From::value;
    s.words = 3;
    s.smallWordsToo = true;
    s.drops = {"boat", "no"};
    s.longest = 24;
    s.doubles = Scheme::Doubles::holder;
    s.wordingToo = true;
    s.kindMarks = {{Kind::textBox, "edt"}, {Kind::button, "cmd"}};
    return s;
}
}  // namespace

TEST(SchemeFile, ATeamSharesASchemeAsAFile) {
    const auto back = readScheme(schemeText(own()));
    ASSERT_TRUE(back.has_value()) << back.error().sentence;
    EXPECT_EQ(*back, own());
    for (const Scheme& s : shippedSchemes()) {
        EXPECT_EQ(readScheme(schemeText(s)).value(), s) << "one that ships is known again";
        EXPECT_EQ(schemeFor(s.key).value(), s);
        EXPECT_EQ(schemeFor(s.word).value(), s);
    }
    Folder folder;
    write(folder.file("team.brindel-scheme"), schemeText(own()));
    EXPECT_EQ(schemeFor(folder.file("team.brindel-scheme")).value(), own());
    EXPECT_TRUE(schemeFor("nowhere").error().place.empty());
}

TEST(SchemeFile, AFormKeepsItsScheme) {
    Form form = jotted("Boat name: text 30\n");
    EXPECT_EQ(formText(form).find("\"scheme\""), std::string::npos) << "the one that forms start with is left out";
    for (const Scheme& s : {own(), *shippedScheme("webFields")}) {
        const Form with = underScheme(form, s, OwnNames::recast);
        const auto opened = readForm(formText(with));
        ASSERT_TRUE(opened.has_value()) << opened.error().place << opened.error().sentence;
        EXPECT_EQ(schemeOf(opened->form), s);
        EXPECT_EQ(formText(opened->form), formText(with));
        EXPECT_TRUE(sameContent(opened->form, with));
    }
    EXPECT_NE(
        formText(underScheme(form, *shippedScheme("webFields"), OwnNames::recast)).find("\"scheme\": \"webFields\""),
        std::string::npos);
}

TEST(SchemeFile, WhatIsWrongIsSaidWithItsPlace) {
    const std::pair<const char*, const char*> cases[] = {
        {"{}", "line 1"},
        {"[1]", "line 1"},
        {"{", "line 1, column 2"},
        {R"({"brindelScheme": 1})", "word"},
        {R"({"brindelScheme": 1, "word": "x", "letters": "loud"})", "letters"},
        {R"({"brindelScheme": 1, "word": "x", "longest": 4})", "longest"},
        {R"({"brindelScheme": 1, "word": "x", "words": 1.5})", "words"},
        {R"({"brindelScheme": 1, "word": "x", "wordingToo": 1})", "wordingToo"},
        {R"({"brindelScheme": 1, "word": "x", "drops": "the"})", "drops"},
        {R"({"brindelScheme": 1, "word": "x", "drops": [1]})", "drops"},
        {R"({"brindelScheme": 1, "word": "x", "marks": []})", "marks"},
        {R"({"brindelScheme": 1, "word": "x", "marks": {"textBox": "a b"}})", "marks.textBox"},
        {R"({"brindelScheme": 1, "word": "x", "marks": {"tub": "a"}})", "marks.tub"},
    };
    for (const auto& [text, place] : cases) {
        const auto read = readScheme(text);
        ASSERT_FALSE(read.has_value()) << text;
        EXPECT_EQ(read.error().place, place) << read.error().sentence;
        EXPECT_TRUE(read.error().sentence.text().ends_with(".")) << read.error().sentence;
    }
    EXPECT_TRUE(readScheme(R"({"brindelScheme": 1, "word": "x", "later": [1]})").has_value())
        << "what later versions add is passed over";
    const auto form = readForm(R"({"brindel": 1, "form": "dialog", "name": "x", "scheme": "loud"})");
    ASSERT_FALSE(form.has_value());
    EXPECT_EQ(form.error().place, "scheme");
    EXPECT_EQ(form.error().sentence, "There is no scheme “loud”.");
}
