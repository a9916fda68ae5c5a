// The forms that a receiver takes replies to, each in its languages, with the pages that it gives out.
#pragma once

#include <map>
#include <memory>
#include <mutex>
#include <vector>

#include "core/model/form.h"
#include "core/model/problem.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel {

/// A form as it is served.
struct ServedForm {
    std::shared_ptr<const Form> own;                              // in the language that its file has
    std::map<std::string, std::shared_ptr<const Form>> inOthers;  // by language
    std::string schema;                                           // of its replies

    const std::string& name() const { return own->root().name; }
    /// All languages, that of the file first.
    std::vector<std::string> languages() const;
    /// The form in a language; in its own where it does not have that.
    std::shared_ptr<const Form> in(const std::string& language) const;
};

/// Reads forms by the paths of their files. A problem, its place the path, for what is no form, for one without a name
/// that an address can have (letters, digits, `-` and `_`), and for two of one name.
Result<std::vector<ServedForm>> servedForms(const std::vector<std::string>& paths);

/// The language of a form's that a browser asks for most (RFC 9110, 12.5.4); its own where it has none of them.
std::string languageAsked(const ServedForm& form, const std::string& acceptLanguage);

/// Makes pages when they are first asked for, and anew when the day changes.
class Pages {
  public:
    /// The page of a form in a language, which sends its reply to `post`.
    Result<std::shared_ptr<const std::string>> page(const ServedForm& form, const std::string& language);

  private:
    std::mutex mutex_;  // fonts are of one at a time
    FontBook fonts_;
    Day day_{};
    std::map<std::pair<std::string, std::string>, std::shared_ptr<const std::string>> made_;
};

}  // namespace brindel
