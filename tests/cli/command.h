// The command line as a shell runs it.
#pragma once

#include <gtest/gtest.h>
#include <sys/wait.h>

#include "tests/support.h"

namespace brindel::test {

struct Ended {
    int status;
    std::string out, errors;
};
inline Ended run(const Folder& folder, const std::string& arguments, const std::string& before = "") {
    const std::string command = "cd '" + folder.path() + "' && " + before + "'" + std::string(BRINDEL_BIN) +
                                "/brindel-cli' " + arguments + " >out.txt 2>err.txt";
    const int status = std::system(command.c_str());
    return {WEXITSTATUS(status), textOf(folder.file("out.txt")), textOf(folder.file("err.txt"))};
}
inline const std::string demoFolder = std::string(BRINDEL_SOURCE) + "/demo/";

}  // namespace brindel::test
