// What a class says of answers that are not right: the sentences of its kinds of answers, in the form's language.
#include <fmt/format.h>

#include <algorithm>

#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"

namespace brindel::qt {

using std::string;

namespace {

/// What is said of answers of each type; %1 is what they are called, %2 what they take, %3 what was filled in.
struct Said {
    AnswerType of;
    const char* member;
    Phrase phrase;
    std::vector<PhrasePart> parts = {};
};
const std::vector<Said>& saidOfAnswers() {
    using enum AnswerType;
    static const std::vector<Said> rows = {
        {none, "notRight", Phrase::notRight, {"%1"}},
        {none, "noSuchField", Phrase::noSuchField},
        {none, "mayNotChange", Phrase::mayNotChange},
        {none, "isAnother", Phrase::isAnother, {"%1", "%2"}},
        {none, "isAnotherWorkedOut", Phrase::isAnotherWorkedOut, {"%1", "%2"}},
        {none, "otherForm", Phrase::otherForm, {"%1", "%2"}},
        {text, "mustBeFilled", Phrase::mustBeFilled, {"%1"}},
        {text, "textExpected", Phrase::textExpected},
        {text, "lineExpected", Phrase::lineExpected},
        {text, "plainExpected", Phrase::plainExpected, {"%1"}},
        {text, "lettersExpected", Phrase::lettersExpected, {"%1"}},
        {text, "notThePattern", Phrase::notThePattern, {"%3", "%1"}},
        {number, "mustBeFilled", Phrase::mustBeFilled, {"%1"}},
        {number, "numberExpected", Phrase::numberExpected},
        {number, "smallerExpected", Phrase::smallerExpected},
        {number, "noNumber", Phrase::noNumber, {"%1", "%3"}},
        {number, "tooLittle", Phrase::tooLittle, {"%1", "%2", "%3"}},
        {number, "tooMuch", Phrase::tooMuch, {"%1", "%2", "%3"}},
        {number, "fromTo", Phrase::fromTo, {"%1", "%2"}},
        {number, "orMore", Phrase::orMore, {"%1"}},
        {number, "atMost", Phrase::atMost, {"%1"}},
        {date, "mustBeFilled", Phrase::mustBeFilled, {"%1"}},
        {date, "dateExpected", Phrase::dateExpected},
        {date, "noDate", Phrase::noDate, {"%1", "%2", "%3"}},
        {date, "atTheEarliest", Phrase::atTheEarliest, {"%1", "%2"}},
        {date, "atTheLatest", Phrase::atTheLatest, {"%1", "%2"}},
        {time, "mustBeFilled", Phrase::mustBeFilled, {"%1"}},
        {time, "timeExpected", Phrase::timeExpected},
        {time, "noTime", Phrase::noTime, {"%1", "%2", "%3"}},
        {time, "atTheEarliest", Phrase::atTheEarliest, {"%1", "%2"}},
        {time, "atTheLatest", Phrase::atTheLatest, {"%1", "%2"}},
        {choice, "chooseFor", Phrase::chooseFor, {"%1"}},
        {choice, "textExpected", Phrase::textExpected},
        {choice, "notAChoiceOf", Phrase::notAChoiceOf, {"%3", "%1"}},
        {picks, "chooseFor", Phrase::chooseFor, {"%1"}},
        {picks, "textsExpected", Phrase::textsExpected},
        {picks, "onlyOne", Phrase::onlyOne},
        {picks, "notAChoice", Phrase::notAChoice, {"%1"}},
        {picks, "twice", Phrase::twice, {"%1"}},
        {picks, "atLeastSoMany", Phrase::atLeastSoMany, {"%2", "%1"}},
        {picks, "writeTheOther", Phrase::writeTheOther, {"%1"}},
        {tick, "mustBeTicked", Phrase::mustBeTicked, {"%1"}},
        {tick, "yesNoExpected", Phrase::yesNoExpected},
        {question, "chooseOneFor", Phrase::chooseOneFor, {"%1"}},
        {question, "chooseOneOfThese", Phrase::chooseOneOfThese},
        {question, "choiceExpected", Phrase::choiceExpected},
        {question, "notAChoice", Phrase::notAChoice, {"%1"}},
        {picture, "needsPicture", Phrase::needsPicture, {"%1"}},
        {picture, "textExpected", Phrase::textExpected},
        {ink, "mustBeSigned", Phrase::mustBeSigned, {"%1"}},
        {ink, "textExpected", Phrase::textExpected},
    };
    return rows;
}

}  // namespace

string Writer::sentences() {
    std::set<string> given;
    string list;
    std::set<AnswerType> types = {AnswerType::none};
    for (Id id : form_.index()->fields()) types.insert(form_.find(id)->is().answers);
    // In the order of their type, which is that of designated members.
    static const std::vector<const char*> order = {"mustBeFilled",     "mustBeTicked",    "mustBeSigned",
                                                   "needsPicture",     "chooseFor",       "chooseOneFor",
                                                   "chooseOneOfThese", "notRight",        "notThePattern",
                                                   "noNumber",         "tooLittle",       "tooMuch",
                                                   "noDate",           "noTime",          "atTheEarliest",
                                                   "atTheLatest",      "notAChoice",      "notAChoiceOf",
                                                   "atLeastSoMany",    "writeTheOther",   "twice",
                                                   "fromTo",           "orMore",          "atMost",
                                                   "noSuchField",      "mayNotChange",    "yesNoExpected",
                                                   "textExpected",     "textsExpected",   "lineExpected",
                                                   "plainExpected",    "lettersExpected", "numberExpected",
                                                   "smallerExpected",  "dateExpected",    "timeExpected",
                                                   "choiceExpected",   "isAnother",       "isAnotherWorkedOut",
                                                   "onlyOne",          "otherForm"};
    for (const char* member : order)
        for (const Said& said : saidOfAnswers())
            if (said.member == string(member) && types.contains(said.of) && given.insert(member).second) {
                const string text = phrase(said.phrase, language_, said.parts);
                tr(text, "said of an answer that is not right");
                list += fmt::format("{}.{} = {}::tr({})", list.empty() ? "" : ",\n", member, base, quotedText(text));
            }
    return list;
}

}  // namespace brindel::qt
