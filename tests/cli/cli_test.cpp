#include "core/check/check.h"
#include "core/file/form_file.h"
#include "core/seal/seal.h"
#include "tests/cli/command.h"

using namespace brindel::test;

TEST(CommandLine, FromRowsToAFilledPdf) {
    Folder folder;
    EXPECT_EQ(run(folder, "new " + demoFolder + "mooring-permit.jot --kind document -o x.brindel").status, 0);
    EXPECT_EQ(run(folder, "export x.brindel --to pdf -o x.pdf").status, 0);
    EXPECT_TRUE(textOf(folder.file("x.pdf")).starts_with("%PDF-"));
    EXPECT_EQ(run(folder, "export x.brindel --to png -o x.png").status, 0);
    EXPECT_TRUE(textOf(folder.file("x.png")).starts_with("\x89PNG"));
    const std::string values = " --values " + demoFolder + "mooring-permit.values.json --today 2026-04-01";
    Ended filled = run(folder, "fill " + demoFolder + "mooring-permit.brindel" + values + " --to pdf -o f.pdf");
    EXPECT_EQ(filled.status, 0) << filled.errors;
    EXPECT_EQ(filled.out, "") << "nothing but results on standard output";
    Ended reply = run(folder, "fill " + demoFolder + "mooring-permit.brindel" + values);
    EXPECT_EQ(reply.status, 0);
    EXPECT_NE(reply.out.find("\"txtBoatName\": \"Marigold\""), std::string::npos);
    for (const char* pdf : {"x.pdf", "f.pdf"})
        EXPECT_EQ(std::system(("qpdf --check '" + folder.file(pdf) + "' >/dev/null").c_str()), 0) << pdf;
}

TEST(CommandLine, SameFormSameBytes) {
    Folder folder;
    for (const char* name : {"a.pdf", "b.pdf"})
        EXPECT_EQ(run(folder, "export " + demoFolder + "lift-out-booking.brindel --to pdf -o " + name).status, 0);
    EXPECT_TRUE(textOf(folder.file("a.pdf")) == textOf(folder.file("b.pdf")));
}

TEST(CommandLine, AWebPageIsWrittenAsTheCallSays) {
    Folder folder;
    const std::string form = demoFolder + "lift-out-booking.brindel";
    EXPECT_EQ(run(folder, "export " + form + " --to html -o a.html").status, 0);
    EXPECT_EQ(run(folder, "export " + form + " --to html -o b.html").status, 0);
    EXPECT_EQ(textOf(folder.file("a.html")), textOf(folder.file("b.html")));
    EXPECT_EQ(run(folder, "export " + form + " --to html --post https://wharf.example/take --steps -o c.html").status,
              0);
    EXPECT_NE(textOf(folder.file("c.html")).find("connect-src https://wharf.example;"), std::string::npos);
    EXPECT_EQ(textOf(folder.file("a.html")).find("wharf.example"), std::string::npos);
    EXPECT_EQ(run(folder, "export " + form + " --to html --post ftp://wharf.example -o d.html").status, 2);
    EXPECT_FALSE(std::filesystem::exists(folder.file("d.html")));
}

TEST(CommandLine, TextsGoOutAndComeBack) {
    Folder folder;
    std::filesystem::copy_file(demoFolder + "yard-charges.brindel", folder.file("x.brindel"));
    EXPECT_EQ(run(folder, "texts x.brindel --language pl --to csv -o t.csv").status, 0);
    std::string table = textOf(folder.file("t.csv"));
    const std::string row = "\"Boat name\",\"\"";
    ASSERT_NE(table.find(row), std::string::npos);
    table.replace(table.find(row), row.size(), "\"Boat name\",\"Nazwa łodzi\"");
    write(folder.file("t.csv"), table + "c999.text,gone,Gone,Nie ma\r\n");
    const Ended taken = run(folder, "texts x.brindel --from t.csv");
    EXPECT_EQ(taken.status, 0);
    EXPECT_EQ(taken.errors, "t.csv:c999.text: The form has no such text any more: “Gone”.\n");
    EXPECT_EQ(brindel::openForm(folder.file("x.brindel"))->form.revision, 2) << "it is another version";
    EXPECT_EQ(run(folder, "export x.brindel --language pl --to html -o pl.html").status, 0);
    const std::string page = textOf(folder.file("pl.html"));
    EXPECT_NE(page.find("Nazwa łodzi"), std::string::npos);
    EXPECT_NE(page.find("<html lang=\"pl\">"), std::string::npos);
    EXPECT_EQ(run(folder, "export x.brindel --language it --to pdf -o it.pdf").status, 1);
    EXPECT_EQ(run(folder, "kit x.brindel --with html,sheet --language en,pl -o kit").status, 0);
    EXPECT_EQ(textOf(folder.file("kit/yardCharges-page-pl.html")), page);
    EXPECT_TRUE(std::filesystem::exists(folder.file("kit/yardCharges-page.html")));
    EXPECT_EQ(run(folder, "kit x.brindel --with html --language it -o none").status, 1);
    EXPECT_FALSE(std::filesystem::exists(folder.file("none")));
    // What no form can hold is said before it is taken.
    const std::string before = textOf(folder.file("x.brindel"));
    const std::string own = "\"Boat name\",\"Nazwa łodzi\"";
    table = textOf(folder.file("t.csv"));
    table.replace(table.find(own), own.size(), "\"Boat name\",\"" + std::string(200000, 'w') + "\"");
    write(folder.file("long.csv"), table);
    EXPECT_EQ(run(folder, "texts x.brindel --from long.csv").status, 1);
    EXPECT_EQ(textOf(folder.file("x.brindel")), before);
    EXPECT_EQ(run(folder, "texts x.brindel --language nonsense! -o n.xlf").status, 2);
    EXPECT_EQ(run(folder, "texts x.brindel --from gone.xlf").status, 3);
}

TEST(CommandLine, ComparesFormsAndKits) {
    Folder folder;
    const std::string form = demoFolder + "yard-charges.brindel";
    std::string text = textOf(form);
    text.replace(text.find("\"maxLength\": 30"), 15, "\"maxLength\": 20");
    write(folder.file("new.brindel"), text);
    const Ended told = run(folder, "compare " + form + " new.brindel");
    EXPECT_EQ(told.status, 0);
    EXPECT_EQ(told.out,
              "Boat name (txtBoatName): “Maximum length” changed from 30 to 20. Earlier replies may be longer.\n");
    EXPECT_EQ(run(folder, "compare " + form + " " + form).out, "Nothing is different.\n");
    EXPECT_EQ(run(folder, "kit " + form + " --with csv -o old").status, 0);
    EXPECT_EQ(run(folder, "kit new.brindel --with csv -o new.zip").status, 0);
    EXPECT_EQ(run(folder, "compare old new.zip").out, told.out);
    EXPECT_NE(run(folder, "compare old new.zip --json").out.find("\"property\": \"maxLength\""), std::string::npos);
    EXPECT_EQ(run(folder, "compare " + form + " gone.brindel").status, 3);
    std::filesystem::create_directory(folder.file("empty"));
    EXPECT_NE(run(folder, "compare empty new.zip").errors.find("contains no form"), std::string::npos);
    write(folder.file("broken.zip"), "PK no zip");
    EXPECT_NE(run(folder, "compare broken.zip new.zip").errors.find("not a ZIP"), std::string::npos);
    // A kit over an earlier one says what has changed.
    EXPECT_EQ(run(folder, "kit new.brindel --with csv -o old").status, 0);
    EXPECT_NE(textOf(folder.file("old/read-me-first.html")).find("“Maximum length” changed from 30 to 20"),
              std::string::npos);
}

TEST(CommandLine, AKitHasWhatWasTickedUnlessTheCallSaysOtherwise) {
    Folder folder;
    const std::string form = demoFolder + "yard-charges.brindel";
    EXPECT_EQ(run(folder, "kit " + form + " -o usual").status, 0);
    EXPECT_TRUE(std::filesystem::exists(folder.file("usual/yardCharges.pdf")));
    EXPECT_TRUE(std::filesystem::exists(folder.file("usual/yardCharges-controls.html")));
    EXPECT_EQ(run(folder, "kit " + form + " --with sql -o asked.zip").status, 0);
    EXPECT_TRUE(textOf(folder.file("asked.zip")).starts_with("PK"));
    std::string ticked = textOf(form);
    ticked.insert(ticked.find("\n  \"nextId\""), "\n  \"kit\": {\"targets\": [\"csv\"]},");
    write(folder.file("ticked.brindel"), ticked);
    EXPECT_EQ(run(folder, "kit ticked.brindel -o own").status, 0);
    EXPECT_TRUE(std::filesystem::exists(folder.file("own/yardCharges-controls.csv")));
    EXPECT_FALSE(std::filesystem::exists(folder.file("own/yardCharges.pdf")));
    Ended nowhere = run(folder, "kit " + form + " -o -");
    EXPECT_EQ(nowhere.status, 2);
    EXPECT_EQ(nowhere.errors, "-o: A kit is a folder, or a file that ends in .zip: name one.\n");
    EXPECT_FALSE(std::filesystem::exists(folder.file("-")));
}

TEST(CommandLine, ShowsAFormAsTextJottingAndJson) {
    Folder folder;
    const std::string form = demoFolder + "lift-out-booking.brindel";
    Ended text = run(folder, "show " + form);
    EXPECT_EQ(text.status, 0);
    EXPECT_NE(text.out.find("text box txtRegistration “Registration no.”"), std::string::npos) << text.out;
    EXPECT_NE(text.out.find("2 to 25 m"), std::string::npos);
    EXPECT_EQ(run(folder, "show " + form + " --as json").out, textOf(form));
    Ended jot = run(folder, "show " + form + " --as jot");
    EXPECT_NE(jot.out.find("Registration no.: text 12 upper /[A-Z]{2}-[0-9]{4,7}/ ! "), std::string::npos) << jot.out;
    EXPECT_NE(jot.errors.find("Jotting cannot say: Personal of “txtOwner”."), std::string::npos);
}

TEST(CommandLine, AValueThatBreaksARuleIsRefusedWithOneLine) {
    Folder folder;
    const std::string form = demoFolder + "lift-out-booking.brindel";
    std::string good = textOf(demoFolder + "lift-out-booking.values.json");
    struct Case {
        const char* from;
        const char* to;
        const char* line;
    };
    for (const Case& c :
         {Case{"9.4", "30", "v.json:numLength: The slip takes boats from 2 to 25 m.\n"},
          Case{"\"Slipway cradle\"", "\"Balloon\"", "v.json:radLiftBy: “Balloon” is not one of the choices.\n"},
          Case{"\"C14\"", "\"C14-north\"", "v.json:txtBerth: Berth: at most 4 characters; this has 9.\n"},
          Case{"\"Marigold\"", "\"\"", "v.json:txtBoatName: Boat name: please fill this in.\n"}}) {
        std::string text = good;
        text.replace(text.find(c.from), std::string(c.from).size(), c.to);
        write(folder.file("v.json"), text);
        Ended r = run(folder, "fill " + form + " --values v.json --today 2026-04-01");
        EXPECT_EQ(r.status, 1) << c.line;
        EXPECT_EQ(r.errors, c.line);
        EXPECT_EQ(r.out, "");
    }
}

TEST(CommandLine, BrokenFilesGiveASentenceWithFileAndPlace) {
    Folder folder;
    write(folder.file("bad.jot"), "Boat name: text 30\nHull: combo [GRP\n");
    Ended r = run(folder, "new bad.jot -o x.brindel");
    EXPECT_EQ(r.status, 1);
    EXPECT_EQ(r.errors, "bad.jot:line 2, column 13: These choices have no end; ] is expected.\n");
    EXPECT_FALSE(std::filesystem::exists(folder.file("x.brindel")));
    write(folder.file("bad.brindel"), "{\"brindel\": 1,\n \"form\": \"dialog\"");
    r = run(folder, "show bad.brindel");
    EXPECT_EQ(r.status, 1);
    EXPECT_EQ(r.errors, "bad.brindel:line 2, column 18: The file ends too early: it is cut off here.\n");
    write(folder.file("bad.json"), "{\"txtBoatName\": Marigold}");
    r = run(folder, "fill " + demoFolder + "lift-out-booking.brindel --values bad.json");
    EXPECT_EQ(r.status, 1);
    EXPECT_EQ(r.errors, "bad.json:line 1, column 17: This is not JSON from here on.\n");
}

TEST(CommandLine, ExitStates) {
    Folder folder;
    Ended missing = run(folder, "show missing.brindel");
    EXPECT_EQ(missing.status, 3);
    EXPECT_EQ(missing.errors, "missing.brindel: The file cannot be read: there is no such file or folder.\n");
    EXPECT_EQ(run(folder, "export " + demoFolder + "lift-out-booking.brindel --to pdf -o no/such/x.pdf").status, 3);
    EXPECT_EQ(run(folder, "export " + demoFolder + "lift-out-booking.brindel --to stone").status, 2);
    EXPECT_EQ(run(folder, "").status, 2);
    EXPECT_EQ(run(folder, "--help").status, 0);
}

TEST(CommandLine, NamesAllControlsByAScheme) {
    Folder folder;
    const std::string form = folder.file("x.brindel");
    std::filesystem::copy_file(demoFolder + "lift-out-booking.brindel", form);
    const std::string before = textOf(form);
    Ended dry = run(folder, "name x.brindel --scheme dataColumns --dry-run");
    EXPECT_EQ(dry.status, 0);
    EXPECT_NE(dry.out.find("txtBoatName → boat_name\n"), std::string::npos) << dry.out;
    EXPECT_NE(dry.out.find("txtRegistration → registration_no\n"), std::string::npos) << "set by hand or not";
    EXPECT_EQ(textOf(form), before) << "nothing is changed";
    Ended kept = run(folder, "name x.brindel --scheme dataColumns --keep-own -o kept.brindel");
    EXPECT_EQ(kept.status, 0);
    EXPECT_NE(textOf(folder.file("kept.brindel")).find("\"txtRegistration\""), std::string::npos);
    EXPECT_EQ(run(folder, "name x.brindel --scheme webFields").status, 0);
    EXPECT_NE(textOf(form).find("\"boat-name\""), std::string::npos);
    write(folder.file("team.brindel-scheme"),
          "{\"brindelScheme\": 1, \"word\": \"Team\", \"letters\": \"pascal\", \"kindMark\": \"none\"}");
    EXPECT_EQ(run(folder, "name x.brindel --scheme team.brindel-scheme").status, 0);
    EXPECT_NE(textOf(form).find("\"BoatName\""), std::string::npos);
    EXPECT_EQ(run(folder, "name x.brindel --scheme nowhere").status, 2);
    write(folder.file("bad.brindel-scheme"), "{}");
    Ended bad = run(folder, "name x.brindel --scheme bad.brindel-scheme");
    EXPECT_EQ(bad.status, 1);
    EXPECT_EQ(bad.errors, "bad.brindel-scheme:line 1: This is not a Brindel scheme.\n");
}

TEST(CommandLine, LaysTheRoute) {
    Folder folder;
    write(folder.file("x.jot"), "A: text 5\nB: text 5\nC: text 5\n[Save]*\n");
    ASSERT_EQ(run(folder, "new x.jot -o x.brindel").status, 0);
    const std::string read = textOf(folder.file("x.brindel"));
    write(folder.file("order.txt"), "txtC\n\ntxtA\r\n");
    EXPECT_EQ(run(folder, "order x.brindel --by order.txt").status, 0);
    Ended shown = run(folder, "show x.brindel");
    EXPECT_NE(shown.out.find("txtC “C”  44, 94 · 90 × 26 px  at most 5 characters  stop 1  starts here"),
              std::string::npos)
        << shown.out;
    EXPECT_NE(shown.out.find("stop 4  Enter presses it"), std::string::npos) << shown.out;
    EXPECT_EQ(run(folder, "order x.brindel --by reading").status, 0);
    std::string third = read;
    third.insert(third.find("  \"size\""), "  \"revision\": 3,\n");
    EXPECT_EQ(textOf(folder.file("x.brindel")), third) << "written over twice, it is the third version";
    write(folder.file("order.txt"), "txtC\ntxtX\n");
    Ended wrong = run(folder, "order x.brindel --by order.txt");
    EXPECT_EQ(wrong.status, 1);
    EXPECT_EQ(wrong.errors, "order.txt:line 2: The form has no control named “txtX”.\n");
    EXPECT_EQ(run(folder, "order x.brindel --by nowhere.txt").status, 3);
    // What a newer version has made is read, but not written over.
    write(folder.file("new.brindel"), R"({"brindel": 9, "form": "dialog", "name": "x", "controls": []})");
    Ended newer = run(folder, "order new.brindel --by reading");
    EXPECT_EQ(newer.status, 1);
    EXPECT_EQ(
        newer.errors,
        "new.brindel: A newer Brindel made this file. It can be looked at here, but not saved under its own name.\n");
    EXPECT_EQ(run(folder, "order new.brindel --by reading -o copy.brindel").status, 0);
    EXPECT_EQ(run(folder, "order x.brindel").status, 2);
}

TEST(CommandLine, ADialogThatCouldNotBeOpenedAgainIsNotWritten) {
    Folder folder;
    std::string rows;
    for (int i = 0; i < 800; ++i) rows += "Field " + std::to_string(i) + ": text 9\n";
    write(folder.file("many.jot"), rows);
    Ended made = run(folder, "new many.jot -o many.brindel");
    EXPECT_EQ(made.status, 1);
    EXPECT_NE(made.errors.find("20000 is the limit"), std::string::npos) << made.errors;
    EXPECT_FALSE(std::filesystem::exists(folder.file("many.brindel")));
    EXPECT_EQ(run(folder, "new many.jot --kind document -o many.brindel").status, 0);
    EXPECT_EQ(run(folder, "show many.brindel --as arrangement").status, 0);
}

TEST(CommandLine, AFormulaIsWorthSomethingOverAForm) {
    Folder folder;
    const std::string form = demoFolder + "yard-charges.brindel";
    EXPECT_EQ(run(folder, "worth " + form + " 'numDays * 2'").out, "28\n");
    write(folder.file("v.json"), "{\"numLength\": 9.5}");
    EXPECT_EQ(run(folder, "worth " + form + " 'ROUND(numLength * 1.85; 2)' --values v.json").out, "17.58\n");
    EXPECT_EQ(run(folder, "worth " + form + " '1 / 0'").out, "#DIV/0!\n");
    Ended wrong = run(folder, "worth " + form + " 'RUOND(1)'");
    EXPECT_EQ(wrong.status, 1);
    EXPECT_NE(wrong.errors.find("Did you mean ROUND?"), std::string::npos) << wrong.errors;
    EXPECT_EQ(run(folder, "worth " + form + " 1 --today 2026-13-01").status, 2);
    EXPECT_EQ(run(folder, "worth nothing.brindel 1").status, 3);
}

TEST(Cli, ShowTellsWhatAFormDoesByItself) {
    const Folder folder;
    const Ended told = run(folder, "show " + demoFolder + "yard-charges.brindel");
    EXPECT_NE(told.out.find("Worked out = ROUND(numLength * numDays * 1.85; 2)"), std::string::npos) << told.out;
    EXPECT_NE(told.out.find("When “Charge” is pressed: accept and clear for the next; say “Charged."),
              std::string::npos)
        << told.out;
    EXPECT_NE(told.out.find("When the form is about to close, if COUNTA"), std::string::npos) << told.out;
}

TEST(CommandLine, ASealedFormIsChangedByItsPasswordAlone) {
    Folder folder;
    const brindel::Form form = demo("slip-inspection");
    const auto sealing = brindel::sealed(form, "gangway and groyne");
    write(folder.file("x.brindel"), brindel::sealedText(sealing->form, *sealing->key));
    write(folder.file("word.txt"), "gangway and groyne\n");
    write(folder.file("wrong.txt"), "gangway\n");
    const std::string before = textOf(folder.file("x.brindel"));
    // Filling and handing over need no password.
    EXPECT_EQ(run(folder, "export x.brindel --to pdf -o x.pdf").status, 0);
    EXPECT_EQ(run(folder, "check x.brindel").status, 0);
    EXPECT_EQ(run(folder, "name x.brindel --scheme plainWords --dry-run").status, 0);
    EXPECT_EQ(run(folder, "texts x.brindel --language pl --to csv -o texts.csv").status, 0);
    for (const char* call :
         {"name x.brindel --scheme plainWords", "order x.brindel --by reading", "check x.brindel --mend all",
          "texts x.brindel --from texts.csv", "name x.brindel --scheme plainWords -o y.brindel"}) {
        Ended none = run(folder, call), wrong = run(folder, std::string(call) + " --seal-password-file wrong.txt");
        EXPECT_EQ(none.status, 1) << call;
        EXPECT_NE(none.errors.find("--seal-password-file"), std::string::npos) << none.errors;
        EXPECT_EQ(wrong.errors, "x.brindel: This is not the password of this form.\n");
        EXPECT_EQ(textOf(folder.file("x.brindel")), before) << call;
    }
    EXPECT_EQ(run(folder, "name x.brindel --scheme plainWords --seal-password-file nothing.txt").status, 3);
    // Another form is not written over it either.
    write(folder.file("a.jot"), "A: text 9\n");
    EXPECT_EQ(run(folder, "new a.jot -o x.brindel").status, 1);
    EXPECT_EQ(textOf(folder.file("x.brindel")), before);
    const Ended changed = run(folder, "name x.brindel --scheme plainWords --seal-password-file word.txt");
    EXPECT_EQ(changed.status, 0) << changed.errors;
    const auto opened = brindel::openForm(folder.file("x.brindel"));
    EXPECT_TRUE(brindel::isAsItWasSealed(opened->form, opened->digest, *sealing->key));
    EXPECT_EQ(opened->form.revision, form.revision + 1);
    // An edit by hand is said to whoever has the password.
    std::string text = textOf(folder.file("x.brindel"));
    write(folder.file("x.brindel"), text.replace(text.find("\"title\": \""), 10, "\"title\": \"Z"));
    EXPECT_EQ(run(folder, "order x.brindel --by reading --seal-password-file word.txt").errors,
              "x.brindel: The form was changed by hand since it was sealed.\n");
    EXPECT_EQ(run(folder, "new a.jot -o x.brindel --seal-password-file word.txt").status, 0);
}

TEST(CommandLine, APipeIsWrittenIntoAndNeverReadFirst) {
    Folder folder;
    write(folder.file("a.jot"), "A: text 9\n");
    const std::string at = "cd '" + folder.path() + "' && ", cli = "timeout 20 '" BRINDEL_BIN "/brindel-cli' ";
    EXPECT_EQ(std::system((at + "mkfifo pipe && (cat pipe >got.txt &) && " + cli + "new a.jot -o pipe").c_str()), 0);
    EXPECT_EQ(std::system((at + cli + "new a.jot -o /dev/stdout | cat >piped.txt").c_str()), 0);
    EXPECT_TRUE(textOf(folder.file("piped.txt")).starts_with("{\n  \"brindel\": 1"));
}

TEST(CommandLine, AMustThatIsSilencedIsNoReasonToStop) {
    Folder folder;
    brindel::Form form = demo("slip-inspection");
    form =
        brindel::withProperty(form, {named(form, "txtBoatName").id}, brindel::Prop::textColour, std::string("#C8C8C8"));
    write(folder.file("x.brindel"), brindel::formText(form));
    Ended open = run(folder, "check x.brindel --json");
    EXPECT_EQ(open.status, 1);
    const auto json = nlohmann::json::parse(open.out);
    EXPECT_EQ(json["findings"][0]["check"], "lowContrast");
    EXPECT_EQ(json["findings"][0]["controls"], nlohmann::json::array({"txtBoatName"}));
    for (const brindel::Finding& f : brindel::findingsIn(form, fonts()))
        if (f.check->key == std::string_view("lowContrast")) form = brindel::silenced(form, f, "A watermark.");
    write(folder.file("x.brindel"), brindel::formText(form));
    Ended quiet = run(folder, "check x.brindel");
    EXPECT_EQ(quiet.status, 0);
    EXPECT_NE(quiet.out.find("(silenced: A watermark.)"), std::string::npos) << quiet.out;
    // Putting all right leaves it alone.
    EXPECT_EQ(run(folder, "check x.brindel --mend all -o y.brindel").status, 0);
    EXPECT_EQ(run(folder, "check x.brindel --mend noSuchCheck").status, 2);
    EXPECT_EQ(run(folder, "check x.brindel --target floppy").status, 2);
    const Ended lost = run(folder, "check x.brindel --target pdf,png --json");
    std::set<std::string> families;
    const auto told = nlohmann::json::parse(lost.out);
    for (const auto& one : told["findings"]) families.insert(one["family"].get<std::string>());
    EXPECT_TRUE(families.contains("targets"));
}

TEST(CommandLine, ATableFillsAFormOnceForEachRow) {
    const Folder folder;
    write(folder.file("rows.jot"),
          "# Boat letter\nBoat: text 30 !\nOwner: text 30\nLength: number 2..25 .1\nPrice: number .01 = numLength * "
          "12.5\n[Go]*\n");
    ASSERT_EQ(run(folder, "new rows.jot --kind document -o letter.brindel").status, 0);
    std::string table = "txtBoat,txtOwner,numLength\n";
    for (int i = 1; i <= 30; ++i)
        table += "Boat " + std::to_string(i % 28) + "/x,\"Öl, " + std::to_string(i) + "\"," +
                 std::to_string(i % 20 + 3) + ".5\n";
    write(folder.file("boats.csv"), table + ",nobody,5\nToo long,x,99\n");
    const auto ended =
        run(folder, "fill letter.brindel --values boats.csv --to pdf --named '{txtBoat}-{n}' -o letters --store r.db");
    EXPECT_EQ(ended.status, 1);
    EXPECT_NE(ended.errors.find("boats.csv:row 32:txtBoat:"), std::string::npos) << ended.errors;
    EXPECT_NE(ended.errors.find("boats.csv:row 33:numLength:"), std::string::npos) << ended.errors;
    EXPECT_NE(ended.errors.find("30 filled in, 2 with errors"), std::string::npos) << ended.errors;
    EXPECT_TRUE(std::filesystem::exists(folder.file("letters/Boat 7-x-07.pdf")));
    EXPECT_EQ(std::distance(std::filesystem::directory_iterator(folder.file("letters")), {}), 30);
    // What was written is read back, and is what the table said.
    EXPECT_EQ(run(folder, "gather letter.brindel letters -o back.csv").status, 0);
    EXPECT_NE(textOf(folder.file("back.csv")).find("Boat 7/x,\"Öl, 7\",10.5,131.25"), std::string::npos)
        << textOf(folder.file("back.csv"));
    EXPECT_EQ(run(folder, "gather letter.brindel --store r.db -o kept.json").status, 0);
    EXPECT_EQ(nlohmann::json::parse(textOf(folder.file("kept.json"))).size(), 30u);
    // Two of one name are two files; a name that is none is said.
    EXPECT_EQ(run(folder, "fill letter.brindel --values boats.csv --to json --named same -o same").status, 1);
    EXPECT_EQ(std::distance(std::filesystem::directory_iterator(folder.file("same")), {}), 30);
    EXPECT_EQ(run(folder, "fill letter.brindel --values boats.csv --named '{boat}' -o x").status, 2);
    EXPECT_EQ(run(folder, "fill letter.brindel --values boats.csv").status, 2);
    EXPECT_EQ(run(folder, "fill letter.brindel --values none.csv -o x").status, 3);
}

TEST(CommandLine, TheSchemaIsWrittenOverItself) {
    const Folder folder;
    EXPECT_EQ(run(folder, "schema -o s.json").status, 0);
    EXPECT_EQ(run(folder, "schema -o s.json").status, 0) << "it speaks of forms, and is none";
    EXPECT_EQ(run(folder, "new " + demoFolder + "mooring-permit.jot --kind document -o x.brindel").status, 0);
    EXPECT_EQ(run(folder, "schema -o x.brindel").status, 3);
}

TEST(CommandLine, AStoreFillsFormsAndAFormSaysWhereItsRepliesGo) {
    const Folder folder;
    write(folder.file("register.jot"), "# Register\nBoat: text 30 !\nOwner: text 30\nLength: number 2..25 .1\n[Go]*\n");
    ASSERT_EQ(run(folder, "new register.jot --kind document -o register.brindel").status, 0);
    write(folder.file("boats.csv"), "txtBoat,txtOwner,numLength\nTern,Odo,7.5\nSkua,Ines,9\n");
    ASSERT_EQ(run(folder, "fill register.brindel --values boats.csv --store boats.db").status, 0);
    write(folder.file("letter.jot"), "# Letter\nBoat: text 30\nOwner: text 30\nBack by: date !\n[Go]*\n");
    ASSERT_EQ(run(folder, "new letter.jot --kind document -o letter.brindel").status, 0);
    // What must be filled in is left to whoever gets the letter.
    auto ended = run(folder, "fill letter.brindel --values boats.db --to pdf --named '{txtBoat}' -o letters");
    EXPECT_EQ(ended.status, 1);
    EXPECT_NE(ended.errors.find("boats.db:row 2:dtmBackBy:"), std::string::npos) << ended.errors;
    ended = run(folder, "fill letter.brindel --values boats.db --to pdf --prefilled --named '{txtBoat}' -o letters");
    EXPECT_EQ(ended.status, 0) << ended.errors;
    EXPECT_TRUE(std::filesystem::exists(folder.file("letters/Skua.pdf")));
    EXPECT_EQ(run(folder, "fill letter.brindel --values boats.db --prefilled -o x").status, 2);
    EXPECT_EQ(run(folder, "fill letter.brindel --values boats.db#none --to pdf -o x").status, 3);
    write(folder.file("one.json"), R"({"txtBoat": "Tern"})");
    EXPECT_EQ(run(folder, "fill letter.brindel --values one.json --to pdf -o one.pdf").status, 1);
    EXPECT_EQ(run(folder, "fill letter.brindel --values one.json --to pdf --prefilled -o one.pdf").status, 0);
    // A text file of values is no table.
    write(folder.file("one.txt"), R"({"txtBoat": "Tern", "dtmBackBy": "2026-05-01"})");
    EXPECT_EQ(run(folder, "fill letter.brindel --values one.txt -o one.out.json").status, 0);
    // A form that says where its replies go.
    auto form = nlohmann::json::parse(textOf(folder.file("register.brindel")));
    form["kit"] = {{"targets", {"pdf"}}, {"store", "sub/kept.db"}};
    std::filesystem::create_directory(folder.file("sub"));
    write(folder.file("register.brindel"), form.dump());
    ASSERT_EQ(run(folder, "gather register.brindel boats.csv").status, 0);
    EXPECT_TRUE(std::filesystem::exists(folder.file("sub/kept.db")));
    EXPECT_EQ(run(folder, "gather register.brindel -o all.csv").status, 0);
    EXPECT_NE(textOf(folder.file("all.csv")).find("Skua,Ines,9"), std::string::npos);
    EXPECT_EQ(run(folder, "gather register.brindel -o counts.pdf").status, 0);
    EXPECT_TRUE(textOf(folder.file("counts.pdf")).starts_with("%PDF-"));
    EXPECT_EQ(run(folder, "gather letter.brindel boats.csv").status, 2) << "this one does not";
    EXPECT_NE(run(folder, "show register.brindel --as json").out.find("sub/kept.db"), std::string::npos);
}
