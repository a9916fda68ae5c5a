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

Form dialogFrom(const Jotting& rows, Form form, const FontBook& fonts) {
    const string title = titleOf(rows);
    form = titled(form, title);
    Layer layer(form, fonts);
    const Measures& m = layer.measures();
    // Rows by section; buttons that accept or leave go to the foot wherever they were jotted.
    struct Section {
        string name;
        Jotting rows;
    };
    std::vector<Section> sections = {{"", {}}};
    std::vector<JotButton> foot;
    for (const JotRow& r : rows) {
        if (r.what == What::title) continue;
        if (r.what == What::section)
            sections.push_back({r.text, {}});
        else if (r.what == What::buttons && !goesOn(r))
            foot.insert(foot.end(), r.buttons.begin(), r.buttons.end());
        else
            sections.back().rows.push_back(r);
    }
    const bool tabbed = sections.size() > 2;
    if (tabbed && sections.front().rows.empty()) sections.erase(sections.begin());
    layer.left = m.inset;
    // One label column for the whole form, so that the fields do not jump when a page is turned.
    double label = 0;
    for (const Section& s : sections) {
        Columns c = layer.columnsOf(pointers(s.rows.begin(), s.rows.end()), 0);
        label = std::max(label, c.columns[0].label);
    }
    double widest = 0;
    std::vector<Columns> columns;
    for (const Section& s : sections) {
        columns.push_back(layer.columnsOf(pointers(s.rows.begin(), s.rows.end()), label));
        widest = std::max(widest, columns.back().right);
    }
    double footWide = 2 * m.inset - m.buttonGap;
    for (const JotButton& b : foot)
        footWide += std::max(m.buttonWide, layer.textWidth(b.text, style::mainButton) + 28) + m.buttonGap;
    widest = std::max({widest, footWide - (tabbed ? 2 : 1) * m.inset, 280.0});
    for (std::size_t i = 0; i < columns.size(); ++i) {
        auto& c = columns[i];
        double move = widest - c.right;
        if (c.columns.size() > 1) c.columns.back().fieldLeft += move;
        c.right = widest;
    }
    double bottom = m.top;
    const double edge = 16, strip = tabStrip(form);
    if (tabbed) {
        double y = edge;
        std::size_t first = 0;
        if (sections.front().name.empty()) {
            layer.y = m.top;
            layer.right = widest;
            layer.rows(pointers(sections[0].rows.begin(), sections[0].rows.end()), columns[0]);
            y = layer.y;
            first = 1;
        }
        Id tabs = layer.add(Kind::tabs, {edge, y, widest + m.inset, 100},
                            [&](Control& t) { t.set(Prop::holdsTo, string("left top right bottom")); });
        double high = 0;
        std::vector<std::vector<Id>> lasts;
        for (std::size_t i = first; i < sections.size(); ++i) {
            Edited page = withTabPage(layer.form, tabs, sections[i].name);
            layer.form = page.form;
            layer.container = page.ids[0];
            layer.goOnAt(0);
            layer.y = m.top;
            layer.right = widest;
            std::size_t before = layer.made.size();
            layer.rows(pointers(sections[i].rows.begin(), sections[i].rows.end()), columns[i]);
            high = std::max(high, layer.y - m.rowGap + m.top);
            lasts.emplace_back();
            for (std::size_t k = before; k < layer.made.size(); ++k)
                if (layer.form.find(layer.made[k])->is().pressed) lasts.back().push_back(layer.made[k]);
        }
        // Buttons at the end of a page stand at its foot, at the same place on every page.
        for (const auto& buttons : lasts)
            for (Id id : buttons) {
                Box box = layer.form.find(id)->box;
                layer.form = boxed(layer.form, id, {box.left, high - m.top - box.height, box.width, box.height});
            }
        layer.form = boxed(layer.form, tabs, {edge, y, widest + m.inset, high + strip});
        layer.container = rootId;
        layer.goOnAt(layer.form.root().children.size());
        bottom = y + high + strip + m.rowGap + 4;
    } else {
        layer.y = m.top;
        layer.right = widest;
        std::vector<const JotRow*> all;
        for (const Section& s : sections)
            for (const JotRow& r : s.rows) all.push_back(&r);
        Columns c = layer.columnsOf(all, label);
        // All sections in one have more columns than each of them, and the dialog is as wide as these.
        widest = c.right = std::max(c.right, widest);
        layer.rows(all, c);
        bottom = layer.y + 6;
    }
    const double width = tabbed ? widest + m.inset + 2 * edge : widest + m.inset;
    if (!foot.empty()) {
        layer.y = bottom;
        layer.buttons(foot, width - (tabbed ? edge : m.inset));
        bottom = layer.y - m.rowGap + edge;
    } else {
        bottom += edge - m.rowGap;
    }
    return boxed(layer.named(), rootId, {0, 0, width, std::max(bottom, 60.0)});
}

Form documentFrom(const Jotting& rows, Form form, const FontBook& fonts) {
    const string title = titleOf(rows);
    form = titled(form, title);
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
    Columns columns = layer.columnsOf(all, 46, inside.right());
    // The last column takes what is left of the line; where too little is left, rows are parted into single fields.
    if (Columns::Column& last = columns.columns.back();
        columns.columns.size() > 1 && last.fieldLeft + m.least < inside.right())
        last.field = inside.right() - last.fieldLeft;
    columns.right = inside.right();
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
