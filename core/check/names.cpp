// Names: code and data call controls by them.
#include "core/naming/names.h"
#include "core/check/families.h"
#include "core/edit/renaming.h"

namespace brindel::checks {
namespace {

/// How all names stand, worked out once for a form: every check here looks at it.
struct Standings {
    explicit Standings(const Form& form) : all(nameStandings(form)) {}
    std::map<Id, NameStanding> all;
};

/// Those whose name stands in one way.
template <NameState state>
void standing(const Checked& in, Findings& found) {
    for (const auto& [id, how] : in.form.derived<Standings>()->all)
        if (how.state == state) found.push_back({nullptr, {id}, how.says});
}
/// Names that are otherwise than the scheme makes them, for one reason.
enum class Otherwise { signs, longer, outdated };
template <Otherwise wanted>
void otherwise(const Checked& in, Findings& found) {
    const Scheme& scheme = schemeOf(in.form);
    for (const auto& [id, how] : in.form.derived<Standings>()->all) {
        if (how.state != NameState::breaksScheme) continue;
        const Control& c = *in.form.find(id);
        const Otherwise is = c.name.size() > std::size_t(scheme.longest)                  ? Otherwise::longer
                             : !c.ownName && schemeMisfit(scheme, c.kind, c.name).empty() ? Otherwise::outdated
                                                                                          : Otherwise::signs;
        if (is == wanted) found.push_back({nullptr, {id}, how.says});
    }
}
Form byScheme(const Checked& in, const Finding& f) {
    const std::string name = proposedName(in.form, f.controls.front());
    return name.empty() ? in.form : withNames(in.form, {{f.controls.front(), name}});
}
Form allByScheme(const Checked& in, std::span<const Finding> all) {
    Ids ids;
    for (const Finding& f : all)
        if (in.form.find(f.controls.front())) ids.push_back(f.controls.front());
    return withNames(in.form, proposedNames(in.form, ids));
}
Form numbered(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    return c ? withNames(in.form, {{c->id, freeName(in.form, c->name, c->id)}}) : in.form;
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow nameRows[] = {
    {"nameTwice", CheckFamily::names, Severity::must, "The same name twice", "Both answers would get the same name in the reply.", "Numbers the name.", standing<NameState::doubled>, numbered},
    {"nameNoIdentifier", CheckFamily::names, Severity::must, "A name that some languages do not allow", "C++, ECMAScript and SQL do not allow such a name.", "Names it by the scheme.", standing<NameState::notIdentifier>, byScheme, {}, allByScheme},
    {"nameMissing", CheckFamily::names, Severity::must, "No name where one is needed", "Its answer would have no name in the reply.", "Names it by the scheme.", standing<NameState::missing>, byScheme, {}, allByScheme},
    {"nameMachineMade", CheckFamily::names, Severity::should, "A name that a program made up", "People who read the reply cannot tell what it is.", "Names it by the scheme.", standing<NameState::machineMade>, byScheme, {}, allByScheme},
    {"nameBreaksScheme", CheckFamily::names, Severity::should, "A name that breaks the scheme", "Programmers expect a name by the scheme.", "Names it by the scheme.", otherwise<Otherwise::signs>, byScheme, {}, allByScheme},
    {"nameOutdated", CheckFamily::names, Severity::should, "A name that no longer matches its label", "The name describes what the field used to ask.", "Renames it by the label.", otherwise<Otherwise::outdated>, byScheme, {}, allByScheme},
    {"nameTooLong", CheckFamily::names, Severity::should, "A name longer than the scheme allows", "Databases cut off long names, and they are hard to type.", "Names it by the scheme.", otherwise<Otherwise::longer>, byScheme, {}, allByScheme},
};
// clang-format on

}  // namespace

std::span<const CheckRow> names() {
    return nameRows;
}

}  // namespace brindel::checks
