#include "core/targets/pdf/pdf_fields.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/targets/handed_out.h"
#include "core/targets/pdf/pdf_states.h"

namespace brindel {

using Object = QPDFObjectHandle;
using std::string;

namespace {

// Field flags (ISO 32000, tables 227, 229, 231 and 233); bit 1 is the lowest.
constexpr int bit(int position) {
    return 1 << (position - 1);
}
constexpr int readOnlyFlag = bit(1), requiredFlag = bit(2), multilineFlag = bit(13), passwordFlag = bit(14),
              noToggleToOff = bit(15), radioFlag = bit(16), pushFlag = bit(17), comboFlag = bit(18), editFlag = bit(19),
              multiSelectFlag = bit(22), doNotSpellCheck = bit(23), doNotScroll = bit(24), combFlag = bit(25);
// Annotation flags (table 167).
constexpr int hiddenAnnotation = bit(2), printAnnotation = bit(3);

}  // namespace

/// What one kind becomes in a PDF: a row a kind that is a field of its own there.
struct PdfFields::KindRow {
    Kind kind;
    const char* type;  // of field (12.7.4)
    int flags;
    void (PdfFields::*describe)(Object field, const Control& c, int& flags);  // null: nothing more is said
    enum class Look { text, tick, whole } look;
    const char* mark = nullptr;  // the letter of ZapfDingbats that viewers tick with
    void (PdfFields::*act)(Object widget, Object character, const Control& c, std::size_t page) = nullptr;
};

const PdfFields::KindRow* PdfFields::rowOf(Kind kind) {
    using Look = KindRow::Look;
    static const KindRow rows[] = {
        {Kind::textBox, "/Tx", 0, &PdfFields::text, Look::text},
        {Kind::numberBox, "/Tx", doNotSpellCheck, &PdfFields::text, Look::text},
        {Kind::dateBox, "/Tx", doNotSpellCheck, &PdfFields::text, Look::text},
        {Kind::timeBox, "/Tx", doNotSpellCheck, &PdfFields::text, Look::text},
        {Kind::comboBox, "/Ch", comboFlag | doNotSpellCheck, &PdfFields::combo, Look::text},
        {Kind::listBox, "/Ch", 0, &PdfFields::list, Look::text},
        {Kind::checkBox, "/Btn", 0, &PdfFields::tick, Look::tick, "4"},
        {Kind::radioButton, "/Btn", radioFlag | noToggleToOff, &PdfFields::question, Look::tick, "l"},
        {Kind::button, "/Btn", pushFlag, nullptr, Look::whole, nullptr, &PdfFields::button},
        {Kind::picture, "/Btn", pushFlag, nullptr, Look::whole, nullptr, &PdfFields::picture},
        {Kind::signature, "/Sig", 0, &PdfFields::signature, Look::whole},
    };
    const auto at = std::ranges::find(rows, kind, &KindRow::kind);
    return at == std::end(rows) ? nullptr : at;
}

void PdfFields::eachOn(const Leaf& leaf, const std::function<void(const Control&)>& visit) const {
    walkLeaf(build_.form, leaf, leaf.surface, [&](const Control& c) {
        if (!rowOf(c.kind) || !(isFilled(c) || c.is().pressed)) return;
        // In an archive nothing is hidden, and nothing can be pressed (ISO 19005-3, 6.3.2 and 6.4.1).
        if (build_.options.archive && (c.is().pressed || !isSeen(build_.form, build_.filling.visibility, c.id))) return;
        visit(c);
    });
}

void PdfFields::add(const Leaf& leaf, std::size_t page) {
    std::vector<Object> widgets;
    eachOn(leaf, [&](const Control& c) { widgets.push_back(addWidget(c, leaf, page)); });
    build_.pages[page].replaceKey("/Annots", Object::newArray(widgets));
}

const Shown& PdfFields::shownOf(const Control& c) {
    const ShownAll& all = build_.filling.shown;
    if (auto at = all.find(c.id); at != all.end()) return at->second;
    starting_ = startOf(c);
    return starting_;
}

/// What a field is cleared to. "today" is no date until a form opens, and what is worked out has no start.
Shown PdfFields::startOf(const Control& c) const {
    Shown shown = startingShown(build_.form, c);
    if (isFoundWhenOpened(c)) shown.text.clear();
    return shown;
}

/// The node of a dotted name's group; made when it is not there yet (12.7.4.2).
Object PdfFields::kidsOf(const string& group) {
    if (group.empty()) return roots_;
    auto at = groups_.find(group);
    if (at != groups_.end()) return at->second.getKey("/Kids");
    auto dot = group.rfind('.');
    Object node = build_.pdf.makeIndirectObject(Object::newDictionary());
    node.replaceKey("/T", pdfText(dot == string::npos ? group : group.substr(dot + 1)));
    node.replaceKey("/Kids", Object::newArray());
    string outer = dot == string::npos ? "" : group.substr(0, dot);
    kidsOf(outer).appendItem(node);
    if (!outer.empty()) node.replaceKey("/Parent", groups_.at(outer));
    groups_.emplace(group, node);
    return node.getKey("/Kids");
}

Object PdfFields::fieldOf(const Control& c) {
    const string name = answerName(build_.form, c);
    auto at = fields_.find(name);
    if (at != fields_.end()) return at->second;
    auto dot = name.rfind('.');
    const string group = dot == string::npos ? "" : name.substr(0, dot);
    Object field = build_.pdf.makeIndirectObject(Object::newDictionary());
    field.replaceKey("/T", pdfText(dot == string::npos ? name : name.substr(dot + 1)));
    const auto question = names_.questions.find(c.id);
    field.replaceKey("/TU", pdfText(question != names_.questions.end() ? question->second : names_.of.at(c.id)));
    kidsOf(group).appendItem(field);
    if (!group.empty()) field.replaceKey("/Parent", groups_.at(group));
    describe(field, c);
    scripts_.addTo(field, c);
    fields_.emplace(name, field);
    return field;
}

string PdfFields::appearanceString(const Control& c, const Look& look) {
    const bool shrinks = c.is().answer().free && c.as<TooMuch>() == TooMuch::shrink;
    Colour colour = look.text.value_or(Colour{0x23, 0x28, 0x2B});
    if (rowOf(c.kind)->look == KindRow::Look::tick) return fmt::format("{} rg /ZaDb 0 Tf", pdfColour(colour));
    return fmt::format("{} rg {} {} Tf", pdfColour(colour), build_.ink.fonts.typingName(look),
                       shrinks ? "0" : pdfNumber(look.size));
}

/// What a field is, apart from where it stands.
void PdfFields::describe(Object field, const Control& c) {
    const KindRow& kind = *rowOf(c.kind);
    int flags = kind.flags;
    if (c.yes(Prop::required)) flags |= requiredFlag;
    const bool worked = isFilled(c) && !c.text(Prop::workedOut).empty();
    if (c.as<Access>() != Access::open || worked || !build_.filling.visibility.enabled(c.id)) flags |= readOnlyFlag;
    field.replaceKey("/FT", named(kind.type));
    if (kind.describe) (this->*kind.describe)(field, c, flags);
    if (flags != 0) field.replaceKey("/Ff", Object::newInteger(flags));
    const Look look = c.is().pressed ? lookOf(build_.form, c) : entryLookOf(build_.form, c);
    if (!c.is().answer().strokes) field.replaceKey("/DA", Object::newString(appearanceString(c, look)));
    const Across outwards =
        build_.form.index()->rightToLeft() ? Across::start : Across::end;  // what stands at the right
    if (look.across == Across::centre || look.across == outwards)
        field.replaceKey("/Q", Object::newInteger(look.across == Across::centre ? 1 : 2));
}

void PdfFields::text(Object field, const Control& c, int& flags) {
    const Shown shown = shownOf(c), starting = startOf(c);
    if (c.as<Lines>() == Lines::many && c.is().answer().free) flags |= multilineFlag;
    if (c.yes(Prop::secret)) flags |= passwordFlag;
    if (c.as<TooMuch>() == TooMuch::stop || c.as<TooMuch>() == TooMuch::shrink) flags |= doNotScroll;
    if (c.number(Prop::maxLength) > 0) field.replaceKey("/MaxLen", Object::newInteger(int(c.number(Prop::maxLength))));
    if (!letterBoxes(c).empty()) flags |= combFlag;
    if (c.yes(Prop::secret)) return;  // a secret is never written into a file
    if (!shown.text.empty()) field.replaceKey("/V", pdfText(shown.text));
    if (!starting.text.empty()) field.replaceKey("/DV", pdfText(starting.text));
}

void PdfFields::tick(Object field, const Control& c, int&) {
    auto state = [&](bool on) { return Object::newName(on ? "/" + stateOf(build_.form, c) : "/Off"); };
    field.replaceKey("/V", state(shownOf(c).on));
    field.replaceKey("/DV", state(startOf(c).on));
    if (!hasPlainStates(build_.form, {c.id})) field.replaceKey("/Opt", Object::newArray());
}

void PdfFields::question(Object field, const Control& c, int& flags) {
    Object value = Object::newName("/Off"), first = value;
    const std::vector<Id> buttons = radioGroupOf(build_.form, c);
    for (Id id : buttons) {
        const Control& one = *build_.form.find(id);
        const Object state = Object::newName("/" + stateOf(build_.form, one));
        if (shownOf(one).on) value = state;
        if (one.yes(Prop::startsTicked)) first = state;
        if (one.yes(Prop::required)) flags |= requiredFlag;
    }
    field.replaceKey("/V", value);
    field.replaceKey("/DV", first);
    // A widget's entry is added with it.
    if (!hasPlainStates(build_.form, buttons)) field.replaceKey("/Opt", Object::newArray());
}

void PdfFields::addOptions(Object field, const Control& c) {
    Object options = Object::newArray();
    for (const Choice& choice : c.choices())
        options.appendItem(choice.value == choice.text
                               ? pdfText(choice.text)
                               : Object::newArray({pdfText(choice.value), pdfText(choice.text)}));
    field.replaceKey("/Opt", options);
}

void PdfFields::combo(Object field, const Control& c, int& flags) {
    // Choices that follow other answers are not all there yet: what is missing can be typed.
    if (c.yes(Prop::otherAnswers) || choicesFollowAnswers(build_.designed, c.id)) flags |= editFlag;
    addOptions(field, c);
    for (const auto& [key, shown] : {std::pair("/V", shownOf(c)), std::pair("/DV", startOf(c))}) {
        if (shown.text.empty()) continue;
        string value = shown.text;
        for (const Choice& choice : c.choices())
            if (choice.text == shown.text) value = choice.value;
        field.replaceKey(key, pdfText(value));
    }
}

void PdfFields::list(Object field, const Control& c, int& flags) {
    if (takesSeveral(c)) flags |= multiSelectFlag;
    addOptions(field, c);
    for (const auto& [key, shown] : {std::pair("/V", shownOf(c)), std::pair("/DV", startOf(c))}) {
        Object values = Object::newArray();
        for (std::size_t line : shown.picked)
            if (line < c.choices().size()) values.appendItem(pdfText(c.choices()[line].value));
        if (values.getArrayNItems() == 1)
            field.replaceKey(key, values.getArrayItem(0));
        else if (values.getArrayNItems() > 1)
            field.replaceKey(key, values);
    }
    Object lines = Object::newArray();
    for (std::size_t line : shownOf(c).picked) lines.appendItem(Object::newInteger(static_cast<long long>(line)));
    if (lines.getArrayNItems() > 0) field.replaceKey("/I", lines);
}

/// Left unsigned: the filler's program signs it (12.7.4.5). Signing locks what is filled in, but not what others of the
/// form's signatures are for (table 233, Lock).
void PdfFields::signature(Object field, const Control&, int&) {
    if (lock_.isNull()) {
        Object others = Object::newArray();
        for (Id id : build_.form.index()->fields())
            if (const Control& one = *build_.form.find(id); one.is().answer().strokes)
                others.appendItem(pdfText(answerName(build_.form, one)));
        const bool several = others.getArrayNItems() > 1;
        Object lock = Object::newDictionary(
            {{"/Type", Object::newName("/SigFieldLock")}, {"/Action", Object::newName(several ? "/Exclude" : "/All")}});
        if (several) lock.replaceKey("/Fields", others);
        lock_ = build_.pdf.makeIndirectObject(lock);
    }
    field.replaceKey("/Lock", lock_);
}

void PdfFields::button(Object widget, Object character, const Control& c, std::size_t page) {
    character.replaceKey("/CA", pdfText(c.text(Prop::text)));
    if (auto fill = lookOf(build_.form, c).fill)
        character.replaceKey("/BG", Object::parse("[" + pdfColour(*fill) + "]"));
    if (Object action = scripts_.pressed(c, page); !action.isNull()) widget.replaceKey("/A", action);
}

/// The button shows its picture alone, as it fits (table 189, TP and IF); a press asks for one, in viewers that can.
void PdfFields::picture(Object widget, Object character, const Control& c, std::size_t) {
    character.replaceKey("/TP", Object::newInteger(1));
    character.replaceKey("/IF", Object::parse(c.as<Fits>() == Fits::stretched ? "<< /SW /A /S /A >>"
                                                                              : "<< /SW /A /S /P /A [0.5 0.5] >>"));
    if (!build_.options.archive) widget.replaceKey("/A", pdfScript("event.target.buttonImportIcon();"));
}

/// A picture, or the strokes of a signature, as Brindel reads it again: viewers have no value for either. It holds as
/// long as the field looks as it was written.
void PdfFields::keepMade(Object field, const Control& c, Object look) {
    const AnswerType type = c.is().answers;
    if (!row(type).drawn || shownOf(c).text.empty()) return;
    field.replaceKey("/BrindelMade", pdfText(shownOf(c).text));
    field.replaceKey("/BrindelLook", look);
}

/// A name that every field has, made once.
Object PdfFields::named(const char* name) {
    auto [at, fresh] = commonNames_.try_emplace(name);
    if (fresh) at->second = Object::newName(name);
    return at->second;
}

/// Where an edge of a field is, in points; what is level shares it.
Object PdfFields::edge(double at) {
    auto [known, fresh] = edges_.try_emplace(at);
    if (fresh) known->second = Object::newReal(pdfNumber(at));
    return known->second;
}

/// The box of what is drawn for a field; those of one size share theirs.
Object PdfFields::boxOf(const Box& box) {
    auto [at, fresh] = boxes_.try_emplace({box.width, box.height});
    if (fresh)
        at->second =
            build_.pdf.makeIndirectObject(pdfRectangle(0, 0, box.width * build_.scale, box.height * build_.scale));
    return at->second;
}

/// How a field looks. Each has one of its own: viewers write into it when the field is filled.
Object PdfFields::appearance(const string& content, const Box& box) {
    // Packing a few words costs a hundred times what it saves, and most fields are empty.
    constexpr std::size_t worthPacking = 400;
    Object stream =
        Object::newStream(&build_.pdf, content.empty() ? "q Q\n" : content);  // no bytes look broken to some
    stream.setFilterOnWrite(content.size() >= worthPacking);
    Object dict = stream.getDict();
    dict.replaceKey("/Subtype", named("/Form"));
    dict.replaceKey("/BBox", boxOf(box));
    dict.replaceKey("/Resources", build_.ink.resources);
    return stream;
}

/// How a tick looks in one of its states. Viewers only choose between these: what looks the same is written once.
Object PdfFields::tickAppearance(const Drawing& drawing, const Box& box) {
    const string content = contentOf(drawing, build_.scale, box.height, build_.ink);
    auto [at, fresh] = tickLooks_.try_emplace(fmt::format("{} {} {}", box.width, box.height, content));
    if (fresh) at->second = appearance(content, box);
    return at->second;
}

void PdfFields::addTickLooks(Object widget, const Control& c, const Box& square) {
    Object states = Object::newDictionary();
    const string on = "/" + stateOf(build_.form, c);
    for (bool ticked : {true, false}) {
        Shown state;
        state.on = ticked;
        Drawing mark = moved(drawnControl(build_.form, c, state, {build_.book, {}, &build_.filling, false, true}),
                             -square.left, -square.top);
        states.replaceKey(ticked ? on : "/Off", tickAppearance(mark, square));
    }
    Object looks = Object::newDictionary(), character = Object::newDictionary();
    looks.replaceKey("/N", states);
    widget.replaceKey("/AP", looks);
    widget.replaceKey("/AS", Object::newName(shownOf(c).on ? on : "/Off"));
    character.replaceKey("/CA", Object::newString(rowOf(c.kind)->mark));
    widget.replaceKey("/MK", character);
}

Object PdfFields::addWidget(const Control& c, const Leaf& leaf, std::size_t page) {
    const KindRow& kind = *rowOf(c.kind);
    const bool tick = kind.look == KindRow::Look::tick;
    const double height = surfaceSize(build_.form, leaf.surface).height, scale = build_.scale;
    Box place = onSurface(build_.form, c.id);
    Box local{0, 0, place.width, place.height};
    if (tick) {
        local = tickBoxOf(build_.form, c);
        place = local.moved(place.left, place.top);
    }
    Object field = fieldOf(c), pageObject = build_.pages[page];
    // A field that is seen in one place is its own widget (12.7.4.1).
    const bool alone = seen_.at(c.id) == 1 && !c.is().answer().shared;
    Object widget = alone ? field : build_.pdf.makeIndirectObject(Object::newDictionary());
    widget.replaceKey("/Subtype", named("/Widget"));
    widget.replaceKey("/Rect", Object::newArray({edge(place.left * scale), edge((height - place.bottom()) * scale),
                                                 edge(place.right() * scale), edge((height - place.top) * scale)}));
    widget.replaceKey("/F", Object::newInteger(!isSeen(build_.form, build_.filling.visibility, c.id) ? hiddenAnnotation
                                               : c.is().pressed                                      ? 0
                                                                : printAnnotation));
    if (!alone) {
        widget.replaceKey("/Parent", field);
        widget.replaceKey("/TU", pdfText(names_.of.at(c.id)));
        if (!field.hasKey("/Kids")) field.replaceKey("/Kids", Object::newArray());
        field.getKey("/Kids").appendItem(widget);
    } else {
        field.replaceKey("/TU", pdfText(names_.of.at(c.id)));
    }
    if (tick) {
        if (Object options = field.getKey("/Opt"); options.isArray()) options.appendItem(pdfText(stateMeaning(c)));
        addTickLooks(widget, c, local);
    } else {
        DrawOptions options{build_.book, {}, &build_.filling, c.is().pressed, true};
        // A signature that was drawn is on the page; the field is left to the program that signs it.
        const Shown shown = c.is().answer().strokes ? Shown() : shownOf(c);
        string content =
            contentOf(drawnControl(build_.form, c, shown, options), build_.scale, local.height, build_.ink);
        if (kind.look == KindRow::Look::text) content = "/Tx BMC\nq\n" + content + "Q\nEMC\n";
        Object look = appearance(content, local);
        widget.replaceKey("/AP", Object::newDictionary({{"/N", look}}));
        keepMade(field, c, look);
        if (kind.act) {
            Object character = Object::newDictionary();
            (this->*kind.act)(widget, character, c, page);
            widget.replaceKey("/MK", character);
        }
    }
    scripts_.addToWidget(widget, c);
    const auto& elements = build_.tags[page].widgets;
    if (const auto at = elements.find(c.id); at != elements.end())
        build_.structure.annotation(at->second, widget, pageObject);
    return widget;
}

void PdfFields::finish() {
    Object acro = build_.pdf.makeIndirectObject(Object::newDictionary());
    acro.replaceKey("/Fields", roots_);
    acro.replaceKey("/NeedAppearances", Object::newBool(false));
    acro.replaceKey("/DR", Object::newDictionary({{"/Font", build_.ink.fonts.typingResources()}}));
    acro.replaceKey("/DA", Object::newString("0 g " + build_.ink.fonts.typingName(Look{}) + " 10 Tf"));
    if (!lock_.isNull()) acro.replaceKey("/SigFlags", Object::newInteger(1));  // it has fields to sign (table 219)
    Object order = Object::newArray();
    for (const string& name : scripts_.order())
        if (const auto at = fields_.find(name); at != fields_.end()) order.appendItem(at->second);
    if (order.getArrayNItems() > 0) acro.replaceKey("/CO", order);
    build_.pdf.getRoot().replaceKey("/AcroForm", acro);
}

}  // namespace brindel
