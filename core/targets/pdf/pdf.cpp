#include "core/targets/pdf/pdf.h"

#include <fmt/format.h>
#include <unicode/normalizer2.h>

#include <algorithm>
#include <map>
#include <unordered_map>

#include "core/layout/spread.h"
#include "core/model/measures.h"
#include "core/session/limits.h"
#include "core/targets/pdf/pdf_content.h"
#include "core/targets/pdf/qpdf.h"
#include "core/targets/pictures.h"
#include "core/targets/png/png.h"
#include "core/text/icu_text.h"

namespace brindel {
namespace {

using Object = QPDFObjectHandle;
using std::string;

// Field flags (ISO 32000, tables 227, 229, 231 and 233); bit 1 is the lowest.
constexpr int bit(int position) {
    return 1 << (position - 1);
}
constexpr int readOnlyFlag = bit(1), requiredFlag = bit(2), multilineFlag = bit(13), passwordFlag = bit(14),
              noToggleToOff = bit(15), radioFlag = bit(16), pushFlag = bit(17), comboFlag = bit(18), editFlag = bit(19),
              multiSelectFlag = bit(22), doNotSpellCheck = bit(23), doNotScroll = bit(24);
// Annotation flags (table 167).
constexpr int hiddenAnnotation = bit(2), printAnnotation = bit(3);

Object text(const string& utf8Text) {
    return Object::newUnicodeString(utf8Text);
}

/// Left, low, right and high edges in points.
Object rectangle(double left, double low, double right, double high) {
    return Object::newArray({Object::newReal(pdfNumber(left)), Object::newReal(pdfNumber(low)),
                             Object::newReal(pdfNumber(right)), Object::newReal(pdfNumber(high))});
}

/// Text as a JavaScript string literal.
string scriptText(const string& plain) {
    string out = "\"";
    for (char c : plain) {
        if (c == '"' || c == '\\') out += '\\';
        out += c == '\n' || c == '\r' ? ' ' : c;
    }
    return out + "\"";
}

class Builder {
  public:
    Builder(const Form& form, const FontBook& fonts, const Filling& filling)
        : form_(form), book_(fonts), filling_(filling) {
        pdf_.emptyPDF();
        ink_.emplace(pdf_);
        scale_ = 1 / unitsPerPoint(form);
        bar_ = measuresFor(form).titleBar;
    }

    string write(const string& owner) {
        Object root = pdf_.getRoot();
        acroFields_ = Object::newArray();
        Object acro = pdf_.makeIndirectObject(Object::newDictionary());
        const std::vector<Leaf> leaves = leavesOf(form_);
        // What stands beside the tabs of a dialog is seen on every page of theirs.
        seenOnce_ = leaves.size() == surfaces(form_).size();
        for (const Leaf& leaf : leaves) addPage(leaf);
        for (std::size_t i = 0; i < leaves.size(); ++i) addWidgets(leaves[i], i);
        ink_->fonts.typingName(book_.face(Look{}));
        ink_->fonts.embed();

        acro.replaceKey("/Fields", acroFields_);
        acro.replaceKey("/NeedAppearances", Object::newBool(false));
        acro.replaceKey("/DR", ink_->resources());
        acro.replaceKey("/DA", Object::newString("0 g /T1 10 Tf"));
        root.replaceKey("/AcroForm", acro);
        root.replaceKey("/Lang", text(form_.root().text(Prop::language)));
        Object view = Object::newDictionary();
        view.replaceKey("/DisplayDocTitle", Object::newBool(true));
        root.replaceKey("/ViewerPreferences", view);
        // The cursor starts where the form says, in viewers that run scripts (ISO 32000-1, 12.6.4.16); else at the
        // first.
        if (const Control* start = form_.find(form_.root().reference(Prop::startsIn));
            start && fields_.contains(answerName(form_, *start))) {
            Object action = Object::newDictionary();
            action.replaceKey("/S", Object::newName("/JavaScript"));
            action.replaceKey(
                "/JS", text(fmt::format("this.getField({}).setFocus();", scriptText(answerName(form_, *start)))));
            root.replaceKey("/OpenAction", action);
        }
        Object info = pdf_.makeIndirectObject(Object::newDictionary());
        info.replaceKey("/Title", text(form_.root().text(Prop::title)));
        info.replaceKey("/Producer", text("Brindel"));
        pdf_.getTrailer().replaceKey("/Info", info);

        QPDFWriter writer(pdf_);
        writer.setOutputMemory();
        if (owner.empty()) writer.setDeterministicID(true);
        if (!owner.empty()) {
            const bool copies = form_.root().yes(Prop::mayCopy), reads = true, assembles = false, annotates = false,
                       fills = true, changes = false, hidesMetadata = false;
            writer.setR6EncryptionParameters("", owner.c_str(), reads, copies, assembles, annotates, fills, changes,
                                             form_.root().yes(Prop::mayPrint) ? qpdf_r3p_full : qpdf_r3p_none,
                                             hidesMetadata);
        }
        writer.setObjectStreamMode(qpdf_o_generate);
        writer.setCompressStreams(true);
        writer.setMinimumPDFVersion("1.7");
        writer.write();
        auto buffer = writer.getBufferSharedPointer();
        return {reinterpret_cast<const char*>(buffer->getBuffer()), buffer->getSize()};
    }

  private:
    const Form& form_;
    const FontBook& book_;
    const Filling& filling_;
    QPDF pdf_;
    std::optional<PdfInk> ink_;
    double scale_ = 1, bar_ = 0;
    bool seenOnce_ = true;
    std::vector<QPDFPageObjectHelper> pages_;
    Object acroFields_;
    std::map<string, Object> fields_, groups_;        // by the whole name
    std::unordered_map<string, Object> appearances_;  // by size and content

    const Shown& shownOf(const Control& c) {
        if (auto at = filling_.shown.find(c.id); at != filling_.shown.end()) return at->second;
        starting_ = startingShown(form_, c);
        return starting_;
    }
    Shown starting_;

    void addPage(const Leaf& leaf) {
        Extent size = surfaceSize(form_, leaf.surface);
        DrawOptions options{book_, leaf.turned, &filling_, true, false};
        Drawing all;
        if (bar_ > 0) all = drawnTitleBar(form_, book_);
        Drawing surface = moved(drawnSurface(form_, leaf.surface, options), 0, bar_);
        all.insert(all.end(), surface.begin(), surface.end());
        const double height = size.height + bar_;
        Object page = pdf_.makeIndirectObject(Object::newDictionary());
        page.replaceKey("/Type", Object::newName("/Page"));
        page.replaceKey("/MediaBox", rectangle(0, 0, size.width * scale_, height * scale_));
        page.replaceKey("/Resources", ink_->resources());
        page.replaceKey("/Contents", Object::newStream(&pdf_, contentOf(all, scale_, height, *ink_)));
        page.replaceKey("/Annots", Object::newArray());
        QPDFPageObjectHelper helper(page);
        QPDFPageDocumentHelper(pdf_).addPage(helper, false);
        pages_.push_back(QPDFPageDocumentHelper(pdf_).getAllPages().back());
    }

    /// Widgets in tab order: a viewer goes through a page's annotations as they are listed.
    void addWidgets(const Leaf& leaf, std::size_t page) {
        walk(form_, leaf.surface, [&](const Control& c, int) {
            if ((!isFilled(c) && !c.is().pressed) || !isInView(form_, c.id, leaf.turned)) return;
            addWidget(c, leaf, page);
        });
    }

    /// The node of a dotted name's group; made when it is not there yet (ISO 32000, 12.7.4.2).
    Object kidsOf(const string& group) {
        if (group.empty()) return acroFields_;
        auto at = groups_.find(group);
        if (at != groups_.end()) return at->second.getKey("/Kids");
        auto dot = group.rfind('.');
        Object node = pdf_.makeIndirectObject(Object::newDictionary());
        node.replaceKey("/T", text(dot == string::npos ? group : group.substr(dot + 1)));
        node.replaceKey("/Kids", Object::newArray());
        string outer = dot == string::npos ? "" : group.substr(0, dot);
        kidsOf(outer).appendItem(node);
        if (!outer.empty()) node.replaceKey("/Parent", groups_.at(outer));
        groups_.emplace(group, node);
        return node.getKey("/Kids");
    }

    Object fieldOf(const Control& c) {
        const string name = answerName(form_, c);
        auto at = fields_.find(name);
        if (at != fields_.end()) return at->second;
        auto dot = name.rfind('.');
        const string group = dot == string::npos ? "" : name.substr(0, dot);
        Object field = pdf_.makeIndirectObject(Object::newDictionary());
        field.replaceKey("/T", text(dot == string::npos ? name : name.substr(dot + 1)));
        field.replaceKey("/TU", text(tooltip(c)));
        kidsOf(group).appendItem(field);
        if (!group.empty()) field.replaceKey("/Parent", groups_.at(group));
        describe(field, c);
        fields_.emplace(name, field);
        return field;
    }

    string tooltip(const Control& c) const {
        const Control* frame = c.is().answers == AnswerType::question ? form_.find(c.parent) : nullptr;
        string said = !c.text(Prop::hint).empty()                                        ? c.text(Prop::hint)
                      : frame && frame->is().framed && !frame->text(Prop::title).empty() ? frame->text(Prop::title)
                                                                                         : calledBy(form_, c);
        string limits = limitsInWords(form_, c);
        return limits.empty() ? said : said + " (" + limits + ")";
    }

    string appearanceString(const Control& c, const Look& look) {
        const bool shrinks = c.is().answers == AnswerType::text && c.as<TooMuch>() == TooMuch::shrink;
        Colour colour = look.text.value_or(Colour{0x23, 0x28, 0x2B});
        return fmt::format("{} rg {} {} Tf", pdfColour(colour), ink_->fonts.typingName(book_.face(look)),
                           shrinks ? "0" : pdfNumber(look.size));
    }

    /// What one kind becomes in a PDF: a row a kind that is a field of its own there.
    struct KindInPdf {
        Kind kind;
        const char* type;  // of field (ISO 32000, 12.7.4)
        int flags;
        void (Builder::*describe)(Object field, const Control& c, int& flags);  // null: nothing more is said
        enum class Look { text, tick, whole } look;
        const char* mark = nullptr;  // the letter of ZapfDingbats that viewers tick with
        void (Builder::*act)(Object widget, Object character, const Control& c, std::size_t page) = nullptr;
    };
    static const KindInPdf* inPdf(Kind kind) {
        using Look = KindInPdf::Look;
        static const KindInPdf rows[] = {
            {Kind::textBox, "/Tx", 0, &Builder::textDescribed, Look::text},
            {Kind::numberBox, "/Tx", doNotSpellCheck, &Builder::textDescribed, Look::text},
            {Kind::dateBox, "/Tx", doNotSpellCheck, &Builder::textDescribed, Look::text},
            {Kind::timeBox, "/Tx", doNotSpellCheck, &Builder::textDescribed, Look::text},
            {Kind::comboBox, "/Ch", comboFlag | doNotSpellCheck, &Builder::comboDescribed, Look::text},
            {Kind::listBox, "/Ch", 0, &Builder::listDescribed, Look::text},
            {Kind::checkBox, "/Btn", 0, &Builder::tickDescribed, Look::tick, "4"},
            {Kind::radioButton, "/Btn", radioFlag | noToggleToOff, &Builder::questionDescribed, Look::tick, "l"},
            {Kind::button, "/Btn", pushFlag, nullptr, Look::whole, nullptr, &Builder::buttonActs},
            {Kind::picture, "/Btn", pushFlag, nullptr, Look::whole, nullptr, &Builder::pictureActs},
            // Left unsigned: the filler's program signs it (ISO 32000, 12.7.4.5).
            {Kind::signature, "/Sig", 0, nullptr, Look::whole},
        };
        const auto at = std::ranges::find(rows, kind, &KindInPdf::kind);
        return at == std::end(rows) ? nullptr : at;
    }

    /// What a field is, apart from where it stands.
    void describe(Object field, const Control& c) {
        const KindInPdf& kind = *inPdf(c.kind);
        int flags = kind.flags;
        if (c.yes(Prop::required)) flags |= requiredFlag;
        if (c.as<Access>() != Access::open || !c.text(Prop::workedOut).empty() || !filling_.presence.enabled(c.id))
            flags |= readOnlyFlag;
        field.replaceKey("/FT", Object::newName(kind.type));
        if (kind.describe) (this->*kind.describe)(field, c, flags);
        field.replaceKey("/Ff", Object::newInteger(flags));
        const Look look = c.is().pressed ? lookOf(form_, c) : entryLookOf(form_, c);
        if (c.is().answers != AnswerType::ink) field.replaceKey("/DA", Object::newString(appearanceString(c, look)));
        const Across outwards = form_.index()->rightToLeft() ? Across::start : Across::end;  // what stands at the right
        if (look.across == Across::centre || look.across == outwards)
            field.replaceKey("/Q", Object::newInteger(look.across == Across::centre ? 1 : 2));
    }

    void textDescribed(Object field, const Control& c, int& flags) {
        const Shown shown = shownOf(c), starting = startingShown(form_, c);
        if (c.as<Lines>() == Lines::many && c.is().answers == AnswerType::text) flags |= multilineFlag;
        if (c.yes(Prop::secret)) flags |= passwordFlag;
        if (c.as<TooMuch>() == TooMuch::stop || c.as<TooMuch>() == TooMuch::shrink) flags |= doNotScroll;
        if (c.number(Prop::maxLength) > 0)
            field.replaceKey("/MaxLen", Object::newInteger(int(c.number(Prop::maxLength))));
        // A secret is never written into a file; nor is "today", which is no date yet.
        const bool dateless = c.is().answers == AnswerType::date && starting.text.starts_with("today");
        if (!shown.text.empty() && !c.yes(Prop::secret)) field.replaceKey("/V", text(shown.text));
        if (!starting.text.empty() && !dateless && !c.yes(Prop::secret)) field.replaceKey("/DV", text(starting.text));
        addRange(field, c);
    }

    void tickDescribed(Object field, const Control& c, int&) {
        auto state = [&](bool on) { return Object::newName(on ? onState(c) : "/Off"); };
        field.replaceKey("/V", state(shownOf(c).on));
        field.replaceKey("/DV", state(startingShown(form_, c).on));
    }

    void questionDescribed(Object field, const Control& c, int& flags) {
        Object value = Object::newName("/Off"), first = value;
        for (Id id : questionOf(form_, c)) {
            const Control& one = *form_.find(id);
            if (shownOf(one).on) value = Object::newName(onState(one));
            if (one.yes(Prop::startsTicked)) first = Object::newName(onState(one));
            if (one.yes(Prop::required)) flags |= requiredFlag;
        }
        field.replaceKey("/V", value);
        field.replaceKey("/DV", first);
    }

    void addOptions(Object field, const Control& c) {
        Object options = Object::newArray();
        for (const Choice& choice : c.choices())
            options.appendItem(choice.value == choice.text ? text(choice.text)
                                                           : Object::newArray({text(choice.value), text(choice.text)}));
        field.replaceKey("/Opt", options);
    }

    void comboDescribed(Object field, const Control& c, int& flags) {
        if (c.yes(Prop::otherAnswers)) flags |= editFlag;
        addOptions(field, c);
        for (const auto& [key, shown] : {std::pair("/V", shownOf(c)), std::pair("/DV", startingShown(form_, c))}) {
            if (shown.text.empty()) continue;
            string value = shown.text;
            for (const Choice& choice : c.choices())
                if (choice.text == shown.text) value = choice.value;
            field.replaceKey(key, text(value));
        }
    }

    void listDescribed(Object field, const Control& c, int& flags) {
        if (c.as<HowMany>() == HowMany::many) flags |= multiSelectFlag;
        addOptions(field, c);
        for (const auto& [key, shown] : {std::pair("/V", shownOf(c)), std::pair("/DV", startingShown(form_, c))}) {
            Object values = Object::newArray();
            for (std::size_t line : shown.picked)
                if (line < c.choices().size()) values.appendItem(text(c.choices()[line].value));
            if (values.getArrayNItems() == 1)
                field.replaceKey(key, values.getArrayItem(0));
            else if (values.getArrayNItems() > 1)
                field.replaceKey(key, values);
        }
        Object lines = Object::newArray();
        for (std::size_t line : shownOf(c).picked) lines.appendItem(Object::newInteger(static_cast<long long>(line)));
        if (lines.getArrayNItems() > 0) field.replaceKey("/I", lines);
    }

    void buttonActs(Object widget, Object character, const Control& c, std::size_t page) {
        character.replaceKey("/CA", text(c.text(Prop::text)));
        if (auto fill = lookOf(form_, c).fill) character.replaceKey("/BG", Object::parse("[" + pdfColour(*fill) + "]"));
        addAction(widget, c, page);
    }

    /// The button shows its picture alone; a press asks for one, in viewers that can (Table 189, TP 1).
    void pictureActs(Object widget, Object character, const Control&, std::size_t) {
        character.replaceKey("/TP", Object::newInteger(1));
        Object action = Object::newDictionary();
        action.replaceKey("/S", Object::newName("/JavaScript"));
        action.replaceKey("/JS", text("event.target.buttonImportIcon();"));
        widget.replaceKey("/A", action);
    }

    /// A number's range as a validation script, for viewers that run one (ISO 32000, 12.6.4.17).
    void addRange(Object field, const Control& c) {
        auto least = c.maybeNumber(Prop::least), most = c.maybeNumber(Prop::most);
        if (c.is().answers != AnswerType::number || (!least && !most)) return;
        string message = c.text(Prop::rangeMessage).empty()
                             ? fmt::format("{} takes {}.", calledBy(form_, c), limitsInWords(form_, c))
                             : c.text(Prop::rangeMessage);
        string test = "isNaN(v)";
        if (least) test += fmt::format(" || v < {}", pdfNumber(*least));
        if (most) test += fmt::format(" || v > {}", pdfNumber(*most));
        string script = fmt::format(
            "var v = Number(String(event.value).replace(\",\", \".\")); if (event.value !== \"\" && ({})) {{ "
            "app.alert({}); event.rc = false; }}",
            test, scriptText(message));
        Object action = Object::newDictionary();
        action.replaceKey("/S", Object::newName("/JavaScript"));
        action.replaceKey("/JS", text(script));
        Object actions = Object::newDictionary();
        actions.replaceKey("/V", action);
        field.replaceKey("/AA", actions);
    }

    static string onState(const Control& c) {
        if (c.is().answers == AnswerType::tick && c.text(Prop::value).empty()) return "/Yes";
        string value = valueWhenOn(c);
        return "/" + (value == "Off" ? "Off." : value);
    }

    Object appearance(const Drawing& drawing, Box box, bool marked) {
        string content = contentOf(drawing, scale_, box.height, *ink_);
        if (marked) content = "/Tx BMC\nq\n" + content + "Q\nEMC\n";
        // Ticks look alike by the thousand: what looks the same is written once.
        auto [at, fresh] = appearances_.try_emplace(fmt::format("{} {} {}", box.width, box.height, content));
        if (!fresh) return at->second;
        Object stream = Object::newStream(&pdf_, content);
        Object dict = stream.getDict();
        dict.replaceKey("/Type", Object::newName("/XObject"));
        dict.replaceKey("/Subtype", Object::newName("/Form"));
        dict.replaceKey("/BBox", rectangle(0, 0, box.width * scale_, box.height * scale_));
        dict.replaceKey("/Resources", ink_->resources());
        return at->second = stream;
    }

    void addWidget(const Control& c, const Leaf& leaf, std::size_t page) {
        const KindInPdf& kind = *inPdf(c.kind);
        const bool tick = kind.look == KindInPdf::Look::tick;
        const double height = surfaceSize(form_, leaf.surface).height;
        Box place = onSurface(form_, c.id);
        Box local{0, 0, place.width, place.height};
        if (tick) {
            Box square = tickBoxOf(form_, c);
            local = square;
            place = square.moved(place.left, place.top);
        }
        Object field = fieldOf(c);
        // A field that is seen in one place is its own widget (ISO 32000, 12.7.4.1).
        const bool alone = seenOnce_ && c.is().answers != AnswerType::question;
        Object widget = alone ? field : pdf_.makeIndirectObject(Object::newDictionary());
        widget.replaceKey("/Type", Object::newName("/Annot"));
        widget.replaceKey("/Subtype", Object::newName("/Widget"));
        widget.replaceKey("/Rect", rectangle(place.left * scale_, (height - place.bottom()) * scale_,
                                             place.right() * scale_, (height - place.top) * scale_));
        widget.replaceKey("/F", Object::newInteger(!isSeen(form_, filling_.presence, c.id) ? hiddenAnnotation
                                                   : c.is().pressed                        ? 0
                                                                                           : printAnnotation));
        widget.replaceKey("/P", pages_[page].getObjectHandle());
        if (!alone) {
            widget.replaceKey("/Parent", field);
            widget.replaceKey("/TU", field.getKey("/TU"));  // some readers look for it here and not at the field
            if (!field.hasKey("/Kids")) field.replaceKey("/Kids", Object::newArray());
            field.getKey("/Kids").appendItem(widget);
        }
        DrawOptions guests{book_, {}, &filling_, false, true};
        Object looks = Object::newDictionary();
        if (tick) {
            Object states = Object::newDictionary();
            for (bool on : {true, false}) {
                Shown state;
                state.on = on;
                Drawing mark = moved(drawnControl(form_, c, state, guests), -local.left, -local.top);
                states.replaceKey(on ? onState(c) : "/Off", appearance(mark, local, false));
            }
            looks.replaceKey("/N", states);
            widget.replaceKey("/AS", Object::newName(shownOf(c).on ? onState(c) : "/Off"));
            Object character = Object::newDictionary();
            character.replaceKey("/CA", Object::newString(kind.mark));
            widget.replaceKey("/MK", character);
        } else {
            DrawOptions options = guests;
            options.ground = c.is().pressed;
            looks.replaceKey("/N", appearance(drawnControl(form_, c, shownOf(c), options), local,
                                              kind.look == KindInPdf::Look::text));
            Object character = Object::newDictionary();
            if (kind.act) (this->*kind.act)(widget, character, c, page);
            widget.replaceKey("/MK", character);
        }
        widget.replaceKey("/AP", looks);
        pages_[page].getObjectHandle().getKey("/Annots").appendItem(widget);
    }

    void addAction(Object widget, const Control& c, std::size_t page) {
        const ButtonRole role = c.as<ButtonRole>();
        if (role == ButtonRole::clear) widget.replaceKey("/A", Object::parse("<< /S /ResetForm >>"));
        std::size_t to = role == ButtonRole::next               ? page + 1
                         : role == ButtonRole::back && page > 0 ? page - 1
                                                                : pages_.size();
        if (to >= pages_.size() || (role != ButtonRole::next && role != ButtonRole::back)) return;
        Object action = Object::newDictionary();
        action.replaceKey("/S", Object::newName("/GoTo"));
        action.replaceKey("/D", Object::newArray({pages_[to].getObjectHandle(), Object::newName("/Fit")}));
        widget.replaceKey("/A", action);
    }
};

}  // namespace

Result<string> pdfOf(const Form& form, const FontBook& fonts, const Filling* filling, const Secret* owner) {
    constexpr std::size_t mostBytes = 127;
    string word;
    if (owner) {
        // As viewers prepare what is typed (RFC 4013: NFKC); most words are the same before and after.
        UErrorCode error = U_ZERO_ERROR;
        auto meant = passwordMeant(owner->text());
        if (!meant) return tl::unexpected(meant.error());
        word = narrow(icu::Normalizer2::getNFKCInstance(error)->normalize(wide(meant->text()), error));
        if (word.size() > mostBytes)
            return failure("",
                           said("The password of a PDF has at most {} bytes: letters outside of English take two or "
                                "more.",
                                mostBytes));
    }
    if (auto pictures = picturesInOrder(form, filling); !pictures) return tl::unexpected(pictures.error());
    try {
        const Spread parts = spread(form, fonts, filling);
        return Builder(parts.form, fonts, parts.filling).write(word);
    } catch (const std::exception& error) {
        return failure("", said("The PDF cannot be written: {}.", error.what()));
    }
}

}  // namespace brindel
