#include "core/compare/kit_form.h"

#include <zip.h>

#include <charconv>
#include <filesystem>
#include <memory>

#include "core/file/whole_file.h"

namespace brindel {
namespace {

using std::string;

constexpr zip_uint64_t longest = 100'000'000;

Result<Opened> inFolder(const string& path) {
    std::error_code error;
    std::vector<string> forms;
    for (const auto& entry : std::filesystem::directory_iterator(path, error))
        // A pipe would be waited for without end.
        if (entry.path().extension() == ".brindel" && entry.is_regular_file(error))
            forms.push_back(entry.path().string());
    if (forms.empty()) return failure("", said("This folder contains no form: it is not a kit."));
    if (forms.size() > 1) return failure("", said("This folder contains {} forms: name one of them.", forms.size()));
    return openForm(forms.front());
}

Result<Opened> inZip(const string& path) {
    int error = 0;
    const std::unique_ptr<zip_t, void (*)(zip_t*)> zip(zip_open(path.c_str(), ZIP_RDONLY, &error), zip_discard);
    if (!zip) return failure("", said("This is not a ZIP that can be read."));
    std::optional<string> form;
    for (zip_int64_t i = 0; i < std::min<zip_int64_t>(10000, zip_get_num_entries(zip.get(), 0)); ++i) {
        zip_stat_t about;
        if (zip_stat_index(zip.get(), zip_uint64_t(i), 0, &about) != 0 || !(about.valid & ZIP_STAT_SIZE)) continue;
        if (!std::string_view(about.name).ends_with(".brindel")) continue;
        if (about.size > longest)
            return failure("", said("The form in it is larger than {} bytes.", std::size_t(longest)));
        const std::unique_ptr<zip_file_t, int (*)(zip_file_t*)> file(zip_fopen_index(zip.get(), zip_uint64_t(i), 0),
                                                                     zip_fclose);
        string bytes(about.size, '\0');
        // Reading on behind the last byte is what compares the checksum.
        char behind = 0;
        if (!file || zip_fread(file.get(), bytes.data(), about.size) != zip_int64_t(about.size) ||
            zip_fread(file.get(), &behind, 1) != 0)
            return failure("", said("The form in this ZIP is damaged. Ask for a new copy of it."));
        if (form) return failure("", said("This ZIP contains more than one form: unpack it, and name one of them."));
        form = std::move(bytes);
    }
    if (!form) return failure("", said("This ZIP contains no form: it is not a kit."));
    return readForm(*form);
}

/// The number that a whole text is.
std::optional<int> numberOf(std::string_view text) {
    int number = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), number);
    return error == std::errc() && end == text.data() + text.size() ? std::optional(number) : std::nullopt;
}

}  // namespace

Result<Opened> handedOverForm(const string& path) {
    std::error_code error;
    if (std::filesystem::is_directory(path, error)) return inFolder(path);
    return path.ends_with(".zip") ? inZip(path) : openForm(path);
}

std::optional<string> lastKitIn(const string& folder, const string& name) {
    const auto dash = name.rfind('-');
    if (dash == string::npos) return std::nullopt;
    const string stem = name.substr(0, dash + 1);
    const int newest = numberOf(name.substr(dash + 1)).value_or(0);
    std::optional<std::pair<int, string>> last;
    std::error_code error;
    int seen = 0;
    for (const auto& entry : std::filesystem::directory_iterator(folder.empty() ? "." : folder, error)) {
        if (++seen > 100'000) break;
        string called = entry.path().filename().string();
        const bool zip = called.ends_with(".zip");
        if (zip) called.resize(called.size() - 4);
        if (!called.starts_with(stem) || zip == entry.is_directory(error)) continue;
        const auto number = numberOf(called.substr(stem.size()));
        if (number && *number <= newest && (!last || *number > last->first))
            last.emplace(*number, entry.path().string());
    }
    return last ? std::optional(last->second) : std::nullopt;
}

}  // namespace brindel
