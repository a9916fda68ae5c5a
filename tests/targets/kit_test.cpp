// The kit: what is in it, that it is the same twice, and that the old one stands until the new one is whole.
#include "core/targets/kit/kit.h"

#include <gtest/gtest.h>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <fmt/format.h>

#include <csignal>
#include <nlohmann/json.hpp>
#include <random>

#include "core/compare/kit_form.h"
#include "core/edit/edits.h"
#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "core/wording/texts.h"
#include "tests/kills.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;
namespace fs = std::filesystem;

namespace {

std::vector<KitFile> kitOfDemo(const std::string& name, std::vector<std::string> targets) {
    const Form form = demo(name);
    const std::string file = formText(form);
    return kitOf(FormSession(form, isoDateRead("2026-04-01").value()), fonts(),
                 {.targets = std::move(targets), .formFile = file})
        .value();
}

std::map<std::string, std::string> filesIn(const fs::path& folder) {
    std::map<std::string, std::string> all;
    for (const auto& one : fs::directory_iterator(folder))
        all[one.path().filename().string()] = readWhole(one.path().string()).value();
    return all;
}
std::map<std::string, std::string> asMap(const std::vector<KitFile>& kit) {
    std::map<std::string, std::string> all;
    for (const KitFile& file : kit) all[file.name] = file.bytes;
    return all;
}
std::size_t countIn(const fs::path& folder) {
    return std::size_t(std::distance(fs::directory_iterator(folder), fs::directory_iterator()));
}

/// A kit of few bytes, quick to write.
std::vector<KitFile> smallKit(const std::string& word) {
    std::vector<KitFile> kit;
    for (int i = 0; i < 6; ++i) kit.push_back({"file" + std::to_string(i), std::string(20000, word[0])});
    std::string names;
    for (const KitFile& file : kit)
        names += (names.empty() ? "" : ",") + std::string("{\"name\":\"") + file.name + "\"}";
    kit.push_back({"manifest.json", "{\"kit\":1,\"files\":[" + names + "]}"});
    return kit;
}

}  // namespace

TEST(Kit, HoldsWhatWasTickedTheFormAndItsSums) {
    const Folder folder;
    const std::string path = folder.file("kit");
    const auto kit = kitOfDemo("mooring-permit", {"schema", "pdf", "sheet", "pdf"});
    ASSERT_TRUE(writeKit(kit, path));
    std::vector<std::string> names;
    for (const KitFile& file : kit) names.push_back(file.name);
    EXPECT_EQ(names, (std::vector<std::string>{"mooringPermit.pdf", "mooringPermit-controls.html",
                                               "mooringPermit-reply.schema.json", "mooringPermit.brindel",
                                               "read-me-first.html", "manifest.json", "SHA256SUMS"}));
    EXPECT_EQ(std::system(("cd '" + path + "' && sha256sum -c --strict --quiet SHA256SUMS").c_str()), 0);
    EXPECT_TRUE(openForm(path + "/mooringPermit.brindel"));
    const auto manifest = nlohmann::json::parse(filesIn(path).at("manifest.json"));
    EXPECT_EQ(manifest["files"].size(), 5u);
    for (const auto& file : manifest["files"])
        EXPECT_EQ(file["bytes"].get<std::size_t>(), fs::file_size(path + "/" + file["name"].get<std::string>()));
    // The page names every file that is for somebody.
    const std::string page = filesIn(path).at("read-me-first.html");
    for (int i = 0; i < 4; ++i)
        EXPECT_NE(page.find("href=\"" + names[std::size_t(i)] + "\""), std::string::npos) << names[std::size_t(i)];
    EXPECT_NE(page.find("Fillers need nothing but <code>mooringPermit.pdf</code>."), std::string::npos);
    EXPECT_NE(page.find("brindel-cli fill mooringPermit.brindel --values FILLED.pdf"), std::string::npos);
    EXPECT_NE(page.find("15 must be filled in"), std::string::npos);
    EXPECT_NE(page.find("Questions: the harbour office, 01632 960400."), std::string::npos);
}

TEST(Kit, IsTheSameTwiceAndInAnyOrderOfTicks) {
    const Folder folder;
    const auto one = kitOfDemo("lift-out-booking", {"pdf", "csv", "json", "sql", "png"});
    const auto two = kitOfDemo("lift-out-booking", {"png", "sql", "json", "csv", "pdf"});
    EXPECT_EQ(asMap(one), asMap(two));
    setenv("TZ", "Asia/Tokyo", 1);
    const auto east = zippedKit(one, "kit");
    setenv("TZ", "America/Lima", 1);
    EXPECT_EQ(zippedKit(two, "kit").value(), east.value());
    unsetenv("TZ");
    ASSERT_TRUE(writeKit(one, folder.file("kit.zip")));
    EXPECT_EQ(std::system(("cd '" + folder.path() + "' && /usr/bin/python3 -m zipfile -e kit.zip . ").c_str()), 0);
    EXPECT_EQ(filesIn(folder.file("kit")), asMap(one));
}

TEST(Kit, TakesThePlaceOfAnEarlierOneAndOfNothingElse) {
    const Folder folder;
    const std::string path = folder.file("kit");
    ASSERT_TRUE(writeKit(smallKit("old"), path));
    ASSERT_TRUE(writeKit(smallKit("new"), path + "/"));
    EXPECT_EQ(filesIn(path), asMap(smallKit("new")));
    write(path + "/mine.txt", "kept");
    EXPECT_EQ(writeKit(smallKit("other"), path).error().sentence.text(),
              "The kit cannot be exported: its folder contains “mine.txt”, which is not part of a kit or was changed "
              "since. Choose another folder, or an empty one.");
    EXPECT_EQ(filesIn(path).at("mine.txt"), "kept");
    EXPECT_EQ(filesIn(path).at("file0")[0], 'n');
    write(folder.file("plain"), "a file");
    EXPECT_EQ(writeKit(smallKit("k"), folder.file("plain")).error().sentence.text(),
              "The kit cannot be exported: a file has that name already.");
    EXPECT_FALSE(writeKit(smallKit("k"), folder.file("plain") + "/below"));
    EXPECT_EQ(countIn(folder.path()), 2u) << "nothing is left beside them";
}

TEST(Kit, KilledAtAnyMomentItIsTheOldOrTheNewOneWhole) {
    const Folder folder;
    const std::string path = folder.file("kit");
    const auto a = smallKit("a"), b = smallKit("b");
    ASSERT_TRUE(writeKit(a, path));
    Kills kills;
    int olds = 0, news = 0;
    bool old = true;  // what stands there: the other one is written over it
    for (int i = 0; i < 2000 && (i < 100 || olds < 3 || news < 3); ++i) {
        const bool was = old;
        const pid_t child = fork();
        if (child == 0) {
            for (bool turn = old;; turn = !turn) static_cast<void>(writeKit(turn ? b : a, path));
        }
        kills.after(child);
        const auto there = filesIn(path);
        ASSERT_TRUE(there == asMap(a) || there == asMap(b)) << i;
        old = there == asMap(a);
        ++(old ? olds : news);
        kills.came(old != was);
    }
    EXPECT_GE(olds, 3);
    EXPECT_GE(news, 3);
    ASSERT_TRUE(writeKit(a, path));
    EXPECT_EQ(countIn(folder.path()), 1u) << "what was begun is gone with the next";
}

TEST(Kit, AFullDiskLeavesTheOldOneAndSaysSo) {
    const Folder folder;
    const std::string path = folder.file("kit");
    ASSERT_TRUE(writeKit(smallKit("old"), path));
    const pid_t child = fork();
    if (child == 0) {
        takeSignalsAsProblems();
        const rlimit few{30000, 30000};
        setrlimit(RLIMIT_FSIZE, &few);
        auto kit = smallKit("new");
        kit[3].bytes.assign(100000, 'n');
        const auto written = writeKit(kit, path);
        _exit(!written && written.error().sentence.text() ==
                              "The kit cannot be exported: it would be larger than is allowed here."
                  ? 0
                  : 1);
    }
    int status = 0;
    waitpid(child, &status, 0);
    EXPECT_EQ(WEXITSTATUS(status), 0);
    EXPECT_EQ(filesIn(path), asMap(smallKit("old")));
    EXPECT_EQ(countIn(folder.path()), 1u);
}

TEST(Kit, SaysWhatCannotBeMadeAndStopsWhereItIsTold) {
    const Form form = demo("pontoon-fault-note");
    const FormSession session(form, isoDateRead("2026-04-01").value());
    EXPECT_EQ(kitOf(session, fonts(), {.targets = {}, .formFile = ""}).error().sentence.text(),
              "Nothing is ticked: a kit needs at least one thing for its receiver.");
    std::vector<std::string> told;
    const auto stopped = kitOf(session, fonts(),
                               {.targets = {"pdf", "csv", "json"},
                                .formFile = "",
                                .step = [&](std::string_view what, std::size_t at, std::size_t of) {
                                    told.push_back(fmt::format("{}/{} {}", at, of, what));
                                    return at < 1;
                                }});
    EXPECT_TRUE(!stopped && isStopped(stopped.error()));
    EXPECT_EQ(told, (std::vector<std::string>{"0/3 a fillable PDF", "1/3 a control sheet as CSV"}));
    std::string rows;
    for (int i = 0; i < 1600; ++i) rows += "Field " + std::to_string(i) + ": text\n";
    const auto wide = kitOf(FormSession(jotted(rows), isoDateRead("2026-04-01").value()), fonts(),
                            {.targets = {"csv", "sql"}, .formFile = ""});
    EXPECT_EQ(wide.error().place, "database tables for its replies");
}

TEST(Kit, HoldsAClassInAFolderAndLeavesAloneWhatWasChangedThere) {
    Folder folder;
    const auto kit = kitOfDemo("lift-out-booking", {"qt"});
    ASSERT_TRUE(writeKit(kit, folder.file("kit")));
    const std::string inner = folder.file("kit") + "/liftOutBooking-qt/";
    EXPECT_NE(readWhole(inner + "lift_out_booking_form.cpp")->find("LiftOutBookingForm::toJson"), std::string::npos);
    EXPECT_TRUE(writeKit(kit, folder.file("kit")));  // the same again
    // Somebody has begun to work in it.
    write(inner + "lift_out_booking.cpp", "// mine");
    const auto refused = writeKit(kit, folder.file("kit"));
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().sentence.text().find("liftOutBooking-qt/lift_out_booking.cpp"), std::string::npos);
    EXPECT_EQ(*readWhole(inner + "lift_out_booking.cpp"), "// mine");
    EXPECT_TRUE(zippedKit(kit, "kit"));
}

TEST(Kit, GivesFillersEachLanguageThatIsAskedFor) {
    const std::string source = std::string(BRINDEL_SOURCE) + "/demo/lift-out-booking.";
    Form form = demo("lift-out-booking");
    for (const char* language : {"de", "he"})
        form = withTexts(form, language, readTextTable(textOf(source + language + ".csv")).value().texts).form;
    const FormSession session(form, today);
    auto names = [&](std::vector<std::string> languages) {
        const auto kit =
            kitOf(session, fonts(),
                  {.targets = {"pdf", "html", "sheet"}, .formFile = "{}", .languages = std::move(languages)});
        std::vector<std::string> all;
        for (const KitFile& file : *kit)
            if (file.target) all.push_back(file.name);
        return all;
    };
    using Names = std::vector<std::string>;
    EXPECT_EQ(names({}), (Names{"liftOutBooking.pdf", "liftOutBooking-page.html", "liftOutBooking-controls.html"}));
    // Who receives replies gets theirs in the form's own language; a language that is given twice counts once.
    EXPECT_EQ(names({"de", "he", "de"}),
              (Names{"liftOutBooking-de.pdf", "liftOutBooking-he.pdf", "liftOutBooking-page-de.html",
                     "liftOutBooking-page-he.html", "liftOutBooking-controls.html"}));
    EXPECT_EQ(names({"he", "en"}).size(), 5u);
    const auto kit =
        asMap(kitOf(session, fonts(), {.targets = {"html"}, .formFile = "{}", .languages = {"en", "he"}}).value());
    EXPECT_NE(kit.at("liftOutBooking-page-he.html").find("<html lang=\"he\" dir=\"rtl\""), std::string::npos);
    EXPECT_NE(kit.at("liftOutBooking-page-he.html").find("שם הסירה"), std::string::npos);
    EXPECT_NE(kit.at("read-me-first.html").find("Hebrew: <code>liftOutBooking-page-he.html</code>"), std::string::npos);
    EXPECT_NE(kit.at("manifest.json").find("\"language\": \"he\""), std::string::npos);
    const auto none = kitOf(session, fonts(), {.targets = {"pdf"}, .formFile = "{}", .languages = {"pl"}});
    ASSERT_FALSE(none);
    EXPECT_EQ(none.error().place, "pl");
    // What is ticked and gone meanwhile is passed over.
    form.kit = std::make_shared<const KitChoice>(KitChoice{.languages = {"en", "pl", "de"}});
    EXPECT_EQ(languagesTicked(form), (Names{"en", "de"}));
    EXPECT_EQ(readForm(formText(form)).value().form.kit->languages, form.kit->languages);
}

TEST(Kit, SaysWhatHasChangedSinceTheLastOneBesideIt) {
    const fs::path folder = fs::path(testing::TempDir()) / "brindel-kits";
    fs::remove_all(folder);
    fs::create_directories(folder);
    Form form = demo("pontoon-fault-note");
    auto page = [&](int version, const char* name) {
        form.revision = version;
        const auto last = lastHandedOver(form, (folder / name).string());
        const auto kit = kitOf(FormSession(form, today), fonts(),
                               {.targets = {"sheet"}, .formFile = formText(form), .before = last ? &*last : nullptr})
                             .value();
        EXPECT_TRUE(writeKit(kit, (folder / name).string()));
        return asMap(kit).at("read-me-first.html");
    };
    EXPECT_EQ(page(2, "pontoonFaultNote-2").find("What has changed"), std::string::npos);
    form = withProperty(form, {form.named("txtBerth")->id}, Prop::required, true);
    EXPECT_NE(page(3, "pontoonFaultNote-3.zip").find("What has changed since version 2"), std::string::npos);
    // The ones after it, other forms' kits and what is none are left aside.
    fs::create_directories(folder / "pontoonFaultNote-9");
    fs::create_directories(folder / "pontoonFaultNote-x");
    write((folder / "pontoonFaultNote-1").string(), "a file");
    EXPECT_NE(page(5, "pontoonFaultNote-5").find("What has changed since version 3"), std::string::npos);
    EXPECT_EQ(lastKitIn((folder / "nowhere").string(), "pontoonFaultNote-5"), std::nullopt);
    fs::remove_all(folder);
}
