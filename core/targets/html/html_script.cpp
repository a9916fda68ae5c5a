// The script of a page: what its form needs of the scripts that all pages have, made short, and the form as their data.
#include <algorithm>

#include "core/rules/ecmascript.h"
#include "core/targets/html/html_writer.h"
#include "core/targets/script/script_data.h"
#include "core/targets/script/shorten.h"

namespace brindel::html {

using std::string;

using Words = std::set<string, std::less<>>;

/// What the form needs of the page's scripts.
const Words& Page::features() {
    if (!features_.empty()) return features_;
    data_.emplace(dataOf(*this));
    Words& all = features_ = data_->features();
    all.insert("reply");
    form_.controls.each([&](Id, const Control& c) {
        if (isFilled(c) && has(c.kind, Prop::calendar) && c.yes(Prop::calendar)) all.insert("calendar");
        if (has(c.kind, Prop::maxLength) && c.as<Lines>() == Lines::many && c.number(Prop::maxLength) > 0)
            all.insert("lettersLeft");
        if (c.is().turns) all.insert("tabs");
        if (c.is().grid) all.insert("table");
        if (c.is().framed) all.insert("frame");
        if (c.kind == Kind::picture) all.insert("pictures");
    });
    if (!form_.isDialog()) all.insert("paper");
    if (choice_.steps) all.insert("steps");
    if (choice_.keepDraft) all.insert("draft");
    if (!choice_.post.empty()) all.insert("post");
    return all;
}

string Page::script() {
    const Words &features = this->features(), types = FormData::typesIn(features);
    FormData& form = *data_;
    // The scripts one after the other, each without what only the ones before it have use for.
    const string start = aroundOnTheDay(language_) +
                         "const F=brindelFormulas(around),I=brindelFilling(F,around,form.words);\n"
                         "brindelView(brindelSession(F,I,around,form,work),form,I);\n";
    const string view = withoutUnused(withFeatures(viewScript(), features), {}, {}, start);
    const string formulas = form.functions();
    const string session = withoutUnused(withFeatures(sessionScript(), features), {"types"}, types, view + start);
    const string filling = withoutUnused(withFeatures(fillingRuntime(), features), {"judges"}, types, session + view);
    const string runtime = withoutUnused(withFeatures(ecmascriptRuntime(), features), {"f", "op"},
                                         calledIn(formulas + session + filling), filling + session + view + formulas);
    string script =
        shortened("(function(form,work){\"use strict\";" + runtime + filling + session + view + start + "})", {}) +
        "(" + pageData(*this, choice_, form, askedIn(view)) + ",[\n" + formulas + "]);\n";
    script = asciiOf(script);
    // Nothing in it ends the script.
    for (std::size_t at = 0; (at = script.find("</", at)) != string::npos; at += 3) script.replace(at, 2, "<\\/");
    return script;
}

}  // namespace brindel::html
