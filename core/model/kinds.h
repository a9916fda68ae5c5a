// The one table of kinds: every kind of control with its word, letter, usual size and properties, and every property
// with its key, word, type, default and one line of help. The details, the file, copying and the targets read it.
#pragma once

#include <optional>
#include <span>
#include <string_view>
#include <vector>

#include "core/model/in_order.h"
#include "core/model/sentence.h"
#include "core/model/values.h"

namespace brindel {

enum class Kind : std::uint8_t {
    dialog,    // the root of a dialog
    document,  // the root of a document
    page,      // one sheet of paper of a document
    tabPage,   // one page of a tabs control
    label,
    textBox,
    numberBox,
    dateBox,
    timeBox,
    comboBox,
    listBox,
    checkBox,
    radioButton,
    choiceGroup,  // a question with its choices; one control to place, several to fill
    button,
    frame,
    tabs,
    table,
    cell,  // one cell of a table; holds one control, which fills it
    picture,
    signature,
    line,
    box,
};

enum class Prop : std::uint8_t {
    // identity and wording
    text,
    title,
    hint,
    role,
    labels,
    note,
    // place
    holdsTo,
    tabsSit,
    labelsSit,
    // what may be entered
    required,
    defaultText,
    startsTicked,
    maxLength,
    lines,
    wraps,
    scrollBars,
    tooMuch,
    letters,
    pattern,
    patternMessage,
    secret,
    rich,
    placeholder,
    autofill,
    comb,
    least,
    most,
    step,
    decimals,
    unit,
    thousands,
    rangeMessage,
    datePattern,
    earliest,
    latest,
    calendar,
    timePattern,
    earliestTime,
    latestTime,
    stepMinutes,
    signs,
    byFiller,
    workedOut,
    valid,
    validMessage,
    requiredMessage,
    requiredMarks,
    // choices
    choicesFrom,
    choices,
    readyList,
    runFrom,
    runTo,
    runStep,
    listText,
    listFile,
    listColumn,
    listGroups,
    choicesBy,
    otherAnswers,
    prompt,
    filters,
    many,
    tickMarks,
    atLeast,
    atMost,
    group,
    value,
    acrossIn,  // the columns that choices stand in
    otherText,
    // table
    columns,
    rows,
    headRow,
    rowsMost,
    // what it does
    buttonRole,
    picture,
    fold,
    visible,
    enabled,
    tabStop,
    accessKey,
    keepsKey,
    startsIn,
    // protection
    access,
    personal,
    purpose,
    keptMonths,
    consent,
    kept,
    notice,
    noticeBy,
    noticeUntil,
    noticeAsk,
    mayPrint,
    mayCopy,
    // window
    opensAt,
    resizable,
    leastWidth,
    leastHeight,
    maximise,
    onTop,
    blocksHost,
    escapeCloses,
    language,
    // paper
    paper,
    orientation,
    marginLeft,
    marginTop,
    marginRight,
    marginBottom,
    head,
    foot,
    pageNumbers,
    // look
    style,
    entryStyle,
    fontFamily,
    fontSize,
    bold,
    italic,
    underline,
    textColour,
    fillColour,
    border,
    borderColour,
    borderWidth,
    alignAcross,
    alignDown,
    lineWidth,
    lineColour,
    dash,
    corners,
    banding,
    gridLines,
    fits,
    alwaysFits,
    count_
};

enum class Type : std::uint8_t {
    yesNo,
    number,
    whole,     // a whole number, not negative
    length,    // a number in the form's unit
    text,      // one line
    longText,  // many lines
    oneOf,     // one of the row's tokens
    colour,
    choices,
    reference,  // another control
    edges,      // some of: left top right bottom
    style,      // a style of the form
    font,       // a font family; empty for the desktop's
    columns,    // a table's: heading and share of the width
    image,      // a PNG picture, base64
    time,       // a time of day, 08:30
    date,       // an ISO 8601 date, or today, with or without a number of days added
    formula,    // OpenFormula over the names of other controls
};

enum class Group : std::uint8_t {
    identity,
    place,
    entry,
    choices,
    table,
    action,
    protection,
    window,
    paper,
    look,
    receiver,
    often,  // of the details alone: what people set most of a kind, whatever its own group
};

/// One of the values that a property of type oneOf takes: as the file has it, and as people read it.
struct Token {
    std::string_view key, word;
};

struct PropertyRow {
    Prop prop;
    std::string_view key;   // in the file
    std::string_view word;  // in the details
    Type type;
    Group group;
    Value fallback;  // the value when a control has none of its own
    std::string_view help;
    std::vector<Token> tokens = {};
    double greatest = 1e6;  // of a whole number: what a count has room for
};

struct Extent {
    double width = 0, height = 0;
};

/// When a control of a kind needs a name.
enum class Named {
    always,
    wording,  // when something refers to it, or the scheme names all wording
    spoken,   // when something refers to it
    never,
};

/// What kind of answer a filler gives. How each is read, written and judged is in core/answers and core/session.
enum class AnswerType : std::uint8_t {
    none,
    text,
    number,
    date,
    time,
    choice,    // one of the choices, or another text where it takes one
    picks,     // lines of the choices, one or several
    tick,      // yes or no
    question,  // one of several buttons that ask the same
    picture,
    ink,  // a signature, drawn or typed
};
/// What is known of a type of answer, whatever control takes it.
struct AnswerRow {
    AnswerType type;
    std::string_view word;              // what scripts and stores call it
    bool typed = false;                 // in letters
    bool free = false;                  // any text
    bool numeric = false;               // a number, in figures
    bool moment = false;                // a day, or a time of day
    bool ordered = false;               // of two, one is less
    bool listed = false;                // out of choices that it has itself
    bool ticked = false;                // on or off, by a press
    bool toggled = false;               // and a yes or no of its own
    bool shared = false;                // one answer of several controls
    bool drawn = false;                 // a picture, or strokes: too much for a line of text
    bool strokes = false;               // drawn by hand
    bool entire = false;                // complete as soon as it is given
    std::string_view inReply = "text";  // what it is in a reply, for those who read the control sheet
    std::string_view inSql = "TEXT";    // the type of its column (ISO/IEC 9075-2)
    std::string_view inJson = "string", jsonFormat = {}, jsonPattern = {};  // in a JSON schema
    std::string_view onPage = {};  // the type of its HTML input where a browser's own is shown
};
inline constexpr AnswerRow answerRows[] = {
    {.type = AnswerType::none, .word = "none"},
    {.type = AnswerType::text, .word = "text", .typed = true, .free = true},
    {.type = AnswerType::number,
     .word = "number",
     .typed = true,
     .numeric = true,
     .ordered = true,
     .inReply = "number",
     .inSql = "NUMERIC",
     .inJson = "number",
     .onPage = "number"},
    {.type = AnswerType::date,
     .word = "date",
     .typed = true,
     .moment = true,
     .ordered = true,
     .entire = true,
     .inReply = "text: a date, 2026-04-01",
     .inSql = "DATE",
     .jsonFormat = "date",
     .jsonPattern = "^[0-9]{4}-[0-9]{2}-[0-9]{2}$",
     .onPage = "date"},
    {.type = AnswerType::time,
     .word = "time",
     .typed = true,
     .moment = true,
     .ordered = true,
     .entire = true,
     .inReply = "text: a time, 08:30",
     .inSql = "TIME",
     .jsonPattern = "^[0-2][0-9]:[0-5][0-9]$",
     .onPage = "time"},
    {.type = AnswerType::choice, .word = "choice", .typed = true, .listed = true, .entire = true},
    {.type = AnswerType::picks, .word = "picks", .listed = true},
    {.type = AnswerType::tick,
     .word = "tick",
     .ticked = true,
     .toggled = true,
     .entire = true,
     .inReply = "true or false",
     .inSql = "BOOLEAN",
     .inJson = "boolean"},
    {.type = AnswerType::question, .word = "question", .ticked = true, .shared = true, .entire = true},
    {.type = AnswerType::picture, .word = "picture", .drawn = true},
    {.type = AnswerType::ink, .word = "ink", .drawn = true, .strokes = true},
};
static_assert(inOrder(answerRows, &AnswerRow::type), "the rows stand in the order of the enum");
constexpr const AnswerRow& row(AnswerType type) {
    return answerRows[std::size_t(type)];
}

struct KindRow {
    Kind kind;
    std::string_view key;                               // in the file
    std::string_view word;                              // for people, in the middle of a sentence: "text box"
    std::string_view prefix, suffix;                    // what stands for the kind before or behind a name
    Named named;                                        // whether it needs a name
    std::string_view onStrip = {};                      // where room is short: "Number"; otherwise its word
    std::vector<std::string_view> jotted = {};          // asks for it in a jotting; the first is the plain one
    char letter = 0;                                    // picks the kind for placing; 0 when it cannot be picked
    Extent inDialog = {};                               // usual size, px
    Extent inDocument = {};                             // usual size, mm
    std::string_view style;                             // the style it follows unless told otherwise
    bool surface = false;                               // drawn as one piece: the dialog, or a page
    bool root = false;                                  // a form itself
    bool holds = false;                                 // other controls can lie in it
    std::string_view children = {};                     // the file's key for what lies in it; empty when nothing can
    bool keepsOrder = false;                            // its children have an order of their own, not that of reading
    bool boxed = true;                                  // it has a place and size of its own
    AnswerType answers = AnswerType::none;              // what a filler gives it
    bool tabbed = false;                                // the Tab key can stop on it
    bool placed = false;                                // a person can place it on the sheet
    bool labelled = false;                              // placed with a label of its own
    bool tall = false;                                  // higher than a line of text
    bool wide = false;                                  // takes up the width that there is
    bool behind = false;                                // lies behind what stands on it
    bool paper = false;                                 // one sheet of a document
    bool framed = false;                                // has an edge, and a title in it, around what it holds
    bool turns = false;                                 // shows one of the pages that it holds
    bool turned = false;                                // a page that is turned to
    bool grid = false;                                  // holds cells in rows and columns
    bool inGrid = false;                                // a cell, which one control fills
    bool speaks = false;                                // wording alone, which can speak for a field
    bool spreads = false;                               // several buttons or ticks in one control
    bool pressed = false;                               // a press does something
    std::optional<Prop> wording = {};                   // what people read on it
    std::vector<Prop> props = {};                       // in the order of the details
    std::vector<Prop> first = {};                       // what people set most of them, in sight at once
    std::vector<std::pair<Prop, Value>> defaults = {};  // where they differ from the property's own

    bool filled() const { return answers != AnswerType::none; }  // a filler gives it a value
    const AnswerRow& answer() const { return brindel::row(answers); }
};

const KindRow& row(Kind kind);
const PropertyRow& row(Prop prop);
std::span<const KindRow> allKinds();
std::span<const PropertyRow> allProperties();

std::optional<Kind> kindFrom(std::string_view key);
std::optional<Prop> propFrom(std::string_view key);

bool has(Kind kind, Prop prop);
/// True for a property that can be worked out by a formula as well as have a plain value.
bool takesFormula(Prop prop);
/// True for a property whose text fillers read: what is translated.
bool isWording(Prop prop);
/// A property that means something only while another one has a certain token: the run of numbers of a field whose
/// choices are a run.
struct Applies {
    Prop prop;
    Prop by;
    std::string_view token;
};
/// When a property applies; null for one that always does.
const Applies* appliesWhen(Prop prop);
/// True when a control of one kind can lie directly in one of another.
bool canHold(Kind container, Kind child);
/// The default of a property for a kind, whether or not the kind has it.
const Value& fallback(Kind kind, Prop prop);
/// A table has no more columns than this, and a whole number no more than its property's `most`.
inline constexpr std::size_t mostColumns = 100;
/// What `value` should be for a property: the sentence that says so; empty when the value fits.
Sentence misfit(Prop prop, const Value& value);
/// True for the properties a style can hold.
bool isLook(Prop prop);
std::string_view groupWord(Group group);
/// The word of a token of a oneOf property; the key itself where it is unknown.
std::string_view tokenWord(Prop prop, std::string_view key);

}  // namespace brindel
