#include "core/targets/qt/qt_parts.h"

#include <sstream>
#include <vector>

namespace brindel::qt {
namespace {

using std::string;

struct Part {
    std::vector<string> needs, includes;
    string text;
};

std::map<string, Part, std::less<>> partsByName() {
    constexpr std::string_view begins = "//@ ", includes = "#include ";
    std::map<string, Part, std::less<>> parts;
    Part* part = nullptr;
    string all;
    for (const std::string_view file : allParts()) all += file;
    std::istringstream in(all);
    for (string line; std::getline(in, line);) {
        if (line.starts_with(begins)) {
            std::istringstream words(line.substr(begins.size()));
            string word;
            words >> word;
            const bool needy = word.ends_with(':');
            part = &parts[needy ? word.substr(0, word.size() - 1) : word];
            while (needy && words >> word) part->needs.push_back(word);
        } else if (part && line.starts_with(includes)) {
            part->includes.push_back(line);
        } else if (part) {
            part->text += line + "\n";
        }
    }
    return parts;
}

void replaceAll(string& text, const string& from, const string& to) {
    for (std::size_t at = 0; (at = text.find(from, at)) != string::npos; at += to.size())
        text.replace(at, from.size(), to);
}

}  // namespace

string partsHeader(const std::set<string, std::less<>>& wanted, const string& nameSpace,
                   const std::map<string, string>& settings) {
    static const auto parts = partsByName();
    std::set<string> taken, includes;
    string text;
    // Each behind those that it needs.
    auto take = [&](auto&& self, const string& name) -> void {
        const auto at = parts.find(name);
        if (at == parts.end() || !taken.insert(name).second) return;
        for (const string& other : at->second.needs) self(self, other);
        includes.insert(at->second.includes.begin(), at->second.includes.end());
        text += at->second.text;
        if (!text.ends_with("\n\n")) text += "\n";
    };
    for (const string& name : wanted) take(take, name);
    for (const auto& [name, value] : settings) replaceAll(text, "@" + name + "@", value);
    string all = "#pragma once\n\n";
    // Qt's own first, then those of the language.
    for (const bool ofQt : {true, false})
        for (const string& line : includes)
            if (line.starts_with("#include <Q") == ofQt) all += line + "\n";
    return all + "\nnamespace " + nameSpace + " {\n\n" + text + "}  // namespace " + nameSpace + "\n";
}

}  // namespace brindel::qt
