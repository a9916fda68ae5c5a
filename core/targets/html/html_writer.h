// One page being written. Private to targets/html.
#pragma once

#include <set>
#include <unordered_map>

#include "core/arrangement/arrangement.h"
#include "core/rules/moved_controls.h"
#include "core/targets/added_rows.h"
#include "core/targets/html/html_look.h"
#include "core/targets/html/html_page.h"
#include "core/targets/script/form_data.h"
#include "core/text/fonts.h"
#include "core/text/phrases.h"

namespace brindel {
struct GridItem;
struct GridPlan;
}  // namespace brindel

namespace brindel::html {

/// An element's first tag: every value escaped for where it stands.
class Tag {
  public:
    explicit Tag(std::string_view name) : name_(name), text_("<" + std::string(name)) {}
    Tag& set(std::string_view name, std::string_view value);
    Tag& maybe(std::string_view name, std::string_view value) { return value.empty() ? *this : set(name, value); }
    Tag& flag(std::string_view name, bool on = true);
    /// Classes, those that are empty left out.
    Tag& classes(const std::vector<std::string>& all);
    /// The tag alone, of an element that has no end.
    std::string alone() const { return text_ + ">"; }
    /// The element around markup.
    std::string around(std::string_view markup) const { return text_ + ">" + std::string(markup) + "</" + name_ + ">"; }

  private:
    std::string name_, text_;
};

/// Text as it stands between tags, its line breaks as such.
std::string shownText(std::string_view text);

class Page {
  public:
    Page(const FormSession& opened, const FontBook& fonts, const PageChoice& choice);
    std::string handInWhereNone() const;
    std::string written();

    // ---- for those who write one kind of control ----
    const Form& form() const { return form_; }
    const FontBook& fonts() const { return fonts_; }
    LookSheet& look() { return look_; }
    /// What an element is called: the control's name where that is an identifier, else its id in the form.
    std::string idOf(const Control& c) const;
    /// The id for a control that something speaks of; empty for others, which need none.
    std::string knownId(const Control& c) const;
    /// The id of the box around a field that comes and goes; empty for others.
    std::string movedId(const Control& c) const { return comesAndGoes(c.id) ? idOf(c) + "-f" : std::string(); }
    std::string say(Phrase which, const std::vector<PhrasePart>& parts = {}) const {
        return phrase(which, language_, parts);
    }
    /// A length of the form as CSS: it follows the size of letters.
    std::string length(double units) const;
    /// The level at which a heading is told, so that none is left out.
    int headingLevel(int level);
    /// The mark behind a wording that speaks for what must be filled in.
    std::string markOf(const Control& c) const;
    std::string keyOfBearer(Id id) const;
    /// What a field reads as when the page is opened; empty for what the day or a formula gives it.
    std::string startOf(const Control& c) const;
    const FormSession& opened() const { return opened_; }
    bool comesAndGoes(Id id) const { return moved_.shown.contains(id); }
    const std::string& language() const { return language_; }

  private:
    std::string control(const Control& c, const std::string& placed);
    struct Laid;
    std::string placed(const Laid& laid, const GridItem& item);
    std::string buttonRow(Laid& laid, std::size_t number);
    std::string writtenOnce(Laid& laid, Id id);
    std::string tracks(const GridPlan& plan) const;
    std::string grid(const Control& holder);
    std::string padding(const Control& holder) const;
    std::string frame(const Control& c, const std::string& placed);
    std::string tabs(const Control& c, const std::string& placed);
    std::string table(const Control& c, const std::string& placed);
    std::string sheets();
    std::string sheetOf(const Control& page, std::size_t number, std::size_t count);
    const std::set<std::string, std::less<>>& features();
    std::string script();
    struct Sheets {
        std::string narrow, wide, from;  // the width in em from which on the second holds
    };
    Sheets css();

    const FormSession& opened_;
    const Form form_;
    const FontBook& fonts_;
    PageChoice choice_;
    std::string language_;
    MovedControls moved_;
    std::optional<FormData> data_;
    std::set<std::string, std::less<>> features_;
    std::set<Id> spoken_;  // that a formula gives a wording
    std::unordered_map<Id, std::string> keys_;
    LookSheet look_;
    double unit_ = 1, width_ = 0;  // of the form, and its width, in rem
    int heading_ = 0;              // of the last one written
};

/// The markup of a control that holds no others, with the classes that place it.
std::string controlMarkup(Page& page, const Control& c, const std::string& placed);
/// The form as data for its session.
FormData dataOf(const Page& page);
/// The same with what else the script of the page needs; of the words that it can say those that are `asked` for.
std::string pageData(const Page& page, const PageChoice& choice, FormData& form,
                     const std::set<std::string, std::less<>>& asked);
/// How a browser may fill a field in by itself (HTML, 4.10.18.7), as the designer says, or guessed from what it is
/// called; empty for nothing.
std::string autocompleteOf(const Form& form, const Control& c);

/// The page's own style sheet and scripts, as text.
std::string_view pageCss();
std::string_view viewScript();

}  // namespace brindel::html
