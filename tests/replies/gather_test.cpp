// Replies that came back as files: each is judged by the version that it was filled in, the same is kept once, and what
// does not fit is said.
#include "core/replies/gather.h"

#include <sys/stat.h>

#include <numeric>
#include <regex>

#include "core/file/form_file.h"
#include "core/intake/reply_table.h"
#include "core/replies/counts.h"
#include "core/replies/table_source.h"
#include "core/replies/written.h"
#include "core/targets/targets.h"
#include "tests/random_filler.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::vector<Gathered> gathered(ReplyStore& store, const Form& form, const std::vector<std::string>& files) {
    Gathering gathering(store, form, fonts(), {today, false});
    for (const std::string& file : files) EXPECT_TRUE(gathering.read(file));
    EXPECT_TRUE(gathering.finish());
    return gathering.came();
}

std::string csvOf(ReplyStore& store, const std::string& form, const WriteOptions& options = {}) {
    std::string all;
    const auto numbers = store.numbers(form);
    EXPECT_TRUE(repliesAsCsv(store, form, *numbers, options, [&](std::string_view part) {
        all += part;
        return true;
    }));
    return all;
}

}  // namespace

TEST(Gathering, PdfsJsonAndZipsAreKeptOnce) {
    Folder folder;
    const Form form = demo("winter-storage-agreement");
    std::vector<std::string> files;
    std::vector<Answers> given;
    const auto right = readReply(textOf(std::string(BRINDEL_SOURCE) + "/demo/winter-storage-agreement.values.json"));
    for (unsigned seed = 1; given.size() < 6 && seed < 60; ++seed) {
        FormSession session(form, today);
        RandomFiller(seed).fill(session);
        // What must be filled in and was passed over.
        for (const auto& [name, answer] : right->values)
            if (!session.wrongWith(form.index()->answering(name)).empty()) (void)session.put(name, answer);
        const std::string filled = "2026-04-01T10:00:0" + std::to_string(given.size()) + "+00:00",
                          reply = session.reply(filled);
        if (!judged(form, *readReply(reply), today).wrong.empty()) continue;
        Answers answers;
        for (auto& [name, answer] : session.answers()) answers[name] = answer;
        const bool pdf = given.size() % 2;
        const std::string file = folder.file("r" + std::to_string(given.size()) + (pdf ? ".pdf" : ".json"));
        write(file, pdf ? *targetFrom("pdf")->made(session, fonts(), {.filled = filled}) : reply);
        files.push_back(file);
        given.push_back(answers);
    }
    ASSERT_EQ(given.size(), 6u);
    ReplyStore store = *ReplyStore::open("");
    for (const bool again : {false, true}) {
        const auto came = gathered(store, form, files);
        ASSERT_EQ(came.size(), files.size());
        for (std::size_t i = 0; i < came.size(); ++i) {
            EXPECT_TRUE(came[i].kept) << came[i].file
                                      << (came[i].wrong.empty()
                                              ? ""
                                              : came[i].wrong[0].place + came[i].wrong[0].sentence.text());
            EXPECT_EQ(came[i].again, again);
            EXPECT_EQ(came[i].number, static_cast<long long>(i + 1));
        }
    }
    const auto kept = store.replies(form.root().name, *store.numbers(form.root().name));
    ASSERT_TRUE(kept);
    for (std::size_t i = 0; i < given.size(); ++i) EXPECT_EQ((*kept)[i].reply.values, given[i]) << files[i];
    // The same in a ZIP file, by others' hands.
    ASSERT_EQ(
        std::system(
            ("cd '" + folder.path() + "' && /usr/bin/python3 -m zipfile -c all.zip r0.json r1.pdf r2.json").c_str()),
        0);
    for (const Gathered& one : gathered(store, form, {folder.file("all.zip")})) EXPECT_TRUE(one.again) << one.file;
}

TEST(Gathering, WhatDoesNotFitIsSaidByFile) {
    Folder folder;
    const Form form = jotted("# F\nLength: number 0..20 !\nWhen: date >= today\n[Go]*\n");
    auto file = [&](const std::string& name, const std::string& text) {
        write(folder.file(name), text);
        return folder.file(name);
    };
    const auto reply = [&](const std::string& filled, const std::string& values) {
        return "{\"form\": \"f\", \"version\": 1, \"filled\": \"" + filled + "\", \"values\": {" + values + "}}";
    };
    ReplyStore store = *ReplyStore::open("");
    const auto came = gathered(
        store, form,
        {file("good.json", reply("2026-04-01T10:00:00Z", R"("numLength": 5, "dtmWhen": "2026-04-02")")),
         // By the day that it was filled in, not by today.
         file("old.json", reply("2020-01-01T10:00:00Z", R"("numLength": 6, "dtmWhen": "2020-01-02")")),
         file("long.json", reply("2026-04-01T10:00:00Z", R"("numLength": 50)")),
         file("none.json", reply("2026-04-01T10:00:00Z", "")),
         file("other.json", R"({"form": "other", "version": 1, "filled": "2026-04-01T10:00:00Z", "values": {}})"),
         file("cut.pdf", "%PDF-1.7\n1 0"), file("bad.zip", std::string("PK\x03\x04 and so on")), file("empty", ""),
         folder.file("missing.json")});
    std::string said;
    for (const Gathered& one : came) {
        said += one.file.substr(one.file.rfind('/') + 1) + (one.kept ? " kept" : "");
        for (const Problem& wrong : one.wrong) said += " " + wrong.place;
        said += "\n";
        EXPECT_EQ(one.kept, one.wrong.empty());
    }
    ASSERT_EQ(mkfifo(folder.file("pipe").c_str(), 0600), 0);
    EXPECT_FALSE(filesUnder({folder.file("pipe")}));
    EXPECT_EQ(filesUnder({folder.path()})->size(), 8u) << "what is no file in a folder is passed over";
    EXPECT_EQ(came.size(), 9u);
    EXPECT_TRUE(
        said.starts_with("good.json kept\nold.json kept\nlong.json numLength\nnone.json numLength\nother.json form\n"))
        << said;
    EXPECT_EQ(store.numbers("f")->size(), 2u);
}

TEST(Gathering, WhatAButtonPutsIntoAShutFieldMayStandThere) {
    for (const Action last : {Action::accept, Action::acceptAndGoOn}) {
        Form form = jotted("# F\nName: text !\nState: text\n[Send]*\n[Other]\n");
        Control state = *form.named("txtState");
        state.set(Prop::access, std::string("locked"));
        form.controls = form.controls.with(state.id, std::make_shared<Control>(state));
        Control send = *form.named("btnSend");
        send.rules = {
            {.when = Event::pressed,
             .steps = {{.does = Action::set, .on = state.id, .with = "\"sent by \" & txtName"}, {.does = last}}}};
        form.controls = form.controls.with(send.id, std::make_shared<Control>(send));
        auto judgedWith = [&](const char* stands) {
            return judged(form,
                          {"f",
                           1,
                           {{"txtName", std::string("Odo")}, {"txtState", std::string(stands)}},
                           "2026-04-01T10:00:00Z",
                           "filling-1"},
                          today);
        };
        const Judged right = judgedWith("sent by Odo"), wrong = judgedWith("sent by Ana");
        EXPECT_TRUE(right.wrong.empty()) << right.wrong[0].place << right.wrong[0].sentence.text();
        EXPECT_EQ(right.reply.values.at("txtState"), Answer(std::string("sent by Odo")));
        EXPECT_EQ(right.reply.id, "filling-1");
        EXPECT_EQ(right.reply.filled, "2026-04-01T10:00:00Z");
        ASSERT_EQ(wrong.wrong.size(), 1u) << "nobody else puts something there";
        EXPECT_EQ(wrong.wrong[0].place, "txtState");
        // What is missing is still missing.
        EXPECT_FALSE(judged(form, {"f", 1, {{"txtState", std::string("sent by ")}}, "", ""}, today).wrong.empty());
    }
}

TEST(Gathering, TablesAreReadAgainByOthers) {
    Folder folder;
    const Form form = jotted(
        "# F\nName: text\nNote: text 40x4\nLength: number .1\nJobs: list [Wash, Scrape] 1..2\nMast: check\n[Go]*\n");
    ReplyStore store = *ReplyStore::open("");
    auto add = [&](const char* name, const char* note, double length, std::vector<std::string> jobs) {
        FormSession session(form, today);
        for (const auto& [key, answer] : std::map<std::string, Answer>{{"txtName", std::string(name)},
                                                                       {"txtNote", std::string(note)},
                                                                       {"numLength", length},
                                                                       {"lstJobs", jobs}})
            ASSERT_TRUE(session.put(key, answer));
        Reply reply{form.root().name, 1, {}, "2026-04-01T10:00:00Z"};
        for (auto& [key, answer] : session.answers()) reply.values[key] = answer;
        ASSERT_TRUE(store.append(form, reply, {"file", "=evil.pdf", ""}));
    };
    add("=1+1", "one\ntwo, \"three\"", 9.4, {"Wash", "Scrape"});
    add("שלום Łódź", " blanks ", -3, {"Wash"});
    const std::string csv = csvOf(store, "f");
    write(folder.file("t.csv"), csv);
    const std::string read = "import csv,json;print(json.dumps([dict(r) for r in csv.DictReader(open('" +
                             folder.file("t.csv") + "',newline='',encoding='utf-8'))]))";
    ASSERT_EQ(std::system(("/usr/bin/python3 -c \"" + read + "\" > '" + folder.file("out.json") + "'").c_str()), 0);
    const auto rows = nlohmann::json::parse(textOf(folder.file("out.json")));
    ASSERT_EQ(rows.size(), 2u);
    EXPECT_EQ(rows[0]["txtName"], "'=1+1") << "no spreadsheet runs it";
    EXPECT_EQ(rows[0]["source"], "'=evil.pdf");
    EXPECT_EQ(rows[0]["txtNote"], "one\ntwo, \"three\"");
    EXPECT_EQ(rows[0]["lstJobs"], "Wash\nScrape");
    EXPECT_EQ(rows[0]["numLength"], "9.4");
    EXPECT_EQ(rows[1]["txtName"], "שלום Łódź");
    EXPECT_EQ(rows[1]["txtNote"], " blanks ");
    EXPECT_EQ(rows[1]["numLength"], "-3") << "a number below zero is no formula";
    EXPECT_NE(csvOf(store, "f", {.guarded = false}).find(",=1+1,"), std::string::npos);
    const auto columns = store.columns("f");
    const std::string without = csvOf(store, "f", {.without = {columns->front().key()}});
    EXPECT_EQ(without.find("txtName"), std::string::npos);
    EXPECT_EQ(without.find("1+1"), std::string::npos);
    std::string json;
    ASSERT_TRUE(repliesAsJson(store, "f", *store.numbers("f"), {}, [&](std::string_view part) {
        json += part;
        return true;
    }));
    const auto all = nlohmann::json::parse(json);
    EXPECT_EQ(all[0]["values"]["txtName"], "=1+1");
    EXPECT_EQ(all[0]["values"]["lstJobs"], (nlohmann::json{"Wash", "Scrape"}));
    EXPECT_EQ(all[1]["values"]["numLength"], -3);
}

TEST(Counts, AddUpToTheReplies) {
    const Form form = demo("lift-out-booking");
    ReplyStore store = *ReplyStore::open("");
    std::vector<Incoming> some;
    for (unsigned i = 0; i < 200; ++i) {
        FormSession session(form, today);
        RandomFiller(i).fill(session);
        Reply reply{form.root().name, 1, {}, "2026-04-01T10:00:00Z"};
        for (auto& [name, answer] : session.answers()) reply.values[name] = answer;
        some.push_back({&form, std::move(reply), {"call", "", std::to_string(i)}});
    }
    ASSERT_TRUE(store.appendAll(some));
    const auto counts = countsOf(store, form.root().name, {});
    ASSERT_TRUE(counts);
    EXPECT_EQ(counts->size(), store.columns(form.root().name)->size());
    for (const QuestionCount& count : *counts) {
        EXPECT_EQ(count.answered + count.empty, 200u) << count.column.name;
        std::size_t bars = count.others;
        for (const CountBar& bar : count.bars) {
            bars += bar.count;
            // As many as a filter by the bar gives.
            EXPECT_EQ(store.numbers(form.root().name, {.filters = bar.filters})->size(), bar.count)
                << count.column.name << " " << bar.called;
        }
        if (!count.column.several && count.column.type != AnswerType::text && !count.bars.empty())
            EXPECT_EQ(bars, count.answered) << count.column.name;
    }
    // It is given up when nobody waits for it any more.
    EXPECT_FALSE(countsOf(store, form.root().name, {}, [] { return false; }));
}

TEST(Counts, TwoQuestionsAgainstEachOtherAddUp) {
    const Form form = demo("lift-out-booking");
    const std::string name = form.root().name;
    ReplyStore store = *ReplyStore::open("");
    std::vector<Incoming> some;
    for (unsigned i = 0; i < 120; ++i) {
        FormSession session(form, today);
        RandomFiller(i).fill(session);
        some.push_back({&form, session.replied("2026-04-01T10:00:00Z"), {"call", "", std::to_string(i)}});
    }
    ASSERT_TRUE(store.appendAll(some));
    const auto counts = *countsOf(store, name, {});
    std::size_t crossed = 0;
    for (const QuestionCount& down : counts)
        for (const QuestionCount& across : counts) {
            const auto cross = crossOf(store, name, {}, down, across);
            ASSERT_EQ(cross.has_value(), canCross(down) && canCross(across))
                << down.column.name << " " << across.column.name;
            if (!cross) continue;
            ++crossed;
            std::size_t all = 0;
            for (std::size_t r = 0; r < down.bars.size(); ++r) {
                std::size_t beside = 0;
                for (std::size_t one : cross->times[r]) beside += one;
                EXPECT_EQ(beside, down.bars[r].count) << down.column.name << " " << across.column.name;
                for (std::size_t c = 0;
                     c < across.bars.size() && down.column.column != across.column.column && crossed < 40; ++c) {
                    auto both = down.bars[r].filters;
                    both.insert(both.end(), across.bars[c].filters.begin(), across.bars[c].filters.end());
                    EXPECT_EQ(store.numbers(name, {.filters = both})->size(), cross->times[r][c]);
                }
            }
            for (const auto& row : cross->times)
                for (std::size_t one : row) all += one;
            EXPECT_EQ(all, 120u);
            for (std::size_t r = 0; r < cross->times.size(); ++r)
                EXPECT_TRUE(down.column.column != across.column.column ||
                            cross->times[r][r] == std::accumulate(cross->times[r].begin(), cross->times[r].end(), 0u));
        }
    EXPECT_GT(crossed, 30u);
    EXPECT_FALSE(crossOf(store, name, {}, counts[0], counts[0], [] { return false; }) && canCross(counts[0]) &&
                 some.size() >= 1000);
}

TEST(Counts, AReportIsADocument) {
    const Form form = demo("lift-out-booking");
    ReplyStore store = *ReplyStore::open("");
    std::vector<Incoming> some;
    for (unsigned i = 0; i < 40; ++i) {
        FormSession session(form, today);
        RandomFiller(i).fill(session);
        some.push_back({&form, session.replied("2026-04-01T10:00:00Z"), {"call", "", std::to_string(i)}});
    }
    ASSERT_TRUE(store.appendAll(some));
    auto report = [&](const WriteOptions& options) {
        std::string bytes;
        EXPECT_TRUE(repliesAsReport(store, form.root().name, {}, options, [&](std::string_view part) {
            bytes += part;
            return true;
        }));
        Folder folder;
        write(folder.file("r.pdf"), bytes);
        EXPECT_EQ(
            std::system(("pdftotext -layout '" + folder.file("r.pdf") + "' '" + folder.file("r.txt") + "'").c_str()),
            0);
        return textOf(folder.file("r.txt"));
    };
    const std::string text = report({});
    EXPECT_NE(text.find("40 replies, "), std::string::npos) << text;
    const auto counts = *countsOf(store, form.root().name, {});
    for (const QuestionCount& count : counts) {
        EXPECT_NE(text.find(count.column.called), std::string::npos) << count.column.called;
        if (count.column.type == AnswerType::choice)
            for (const CountBar& bar : count.bars)
                if (std::ranges::all_of(bar.called, [](unsigned char c) { return std::isalnum(c); }))
                    EXPECT_TRUE(
                        std::regex_search(text, std::regex(bar.called + " +" + std::to_string(bar.count) + "\\b")))
                        << bar.called << " " << bar.count;
    }
    std::string said;
    const std::string other = report({.without = {counts[0].column.key()},
                                      .words = [](const Sentence& s) { return "[" + s.text() + "]"; },
                                      .filters = {"Hull: GRP"}});
    EXPECT_EQ(other.find(counts[0].column.called), std::string::npos);
    EXPECT_NE(other.find("[40 replies, "), std::string::npos);
    EXPECT_NE(other.find("Hull: GRP"), std::string::npos);
}

TEST(TableSource, FilesAndStoresAreRead) {
    Folder folder;
    const Form boats =
        jotted("# Boats\nBoat: text\nOwner: text\nLength: number .1\nJobs: list [Wash, Scrape] 0..2\n[Go]*\n");
    const Form other = jotted("# Fault\nBoat: text\n[Go]*\n");
    const std::string path = folder.file("b.db");
    {
        ReplyStore store = *ReplyStore::open(path);
        for (const char* boat : {"Tern", "Skua", "Tern"}) {
            FormSession session(boats, today);
            ASSERT_TRUE(session.put("txtBoat", std::string(boat)) && session.put("txtOwner", std::string("=Odo")) &&
                        session.put("numLength", 9.5));
            ASSERT_TRUE(store.append(boats, session.replied("2026-04-01T10:00:00Z"), {"call", "", newId()}));
        }
    }
    write(folder.file("t.csv"), "txtBoat\nTern\n");
    EXPECT_TRUE(isTableSource(path) && isTableSource(folder.file("t.csv")) && isTableSource("postgresql://x/y#boats"));
    EXPECT_FALSE(isTableSource(folder.file("t.json")) || isTableSource(folder.path()));
    EXPECT_EQ(tableFrom(folder.file("t.csv"))->text, "txtBoat\nTern\n");
    const auto table = tableFrom(path);
    ASSERT_TRUE(table);
    EXPECT_EQ(table->form, "boats");
    // Another form takes what it has as well; the reply's own id and time are not its own.
    const auto rows = repliesFromTable(other, table->text, true);
    ASSERT_TRUE(rows) << rows.error().sentence.text();
    ASSERT_EQ(rows->size(), 3u);
    EXPECT_EQ(rows->front().reply.values, (Answers{{"txtBoat", std::string("Tern")}}));
    EXPECT_EQ(rows->front().reply.filled, "");
    EXPECT_EQ(repliesFromTable(boats, table->text)->front().reply.filled, "2026-04-01T10:00:00Z");
    EXPECT_EQ(rowFromTable(other, table->text, "txtBoat=Skua")->values.at("txtBoat"), Answer(std::string("Skua")));
    // A list has each line once, and is as it was typed.
    auto from = storeFrom(path);
    ASSERT_TRUE(from);
    EXPECT_EQ(*listFrom(*from, {"txtBoat", "txtOwner"}), "txtBoat,txtOwner\r\nTern,=Odo\r\nSkua,=Odo\r\n");
    EXPECT_EQ(listColumns(*from)->size(), 3u) << "no list of several";
    // Of two forms one is named.
    ASSERT_TRUE(
        ReplyStore::open(path)->append(other, FormSession(other, today).replied("2026-04-01T10:00:00Z"), {"call"}));
    EXPECT_NE(tableFrom(path).error().sentence.text().find("several forms"), std::string::npos);
    EXPECT_EQ(tableFrom(path + "#fault")->form, "fault");
    EXPECT_NE(tableFrom(path + "#none").error().sentence.text().find("boats, fault"), std::string::npos);
    EXPECT_FALSE(tableFrom(folder.file("none.db")));
    EXPECT_EQ(storeBeside("r.db", "/a/b/form.brindel"), "/a/b/r.db");
    EXPECT_EQ(storeBeside("../r.db", "/a/b/form.brindel"), "/a/r.db");
    EXPECT_EQ(storeBeside("postgresql://x/y", "/a/f.brindel"), "postgresql://x/y");
}

TEST(Gathering, ATableThatWasWrittenIsReadBackToTheLetter) {
    Folder folder;
    for (const char* name : {"winter-storage-agreement", "slip-inspection", "pontoon-fault-note"}) {
        const Form form = demo(name);
        ReplyStore store = *ReplyStore::open(""), other = *ReplyStore::open("");
        const auto right = readReply(textOf(std::string(BRINDEL_SOURCE) + "/demo/" + name + ".values.json"));
        std::vector<Incoming> some;
        for (unsigned seed = 1; some.size() < (sanitized ? 3u : 12u) && seed < 200; ++seed) {
            FormSession session(form, today);
            RandomFiller(seed).fill(session);
            for (const auto& [key, answer] : right->values)
                if (!session.wrongWith(form.index()->answering(key)).empty()) (void)session.put(key, answer);
            const std::string filled = "2026-04-01T10:00:" + std::to_string(10 + some.size()) + "+00:00";
            auto reply = readReply(session.reply(filled));
            if (!reply || !judged(form, *reply, today).wrong.empty()) continue;
            if (seed % 2) reply->id = "filling-" + std::to_string(seed);
            some.push_back({&form, std::move(*reply), {"call"}});
        }
        ASSERT_GE(some.size(), 3u) << name;
        ASSERT_TRUE(store.appendAll(some));
        const std::string file = folder.file(std::string(name) + ".csv");
        write(file, csvOf(store, form.root().name));
        // Into the store that it came from: nothing new. Into another one: the same replies.
        for (const Gathered& one : gathered(store, form, {file}))
            EXPECT_TRUE(one.again) << one.file
                                   << (one.wrong.empty() ? "" : one.wrong[0].place + one.wrong[0].sentence.text());
        for (const Gathered& one : gathered(other, form, {file})) EXPECT_TRUE(one.kept && !one.again) << one.file;
        const auto mine = *store.replies(form.root().name, *store.numbers(form.root().name));
        const auto theirs = *other.replies(form.root().name, *other.numbers(form.root().name));
        ASSERT_EQ(mine.size(), theirs.size());
        for (std::size_t i = 0; i < mine.size(); ++i) {
            EXPECT_EQ(mine[i].reply.values, theirs[i].reply.values) << name << " " << i;
            EXPECT_EQ(mine[i].reply.id, theirs[i].reply.id);
            EXPECT_EQ(mine[i].reply.filled, theirs[i].reply.filled);
        }
    }
}

TEST(Gathering, ATableOfThreeVersionsIsReadBack) {
    Folder folder;
    // An answer is renamed, one becomes a number, one goes, one comes; then a new one takes the name that was left.
    Form one = jotted("# Lift\nBoat: text\nDays: text\nGone: text\n[Go]*\n");
    Form two = jotted("# Lift\nBoat: text @txtVessel\nDays: number\n[Go]*\nMore: date\n");
    Form three = jotted("# Lift\nBoat: text @txtVessel\nDays: number\n[Go]*\nMore: date\nKind: text @txtBoat\n");
    two.revision = 2;
    three.revision = 3;
    ASSERT_EQ(one.named("txtBoat")->id, two.named("txtVessel")->id);
    ReplyStore store = *ReplyStore::open("");
    auto add = [&](const Form& form, const Answers& values, int second) {
        FormSession session(form, today);
        for (const auto& [name, answer] : values) ASSERT_TRUE(session.put(name, answer)) << name;
        ASSERT_TRUE(store.append(form, session.replied("2026-04-01T10:00:0" + std::to_string(second) + "Z"), {"call"}));
    };
    add(one, {{"txtBoat", std::string("Tern")}, {"txtDays", std::string("two")}, {"txtGone", std::string("here")}}, 1);
    add(two, {{"txtVessel", std::string("Skua")}, {"numDays", 2.0}, {"dtmMore", std::string("2026-05-01")}}, 2);
    add(three, {{"txtVessel", std::string("Gannet")}, {"numDays", 3.0}, {"txtBoat", std::string("sloop")}}, 3);
    add(one, {}, 4);
    write(folder.file("t.csv"), csvOf(store, "lift"));
    for (const Gathered& row : gathered(store, three, {folder.file("t.csv")}))
        EXPECT_TRUE(row.again) << row.file
                               << (row.wrong.empty() ? "" : row.wrong[0].place + ": " + row.wrong[0].sentence.text());
    EXPECT_EQ(store.numbers("lift")->size(), 4u);
    // Every old reply reads right on the form that it was filled in.
    const auto kept = *store.replies("lift", *store.numbers("lift"));
    for (const KeptReply& reply : kept) {
        FormSession session(*store.formBySum(reply.sum), today);
        EXPECT_TRUE(session.take(reply.reply).empty());
        EXPECT_EQ(session.form().revision, reply.reply.version);
        EXPECT_EQ(session.replied(reply.reply.filled).values, reply.reply.values);
    }
    EXPECT_EQ(kept[0].reply.values.at("txtGone"), Answer(std::string("here")));
    EXPECT_EQ(kept[1].reply.values.at("numDays"), Answer(2.0));
    // A hundred thousand numbers of versions are as many forms as are known.
    std::string many = "version,txtVessel\n";
    for (int i = 10; i < 30000; ++i) many += std::to_string(i) + ",Tern\n";
    std::size_t asked = 0;
    const auto rows = repliesFromTable(three, many, false, [&](int) -> Result<std::shared_ptr<const Form>> {
        ++asked;
        return std::shared_ptr<const Form>(std::shared_ptr<void>(), &three);
    });
    ASSERT_TRUE(rows);
    EXPECT_EQ(rows->size(), asked);
    EXPECT_EQ(rows->back().reply.values.at("txtVessel"), Answer(std::string("Tern")));
    // What no version has is still said.
    write(folder.file("other.csv"), "version,txtBoat,txtNever\n1,Tern,x\n");
    const auto refused = gathered(store, three, {folder.file("other.csv")});
    ASSERT_EQ(refused.size(), 1u);
    EXPECT_FALSE(refused[0].kept);
    EXPECT_NE(refused[0].wrong[0].sentence.text().find("txtNever"), std::string::npos);
}

TEST(Gathering, TablesOfOthersAreReadOrSaidWhyNot) {
    Folder folder;
    const Form form =
        jotted("# F\nName: text 20 !\nLength: number 0..20 .1\nJobs: list [Wash, Scrape] 1..2\nMast: check\n[Go]*\n");
    auto gatheredFrom = [&](const std::string& text) {
        ReplyStore store = *ReplyStore::open("");
        write(folder.file("t.csv"), text);
        const auto came = gathered(store, form, {folder.file("t.csv")});
        std::string said;
        for (const Gathered& one : came) {
            said += one.file.substr(one.file.rfind("t.csv") + 5) + (one.kept ? " kept" : "");
            for (const Problem& wrong : one.wrong) said += " " + wrong.place + " " + wrong.sentence.text();
            said += "\n";
        }
        return said;
    };
    // As a spreadsheet of a country with decimal commas saves it.
    EXPECT_EQ(gatheredFrom("\xEF\xBB\xBFtxtName;numLength;lstJobs;chkMast\r\nInes;9.4;Wash;TRUE\r\n\"Odo \"\"the\"\" "
                           "oar\";;\"Wash\nScrape\";\r\n"),
              ":row 2 kept\n:row 3 kept\n");
    EXPECT_EQ(gatheredFrom("txtName\tlstJobs\n'=Ines\tScrape\n"), ":row 2 kept\n");
    EXPECT_NE(gatheredFrom("txtName,numLength,lstJobs\nInes,99,Wash\n,5,Wash\n").find(":row 2 numLength"),
              std::string::npos);
    EXPECT_NE(gatheredFrom("txtName,boat\nInes,x\n").find("no field that is called “boat”"), std::string::npos);
    EXPECT_NE(gatheredFrom("txtName,txtName\nInes,x\n").find("Two columns"), std::string::npos);
    EXPECT_NE(gatheredFrom("reply,filled\n1,2\n").find("No column"), std::string::npos);
    EXPECT_NE(gatheredFrom("txtName\nInes,too much\n").find("row 2 This row has more cells"), std::string::npos);
    EXPECT_EQ(gatheredFrom("txtName,lstJobs,filled\nInes,Wash,1 Apr at ten\n"), ":row 2 kept\n")
        << "when it was filled in is not known";
    EXPECT_NE(gatheredFrom("").find("headings"), std::string::npos);
    EXPECT_NE(gatheredFrom("txtName\n\"open").find("never closed"), std::string::npos);
    EXPECT_NE(gatheredFrom(std::string("txtName\n\xE9\xE8")).find("\n"), std::string::npos);
}

TEST(Gathering, ARowOfATableIsFoundByWhatItSays) {
    const Form form = jotted("# F\nName: text 20\nLength: number 0..20 .1\n[Go]*\n");
    const std::string table = "sail,txtName,numLength,remark\nK 123,Tern,9.4,old\nK 124,Skua,,\nK 125,Tern,7,\n";
    EXPECT_EQ(rowFromTable(form, table, "sail=K 123")->values,
              (Answers{{"txtName", std::string("Tern")}, {"numLength", 9.4}}));
    EXPECT_EQ(rowFromTable(form, table, "sail=K 124")->values, (Answers{{"txtName", std::string("Skua")}}));
    for (const auto& [where, why] : {std::pair("sail=K 9", "No row"),
                                     {"txtName=Tern", "Several"},
                                     {"boat=x", "no column"},
                                     {"=x", "expected"},
                                     {"sail", "expected"}}) {
        const auto row = rowFromTable(form, table, where);
        ASSERT_FALSE(row) << where;
        EXPECT_NE(row.error().sentence.text().find(why), std::string::npos) << row.error().sentence.text();
    }
    EXPECT_FALSE(rowFromTable(form, "", "sail=x"));
}
