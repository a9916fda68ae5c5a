// The looks that ship with Brindel: whole sets of styles, for the screen and for paper, to be put on in one step.
#pragma once

#include "core/model/looks.h"

namespace brindel {

struct LookSet {
    std::string key, word, says;  // "chart", "Chart", one sentence
    Styles dialog, document;
    std::string ground;  // the fill of a dialog; empty for the desktop's own
    const Styles& styles(Kind rootKind) const { return rootKind == Kind::dialog ? dialog : document; }
};
/// All of them; the first is what forms start with.
const std::vector<LookSet>& lookSets();
/// The set whose styles a form has, untouched; null when its styles are its own.
const LookSet* lookSetOf(const Form& form);

}  // namespace brindel
