// What the commands share: what they end with, how they say what is wrong, how they read and write forms.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>
#include <iostream>
#include <string>
#include <vector>

#include "core/file/form_file.h"
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
/// export, kit, texts, compare, intake.
std::vector<Command> handOverCommands(CLI::App& app);
/// fill, worth.
std::vector<Command> fillCommands(CLI::App& app);

/// One line on standard error: file:place: sentence. Gives `status` back.
int problem(const std::string& file, const Problem& p, int status);
/// Writes to a file, or to standard output where the path is empty or -.
int put(const std::string& bytes, const std::string& path);

/// The keys of a table's rows, as words that a call may take.
std::vector<std::string> keysOf(const auto& table) {
    std::vector<std::string> keys;
    for (const auto& one : table) keys.emplace_back(one.key);
    return keys;
}

/// Reads a form and goes on with it.
template <class Next>
int withForm(const std::string& path, Next next) {
    auto opened = openForm(path);
    if (!opened) return problem(path, opened.error(), opened.error().place.empty() ? noFile : notInOrder);
    return next(opened->form);
}

/// The same, as it reads in a language; in its own for an empty one.
template <class Next>
int withFormIn(const std::string& path, const std::string& language, Next next) {
    return withForm(path, [&](const Form& form) {
        if (language.empty()) return next(form);
        auto turned = formIn(form, language);
        return turned ? next(*turned) : problem(path, turned.error(), notInOrder);
    });
}

/// A password as the call gives it.
struct PasswordFile {
    std::string file;  // where it stands; empty when none is given

    /// The first line of the file. A problem where there is none.
    Result<Secret> read() const;
    /// The key of a sealed form; null for one without seal. What is wrong was said when `status` is not done.
    SharedSealKey keyOf(const std::string& path, const Form& form, int& status) const;
};

/// Writes a form, marked anew where it is sealed. A sealed form that another one is written over needs its password.
int putForm(const Form& form, const std::string& target, const SharedSealKey& key, const PasswordFile& password);
/// Reads a form, and goes on with it, with where to write it (back where no `out` is given) and with the key of its
/// seal: a form that only a newer version may write stays as it is, a sealed one needs its password.
using FormEdit = std::function<int(const Form&, const std::string& target, const SharedSealKey&)>;
int editForm(const std::string& path, const std::string& out, const PasswordFile& password, const FormEdit& edit,
             bool writes = true);

}  // namespace brindel::calls
