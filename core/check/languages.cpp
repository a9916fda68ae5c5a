// A form in several languages: what is missing there, what has been reworded since, what does not fit.
#include <set>

#include "core/check/families.h"
#include "core/edit/arrange.h"
#include "core/layout/room.h"
#include "core/wording/standing.h"
#include "core/wording/texts.h"

namespace brindel::checks {
namespace {

using std::string;

/// "German and Polish".
string listed(const std::vector<string>& words) {
    string all;
    for (std::size_t i = 0; i < words.size(); ++i)
        all += (i == 0 ? "" : i + 1 < words.size() ? ", " : " and ") + words[i];
    return all;
}

/// The languages beside the form's own, with what people call them.
std::vector<std::pair<string, const LanguageTexts*>> languagesIn(const Form& form) {
    std::vector<std::pair<string, const LanguageTexts*>> all;
    for (const string& language : languagesOf(form))
        all.emplace_back(languageCalled(language), &form.translations->at(language));
    return all;
}

/// Every control with wording, the form itself first.
template <class Visit>
void eachWithForm(const Checked& in, Visit visit) {
    visit(in.form.root());
    eachControl(in, visit);
}

/// Adds a finding for each control with properties that stand so in some language.
void standingSo(const Checked& in, Findings& found, std::vector<Prop> WordingStanding::*which,
                Sentence (*says)(const string& languages, const string& words)) {
    const auto languages = languagesIn(in.form);
    if (languages.empty()) return;
    eachWithForm(in, [&](const Control& c) {
        std::vector<string> where, words;
        for (const auto& [called, texts] : languages) {
            const WordingStanding stands = wordingStanding(c, *texts);
            if ((stands.*which).empty()) continue;
            where.push_back(called);
            for (Prop prop : stands.*which)
                if (const string word = lettersAs(string(row(prop).word), LetterCase::lower, "en");
                    std::ranges::find(words, word) == words.end())
                    words.push_back(word);
        }
        if (!where.empty()) found.push_back({nullptr, {c.id}, says(listed(where), listed(words))});
    });
}

void untranslated(const Checked& in, Findings& found) {
    standingSo(in, found, &WordingStanding::missing, [](const string& languages, const string& words) {
        return said("Not translated into {}: {}.", languages, words);
    });
}
Form same(const Checked& in, const Finding& f) {
    return readingTheSame(in.form, f.controls);
}

void reworded(const Checked& in, Findings& found) {
    standingSo(in, found, &WordingStanding::reworded, [](const string& languages, const string& words) {
        return said("Reworded since it was translated into {}: {}.", languages, words);
    });
}
Form kept(const Checked& in, const Finding& f) {
    return translationsKept(in.form, f.controls);
}
Form forgotten(const Checked& in, const Finding& f) {
    return translationsForgotten(in.form, f.controls);
}

void leftOver(const Checked& in, Findings& found) {
    std::size_t count = 0;
    for (const auto& [called, texts] : languagesIn(in.form)) count += strayTexts(in.form, *texts);
    if (count > 0)
        found.push_back({nullptr,
                         {rootId},
                         counted("{} translations belong to deleted texts.", "1 translation belongs to a deleted text.",
                                 std::int64_t(count))});
}

/// What is cut off as it was designed is told as that.
void cutInLanguage(const Checked& in, Findings& found) {
    const auto languages = languagesIn(in.form);
    if (languages.empty()) return;
    const std::set<Id> already(in.cut().begin(), in.cut().end());
    eachControl(in, [&](const Control& c) {
        if (already.contains(c.id)) return;
        std::vector<string> where;
        for (const auto& [called, texts] : languages)
            if (isCutOff(in.form, controlIn(c, *texts), in.fonts)) where.push_back(called);
        if (!where.empty())
            found.push_back({nullptr, {c.id}, said("Its wording in {} does not fit in it.", listed(where))});
    });
}
/// True where a control would lie over a neighbour that it leaves alone now.
bool wouldLap(const Form& form, const Control& c, const Box& box) {
    const Control* holder = form.find(c.parent);
    return holder && std::ranges::any_of(holder->children, [&](Id id) {
               const Control* other = id == c.id ? nullptr : form.find(id);
               return other && !other->is().behind && other->box.touches(box) && !other->box.touches(c.box);
           });
}

/// As wide as the longest of their wordings. What would lie in the window's edge, or over a neighbour, has to be worded
/// or laid out otherwise.
Form widenedForAll(const Checked& in, std::span<const Finding> findings) {
    Form next = in.form;
    for (const string& language : languagesOf(in.form)) {
        const auto there = formIn(next, language);
        if (!there) continue;
        // What grows to the left from right to left grows to the right here.
        const bool turned = there->index()->rightToLeft() != next.index()->rightToLeft();
        for (const Finding& f : findings) {
            const Form fitted = fittedToText(*there, f.controls, in.fonts);
            for (Id id : f.controls) {
                const Control *c = next.find(id), *was = there->find(id), *wide = fitted.find(id);
                if (!c || !was || !wide) continue;
                if (wide->box.width <= c->box.width) continue;
                const double toLeft = turned ? wide->box.right() - was->box.right() : was->box.left - wide->box.left;
                const Box box{c->box.left - toLeft, c->box.top, wide->box.width, c->box.height};
                if (wouldLap(next, *c, box)) continue;
                const Form tried = boxed(next, id, box);
                if (!reachesOut(tried, *tried.find(id))) next = tried;
            }
        }
    }
    return next;
}
Form widenedFor(const Checked& in, const Finding& f) {
    return widenedForAll(in, {&f, 1});
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow languageRows[] = {
    {"untranslated", CheckFamily::wording, Severity::should, "Wording that is missing in a language of the form", "Fillers meet two languages in one form.", "", untranslated, nullptr, {{{"Reads the same in every language.", same}}}},
    {"reworded", CheckFamily::wording, Severity::should, "Wording that was changed after it was translated", "The translation may be out of date and is not used.", "", reworded, nullptr, {{{"Keeps the translation: it is still right.", kept}, {"Removes the translation.", forgotten}}}},
    {"leftOver", CheckFamily::wording, Severity::know, "Translations of deleted wording", "They are not shown anywhere.", "", leftOver, nullptr, {{{"Removes them.", forgotten}}}},
    {"cutInLanguage", CheckFamily::wording, Severity::should, "Wording that is cut off in a language of the form", "Part of the text cannot be read in that language.", "Makes it as wide as its longest wording.", cutInLanguage, widenedFor, {}, widenedForAll},
};
// clang-format on

}  // namespace

std::span<const CheckRow> languages() {
    return languageRows;
}

}  // namespace brindel::checks
