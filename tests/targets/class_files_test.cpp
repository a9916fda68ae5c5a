// The files of a C++ class: what is written anew and what is left alone, and that a change of the form changes no more
// than what speaks of it. What the class does is in tests/classes.
#include <gtest/gtest.h>

#include <QtCore/QtCore>

#include <algorithm>
#include <pugixml.hpp>
#include <sstream>

#include "core/edit/edits.h"
#include "core/file/whole_file.h"
#include "core/targets/qt/qt_class.h"
#include "core/targets/qt/qt_words.h"
#include "core/wording/texts.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::map<std::string, std::string> classFiles(const Form& form, const ClassChoice& names = {}) {
    std::map<std::string, std::string> all;
    const auto files = classOf(FormSession(form, today), fonts(), names).value();
    for (const TargetFile& file : files) all[file.name] = file.bytes;
    return all;
}

/// Lines that only one of two texts has.
std::pair<std::vector<std::string>, std::vector<std::string>> differing(const std::string& before,
                                                                        const std::string& after) {
    auto lines = [](const std::string& text) {
        std::multiset<std::string> all;
        std::istringstream in(text);
        for (std::string line; std::getline(in, line);) all.insert(line);
        return all;
    };
    const auto a = lines(before), b = lines(after);
    std::pair<std::vector<std::string>, std::vector<std::string>> found;
    std::ranges::set_difference(a, b, std::back_inserter(found.first));
    std::ranges::set_difference(b, a, std::back_inserter(found.second));
    return found;
}

}  // namespace

TEST(ClassFiles, AreTheSameTwice) {
    for (const char* name : {"lift-out-booking", "mooring-permit", "slip-inspection"})
        EXPECT_EQ(classFiles(demo(name)), classFiles(demo(name)));
}

TEST(ClassFiles, OneLabelChangedIsOneLineAndOneTextToTranslate) {
    const Form form = demo("lift-out-booking");
    const Form other = withProperty(form, {labelOf(form, form.named("numLength")->id)->id}, Prop::text,
                                    std::string("Length of the boat"));
    const auto before = classFiles(form), after = classFiles(other);
    for (const auto& [name, bytes] : before) {
        const auto [gone, come] = differing(bytes, after.at(name));
        const bool changes = name == "lift_out_booking_form.cpp" || name == "lift_out_booking.ts";
        EXPECT_EQ(gone.size(), changes ? 1u : 0u) << name;
        EXPECT_EQ(come.size(), changes ? 1u : 0u) << name;
        if (changes) EXPECT_NE(come.at(0).find("Length of the boat"), std::string::npos);
    }
}

TEST(ClassFiles, OneFieldAddedChangesNoOtherLine) {
    const std::string rows = "# Till\nName: text 30 !\nTea: number 0..50\nRolls: number 0..50\n[Cancel] [Keep]*\n";
    std::string more = rows;
    more.insert(more.find("Rolls"), "Cakes: number 0..50\n");
    const auto before = classFiles(jotted(rows)), after = classFiles(jotted(more));
    for (const auto& [name, bytes] : before) {
        const auto [gone, come] = differing(bytes, after.at(name));
        // The window is higher, and the ids of labels behind it are others: here they were jotted anew.
        for (const std::string& line : gone)
            EXPECT_TRUE(line.find("label") != std::string::npos || line.find("resize") != std::string::npos ||
                        line.find("setMinimumSize") != std::string::npos)
                << name << ": " << line;
        const bool speaks =
            std::ranges::any_of(come, [](const std::string& line) { return line.find("akes") != std::string::npos; });
        EXPECT_EQ(speaks, !come.empty()) << name;
    }
}

TEST(ClassFiles, WhatIsYoursIsWrittenOnce) {
    Folder folder;
    const auto files = classOf(FormSession(demo("yard-charges"), today), fonts(), {}).value();
    ASSERT_TRUE(writeFiles(files, folder.file("made/here")));
    const std::string own = folder.file("made/here/yard_charges.cpp"),
                      anew = folder.file("made/here/yard_charges_form.cpp");
    write(own, "// mine");
    write(anew, "// spoiled");
    ASSERT_TRUE(writeFiles(files, folder.file("made/here")));
    EXPECT_EQ(textOf(own), "// mine");
    EXPECT_NE(textOf(anew), "// spoiled");
    // What is as it was is not touched, so nothing is built anew for it.
    const auto before = std::filesystem::last_write_time(anew);
    ASSERT_TRUE(writeFiles(files, folder.file("made/here")));
    EXPECT_EQ(std::filesystem::last_write_time(anew), before);
    // Where a file stands in the way of the folder, that is said.
    const auto refused = writeFiles(files, own);
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().place, own);
}

TEST(ClassFiles, AreCalledAsIsWanted) {
    const auto files = classFiles(demo("lift-out-booking"), {"wharf::forms", "Booking"});
    ASSERT_TRUE(files.contains("booking_form.h"));
    EXPECT_NE(files.at("booking_form.h").find("namespace wharf::forms {"), std::string::npos);
    EXPECT_NE(files.at("booking_form.h").find("class BookingForm : public QDialog"), std::string::npos);
    EXPECT_NE(files.at("main.cpp").find("wharf::forms::Booking form;"), std::string::npos);
    for (const char* wrong : {"class", "9lives", "a b", "é", "__x", "x\"y"}) {
        EXPECT_FALSE(classMisfit({"", wrong}).empty()) << wrong;
        EXPECT_FALSE(classMisfit({wrong, ""}).empty()) << wrong;
        EXPECT_FALSE(classOf(FormSession(demo("yard-charges"), today), fonts(), {"", wrong})) << wrong;
    }
    EXPECT_FALSE(classMisfit({"wharf::", ""}).empty());
    EXPECT_TRUE(classMisfit({"wharf::forms", "Booking2"}).empty());
}

TEST(ClassFiles, GiveOtherNamesToWhatQtKeeps) {
    Form form = jotted("# Odd\nWide: number\nLit: check\nBack: text 10\n");
    for (const auto& [was, name] :
         {std::pair("numWide", "size"), std::pair("chkLit", "show"), std::pair("txtBack", "reply")})
        form = changed(form, form.named(was)->id, [&](Control& c) { c.name = name; });
    const auto files = classFiles(form);
    const std::string& header = files.at("odd_form.h");
    EXPECT_NE(header.find("auto sizeField() const"), std::string::npos);
    EXPECT_NE(header.find("auto showField() const"), std::string::npos);
    EXPECT_NE(header.find("auto replyField() const"), std::string::npos);
    // In the reply they are called as ever.
    EXPECT_NE(files.at("odd_form.cpp").find(".name = QStringLiteral(\"size\")"), std::string::npos);
}

TEST(ClassFiles, HaveEveryTextToTranslateInATranslationsFile) {
    for (const char* name : {"lift-out-booking", "slip-inspection", "mooring-permit"}) {
        const auto files = classFiles(demo(name));
        std::string file(name);
        std::ranges::replace(file, '-', '_');
        pugi::xml_document ts;
        ASSERT_TRUE(ts.load_string(files.at(file + ".ts").c_str()));
        std::set<std::string> texts;
        for (const auto& one : ts.child("TS").child("context").children("message"))
            texts.insert(qt::quotedText(one.child("source").text().get()));
        // Each text in the source is there, and nothing else.
        const std::string& source = files.at(file + "_form.cpp");
        std::set<std::string> said;
        for (std::size_t at = 0; (at = source.find("tr(\"", at)) != std::string::npos;) {
            std::size_t end = at + 4;
            while (source[end] != '"' || source[end - 1] == '\\') ++end;
            std::string text = source.substr(at + 3, end - at - 2);
            at = end;
            if (source.compare(end + 1, 1, ")") == 0) said.insert(text);
        }
        for (const std::string& text : said) EXPECT_TRUE(texts.contains(text)) << text;
    }
}

TEST(ClassFiles, HaveTheFormsLanguagesTranslated) {
    const std::string source = std::string(BRINDEL_SOURCE) + "/demo/lift-out-booking.de.csv";
    const Form form = withTexts(demo("lift-out-booking"), "de", readTextTable(textOf(source)).value().texts).form;
    const auto files = classFiles(form);
    EXPECT_NE(files.at("CMakeLists.txt").find("qt_add_translations(show_lift_out_booking"), std::string::npos);
    EXPECT_NE(files.at("main.cpp").find("QTranslator"), std::string::npos);
    EXPECT_EQ(classFiles(demo("lift-out-booking")).count("lift_out_booking_de.ts"), 0u);
    EXPECT_EQ(classFiles(demo("lift-out-booking")).at("main.cpp").find("QTranslator"), std::string::npos);
    // Read by Qt itself.
    QTemporaryDir folder;
    const std::string ts = folder.filePath("de.ts").toStdString(), qm = folder.filePath("de.qm").toStdString();
    write(ts, files.at("lift_out_booking_de.ts"));
    QProcess lrelease;
    lrelease.start("/usr/lib/qt6/bin/lrelease",
                   {"-silent", QString::fromStdString(ts), "-qm", QString::fromStdString(qm)});
    ASSERT_TRUE(lrelease.waitForFinished());
    EXPECT_EQ(lrelease.exitCode(), 0) << lrelease.readAllStandardError().toStdString();
    QTranslator words;
    ASSERT_TRUE(words.load(QString::fromStdString(qm)));
    auto said = [&](const char* text) { return words.translate("LiftOutBookingForm", text).toStdString(); };
    EXPECT_EQ(said("Boat name"), "Bootsname");
    EXPECT_EQ(said("Timber"), "Holz");
    EXPECT_EQ(said("Book lift"), "Bestellen");
    // What Brindel itself says is there in that language as well.
    EXPECT_EQ(said("%1: please fill this in."), "%1: bitte ausfüllen.");
}

TEST(ClassWords, LiteralsHoldAnything) {
    EXPECT_EQ(qt::quotedText("a\"b\\c"), "\"a\\\"b\\\\c\"");
    EXPECT_EQ(qt::quotedText("what?"
                             "?/"),
              "\"what?\\?/\"");
    EXPECT_EQ(qt::quotedText("\u202E"), "\"\\u202E\"");
    EXPECT_EQ(qt::quotedText("\x01"
                             "1"),
              "\"\\0011\"");
    EXPECT_EQ(qt::quotedText("a\nb"), "\"a\\nb\"");
    const std::string parted = qt::quotedText(std::string(200, 'x'));
    EXPECT_EQ(std::ranges::count(parted, '\n'), 2);
    EXPECT_EQ(qt::inComment("end */ \\"), "end */");
    EXPECT_EQ(qt::fileWord("LiftOutBooking"), "lift_out_booking");
    EXPECT_EQ(qt::nameFrom("Tell the office!"), "tellTheOffice");
    EXPECT_EQ(qt::nameFrom("§ !"), "");
}
