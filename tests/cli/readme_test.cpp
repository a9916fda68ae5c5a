// The commands that docs/programs.md names, run as they are written there.
#include <sys/wait.h>

#include <regex>

#include "tests/support.h"

using namespace brindel::test;

namespace {

/// The commands of the page.
std::vector<std::string> commandsOfPage() {
    std::istringstream page(textOf(std::string(BRINDEL_SOURCE) + "/docs/programs.md"));
    std::vector<std::string> commands;
    for (std::string line; std::getline(page, line);)
        if (line.starts_with("    ")) commands.push_back(line.substr(4));
    return commands;
}

/// One way to say each part of a command that can be said in several.
std::string spelledOut(std::string line) {
    line = std::regex_replace(line, std::regex("   .*"), "");
    line = std::regex_replace(line, std::regex(R"(\[([^\]]*)\])"), "$1");
    return std::regex_replace(line, std::regex(R"((\w[\w.]*)(\|[\w.]+)+)"), "$1");
}

int run(const std::string& command) {
    return WEXITSTATUS(std::system(command.c_str()));
}

}  // namespace

TEST(Readme, EveryCommandOfThePrograms) {
    Folder folder;
    const std::string demo = std::string(BRINDEL_SOURCE) + "/demo/", at = "cd '" + folder.path() + "' && ";
    for (const auto& [file, name] : {std::pair("lift-out-booking.brindel", "FORM"),
                                     {"lift-out-booking.brindel", "FORM.brindel"},
                                     {"yard-charges.brindel", "NEWER"},
                                     {"lift-out-booking.jot", "ROWS.jot"},
                                     {"lift-out-booking.values.json", "V.json"}})
        std::filesystem::copy_file(demo + file, folder.file(name));
    write(folder.file("NAMES.txt"), "txtBoatName\n");
    write(folder.file("OLD.txt"), "Boat name: ______\nLength: ____ m\n");
    write(folder.file("WORD.txt"), "tide and timber\n");
    // The dates of the demo have passed for whoever reads this; these are to come.
    write(folder.file("V.json"), std::regex_replace(textOf(folder.file("V.json")), std::regex("2026-"), "2096-"));
    write(folder.file("ROWS.csv"),
          "txtBoatName,txtRegistration,numLength,radLiftBy,txtOwner,txtPhone,dtmWantedFrom,lstJobs\nMarigold,FW-20417,"
          "9.4,Crane,Ines Halloran,0555 014 220,2096-04-01,Wash\n");
    int commands = 0;
    for (const std::string& line : commandsOfPage()) {
        if (!line.starts_with("brindel-cli")) continue;  // windows are driven in the tests of the windows
        const std::string command = spelledOut(line);
        EXPECT_EQ(run(at + "'" + BRINDEL_BIN + "'/" + command + " >out.txt 2>err.txt"), 0)
            << command << "\n"
            << textOf(folder.file("err.txt"));
        ++commands;
    }
    EXPECT_GE(commands, 6);
}

TEST(Readme, RunWithoutADisplayWritesTheDemo) {
    Folder folder;
    EXPECT_EQ(run("cd '" BRINDEL_SOURCE "' && env -u DISPLAY -u WAYLAND_DISPLAY ./run --written >'" +
                  folder.file("out.txt") + "' 2>&1"),
              0)
        << textOf(folder.file("out.txt"));
    for (const auto& form : std::filesystem::directory_iterator(std::string(BRINDEL_SOURCE) + "/demo")) {
        if (form.path().extension() != ".brindel") continue;
        const std::string stem = std::string(BRINDEL_SOURCE) + "/out/" + form.path().stem().string();
        for (const char* end : {"/read-me-first.html", "/SHA256SUMS", "-filled.pdf", "-reply.json"})
            EXPECT_TRUE(std::filesystem::exists(stem + end)) << stem << end;
    }
}
