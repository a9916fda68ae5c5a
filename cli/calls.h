// What the commands share: what they end with, how they say what is wrong, how they read and write forms.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>
#include <iostream>
#include <string>
#include <vector>

#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "core/file/writing_over.h"
#include "core/seal/seal.h"
#include "core/text/fonts.h"
#include "core/wording/texts.h"

namespace brindel::calls {

/// How a call ends.
constexpr int done = 0, notInOrder = 1, wrongCall = 2, noFile = 3;

/// A command and what it does once the call is read.
struct Command {
    CLI::App* app;
    std::function<int(const FontBook&)> run;
};
/// new, show, name, order, check; the pages of checks and formulas, and the schema.
std::vector<Command> designCommands(CLI::App& app);
/// export, kit, texts, compare.
std::vector<Command> handOverCommands(CLI::App& app);
/// intake.
std::vector<Command> intakeCommands(CLI::App& app);
/// fill, worth.
std::vector<Command> fillCommands(CLI::App& app);
/// gather.
std::vector<Command> replyCommands(CLI::App& app);

/// What is said of FORM in the help of each command.
inline constexpr const char* formHelp = "A form file, or - for standard input";

/// One line on standard error: file:place: sentence. Gives `status` back.
int problem(const std::string& file, const Problem& p, int status);
/// Writes what is no form to a file, or to standard output where the path is empty or -. A form that is there stays,
/// and so does what the command has read (`readFrom`).
int put(const std::string& bytes, const std::string& path, const std::vector<std::string>& readFrom = {});
/// The bytes, or the text, of a file of the call; of standard input for -.
Result<std::string> bytesOf(const std::string& path, std::size_t most = 64u << 20);
Result<std::string> textOf(const std::string& path, std::size_t most = 64u << 20);

/// The keys of a table's rows, as words that a call may take.
std::vector<std::string> keysOf(const auto& table) {
    std::vector<std::string> keys;
    for (const auto& one : table) keys.emplace_back(one.key);
    return keys;
}

/// A form file of the call; of standard input for -. A problem as of openForm.
Result<Opened> formOf(const std::string& path);
/// Reads a form and goes on with it.
template <class Next>
int withForm(const std::string& path, Next next) {
    auto opened = formOf(path);
    if (!opened) return problem(path, opened.error(), opened.error().place.empty() ? noFile : notInOrder);
    return next(opened->form);
}

/// True, and it was said, when an archive is to carry a form's file that comes from standard input: that is read once.
bool archivesStandard(bool archive, const std::string& form);

/// A password as the call gives it.
struct PasswordFile {
    std::string file;  // where it stands; empty when none is given

    /// The first line of the file. A problem where there is none.
    Result<Secret> read() const;
    /// The key of a sealed form; null for one without seal. What is wrong was said when `status` is not done.
    SharedSealKey keyOf(const std::string& path, const Form& form, int& status) const;
};

/// The option that names such a file.
void takesPassword(CLI::App* command, PasswordFile& password);
/// Says on standard error what a sealed form's mark is worth: that it is missing; with the password, that the form was
/// changed by hand; without it, that nobody can tell. Not `done` for a password that is wrong or cannot be read.
int markSaid(const std::string& path, const Opened& opened, const PasswordFile& password);
/// Reads a form, says that of it, and goes on with it as it reads in a language; in its own for an empty one.
template <class Next>
int withMarkSaid(const std::string& path, const PasswordFile& password, const std::string& language, Next next) {
    auto opened = formOf(path);
    if (!opened) return problem(path, opened.error(), opened.error().place.empty() ? noFile : notInOrder);
    if (const int status = markSaid(path, *opened, password); status != done) return status;
    if (language.empty()) return next(opened->form);
    auto turned = formIn(opened->form, language);
    return turned ? next(*turned) : problem(path, turned.error(), notInOrder);
}

/// Writes a form, marked anew where it is sealed. A sealed form that another one is written over needs its password;
/// one that cannot be read, or that a newer Brindel made, stays, and so does what the command has read.
int putForm(const Form& form, const std::string& target, const SharedSealKey& key, const PasswordFile& password,
            const std::vector<std::string>& readFrom = {});
/// The same of a form that is a text of its file already.
int putFormText(const std::string& text, const std::string& target, const PasswordFile& password,
                const std::vector<std::string>& readFrom);
/// Reads a form, and goes on with it, with where to write it (back where no `out` is given) and with the key of its
/// seal: a form that only a newer version may write stays as it is, a sealed one needs its password.
using FormEdit = std::function<int(const Form&, const std::string& target, const SharedSealKey&)>;
int editForm(const std::string& path, const std::string& out, const PasswordFile& password, const FormEdit& edit,
             bool writes = true);

}  // namespace brindel::calls
