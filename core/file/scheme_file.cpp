#include "core/file/scheme_file.h"

#include <fmt/format.h>

#include <array>
#include <cmath>

#include "core/file/whole_file.h"
#include "core/naming/schemes.h"

namespace brindel {
namespace {

using std::string;
using Tokens = std::vector<const char*>;

const Tokens marks = {"none", "before", "after"}, letters = {"camel", "pascal", "snake", "kebab", "upperSnake"},
             from = {"label", "value"}, doubles = {"digits", "underscore", "holder"};

/// Every key of a scheme but its word and its lists, with how it is written and read.
struct Key {
    const char* key;
    const Tokens* tokens;  // null for a whole number or a yes
    int least, most;       // of a whole number
    int (*get)(const Scheme&);
    void (*set)(Scheme&, int);
};

template <class E, E Scheme::*member>
constexpr Key tokenKey(const char* key, const Tokens& tokens) {
    return {key,
            &tokens,
            0,
            0,
            [](const Scheme& s) { return int(s.*member); },
            [](Scheme& s, int value) { s.*member = E(value); }};
}
template <int Scheme::*member>
constexpr Key numberKey(const char* key, int least, int most) {
    return {key,
            nullptr,
            least,
            most,
            [](const Scheme& s) { return s.*member; },
            [](Scheme& s, int value) { s.*member = value; }};
}
template <bool Scheme::*member>
constexpr Key yesKey(const char* key) {
    return {key,
            nullptr,
            0,
            1,
            [](const Scheme& s) { return int(s.*member); },
            [](Scheme& s, int value) { s.*member = value != 0; }};
}

const std::array<Key, 8>& keys() {
    static const std::array<Key, 8> all = {tokenKey<Scheme::Marks, &Scheme::marks>("kindMark", marks),
                                           tokenKey<Scheme::Letters, &Scheme::letters>("letters", letters),
                                           tokenKey<Scheme::From, &Scheme::from>("from", from),
                                           numberKey<&Scheme::words>("words", 0, 20),
                                           yesKey<&Scheme::smallWordsToo>("smallWordsToo"),
                                           numberKey<&Scheme::longest>("longest", 8, 60),
                                           tokenKey<Scheme::Doubles, &Scheme::doubles>("doubles", doubles),
                                           yesKey<&Scheme::wordingToo>("wordingToo")};
    return all;
}

bool isYes(const Key& k) {
    return !k.tokens && k.most == 1;
}

}  // namespace

Json schemeJson(const Scheme& scheme) {
    if (const Scheme* shipped = shippedScheme(scheme.key); shipped && *shipped == scheme) return scheme.key;
    Json out = {{"word", scheme.word}};
    static const Scheme plain;
    for (const Key& k : keys()) {
        const int value = k.get(scheme);
        if (value == k.get(plain)) continue;
        if (k.tokens)
            out[k.key] = (*k.tokens)[std::size_t(value)];
        else if (isYes(k))
            out[k.key] = value != 0;
        else
            out[k.key] = value;
    }
    if (!scheme.drops.empty()) out["drops"] = scheme.drops;
    if (!scheme.kindMarks.empty()) {
        Json& own = out["marks"] = Json::object();
        for (const auto& [kind, mark] : scheme.kindMarks) own[string(row(kind).key)] = mark;
    }
    if (const Json more = Json::parse(scheme.kept, nullptr, false); more.is_object())
        for (const auto& [key, value] : more.items())
            if (!out.contains(key)) out[key] = value;
    return out;
}

namespace {
/// Takes what a scheme file has for a key; the sentence that says what is wrong with it, or nothing.
Sentence setKey(Scheme& scheme, const Key& k, const Json& value) {
    if (k.tokens) {
        std::size_t found = k.tokens->size();
        string expected;
        for (std::size_t i = 0; i < k.tokens->size(); ++i) {
            expected += (i ? ", " : "") + string((*k.tokens)[i]);
            if (value.is_string() && value.get<string>() == (*k.tokens)[i]) found = i;
        }
        if (found == k.tokens->size()) return said("One of {} is expected here.", expected);
        k.set(scheme, int(found));
    } else if (isYes(k)) {
        if (!value.is_boolean()) return said("True or false is expected here.");
        k.set(scheme, value.get<bool>());
    } else {
        if (!value.is_number_integer() || value.get<double>() < k.least || value.get<double>() > k.most)
            return said("A whole number from {} to {} is expected here.", k.least, k.most);
        k.set(scheme, value.get<int>());
    }
    return {};
}
}  // namespace

Result<Scheme> schemeFrom(const Json& json, const string& place) {
    auto at = [&](const string& key) { return place.empty() ? key : place + "." + key; };
    if (json.is_string()) {
        const Scheme* shipped = shippedScheme(json.get<string>());
        return shipped ? Result<Scheme>(*shipped)
                       : failure(place, said("There is no scheme “{}”.", json.get<string>()));
    }
    if (!json.is_object()) return failure(place, said("A scheme is expected here."));
    Scheme scheme;
    if (!json.contains("word") || !json["word"].is_string() || json["word"].get<string>().empty() ||
        json["word"].get<string>().size() > 100)
        return failure(at("word"), said("A scheme needs a name."));
    scheme.word = json["word"].get<string>();
    for (const Key& k : keys()) {
        if (!json.contains(k.key)) continue;
        if (const Sentence wrong = setKey(scheme, k, json[k.key]); !wrong.empty()) return failure(at(k.key), wrong);
    }
    if (json.contains("drops")) {
        const Json& list = json["drops"];
        if (!list.is_array() || list.size() > 1000)
            return failure(at("drops"), said("A list of words is expected here."));
        for (const Json& one : list) {
            if (!one.is_string() || one.get<string>().size() > 100)
                return failure(at("drops"), said("A list of words is expected here."));
            scheme.drops.push_back(one.get<string>());
        }
    }
    if (json.contains("marks")) {
        if (!json["marks"].is_object()) return failure(at("marks"), said("Kinds and their marks are expected here."));
        for (const auto& [key, value] : json["marks"].items()) {
            const auto kind = kindFrom(key);
            const bool fits = value.is_string() && value.get<string>().size() <= 20 &&
                              value.get<string>().find_first_not_of(
                                  "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ") == string::npos;
            if (!kind) return failure(at("marks." + key), said("This is not a kind of control."));
            if (!fits) return failure(at("marks." + key), said("A mark has at most 20 letters from a to z."));
            scheme.kindMarks[*kind] = value.get<string>();
        }
    }
    Json rest = Json::object();
    for (const auto& [key, value] : json.items()) {
        const bool known = key == "brindelScheme" || key == "word" || key == "drops" || key == "marks" ||
                           std::ranges::any_of(keys(), [&given = key](const Key& k) { return given == k.key; });
        if (!known) rest[key] = value;
    }
    if (!rest.empty()) scheme.kept = rest.dump(-1, ' ', false, Json::error_handler_t::replace);
    return scheme;
}

Json schemeSchema() {
    Json properties = {{"word", {{"type", "string"}, {"minLength", 1}}}};
    for (const Key& k : keys()) {
        if (k.tokens)
            properties[k.key] = {{"enum", *k.tokens}};
        else if (isYes(k))
            properties[k.key] = {{"type", "boolean"}};
        else
            properties[k.key] = {{"type", "integer"}, {"minimum", k.least}, {"maximum", k.most}};
    }
    properties["drops"] = {{"type", "array"}, {"items", {{"type", "string"}}}};
    properties["marks"] = {{"type", "object"},
                           {"additionalProperties", {{"type", "string"}, {"pattern", "^[A-Za-z]*$"}}}};
    Json keyList = Json::array();
    for (const Scheme& s : shippedSchemes()) keyList.push_back(s.key);
    return {{"description", "How names are made."},
            {"anyOf", Json::array({Json{{"enum", keyList}},
                                   Json{{"type", "object"}, {"required", {"word"}}, {"properties", properties}}})}};
}

string schemeText(const Scheme& scheme) {
    Scheme own = scheme;
    own.key.clear();  // a file says all, even of one that ships
    Json out = {{"brindelScheme", 1}};
    const Json all = schemeJson(own);
    for (const auto& [key, value] : all.items()) out[key] = value;
    return jsonText(out);
}

Result<Scheme> readScheme(const string& text) {
    if (text.size() > (1u << 20)) return failure("line 1", said("The file is too large for a scheme."));
    auto json = jsonRead(text);
    if (!json) return tl::unexpected(json.error());
    if (!json->is_object() || !json->contains("brindelScheme"))
        return failure("line 1", said("This is not a Brindel scheme."));
    auto scheme = schemeFrom(*json, "");
    if (!scheme) return scheme;
    // One that ships is known again, so that forms go on naming it by its key.
    for (const Scheme& shipped : shippedSchemes()) {
        Scheme same = shipped;
        same.key.clear();
        if (same == *scheme) return shipped;
    }
    return scheme;
}

Result<Scheme> schemeFor(const string& keyOrPath) {
    for (const Scheme& s : shippedSchemes())
        if (s.key == keyOrPath || s.word == keyOrPath) return s;
    auto text = readWhole(keyOrPath, 1u << 20);
    if (!text) return tl::unexpected(Problem{"", text.error().sentence});
    return readScheme(*text);
}

}  // namespace brindel
