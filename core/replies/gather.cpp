#include "core/replies/gather.h"

#include <zip.h>

#include <algorithm>
#include <filesystem>

#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "core/intake/document_reply.h"
#include "core/intake/reply_file.h"
#include "core/intake/reply_table.h"
#include "core/session/form_session.h"
#include "core/text/encodings.h"
#include "core/text/words.h"

namespace brindel {
namespace {

namespace fs = std::filesystem;
using std::string;

constexpr std::size_t mostBytes = 64u << 20;
constexpr std::size_t mostFiles = 100000;
constexpr std::size_t keptAtOnce = 200;  // replies kept in one go

struct Discarded {
    void operator()(zip_t* zip) const { zip_discard(zip); }
    void operator()(zip_file_t* file) const { zip_fclose(file); }
};

}  // namespace

std::optional<Day> dayOf(const string& filled) {
    return filled.size() < 10 ? std::nullopt : isoDateRead(filled.substr(0, 10));
}

namespace {

/// The buttons that accept a form, by their rules or by their role.
std::vector<Id> acceptingButtons(const Form& form) {
    std::vector<Id> all;
    form.controls.each([&](Id id, const Control& c) {
        if (!c.is().pressed) return;
        bool accepts = c.as<ButtonRole>() == ButtonRole::accept;
        auto look = [&](const Step& step) {
            accepts = accepts || step.does == Action::accept || step.does == Action::acceptAndGoOn;
        };
        for (const Rule& rule : c.rules) eachStep(rule.steps, look);
        if (accepts) all.push_back(id);
    });
    return all;
}

/// What a reply is when a button is pressed that puts something into fields that fillers do not reach, as it was
/// where it was filled in; nothing where no button gives what stands in it.
std::optional<Reply> asPressed(const Form& form, const Reply& reply, Day day, const std::vector<Problem>& refused) {
    for (Id button : acceptingButtons(form)) {
        FormSession session(form, day);
        (void)session.take(reply);
        Outcome outcome = session.press(button);
        for (int i = 0; session.asking() && i < 20; ++i) outcome = session.answered(true);
        const bool goesOn = outcome.then == Outcome::Then::goesOn;
        if (!goesOn && outcome.then != Outcome::Then::accepted) continue;
        Result<Reply> made = goesOn ? readReply(outcome.reply) : session.replied();
        if (!made || std::ranges::any_of(refused, [&](const Problem& one) {
                const auto given = reply.values.find(one.place);
                const auto now = std::as_const(made->values).find(one.place);
                return given == reply.values.end() || now == made->values.end() || given->second != now->second;
            }))
            continue;
        made->filled = reply.filled;
        made->id = reply.id;
        return *made;
    }
    return std::nullopt;
}

}  // namespace

Judged judged(const Form& form, const Reply& reply, Day today) {
    FormSession session(form, dayOf(reply.filled).value_or(today));
    Judged result;
    result.wrong = session.take(reply);
    const bool shut = !result.wrong.empty() && std::ranges::all_of(result.wrong, [&](const Problem& one) {
        const Id id = session.form().index()->answering(one.place);
        return id && !session.open(id);
    });
    if (shut)
        if (auto pressed = asPressed(form, reply, session.today(), result.wrong)) return {std::move(*pressed), {}};
    // What was refused is missing as well, and a reply to another form is all that there is to say of it.
    const auto refused = result.wrong;
    const bool other = !reply.form.empty() && reply.form != form.root().name;
    for (const Wrong& wrong : session.wrongs()) {
        string name = answerName(session.form(), *session.form().find(wrong.id));
        if (!other && std::ranges::find(refused, name, &Problem::place) == refused.end())
            result.wrong.push_back({std::move(name), asSaid(wrong.sentence)});
    }
    result.reply = session.replied(reply.filled, reply.id);
    return result;
}

Result<std::shared_ptr<const Form>> Gathering::formThen(int version) {
    std::shared_ptr<const Form> now(std::shared_ptr<void>(), &form_);
    if (version <= 0 || version == form_.revision) return now;
    auto [at, fresh] = versions_.try_emplace(version);
    if (fresh) {
        auto earlier = store_.formByVersion(form_.root().name, version);
        if (!earlier) return tl::unexpected(earlier.error());
        if (*earlier) at->second = std::make_shared<const Form>(std::move(**earlier));
    }
    return at->second ? at->second : now;
}

Result<void> Gathering::take(const string& name, std::shared_ptr<const Form> form, const Reply& reply,
                             std::vector<Problem> wrong, const string& mark) {
    Gathered result{name};
    result.read = true;
    Judged judgement = judged(*form, reply, wish_.today);
    result.wrong = std::move(wrong);
    std::ranges::move(judgement.wrong, std::back_inserter(result.wrong));
    result.kept = result.wrong.empty() || wish_.wrongToo;
    if (result.kept) {
        const string told = judgement.reply.filled.empty() ? mark : string();
        incoming_.push_back({form.get(), std::move(judgement.reply), {"file", name, told}});
        forms_.push_back(std::move(form));
    }
    waiting_.push_back(std::move(result));
    return incoming_.size() < keptAtOnce ? Result<void>() : finish();
}

Result<void> Gathering::readTableOf(const string& name, const string& text) {
    auto rows = repliesFromTable(form_, text, false, [this](int version) { return formThen(version); });
    if (!rows) {
        waiting_.push_back({name, false, 0, false, {rows.error()}});
        return {};
    }
    const string sum = contentSum(text);
    for (TableReply& row : *rows) {
        const string place = name + ":row " + std::to_string(row.row);
        auto form = formThen(row.reply.version);
        if (!form) return tl::unexpected(form.error());
        if (auto went = take(place, *form, row.reply, {}, sum + std::to_string(row.row)); !went) return went;
    }
    return {};
}

Result<void> Gathering::readBytes(const string& name, const string& bytes) {
    auto refused = [&](Problem problem) -> Result<void> {
        waiting_.push_back({name, false, 0, false, {std::move(problem)}});
        return {};
    };
    if (name.ends_with(".csv") || name.ends_with(".tsv")) {
        auto text = textFromBytes(bytes);
        return text ? readTableOf(name, *text) : refused(text.error());
    }
    auto read = replyFromFile(form_, fonts_, bytes);
    if (!read) return refused(read.error());
    // Read once more by the version that it was filled in, where that is another and is known.
    auto then = formThen(read->reply.version);
    if (!then) return tl::unexpected(then.error());
    if (then->get() != &form_) {
        read = replyFromFile(**then, fonts_, bytes);
        if (!read) return refused(read.error());
    }
    return take(name, *then, read->reply, std::move(read->refused), contentSum(bytes));
}

Result<void> Gathering::finish() {
    auto kept = store_.appendAll(incoming_);
    if (!kept) return tl::unexpected(kept.error());
    std::size_t at = 0;
    for (Gathered& one : waiting_) {
        if (one.kept) {
            one.number = (*kept)[at].number;
            one.again = (*kept)[at++].again;
        }
        came_.push_back(std::move(one));
    }
    waiting_.clear();
    incoming_.clear();
    forms_.clear();
    return {};
}

Result<void> Gathering::read(const string& path) {
    auto said = [this](const string& name, Problem problem) {
        waiting_.push_back({name, false, 0, false, {std::move(problem)}});
    };
    auto bytes = readWhole(path, mostBytes);
    if (!bytes) {
        said(path, bytes.error());
        return {};
    }
    if (!bytes->starts_with("PK\x03\x04") || looksLikeDocument(*bytes)) return readBytes(path, *bytes);
    int error = 0;
    const std::unique_ptr<zip_t, Discarded> zip(zip_open(path.c_str(), ZIP_RDONLY | ZIP_CHECKCONS, &error));
    const zip_int64_t count = zip ? zip_get_num_entries(zip.get(), 0) : -1;
    if (count < 0 || std::size_t(count) > mostFiles) {
        said(path, {"", brindel::said("The ZIP file is damaged, or holds more than 100,000 files.")});
        return {};
    }
    for (zip_int64_t i = 0; i < count; ++i) {
        zip_stat_t about;
        if (zip_stat_index(zip.get(), zip_uint64_t(i), 0, &about) != 0 || !(about.valid & ZIP_STAT_SIZE)) continue;
        const string name = path + "/" + (about.valid & ZIP_STAT_NAME ? about.name : "?");
        if (name.ends_with('/')) continue;
        if (about.size > mostBytes) {
            said(name, {"", brindel::said("The file is too large.")});
            continue;
        }
        string inner(about.size, '\0');
        const std::unique_ptr<zip_file_t, Discarded> file(zip_fopen_index(zip.get(), zip_uint64_t(i), 0));
        if (!file || zip_fread(file.get(), inner.data(), inner.size()) != zip_int64_t(inner.size())) {
            said(name, {"", brindel::said("This part of the ZIP file is damaged, or has a password.")});
            continue;
        }
        if (auto went = readBytes(name, inner); !went) return went;
    }
    return {};
}

Result<std::vector<string>> filesUnder(const std::vector<string>& paths) {
    std::vector<string> all;
    for (const string& path : paths) {
        std::error_code error;
        const auto there = fs::status(path, error);
        if (!fs::exists(there)) return failure(path, said("There is no such file or folder."));
        // A pipe is waited for without an end.
        if (!fs::is_directory(there) && !fs::is_regular_file(there))
            return failure(path, said("This is neither a file nor a folder."));
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
