// The reply's shape as JSON Schema.
#include "core/file/json_text.h"
#include "core/session/answers.h"
#include "core/targets/reply/reply_shape.h"

namespace brindel {
namespace {

using std::string;

/// What one answer is. What is not asked of every filler may be left out, and is null then.
Json answerSchema(const Form& form, const ReplyPart& part) {
    Json one = Json::object();
    one["description"] = part.said;
    const bool worked = !form.find(part.id)->text(Prop::workedOut).empty();
    auto typed = [&](std::string_view type) { one["type"] = part.asked ? Json(type) : Json{type, "null"}; };
    auto valued = [&] {
        if (part.values.empty()) return;
        Json values = part.values;
        if (!part.asked && !part.several) values.push_back(nullptr);
        (part.several ? one["items"] : one)["enum"] = std::move(values);
    };
    const AnswerRow& is = row(part.type);
    if (!part.several) typed(is.inJson);
    if (is.moment) {
        if (!is.jsonFormat.empty()) one["format"] = is.jsonFormat;
        if (!worked) one["pattern"] = is.jsonPattern;
        return one;
    }
    switch (part.type) {
        case AnswerType::number:
            if (part.least) one["minimum"] = *part.least;
            if (part.most) one["maximum"] = *part.most;
            break;
        case AnswerType::tick:
            if (part.asked) one["const"] = true;
            break;
        case AnswerType::picture:
            one["contentEncoding"] = "base64";
            one["contentMediaType"] = "image/png";
            if (part.asked) one["minLength"] = 1;
            break;
        case AnswerType::ink:
            one["description"] =
                part.said +
                ". A name that is typed, or the strokes of a pen: the data of an SVG path of M and L, in "
                "a box of 1000 by 1000.";
            if (part.asked) one["minLength"] = 1;
            break;
        case AnswerType::picks:
            if (part.several) {
                typed("array");
                one["items"] = {{"type", "string"}};
                one["uniqueItems"] = true;
                if (part.least) one["minItems"] = int(*part.least);
                if (part.most) one["maxItems"] = int(*part.most);
                valued();
                break;
            }
            [[fallthrough]];
        default:
            if (part.asked && part.values.empty()) one["minLength"] = 1;
            if (part.letters > 0) one["maxLength"] = part.letters;
            if (!part.pattern.empty()) one["pattern"] = "^(?:" + part.pattern + ")$";
            valued();
    }
    return one;
}

/// Letters of a name as they stand in a regular expression.
string literally(const string& name) {
    string all;
    for (char c : name) {
        if (std::string_view("\\^$.|?*+()[]{}/-").find(c) != std::string_view::npos) all += '\\';
        all += c;
    }
    return all;
}

Json group() {
    return {{"type", "object"},
            {"properties", Json::object()},
            {"required", Json::array()},
            {"additionalProperties", false}};
}

}  // namespace

string replySchema(const Form& form) {
    const std::vector<ReplyPart> parts = replyShape(form);
    std::set<std::string_view> names;
    for (const ReplyPart& part : parts) names.insert(part.name);
    Json values = group();
    for (const ReplyPart& part : parts) {
        Json* at = &values;
        std::vector<string> path = replyPath(part.name, names);
        const string key = std::move(path.back());
        path.pop_back();
        for (const string& outer : path) {
            Json& inner = (*at)["properties"][outer];
            if (inner.is_null()) {
                inner = group();
                (*at)["required"].push_back(outer);
            }
            at = &inner;
        }
        Json one = answerSchema(form, part);
        if (part.table != noControl) {  // as many rows as fillers may add
            const string stem = key.substr(0, key.size() - (part.name.size() - part.stem.size()));
            (*at)["patternProperties"]["^" + literally(stem) + "[0-9]+$"] = one;
        }
        (*at)["properties"][key] = std::move(one);
        (*at)["required"].push_back(key);
    }
    const string& name = form.root().name;
    return jsonText({{"$schema", "https://json-schema.org/draft/2020-12/schema"},
                     {"$comment", "SPDX-License-Identifier: 0BSD"},
                     {"title", "A reply to " + calledBy(form, form.root())},
                     {"type", "object"},
                     {"properties",
                      {{"form", {{"const", name}}},
                       {"version", {{"type", "integer"}, {"minimum", 0}}},
                       {"id", {{"type", "string"}, {"pattern", "^[A-Za-z0-9_-]{8,100}$"}}},
                       {"filled", {{"type", "string"}, {"format", "date-time"}}},
                       {"values", std::move(values)}}},
                     {"required", {"form", "version", "filled", "values"}},
                     {"additionalProperties", false}});
}

}  // namespace brindel
