#include "core/targets/kit/kit.h"

#include <fmt/format.h>
#include <sodium.h>

#include <algorithm>
#include <ctime>
#include <filesystem>
#include <set>

#include "core/compare/kit_form.h"
#include "core/file/json_text.h"
#include "core/targets/zip_file.h"
#include "core/text/encodings.h"
#include "core/text/fonts.h"
#include "core/wording/texts.h"

namespace brindel {
namespace {

using std::string;

Sentence stopped() {
    return said("Stopped; nothing was exported.");
}

/// Letters that nobody sees or that turn what is beside them: marks of direction, joiners, controls.
bool isUnseen(char32_t c) {
    return (c >= 0x7F && c < 0xA0) || c == 0xAD || c == 0x61C || (c >= 0x200B && c <= 0x200F) ||
           (c >= 0x2028 && c <= 0x202E) || (c >= 0x2060 && c <= 0x206F) || c == 0xFEFF;
}

/// True for names that some systems keep for devices, in any case and with any ending.
bool isDevice(const string& name) {
    string stem = name.substr(0, name.find('.'));
    std::ranges::transform(stem, stem.begin(),
                           [](char c) { return char(std::toupper(static_cast<unsigned char>(c))); });
    for (const char* device : {"CON", "PRN", "AUX", "NUL"})
        if (stem == device) return true;
    return stem.size() == 4 && (stem.starts_with("COM") || stem.starts_with("LPT")) && stem[3] >= '0' && stem[3] <= '9';
}

/// A name that every file system takes, made of the form's.
string fileName(const string& name) {
    constexpr std::size_t most = 40;
    string safe;
    for (char32_t c : lettersOf(firstCharacters(name, most))) {
        const bool plain = c > ' ' && std::u32string_view(U"/\\:*?\"<>|%").find(c) == std::u32string_view::npos &&
                           !isUnseen(c) && c != U'\uFFFD';
        safe += utf8(std::u32string(1, plain ? c : U'-'));
    }
    while (safe.starts_with('.') || safe.starts_with('-')) safe.erase(0, 1);
    while (safe.ends_with('.')) safe.pop_back();
    if (isDevice(safe)) safe.insert(0, "form-");
    return safe.empty() ? "form" : safe;
}

/// A form as it opens in another of its languages.
struct Spoken {
    string language;
    FormSession session;
};
bool isAsked(const Form& form, const std::vector<string>& languages) {
    return std::ranges::find(languages, form.root().text(Prop::language)) != languages.end();
}
Result<std::vector<Spoken>> inLanguages(const FormSession& opened, const std::vector<string>& languages) {
    std::vector<Spoken> all;
    std::set<string> given = {opened.designed().root().text(Prop::language)};
    for (const string& language : languages) {
        if (!given.insert(language).second) continue;
        auto form = formIn(opened.designed(), language);
        if (!form) return tl::unexpected(form.error());
        all.push_back({language, FormSession(std::move(*form), opened.today(), opened.minutes())});
    }
    return all;
}

string manifestOf(const Form& form, const std::vector<KitFile>& files) {
    Json list = Json::array();
    for (const KitFile& file : files) {
        Json one = {{"name", file.name}, {"bytes", file.bytes.size()}, {"sha256", sumOf(file.bytes)}};
        if (file.target) one["target"] = file.target->key;
        if (!file.language.empty()) one["language"] = file.language;
        list.push_back(std::move(one));
    }
    return jsonText({{"kit", 1},
                     {"form", form.root().name},
                     {"title", calledBy(form, form.root())},
                     {"version", form.revision},
                     {"brindel", "0.1.0"},
                     {"files", std::move(list)}});
}

}  // namespace

string sumOf(const string& bytes) {
    string sum(crypto_hash_sha256_BYTES, '\0');
    crypto_hash_sha256(reinterpret_cast<unsigned char*>(sum.data()),
                       reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size());
    return hexText(sum);
}

string kitName(const Form& form) {
    return fmt::format("{}-{}", fileName(form.root().name), form.revision);
}

std::optional<Form> lastHandedOver(const Form& form, const string& path) {
    auto last = handedOverForm(path);
    if (!last) {
        const auto beside = lastKitIn(std::filesystem::path(path).parent_path().string(), kitName(form));
        if (beside) last = handedOverForm(*beside);
    }
    return last && last->form.root().name == form.root().name ? std::optional(last->form) : std::nullopt;
}

std::vector<string> languagesTicked(const Form& form) {
    std::vector<string> all;
    if (!form.kit) return all;
    const auto own = languagesOf(form);
    for (const string& language : form.kit->languages)
        if (language == form.root().text(Prop::language) || std::ranges::find(own, language) != own.end())
            all.push_back(language);
    return all;
}

bool isStopped(const Problem& problem) {
    return problem.sentence.text() == stopped().text();
}

Result<std::vector<KitFile>> kitOf(const FormSession& opened, const FontBook& fonts, const KitOptions& options) {
    const Form& form = opened.designed();
    std::vector<const Target*> ticked;
    for (const Target& target : allTargets())
        if (std::ranges::find(options.targets, target.key) != options.targets.end()) ticked.push_back(&target);
    if (ticked.empty()) return failure("", said("Nothing is ticked: a kit needs at least one thing for its receiver."));
    const string base = fileName(form.root().name);
    const auto others = inLanguages(opened, options.languages);
    if (!others) return tl::unexpected(others.error());
    // What each file is, and in which language it reads.
    std::vector<std::pair<const Target*, const Spoken*>> wanted;
    for (const Target* target : ticked) {
        const bool own = options.languages.empty() || !forFillers(*target) || isAsked(form, options.languages);
        if (own) wanted.emplace_back(target, nullptr);
        if (forFillers(*target))
            for (const Spoken& other : *others) wanted.emplace_back(target, &other);
    }
    std::vector<KitFile> files;
    for (std::size_t i = 0; i < wanted.size(); ++i) {
        const Target& target = *wanted[i].first;
        const Spoken* other = wanted[i].second;
        if (options.step && !options.step(target.word, i, wanted.size())) return failure("", stopped());
        TargetOptions how{.owner = options.owner,
                          .blank = true,
                          .sendTo = options.sendTo,
                          .classNames = options.classNames,
                          .page = options.page};
        how.page.post = options.sendTo;
        if (target.several) {
            auto made = target.several(opened, fonts, how);
            if (!made) return failure(string(target.word), made.error().sentence);
            for (TargetFile& file : *made)
                files.push_back(
                    {fmt::format("{}{}/{}", base, target.called, file.name), std::move(file.bytes), &target});
            continue;
        }
        auto bytes = target.made(other ? other->session : opened, fonts, how);
        if (!bytes) return failure(string(target.word), bytes.error().sentence);
        const string language = other ? other->language : "";
        files.push_back({fmt::format("{}{}{}{}.{}", base, target.called, other ? "-" : "", language, target.ending),
                         std::move(*bytes), &target, language});
    }
    files.push_back({base + ".brindel", string(options.formFile)});
    files.push_back({"read-me-first.html", coveringPage(form, files, options)});
    files.push_back({"manifest.json", manifestOf(form, files)});
    string sums;
    for (const KitFile& file : files) sums += sumOf(file.bytes) + "  " + file.name + "\n";
    files.push_back({"SHA256SUMS", std::move(sums)});
    return files;
}

Result<string> zippedKit(const std::vector<KitFile>& files, const string& folder) {
    std::vector<ZipPart> parts;
    for (const KitFile& file : files) parts.push_back({folder + "/" + file.name, file.bytes});
    return zipOf(parts);
}

}  // namespace brindel
