// A problem as programs say it on standard error.
#pragma once

#include <string>

#include "core/model/problem.h"

namespace brindel {

/// "boats.brindel:line 3: What is wrong.", with its end of line; of a problem without a place only the file.
inline std::string problemLine(const std::string& file, const Problem& problem) {
    return spoken(file) + ":" + (problem.place.empty() ? "" : spoken(problem.place) + ":") + " " +
           spoken(problem.sentence.text()) + "\n";
}

}  // namespace brindel
