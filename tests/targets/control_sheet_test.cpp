// The control sheet: every control with all that is said of it, as page, CSV and JSON.
#include "core/targets/sheet/control_sheet.h"

#include <gtest/gtest.h>

#include <nlohmann/json.hpp>
#include <pugixml.hpp>

#include "core/edit/edits.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;
using SheetJson = nlohmann::ordered_json;

namespace {

const char* const demosOfSheets[] = {"mooring-permit", "lift-out-booking",         "slip-inspection",
                                     "yard-charges",   "winter-storage-agreement", "pontoon-fault-note"};

const SheetJson& called(const SheetJson& sheet, const std::string& name) {
    for (const SheetJson& one : sheet["controls"])
        if (one.value("name", "") == name) return one;
    throw std::runtime_error("no control " + name);
}

/// Lines of a CSV file, each in its cells (RFC 4180).
std::vector<std::vector<std::string>> cellsOf(const std::string& csv) {
    std::vector<std::vector<std::string>> lines;
    std::vector<std::string> line;
    std::string cell;
    bool quoted = false;
    for (std::size_t i = 0; i < csv.size(); ++i) {
        if (quoted && csv[i] == '"' && i + 1 < csv.size() && csv[i + 1] == '"')
            cell += csv[i++];
        else if (csv[i] == '"')
            quoted = !quoted;
        else if (!quoted && csv[i] == ',')
            line.push_back(std::exchange(cell, ""));
        else if (!quoted && csv[i] == '\r' && csv[i + 1] == '\n') {
            line.push_back(std::exchange(cell, ""));
            lines.push_back(std::exchange(line, {}));
            ++i;
        } else
            cell += csv[i];
    }
    EXPECT_FALSE(quoted);
    EXPECT_TRUE(cell.empty());
    return lines;
}

}  // namespace

TEST(ControlSheet, SaysOfEachControlWhatItIs) {
    const SheetJson sheet = SheetJson::parse(sheetJson(demo("lift-out-booking")));
    EXPECT_EQ(sheet["title"], "Lift-out booking");
    const SheetJson& length = called(sheet, "numLength");
    EXPECT_EQ(length["kind"], "number box");
    EXPECT_EQ(length["label"], "Length overall");
    EXPECT_EQ(length["type"], "number");
    EXPECT_EQ(length["required"], "required");
    EXPECT_EQ(length["limits"], "2 to 25 m");
    EXPECT_EQ(length["access"], "fill it");
    EXPECT_EQ(called(sheet, "cboHull")["choices"], "GRP; Timber; Steel; Aluminium");
    EXPECT_EQ(called(sheet, "txtRegistration")["pattern"], "[A-Z]{2}-[0-9]{4,7}");
    EXPECT_FALSE(called(sheet, "txtPhone")["personal"].get<std::string>().empty());
    EXPECT_NE(called(sheet, "txtPhone")["formulas"].get<std::string>().find("ISBLANK(txtEmail)"), std::string::npos);
}

TEST(ControlSheet, ItsJsonHasAllThatTheFileSays) {
    for (const char* name : demosOfSheets) {
        const Form form = demo(name);
        const SheetJson sheet = SheetJson::parse(sheetJson(form));
        const std::string file = formText(form);
        EXPECT_EQ(sheet["controls"].size(), allIds(form).size()) << name;
        // Through the table of kinds: every property of its own that a control has is there, under its key.
        for (const SheetJson& one : sheet["controls"]) {
            ASSERT_TRUE(one.contains("properties")) << name << one.dump();
            const Id id = Id(std::stoul(one["properties"]["id"].get<std::string>().substr(1)));
            const Control& c = *form.find(id);
            for (Prop prop : c.is().props)
                if (c.own.find(prop))
                    EXPECT_TRUE(one["properties"].contains(std::string(row(prop).key)))
                        << name << c.name << row(prop).key;
        }
    }
}

TEST(ControlSheet, CsvIsReadBackCellByCellAndRunsNowhere) {
    Form form = jotted("Boat, \"old\": text 9\nNote: text 20x3\n");
    form = withProperty(form, {named(form, "txtNote").id}, Prop::note, std::string("=HYPERLINK(\"x\")\nsecond, line"));
    const auto lines = cellsOf(sheetCsv(form));
    const auto rows = sheetRows(form);
    ASSERT_EQ(lines.size(), rows.size() + 1);
    for (std::size_t i = 0; i < rows.size(); ++i) {
        ASSERT_EQ(lines[i + 1].size(), sheetColumns().size());
        for (std::size_t k = 0; k < rows[i].cells.size(); ++k) {
            const std::string& cell = rows[i].cells[k];
            EXPECT_EQ(lines[i + 1][k], (cell.starts_with("=") || cell.starts_with("-") ? "'" : "") + cell);
        }
    }
}

TEST(ControlSheet, ThePageIsWellFormedAndNumbersWhatCanBeFilled) {
    for (const char* name : demosOfSheets) {
        const Form form = demo(name);
        std::string page = sheetPage(form, fonts()).value();
        EXPECT_TRUE(page == sheetPage(form, fonts()).value()) << name << ": the same form gives the same bytes";
        EXPECT_EQ(page.find("http"), std::string::npos) << "nothing is fetched";
        // As XML, but for what HTML leaves open.
        for (const auto& [from, to] : {std::pair("<!DOCTYPE html>", ""), std::pair("<meta charset=\"utf-8\">", ""),
                                       std::pair("<meta name=\"viewport\" content=\"width=device-width\">", "")})
            page.replace(page.find(from), std::string(from).size(), to);
        for (std::size_t at = 0; (at = page.find("<br>", at)) != std::string::npos;) page.replace(at, 4, "<br/>");
        for (std::size_t at = 0; (at = page.find("<img ", at)) != std::string::npos;)
            page.insert(at = page.find('>', at), "/");
        pugi::xml_document xml;
        const auto read = xml.load_buffer(page.data(), page.size());
        ASSERT_TRUE(read) << name << ": " << read.description() << " "
                          << page.substr(std::size_t(std::max<std::ptrdiff_t>(0, read.offset - 60)), 120);
        EXPECT_EQ(xml.select_nodes("//tbody/tr").size(), allIds(form).size()) << name;
        int stops = 0;
        for (Id id : allIds(form)) stops += isFilled(*form.find(id)) || form.find(id)->is().pressed;
        EXPECT_GE(int(xml.select_nodes("//div[@class='leaf']/b").size()), stops) << name;
    }
    Form hostile = jotted("A: text 9\n");
    hostile = withProperty(hostile, {rootId}, Prop::title, std::string("</title><script>alert(1)</script>\x01"));
    const std::string page = sheetPage(hostile, fonts()).value();
    EXPECT_EQ(page.find("<script"), std::string::npos);
}
