// What tests at random begin with: another seed every day, said by a red run; SEED=… takes one up again. Decided when
// the tests are run, not when they are built.
#include <gtest/gtest.h>

#include <cstdlib>
#include <ctime>
#include <iostream>
#include <string>

namespace {

std::string seed() {
    if (const char* given = std::getenv("SEED"); given && *given) return given;
    char day[16];
    const std::time_t now = std::time(nullptr);
    std::strftime(day, sizeof day, "%Y%m%d", std::localtime(&now));
    return day;
}

class SaysSeed : public testing::EmptyTestEventListener {
    void OnTestProgramEnd(const testing::UnitTest& all) override {
        if (all.Failed())
            std::cerr << "Tests at random began with " << std::getenv("RC_PARAMS") << "; SEED=" << seed()
                      << " begins so again.\n";
    }
};

/// Before any test, and before RapidCheck looks.
[[maybe_unused]] const bool begun = [] {
#ifdef BRINDEL_SANITIZED
    // The same properties in fewer cases: another seed every day, and all of them in the build that is not watched.
    const char* const fewer = " max_success=40";
#else
    const char* const fewer = "";
#endif
    setenv("RC_PARAMS", ("seed=" + seed() + fewer).c_str(), 0);
    testing::UnitTest::GetInstance()->listeners().Append(new SaysSeed);
    return true;
}();

}  // namespace
