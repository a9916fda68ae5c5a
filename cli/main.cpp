// brindel-cli: everything that needs no window. Exit status: 0 done; 1 the form or the values are not in order; 2 the
// call is wrong; 3 a file cannot be read or written.
#include "cli/calls.h"
#include "core/file/whole_file.h"

namespace {

using namespace brindel;
using namespace brindel::calls;

/// Help that was asked for, or what is wrong with the call, in one line.
int wrongOrHelped(const CLI::App& app, const CLI::ParseError& error) {
    if (error.get_exit_code() == 0) return app.exit(error) == 0 ? done : wrongCall;
    std::string sentence = error.what();
    if (const auto end = sentence.find('\n'); end != std::string::npos) sentence.resize(end);
    return problem("brindel-cli", {"", asSaid(spoken(sentence) + ". See --help.")}, wrongCall);
}

}  // namespace

int main(int argc, char** argv) {
    takeSignalsAsProblems();
    CLI::App app{"Designs, fills and hands over forms without a window."};
    app.require_subcommand(1);
    app.set_version_flag("--version", "Brindel 0.1.0");
    std::vector<Command> commands;
    for (auto family : {designCommands, handOverCommands, intakeCommands, fillCommands, replyCommands})
        for (Command& one : family(app)) commands.push_back(std::move(one));
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return wrongOrHelped(app, error);
    }
    const FontBook fonts;
    for (const Command& one : commands)
        if (*one.app) return one.run(fonts);
    return wrongCall;
}
