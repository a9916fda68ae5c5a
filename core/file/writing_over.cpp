#include "core/file/writing_over.h"

#include <filesystem>

#include "core/file/whole_file.h"

namespace brindel {
namespace {

using std::string;
using What = FileStanding::What;

/// True for a text that was meant as a form, whatever has become of it.
bool looksLikeForm(const string& text) {
    constexpr std::size_t within = 4096;
    const auto start = text.find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    if (start == string::npos || text[start] != '{') return false;
    // The schema of form files speaks of it as well, but gives it no number.
    const string begin = text.substr(start, within), key = "\"brindel\"";
    const std::size_t at = begin.find(key);
    const std::size_t colon = at == string::npos ? at : begin.find_first_not_of(" \t\r\n", at + key.size());
    if (colon == string::npos || begin[colon] != ':') return false;
    const std::size_t value = begin.find_first_not_of(" \t\r\n", colon + 1);
    return value != string::npos && begin[value] != '{';
}

std::optional<Problem> ownInput(const string& path, const std::vector<string>& readFrom) {
    for (const string& input : readFrom)
        if (isSameFile(path, input))
            return Problem{
                "", said("This file is read for the export and cannot be overwritten by it. Name another file.")};
    return std::nullopt;
}

}  // namespace

FileStanding standingAt(const string& path) {
    std::error_code error;
    const auto status = std::filesystem::status(path, error);
    if (!std::filesystem::exists(status)) return {};
    if (!std::filesystem::is_regular_file(status)) return {What::other};
    const auto text = readWhole(path);
    if (!text || !looksLikeForm(*text)) return {What::other};
    auto opened = readForm(*text);
    if (!opened) return {What::broken};
    const What what = !opened->readOnlyBecause.empty() ? What::newer : opened->form.seal ? What::sealed : What::form;
    return {what, std::move(opened->form)};
}

bool isSameFile(const string& one, const string& other) {
    if (one.empty() || other.empty() || one == "-" || other == "-") return false;
    std::error_code error;
    const bool same = std::filesystem::equivalent(one, other, error);
    return !error && same;
}

std::optional<Problem> notWrittenOver(const string& path, const std::vector<string>& readFrom) {
    if (auto own = ownInput(path, readFrom)) return own;
    const FileStanding there = standingAt(path);
    if (there.what == What::nothing || there.what == What::other) return std::nullopt;
    return Problem{"", said("This file is a form, and only a form can overwrite it. Name another file.")};
}

Result<void> writtenBeside(const string& path, const string& bytes, const std::vector<string>& readFrom) {
    if (auto why = notWrittenOver(path, readFrom)) return tl::unexpected(*why);
    return writeWhole(path, bytes);
}

std::optional<Problem> formNotWrittenOver(const string& path, const FileStanding& there,
                                          const std::vector<string>& readFrom) {
    if (auto own = ownInput(path, readFrom)) return own;
    if (there.what == What::newer)
        return Problem{"",
                       said("A newer Brindel made the form in this file; it is not overwritten. Name another file.")};
    if (there.what == What::broken)
        return Problem{"", said("The form in this file cannot be read; it is not overwritten. Name another file, or "
                                "move it away first.")};
    return std::nullopt;
}

}  // namespace brindel
