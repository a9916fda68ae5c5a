// A class put together: its names, its two parts, and what goes with them.
#include "core/targets/qt/qt_class.h"

#include <fmt/format.h>

#include <algorithm>
#include <pugixml.hpp>
#include <sstream>

#include "core/check/families.h"
#include "core/layout/growing.h"
#include "core/layout/resizing.h"
#include "core/model/looks.h"
#include "core/model/style_keys.h"
#include "core/naming/identifiers.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
#include "core/rules/moved_controls.h"
#include "core/targets/qt/qt_parts.h"
#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"

namespace brindel {
namespace qt {

using std::string;

namespace {

/// What Qt's widgets and dialogs are called by, and the class itself.
const std::set<string, std::less<>>& takenNames() {
    static const std::set<string, std::less<>> names = [] {
        std::istringstream in(
            "accept acceptAndGoOn acceptDrops accepted accessibleDescription accessibleName actionEvent actions "
            "activateWindow add addAction addActions adjustPosition adjustSize answers ask autoFillBackground "
            "backgroundRole backingStore baseSize begin bindableObjectName bindingStorage blockSignals cast changeEvent "
            "changed childAt childEvent children childrenRect childrenRegion clear clearFocus clearMask close closeEvent "
            "colorCount complaints connect connectImpl connectNotify contentsMargins contentsRect contextMenuEvent "
            "contextMenuPolicy count create createWinId createWindowContainer cursor cursorTo customContextMenuRequested "
            "customEvent deleteLater depth destroy destroyed devType devicePixelRatio devicePixelRatioF "
            "devicePixelRatioFScale disconnect disconnectImpl disconnectNotify doSetObjectName done dragEnterEvent "
            "dragLeaveEvent dragMoveEvent dropEvent dumpObjectInfo dumpObjectTree dynamicMetaObject dynamicPropertyNames "
            "effectiveWinId enable ensurePolished enterEvent event eventFilter exec filling find findChild findChildren "
            "finished fit focusInEvent focusNextChild focusNextPrevChild focusOutEvent focusPolicy focusPreviousChild "
            "focusProxy focusWidget font fontInfo fontMetrics foregroundRole frameGeometry frameSize fromJson fromUtf8 "
            "geometry grab grabGesture grabKeyboard grabMouse grabShortcut graphicsEffect graphicsProxyWidget "
            "hasEditFocus hasFocus hasHeightForWidth hasMouseTracking hasTabletTracking height heightForWidth heightMM "
            "hide hideEvent inherits initPainter inputMethodEvent inputMethodHints inputMethodQuery insertAction "
            "insertActions installEventFilter internalWinId isActiveWindow isAncestorOf isEnabled isEnabledTo "
            "isFullScreen isHidden isLeftToRight isMaximized isMinimized isModal isQuickItemType isRightToLeft isShown "
            "isSignalConnected isSizeGripEnabled isTopLevel isUsable isVisible isVisibleTo isWidgetType isWindow "
            "isWindowModified isWindowType judge keyPressEvent keyReleaseEvent keyboardGrabber killTimer layout "
            "layoutDirection leaveEvent left locale logicalDpiX logicalDpiY lower mapFrom mapFromGlobal mapFromParent "
            "mapTo mapToGlobal mapToParent mask maximumHeight maximumSize maximumWidth metaObject metric minimumHeight "
            "minimumSize minimumSizeHint minimumWidth mouseDoubleClickEvent mouseGrabber mouseMoveEvent mousePressEvent "
            "mouseReleaseEvent move moveEvent moveToThread named nativeEvent nativeParentWidget nextInFocusChain "
            "normalGeometry now objectName objectNameChanged offer open opened overrideWindowFlags overrideWindowState "
            "paintEngine paintEvent paintingActive palette parent parentWidget physicalDpiX physicalDpiY pos press "
            "previousInFocusChain property raise reblock receivers rect redirected reject rejected releaseKeyboard "
            "releaseMouse releaseShortcut removeAction removeEventFilter render repaint replied reply resize resizeEvent "
            "restoreGeometry result rule saveGeometry say says screen scroll sender senderSignalIndex setAcceptDrops "
            "setAccessibleDescription setAccessibleName setAttribute setAutoFillBackground setBackgroundRole "
            "setBackingStore setBaseSize setContentsMargins setContextMenuPolicy setCursor setDisabled setEditFocus "
            "setEnabled setFixedHeight setFixedSize setFixedWidth setFocus setFocusPolicy setFocusProxy setFont "
            "setForegroundRole setGeometry setGraphicsEffect setHidden setInputMethodHints setLayout setLayoutDirection "
            "setLocale setMask setMaximumHeight setMaximumSize setMaximumWidth setMinimumHeight setMinimumSize "
            "setMinimumWidth setModal setMouseTracking setNow setObjectName setPalette setParent setProperty setReply "
            "setResult setScreen setShortcutAutoRepeat setShortcutEnabled setSizeGripEnabled setSizeIncrement "
            "setSizePolicy setStatusTip setStyle setStyleSheet setTabOrder setTabletTracking setToolTip "
            "setToolTipDuration setUpdatesEnabled setVisible setWhatsThis setWindowFilePath setWindowFlag setWindowFlags "
            "setWindowIcon setWindowIconText setWindowModality setWindowModified setWindowOpacity setWindowRole "
            "setWindowState setWindowTitle setupUi sharedPainter show showEvent showFullScreen showMarks showMaximized "
            "showMinimized showNormal signalsBlocked size sizeHint sizeIncrement sizePolicy stackUnder startTimer "
            "staticMetaObject statusTip stop style styleSheet tabletEvent take takeLayout tell testAttribute thread "
            "timerEvent toInt toJson today told toolTip toolTipDuration topLevelWidget tr turnBy types unblock "
            "underMouse ungrabGesture unsetCursor unsetLayoutDirection unsetLocale update updateGeometry "
            "updateMicroFocus updatesEnabled visibleRegion whatsThis wheelEvent width widthMM winId window "
            "windowFilePath windowFlags windowHandle windowIcon windowIconChanged windowIconText windowIconTextChanged "
            "windowModality windowOpacity windowRole windowState windowTitle windowTitleChanged windowType work wrongs x "
            "y");
        return std::set<string, std::less<>>{std::istream_iterator<string>(in), {}};
    }();
    return names;
}

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
        {none, "otherForm", Phrase::otherForm, {"%1", "%2"}},
        {text, "mustBeFilled", Phrase::mustBeFilled, {"%1"}},
        {text, "textExpected", Phrase::textExpected},
        {text, "notThePattern", Phrase::notThePattern, {"%3", "%1"}},
        {number, "mustBeFilled", Phrase::mustBeFilled, {"%1"}},
        {number, "numberExpected", Phrase::numberExpected},
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

/// A form whose tables have all rows that fillers may add, with everything else where it was designed.
Form withAllRows(const Form& designed) {
    Form form = designed;
    designed.controls.each([&](Id id, const Control& c) {
        if (!c.is().grid) return;
        for (int i = 0; i < mostAddedRows && takesRow(form, id); ++i) form = rowAdded(form, id);
    });
    designed.controls.each([&](Id id, const Control& c) {
        if (const Control* now = form.find(id); now && now->box != c.box) {
            auto placed = std::make_shared<Control>(*now);
            placed->box = c.box;
            form.controls.put(id, std::move(placed));
        }
    });
    return form;
}

Writer::Writer(const FormSession& opened, const FontBook& fonts, const ClassChoice& choice)
    : opened_(opened),
      form_(withAllRows(opened.designed())),
      fonts_(fonts),
      choice_(choice),
      language_(form_.root().text(Prop::language)),
      pixels_(measuresFor(form_).pixels),
      work_(dependenceIn(form_)) {
    name = className(form_, choice);
    base = name + "Form";
    file = fileWord(name);
    partsSpace = file + "_parts";
    points_ = textLook().size;
    nameAll();
    for (const char* part : {"Filling", "Marks", "Scale", "asJson"}) use(part);
    writeContainer(rootId);
    writeWork();
    writeRules();
}

void Writer::nameAll() {
    moved_ = movedControls(form_);
    referred_.insert(moved_.shown.begin(), moved_.shown.end());
    referred_.insert(moved_.enabled.begin(), moved_.enabled.end());
    for (const Worked& worked : work_->formulas()) referred_.insert(worked.on);
    form_.controls.each([&](Id id, const Control& c) {
        if (!c.rules.empty()) referred_.insert(id);
        for (const Rule& rule : c.rules) {
            auto visit = [&](const Step& step) { referred_.insert(step.on); };
            eachStep(rule.steps, visit);
        }
    });
    std::set<string> used;
    auto fresh = [&](string word) {
        string unique = word;
        for (int i = 2; !used.insert(unique).second; ++i) unique = word + std::to_string(i);
        return unique;
    };
    form_.controls.each([&](Id id, const Control& c) {
        if (id == rootId || c.is().inGrid) return;
        const bool named = !c.name.empty() && identifierMisfit(c.name).empty();
        string word = named ? oneWord(c.name) : string(c.is().key) + std::to_string(id);
        if (isTakenInClass(word) || word == name || word == base) word += "Field";
        word = fresh(word);
        accessors_[id] = word;
        // What nothing speaks of needs no place in the class; what holds others does.
        const bool member = named || referred_.contains(id) || c.is().holds || c.is().turned || c.is().paper ||
                            isFilled(c);
        members_[id] = member ? word + "_" : word;
    });
}

Look Writer::textLook() const {
    Control label;
    label.kind = Kind::label;
    return lookOf(form_, label);
}

string Writer::memberOf(Id id) {
    return id == rootId ? (form_.isDialog() ? "this" : "sheet_") : members_.at(id);
}
string Writer::bareAnswer(Id id) {
    return accessor(id);
}
string Writer::answerMember(Id id) {
    return "filling_->" + bareAnswer(id);
}
string Writer::accessor(Id id) const {
    // A question answers under its own name, where it has one.
    const auto question = form_.index()->questionOf(id);
    if (!question.empty()) {
        const string& answer = form_.index()->answerName(question.front());
        const Control* named = form_.named(answer);
        if (!named && identifierMisfit(answer).empty() && !isTakenInClass(oneWord(answer))) return oneWord(answer);
        return accessors_.at(question.front()) + (named ? "Answer" : "");
    }
    return accessors_.at(id);
}

string Writer::tr(const string& text, const string& about) {
    if (text.empty()) return "QString()";
    if (known_.insert(text).second) texts_.push_back({text, about});
    return "tr(" + quotedText(text) + ")";
}

string Writer::keyOfBearer(Id id) const {
    const auto at = keys_.find(id);
    return at == keys_.end() ? "" : at->second;
}

/// A function that makes what a container holds, and the functions of the containers in it.
void Writer::writeContainer(Id id) {
    if (id == rootId)
        for (const KeyBearer& bearer : keyBearers(form_)) keys_[bearer.id] = bearer.key;
    const Control& holder = *form_.find(id);
    if (holder.is().turns) {
        for (Id page : holder.children) writeContainer(page);
        return;
    }
    const string function = id == rootId ? "makeForm" : "make" + capital(accessors_.at(id));
    const std::size_t place = made_.size();
    made_.emplace_back(function, "");
    string body;
    const auto index = form_.index();
    std::set<Id> written;
    auto write = [&](const Control& c) {
        if (!written.insert(c.id).second) return;
        if (!body.empty()) body += "\n";
        body += make(c);
        // Its label leads to it.
        if (const Id label = index->labelOf(c.id); label != noControl && form_.find(label)->parent == id) {
            const string leads = c.is().answers == AnswerType::date || c.is().answers == AnswerType::number ||
                                         c.is().answers == AnswerType::time || !c.is().holds
                                     ? memberOf(c.id)
                                     : memberOf(c.id);
            body += fmt::format("{}->leadTo({}, {{{}}});\n", memberOf(label).ends_with('_') ? accessor(label) + "Box" : memberOf(label), leads,
                                textLiteral(keyOfBearer(label)));
        }
        if (c.is().holds || c.is().turns || c.is().paper) {
            const bool calls = c.is().turns || !c.children.empty();
            if (c.is().turns)
                for (Id page : c.children) body += "make" + capital(accessors_.at(page)) + "();\n";
            else if (calls)
                body += "make" + capital(accessors_.at(c.id)) + "();\n";
        }
    };
    auto answer = [&](const Control& c) {
        if (isFilled(c)) body += answerOf(c);
    };
    // Labels are made before the fields that they lead to, so that these can be told what they are called.
    std::vector<const Control*> order;
    for (Id child : holder.children) {
        const Control* c = form_.find(child);
        if (!c) continue;
        // What fills a cell stands for it.
        if (c->is().inGrid) c = c->children.empty() ? nullptr : form_.find(c->children.front());
        if (c) order.push_back(c);
    }
    for (const Control* c : order) {
        if (c->is().speaks) {
            const Id field = c->reference(Prop::labels);
            const Control* to = form_.find(field);
            if (to && to->parent == id && index->labelOf(field) == c->id) continue;
            write(*c);
            continue;
        }
        if (const Id label = index->labelOf(c->id); label != noControl && form_.find(label)->parent == id)
            write(*form_.find(label));
        const auto question = index->questionOf(c->id);
        if (!question.empty()) {
            if (question.front() != c->id) continue;
            for (Id button : question) write(*form_.find(button));
            answer(*c);
            continue;
        }
        write(*c);
        answer(*c);
        if (c->is().turns || ((c->is().holds || c->is().paper) && !c->children.empty())) writeContainer(c->id);
    }
    if (holder.is().grid)
        writeTable(holder, body);
    else if (id == rootId && !form_.isDialog())
        body = pagesOf(holder, body);
    else
        writeLayout(holder, body);
    made_[place].second = body;
}

/// The pages of a document below each other, in an area that scrolls.
string Writer::pagesOf(const Control& document, const string& made) {
    include("QScrollArea");
    include("QVBoxLayout");
    string out =
        "auto *scroll = new QScrollArea(this);\nscroll->setWidgetResizable(true);\nscroll->setFrameShape(QFrame::NoFrame);\n"
        "sheet_ = new QWidget(scroll);\n\n" +
        made + "\nauto *pages = new QVBoxLayout(sheet_);\n" + fmt::format("pages->setSpacing({});\n", scaled(6));
    for (Id page : document.children) out += fmt::format("pages->addWidget({}, 0, Qt::AlignHCenter);\n", memberOf(page));
    return out + "scroll->setWidget(sheet_);\nauto *whole = new QVBoxLayout(this);\nwhole->setContentsMargins(0, 0, 0, 0);\nwhole->addWidget(scroll);\n";
}

/// The cells of a table are filled by what lies in them.
void Writer::writeTable(const Control& table, string& out) {
    const Grid grid = gridOf(*opened_.designed().find(table.id));
    const auto wide = std::max<std::size_t>(1, grid.across.size() - 1);
    out += fmt::format("\nauto *table = dynamic_cast<fx::Table *>({});\n", memberOf(table.id));
    for (std::size_t i = 0; i < table.children.size(); ++i)
        if (const Control* cell = form_.find(table.children[i]); cell && !cell->children.empty())
            out += fmt::format("table->put({}, {}, {});\n", memberOf(cell->children.front()), i / wide, i % wide);
    if (grid.down.size() > 1)
        out += fmt::format("table->setRowHeight({});\n", scaled(grid.down[1] - grid.down[0]));
    writeRows(table, out);
}

/// The rows that fillers may add wait hidden.
void Writer::writeRows(const Control& table, string& out) {
    const Control& designed = *opened_.designed().find(table.id);
    const auto wide = std::max<std::size_t>(1, gridOf(designed).across.size() - 1);
    if (table.children.size() <= designed.children.size()) return;
    use("RowButtons");
    string rows;
    for (std::size_t i = designed.children.size(); i < table.children.size(); i += wide) {
        string row;
        for (std::size_t k = i; k < std::min(i + wide, table.children.size()); ++k)
            if (const Control* cell = form_.find(table.children[k]); cell && !cell->children.empty() && isFilled(*form_.find(cell->children.front())))
                row += (row.empty() ? "" : ", ") + answerMember(cell->children.front());
        rows += fmt::format("    {{{}}},\n", row);
    }
    out += fmt::format("auto *buttons = new fx::RowButtons(filling_, table, {{{}, {}}});\n", tr(phrase(Phrase::addRow, language_), "under a table"), tr(phrase(Phrase::removeRow, language_), "under a table"));
    out += fmt::format("filling_->rows(table, {{\n{}}}, [buttons](int count) {{ buttons->showRows({} + count); }});\n", rows, std::size_t(designed.number(Prop::rows)));
}

string Writer::sentences() {
    std::set<string> given;
    string list;
    std::set<AnswerType> types = {AnswerType::none};
    for (Id id : form_.index()->fields()) types.insert(form_.find(id)->is().answers);
    // In the order of their type, which is that of designated members.
    static const std::vector<const char*> order = {
        "mustBeFilled", "mustBeTicked", "mustBeSigned", "needsPicture", "chooseFor", "chooseOneFor", "chooseOneOfThese", "notRight", "notThePattern", "noNumber",
        "tooLittle", "tooMuch", "noDate", "noTime", "atTheEarliest", "atTheLatest", "notAChoice", "notAChoiceOf", "atLeastSoMany", "writeTheOther", "twice",
        "fromTo", "orMore", "atMost", "noSuchField", "mayNotChange", "yesNoExpected", "textExpected", "textsExpected", "numberExpected", "dateExpected",
        "timeExpected", "choiceExpected", "onlyOne", "otherForm"};
    for (const char* member : order)
        for (const Said& said : saidOfAnswers())
            if (said.member == string(member) && types.contains(said.of) && given.insert(member).second) {
                const string text = phrase(said.phrase, language_, said.parts);
                tr(text, "said of an answer that is not right");
                list += fmt::format(".{} = {}::tr({}),\n", member, base, quotedText(text));
            }
    return list;
}

string Writer::accessorsDeclared() const {
    string out;
    for (Id id : form_.index()->fields()) {
        const Control& c = *form_.find(id);
        const string type = valueType(c), member = accessor(id);
        const bool plain = type == "bool" || type == "QDate" || type == "QTime" || type.starts_with("std::");
        out += fmt::format("    [[nodiscard]] auto {}() const -> {};\n", member, type);
        out += fmt::format("    auto set{}({}value) -> bool;\n", capital(member), plain ? type + " " : "const " + type + " &");
    }
    return out;
}

string Writer::accessorsDefined() const {
    string out;
    for (Id id : form_.index()->fields()) {
        const Control& c = *form_.find(id);
        const string type = valueType(c), member = accessor(id);
        const bool plain = type == "bool" || type == "QDate" || type == "QTime" || type.starts_with("std::");
        string body;
        if (c.is().answers == AnswerType::number)
            body = fmt::format("    const auto *held = filling_->{}->heldAs<double>();\n    return held != nullptr ? std::optional(*held) : std::nullopt;\n", member);
        else if (type == "QDate" || type == "QTime")
            body = fmt::format("    const auto *held = filling_->{}->heldAs<{}>();\n    return held != nullptr ? *held : {}();\n", member, type, type);
        else if (type == "QStringList")
            body = fmt::format("    return filling_->{}->values();\n", member);
        else
            body = fmt::format("    return filling_->{}->json().{}();\n", member, type == "bool" ? "toBool" : "toString");
        out += fmt::format("auto {0}::{1}() const -> {2}\n{{\n{3}}}\n\n", base, member, type, body);
        out += fmt::format("auto {0}::set{1}({2}value) -> bool\n{{\n    return filling_->{3}->take(fx::asJson(value)).isEmpty();\n}}\n\n", base, capital(member),
                           plain ? type + " " : "const " + type + " &", member);
    }
    return out;
}

/// How the window behaves: its title and size, where it opens, what it lets go.
string Writer::window() {
    const Control& root = form_.root();
    string out;
    auto line = [&](const string& text) { out += text + "\n"; };
    line(fmt::format("setObjectName({});", textLiteral(root.name)));
    line(fmt::format("setWindowTitle({});", tr(root.text(Prop::title), "title of the window")));
    if (form_.index()->rightToLeft()) line("setLayoutDirection(Qt::RightToLeft);");
    // A form with a font of its own has that; a document its size as well, so that a page keeps its lines.
    if (const Look text = textLook(); !text.family.empty()) {
        line("QFont own = font();");
        line(fmt::format("own.setFamily({});", textLiteral(text.family)));
        if (!form_.isDialog()) line(fmt::format("own.setPointSizeF({});", numberLiteral(text.size)));
        line("setFont(own);");
    }
    if (!form_.isDialog()) return out;
    if (root.yes(Prop::onTop)) line("setWindowFlag(Qt::WindowStaysOnTopHint);");
    if (root.yes(Prop::maximise) && root.yes(Prop::resizable)) line("setWindowFlag(Qt::WindowMaximizeButtonHint);");
    if (root.yes(Prop::blocksHost)) line("setWindowModality(Qt::ApplicationModal);");
    return out;
}

namespace {

string opened(const string& nameSpace) {
    return nameSpace.empty() ? "" : "namespace " + nameSpace + " {\n\n";
}
string closed(const string& nameSpace) {
    return nameSpace.empty() ? "" : "}  // namespace " + nameSpace + "\n";
}

}  // namespace

string Writer::header() const {
    const string kind = form_.isDialog() ? "QDialog" : "QWidget";
    std::set<string> forward;
    string members, reply;
    form_.controls.each([&](Id id, const Control& c) {
        if (id == rootId || c.is().inGrid) return;
        const string& member = members_.at(id);
        if (!member.ends_with('_')) return;
        forward.insert(typeOf(id));
        members += fmt::format("    {} *{} = nullptr;\n", typeOf(id), member);
    });
    for (Id id : form_.index()->fields()) {
        const Control& c = *form_.find(id);
        reply += fmt::format("        {} {}{};\n", valueType(c), accessor(id), valueType(c) == "bool" ? " = false" : "");
    }
    const string title = inComment(calledBy(form_, form_.root()));
    string out = fmt::format("// The form “{}” as a class. Brindel writes this file anew each time that the form is handed over: what is the\n// program's own belongs into {}.h.\n#pragma once\n\n", title, file);
    std::set<string> includes = {kind, "QDate", "QJsonObject", "QList", "QString", "QStringList", "QTime"};
    for (const string& one : includes) out += "#include <" + one + ">\n";
    out += "#include <memory>\n#include <optional>\n#include <utility>\n\n";
    forward.erase(kind);
    forward.erase("QWidget");
    for (const string& one : forward) out += "class " + one + ";\n";
    if (!forward.empty()) out += "\n";
    out += opened(choice_.nameSpace);
    out += fmt::format("class {} : public {}\n{{\n    Q_OBJECT\n\npublic:\n", base, kind);
    out += "    /// What has been filled in. What is empty is an empty text, no number, no valid date or time.\n    struct Reply {\n" + reply + "    };\n\n";
    out += fmt::format("    explicit {}(QWidget *parent = nullptr);\n    ~{}() override;\n\n", base, base);
    out += "    [[nodiscard]] auto reply() const -> Reply;\n    /// Fills all of it in; false when one is not taken.\n    auto setReply(const Reply &reply) -> bool;\n"
           "    /// The reply with the form's name and version, as it goes into a file.\n    [[nodiscard]] auto toJson() const -> QJsonObject;\n"
           "    /// Fills in a reply, or the values alone; what is refused is said, a sentence each.\n    auto fromJson(const QJsonObject &reply) -> QStringList;\n"
           "    /// What is wrong now: the name of the answer and a sentence, in the order of the form.\n    [[nodiscard]] auto complaints() const -> QList<std::pair<QString, QString>>;\n"
           "    /// The day and the time that the form reckons with; the machine's where none is set.\n    void setNow(QDate today, QTime now);\n\n";
    out += "    // Each answer by its name; set is false when what is given is not taken.\n" + accessorsDeclared();
    out += "\n";
    out += form_.isDialog() ? "    void reject() override;\n" : "    /// Accepts the reply when nothing is wrong; else says what is.\n    void accept();\n    void reject();\n";
    out += "\nprotected:\n    /// Says a sentence, asks a question, goes to an address that the form offers.\n    virtual void say(const QString &sentence);\n    [[nodiscard]] virtual auto ask(const QString &question) -> bool;\n    virtual void offer(const QString &address);\n\n";
    out += "    void showEvent(QShowEvent *event) override;\n    void resizeEvent(QResizeEvent *event) override;\n";
    if (form_.isDialog() && !form_.root().yes(Prop::escapeCloses)) out += "    void keyPressEvent(QKeyEvent *event) override;\n";
    if (!form_.isDialog()) out += "    QWidget *sheet_ = nullptr;\n";
    out += "\n    // What the form shows, for a class of your own.\n" + members;
    out += "\nsignals:\n    /// The reply is accepted.\n    void replied(const QJsonObject &reply);\n    /// The filler has gone without one.\n    void left();\n    /// An answer is another now.\n    void changed(const QString &name);\n    /// A rule tells the program something.\n    void told(const QString &name);\n";
    for (const string& tell : tells_) out += "    void " + tell + "();\n";
    out += "\nprivate:\n";
    for (const auto& [function, body] : made_) out += "    void " + function + "();\n";
    if (!works_.empty()) out += "    void addFormulas();\n";
    if (!rules_.empty()) out += "    void addRules();\n";
    out += "    void go(int then);\n\n    struct Filling;\n    Filling *filling_ = nullptr;\n    bool isOpened_ = false;\n";
    out += "};\n\n" + closed(choice_.nameSpace);
    return out;
}

string Writer::source() const {
    auto& self = const_cast<Writer&>(*this);
    const bool dialog = form_.isDialog();
    const Control& root = form_.root();
    const string said = self.sentences(), behaves = self.window();
    string yes = phrase(Phrase::yes, language_), no = phrase(Phrase::no, language_);
    const string title = inComment(calledBy(form_, root));
    string out = fmt::format("// The form “{}”: what it shows, takes and does. Written anew by Brindel.\n#include \"{}_form.h\"\n\n", title, file);
    std::set<string> includes(includes_.begin(), includes_.end());
    for (const char* one : {"QDateTime", "QDesktopServices", "QJsonObject", "QMessageBox", "QShowEvent", "QUrl"}) includes.insert(one);
    if (!dialog) includes.insert({"QScrollArea", "QVBoxLayout"});
    for (const string& one : includes) out += "#include <" + one + ">\n";
    out += fmt::format("\n#include \"{}_parts.h\"\n\nnamespace fx = {};\n\n", file, partsSpace);
    out += opened(choice_.nameSpace);
    // ---- what is asked ----
    out += fmt::format("/// What is asked, and what is worked out from it.\nstruct {}::Filling : fx::Filling {{\n    explicit Filling({} *form)\n        : fx::Filling(form,\n", base, base);
    out += fmt::format(
        "                      {{.say = [form](const QString &sentence) {{ form->say(sentence); }},\n"
        "                       .ask = [form](const QString &question) {{ return form->ask(question); }},\n"
        "                       .go = [form](fx::Then then) {{ form->go(int(then)); }},\n"
        "                       .goOn = [form] {{ emit form->replied(form->toJson()); }},\n"
        "                       .changed = [form](const QString &name) {{ emit form->changed(name); }}}},\n"
        "                      {{{}}})\n    {{\n    }}\n\n", [&] {
            string list = indented(said, 6);
            while (!list.empty() && (list.back() == '\n' || list.back() == ',')) list.pop_back();
            return list.substr(std::min<std::size_t>(list.size(), list.find_first_not_of(' ')));
        }());
    out += indented(filling_) + "};\n\n";
    // ---- the form ----
    out += fmt::format("{0}::{0}(QWidget *parent) : {1}(parent), filling_(new Filling(this))\n{{\n{2}", base, dialog ? "QDialog" : "QWidget", indented(behaves));
    out += "    makeForm();\n";
    if (!works_.empty()) out += "    addFormulas();\n";
    if (!rules_.empty()) out += "    addRules();\n";
    if (dialog) {
        out += "    const fx::Scale pixels(this);\n";
        if (root.yes(Prop::resizable)) {
            const Extent least = leastSize(form_);
            out += fmt::format("    setMinimumSize(minimumSizeHint().expandedTo({{{}, {}}}));\n    resize({}, {});\n", scaled(std::min(least.width, root.box.width)), scaled(std::min(least.height, root.box.height)), scaled(root.box.width), scaled(root.box.height));
        } else {
            out += "    layout()->setSizeConstraint(QLayout::SetFixedSize);\n";
        }
    }
    out += "    filling_->begin();\n";
    if (!dialog) out += "    sheet_->adjustSize();\n";
    out += "}\n\n";
    out += fmt::format("{0}::~{0}() = default;\n\n", base);
    for (const auto& [function, body] : made_) {
        const bool scales = body.find("pixels(") != string::npos;
        out += fmt::format("void {}::{}()\n{{\n{}{}}}\n\n", base, function, scales ? "    const fx::Scale pixels(this);\n\n" : "", indented(body));
    }
    if (!works_.empty()) out += fmt::format("void {}::addFormulas()\n{{\n{}}}\n\n", base, indented(works_));
    if (!rules_.empty()) out += fmt::format("void {}::addRules()\n{{\n{}}}\n\n", base, indented(rules_));
    // ---- answers ----
    string get, set;
    bool dotted = false;
    for (Id id : form_.index()->fields()) {
        const string member = accessor(id);
        get += fmt::format("        .{0} = {0}(),\n", member);
        set += fmt::format("        set{}(reply.{}),\n", capital(member), member);
        dotted = dotted || form_.index()->answerName(id).find('.') != string::npos;
    }
    out += fmt::format("auto {0}::reply() const -> Reply\n{{\n    return {{\n{1}    }};\n}}\n\nauto {0}::setReply({3}) -> bool\n{{\n    const QList<bool> taken = {{\n{2}    }};\n    return !taken.contains(false);\n}}\n\n", base, get, set, set.empty() ? "const Reply & /*reply*/" : "const Reply &reply");
    if (dotted) self.use("nested");
    const bool grows = uses_.contains("RowButtons");
    out += fmt::format(
        "auto {0}::toJson() const -> QJsonObject\n{{\n    QJsonObject values;\n    for (const auto &answer : filling_->answers()) {{\n        {4}{1}{5}\n    }}\n"
        "    const QDateTime now = QDateTime::currentDateTime();\n    return {{\n        {{QStringLiteral(\"form\"), {2}}},\n        {{QStringLiteral(\"version\"), {3}}},\n"
        "        {{QStringLiteral(\"filled\"), now.toOffsetFromUtc(now.offsetFromUtc()).toString(Qt::ISODate)}},\n        {{QStringLiteral(\"values\"), values}},\n    }};\n}}\n\n",
        base, dotted ? "values = fx::nested(values, answer->asked().name.split(u'.'), answer->json());" : "values.insert(answer->asked().name, answer->json());",
        textLiteral(root.name), "@VERSION@", grows ? "if (!answer->isAbsent()) {\n            " : "", grows ? "\n        }" : "");
    out += fmt::format(
        "auto {0}::fromJson(const QJsonObject &reply) -> QStringList\n{{\n    const QString form = reply.value(QStringLiteral(\"form\")).toString();\n"
        "    const QJsonValue values = reply.value(QStringLiteral(\"values\"));\n    if (!values.isObject()) {{\n        return filling_->take({1});\n    }}\n"
        "    if (!form.isEmpty() && form != {2}) {{\n        return {{fx::sentence(filling_->says().otherForm, {{form, {2}}})}};\n    }}\n    return filling_->take({3});\n}}\n\n",
        base, dotted ? "fx::flat(reply)" : "reply", textLiteral(root.name), dotted ? "fx::flat(values.toObject())" : "values.toObject()");
    out += fmt::format("auto {0}::complaints() const -> QList<std::pair<QString, QString>>\n{{\n    return filling_->wrongs();\n}}\n\nvoid {0}::setNow(QDate today, QTime now)\n{{\n    filling_->setNow(today, now);\n    filling_->begin();\n}}\n\n", base);
    out += accessorsDefined();
    // ---- the window ----
    const string accepts = dialog ? "QDialog::accept();" : "";
    out += fmt::format("void {0}::go(int then)\n{{\n    switch (fx::Then(then)) {{\n        case fx::Then::accepted:\n            emit replied(toJson());\n{1}            break;\n        case fx::Then::left:\n            emit left();\n            {2}\n            break;\n        case fx::Then::putAway:\n            hide();\n            break;\n        case fx::Then::stays:\n            break;\n    }}\n}}\n\n",
                       base, dialog ? "            QDialog::accept();\n" : "", dialog ? "QDialog::reject();" : "close();");
    if (!dialog) out += fmt::format("void {0}::accept()\n{{\n    filling_->accept();\n    filling_->done();\n}}\n\n", base);
    out += fmt::format("void {0}::reject()\n{{\n    filling_->close();\n}}\n\n", base);
    out += fmt::format("void {0}::say(const QString &sentence)\n{{\n    QMessageBox::information(this, windowTitle(), sentence);\n}}\n\n", base);
    out += fmt::format("auto {0}::ask(const QString &question) -> bool\n{{\n    return QMessageBox::question(this, windowTitle(), question) == QMessageBox::Yes;\n}}\n\n", base);
    out += fmt::format("void {0}::offer(const QString &address)\n{{\n    if (ask(address)) {{\n        QDesktopServices::openUrl(QUrl(address));\n    }}\n}}\n\n", base);
    const Id first = firstStop(form_);
    out += fmt::format("void {0}::showEvent(QShowEvent *event)\n{{\n    {1}::showEvent(event);\n    if (!std::exchange(isOpened_, true)) {{\n{2}        filling_->fit();\n        filling_->opened();\n    }}\n}}\n\n", base, dialog ? "QDialog" : "QWidget",
                       first != noControl ? fmt::format("        {}->setFocus(Qt::TabFocusReason);\n", self.memberOf(first)) : "");
    out += fmt::format("void {0}::resizeEvent(QResizeEvent *event)\n{{\n    {1}::resizeEvent(event);\n    filling_->showMarks();\n}}\n\n", base, dialog ? "QDialog" : "QWidget");
    if (dialog && !root.yes(Prop::escapeCloses))
        out += fmt::format("void {0}::keyPressEvent(QKeyEvent *event)\n{{\n    if (event->key() != Qt::Key_Escape) {{\n        QDialog::keyPressEvent(event);\n    }}\n}}\n\n", base);
    out += closed(choice_.nameSpace);
    const string version = "@VERSION@";
    if (const auto at = out.find(version); at != string::npos) out.replace(at, version.size(), std::to_string(form_.revision));
    return out;
}

string Writer::parts() const {
    return fmt::format("// What {}_form.cpp is built of: what is asked, what formulas use, and a few widgets. Written anew by Brindel.\n", file) +
           partsHeader(uses_, partsSpace, {{"LANGUAGE", language_}, {"POINTS", numberLiteral(points_)}});
}

string Writer::translation() const {
    pugi::xml_document document;
    document.append_child(pugi::node_doctype).set_value("TS");
    pugi::xml_node ts = document.append_child("TS");
    ts.append_attribute("version") = "2.1";
    ts.append_attribute("sourcelanguage") = language_.c_str();
    pugi::xml_node context = ts.append_child("context");
    const string whole = choice_.nameSpace.empty() ? base : choice_.nameSpace + "::" + base;
    context.append_child("name").text() = whole.c_str();
    for (const Translated& text : texts_) {
        pugi::xml_node message = context.append_child("message");
        pugi::xml_node source = message.append_child("source");
        // Signs that XML does not have stand by their number, as the format has it.
        string run;
        auto flush = [&] {
            if (!run.empty()) source.append_child(pugi::node_pcdata).set_value(run.c_str());
            run.clear();
        };
        for (const char c : text.source) {
            const auto sign = static_cast<unsigned char>(c);
            if (sign >= 0x20 || c == '\n' || c == '\t' || c == '\r') {
                run += c;
                continue;
            }
            flush();
            source.append_child("byte").append_attribute("value") = fmt::format("x{:x}", unsigned(sign)).c_str();
        }
        flush();
        message.append_child("extracomment").text() = text.about.c_str();
        message.append_child("translation").append_attribute("type") = "unfinished";
    }
    std::ostringstream out;
    document.save(out, "    ", pugi::format_indent | pugi::format_save_file_text, pugi::encoding_utf8);
    return out.str();
}

}  // namespace qt

bool isTakenInClass(const std::string& name) {
    return qt::takenNames().contains(name);
}

std::string className(const Form& form, const ClassChoice& choice) {
    if (!choice.className.empty()) return choice.className;
    const std::string word = qt::capital(qt::oneWord(form.root().name));
    return word.empty() || !identifierMisfit(form.root().name).empty() ? "FilledForm" : word;
}

Sentence classMisfit(const ClassChoice& choice) {
    auto wrong = [](const std::string& word) {
        const bool letter = !word.empty() && ((word[0] >= 'a' && word[0] <= 'z') || (word[0] >= 'A' && word[0] <= 'Z'));
        const bool plain = std::ranges::all_of(word, [](char c) {
            return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '_';
        });
        return !letter || !plain || word.size() > 64 || word.find("__") != std::string::npos ||
               reservedBy(word).find("C++") != std::string::npos;
    };
    if (!choice.className.empty() && wrong(choice.className))
        return said("“{}” is no name that C++ takes for a class: letters a to z, digits and _ make one.", choice.className);
    std::string rest = choice.nameSpace;
    while (!rest.empty()) {
        const std::size_t end = rest.find("::");
        const std::string word = rest.substr(0, end);
        if (wrong(word)) return said("“{}” is no name that C++ takes for a namespace: words such as wharf or wharf::forms make one.", choice.nameSpace);
        if (end == std::string::npos) break;
        rest = rest.substr(end + 2);
        if (rest.empty()) return said("“{}” is no name that C++ takes for a namespace: words such as wharf or wharf::forms make one.", choice.nameSpace);
    }
    return {};
}

Result<std::vector<TargetFile>> classOf(const FormSession& opened, const FontBook& fonts, const ClassChoice& choice) {
    if (const Sentence wrong = classMisfit(choice); !wrong.empty()) return failure("", wrong);
    const qt::Writer writer(opened, fonts, choice);
    const std::string &file = writer.file, &name = writer.name, &base = writer.base;
    const bool dialog = opened.designed().isDialog();
    const std::string space = qt::opened(choice.nameSpace), end = qt::closed(choice.nameSpace);
    const std::string whole = choice.nameSpace.empty() ? name : choice.nameSpace + "::" + name;
    std::vector<TargetFile> files;
    files.push_back({file + "_form.h", writer.header()});
    files.push_back({file + "_form.cpp", writer.source()});
    files.push_back({file + "_parts.h", writer.parts()});
    files.push_back({file + ".ts", writer.translation()});
    files.push_back({file + ".h",
                     fmt::format("// Yours: Brindel has written this file once and leaves it alone.\n#pragma once\n\n#include \"{0}_form.h\"\n\n{1}class {2} : public {3}\n{{\n    Q_OBJECT\n\npublic:\n    using {3}::{3};\n}};\n\n{4}",
                                 file, space, name, base, end),
                     true});
    files.push_back({file + ".cpp", fmt::format("// Yours: Brindel has written this file once and leaves it alone.\n#include \"{}.h\"\n", file), true});
    files.push_back({"CMakeLists.txt",
                     fmt::format("cmake_minimum_required(VERSION 3.21)\nproject({0} LANGUAGES CXX)\n\nset(CMAKE_CXX_STANDARD 20)\nset(CMAKE_CXX_STANDARD_REQUIRED ON)\nset(CMAKE_AUTOMOC ON)\n"
                                 "find_package(Qt6 REQUIRED COMPONENTS Widgets)\n\nadd_library({0} STATIC {0}.cpp {0}.h {0}_form.cpp {0}_form.h {0}_parts.h)\ntarget_include_directories({0} PUBLIC ${{CMAKE_CURRENT_SOURCE_DIR}})\n"
                                 "target_link_libraries({0} PUBLIC Qt6::Widgets)\n\nadd_executable(show_{0} main.cpp)\ntarget_link_libraries(show_{0} PRIVATE {0})\n",
                                 file),
                     true});
    files.push_back({"main.cpp",
                     fmt::format("// Shows the form and prints the reply.\n#include <QApplication>\n#include <QJsonDocument>\n#include <cstdio>\n\n#include \"{0}.h\"\n\nauto main(int argc, char **argv) -> int\n{{\n    const QApplication application(argc, argv);\n    {1} form;\n"
                                 "    QObject::connect(&form, &{1}::replied, [](const QJsonObject &reply) {{ std::puts(QJsonDocument(reply).toJson().constData()); }});\n{2}    return QApplication::exec();\n}}\n",
                                 file, whole, dialog ? "    form.show();\n" : "    form.resize(860, 900);\n    form.show();\n"),
                     true});
    return files;
}

}  // namespace brindel
