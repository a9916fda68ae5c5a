// Scripts as short as a page wants them: parts that a form has no use for are left out, and what stands only inside
// gets short names. For our own scripts, which keep to a part of the language: no object shorthand, no labels, no
// templates, one statement after the other with its semicolon.
#pragma once

#include <set>
#include <string>
#include <string_view>

namespace brindel {

/// A script without the lines between "//@ if A B" and "//@ end", and those that end with "//@ A B", of which no word
/// is in `features`.
std::string withFeatures(std::string_view script, const std::set<std::string, std::less<>>& features);
/// The names of properties that a script asks for: all that stand behind a point.
std::set<std::string, std::less<>> askedIn(std::string_view script);
/// A script of functions, each of which declares its parts at its top: parts that nothing speaks of are left out, with
/// entries of the tables named in `tables` whose keys are not in `wanted`, and entries of what a function gives back
/// that nothing asks for, here or in `others`.
std::string withoutUnused(std::string_view script, const std::set<std::string, std::less<>>& tables,
                          const std::set<std::string, std::less<>>& wanted, std::string_view others);
/// The functions and operators of the formulas' runtime that a script calls.
std::set<std::string, std::less<>> calledIn(std::string_view script);
/// The same without comments and blanks, and with names of one or two letters for all that it declares itself; names in
/// `kept` stay.
std::string shortened(std::string_view script, const std::set<std::string, std::less<>>& kept);

}  // namespace brindel
