// What is different between two forms, control by control and property by property, in plain words, with what it means
// for replies that are filled already and for code that takes them.
#pragma once

#include <string>
#include <vector>

#include "core/file/form_file.h"
#include "core/model/sentence.h"

namespace brindel {

struct Difference {
    Id before = noControl, after = noControl;  // the control in each form; noControl in the one that lacks it
    std::string control;                       // its name, or its id as text where it has none
    std::string called;                        // what people call it
    std::string property;  // the property's key in the file; "control" for one that is there or not, "name", "box",
                           // "in", "order", "rules", "kind"; a style's key behind "style "
    Sentence says;         // what has become of it: "is now required"
    Sentence means;        // for replies and for code; empty where it means nothing to them
};

/// All differences, in the order in which the second form is read, what is gone last. Controls are the same when they
/// have the same id and kind; else when they have the same name and kind. What a control holds is compared by itself.
std::vector<Difference> differencesOf(const Form& before, const Form& after);
/// What is different in the marks of their seals, which tell that a form was changed by hand: one that is missing or
/// damaged, another one over the same design, the same one over another design.
std::vector<Difference> markDifferences(const Opened& before, const Opened& after);
/// One difference as a line: "Draught (numDraught) is now required. Replies filled before may lack it."
std::string differenceLine(const Difference& one);
/// All of them as JSON: the two versions, and a list of control, what it is called, property, sentence and meaning.
std::string differencesJson(const Form& before, const Form& after, const std::vector<Difference>& all);

}  // namespace brindel
