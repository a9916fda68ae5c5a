// A class put together: what its parts write, and the files that come of it.
#include "core/targets/qt/qt_class.h"

#include <fmt/format.h>

#include <pugixml.hpp>
#include <sstream>

#include "core/order/access_keys.h"
#include "core/targets/qt/qt_parts.h"
#include "core/targets/qt/qt_template.h"
#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"
#include "core/text/typed_moments.h"
#include "core/wording/texts.h"

namespace brindel {
namespace qt {

using std::string;

Writer::Writer(const FormSession& opened, const FontBook& fonts, const ClassChoice& choice)
    : opened_(opened),
      form_(withAllRows(opened.designed())),
      fonts_(fonts),
      choice_(choice),
      language_(form_.root().text(Prop::language)),
      pixels_(measuresFor(form_).pixels),
      work_(dependenceIn(form_)) {
    name = className(form_, choice);
    base = name + "Form";
    file = fileWord(name);
    partsSpace = file + "_parts";
    points_ = textLook().size;
    nameAll();
    for (const char* part : {"Filling", "Marks", "Scale", "asJson"}) use(part);
    writeContainer(rootId);
    writeWork();
    writeRules();
    putTogether();
}

string Writer::tr(const string& text, const string& about) {
    if (text.empty()) return "QString()";
    said_.push_back(text);
    if (known_.insert(text).second) texts_.push_back({text, about});
    return "tr(" + quotedText(text) + ")";
}

string Writer::keyOfBearer(Id id) const {
    const auto at = keys_.find(id);
    return at == keys_.end() ? "" : at->second;
}

Look Writer::textLook() const {
    Control label;
    label.kind = Kind::label;
    return lookOf(form_, label);
}

string Writer::parts() const {
    std::map<string, string> settings = {{"LANGUAGE", language_}, {"POINTS", numberLiteral(points_)}};
    const MomentWords& words = momentWordsOf(language_);
    auto lists = [](const auto& names, int first, int count) {
        string all;
        for (int i = first; i < first + count; ++i) {
            string list;
            for (const auto& [name, number] : names)
                if (number == i && (" " + list + " ").find(" " + name + " ") == string::npos)
                    list += (list.empty() ? "" : " ") + name;
            all += (all.empty() ? "" : ", ") + textLiteral(list);
        }
        return all;
    };
    settings["DATE_ORDER"] = textLiteral(words.order);
    settings["MONTHS"] = lists(words.months, 1, 12);
    settings["DAYS"] = lists(words.days, 0, 7);
    settings["HALVES"] = lists(words.halves, 0, 2);
    settings["HOURS"] = textLiteral(fmt::format("{}", fmt::join(words.hours, " ")));
    settings["PASSED"] = textLiteral(fmt::format("{}", fmt::join(words.passedOver, " ")));
    return fmt::format(
               "// What {}_form.cpp is built of: what is asked, what formulas use, and a few widgets. Written anew by "
               "Brindel.\n",
               file) +
           partsHeader(uses_, partsSpace, settings);
}

namespace {

/// Text into an element. Signs that XML does not have stand by their number, as the format has it.
void putText(pugi::xml_node element, const string& text) {
    string run;
    auto flush = [&] {
        if (!run.empty()) element.append_child(pugi::node_pcdata).set_value(run.c_str());
        run.clear();
    };
    for (const char c : text) {
        const auto sign = static_cast<unsigned char>(c);
        if (sign >= 0x20 || c == '\n' || c == '\t' || c == '\r') {
            run += c;
            continue;
        }
        flush();
        element.append_child("byte").append_attribute("value") = fmt::format("x{:x}", unsigned(sign)).c_str();
    }
    flush();
}

}  // namespace

string Writer::translation(const Writer* other) const {
    // The same class says the same things one after the other, in any language.
    std::map<string, string> known;
    if (other && other->said_.size() == said_.size())
        for (std::size_t i = 0; i < said_.size(); ++i) known.try_emplace(said_[i], other->said_[i]);
    pugi::xml_document document;
    document.append_child(pugi::node_doctype).set_value("TS");
    pugi::xml_node ts = document.append_child("TS");
    ts.append_attribute("version") = "2.1";
    ts.append_attribute("sourcelanguage") = language_.c_str();
    if (other) ts.append_attribute("language") = other->language_.c_str();
    pugi::xml_node context = ts.append_child("context");
    const string whole = choice_.nameSpace.empty() ? base : choice_.nameSpace + "::" + base;
    context.append_child("name").text() = whole.c_str();
    for (const Translated& text : texts_) {
        pugi::xml_node message = context.append_child("message");
        putText(message.append_child("source"), text.source);
        message.append_child("extracomment").text() = text.about.c_str();
        pugi::xml_node translation = message.append_child("translation");
        // What reads the same was perhaps not looked at yet.
        const auto at = known.find(text.source);
        if (at == known.end() || at->second == text.source) translation.append_attribute("type") = "unfinished";
        if (at != known.end()) putText(translation, at->second);
    }
    // What Qt asks a translation for the direction of its windows.
    if (other && other->form_.index()->rightToLeft() != form_.index()->rightToLeft()) {
        pugi::xml_node window = ts.append_child("context");
        window.append_child("name").text() = "QGuiApplication";
        pugi::xml_node message = window.append_child("message");
        message.append_child("source").text() = "QT_LAYOUT_DIRECTION";
        message.append_child("translation").text() = other->form_.index()->rightToLeft() ? "RTL" : "LTR";
    }
    std::ostringstream out;
    document.save(out, "    ", pugi::format_indent | pugi::format_save_file_text, pugi::encoding_utf8);
    return out.str();
}

}  // namespace qt

Result<std::vector<TargetFile>> classOf(const FormSession& opened, const FontBook& fonts, const ClassChoice& choice) {
    if (const Sentence wrong = classMisfit(choice); !wrong.empty()) return failure("", wrong);
    const qt::Writer writer(opened, fonts, choice);
    const std::string& file = writer.file;
    std::vector<TargetFile> files = {{file + "_form.h", writer.written("form.h")},
                                     {file + "_form.cpp", writer.written("form.cpp")},
                                     {file + "_parts.h", writer.parts()},
                                     {file + ".ts", writer.translation()},
                                     {file + ".h", writer.written("own.h"), true},
                                     {file + ".cpp", writer.written("own.cpp"), true},
                                     {"CMakeLists.txt", writer.written("CMakeLists.txt"), true},
                                     {"main.cpp", writer.written("main.cpp"), true}};
    for (const std::string& language : languagesOf(opened.designed())) {
        const auto there = formIn(opened.designed(), language);
        if (!there) continue;
        const FormSession session(*there, opened.today(), opened.minutes());
        const qt::Writer other(session, fonts, choice);
        std::string word = language;
        std::ranges::replace(word, '-', '_');  // as Qt writes languages
        files.push_back({file + "_" + word + ".ts", writer.translation(&other)});
    }
    return files;
}

}  // namespace brindel
