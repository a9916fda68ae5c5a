// What a file may ask for has a bound, and what it says is kept to the last digit.
#include <fcntl.h>
#include <sys/resource.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

#include <thread>

#include "core/file/json_text.h"
#include "core/file/recovery_file.h"
#include "core/file/scheme_file.h"
#include "core/file/whole_file.h"
#include "core/naming/identifiers.h"
#include "core/naming/schemes.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {
std::string refusal(const std::string& text) {
    auto read = readForm(text);
    return read ? "" : read.error().place + ": " + read.error().sentence.text();
}
std::string dialogWith(const std::string& more) {
    return R"({"brindel": 1, "form": "dialog", "name": "x", )" + more + "}";
}
std::string tableWith(const std::string& more) {
    return dialogWith(R"("controls": [{"id": "c2", "kind": "table", "box": [0, 0, 9, 9], )" + more + "}]");
}
}  // namespace

TEST(Bounds, DepthAndCountsAndSizesAreRefusedWithASentence) {
    EXPECT_EQ(refusal(dialogWith("\"zz\": " + std::string(60000, '[') + std::string(60000, ']'))),
              "line 1, column 252: This is nested too deeply: 200 levels at most.");
    EXPECT_EQ(refusal(tableWith("\"rows\": 900000000")),
              "controls[0].rows: A whole number from 0 to 1000 is expected here.");
    std::string columns;
    for (int i = 0; i < 101; ++i) columns += std::string(i ? "," : "") + "\"c" + std::to_string(i) + "\"";
    EXPECT_EQ(refusal(tableWith("\"columns\": [" + columns + "]")),
              "controls[0].columns: A table has at most 100 columns.");
    EXPECT_EQ(refusal(dialogWith("\"size\": [1000000, 30]")), "size: A dialog is at most 20000 px wide and high.");
    EXPECT_EQ(refusal(dialogWith("\"size\": [1e999, 30]")), "line 1, column 56: This number is too large.");
    EXPECT_EQ(refusal(dialogWith("\"revision\": 1, \"revision\": 2")), "revision: “revision” is given twice.");
}

TEST(Bounds, APatternThatDoesNotReadIsRefusedWhereItStands) {
    EXPECT_EQ(
        refusal(dialogWith(R"("controls": [{"id": "c2", "kind": "textBox", "box": [0, 0, 9, 9], "pattern": "[A-"}])")),
        "controls[0].pattern: The pattern cannot be read at character 3.");
}

TEST(Bounds, EveryNumberIsKeptExactly) {
    for (double number : {0.1, 1.0 / 3, 1e-9, 0.12345678901234567, 1e11, 123456789.123456789, -0.0, 5.0}) {
        Form form = jotted("N: number\n");
        const Id id = named(form, "numN").id;
        form = withProperty(form, {id}, Prop::borderWidth, number);
        form = changed(form, id, [&](Control& c) { c.box.left = number > 1e5 ? 3 : number; });
        const Form back = readForm(formText(form)).value().form;
        EXPECT_EQ(back.find(id)->number(Prop::borderWidth), number) << formText(form);
        EXPECT_EQ(back.find(id)->box, form.find(id)->box);
    }
    EXPECT_EQ(exactText(5), "5");
    EXPECT_EQ(exactText(-0.0), "0");
    EXPECT_EQ(exactText(1e-9), "1e-09");
}

TEST(Bounds, UnknownKeysOfStylesAndSchemesAreKept) {
    const std::string text = dialogWith(
        R"("styles": [{"style": "text", "word": "Text", "glow": 1e-9}], "scheme": {"word": "Own", "tone": [1, {"a": null}]}, "controls": [])");
    const std::string back = formText(readForm(text).value().form);
    EXPECT_NE(back.find("\"glow\": 1e-09"), std::string::npos) << back;
    EXPECT_NE(back.find("\"tone\": ["), std::string::npos) << back;
    EXPECT_EQ(formText(readForm(back).value().form), back);
}

TEST(Bounds, VersionsGoUpWhenTheFormOthersHoldIsChanged) {
    const Form saved = jotted("A: text 5\n");
    EXPECT_EQ(nextVersion(saved, saved).revision, 1);
    const Form changed = reworded(saved, named(saved, "A").id, "B");
    EXPECT_EQ(nextVersion(changed, saved).revision, 2);
    EXPECT_EQ(nextVersion(saved, nextVersion(changed, saved)).revision, 3) << "undone is another version again";
}

TEST(WholeFile, PipesDevicesAndLinksStayWhatTheyAre) {
    Folder folder;
    const std::string pipe = folder.file("pipe");
    ASSERT_EQ(mkfifo(pipe.c_str(), 0600), 0);
    std::string got;
    std::thread reader([&] { got = textOf(pipe); });
    EXPECT_TRUE(writeWhole(pipe, "through the pipe"));
    reader.join();
    EXPECT_EQ(got, "through the pipe");
    EXPECT_TRUE(std::filesystem::is_fifo(pipe));
    EXPECT_TRUE(writeWhole("/dev/null", "gone"));
    EXPECT_TRUE(std::filesystem::is_character_file("/dev/null"));
    EXPECT_EQ(writeWhole("/dev/full", "x").error().sentence, "The file cannot be written: the disk is full.");

    write(folder.file("real"), "old");
    std::filesystem::create_symlink("real", folder.file("link"));
    std::filesystem::create_symlink("to-be", folder.file("dangling"));
    std::filesystem::create_symlink("round", folder.file("round"));
    std::filesystem::create_hard_link(folder.file("real"), folder.file("same"));
    EXPECT_TRUE(writeWhole(folder.file("link"), "new"));
    EXPECT_TRUE(writeWhole(folder.file("dangling"), "there"));
    EXPECT_TRUE(std::filesystem::is_symlink(folder.file("link")));
    EXPECT_TRUE(std::filesystem::is_symlink(folder.file("dangling")));
    EXPECT_EQ(textOf(folder.file("same")), "new") << "the other name of the file sees it";
    EXPECT_EQ(textOf(folder.file("to-be")), "there");
    EXPECT_EQ(writeWhole(folder.file("round"), "x").error().sentence,
              "The file cannot be written: its links lead in a circle.");
    write(folder.file("shut"), "old");
    chmod(folder.file("shut").c_str(), 0444);
    EXPECT_EQ(writeWhole(folder.file("shut"), "new").error().sentence,
              "The file cannot be written: it is not allowed here.");
    EXPECT_EQ(textOf(folder.file("shut")), "old");
}

TEST(WholeFile, AKillOrALimitLeavesNothingBesideTheFile) {
    Folder folder;
    write(folder.file("a"), "old");
    const std::string large(1 << 20, 'x');
    const pid_t child = fork();
    if (child == 0) {
        takeSignalsAsProblems();
        const rlimit limit{1000, 1000};
        setrlimit(RLIMIT_FSIZE, &limit);
        auto wrote = writeWhole(folder.file("a"), large);
        _exit(!wrote && wrote.error().sentence.text().ends_with("it would be larger than is allowed here.") ? 0 : 1);
    }
    int status = 1;
    waitpid(child, &status, 0);
    EXPECT_EQ(status, 0);
    for (int i = 0; i < 30; ++i) {
        const pid_t writer = fork();
        if (writer == 0)
            for (;;) (void)writeWhole(folder.file("a"), large);
        usleep(useconds_t(2000 + 700 * i));
        kill(writer, SIGKILL);
        waitpid(writer, nullptr, 0);
        const std::string left = textOf(folder.file("a"));
        ASSERT_TRUE(left == "old" || left == large);
    }
    int files = 0;
    for ([[maybe_unused]] const auto& f : std::filesystem::directory_iterator(folder.path())) ++files;
    // A name is given for the moment before the file takes its place: a kill may hit that moment, rarely.
    EXPECT_LE(files, 3);
}

TEST(RecoveryFile, ARecordOfAnyShapeStopsNobody) {
    Folder folder;
    const Form form = jotted("A: text 5\n");
    for (const char* path : {"7", "null", "[1]", "{}"}) {
        write(folder.file("unsaved-99999991.json"),
              "{\"path\": " + std::string(path) + ", \"form\": " + Json(formText(form)).dump() + "}");
        EXPECT_EQ(leftBehind(folder.path()).size(), 1u) << path;
    }
    write(folder.file("unsaved-99999992.json"), "{\"path\": \"x\", \"form\": 7}");
    write(folder.file("unsaved-x.json"), "[]");
    EXPECT_EQ(leftBehind(folder.path()).size(), 1u);
}

TEST(RecoveryFile, ANumberUsedAgainHidesNoRecordAndReadOnlyIsKept) {
    Folder folder;
    const Form form = jotted("A: text 5\n");
    ASSERT_TRUE(keep(folder.path(), getpid(), {"", "x.brindel", "It is newer.", form}));
    EXPECT_TRUE(leftBehind(folder.path()).empty()) << "this process still runs";
    // The record of an earlier process that had the same number.
    const std::string record = folder.file("unsaved-" + std::to_string(getpid()) + ".json");
    std::string text = textOf(record);
    const auto at = text.find("\"begun\": \"") + 10;
    text.replace(at, text.find('"', at) - at, "1");
    write(record, text);
    const auto left = leftBehind(folder.path());
    ASSERT_EQ(left.size(), 1u);
    EXPECT_EQ(left[0].readOnlyBecause, "It is newer.");
}

TEST(Schemes, AShortLongestLengthMakesNoReservedWords) {
    for (Scheme scheme : shippedSchemes())
        for (int longest : {8, 9, 12})
            for (const char* label : {"Full name of the owner", "For whom it is kept", "Date of the inspection",
                                      "Class of the vessel", "Return address here", "Switchboard"}) {
                scheme.key.clear();
                scheme.longest = longest;
                const std::string name = nameFor(scheme, Kind::textBox, label);
                EXPECT_FALSE(isReserved(name)) << name << " for " << label << " in " << scheme.word;
            }
}
