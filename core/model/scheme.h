// A naming convention as data: how the names of a form's controls are made. What makes them is in core/naming.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/model/kinds.h"

namespace brindel {

struct Scheme {
    enum class Marks { none, before, after };  // where the mark of the kind stands
    enum class Letters {
        camel,
        pascal,
        snake,
        kebab,
        upperSnake
    };                                                  // boatName, BoatName, boat_name, boat-name, BOAT_NAME
    enum class From { label, value };                   // a tick's or radio button's value, where it has one
    enum class Doubles { digits, underscore, holder };  // phone2, phone_2, ownerPhone

    std::string key = {};   // of one that ships; empty for a form's or a team's own
    std::string word = {};  // what people call it
    Marks marks = Marks::before;
    Letters letters = Letters::camel;
    From from = From::label;
    int words = 0;                        // of the label, from its beginning; 0 for all
    bool smallWordsToo = false;           // the, of, your … stay
    std::vector<std::string> drops = {};  // further words that are dropped
    int longest = 32;                     // characters, without the number of a double
    Doubles doubles = Doubles::digits;
    bool wordingToo = false;                     // labels, frames and lines get names even when nothing refers to them
    std::map<Kind, std::string> kindMarks = {};  // where they differ from the usual ones: text box → "edt"
    std::string kept = {};                       // unknown keys of the file, as JSON text

    bool operator==(const Scheme&) const = default;
};

}  // namespace brindel
