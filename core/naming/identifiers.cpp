#include "core/naming/identifiers.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <set>
#include <sstream>

namespace brindel {
namespace {

using Keywords = std::set<std::string, std::less<>>;

Keywords split(const char* text) {
    std::istringstream in(text);
    return {std::istream_iterator<std::string>(in), {}};
}

// [lex.key] of C++20, with the alternative tokens of [lex.digraph].
const Keywords& cpp() {
    static const Keywords words = split(
        "alignas alignof and and_eq asm auto bitand bitor bool break case catch char char8_t char16_t char32_t class "
        "compl concept const consteval constexpr constinit const_cast continue co_await co_return co_yield decltype "
        "default delete do double dynamic_cast else enum explicit export extern false float for friend goto if inline "
        "int long mutable namespace new noexcept not not_eq nullptr operator or or_eq private protected public "
        "register reinterpret_cast requires return short signed sizeof static static_assert static_cast struct switch "
        "template this thread_local throw true try typedef typeid typename union unsigned using virtual void volatile "
        "wchar_t while xor xor_eq");
    return words;
}

// ECMA-262 12.7.2, with what strict mode and modules add, and the literals.
const Keywords& ecmaScript() {
    static const Keywords words = split(
        "arguments await break case catch class const continue debugger default delete do else enum eval export "
        "extends "
        "false finally for function if implements import in instanceof interface let new null package private "
        "protected public return static super switch this throw true try typeof undefined var void while with yield");
    return words;
}

// ISO/IEC 9075-2:2016 5.2, the reserved words of the foundation.
const Keywords& sql() {
    static const Keywords words = split(
        "abs acos all allocate alter and any are array array_agg array_max_cardinality as asensitive asin asymmetric "
        "at "
        "atan atomic authorization avg begin begin_frame begin_partition between bigint binary blob boolean both by "
        "call called cardinality cascaded case cast ceil ceiling char char_length character character_length check "
        "classifier clob close coalesce collate collect column commit condition connect constraint contains convert "
        "copy corr corresponding cos cosh count covar_pop covar_samp create cross cube cume_dist current "
        "current_catalog current_date current_default_transform_group current_path current_role current_row "
        "current_schema current_time current_timestamp current_transform_group_for_type current_user cursor cycle date "
        "day deallocate dec decfloat decimal declare default define delete dense_rank deref describe deterministic "
        "disconnect distinct double drop dynamic each element else empty end end_frame end_partition equals escape "
        "every except exec execute exists exp external extract false fetch filter first_value float floor for foreign "
        "frame_row free from full function fusion get global grant group grouping groups having hold hour identity in "
        "indicator initial inner inout insensitive insert int integer intersect intersection interval into is join "
        "json_array json_arrayagg json_exists json_object json_objectagg json_query json_table json_value lag language "
        "large last_value lateral lead leading left like like_regex listagg ln local localtime localtimestamp log "
        "log10 "
        "lower match match_number match_recognize matches max member merge method min minute mod modifies module month "
        "multiset national natural nchar nclob new no none normalize not nth_value ntile null nullif numeric "
        "occurrences_regex octet_length of offset old omit on one only open or order out outer over overlaps overlay "
        "parameter partition pattern per percent percent_rank percentile_cont percentile_disc period permute portion "
        "position position_regex power precedes precision prepare primary procedure ptf range rank reads real "
        "recursive "
        "ref references referencing regr_avgx regr_avgy regr_count regr_intercept regr_r2 regr_slope regr_sxx regr_sxy "
        "regr_syy release result return returns revoke right rollback rollup row row_number rows running savepoint "
        "scope "
        "scroll search second seek select sensitive session_user set show similar sin sinh skip smallint some specific "
        "specifictype sql sqlexception sqlstate sqlwarning sqrt start static stddev_pop stddev_samp submultiset subset "
        "substring substring_regex succeeds sum symmetric system system_time system_user table tablesample tan tanh "
        "then "
        "time timestamp timezone_hour timezone_minute to trailing translate translate_regex translation treat trigger "
        "trim trim_array true truncate uescape union unique unknown unnest update upper user using value value_of "
        "values "
        "var_pop var_samp varbinary varchar varying versioning when whenever where width_bucket window with within "
        "without year");
    return words;
}

}  // namespace

std::string folded(const std::string& name) {
    std::string lower = name;
    for (char& c : lower)
        if (c >= 'A' && c <= 'Z') c = char(c - 'A' + 'a');
    return lower;
}

std::string reservedBy(const std::string& word) {
    std::vector<std::string> by;
    if (cpp().contains(word)) by.emplace_back("C++");
    if (ecmaScript().contains(word)) by.emplace_back("ECMAScript");
    if (sql().contains(folded(word))) by.emplace_back("SQL");
    std::string text;
    for (std::size_t i = 0; i < by.size(); ++i) text += (i == 0 ? "" : i + 1 == by.size() ? " and " : ", ") + by[i];
    return text;
}

bool isReserved(const std::string& word) {
    return !reservedBy(word).empty();
}

std::vector<std::string> nameParts(const std::string& name) {
    std::vector<std::string> parts(1);
    for (char c : name)
        if (c == '.')
            parts.emplace_back();
        else
            parts.back() += c;
    return parts;
}

Sentence identifierMisfit(const std::string& name, bool hyphens) {
    if (name.empty()) return said("A control needs a name.");
    if (name.size() > 64) return said("A name has at most 64 characters.");
    for (const std::string& part : nameParts(name)) {
        if (part.empty()) return said("Each group of a name needs a word: a dot goes between two of them.");
        for (std::size_t i = 0; i < part.size(); ++i) {
            const char c = part[i];
            const bool letter = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || c == '_';
            const bool digit = c >= '0' && c <= '9';
            if (letter || (digit && i > 0) || (c == '-' && i > 0 && hyphens)) continue;
            if (digit || c == '-') return said("A name begins with a letter.");
            const auto byte = static_cast<unsigned char>(c);
            return byte < 128 ? said("“{}” is not allowed in a name; letters, digits and _ are, and . makes groups.", c)
                              : said("Names use the letters a to z only, without accents.");
        }
        // [lex.name]: C++ keeps such names for itself; SQL has no name that begins with a sign.
        if (part[0] == '_') return said("A name begins with a letter.");
        if (part.find("__") != std::string::npos) return said("C++ reserves names with two _ next to each other.");
        if (std::string by = reservedBy(part); !by.empty())
            return by.find(' ') == std::string::npos ? said("“{}” is reserved by {}.", part, by)
                                                     : said("“{}” is reserved by {}.", part, by);
    }
    return {};
}

}  // namespace brindel
