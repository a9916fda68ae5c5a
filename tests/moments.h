// Dates and times as people write them (tests/text/moments.txt), for all that read them.
#pragma once

#include <sstream>
#include <string>
#include <vector>

#include "tests/support.h"

namespace brindel::test {

struct TypedMoment {
    std::string what, language, pattern, typed, says;
};

inline std::vector<TypedMoment> typedMoments() {
    std::vector<TypedMoment> all;
    std::istringstream in(textOf(std::string(BRINDEL_SOURCE) + "/tests/text/moments.txt"));
    for (std::string line; std::getline(in, line);) {
        if (line.empty() || line[0] == '#') continue;
        std::istringstream parts(line);
        TypedMoment one;
        std::getline(parts, one.what, '|');
        std::getline(parts, one.language, '|');
        std::getline(parts, one.pattern, '|');
        std::getline(parts, one.typed, '|');
        std::getline(parts, one.says, '|');
        all.push_back(one);
    }
    return all;
}

}  // namespace brindel::test
