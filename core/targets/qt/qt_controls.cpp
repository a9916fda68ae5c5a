// How each kind of control is made in a class: its widget, its looks, and what is asked with it.
#include <fmt/format.h>

#include <cmath>

#include "core/answers/choice_lists.h"
#include "core/answers/required_marks.h"
#include "core/layout/folding.h"
#include "core/model/looks.h"
#include "core/model/style_keys.h"
#include "core/order/access_keys.h"
#include "core/session/limits.h"
#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"

namespace brindel::qt {

using std::string;

namespace {

bool readOnly(const Control& c) {
    return c.as<Access>() != Access::open || !c.text(Prop::workedOut).empty();
}
bool isOneLine(const Control& c) {
    return c.as<Lines>() == Lines::one;
}
/// True for a date that is typed and picked; one that cannot be changed is a line of text.
bool isPicked(const Control& c) {
    return c.is().answers == AnswerType::date && !readOnly(c);
}

/// What a control becomes: the widget's class, the header that declares it where the class's own header speaks of it,
/// and the part that it needs.
struct Widget {
    string type, header;
    std::string_view part = {};
    string member = {};  // its type in the class's header, where that is another
};
Widget widgetOf(const Control& c) {
    switch (c.kind) {
        case Kind::label:
            return {"fx::Label", "QLabel", "Label", "QLabel"};
        case Kind::textBox:
            if (!isOneLine(c)) return c.yes(Prop::rich) ? Widget{"QTextEdit", "QTextEdit"} : Widget{"QPlainTextEdit", "QPlainTextEdit"};
            return letterBoxes(c).empty() ? Widget{"QLineEdit", "QLineEdit"} : Widget{"fx::LetterBoxes", "QLineEdit", "LetterBoxes", "QLineEdit"};
        case Kind::numberBox:
        case Kind::timeBox:
            return {"fx::NumberBox", "QAbstractSpinBox", "NumberBox", "QAbstractSpinBox"};
        case Kind::dateBox:
            return isPicked(c) ? Widget{"fx::DateBox", "QComboBox", "DateBox", "QComboBox"} : Widget{"QLineEdit", "QLineEdit"};
        case Kind::comboBox:
            return {"QComboBox", "QComboBox"};
        case Kind::listBox:
            return {"fx::ListBox", "QListWidget", "ListBox", "QListWidget"};
        case Kind::checkBox:
            return {"QCheckBox", "QCheckBox"};
        case Kind::radioButton:
            return {"QRadioButton", "QRadioButton"};
        case Kind::choiceGroup:
            return {"fx::ChoiceGroup", "QWidget", "ChoiceGroup", "QWidget"};
        case Kind::button:
            return {"QPushButton", "QPushButton"};
        case Kind::frame:
            return {"fx::Frame", "QWidget", "Frame", "QWidget"};
        case Kind::tabs:
            return {"QTabWidget", "QTabWidget"};
        case Kind::page:
            return {"fx::Paper", "QWidget", "Paper", "QWidget"};
        case Kind::table:
            return {"fx::Table", "QWidget", "Table", "QWidget"};
        case Kind::picture:
            return isFilled(c) ? Widget{"fx::PictureBox", "QAbstractButton", "PictureBox", "QAbstractButton"} : Widget{"fx::Picture", "QWidget", "Picture", "QWidget"};
        case Kind::signature:
            return {"fx::Signature", "QWidget", "Signature", "QWidget"};
        case Kind::line:
        case Kind::box:
            return {"fx::Line", "QWidget", "Line", "QWidget"};
        default:
            return {"QWidget", "QWidget"};
    }
}

/// The type of what is asked with a control, and the part that it needs.
std::pair<string, std::string_view> answerTypeOf(const Control& c) {
    switch (c.is().answers) {
        case AnswerType::text:
            return {"fx::TextAnswer<" + (widgetOf(c).type.starts_with("fx::") ? "QLineEdit" : widgetOf(c).type) + ">", "TextAnswer"};
        case AnswerType::number:
            return {"fx::NumberAnswer", "NumberAnswer"};
        case AnswerType::date:
            return {"fx::DateAnswer", "DateAnswer"};
        case AnswerType::time:
            return {"fx::TimeAnswer", "TimeAnswer"};
        case AnswerType::choice:
            return {"fx::ChoiceAnswer", "ChoiceAnswer"};
        case AnswerType::picks:
            return {"fx::PicksAnswer<" + widgetOf(c).type + ">", "PicksAnswer"};
        case AnswerType::tick:
            return {"fx::TickAnswer", "TickAnswer"};
        case AnswerType::question:
            return {"fx::QuestionAnswer", "QuestionAnswer"};
        case AnswerType::picture:
        case AnswerType::ink:
            return {"fx::MadeAnswer<" + widgetOf(c).type + ">", "MadeAnswer"};
        case AnswerType::none:
            break;
    }
    return {};
}

string colour(Colour c) {
    return fmt::format("QColor({}, {}, {})", c.red, c.green, c.blue);
}
string optionalNumber(std::optional<double> number) {
    return number ? numberLiteral(*number) : "";
}
/// A field of an aggregate; nothing where its value is the usual one.
void put(string& list, const string& field, const string& value) {
    if (value.empty()) return;
    list += (list.empty() ? "." : ", .") + field + " = " + value;
}

}  // namespace

string Writer::typeOf(Id id) const {
    const Widget w = widgetOf(*form_.find(id));
    return w.member.empty() ? w.type : w.member;
}
string Writer::answerType(Id id) const {
    return answerTypeOf(*form_.find(id)).first;
}

string Writer::valueType(const Control& c) const {
    switch (c.is().answers) {
        case AnswerType::number:
            return "std::optional<double>";
        case AnswerType::date:
            return "QDate";
        case AnswerType::time:
            return "QTime";
        case AnswerType::picks:
            return takesSeveral(c) ? "QStringList" : "QString";
        case AnswerType::tick:
            return "bool";
        default:
            return "QString";
    }
}

/// The looks of a control where they are not those of the form's text.
string Writer::dressed(const Control& c, const string& widget) {
    const bool filled = isFilled(c) && c.kind != Kind::checkBox && c.kind != Kind::radioButton;
    const Look look = filled ? entryLookOf(form_, c) : lookOf(form_, c);
    string list;
    if (std::abs(look.size - points_) > 0.01) put(list, "size", numberLiteral(look.size / points_));
    if (look.bold) put(list, "bold", "true");
    if (look.italic) put(list, "italic", "true");
    if (look.underline) put(list, "underline", "true");
    const Look usual = textLook();
    if (look.family != usual.family) put(list, "family", textLiteral(look.family));
    if (look.text && look.textRole.empty() && look.text != usual.text) put(list, "text", colour(*look.text));
    if (look.fill && look.fillRole.empty()) put(list, "fill", colour(*look.fill));
    if (list.empty()) return "";
    use("Look");
    // Of a frame the title alone: what lies in it would take after it.
    if (c.kind == Kind::frame) return fmt::format("{0}->setTitleFont(fx::fontOf({0}, {{{1}}}));\n", widget, list);
    return fmt::format("fx::dress({}, {{{}}});\n", widget, list);
}

string Writer::scaled(double length) const {
    return fmt::format("pixels({})", numberLiteral(std::round(px(length) * 10) / 10));
}

string Writer::sized(const Control& c, const string& widget) {
    const string& holds = c.text(Prop::holdsTo);
    auto to = [&](const char* edge) { return holds.find(edge) != string::npos; };
    const bool across = to("left") && to("right"), down = to("top") && to("bottom");
    const Box box = boxOf(form_, c);
    // The buttons of a group make its size.
    if (c.is().spreads) return "";
    // What carries wording is as wide as that needs, in any language.
    if (c.is().wording && !across) {
        use("atLeast");
        return fmt::format("fx::atLeast({}, {{{}, {}}});\n", widget, scaled(box.width), scaled(box.height));
    }
    use("size");
    return fmt::format("fx::size({}, {{{}, {}}}{});\n", widget, scaled(box.width), scaled(box.height),
                       across && down ? ", fx::Grows::both"
                       : across       ? ", fx::Grows::across"
                       : down         ? ", fx::Grows::down"
                                      : "");
}

/// True for a label of several lines. One that has a line is as wide as its wording, in any language.
bool Writer::wrapsInClass(const Control& c) const {
    if (!c.is().speaks || !c.yes(Prop::wraps)) return false;
    const Look look = lookOf(form_, c);
    const double point = unitsPerPoint(form_);
    return c.box.height > 1.7 * fonts_.lineHeight(look) * point;
}

/// The mark behind the wording of what must be filled in.
string Writer::markOf(const Control& c) {
    return requiredMark(form_, c);
}

/// True for what something can show and hide.
bool Writer::comesAndGoes(Id id) const {
    return !startsVisible(*form_.find(id)) || moved_.shown.contains(id);
}

string Writer::choicesOf(const Control& c) {
    if (choicesFollowAnswers(form_, c.id)) return "{}";
    const Control* now = opened_.form().find(c.id);
    string list;
    for (const Choice& choice : (now ? *now : c).choices())
        list += fmt::format("{}{{{}, {}}}", list.empty() ? "" : ",\n ", textLiteral(choice.value),
                            tr(choice.text, "choice of " + answerName(form_, c)));
    return "{" + list + "}";
}

string Writer::askedOf(const Control& c) {
    string list = ".name = " + textLiteral(answerName(form_, c));
    bool required = false, open = false;
    for (Id id : questionOf(form_, c)) {
        required = required || form_.find(id)->yes(Prop::required);
        open = open || form_.find(id)->as<Access>() == Access::open;
    }
    if (required) put(list, "required", "true");
    if (!open) put(list, "isShut", "true");
    if (!c.text(Prop::workedOut).empty()) put(list, "isWorkedOut", "true");
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
        if (const auto time = timeRead(c.text(prop), "HH:mm", "en")) put(list, field, std::to_string(*time));
    };
    auto say = [&](Phrase which, const std::vector<PhrasePart>& parts) {
        return tr(phrase(which, language_, parts), "said of an answer that is not right");
    };
    switch (c.is().answers) {
        case AnswerType::text: {
            if (!c.text(Prop::defaultText).empty())
                put(list, "start", tr(c.text(Prop::defaultText), "what " + answerName(form_, c) + " starts with"));
            if (c.as<LetterCase>() != LetterCase::asTyped) put(list, "letters", "fx::Letters::" + c.text(Prop::letters));
            const auto most = std::int64_t(c.number(Prop::maxLength));
            if (most > 0) put(list, "longest", std::to_string(most));
            if (!isOneLine(c)) put(list, "isOneLine", "false");
            text(Prop::pattern, "pattern");
            if (has(c.kind, Prop::patternMessage) && !c.text(Prop::patternMessage).empty())
                put(list, "notThePattern", tr(c.text(Prop::patternMessage), "pattern of " + answerName(form_, c)));
            if (most > 0) put(list, "tooLong", say(Phrase::tooLong, {"%1", most, "%3"}));
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
            if (!c.text(Prop::unit).empty()) put(list, "unit", tr(c.text(Prop::unit), "unit of " + answerName(form_, c)));
            put(list, "tooPrecise", places == 0 ? say(Phrase::wholeNumber, {"%1", "%3"}) : say(Phrase::tooManyDecimals, {"%1", places, "%3"}));
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
            // Counted in the plural: more than the most are more than one.
            const std::int64_t count = 987654;
            string many = phrase(Phrase::atMostSoMany, language_, {"%2", "%1", count});
            for (const char* form : {"987,654", "987.654", "987654", "987 654", "987\u00a0654", "987\u202f654"})
                if (const auto at = many.find(form); at != string::npos) many.replace(at, string(form).size(), "%3");
            if (takesSeveral(c)) put(list, "atMostSoMany", tr(many, "said of an answer that is not right"));
            break;
        }
        default:
            break;
    }
    return "{" + list + "}";
}

/// What is asked with a control, registered: "filling_->numLength = filling_->add<…>(…);".
string Writer::answerOf(const Control& c) {
    const auto [type, part] = answerTypeOf(c);
    use(part);
    const string member = memberOf(c.id), asked = askedOf(c);
    string more;
    switch (c.is().answers) {
        case AnswerType::text:
        case AnswerType::number:
        case AnswerType::time:
            more = fmt::format("{}, {}, {}", member == "" ? "" : widgetOf(c).type.starts_with("fx::") ? bareAnswer(c.id) + "Box" : member, asked, limitsOf(c));
            break;
        case AnswerType::date:
            more = fmt::format("{}, {}, {}, {}", member, isPicked(c) ? member + "->lineEdit()" : member, asked, limitsOf(c));
            break;
        case AnswerType::choice:
            more = fmt::format("{}, {}, {}, {}{}", member, asked, choicesOf(c), textLiteral(c.text(Prop::defaultText)),
                               c.yes(Prop::otherAnswers) ? ", true" : "");
            break;
        case AnswerType::picks:
            more = fmt::format("{}Box, {}, {}, {}", bareAnswer(c.id), asked, choicesOf(c), limitsOf(c));
            break;
        case AnswerType::tick:
            more = fmt::format("{}, {}{}", member, asked, c.yes(Prop::startsTicked) ? ", true" : "");
            break;
        case AnswerType::question: {
            string buttons;
            for (Id id : questionOf(form_, c)) {
                const Control& k = *form_.find(id);
                string one = ".button = " + memberOf(id) + ", .value = " + textLiteral(valueWhenOn(k));
                if (k.yes(Prop::startsTicked)) one += ", .starts = true";
                if (k.as<Access>() != Access::open) one += ", .isShut = true";
                buttons += (buttons.empty() ? "" : ",\n ") + ("{" + one + "}");
            }
            const Control* frame = form_.find(c.parent);
            const bool titled = frame && frame->is().framed && !frame->text(Prop::title).empty();
            more = fmt::format("QList<fx::QuestionAnswer::Button>{{{}}}, {}, {}", buttons, asked,
                               titled ? memberOf(frame->id) + "->accessibleName()" : "QString()");
            break;
        }
        case AnswerType::picture:
        case AnswerType::ink:
            more = fmt::format("{}Box, {}, &fx::Sentences::{}", bareAnswer(c.id), asked,
                               c.is().answers == AnswerType::ink ? "mustBeSigned" : "needsPicture");
            break;
        case AnswerType::none:
            return "";
    }
    filling_ += fmt::format("{} *{} = nullptr;\n", type, bareAnswer(c.id));
    // Braced lists are aggregates of their own types.
    const char* limits = nullptr;
    switch (c.is().answers) {
        case AnswerType::text: limits = "fx::TextLimits"; break;
        case AnswerType::number: limits = "fx::NumberLimits"; break;
        case AnswerType::date: limits = "fx::DateLimits"; break;
        case AnswerType::time: limits = "fx::TimeLimits"; break;
        case AnswerType::picks: limits = "fx::PicksLimits"; break;
        default: break;
    }
    const string own = limitsOf(c);
    if (limits)
        if (const auto at = more.rfind(own); at != string::npos) more.replace(at, own.size(), limits + own);
    if (const auto at = more.find(asked); at != string::npos) more.replace(at, asked.size(), "fx::Asked" + asked);
    if (c.is().answers == AnswerType::choice || c.is().answers == AnswerType::picks)
        if (const string all = choicesOf(c); true)
            if (const auto at = more.find(", " + all); at != string::npos) more.replace(at, all.size() + 2, ",\n    fx::Choices" + all);
    return fmt::format("{} = filling_->add<{}>({});\n", answerMember(c.id), type, more);
}

/// The label that speaks for a field and stands in the same container is made with it.
string Writer::make(const Control& c) {
    const Widget w = widgetOf(c);
    if (!w.part.empty()) use(w.part);
    include(w.header);
    const Control& around = *form_.find(c.parent);
    const string member = memberOf(c.id), parent = memberOf(around.is().inGrid ? around.parent : around.id);
    const bool isLocal = !member.ends_with('_');
    // A widget of a class of its own is known by that where it is made.
    const bool special = w.type.starts_with("fx::") && !isLocal;
    const string widget = special ? bareAnswer(c.id) + "Box" : member;
    string out;
    auto line = [&](const string& text) { out += text + "\n"; };
    auto made = [&](const string& arguments) {
        const string start = special || isLocal ? "auto *" + widget : member;
        line(fmt::format("{} = new {}({}{}{});", start, w.type, arguments, arguments.empty() ? "" : ", ", parent));
        if (special) line(fmt::format("{} = {};", member, widget));
    };
    auto about = [&] { return c.name.empty() ? string(c.is().word) : string(c.is().word) + " " + c.name; };
    const string key = keyOfBearer(c.id);
    const string wordingOf = c.is().wording ? c.text(*c.is().wording) : "";
    auto worded = [&] {
        use("word");
        string list = ".text = " + tr(wordingOf, about());
        if (!key.empty()) put(list, "key", textLiteral(key));
        if (const string mark = markOf(c); !mark.empty()) put(list, "mark", tr(mark, "mark of what must be filled in"));
        line(fmt::format("fx::word({}, {{{}}});", widget, list));
    };
    const Look look = lookOf(form_, c), entry = entryLookOf(form_, c);
    auto aligned = [&](const string& to, Across across) {
        if (across != Across::start) line(fmt::format("{}->setAlignment(Qt::{} | Qt::AlignVCenter);", to, across == Across::centre ? "AlignHCenter" : "AlignRight"));
    };
    switch (c.kind) {
        case Kind::label: {
            made(tr(wordingOf, about()));
            if (wrapsInClass(c)) line(widget + "->setWordWrap(true);");
            if (look.across != Across::start || look.down != Down::middle)
                line(fmt::format("{}->setAlignment(Qt::{} | Qt::{});", widget,
                                 look.across == Across::centre ? "AlignHCenter" : look.across == Across::end ? "AlignRight" : "AlignLeft",
                                 look.down == Down::top ? "AlignTop" : look.down == Down::bottom ? "AlignBottom" : "AlignVCenter"));
            if (const string mark = markOf(c); !mark.empty())
                line(fmt::format("{}->setMark({});", widget, tr(mark, "mark of what must be filled in")));
            break;
        }
        case Kind::textBox:
            made(letterBoxes(c).empty() ? "" : std::to_string(letterBoxes(c).size()));
            if (isOneLine(c)) aligned(widget, entry.across);
            if (!isOneLine(c)) {
                line(widget + "->setTabChangesFocus(true);");
                if (!c.yes(Prop::rich) && !c.yes(Prop::wraps)) line(widget + "->setLineWrapMode(QPlainTextEdit::NoWrap);");
                if (c.as<ScrollBars>() != ScrollBars::asNeeded)
                    line(fmt::format("{}->setVerticalScrollBarPolicy(Qt::ScrollBarAlways{});", widget, c.as<ScrollBars>() == ScrollBars::always ? "On" : "Off"));
            }
            if (isOneLine(c) && c.yes(Prop::secret)) line(widget + "->setEchoMode(QLineEdit::Password);");
            if (!c.text(Prop::placeholder).empty()) line(fmt::format("{}->setPlaceholderText({});", widget, tr(c.text(Prop::placeholder), "placeholder of " + about())));
            if (readOnly(c)) line(widget + "->setReadOnly(true);");
            break;
        case Kind::numberBox:
        case Kind::timeBox:
            made("");
            aligned(widget, entry.across);
            if (has(c.kind, Prop::unit) && !c.text(Prop::unit).empty()) line(fmt::format("{}->setUnit({});", widget, tr(c.text(Prop::unit), "unit of " + answerName(form_, c))));
            if (!c.text(Prop::placeholder).empty()) line(fmt::format("{}->edit()->setPlaceholderText({});", widget, tr(c.text(Prop::placeholder), "placeholder of " + about())));
            if (readOnly(c)) {
                line(widget + "->setReadOnly(true);");
                line(widget + "->setButtonSymbols(QAbstractSpinBox::NoButtons);");
            }
            break;
        case Kind::dateBox: {
            made("");
            const string edit = isPicked(c) ? widget + "->lineEdit()" : widget;
            if (!c.text(Prop::placeholder).empty()) line(fmt::format("{}->setPlaceholderText({});", edit, tr(c.text(Prop::placeholder), "placeholder of " + about())));
            if (readOnly(c)) line(widget + "->setReadOnly(true);");
            break;
        }
        case Kind::comboBox: {
            made("");
            const bool editable = c.yes(Prop::otherAnswers) || c.yes(Prop::filters) || readOnly(c);
            if (editable) {
                line(widget + "->setEditable(true);");
                line(widget + "->setInsertPolicy(QComboBox::NoInsert);");
            }
            if (c.yes(Prop::filters)) {
                includes_.insert("QCompleter");
                line(widget + "->completer()->setFilterMode(Qt::MatchContains);");
                line(widget + "->completer()->setCompletionMode(QCompleter::PopupCompletion);");
            }
            if (!c.text(Prop::prompt).empty()) line(fmt::format("{}{}->setPlaceholderText({});", widget, editable ? "->lineEdit()" : "", tr(c.text(Prop::prompt), "prompt of " + about())));
            if (readOnly(c)) line(widget + "->setEnabled(false);");
            break;
        }
        case Kind::listBox:
            made(fmt::format("fx::ListBox::Picked::{}, {}",
                             c.yes(Prop::tickMarks) ? "ticks" : c.as<HowMany>() == HowMany::many ? "several" : "one", scaled(listRowHeight(form_))));
            if (readOnly(c)) line(widget + "->setEnabled(false);");
            break;
        case Kind::checkBox:
        case Kind::radioButton:
            made("");
            worded();
            if (readOnly(c)) line(widget + "->setEnabled(false);");
            break;
        case Kind::choiceGroup: {
            const ChoiceSpots spots = choiceSpotsOf(form_, c, fonts_);
            const auto across = std::max(1, int(c.number(Prop::acrossIn)));
            string list;
            if (!c.text(Prop::text).empty()) put(list, "question", tr(markedWording(form_, c), "question of " + about()));
            if (takesSeveral(c)) put(list, "takesSeveral", "true");
            put(list, "columns", std::to_string(across));
            if (!spots.rows.empty()) put(list, "rowHeight", scaled(spots.rows[0].height));
            if (!c.text(Prop::text).empty()) put(list, "questionGap", scaled(form_.isDialog() ? 4 : 1));
            put(list, "columnWidth", scaled(c.box.width / across));
            if (c.yes(Prop::otherAnswers)) put(list, "other", tr(c.text(Prop::otherText), "other answer of " + about()));
            made("fx::ChoiceGroup::Layout{" + list + "}");
            if (readOnly(c)) line(widget + "->setEnabled(false);");
            break;
        }
        case Kind::button: {
            made("");
            worded();
            line(fmt::format("{}->setAutoDefault(false);", widget));
            if (c.as<ButtonRole>() == ButtonRole::accept && form_.isDialog()) line(widget + "->setDefault(true);");
            string role;
            switch (c.as<ButtonRole>()) {
                case ButtonRole::accept: role = "filling_->accept();"; break;
                case ButtonRole::cancel: role = "filling_->close();"; break;
                case ButtonRole::clear: role = "filling_->clear();"; break;
                case ButtonRole::next: role = fmt::format("filling_->turnBy({}, 1);", widget); break;
                case ButtonRole::back: role = fmt::format("filling_->turnBy({}, -1);", widget); break;
                case ButtonRole::other: break;
            }
            line(fmt::format("connect({0}, &QPushButton::clicked, this, [this{3}] {{ filling_->press({2}, [this{3}] {{ {1} }}); }});", widget, role, widget, isLocal ? ", " + widget : string()));
            break;
        }
        case Kind::frame: {
            const Border border = look.border;
            made(fmt::format("{}, fx::Frame::Border::{}", c.text(Prop::title).empty() ? "QString()" : tr(c.text(Prop::title), "title of " + about()), keyOf(border)));
            if (const string mark = markOf(c); !mark.empty()) line(fmt::format("{}->setMark({});", widget, tr(mark, "mark of what must be filled in")));
            break;
        }
        case Kind::tabs:
            made("");
            if (c.as<TabsSit>() != TabsSit::top)
                line(fmt::format("{}->setTabPosition(QTabWidget::{});", widget, c.as<TabsSit>() == TabsSit::bottom ? "South" : c.as<TabsSit>() == TabsSit::left ? "West" : "East"));
            for (Id pageId : c.children) {
                const Control& page = *form_.find(pageId);
                const string pageMember = memberOf(pageId);
                line(fmt::format("{}{} = new QWidget({});", pageMember.ends_with('_') ? "" : "auto *", pageMember, widget));
                if (!page.name.empty()) line(fmt::format("{}->setObjectName({});", pageMember, textLiteral(page.name)));
                const string pageKey = keyOfBearer(pageId);
                use("keyed");
                line(fmt::format("{}->addTab({}, fx::keyed({}, {{{}}}));", widget, pageMember, tr(page.text(Prop::text), "tab page " + page.name), textLiteral(pageKey)));
            }
            break;
        case Kind::table: {
            const Grid grid = gridOf(*opened_.designed().find(c.id));
            string headings, widths;
            if (c.yes(Prop::headRow))
                for (const Choice& column : std::get<Choices>(c.get(Prop::columns)))
                    headings += (headings.empty() ? "" : ", ") + tr(column.text, "heading in " + about());
            for (std::size_t i = 0; i + 1 < grid.across.size(); ++i)
                widths += (widths.empty() ? "" : ", ") + scaled(grid.across[i + 1] - grid.across[i]);
            made(fmt::format("QList<int>{{{}}}, {}", widths, headings.empty() ? "QStringList()" : "QStringList{" + headings + "}"));
            break;
        }
        case Kind::page: {
            const Extent size = surfaceSize(form_, c.id);
            made(fmt::format("QSize({}, {})", scaled(size.width), scaled(size.height)));
            break;
        }
        case Kind::picture:
            if (isFilled(c)) {
                made(tr(phrase(Phrase::pickPicture, language_), "in an empty place for a picture"));
            } else {
                made(fmt::format("QByteArrayLiteral({}), Qt::{}", quotedText(c.text(Prop::picture)),
                                 c.as<Fits>() == Fits::fills ? "KeepAspectRatioByExpanding" : c.as<Fits>() == Fits::stretched ? "IgnoreAspectRatio" : "KeepAspectRatio"));
            }
            break;
        case Kind::signature:
            made(fmt::format("fx::Signature::Signs::{}", keyOf(c.as<Signs>())));
            if (readOnly(c)) line(widget + "->setEnabled(false);");
            break;
        case Kind::line:
        case Kind::box: {
            string list;
            put(list, "width", numberLiteral(std::max(0.5, c.number(Prop::lineWidth) * points_ / 10 * 96 / 72)));
            if (const auto stroke = colourMeant(c.text(Prop::lineColour)); stroke && !isDesktopColour(c.text(Prop::lineColour))) put(list, "colour", colour(*stroke));
            if (c.as<Dash>() != Dash::solid) put(list, "dash", c.as<Dash>() == Dash::dashed ? "Qt::DashLine" : "Qt::DotLine");
            if (c.kind == Kind::box) {
                put(list, "isBox", "true");
                if (c.number(Prop::corners) > 0) put(list, "corners", scaled(c.number(Prop::corners)));
                if (const auto fill = colourMeant(c.text(Prop::fillColour)); fill && !isDesktopColour(c.text(Prop::fillColour))) put(list, "fill", colour(*fill));
            }
            made("fx::Line::Stroke{" + list + "}");
            break;
        }
        default:
            made("");
    }
    if (!c.name.empty()) line(fmt::format("{}->setObjectName({});", widget, textLiteral(c.name)));
    if (!c.text(Prop::hint).empty()) line(fmt::format("{}->setToolTip({});", widget, tr(c.text(Prop::hint), "hint of " + about())));
    if (c.kind != Kind::line && c.kind != Kind::box && c.kind != Kind::tabs && c.kind != Kind::table)
        out += dressed(c, widget);
    // What belongs to a wording has that as its name; what has none is told what it is called.
    const Control* label = labelOf(form_, c.id);
    const bool carries = c.is().wording && !wordingOf.empty();
    if (isFilled(c) && !carries && !(label && label->parent == c.parent))
        line(fmt::format("{}->setAccessibleName({});", widget, tr(toldAs(form_, c), "what " + about() + " is called")));
    if (wrapsInClass(c))
        line(fmt::format("{}->setMinimumHeight({});", widget, scaled(c.box.height)));
    else if (!c.is().speaks && !c.is().holds && c.kind != Kind::tabs)
        out += sized(c, widget);
    if (c.is().tabbed && has(c.kind, Prop::tabStop) && !c.yes(Prop::tabStop)) line(widget + "->setFocusPolicy(Qt::ClickFocus);");
    if (comesAndGoes(c.id) && !folds(c)) {
        line(fmt::format("fx::keepsRoom({});", widget));
        use("keepsRoom");
    }
    if (!startsVisible(c)) line(fmt::format("filling_->show({}, false);", widget));
    if (!startsEnabled(c)) line(fmt::format("filling_->enable({}, false);", widget));
    return out;
}

}  // namespace brindel::qt
