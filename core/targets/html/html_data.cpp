// The words that the script of a page can say, and what of its form it needs beside what the session has.
#include <algorithm>

#include "core/answers/required_marks.h"
#include "core/targets/html/html_writer.h"

namespace brindel::html {

using Json = ScriptJson;
using std::string;

namespace {

Json wordsOf(const Page& page, const Json& answers, const std::set<string, std::less<>>& asked) {
    Json words = rangeWordsForScript(page.language());
    const std::pair<const char*, Phrase> said[] = {{"ok", Phrase::close},
                                                   {"yes", Phrase::yes},
                                                   {"no", Phrase::no},
                                                   {"goOn", Phrase::goOn},
                                                   {"address", Phrase::goToAddress},
                                                   {"letter", Phrase::writeTo},
                                                   {"calendar", Phrase::pickDay},
                                                   {"again", Phrase::drawAgain},
                                                   {"takeAway", Phrase::takePictureAway},
                                                   {"left", Phrase::leftWithout},
                                                   {"saved", Phrase::savedAsFile},
                                                   {"sent", Phrase::wasSent},
                                                   {"notSent", Phrase::wasNotSent},
                                                   {"sentAs", Phrase::wasSentAs},
                                                   {"refused", Phrase::wasRefused},
                                                   {"another", Phrase::fillInAnother},
                                                   {"sending", Phrase::isSent},
                                                   {"draft", Phrase::draftFound},
                                                   {"draftOn", Phrase::draftGoOn},
                                                   {"draftAnew", Phrase::draftAnew},
                                                   {"back", Phrase::stepBack},
                                                   {"next", Phrase::stepNext},
                                                   {"saveFile", Phrase::saveAsFile},
                                                   {"again2", Phrase::tryAgain},
                                                   {"noPicture", Phrase::noPicture},
                                                   {"step", Phrase::stepOf}};
    for (const auto& [key, which] : said)
        if (asked.contains(key)) words[key] = page.say(which, {"\x01", "\x02"});
    words["mark"] = requiredMarkOf(page.form());
    // What is left of many letters is not told.
    constexpr std::int64_t told = 50;
    const bool counts =
        std::ranges::any_of(answers, [](const Json& a) { return a.contains("many") && a.contains("maxLength"); });
    words["lettersLeft"] = Json::array();
    for (std::int64_t n = 0; counts && n <= told; ++n)
        words["lettersLeft"].push_back(page.say(Phrase::lettersLeft, {n}));
    return words;
}

}  // namespace

FormData dataOf(const Page& page) {
    return {page.form(), page.opened().designed(), {[&page](const Control& c) { return page.idOf(c); }}};
}

string pageData(const Page& page, const PageChoice& choice, FormData& form,
                const std::set<string, std::less<>>& asked) {
    Json data = form.taken();
    Json tabs = Json::object();
    page.form().controls.each([&](Id, const Control& c) {
        if (!c.is().turns) return;
        Json& pages = tabs[page.idOf(c)] = Json::array();
        for (Id id : c.children) pages.push_back(page.idOf(*page.form().find(id)));
    });
    const Control* startsIn = page.form().find(page.form().root().reference(Prop::startsIn));
    data["language"] = page.language();
    data["dialog"] = page.form().isDialog();
    if (!tabs.empty()) data["tabs"] = std::move(tabs);
    if (choice.steps) data["steps"] = true;
    if (choice.keepDraft) data["keepDraft"] = true;
    if (!choice.post.empty()) data["post"] = choice.post;
    if (startsIn) data["startsIn"] = page.idOf(*startsIn);
    data["words"] = wordsOf(page, data["answers"], asked);
    string json = FormData::literal(std::move(data));
    // As a key in brackets it is a name like any other.
    constexpr std::string_view proto = "\"__proto__\":";
    for (std::size_t at = 0; (at = json.find(proto, at)) != string::npos; at += proto.size() + 2)
        json.replace(at, proto.size(), "[\"__proto__\"]:");
    return json;
}

}  // namespace brindel::html
