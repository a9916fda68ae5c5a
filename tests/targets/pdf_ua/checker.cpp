#include "tests/targets/pdf_ua/checker.h"

#include <fmt/format.h>
#include <ft2build.h>
#include FT_FREETYPE_H

#include <map>
#include <pugixml.hpp>
#include <set>

namespace brindel::test {
namespace {

using PdfPart = QPDFObjectHandle;
using std::string;

const std::set<string> standardTypes = {
    "/Document", "/Part",      "/Art",     "/Sect",  "/Div",  "/BlockQuote", "/Caption", "/TOC",       "/TOCI",
    "/Index",    "/NonStruct", "/Private", "/P",     "/H",    "/H1",         "/H2",      "/H3",        "/H4",
    "/H5",       "/H6",        "/L",       "/LI",    "/Lbl",  "/LBody",      "/Table",   "/TR",        "/TH",
    "/TD",       "/THead",     "/TBody",   "/TFoot", "/Span", "/Quote",      "/Note",    "/Reference", "/BibEntry",
    "/Code",     "/Link",      "/Annot",   "/Ruby",  "/RB",   "/RT",         "/RP",      "/Warichu",   "/WT",
    "/WP",       "/Figure",    "/Formula", "/Form"};

/// What may hold an element of a type, and what may lie in one (ISO 32000-1, 14.8.4.3).
const std::map<string, std::set<string>> mayLieIn = {{"/TR", {"/Table", "/THead", "/TBody", "/TFoot"}},
                                                     {"/TH", {"/TR"}},
                                                     {"/TD", {"/TR"}},
                                                     {"/THead", {"/Table"}},
                                                     {"/TBody", {"/Table"}},
                                                     {"/TFoot", {"/Table"}},
                                                     {"/LI", {"/L"}},
                                                     {"/LBody", {"/LI"}}};
const std::map<string, std::set<string>> mayHold = {{"/Table", {"/TR", "/THead", "/TBody", "/TFoot", "/Caption"}},
                                                    {"/TR", {"/TH", "/TD"}},
                                                    {"/THead", {"/TR"}},
                                                    {"/TBody", {"/TR"}},
                                                    {"/L", {"/LI", "/Caption", "/L"}},
                                                    {"/LI", {"/Lbl", "/LBody"}}};

string textOf(PdfPart value) {
    return value.isString() ? value.getUTF8Value() : "";
}

class Checker {
  public:
    explicit Checker(QPDF& pdf) : pdf_(pdf), root_(pdf.getRoot()) {}

    std::vector<string> failures() {
        metadata();
        encryption();
        catalogue();
        if (PdfPart tree = root_.getKey("/StructTreeRoot"); tree.isDictionary()) {
            roles(tree);
            if (tree.hasKey("/K")) element(tree.getKey("/K"), "", 0);
        } else {
            fail("01-005", "there is no structure");
        }
        int number = 0;
        for (auto& page : QPDFPageDocumentHelper(pdf_).getAllPages()) this->page(page.getObjectHandle(), ++number);
        fields(root_.getKey("/AcroForm").isDictionary() ? root_.getKey("/AcroForm").getKey("/Fields")
                                                        : PdfPart::newNull());
        embedded();
        return std::move(failures_);
    }

  private:
    QPDF& pdf_;
    PdfPart root_;
    std::vector<string> failures_;
    std::map<QPDFObjGen, std::map<int, string>> marked_;  // of each page: its pieces, and the type of their element
    std::map<QPDFObjGen, string> annotated_;              // annotations, and the type of their element
    int lastHeading_ = 0;
    bool plainHeading_ = false, numberedHeading_ = false;
    std::set<string> notes_;

    void fail(const string& condition, const string& why) { failures_.push_back(condition + " " + why); }
    bool hasLanguage() { return !textOf(root_.getKey("/Lang")).empty(); }

    // ---- 06, 07, 11, 26: what the document says of itself ----

    void metadata() {
        PdfPart stream = root_.getKey("/Metadata");
        if (!stream.isStream()) return fail("06-001", "no metadata");
        const auto data = stream.getStreamData();
        pugi::xml_document xml;
        if (!xml.load_buffer(data->getBuffer(), data->getSize())) return fail("06-001", "metadata that is no XML");
        bool named = false, titled = false;
        struct Walk : pugi::xml_tree_walker {
            bool *named, *titled;
            bool for_each(pugi::xml_node& node) override {
                if (string(node.name()) == "pdfuaid:part" && node.text().as_int() == 1) *named = true;
                if (string(node.name()) == "dc:title" && *node.child("rdf:Alt").child("rdf:li").text().get())
                    *titled = true;
                return true;
            }
        } walk;
        walk.named = &named;
        walk.titled = &titled;
        xml.traverse(walk);
        if (!named) fail("06-002", "no PDF/UA identifier");
        if (!titled) fail("06-003", "no title");
    }
    void encryption() {
        if (!pdf_.isEncrypted()) return;
        PdfPart how = pdf_.getTrailer().getKey("/Encrypt");
        if (!how.getKey("/P").isInteger()) return fail("26-001", "permissions are not said");
        if (!(how.getKey("/P").getIntValue() & (1 << 9))) fail("26-002", "screen readers are locked out");
    }
    void catalogue() {
        PdfPart view = root_.getKey("/ViewerPreferences");
        if (!view.isDictionary() || !view.hasKey("/DisplayDocTitle"))
            fail("07-001", "the title is not shown");
        else if (!view.getKey("/DisplayDocTitle").getBoolValue())
            fail("07-002", "the title is not shown");
        PdfPart mark = root_.getKey("/MarkInfo");
        if (mark.isDictionary() && mark.getKey("/Suspects").isBool() && mark.getKey("/Suspects").getBoolValue())
            fail("01-007", "suspects");
        if (!mark.isDictionary() || !mark.getKey("/Marked").isBool() || !mark.getKey("/Marked").getBoolValue())
            fail("06-002", "the document is not marked");
        if (!hasLanguage()) {
            fail("11-001", "no language for text");
            fail("11-005", "no language for names of fields");
            fail("11-006", "no language for metadata");
            if (root_.hasKey("/Outlines")) fail("11-003", "no language for bookmarks");
        }
        PdfPart form = root_.getKey("/AcroForm");
        if (form.isDictionary() && form.hasKey("/XFA")) fail("25-001", "XFA");
        if (PdfPart optional = root_.getKey("/OCProperties"); optional.isDictionary()) {
            PdfPart config = optional.getKey("/D");
            if (!config.isDictionary() || textOf(config.getKey("/Name")).empty())
                fail("20-001", "a layer without a name");
            if (config.isDictionary() && config.hasKey("/AS")) fail("20-003", "layers that turn by themselves");
        }
    }
    void roles(PdfPart tree) {
        PdfPart map = tree.getKey("/RoleMap");
        if (!map.isDictionary()) return;
        for (const string& type : map.getKeys()) {
            if (standardTypes.contains(type)) fail("02-004", "a standard type is mapped: " + type);
            std::set<string> seen;
            string at = type;
            while (!standardTypes.contains(at)) {
                if (!seen.insert(at).second) {
                    fail("02-003", "a circle of types: " + type);
                    break;
                }
                if (!map.getKey(at).isName()) {
                    fail("02-001", "a type that is mapped to nothing: " + type);
                    break;
                }
                at = map.getKey(at).getName();
            }
        }
    }

    // ---- 02, 09, 13, 14, 15, 17, 19: the structure ----

    string typeOf(PdfPart element) {
        string type = element.getKey("/S").isName() ? element.getKey("/S").getName() : "";
        PdfPart map = root_.getKey("/StructTreeRoot").getKey("/RoleMap");
        for (int i = 0; i < 20 && !standardTypes.contains(type) && map.isDictionary() && map.getKey(type).isName(); ++i)
            type = map.getKey(type).getName();
        return type;
    }

    void element(PdfPart one, const string& holder, int depth) {
        if (depth > 500) return;
        if (one.isArray()) {
            for (PdfPart& kid : one.getArrayAsVector()) element(kid, holder, depth);
            return;
        }
        if (!one.isDictionary() || !one.hasKey("/S")) return;
        const string type = typeOf(one);
        if (!standardTypes.contains(type)) fail("02-001", "a type that is none: " + type);
        if (const auto at = mayLieIn.find(type); at != mayLieIn.end() && !at->second.contains(holder))
            fail(type.starts_with("/L") ? "09-005" : "09-004", type + " in " + holder);
        if (const auto at = mayHold.find(holder); at != mayHold.end() && !at->second.contains(type))
            fail(holder.starts_with("/L") ? "09-005" : "09-004", type + " in " + holder);
        if (type == "/Figure" && textOf(one.getKey("/Alt")).empty() && textOf(one.getKey("/ActualText")).empty())
            fail("13-004", "a picture without words");
        if (type == "/Formula" && textOf(one.getKey("/Alt")).empty()) fail("17-002", "a formula without words");
        if (!hasLanguage() && one.hasKey("/Alt")) fail("11-002", "no language for the words of a picture");
        if (type == "/Note" && !notes_.insert(textOf(one.getKey("/ID"))).second) fail("19-004", "two notes of one ID");
        if (type == "/Note" && textOf(one.getKey("/ID")).empty()) fail("19-003", "a note without an ID");
        heading(type, one);
        if (type == "/TH" && !hasScope(one.getKey("/A"))) fail("15-003", "a heading of a table without a scope");
        pieces(one, type);
        element(one.getKey("/K"), type, depth + 1);
    }
    static bool hasScope(PdfPart attributes) {
        if (attributes.isArray()) {
            for (PdfPart& one : attributes.getArrayAsVector())
                if (hasScope(one)) return true;
            return false;
        }
        return attributes.isDictionary() && attributes.getKey("/Scope").isName();
    }
    void heading(const string& type, PdfPart one) {
        if (type == "/H") plainHeading_ = true;
        if (type.size() == 3 && type[1] == 'H' && type[2] >= '1' && type[2] <= '6') {
            numberedHeading_ = true;
            const int level = type[2] - '0';
            if (lastHeading_ == 0 && level != 1) fail("14-002", "the first heading is " + type);
            if (lastHeading_ > 0 && level > lastHeading_ + 1)
                fail("14-003", type + " after H" + std::to_string(lastHeading_));
            lastHeading_ = level;
        }
        int plain = 0;
        if (PdfPart kids = one.getKey("/K"); kids.isArray())
            for (PdfPart& kid : kids.getArrayAsVector())
                plain += kid.isDictionary() && kid.hasKey("/S") && typeOf(kid) == "/H";
        if (plain > 1) fail("14-006", "two headings H in one element");
        if (plainHeading_ && numberedHeading_) fail("14-007", "both H and H1 …"), plainHeading_ = false;
    }
    /// What of pages and annotations belongs to an element.
    void pieces(PdfPart one, const string& type) {
        PdfPart kids = one.getKey("/K");
        std::vector<PdfPart> all = kids.isArray() ? kids.getArrayAsVector() : std::vector<PdfPart>{kids};
        for (PdfPart& kid : all) {
            if (kid.isInteger()) {
                marked_[one.getKey("/Pg").getObjGen()][int(kid.getIntValue())] = type;
            } else if (kid.isDictionary() && kid.hasKey("/MCID")) {
                PdfPart page = kid.hasKey("/Pg") ? kid.getKey("/Pg") : one.getKey("/Pg");
                marked_[page.getObjGen()][int(kid.getKey("/MCID").getIntValue())] = type;
            } else if (kid.isDictionary() && kid.hasKey("/Obj")) {
                annotated_[kid.getKey("/Obj").getObjGen()] = type;
            }
        }
    }

    // ---- 01, 10, 28, 31: pages ----

    struct Content : QPDFObjectHandle::ParserCallbacks {
        Checker& checker;
        const std::map<int, string>& pieces;
        PdfPart resources;
        int page;
        std::vector<PdfPart> operands;
        std::vector<int> open;  // 1 tagged, 2 an artifact, 0 other
        PdfPart font;
        std::map<string, PdfPart> fonts;
        std::set<string> told;

        Content(Checker& c, const std::map<int, string>& p, PdfPart r, int n)
            : checker(c), pieces(p), resources(r), page(n) {}
        void handleObject(PdfPart object, std::size_t, std::size_t) override {
            if (object.isOperator())
                act(object.getOperatorValue());
            else
                return operands.push_back(object);
            operands.clear();
        }
        void handleEOF() override {}
        bool within(int what) const { return std::ranges::find(open, what) != open.end(); }
        void once(const string& condition, const string& why) {
            if (told.insert(condition + why).second) checker.fail(condition, fmt::format("{} on page {}", why, page));
        }
        void act(const string& name) {
            static const std::set<string> paints = {"f", "F",  "f*", "B", "B*", "b",  "b*", "S",
                                                    "s", "Tj", "TJ", "'", "\"", "Do", "sh", "EI"};
            if (name == "BDC" || name == "BMC") {
                const string tag = operands.empty() || !operands[0].isName() ? "" : operands[0].getName();
                int what = 0;
                if (tag == "/Artifact") {
                    what = 2;
                    if (within(1)) once("01-003", "an artifact in tagged content");
                } else if (operands.size() > 1 && operands[1].isDictionary() && operands[1].hasKey("/MCID")) {
                    const int number = int(operands[1].getKey("/MCID").getIntValue());
                    what = pieces.contains(number) ? 1 : 0;
                    if (!pieces.contains(number)) once("01-005", fmt::format("piece {} belongs to nothing", number));
                    if (within(2)) once("01-004", "tagged content in an artifact");
                }
                open.push_back(what);
            } else if (name == "EMC") {
                if (!open.empty()) open.pop_back();
            } else if (name == "Tf" && operands.size() == 2) {
                font = resources.getKey("/Font").getKey(operands[0].getName());
                checker.fonts_.emplace(font.getObjGen(), std::pair(font, std::set<unsigned>()));
            } else if (paints.contains(name) && !within(1) && !within(2)) {
                once("01-005", "content that is neither tagged nor an artifact (" + name + ")");
            }
            if (name == "TJ" || name == "Tj") {
                std::vector<PdfPart> parts = operands.empty()        ? std::vector<PdfPart>()
                                             : operands[0].isArray() ? operands[0].getArrayAsVector()
                                                                     : std::vector<PdfPart>{operands[0]};
                for (PdfPart& part : parts)
                    if (part.isString() && font.isDictionary()) checker.shown(font, part.getStringValue());
            }
        }
    };
    std::map<QPDFObjGen, std::pair<PdfPart, std::set<unsigned>>> fonts_;  // fonts that something is shown in, and what

    void shown(PdfPart font, const string& bytes) {
        auto& codes = fonts_.at(font.getObjGen()).second;
        if (font.getKey("/Subtype").getName() == "/Type0")
            for (std::size_t i = 0; i + 1 < bytes.size(); i += 2)
                codes.insert(static_cast<unsigned char>(bytes[i]) << 8 | static_cast<unsigned char>(bytes[i + 1]));
        else
            for (char c : bytes) codes.insert(static_cast<unsigned char>(c));
    }

    void page(PdfPart page, int number) {
        Content content(*this, marked_[page.getObjGen()], page.getKey("/Resources"), number);
        QPDFPageObjectHelper(page).parseContents(&content);
        PdfPart annotations = page.getKey("/Annots");
        if (annotations.isArray() && annotations.getArrayNItems() > 0) {
            if (!page.getKey("/Tabs").isName())
                fail("28-008", fmt::format("no order of tabs on page {}", number));
            else if (page.getKey("/Tabs").getName() != "/S")
                fail("28-009", fmt::format("another order of tabs on page {}", number));
            for (PdfPart& one : annotations.getArrayAsVector()) annotation(one, number);
        }
        // What is shown in the appearances of fields.
        for (auto& [generation, used] : std::map(fonts_)) font(used.first, used.second);
        fonts_.clear();
    }
    void annotation(PdfPart one, int page) {
        const string subtype = one.getKey("/Subtype").isName() ? one.getKey("/Subtype").getName() : "";
        const auto element = annotated_.find(one.getObjGen());
        const string type = element == annotated_.end() ? "" : element->second;
        if (subtype == "/TrapNet") fail("28-007", "a TrapNet annotation");
        if (subtype == "/Link" && type != "/Link") fail("28-011", "a link outside of Link");
        if (subtype == "/Link" && textOf(one.getKey("/Contents")).empty()) fail("28-012", "a link without words");
        if (subtype == "/PrinterMark" && !type.empty()) fail("28-017", "a printer's mark in the structure");
        static const std::set<string> known = {"/Link",     "/Widget", "/PrinterMark",    "/TrapNet",  "/Text",
                                               "/FreeText", "/Stamp",  "/FileAttachment", "/Highlight"};
        if (!known.contains(subtype)) fail("28-006", "an annotation of no known kind: " + subtype);
        if (subtype == "/Widget") {
            if (type != "/Form")
                fail("28-010", fmt::format("a widget outside of Form on page {}: {}", page, fieldName(one)));
            if (inherited(one, "/TU").empty()) fail("28-005", "a field without a name: " + fieldName(one));
            if (PdfPart looks = one.getKey("/AP"); looks.isDictionary()) appearance(looks.getKey("/N"), page);
        } else if (known.contains(subtype) && subtype != "/Link" && subtype != "/PrinterMark" &&
                   subtype != "/TrapNet") {
            if (type != "/Annot") fail("28-002", "an annotation outside of Annot");
            if (textOf(one.getKey("/Contents")).empty()) fail("28-004", "an annotation without words");
        }
    }
    static string fieldName(PdfPart field) {
        return field.hasKey("/T")                       ? textOf(field.getKey("/T"))
               : field.getKey("/Parent").isDictionary() ? fieldName(field.getKey("/Parent"))
                                                        : "";
    }
    static string inherited(PdfPart field, const string& key) {
        for (int i = 0; i < 50 && field.isDictionary(); ++i, field = field.getKey("/Parent"))
            if (string text = textOf(field.getKey(key)); !text.empty()) return text;
        return "";
    }
    /// Appearances are not tagged by themselves: what lies in them must not be, and their fonts count.
    void appearance(PdfPart looks, int page) {
        if (!looks.isStream()) {
            if (looks.isDictionary())
                for (const string& state : looks.getKeys()) appearance(looks.getKey(state), page);
            return;
        }
        static const std::map<int, string> none;
        struct Appearance : Content {
            using Content::Content;
            void handleObject(PdfPart object, std::size_t at, std::size_t length) override {
                if (object.isOperator() && (object.getOperatorValue() == "BDC") && operands.size() > 1 &&
                    operands[1].isDictionary() && operands[1].hasKey("/MCID"))
                    checker.fail("30-002", "tagged content in an appearance");
                if (object.isOperator()) open = {2};  // it is the widget's, which is in the structure
                Content::handleObject(object, at, length);
            }
        } content(*this, none, looks.getDict().getKey("/Resources"), page);
        if (looks.getDict().hasKey("/Ref")) fail("30-001", "a reference XObject");
        PdfPart::parseContentStream(looks, &content);
    }

    // ---- fonts ----

    void font(PdfPart font, const std::set<unsigned>& codes) {
        const string name = font.getKey("/BaseFont").isName() ? font.getKey("/BaseFont").getName() : "?";
        if (codes.empty()) return;
        if (!font.getKey("/Subtype").isName() || font.getKey("/Subtype").getName() != "/Type0") {
            PdfPart descriptor = font.getKey("/FontDescriptor");
            if (!descriptor.isDictionary() ||
                !(descriptor.hasKey("/FontFile") || descriptor.hasKey("/FontFile2") || descriptor.hasKey("/FontFile3")))
                fail("31-009", "a font that is not embedded: " + name);
            return;
        }
        PdfPart cid = font.getKey("/DescendantFonts").getArrayItem(0), descriptor = cid.getKey("/FontDescriptor");
        const string encoding = font.getKey("/Encoding").isName() ? font.getKey("/Encoding").getName() : "";
        if (encoding != "/Identity-H" && encoding != "/Identity-V" && !font.getKey("/Encoding").isStream())
            fail("31-006", "a CMap that is none: " + name);
        if (cid.getKey("/Subtype").getName() == "/CIDFontType2") {
            if (!cid.hasKey("/CIDToGIDMap"))
                fail("31-004", "no CIDToGIDMap: " + name);
            else if (PdfPart map = cid.getKey("/CIDToGIDMap");
                     !map.isStream() && !(map.isName() && map.getName() == "/Identity"))
                fail("31-005", "a CIDToGIDMap that is none: " + name);
        }
        PdfPart file = descriptor.isDictionary() ? descriptor.getKey("/FontFile2") : PdfPart::newNull();
        if (descriptor.isDictionary() && !file.isStream()) file = descriptor.getKey("/FontFile3");
        if (!file.isStream()) return fail("31-009", "a font that is not embedded: " + name);
        meanings(font, codes, name);
        program(cid, file, codes, name);
    }
    void meanings(PdfPart font, const std::set<unsigned>& codes, const string& name) {
        if (!font.getKey("/ToUnicode").isStream()) return fail("31-027", "no ToUnicode: " + name);
        const auto data = font.getKey("/ToUnicode").getStreamData();
        const string map(reinterpret_cast<const char*>(data->getBuffer()), data->getSize());
        std::set<unsigned> known;
        for (std::size_t at = map.find("beginbfchar"); at != string::npos; at = map.find("beginbfchar", at + 1)) {
            const std::size_t end = map.find("endbfchar", at);
            for (std::size_t i = map.find('<', at); i < end;) {
                const std::size_t first = map.find('>', i), second = map.find('<', first), last = map.find('>', second);
                known.insert(unsigned(std::stoul(map.substr(i + 1, first - i - 1), nullptr, 16)));
                const string meant = map.substr(second + 1, last - second - 1);
                if (meant == "0000") fail("31-028", "a letter that is U+0000: " + name);
                if (meant == "FEFF" || meant == "FFFE") fail("31-029", "a letter that is none: " + name);
                i = map.find('<', last);
            }
        }
        for (unsigned code : codes)
            if (!known.contains(code)) return fail("10-001", fmt::format("glyph {} of {} says no letter", code, name));
    }
    void program(PdfPart cid, PdfPart file, const std::set<unsigned>& codes, const string& name) {
        const auto data = file.getStreamData();
        FT_Library library = nullptr;
        FT_Face face = nullptr;
        FT_Init_FreeType(&library);
        if (FT_New_Memory_Face(library, data->getBuffer(), FT_Long(data->getSize()), 0, &face) != 0) {
            fail("31-009", "a font program that is broken: " + name);
            FT_Done_FreeType(library);
            return;
        }
        std::map<unsigned, double> widths;
        std::vector<PdfPart> w =
            cid.getKey("/W").isArray() ? cid.getKey("/W").getArrayAsVector() : std::vector<PdfPart>();
        for (std::size_t i = 0; i + 1 < w.size(); i += 2)
            for (int k = 0; w[i + 1].isArray() && k < w[i + 1].getArrayNItems(); ++k)
                widths[unsigned(w[i].getIntValue()) + unsigned(k)] = w[i + 1].getArrayItem(k).getNumericValue();
        for (unsigned code : codes) {
            if (code == 0) fail("31-030", "a letter that the font does not have: " + name);
            if (code >= unsigned(face->num_glyphs) || FT_Load_Glyph(face, code, FT_LOAD_NO_SCALE) != 0) {
                fail("31-011", fmt::format("glyph {} is not in {}", code, name));
                continue;
            }
            const double wide = double(face->glyph->metrics.horiAdvance) * 1000 / face->units_per_EM;
            const double said = widths.contains(code) ? widths[code] : 1000;
            if (std::abs(wide - said) > 1)
                fail("31-016", fmt::format("glyph {} of {} is {} wide, not {}", code, name, wide, said));
        }
        FT_Done_Face(face);
        FT_Done_FreeType(library);
    }

    // ---- fields and files ----

    void fields(PdfPart all) {
        if (!all.isArray()) return;
        for (PdfPart& field : all.getArrayAsVector()) {
            const bool leaf = field.hasKey("/FT");
            if (leaf && inherited(field, "/TU").empty())
                fail("28-005", "a field without a name: " + textOf(field.getKey("/T")));
            if (!leaf) fields(field.getKey("/Kids"));
        }
    }
    void embedded() {
        PdfPart names = root_.getKey("/Names");
        if (!names.isDictionary() || !names.getKey("/EmbeddedFiles").isDictionary()) return;
        PdfPart list = names.getKey("/EmbeddedFiles").getKey("/Names");
        for (int i = 1; list.isArray() && i < list.getArrayNItems(); i += 2)
            if (PdfPart file = list.getArrayItem(i);
                textOf(file.getKey("/F")).empty() || textOf(file.getKey("/UF")).empty())
                fail("21-001", "a file without a name");
    }
};

}  // namespace

std::vector<string> uaFailures(QPDF& pdf) {
    return Checker(pdf).failures();
}

std::vector<string> uaFailures(const string& bytes) {
    QPDF pdf;
    pdf.processMemoryFile("form", bytes.data(), bytes.size());
    return uaFailures(pdf);
}

std::vector<string> uaConditions() {
    return {"01-003", "01-004", "01-005", "01-007", "02-001", "02-003", "02-004", "06-001", "06-002", "06-003",
            "07-001", "07-002", "09-004", "09-005", "10-001", "11-001", "11-002", "11-003", "11-005", "11-006",
            "13-004", "14-002", "14-003", "14-006", "14-007", "15-003", "17-002", "19-003", "19-004", "20-001",
            "20-003", "21-001", "25-001", "26-002", "28-002", "28-004", "28-005", "28-006", "28-007", "28-008",
            "28-009", "28-010", "28-011", "28-012", "28-017", "30-001", "30-002", "31-004", "31-005", "31-006",
            "31-009", "31-011", "31-016", "31-027", "31-028", "31-029", "31-030"};
}

}  // namespace brindel::test
