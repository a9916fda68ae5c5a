#include "core/text/phrases.h"

#include <unicode/msgfmt.h>

#include <array>
#include <map>
#include <memory>

#include "core/model/in_order.h"

namespace brindel {
namespace {

constexpr std::array<std::string_view, 2> languages = {"en", "de"};

struct Row {
    Phrase phrase;
    std::array<std::string_view, languages.size()> patterns;
};

// The table reads best in long lines.
// clang-format off
constexpr Row rows[] = {
    {Phrase::inRow, {"{0}, row {1}", "{0}, Zeile {1}"}},
    {Phrase::mustBeFilled, {"{0} must be filled in.", "{0} muss ausgefüllt werden."}},
    {Phrase::mustBeTicked, {"{0} must be ticked.", "{0} muss angekreuzt werden."}},
    {Phrase::mustBeSigned, {"{0} must be signed.", "{0} muss unterschrieben werden."}},
    {Phrase::needsPicture, {"{0} needs a picture.", "{0} braucht ein Bild."}},
    {Phrase::chooseFor, {"Choose an answer for {0}.", "Bitte eine Antwort zu {0} wählen."}},
    {Phrase::chooseOneFor, {"Choose one for {0}.", "Bitte zu {0} eines wählen."}},
    {Phrase::chooseOneOfThese, {"Choose one of these.", "Bitte eines davon wählen."}},
    {Phrase::tooLong, {"{0} takes at most {1, plural, one {# character} other {# characters}}; this has {2}.",
                       "{0} nimmt höchstens {1, plural, one {# Zeichen} other {# Zeichen}}; hier sind es {2}."}},
    {Phrase::notThePattern, {"“{0}” does not have the form that {1} needs.", "„{0}“ hat nicht die Form, die {1} braucht."}},
    {Phrase::noNumber, {"{0} takes a number; “{1}” is none.", "{0} nimmt eine Zahl; „{1}“ ist keine."}},
    {Phrase::wholeNumber, {"{0} takes a whole number; {1} is none.", "{0} nimmt eine ganze Zahl; {1} ist keine."}},
    {Phrase::tooManyDecimals, {"{0} takes at most {1, plural, one {# decimal} other {# decimals}}; {2} has more.",
                               "{0} nimmt höchstens {1, plural, one {# Nachkommastelle} other {# Nachkommastellen}}; {2} hat mehr."}},
    {Phrase::tooLittle, {"{0} takes {1}; {2} is too little.", "{0} nimmt {1}; {2} ist zu wenig."}},
    {Phrase::tooMuch, {"{0} takes {1}; {2} is too much.", "{0} nimmt {1}; {2} ist zu viel."}},
    {Phrase::noDate, {"{0} takes a date such as {1}; “{2}” is none.", "{0} nimmt ein Datum wie {1}; „{2}“ ist keines."}},
    {Phrase::noTime, {"{0} takes a time such as {1}; “{2}” is none.", "{0} nimmt eine Uhrzeit wie {1}; „{2}“ ist keine."}},
    {Phrase::atTheEarliest, {"{0} is {1} at the earliest.", "{0} ist frühestens {1}."}},
    {Phrase::atTheLatest, {"{0} is {1} at the latest.", "{0} ist spätestens {1}."}},
    {Phrase::notAChoice, {"“{0}” is not among the choices.", "„{0}“ steht nicht zur Wahl."}},
    {Phrase::notAChoiceOf, {"“{0}” is not among the choices of {1}.", "„{0}“ steht bei {1} nicht zur Wahl."}},
    {Phrase::atLeastSoMany, {"Choose at least {0} for {1}.", "Bitte zu {1} mindestens {0} wählen."}},
    {Phrase::atMostSoMany, {"Choose at most {0} for {1}; {2, plural, one {# is chosen} other {# are chosen}}.",
                            "Bitte zu {1} höchstens {0} wählen; gewählt {2, plural, one {ist #} other {sind #}}."}},
    {Phrase::writeTheOther, {"Write out the other answer to {0}.", "Bitte die andere Antwort zu {0} ausschreiben."}},
    {Phrase::twice, {"“{0}” is given twice.", "„{0}“ ist doppelt angegeben."}},
    {Phrase::notRight, {"{0} is not right.", "{0} stimmt so nicht."}},
    {Phrase::notAsIn, {"Please write it as in {0}.", "Bitte schreiben wie in {0}."}},
    {Phrase::checkDigits, {"The check digits are not right: a digit is mistyped.", "Die Prüfziffern stimmen nicht: eine Ziffer ist vertippt."}},
    {Phrase::requiredSign, {"*", "*"}},
    {Phrase::requiredWord, {"(required)", "(Pflichtangabe)"}},
    {Phrase::signExplained, {"* must be filled in", "* bitte ausfüllen"}},
    {Phrase::yes, {"Yes", "Ja"}},
    {Phrase::no, {"No", "Nein"}},
    {Phrase::goOn, {"Go on", "Weiter"}},
    {Phrase::goToAddress, {"Go to {0}?", "Zu {0} gehen?"}},
    {Phrase::writeTo, {"Write a letter to {0}?", "Einen Brief an {0} schreiben?"}},

    {Phrase::fromTo, {"{0} to {1}", "{0} bis {1}"}},
    {Phrase::orMore, {"{0} or more", "{0} oder mehr"}},
    {Phrase::atMost, {"at most {0}", "höchstens {0}"}},
    {Phrase::fromOn, {"from {0} on", "ab {0}"}},
    {Phrase::until, {"until {0}", "bis {0}"}},
    {Phrase::charactersAtMost, {"at most {0, plural, one {# character} other {# characters}}",
                                "höchstens {0, plural, one {# Zeichen} other {# Zeichen}}"}},
    {Phrase::takes, {"{0} takes {1}.", "{0} nimmt {1}."}},
    {Phrase::byItself, {"is worked out", "wird berechnet"}},
    {Phrase::today, {"today", "heute"}},
    {Phrase::daysAfterToday, {"{0, plural, one {# day} other {# days}} after today", "{0, plural, one {# Tag} other {# Tage}} nach heute"}},
    {Phrase::daysBeforeToday, {"{0, plural, one {# day} other {# days}} before today", "{0, plural, one {# Tag} other {# Tage}} vor heute"}},

    {Phrase::noSuchField, {"The form has no field of that name.", "Das Formular hat kein Feld dieses Namens."}},
    {Phrase::mayNotChange, {"Fillers may not change this field.", "Dieses Feld darf nicht geändert werden."}},
    {Phrase::yesNoExpected, {"true or false is expected.", "Erwartet wird true oder false."}},
    {Phrase::textExpected, {"Text is expected.", "Erwartet wird Text."}},
    {Phrase::textsExpected, {"Text, or a list of texts, is expected.", "Erwartet wird Text oder eine Liste von Texten."}},
    {Phrase::numberExpected, {"A number is expected.", "Erwartet wird eine Zahl."}},
    {Phrase::dateExpected, {"A date is expected, such as 2026-04-01.", "Erwartet wird ein Datum wie 2026-04-01."}},
    {Phrase::timeExpected, {"A time is expected, such as 08:30.", "Erwartet wird eine Uhrzeit wie 08:30."}},
    {Phrase::choiceExpected, {"One of the choices is expected, as text.", "Erwartet wird eine der Antworten als Text."}},
    {Phrase::onlyOne, {"Only one can be chosen.", "Nur eines kann gewählt werden."}},
    {Phrase::otherForm, {"This is a reply to the form “{0}”, not to “{1}”.", "Dies ist eine Antwort auf das Formular „{0}“, nicht auf „{1}“."}},

    {Phrase::purposeName, {"to know whom it concerns", "um zu wissen, wen es betrifft"}},
    {Phrase::purposeAddress, {"to write to you", "um Ihnen zu schreiben"}},
    {Phrase::purposeReach, {"to reach you", "um Sie zu erreichen"}},
    {Phrase::purposeBirth, {"to see that you are of age", "um zu sehen, dass Sie volljährig sind"}},
    {Phrase::purposeBank, {"to settle the account", "um abzurechnen"}},
    {Phrase::purposeIdentity, {"to make sure who you are", "um festzustellen, wer Sie sind"}},
    {Phrase::purposeHealth, {"to keep you safe", "um auf Sie achtzugeben"}},
    {Phrase::purposeSignature, {"to have your agreement in writing", "um Ihre Zustimmung schriftlich zu haben"}},
    {Phrase::noticeWhy, {"We use your details {0}.", "Wir verwenden Ihre Angaben, {0}."}},
    {Phrase::noticeWhoAndWhy, {"{0} uses your details {1}.", "{0} verwendet Ihre Angaben, {1}."}},
    {Phrase::noticeKept, {"They are kept {0}.", "Sie werden {0} aufbewahrt."}},
    {Phrase::noticeAsk, {"Questions: {0}.", "Fragen: {0}."}},

    {Phrase::addRow, {"Add a row", "Zeile anfügen"}},
    {Phrase::removeRow, {"Take the last row away", "Letzte Zeile wegnehmen"}},
    {Phrase::handIn, {"Hand in", "Abgeben"}},
    {Phrase::pickPicture, {"Pick a picture", "Bild auswählen"}},
    {Phrase::pictureFiles, {"Pictures", "Bilder"}},
    {Phrase::handInHint, {"Fill in the form, then hand it in.", "Bitte ausfüllen und dann abgeben."}},
    {Phrase::notInOrder, {"Not in order yet", "Noch nicht in Ordnung"}},
    {Phrase::readyToSend, {"Everything is in order. Save the file and send it back.", "Alles ist in Ordnung. Bitte die Datei speichern und zurücksenden."}},
    {Phrase::staysOpen, {"The form stays open, so nothing is lost.", "Das Formular bleibt offen, nichts geht verloren."}},
};
// clang-format on

static_assert(std::size(rows) == std::size_t(Phrase::count_), "a row a phrase");
static_assert(inOrder(rows, &Row::phrase), "the rows stand in the order of Phrase");

icu::UnicodeString wide(std::string_view text) {
    return icu::UnicodeString::fromUTF8(icu::StringPiece(text.data(), int32_t(text.size())));
}

std::size_t languageNumber(const std::string& language) {
    const std::string_view first = std::string_view(language).substr(0, language.find_first_of("-_"));
    for (std::size_t i = 0; i < languages.size(); ++i)
        if (languages[i] == first) return i;
    return 0;
}

}  // namespace

std::string phrase(Phrase which, const std::string& language, const std::vector<PhrasePart>& parts) {
    const std::size_t number = languageNumber(language);
    thread_local std::map<std::pair<Phrase, std::size_t>, std::unique_ptr<icu::MessageFormat>> made;
    UErrorCode error = U_ZERO_ERROR;
    auto& format = made[{which, number}];
    if (!format)
        format = std::make_unique<icu::MessageFormat>(wide(phrasePattern(which, number)),
                                                      icu::Locale(std::string(languages[number]).c_str()), error);
    std::vector<icu::Formattable> arguments;
    for (const PhrasePart& part : parts) {
        if (const auto* count = std::get_if<std::int64_t>(&part))
            arguments.emplace_back(*count);
        else
            arguments.emplace_back(wide(std::get<std::string>(part)));
    }
    icu::UnicodeString said;
    icu::FieldPosition nowhere(icu::FieldPosition::DONT_CARE);
    format->format(arguments.data(), int32_t(arguments.size()), said, nowhere, error);
    std::string text;
    return said.toUTF8String(text);
}

std::span<const std::string_view> phraseLanguages() {
    return languages;
}

std::string_view phrasePattern(Phrase which, std::size_t language) {
    return rows[std::size_t(which)].patterns[language];
}

}  // namespace brindel
