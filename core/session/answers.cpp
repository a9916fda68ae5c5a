#include "core/session/answers.h"

#include <ctime>

#include "core/file/json_text.h"

namespace brindel {
namespace {

Result<void> gather(const Json& object, const std::string& group, int depth, Answers& out) {
    for (const auto& [key, value] : object.items()) {
        const std::string name = group + key;
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
                if (!one.is_string()) return failure(name, "A list of texts is expected here.");
                several.push_back(one.get<std::string>());
            }
            out[name] = std::move(several);
        } else {
            if (depth > 20) return failure(name, "Groups lie too deep in each other.");
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

Result<Answers> readAnswers(const std::string& text) {
    auto json = jsonRead(text);
    if (!json) return tl::unexpected(json.error());
    if (!json->is_object()) return failure("line 1, column 1", "An object of names and values is expected here.");
    const bool reply = json->contains("values") && json->contains("form") && (*json)["values"].is_object();
    Answers answers;
    if (auto all = gather(reply ? (*json)["values"] : *json, "", 0, answers); !all) return tl::unexpected(all.error());
    return answers;
}

std::string replyText(const std::string& form, int version, const std::string& filled,
                      const std::vector<std::pair<std::string, Answer>>& values) {
    Json list = Json::object();
    for (const auto& [name, answer] : values) {
        // A name with dots stands in groups.
        Json* group = &list;
        std::size_t from = 0;
        for (std::size_t dot; (dot = name.find('.', from)) != std::string::npos; from = dot + 1) {
            Json& inner = (*group)[name.substr(from, dot - from)];
            if (!inner.is_null() && !inner.is_object())
                break;  // a field of that name: the rest of the name stays whole
            if (inner.is_null()) inner = Json::object();
            group = &inner;
        }
        (*group)[name.substr(from)] = answerJson(answer);
    }
    return jsonText({{"form", form}, {"version", version}, {"filled", filled}, {"values", list}});
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
