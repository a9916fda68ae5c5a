// What commands write over, and what they leave alone: a table of all that write, over all that may be there.
#include <sys/stat.h>

#include "core/seal/seal.h"
#include "tests/cli/command.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A folder with a form, a sealed one, one of a newer Brindel, a broken one, values, texts, rows and an archive.
class Desk : public Folder {
  public:
    Desk() {
        std::filesystem::copy_file(demoFolder + "yard-charges.brindel", file("form.brindel"));
        std::filesystem::copy_file(demoFolder + "yard-charges.values.json", file("values.json"));
        static const Sealing sealing = sealed(demo("yard-charges"), "kittiwake 20417").value();
        write(file("sealed.brindel"), sealedText(sealing.form, *sealing.key));
        write(file("word.txt"), "kittiwake 20417\n");
        std::string newer = textOf(file("form.brindel"));
        newer.replace(newer.find("\"brindel\": 1"), 12, "\"brindel\": 9");
        write(file("newer.brindel"), newer);
        write(file("broken.brindel"), textOf(file("form.brindel")).substr(0, 900));
        write(file("rows.jot"), "Boat: text 20\n");
        EXPECT_EQ(run(*this, "texts form.brindel --language pl -o texts.xlf").status, 0);
        EXPECT_EQ(
            run(*this, "fill form.brindel --values values.json --today 2026-04-01 --to pdf --archive -o archive.pdf")
                .status,
            0);
    }
};

struct Writes {
    const char* call;   // without where it writes
    const char* input;  // what it reads
    bool form;          // it writes a form
};
const Writes all[] = {
    {"new rows.jot", "rows.jot", true},
    {"name form.brindel --scheme plainWords", "", true},
    {"order form.brindel --by reading", "", true},
    {"texts form.brindel --from texts.xlf", "texts.xlf", true},
    {"intake archive.pdf", "archive.pdf", true},
    {"export form.brindel --to pdf", "form.brindel", false},
    {"export form.brindel --to html", "form.brindel", false},
    {"export form.brindel --to sheet", "form.brindel", false},
    {"export form.brindel --to csv", "form.brindel", false},
    {"fill form.brindel --values values.json --today 2026-04-01", "values.json", false},
    {"fill form.brindel --values values.json --today 2026-04-01 --to pdf", "form.brindel", false},
    {"texts form.brindel --language de", "form.brindel", false},
};

}  // namespace

TEST(WritingOver, ASealedFormIsChangedByItsPasswordAlone) {
    const Desk desk;
    const std::string sealedBefore = textOf(desk.file("sealed.brindel"));
    for (const Writes& one : all) {
        const Ended ended = run(desk, std::string(one.call) + " -o sealed.brindel");
        EXPECT_EQ(ended.status, one.form ? 1 : 3) << one.call << ended.errors;
        EXPECT_EQ(textOf(desk.file("sealed.brindel")), sealedBefore) << one.call;
    }
    EXPECT_EQ(run(desk, "intake archive.pdf -o sealed.brindel --seal-password-file word.txt").status, 0);
    EXPECT_NE(textOf(desk.file("sealed.brindel")), sealedBefore);
}

TEST(WritingOver, WhatIsReadAndWhatIsAFormStays) {
    const Desk desk;
    for (const Writes& one : all) {
        // Its own input, under its name and by a link.
        if (*one.input) {
            const std::string before = textOf(desk.file(one.input));
            std::filesystem::remove(desk.file("link"));
            std::filesystem::create_symlink(desk.file(one.input), desk.file("link"));
            for (const std::string& to : {std::string(one.input), std::string("./") + one.input, std::string("link")}) {
                const Ended ended = run(desk, std::string(one.call) + " -o " + to);
                EXPECT_EQ(ended.status, 2) << one.call << " -o " << to << ended.errors;
                EXPECT_NE(ended.errors.find("Name another file."), std::string::npos) << ended.errors;
                EXPECT_EQ(textOf(desk.file(one.input)), before) << one.call;
            }
        }
        for (const char* there : {"newer.brindel", "broken.brindel"}) {
            const std::string before = textOf(desk.file(there));
            EXPECT_EQ(run(desk, std::string(one.call) + " -o " + there).status, 3) << one.call << " -o " << there;
            EXPECT_EQ(textOf(desk.file(there)), before) << one.call;
        }
        std::filesystem::copy_file(desk.file("form.brindel"), desk.file("other.brindel"),
                                   std::filesystem::copy_options::overwrite_existing);
        EXPECT_EQ(run(desk, std::string(one.call) + " -o other.brindel").status, one.form ? 0 : 3) << one.call;
        // A folder, a pipe, a disk that is full.
        std::filesystem::create_directories(desk.file("folder"));
        const Ended folder = run(desk, std::string(one.call) + " -o folder");
        EXPECT_EQ(folder.status, 3) << one.call;
        EXPECT_NE(folder.errors.find("it is a folder"), std::string::npos) << folder.errors;
        EXPECT_EQ(run(desk, std::string(one.call) + " -o /dev/stdout").status, 0) << one.call;
        const Ended full = run(desk, std::string(one.call) + " -o /dev/full");
        EXPECT_EQ(full.status, 3) << one.call;
        EXPECT_NE(full.errors.find("the disk is full"), std::string::npos) << full.errors;
        EXPECT_EQ(run(desk, std::string(one.call) + " -o nowhere/x").status, 3) << one.call;
    }
}

TEST(WritingOver, KitsLeaveFormsAndPipesAlone) {
    const Desk desk;
    std::filesystem::copy_file(desk.file("form.brindel"), desk.file("form.zip"));
    EXPECT_EQ(run(desk, "kit form.brindel --with csv -o form.zip").status, 3);
    EXPECT_EQ(run(desk, "kit form.brindel --with csv -o form.brindel").status, 2);
    EXPECT_EQ(run(desk, "kit form.brindel --with csv -o kit").status, 0);
    // The form in a kit that somebody has changed since.
    const std::string inKit = desk.file("kit/yardCharges.brindel");
    ASSERT_TRUE(std::filesystem::exists(inKit));
    const std::string handed = textOf(inKit);
    write(inKit, textOf(desk.file("sealed.brindel")));
    EXPECT_EQ(run(desk, "kit form.brindel --with csv -o kit").status, 3);
    EXPECT_EQ(textOf(inKit), textOf(desk.file("sealed.brindel")));
    write(inKit, handed);
    EXPECT_EQ(run(desk, "kit form.brindel --with csv -o kit").status, 0);
    // A pipe of a form's name is waited for by nobody.
    ASSERT_EQ(mkfifo(desk.file("kit/pipe.brindel").c_str(), 0600), 0);
    EXPECT_EQ(run(desk, "kit form.brindel --with csv -o kit", "timeout 20 ").status, 3);
    EXPECT_EQ(run(desk, "compare kit form.brindel", "timeout 20 ").status, 0);
}

TEST(WritingOver, WhatAnArchiveCarriesIsReadAsAFormFirst) {
    const Desk desk;
    const std::string archive = textOf(desk.file("archive.pdf")), good = textOf(desk.file("form.brindel"));
    // Attached as it is, so that other bytes can be put in its place: with qpdf, under the same name.
    for (const std::string& bytes :
         {std::string(), std::string("{\"a\":1}"), std::string("PK\x03\x04 a ZIP"), good.substr(0, 500)}) {
        write(desk.file("form-in-it.brindel"), bytes);
        const std::string call =
            "cd '" + desk.path() +
            "' && rm -f bad.pdf && qpdf archive.pdf --remove-attachment=form.brindel step.pdf && "
            "qpdf step.pdf --add-attachment form-in-it.brindel --filename=form.brindel --key=form.brindel -- bad.pdf";
        ASSERT_EQ(std::system((call + " 2>/dev/null").c_str()), 0);
        write(desk.file("over.brindel"), good);
        const Ended ended = run(desk, "intake bad.pdf -o over.brindel");
        EXPECT_EQ(ended.status, 1) << ended.errors;
        EXPECT_NE(ended.errors.find("cannot be read"), std::string::npos) << ended.errors;
        EXPECT_EQ(textOf(desk.file("over.brindel")), good);
    }
}

TEST(Seals, AMarkThatIsForeignDamagedOrMissingIsSaid) {
    const Desk desk;
    const std::string text = textOf(desk.file("sealed.brindel"));
    const auto at = text.find("\"mark\": \"") + 9;
    auto with = [&](const std::string& mark) {
        write(desk.file("b.brindel"), text.substr(0, at) + mark + text.substr(text.find('"', at)));
        return run(desk, "compare sealed.brindel b.brindel").out;
    };
    std::string other = text.substr(at, text.find('"', at) - at);
    other[3] = other[3] == 'A' ? 'B' : 'A';
    EXPECT_NE(with(other).find("another mark"), std::string::npos);
    EXPECT_NE(with("nonsense").find("without its mark"), std::string::npos);
    EXPECT_NE(with("").find("without its mark"), std::string::npos);
    // The same mark over another design.
    std::string changed = text;
    changed.replace(changed.find("\"maxLength\": 30"), 15, "\"maxLength\": 20");
    write(desk.file("b.brindel"), changed);
    EXPECT_NE(run(desk, "compare sealed.brindel b.brindel").out.find("over another design"), std::string::npos);
    EXPECT_EQ(run(desk, "compare sealed.brindel sealed.brindel").out, "Nothing is different.\n");
    // What reads a sealed form without its password says what it cannot tell; with it, what it finds.
    for (const std::string& call :
         {std::string("check"), std::string("export --to csv"), std::string("kit --with csv -o k")}) {
        const Ended blind = run(desk, call + " b.brindel" + (call[0] == 'e' ? " -o x.csv" : ""));
        EXPECT_NE(blind.errors.find("only its password tells"), std::string::npos) << call << blind.errors;
        const Ended seeing =
            run(desk, call + " b.brindel --seal-password-file word.txt" + (call[0] == 'e' ? " -o x.csv" : ""));
        EXPECT_NE(seeing.errors.find("changed by hand"), std::string::npos) << call << seeing.errors;
    }
}

TEST(Texts, InAnotherEncodingAreReadOrRefused) {
    const Desk desk;
    const std::string form = textOf(desk.file("form.brindel"));
    EXPECT_EQ(run(desk, "texts form.brindel --language de --to csv -o de.csv").status, 0);
    std::string table = textOf(desk.file("de.csv"));
    const std::string row = "\"Boat name\",\"\"";
    ASSERT_NE(table.find(row), std::string::npos);
    table.replace(table.find(row), row.size(), "\"Boat name\",\"Bootsname: \xFC\"");
    write(desk.file("latin.csv"), table);
    const Ended latin = run(desk, "texts form.brindel --from latin.csv");
    EXPECT_EQ(latin.status, 1);
    EXPECT_NE(latin.errors.find("not in UTF-8"), std::string::npos) << latin.errors;
    EXPECT_EQ(textOf(desk.file("form.brindel")), form);
    // XLIFF in UTF-16, and in the encoding that it names.
    const std::string from = textOf(desk.file("texts.xlf"));
    for (const char* encoding : {"UTF-16", "UTF-16BE"}) {
        std::string named = from;
        named.replace(named.find("UTF-8"), 5, encoding);
        const std::string boat = "<source>Boat name</source>";
        named.replace(named.find(boat), boat.size(), boat + "<target>Nazwa łodzi</target>");
        write(desk.file("t.xlf"), named);
        ASSERT_EQ(std::system(("iconv -f UTF-8 -t " + std::string(encoding) + " '" + desk.file("t.xlf") + "' > '" +
                               desk.file("u.xlf") + "'")
                                  .c_str()),
                  0);
        const Ended taken = run(desk, "texts form.brindel --from u.xlf -o pl.brindel");
        EXPECT_EQ(taken.status, 0) << encoding << taken.errors;
        EXPECT_NE(textOf(desk.file("pl.brindel")).find("Nazwa łodzi"), std::string::npos) << encoding;
        std::filesystem::remove(desk.file("pl.brindel"));
    }
    // Of another form.
    const Ended foreign = run(desk, "texts " + demoFolder + "pontoon-fault-note.brindel --from texts.xlf -o n.brindel");
    EXPECT_NE(foreign.errors.find("were written for the form “yardCharges”"), std::string::npos) << foreign.errors;
}

TEST(CommandLine, SmallThingsOfACall) {
    const Desk desk;
    EXPECT_EQ(run(desk, "show - < form.brindel").out, run(desk, "show form.brindel").out);
    EXPECT_EQ(run(desk, "compare - form.brindel < form.brindel").out, "Nothing is different.\n");
    EXPECT_EQ(run(desk, "compare - - < form.brindel").status, 2);
    EXPECT_EQ(run(desk, "fill form.brindel --values - --today 2026-04-01 -o r.json < values.json").status, 0);
    EXPECT_EQ(run(desk, "fill - --values - < values.json").status, 2);
    EXPECT_EQ(run(desk, "export - --to pdf --archive -o a.pdf < form.brindel").status, 2) << "it is read once";
    EXPECT_EQ(run(desk, "fill - --values values.json --to pdf --archive -o a.pdf < form.brindel").status, 2);
    EXPECT_FALSE(std::filesystem::exists(desk.file("a.pdf")));
    EXPECT_EQ(run(desk, "check form.brindel check form.brindel").status, 2);
    EXPECT_EQ(run(desk, "'' form.brindel").status, 2);
    EXPECT_EQ(run(desk, "").status, 2);
    EXPECT_EQ(run(desk, "export form.brindel --to html --password-file word.txt -o x.html").status, 2);
    EXPECT_EQ(run(desk, "export form.brindel --to html --post http://wharf.example/take -o x.html").status, 2);
    EXPECT_EQ(run(desk, "export form.brindel --to html --post http://127.0.0.1:8080/take -o x.html").status, 0);
    EXPECT_EQ(run(desk, "export form.brindel --to html --post http://127.0.0.1.wharf.example/ -o x.html").status, 2);
    EXPECT_EQ(run(desk, "--version").out, "Brindel 0.1.0\n");
    const Ended later = run(
        desk, "fill form.brindel --values '" + [&] {
            write(
                desk.file("later.json"),
                "{\"form\": \"yardCharges\", \"version\": 99, \"filled\": \"2026-04-01T10:00:00+00:00\", \"values\": " +
                    textOf(desk.file("values.json")) + "}");
            return desk.file("later.json");
        }() + "' --today 2026-04-01 -o r.json");
    EXPECT_NE(later.errors.find("version 99"), std::string::npos) << later.errors;
    // Names of devices, and letters that nobody sees, are no names of kits' files.
    for (const std::string& name : {std::string("CON"), std::string("nul"), std::string("a\u202Eb")}) {
        std::string text = textOf(desk.file("form.brindel"));
        text.replace(text.find("\"name\": \"yardCharges\""), 21, "\"name\": \"" + name + "\"");
        write(desk.file("odd.brindel"), text);
        EXPECT_EQ(run(desk, "kit odd.brindel --with csv -o 'kit-" + std::to_string(name.size()) + "'").status, 0);
        for (const auto& entry : std::filesystem::directory_iterator(desk.file("kit-" + std::to_string(name.size())))) {
            const std::string file = entry.path().filename().string(), stem = file.substr(0, file.find('.'));
            EXPECT_NE(stem, "CON");
            EXPECT_NE(stem, "nul");
            EXPECT_EQ(file.find("\u202E"), std::string::npos);
        }
    }
    EXPECT_NE(run(desk, "worth form.brindel 'NOW() - TODAY()'").out, "0\n") << "it has its time";
}

TEST(CommandLine, WildcardsInALongTextStayInTheirBound) {
    const Folder folder;
    write(folder.file("s.jot"), "# S\nLong: text\n[Go]*\n");
    write(folder.file("v.json"), "{\"txtLong\": \"" + std::string(100000, 'a') + "\"}");
    EXPECT_EQ(run(folder, "new s.jot -o s.brindel").status, 0);
    for (const char* formula :
         {"SEARCH(\"a*a*a*b\"; txtLong)", "SEARCH(\"*a*a*b\"; txtLong)", "SEARCH(\"?*?*b\"; txtLong)"}) {
        const Ended ended =
            run(folder, std::string("worth s.brindel '") + formula + "' --values v.json", "timeout 10 ");
        EXPECT_EQ(ended.out, "#VALUE!\n") << formula << " ended with " << ended.status;
    }
    EXPECT_EQ(run(folder, "worth s.brindel 'SEARCH(\"a*aa\"; txtLong; 5)' --values v.json").out, "5\n");
}
