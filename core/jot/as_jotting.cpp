// Writing a form out as jotting.
#include <fmt/format.h>

#include <algorithm>

#include "core/arrangement/arrangement.h"
#include "core/jot/lay_out.h"
#include "core/model/measures.h"
#include "core/rules/formula.h"
#include "core/rules/rule_text.h"
#include "core/text/typed_moments.h"

namespace brindel {
namespace {

using std::string;
using What = JotRow::What;

/// Properties that jotting says of fields, whatever their kind.
constexpr Prop sayable[] = {
    Prop::text,         Prop::title,        Prop::role,       Prop::labels,      Prop::holdsTo,   Prop::required,
    Prop::defaultText,  Prop::startsTicked, Prop::maxLength,  Prop::lines,       Prop::letters,   Prop::pattern,
    Prop::secret,       Prop::placeholder,  Prop::least,      Prop::most,        Prop::step,      Prop::decimals,
    Prop::unit,         Prop::datePattern,  Prop::earliest,   Prop::latest,      Prop::workedOut, Prop::choices,
    Prop::otherAnswers, Prop::prompt,       Prop::many,       Prop::tickMarks,   Prop::atLeast,   Prop::atMost,
    Prop::group,        Prop::value,        Prop::buttonRole, Prop::access,      Prop::hint,      Prop::alignAcross,
    Prop::alignDown,    Prop::wraps,        Prop::paper,      Prop::columns,     Prop::rows,      Prop::earliestTime,
    Prop::latestTime,   Prop::byFiller,     Prop::acrossIn,   Prop::choicesFrom, Prop::readyList, Prop::runFrom,
    Prop::runTo};

class Teller {
  public:
    explicit Teller(const Form& form) : form_(form) {}
    AsJotting out;

    void tell() {
        const Control& root = form_.root();
        if (!root.text(Prop::title).empty() && form_.isDialog())
            out.rows.push_back({What::title, root.text(Prop::title), {}, {}});
        for (const PropertyRow& r : allProperties())
            if (const Value* own = root.own.find(r.prop); own && r.prop != Prop::title && r.prop != Prop::paper)
                cannot(root, r.prop);
        if (form_.scheme) out.cannotSay.push_back(fmt::format("the scheme of names, “{}”", form_.scheme->word));
        rulesOf(root);
        bool first = true;
        for (Id id : form_.isDialog() ? std::vector<Id>{rootId} : root.children) {
            if (!first) out.rows.push_back({What::paper, "", {}, {}});
            first = false;
            container(*form_.find(id));
        }
        out.rows.insert(out.rows.end(), rules_.begin(), rules_.end());
    }

  private:
    const Form& form_;
    Jotting rules_;  // they stand behind all that they name

    void rulesOf(const Control& c) {
        for (const Rule& rule : c.rules) {
            const string text = ruleText(form_, c.id, rule);
            if (!text.empty())
                rules_.push_back({What::rule, text, {}, {}});
            else if (out.cannotSay.empty() || out.cannotSay.back() != "the rules of " + told(c))
                out.cannotSay.push_back("the rules of " + told(c));
        }
    }

    /// A control, and the row on which it stands.
    struct Placed {
        Id id;
        std::size_t row;
    };

    void cannot(const Control& c, Prop prop) {
        out.cannotSay.push_back(fmt::format("{} of {}", row(prop).word, told(c)));
    }
    /// What a control is called where it cannot be said: by its name, or its wording where it has none.
    string told(const Control& c) const {
        const string called = c.name.empty() ? calledBy(form_, c) : c.name;
        return called == row(c.kind).word ? "a " + called : "“" + called + "”";
    }
    /// A route that was laid otherwise than rows are read cannot be jotted.
    void checkRoute(const Control& holder, const std::vector<Placed>& all) {
        std::vector<Id> asRead;
        for (const Placed& p : all) asRead.push_back(p.id);
        auto stops = [&](std::vector<Id> ids) {
            std::erase_if(ids, [&](Id id) {
                const Control& c = *form_.find(id);
                return !row(c.kind).tabbed && !row(c.kind).holds;
            });
            return ids;
        };
        if (stops(holder.children) == stops(asRead)) return;
        out.cannotSay.push_back(holder.id == rootId ? "the tab order" : "the tab order in " + told(holder));
    }
    /// What a field is shown by, where a row can say it: nothing behind = beside it, and its label goes along.
    string shownWhen(const Control& c) const {
        const string* formula = c.formulas.find(Prop::visible);
        const bool starts = !c.text(Prop::defaultText).empty() || !c.text(Prop::workedOut).empty() ||
                            (has(c.kind, Prop::startsTicked) && c.yes(Prop::startsTicked));
        if (!formula || !isFilled(c) || c.is().answer().shared || starts || !readFormula(*formula)) return "";
        const Control* label = labelOf(form_, c.id);
        const string* with = label ? label->formulas.find(Prop::visible) : formula;
        return with && *with == *formula ? *formula : "";
    }
    /// The same of a frame: one that is jotted so gives its room back.
    static string shownWhenFramed(const Control& c) {
        const string* formula = c.formulas.find(Prop::visible);
        return c.is().framed && formula && c.yes(Prop::fold) && readFormula(*formula) ? *formula : "";
    }
    void checkSaid(const Control& c) {
        const Control* field = c.is().speaks ? form_.find(c.reference(Prop::labels)) : &c;
        for (const auto& [prop, formula] : c.formulas)
            if (prop != Prop::visible || !field || (shownWhen(*field) != formula && shownWhenFramed(c) != formula))
                out.cannotSay.push_back(fmt::format("what {} of {} is worked out by", row(prop).word, told(c)));
        rulesOf(c);
        for (const auto& [prop, value] : c.own)
            if (std::ranges::find(sayable, prop) == std::end(sayable) &&
                !(prop == Prop::fold && !shownWhenFramed(c).empty()))
                cannot(c, prop);
    }

    JotField field(const Control& c, const string& label) {
        checkSaid(c);
        JotField f;
        f.label = label;
        f.kind = c.kind;
        f.own = c.own;
        for (Prop prop : {Prop::text, Prop::holdsTo, Prop::lines, Prop::alignAcross, Prop::alignDown}) f.own.drop(prop);
        // What is usual in the form's language is not said.
        if (has(c.kind, Prop::datePattern)) {
            const bool usual = c.text(Prop::datePattern) == usualDatePattern(form_.root().text(Prop::language));
            if (usual)
                f.own.drop(Prop::datePattern);
            else
                f.own.set(Prop::datePattern, c.text(Prop::datePattern));
        }
        if (c.ownName) f.name = c.name;
        f.shownWhen = shownWhen(c);
        if (c.is().answer().free && c.as<Lines>() == Lines::many) {
            f.own.set(Prop::lines, string("many"));
            // Roughly the size it has: jotting speaks of characters and lines.
            const double letter = measuresFor(form_).letterWide, line = measuresFor(form_).lineHigh;
            f.columns = std::clamp(int(c.box.width / letter), 1, 500);
            f.rows = std::clamp(int(c.box.height / line), 2, 200);
        }
        return f;
    }

    /// A frame that holds the radio buttons of one question and nothing else.
    bool isQuestion(const Control& frame) const {
        if (!frame.is().framed || frame.children.empty()) return false;
        const Control* first = form_.find(frame.children[0]);
        return std::ranges::all_of(frame.children, [&](Id id) {
            const Control* c = form_.find(id);
            return c->is().answer().shared && c->text(Prop::group) == first->text(Prop::group);
        });
    }

    JotField question(const Control& frame) {
        JotField f;
        f.label = frame.text(Prop::title);
        f.kind = Kind::radioButton;
        f.radio = true;
        if (const Value* hint = frame.own.find(Prop::hint)) f.own.set(Prop::hint, *hint);
        Choices choices;
        for (Id id : frame.children) {
            const Control& c = *form_.find(id);
            checkSaid(c);
            choices.push_back({valueWhenOn(c), c.text(Prop::text)});
            if (c.yes(Prop::startsTicked)) f.own.set(Prop::defaultText, c.text(Prop::text));
            if (c.yes(Prop::required)) f.own.set(Prop::required, true);
            if (const Value* access = c.own.find(Prop::access)) f.own.set(Prop::access, *access);
        }
        f.own.set(Prop::choices, choices);
        return f;
    }

    /// Jotting fills a table's cells by its headings; what a person has put there instead cannot be said.
    void cells(const Control& table) {
        for (Id cell : table.children)
            for (Id id : form_.find(cell)->children) {
                const Control& c = *form_.find(id);
                const auto place = tablePlace(form_, c);
                if (c.kind != cellKind(place ? place->heading : "", form_.root().text(Prop::language)) || c.ownName)
                    out.cannotSay.push_back(fmt::format("what stands in the table as {}", told(c)));
                checkSaid(c);
            }
    }

    void container(const Control& holder) {
        const Arrangement arranged = arrangementOf(form_, holder.id);
        std::vector<Placed> all;
        for (Id id : arranged.behind) all.push_back({id, arranged.rows.size()});
        for (std::size_t row = 0; row < arranged.rows.size(); ++row)
            for (std::size_t i : arranged.rows[row].pieces) {
                if (arranged.pieces[i].hasLabel()) all.push_back({arranged.pieces[i].label, row});
                all.push_back({arranged.pieces[i].id, row});
            }
        checkRoute(holder, all);
        std::size_t fieldRow = arranged.rows.size();  // of the fields that were told last
        for (std::size_t i = 0; i < all.size(); ++i) {
            const Control& c = *form_.find(all[i].id);
            switch (c.kind) {
                case Kind::label: {
                    checkSaid(c);
                    if (c.own.find(Prop::hint)) cannot(c, Prop::hint);
                    if (const Control* field = form_.find(c.reference(Prop::labels));
                        field && field->parent == c.parent)
                        break;
                    const Role role = c.as<Role>();
                    const What what = form_.isDialog()         ? What::wording
                                      : role == Role::heading1 ? What::title
                                      : role == Role::heading2 ? What::section
                                                               : What::wording;
                    if (!c.text(Prop::text).empty()) out.rows.push_back({what, c.text(Prop::text), {}, {}});
                    break;
                }
                case Kind::line:
                    out.rows.push_back({What::line, "", {}, {}});
                    break;
                case Kind::frame: {
                    if (isQuestion(c)) {
                        out.rows.push_back({What::fields, "", {question(c)}, {}});
                        break;
                    }
                    checkSaid(c);
                    out.rows.push_back({What::frame,
                                        c.text(Prop::title).empty() ? "Frame" : c.text(Prop::title),
                                        {},
                                        {},
                                        shownWhenFramed(c)});
                    container(c);
                    out.rows.push_back({What::frameEnd, "", {}, {}});
                    break;
                }
                case Kind::tabs:
                    for (Id page : c.children) {
                        out.rows.push_back({What::section, form_.find(page)->text(Prop::text), {}, {}});
                        container(*form_.find(page));
                    }
                    break;
                case Kind::button: {
                    checkSaid(c);
                    if (c.own.find(Prop::hint)) cannot(c, Prop::hint);
                    JotButton button{c.text(Prop::text), c.as<ButtonRole>() == ButtonRole::accept};
                    if (!out.rows.empty() && out.rows.back().what == What::buttons && i > 0 &&
                        form_.find(all[i - 1].id)->is().pressed)
                        out.rows.back().buttons.push_back(button);
                    else
                        out.rows.push_back({What::buttons, "", {}, {button}});
                    break;
                }
                case Kind::box:
                    out.cannotSay.push_back(fmt::format("the box {}", told(c)));
                    break;
                default: {
                    if (c.is().grid) cells(c);
                    if (c.kind == Kind::picture && !c.yes(Prop::byFiller)) {
                        out.cannotSay.push_back(fmt::format("the picture {}", told(c)));
                        break;
                    }
                    const Control* label = labelOf(form_, c.id);
                    string called = has(c.kind, Prop::text) && (!label || !c.text(Prop::text).empty())
                                        ? c.text(Prop::text)
                                    : label ? label->text(Prop::text)
                                            : c.name;
                    if (c.is().answer().shared) {
                        out.cannotSay.push_back(fmt::format("the radio button {} outside a frame of its own", told(c)));
                        break;
                    }
                    JotField f = field(c, called);
                    const bool level = fieldRow == all[i].row && !out.rows.empty() &&
                                       out.rows.back().what == What::fields &&
                                       out.rows.back().fields.back().kind != Kind::radioButton;
                    fieldRow = all[i].row;
                    if (level)
                        out.rows.back().fields.push_back(f);
                    else
                        out.rows.push_back({What::fields, "", {f}, {}});
                }
            }
        }
    }
};

}  // namespace

AsJotting asJotting(const Form& form) {
    Teller teller(form);
    teller.tell();
    return teller.out;
}

}  // namespace brindel
