#include "core/file/json_text.h"

#include <fmt/format.h>

#include <charconv>
#include <cmath>
#include <cstdlib>
#include <unordered_set>

#include "core/model/values.h"

namespace brindel {
namespace {

bool plain(const Json& value) {
    return value.is_primitive();
}

void print(const Json& value, int depth, std::string& out) {
    const std::string indent(std::size_t(depth) * 2 + 2, ' ');
    const std::string outdent(std::size_t(depth) * 2, ' ');
    if (value.is_number_float()) {
        out += exactText(value.get<double>());
    } else if (plain(value) || value.empty()) {
        out += value.dump(-1, ' ', false, Json::error_handler_t::replace);
    } else if (value.is_array() && std::all_of(value.begin(), value.end(), plain)) {
        out += '[';
        for (std::size_t i = 0; i < value.size(); ++i) {
            if (i) out += ", ";
            print(value[i], depth, out);
        }
        out += ']';
    } else {
        const bool array = value.is_array();
        out += array ? '[' : '{';
        bool first = true;
        for (const auto& [key, item] : value.items()) {
            out += (first ? "\n" : ",\n") + indent;
            if (!array) out += Json(key).dump(-1, ' ', false, Json::error_handler_t::replace) + ": ";
            print(item, depth + 1, out);
            first = false;
        }
        out += '\n' + outdent + (array ? ']' : '}');
    }
}

std::string placeIn(std::string_view text, std::size_t at) {
    std::size_t line = 1, column = 1;
    for (std::size_t i = 0; i < at && i < text.size(); ++i) {
        ++column;
        if (text[i] == '\n') ++line, column = 1;
    }
    return fmt::format("line {}, column {}", line, column);
}

/// What is too deep or too large, found before anything is made of the text.
std::optional<Problem> beyondBounds(std::string_view text) {
    int depth = 0;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (c == '"') {
            for (++i; i < text.size() && text[i] != '"'; ++i)
                if (text[i] == '\\') ++i;
        } else if (c == '[' || c == '{') {
            if (++depth > deepestJson)
                return Problem{placeIn(text, i), said("This is nested too deeply: {} levels at most.", deepestJson)};
        } else if (c == ']' || c == '}') {
            --depth;
        } else if ((c >= '0' && c <= '9') || c == '-') {
            const std::size_t end = std::min(text.find_first_not_of("+-.0123456789eE", i), text.size());
            double number = 0;
            const auto read = std::from_chars(text.data() + i, text.data() + end, number);
            if (read.ec == std::errc::result_out_of_range && std::abs(std::strtod(text.data() + i, nullptr)) > 1)
                return Problem{placeIn(text, i), said("This number is too large.")};
            i = end - 1;
        }
    }
    return std::nullopt;
}

/// Finds a key that an object has twice, since one of its values would be lost; passes over all else.
struct KeysOnce : nlohmann::json_sax<Json> {
    std::optional<std::string> twice;
    bool null() override { return true; }
    bool boolean(bool) override { return true; }
    bool number_integer(number_integer_t) override { return true; }
    bool number_unsigned(number_unsigned_t) override { return true; }
    bool number_float(number_float_t, const string_t&) override { return true; }
    bool string(string_t&) override { return true; }
    bool binary(binary_t&) override { return true; }
    bool start_array(std::size_t) override { return true; }
    bool end_array() override { return true; }
    bool start_object(std::size_t) override {
        open_.emplace_back();
        return true;
    }
    bool end_object() override {
        open_.pop_back();
        return true;
    }
    bool key(string_t& key) override {
        if (!open_.back().insert(key).second) twice = key.substr(0, 100);
        return !twice;
    }
    // What is no JSON is said by the reading proper.
    bool parse_error(std::size_t, const std::string&, const nlohmann::detail::exception&) override { return false; }

  private:
    std::vector<std::unordered_set<std::string>> open_;
};

}  // namespace

std::string jsonText(const Json& value) {
    std::string text;
    print(value, 0, text);
    return text + '\n';
}

Result<Json> jsonRead(const std::string& text) {
    if (auto beyond = beyondBounds(text)) return tl::unexpected(*beyond);
    KeysOnce keys;
    Json::sax_parse(text, &keys);
    if (keys.twice) return failure(*keys.twice, said("“{}” is given twice.", *keys.twice));
    try {
        return Json::parse(text);
    } catch (const nlohmann::json::parse_error& error) {
        const bool ended = error.byte > text.size();
        return failure(
            placeIn(text, error.byte > 0 ? error.byte - 1 : 0),
            ended ? said("The file ends too early: it is cut off here.") : said("This is not JSON from here on."));
    } catch (const nlohmann::json::exception&) {
        return failure("line 1, column 1", said("This is not JSON that can be read."));
    }
}

}  // namespace brindel
