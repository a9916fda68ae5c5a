// Tables as text, row by row: comma-separated values (RFC 4180), with whatever sign between the cells.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace brindel {

class TableRows {
  public:
    /// Of a text that outlives this; a byte order mark is passed over.
    TableRows(std::string_view text, char sign, std::size_t mostColumns);

    /// The cells of the next row that has any; false at the end. One of more than `mostColumns` cells ends the reading
    /// with one cell more.
    bool next(std::vector<std::string>& cells);
    /// The line that was read last, from 1.
    std::size_t line() const { return line_; }
    /// True when a quote was opened that never closes.
    bool isOpen() const { return open_; }

  private:
    std::string_view text_;
    char sign_;
    std::size_t most_, at_ = 0, line_ = 1;
    bool open_ = false;
};

}  // namespace brindel
