#include "core/edit/personal_details.h"

#include <unicode/listformatter.h>
#include <unicode/locid.h>

#include <algorithm>

#include "core/model/form_index.h"
#include "core/naming/telling_words.h"
#include "core/text/icu_text.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

constexpr PersonalSort sorts[] = {
    {"name", "a name", Phrase::purposeName},
    {"address", "an address", Phrase::purposeAddress},
    {"phone", "a phone number", Phrase::purposeReach},
    {"email", "an email address", Phrase::purposeReach},
    {"birth", "a birthday", Phrase::purposeBirth},
    {"bank", "a bank account", Phrase::purposeBank},
    {"identity", "an identity number", Phrase::purposeIdentity},
    {"health", "health", Phrase::purposeHealth},
    {"signature", "a signature", Phrase::purposeSignature},
};

/// The sort that a detail is of; parts of names and addresses are of these.
constexpr std::pair<std::string_view, std::string_view> sortOfDetail[] = {
    {"forename", "name"},    {"surname", "name"}, {"street", "address"},
    {"postcode", "address"}, {"town", "address"}, {"birthday", "birth"},
};

/// What fillers read at a field: its label, its own wording, or the heading of its column.
string saidAt(const Form& form, const Control& c) {
    string all = has(c.kind, Prop::text) ? c.text(Prop::text) : string();
    if (const Control* label = form.find(form.index()->labelOf(c.id))) all += " " + label->text(Prop::text);
    if (const Control* holder = form.find(c.parent); holder && holder->is().inGrid)
        if (const auto place = tablePlace(form, c)) all += " " + place->heading;
    return all;
}

}  // namespace

std::span<const PersonalSort> personalSorts() {
    return sorts;
}

const PersonalSort* guessedPersonal(const Form& form, const Control& c) {
    if (!isFilled(c) || c.is().answer().ticked || c.is().answer().numeric || c.is().answers == AnswerType::picks)
        return nullptr;
    auto sort = [](std::string_view key) { return std::ranges::find(sorts, key, &PersonalSort::key); };
    if (c.is().answer().strokes) return sort("signature");
    const auto told = toldBy(saidAt(form, c));
    if (!told || !told->personal) return nullptr;
    const auto part =
        std::ranges::find(sortOfDetail, told->detail, &std::pair<std::string_view, std::string_view>::first);
    return sort(part == std::end(sortOfDetail) ? told->detail : part->second);
}

string usualPurpose(const Form& form, const Control& c) {
    const PersonalSort* sort = guessedPersonal(form, c);
    return sort ? phrase(sort->purpose, form.root().text(Prop::language)) : string();
}

Ids personalFields(const Form& form) {
    Ids ids;
    walk(form, rootId, [&](const Control& c, int) {
        if (isFilled(c) && c.yes(Prop::personal)) ids.push_back(c.id);
    });
    return ids;
}

Ids looksPersonal(const Form& form) {
    Ids ids;
    walk(form, rootId, [&](const Control& c, int) {
        if (isFilled(c) && !c.yes(Prop::personal) && guessedPersonal(form, c)) ids.push_back(c.id);
    });
    return ids;
}

Form markedPersonal(const Form& form, const Ids& ids, bool personal) {
    if (!personal) return withoutProperty(withoutProperty(form, ids, Prop::personal), ids, Prop::purpose);
    Form next = withProperty(form, ids, Prop::personal, true);
    for (Id id : ids)
        if (const Control* c = form.find(id); c && c->text(Prop::purpose).empty())
            if (const string usual = usualPurpose(form, *c); !usual.empty())
                next = withProperty(next, {id}, Prop::purpose, usual);
    return next;
}

string purposeSaid(const string& purpose) {
    string said = trimmed(purpose);
    while (said.ends_with('.')) said.pop_back();
    // Only words that are small within a sentence: a German noun keeps its capital.
    for (const char* first : {"To ", "For ", "So ", "Um ", "Zu ", "Zum ", "Zur ", "Damit ", "Pour ", "Afin "})
        if (said.starts_with(first)) said[0] = char(said[0] - 'A' + 'a');
    return said;
}

string noticeText(const Form& form) {
    const Ids fields = personalFields(form);
    if (fields.empty()) return "";
    const Control& root = form.root();
    const string& language = root.text(Prop::language);
    std::vector<icu::UnicodeString> purposes;
    for (Id id : fields) {
        const icu::UnicodeString purpose = wide(purposeSaid(form.find(id)->text(Prop::purpose)));
        if (!purpose.isEmpty() && std::ranges::find(purposes, purpose) == purposes.end()) purposes.push_back(purpose);
    }
    string all;
    auto add = [&](const string& sentence) { all += (all.empty() ? "" : " ") + sentence; };
    if (!purposes.empty()) {
        UErrorCode error = U_ZERO_ERROR;
        const std::unique_ptr<icu::ListFormatter> list(
            icu::ListFormatter::createInstance(icu::Locale(language.c_str()), error));
        icu::UnicodeString joined;
        if (list) list->format(purposes.data(), int32_t(purposes.size()), joined, error);
        const string& by = root.text(Prop::noticeBy);
        add(by.empty() ? phrase(Phrase::noticeWhy, language, {narrow(joined)})
                       : phrase(Phrase::noticeWhoAndWhy, language, {by, narrow(joined)}));
    }
    if (const string& until = root.text(Prop::noticeUntil); !until.empty())
        add(phrase(Phrase::noticeKept, language, {until}));
    if (const string& ask = root.text(Prop::noticeAsk); !ask.empty()) add(phrase(Phrase::noticeAsk, language, {ask}));
    return all;
}

const Control* noticeOf(const Form& form) {
    return form.find(form.root().reference(Prop::notice));
}

}  // namespace brindel
