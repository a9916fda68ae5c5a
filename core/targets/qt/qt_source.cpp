// The two files of a class that are written anew, put together from what its parts have written.
#include <fmt/format.h>

#include "core/layout/resizing.h"
#include "core/order/route.h"
#include "core/targets/qt/qt_template.h"
#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"
#include "core/wording/texts.h"

namespace brindel::qt {

using std::string;

string Writer::accessorsDeclared() const {
    string out;
    for (Id id : form_.index()->fields()) {
        const Control& c = *form_.find(id);
        const string type = valueType(c), member = accessor(id);
        const bool plain = type == "bool" || type == "QDate" || type == "QTime" || type.starts_with("std::");
        out += fmt::format("    [[nodiscard]] auto {}() const -> {};\n", member, type);
        if (isShut(c)) continue;
        out += fmt::format("    auto set{}({}value) -> bool;\n", capital(member),
                           plain ? type + " " : "const " + type + " &");
    }
    return out;
}

string Writer::accessorsDefined() const {
    string out;
    for (Id id : form_.index()->fields()) {
        const Control& c = *form_.find(id);
        const string type = valueType(c), member = accessor(id);
        const bool plain = type == "bool" || type == "QDate" || type == "QTime" || type.starts_with("std::");
        string body;
        if (c.is().answer().numeric)
            body = fmt::format(
                "    const auto *held = filling_->{}->heldAs<double>();\n    return held != nullptr ? "
                "std::optional(*held) : std::nullopt;\n",
                member);
        else if (type == "QDate" || type == "QTime")
            body = fmt::format(
                "    const auto *held = filling_->{}->heldAs<{}>();\n    return held != nullptr ? *held : {}();\n",
                member, type, type);
        else if (type == "QStringList")
            body = fmt::format("    return filling_->{}->values();\n", member);
        else
            body =
                fmt::format("    return filling_->{}->json().{}();\n", member, type == "bool" ? "toBool" : "toString");
        out += fmt::format("auto {0}::{1}() const -> {2}\n{{\n{3}}}\n\n", base, member, type, body);
        if (isShut(c)) continue;
        out += fmt::format(
            "auto {0}::set{1}({2}value) -> bool\n{{\n    return "
            "filling_->{3}->take(fx::asJson(value)).isEmpty();\n}}\n\n",
            base, capital(member), plain ? type + " " : "const " + type + " &", member);
    }
    return out;
}

/// How the window behaves: its title and size, where it opens, what it lets go.
string Writer::window() {
    const Control& root = form_.root();
    string out;
    auto line = [&](const string& text) { out += text + "\n"; };
    line(fmt::format("setObjectName({});", textLiteral(root.name)));
    line(fmt::format("setWindowTitle({});", tr(root.text(Prop::title), "title of the window")));
    if (form_.index()->rightToLeft()) line("setLayoutDirection(Qt::RightToLeft);");
    // A form with a font of its own has that; a document its size as well, so that a page keeps its lines.
    if (const Look text = textLook(); !text.family.empty()) {
        line("QFont own = font();");
        line(fmt::format("own.setFamily({});", textLiteral(text.family)));
        if (!form_.isDialog()) line(fmt::format("own.setPointSizeF({});", numberLiteral(text.size)));
        line("setFont(own);");
    }
    if (!form_.isDialog()) return out;
    if (root.yes(Prop::onTop)) line("setWindowFlag(Qt::WindowStaysOnTopHint);");
    if (root.yes(Prop::maximise) && root.yes(Prop::resizable)) line("setWindowFlag(Qt::WindowMaximizeButtonHint);");
    if (root.yes(Prop::blocksHost)) line("setWindowModality(Qt::ApplicationModal);");
    return out;
}

/// The namespace of the class around what stands in it.
static string opened(const string& nameSpace) {
    return nameSpace.empty() ? "" : "namespace " + nameSpace + " {\n";
}
static string closed(const string& nameSpace) {
    return nameSpace.empty() ? "" : "}  // namespace " + nameSpace;
}

/// What the templates ask for.
void Writer::putTogether() {
    const Control& root = form_.root();
    const bool dialog = form_.isDialog();
    const string kind = dialog ? "QDialog" : "QWidget";
    string includes, forward, members, reply, gives, takes, tells, makers, made;
    std::set<string> types;
    form_.controls.each([&](Id id, const Control& c) {
        if (id == rootId || c.is().inGrid || !members_.at(id).ends_with('_')) return;
        types.insert(typeOf(id));
        members += fmt::format("    {} *{} = nullptr;\n", typeOf(id), members_.at(id));
    });
    types.erase("QWidget");
    types.erase(kind);
    for (const string& type : types) forward += "class " + type + ";\n";
    bool grouped = false;
    for (Id id : form_.index()->fields()) {
        const string member = accessor(id), type = valueType(*form_.find(id));
        reply += fmt::format("        {} {}{};\n", type, member, type == "bool" ? " = false" : "");
        gives += fmt::format("        .{0} = {0}(),\n", member);
        if (!isShut(*form_.find(id))) takes += fmt::format("        set{}(reply.{}),\n", capital(member), member);
        grouped = grouped || form_.index()->answerName(id).find('.') != string::npos;
    }
    for (const string& tell : tells_) tells += "    void " + tell + "();\n";
    for (const auto& [function, body] : made_) {
        makers += "    void " + function + "();\n";
        const bool scales = body.find("pixels(") != string::npos;
        made += fmt::format("void {}::{}()\n{{\n{}{}}}\n\n", base, function,
                            scales ? "    const fx::Scale pixels(this);\n\n" : "", indented(body));
    }
    if (!works_.empty()) made += fmt::format("void {}::addFormulas()\n{{\n{}}}\n\n", base, indented(works_));
    if (!rules_.empty()) made += fmt::format("void {}::addRules()\n{{\n{}}}\n\n", base, indented(rules_));
    for (const char* one : {"QDateTime", "QJsonObject", "QMessageBox", "QShowEvent"}) include(one);
    if (dialog && !root.yes(Prop::escapeCloses)) include("QKeyEvent");
    for (const string& one : includes_) includes += "#include <" + one + ">\n";
    string size;
    if (dialog && root.yes(Prop::resizable)) {
        const Extent least = leastSize(form_);
        size = fmt::format(
            "    const fx::Scale pixels(this);\n    setMinimumSize(minimumSizeHint().expandedTo({{{}, {}}}));\n    "
            "resize({}, {});",
            scaled(std::min(least.width, root.box.width)), scaled(std::min(least.height, root.box.height)),
            scaled(root.box.width), scaled(root.box.height));
    } else if (dialog) {
        size = "    layout()->setSizeConstraint(QLayout::SetFixedSize);";
    }
    const Id first = firstStop(form_);
    flags_ = {dialog ? "dialog" : "document", grouped ? "grouped" : "flat"};
    if (!languagesOf(designed()).empty()) flags_.insert("languages");
    if (grouped) use("nested");
    use("replyText");
    if (offers_) flags_.insert("offers");
    if (!works_.empty()) flags_.insert("formulas");
    if (!rules_.empty()) flags_.insert("rules");
    if (dialog && !root.yes(Prop::escapeCloses)) flags_.insert("keepsEscape");
    const string whole = choice_.nameSpace.empty() ? name : choice_.nameSpace + "::" + name;
    const string writeTo = offers_ ? say(Phrase::writeTo, "asked before a letter", {"%1"}) : "",
                 goTo = offers_ ? say(Phrase::goToAddress, "asked before an address is gone to", {"%1"}) : "";
    values_ = {
        {"WRITETO", writeTo},
        {"GOTO", goTo},
        {"TITLE", inComment(calledBy(form_, root))},
        {"FILE", file},
        {"BASE", base},
        {"CLASS", name},
        {"WHOLE", whole},
        {"KIND", kind},
        {"PARTS", partsSpace},
        {"NAME", textLiteral(root.name)},
        {"VERSION", std::to_string(form_.revision)},
        {"OPEN", opened(choice_.nameSpace)},
        {"CLOSE", closed(choice_.nameSpace)},
        {"FORWARD", forward},
        {"REPLY", reply},
        {"ACCESSORS", accessorsDeclared()},
        {"MEMBERS", members},
        {"TELLS", tells},
        {"MAKERS", makers},
        {"INCLUDES", includes},
        {"SENTENCES", indented(sentences(), 6)},
        {"FILLING", indented(filling_)},
        {"LISTS", lists_.empty() ? "" : "namespace {\n" + lists_ + "} // namespace\n"},
        {"WINDOW", indented(window())},
        {"SIZE", size},
        {"MADE", made},
        {"GIVES", gives},
        {"TAKES", takes},
        {"REPLYNAME", takes.empty() ? "/*reply*/" : "reply"},
        {"ACCESS", accessorsDefined()},
        {"FIRST", first != noControl ? fmt::format("        {}->setFocus(Qt::TabFocusReason);", memberOf(first)) : ""}};
}

string Writer::written(std::string_view which) const {
    return filledTemplate(which, values_, flags_);
}

}  // namespace brindel::qt
