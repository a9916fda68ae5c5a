// What values files give to fields of all kinds, in several languages: what is taken comes back as it was given, what
// is refused says why.
#include "core/session/form_session.h"

#include <nlohmann/json.hpp>

#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// Fields of all kinds, with limits and without.
const char* const fields = R"(# All there is
Plain: text; Short: text 4; Capitals: text 20 upper; Small: text 20 lower; Words: text 20 words
Coded: text /[A-Z]{2}-[0-9]{4}/; Long: text 40x4; Secret: text secret; First: text 12 first
Whole: number 0..100; Fine: number .01; Money: number .01 EUR; Below: number -10..-1; Big: number
Day: date; Later: date >= 2026-04-01; Earlier: date <= 2026-04-01; Odd: date {d MMM yy}
Hour: time
Hull: combo [GRP, Timber, Steel]; Other: combo [GRP, Timber, Other…]; Number: combo [1, 2, 3]
One: list [Wash, Scrape]; Several: list [Wash, Scrape, Anodes] 1..2
Lift: radio [Cradle, Hoist]; Jobs: ticks [Wash, Scrape, Antifoul] 1..2
Mast: check
Kept: text readonly = as it is; Fixed: number readonly = 7
Sum: number .01 = numWhole * 2; Text: text = txtPlain & "!"
Sign: signature; Photo: picture
Post: text /[0-9]{5}/; Note: text 20 = start; Age: number = 4; Born: date = 2026-03-01; From: time >= 08:00
Part: number -1..1 .001; Away: number .1 m; Ready: check = yes; Berth: combo [A, B] = A; Size: radio [1, 2, 3]
)";

std::vector<nlohmann::json> values() {
    std::vector<nlohmann::json> all = {nullptr,
                                       true,
                                       false,
                                       0,
                                       1,
                                       -1,
                                       7,
                                       42,
                                       1.5,
                                       0.01,
                                       1.234,
                                       12.345,
                                       -5,
                                       1e14,
                                       1e15,
                                       1.8e306,
                                       9007199254740991,
                                       9007199254740992,
                                       9007199254740993,
                                       1e-7,
                                       0.30000000000000004};
    for (const char* text : {"",           " ",
                             "x",          "X",
                             "Kittiwake",  "KITTIWAKE",
                             "kittiwake",  "Kitti Wake",
                             "FW-2041",    "as it is",
                             "1",          "2",
                             "7",          "1.5",
                             "1,5",        "1,500",
                             "1.500",      "1.234,50",
                             "1e3",        "0x10",
                             "NaN",        "Infinity",
                             "+5",         "-5",
                             "١٢",         "2026-04-01",
                             "2026-4-1",   "1.4.2026",
                             "04/01/2026", "1 Apr 2026",
                             "2026-02-30", "0202-01-01",
                             "08:30",      "8:30",
                             "0830",       "25:00",
                             "9 Uhr",      "true",
                             "GRP",        "Timber",
                             "Wash",       "Hoist",
                             "Cradle",     "something else",
                             "one\ntwo",   "one\r\ntwo",
                             "tab\there",  "שלום עולם",
                             "Łódź",       "😀",
                             "مرحبا",      "ß",
                             "ẞ",          "ǆ",
                             "a\u202Eb",   "a\u2028b",
                             "=1+1",       "M 10 10 L 20 20",
                             "M 10 10 L",  "<b>&amp;</b>",
                             "\"quoted\""})
        all.emplace_back(text);
    all.emplace_back(std::string("a\0b", 3));
    all.emplace_back(std::string(100000, 'w'));
    all.emplace_back(onePixel);
    all.emplace_back(std::string(onePixel, 0, 40));
    all.push_back(nlohmann::json::array());
    for (const auto& list : {std::vector<std::string>{"Wash"},
                             {"Wash", "Scrape"},
                             {"Wash", "Wash"},
                             {"Wash", "Scrape", "Anodes"},
                             {"Nothing"}})
        all.emplace_back(list);
    all.push_back(nlohmann::json::array({1, 2}));
    all.push_back(nlohmann::json::object());
    return all;
}

/// True when what comes back is what was given: the same, nothing for an empty text, or the value of the choice, or the
/// number, that the text is.
bool isAsGiven(const Form& form, const Control& c, const nlohmann::json& given, const nlohmann::json& back) {
    if (given == back || (given == "" && back.is_null()) || (given.is_null() && (back.empty() || back == false)) ||
        (given == false && back.is_null()))
        return true;
    if (!c.text(Prop::workedOut).empty() && given.is_number() && back.is_number())
        return true;  // to its places, as another test says
    if (given.is_string() && back.is_number()) return numberFrom(given.get<std::string>()) == back.get<double>();
    if (given.is_number() && back.is_string()) return exactText(given.get<double>()) == back;
    if (given.is_number() && back.is_number()) {
        // What binary leaves behind is not what was meant: 0.1 + 0.2.
        return std::abs(given.get<double>() - back.get<double>()) <= 1e-14 * std::abs(back.get<double>());
    }
    if (given.is_string() && back.is_array()) return back.size() == 1 && isAsGiven(form, c, given, back[0]);
    if (given.is_array() && given.size() == 1 && back.is_string()) return isAsGiven(form, c, given[0], back);
    if (given.is_array() && back.is_null()) return given.empty();
    return false;
}

}  // namespace

TEST(GivenValues, ComeBackAsTheyWereGivenOrAreRefused) {
    std::size_t tried = 0, taken = 0, refused = 0;
    std::vector<std::string> altered, silent;
    std::set<std::string> names;
    std::vector<const char*> languages = {"en", "de", "fr", "pl", "he"};
    if (sanitized) languages = {"de"};
    for (const char* language : languages) {
        Form form = newForm(Kind::dialog);
        form = withProperty(form, {rootId}, Prop::language, std::string(language));
        form = laidOut(readJotting(fields, language).value(), form, fonts());
        const FormSession fresh(form, today);
        for (Id id : form.index()->fields()) {
            const Control& c = *form.find(id);
            const std::string name = form.index()->answerName(id);
            names.insert(name);
            for (const nlohmann::json& value : values()) {
                ++tried;
                const std::string text = nlohmann::json{{name, value}}.dump();
                const auto reply = readReply(text);
                FormSession session = fresh;
                const auto problems = reply ? session.take(*reply) : std::vector<Problem>{reply.error()};
                const std::string shown = std::string(language) + " " + name + " " + value.dump().substr(0, 60);
                if (!problems.empty()) {
                    ++refused;
                    if (problems[0].sentence.text().size() < 8) silent.push_back(shown);
                    continue;
                }
                ++taken;
                const std::string written = session.reply("2026-04-01T10:00:00+00:00");
                const nlohmann::json back = nlohmann::json::parse(written, nullptr, false);
                if (back.is_discarded() || !isAsGiven(form, c, value, back["values"][name]))
                    altered.push_back(shown + " -> " +
                                      (back.is_discarded() ? "no JSON" : back["values"][name].dump().substr(0, 60)));
            }
        }
    }
    EXPECT_GE(names.size(), 41u);
    EXPECT_GE(tried, 3000u * languages.size());
    EXPECT_GT(taken, 200u * languages.size());
    EXPECT_GT(refused, 800u * languages.size());
    std::string list;
    for (const std::string& one : altered) list += one + "\n";
    EXPECT_TRUE(altered.empty()) << altered.size() << " of " << taken << " were altered:\n" << list;
    EXPECT_TRUE(silent.empty()) << silent.front();
    std::cout << tried << " values to " << names.size() << " fields: " << taken << " taken, " << refused << " refused, "
              << altered.size() << " altered\n";
}

TEST(GivenValues, WhatIsWorkedOutIsTakenWhereItIsTheSame) {
    const Form form =
        jotted("# F\nWhole: number 0..100\nSum: number .01 = numWhole / 3\nKept: text readonly = as it is\n");
    auto refusedOf = [&](const std::string& text) {
        FormSession session(form, today);
        return session.take(readReply(text).value());
    };
    EXPECT_TRUE(refusedOf(R"({"numWhole": 10, "numSum": 3.33, "txtKept": "as it is"})").empty());
    EXPECT_TRUE(refusedOf(R"({"numWhole": 10, "numSum": 3.33333333333333})").empty())
        << "as an earlier Brindel wrote it";
    const auto other = refusedOf(R"({"numWhole": 10, "numSum": 3.34, "txtKept": "other"})");
    ASSERT_EQ(other.size(), 2u);
    EXPECT_EQ(other[0].sentence.text(), "This is calculated: the result is “3.33”, but “3.34” was given.");
    EXPECT_EQ(other[1].sentence.text(), "This cannot be changed: it is “as it is”, but “other” was given.");
}

TEST(GivenValues, WhatIsSecretIsNotToldToWhoeverGuesses) {
    FormSession session(jotted("# F\nPin: text secret readonly = 20417\n"), today);
    const auto refused = session.put("txtPin", std::string("1"));
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().sentence.text(), "This field cannot be changed.");
}

TEST(GivenValues, WhatIsWorkedOutKeepsToItsPlacesAndLimits) {
    const Form form = jotted("# F\nK: number\nFive: number 1..5 = numK + 9\nThird: number .01 = 50000 / 3\n[Go]*\n");
    FormSession session(form, today);
    ASSERT_TRUE(session.put("numK", 50000.0));
    EXPECT_EQ(std::get<double>(session.answer(named(form, "numThird").id)), 16666.67);
    EXPECT_EQ(session.wrongCount(), 1u);
    EXPECT_NE(session.wrongWith(named(form, "numFive").id).find("1 to 5"), std::string::npos);
    EXPECT_NE(session.accept().then, Outcome::Then::accepted);
    EXPECT_FALSE(session.complaint(named(form, "numFive").id).empty()) << "it is told";
    ASSERT_TRUE(session.put("numK", -5.0));
    EXPECT_EQ(session.accept().then, Outcome::Then::accepted);
}

TEST(GivenValues, FieldsThatOthersOpenAreGivenInAnyOrder) {
    // The field stands before what opens it, and a rule sets it to something else.
    const Form form = jotted("# F\nNote: text\nMore: check\nwhen chkMore changes: set txtNote to \"by rule\"\n[Go]*\n");
    Form hidden =
        changed(form, named(form, "txtNote").id, [](Control& c) { c.formulas.set(Prop::enabled, "chkMore"); });
    FormSession session(hidden, today);
    const auto refused = session.take(readReply(R"({"txtNote": "mine", "chkMore": true})").value());
    EXPECT_TRUE(refused.empty()) << refused.front().sentence;
    EXPECT_EQ(std::get<std::string>(session.answer(named(form, "txtNote").id)), "mine");
}
