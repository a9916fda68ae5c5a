#include "core/targets/qt/qt_template.h"

#include <sstream>

namespace brindel::qt {

using std::string;

string filledTemplate(std::string_view name, const std::map<string, string>& values,
                      const std::set<string, std::less<>>& flags) {
    std::istringstream in{string(classTemplates())};
    string out;
    bool here = false;
    auto put = [&](const string& line) {
        if (line.empty() && (out.empty() || out.ends_with("\n\n"))) return;
        out += line + "\n";
    };
    for (string line; std::getline(in, line);) {
        if (line.starts_with("//= ")) {
            here = line.substr(4) == name;
            continue;
        }
        if (!here) continue;
        if (line.starts_with('@')) {
            const string word = line.substr(1, line.find('@', 1) - 1);
            if (const auto value = values.find(word); value != values.end() && line.size() == word.size() + 2) {
                string text = value->second;
                while (text.ends_with('\n')) text.pop_back();
                if (!text.empty()) put(text);
                continue;
            }
            if (!values.contains(word)) {
                if (!flags.contains(word)) continue;
                line.erase(0, word.size() + 2);
            }
        }
        // Values are put in once: what they hold is not looked at again.
        string filled;
        for (std::size_t at = 0; at < line.size();) {
            const std::size_t end = line[at] == '@' ? line.find('@', at + 1) : string::npos;
            const auto value = end == string::npos ? values.end() : values.find(line.substr(at + 1, end - at - 1));
            if (value != values.end()) {
                filled += value->second;
                at = end + 1;
            } else {
                filled += line[at++];
            }
        }
        put(filled);
    }
    return out;
}

}  // namespace brindel::qt
