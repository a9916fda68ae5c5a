// What is asked with a control of a class: its name, what it takes, and its choices.
#include <fmt/format.h>

#include "core/answers/choice_lists.h"
#include "core/model/in_order.h"
#include "core/session/limits.h"
#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"

namespace brindel::qt {

using std::string;

namespace {

/// One row a type of answer: the part that asks it, and what it is to the program that takes it.
struct Asks {
    AnswerType answers;
    const char *part, *limits, *value;
    bool ofWidget;  // the part is one for each class of widgets
};
constexpr Asks asks[] = {
    {AnswerType::none, "", "", "QString", false},
    {AnswerType::text, "TextAnswer", "TextLimits", "QString", true},
    {AnswerType::number, "NumberAnswer", "NumberLimits", "std::optional<double>", false},
    {AnswerType::date, "DateAnswer", "DateLimits", "QDate", false},
    {AnswerType::time, "TimeAnswer", "TimeLimits", "QTime", false},
    {AnswerType::choice, "ChoiceAnswer", "", "QString", false},
    {AnswerType::picks, "PicksAnswer", "PicksLimits", "QString", true},
    {AnswerType::tick, "TickAnswer", "", "bool", false},
    {AnswerType::question, "QuestionAnswer", "", "QString", false},
    {AnswerType::picture, "MadeAnswer", "", "QString", true},
    {AnswerType::ink, "MadeAnswer", "", "QString", true},
};
static_assert(inOrder(asks, &Asks::answers), "the rows stand in the order of AnswerType");

const Asks& asksOf(const Control& c) {
    return asks[std::size_t(c.is().answers)];
}
string optionalNumber(std::optional<double> number) {
    return number ? numberLiteral(*number) : "";
}

}  // namespace

string Writer::answerType(Id id) const {
    const Control& c = *form_.find(id);
    const Asks& row = asksOf(c);
    // A text box with a box for each letter is typed into as any other of one line.
    const string of = c.is().answer().free && widgetType(c).starts_with("fx::") ? "QLineEdit" : widgetType(c);
    return string("fx::") + row.part + (row.ofWidget ? "<" + of + ">" : "");
}

string Writer::valueType(const Control& c) const {
    return has(c.kind, Prop::many) && takesSeveral(c) ? "QStringList" : asksOf(c).value;
}

string Writer::choicesOf(const Control& c) {
    if (choicesFollowAnswers(form_, c.id)) return "{}";
    const Control* now = opened_.form().find(c.id);
    string list;
    for (const Choice& choice : (now ? *now : c).choices())
        list += fmt::format("{}{{{}, {}}}", list.empty() ? "" : ",\n                ", textLiteral(choice.value),
                            tr(choice.text, "choice of " + answerName(form_, c)));
    return "{" + list + "}";
}

string Writer::askedOf(const Control& c) {
    string list = ".name = " + textLiteral(answerName(form_, c));
    bool required = false, open = false;
    for (Id id : radioGroupOf(form_, c)) {
        required = required || form_.find(id)->yes(Prop::required);
        open = open || form_.find(id)->as<Access>() == Access::open;
    }
    if (required) put(list, "required", "true");
    if (!open) put(list, "isShut", "true");
    if (!c.text(Prop::workedOut).empty()) put(list, "isWorkedOut", "true");
    if (has(c.kind, Prop::secret) && c.yes(Prop::secret)) put(list, "isSecret", "true");
    auto own = [&](Prop prop, const char* field) {
        if (has(c.kind, prop) && !c.text(prop).empty())
            put(list, field, tr(c.text(prop), string(row(prop).word) + " of " + answerName(form_, c)));
    };
    own(Prop::requiredMessage, "missing");
    own(Prop::validMessage, "notRight");
    own(Prop::rangeMessage, "range");
    return "{" + list + "}";
}

string Writer::limitsOf(const Control& c) {
    string list;
    auto text = [&](Prop prop, const char* field) {
        if (has(c.kind, prop) && !c.text(prop).empty()) put(list, field, textLiteral(c.text(prop)));
    };
    auto number = [&](Prop prop, const char* field) {
        if (has(c.kind, prop)) put(list, field, optionalNumber(c.maybeNumber(prop)));
    };
    auto minutes = [&](Prop prop, const char* field) {
        if (const auto time = clockRead(c.text(prop))) put(list, field, std::to_string(*time));
    };
    const char* what = "said of an answer that is not right";
    switch (c.is().answers) {
        case AnswerType::text: {
            if (!c.text(Prop::defaultText).empty())
                put(list, "start", tr(c.text(Prop::defaultText), "what " + answerName(form_, c) + " starts with"));
            if (c.as<LetterCase>() != LetterCase::asTyped)
                put(list, "letters", "fx::Letters::" + c.text(Prop::letters));
            const auto most = std::int64_t(c.number(Prop::maxLength));
            if (most > 0) put(list, "longest", std::to_string(most));
            if (!isOneLine(c)) put(list, "isOneLine", "false");
            text(Prop::pattern, "pattern");
            if (has(c.kind, Prop::patternMessage) && !c.text(Prop::patternMessage).empty())
                put(list, "notThePattern", tr(c.text(Prop::patternMessage), "pattern of " + answerName(form_, c)));
            if (most > 0) put(list, "tooLong", say(Phrase::tooLong, what, {"%1", most, "%3"}));
            break;
        }
        case AnswerType::number: {
            if (const auto start = numberFrom(c.text(Prop::defaultText))) put(list, "start", numberLiteral(*start));
            number(Prop::least, "least");
            number(Prop::most, "most");
            if (c.number(Prop::step) != 1) number(Prop::step, "step");
            const auto places = std::int64_t(c.number(Prop::decimals));
            if (places != 0) put(list, "decimals", std::to_string(places));
            if (c.yes(Prop::thousands)) put(list, "grouped", "true");
            if (!c.text(Prop::unit).empty())
                put(list, "unit", tr(c.text(Prop::unit), "unit of " + answerName(form_, c)));
            put(list, "tooPrecise",
                places == 0 ? say(Phrase::wholeNumber, what, {"%1", "%3"})
                            : say(Phrase::tooManyDecimals, what, {"%1", places, "%3"}));
            break;
        }
        case AnswerType::date:
            text(Prop::defaultText, "start");
            text(Prop::datePattern, "pattern");
            text(Prop::earliest, "earliest");
            text(Prop::latest, "latest");
            break;
        case AnswerType::time:
            minutes(Prop::defaultText, "start");
            text(Prop::timePattern, "pattern");
            minutes(Prop::earliestTime, "earliest");
            minutes(Prop::latestTime, "latest");
            put(list, "step", std::to_string(std::max(1, int(c.number(Prop::stepMinutes)))));
            break;
        case AnswerType::picks: {
            text(Prop::defaultText, "start");
            if (takesSeveral(c)) put(list, "takesSeveral", "true");
            if (has(c.kind, Prop::otherAnswers) && c.yes(Prop::otherAnswers)) put(list, "takesOthers", "true");
            if (c.number(Prop::atLeast) > 0) number(Prop::atLeast, "atLeast");
            if (c.number(Prop::atMost) > 0) number(Prop::atMost, "atMost");
            // Counted as two are: more than the most are more than one.
            if (takesSeveral(c))
                put(list, "atMostSoMany", say(Phrase::atMostSoMany, what, {"%2", "%1", CountToCome{2, "%3"}}));
            break;
        }
        default:
            break;
    }
    return "{" + list + "}";
}

/// The buttons of a question.
string Writer::buttonsOf(const Control& c) {
    string buttons;
    for (Id id : radioGroupOf(form_, c)) {
        const Control& k = *form_.find(id);
        string one = ".button = " + memberOf(id) + ", .value = " + textLiteral(valueWhenOn(k));
        if (k.yes(Prop::startsTicked)) put(one, "starts", "true");
        if (k.as<Access>() != Access::open) put(one, "isShut", "true");
        buttons += (buttons.empty() ? "" : ",\n ") + ("{" + one + "}");
    }
    return "QList<fx::QuestionAnswer::Button>{" + buttons + "}";
}

/// What is asked with a control, registered: "filling_->numLength = filling_->add<…>(…);".
string Writer::answerOf(const Control& c) {
    const Asks& row = asksOf(c);
    use(row.part);
    std::vector<string> arguments;
    if (c.is().answer().shared)
        arguments.push_back(buttonsOf(c));
    else
        arguments.push_back(c.is().answers == AnswerType::date ? memberOf(c.id) : madeName(c));
    if (c.is().answers == AnswerType::date)
        arguments.push_back(isPicked(c) ? madeName(c) + "->lineEdit()" : memberOf(c.id));
    arguments.push_back("fx::Asked" + askedOf(c));
    if (c.is().answer().listed) arguments.push_back("fx::Choices" + choicesOf(c));
    if (row.limits[0]) arguments.push_back(string("fx::") + row.limits + limitsOf(c));
    if (c.is().answers == AnswerType::choice) {
        arguments.push_back(textLiteral(c.text(Prop::defaultText)));
        if (c.yes(Prop::otherAnswers)) arguments.emplace_back("true");
    }
    if (c.is().answer().toggled && c.yes(Prop::startsTicked)) arguments.emplace_back("true");
    if (c.is().answer().shared) {
        const Control* frame = form_.find(c.parent);
        const bool titled = frame && frame->is().framed && !frame->text(Prop::title).empty();
        arguments.push_back(titled ? memberOf(frame->id) + "->accessibleName()" : "QString()");
    }
    if (c.is().answer().strokes) arguments.emplace_back("&fx::Sentences::mustBeSigned");
    if (c.is().answers == AnswerType::picture) arguments.emplace_back("&fx::Sentences::needsPicture");
    // On one line where it fits there, else an argument a line.
    constexpr std::size_t widest = 60;
    std::size_t wide = 0;
    for (const string& one : arguments) wide += one.size();
    const string between = wide > widest ? ",\n    " : ", ";
    string list = wide > widest ? "\n    " : "";
    for (std::size_t i = 0; i < arguments.size(); ++i) list += (i ? between : "") + arguments[i];
    const string type = answerType(c.id);
    filling_ += fmt::format("{} *{} = nullptr;\n", type, bareAnswer(c.id));
    string out = fmt::format("{} = filling_->add<{}>({});\n", answerMember(c.id), type, list);
    if (isRunOfNumbers(c)) out += fmt::format("{}->countAsNumbers();\n", answerMember(c.id));
    // A calendar picks into it.
    if (isPicked(c) && c.yes(Prop::calendar))
        out += fmt::format("{}->onCalendar([this] {{ return {}(); }}, [this](QDate day) {{ {}->pick(day); }});\n",
                           madeName(c), accessor(c.id), answerMember(c.id));
    return out;
}

}  // namespace brindel::qt
