// What acts of a filler come to: what is said and asked, whether the form goes, and a list of what happened by itself.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/model/form.h"

namespace brindel {

/// Something a filler must put right, and where.
struct Wrong {
    Id id = noControl;
    std::string sentence;
};

/// Something that is done only when the filler wants it: to go to an address of the web, to write a letter.
struct Offer {
    bool letter = false;
    std::string to;
    bool operator==(const Offer&) const = default;
};

/// What a press, or any other act, came to.
struct Outcome {
    enum class Then {
        stay,
        accepted,
        goesOn,  // accepted, and cleared for the next
        left,
        putAway  // hidden, with what is filled
    } then = Then::stay;
    std::vector<Wrong> wrongs;        // why it was not accepted
    Id cursor = noControl;            // the control that gets the cursor, when it moves
    std::vector<std::string> says;    // messages, one after the other
    std::optional<std::string> asks;  // a question of yes and no: go on with FormSession::answered
    std::vector<Offer> offers;
    std::vector<std::string> tells;  // names for the host program
    std::string reply;               // that was accepted, as JSON text, when the form goes on

    /// True when there is nothing to follow.
    bool nothing() const {
        return then == Then::stay && wrongs.empty() && cursor == noControl && says.empty() && !asks && offers.empty() &&
               tells.empty();
    }
};

/// Something that happened by itself: a rule that was asked and held, or a step of it that was done.
struct Happened {
    Event when = Event::changed;
    Id at = noControl;           // the control that the rule belongs to, the root for the form's own
    std::size_t rule = 0;        // its place among the control's rules
    std::optional<Action> does;  // nothing for the rule itself
    Id on = noControl;           // what the step was done to
    std::string with;            // what was set, said, asked or told
    bool stopped = false;        // no more steps were done: rules set off each other
};

/// One act sets off no more steps than this; what goes beyond is left, and told in the list.
inline constexpr std::size_t mostReactions = 1000;
/// The list keeps so many things, the newest.
inline constexpr std::size_t mostHappened = 2000;

}  // namespace brindel
