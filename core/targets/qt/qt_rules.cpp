// What a class works out and does by itself: formulas as functions, rules as what they ask and do.
#include <fmt/format.h>

#include <algorithm>

#include "core/answers/choice_lists.h"
#include "core/rules/form_lists.h"
#include "core/rules/functions.h"
#include "core/targets/qt/qt_formula.h"
#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"

namespace brindel::qt {

using std::string;

/// What a name in a formula stands for, as an expression.
string Writer::resultOf(const Meaning& meaning) {
    if (!meaning.known) return "fx::Value(fx::Error::name)";
    auto one = [&](Id id) {
        return within_ +
               bareAnswer(form_.index()->radioGroupOf(id).empty() ? id : form_.index()->radioGroupOf(id).front()) +
               "->worth()";
    };
    if (!meaning.column) return meaning.fields.empty() ? "fx::Value()" : one(meaning.fields.front());
    use("column");
    string all;
    for (Id id : meaning.fields) all += (all.empty() ? "" : ", ") + one(id);
    return "fx::column({" + all + "})";
}

/// The list of a field, as a call of the function that gives it.
string Writer::listOf(const Meaning& meaning) {
    const auto list = meaning.fields.empty() ? nullptr : form_.derived<FormLists>()->of(meaning.fields.front());
    if (!list) return "fx::Value(fx::Error::name)";
    string& name = listNames_[list];
    if (!name.empty()) return name + "()";
    const Control& c = *form_.find(meaning.fields.front());
    name = accessor(c.id) + "List";
    use("listHeld");
    include("array");
    string rows;
    for (std::size_t i = 0; i < list->headings.size(); ++i) rows += (i ? "\x1f" : "") + list->headings[i];
    rows = "        QStringView(u" + quotedText(rows) + ")";
    for (std::size_t at = 0; at < list->values.size(); at += list->columns) {
        string row;
        for (std::size_t i = 0; i < list->columns; ++i) {
            const Scalar& one = list->values[at + i];
            const auto* number = std::get_if<double>(&one);
            const auto* text = std::get_if<string>(&one);
            row += (i ? "\x1f" : "") + (number ? "=" + exactText(*number) : text ? "'" + *text : "");
        }
        rows += ",\n        QStringView(u" + quotedText(row) + ")";
    }
    lists_ += fmt::format(
        "/// The list that “{}” takes its choices from.\nauto {}() -> const fx::Value &\n{{\n    static constexpr "
        "std::array rows = {{\n{}}};\n    static const fx::Value list = fx::listHeld(rows);\n    return "
        "list;\n}}\n",
        inComment(calledBy(form_, c)), name, rows);
    return name + "()";
}

string Writer::formula(const NodePtr& tree, const std::vector<std::pair<string, Meaning>>& names, bool inCircle) {
    use("Value");
    if (inCircle) return "fx::Value(fx::Error::circle)";
    if (!tree) return "fx::Value(fx::Error::name)";
    auto meaningOf = [&](const string& name) {
        const auto at = std::ranges::find(names, name, &std::pair<string, Meaning>::first);
        return at == names.end() ? Meaning() : at->second;
    };
    return formulaExpression(*tree,
                             {.value = [&](const string& name) { return resultOf(meaningOf(name)); },
                              .list = [&](const string& name) { return listOf(meaningOf(name)); }},
                             within_, uses_);
}

string Writer::formula(const string& text, Id from) {
    const auto tree = readFormula(text);
    std::vector<std::pair<string, Meaning>> names;
    if (tree)
        for (string& name : namesOf(**tree)) {
            Meaning meaning = meaningOf(form_, name, from);
            names.emplace_back(std::move(name), std::move(meaning));
        }
    return formula(tree ? *tree : nullptr, names, false);
}

/// A run of numbers as it is now.
string Writer::runOf(Id id) {
    const Control& c = *form_.find(id);
    use("numberRun");
    use("numberOr");
    string list;
    for (Prop prop : {Prop::runFrom, Prop::runTo, Prop::runStep}) {
        const bool worked = c.formulas.find(prop) != nullptr;
        const string plain = numberLiteral(c.number(prop));
        list +=
            (list.empty() ? "" : ", ") + (worked ? fmt::format("fx::numberOr({}{}(), {}).value_or({})", bareAnswer(id),
                                                               capital(string(row(prop).key)), plain, plain)
                                                 : plain);
    }
    return "fx::numberRun({" + list + "})";
}

/// What is done with what a formula is worth: the statement, over `value`.
string Writer::givenTo(const Worked& worked, const string& value) {
    const Control& c = *form_.find(worked.on);
    const string answer =
        isFilled(c)
            ? answerMember(form_.index()->radioGroupOf(c.id).empty() ? c.id : form_.index()->radioGroupOf(c.id).front())
            : "";
    const string widget = memberOf(c.id);
    auto number = [&](const char* setter, bool whole) {
        use("numberOr");
        const auto plain = c.maybeNumber(worked.prop);
        const string otherwise = plain ? numberLiteral(*plain) : "std::nullopt";
        return whole ? fmt::format("{}->{}(int(fx::numberOr({}, {}).value_or(0)));", answer, setter, value,
                                   plain ? numberLiteral(*plain) : "0")
                     : fmt::format("{}->{}(fx::numberOr({}, {}));", answer, setter, value, otherwise);
    };
    auto day = [&](const char* setter) {
        use("dayOr");
        return fmt::format("{}->{}(fx::dayOr({}, {}));", answer, setter, value, textLiteral(c.text(worked.prop)));
    };
    auto minutes = [&](const char* setter) {
        use("minutesOr");
        const auto plain = clockRead(c.text(worked.prop));
        return fmt::format("{}->{}(fx::minutesOr({}, {}));", answer, setter, value,
                           plain ? std::to_string(*plain) : "std::nullopt");
    };
    auto truth = [&](bool plain) {
        use("truthOr");
        return fmt::format("fx::truthOr({}, {})", value, plain ? "true" : "false");
    };
    auto words = [&](Prop prop) {
        use("wordsOr");
        const string& plain = c.text(prop);
        return fmt::format("fx::wordsOr({}, {})", value,
                           plain.empty() ? "QString()" : tr(plain, string(row(prop).word)));
    };
    switch (worked.prop) {
        case Prop::workedOut:
            return fmt::format("{}->set({});", answer, value);
        case Prop::visible:
            return fmt::format("filling_->show({}, {});", widget, truth(c.yes(Prop::visible)));
        case Prop::enabled:
            return fmt::format("filling_->enable({}, {});", widget, truth(c.yes(Prop::enabled)));
        case Prop::required:
            return fmt::format("{}->setRequired({});", answer, truth(c.yes(Prop::required)));
        case Prop::valid:
            return fmt::format("{}->setRight({}, {});", answer, worked.on, value);
        case Prop::least:
            return number("setLeast", false);
        case Prop::most:
            return number("setMost", false);
        case Prop::atLeast:
            return number("setAtLeast", true);
        case Prop::atMost:
            return number("setAtMost", true);
        case Prop::earliest:
            return day("setEarliest");
        case Prop::latest:
            return day("setLatest");
        case Prop::earliestTime:
            return minutes("setEarliest");
        case Prop::latestTime:
            return minutes("setLatest");
        case Prop::runFrom:
        case Prop::runTo:
        case Prop::runStep:
            return fmt::format("{}->offer(filling_->{}Run());", answer, bareAnswer(c.id));
        case Prop::text:
            if (c.is().speaks)
                return fmt::format("dynamic_cast<fx::Label *>({})->setWording({});", widget, words(Prop::text));
            if (c.is().spreads) return "";
            return fmt::format("fx::word({}, {{.text = {}}});", widget, words(Prop::text));
        case Prop::prompt:
            return fmt::format("{}{}->setPlaceholderText({});", widget,
                               c.yes(Prop::otherAnswers) || c.yes(Prop::filters) ? "->lineEdit()" : "",
                               words(Prop::prompt));
        case Prop::unit:
            return fmt::format("{}->setUnit({});", answer, words(Prop::unit));
        case Prop::patternMessage:
            return fmt::format("{}->setNotThePattern({});", answer, words(Prop::patternMessage));
        case Prop::rangeMessage:
            return fmt::format("{}->setOwn(&fx::Asked::range, {});", answer, words(Prop::rangeMessage));
        case Prop::validMessage:
            return fmt::format("{}->setOwn(&fx::Asked::notRight, {});", answer, words(Prop::validMessage));
        case Prop::requiredMessage:
            return fmt::format("{}->setOwn(&fx::Asked::missing, {});", answer, words(Prop::requiredMessage));
        default:
            return "";
    }
}

void Writer::writeWork() {
    std::set<Id> runs;
    for (const Worked& worked : work_->formulas()) {
        within_.clear();
        const Control& c = *form_.find(worked.on);
        std::set<Id> of;
        for (const auto& [name, meaning] : worked.names)
            for (Id id : meaning.fields)
                of.insert(form_.index()->radioGroupOf(id).empty() ? id : form_.index()->radioGroupOf(id).front());
        string list;
        for (Id id : of) list += (list.empty() ? "" : ", ") + answerMember(id);
        string result, gives;
        if (worked.gathers()) {
            if (worked.names.empty()) continue;
            within_ = "filling_->";
            result = resultOf(worked.names.front().second);
            // Choices that follow another answer: all of them, by the answer that they go with.
            const Choices all = brindel::choicesOf(c, language_);
            string rows;
            for (const Choice& choice : all)
                rows += fmt::format("{}{{{}, {}}}", rows.empty() ? "" : ",\n ", textLiteral(choice.value),
                                    tr(choice.text, "choice of " + answerName(form_, c)));
            use("choicesFor");
            use("wordsOr");
            works_ += fmt::format("// The choices of {} follow another answer.\n", inComment(answerName(form_, c)));
            works_ += fmt::format(
                "filling_->work([this] {{ return {}; }}, [this](const fx::Value &value) {{\n    "
                "{}->offer(fx::choicesFor({{{}}}, fx::wordsOr(value, QString())));\n}}, {{{}}});\n",
                result, answerMember(c.id), rows, list);
            continue;
        }
        const bool questioned = isFilled(c) && !form_.index()->radioGroupOf(c.id).empty();
        const string stem = isFilled(c) && !questioned ? bareAnswer(c.id) : oneWord(memberOf(c.id));
        string function = stem + capital(worked.givesValue() ? "value" : string(row(worked.prop).key));
        function.erase(std::remove(function.begin(), function.end(), '_'), function.end());
        const string* written = worked.givesValue() ? &c.text(Prop::workedOut) : c.formulas.find(worked.prop);
        if (worked.prop == Prop::valid) written = &c.text(Prop::valid);
        filling_ += fmt::format("/// {}\n[[nodiscard]] auto {}() const -> fx::Value\n{{\n    return {};\n}}\n",
                                inComment(written ? *written : ""), function,
                                formula(worked.tree, worked.names, worked.inCircle));
        const bool run = worked.prop == Prop::runFrom || worked.prop == Prop::runTo || worked.prop == Prop::runStep;
        if (run && runs.insert(c.id).second)
            runs_ += fmt::format("[[nodiscard]] auto {}Run() const -> fx::Choices\n{{\n    return {};\n}}\n",
                                 bareAnswer(c.id), runOf(c.id));
        const string given = givenTo(worked, "value");
        if (given.empty()) continue;
        const bool usesValue = given.find("value") != string::npos && !run;
        works_ += fmt::format(
            "filling_->work([this] {{ return filling_->{}(); }},\n               [this](const fx::Value &{}) {{ {} "
            "}},\n               {{{}}});\n",
            function, usesValue ? "value" : "/*value*/", given, list);
    }
    filling_ += runs_;
}

string Writer::step(const Step& one, Id from) {
    const Control* on = row(one.does).onControl ? form_.find(one.on) : nullptr;
    if (row(one.does).onControl && !on) return "";
    const string widget = on ? (on->id == rootId ? "this" : memberOf(on->id)) : "";
    // A wording alone is translated; anything else is worked out.
    auto with = [&]() -> string {
        const auto tree = readFormula(one.with);
        if (tree && (*tree)->what == Node::What::text) return tr((*tree)->text, "said by a rule");
        use("said");
        use("textOf");
        string text = formula(one.with, from);
        return "fx::said((" + text + ").one())";
    };
    auto value = [&] { return formula(one.with, from); };
    switch (one.does) {
        case Action::turn:
            return fmt::format("filling_->cursorTo({});", widget);
        case Action::show:
            return fmt::format("filling_->show({}, true);", widget);
        case Action::hide:
            return fmt::format("filling_->show({}, false);", widget);
        case Action::turnOver:
            return fmt::format("filling_->show({0}, !filling_->isShown({0}));", widget);
        case Action::enable:
            return fmt::format("filling_->enable({}, true);", widget);
        case Action::disable:
            return fmt::format("filling_->enable({}, false);", widget);
        case Action::set:
            if (!isFilled(*on)) return "";
            return fmt::format(
                "{}->set({});",
                answerMember(form_.index()->radioGroupOf(on->id).empty() ? on->id
                                                                         : form_.index()->radioGroupOf(on->id).front()),
                value());
        case Action::clear:
            return on->id == rootId ? "filling_->clear();" : fmt::format("filling_->clear({});", widget);
        case Action::cursor:
            return fmt::format("filling_->cursorTo({});", widget);
        case Action::say:
            return fmt::format("filling_->tell({});", with());
        case Action::ask: {
            const string yes = steps(one.yes, from), no = steps(one.no, from);
            string text = fmt::format("if (filling_->ask({})) {{\n{}}}", with(), indented(yes));
            if (!no.empty()) text += fmt::format(" else {{\n{}}}", indented(no));
            return text;
        }
        case Action::accept:
            return "filling_->accept();\nreturn;";
        case Action::acceptAndGoOn:
            return "if (!filling_->acceptAndGoOn()) {\n    return;\n}";
        case Action::leave:
            return "filling_->stop(fx::Then::left);\nreturn;";
        case Action::putAway:
            return "filling_->stop(fx::Then::putAway);\nreturn;";
        case Action::addRow:
            return fmt::format("filling_->addRow({});", widget);
        case Action::removeRow:
            return fmt::format("filling_->removeRow({});", widget);
        case Action::tell: {
            const auto tree = readFormula(one.with);
            const string name = tree && (*tree)->what == Node::What::text ? nameFrom((*tree)->text) : "";
            if (name.empty() || isTakenInClass(name)) return fmt::format("emit told({});", with());
            tells_.insert(name);
            return fmt::format("emit {}();", name);
        }
        case Action::address:
        case Action::letter:
            offers_ = true;
            include("QDesktopServices");
            include("QUrl");
            return fmt::format("offer({}{});", one.does == Action::letter ? "QStringLiteral(\"mailto:\") + " : "",
                               with());
    }
    return "";
}

string Writer::steps(const std::vector<Step>& all, Id from) {
    string text;
    for (const Step& one : all) {
        const string done = step(one, from);
        if (done.empty()) continue;
        text += done + "\n";
        if (done.ends_with("return;")) break;
    }
    return text;
}

void Writer::writeRules() {
    within_ = "filling_->";
    use("logicalOf");
    form_.controls.each([&](Id id, const Control& c) {
        for (const Rule& rule : c.rules) {
            if (rule.off) continue;
            // By names, which stay when a wording changes.
            const string told =
                fmt::format("When {} {}{}",
                            id == rootId     ? ""
                            : c.name.empty() ? "it"
                                             : c.name,
                            row(rule.when).word, rule.condition.empty() ? "" : ", if " + rule.condition);
            string body = steps(rule.steps, id);
            // The last thing that a function does needs no return behind it.
            if (body.ends_with("return;\n")) body.resize(body.size() - 8);
            const string condition =
                rule.condition.empty() ? "{}"
                                       : fmt::format("[this] {{ return fx::holds({}); }}", formula(rule.condition, id));
            rules_ += fmt::format("// {}\n", inComment(told));
            rules_ += fmt::format("filling_->rule(fx::When::{}, {}, {}, [this] {{\n{}}}{});\n", row(rule.when).key,
                                  id == rootId ? "this" : memberOf(id), condition, indented(body),
                                  rule.key.empty() ? "" : ", " + textLiteral(rule.key));
        }
    });
}

}  // namespace brindel::qt
