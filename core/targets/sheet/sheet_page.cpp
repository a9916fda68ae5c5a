// The control sheet as a page: pictures with numbers, and the table.
#include <fmt/format.h>

#include <algorithm>

#include "core/answers/picture_data.h"
#include "core/model/measures.h"
#include "core/targets/leaves.h"
#include "core/targets/png/png_file.h"
#include "core/targets/sheet/control_sheet.h"
#include "core/text/markup.h"

namespace brindel {
namespace {

using std::string;

/// A cell's text, its line breaks as such.
string escaped(std::string_view text) {
    string out = markupText(text);
    for (std::size_t at = 0; (at = out.find('\n', at)) != string::npos; at += 4) out.replace(at, 1, "<br>");
    return out;
}

constexpr std::string_view look = R"(
  body { font: 14px/1.45 Lato, system-ui, sans-serif; color: #23282b; margin: 32px auto; max-width: 1180px; padding: 0 24px; }
  h1 { font-size: 24px; margin: 0 0 4px; }
  p { margin: 0 0 20px; color: #5d5750; }
  figure { margin: 0 0 28px; }
  figcaption { color: #5d5750; margin-bottom: 6px; }
  .leaf { position: relative; display: inline-block; border: 1px solid #d5cec4; max-width: 100%; }
  .leaf img { display: block; max-width: 100%; height: auto; }
  .leaf b { position: absolute; transform: translate(-50%, -50%); min-width: 16px; padding: 0 3px; border-radius: 8px;
    background: #9c5223; color: #fff; font-size: 11px; line-height: 16px; text-align: center; box-sizing: border-box; }
  table { border-collapse: collapse; width: 100%; }
  th, td { border: 1px solid #d5cec4; padding: 4px 7px; text-align: start; vertical-align: top; }
  td { overflow-wrap: break-word; }
  td:nth-child(5) { overflow-wrap: anywhere; }
  th { background: #f3f1ee; font-weight: 700; }
  th.wide { width: 40%; }
  i { font-style: normal; color: #8a5a2b; margin-inline-end: 4px; }
  td:first-child { text-align: end; color: #5d5750; }
  @page { size: A4 landscape; margin: 12mm; }
  @media print { body { margin: 0; max-width: none; padding: 0; font-size: 9pt; } figure { break-inside: avoid; }
    tr { break-inside: avoid; } thead { display: table-header-group; } }
)";

/// The page puts together what belongs together: a cell has a line for each of these columns in which something stands,
/// with the column's word before it where the cell has several of its sort.
struct PageColumn {
    std::string_view word;
    std::vector<std::string_view> keys;
    bool named = false, wide = false;
};
const PageColumn pageColumns[] = {
    {"No.", {"number"}},
    {"Name", {"name"}},
    {"What it is", {"label", "kind"}},
    {"Reply", {"answersAs", "type", "required"}},
    {"What it takes and does",
     {"limits", "pattern", "starts", "choices", "formulas", "rules", "hint", "note"},
     true,
     true},
    {"Tab", {"stop", "accessKey"}},
    {"Fillers", {"access", "personal"}},
    {"Style", {"style"}},
    {"In", {"in"}},
};

string linesOf(const SheetRow& row, const PageColumn& column) {
    string all;
    for (std::string_view key : column.keys) {
        const auto at = std::ranges::find(sheetColumns(), key, &SheetColumn::key);
        const string& cell = row.cells[std::size_t(at - sheetColumns().begin())];
        if (cell.empty()) continue;
        if (!all.empty()) all += "<br>";
        if (column.named) all += fmt::format("<i>{}</i> ", escaped(at->word));
        all += escaped(cell);
    }
    return all;
}

/// Where the numbers stand on a leaf: at the start of what is filled, pressed or shown as a picture, in percents.
string numbersOn(const Form& form, const Leaf& leaf, const std::map<Id, int>& numbers) {
    const Extent size = surfaceSize(form, leaf.surface);
    const double bar = measuresFor(form).titleBar, high = size.height + bar;
    string all;
    walkLeaf(form, leaf, leaf.surface, [&](const Control& c) {
        const auto number = numbers.find(c.id);
        if (number == numbers.end() || !(isFilled(c) || c.is().pressed || has(c.kind, Prop::picture))) return;
        const Box box = onSurface(form, c.id);
        const double across = form.index()->rightToLeft() ? box.right() : box.left;
        all += fmt::format("<b style=\"left:{:.2f}%;top:{:.2f}%\">{}</b>", across / size.width * 100,
                           (box.top + bar) / high * 100, number->second);
    });
    return all;
}

}  // namespace

Result<string> sheetPage(const Form& form, const FontBook& fonts) {
    const std::vector<SheetRow> rows = sheetRows(form);
    std::map<Id, int> numbers;
    for (const SheetRow& one : rows) numbers[one.id] = one.number;
    const string title = escaped(calledBy(form, form.root())), &language = form.root().text(Prop::language);
    string page = fmt::format(
        "<!DOCTYPE html>\n<html lang=\"{}\"{}>\n<head>\n<meta charset=\"utf-8\">\n<meta name=\"viewport\" "
        "content=\"width=device-width\">\n<title>{}: control "
        "sheet</title>\n<style>{}</style>\n</head>\n<body>\n<main>\n<h1>{}</h1>\n"
        "<p>Control sheet of version {}. {} controls, {} to fill.</p>\n",
        escaped(language.empty() ? "en" : language), form.index()->rightToLeft() ? " dir=\"rtl\"" : "", title, look,
        title, form.revision, rows.size(), fieldCount(form));
    const std::vector<Leaf> leaves = leavesOf(form);
    constexpr double scale = 1.25;
    for (std::size_t i = 0; i < leaves.size(); ++i) {
        auto picture = pngOfLeaf(form, fonts, leaves[i], scale);
        if (!picture) return tl::unexpected(picture.error());
        page += fmt::format(
            "<figure><figcaption>Page {} of {}</figcaption><div class=\"leaf\"><img alt=\"Page {} of the form, with "
            "the "
            "numbers of its controls\" src=\"data:image/png;base64,{}\">{}</div></figure>\n",
            i + 1, leaves.size(), i + 1, toBase64(*picture), numbersOn(form, leaves[i], numbers));
    }
    page += "<table>\n<thead><tr>";
    for (const PageColumn& column : pageColumns)
        page += fmt::format("<th scope=\"col\"{}>{}</th>", column.wide ? " class=\"wide\"" : "", column.word);
    page += "</tr></thead>\n<tbody>\n";
    for (const SheetRow& one : rows) {
        page += "<tr>";
        for (const PageColumn& column : pageColumns) page += "<td>" + linesOf(one, column) + "</td>";
        page += "</tr>\n";
    }
    return page + "</tbody>\n</table>\n</main>\n</body>\n</html>\n";
}

}  // namespace brindel
