// The columns that rows of one container share. Private to jot/.
#pragma once

#include <cmath>
#include <vector>

namespace brindel {

inline double up(double value, double step) {
    return std::ceil(value / step - 1e-9) * step;
}

/// The columns of labels and fields that rows of one container share.
struct Columns {
    struct Column {
        double label = 0, field = 0;  // widths
        double fieldLeft = 0;
    };
    std::vector<Column> columns;
    double right = 0;  // where the widest row ends
};

}  // namespace brindel
