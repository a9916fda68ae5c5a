#include "core/session/answers.h"

#include <sodium.h>

#include <algorithm>
#include <ctime>

#include "core/file/json_text.h"
#include "core/text/clock.h"
#include "core/text/encodings.h"

namespace brindel {
namespace {

constexpr int deepest = 20;
constexpr std::size_t mostAnswers = 1000000;

Result<void> gather(const Json& object, const std::string& group, int depth, Answers& out) {
    for (const auto& [key, value] : object.items()) {
        const std::string name = group + key;
        if (out.contains(name)) return failure(name, said("This is given twice."));
        if (out.size() >= mostAnswers) return failure(name, said("There are too many values: a million at most."));
        if (value.is_null()) {
            out[name] = std::monostate();
        } else if (value.is_boolean()) {
            out[name] = value.get<bool>();
        } else if (value.is_number()) {
            out[name] = value.get<double>();
        } else if (value.is_string()) {
            out[name] = value.get<std::string>();
        } else if (value.is_array()) {
            std::vector<std::string> several;
            for (const Json& one : value) {
                if (!one.is_string()) return failure(name, said("A list of texts is expected here."));
                several.push_back(one.get<std::string>());
            }
            out[name] = std::move(several);
        } else {
            if (value.empty()) return failure(name, said("A value is expected here."));
            if (depth >= deepest) return failure(name, said("Groups are nested too deeply."));
            if (auto inner = gather(value, name + ".", depth + 1, out); !inner) return inner;
        }
    }
    return {};
}

Json answerJson(const Answer& answer) {
    if (const auto* yes = std::get_if<bool>(&answer)) return *yes;
    if (const auto* number = std::get_if<double>(&answer)) return *number;
    if (const auto* text = std::get_if<std::string>(&answer)) return *text;
    if (const auto* several = std::get_if<std::vector<std::string>>(&answer)) return *several;
    return nullptr;
}

}  // namespace

Result<Reply> readReply(const std::string& text) {
    auto json = textFromBytes(text).and_then(jsonRead);
    if (!json) return tl::unexpected(json.error());
    if (!json->is_object()) return failure("line 1, column 1", said("An object of names and values is expected here."));
    Reply reply;
    const bool whole = json->contains("values") && (*json)["values"].is_object() && json->contains("form") &&
                       (*json)["form"].is_string();
    if (whole) reply.form = (*json)["form"].get<std::string>();
    if (whole && json->contains("version") && (*json)["version"].is_number_integer())
        reply.version = (*json)["version"].get<int>();
    if (whole && json->contains("filled") && (*json)["filled"].is_string() && isMoment((*json)["filled"]))
        reply.filled = (*json)["filled"].get<std::string>();
    if (whole && json->contains("id")) {
        const Json& id = (*json)["id"];
        if (!id.is_string() || !isId(id.get<std::string>()))
            return failure("id", said("The id of a reply is 8 to 100 letters, digits, - and _."));
        reply.id = id.get<std::string>();
    }
    if (auto all = gather(whole ? (*json)["values"] : *json, "", 0, reply.values); !all)
        return tl::unexpected(all.error());
    return reply;
}

std::vector<std::string> replyPath(const std::string& name, const std::set<std::string_view>& names) {
    std::vector<std::string> path;
    std::size_t from = 0;
    // A name with dots stands in groups, as deep as readers go.
    for (std::size_t dot; int(path.size()) < deepest && (dot = name.find('.', from)) != std::string::npos;
         from = dot + 1) {
        if (names.contains(std::string_view(name).substr(0, dot)))
            break;  // a field of that name: the rest of the name stays whole
        path.push_back(name.substr(from, dot - from));
    }
    path.push_back(name.substr(from));
    return path;
}

std::string replyText(const std::string& form, int version, const std::string& filled,
                      const std::vector<std::pair<std::string, Answer>>& values, const std::string& id) {
    Json list = Json::object();
    std::set<std::string_view> names;
    for (const auto& [name, answer] : values) names.insert(name);
    for (const auto& [name, answer] : values) {
        Json* group = &list;
        std::vector<std::string> path = replyPath(name, names);
        const std::string key = std::move(path.back());
        path.pop_back();
        for (const std::string& outer : path) {
            Json& inner = (*group)[outer];
            if (inner.is_null()) inner = Json::object();
            group = &inner;
        }
        (*group)[key] = answerJson(answer);
    }
    Json reply = {{"form", form}, {"version", version}};
    if (!id.empty()) reply["id"] = id;
    reply["filled"] = filled;
    reply["values"] = std::move(list);
    return jsonText(reply);
}

std::string withId(const std::string& reply, const std::string& id) {
    const auto read = jsonRead(reply);
    if (!read || !read->is_object()) return reply;
    Json whole = Json::object();
    for (const auto& [key, value] : read->items()) {
        if (key == "id") continue;
        if (key == "filled" && !id.empty()) whole["id"] = id;
        whole[key] = value;
    }
    return jsonText(whole);
}

std::string newId() {
    std::string bytes(16, '\0');
    randombytes_buf(bytes.data(), bytes.size());
    return hexText(bytes);
}

bool isId(const std::string& text) {
    return text.size() >= 8 && text.size() <= 100 && std::ranges::all_of(text, [](char c) {
               return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-' ||
                      c == '_';
           });
}

std::string timeNow() {
    std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    char text[40];
    std::strftime(text, sizeof text, "%Y-%m-%dT%H:%M:%S%z", &local);
    std::string result = text;
    return result.insert(result.size() - 2, ":");
}

}  // namespace brindel
