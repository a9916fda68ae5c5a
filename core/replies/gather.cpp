#include "core/replies/gather.h"

#include <zip.h>

#include <algorithm>
#include <filesystem>

#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "core/intake/reply_file.h"
#include "core/session/form_session.h"
#include "core/text/words.h"

namespace brindel {
namespace {

namespace fs = std::filesystem;
using std::string;

constexpr std::size_t mostBytes = 64u << 20;
constexpr std::size_t mostFiles = 100000;

/// The day that a time by RFC 3339 speaks of.
std::optional<Day> dayOf(const string& filled) {
    return filled.size() < 10 ? std::nullopt : isoDateRead(filled.substr(0, 10));
}

Result<Gathered> one(ReplyStore& store, const Form& form, const FontBook& fonts, const string& name,
                     const string& bytes, const GatherWish& wish) {
    Gathered result{name};
    auto read = replyFromFile(form, fonts, bytes);
    if (!read) {
        result.wrong.push_back(read.error());
        return result;
    }
    // Read once more by the version that it was filled in, where that is another and is known.
    Form then = form;
    if (const int version = read->reply.version; version > 0 && version != form.revision) {
        auto earlier = store.formByVersion(form.root().name, version);
        if (!earlier) return tl::unexpected(earlier.error());
        if (*earlier) {
            then = std::move(**earlier);
            read = replyFromFile(then, fonts, bytes);
            if (!read) {
                result.wrong.push_back(read.error());
                return result;
            }
        }
    }
    Judged judgement = judged(then, read->reply, wish.today);
    result.wrong = std::move(read->refused);
    std::ranges::move(judgement.wrong, std::back_inserter(result.wrong));
    if (!result.wrong.empty() && !wish.wrongToo) return result;
    auto kept = store.append(then, judgement.reply,
                             {"file", name, judgement.reply.filled.empty() ? contentSum(bytes) : string()});
    if (!kept) return tl::unexpected(kept.error());
    result.kept = true;
    result.number = kept->number;
    result.again = kept->again;
    return result;
}

struct Discarded {
    void operator()(zip_t* zip) const { zip_discard(zip); }
    void operator()(zip_file_t* file) const { zip_fclose(file); }
};

}  // namespace

Judged judged(const Form& form, const Reply& reply, Day today) {
    FormSession session(form, dayOf(reply.filled).value_or(today));
    Judged result;
    result.wrong = session.take(reply);
    for (const Wrong& wrong : session.wrongs())
        result.wrong.push_back({answerName(session.form(), *session.form().find(wrong.id)), asSaid(wrong.sentence)});
    result.reply = {form.root().name, form.revision, {}, reply.filled};
    for (auto& [name, answer] : session.answers()) result.reply.values[name] = std::move(answer);
    return result;
}

Result<std::vector<Gathered>> gathered(ReplyStore& store, const Form& form, const FontBook& fonts, const string& path,
                                       const GatherWish& wish) {
    std::vector<Gathered> all;
    auto bytes = readWhole(path, mostBytes);
    if (!bytes) {
        all.push_back({path, false, 0, false, {bytes.error()}});
        return all;
    }
    if (!bytes->starts_with("PK\x03\x04")) {
        auto result = one(store, form, fonts, path, *bytes, wish);
        if (!result) return tl::unexpected(result.error());
        all.push_back(std::move(*result));
        return all;
    }
    int error = 0;
    const std::unique_ptr<zip_t, Discarded> zip(zip_open(path.c_str(), ZIP_RDONLY | ZIP_CHECKCONS, &error));
    const zip_int64_t count = zip ? zip_get_num_entries(zip.get(), 0) : -1;
    if (count < 0 || std::size_t(count) > mostFiles) {
        all.push_back(
            {path, false, 0, false, {{"", said("The ZIP file is damaged, or holds more than 100,000 files.")}}});
        return all;
    }
    for (zip_int64_t i = 0; i < count; ++i) {
        zip_stat_t about;
        if (zip_stat_index(zip.get(), zip_uint64_t(i), 0, &about) != 0 || !(about.valid & ZIP_STAT_SIZE)) continue;
        const string name = path + "/" + (about.valid & ZIP_STAT_NAME ? about.name : "?");
        if (name.ends_with('/')) continue;
        if (about.size > mostBytes) {
            all.push_back({name, false, 0, false, {{"", said("The file is too large.")}}});
            continue;
        }
        string inner(about.size, '\0');
        const std::unique_ptr<zip_file_t, Discarded> file(zip_fopen_index(zip.get(), zip_uint64_t(i), 0));
        if (!file || zip_fread(file.get(), inner.data(), inner.size()) != zip_int64_t(inner.size())) {
            all.push_back(
                {name, false, 0, false, {{"", said("This part of the ZIP file is damaged, or has a password.")}}});
            continue;
        }
        auto result = one(store, form, fonts, name, inner, wish);
        if (!result) return tl::unexpected(result.error());
        all.push_back(std::move(*result));
    }
    return all;
}

Result<std::vector<string>> filesUnder(const std::vector<string>& paths) {
    std::vector<string> all;
    for (const string& path : paths) {
        std::error_code error;
        const auto there = fs::status(path, error);
        if (!fs::exists(there)) return failure(path, said("There is no such file or folder."));
        if (!fs::is_directory(there)) {
            all.push_back(path);
            continue;
        }
        std::vector<string> within;
        for (fs::recursive_directory_iterator at(path, fs::directory_options::skip_permission_denied, error), end;
             !error && at != end; at.increment(error)) {
            if (at->is_symlink(error) || !at->is_regular_file(error)) continue;
            within.push_back(at->path().string());
            if (within.size() > mostFiles) return failure(path, said("The folder has more than 100,000 files."));
        }
        std::ranges::sort(within);
        all.insert(all.end(), within.begin(), within.end());
    }
    return all;
}

}  // namespace brindel
