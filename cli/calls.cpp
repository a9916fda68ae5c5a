#include "cli/calls.h"

#include <sys/resource.h>

#include <filesystem>

#include "core/file/whole_file.h"
#include "core/text/words.h"

namespace brindel::calls {

using std::string;

int problem(const string& file, const Problem& p, int status) {
    std::cerr << spoken(file) << ':' << (p.place.empty() ? "" : spoken(p.place) + ":") << ' '
              << spoken(p.sentence.text()) << '\n';
    return status;
}

int put(const string& bytes, const string& path) {
    if (path.empty() || path == "-") {
        auto written = writeOut(bytes);
        return written ? done : problem("standard output", written.error(), noFile);
    }
    auto written = writeWhole(path, bytes);
    return written ? done : problem(path, written.error(), noFile);
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

int putForm(const Form& form, const string& target, const SharedSealKey& key, const PasswordFile& password) {
    // A pipe or a device holds no form, and waits for ever when it is read.
    std::error_code unknown;
    if (!target.empty() && target != "-" && std::filesystem::is_regular_file(target, unknown))
        if (auto there = openForm(target);
            there && there->form.seal && !(key && form.seal && *form.seal == *there->form.seal)) {
            int status = done;
            password.keyOf(target, there->form, status);
            if (status != done) return status;
        }
    return put(form.seal && key ? sealedText(form, *key) : formText(form), target);
}

int editForm(const string& path, const string& out, const PasswordFile& password, const FormEdit& edit, bool writes) {
    auto opened = openForm(path);
    if (!opened) return problem(path, opened.error(), opened.error().place.empty() ? noFile : notInOrder);
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
