// Points and boxes in the form's unit: px (1/96 inch) for a dialog, mm for a document.
#pragma once

#include <algorithm>

namespace brindel {

/// No dialog is wider or higher than this, px.
inline constexpr double mostDialog = 20000;

struct Point {
    double x = 0, y = 0;
    bool operator==(const Point&) const = default;
};

struct Box {
    double left = 0, top = 0, width = 0, height = 0;

    double right() const { return left + width; }
    double bottom() const { return top + height; }
    Point centre() const { return {left + width / 2, top + height / 2}; }

    bool contains(Point p) const { return p.x >= left && p.x < right() && p.y >= top && p.y < bottom(); }
    bool contains(const Box& b) const {
        return b.left >= left && b.right() <= right() && b.top >= top && b.bottom() <= bottom();
    }
    bool touches(const Box& b) const {
        return b.left < right() && b.right() > left && b.top < bottom() && b.bottom() > top;
    }
    Box moved(double dx, double dy) const { return {left + dx, top + dy, width, height}; }
    /// The box made larger by `by` on all four sides (smaller when negative, never below nothing).
    Box grown(double by) const {
        return {left - by, top - by, std::max(0.0, width + 2 * by), std::max(0.0, height + 2 * by)};
    }
    /// The smallest box that holds both.
    Box united(const Box& b) const {
        double l = std::min(left, b.left), t = std::min(top, b.top);
        return {l, t, std::max(right(), b.right()) - l, std::max(bottom(), b.bottom()) - t};
    }
    bool operator==(const Box&) const = default;
};

/// The box spanned by two corner points in any order.
inline Box boxBetween(Point a, Point b) {
    return {std::min(a.x, b.x), std::min(a.y, b.y), std::max(a.x, b.x) - std::min(a.x, b.x),
            std::max(a.y, b.y) - std::min(a.y, b.y)};
}

}  // namespace brindel
