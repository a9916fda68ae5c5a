#include "core/replies/received.h"

#include <fmt/format.h>

#include <chrono>

#include "core/file/json_text.h"
#include "core/replies/gather.h"
#include "core/session/form_session.h"
#include "core/targets/reply/reply_shape.h"
#include "core/text/phrases.h"

namespace brindel {
namespace {

using std::string;

/// Where an answer stands in a reply, as a pointer (RFC 6901, 6).
string pointerTo(const string& name, const std::set<string>& names) {
    std::set<std::string_view> all(names.begin(), names.end());
    string pointer = "#/values";
    for (const string& part : replyPath(name, all)) {
        pointer += '/';
        for (unsigned char c : part)
            if (c == '~')
                pointer += "~0";
            else if (c == '/')
                pointer += "~1";
            else if (std::isalnum(c) || std::string_view("-_.!*'()").find(char(c)) != string::npos)
                pointer += char(c);
            else
                pointer += fmt::format("%{:02X}", c);
    }
    return pointer;
}

std::string_view titleOf(int status) {
    constexpr std::pair<int, std::string_view> titles[] = {{400, "Bad Request"},
                                                           {401, "Unauthorized"},
                                                           {403, "Forbidden"},
                                                           {404, "Not Found"},
                                                           {405, "Method Not Allowed"},
                                                           {408, "Request Timeout"},
                                                           {413, "Content Too Large"},
                                                           {414, "URI Too Long"},
                                                           {415, "Unsupported Media Type"},
                                                           {422, "Unprocessable Content"},
                                                           {429, "Too Many Requests"},
                                                           {431, "Request Header Fields Too Large"},
                                                           {500, "Internal Server Error"},
                                                           {503, "Service Unavailable"}};
    for (const auto& [its, title] : titles)
        if (its == status) return title;
    return "Problem";
}

}  // namespace

Told problemTold(int status, const string& detail, std::span<const Problem> errors, const std::set<string>& names) {
    Json said = {{"title", titleOf(status)}, {"status", status}, {"detail", detail}};
    if (!errors.empty()) said["errors"] = Json::array();
    for (const Problem& one : errors) {
        Json error = {{"detail", one.sentence.text()}};
        if (!one.place.empty()) {
            error["name"] = one.place;
            error["pointer"] = pointerTo(one.place, names);
        }
        said["errors"].push_back(std::move(error));
    }
    return {status, jsonText(said)};
}

Told keptTold(const KeptAs& kept, const string& id) {
    Json said = {{"reply", kept.number}};
    if (!id.empty()) said["id"] = id;
    return {kept.again ? 200 : 201, jsonText(said)};
}

tl::expected<Reply, Told> replyIn(const string& body, const string& key, const Form& form) {
    const string& language = form.root().text(Prop::language);
    auto refused = [](int status, const string& detail) { return tl::unexpected(problemTold(status, detail)); };
    auto read = readReply(body);
    if (!read)
        return refused(400, read.error().place.empty() ? read.error().sentence.text()
                                                       : read.error().place + ": " + read.error().sentence.text());
    if (read->form.empty()) return refused(400, "A reply has a form, a version and values.");
    if (read->form != form.root().name)
        return refused(422, phrase(Phrase::otherForm, language, {read->form, form.root().name}));
    if (read->id.empty()) read->id = key;
    if (!key.empty() && read->id != key)
        return refused(400, "The key of the request is another one than the id of the reply.");
    return std::move(*read);
}

tl::expected<Reply, Told> received(const Form& form, Reply reply, Day today) {
    using std::chrono::sys_days;
    const auto day = dayOf(reply.filled);
    if (!day || std::chrono::abs(sys_days(*day) - sys_days(today)) > std::chrono::days(1)) reply.filled.clear();
    // What is worked out is nobody's word.
    for (const ReplyPart& part : replyShape(form)) {
        if (form.find(part.id)->text(Prop::workedOut).empty()) continue;
        reply.values.erase(part.name);
        if (part.table != noControl)
            std::erase_if(reply.values, [&](const auto& one) {
                const auto row = rowOfName(one.first);
                return row && row->first == part.stem;
            });
    }
    Judged judgement = judged(form, reply, today);
    if (judgement.wrong.empty()) {
        if (judgement.reply.filled.empty()) judgement.reply.filled = timeNow();
        return std::move(judgement.reply);
    }
    std::set<string> names;
    for (const auto& one : judgement.reply.values) names.insert(one.first);
    const string& language = form.root().text(Prop::language);
    return tl::unexpected(problemTold(422, phrase(Phrase::wasRefused, language), judgement.wrong, names));
}

}  // namespace brindel
