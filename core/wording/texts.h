// A form's own wording in several languages: what of it is read by fillers, and a form that reads in another language.
#pragma once

#include <optional>

#include "core/model/form.h"
#include "core/model/problem.h"
#include "core/text/languages.h"

namespace brindel {

/// One text that fillers read. `place` is where it stands: the control's id and the property's key in the file,
/// "c12.text"; of choices and columns each text has the same place.
struct FormText {
    std::string place;
    std::string source;  // as it was designed
    std::string target;  // in the other language; empty where nobody has translated it
    std::string about;   // what it is, for whoever translates it: "label of Boat name"
};

/// All texts of a form in the order in which it is read, each place and source once, with what the form has of them in
/// `language`.
std::vector<FormText> textsOf(const Form& form, const std::string& language);
/// The form as it reads in one of its languages: texts with a translation in that, dates, numbers and the direction of
/// its lines by it; from right to left its rows begin at the other side. Names, values and formulas stay, so that
/// replies are the same. The form itself for its own language; a problem, with the language as place, for one that it
/// does not have.
Result<Form> formIn(const Form& form, const std::string& language);
/// A form with these translations; where there is none among them it keeps the one that it had. Those of texts that it
/// does not have (any more) are left out, and given back.
struct TextsTaken {
    Form form;
    std::vector<FormText> foreign;
    std::vector<FormText> twice = {};  // those that were said otherwise before: the last one holds
};
TextsTaken withTexts(const Form& form, const std::string& language, const std::vector<FormText>& texts);
/// What of these texts cannot be taken, with its place: a translation that is longer than one can be, a language that
/// is one too many or the form's own. Nothing where all can.
std::optional<Problem> textsMisfit(const Form& form, const std::string& language, const std::vector<FormText>& texts);
/// One control as it reads in one of them; itself where nothing of it is translated.
Control controlIn(const Control& control, const LanguageTexts& texts);
/// The form in which one text reads so in a language; an empty `target` takes what it had. A language that the form did
/// not have is one of its languages then.
Form withText(const Form& form, const std::string& language, const FormText& text);
Form withLanguage(const Form& form, const std::string& language);
Form withoutLanguage(const Form& form, const std::string& language);
/// The languages that a form has beside its own.
std::vector<std::string> languagesOf(const Form& form);

/// Texts as XLIFF 2.1 (OASIS), a unit a text, to be translated by programs of others; the same read back. A problem has
/// a place. At most 64 MB, and 100,000 units.
std::string xliffOf(const Form& form, const std::string& language);
struct TextsRead {
    std::string language;
    std::vector<FormText> texts;
    std::string form = {};  // the name of the form that they are of, where the file says it
};
Result<TextsRead> readXliff(const std::string& bytes);
/// The same as a table (RFC 4180): place, what it is, source, target. Its language is that of the last column's
/// heading.
std::string textTable(const Form& form, const std::string& language);
Result<TextsRead> readTextTable(const std::string& text);
/// Either of them, whichever the bytes are.
Result<TextsRead> readTexts(const std::string& bytes);

}  // namespace brindel
