// What the tests share.
#pragma once

#include <unistd.h>

#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <sstream>
#include <string>

#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "core/jot/lay_out.h"
#include "core/session/answers.h"
#include "core/text/words.h"

namespace brindel::test {

/// A PNG of one red pixel.
inline const std::string onePixel =
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAIAAACQd1PeAAAADElEQVR4nGP4z8AAAAMBAQDJ/pLvAAAAAElFTkSuQmCC";

/// A folder of its own for a test, gone when the test is over.
class Folder {
  public:
    Folder() : Folder(std::filesystem::temp_directory_path()) {}
    explicit Folder(const std::filesystem::path& where) {
        std::string pattern = (where / "brindel-test-XXXXXX").string();
        path_ = mkdtemp(pattern.data());
    }
    ~Folder() {
        std::error_code error;
        std::filesystem::remove_all(path_, error);
    }
    std::string file(const std::string& name) const { return path_ + "/" + name; }
    const std::string& path() const { return path_; }

  private:
    std::string path_;
};

/// Where files lie in memory, as far as the machine has such a place: what is killed there is killed in the write
/// itself, not in the wait for a disk.
inline std::filesystem::path inMemory() {
    std::error_code error;
    const std::filesystem::path shared = "/dev/shm";
    return std::filesystem::is_directory(shared, error) && access(shared.c_str(), W_OK) == 0
               ? shared
               : std::filesystem::temp_directory_path();
}

inline std::string textOf(const std::string& path) {
    std::ifstream in(path, std::ios::binary);
    std::stringstream all;
    all << in.rdbuf();
    return all.str();
}
inline Result<void> saveForm(const Form& form, const std::string& path) {
    return writeWhole(path, formText(form));
}
/// The values of a reply, or of a values file.
inline Result<Answers> readAnswers(const std::string& text) {
    return readReply(text).map([](Reply reply) { return std::move(reply.values); });
}
/// True in builds that watch over memory, which are many times slower: what says the same of every form is said of one.
#ifdef BRINDEL_SANITIZED
inline constexpr bool sanitized = true;
#else
inline constexpr bool sanitized = false;
#endif

inline void write(const std::string& path, const std::string& text) {
    std::ofstream(path, std::ios::binary) << text;
}

inline const FontBook& fonts() {
    static const FontBook book;
    return book;
}

/// The day it is in tests.
inline const Day today{std::chrono::year(2026), std::chrono::month(4), std::chrono::day(1)};

/// A form jotted from text that reads right.
inline Form jotted(const std::string& text, Kind kind = Kind::dialog) {
    return laidOut(readJotting(text).value(), newForm(kind), fonts());
}
/// The first field of the first row of a jotting.
inline JotField firstField(const std::string& text) {
    return readJotting(text).value().at(0).fields.at(0);
}
/// The control of a name, or else the first of that wording: labels and frames have no names as a rule.
inline const Control& named(const Form& form, const std::string& name) {
    if (const Control* c = form.named(name)) return *c;
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        if (c.text(Prop::text) == name || c.text(Prop::title) == name) return c;
    }
    throw std::runtime_error("no control " + name);
}
/// A form of tests/forms.
inline Form testForm(const std::string& name) {
    return openForm(std::string(BRINDEL_SOURCE) + "/tests/forms/" + name + ".brindel").value().form;
}
inline Form demo(const std::string& name) {
    return openForm(std::string(BRINDEL_SOURCE) + "/demo/" + name + ".brindel").value().form;
}

inline const char* const booking = R"(# Lift-out booking
## Vessel
Boat name: text 30 !
Registration no.: text 12 upper /[A-Z]{2}-[0-9]{4,7}/
Length overall: number 2..25 .1 m !; Draught: number 0..4 .1 m
Hull: combo [GRP, Timber, Steel, Other…]
Lift by: radio [Slipway cradle, Travel hoist, Crane] = Travel hoist
## Work
Wanted from: date >= today; To: date
Jobs: ticks [Wash, Scrape, Antifoul, Anodes] 1..3
Notes: text 60x4
Mast is stepped: check
[Cancel] [Book lift]*
)";

}  // namespace brindel::test
