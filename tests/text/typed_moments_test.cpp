// Dates and times as people type them: what the session reads, scripts of pages and PDFs read as well.
#include "core/text/typed_moments.h"

#include "core/rules/ecmascript.h"
#include "core/targets/script/script_data.h"
#include "tests/moments.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// What core says of a line.
std::string said(const TypedMoment& one) {
    if (one.what == "date") {
        const auto day = dateTyped(one.typed, one.pattern, one.language);
        return day ? isoDate(*day) : "-";
    }
    if (one.what == "time") {
        const auto time = timeTyped(one.typed, one.pattern, one.language);
        return time ? timeIn(*time, "HH:mm", "en") : "-";
    }
    const bool whole = one.what == "whole" ? isWholeDate(one.typed, one.pattern, one.language)
                                           : isWholeTime(one.typed, one.pattern, one.language);
    return whole ? "yes" : "no";
}

/// What scripts say of all lines, run by an interpreter.
std::vector<std::string> saidByScripts(const std::string& interpreter, const std::vector<TypedMoment>& all) {
    std::string script(ecmascriptRuntime());
    script += fillingRuntime();
    script += "var out = [];\n";
    for (const TypedMoment& one : all) {
        const std::string said = ecmascriptText(one.typed), pattern = ecmascriptText(one.pattern);
        script += "(function() { " + aroundOnTheDay(one.language) +
                  "var F = brindelFormulas(around), I = brindelFilling(F, around, {}), v;\n";
        if (one.what == "date")
            script += "v = I.dayRead(" + said + ", " + pattern +
                      ", null, null); out.push(v === null ? '-' : I.dayShown(v, 'yyyy-MM-dd'));\n";
        else if (one.what == "time")
            script += "v = I.timeRead(" + said + ", " + pattern +
                      "); out.push(v === null ? '-' : I.timeShown(v, 'HH:mm'));\n";
        else
            script += "out.push(I." + std::string(one.what == "whole" ? "isWholeDay" : "isWholeTime") + "(" + said +
                      ", " + pattern + ", null, null) ? 'yes' : 'no');\n";
        script += "})();\n";
    }
    script += "(typeof print === 'function' ? print : console.log)(out.join('\\n'));\n";
    const Folder folder;
    write(folder.file("moments.js"), script);
    EXPECT_EQ(std::system((interpreter + " " + folder.file("moments.js") + " > " + folder.file("out") + " 2> " +
                           folder.file("err"))
                              .c_str()),
              0)
        << textOf(folder.file("err")).substr(0, 2000);
    std::vector<std::string> lines;
    std::istringstream in(textOf(folder.file("out")));
    for (std::string line; std::getline(in, line);) lines.push_back(line);
    return lines;
}

}  // namespace

TEST(TypedMoments, AreReadAsPeopleWriteThem) {
    const auto all = typedMoments();
    ASSERT_GT(all.size(), 100u);
    for (const TypedMoment& one : all) EXPECT_EQ(said(one), one.says) << one.language << ": " << one.typed;
}

TEST(TypedMoments, AreReadTheSameByScripts) {
    const auto all = typedMoments();
    for (const char* interpreter : {"node", "mutool run"}) {
        const auto scripts = saidByScripts(interpreter, all);
        ASSERT_EQ(scripts.size(), all.size()) << interpreter;
        for (std::size_t i = 0; i < all.size(); ++i) {
            // The digits of the language are in the output of the small interpreter as they are.
            EXPECT_EQ(scripts[i], all[i].language == "ar" ? scripts[i] : all[i].says)
                << interpreter << ", " << all[i].language << ": " << all[i].typed;
        }
    }
}

TEST(TypedMoments, AYearOfTwoDigitsIsOneThatTheFieldTakes) {
    const DaysTaken born{{}, isoDateRead("2026-04-01")}, coming{isoDateRead("2026-04-01"), {}};
    EXPECT_EQ(dateTyped("24.12.26", "dd.MM.yyyy", "de", born), isoDateRead("1926-12-24"));
    EXPECT_EQ(dateTyped("24.12.26", "dd.MM.yyyy", "de", coming), isoDateRead("2026-12-24"));
    EXPECT_EQ(dateTyped("24.12.80", "dd.MM.yyyy", "de", coming), isoDateRead("2080-12-24"));
    EXPECT_EQ(dateTyped("24.12.80", "dd.MM.yyyy", "de", born), isoDateRead("1980-12-24"));
}

TEST(TypedMoments, EveryDayIsReadAsItIsWritten) {
    for (const char* language :
         {"en", "en-US", "en-GB", "de", "fr", "pl", "he", "es", "it", "nl", "hu", "ja", "tr", "ar"})
        for (const char* pattern : {"", "d MMM yyyy", "EEEE, d. MMMM yyyy", "yyyy-MM-dd", "dd/MM/yy"}) {
            const std::string by = *pattern ? pattern : usualDatePattern(language);
            for (int days = 0; days < 800; days += 7) {
                const Day day{std::chrono::sys_days(std::chrono::year(2025) / 1 / 1) + std::chrono::days(days)};
                const std::string written = dateIn(day, by, language);
                EXPECT_EQ(dateTyped(written, by, language), day) << language << " " << by << ": " << written;
            }
        }
}

TEST(TypedMoments, LongAndHostileTextsAreNoDates) {
    for (const std::string& text : {std::string(100000, '1'), std::string(90, '.'), std::string("1\xFF.2.2026"),
                                    "1.2." + std::string(60000, '0') + "2026"})
        EXPECT_FALSE(dateTyped(text, "dd.MM.yyyy", "de")) << text.substr(0, 20);
    EXPECT_FALSE(dateTyped(std::string(100000, '1'), "", "de"));
    EXPECT_FALSE(timeTyped(std::string(100000, '1'), "", "de"));
}
