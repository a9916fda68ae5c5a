#include "core/intake/typed_reply.h"

#include "core/session/limits.h"

namespace brindel {

using std::string;

Result<Answer> readTyped(const Form& form, const Control& c, string text) {
    const string unit = c.is().answer().numeric ? c.text(Prop::unit) : "";
    if (!unit.empty() && text.ends_with(unit)) text = trimmed(text.substr(0, text.size() - unit.size()));
    // Line breaks are as the viewer's machine has them.
    string clean;
    for (std::size_t i = 0; i < text.size(); ++i)
        if (text[i] == '\r')
            clean += i + 1 < text.size() && text[i + 1] == '\n' ? "" : "\n";
        else
            clean += text[i];
    const Field field{form, c, todayHere()};
    const bool isText = c.is().answer().free;
    const Entry entry = typedEntry(field, isText ? lettersAs(clean, c.as<LetterCase>(), field.language()) : clean);
    // A choice may be said by its value as well.
    if (entry.unread() && c.is().answers == AnswerType::choice) return Answer(clean);
    if (entry.unread()) return failure(answerName(form, c), asSaid(limitBroken(field, entry)));
    return answerOf(field, entry);
}

}  // namespace brindel
