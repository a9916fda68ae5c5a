#include "core/targets/html/html_page.h"

#include <fmt/format.h>
#include <sodium.h>

#include <algorithm>

#include "core/answers/picture_data.h"
#include "core/answers/required_marks.h"
#include "core/draw/draw_control.h"
#include "core/model/measures.h"
#include "core/naming/identifiers.h"
#include "core/order/access_keys.h"
#include "core/rules/ecmascript.h"
#include "core/session/limits.h"
#include "core/targets/handed_out.h"
#include "core/targets/html/html_writer.h"
#include "core/targets/script/script_data.h"
#include "core/targets/script/shorten.h"
#include "core/text/markup.h"

namespace brindel::html {

using std::string;

Tag& Tag::set(std::string_view name, std::string_view value) {
    text_ += fmt::format(" {}=\"{}\"", name, markupText(value));
    return *this;
}

Tag& Tag::flag(std::string_view name, bool on) {
    if (on) text_ += fmt::format(" {}", name);
    return *this;
}

Tag& Tag::classes(const std::vector<string>& all) {
    string list;
    for (const string& one : all)
        if (!one.empty()) list += (list.empty() ? "" : " ") + one;
    return list.empty() ? *this : set("class", list);
}

string shownText(std::string_view text) {
    string out = markupText(text);
    for (std::size_t at = 0; (at = out.find('\n', at)) != string::npos; at += 4) out.replace(at, 1, "<br>");
    return out;
}

namespace {

/// The hash of a script or a style sheet as a content security policy takes it.
string hashOf(std::string_view text) {
    unsigned char hash[crypto_hash_sha256_BYTES];
    crypto_hash_sha256(hash, reinterpret_cast<const unsigned char*>(text.data()), text.size());
    return "'sha256-" + toBase64(std::string(reinterpret_cast<const char*>(hash), sizeof hash)) + "'";
}

/// The part of an address that a policy names: "https://wharf.example".
string originOf(const string& address) {
    if (address.starts_with('/')) return "'self'";
    const auto host = address.find("://");
    if (host == string::npos) return {};
    string origin = address.substr(0, std::min(address.size(), address.find_first_of("/?#", host + 3)));
    // Nothing that would end the policy's words.
    for (char c : origin)
        if (c == ' ' || c == ';' || c == ',' || static_cast<unsigned char>(c) < 0x21) return {};
    return origin;
}

/// An address with what none has in percents (RFC 3986, 2.1).
string asAddress(const string& given) {
    string address;
    for (unsigned char c : given)
        if (c <= 0x20 || c >= 0x7F || std::string_view("\"<>\\^`{|}").find(char(c)) != string::npos)
            address += fmt::format("%{:02X}", unsigned(c));
        else
            address += char(c);
    return address;
}

bool isHttp(const string& address) {
    return address.starts_with("https://") || address.starts_with("http://");
}

}  // namespace

Page::Page(const FormSession& opened, const FontBook& fonts, const PageChoice& choice)
    : opened_(opened),
      form_(withAllRows(formHandedOut(opened))),
      fonts_(fonts),
      choice_(choice),
      language_(form_.root().text(Prop::language)),
      moved_(movedControls(form_)),
      look_(form_) {
    for (const KeyBearer& bearer : keyBearers(form_)) keys_[bearer.id] = bearer.key;
    form_.controls.each([&](Id id, const Control& c) {
        if (!c.formulas.empty() || !c.rules.empty()) spoken_.insert(id);
    });
    // A path is one of whoever serves the page.
    choice_.post = isHttp(choice_.post) || choice_.post.starts_with('/') ? asAddress(choice_.post) : string();
    if (language_.empty()) language_ = "en";
    // A rem is the letters of a dialog; a document is as large as its paper where a rem has its usual 16 px.
    unit_ = form_.isDialog() ? 1 / (look_.basePoints() * 96 / 72) : 96 / 25.4 / 16;
    width_ = unit_ * (form_.isDialog() ? form_.root().box.width : paperSize(form_.root()).width);
}

string Page::idOf(const Control& c) const {
    const bool plain =
        !c.name.empty() && c.name.size() < 60 &&
        std::ranges::all_of(c.name, [](char l) { return std::isalnum(static_cast<unsigned char>(l)) || l == '_'; }) &&
        std::isalpha(static_cast<unsigned char>(c.name[0])) && form_.index()->named(c.name) == c.id;
    // What the script calls its own begins with "brindel".
    return plain && !c.name.starts_with("brindel") && !idFrom(c.name) ? c.name : idText(c.id);
}

string Page::knownId(const Control& c) const {
    const bool known = moved_.shown.contains(c.id) || moved_.enabled.contains(c.id) || spoken_.contains(c.id);
    return known ? idOf(c) : string();
}

int Page::headingLevel(int level) {
    // A dialog's title is the first heading of its page.
    heading_ = std::min(level + (form_.isDialog() ? 1 : 0), heading_ + 1);
    return heading_;
}

string Page::markOf(const Control& c) const {
    const string mark = requiredMark(form_, c);
    return mark.empty() ? mark : Tag("span").set("class", "mark").set("aria-hidden", "true").around(markupText(mark));
}

string Page::keyOfBearer(Id id) const {
    const auto at = keys_.find(id);
    return at == keys_.end() ? string() : at->second;
}

string Page::startOf(const Control& c) const {
    return isFoundWhenOpened(c) ? string() : opened_.shown(c.id).text;
}

string Page::control(const Control& c, const string& placed) {
    if (c.is().framed) return frame(c, placed);
    if (c.is().turns) return tabs(c, placed);
    if (c.is().grid) return table(c, placed);
    return controlMarkup(*this, c, placed);
}

string Page::frame(const Control& c, const string& placed) {
    const string& title = c.text(Prop::title);
    const Look look = lookOf(form_, c);
    // What a frame's letters look like is its title's: what lies in it has looks of its own.
    string own = look_.lookOf(c), letters, around;
    for (std::size_t at = 0, end; at < own.size(); at = end + 1) {
        end = own.find(';', at);
        const string one = own.substr(at, end - at + 1);
        (one.starts_with("background") || one.starts_with("border") ? around : letters) += one;
    }
    if (look.border == Border::none) around += "border-color:transparent;";
    const string inside = Tag("div").classes({"inside", look_.classFor(padding(c), true)}).around(grid(c));
    Tag tag(title.empty() ? "div" : "fieldset");
    tag.classes({"frame", look_.classFor(around), placed}).maybe("id", knownId(c)).maybe("title", c.text(Prop::hint));
    if (title.empty()) return tag.around(inside);
    return tag.around(Tag("legend").classes({look_.classFor(letters)}).around(markupText(title) + markOf(c)) + "\n" +
                      inside);
}

string Page::tabs(const Control& c, const string& placed) {
    string pages;
    for (Id id : c.children) {
        const Control& page = *form_.find(id);
        const string key = idOf(page);
        const int before = heading_;
        const string heading = Tag(fmt::format("h{}", headingLevel(1)))
                                   .classes({"tab-title"})
                                   .set("id", key + "-title")
                                   .around(markupText(page.text(Prop::text)));
        pages += Tag("section")
                     .classes({"tab-page", look_.classFor(padding(page), true)})
                     .set("id", key)
                     .set("aria-labelledby", key + "-title")
                     .around(heading + "\n" + grid(page)) +
                 "\n";
        heading_ = before;
    }
    return Tag("div").classes({"tabs", placed}).set("id", idOf(c)).around("\n" + pages);
}

string Page::table(const Control& c, const string& placed) {
    const brindel::Grid lines = gridOf(*opened_.designed().find(c.id));
    const Choices& heads = *std::get_if<Choices>(&c.get(Prop::columns));
    const std::size_t wide = std::max<std::size_t>(1, heads.size());
    const auto least = std::size_t(opened_.designed().find(c.id)->number(Prop::rows));
    string columns, body;
    const double whole = lines.across.back();
    for (std::size_t i = 0; i + 1 < lines.across.size(); ++i)
        columns += Tag("col")
                       .classes({look_.classFor(
                           fmt::format("width:{:.4g}%;", (lines.across[i + 1] - lines.across[i]) / whole * 100))})
                       .alone();
    const bool headed = c.yes(Prop::headRow);
    if (headed) {
        Control head;
        head.kind = Kind::label;
        head.parent = c.id;
        head.set(Prop::style, string("tableHead"));
        string cells;
        for (const Choice& one : heads)
            cells +=
                Tag("th").set("scope", "col").classes({look_.classFor(look_.lookOf(head))}).around(shownText(one.text));
        body += Tag("thead").around(Tag("tr").around(cells));
    }
    string rows;
    for (std::size_t i = 0; i < c.children.size(); i += wide) {
        string cells;
        for (std::size_t k = i; k < std::min(i + wide, c.children.size()); ++k) {
            const Control* cell = form_.find(c.children[k]);
            const Control* in = cell && !cell->children.empty() ? form_.find(cell->children.front()) : nullptr;
            Tag tag("td");
            if (headed && k - i < heads.size()) tag.set("data-head", heads[k - i].text);
            cells += tag.around(in ? control(*in, "") : "");
        }
        // Rows that fillers may add wait until they are.
        rows += Tag("tr").flag("hidden", i / wide >= least).around(cells) + "\n";
    }
    string out = Tag("table")
                     .classes({headed ? "headed" : "", c.yes(Prop::banding) ? "banded" : ""})
                     .maybe("aria-label", toldAs(form_, c))
                     .around(Tag("colgroup").around(columns) + body + Tag("tbody").around("\n" + rows));
    if (c.children.size() / wide > least) {
        const string key = idOf(c);
        out += Tag("div")
                   .set("class", "row-buttons")
                   .around(Tag("button")
                               .set("type", "button")
                               .set("id", key + "-add")
                               .set("class", "button")
                               .around(markupText(say(Phrase::addRow))) +
                           Tag("button")
                               .set("type", "button")
                               .set("id", key + "-remove")
                               .set("class", "button")
                               .flag("hidden")
                               .around(markupText(say(Phrase::removeRow))));
    }
    return Tag("div").classes({"table", placed}).set("id", idOf(c)).around(out);
}

string Page::sheetOf(const Control& page, std::size_t number, std::size_t count) {
    const Control& root = form_.root();
    string inside = Tag("div").classes({"inside", look_.classFor(padding(page), true)}).around(grid(page));
    auto line = [&](const char* name, const string& start, const string& end) {
        if (start.empty() && end.empty()) return;
        const string both = Tag("span").around(markupText(start)) + Tag("span").around(markupText(end));
        inside += Tag("p").classes({"paper-line", name}).around(both);
    };
    line("head", root.text(Prop::head), "");
    line("foot", root.text(Prop::foot),
         root.yes(Prop::pageNumbers) && count > 1 ? fmt::format("{} / {}", number, count) : "");
    const Extent size = surfaceSize(form_, page.id);
    return Tag("section")
               .classes({"sheet", look_.classFor("min-height:" + length(size.height) + ";", true)})
               .set("id", idOf(page))
               .around("\n" + inside) +
           "\n";
}

string Page::sheets() {
    const Control& root = form_.root();
    if (form_.isDialog()) {
        heading_ = 1;
        const string head = Tag("h1").set("class", "title").around(markupText(calledBy(form_, root)));
        return Tag("section")
                   .set("class", "card")
                   .around(head + "\n" +
                           Tag("div").classes({"inside", look_.classFor(padding(root), true)}).around(grid(root))) +
               "\n";
    }
    string all;
    bool headed = false;
    form_.controls.each(
        [&](Id, const Control& c) { headed = headed || (c.is().speaks && c.as<Role>() == Role::heading1); });
    if (!headed) {
        heading_ = 1;
        all += Tag("h1").set("class", "unseen").around(markupText(calledBy(form_, root))) + "\n";
    }
    for (std::size_t i = 0; i < root.children.size(); ++i)
        all += sheetOf(*form_.find(root.children[i]), i + 1, root.children.size());
    return all;
}

Page::Sheets Page::css() {
    const Control& root = form_.root();
    const double base = form_.isDialog() ? 1 : look_.basePoints() * 96 / 72 / 16;
    const Measures& measures = measuresFor(form_);
    string css = fmt::format(":root{{--family:{};--u:{:.5g}rem;--base:{:.4g}rem;--width:{:.4g}rem;--field:{};}}\n",
                             fontStack(look_.family()), unit_, base, width_, length(measures.fieldHigh));
    css += withFeatures(pageCss(), features());
    const auto cut = css.find("/*wide*/");
    string wide =
        css.substr(cut + 8) + fmt::format(".form{{min-width:min(100%,{:.4g}rem)}}\n", width_) + look_.writtenWide();
    css.resize(cut);
    css += look_.written();
    if (!form_.isDialog()) {
        const Extent paper = paperSize(root);
        css += fmt::format("@page{{size:{:.4g}mm {:.4g}mm;margin:0}}\n", paper.width, paper.height);
    }
    auto close = [](const string& sheet) {
        string all = packed(sheet);
        std::erase(all, '\n');
        return all;
    };
    // A document stands on its paper where there is room for it; a dialog may be somewhat narrower than designed.
    return {close(css), close(wide), fmt::format("{:.4g}", width_ * (form_.isDialog() ? 0.9 : 0.95) + 2)};
}

/// A form that no button accepts gets one below it.
string Page::handInWhereNone() const {
    bool accepts = false;
    form_.controls.each([&](Id, const Control& c) {
        accepts = accepts || (c.is().pressed && c.as<ButtonRole>() == ButtonRole::accept);
        for (const Rule& rule : c.rules) {
            auto visit = [&](const Step& step) {
                accepts = accepts || step.does == Action::accept || step.does == Action::acceptAndGoOn;
            };
            eachStep(rule.steps, visit);
        }
    });
    if (accepts) return {};
    return Tag("div")
               .set("class", "hand-in")
               .around(Tag("p").around(markupText(say(Phrase::handInHint))) +
                       Tag("button")
                           .set("type", "submit")
                           .set("class", "button main")
                           .set("id", "brindel-hand-in")
                           .around(markupText(say(Phrase::handIn)))) +
           "\n";
}

string Page::written() {
    const Control& root = form_.root();
    const string title = calledBy(form_, root);
    string body = sheets();
    body += handInWhereNone();
    const bool sends = !choice_.post.empty();
    const string explained = signExplained(form_);
    bool asks = false;
    form_.controls.each([&](Id, const Control& c) { asks = asks || (isFilled(c) && c.yes(Prop::required)); });
    const Sheets css = this->css();
    const string script = this->script();
    const string origin = originOf(choice_.post);
    const string policy = fmt::format(
        "default-src 'none'; script-src {}; style-src {}; img-src data: blob:; connect-src {}; form-action {}; "
        "base-uri 'none'",
        hashOf(script), hashOf(css.narrow) + " " + hashOf(css.wide), origin.empty() ? "'none'" : origin,
        origin.empty() ? "'none'" : origin);
    Tag form("form");
    form.set("class", "form").set("id", "brindel-form").set("aria-label", title);
    if (sends) form.set("method", "post").set("action", choice_.post);
    const string unscripted =
        Tag("noscript").around(Tag("p").set("class", "notice").around(markupText(say(Phrase::needsScript))));
    string main;
    if (!explained.empty() && asks) main += Tag("p").set("class", "explained").around(markupText(explained)) + "\n";
    main += unscripted + "\n" + form.around("\n" + body) + "\n";
    string out = "<!DOCTYPE html>\n";
    out += "<html lang=\"" + markupText(language_) + "\"" + (form_.index()->rightToLeft() ? " dir=\"rtl\"" : "") +
           ">\n<head>\n";
    out += "<meta charset=\"utf-8\">\n";
    out += Tag("meta").set("http-equiv", "Content-Security-Policy").set("content", policy).alone() + "\n";
    out += "<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n";
    out += "<meta name=\"color-scheme\" content=\"light dark\">\n<meta name=\"referrer\" content=\"no-referrer\">\n";
    out += Tag("title").around(markupText(title)) + "\n<style>" + css.narrow + "</style>\n";
    // The width from which on there is room for columns follows the size of letters that the reader has set.
    out +=
        Tag("style").set("id", "brindel-wide").set("media", "print,(min-width:" + css.from + "em)").around(css.wide) +
        "\n</head>\n";
    out += Tag("body")
               .classes({form_.isDialog() ? "dialog" : "document"})
               .around("\n<main>\n" + main + "</main>\n" +
                       Tag("dialog")
                           .set("id", "brindel-message")
                           .set("aria-labelledby", "brindel-said")
                           .around("<p id=\"brindel-said\"></p><div class=\"buttons\" id=\"brindel-answers\"></div>") +
                       "\n<!-- The script and the styles of this page: SPDX-License-Identifier: 0BSD -->\n<script>" +
                       script + "</script>\n");
    return out + "\n</html>\n";
}

}  // namespace brindel::html

namespace brindel {

Result<std::string> pageOf(const FormSession& opened, const FontBook& fonts, const PageChoice& choice) {
    html::Page page(opened, fonts, choice);
    return page.written();
}

}  // namespace brindel
