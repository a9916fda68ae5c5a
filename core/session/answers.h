// Replies and values files: answers under the names of their fields, as JSON.
#pragma once

#include <map>
#include <set>

#include "core/answers/held.h"
#include "core/model/problem.h"

namespace brindel {

using Answers = std::map<std::string, Answer>;

/// What a values file or a reply holds.
struct Reply {
    std::string form = {};  // the name of the form that a reply belongs to; empty for plain values
    int version = 0;
    Answers values = {};
    std::string filled = {};  // when it was filled in, as it says itself
    std::string id = {};      // of the filling, by which the same reply is known again; empty where nobody gave one
};

/// Reads a values file: an object of name and value, or a whole reply with its "values". Objects within it are groups
/// ("owner": {"phone": …} is owner.phone). A problem's place is a line and column, or the name concerned.
Result<Reply> readReply(const std::string& text);

/// A reply: {"form", "version", "id", "filled", "values"} as JSON text; `filled` is a time by RFC 3339, and the id is
/// left out when it is empty. Dotted names stand in groups, but for those of a group that is itself the name of an
/// answer: these stay whole.
std::string replyText(const std::string& form, int version, const std::string& filled,
                      const std::vector<std::pair<std::string, Answer>>& values, const std::string& id = {});
/// The same reply with the id of its filling, or with none.
std::string withId(const std::string& reply, const std::string& id);
/// What tells a filling from all others: 32 signs that nobody can guess.
std::string newId();
/// True for what can be an id: 8 to 100 letters without marks, digits, `-` and `_`.
bool isId(const std::string& text);
/// Where the answer of a name stands in a reply: the groups around it, the outermost first, and its key. `names` are
/// those of all answers.
std::vector<std::string> replyPath(const std::string& name, const std::set<std::string_view>& names);
/// The time now by RFC 3339, to the second, with the machine's offset.
std::string timeNow();

}  // namespace brindel
