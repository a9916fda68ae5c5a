// What is read in the document: paragraphs, tables, pictures, heads and feet.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/answers/picture_data.h"
#include "core/draw/draw_control.h"
#include "core/model/style_keys.h"
#include "core/targets/ooxml/docx_writer.h"

namespace brindel::ooxml {

using std::string;

string twips(double points) {
    return std::to_string(std::lround(points * 20));
}
string halfPoints(double points) {
    return std::to_string(std::max(2L, std::lround(points * 2)));
}
string hex(Colour colour) {
    return colourText(colour).substr(1);
}

namespace {

string eighths(double points) {
    return std::to_string(std::clamp(std::lround(points * 8), 2L, 96L));
}
const char* alignment(Across across) {
    return across == Across::end ? "right" : across == Across::centre ? "center" : "left";
}
bool isPlain(const std::optional<Colour>& colour, const string& role) {
    return colour && role.empty();
}

/// The edges of a cell, or of a table.
void edges(Node to, const char* name, std::initializer_list<const char*> sides, const Look& look) {
    Node borders = add(to, name);
    const Colour colour = look.borderColour.value_or(Colour{0x8C, 0x9A, 0x98});
    for (const char* side : sides)
        add(borders, side,
            {{"w:val", "single"}, {"w:sz", eighths(look.borderWidth)}, {"w:space", "0"}, {"w:color", hex(colour)}});
}
void filled(Node to, Colour colour) {
    add(to, "w:shd", {{"w:val", "clear"}, {"w:color", "auto"}, {"w:fill", hex(colour)}});
}

}  // namespace

/// The letters of a run, as far as they are other than those of the style that it stands in.
void Writer::letters(Node p, const Look& own, const Look* styled) {
    const Look none;
    const Look& by = styled ? *styled : none;
    if (!own.family.empty() && (!styled || own.family != by.family))
        add(p, "w:rFonts", {{"w:ascii", own.family}, {"w:hAnsi", own.family}, {"w:cs", own.family}});
    auto flag = [&](const char* name, const char* complex, bool is, bool was) {
        if (is == was) return;
        const string value = is ? "1" : "0";
        add(p, name, {{"w:val", value}});
        if (complex) add(p, complex, {{"w:val", value}});
    };
    flag("w:b", "w:bCs", own.bold, by.bold);
    flag("w:i", "w:iCs", own.italic, by.italic);
    if (isPlain(own.text, own.textRole) && (!styled || own.text != by.text))
        add(p, "w:color", {{"w:val", hex(*own.text)}});
    if (!styled || std::abs(own.size - by.size) > 0.1) {
        add(p, "w:sz", {{"w:val", halfPoints(own.size)}});
        add(p, "w:szCs", {{"w:val", halfPoints(own.size)}});
    }
    if (own.underline != by.underline) add(p, "w:u", {{"w:val", own.underline ? "single" : "none"}});
}

void Writer::words(Node to, const string& text, const Look& own, const Look& styled) {
    Node run = add(to, "w:r");
    Node properties = add(run, "w:rPr");
    letters(properties, own, &styled);
    if (rightToLeft()) add(properties, "w:rtl");
    if (!properties.first_child()) run.remove_child(properties);
    for (std::size_t from = 0;;) {
        const std::size_t end = std::min(text.find_first_of("\n\t", from), text.size());
        if (end > from) add(run, "w:t", text.substr(from, end - from), {{"xml:space", "preserve"}});
        if (end == text.size()) break;
        add(run, text[end] == '\n' ? "w:br" : "w:tab");
        from = end + 1;
    }
}

void Writer::paragraph(Node to, const flow::Paragraph& p) {
    Node node = add(to, "w:p");
    Node properties = add(node, "w:pPr");
    const Look own = flow::ownLook(form_, p), styled = flow::styleLook(form_, p);
    dressed_ = own;
    plainStyle_ = styled;
    if (p.title)
        add(properties, "w:pStyle", {{"w:val", "Title"}});
    else if (p.heading > 0)
        add(properties, "w:pStyle", {{"w:val", fmt::format("Heading{}", p.heading)}});
    else if (!p.style.empty() && form_.style(p.style))
        add(properties, "w:pStyle", {{"w:val", "Form-" + p.style}});
    if (p.startsPage) add(properties, "w:pageBreakBefore");
    if (p.ruled) {
        const Control& c = *form_.find(p.of);
        Node borders = add(properties, "w:pBdr");
        const string line = c.as<Dash>() == Dash::dashed   ? "dashed"
                            : c.as<Dash>() == Dash::dotted ? "dotted"
                                                           : "single";
        add(borders, "w:top",
            {{"w:val", line},
             {"w:sz", eighths(std::max(0.5, c.number(Prop::lineWidth)))},
             {"w:space", "1"},
             {"w:color", hex(colourMeant(c.text(Prop::lineColour)).value_or(Colour{0x8C, 0x9A, 0x98}))}});
    }
    const Control* of = form_.find(p.of);
    if (of && of->is().speaks && isPlain(own.fill, own.fillRole) && own.fill != styled.fill)
        filled(properties, *own.fill);
    if (rightToLeft()) add(properties, "w:bidi");
    if (p.above > 0) add(properties, "w:spacing", {{"w:before", twips(p.above)}});
    // What labels stand at depends on where their fields are: beside them, at their side.
    if (of && own.across != styled.across) add(properties, "w:jc", {{"w:val", alignment(own.across)}});
    if (!properties.first_child()) node.remove_child(properties);
    for (const Inline& run : p.runs)
        if (run.what == Inline::What::words)
            words(node, run.text, own, styled);
        else if (run.what == Inline::What::picture && !isFilled(*form_.find(run.id)))
            picture(node, *form_.find(run.id), form_.find(run.id)->text(Prop::picture));
        else
            field(node, run);
}

void Writer::row(Node to, const flow::Table& t, const flow::Row& r) {
    Node node = add(to, "w:tr");
    Node properties = add(node, "w:trPr");
    if (t.what != flow::Table::What::frame) add(properties, "w:cantSplit");
    if (r.leastHigh > 0) add(properties, "w:trHeight", {{"w:val", twips(r.leastHigh)}, {"w:hRule", "atLeast"}});
    if (r.head) add(properties, "w:tblHeader");
    if (!properties.first_child()) node.remove_child(properties);
    for (const flow::Cell& cell : r.cells) {
        Node box = add(node, "w:tc");
        Node as = add(box, "w:tcPr");
        double wide = 0;
        for (std::size_t i = cell.column; i < cell.column + cell.across && i < t.widths.size(); ++i)
            wide += t.widths[i];
        add(as, "w:tcW", {{"w:w", twips(wide)}, {"w:type", "dxa"}});
        if (cell.across > 1) add(as, "w:gridSpan", {{"w:val", std::to_string(cell.across)}});
        if (const Control* c = form_.find(cell.boxed)) {
            const Look look = lookOf(form_, *c);
            if (look.border != Border::none) edges(as, "w:tcBorders", {"w:top", "w:left", "w:bottom", "w:right"}, look);
            if (isPlain(look.fill, look.fillRole)) filled(as, *look.fill);
        } else if (t.what == flow::Table::What::grid) {
            Control head;
            head.kind = Kind::label;
            head.set(Prop::style, string(r.head ? style::tableHead : style::text));
            if (const Look look = lookOf(form_, head); r.head && isPlain(look.fill, look.fillRole))
                filled(as, *look.fill);
        }
        // Labels begin where the text does.
        if (t.what == flow::Table::What::rows && cell.column == 0 && cell.boxed == noControl)
            add(add(as, "w:tcMar"), rightToLeft() ? "w:right" : "w:left", {{"w:w", "0"}, {"w:type", "dxa"}});
        if (t.what == flow::Table::What::rows && r.leastHigh == 0) add(as, "w:vAlign", {{"w:val", "center"}});
        blocks(box, cell.blocks, true);
    }
}

void Writer::table(Node to, const flow::Table& t) {
    Node node = add(to, "w:tbl");
    Node properties = add(node, "w:tblPr");
    if (rightToLeft()) add(properties, "w:bidiVisual");
    double wide = 0;
    for (double one : t.widths) wide += one;
    add(properties, "w:tblW", {{"w:w", twips(wide)}, {"w:type", "dxa"}});
    if (t.what == flow::Table::What::grid) {
        const Control& c = *form_.find(t.of);
        const auto lines = c.as<GridLines>();
        Look look = lookOf(form_, c);
        if (look.borderWidth <= 0) look.borderWidth = 0.5;
        if (lines == GridLines::all)
            edges(properties, "w:tblBorders", {"w:top", "w:left", "w:bottom", "w:right", "w:insideH", "w:insideV"},
                  look);
        else if (lines == GridLines::rows)
            edges(properties, "w:tblBorders", {"w:top", "w:bottom", "w:insideH"}, look);
    }
    add(properties, "w:tblLayout", {{"w:type", "fixed"}});
    Node margins = add(properties, "w:tblCellMar");
    const double side = t.what == flow::Table::What::frame ? 6 : 4;
    for (const auto& [name, points] : std::initializer_list<std::pair<const char*, double>>{
             {"w:top", side / 2}, {"w:left", side}, {"w:bottom", side / 2}, {"w:right", side}})
        add(margins, name, {{"w:w", twips(points)}, {"w:type", "dxa"}});
    if (const Control* c = form_.find(t.of); c && c->is().grid)
        add(properties, "w:tblCaption", {{"w:val", calledBy(form_, *c)}});
    Node grid = add(node, "w:tblGrid");
    for (double one : t.widths) add(grid, "w:gridCol", {{"w:w", twips(one)}});
    if (t.what != flow::Table::What::grid || !t.grows || options_.simpleFields) {
        for (const flow::Row& one : t.rows) row(node, t, one);
        return;
    }
    // Rows that fillers may repeat: a section (the extension of 2012) of items, a row each. The whole of it is theirs.
    for (const flow::Row& one : t.rows)
        if (one.head) row(node, t, one);
    const Control& c = *form_.find(t.of);
    opened(node, true, [&] {
        Node sdt = add(node, "w:sdt");
        Node as = add(sdt, "w:sdtPr");
        add(as, "w:alias", {{"w:val", calledBy(form_, c).substr(0, 64)}});
        add(as, "w:tag", {{"w:val", idText(c.id) + "#rows"}});
        add(as, "w:id", {{"w:val", std::to_string(idOf("rows of " + idText(c.id)))}});
        add(as, "w:lock", {{"w:val", "sdtLocked"}});
        add(as, "w15:repeatingSection");
        Node rows = add(sdt, "w:sdtContent");
        std::size_t number = 0;
        for (const flow::Row& one : t.rows) {
            if (one.head) continue;
            Node item = add(rows, "w:sdt");
            Node itself = add(item, "w:sdtPr");
            add(itself, "w:id", {{"w:val", std::to_string(idOf(fmt::format("row {} of {}", ++number, idText(c.id))))}});
            add(itself, "w15:repeatingSectionItem");
            row(add(item, "w:sdtContent"), t, one);
        }
    });
}

void Writer::blocks(Node to, const std::vector<flow::Block>& all, bool inCell) {
    bool afterTable = false;
    for (const flow::Block& block : all) {
        if (const auto* p = std::get_if<flow::Paragraph>(&block)) {
            paragraph(to, *p);
            afterTable = false;
            continue;
        }
        const auto& t = *std::get<flow::TableThere>(block);
        // Tables that touch would become one, and one has no room above it.
        if (afterTable || t.above > 0) {
            Node between = add(to, "w:p");
            Node as = add(between, "w:pPr");
            add(as, "w:pStyle", {{"w:val", "Between"}});
            if (t.above > 0) add(as, "w:spacing", {{"w:before", twips(std::max(0.0, t.above - 2))}});
        }
        table(to, t);
        afterTable = true;
    }
    // A cell, and a document, ends with a paragraph.
    if (afterTable || (inCell && all.empty())) {
        Node last = add(to, "w:p");
        add(add(last, "w:pPr"), "w:pStyle", {{"w:val", "Between"}});
    }
}

void Writer::picture(Node to, const Control& c, const string& png) {
    const auto size = flow::pictureExtent(form_, c, png, text_.width());
    if (!size) return;
    const auto [wide, high] = *size;
    string bytes = fromBase64(png);
    auto known = std::ranges::find(pictures_, bytes, &Picture::bytes);
    if (known == pictures_.end()) {
        pictures_.push_back({fmt::format("media/picture{}.png", pictures_.size() + 1), std::move(bytes), "png"});
        known = pictures_.end() - 1;
    }
    const string relation = fmt::format("rIdPicture{}", known - pictures_.begin() + 1);
    const string number = std::to_string(++shapes_);
    auto emu = [](double p) { return std::to_string(std::max(1L, std::lround(p * 12700))); };
    Node inlined = add(add(add(to, "w:r"), "w:drawing"), "wp:inline",
                       {{"distT", "0"}, {"distB", "0"}, {"distL", "0"}, {"distR", "0"}});
    add(inlined, "wp:extent", {{"cx", emu(wide)}, {"cy", emu(high)}});
    add(inlined, "wp:docPr", {{"id", number}, {"name", "Picture " + number}, {"descr", c.text(Prop::hint)}});
    Node data = add(add(inlined, "a:graphic"), "a:graphicData",
                    {{"uri", "http://schemas.openxmlformats.org/drawingml/2006/picture"}});
    Node shape = add(data, "pic:pic");
    Node named = add(shape, "pic:nvPicPr");
    add(named, "pic:cNvPr", {{"id", number}, {"name", "Picture " + number}, {"descr", c.text(Prop::hint)}});
    add(named, "pic:cNvPicPr");
    Node fill = add(shape, "pic:blipFill");
    add(fill, "a:blip", {{"r:embed", relation}});
    add(add(fill, "a:stretch"), "a:fillRect");
    Node looks = add(shape, "pic:spPr");
    Node place = add(looks, "a:xfrm");
    add(place, "a:off", {{"x", "0"}, {"y", "0"}});
    add(place, "a:ext", {{"cx", emu(wide)}, {"cy", emu(high)}});
    add(add(looks, "a:prstGeom", {{"prst", "rect"}}), "a:avLst");
}

void Writer::section(Node body) {
    Node section = add(body, "w:sectPr");
    if (!text_.head.empty()) add(section, "w:headerReference", {{"w:type", "default"}, {"r:id", "rIdHead"}});
    if (!text_.foot.empty() || text_.pageNumbers)
        add(section, "w:footerReference", {{"w:type", "default"}, {"r:id", "rIdFoot"}});
    Node size = add(section, "w:pgSz", {{"w:w", twips(text_.paper.width)}, {"w:h", twips(text_.paper.height)}});
    if (text_.paper.width > text_.paper.height) xml::set(size, "w:orient", "landscape");
    add(section, "w:pgMar",
        {{"w:top", twips(text_.top)},
         {"w:right", twips(text_.right)},
         {"w:bottom", twips(text_.bottom)},
         {"w:left", twips(text_.left)},
         {"w:header", twips(std::max(12.0, text_.top / 2 - 6))},
         {"w:footer", twips(std::max(12.0, text_.bottom / 2 - 6))},
         {"w:gutter", "0"}});
    if (rightToLeft()) add(section, "w:bidi");
}

string Writer::headOrFoot(const char* element, const string& text, bool numbers) {
    pugi::xml_document document;
    Node root = add(document, element, {{"xmlns:w", "http://schemas.openxmlformats.org/wordprocessingml/2006/main"}});
    Node p = add(root, "w:p");
    Node as = add(p, "w:pPr");
    add(as, "w:pStyle", {{"w:val", "Form-finePrint"}});
    add(add(as, "w:tabs"), "w:tab", {{"w:val", "right"}, {"w:pos", twips(text_.width())}});
    if (rightToLeft()) add(as, "w:bidi");
    const Look look = flow::styleLook(form_, {.style = string(style::finePrint)});
    if (!text.empty()) words(p, text, look, look);
    if (numbers) {
        auto counted = [&](const char* what) {
            Node simple = add(p, "w:fldSimple", {{"w:instr", what}});
            add(add(simple, "w:r"), "w:t", string("1"));
        };
        words(p, "\t", look, look);
        counted(" PAGE ");
        words(p, " / ", look, look);
        counted(" NUMPAGES ");
    }
    return xml::fileOf(document);
}

string Writer::document() {
    pugi::xml_document document;
    Node root = add(document, "w:document",
                    {{"xmlns:w", "http://schemas.openxmlformats.org/wordprocessingml/2006/main"},
                     {"xmlns:r", "http://schemas.openxmlformats.org/officeDocument/2006/relationships"},
                     {"xmlns:wp", "http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing"},
                     {"xmlns:a", "http://schemas.openxmlformats.org/drawingml/2006/main"},
                     {"xmlns:pic", "http://schemas.openxmlformats.org/drawingml/2006/picture"},
                     {"xmlns:mc", "http://schemas.openxmlformats.org/markup-compatibility/2006"},
                     {"xmlns:w14", "http://schemas.microsoft.com/office/word/2010/wordml"},
                     {"xmlns:w15", "http://schemas.microsoft.com/office/word/2012/wordml"},
                     {"mc:Ignorable", "w14 w15"}});
    Node body = add(root, "w:body");
    blocks(body, text_.blocks, false);
    section(body);
    return xml::fileOf(document);
}

}  // namespace brindel::ooxml
