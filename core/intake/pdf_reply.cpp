#include "core/intake/pdf_reply.h"

#include <algorithm>
#include <pugixml.hpp>
#include <qpdf/Pipeline.hh>
#include <set>

#include "core/intake/typed_reply.h"
#include "core/layout/growing.h"
#include "core/layout/spread.h"
#include "core/targets/pdf/pdf_states.h"
#include "core/targets/pdf/qpdf.h"
#include "core/text/encodings.h"
#include "core/text/phrases.h"

namespace brindel {
namespace {

using Object = QPDFObjectHandle;
using std::string;

constexpr std::size_t mostFields = 100'000;
constexpr int deepestName = 100;

/// What a field of the file holds: texts, or the names of states; and what the states of its buttons mean there.
struct Given {
    std::vector<string> texts;
    std::map<string, string> meanings = {};
    string made = {};  // a picture or a signature as Brindel wrote it, where nobody has changed it since
};
using GivenAll = std::map<string, Given>;

struct TooMuch {};
/// A field that a file gives a value twice: nobody can tell which one is meant.
struct GivenTwice {
    string name;
};

/// The bytes of a stream, unpacked: at most so many, since a small file can hold a stream that grows without end. It
/// counts and does not throw, since qpdf takes an exception from within a pipeline for a damaged stream.
constexpr std::size_t mostUnpacked = 64u << 20;
class Unpacked : public Pipeline {
  public:
    Unpacked() : Pipeline("unpacked", nullptr) {}
    void write(unsigned char const* data, std::size_t length) override {
        tooLong = tooLong || bytes.size() + length > mostUnpacked;
        if (!tooLong) bytes.append(reinterpret_cast<const char*>(data), length);
    }
    void finish() override {}
    string bytes;
    bool tooLong = false;
};
string unpacked(Object stream) {
    Unpacked to;
    stream.pipeStreamData(&to, 0, qpdf_dl_generalized, true, false);
    if (to.tooLong) throw std::runtime_error("a part of it is larger than 64 MiB");
    return std::move(to.bytes);
}

string textIn(Object value) {
    if (value.isName()) return value.getName().substr(1);
    if (value.isString()) return value.getUTF8Value();
    if (value.isStream()) return Object::newString(unpacked(value)).getUTF8Value();
    return "";
}

/// The states of buttons that stand for texts of the field's Opt, one a kid (12.7.5.2.3).
std::map<string, string> meaningsOf(Object field) {
    std::map<string, string> meanings;
    Object options = field.getKey("/Opt");
    if (!options.isArray()) return meanings;
    std::vector<Object> kids = {field};
    if (field.getKey("/Kids").isArray()) kids = field.getKey("/Kids").getArrayAsVector();
    for (std::size_t i = 0; i < kids.size() && int(i) < options.getArrayNItems(); ++i)
        if (Object looks = kids[i].getKey("/AP"); looks.isDictionary() && looks.getKey("/N").isDictionary())
            for (const string& state : looks.getKey("/N").getKeys())
                if (state != "/Off") meanings[state.substr(1)] = textIn(options.getArrayItem(int(i)));
    return meanings;
}

/// What Brindel has kept with a field for which viewers have no value.
string madeIn(Object field) {
    Object made = field.getKey("/BrindelMade"), look = field.getKey("/BrindelLook");
    if (!made.isString()) return "";
    Object shown = field.getKey("/AP").isDictionary() ? field.getKey("/AP").getKey("/N") : Object::newNull();
    const bool signature = field.getKey("/FT").isName() && field.getKey("/FT").getName() == "/Sig";
    const bool same = look.isIndirect() && shown.isIndirect() && look.getObjGen() == shown.getObjGen();
    return signature || same ? made.getUTF8Value() : "";
}

void gather(Object field, const string& group, int depth, std::set<QPDFObjGen>& seen, GivenAll& all, bool once) {
    if (depth > deepestName || all.size() > mostFields) throw TooMuch();
    if (!field.isDictionary() || (field.isIndirect() && !seen.insert(field.getObjGen()).second)) return;
    const string own = field.getKey("/T").isString() ? field.getKey("/T").getUTF8Value() : "";
    const string name = group.empty() ? own : own.empty() ? group : group + "." + own;
    if (string made = madeIn(field); !made.empty()) all[name].made = std::move(made);
    if (!own.empty()) all.try_emplace(name);
    if (field.hasKey("/V")) {
        Given& given = all[name];
        if (once && !given.texts.empty()) throw GivenTwice{name};
        Object value = field.getKey("/V");
        if (value.isArray())
            for (Object& one : value.getArrayAsVector()) given.texts.push_back(textIn(one));
        else if (value.isDictionary())
            given.texts.push_back("");  // a signature
        else
            given.texts.push_back(textIn(value));
        given.meanings = meaningsOf(field);
    }
    if (Object kids = field.getKey("/Kids"); kids.isArray())
        for (Object& kid : kids.getArrayAsVector())
            if (kid.isDictionary() && kid.hasKey("/T")) gather(kid, name, depth + 1, seen, all, once);
}

void gather(const pugi::xml_node& node, const string& group, int depth, GivenAll& all) {
    if (depth > deepestName || all.size() > mostFields) throw TooMuch();
    for (const pugi::xml_node& field : node.children("field")) {
        const string own = field.attribute("name").as_string(), name = group.empty() ? own : group + "." + own;
        Given& given = all[name];
        if (field.child("value")) {
            if (!given.texts.empty()) throw GivenTwice{name};
            for (const pugi::xml_node& value : field.children("value"))
                given.texts.emplace_back(value.text().as_string());
        }
        gather(field, name, depth + 1, all);
    }
}

bool isPdfOrFdf(std::string_view bytes) {
    return bytes.starts_with("%PDF-") || bytes.starts_with("%FDF-");
}

/// The fields of a file, and the form that it says it is of.
struct File {
    GivenAll fields;  // all that there are, with values or without
    string form;
    int version = 0;
    string filled = {};
};

Result<File> fileFrom(const string& bytes) {
    File file;
    try {
        if (!isPdfOrFdf(bytes)) {
            const auto text = textFromBytes(bytes);
            if (!text) return tl::unexpected(text.error());
            pugi::xml_document xml;
            if (const auto read = xml.load_buffer(text->data(), text->size(), pugi::parse_default, pugi::encoding_utf8);
                !read)
                return failure(
                    "", said("The file is not an XFDF that can be read: character {} is wrong.", int(read.offset) + 1));
            const pugi::xml_node fields = xml.child("xfdf").child("fields");
            if (!fields) return failure("", said("The file has no fields of a form."));
            gather(fields, "", 0, file.fields);
            return file;
        }
        QPDF pdf;
        pdf.setSuppressWarnings(true);
        string whole = bytes;
        // An FDF is made as a PDF is, but for its first line; it has no table of where its objects are.
        const bool fdf = whole.starts_with("%FDF-");
        if (fdf) whole.replace(0, 5, "%PDF-");
        pdf.processMemoryFile("reply", whole.data(), whole.size());
        Object root = pdf.getRoot(), form = root.getKey(fdf ? "/FDF" : "/AcroForm");
        if (!form.isDictionary() || !form.getKey("/Fields").isArray())
            return failure("", said("The file has no fields of a form."));
        std::set<QPDFObjGen> seen;
        for (Object& field : form.getKey("/Fields").getArrayAsVector()) gather(field, "", 0, seen, file.fields, fdf);
        if (Object info = pdf.getTrailer().getKey("/Info");
            info.isDictionary() && info.getKey("/BrindelForm").isString()) {
            file.form = info.getKey("/BrindelForm").getUTF8Value();
            file.version =
                info.getKey("/BrindelVersion").isInteger() ? info.getKey("/BrindelVersion").getIntValueAsInt() : 0;
            if (info.getKey("/BrindelFilled").isString()) file.filled = info.getKey("/BrindelFilled").getUTF8Value();
        }
        return file;
    } catch (const GivenTwice& field) {
        return failure(field.name, said("This field has two values in the file. Remove one of them."));
    } catch (const TooMuch&) {
        return failure("", said("The file has more than 100,000 fields, or names more than 100 deep."));
    } catch (const QPDFExc& error) {
        if (error.getErrorCode() == qpdf_e_password)
            return failure("", said("The file opens only with a password. Save it without one, and read that."));
        return failure("", said("The file is not a PDF or FDF that can be read: {}.", error.getMessageDetail()));
    } catch (const std::exception& error) {
        return failure("", said("The file is not a PDF or FDF that can be read: {}.", string(error.what())));
    }
}

class Reading {
  public:
    Reading(const Form& form, const FontBook& fonts, const GivenAll& given)
        : form_(form), parts_(spread(form, fonts, nullptr)), given_(given) {
        for (const auto& [part, group] : parts_.groupOf)
            if (isFilled(*parts_.form.find(part))) partsOf_[group].push_back(part);
    }

    Answers answers(std::vector<Problem>& refused) {
        Answers all;
        said_ = &refused;
        for (Id id : form_.index()->fields()) {
            const Control& c = *form_.find(id);
            if (c.as<Access>() != Access::open || !c.text(Prop::workedOut).empty()) {
                knows(id);
                continue;
            }
            // A field that is there and empty was left empty, or emptied, whatever the form starts with.
            Answer answer = answerTo(c);
            if (answer != Answer() || (isThere(c) && !refused_.contains(answerName(form_, c))))
                all[answerName(form_, c)] = std::move(answer);
        }
        for (const auto& [name, value] : given_) {
            const Control* known = parts_.form.named(name);
            if (known_.contains(name) || (known && known->is().pressed) || value.texts.empty()) continue;
            refused.push_back({name, asSaid(phrase(Phrase::noSuchField, form_.root().text(Prop::language)))});
        }
        return all;
    }

  private:
    const Form& form_;
    Spread parts_;
    const GivenAll& given_;
    std::map<Id, std::vector<Id>> partsOf_;
    std::set<string> known_;
    std::set<string> refused_;
    std::vector<Problem>* said_ = nullptr;

    void knows(Id id) {
        known_.insert(answerName(form_, *form_.find(id)));
        for (Id part : partsOf_[id]) known_.insert(answerName(parts_.form, *parts_.form.find(part)));
    }
    const Given* givenTo(const string& name) {
        known_.insert(name);
        const auto at = given_.find(name);
        return at == given_.end() || at->second.texts.empty() ? nullptr : &at->second;
    }
    bool isThere(const Control& c) const {
        const auto parts = partsOf_.find(c.id);
        return given_.contains(answerName(form_, c)) ||
               (parts != partsOf_.end() && std::ranges::any_of(parts->second, [&](Id part) {
                    return given_.contains(answerName(parts_.form, *parts_.form.find(part)));
                }));
    }
    /// The button of a question that is on: by its state, by what the state means in the file, by its value.
    std::optional<std::size_t> buttonOn(const string& name, const std::vector<Id>& buttons) {
        const Given* given = givenTo(name);
        if (!given) return std::nullopt;
        const string& state = given->texts.front();
        if (state.empty() || state == "Off") return std::nullopt;
        const auto meant = given->meanings.find(state);
        for (std::size_t i = 0; i < buttons.size(); ++i) {
            const Control& one = *parts_.form.find(buttons[i]);
            if (meant != given->meanings.end() ? valueWhenOn(one) == meant->second : stateOf(parts_.form, one) == state)
                return i;
        }
        for (std::size_t i = 0; i < buttons.size(); ++i)
            if (valueWhenOn(*parts_.form.find(buttons[i])) == state) return i;
        return std::nullopt;
    }

    Answer answerTo(const Control& c) {
        const string name = answerName(form_, c);
        switch (c.is().answers) {
            case AnswerType::tick: {
                const Given* given = givenTo(name);
                if (!given) return {};
                return !given->texts.front().empty() && given->texts.front() != "Off";
            }
            case AnswerType::question: {
                const std::vector<Id> buttons = radioGroupOf(form_, c);
                if (const auto on = buttonOn(name, buttons)) return valueWhenOn(*form_.find(buttons[*on]));
                return {};
            }
            case AnswerType::picks:
                return c.is().spreads ? groupAnswer(c, name) : listAnswer(c, name);
            default: {
                if (c.is().answer().drawn) {
                    givenTo(name);
                    const auto at = given_.find(name);
                    return at == given_.end() || at->second.made.empty() ? Answer() : Answer(at->second.made);
                }
                const Given* given = givenTo(name);
                if (!given || given->texts.front().empty()) return {};
                const auto answer = readTyped(form_, c, given->texts.front());
                if (answer) return *answer;
                refused_.insert(name);
                said_->push_back(answer.error());
                return {};
            }
        }
    }

    Answer listAnswer(const Control& c, const string& name) {
        const Given* given = givenTo(name);
        std::vector<string> lines;
        for (const string& text : given ? given->texts : std::vector<string>())
            if (!text.empty()) lines.push_back(text);
        if (lines.empty()) return {};
        return takesSeveral(c) ? Answer(lines) : Answer(lines.front());
    }

    Answer groupAnswer(const Control& c, const string& name) {
        std::vector<Id> buttons;
        string other;
        for (Id part : partsOf_[c.id]) {
            const Control& one = *parts_.form.find(part);
            if (!one.is().answer().free)
                buttons.push_back(part);
            else if (const Given* given = givenTo(answerName(parts_.form, one)))
                other = given->texts.front();
        }
        auto valueAt = [&](std::size_t i) { return i < c.choices().size() ? c.choices()[i].value : other; };
        if (!takesSeveral(c)) {
            const auto on = buttonOn(name, buttons);
            return on ? Answer(valueAt(*on)) : Answer();
        }
        std::vector<string> lines;
        for (std::size_t i = 0; i < buttons.size(); ++i) {
            const Given* given = givenTo(answerName(parts_.form, *parts_.form.find(buttons[i])));
            if (given && !given->texts.front().empty() && given->texts.front() != "Off") lines.push_back(valueAt(i));
        }
        return lines.empty() ? Answer() : Answer(lines);
    }
};

/// The form with the rows that the filler has added, as far as fields of a file are in them.
Form grownFor(Form form, const GivenAll& given) {
    std::vector<Id> tables;
    form.controls.each([&](Id id, const Control& c) {
        if (c.is().grid && c.number(Prop::rowsMost) > c.number(Prop::rows)) tables.push_back(id);
    });
    for (const auto& [name, value] : given) {
        if (tables.empty()) break;
        if (form.named(name)) continue;
        for (Id table : tables) {
            const int rows = rowsUntil(form, table, name);
            for (int i = 0; i < rows && takesRow(form, table); ++i) form = rowAdded(form, table);
            if (rows > 0) break;
        }
    }
    return form;
}

}  // namespace

Result<string> formFileIn(const string& bytes) {
    try {
        QPDF pdf;
        pdf.setSuppressWarnings(true);
        pdf.processMemoryFile("archive", bytes.data(), bytes.size());
        Object names = pdf.getRoot().getKey("/Names");
        Object list = names.isDictionary() && names.getKey("/EmbeddedFiles").isDictionary()
                          ? names.getKey("/EmbeddedFiles").getKey("/Names")
                          : Object::newNull();
        for (int i = 1; list.isArray() && i < list.getArrayNItems(); i += 2) {
            Object file = list.getArrayItem(i);
            if (!file.isDictionary() || !file.getKey("/UF").isString() || !file.getKey("/EF").isDictionary()) continue;
            Object stream = file.getKey("/EF").getKey("/F");
            if (!file.getKey("/UF").getUTF8Value().ends_with(".brindel") || !stream.isStream()) continue;
            return unpacked(stream);
        }
        return failure("", said("The PDF contains no form. One that is exported with --archive does."));
    } catch (const std::exception& error) {
        return failure("", said("The file is not a PDF that can be read: {}.", string(error.what())));
    }
}

bool looksLikePdfReply(std::string_view bytes) {
    for (std::string_view start : {std::string_view("%PDF-"), std::string_view("%FDF-"), std::string_view("<"),
                                   std::string_view("\xEF\xBB\xBF<"), std::string_view("\xFF\xFE<\0", 4),
                                   std::string_view("\xFE\xFF\0<", 4), std::string_view("\0<", 2)})
        if (bytes.starts_with(start)) return true;
    return false;
}

Result<ReadReply> replyFromPdf(const Form& form, const FontBook& fonts, const string& bytes) {
    auto file = fileFrom(bytes);
    if (!file) return tl::unexpected(file.error());
    ReadReply read;
    read.reply.form = file->form;
    read.reply.version = file->version;
    read.reply.filled = file->filled;
    const string& mine = form.root().name;
    if (!file->form.empty() && file->form != mine)
        return failure("", asSaid(phrase(Phrase::otherForm, form.root().text(Prop::language), {file->form, mine})));
    const Form grown = grownFor(form, file->fields);
    read.reply.values = Reading(grown, fonts, file->fields).answers(read.refused);
    return read;
}

}  // namespace brindel
