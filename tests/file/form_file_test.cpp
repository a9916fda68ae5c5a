#include <sys/wait.h>
#include <unistd.h>

#include <random>

#include "core/file/json_text.h"
#include "core/file/recovery_file.h"
#include "core/file/scheme_file.h"
#include "core/file/whole_file.h"
#include "core/naming/schemes.h"
#include "core/rules/references.h"
#include "core/session/form_session.h"
#include "tests/kills.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(FormFile, WhatIsSavedOpensTheSame) {
    for (const Form& form :
         {jotted(booking), jotted(booking, Kind::document), demo("lift-out-booking"), demo("mooring-permit")}) {
        const std::string text = formText(form);
        Form again = readForm(text).value().form;
        EXPECT_TRUE(sameContent(form, again));
        EXPECT_EQ(form.next, again.next);
        EXPECT_EQ(formText(again), text);
    }
}

TEST(FormFile, ReadsWellAndLeavesDefaultsOut) {
    const std::string text = formText(jotted("# Note\nBoat name: text 30 !\n"));
    EXPECT_NE(text.find("\"box\": ["), std::string::npos);
    EXPECT_NE(text.find("\"required\": true"), std::string::npos);
    EXPECT_EQ(text.find("\"visible\""), std::string::npos);
    EXPECT_EQ(text.find("\"styles\""), std::string::npos);
    EXPECT_EQ(text.back(), '\n');
}

TEST(FormFile, KeysThatAreNotKnownAreKept) {
    std::string text = formText(jotted("Boat name: text 30\n"));
    text.insert(text.find("\"form\""), "\"palette\": {\"sea\": [1, 2, {\"deep\": true}]}, ");
    text.insert(text.find("\"kind\": \"textBox\""), "\"glow\": \"warm\", ");
    Form form = readForm(text).value().form;
    const std::string again = formText(form);
    EXPECT_NE(again.find("\"palette\""), std::string::npos);
    EXPECT_NE(again.find("\"deep\": true"), std::string::npos);
    EXPECT_NE(again.find("\"glow\": \"warm\""), std::string::npos);
    EXPECT_EQ(formText(readForm(again).value().form), again);
}

TEST(FormFile, NewerFilesAreOpenedToLookAtOnly) {
    std::string text = formText(jotted("Boat name: text 30\n"));
    text.replace(text.find("\"brindel\": 1"), 12, "\"brindel\": 2");
    auto opened = readForm(text);
    ASSERT_TRUE(opened);
    EXPECT_NE(opened->readOnlyBecause, "");
    text.replace(text.find("\"textBox\""), 9, "\"hologram\"");
    auto unreadable = readForm(text);
    ASSERT_FALSE(unreadable);
    EXPECT_NE(unreadable.error().sentence.text().find("newer"), std::string::npos);
}

TEST(FormFile, MistakesAreSaidWithTheirPlace) {
    const std::string good = formText(jotted("Boat name: text 30\n"));
    auto broken = [&](const std::string& from, const std::string& to) {
        std::string text = good;
        text.replace(text.find(from), from.size(), to);
        auto read = readForm(text);
        return read ? Problem{"", said("read")} : read.error();
    };
    EXPECT_EQ(broken("\"textBox\"", "\"textbox\""),
              (Problem{"controls[1].kind", said("This version does not know the kind “{}”.", "textbox")}));
    EXPECT_EQ(broken("\"maxLength\": 30", "\"maxLength\": \"many\"").place, "controls[1].maxLength");
    EXPECT_EQ(broken("\"id\": \"c3\"", "\"id\": \"c2\"").sentence, "Another control has the id c2 already.");
    EXPECT_EQ(broken("\"labels\": \"c3\"", "\"labels\": \"c99\"").place, "controls[0].labels");
    EXPECT_EQ(broken("\"form\": \"dialog\"", "\"form\": \"window\"").place, "form");
    EXPECT_EQ(readForm("{\n  \"brindel\": 1,\n  oops\n}").error().place, "line 3, column 3");
    EXPECT_NE(readForm(good.substr(0, good.size() / 2)).error().sentence.text().find("ends too early"),
              std::string::npos);
    EXPECT_EQ(readForm("[1, 2]").error().sentence, "This is not a Brindel form.");
}

TEST(FormFile, ContainersTooDeepAreRefused) {
    std::string text = "{\"brindel\":1,\"form\":\"dialog\",\"name\":\"x\",\"controls\":[";
    for (int i = 0; i < 80; ++i)
        text += "{\"id\":\"c" + std::to_string(i + 2) +
                "\",\"kind\":\"frame\",\"name\":\"f\",\"box\":[0,0,1,1],\"controls\":[";
    for (int i = 0; i < 80; ++i) text += "]}";
    auto read = readForm(text + "]}");
    ASSERT_FALSE(read);
    EXPECT_EQ(read.error().sentence, "Containers are nested too deeply.");
}

/// Ten thousand broken inputs: half cut off, half with random bytes in random places.
template <class Read>
void survives(const std::string& good, Read read) {
    std::mt19937 chance(20261123);
    for (int i = 0; i < (sanitized ? 4000 : 10000); ++i) {
        std::string text = good;
        if (i % 2 == 0)
            text.resize(chance() % (good.size() + 1));
        else
            for (int k = 1 + int(chance() % 6); k > 0 && !text.empty(); --k)
                text[chance() % text.size()] = char(chance());
        read(text);
    }
}

TEST(BrokenInput, FormFilesNeverCrash) {
    survives(formText(jotted("# T\n## A\nBoat: text 5 !\nLift: radio [x, y]\n## B\nWhen: date\n[OK]*\n")),
             [](const std::string& text) {
                 auto read = readForm(text);
                 if (!read)
                     EXPECT_FALSE(read.error().sentence.empty());
                 else
                     formText(read->form);
             });
}

TEST(BrokenInput, JottingsNeverCrash) {
    survives(booking, [](const std::string& text) {
        auto rows = readJotting(text);
        if (!rows) {
            EXPECT_FALSE(rows.error().sentence.empty());
            EXPECT_GE(rows.error().column, 0);
            EXPECT_GE(rows.error().line, 1);
        }
    });
}

TEST(BrokenInput, SchemesAndFormulasNeverCrash) {
    Scheme scheme = shippedSchemes()[3];
    scheme.drops = {"the", "no"};
    scheme.kindMarks = {{Kind::textBox, "edt"}};
    survives(schemeText(scheme), [](const std::string& text) {
        const auto read = readScheme(text);
        if (!read) {
            EXPECT_FALSE(read.error().sentence.empty());
            return;
        }
        // What could be read can be worked with.
        for (const char* label : {"Boat name", "10 A", "…", "Όνομα"})
            EXPECT_FALSE(nameFor(*read, Kind::textBox, label).empty());
        EXPECT_EQ(readScheme(schemeText(*read)).value(), *read);
    });
    survives("=IF($$'boat-name' = \"a \"\"b\"\"\"; SUM(owner.phone; 1.5E-3) * numLength; numDays)",
             [](const std::string& text) {
                 // Whatever it is, renaming nothing changes nothing but the quotes that a name does not need.
                 const std::string once = withNamesIn(text, {});
                 EXPECT_EQ(withNamesIn(once, {}), once);
                 EXPECT_EQ(namesIn(once), namesIn(text));
             });
}

TEST(BrokenInput, ValuesFilesNeverCrash) {
    FormSession session(demo("mooring-permit"), Day(std::chrono::sys_days(std::chrono::days(20000))));
    survives(textOf(std::string(BRINDEL_SOURCE) + "/demo/mooring-permit.values.json"), [&](const std::string& text) {
        auto answers = readAnswers(text);
        EXPECT_TRUE(answers || !answers.error().sentence.empty());
        if (!answers) return;
        for (const auto& [name, answer] : *answers) (void)session.put(name, answer);
    });
}

TEST(WholeFile, AKillAtAnyMomentLeavesTheOldOrTheNewFile) {
    Folder folder(inMemory());
    const std::string path = folder.file("form.brindel");
    Form old = jotted("# Old\nBoat name: text 30\n"), fresh = demo("mooring-permit");
    const std::string oldText = formText(old), freshText = formText(fresh);
    Kills kills;
    int olds = 0, news = 0;
    for (int i = 0; i < 2000 && (i < 200 || olds < 3 || news < 3); ++i) {
        ASSERT_TRUE(saveForm(old, path));
        const pid_t child = fork();
        if (child == 0) {
            // Saves the fresh one, and waits to be killed.
            if (!writeWhole(path, freshText)) _exit(1);
            for (;;) pause();
        }
        kills.after(child);
        const std::string left = textOf(path);
        ASSERT_TRUE(left == oldText || left == freshText)
            << "a torn file of " << left.size() << " bytes after kill " << i;
        (left == oldText ? olds : news)++;
        kills.came(left != oldText);
    }
    EXPECT_GE(olds, 3);
    EXPECT_GE(news, 3) << "the child never came to save";
}

TEST(WholeFile, ProblemsAreSaidAndNothingIsLeftBehind) {
    Folder folder;
    EXPECT_FALSE(writeWhole(folder.file("no/such/folder/x"), "text"));
    EXPECT_EQ(readWhole(folder.file("missing")).error().sentence,
              "The file cannot be read: there is no such file or folder.");
    EXPECT_EQ(readWhole(folder.path()).error().sentence, "The file cannot be read: it is a folder.");
    write(folder.file("big"), std::string(100, 'x'));
    EXPECT_EQ(readWhole(folder.file("big"), 50).error().sentence, "The file is too large.");
    ASSERT_TRUE(writeWhole(folder.file("a"), "one"));
    ASSERT_TRUE(writeWhole(folder.file("a"), "two"));
    EXPECT_EQ(textOf(folder.file("a")), "two");
    int files = 0;
    for ([[maybe_unused]] const auto& f : std::filesystem::directory_iterator(folder.path())) ++files;
    EXPECT_EQ(files, 2);
}

TEST(RecoveryFile, WorkOfAProcessThatIsGoneIsOfferedBack) {
    Folder folder;
    Form form = jotted("Boat name: text 30\n");
    pid_t child = fork();
    if (child == 0) _exit(keep(folder.path(), getpid(), {"", "/somewhere/boat.brindel", "", form}) ? 0 : 1);
    int status = 1;
    waitpid(child, &status, 0);
    ASSERT_EQ(status, 0);
    auto left = leftBehind(folder.path());
    ASSERT_EQ(left.size(), 1u);
    EXPECT_TRUE(sameContent(left[0].form, form));
    EXPECT_EQ(left[0].path, "/somewhere/boat.brindel");
    ASSERT_TRUE(keep(folder.path(), getpid(), {"", "", "", form}));
    EXPECT_EQ(leftBehind(folder.path()).size(), 1u) << "a designer that runs keeps its own";
    forget(folder.path(), child);
    EXPECT_TRUE(leftBehind(folder.path()).empty());
}

TEST(Schema, TheFileInTheRepoIsTheOneOfTheTable) {
    EXPECT_EQ(textOf(std::string(BRINDEL_SOURCE) + "/schema/brindel-form.schema.json"), formSchema())
        << "write it anew: brindel-cli schema -o schema/brindel-form.schema.json";
}
