#include "core/targets/pdf/pdf.h"

#include <unicode/normalizer2.h>

#include "core/model/measures.h"
#include "core/targets/handed_out.h"
#include "core/targets/pdf/pdf_fields.h"
#include "core/targets/pdf/pdf_metadata.h"
#include "core/targets/pictures.h"
#include "core/text/icu_text.h"

namespace brindel {
namespace {

using Object = QPDFObjectHandle;
using std::string;

/// A document's head and foot are the same on every page: readers pass over them (ISO 32000, 14.8.2.2.2).
constexpr std::string_view headOrFoot = "/Type /Pagination";

/// A signature that a filler has drawn or typed, as a picture of one (figure) on the page.
string inkOnPage(PdfBuild& b, const Control& c, const Shown& shown, int piece, double height, PaintState& now) {
    const Box place = onSurface(b.form, c.id);
    Drawing ink = drawnControl(b.form, c, shown, {b.book, {}, &b.filling, false, true});
    return markedContentOf(moved(std::move(ink), place.left, place.top + b.bar), b.scale, height, b.ink, now,
                           [&](const Mark&) { return std::optional(piece); });
}

/// The page of a leaf: everything that does not change while it is filled.
void addPage(PdfBuild& b, const Leaf& leaf, std::size_t number) {
    const Extent size = surfaceSize(b.form, leaf.surface);
    const double height = size.height + b.bar;
    Object page = b.pdf.makeIndirectObject(Object::newDictionary());
    page.replaceKey("/Type", Object::newName("/Page"));
    page.replaceKey("/MediaBox", pdfRectangle(0, 0, size.width * b.scale, height * b.scale));
    page.replaceKey("/Resources", b.ink.resources);
    page.replaceKey("/Tabs", Object::newName("/S"));
    page.replaceKey("/StructParents", Object::newInteger(static_cast<long long>(number)));
    b.pages.push_back(page);

    const DrawOptions options{b.book, leaf.turned, &b.filling, true, false};
    auto adorns = [](const Mark&) { return std::optional<int>(); };
    string content;
    PaintState now;
    if (b.bar > 0) content = markedContentOf(drawnTitleBar(b.form, b.book), b.scale, height, b.ink, now, adorns);
    content += markedContentOf(moved(drawnGround(b.form, leaf.surface, options), 0, b.bar), b.scale, height, b.ink, now,
                               adorns, headOrFoot);
    const LeafTags& tags = b.tags[number];
    for (Drawn& one : drawnControls(b.form, leaf.surface, options)) {
        // The lines of one wording are one piece, as long as nothing else is painted between them.
        std::map<std::size_t, int> pieces;
        const auto picture = tags.pictures.find(one.of);
        auto numberOf = [&](const Mark& mark) -> std::optional<int> {
            const auto* words = std::get_if<TextMark>(&mark);
            const bool pictured = std::holds_alternative<ImageMark>(mark) && picture != tags.pictures.end();
            const std::optional<Object> element = words      ? tags.wordsOf(one.of, words->part)
                                                  : pictured ? std::optional(picture->second)
                                                             : std::nullopt;
            if (!element) return std::nullopt;
            auto [at, fresh] = pieces.try_emplace(words ? words->part : 0);
            if (fresh) at->second = b.structure.content(*element, number, page, tags.first.contains(one.of));
            return at->second;
        };
        content += markedContentOf(moved(std::move(one.marks), 0, b.bar), b.scale, height, b.ink, now, numberOf);
        const Control& c = *b.form.find(one.of);
        const auto shown = b.filling.shown.find(one.of);
        const auto drawn = tags.pictures.find(one.of);
        if (c.is().answer().strokes && shown != b.filling.shown.end() && drawn != tags.pictures.end())
            content += inkOnPage(b, c, shown->second, b.structure.content(drawn->second, number, page), height, now);
    }
    page.replaceKey("/Contents", Object::newStream(&b.pdf, content));
    QPDFPageDocumentHelper(b.pdf).addPage(QPDFPageObjectHelper(page), false);
}

string written(PdfBuild& b, const string& owner) {
    // A little larger and quicker than as zlib would have it. It holds for the whole program, so it is said once.
    [[maybe_unused]] static const bool once = (Pl_Flate::setCompressionLevel(2), true);
    PdfTags tags(b.parts, b.structure);
    for (std::size_t i = 0; i < b.leaves.size(); ++i) {
        b.tags.push_back(tags.of(b.leaves[i], i, b.filling.visibility));
        addPage(b, b.leaves[i], i);
    }
    PdfScripts scripts(b);
    PdfFields fields(b, scripts);
    for (std::size_t i = 0; i < b.leaves.size(); ++i) fields.add(b.leaves[i], i);
    b.ink.fonts.typingName(Look{});
    b.ink.fonts.embed();
    fields.finish();
    scripts.finish();
    b.structure.finish();
    addMetadata(b);
    addArchive(b);
    addBookmarks(b, tags.headings());

    QPDFWriter writer(b.pdf);
    writer.setOutputMemory();
    if (owner.empty()) writer.setDeterministicID(true);
    if (!owner.empty()) {
        const Control& form = b.form.root();
        const bool copies = form.yes(Prop::mayCopy), reads = true, assembles = false, annotates = false, fills = true,
                   changes = false, encryptsMetadata = false;
        writer.setR6EncryptionParameters("", owner.c_str(), reads, copies, assembles, annotates, fills, changes,
                                         form.yes(Prop::mayPrint) ? qpdf_r3p_full : qpdf_r3p_none, encryptsMetadata);
    }
    writer.setObjectStreamMode(qpdf_o_generate);
    writer.setCompressStreams(true);
    writer.setMinimumPDFVersion("1.7");
    writer.write();
    auto buffer = writer.getBufferSharedPointer();
    return {reinterpret_cast<const char*>(buffer->getBuffer()), buffer->getSize()};
}

/// The password as viewers prepare what is typed (RFC 4013: NFKC); most words are the same before and after.
Result<string> passwordPrepared(const Secret& owner) {
    constexpr std::size_t mostBytes = 127;
    UErrorCode error = U_ZERO_ERROR;
    auto meant = passwordMeant(owner.text());
    if (!meant) return tl::unexpected(meant.error());
    string word = narrow(icu::Normalizer2::getNFKCInstance(error)->normalize(wide(meant->text()), error));
    if (word.size() > mostBytes)
        return failure(
            "",
            said("The password of a PDF has at most {} bytes: characters that English does not have need two or more.",
                 mostBytes));
    return word;
}

}  // namespace

Result<string> pdfOf(const Form& form, const FontBook& fonts, const Filling* filling, const PdfOptions& options) {
    string word;
    if (options.owner && options.archive)
        return failure("", said("An archive PDF cannot be sealed: it must always open for everybody. Export it "
                                "unsealed, or not for the archive."));
    if (options.owner) {
        auto prepared = passwordPrepared(*options.owner);
        if (!prepared) return tl::unexpected(prepared.error());
        word = std::move(*prepared);
    }
    if (auto pictures = picturesInOrder(form, filling); !pictures) return tl::unexpected(pictures.error());
    try {
        std::optional<Filling> blank;
        if (!filling || options.blank)
            blank = handedOut(form, filling ? *filling : Filling{{}, Visibility::atStart(form)});
        const Spread parts = spread(form, fonts, blank ? &*blank : filling);
        PdfBuild build(form, parts, fonts, options);
        return written(build, word);
    } catch (const std::exception& error) {
        return failure("", said("The PDF cannot be written: {}.", error.what()));
    }
}

}  // namespace brindel
