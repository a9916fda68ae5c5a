// Every sentence that a filler meets, by the form's language: what is wrong with an answer, what a field takes, what a
// form says when it is handed in. The sentences are in filler_languages/, a file a language.
#pragma once

#include <cstdint>
#include <string>
#include <variant>
#include <vector>

namespace brindel {

enum class Phrase : std::uint8_t {
    inRow,
    mustBeFilled,
    mustBeTicked,
    mustBeSigned,
    needsPicture,
    chooseFor,
    chooseOneFor,
    chooseOneOfThese,
    tooLong,
    notThePattern,
    noNumber,
    wholeNumber,
    tooManyDecimals,
    tooLittle,
    tooMuch,
    noDate,
    noTime,
    atTheEarliest,
    atTheLatest,
    notAChoice,
    notAChoiceOf,
    atLeastSoMany,
    atMostSoMany,
    writeTheOther,
    twice,
    notRight,
    notAsIn,
    checkDigits,
    // what must be filled in, as it is marked
    requiredSign,
    requiredWord,
    signExplained,
    yes,
    no,
    goOn,
    goToAddress,
    writeTo,
    // what a field takes, in words
    fromTo,
    orMore,
    atMost,
    fromOn,
    until,
    between,
    charactersAtMost,
    byItself,
    today,
    daysAfterToday,
    daysBeforeToday,
    // what a values file or a reply gives
    noSuchField,
    mayNotChange,
    yesNoExpected,
    textExpected,
    textsExpected,
    lineExpected,
    plainExpected,
    lettersExpected,
    numberExpected,
    smallerExpected,
    dateExpected,
    timeExpected,
    choiceExpected,
    pictureExpected,
    signatureExpected,
    isAnother,
    isAnotherWorkedOut,
    onlyOne,
    otherForm,
    // a date and a time in letters, as a field shows them while it is empty: day, month, year; hour, minute
    dateLetters,
    timeLetters,
    // personal details: why they are asked for, and what is said about it
    purposeName,
    purposeAddress,
    purposeReach,
    purposeBirth,
    purposeBank,
    purposeIdentity,
    purposeHealth,
    purposeSignature,
    noticeWhy,
    noticeWhoAndWhy,
    noticeKept,
    noticeAsk,
    // where fillers hand in
    addRow,
    removeRow,
    handIn,
    pickPicture,
    pictureFiles,
    handInHint,
    notInOrder,
    readyToSend,
    staysOpen,
    wasKeptAs,
    waitsHere,
    // a form as a web page
    needsScript,
    close,
    pickDay,
    typeYourName,
    drawAgain,
    takePictureAway,
    noPicture,
    leftWithout,
    savedAsFile,
    saveAsFile,
    isSent,
    wasSent,
    wasSentAs,
    wasNotSent,
    wasRefused,
    fillInAnother,
    tooManySent,
    notSavedNow,
    tryAgain,
    draftFound,
    draftGoOn,
    draftAnew,
    stepBack,
    stepNext,
    stepOf,
    lettersLeft,
    count_
};

/// What stands where a count will: the sentence takes the form that a language has for `like`, with `text` for its
/// digits.
struct CountToCome {
    std::int64_t like;
    std::string text;
};
using PhrasePart = std::variant<std::string, std::int64_t, CountToCome>;

/// The sentence in a language ("de", "de-AT"; English where there is none), with its parts put in: {0}, {1} …
/// A label that ends in a mark of its own takes no colon: “Mast stepped? Please tick this.”
std::string phrase(Phrase which, const std::string& language, const std::vector<PhrasePart>& parts = {});

}  // namespace brindel
