#include "filler/widgets.h"

#include <QtWidgets/QtWidgets>

#include "core/answers/answering.h"
#include "core/text/key_letters.h"
#include "filler/choice_field.h"
#include "filler/drawing_painter.h"
#include "filler/ink_fields.h"
#include "filler/special_widgets.h"

namespace brindel {
namespace {

/// A wording with its access key marked, as Qt takes it.
QString withKey(const Control& c, const std::string& text) {
    if (const auto [at, bytes] = keyPlace(text, c.text(Prop::accessKey)); bytes > 0)
        return toQt(text.substr(0, at)).replace("&", "&&") + "&" + toQt(text.substr(at)).replace("&", "&&");
    return toQt(text).replace("&", "&&");
}
/// What a label or tick reads, with its key and the mark of what must be filled in.
QString reading(const Control& c, const Making& m) {
    const std::string text = markedWording(m.form, c);
    const bool keyed = !c.is().speaks || c.reference(Prop::labels) != noControl;
    return keyed ? withKey(c, text) : toQt(text);
}

/// By the form's direction of writing, whatever the keyboard's is while a field is empty.
Qt::Alignment alignment(const Making& m, const Look& look) {
    const bool atRight = (look.across == Across::end) != m.form.index()->rightToLeft();
    Qt::Alignment across = look.across == Across::centre ? Qt::AlignHCenter
                           : atRight                     ? Qt::AlignRight | Qt::AlignAbsolute
                                                         : Qt::AlignLeft | Qt::AlignAbsolute;
    Qt::Alignment down = look.down == Down::top      ? Qt::AlignTop
                         : look.down == Down::bottom ? Qt::AlignBottom
                                                     : Qt::AlignVCenter;
    return across | down;
}

bool onPaper(const Making& m) {
    return !m.form.isDialog();
}
bool readOnly(const Control& c) {
    return c.as<Access>() != Access::open || !c.text(Prop::workedOut).empty();
}

// On paper the page beneath is painted as it is printed, wording, lines and frames with it: only what fillers touch
// becomes a widget there, and frames a bare holder of what they hold.

QWidget* makeLabel(const Control& c, const Making& m, QWidget* parent) {
    if (onPaper(m)) return nullptr;
    auto* label = new QLabel(parent);
    // Only a label with a field to go to marks its key; a picture of it goes to itself.
    if (c.reference(Prop::labels) != noControl) label->setBuddy(label);
    label->setText(reading(c, m));
    label->setTextFormat(Qt::PlainText);
    label->setWordWrap(c.yes(Prop::wraps));
    label->setAlignment(alignment(m, lookOf(m.form, c)));
    return label;
}

/// Text of many lines in which letters can be made bold, italic or underlined. The answer is the text alone.
QWidget* makeRich(const Control& c, const Making& m, QWidget* parent) {
    auto* edit = new QTextEdit(parent);
    edit->setPlaceholderText(onPaper(m) ? QString() : toQt(c.text(Prop::placeholder)));
    edit->setReadOnly(readOnly(c));
    edit->setTabChangesFocus(true);
    if (onPaper(m)) edit->setFrameShape(QFrame::NoFrame);
    auto key = [edit](QKeySequence::StandardKey keys, auto change) {
        auto* action = new QAction(edit);
        action->setShortcut(keys);
        action->setShortcutContext(Qt::WidgetShortcut);
        QObject::connect(action, &QAction::triggered, edit, [edit, change] {
            QTextCharFormat format;
            change(format, edit->currentCharFormat());
            edit->mergeCurrentCharFormat(format);
        });
        edit->addAction(action);
    };
    using Format = QTextCharFormat;
    key(QKeySequence::Bold, [](Format& to, const Format& now) {
        to.setFontWeight(now.fontWeight() > QFont::Normal ? QFont::Normal : QFont::Bold);
    });
    key(QKeySequence::Italic, [](Format& to, const Format& now) { to.setFontItalic(!now.fontItalic()); });
    key(QKeySequence::Underline, [](Format& to, const Format& now) { to.setFontUnderline(!now.fontUnderline()); });
    return edit;
}

QWidget* makeText(const Control& c, const Making& m, QWidget* parent) {
    if (c.as<Lines>() == Lines::many && c.yes(Prop::rich)) return makeRich(c, m, parent);
    if (c.as<Lines>() == Lines::many) {
        auto* edit = new QPlainTextEdit(parent);
        edit->setPlaceholderText(onPaper(m) ? QString() : toQt(c.text(Prop::placeholder)));
        edit->setReadOnly(readOnly(c));
        edit->setTabChangesFocus(true);
        edit->setLineWrapMode(c.yes(Prop::wraps) ? QPlainTextEdit::WidgetWidth : QPlainTextEdit::NoWrap);
        auto bars = c.as<ScrollBars>() == ScrollBars::always  ? Qt::ScrollBarAlwaysOn
                    : c.as<ScrollBars>() == ScrollBars::never ? Qt::ScrollBarAlwaysOff
                                                              : Qt::ScrollBarAsNeeded;
        edit->setVerticalScrollBarPolicy(bars);
        if (onPaper(m)) edit->setFrameShape(QFrame::NoFrame);
        return edit;
    }
    if (const auto letters = letterBoxes(c); !letters.empty()) {
        auto* edit = new LetterField(int(letters.size()), onPaper(m), parent);
        edit->setReadOnly(readOnly(c));
        return edit;
    }
    auto* edit = new QLineEdit(parent);
    edit->setPlaceholderText(onPaper(m) ? QString() : toQt(c.text(Prop::placeholder)));
    edit->setReadOnly(readOnly(c));
    edit->setAlignment(alignment(m, entryLookOf(m.form, c)));
    if (c.yes(Prop::secret)) edit->setEchoMode(QLineEdit::Password);
    if (onPaper(m)) {
        edit->setFrame(false);
        // What is typed stands where it will be printed; a line edit has two pixels of its own.
        const Box text = textBoxOf(m.form, c);
        const int left = std::max(0, int(std::lround(text.left * m.scale)) - 2);
        edit->setTextMargins(left, 0, std::max(0, int((c.box.width - text.right()) * m.scale) - 2), 0);
    }
    return edit;
}

QWidget* makeNumber(const Control& c, const Making& m, QWidget* parent) {
    if (onPaper(m)) return makeText(c, m, parent);
    auto* box = new NumberField(toQt(c.text(Prop::unit)), parent);
    box->setReadOnly(readOnly(c));
    if (readOnly(c)) box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    box->setAlignment(alignment(m, entryLookOf(m.form, c)));
    box->edit()->setPlaceholderText(toQt(c.text(Prop::placeholder)));
    return box;
}

/// What a date or a time shows while it is empty: how it is written. Paper shows nothing that could be taken for an
/// answer; there it is said, to those who point and to those who do not see.
void emptied(const Control& c, const Making& m, QLineEdit* edit) {
    const QString shown = toQt(shownWhenEmpty({m.form, c, {}}));
    edit->setPlaceholderText(onPaper(m) ? QString() : shown);
    edit->setAccessibleDescription(shown);
    if (onPaper(m) && c.text(Prop::hint).empty()) edit->setToolTip(shown);
}

QWidget* makeDate(const Control& c, const Making& m, QWidget* parent) {
    if (readOnly(c)) return makeText(c, m, parent);
    auto* box = new DateField(c.yes(Prop::calendar), parent);
    box->onPaper = onPaper(m);
    emptied(c, m, box->lineEdit());
    if (onPaper(m)) box->lineEdit()->setFrame(false);
    return box;
}

/// Keeps a combo box at its answer, which can be selected and copied: no list opens, no key and no wheel changes it.
class StandsStill : public QObject {
  public:
    explicit StandsStill(QComboBox* box) : QObject(box) {
        box->setEditable(true);
        box->setCompleter(nullptr);
        box->lineEdit()->setReadOnly(true);
        box->installEventFilter(this);
    }
    bool eventFilter(QObject*, QEvent* event) override {
        return event->type() == QEvent::MouseButtonPress || event->type() == QEvent::MouseButtonDblClick ||
               event->type() == QEvent::Wheel || event->type() == QEvent::KeyPress;
    }
};

/// What is locked can be seen, and not reached: not by Tab, by the pointer, by an access key, by pasting or dropping.
void lockAway(QWidget* widget) {
    widget->setAttribute(Qt::WA_TransparentForMouseEvents);
    QWidgetList all = widget->findChildren<QWidget*>();
    all << widget;
    for (QWidget* one : all) {
        one->setFocusPolicy(Qt::NoFocus);
        one->setContextMenuPolicy(Qt::NoContextMenu);
        one->setAcceptDrops(false);
    }
}

QWidget* makeCombo(const Control& c, const Making& m, QWidget* parent) {
    QComboBox* box = onPaper(m) ? new PaperCombo(parent) : new QComboBox(parent);
    for (const Choice& choice : c.choices()) box->addItem(toQt(choice.text));
    box->setEditable(c.yes(Prop::otherAnswers) || c.yes(Prop::filters));
    box->setInsertPolicy(QComboBox::NoInsert);
    if (c.yes(Prop::filters)) {
        box->completer()->setFilterMode(Qt::MatchContains);
        box->completer()->setCompletionMode(QCompleter::PopupCompletion);
    }
    const QString prompt = onPaper(m) ? QString() : toQt(c.text(Prop::prompt));
    if (box->lineEdit())
        box->lineEdit()->setPlaceholderText(prompt);
    else
        box->setPlaceholderText(prompt);
    box->setCurrentIndex(-1);
    box->setMaxVisibleItems(14);
    if (readOnly(c)) new StandsStill(box);
    return box;
}

QWidget* makeList(const Control& c, const Making& m, QWidget* parent) {
    auto* list = new QListWidget(parent);
    const bool ticks = c.yes(Prop::tickMarks);
    for (const Choice& choice : c.choices()) {
        auto* item = new QListWidgetItem(toQt(choice.text), list);
        item->setSizeHint(QSize(10, int(std::lround(listRowHeight(m.form) * m.scale))));
        if (ticks) {
            item->setFlags((item->flags() | Qt::ItemIsUserCheckable) & ~Qt::ItemIsSelectable);
            item->setCheckState(Qt::Unchecked);
        }
    }
    if (!ticks)
        list->setSelectionMode(c.as<HowMany>() == HowMany::many ? QAbstractItemView::MultiSelection
                                                                : QAbstractItemView::SingleSelection);
    list->setEnabled(!readOnly(c));
    if (onPaper(m)) list->setFrameShape(QFrame::NoFrame);
    return list;
}

/// A tick on paper is painted as it is printed; on the screen the desktop's own is used.
QWidget* makeTick(const Control& c, const Making& m, QWidget* parent) {
    if (onPaper(m)) {
        auto* drawn = new DrawnWidget(m.scale, parent);
        drawn->setCheckable(true);
        drawn->setFocusPolicy(Qt::StrongFocus);
        drawn->setAccessibleName(toQt(c.text(Prop::text)));
        drawn->drawing = [form = m.form, c, fonts = &m.fonts](bool on) {
            Shown shown;
            shown.on = on;
            return drawnControl(form, c, shown,
                                DrawOptions{*fonts, {}, nullptr, false, true});  // the page has its wording
        };
        drawn->setEnabled(!readOnly(c));
        return drawn;
    }
    QAbstractButton* box =
        c.kind == Kind::checkBox ? static_cast<QAbstractButton*>(new QCheckBox(parent)) : new QRadioButton(parent);
    box->setText(reading(c, m));
    box->setEnabled(!readOnly(c));
    return box;
}

QWidget* makeButton(const Control& c, const Making&, QWidget* parent) {
    auto* button = new QPushButton(withKey(c, c.text(Prop::text)), parent);
    button->setAutoDefault(false);
    return button;
}

QWidget* makeDrawn(const Control& c, const Making& m, QWidget* parent) {
    if (onPaper(m)) return row(c.kind).holds ? new QWidget(parent) : nullptr;
    auto* drawn = new DrawnWidget(m.scale, parent);
    drawn->setFocusPolicy(Qt::NoFocus);
    drawn->drawing = [form = m.form, c, fonts = &m.fonts](bool) {
        return drawnControl(form, c, {}, DrawOptions{*fonts, {}, nullptr, true, true});
    };
    return drawn;
}

QWidget* makeTabs(const Control& c, const Making& m, QWidget* parent) {
    auto* tabs = new TabsField(c.as<TabsSit>(), int(std::lround(tabStrip(m.form) * m.scale)), parent);
    int shown = 0;
    Id front = shownPage(c, m.turned);
    // The bar needs the font before it is asked how wide its tabs are.
    tabs->bar()->setFont(fontOf(lookOf(m.form, c), unitsPerPoint(m.form) * m.scale));
    for (Id id : c.children)
        if (const Control* page = m.form.find(id)) {
            int at = tabs->bar()->addTab(withKey(*page, page->text(Prop::text)));
            const DrawOptions stands{m.fonts, {}, m.filling};
            tabs->bar()->setTabEnabled(at, stands.enabled(*page));
            tabs->bar()->setTabVisible(at, stands.visible(*page));
            if (id == front) shown = at;
        }
    tabs->bar()->setCurrentIndex(shown);
    return tabs;
}

QWidget* makeTime(const Control& c, const Making& m, QWidget* parent) {
    if (onPaper(m)) return makeText(c, m, parent);
    auto* box = new NumberField("", parent);
    box->setReadOnly(readOnly(c));
    if (readOnly(c)) box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    box->setAlignment(alignment(m, entryLookOf(m.form, c)));
    emptied(c, m, box->edit());
    return box;
}

QWidget* makeChoices(const Control& c, const Making& m, QWidget* parent) {
    auto* group = new ChoiceField(c, m, parent);
    if (readOnly(c)) group->setEnabled(false);
    return group;
}

QWidget* makeSignature(const Control& c, const Making& m, QWidget* parent) {
    return new SignatureField(c, m, parent);
}

QWidget* makePicture(const Control& c, const Making& m, QWidget* parent) {
    return isFilled(c) ? new PictureField(c, m, parent) : makeDrawn(c, m, parent);
}

/// Cells hold what is in them, and show nothing themselves.
QWidget* makeHolder(const Control&, const Making&, QWidget* parent) {
    return new QWidget(parent);
}

QWidget* makeNone(const Control&, const Making&, QWidget*) {
    return nullptr;
}

/// One row a kind.
constexpr std::pair<Kind, QWidget* (*)(const Control&, const Making&, QWidget*)> makers[] = {
    {Kind::dialog, makeNone},         {Kind::document, makeNone}, {Kind::page, makeNone},
    {Kind::tabPage, makeNone},        {Kind::label, makeLabel},   {Kind::textBox, makeText},
    {Kind::numberBox, makeNumber},    {Kind::dateBox, makeDate},  {Kind::comboBox, makeCombo},
    {Kind::listBox, makeList},        {Kind::checkBox, makeTick}, {Kind::radioButton, makeTick},
    {Kind::button, makeButton},       {Kind::frame, makeDrawn},   {Kind::tabs, makeTabs},
    {Kind::line, makeDrawn},          {Kind::timeBox, makeTime},  {Kind::choiceGroup, makeChoices},
    {Kind::table, makeDrawn},         {Kind::cell, makeHolder},   {Kind::picture, makePicture},
    {Kind::signature, makeSignature}, {Kind::box, makeDrawn},
};

}  // namespace

QFont fontOf(const Look& look, double pixelsPerPoint) {
    QFont font = look.family.empty() ? QApplication::font() : QFont(toQt(look.family));
    font.setPixelSize(std::max(1, int(std::lround(look.size * pixelsPerPoint))));
    font.setBold(look.bold);
    font.setItalic(look.italic);
    font.setUnderline(look.underline);
    // Letters as wide as the core reckons with: hinting would round each of them to whole pixels.
    font.setHintingPreference(QFont::PreferNoHinting);
    return font;
}

void dress(QWidget* widget, const Control& c, const Making& m) {
    const bool filled = row(c.kind).filled() && c.kind != Kind::checkBox && c.kind != Kind::radioButton;
    const Look look = filled ? entryLookOf(m.form, c) : lookOf(m.form, c);
    widget->setFont(fontOf(look, unitsPerPoint(m.form) * m.scale));
    QPalette colours = widget->palette();
    // A colour of the desktop follows it; any other is as it was set.
    auto painted = [&](const std::string& role, Colour colour) {
        static const std::map<std::string, QPalette::ColorRole> roles = {{"window", QPalette::Window},
                                                                         {"windowText", QPalette::WindowText},
                                                                         {"base", QPalette::Base},
                                                                         {"text", QPalette::Text},
                                                                         {"button", QPalette::Button},
                                                                         {"buttonText", QPalette::ButtonText},
                                                                         {"highlight", QPalette::Highlight},
                                                                         {"highlightText", QPalette::HighlightedText},
                                                                         {"link", QPalette::Link}};
        auto at = roles.find(role);
        return at == roles.end() ? toQt(colour) : QApplication::palette().color(at->second);
    };
    if (look.text)
        for (auto role : {QPalette::Text, QPalette::WindowText, QPalette::ButtonText})
            for (auto group : {QPalette::Active, QPalette::Inactive})
                colours.setColor(group, role, painted(look.textRole, *look.text));
    if (onPaper(m) && c.kind != Kind::button) {
        colours.setColor(QPalette::Base, Qt::transparent);
        widget->setAutoFillBackground(false);
    } else if (look.fill) {
        colours.setColor(c.kind == Kind::button ? QPalette::Button
                         : filled               ? QPalette::Base
                                                : QPalette::Window,
                         painted(look.fillRole, *look.fill));
        if (c.kind == Kind::label) widget->setAutoFillBackground(true);
    }
    widget->setPalette(colours);
    if (auto* area = qobject_cast<QAbstractScrollArea*>(widget); area && onPaper(m))
        area->viewport()->setAutoFillBackground(false);
    widget->setToolTip(toQt(c.text(Prop::hint)));
}

QWidget* makeWidget(const Control& control, const Making& making, QWidget* parent) {
    for (const auto& [kind, make] : makers)
        if (kind == control.kind)
            if (QWidget* widget = make(control, making, parent)) {
                dress(widget, control, making);
                if (isFilled(control) && control.as<Access>() == Access::locked) lockAway(widget);
                if (making.form.index()->rightToLeft()) widget->setLayoutDirection(Qt::RightToLeft);
                return widget;
            }
    return nullptr;
}

bool reword(QWidget* widget, const Control& c, const Making& m) {
    if (auto* label = qobject_cast<QLabel*>(widget)) {
        label->setText(reading(c, m));
        return true;
    }
    if (auto* combo = qobject_cast<QComboBox*>(widget); combo && c.kind == Kind::comboBox) {
        const QSignalBlocker quiet(combo);
        const QString typed = combo->lineEdit() ? combo->lineEdit()->text() : QString();
        combo->clear();
        for (const Choice& choice : c.choices()) combo->addItem(toQt(choice.text));
        const QString prompt = onPaper(m) ? QString() : toQt(c.text(Prop::prompt));
        if (combo->lineEdit()) {
            combo->lineEdit()->setPlaceholderText(prompt);
            combo->setEditText(typed);
        } else {
            combo->setPlaceholderText(prompt);
        }
        combo->setCurrentIndex(-1);
        return true;
    }
    if (auto* button = qobject_cast<QAbstractButton*>(widget); button && !qobject_cast<DrawnWidget*>(widget)) {
        button->setText(reading(c, m));
        return true;
    }
    return false;
}

void showIn(QWidget* widget, const Control& c, const Shown& shown) {
    const QSignalBlocker quiet(widget);
    const QString text = toQt(shown.text);
    if (auto* group = qobject_cast<ChoiceField*>(widget)) {
        group->show(shown);
    } else if (auto* signature = qobject_cast<SignatureField*>(widget)) {
        signature->show(shown.text);
    } else if (auto* picture = qobject_cast<PictureField*>(widget)) {
        picture->show(shown.text);
    } else if (auto* edit = qobject_cast<QLineEdit*>(widget)) {
        if (edit->text() != text) edit->setText(text);
    } else if (auto* area = qobject_cast<QPlainTextEdit*>(widget)) {
        if (area->toPlainText() != text) area->setPlainText(text);
    } else if (auto* rich = qobject_cast<QTextEdit*>(widget)) {
        if (rich->toPlainText() != text) rich->setPlainText(text);
    } else if (auto* number = qobject_cast<NumberField*>(widget)) {
        const QSignalBlocker inner(number->edit());
        if (number->edit()->text() != text) number->edit()->setText(text);
    } else if (auto* box = qobject_cast<QComboBox*>(widget)) {
        const int at = c.kind == Kind::comboBox ? box->findText(text, Qt::MatchExactly | Qt::MatchCaseSensitive) : -1;
        box->setCurrentIndex(at);
        if (box->lineEdit() && box->lineEdit()->text() != text) {
            const QSignalBlocker inner(box->lineEdit());
            box->setEditText(text);
        }
    } else if (auto* list = qobject_cast<QListWidget*>(widget)) {
        for (int i = 0; i < list->count(); ++i) {
            const bool on = std::ranges::binary_search(shown.picked, std::size_t(i));
            if (c.yes(Prop::tickMarks))
                list->item(i)->setCheckState(on ? Qt::Checked : Qt::Unchecked);
            else
                list->item(i)->setSelected(on);
        }
    } else if (auto* button = qobject_cast<QAbstractButton*>(widget); button && button->isCheckable()) {
        button->setChecked(shown.on);
    }
}

}  // namespace brindel
