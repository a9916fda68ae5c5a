// What is read in the document: paragraphs, tables and pictures.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/answers/picture_data.h"
#include "core/draw/draw_control.h"
#include "core/model/style_keys.h"
#include "core/targets/odf/odt_writer.h"

namespace brindel::odf {

using std::string;

string points(double length) {
    return numberText(length, 2) + "pt";
}

void letters(Node p, const Look& own, const Look* styled) {
    const Look none;
    const Look& by = styled ? *styled : none;
    auto set = [&](const char* name, const string& value) { xml::set(p, name, value); };
    if (!own.family.empty() && (!styled || own.family != by.family)) {
        set("fo:font-family", "'" + own.family + "'");
        set("style:font-family-complex", "'" + own.family + "'");
    }
    if (!styled || std::abs(own.size - by.size) > 0.1) {
        set("fo:font-size", points(own.size));
        set("style:font-size-asian", points(own.size));
        set("style:font-size-complex", points(own.size));
    }
    if (own.bold != by.bold) {
        set("fo:font-weight", own.bold ? "bold" : "normal");
        set("style:font-weight-complex", own.bold ? "bold" : "normal");
    }
    if (own.italic != by.italic) {
        set("fo:font-style", own.italic ? "italic" : "normal");
        set("style:font-style-complex", own.italic ? "italic" : "normal");
    }
    if (own.underline != by.underline) set("style:text-underline-style", own.underline ? "solid" : "none");
    if (own.text && own.textRole.empty() && (!styled || own.text != by.text)) set("fo:color", colourText(*own.text));
}

string styleName(const Form& form, const flow::Paragraph& p) {
    if (p.title) return "Title";
    if (p.heading > 0) return fmt::format("Heading_20_{}", p.heading);
    return !p.style.empty() && form.style(p.style) ? "Form-" + p.style : "Standard";
}

string Writer::styled(const char* family, const string& parent, const std::function<void(Node)>& properties) {
    pugi::xml_document made;
    Node style = made.append_child("style:style");
    properties(style);
    if (!style.first_child() && !parent.empty()) return parent;
    style.append_attribute("style:family").set_value(family);
    if (!parent.empty()) xml::set(style, "style:parent-style-name", parent);
    const string as = xml::fileOf(made);
    auto [at, fresh] = known_.try_emplace(as);
    if (fresh) {
        const string kind = string(family) == "table-column" ? "co"
                            : string(family) == "table-row"  ? "ro"
                            : string(family) == "table-cell" ? "ce"
                                                             : string(1, char(std::toupper(family[0])));
        at->second = fmt::format("{}{}", string(family) == "table" ? "Table" : kind, ++counts_[family]);
        Node copy = automatic_.append_copy(style);
        copy.prepend_attribute("style:name").set_value(at->second.c_str());
    }
    return at->second;
}

/// Words in a paragraph: breaks, tabs and blanks beside blanks are elements of their own (6.1.2).
void Writer::words(Node to, const string& text) {
    string run;
    auto flush = [&] {
        xml::say(to, run);
        run.clear();
    };
    bool blank = true;
    for (char c : text) {
        if (c == '\n' || c == '\t') {
            flush();
            add(to, c == '\n' ? "text:line-break" : "text:tab");
        } else if (c == ' ' && blank) {
            flush();
            add(to, "text:s");
        } else {
            run += c;
        }
        blank = c == ' ' || c == '\n' || c == '\t';
    }
    flush();
}

void Writer::paragraph(Node to, const flow::Paragraph& p) {
    const Look own = flow::ownLook(form_, p), by = flow::styleLook(form_, p);
    const Control* of = form_.find(p.of);
    const string name = styled("paragraph", styleName(form_, p), [&](Node style) {
        Node as = add(style, "style:paragraph-properties");
        auto set = [&](const char* key, const string& value) { xml::set(as, key, value); };
        if (p.startsPage) set("fo:break-before", "page");
        if (p.above > 0) set("fo:margin-top", points(p.above));
        if (of && own.across != by.across)
            set("fo:text-align", own.across == Across::end ? "end" : own.across == Across::centre ? "center" : "start");
        if (of && of->is().speaks && own.fill && own.fillRole.empty() && own.fill != by.fill)
            set("fo:background-color", colourText(*own.fill));
        if (p.ruled) {
            const Control& c = *form_.find(p.of);
            const string kind = c.as<Dash>() == Dash::dashed   ? "dashed"
                                : c.as<Dash>() == Dash::dotted ? "dotted"
                                                               : "solid";
            set("fo:border-top",
                fmt::format("{} {} {}", points(std::max(0.5, c.number(Prop::lineWidth))), kind,
                            colourText(colourMeant(c.text(Prop::lineColour)).value_or(Colour{0x8C, 0x9A, 0x98}))));
        }
        if (!as.first_attribute()) style.remove_child(as);
        Node letter = add(style, "style:text-properties");
        letters(letter, own, &by);
        if (!letter.first_attribute()) style.remove_child(letter);
    });
    Node node = p.heading > 0
                    ? add(to, "text:h", {{"text:style-name", name}, {"text:outline-level", std::to_string(p.heading)}})
                    : add(to, "text:p", {{"text:style-name", name}});
    for (const Inline& run : p.runs)
        if (run.what == Inline::What::words)
            words(node, run.text);
        else if (run.what == Inline::What::picture && !isFilled(*form_.find(run.id)))
            picture(node, *form_.find(run.id), form_.find(run.id)->text(Prop::picture));
        else
            field(node, run);
}

void Writer::row(Node to, const flow::Table& t, const flow::Row& r) {
    Node node = add(to, "table:table-row",
                    {{"table:style-name", styled("table-row", "", [&](Node style) {
                          Node as = add(style, "style:table-row-properties",
                                        {{"fo:keep-together", t.what == flow::Table::What::frame ? "auto" : "always"}});
                          if (r.leastHigh > 0) xml::set(as, "style:min-row-height", points(r.leastHigh));
                      })}});
    for (const flow::Cell& cell : r.cells) {
        const Control* boxed = form_.find(cell.boxed);
        // A field's own edge is drawn by its control.
        const Look look = boxed ? lookOf(form_, *boxed) : Look();
        const bool edged = boxed && t.what == flow::Table::What::frame && look.border != Border::none;
        const double side = t.what == flow::Table::What::frame ? 6 : 3;
        const string name = styled("table-cell", "", [&](Node style) {
            Node as = add(style, "style:table-cell-properties",
                          {{"fo:padding-top", points(side / 2)},
                           {"fo:padding-bottom", points(side / 2)},
                           {"fo:padding-left", points(side)},
                           {"fo:padding-right", points(side)}});
            auto set = [&](const char* key, const string& value) { xml::set(as, key, value); };
            const Colour grey{0x8C, 0x9A, 0x98};
            if (edged)
                set("fo:border", fmt::format("{} solid {}", points(std::max(0.25, look.borderWidth)),
                                             colourText(look.borderColour.value_or(grey))));
            else if (t.what == flow::Table::What::grid) {
                const Control& c = *form_.find(t.of);
                const string line =
                    fmt::format("0.5pt solid {}", colourText(lookOf(form_, c).borderColour.value_or(grey)));
                if (c.as<GridLines>() == GridLines::all) set("fo:border", line);
                if (c.as<GridLines>() == GridLines::rows) set("fo:border-top", line), set("fo:border-bottom", line);
            } else {
                set("fo:border", "none");
            }
            if (boxed && t.what == flow::Table::What::frame && look.fill && look.fillRole.empty())
                set("fo:background-color", colourText(*look.fill));
            if (t.what == flow::Table::What::rows && r.leastHigh == 0) set("style:vertical-align", "middle");
        });
        Node box = add(node, "table:table-cell", {{"table:style-name", name}, {"office:value-type", "string"}});
        if (cell.across > 1) box.append_attribute("table:number-columns-spanned").set_value(unsigned(cell.across));
        double wide = 0;
        for (std::size_t i = cell.column; i < cell.column + cell.across && i < t.widths.size(); ++i)
            wide += t.widths[i];
        const double before = std::exchange(wide_, wide - 2 * side), high = std::exchange(high_, r.leastHigh);
        blocks(box, cell.blocks);
        wide_ = before;
        high_ = high;
        if (!box.first_child()) add(box, "text:p", {{"text:style-name", "Between"}});
        for (std::size_t i = 1; i < cell.across; ++i) add(node, "table:covered-table-cell");
    }
}

void Writer::table(Node to, const flow::Table& t) {
    double wide = 0;
    for (double one : t.widths) wide += one;
    const string name = styled("table", "", [&](Node style) {
        Node as = add(style, "style:table-properties",
                      {{"style:width", points(wide)},
                       {"table:align", text_.rightToLeft ? "right" : "left"},
                       {"table:border-model", "collapsing"}});
        if (t.above > 0) xml::set(as, "fo:margin-top", points(t.above));
        if (text_.rightToLeft) xml::set(as, "style:writing-mode", "rl-tb");
    });
    Node node =
        add(to, "table:table", {{"table:name", fmt::format("Table {}", ++tables_)}, {"table:style-name", name}});
    if (const Control* c = form_.find(t.of); c && c->is().grid) add(node, "table:title", calledBy(form_, *c));
    for (double one : t.widths)
        add(node, "table:table-column",
            {{"table:style-name", styled("table-column", "", [&](Node style) {
                  add(style, "style:table-column-properties", {{"style:column-width", points(one)}});
              })}});
    Node head;
    for (const flow::Row& one : t.rows)
        if (one.head) row(head ? head : (head = add(node, "table:table-header-rows")), t, one);
    for (const flow::Row& one : t.rows)
        if (!one.head) row(node, t, one);
}

void Writer::blocks(Node to, const std::vector<flow::Block>& all) {
    bool afterTable = false;
    for (const flow::Block& block : all) {
        if (const auto* p = std::get_if<flow::Paragraph>(&block)) {
            paragraph(to, *p);
            afterTable = false;
            continue;
        }
        if (afterTable) add(to, "text:p", {{"text:style-name", "Between"}});
        table(to, *std::get<flow::TableThere>(block));
        afterTable = true;
    }
    if (afterTable) add(to, "text:p", {{"text:style-name", "Between"}});
}

void Writer::picture(Node to, const Control& c, const string& png) {
    const auto size = flow::pictureExtent(form_, c, png, wide_ > 0 ? wide_ : text_.width());
    if (!size) return;
    string bytes = fromBase64(png);
    auto known = std::ranges::find(pictures_, bytes, &std::pair<string, string>::second);
    if (known == pictures_.end()) {
        pictures_.emplace_back(fmt::format("Pictures/picture{}.png", pictures_.size() + 1), std::move(bytes));
        known = pictures_.end() - 1;
    }
    Node framed = add(
        to, "draw:frame",
        {{"text:anchor-type", "as-char"}, {"svg:width", points(size->width)}, {"svg:height", points(size->height)}});
    add(framed, "draw:image",
        {{"xlink:href", known->first}, {"xlink:type", "simple"}, {"xlink:show", "embed"}, {"xlink:actuate", "onLoad"}});
    if (!c.text(Prop::hint).empty()) add(framed, "svg:title", c.text(Prop::hint));
}

}  // namespace brindel::odf
