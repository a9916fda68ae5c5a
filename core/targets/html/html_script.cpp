// The script of a page: what its form needs of the scripts that all pages have, made short, and the form as their data.
#include <algorithm>

#include "core/rules/ecmascript.h"
#include "core/targets/html/html_writer.h"
#include "core/targets/script/script_data.h"
#include "core/targets/script/shorten.h"

namespace brindel::html {

using std::string;

namespace {

using Words = std::set<string, std::less<>>;

/// The types of answers that a form has: text always.
Words typesIn(const Words& features) {
    Words all = features;
    all.insert("text");
    if (features.contains("picks")) all.insert("choice");  // each of them is one
    return all;
}

}  // namespace

/// What the form needs of the page's scripts.
Words Page::features() const {
    Words all;
    form_.controls.each([&](Id id, const Control& c) {
        // Texts are part of every page.
        if (isFilled(c) && !c.is().answer().free) all.insert(string(c.is().answer().word));
        if (isFilled(c) && has(c.kind, Prop::calendar) && c.yes(Prop::calendar)) all.insert("calendar");
        if (has(c.kind, Prop::maxLength) && c.as<Lines>() == Lines::many && c.number(Prop::maxLength) > 0)
            all.insert("letters");
        if (c.is().turns) all.insert("tabs");
        if (c.is().grid) all.insert("table");
        if (c.is().framed) all.insert("frame");
        if (c.kind == Kind::picture) all.insert("pictures");
        if (!c.rules.empty()) all.insert("rules");
        const Control* designed = opened_.designed().find(id);
        if (c.is().grid && designed && c.children.size() > designed->children.size()) all.insert("rows");
        for (const auto& [prop, formula] : c.formulas) {
            if (prop == Prop::required) all.insert("required");
            if (prop == Prop::runFrom || prop == Prop::runTo || prop == Prop::runStep) all.insert("gather");
            if (row(prop).type == Type::text || row(prop).type == Type::longText) all.insert("texts");
        }
        if (has(c.kind, Prop::choices) && choicesFollowAnswers(form_, id)) all.insert("gather");
    });
    if (!moved_.shown.empty() || !moved_.enabled.empty()) all.insert("moves");
    if (!form_.isDialog()) all.insert("paper");
    if (choice_.steps) all.insert("steps");
    if (choice_.keepDraft) all.insert("draft");
    if (!choice_.post.empty()) all.insert("post");
    return all;
}

string Page::script() {
    Words features = this->features();
    // The scripts one after the other, each without what only the ones before it have use for.
    const string start = aroundOnTheDay(language_) +
                         "const F=brindelFormulas(around),I=brindelFilling(F,around,form.words);\n"
                         "brindelView(brindelSession(F,I,around,form,work),form,I);\n";
    const string view = withoutUnused(withFeatures(viewScript(), features), {}, {}, start);
    const PageData data = pageData(*this, choice_, askedIn(view));
    string formulas;
    for (const string& one : data.functions) formulas += "function(F,$){return " + one + "},\n";
    if (formulas.find("$.list(") != string::npos) features.insert("lists");
    const string session =
        withoutUnused(withFeatures(sessionScript(), features), {"types"}, typesIn(features), view + start);
    const string filling =
        withoutUnused(withFeatures(fillingRuntime(), features), {"judges"}, typesIn(features), session + view);
    const string runtime = withoutUnused(ecmascriptRuntime(), {"f", "op"}, calledIn(formulas + session + filling),
                                         filling + session + view + formulas);
    string script =
        shortened("(function(form,work){\"use strict\";" + runtime + filling + session + view + start + "})", {}) +
        "(" + data.json + ",[\n" + formulas + "]);\n";
    script = asciiOf(script);
    // Nothing in it ends the script.
    for (std::size_t at = 0; (at = script.find("</", at)) != string::npos; at += 3) script.replace(at, 2, "<\\/");
    return script;
}

}  // namespace brindel::html
