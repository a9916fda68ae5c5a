#include "receive/pages.h"

#include <algorithm>
#include <charconv>

#include "core/file/form_file.h"
#include "core/targets/html/html_page.h"
#include "core/targets/reply/reply_shape.h"
#include "core/text/clock.h"
#include "core/wording/texts.h"

namespace brindel {

using std::string;

std::vector<string> ServedForm::languages() const {
    std::vector<string> all = {own->root().text(Prop::language)};
    for (const auto& one : inOthers)
        if (one.first != all.front()) all.push_back(one.first);
    return all;
}

std::shared_ptr<const Form> ServedForm::in(const string& language) const {
    const auto other = inOthers.find(language);
    return other == inOthers.end() ? own : other->second;
}

Result<std::vector<ServedForm>> servedForms(const std::vector<string>& paths) {
    std::vector<ServedForm> all;
    for (const string& path : paths) {
        auto opened = openForm(path);
        if (!opened) return failure(path, opened.error().sentence);
        ServedForm served;
        served.own = std::make_shared<const Form>(std::move(opened->form));
        const string& name = served.name();
        const bool plain = !name.empty() && std::ranges::all_of(name, [](unsigned char c) {
            return std::isalnum(c) || c == '-' || c == '_';
        });
        if (!plain)
            return failure(path,
                           said("The form is served under its name, so its name has letters, digits, - and _ alone."));
        if (name == "health") return failure(path, said("A form that is served is called otherwise than health."));
        if (std::ranges::any_of(all, [&](const ServedForm& one) { return one.name() == name; }))
            return failure(path, said("Two forms are called “{}”.", name));
        for (const string& language : languagesOf(*served.own))
            if (auto other = formIn(*served.own, language))
                served.inOthers[language] = std::make_shared<const Form>(std::move(*other));
        served.schema = replySchema(*served.own);
        all.push_back(std::move(served));
    }
    return all;
}

string languageAsked(const ServedForm& form, const string& acceptLanguage) {
    const auto languages = form.languages();
    string best = languages.front();
    double most = 0;
    std::size_t at = 0;
    // Twenty are more than anybody reads.
    for (int i = 0; i < 20 && at < acceptLanguage.size(); ++i) {
        const std::size_t end = std::min(acceptLanguage.find(',', at), acceptLanguage.size());
        string one = acceptLanguage.substr(at, end - at);
        at = end + 1;
        std::erase(one, ' ');
        double how = 1;
        if (const auto q = one.find(";q="); q != string::npos) {
            how = 0;
            std::from_chars(one.data() + q + 3, one.data() + one.size(), how);
            one.resize(q);
        }
        const string main = one.substr(0, one.find('-'));
        for (const string& language : languages)
            if (how > most && !one.empty() &&
                (language == one || language == main || language.substr(0, language.find('-')) == main)) {
                most = how;
                best = language;
                break;
            }
    }
    return best;
}

Result<std::shared_ptr<const string>> Pages::page(const ServedForm& form, const string& language) {
    const std::scoped_lock lock(mutex_);
    const Day today = todayHere();
    if (day_ != today) made_.clear();
    day_ = today;
    auto& made = made_[{form.name(), language}];
    if (made) return made;
    FormSession session(*form.in(language), today, minutesHere());
    session.opened();
    auto page = pageOf(session, fonts_, {.post = "/" + form.name() + "/replies?language=" + language});
    if (!page) return tl::unexpected(page.error());
    return made = std::make_shared<const string>(std::move(*page));
}

}  // namespace brindel
