// How each kind of control is made in a class: one row a kind, with its widget and what is said of it.
#include <fmt/format.h>

#include <cmath>

#include "core/answers/answering.h"
#include "core/answers/required_marks.h"
#include "core/layout/folding.h"
#include "core/model/in_order.h"
#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"

namespace brindel::qt {

using std::string;

namespace {

string colour(Colour c) {
    return fmt::format("QColor({}, {}, {})", c.red, c.green, c.blue);
}

/// A control being made: what it is called in the class, and the lines that make it.
struct Made {
    Writer& w;
    const Control& c;
    string type;    // "fx::NumberBox"
    string widget;  // the name that it has where it is made
    string member, parent;
    string out = {};

    void line(const string& text) { out += text + "\n"; }
    void call(const string& what) { line(widget + "->" + what + ";"); }
    string about() const { return c.name.empty() ? string(c.is().word) : string(c.is().word) + " " + c.name; }
    /// "numLengthBox = new fx::NumberBox(…, parent)"; a widget of a class of our own is known by that where it is made.
    void create(const string& arguments = {}) {
        const string start = widget == member && member.ends_with('_') ? member : "auto *" + widget;
        line(fmt::format("{} = new {}({}{}{});", start, type, arguments, arguments.empty() ? "" : ", ", parent));
        if (widget != member) line(fmt::format("{} = {};", member, widget));
    }
    /// A call with a wording, where there is one.
    void worded(const char* function, Prop prop, const string& on = {}) {
        if (!c.text(prop).empty())
            line(fmt::format("{}{}->{}({});", widget, on, function,
                             w.tr(c.text(prop), string(row(prop).word) + " of " + about())));
    }
    /// What it shows while it is empty: its own wording, or how a date or a time is written in the form's language.
    void emptied(const string& on = {}) {
        worded("setPlaceholderText", Prop::placeholder, on);
        const string shown = shownWhenEmpty({w.form(), c, {}});
        if (c.text(Prop::placeholder).empty() && !shown.empty())
            line(fmt::format("{}{}->setPlaceholderText({});", widget, on, textLiteral(shown)));
    }
    void shut(const char* call_) {
        if (isShut(c)) call(call_);
    }
    /// The wording of a tick or a button, with its key and its mark.
    void labelled() {
        string list = ".text = " + w.tr(c.text(*c.is().wording), about());
        if (const string key = w.keyOfBearer(c.id); !key.empty()) put(list, "key", textLiteral(key));
        if (const string mark = w.markOf(c); !mark.empty())
            put(list, "mark", w.tr(mark, "mark of what must be filled in"));
        w.use("word");
        line(fmt::format("fx::word({}, {{{}}});", widget, list));
    }
    void marked() {
        if (const string mark = w.markOf(c); !mark.empty())
            call("setMark(" + w.tr(mark, "mark of what must be filled in") + ")");
    }
    void alignedAcross() {
        const Across across = entryLookOf(w.form(), c).across;
        if (across != Across::start)
            call(fmt::format("setAlignment(Qt::{} | Qt::AlignVCenter)",
                             across == Across::centre ? "AlignHCenter" : "AlignRight"));
    }
};

void makePlain(Made& m) {
    m.create();
}

void makeLabel(Made& m) {
    m.create(m.w.tr(m.c.text(Prop::text), m.about()));
    if (m.w.wrapsInClass(m.c)) m.call("setWordWrap(true)");
    const Look look = lookOf(m.w.form(), m.c);
    static constexpr const char* across[] = {"AlignLeft", "AlignHCenter", "AlignRight"};
    static constexpr const char* down[] = {"AlignTop", "AlignVCenter", "AlignBottom"};
    if (look.across != Across::start || look.down != Down::middle)
        m.call(fmt::format("setAlignment(Qt::{} | Qt::{})", across[std::size_t(look.across)],
                           down[std::size_t(look.down)]));
    m.marked();
}

void makeText(Made& m) {
    const auto boxes = letterBoxes(m.c);
    m.create(boxes.empty() ? "" : std::to_string(boxes.size()));
    if (isOneLine(m.c)) {
        m.alignedAcross();
        if (m.c.yes(Prop::secret)) m.call("setEchoMode(QLineEdit::Password)");
    } else {
        m.call("setTabChangesFocus(true)");
        if (!m.c.yes(Prop::rich) && !m.c.yes(Prop::wraps)) m.call("setLineWrapMode(QPlainTextEdit::NoWrap)");
        if (m.c.as<ScrollBars>() != ScrollBars::asNeeded)
            m.call(fmt::format("setVerticalScrollBarPolicy(Qt::ScrollBarAlways{})",
                               m.c.as<ScrollBars>() == ScrollBars::always ? "On" : "Off"));
    }
    m.worded("setPlaceholderText", Prop::placeholder);
    m.shut("setReadOnly(true)");
}

/// A number or a time: typed, and stepped.
void makeStepped(Made& m) {
    m.create();
    m.alignedAcross();
    if (has(m.c.kind, Prop::unit)) m.worded("setUnit", Prop::unit);
    m.emptied("->edit()");
    m.shut("setReadOnly(true)");
    m.shut("setButtonSymbols(QAbstractSpinBox::NoButtons)");
}

void makeDate(Made& m) {
    m.create();
    m.emptied(isPicked(m.c) ? "->lineEdit()" : "");
    m.shut("setReadOnly(true)");
}

void makeCombo(Made& m) {
    m.create();
    const bool editable = m.c.yes(Prop::otherAnswers) || m.c.yes(Prop::filters);
    if (editable) {
        m.call("setEditable(true)");
        m.call("setInsertPolicy(QComboBox::NoInsert)");
    }
    if (m.c.yes(Prop::filters)) {
        m.w.include("QCompleter");
        m.call("completer()->setFilterMode(Qt::MatchContains)");
        m.call("completer()->setCompletionMode(QCompleter::PopupCompletion)");
    }
    m.worded("setPlaceholderText", Prop::prompt, editable ? "->lineEdit()" : "");
    m.shut("setEnabled(false)");
}

void makeList(Made& m) {
    m.create(fmt::format("fx::ListBox::Picked::{}, {}",
                         m.c.yes(Prop::tickMarks)             ? "ticks"
                         : m.c.as<HowMany>() == HowMany::many ? "several"
                                                              : "one",
                         m.w.scaled(listRowHeight(m.w.form()))));
    m.shut("setEnabled(false)");
}

void makeTick(Made& m) {
    m.create();
    m.labelled();
    m.shut("setEnabled(false)");
}

void makeGroup(Made& m) {
    const Control& c = m.c;
    const ChoiceSpots spots = choiceSpotsOf(m.w.form(), c, m.w.fonts());
    const auto across = std::max(1, int(c.number(Prop::acrossIn)));
    string list;
    if (!c.text(Prop::text).empty())
        put(list, "question", m.w.tr(markedWording(m.w.form(), c), "question of " + m.about()));
    if (takesSeveral(c)) put(list, "takesSeveral", "true");
    put(list, "columns", std::to_string(across));
    if (!spots.rows.empty()) put(list, "rowHeight", m.w.scaled(spots.rows[0].height));
    if (!c.text(Prop::text).empty()) put(list, "questionGap", m.w.scaled(measuresFor(m.w.form()).labelDrop));
    put(list, "columnWidth", m.w.scaled(c.box.width / across));
    if (c.yes(Prop::otherAnswers)) put(list, "other", m.w.tr(c.text(Prop::otherText), "other answer of " + m.about()));
    m.create("fx::ChoiceGroup::Layout{" + list + "}");
    m.shut("setEnabled(false)");
}

void makeButton(Made& m) {
    m.create();
    m.labelled();
    m.call("setAutoDefault(false)");
    const auto role = m.c.as<ButtonRole>();
    if (role == ButtonRole::accept && m.w.form().isDialog()) m.call("setDefault(true)");
    if (!m.c.text(Prop::picture).empty()) {
        m.w.use("icon");
        m.call(fmt::format("setIcon(fx::icon(QByteArrayLiteral({})))", quotedText(m.c.text(Prop::picture))));
    }
    // What it does by its role, where no rule says otherwise; in the order of ButtonRole.
    const string does[] = {"filling_->accept();",
                           "filling_->close();",
                           "filling_->clear();",
                           "filling_->turnBy(" + m.widget + ", 1);",
                           "filling_->turnBy(" + m.widget + ", -1);",
                           ""};
    const string caught = m.member.ends_with('_') ? "this" : "this, " + m.widget;
    m.line(fmt::format("connect({0}, &QPushButton::clicked, this, [{1}] {{ filling_->press({0}, [{1}] {{ {2} }}); }});",
                       m.widget, caught, does[std::size_t(role)]));
}

void makeFrame(Made& m) {
    m.create(fmt::format("{}, fx::Frame::Border::{}", m.w.tr(m.c.text(Prop::title), "title of " + m.about()),
                         keyOf(lookOf(m.w.form(), m.c).border)));
    m.marked();
}

void makeTabs(Made& m) {
    m.create();
    static constexpr const char* sides[] = {"North", "South", "West", "East"};
    if (const auto sit = m.c.as<TabsSit>(); sit != TabsSit::top)
        m.call(fmt::format("setTabPosition(QTabWidget::{})", sides[std::size_t(sit)]));
    m.w.use("keyed");
    for (Id id : m.c.children) {
        const Control& page = *m.w.form().find(id);
        const string member = m.w.memberOf(id);
        m.line(fmt::format("{} = new QWidget({});", member, m.widget));
        if (!page.name.empty()) m.line(fmt::format("{}->setObjectName({});", member, textLiteral(page.name)));
        const string key = m.w.keyOfBearer(id);
        m.call(fmt::format("addTab({}, fx::keyed({}{}))", member,
                           m.w.tr(page.text(Prop::text), "tab page " + page.name),
                           key.empty() ? "" : ", {" + textLiteral(key) + "}"));
    }
}

void makeTable(Made& m) {
    const Grid grid = gridOf(*m.w.designed().find(m.c.id));
    string headings, widths;
    if (m.c.yes(Prop::headRow))
        for (const Choice& column : std::get<Choices>(m.c.get(Prop::columns)))
            headings += (headings.empty() ? "" : ", ") + m.w.tr(column.text, "heading in " + m.about());
    for (std::size_t i = 0; i + 1 < grid.across.size(); ++i)
        widths += (widths.empty() ? "" : ", ") + m.w.scaled(grid.across[i + 1] - grid.across[i]);
    m.create(fmt::format("QList<int>{{{}}}, {}", widths,
                         headings.empty() ? "QStringList()" : "QStringList{" + headings + "}"));
}

void makePage(Made& m) {
    const Extent size = surfaceSize(m.w.form(), m.c.id);
    m.create(fmt::format("QSize({}, {})", m.w.scaled(size.width), m.w.scaled(size.height)));
}

void makePicture(Made& m) {
    static constexpr const char* fits[] = {"KeepAspectRatio", "KeepAspectRatioByExpanding", "IgnoreAspectRatio"};
    if (isFilled(m.c))
        m.create(m.w.say(Phrase::pickPicture, "in an empty place for a picture"));
    else
        m.create(fmt::format("QByteArrayLiteral({}), Qt::{}", quotedText(m.c.text(Prop::picture)),
                             fits[std::size_t(m.c.as<Fits>())]));
}

void makeSignature(Made& m) {
    m.create("fx::Signature::Signs::" + keyOf(m.c.as<Signs>()));
    m.shut("setEnabled(false)");
}

void makeStroke(Made& m) {
    const Control& c = m.c;
    auto colourAt = [&](Prop prop) {
        const auto meant = colourMeant(c.text(prop));
        return meant && !isDesktopColour(c.text(prop)) ? colour(*meant) : "";
    };
    string list;
    put(list, "width", numberLiteral(std::max(0.5, c.number(Prop::lineWidth) * 96 / 72)));
    put(list, "colour", colourAt(Prop::lineColour));
    if (c.as<Dash>() != Dash::solid) put(list, "dash", c.as<Dash>() == Dash::dashed ? "Qt::DashLine" : "Qt::DotLine");
    if (c.kind == Kind::box) {
        put(list, "isBox", "true");
        if (c.number(Prop::corners) > 0) put(list, "corners", m.w.scaled(c.number(Prop::corners)));
        put(list, "fill", colourAt(Prop::fillColour));
    }
    m.create("fx::Line::Stroke{" + list + "}");
}

/// One row a kind: the widget that it becomes, the type that the class's header has for it, and what makes it.
struct Maker {
    Kind kind;
    const char *type, *member;
    void (*make)(Made&);
};
constexpr Maker makers[] = {
    {Kind::dialog, "QDialog", "QDialog", makePlain},
    {Kind::document, "QWidget", "QWidget", makePlain},
    {Kind::page, "fx::Paper", "QWidget", makePage},
    {Kind::tabPage, "QWidget", "QWidget", makePlain},
    {Kind::label, "fx::Label", "QLabel", makeLabel},
    {Kind::textBox, "QLineEdit", "QLineEdit", makeText},
    {Kind::numberBox, "fx::NumberBox", "QAbstractSpinBox", makeStepped},
    {Kind::dateBox, "fx::DateBox", "QComboBox", makeDate},
    {Kind::timeBox, "fx::NumberBox", "QAbstractSpinBox", makeStepped},
    {Kind::comboBox, "QComboBox", "QComboBox", makeCombo},
    {Kind::listBox, "fx::ListBox", "QListWidget", makeList},
    {Kind::checkBox, "QCheckBox", "QCheckBox", makeTick},
    {Kind::radioButton, "QRadioButton", "QRadioButton", makeTick},
    {Kind::choiceGroup, "fx::ChoiceGroup", "QWidget", makeGroup},
    {Kind::button, "QPushButton", "QPushButton", makeButton},
    {Kind::frame, "fx::Frame", "QWidget", makeFrame},
    {Kind::tabs, "QTabWidget", "QTabWidget", makeTabs},
    {Kind::table, "fx::Table", "QWidget", makeTable},
    {Kind::cell, "QWidget", "QWidget", makePlain},
    {Kind::picture, "fx::Picture", "QWidget", makePicture},
    {Kind::signature, "fx::Signature", "QWidget", makeSignature},
    {Kind::line, "fx::Line", "QWidget", makeStroke},
    {Kind::box, "fx::Line", "QWidget", makeStroke},
};
static_assert(inOrder(makers, &Maker::kind), "the rows stand in the order of Kind");

/// The row of a control, with the widget that it becomes by what it is.
Maker makerOf(const Control& c) {
    Maker maker = makers[std::size_t(c.kind)];
    if (c.kind == Kind::textBox && !isOneLine(c))
        maker.type = maker.member = c.yes(Prop::rich) ? "QTextEdit" : "QPlainTextEdit";
    if (c.kind == Kind::textBox && !letterBoxes(c).empty()) maker.type = "fx::LetterBoxes";
    if (c.kind == Kind::dateBox && !isPicked(c)) maker.type = maker.member = "QLineEdit";
    if (c.kind == Kind::picture && isFilled(c)) {
        maker.type = "fx::PictureBox";
        maker.member = "QAbstractButton";
    }
    return maker;
}

}  // namespace

bool isShut(const Control& c) {
    return c.as<Access>() != Access::open || !c.text(Prop::workedOut).empty();
}
bool isOneLine(const Control& c) {
    return c.as<Lines>() == Lines::one;
}
bool isPicked(const Control& c) {
    return has(c.kind, Prop::calendar) && !isShut(c);
}
void put(string& list, const string& field, const string& value) {
    if (value.empty()) return;
    list += (list.empty() ? "." : ", .") + field + " = " + value;
}

string Writer::typeOf(Id id) const {
    return makerOf(*form_.find(id)).member;
}
string Writer::widgetType(const Control& c) const {
    return makerOf(c).type;
}
string Writer::madeName(const Control& c) {
    const string member = memberOf(c.id);
    return widgetType(c).starts_with("fx::") && member.ends_with('_') ? accessors_.at(c.id) + "Box" : member;
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

/// The lines that make a control.
string Writer::make(const Control& c) {
    const Maker maker = makerOf(c);
    const string type = maker.type;
    if (type.starts_with("fx::")) use(type.substr(4));
    include(maker.member);
    const Control& around = *form_.find(c.parent);
    const string member = memberOf(c.id);
    Made m{*this, c, type, madeName(c), member, memberOf(around.is().inGrid ? around.parent : around.id)};
    maker.make(m);
    if (!c.name.empty()) m.call("setObjectName(" + textLiteral(c.name) + ")");
    m.worded("setToolTip", Prop::hint);
    if (!c.is().behind && c.kind != Kind::line && !c.is().turns && !c.is().grid) m.out += dressed(c, m.widget);
    // What belongs to a wording has that as its name; what has none is told what it is called.
    const Control* label = labelOf(form_, c.id);
    const bool carries = c.is().wording && !c.text(*c.is().wording).empty();
    if (isFilled(c) && !carries && !(label && label->parent == c.parent))
        m.call("setAccessibleName(" + tr(toldAs(form_, c), "what " + m.about() + " is called") + ")");
    if (wrapsInClass(c))
        m.call("setMinimumHeight(" + scaled(c.box.height) + ")");
    else if (!c.is().speaks && !c.is().holds && !c.is().turns && !c.is().paper)
        m.out += sized(c, m.widget);
    if (c.is().tabbed && has(c.kind, Prop::tabStop) && !c.yes(Prop::tabStop)) m.call("setFocusPolicy(Qt::ClickFocus)");
    if (comesAndGoes(c.id) && !folds(c)) {
        m.line(fmt::format("fx::keepsRoom({});", m.widget));
        use("keepsRoom");
    }
    if (!startsVisible(c)) m.line(fmt::format("filling_->show({}, false);", m.widget));
    if (!startsEnabled(c)) m.line(fmt::format("filling_->enable({}, false);", m.widget));
    return m.out;
}

}  // namespace brindel::qt
