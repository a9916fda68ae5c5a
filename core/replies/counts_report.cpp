// What replies come to, as a document: laid out as a form that nobody fills in, and handed over as one.
#include <fmt/format.h>

#include <algorithm>

#include "core/edit/edits.h"
#include "core/model/style_keys.h"
#include "core/replies/counts.h"
#include "core/replies/written.h"
#include "core/targets/pdf/pdf.h"
#include "core/text/clock.h"

namespace brindel {
namespace {

using std::string;

// In millimetres.
constexpr double lineHeight = 5.2, headingHeight = 7, factHeight = 4.6, gap = 4, wordsWide = 62, numberWide = 14;

/// Puts labels and bars below each other, from page to page.
class ReportPage {
  public:
    explicit ReportPage(const string& language) {
        form_ = changed(newForm(Kind::document), rootId, [&](Control& root) {
            root.set(Prop::language, language);
            root.set(Prop::pageNumbers, true);
        });
        page_ = form_.root().children.front();
        inside_ = withinMargins(form_);
        at_ = inside_.top;
    }
    void say(const string& text, std::string_view role, double height, double left = 0, double width = 0) {
        Control label =
            control(Kind::label, {inside_.left + left, at_, width > 0 ? width : inside_.width - left, height});
        label.set(Prop::text, text);
        label.set(Prop::role, string(role));
        label.set(Prop::alignAcross, string(left > wordsWide ? "end" : "start"));
        put(std::move(label));
    }
    void bar(double share) {
        const double room = inside_.width - wordsWide - numberWide - 4;
        if (share <= 0) return;
        Control box =
            control(Kind::box, {inside_.left + wordsWide + 2, at_ + 1, std::max(0.6, room * share), lineHeight - 2});
        box.set(Prop::fillColour, string("#2F7F79"));
        box.set(Prop::lineWidth, 0.0);
        put(std::move(box));
    }
    void down(double by) { at_ += by; }
    /// Begins a page where there is no room for so much more.
    void need(double height) {
        if (at_ + std::min(height, inside_.height) <= inside_.bottom()) return;
        Edited more = withPage(form_);
        form_ = std::move(more.form);
        page_ = form_.root().children.back();
        at_ = inside_.top;
    }
    double numbersAt() const { return inside_.width - numberWide; }
    void call(const string& title) {
        form_ = changed(form_, rootId, [&](Control& root) { root.set(Prop::title, title); });
    }
    const Form& form() const { return form_; }

  private:
    Control control(Kind kind, const Box& box) {
        Control c = freshControl(kind);
        c.box = box;
        return c;
    }
    void put(Control c) {
        const std::size_t index = form_.find(page_)->children.size();
        form_ = putIn(form_, page_, std::move(c), index).form;
    }
    Form form_;
    Id page_ = noControl;
    Box inside_;
    double at_ = 0;
};

/// One line that fits beside its bar.
string inOneLine(const string& text, std::size_t most) {
    string line = spoken(text);
    return characterCount(line) > most ? firstCharacters(line, most - 1) + "…" : line;
}

string barCalled(const QuestionCount& count, std::size_t bar, const WriteOptions& options) {
    if (row(count.column.type).toggled) return options.words(bar == 0 ? said("Yes") : said("No"));
    return inOneLine(count.bars[bar].called, 34);
}

}  // namespace

Result<void> repliesAsReport(ReplyStore& store, const string& form, std::span<const long long>,
                             const WriteOptions& options, const Sink& sink) {
    auto newest = store.newestForm(form);
    if (!newest) return tl::unexpected(newest.error());
    auto counts = countsOf(store, form, options.counted);
    if (!counts) return tl::unexpected(counts.error());
    auto numbers = store.numbers(form, options.counted);
    if (!numbers) return tl::unexpected(numbers.error());
    ReportPage page(newest->root().text(Prop::language));
    const string title = ownWording(*newest, newest->root());
    page.call(title.empty() ? form : title);
    page.say(inOneLine(title.empty() ? form : title, 80), "heading1", 10);
    page.down(11);
    page.say(
        options.words(counted("{0} replies, {1}", "1 reply, {1}", std::int64_t(numbers->size()), isoDate(todayHere()))),
        "text", factHeight + 1);
    page.down(factHeight + 1);
    for (const string& filter : options.filters) {
        page.say(inOneLine(filter, 100), "text", factHeight + 1);
        page.down(factHeight + 1);
    }
    page.down(gap);
    for (const QuestionCount& count : *counts) {
        if (options.without.contains(count.column.key())) continue;
        const auto facts = countFacts(count, exactText);
        const double high = headingHeight + factHeight * double(facts.size()) + lineHeight * double(count.bars.size());
        page.need(high);
        page.say(inOneLine(count.column.called, 80), "heading2", headingHeight);
        page.down(headingHeight);
        for (const Sentence& fact : facts) {
            page.say(options.words(fact), "finePrint", factHeight);
            page.down(factHeight);
        }
        page.down(1);
        std::size_t most = 1;
        for (const CountBar& bar : count.bars) most = std::max(most, bar.count);
        for (std::size_t i = 0; i < count.bars.size(); ++i) {
            page.need(lineHeight);
            page.say(barCalled(count, i, options), "text", lineHeight, 0, wordsWide);
            page.bar(double(count.bars[i].count) / double(most));
            page.say(std::to_string(count.bars[i].count), "text", lineHeight, page.numbersAt(), numberWide);
            page.down(lineHeight);
        }
        page.down(gap);
    }
    auto pdf = pdfOf(page.form(), FontBook());
    if (!pdf) return tl::unexpected(pdf.error());
    if (!sink(*pdf)) return failure("", said("The file cannot be written."));
    return {};
}

}  // namespace brindel
