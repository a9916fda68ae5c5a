// The text of a form, from the arrangement of what it holds.
#include "core/targets/flow/flow.h"

#include <algorithm>
#include <cmath>

#include "core/answers/picture_data.h"
#include "core/answers/required_marks.h"
#include "core/arrangement/arrangement.h"
#include "core/draw/draw_control.h"
#include "core/model/style_keys.h"
#include "core/targets/grid.h"

namespace brindel::flow {
namespace {

using std::string;
using Read = brindel::Block;
using Blocks = std::vector<Block>;
using enum Inline::What;

/// What stands at a place of a row.
struct Placed {
    double left = 0, high = 0;
    Blocks blocks = {};
    Id boxed = noControl;
};

/// What is being laid out of one container.
struct Within {
    const Arrangement& a;
    std::vector<double> columns;  // where they begin, in the form's unit
    double right = 0, unit = 1;   // where it ends; points to a unit
    double usual = 0;             // the gap that most rows have
};

class Flowing {
  public:
    explicit Flowing(const Source& source) : source_(source), form_(source.form) {}

    Text made() {
        const Control& root = form_.root();
        Text text;
        text.title = calledBy(form_, root);
        text.language = root.text(Prop::language).empty() ? "en" : root.text(Prop::language);
        text.rightToLeft = form_.index()->rightToLeft();
        constexpr double mm = 72 / 25.4;
        if (form_.isDialog()) {
            text.paper = {210 * mm, 297 * mm};
            text.left = text.right = text.top = text.bottom = 20 * mm;
            text.blocks.push_back(Paragraph{.title = true, .runs = {{.text = text.title}}});
            add(text.blocks, container(root, text.width()));
        } else {
            const Extent paper = paperSize(root);
            text.paper = {paper.width * mm, paper.height * mm};
            text.left = root.number(Prop::marginLeft) * mm;
            text.right = root.number(Prop::marginRight) * mm;
            text.top = root.number(Prop::marginTop) * mm;
            text.bottom = root.number(Prop::marginBottom) * mm;
            text.head = root.text(Prop::head);
            text.foot = root.text(Prop::foot);
            text.pageNumbers = root.yes(Prop::pageNumbers) && root.children.size() > 1;
            for (Id id : root.children) {
                Blocks page = container(*form_.find(id), text.width());
                if (!text.blocks.empty()) {
                    // A page begins with a paragraph: a table cannot say that it does.
                    if (page.empty() || !std::holds_alternative<Paragraph>(page.front()))
                        page.insert(page.begin(), Paragraph{.style = string(style::finePrint)});
                    std::get<Paragraph>(page.front()).startsPage = true;
                }
                add(text.blocks, std::move(page));
            }
        }
        if (const string sign = signExplained(form_); !sign.empty() && asks())
            text.blocks.push_back(Paragraph{.style = string(style::finePrint), .runs = {{.text = sign}}, .above = 6});
        return text;
    }

  private:
    static void add(Blocks& to, Blocks more) {
        for (Block& one : more) to.push_back(std::move(one));
    }
    bool asks() const {
        bool any = false;
        form_.controls.each([&](Id, const Control& c) { any = any || (isFilled(c) && c.yes(Prop::required)); });
        return any;
    }
    bool visible(const Control& c) const { return source_.filling.visibility.visible(c.id); }

    // ---- containers ----

    Blocks container(const Control& holder, double width) {
        const Arrangement a = arrangementOf(form_, holder.id);
        const GridPlan g = gridPlan(form_, a);
        if (g.items.empty()) return {};
        Within in{a, g.columns, g.all.right(), 1 / unitsPerPoint(form_), std::max(g.down, measuresFor(form_).rowGap)};
        in.columns.front() = std::min(in.columns.front(), g.all.left);
        const double wide = (g.all.right() - in.columns.front()) * in.unit;
        // What is narrower than the paper has all of it, as far as it does not fall apart; what is wider is made to
        // fit.
        constexpr double mostStretched = 1.3;
        in.unit *= wide > width ? width / wide : std::min(mostStretched, width / wide);
        if (std::ranges::any_of(g.items, &GridItem::growsAcross))
            in.right = std::max(in.right, in.columns.front() + width / in.unit);
        return blocksOf(in, a.read);
    }

    bool isLine(const Within& in, const Read& b) const {
        using enum Read::What;
        if (b.what == piece || b.what == group)
            return std::ranges::none_of(b.pieces, [&](std::size_t i) {
                const KindRow& is = form_.find(in.a.pieces[i].id)->is();
                return is.holds || is.turns || is.grid;
            });
        return b.what == row && std::ranges::all_of(b.parts, [&](const Read& one) { return isLine(in, one); });
    }

    Blocks blocksOf(const Within& in, const Read& b) {
        using enum Read::What;
        if (isLine(in, b)) return lines(in, {&b});
        switch (b.what) {
            case piece:
            case group: {
                Blocks all;
                for (std::size_t i : b.pieces) {
                    const Piece& p = in.a.pieces[i];
                    if (p.hasLabel()) add(all, contents(*form_.find(p.label), wideOf(in, p.labelBox)));
                    add(all, contents(*form_.find(p.id), wideOf(in, p.box)));
                }
                return all;
            }
            case row:
            case columns:
                return beside(in, b.parts);
            case onBox: {
                const Control* box = form_.find(b.behind);
                Blocks inside = stacked(in, b.parts);
                if (inside.empty() || !box || !visible(*box)) return inside;
                return {framed(*box, std::move(inside), wideOf(in, b.box))};
            }
            default:
                return stacked(in, b.parts);
        }
    }

    /// Parts one below the other: neighbouring lines share a table.
    Blocks stacked(const Within& in, const std::vector<Read>& parts) {
        Blocks all;
        std::vector<const Read*> run;
        double end = -1, aboveRun = 0;
        auto put = [&](Blocks more, double above) {
            if (more.empty()) return;
            if (above > 0) setAbove(more.front(), above);
            add(all, std::move(more));
        };
        auto flush = [&] {
            put(lines(in, run), aboveRun);
            run.clear();
        };
        for (const Read& part : parts) {
            const double gap = end < 0 ? 0 : (part.box.top - end - in.usual) * in.unit;
            const double above = gap > 3 ? std::min(18.0, gap) : 0;
            end = part.box.bottom();
            const bool line = isLine(in, part);
            if (!line || above > 0 || standsAlone(in, part)) flush();
            if (!line || standsAlone(in, part)) {
                put(line ? lines(in, {&part}) : blocksOf(in, part), above);
                continue;
            }
            if (run.empty()) aboveRun = above;
            run.push_back(&part);
        }
        flush();
        return all;
    }
    static void setAbove(Block& block, double above) {
        double& own = block.index() == 0 ? std::get<Paragraph>(block).above : std::get<TableThere>(block)->above;
        own = std::max(own, above);
    }

    /// Wording with nothing beside it that is filled in: a paragraph of its own.
    bool standsAlone(const Within& in, const Read& b) const {
        if (b.what != Read::What::piece || b.pieces.size() != 1) return false;
        const Piece& p = in.a.pieces[b.pieces.front()];
        const Control& c = *form_.find(p.id);
        if (p.hasLabel() || isFilled(c)) return false;
        const bool first = columnOf(in.columns, p.box.left) == 0;
        return first && (!c.is().speaks || c.reference(Prop::labels) == noControl || c.as<Role>() != Role::text);
    }

    double wideOf(const Within& in, const Box& box) const { return std::max(24.0, box.width * in.unit); }

    static std::size_t columnOf(const std::vector<double>& columns, double left) {
        const auto behind = std::ranges::upper_bound(columns, left + 0.01) - columns.begin();
        return std::size_t(std::max<std::ptrdiff_t>(1, behind)) - 1;
    }

    /// Parts beside each other, each whole: a table of one row.
    Blocks beside(const Within& in, const std::vector<Read>& parts) {
        std::vector<std::pair<double, Blocks>> cells;
        for (std::size_t i = 0; i < parts.size(); ++i) {
            // Each has the columns that lie in it alone.
            Within own = in;
            const double left = parts[i].box.left;
            if (i + 1 < parts.size() && parts[i + 1].box.left > left) own.right = parts[i + 1].box.left;
            std::erase_if(own.columns, [&](double at) { return at <= left || at >= own.right; });
            own.columns.insert(own.columns.begin(), left);
            if (Blocks blocks = blocksOf(own, parts[i]); !blocks.empty()) cells.emplace_back(left, std::move(blocks));
        }
        if (cells.size() < 2) return cells.empty() ? Blocks() : std::move(cells.front().second);
        Table table;
        Row row;
        for (std::size_t i = 0; i < cells.size(); ++i) {
            const double next =
                i + 1 < cells.size() ? cells[i + 1].first : std::max(in.right, parts.back().box.right());
            table.widths.push_back(std::max(24.0, (next - cells[i].first) * in.unit));
            row.cells.push_back({.column = i, .blocks = std::move(cells[i].second)});
        }
        table.rows.push_back(std::move(row));
        return {std::move(table)};
    }

    // ---- lines ----

    void place(const Within& in, const Read& b, std::vector<Placed>& into) {
        using enum Read::What;
        if (b.what == Read::What::row) {
            for (const Read& part : b.parts) place(in, part, into);
        } else if (b.what == group) {
            Placed one{.left = b.box.left};
            const Piece* before = nullptr;
            for (std::size_t i : b.pieces) {
                const Piece& p = in.a.pieces[i];
                if (p.hasLabel()) put(one, *form_.find(p.label), wideOf(in, p.labelBox), false);
                const bool besides = before && std::abs(before->line - p.line) < measuresFor(form_).reach;
                if (isBoxed(*form_.find(p.id)))
                    add(one.blocks, boxedAlone(in, p));
                else
                    put(one, *form_.find(p.id), wideOf(in, p.box), besides);
                before = &p;
            }
            if (!one.blocks.empty()) into.push_back(std::move(one));
        } else {
            for (std::size_t i : b.pieces) {
                const Piece& p = in.a.pieces[i];
                Placed label{.left = p.labelBox.left}, field{.left = p.box.left};
                if (p.hasLabel()) put(label, *form_.find(p.label), wideOf(in, p.labelBox), false);
                const Control& c = *form_.find(p.id);
                put(field, c, wideOf(in, p.box), false);
                field.high = heightOf(in, p);
                if (isBoxed(c)) field.boxed = c.id;
                if (!label.blocks.empty()) into.push_back(std::move(label));
                if (!field.blocks.empty()) into.push_back(std::move(field));
            }
        }
    }
    double heightOf(const Within& in, const Piece& p) const {
        const Control& c = *form_.find(p.id);
        // What is typed or signed needs the room that it was given; ticks have as much as they are.
        const bool many = c.is().tall || (has(c.kind, Prop::lines) && c.as<Lines>() == Lines::many);
        return isBoxed(c) && many && !takesSeveral(c) ? p.box.height * in.unit : 0;
    }
    /// A field with its own edge around it.
    Blocks boxedAlone(const Within& in, const Piece& p) {
        const Control& c = *form_.find(p.id);
        Blocks inside = contents(c, wideOf(in, p.box));
        if (inside.empty()) return {};
        Table table{.of = c.id, .widths = {wideOf(in, p.box)}};
        table.rows.push_back({.cells = {{.blocks = std::move(inside), .boxed = c.id}}, .leastHigh = heightOf(in, p)});
        return {std::move(table)};
    }
    /// A label above its field, with nothing beside: a line each.
    bool isStack(const Within& in, const Read& b) const {
        if (b.what != Read::What::group || b.pieces.size() < 2) return false;
        return std::ranges::all_of(b.pieces, [&](std::size_t i) {
            const Control& c = *form_.find(in.a.pieces[i].id);
            return !in.a.pieces[i].hasLabel() && !c.is().answer().shared && (c.is().speaks || isBoxed(c));
        });
    }
    bool isBoxed(const Control& c) const { return isFilled(c) && !c.is().answer().ticked && !c.is().spreads; }
    void put(Placed& to, const Control& c, double wide, bool besides) {
        Blocks more = contents(c, wide);
        if (more.empty()) return;
        auto* last = to.blocks.empty() ? nullptr : std::get_if<Paragraph>(&to.blocks.back());
        auto* next = std::get_if<Paragraph>(&more.front());
        if (besides && last && next && more.size() == 1) {
            last->runs.push_back({.text = "\u2003"});
            for (Inline& run : next->runs) last->runs.push_back(std::move(run));
            return;
        }
        add(to.blocks, std::move(more));
    }

    Blocks lines(const Within& in, const std::vector<const Read*>& parts) {
        std::vector<std::vector<Placed>> rows;
        auto addRow = [&](const Read& part) {
            std::vector<Placed> row;
            place(in, part, row);
            std::ranges::stable_sort(row, {}, &Placed::left);
            if (!row.empty()) rows.push_back(std::move(row));
        };
        for (const Read* part : parts) {
            if (!isStack(in, *part)) {
                addRow(*part);
                continue;
            }
            for (std::size_t piece : part->pieces)
                addRow({.what = Read::What::piece, .box = in.a.pieces[piece].box, .pieces = {piece}});
        }
        if (rows.empty()) return {};
        // One place a line at the beginning of lines: paragraphs do.
        const bool plain = std::ranges::all_of(rows, [&](const std::vector<Placed>& row) {
            return row.size() == 1 && row[0].boxed == noControl && columnOf(in.columns, row[0].left) == 0;
        });
        if (plain) {
            Blocks all;
            for (auto& row : rows) add(all, std::move(row[0].blocks));
            return all;
        }
        // The columns that these lines have need of.
        std::vector<double> edges;
        for (const auto& row : rows)
            for (const Placed& one : row) edges.push_back(in.columns[columnOf(in.columns, one.left)]);
        edges.push_back(in.columns.front());
        std::ranges::sort(edges);
        edges.erase(std::unique(edges.begin(), edges.end()), edges.end());
        Table table;
        for (std::size_t i = 0; i < edges.size(); ++i)
            table.widths.push_back(
                std::max(18.0, ((i + 1 < edges.size() ? edges[i + 1] : in.right) - edges[i]) * in.unit));
        for (auto& row : rows) {
            Row line;
            for (Placed& one : row) {
                const std::size_t column = columnOf(edges, one.left);
                line.leastHigh = std::max(line.leastHigh, one.high);
                if (!line.cells.empty() && line.cells.back().column >= column) {
                    // No column of its own: it follows what stands there.
                    Cell& cell = line.cells.back();
                    auto* last = std::get_if<Paragraph>(&cell.blocks.back());
                    auto* next = std::get_if<Paragraph>(&one.blocks.front());
                    if (last && next && one.blocks.size() == 1) {
                        last->runs.push_back({.text = " "});
                        for (Inline& run : next->runs) last->runs.push_back(std::move(run));
                    } else {
                        add(cell.blocks, std::move(one.blocks));
                    }
                    continue;
                }
                line.cells.push_back({.column = column, .blocks = std::move(one.blocks), .boxed = one.boxed});
            }
            spread(line, edges.size());
            table.rows.push_back(std::move(line));
        }
        return {std::move(table)};
    }
    /// Cells reach to the next one; what is before the first is empty.
    static void spread(Row& row, std::size_t wide) {
        std::vector<Cell> cells;
        if (row.cells.empty() || row.cells.front().column > 0)
            cells.push_back({.column = 0, .across = row.cells.empty() ? wide : row.cells.front().column});
        for (std::size_t i = 0; i < row.cells.size(); ++i) {
            const std::size_t next = i + 1 < row.cells.size() ? row.cells[i + 1].column : wide;
            row.cells[i].across = next - row.cells[i].column;
            cells.push_back(std::move(row.cells[i]));
        }
        row.cells = std::move(cells);
    }

    // ---- controls ----

    Blocks contents(const Control& c, double wide) {
        if (!visible(c) || c.is().pressed) return {};
        if (c.is().framed) return frame(c, wide);
        if (c.is().turns) return tabs(c, wide);
        if (c.is().grid) return {table(c, wide)};
        switch (c.kind) {
            case Kind::label:
                return {wording(c)};
            case Kind::picture:
                if (!isFilled(c) && !pictureSize(c.text(Prop::picture))) return {};
                return {Paragraph{.style = string(style::text), .of = c.id, .runs = {{picture, {}, c.id}}}};
            case Kind::line:
                if (c.box.height > c.box.width) return {};
                return {Paragraph{.style = string(style::finePrint), .of = c.id, .ruled = true}};
            default:
                break;
        }
        if (!isFilled(c)) return {};
        const std::vector<Inline> parts = partsOf(form_, c);
        if (c.is().answer().ticked) {
            const Inline own{tick, {}, c.id};
            return {
                Paragraph{.style = styleKey(c), .of = c.id, .runs = {own, {.text = " " + tickWording(form_, own)}}}};
        }
        if (parts.size() > 1 || parts.front().what == tick) return question(c, parts, wide);
        Paragraph p{.style = string(style::entry), .of = c.id, .runs = parts};
        if (!c.text(Prop::unit).empty()) p.runs.push_back({.text = " " + c.text(Prop::unit)});
        return {std::move(p)};
    }

    Paragraph wording(const Control& c) {
        const Role role = c.as<Role>();
        Paragraph p{.style = styleKey(c), .of = c.id, .runs = {{.text = c.text(Prop::text) + requiredMark(form_, c)}}};
        if (role == Role::heading1 || role == Role::heading2 || role == Role::heading3)
            p.heading = heading_ = std::min(int(role) - int(Role::heading1) + 1 + base_, heading_ + 1);
        return p;
    }

    /// A question with its choices, in as many columns as it has.
    Blocks question(const Control& c, const std::vector<Inline>& parts, double wide) {
        Blocks all;
        if (has(c.kind, Prop::text) && !c.text(Prop::text).empty())
            all.push_back(Paragraph{
                .style = styleKey(c), .of = c.id, .runs = {{.text = c.text(Prop::text) + requiredMark(form_, c)}}});
        std::vector<Paragraph> choices;
        for (const Inline& part : parts) {
            if (part.what == field) {
                choices.back().runs.push_back({.text = " "});
                choices.back().runs.push_back(part);
            } else {
                choices.push_back(
                    {.style = styleKey(c), .of = c.id, .runs = {part, {.text = " " + tickWording(form_, part)}}});
            }
        }
        const auto across = std::min(
            choices.size(), has(c.kind, Prop::acrossIn) ? std::size_t(std::max(1.0, c.number(Prop::acrossIn))) : 1);
        if (across < 2) {
            for (Paragraph& one : choices) all.emplace_back(std::move(one));
            return all;
        }
        // In columns they are read down.
        const std::size_t down = (choices.size() + across - 1) / across;
        Table table;
        table.widths.assign(across, wide / double(across));
        for (std::size_t r = 0; r < down; ++r) {
            Row row;
            for (std::size_t k = 0; k < across; ++k)
                row.cells.push_back(
                    {.column = k, .blocks = k * down + r < choices.size() ? Blocks{choices[k * down + r]} : Blocks()});
            table.rows.push_back(std::move(row));
        }
        all.emplace_back(std::move(table));
        return all;
    }

    Table framed(const Control& c, Blocks inside, double wide) const {
        Table table{.what = Table::What::frame, .of = c.id, .widths = {wide}};
        table.rows.push_back({.cells = {{.blocks = std::move(inside), .boxed = c.id}}});
        return table;
    }

    Blocks frame(const Control& c, double wide) {
        Blocks inside;
        if (!c.text(Prop::title).empty())
            inside.push_back(Paragraph{.style = string(style::frame),
                                       .of = c.id,
                                       .runs = {{.text = c.text(Prop::title) + requiredMark(form_, c)}}});
        constexpr double around = 12;
        add(inside, container(c, wide - around));
        if (inside.empty()) return {};
        if (lookOf(form_, c).border == Border::none && !lookOf(form_, c).fill) return inside;
        return {framed(c, std::move(inside), wide)};
    }

    Blocks tabs(const Control& c, double wide) {
        Blocks all;
        for (Id id : c.children) {
            const Control& page = *form_.find(id);
            const int before = heading_, base = base_;
            heading_ = base_ = std::min(base_ + 1, 5);
            all.push_back(Paragraph{.heading = heading_, .runs = {{.text = page.text(Prop::text)}}, .above = 10});
            add(all, container(page, wide));
            heading_ = before;
            base_ = base;
        }
        return all;
    }

    Table table(const Control& c, double wide) {
        const brindel::Grid lines = gridOf(c);
        const Choices& heads = *std::get_if<Choices>(&c.get(Prop::columns));
        const std::size_t columns = std::max<std::size_t>(1, heads.size());
        Table table{.what = Table::What::grid, .of = c.id};
        for (std::size_t i = 0; i + 1 < lines.across.size(); ++i)
            table.widths.push_back((lines.across[i + 1] - lines.across[i]) / lines.across.back() * wide);
        table.grows = c.number(Prop::rowsMost) > c.number(Prop::rows);
        if (c.yes(Prop::headRow)) {
            Row row{.head = true};
            for (std::size_t i = 0; i < heads.size(); ++i)
                row.cells.push_back(
                    {.column = i,
                     .blocks = {Paragraph{.style = string(style::tableHead), .runs = {{.text = heads[i].text}}}}});
            table.rows.push_back(std::move(row));
        }
        for (std::size_t i = 0; i < c.children.size(); i += columns) {
            Row row;
            for (std::size_t k = i; k < std::min(i + columns, c.children.size()); ++k) {
                const Control* cell = form_.find(c.children[k]);
                const Control* in = cell && !cell->children.empty() ? form_.find(cell->children.front()) : nullptr;
                row.cells.push_back(
                    {.column = k - i, .blocks = in ? contents(*in, table.widths[k - i] - 8) : Blocks()});
            }
            table.rows.push_back(std::move(row));
        }
        return table;
    }

    const Source& source_;
    const Form& form_;
    int heading_ = 0, base_ = 0;
};

}  // namespace

Text textOf(const Source& source) {
    return Flowing(source).made();
}

}  // namespace brindel::flow
