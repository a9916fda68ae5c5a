// Names, texts and types as SQL has them, for SQLite and PostgreSQL alike.
#pragma once

#include <set>
#include <string>
#include <string_view>

#include "core/model/form.h"

namespace brindel {

/// Names in one table or one database: none twice, whatever the case of their letters (SQLite tells no case apart), and
/// none longer than PostgreSQL takes, which would cut it without a word, and none that either keeps to itself.
class SqlNames {
  public:
    SqlNames() = default;
    /// What `taken` has is given to nothing else.
    explicit SqlNames(const std::set<std::string>& taken);
    std::string of(const std::string& wanted);

  private:
    // Columns that every table of PostgreSQL has.
    std::set<std::string> taken_ = {"tableoid", "xmin", "cmin", "xmax", "cmax", "ctid"};
};

/// A name as it stands in a statement, whatever letters it has.
std::string sqlName(const std::string& name);
/// A text as it stands in a statement.
std::string sqlText(const std::string& text);
/// The type of a column for answers of one type.
std::string_view sqlType(AnswerType type);

}  // namespace brindel
