#include "cli/calls.h"

#include <sys/resource.h>

#include <filesystem>

#include "core/model/problem_line.h"
#include "core/text/words.h"

namespace brindel::calls {

using std::string;

int problem(const string& file, const Problem& p, int status) {
    std::cerr << problemLine(file, p);
    return status;
}

namespace {
bool isStandard(const string& path) {
    return path.empty() || path == "-";
}
int written(const string& bytes, const string& path) {
    if (isStandard(path)) {
        auto out = writeOut(bytes);
        return out ? done : problem("standard output", out.error(), noFile);
    }
    auto out = writeWhole(path, bytes);
    return out ? done : problem(path, out.error(), noFile);
}
/// How a call ends that would have written over something: it is wrong where it names what it reads.
int leftAlone(const string& path, const Problem& why, const std::vector<string>& readFrom) {
    const bool own = std::ranges::any_of(readFrom, [&](const string& input) { return isSameFile(path, input); });
    return problem(path, why, own ? wrongCall : noFile);
}
/// `done` where a form may be written to a place; else what is in the way was said.
int mayPutForm(const string& target, const Form* open, const PasswordFile& password,
               const std::vector<string>& readFrom) {
    if (isStandard(target)) return done;
    const FileStanding there = standingAt(target);
    if (const auto why = formNotWrittenOver(target, there, readFrom)) return leftAlone(target, *why, readFrom);
    int status = done;
    // One whose seal was opened to make what is written needs no password again.
    const bool opened = open && open->seal && there.form && there.form->seal && *open->seal == *there.form->seal;
    if (there.what == FileStanding::What::sealed && !opened) password.keyOf(target, *there.form, status);
    return status;
}
}  // namespace

int put(const string& bytes, const string& path, const std::vector<string>& readFrom) {
    if (!isStandard(path))
        if (const auto why = notWrittenOver(path, readFrom)) return leftAlone(path, *why, readFrom);
    return written(bytes, path);
}

Result<string> bytesOf(const string& path, std::size_t most) {
    return readWhole(path == "-" ? "/dev/stdin" : path, most);
}
Result<string> textOf(const string& path, std::size_t most) {
    return readText(path == "-" ? "/dev/stdin" : path, most);
}
bool archivesStandard(bool archive, const string& form) {
    if (!archive || form != "-") return false;
    problem("FORM", {"", said("An archive carries the form's file: name it.")}, wrongCall);
    return true;
}
Result<Opened> formOf(const string& path) {
    return openForm(path == "-" ? "/dev/stdin" : path);
}

Result<Secret> PasswordFile::read() const {
    const rlimit none{0, 0};
    setrlimit(RLIMIT_CORE, &none);  // no core file holds it, whatever fails
    auto text = readWhole(file, 64u << 10);
    if (!text) return tl::unexpected(text.error());
    if (text->starts_with("\xEF\xBB\xBF")) text->erase(0, 3);
    text->resize(std::min(text->find_first_of("\r\n"), text->size()));
    return Secret(std::move(*text));
}

SharedSealKey PasswordFile::keyOf(const string& path, const Form& form, int& status) const {
    if (!form.seal) return nullptr;
    if (file.empty()) {
        status = problem(path, {"", said("The form is sealed: --seal-password-file names the file with its password.")},
                         notInOrder);
        return nullptr;
    }
    auto password = read();
    if (!password) {
        status = problem(file, password.error(), noFile);
        return nullptr;
    }
    auto key = keyFor(form, password->text());
    if (!key) status = problem(path, key.error(), notInOrder);
    return key ? *key : nullptr;
}

void takesPassword(CLI::App* command, PasswordFile& password) {
    command->add_option("--seal-password-file", password.file,
                        "A file with the password of a sealed form in its first line");
}

int markSaid(const string& path, const Opened& opened, const PasswordFile& password) {
    if (!opened.form.seal) return done;
    auto say = [&](const Sentence& sentence) { problem(path, {"", sentence}, done); };
    if (!hasMark(opened.form))
        say(said("The mark of its seal is missing or damaged: the form may have been changed by hand."));
    if (password.file.empty()) {
        if (hasMark(opened.form))
            say(
                said("The form is sealed. Whether it was changed by hand since, only its password tells: "
                     "--seal-password-file names the file with it."));
        return done;
    }
    int status = done;
    const SharedSealKey key = password.keyOf(path, opened.form, status);
    if (key && hasMark(opened.form) && !isAsItWasSealed(opened.form, opened.digest, *key))
        say(said("The form was changed by hand since it was sealed."));
    return status;
}

int putForm(const Form& form, const string& target, const SharedSealKey& key, const PasswordFile& password,
            const std::vector<string>& readFrom) {
    const int status = mayPutForm(target, key ? &form : nullptr, password, readFrom);
    if (status != done) return status;
    return written(form.seal && key ? sealedText(form, *key) : formText(form), target);
}

int putFormText(const string& text, const string& target, const PasswordFile& password,
                const std::vector<string>& readFrom) {
    const int status = mayPutForm(target, nullptr, password, readFrom);
    return status == done ? written(text, target) : status;
}

int editForm(const string& path, const string& out, const PasswordFile& password, const FormEdit& edit, bool writes) {
    auto opened = formOf(path);
    if (!opened) return problem(path, opened.error(), opened.error().place.empty() ? noFile : notInOrder);
    if (path == "-" && out.empty() && writes)
        return problem("-o",
                       {"", said("A form that comes from standard input is not written back: name a file, or - "
                                 "for standard output.")},
                       wrongCall);
    if (out.empty() && !opened->readOnlyBecause.empty())
        return problem(path, {"", opened->readOnlyBecause}, notInOrder);
    int status = done;
    const SharedSealKey key = writes ? password.keyOf(path, opened->form, status) : nullptr;
    if (status != done) return status;
    if (key && !isAsItWasSealed(opened->form, opened->digest, *key))
        std::cerr << path << ": The form was changed by hand since it was sealed.\n";
    return edit(opened->form, out.empty() ? path : out, key);
}

}  // namespace brindel::calls
