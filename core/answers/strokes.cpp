#include "core/answers/strokes.h"

#include <fmt/format.h>

#include <sstream>

namespace brindel {

std::vector<std::vector<Point>> strokesOf(const std::string& text) {
    std::vector<std::vector<Point>> strokes;
    std::istringstream in(text);
    std::string word;
    double x = 0, y = 0;
    while (in >> word) {
        if (word == "M")
            strokes.emplace_back();
        else if (word != "L" || strokes.empty())
            return {};
        if (!(in >> x >> y) || strokes.size() > 2000) return {};
        strokes.back().push_back({x, y});
    }
    return strokes;
}

std::string strokesText(const std::vector<std::vector<Point>>& strokes) {
    std::string text;
    for (const auto& stroke : strokes)
        for (std::size_t i = 0; i < stroke.size(); ++i)
            text += fmt::format("{}{} {:.0f} {:.0f}", text.empty() ? "" : " ", i ? "L" : "M", stroke[i].x, stroke[i].y);
    return text;
}

}  // namespace brindel
