#include "core/edit/protecting.h"

#include <algorithm>
#include <set>

#include "core/model/form_index.h"

namespace brindel {

Reach reachOf(const Control& c) {
    if (!c.text(Prop::workedOut).empty() && c.as<Access>() != Access::locked) return Reach::workedOut;
    static constexpr Reach reaches[] = {Reach::open, Reach::readOnly, Reach::locked};
    return reaches[std::size_t(c.as<Access>())];
}

Ids fieldsAmong(const Form& form, const Ids& ids) {
    std::set<Id> found;
    for (Id id : ids)
        walk(form, id, [&](const Control& c, int) {
            if (!isFilled(c)) return;
            found.insert(c.id);
            for (Id other : form.index()->radioGroupOf(c.id)) found.insert(other);
        });
    Ids all(found.begin(), found.end());
    std::ranges::sort(all, {}, [&](Id id) { return form.index()->placeInOrder(id); });
    return all;
}

Form accessSet(const Form& form, const Ids& ids, Access access) {
    return withProperty(form, fieldsAmong(form, ids), Prop::access, std::string(keyOf(access)));
}

ReachCount reachCount(const Form& form) {
    ReachCount count;
    for (Id id : form.index()->fields()) {
        const Reach reach = reachOf(*form.find(id));
        (reach == Reach::open       ? count.open
         : reach == Reach::readOnly ? count.readOnly
         : reach == Reach::locked   ? count.locked
                                    : count.workedOut)++;
    }
    return count;
}

}  // namespace brindel
