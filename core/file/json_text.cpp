#include "core/file/json_text.h"

#include <fmt/format.h>

#include <charconv>
#include <cmath>
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
                return Problem{placeIn(text, i), fmt::format("This lies too deep: {} levels are the most.", deepestJson)};
        } else if (c == ']' || c == '}') {
            --depth;
        } else if ((c >= '0' && c <= '9') || c == '-') {
            const std::size_t end = std::min(text.find_first_not_of("+-.0123456789eE", i), text.size());
            double number = 0;
            const auto read = std::from_chars(text.data() + i, text.data() + end, number);
            if (read.ec == std::errc::result_out_of_range && std::abs(std::strtod(text.data() + i, nullptr)) > 1)
                return Problem{placeIn(text, i), "This number is too large."};
            i = end - 1;
        }
    }
    return std::nullopt;
}

/// A key that an object has twice: one of its values would be lost.
struct Twice {
    std::string key;
};

Json parsed(std::string_view text) {
    std::vector<std::unordered_set<std::string>> open;
    return Json::parse(text, [&](int, Json::parse_event_t event, Json& value) {
        if (event == Json::parse_event_t::object_start) open.emplace_back();
        if (event == Json::parse_event_t::object_end) open.pop_back();
        if (event == Json::parse_event_t::key && !open.back().insert(value.get<std::string>()).second)
            throw Twice{value.get<std::string>()};
        return true;
    });
}

}  // namespace

std::string jsonText(const Json& value) {
    std::string text;
    print(value, 0, text);
    return text + '\n';
}

Result<Json> jsonRead(const std::string& text) {
    if (auto beyond = beyondBounds(text)) return tl::unexpected(*beyond);
    try {
        return parsed(text);
    } catch (const Twice& twice) {
        return failure(twice.key.substr(0, 100), fmt::format("“{}” is given twice.", twice.key.substr(0, 100)));
    } catch (const nlohmann::json::parse_error& error) {
        const bool ended = error.byte > text.size();
        return failure(placeIn(text, error.byte > 0 ? error.byte - 1 : 0),
                       ended ? "The file ends too early: it is cut off here." : "This is not JSON from here on.");
    } catch (const nlohmann::json::exception&) {
        return failure("line 1, column 1", "This is not JSON that can be read.");
    }
}

}  // namespace brindel
