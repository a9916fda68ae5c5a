#include "core/intake/document_reply.h"

#include <algorithm>
#include <set>

#include "core/answers/picture_data.h"
#include "core/intake/document_parts.h"
#include "core/intake/typed_reply.h"
#include "core/layout/growing.h"
#include "core/targets/flow/flow.h"
#include "core/targets/flow/flow_content.h"
#include "core/targets/odf/odt.h"
#include "core/targets/ooxml/docx.h"
#include "core/text/phrases.h"
#include "core/wording/texts.h"

namespace brindel {
namespace {

using std::string;

/// Rows that fillers repeat beyond these are reported, and left out.
constexpr std::size_t mostRepeated = 1000;

/// What a document holds, and what its properties are.
struct Document {
    flow::Content content;
    flow::Marks marks;
    string language;
    std::map<string, string> pictures;  // by their relation, PNG in base64
};

Result<Document> docxFrom(ZipParts& zip) {
    Document document;
    pugi::xml_document xml;
    const string main = docxMainPart(zip);
    if (auto is = readXml(zip, main, xml); !is) return tl::unexpected(is.error());
    document.content = flow::docxContent(xml);
    if (pugi::xml_document own; zip.has("docProps/custom.xml") && readXml(zip, "docProps/custom.xml", own))
        for (const pugi::xml_node& one : own.document_element().children()) {
            const string value = one.first_child().text().get();
            flow::takeProperty(document.marks, one.attribute("name").value(), value);
        }
    if (pugi::xml_document core; zip.has("docProps/core.xml") && readXml(zip, "docProps/core.xml", core))
        document.language = core.document_element().child("dc:language").text().get();
    const string folder = main.substr(0, main.find_last_of('/') == string::npos ? 0 : main.find_last_of('/'));
    const string file = main.substr(folder.empty() ? 0 : folder.size() + 1);
    const string relations = (folder.empty() ? "" : folder + "/") + "_rels/" + file + ".rels";
    std::set<string> wanted;
    for (const flow::Part& part : document.content.parts) wanted.insert(part.picture);
    if (pugi::xml_document all; zip.has(relations) && readXml(zip, relations, all))
        for (const pugi::xml_node& one : all.document_element().children()) {
            const string id = one.attribute("Id").value();
            // Nothing is fetched from elsewhere.
            if (!wanted.contains(id) || string(one.attribute("TargetMode").value()) == "External") continue;
            if (auto bytes = zip.part(partAt(folder, one.attribute("Target").value())))
                document.pictures[id] = toBase64(*bytes);
        }
    return document;
}

Result<Document> odtFrom(ZipParts& zip) {
    Document document;
    pugi::xml_document xml;
    if (auto is = readXml(zip, odtMain, xml); !is) return tl::unexpected(is.error());
    document.content = flow::odtContent(xml);
    if (pugi::xml_document meta; zip.has("meta.xml") && readXml(zip, "meta.xml", meta)) {
        document.language = meta.document_element().first_child().child("dc:language").text().get();
        for (const pugi::xml_node& one : meta.document_element().first_child().children("meta:user-defined"))
            flow::takeProperty(document.marks, one.attribute("meta:name").value(), one.text().get());
    }
    return document;
}

Result<Document> documentFrom(const string& bytes) {
    auto zip = ZipParts::opened(bytes);
    if (!zip) return tl::unexpected(zip.error());
    if (zip->has(odtMain)) return odtFrom(*zip);
    return docxFrom(*zip);
}

class Answering {
  public:
    Answering(const Form& form, Document& document)
        : form_(form), document_(document), written_(document.marks.parts.begin(), document.marks.parts.end()) {
        growRows();
        nameButtons();
        for (const flow::Part& part : document_.content.parts) {
            auto [at, fresh] = parts_.try_emplace(part.name, &part);
            if (!fresh && !isSame(*at->second, part)) twice_.insert(part.name);
        }
    }

    ReadReply made() {
        ReadReply read;
        said_ = &read.refused;
        for (Id id : form_.index()->fields()) {
            const Control& c = *form_.find(id);
            const std::vector<flow::Inline> parts = flow::partsOf(form_, c);
            std::vector<string> names;
            for (const flow::Inline& part : parts) names.push_back(flow::partName(form_, part));
            known_.insert(names.begin(), names.end());
            if (c.as<Access>() != Access::open || !c.text(Prop::workedOut).empty()) continue;
            const string name = answerName(form_, c);
            if (std::ranges::any_of(names, [&](const string& one) { return twice_.contains(one); })) {
                refuse(name, said("This field is in the document twice, with two answers. Remove one of them."));
                continue;
            }
            // Buttons of a question have the question's own name in an ODT.
            const auto isThere = [&](const string& one) { return parts_.contains(one); };
            const auto isGone = [&](const string& one) { return written_.contains(one) && !isThere(one); };
            if (std::ranges::none_of(names, isThere)) {
                if (std::ranges::any_of(names, isGone) || written_.contains(name))
                    refuse(name, said("This field is no longer in the document."));
                continue;
            }
            if (std::ranges::any_of(names, isGone)) {
                refuse(name, said("Part of this field is no longer in the document."));
                continue;
            }
            if (auto answer = answerTo(c, parts, names)) read.reply.values[name] = std::move(*answer);
        }
        if (tooManyRows_)
            refuse("", said("The document has more than 1,000 rows in a table; the others are left out."));
        for (const auto& [name, part] : parts_)
            if (!known_.contains(name) && !part->text.empty() && !document_.marks.form.empty())
                read.refused.push_back({name, asSaid(phrase(Phrase::noSuchField, form_.root().text(Prop::language)))});
        const string& wording = document_.marks.wording;
        if (!wording.empty() && wording != flow::wordingMark(document_.content.wording))
            refuse("", said("The wording of the document was changed."));
        read.reply.form = document_.marks.form;
        read.reply.version = document_.marks.version;
        return read;
    }

  private:
    Form form_;
    Document& document_;
    std::map<string, const flow::Part*> parts_;
    std::set<string> twice_, known_, written_;
    bool tooManyRows_ = false;
    std::vector<Problem>* said_ = nullptr;

    static bool isSame(const flow::Part& a, const flow::Part& b) {
        return a.text == b.text && a.on == b.on && a.picture == b.picture;
    }
    void refuse(const string& place, Sentence sentence) { said_->push_back({place, std::move(sentence)}); }
    /// Buttons of a question have one name in an ODT, and are told apart by what they stand for.
    void nameButtons() {
        std::map<std::pair<string, string>, string> names;  // by the question's name and the button's value
        std::set<string> asked;
        for (flow::Part& part : document_.content.parts) {
            if (!part.tick || part.text.empty()) continue;
            if (asked.insert(part.name).second) nameButtons(part.name, names);
            const auto at = names.find({part.name, part.text});
            if (at != names.end()) part.name = at->second;
            part.text.clear();
        }
    }
    void nameButtons(const string& question, std::map<std::pair<string, string>, string>& names) const {
        const Control* c = form_.find(form_.index()->answering(question));
        if (!c) return;
        for (const flow::Inline& one : flow::partsOf(form_, *c))
            if (one.what == flow::Inline::What::tick)
                names.emplace(std::pair(question, flow::tickValue(form_, one)), flow::partName(form_, one));
    }

    /// Rows that fillers have repeated carry the names of the row that they were made from: they get those of their
    /// own.
    void growRows() {
        std::map<string, std::size_t> counts;
        for (const flow::Part& part : document_.content.parts)
            if (!part.table.empty()) counts[part.table] = std::max(counts[part.table], part.row);
        std::map<string, Places> places;
        for (const auto& [table, rows] : counts) {
            const Id id = idFrom(table).value_or(noControl);
            const Control* c = form_.find(id);
            if (!c || !c->is().grid) continue;
            tooManyRows_ = tooManyRows_ || rows > mostRepeated;
            for (auto i = std::size_t(c->number(Prop::rows)); i < std::min(rows, mostRepeated) && takesRow(form_, id);
                 ++i)
                form_ = rowAdded(form_, id);
            places[table] = placesIn(id);
        }
        for (flow::Part& part : document_.content.parts) {
            const auto at = places.find(part.table);
            if (at == places.end()) continue;
            const auto hash = part.name.find('#');
            const auto column = at->second.columns.find(part.name.substr(0, hash));
            if (column == at->second.columns.end()) continue;
            const auto own = at->second.names.find({part.row, column->second});
            if (own != at->second.names.end())
                part.name = own->second + (hash == string::npos ? "" : part.name.substr(hash));
        }
    }
    /// Where the fields of a table are: the column of each name, and the name in each row, from 1, and column.
    struct Places {
        std::map<string, std::size_t> columns;
        std::map<std::pair<std::size_t, std::size_t>, string> names;
    };
    Places placesIn(Id id) const {
        Places places;
        const Control& table = *form_.find(id);
        const auto wide = std::max<std::size_t>(1, std::get_if<Choices>(&table.get(Prop::columns))->size());
        for (std::size_t i = 0; i < table.children.size(); ++i) {
            const Control* cell = form_.find(table.children[i]);
            if (!cell || cell->children.empty()) continue;
            const string name = answerName(form_, *form_.find(cell->children.front()));
            places.columns.emplace(name, i % wide);
            places.names.emplace(std::pair(i / wide + 1, i % wide), name);
        }
        return places;
    }

    const flow::Part* partOf(const string& name) const {
        const auto at = parts_.find(name);
        return at == parts_.end() ? nullptr : at->second;
    }
    std::optional<Answer> typed(const Control& c, const flow::Part& part) {
        const string& text = part.text;
        if (text.empty()) return Answer();
        // As programs write it; what is none of these is read as it was typed.
        if (part.exact) {
            if (const auto number = numberFrom(text); number && c.is().answer().numeric) return Answer(*number);
            if (isoDateRead(text.substr(0, 10))) return Answer(text.substr(0, 10));
            if (clockRead(text.substr(0, 5))) return Answer(text.substr(0, 5));
        }
        auto answer = readTyped(form_, c, text);
        if (answer) return *answer;
        said_->push_back(answer.error());
        return std::nullopt;
    }

    std::optional<Answer> answerTo(const Control& c, const std::vector<flow::Inline>& parts,
                                   const std::vector<string>& names) {
        const string name = answerName(form_, c);
        if (c.is().answer().toggled) return Answer(partOf(names.front())->on);
        if (parts.size() == 1 && parts.front().what == flow::Inline::What::picture) {
            const auto at = document_.pictures.find(partOf(name)->picture);
            if (at == document_.pictures.end() || isShownEmpty(at->second)) return Answer();
            if (!pictureSize(at->second)) {
                refuse(name, said("This picture is not a PNG. Put it in as one."));
                return std::nullopt;
            }
            return Answer(at->second);
        }
        if (parts.size() > 1 || parts.front().what == flow::Inline::What::tick) {
            std::vector<string> values;
            for (std::size_t i = 0; i < parts.size(); ++i) {
                const flow::Part* part = partOf(names[i]);
                if (parts[i].what != flow::Inline::What::tick || !part || !part->on) continue;
                const bool other = !c.is().answer().shared && parts[i].choice == c.choices().size();
                const flow::Part* said = other ? partOf(names.back()) : nullptr;
                values.push_back(said ? said->text : flow::tickValue(form_, parts[i]));
            }
            if (values.empty()) return Answer();
            const bool several = !c.is().answer().shared && takesSeveral(c);
            if (!several && values.size() > 1) {
                said_->push_back({name, asSaid(phrase(Phrase::onlyOne, form_.root().text(Prop::language)))});
                return std::nullopt;
            }
            return several ? Answer(values) : Answer(values.front());
        }
        const string& text = partOf(name)->text;
        if (c.is().answers == AnswerType::picks) {
            for (const Choice& choice : c.choices())
                if (choice.text == text || choice.value == text) return Answer(choice.value);
            return text.empty() ? Answer() : Answer(text);
        }
        return typed(c, *partOf(name));
    }
    /// The one point that stands where a picture will be put.
    static bool isShownEmpty(const string& png) {
        const auto size = pictureSize(png);
        return size && size->width == 1 && size->height == 1;
    }
};

}  // namespace

bool looksLikeDocument(const string& bytes) {
    if (!bytes.starts_with("PK\x03\x04")) return false;
    // A ZIP of documents has their names in it as well: what counts are its own parts.
    auto zip = ZipParts::opened(bytes);
    if (!zip) return false;
    return zip->has("[Content_Types].xml") || (zip->has("mimetype") && zip->part("mimetype").value_or("") == odtType);
}

Result<ReadReply> replyFromDocument(const Form& form, const string& bytes) {
    auto document = documentFrom(bytes);
    if (!document) return tl::unexpected(document.error());
    const string& mine = form.root().name;
    if (!document->marks.form.empty() && document->marks.form != mine)
        return failure(
            "", asSaid(phrase(Phrase::otherForm, form.root().text(Prop::language), {document->marks.form, mine})));
    // It is read in the language that it was written in, where the form has that.
    const auto spoken = document->language.empty() || document->language == form.root().text(Prop::language)
                            ? Result<Form>(form)
                            : formIn(form, document->language);
    return Answering(spoken ? *spoken : form, *document).made();
}

Result<string> formFileInDocument(const string& bytes) {
    auto zip = ZipParts::opened(bytes);
    if (!zip) return tl::unexpected(zip.error());
    if (zip->has(odtFormFile)) return zip->part(odtFormFile);
    for (const string& name : zip->names()) {
        if (!name.starts_with("customXml/") || !name.ends_with(".xml")) continue;
        pugi::xml_document xml;
        if (!readXml(*zip, name, xml)) continue;
        const pugi::xml_node root = xml.document_element();
        if (string(root.attribute("xmlns").value()) == docxFormSpace) return fromBase64(root.text().get());
    }
    return failure("", said("The document contains no form. One that is exported with --archive does."));
}

}  // namespace brindel
