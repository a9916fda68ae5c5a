#include "core/targets/pdf/pdf_tags.h"

#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "core/answers/required_marks.h"
#include "core/order/reading.h"

namespace brindel {
namespace {

using Object = QPDFObjectHandle;

constexpr int deepestHeading = 6;  // the standard types go to H6 (ISO 32000-1, table 333)

int headingLevel(const Control& c) {
    const Role role = c.is().speaks ? c.as<Role>() : Role::text;
    return role == Role::heading1 ? 1 : role == Role::heading2 ? 2 : role == Role::heading3 ? 3 : 0;
}

}  // namespace

std::optional<Object> LeafTags::wordsOf(Id of, std::size_t part) const {
    if (const auto at = parts.find(of); at != parts.end()) {
        const auto one = at->second.find(part);
        return one == at->second.end() ? std::nullopt : std::optional(one->second);
    }
    const auto at = words.find(of);
    return at == words.end() ? std::nullopt : std::optional(at->second);
}

struct PdfTags::Walk {
    PdfTags& tags;
    const Leaf& leaf;
    std::size_t page;
    const Visibility& seen;
    LeafTags out = {};
    std::map<Id, Object> lists = {};  // of questions, by their first button or their group
    std::set<Id> spoken = {};         // labels that stand with their fields

    const Form& form() const { return tags.form_; }
    Object add(Object parent, const char* type) { return tags.structure_.element(parent, type); }

    bool inSight(const Control& c) const { return seen.visible(c.id); }

    /// A heading: one level below the one before it at most.
    Object heading(Object parent, int wanted, const std::string& text, Id at) {
        const int last = tags.headings_.empty() ? 0 : tags.headings_.back().level;
        const int level = std::min({wanted, last + 1, deepestHeading});
        tags.headings_.push_back({level, text, page, onSurface(form(), at).top});
        return add(parent, fmt::format("H{}", level).c_str());
    }

    void within(const Control& container, Object parent, int level) {
        const std::vector<Id> order = readOrRouted(form(), container.id);
        // A label is read with the field that it speaks for, also where that stands in another row.
        const auto index = form().index();
        for (Id id : order)
            if (const Control& c = *form().find(id); isFilled(c) && inSight(c))
                if (const Id label = index->labelOf(id); label != noControl) spoken.insert(label);
        struct Open {
            int level;
            Object sect;
        };
        std::vector<Open> open = {{level, parent}};
        for (Id id : order) {
            const Control& c = *form().find(id);
            if (!inSight(c)) continue;
            if (const int wanted = headingLevel(c); wanted > 0 && !spoken.contains(id)) {
                while (open.size() > 1 && open.back().level >= level + wanted) open.pop_back();
                Object sect = add(open.back().sect, "Sect");
                open.push_back({level + wanted, sect});
                out.words[id] = heading(sect, level + wanted, c.text(Prop::text), id);
            } else {
                one(c, open.back().sect, open.back().level);
            }
        }
    }

    void one(const Control& c, Object parent, int level) {
        if (c.is().speaks) {
            if (!spoken.contains(c.id)) out.words[c.id] = add(parent, "P");
        } else if (c.is().grid) {
            table(c, parent, level);
        } else if (c.is().turns) {
            turned(c, parent, level);
        } else if (c.is().holds) {
            frame(c, parent, level);
        } else if (c.is().answer().ticked) {
            tick(c, parent);
        } else if (isFilled(c) || c.is().pressed) {
            field(c, parent);
        } else if (has(c.kind, Prop::picture)) {
            picture(c, parent);
        }
    }

    void frame(const Control& c, Object parent, int level) {
        Object sect = add(parent, "Sect");
        const std::string& title = c.text(Prop::title);
        if (!title.empty()) out.words[c.id] = heading(sect, level + 1, title, c.id);
        within(c, sect, title.empty() ? level : level + 1);
    }

    void turned(const Control& tabs, Object parent, int level) {
        const Id front = shownPage(tabs, leaf.turned);
        const Control* page = form().find(front);
        if (!page) return;
        Object sect = add(parent, "Sect");
        // The tabs that are not turned to are read on their own leaves.
        const auto at = std::size_t(std::ranges::find(tabs.children, front) - tabs.children.begin());
        out.parts[tabs.id].emplace(at, heading(sect, level + 1, page->text(Prop::text), tabs.id));
        within(*page, sect, level + 1);
    }

    void table(const Control& c, Object parent, int level) {
        Object table = add(parent, "Table");
        const std::size_t columns = std::max<std::size_t>(1, gridOf(c).across.size() - 1);
        if (c.yes(Prop::headRow)) {
            Object row = add(table, "TR");
            auto& heads = out.parts[c.id];
            for (std::size_t x = 0; x < columns; ++x) {
                Object head = add(row, "TH");
                head.replaceKey("/A", Object::parse("<< /O /Table /Scope /Column >>"));
                heads.emplace(x, head);
            }
        } else {
            out.parts[c.id];
        }
        Object row = Object::newNull();
        for (std::size_t i = 0; i < c.children.size(); ++i) {
            if (i % columns == 0) row = add(table, "TR");
            Object cell = add(row, "TD");
            for (Id id : form().find(c.children[i])->children)
                if (const Control& held = *form().find(id); inSight(held)) one(held, cell, level);
        }
    }

    /// The buttons of a question, and the ticks of a group, are one list.
    void tick(const Control& c, Object parent) {
        Object line = parent;
        Id question = noControl;
        if (const auto at = tags.parts_.groupOf.find(c.id); at != tags.parts_.groupOf.end())
            question = at->second;
        else if (const auto buttons = form().index()->radioGroupOf(c.id); buttons.size() > 1)
            question = buttons.front();
        if (question != noControl) {
            auto [at, fresh] = lists.try_emplace(question, Object::newNull());
            if (fresh || at->second.getKey("/P").getObjGen() != parent.getObjGen()) at->second = add(parent, "L");
            line = add(add(at->second, "LI"), "LBody");
        } else {
            line = add(parent, "P");
        }
        out.widgets[c.id] = add(line, "Form");
        out.words[c.id] = line;
    }

    void field(const Control& c, Object parent) {
        const Control* label = labelOf(form(), c.id);
        const bool labelled = label && inSight(*label) && spoken.contains(label->id);
        const bool says = isFilled(c) && has(c.kind, Prop::unit) && !c.text(Prop::unit).empty();
        Object both = labelled || says ? add(parent, "P") : parent;
        out.widgets[c.id] = add(both, "Form");
        if (labelled) {
            out.words[label->id] = both;
            out.first.insert(label->id);
        }
        if (c.is().answer().strokes && signedBy(c.id)) picture(c, both);
        // What stands in the field's place on the page itself.
        if (says) out.words[c.id] = both;
    }

    bool signedBy(Id id) const {
        const auto shown = tags.parts_.filling.shown.find(id);
        return shown != tags.parts_.filling.shown.end() && !shown->second.text.empty();
    }

    void picture(const Control& c, Object parent) {
        Object figure = add(parent, "Figure");
        figure.replaceKey(
            "/Alt", Object::newUnicodeString(c.text(Prop::hint).empty() ? calledBy(form(), c) : c.text(Prop::hint)));
        out.pictures[c.id] = figure;
    }
};

LeafTags PdfTags::of(const Leaf& leaf, std::size_t page, const Visibility& seen) {
    Walk walk{*this, leaf, page, seen};
    Object sect = structure_.element(structure_.document(), "Sect");
    walk.within(*form_.find(leaf.surface), sect, 0);
    return std::move(walk.out);
}

}  // namespace brindel
