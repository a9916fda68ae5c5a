// Access keys: the letters that go to a control with Alt. A label hands its key to the field it speaks for.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/model/form.h"

namespace brindel {

/// A wording that can carry a key.
struct KeyBearer {
    Id id = noControl;  // the label, button, tick, choice group or tab page in whose wording the key is marked
    Id to = noControl;  // where it goes: the label's field, or the bearer itself
    std::string wording;
    std::string key;    // the key it has now, as a key shows it; empty for none
    bool kept = false;  // set by hand
};
/// All that can carry a key, in tab order.
std::vector<KeyBearer> keyBearers(const Form& form);
/// True when two controls can be on the screen at the same time: not on different pages of the same tabs.
bool seenTogether(const Form& form, Id a, Id b);

/// The keys that the form should have, for all bearers whose key was not set by hand; empty where none is left. As many
/// bearers as can be are served without a clash, and of the ways to do so one that likes first letters of words best,
/// then consonants. Where tabs lie beside or within tabs and letters are short, the search stops after 20,000 steps
/// with the best it has found.
std::map<Id, std::string> chosenKeys(const Form& form);

/// The bearers whose key another one has that is seen together with it.
std::vector<Id> keyClashes(const Form& form);
/// The key that goes to a control: its label's or its own; empty for none.
std::string keyTo(const Form& form, const Control& control);

}  // namespace brindel
