// What can be seen of a form, and used, at a moment. The one place that knows how a form says so itself; whoever fills,
// draws or writes a form asks the presence that its session keeps, or the one that the form opens with.
#pragma once

#include <unordered_set>

#include "core/model/form.h"

namespace brindel {

class Visibility {
  public:
    /// What a form says of its controls: how it is when it opens.
    static Visibility atStart(const Form& form);

    /// True unless the control itself is hidden, or cannot be used; its containers say the same of themselves. All that
    /// nothing is said of is shown and can be used.
    bool visible(Id id) const { return !hidden_.contains(id); }
    bool enabled(Id id) const { return !disabled_.contains(id); }
    /// Says it of a control.
    void show(Id id, bool visible);
    void enable(Id id, bool enabled);
    /// The same of one control as of another.
    void follow(Id id, Id other);
    bool operator==(const Visibility&) const = default;

  private:
    std::unordered_set<Id> hidden_, disabled_;
};

/// True when a control and all its containers are visible; false for one that is not there.
bool isSeen(const Form& form, const Visibility& visibility, Id id);
/// True when they are visible and enabled.
bool isUsable(const Form& form, const Visibility& visibility, Id id);
/// What a control says of itself: how it is when the form opens.
bool startsVisible(const Control& control);
bool startsEnabled(const Control& control);

}  // namespace brindel
