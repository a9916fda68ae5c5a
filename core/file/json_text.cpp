#include "core/file/json_text.h"

#include <fmt/format.h>

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
        out += numberText(value.get<double>());
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

}  // namespace

std::string jsonText(const Json& value) {
    std::string text;
    print(value, 0, text);
    return text + '\n';
}

Result<Json> jsonRead(const std::string& text) {
    try {
        return Json::parse(text);
    } catch (const nlohmann::json::parse_error& error) {
        std::size_t line = 1, column = 1;
        for (std::size_t i = 0; i + 1 < error.byte && i < text.size(); ++i) {
            ++column;
            if (text[i] == '\n') ++line, column = 1;
        }
        bool ended = error.byte > text.size();
        return failure(fmt::format("line {}, column {}", line, column),
                       ended ? "The file ends too early: it is cut off here." : "This is not JSON from here on.");
    } catch (const nlohmann::json::exception&) {
        return failure("line 1, column 1", "This is not JSON that can be read.");
    }
}

}  // namespace brindel
