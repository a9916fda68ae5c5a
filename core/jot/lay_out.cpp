#include "core/jot/lay_out.h"

#include <map>

#include "core/edit/mirror.h"
#include "core/jot/layer.h"
#include "core/rules/rule_text.h"

namespace brindel {
namespace {

using std::string;
using What = JotRow::What;

bool goesOn(const JotRow& buttons) {
    return std::ranges::all_of(buttons.buttons, [](const JotButton& b) {
        const ButtonRole role = b.accepts ? ButtonRole::accept : Layer::roleOf(b.text);
        return role == ButtonRole::next || role == ButtonRole::back;
    });
}

string titleOf(const Jotting& rows) {
    for (const JotRow& r : rows)
        if (r.what == What::title) return r.text;
    return "";
}

string nameOfForm(const string& title) {
    // A form's name goes into files and replies; it is spelt the same whatever the scheme of its controls.
    const Scheme& plain = *shippedScheme("plainWords");
    return joined(plain, wordsFor(plain, title.empty() ? "Untitled" : title));
}

/// The form with its title and the name made from it; without a title it keeps what it has.
Form titled(const Form& form, const string& title) {
    if (title.empty()) return form;
    return changed(form, rootId, [&](Control& root) {
        root.set(Prop::title, title);
        if (!root.ownName) root.name = nameOfForm(title);
    });
}

/// Rows by section; buttons that accept or leave go to the foot wherever they were jotted.
struct Section {
    string name;
    Jotting rows;
    Columns columns = {};
};
struct Sections {
    std::vector<Section> all = {{"", {}}};
    std::vector<JotButton> foot;
    bool tabbed = false;
};
Sections sectionsOf(const Jotting& rows) {
    Sections s;
    for (const JotRow& r : rows) {
        if (r.what == What::title) continue;
        if (r.what == What::section)
            s.all.push_back({r.text, {}});
        else if (r.what == What::buttons && !goesOn(r))
            s.foot.insert(s.foot.end(), r.buttons.begin(), r.buttons.end());
        else
            s.all.back().rows.push_back(r);
    }
    s.tabbed = s.all.size() > 2;
    if (s.tabbed && s.all.front().rows.empty()) s.all.erase(s.all.begin());
    return s;
}

std::vector<const JotRow*> rowsOf(const Section& section) {
    return pointers(section.rows.begin(), section.rows.end());
}

/// One label column for the whole form, so that the fields do not jump when a page is turned; all sections end at the
/// same edge. Gives the width of the label column, and that edge.
std::pair<double, double> columnsSet(const Layer& layer, Sections& sections) {
    const Measures& m = layer.measures();
    double label = 0, widest = 280;
    for (const Section& s : sections.all) label = std::max(label, layer.columnsOf(rowsOf(s), 0).columns[0].label);
    for (Section& s : sections.all) {
        s.columns = layer.columnsOf(rowsOf(s), label);
        widest = std::max(widest, s.columns.right);
    }
    double foot = 2 * m.inset - m.buttonGap;
    for (const JotButton& b : sections.foot)
        foot += std::max(m.buttonWide, layer.textWidth(b.text, style::mainButton) + 28) + m.buttonGap;
    widest = std::max(widest, foot - (sections.tabbed ? 2 : 1) * m.inset);
    for (Section& s : sections.all) {
        if (s.columns.columns.size() > 1) s.columns.columns.back().fieldLeft += widest - s.columns.right;
        s.columns.right = widest;
    }
    return {label, widest};
}

/// How far it is from the edge of a dialog to its tabs.
constexpr double tabsEdge = 16;

/// Lays each section on a page of its own, and gives the bottom of the tabs.
double layTabbed(Layer& layer, const Sections& sections, double widest) {
    const Measures& m = layer.measures();
    const double strip = tabStrip(layer.form);
    double y = tabsEdge;
    std::size_t first = 0;
    if (sections.all.front().name.empty()) {
        layer.y = m.top;
        layer.right = widest;
        layer.rows(rowsOf(sections.all[0]), sections.all[0].columns);
        y = layer.y;
        first = 1;
    }
    const Id tabs = layer.add(Kind::tabs, {tabsEdge, y, widest + m.inset, 100},
                              [&](Control& t) { t.set(Prop::holdsTo, string("left top right bottom")); });
    double high = 0;
    std::vector<Id> lasts;
    for (std::size_t i = first; i < sections.all.size(); ++i) {
        const Section& section = sections.all[i];
        Edited page = withTabPage(layer.form, tabs, section.name);
        layer.form = page.form;
        layer.container = page.ids[0];
        layer.goOnAt(0);
        layer.y = m.top;
        layer.right = widest;
        const std::size_t before = layer.made.size();
        layer.rows(rowsOf(section), section.columns);
        high = std::max(high, layer.y - m.rowGap + m.top);
        for (std::size_t k = before; k < layer.made.size(); ++k)
            if (layer.form.find(layer.made[k])->is().pressed) lasts.push_back(layer.made[k]);
    }
    // Buttons at the end of a page stand at its foot, at the same place on every page.
    for (Id id : lasts) {
        const Box box = layer.form.find(id)->box;
        layer.form = boxed(layer.form, id, {box.left, high - m.top - box.height, box.width, box.height});
    }
    layer.form = boxed(layer.form, tabs, {tabsEdge, y, widest + m.inset, high + strip});
    layer.container = rootId;
    layer.goOnAt(layer.form.root().children.size());
    return y + high + strip + m.rowGap + 4;
}

Form dialogFrom(const Jotting& rows, Form form, const FontBook& fonts) {
    Layer layer(titled(form, titleOf(rows)), fonts);
    const Measures& m = layer.measures();
    Sections sections = sectionsOf(rows);
    layer.left = m.inset;
    auto [label, widest] = columnsSet(layer, sections);
    double bottom = m.top;
    if (sections.tabbed) {
        bottom = layTabbed(layer, sections, widest);
    } else {
        layer.y = m.top;
        layer.right = widest;
        std::vector<const JotRow*> all;
        for (const Section& s : sections.all)
            for (const JotRow& r : s.rows) all.push_back(&r);
        Columns c = layer.columnsOf(all, label);
        // All sections in one have more columns than each of them, and the dialog is as wide as these.
        widest = c.right = std::max(c.right, widest);
        layer.rows(all, c);
        bottom = layer.y + 6;
    }
    const double width = sections.tabbed ? widest + m.inset + 2 * tabsEdge : widest + m.inset;
    if (!sections.foot.empty()) {
        layer.y = bottom;
        layer.buttons(sections.foot, width - (sections.tabbed ? tabsEdge : m.inset));
        bottom = layer.y - m.rowGap + tabsEdge;
    } else {
        bottom += tabsEdge - m.rowGap;
    }
    return boxed(layer.named(), rootId, {0, 0, width, std::max(bottom, 60.0)});
}

/// The columns of a page: the last one takes what is left of the line; where too little is left, rows are parted into
/// single fields.
Columns columnsToEdge(const Layer& layer, const std::vector<const JotRow*>& all, double right) {
    Columns columns = layer.columnsOf(all, 46, right);
    if (Columns::Column& last = columns.columns.back();
        columns.columns.size() > 1 && last.fieldLeft + layer.measures().least < right)
        last.field = right - last.fieldLeft;
    columns.right = right;
    return columns;
}

Form documentFrom(const Jotting& rows, Form form, const FontBook& fonts) {
    form = titled(form, titleOf(rows));
    Layer layer(form, fonts);
    const Measures& m = layer.measures();
    const Box inside = withinMargins(form);
    layer.container = form.root().children[0];
    layer.left = inside.left;
    layer.y = inside.top;
    layer.right = inside.right();
    layer.pageHigh = inside.height;
    auto turn = [&] {
        Edited page = withPage(layer.form);
        layer.form = page.form;
        layer.container = page.ids[0];
        layer.goOnAt(0);
        layer.y = inside.top;
    };
    double headingBefore = 0;  // a heading asks for the room of the row after it as well
    layer.roomFor = [&](double high) {
        if (layer.y + high + headingBefore > inside.bottom() + 0.01 && layer.y > inside.top + 0.01) turn();
    };
    std::vector<const JotRow*> all = pointers(rows.begin(), rows.end());
    const Columns columns = columnsToEdge(layer, all, inside.right());
    std::vector<const JotRow*> run;
    auto flush = [&] {
        layer.rows(run, columns);
        run.clear();
    };
    bool subtitle = false;
    for (const JotRow* r : all) {
        if (r->what == What::title) {
            flush();
            layer.wording(r->text, Role::heading1, style::title, inside.width);
            layer.y -= m.rowGap - 1;
            subtitle = true;
            continue;
        }
        if (subtitle && r->what == What::wording) {
            layer.wording(r->text, Role::finePrint, style::finePrint, inside.width);
        } else if (r->what == What::section) {
            flush();
            if (layer.y > inside.top + 0.01) layer.y += m.sectionGap - m.rowGap;
            headingBefore = 24;
            layer.wording(r->text, Role::heading2, style::heading, inside.width);
            headingBefore = 0;
            layer.y -= m.rowGap - 2;
        } else if (r->what == What::paper) {
            flush();
            turn();
        } else {
            if (subtitle && run.empty()) layer.y += 1;
            run.push_back(r);
        }
        subtitle = false;
    }
    flush();
    return layer.named();
}

}  // namespace

Form laidOut(const Jotting& rows, const Form& empty, const FontBook& fonts) {
    Form form = newForm(empty.root().kind);
    form.styles = empty.styles;
    form.scheme = empty.scheme;
    form.revision = empty.revision;
    form = changed(form, rootId, [&](Control& root) {
        root.own = empty.root().own;
        root.name = empty.root().name;
        root.ownName = empty.root().ownName;
    });
    const Jotting placed = withoutRules(rows);
    const Form laid =
        withJottedRules(form.isDialog() ? dialogFrom(placed, form, fonts) : documentFrom(placed, form, fonts), rows);
    return isRightToLeft(form.root().text(Prop::language)) ? mirrored(laid) : laid;
}

std::vector<Problem> rulesNotLaid(const Jotting& rows, const Form& form) {
    std::vector<Problem> problems;
    std::map<Id, std::size_t> count;
    for (const JotRow& r : rows) {
        if (r.what != What::rule) continue;
        const auto line = readRule(r.text);
        if (!line) continue;
        const auto rule = ruleIn(form, *line);
        if (!rule)
            problems.push_back({r.text, rule.error()});
        else if (++count[rule->first] > mostRules)
            problems.push_back({r.text, said("A control has at most {} rules.", mostRules)});
    }
    return problems;
}

}  // namespace brindel
