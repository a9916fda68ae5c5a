#include "core/model/kinds.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/model/papers.h"
#include "core/model/style_keys.h"
#include "core/model/tokens.h"

namespace brindel {
namespace {

using std::string;
const Value none = string();

const std::vector<Prop> everyLook = {Prop::style,    Prop::fontFamily,   Prop::fontSize,    Prop::bold,
                                     Prop::italic,   Prop::underline,    Prop::textColour,  Prop::fillColour,
                                     Prop::border,   Prop::borderColour, Prop::borderWidth, Prop::alignAcross,
                                     Prop::alignDown};

// The tables read best in long lines.
// clang-format off

/// The properties of a kind: the common ones around its own.
std::vector<Prop> with(std::vector<Prop> own, bool tabbed, bool filled) {
    std::vector<Prop> all = std::move(own);
    // The wording comes first, then what explains it, then what fillers notice most.
    const bool worded = !all.empty() && (all[0] == Prop::text || all[0] == Prop::title);
    all.insert(all.begin() + (worded ? 1 : 0), Prop::hint);
    if (filled) all.insert(all.begin() + (worded ? 2 : 1), Prop::required);
    if (filled) all.insert(all.end(), {Prop::workedOut, Prop::valid, Prop::validMessage, Prop::requiredMessage, Prop::access, Prop::personal, Prop::purpose, Prop::keptMonths,
                                       Prop::kept, Prop::entryStyle});
    if (tabbed) all.insert(all.end(), {Prop::tabStop, Prop::accessKey, Prop::keepsKey});
    all.insert(all.end(), {Prop::holdsTo, Prop::visible, Prop::enabled, Prop::note});
    all.insert(all.end(), everyLook.begin(), everyLook.end());
    return all;
}

std::vector<Token> paperTokens() {
    std::vector<Token> tokens;
    for (const Paper& paper : papers) tokens.push_back({paper.key, paper.key});
    return tokens;
}

/// What a control is called and says, where it is, and that it must be filled in.
std::vector<PropertyRow> saidAndRequired() {
    using enum Type;
    using G = Group;
    return {
        {Prop::text, "text", "Text", longText, G::identity, none, "The wording that people read."},
        {Prop::title, "title", "Title", text, G::identity, none, "Shown in the title bar or at the top."},
        {Prop::hint, "hint", "Hint", text, G::identity, none, "Shown on pointing, and read out by screen readers."},
        {Prop::role, "role", "Role", oneOf, G::identity, string("text"), "The role of the text; headings make an outline.",
         {{"text", "text"}, {"heading1", "heading 1"}, {"heading2", "heading 2"}, {"heading3", "heading 3"},
          {"finePrint", "fine print"}}},
        {Prop::labels, "labels", "Labels", reference, G::identity, Reference{}, "The field that this label belongs to."},
        {Prop::note, "note", "Note", longText, G::receiver, none, "For programmers and receivers; fillers never see it."},

        {Prop::holdsTo, "holdsTo", "Holds to", edges, G::place, string("left top"), "The edges it keeps its distance from when its container is resized."},
        {Prop::tabsSit, "tabsSit", "Tabs sit", oneOf, G::place, string("top"), "The side of the pages that the tabs are on.",
         {{"top", "on top"}, {"bottom", "at the bottom"}, {"left", "on the left"}, {"right", "on the right"}}},
        {Prop::labelsSit, "labelsSit", "Labels sit", oneOf, G::place, string("left"), "Where the label of a newly placed field goes.",
         {{"left", "left of fields"}, {"above", "above fields"}}},

        {Prop::required, "required", "Required", yesNo, G::entry, false, "Must be filled before the form is accepted."},
        {Prop::requiredMessage, "requiredMessage", "When empty", text, G::entry, none, "Shown when it is required and empty."},
        {Prop::requiredMarks, "requiredMarks", "Required is", oneOf, G::entry, string("sign"), "How fillers see what must be filled in.",
         {{"sign", "marked by a sign"}, {"word", "marked by the word"}, {"none", "not marked"}}},
        {Prop::defaultText, "default", "Starts as", text, G::entry, none, "What is filled in when the form opens; for a date also today, or today and a number of days."},
        {Prop::startsTicked, "startsTicked", "Starts ticked", yesNo, G::entry, false, "Ticked or chosen when the form opens."},
    };
}

/// What is typed.
std::vector<PropertyRow> typing() {
    using enum Type;
    using G = Group;
    return {
        {Prop::maxLength, "maxLength", "Maximum length", whole, G::entry, 0.0, "The number of characters that can be typed; 0 for no limit."},
        {Prop::lines, "lines", "Lines", oneOf, G::entry, string("one"), "Whether Enter begins a new line.", {{"one", "one line"}, {"many", "many lines"}}},
        {Prop::wraps, "wraps", "Wraps", yesNo, G::entry, true, "Long text continues on the next line."},
        {Prop::scrollBars, "scrollBars", "Scroll bars", oneOf, G::entry, string("asNeeded"), "When scroll bars show.",
         {{"asNeeded", "as needed"}, {"always", "always"}, {"never", "never"}}},
        {Prop::tooMuch, "tooMuch", "Too much text", oneOf, G::entry, string("scroll"), "What happens when more is typed than there is room for.",
         {{"stop", "stops"}, {"scroll", "scrolls"}, {"shrink", "shrinks"}, {"grow", "makes it grow"}}},
        {Prop::letters, "letters", "Capitals", oneOf, G::entry, string("asTyped"), "Changes capitals and small letters while typing.",
         {{"asTyped", "as typed"}, {"upper", "upper case"}, {"lower", "lower case"}, {"eachWord", "each word"}, {"first", "first letter"}}},
        {Prop::pattern, "pattern", "Pattern", text, G::entry, none, "A regular expression that the whole text must match."},
        {Prop::patternMessage, "patternMessage", "Pattern message", text, G::entry, none, "Shown when the text does not match the pattern."},
        {Prop::secret, "secret", "Secret", yesNo, G::entry, false, "Shown as dots while it is typed."},
        {Prop::rich, "rich", "Rich text", yesNo, G::entry, false, "Bold, italic and underline may be used."},
        {Prop::placeholder, "placeholder", "Placeholder", text, G::entry, none, "Shown grey in the empty field; never an answer."},
        {Prop::autofill, "autofill", "Browsers fill in", oneOf, G::entry, string("guessed"), "What a browser may offer to fill in by itself on a web page.",
         {{"guessed", "as the label says"}, {"nothing", "nothing"}, {"name", "a name"}, {"forename", "a first name"}, {"surname", "a family name"},
          {"firm", "a firm"}, {"address", "an address"}, {"street", "a street"}, {"postcode", "a postcode"}, {"town", "a town"},
          {"country", "a country"}, {"phone", "a phone number"}, {"email", "an email address"}, {"birthday", "a birthday"}}},
        {Prop::comb, "comb", "One box per character", yesNo, G::entry, false, "Each character has its own box, as many as the maximum length."},
        {Prop::least, "min", "From", number, G::entry, none, "The smallest number allowed."},
        {Prop::most, "max", "To", number, G::entry, none, "The largest number allowed."},
        {Prop::step, "step", "Step", number, G::entry, 1.0, "How far the arrows go."},
        {Prop::decimals, "decimals", "Decimals", whole, G::entry, 0.0, "Places after the decimal sign.", {}, 15},
        {Prop::unit, "unit", "Unit", text, G::entry, none, "Shown after the number; not part of the answer."},
        {Prop::thousands, "thousands", "Thousands", yesNo, G::entry, false, "Digits are grouped in threes."},
        {Prop::rangeMessage, "rangeMessage", "Range message", text, G::entry, none, "Shown when the answer is outside the limits."},
        {Prop::datePattern, "datePattern", "Date pattern", text, G::entry, string("d MMM yyyy"), "Unicode date letters: d day, M month, y year."},
        {Prop::earliest, "earliest", "Earliest", date, G::entry, none, "The first date allowed: 2026-04-01, today, today+7."},
        {Prop::latest, "latest", "Latest", date, G::entry, none, "The last date allowed: 2026-04-01, today, today+7."},
        {Prop::calendar, "calendar", "Calendar", yesNo, G::entry, true, "A calendar opens to choose from."},
        {Prop::timePattern, "timePattern", "Time pattern", text, G::entry, string("HH:mm"), "Unicode time letters: H or h hour, m minute, a for am or pm."},
        {Prop::earliestTime, "earliestTime", "Earliest", time, G::entry, none, "The first time allowed: 08:30."},
        {Prop::latestTime, "latestTime", "Latest", time, G::entry, none, "The last time allowed: 17:00."},
        {Prop::stepMinutes, "stepMinutes", "Step", whole, G::entry, 15.0, "How many minutes the arrows go.", {}, 1440},
        {Prop::signs, "signs", "Is signed", oneOf, G::entry, string("drawn"), "How fillers sign.",
         {{"drawn", "with the pointer"}, {"typed", "with the keyboard"}}},
        {Prop::byFiller, "byFiller", "Filler adds picture", yesNo, G::entry, false, "The filler chooses the picture."},
        {Prop::workedOut, "workedOut", "Worked out", formula, G::entry, none, "A formula over other fields; the filler cannot type over it."},
        {Prop::valid, "valid", "Is right when", formula, G::entry, none, "A condition over this answer and others; checked once there is an answer."},
        {Prop::validMessage, "validMessage", "Otherwise shows", text, G::entry, none, "Shown when the answer is not right."},
    };
}

/// What is chosen from, tables, and what buttons and fields do.
std::vector<PropertyRow> choosing() {
    using enum Type;
    using G = Group;
    return {
        {Prop::choicesFrom, "choicesFrom", "Choices are", oneOf, G::choices, string("typed"), "Where the choices come from.",
         {{"typed", "typed here"}, {"ready", "a ready list"}, {"run", "a run of numbers"}, {"file", "a column of a file"}}},
        {Prop::choices, "choices", "Choices", Type::choices, G::choices, Choices{}, "One a line; a value before = when it differs from the text."},
        {Prop::readyList, "readyList", "Ready list", oneOf, G::choices, string("months"), "A list in the form's language.",
         {{"months", "months"}, {"monthsShort", "months, short"}, {"weekdays", "weekdays"}, {"weekdaysShort", "weekdays, short"},
          {"yesNo", "yes and no"}, {"countries", "countries"}, {"currencies", "currencies"}, {"languages", "languages"}, {"units", "units of measure"}}},
        {Prop::runFrom, "runFrom", "Run from", number, G::choices, 1.0, "The first number of the run."},
        {Prop::runTo, "runTo", "Run to", number, G::choices, 10.0, "The last number of the run."},
        {Prop::runStep, "runStep", "Run by", number, G::choices, 1.0, "How far apart the numbers are."},
        {Prop::listText, "list", "List", longText, G::choices, none, "The file as it is saved in the form: columns with a heading each."},
        {Prop::listFile, "listFile", "From file", text, G::choices, none, "The file that the list is refreshed from."},
        {Prop::listColumn, "listColumn", "Column", text, G::choices, none, "The heading of the column that is chosen from; the first when empty."},
        {Prop::listGroups, "listGroups", "Grouped by", text, G::choices, none, "The heading of the column that is compared with the answer that the choices depend on."},
        {Prop::choicesBy, "choicesBy", "Depend on", reference, G::choices, Reference{}, "Only choices whose value is the answer of that control are offered."},
        {Prop::otherAnswers, "otherAnswers", "Other answers", yesNo, G::choices, false, "Fillers may type an answer that is not listed."},
        {Prop::prompt, "prompt", "Prompt", text, G::choices, none, "Shown until something is chosen; never an answer."},
        {Prop::filters, "filters", "Filters", yesNo, G::choices, false, "Typing narrows the choices down."},
        {Prop::many, "many", "How many", oneOf, G::choices, string("one"), "Whether one or several can be chosen.", {{"one", "one"}, {"many", "several"}}},
        {Prop::tickMarks, "tickMarks", "Tick marks", yesNo, G::choices, false, "Each choice has a box to tick."},
        {Prop::atLeast, "atLeast", "At least", whole, G::choices, 0.0, "The fewest that must be chosen.", {}, 1e5},
        {Prop::atMost, "atMost", "At most", whole, G::choices, 0.0, "The most that can be chosen; 0 for no limit.", {}, 1e5},
        {Prop::group, "group", "Question", text, G::choices, none, "Radio buttons of one container and question exclude each other."},
        {Prop::value, "value", "Value", text, G::choices, none, "What the reply contains when this is ticked or chosen; its text when empty."},

        {Prop::acrossIn, "columnsOfChoices", "Columns", whole, G::choices, 1.0, "How many columns the choices are shown in.", {}, 100},
        {Prop::otherText, "otherText", "Other reads", text, G::choices, string("Other:"), "The wording of the choice that takes another answer."},

        {Prop::columns, "columns", "Columns", Type::columns, G::table, Choices{}, "The heading of each, its share of the width, and what is in it."},
        {Prop::rows, "rows", "Rows", whole, G::table, 3.0, "Rows below the headings.", {}, 1000},
        {Prop::headRow, "headRow", "Header", yesNo, G::table, true, "The headings have a row of their own."},
        {Prop::rowsMost, "rowsMost", "Maximum rows", whole, G::table, 0.0, "Fillers may add rows up to this number; 0 when they may not.", {}, 1000},

        {Prop::buttonRole, "does", "When pressed", oneOf, G::action, string("other"), "What the button does.",
         {{"accept", "accept the form"}, {"cancel", "cancel"}, {"clear", "clear the form"},
          {"next", "go to the next page"}, {"back", "go to the page before"}, {"other", "nothing yet"}}},
        {Prop::picture, "picture", "Picture", image, G::action, none, "The picture that is shown, saved in the form."},
        {Prop::fold, "fold", "Folds", yesNo, G::action, false, "Gives its room back when it is hidden."},
        {Prop::visible, "visible", "Visible", yesNo, G::action, true, "Shown when the form opens."},
        {Prop::enabled, "enabled", "Enabled", yesNo, G::action, true, "Can be used when the form opens."},
        {Prop::tabStop, "tabStop", "Tab stop", yesNo, G::action, true, "The Tab key stops here."},
        {Prop::accessKey, "accessKey", "Access key", text, G::action, none, "The letter that goes here with Alt."},
        {Prop::keepsKey, "keepsKey", "Fixed key", yesNo, G::action, false, "Set by hand: choosing keys for all does not change it."},
        {Prop::startsIn, "startsIn", "Starts in", reference, G::action, Reference{}, "Where the cursor is when the form opens; the first stop when empty."},
    };
}

/// Who may fill it, the window and the paper.
std::vector<PropertyRow> protecting() {
    using enum Type;
    using G = Group;
    return {
        {Prop::access, "access", "Fillers may", oneOf, G::protection, string("open"), "What fillers can do with it.",
         {{"open", "fill it"}, {"readOnly", "read it only"}, {"locked", "not touch it"}}},
        {Prop::personal, "personal", "Personal", yesNo, G::protection, false, "Holds a detail about a person."},
        {Prop::purpose, "purpose", "Purpose", text, G::protection, none, "Why the detail is requested."},
        {Prop::keptMonths, "keptMonths", "Months kept", whole, G::protection, 0.0, "After this many months the answer should be erased from the replies; 0 for never.", {}, 1200},
        {Prop::consent, "consent", "Asks for consent", yesNo, G::protection, false, "Ticking it agrees to what personal details are used for."},
        {Prop::kept, "kept", "Cannot be removed", yesNo, G::protection, false, "Fillers cannot delete the field from a text document."},
        {Prop::notice, "notice", "Notice", reference, G::protection, Reference{}, "The text that explains why personal details are requested."},
        {Prop::noticeBy, "noticeBy", "Asked by", text, G::protection, none, "Who asks for the personal details."},
        {Prop::noticeUntil, "noticeUntil", "Kept", text, G::protection, none, "How long personal details are kept: for two years."},
        {Prop::noticeAsk, "noticeAsk", "Whom to ask", text, G::protection, none, "Who answers questions about them, and how to reach them."},
        {Prop::mayPrint, "mayPrint", "Printing", yesNo, G::protection, true, "Fillers may print it when it is sealed."},
        {Prop::mayCopy, "mayCopy", "Copying text", yesNo, G::protection, true, "Fillers may copy its text when it is sealed."},

        {Prop::opensAt, "opensAt", "Opens", oneOf, G::window, string("screen"), "Where the window opens.",
         {{"screen", "in the middle of the screen"}, {"host", "over the window that opens it"}, {"remembered", "where it was last"}}},
        {Prop::resizable, "resizable", "Can be resized", yesNo, G::window, false, "Fillers can make the window larger."},
        {Prop::leastWidth, "leastWidth", "Minimum width", length, G::window, 0.0, "It gets no narrower than this."},
        {Prop::leastHeight, "leastHeight", "Minimum height", length, G::window, 0.0, "It gets no lower than this."},
        {Prop::maximise, "maximise", "Can be maximised", yesNo, G::window, false, "Fillers can maximise the window."},
        {Prop::onTop, "onTop", "Stays on top", yesNo, G::window, false, "Stays over other windows."},
        {Prop::blocksHost, "blocksHost", "Modal", yesNo, G::window, true, "The window that opened it waits."},
        {Prop::escapeCloses, "escapeCloses", "Escape closes it", yesNo, G::window, true, "Escape cancels the form."},
        {Prop::language, "language", "Language", text, G::window, string("en"), "Of the wording, dates and numbers: en, de, fr-CH."},

        {Prop::paper, "paper", "Paper", oneOf, G::paper, string(usualPaper.key), "The size of the page.", paperTokens()},
        {Prop::orientation, "orientation", "Orientation", oneOf, G::paper, string("upright"), "Which way round the paper is.",
         {{"upright", "portrait"}, {"sideways", "landscape"}}},
        {Prop::marginLeft, "marginLeft", "Left margin", length, G::paper, 20.0, "Free room at the left."},
        {Prop::marginTop, "marginTop", "Top margin", length, G::paper, 18.0, "Free room at the top."},
        {Prop::marginRight, "marginRight", "Right margin", length, G::paper, 20.0, "Free room at the right."},
        {Prop::marginBottom, "marginBottom", "Bottom margin", length, G::paper, 18.0, "Free room at the bottom."},
        {Prop::head, "head", "Header", text, G::paper, none, "Shown at the top of every page."},
        {Prop::foot, "foot", "Footer", text, G::paper, none, "Shown at the bottom of every page."},
        {Prop::pageNumbers, "pageNumbers", "Page numbers", yesNo, G::paper, true, "Page x of y in the footer, from two pages on."},
    };
}

/// How it looks.
std::vector<PropertyRow> looking() {
    using enum Type;
    using G = Group;
    return {
        {Prop::style, "style", "Style", Type::style, G::look, none, "The set of looks it follows."},
        {Prop::entryStyle, "entryStyle", "Entry style", Type::style, G::look, string(style::entry), "The looks of what fillers type."},
        {Prop::fontFamily, "font", "Font", font, G::look, none, "The desktop's font when empty."},
        {Prop::fontSize, "fontSize", "Size", number, G::look, 10.0, "In points."},
        {Prop::bold, "bold", "Bold", yesNo, G::look, false, "Heavy text."},
        {Prop::italic, "italic", "Italic", yesNo, G::look, false, "Slanted text."},
        {Prop::underline, "underline", "Underline", yesNo, G::look, false, "A line under the text."},
        {Prop::textColour, "textColour", "Text colour", colour, G::look, none, "The colour of the text; the desktop's when empty."},
        {Prop::fillColour, "fillColour", "Fill", colour, G::look, none, "Behind the text; none when empty."},
        {Prop::border, "border", "Border", oneOf, G::look, string("none"), "The line around it.",
         {{"none", "none"}, {"line", "a line"}, {"sunken", "sunken"}, {"raised", "raised"}}},
        {Prop::borderColour, "borderColour", "Border colour", colour, G::look, none, "Of the line around it."},
        {Prop::borderWidth, "borderWidth", "Border width", number, G::look, 0.75, "In points."},
        {Prop::alignAcross, "alignAcross", "Align horizontally", oneOf, G::look, string("start"), "Where the text is from side to side.",
         {{"start", "at the start"}, {"centre", "in the centre"}, {"end", "at the end"}}},
        {Prop::alignDown, "alignDown", "Align vertically", oneOf, G::look, string("middle"), "Where the text is from top to bottom.",
         {{"top", "at the top"}, {"middle", "in the middle"}, {"bottom", "at the bottom"}}},
        {Prop::lineWidth, "lineWidth", "Line width", number, G::look, 0.75, "In points."},
        {Prop::lineColour, "lineColour", "Line colour", colour, G::look, string("#B9AEA0"), "Of the line."},
        {Prop::dash, "dash", "Drawn", oneOf, G::look, string("solid"), "How the line is drawn.",
         {{"solid", "solid"}, {"dashed", "dashed"}, {"dotted", "dotted"}}},
        {Prop::corners, "corners", "Round corners", length, G::look, 0.0, "The radius of its corners."},
        {Prop::banding, "banding", "Bands", yesNo, G::look, false, "Every other row has its own background."},
        {Prop::gridLines, "gridLines", "Lines", oneOf, G::look, string("all"), "The lines between its cells.",
         {{"all", "around every cell"}, {"rows", "between rows"}, {"none", "none"}}},
        {Prop::fits, "fits", "The picture", oneOf, G::look, string("whole"), "How the picture fits its box.",
         {{"whole", "is shown whole"}, {"fills", "fills the box"}, {"stretched", "is stretched"}}},
        {Prop::alwaysFits, "alwaysFits", "Always fits", yesNo, G::place, false, "Becomes as wide as its text whenever that changes."},
    };
}

template <class Row>
std::vector<Row> inARow(std::vector<std::vector<Row>> parts) {
    std::vector<Row> all;
    for (std::vector<Row>& part : parts) std::ranges::move(part, std::back_inserter(all));
    return all;
}

const std::vector<PropertyRow>& properties() {
    static const std::vector<PropertyRow> rows =
        inARow<PropertyRow>({saidAndRequired(), typing(), choosing(), protecting(), looking()});
    return rows;
}

/// Forms, their pages, wording, and what is typed into.
std::vector<KindRow> formsAndTyping() {
    using enum Prop;
    return {
        {.kind = Kind::dialog, .key = "dialog", .word = "dialog", .prefix = "dlg", .suffix = "Dialog", .named = Named::always,
         .inDialog = {480, 320}, .style = style::text,
         .surface = true, .root = true, .holds = true, .children = "controls", .wording = Prop::title,
         .props = {title, hint, labelsSit, requiredMarks, startsIn, opensAt, resizable, leastWidth, leastHeight, maximise, onTop, blocksHost, escapeCloses,
                   language, notice, noticeBy, noticeUntil, noticeAsk, mayPrint, mayCopy, note, fillColour},
         .first = {title, language, labelsSit, requiredMarks, resizable, startsIn}},
        {.kind = Kind::document, .key = "document", .word = "document", .prefix = "doc", .suffix = "Document", .named = Named::always,
         .style = style::text,
         .root = true, .holds = true, .children = "pages", .keepsOrder = true, .boxed = false, .wording = Prop::title,
         .props = {title, hint, labelsSit, requiredMarks, startsIn, paper, orientation, marginLeft, marginTop, marginRight, marginBottom, head, foot,
                   pageNumbers, language, notice, noticeBy, noticeUntil, noticeAsk, mayPrint, mayCopy, note},
         .first = {title, language, paper, orientation, head, foot}},
        {.kind = Kind::page, .key = "page", .word = "page", .prefix = "pge", .suffix = "Page", .named = Named::never,
         .inDocument = {210, 297}, .style = style::text,
         .surface = true, .holds = true, .children = "controls", .boxed = false, .paper = true,
         .props = {note, fillColour},
         .first = {fillColour, note}},
        {.kind = Kind::tabPage, .key = "tabPage", .word = "tab page", .prefix = "tab", .suffix = "Page", .named = Named::always,
         .style = style::text,
         .holds = true, .children = "controls", .boxed = false, .turned = true, .wording = Prop::text,
         .props = {text, hint, accessKey, keepsKey, visible, enabled, note},
         .first = {text, hint, visible, enabled, accessKey}},
        {.kind = Kind::label, .key = "label", .word = "label", .prefix = "lbl", .suffix = "Label", .named = Named::wording,
         .letter = 'L', .inDialog = {120, 20}, .inDocument = {40, 6}, .style = style::text,
         .placed = true, .speaks = true, .wording = Prop::text,
         .props = with({text, role, labels, wraps, accessKey, keepsKey, alwaysFits}, false, false),
         .first = {text, role, labels, wraps, style, alignAcross}},
        {.kind = Kind::textBox, .key = "textBox", .word = "text box", .prefix = "txt", .suffix = "Text", .named = Named::always, .onStrip = "Text box", .jotted = {"text"},
         .letter = 'T', .inDialog = {200, 26}, .inDocument = {60, 7}, .style = style::field,
         .answers = AnswerType::text, .tabbed = true, .placed = true, .labelled = true,
         .props = with({maxLength, letters, placeholder, defaultText, pattern, patternMessage, rangeMessage, lines, tooMuch, wraps, scrollBars,
                   secret, rich, comb, autofill}, true, true),
         .first = {required, maxLength, lines, letters, pattern, placeholder}},
        {.kind = Kind::numberBox, .key = "numberBox", .word = "number box", .prefix = "num", .suffix = "Number", .named = Named::always, .onStrip = "Number", .jotted = {"number"},
         .letter = 'N', .inDialog = {90, 26}, .inDocument = {30, 7}, .style = style::field,
         .answers = AnswerType::number, .tabbed = true, .placed = true, .labelled = true,
         .props = with({least, most, rangeMessage, decimals, step, unit, thousands, defaultText, placeholder}, true, true),
         .first = {required, least, most, decimals, unit, workedOut}},
        {.kind = Kind::dateBox, .key = "dateBox", .word = "date box", .prefix = "dtm", .suffix = "Date", .named = Named::always, .onStrip = "Date", .jotted = {"date"},
         .letter = 'D', .inDialog = {130, 26}, .inDocument = {36, 7}, .style = style::field,
         .answers = AnswerType::date, .tabbed = true, .placed = true, .labelled = true,
         .props = with({datePattern, earliest, latest, rangeMessage, defaultText, placeholder, calendar, autofill}, true, true),
         .first = {required, earliest, latest, datePattern, defaultText, hint}},
        {.kind = Kind::timeBox, .key = "timeBox", .word = "time box", .prefix = "tim", .suffix = "Time", .named = Named::always, .onStrip = "Time", .jotted = {"time"},
         .letter = 'M', .inDialog = {90, 26}, .inDocument = {26, 7}, .style = style::field,
         .answers = AnswerType::time, .tabbed = true, .placed = true, .labelled = true,
         .props = with({timePattern, earliestTime, latestTime, rangeMessage, stepMinutes, defaultText, placeholder}, true, true),
         .first = {required, earliestTime, latestTime, timePattern, stepMinutes, defaultText}},
    };
}

/// What is chosen.
std::vector<KindRow> chosen() {
    using enum Prop;
    return {
        {.kind = Kind::comboBox, .key = "comboBox", .word = "combo box", .prefix = "cbo", .suffix = "Choice", .named = Named::always, .onStrip = "Combo", .jotted = {"combo"},
         .letter = 'C', .inDialog = {150, 26}, .inDocument = {50, 7}, .style = style::field,
         .answers = AnswerType::choice, .tabbed = true, .placed = true, .labelled = true,
         .props = with({choicesFrom, choices, readyList, runFrom, runTo, runStep, listText, listFile, listColumn, listGroups, choicesBy, prompt, defaultText,
                   otherAnswers, filters, autofill}, true, true),
         .first = {required, choicesFrom, choices, readyList, runFrom, runTo, runStep, listText, listColumn, otherAnswers, prompt, defaultText}},
        {.kind = Kind::listBox, .key = "listBox", .word = "list box", .prefix = "lst", .suffix = "List", .named = Named::always, .onStrip = "List", .jotted = {"list", "ticks"},
         .letter = 'I', .inDialog = {180, 96}, .inDocument = {60, 24}, .style = style::field,
         .answers = AnswerType::picks, .tabbed = true, .placed = true, .labelled = true, .tall = true,
         .props = with({choicesFrom, choices, readyList, runFrom, runTo, runStep, listText, listFile, listColumn, listGroups, choicesBy, defaultText, many,
                   tickMarks, atLeast, atMost, rangeMessage}, true, true),
         .first = {required, choicesFrom, choices, readyList, runFrom, runTo, runStep, listText, listColumn, many, atLeast, atMost}},
        {.kind = Kind::checkBox, .key = "checkBox", .word = "check box", .prefix = "chk", .suffix = "Check", .named = Named::always, .onStrip = "Check", .jotted = {"check"},
         .letter = 'K', .inDialog = {160, 22}, .inDocument = {50, 6}, .style = style::text,
         .answers = AnswerType::tick, .tabbed = true, .placed = true, .wording = Prop::text,
         .props = with({text, startsTicked, value, consent}, true, true),
         .first = {text, required, startsTicked, value, consent, hint}},
        {.kind = Kind::radioButton, .key = "radioButton", .word = "radio button", .prefix = "rad", .suffix = "Option", .named = Named::always, .onStrip = "Radio", .jotted = {"radio"},
         .letter = 'R', .inDialog = {160, 22}, .inDocument = {50, 6}, .style = style::text,
         .answers = AnswerType::question, .tabbed = true, .placed = true, .wording = Prop::text,
         .props = with({text, group, startsTicked, value}, true, true),
         .first = {text, required, group, value, startsTicked, hint}},
        {.kind = Kind::choiceGroup, .key = "choiceGroup", .word = "choice group", .prefix = "chg", .suffix = "Choice", .named = Named::always, .onStrip = "Group", .jotted = {"group"},
         .letter = 'G', .inDialog = {240, 96}, .inDocument = {80, 26}, .style = style::text,
         .answers = AnswerType::picks, .tabbed = true, .placed = true, .spreads = true, .wording = Prop::text,
         .props = with({text, choicesFrom, choices, readyList, runFrom, runTo, runStep, listText, listFile, listColumn, many, atLeast, atMost, rangeMessage, acrossIn, otherAnswers, otherText, defaultText}, true, true),
         .first = {text, required, choicesFrom, choices, readyList, runFrom, runTo, runStep, listText, listColumn, many, acrossIn, otherAnswers},
         .defaults = {{alignDown, string("top")}}},
    };
}

/// What is pressed, what holds others, and what is drawn.
std::vector<KindRow> pressedAndDrawn() {
    using enum Prop;
    return {
        {.kind = Kind::button, .key = "button", .word = "button", .prefix = "btn", .suffix = "Button", .named = Named::always,
         .letter = 'B', .inDialog = {96, 30}, .inDocument = {28, 8}, .style = style::button,
         .tabbed = true, .placed = true, .pressed = true, .wording = Prop::text,
         .props = with({text, buttonRole, picture, alwaysFits}, true, false),
         .first = {text, buttonRole, picture, hint, style, enabled},
         .defaults = {{alignAcross, string("centre")}}},
        {.kind = Kind::frame, .key = "frame", .word = "frame", .prefix = "frm", .suffix = "Frame", .named = Named::wording,
         .letter = 'F', .inDialog = {280, 140}, .inDocument = {100, 40}, .style = style::frame,
         .holds = true, .children = "controls", .placed = true, .tall = true, .wide = true, .framed = true, .wording = Prop::title,
         .props = with({title, fold}, false, false),
         .first = {title, fold, visible, enabled, border, style},
         .defaults = {{border, string("line")}}},
        {.kind = Kind::tabs, .key = "tabs", .word = "tabs", .prefix = "tbs", .suffix = "Tabs", .named = Named::always,
         .letter = 'A', .inDialog = {400, 260}, .inDocument = {140, 80}, .style = style::text,
         .children = "pages", .keepsOrder = true, .tabbed = true, .placed = true, .tall = true, .wide = true, .turns = true,
         .props = with({tabsSit}, true, false),
         .first = {tabsSit, hint, visible, enabled}},
        {.kind = Kind::table, .key = "table", .word = "table", .prefix = "tbl", .suffix = "Table", .named = Named::always, .jotted = {"table"},
         .letter = 'E', .inDialog = {420, 120}, .inDocument = {170, 32}, .style = style::text,
         .holds = true, .children = "cells", .keepsOrder = true, .placed = true, .tall = true, .wide = true, .grid = true,
         .props = with({columns, rows, headRow, rowsMost, banding, gridLines}, false, false),
         .first = {columns, rows, headRow, rowsMost, banding, gridLines},
         .defaults = {{border, string("line")}}},
        {.kind = Kind::cell, .key = "cell", .word = "cell", .prefix = "cel", .suffix = "Cell", .named = Named::never,
         .style = style::text,
         .holds = true, .children = "controls", .inGrid = true,
         .props = {note, fillColour},
         .first = {fillColour, note}},
        {.kind = Kind::picture, .key = "picture", .word = "picture", .prefix = "pic", .suffix = "Picture", .named = Named::spoken, .jotted = {"picture"},
         .letter = 'P', .inDialog = {160, 120}, .inDocument = {50, 38}, .style = style::text,
         .answers = AnswerType::picture, .tabbed = true, .placed = true, .labelled = true, .tall = true,
         .props = with({picture, fits, byFiller}, true, true),
         .first = {picture, fits, byFiller, required, hint, border}},
        {.kind = Kind::signature, .key = "signature", .word = "signature", .prefix = "sig", .suffix = "Signature", .named = Named::always, .onStrip = "Sign", .jotted = {"signature"},
         .letter = 'S', .inDialog = {240, 60}, .inDocument = {80, 18}, .style = style::field,
         .answers = AnswerType::ink, .tabbed = true, .placed = true, .labelled = true, .tall = true,
         .props = with({signs}, true, true),
         .first = {required, signs, hint, personal, purpose, access}},
        {.kind = Kind::line, .key = "line", .word = "line", .prefix = "lin", .suffix = "Line", .named = Named::spoken,
         .inDialog = {240, 2}, .inDocument = {100, 1}, .style = style::text,
         .placed = true,
         .props = {lineWidth, lineColour, dash, holdsTo, visible, note},
         .first = {lineWidth, lineColour, dash, visible, note},
         .defaults = {{holdsTo, string("left top right")}}},
        {.kind = Kind::box, .key = "box", .word = "box", .prefix = "box", .suffix = "Box", .named = Named::spoken,
         .letter = 'X', .inDialog = {240, 120}, .inDocument = {100, 40}, .style = style::text,
         .placed = true, .behind = true,
         .props = {lineWidth, lineColour, dash, fillColour, corners, holdsTo, visible, note},
         .first = {fillColour, lineColour, lineWidth, corners, dash, note}},
    };
}

const std::vector<KindRow>& kinds() {
    static const std::vector<KindRow> rows = inARow<KindRow>({formsAndTyping(), chosen(), pressedAndDrawn()});
    return rows;
}

// clang-format on
}  // namespace

std::span<const KindRow> allKinds() {
    return kinds();
}
std::span<const PropertyRow> allProperties() {
    return properties();
}
const KindRow& row(Kind kind) {
    return kinds()[std::size_t(kind)];
}

const PropertyRow& row(Prop prop) {
    // The rows are written in the order people read them; this finds them by number.
    static const auto places = [] {
        std::array<std::size_t, std::size_t(Prop::count_)> byProp{};
        for (std::size_t i = 0; i < properties().size(); ++i) byProp[std::size_t(properties()[i].prop)] = i;
        return byProp;
    }();
    return properties()[places[std::size_t(prop)]];
}

std::optional<Kind> kindFrom(std::string_view key) {
    for (const KindRow& r : kinds())
        if (r.key == key) return r.kind;
    return std::nullopt;
}

std::optional<Prop> propFrom(std::string_view key) {
    for (const PropertyRow& r : properties())
        if (r.key == key) return r.prop;
    return std::nullopt;
}

bool has(Kind kind, Prop prop) {
    return std::ranges::find(row(kind).props, prop) != row(kind).props.end();
}

const Value& fallback(Kind kind, Prop prop) {
    for (const auto& [p, value] : row(kind).defaults)
        if (p == prop) return value;
    return row(prop).fallback;
}

namespace {

bool isClock(const string& text) {
    return text.size() == 5 && text[2] == ':' && text.find_first_not_of("0123456789:") == string::npos &&
           text.substr(0, 2) < "24" && text.substr(3) < "60" && text.rfind(':') == 2;
}

Sentence notAToken(const PropertyRow& r, const string* text) {
    string expected;
    for (std::size_t i = 0; i < r.tokens.size(); ++i) {
        if (text && *text == r.tokens[i].key) return {};
        expected += (i ? ", " : "") + string(r.tokens[i].key);
    }
    return said("One of {} is expected here.", expected);
}

Sentence notEdges(const string* text) {
    if (!text) return said("Edges such as \"left top\" are expected here.");
    std::size_t at = 0;
    while (at < text->size()) {
        const std::size_t end = std::min(text->find(' ', at), text->size());
        const string word = text->substr(at, end - at);
        if (word != "left" && word != "top" && word != "right" && word != "bottom")
            return said("Edges out of left, top, right and bottom are expected here.");
        at = end + 1;
    }
    return {};
}

}  // namespace

Sentence misfit(Prop prop, const Value& value) {
    const Sentence fits;
    const PropertyRow& r = row(prop);
    const auto* text = std::get_if<string>(&value);
    const auto* number = std::get_if<double>(&value);
    switch (r.type) {
        case Type::yesNo:
            return std::holds_alternative<bool>(value) ? fits : said("True or false is expected here.");
        case Type::number:
            if (text && text->empty()) return fits;
            return number && std::abs(*number) < 1e12 ? fits : said("A number is expected here.");
        case Type::length:
            return number && *number >= 0 && *number < 1e6 ? fits : said("A length is expected here.");
        case Type::whole:
            return number && *number >= 0 && *number <= r.greatest && std::floor(*number) == *number
                       ? fits
                       : said("A whole number from 0 to {} is expected here.", int(r.greatest));
        case Type::colour:
            return text && (text->empty() || colourFrom(*text) || isDesktopColour(*text))
                       ? fits
                       : said("A colour like #2F6B66 is expected here.");
        case Type::image:
            return text && (text->empty() || text->starts_with("iVBORw0KGgo"))
                       ? fits
                       : said("A PNG picture in base64 is expected here.");
        case Type::time:
            return text && (text->empty() || isClock(*text)) ? fits : said("A time like 08:30 is expected here.");
        case Type::columns: {
            const auto* columns = std::get_if<Choices>(&value);
            if (columns && columns->size() > mostColumns) return said("A table has at most {} columns.", mostColumns);
            return columns ? fits : said("A list of columns is expected here.");
        }
        case Type::choices:
            return std::holds_alternative<Choices>(value) ? fits : said("A list of choices is expected here.");
        case Type::reference:
            return std::holds_alternative<Reference>(value) ? fits : said("The id of a control is expected here.");
        case Type::oneOf:
            return notAToken(r, text);
        case Type::edges:
            return notEdges(text);
        case Type::text:
        case Type::longText:
        case Type::style:
        case Type::font:
        case Type::date:
        case Type::formula:
            return text ? fits : said("Text is expected here.");
    }
    return fits;
}

bool canHold(Kind container, Kind child) {
    if (child == Kind::dialog || child == Kind::document) return false;
    if (child == Kind::tabPage || container == Kind::tabs) return child == Kind::tabPage && container == Kind::tabs;
    if (child == Kind::page || container == Kind::document) return child == Kind::page && container == Kind::document;
    if (child == Kind::cell || container == Kind::table) return child == Kind::cell && container == Kind::table;
    // A cell holds one control that fills it: nothing that is laid out within itself.
    if (container == Kind::cell) return !row(child).holds && child != Kind::tabs;
    return row(container).holds;
}

bool isLook(Prop prop) {
    return row(prop).group == Group::look && prop != Prop::style && prop != Prop::entryStyle;
}

std::string_view groupWord(Group group) {
    static constexpr std::array<std::string_view, 12> words = {
        "Identity", "Place and size", "What may be entered", "Choices",
        "Table",    "What it does",   "Protection",          "Window",
        "Paper",    "Look",           "For the receiver",    "Most used"};
    return words[std::size_t(group)];
}

std::string_view tokenWord(Prop prop, std::string_view key) {
    for (const Token& t : row(prop).tokens)
        if (t.key == key) return t.word;
    return key;
}

bool takesFormula(Prop prop) {
    static constexpr Prop worked[] = {
        Prop::text,         Prop::required,     Prop::visible,         Prop::enabled, Prop::least,
        Prop::most,         Prop::earliest,     Prop::latest,          Prop::atLeast, Prop::atMost,
        Prop::earliestTime, Prop::latestTime,   Prop::prompt,          Prop::unit,    Prop::patternMessage,
        Prop::rangeMessage, Prop::validMessage, Prop::requiredMessage, Prop::runFrom, Prop::runTo,
        Prop::runStep};
    return std::ranges::find(worked, prop) != std::end(worked);
}

bool isWording(Prop prop) {
    static constexpr Prop read[] = {Prop::title,        Prop::text,           Prop::hint,         Prop::placeholder,
                                    Prop::prompt,       Prop::unit,           Prop::otherText,    Prop::requiredMessage,
                                    Prop::rangeMessage, Prop::patternMessage, Prop::validMessage, Prop::head,
                                    Prop::foot,         Prop::choices,        Prop::columns};
    return std::ranges::find(read, prop) != std::end(read);
}

const Applies* appliesWhen(Prop prop) {
    static constexpr Applies rows[] = {
        {Prop::choices, Prop::choicesFrom, "typed"},  {Prop::readyList, Prop::choicesFrom, "ready"},
        {Prop::runFrom, Prop::choicesFrom, "run"},    {Prop::runTo, Prop::choicesFrom, "run"},
        {Prop::runStep, Prop::choicesFrom, "run"},    {Prop::listText, Prop::choicesFrom, "file"},
        {Prop::listFile, Prop::choicesFrom, "file"},  {Prop::listColumn, Prop::choicesFrom, "file"},
        {Prop::listGroups, Prop::choicesFrom, "file"}};
    const auto at = std::ranges::find(rows, prop, &Applies::prop);
    return at == std::end(rows) ? nullptr : at;
}

std::size_t tokenAt(Prop prop, const Value& value) {
    const PropertyRow& r = row(prop);
    for (const Value* one : {&value, &r.fallback})
        if (const auto* text = std::get_if<string>(one))
            for (std::size_t i = 0; i < r.tokens.size(); ++i)
                if (r.tokens[i].key == *text) return i;
    return 0;
}

}  // namespace brindel
