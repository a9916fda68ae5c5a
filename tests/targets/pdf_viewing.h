// Filling a PDF where its scripts run: a stand-in for a viewer in node, and the interpreter of MuPDF.
#pragma once

#include <nlohmann/json.hpp>

#include "core/targets/pdf/qpdf.h"
#include "tests/support.h"

namespace brindel::test {

using Json = nlohmann::ordered_json;

inline std::string scriptIn(QPDFObjectHandle action) {
    if (!action.isDictionary()) return "";
    QPDFObjectHandle script = action.getKey("/JS");
    if (!script.isStream()) return script.isString() ? script.getUTF8Value() : "";
    const auto data = script.getStreamData();
    return {reinterpret_cast<const char*>(data->getBuffer()), data->getSize()};
}

/// A PDF as its viewer sees it: the fields with their values and scripts, under their whole names.
struct Viewed {
    QPDF pdf;
    std::string bytes;
    Json fields = Json::array(), order = Json::array();
    std::string script, closing;

    explicit Viewed(std::string of) : bytes(std::move(of)) {
        pdf.processMemoryFile("form", bytes.data(), bytes.size());
        QPDFObjectHandle root = pdf.getRoot(), acro = root.getKey("/AcroForm");
        for (auto& field : acro.getKey("/Fields").getArrayAsVector()) add(field, "");
        if (acro.getKey("/CO").isArray())
            for (auto& field : acro.getKey("/CO").getArrayAsVector()) order.push_back(nameOf(field));
        if (root.getKey("/Names").isDictionary())
            script = scriptIn(root.getKey("/Names").getKey("/JavaScript").getKey("/Names").getArrayItem(1));
        if (root.getKey("/AA").isDictionary()) closing = scriptIn(root.getKey("/AA").getKey("/WC"));
    }

    /// What node says each act came to; the first is the opening.
    Json after(const Json& acts, const Day& day = today) const {
        const Folder folder;
        write(folder.file("given.json"), Json{{"fields", fields},
                                              {"order", order},
                                              {"script", script},
                                              {"closing", closing},
                                              {"acts", acts},
                                              {"day", {int(day.year()), unsigned(day.month()), unsigned(day.day())}}}
                                             .dump());
        const std::string command = "node '" + std::string(BRINDEL_SOURCE) + "/tests/targets/pdf_viewer.js' '" +
                                    folder.file("given.json") + "' > '" + folder.file("out") + "' 2> '" +
                                    folder.file("err") + "'";
        if (std::system(command.c_str()) != 0) throw std::runtime_error(textOf(folder.file("err")).substr(0, 2000));
        return Json::parse(textOf(folder.file("out")));
    }

    const Json& field(const std::string& name) const {
        for (const Json& one : fields)
            if (one["name"] == name) return one;
        throw std::runtime_error("no field " + name);
    }
    std::string stateOf(const std::string& name, std::size_t button) const {
        return field(name)["buttons"].at(button)["state"].get<std::string>();
    }

    /// What MuPDF says each act came to, in its own interpreter; the last is what all fields hold, by their labels.
    Json inMuPdf(const Json& acts) const {
        const Folder folder;
        write(folder.file("form.pdf"), bytes);
        Json told = Json::array();
        for (Json act : acts) {
            const Json& f = field(act["field"].get<std::string>());
            act["label"] = f["label"];
            for (const Json& button : f["buttons"])
                if (act["does"] == "tick" && button["state"] == act["value"]) act["label"] = button["label"];
            told.push_back(std::move(act));
        }
        write(folder.file("fill.js"), "var file = " + Json(folder.file("form.pdf")).dump() + ", acts = " + told.dump() +
                                          ";\n" +
                                          textOf(std::string(BRINDEL_SOURCE) + "/tests/targets/mupdf_viewer.js"));
        const std::string command = "mutool run '" + folder.file("fill.js") + "' > '" + folder.file("out") + "' 2> '" +
                                    folder.file("err") + "'";
        if (std::system(command.c_str()) != 0) throw std::runtime_error(textOf(folder.file("err")).substr(0, 2000));
        return Json::parse(textOf(folder.file("out")));
    }

  private:
    static std::string nameOf(QPDFObjectHandle field) {
        const std::string own = field.getKey("/T").getUTF8Value();
        return field.hasKey("/Parent") ? nameOf(field.getKey("/Parent")) + "." + own : own;
    }
    static std::string valueOf(QPDFObjectHandle value) {
        if (value.isName()) return value.getName().substr(1);
        return value.isString() ? value.getUTF8Value() : "";
    }
    void add(QPDFObjectHandle field, const std::string& group) {
        const std::string name =
            group.empty() ? field.getKey("/T").getUTF8Value() : group + "." + field.getKey("/T").getUTF8Value();
        if (!field.hasKey("/FT")) {
            for (auto& kid : field.getKey("/Kids").getArrayAsVector()) add(kid, name);
            return;
        }
        const std::string type = field.getKey("/FT").getName();
        const auto flags = field.hasKey("/Ff") ? field.getKey("/Ff").getIntValue() : 0;
        QPDFObjectHandle widget = field.hasKey("/Kids") ? field.getKey("/Kids").getArrayItem(0) : field;
        Json actions = Json::object();
        for (QPDFObjectHandle of : {field, widget})
            if (of.getKey("/AA").isDictionary())
                for (const auto& key : of.getKey("/AA").getKeys())
                    actions[key.substr(1)] = scriptIn(of.getKey("/AA").getKey(key));
        actions["A"] = scriptIn(widget.getKey("/A"));
        Json value = valueOf(field.getKey("/V"));
        if (field.getKey("/V").isArray()) {
            value = Json::array();
            for (auto& one : field.getKey("/V").getArrayAsVector()) value.push_back(valueOf(one));
        }
        Json buttons = Json::array();
        if (type == "/Btn" && !(flags & (1 << 16)))
            for (QPDFObjectHandle button : field.hasKey("/Kids") ? field.getKey("/Kids").getArrayAsVector()
                                                                 : std::vector<QPDFObjectHandle>{field})
                for (const auto& key : button.getKey("/AP").getKey("/N").getKeys())
                    if (key != "/Off")
                        buttons.push_back({{"state", key.substr(1)}, {"label", button.getKey("/TU").getUTF8Value()}});
        fields.push_back({{"name", name},
                          {"label", field.getKey("/TU").getUTF8Value()},
                          {"buttons", buttons},
                          {"type", type == "/Tx"       ? "text"
                                   : type == "/Sig"    ? "signature"
                                   : type == "/Ch"     ? (flags & (1 << 17) ? "combobox" : "listbox")
                                   : flags & (1 << 16) ? "button"
                                   : flags & (1 << 15) ? "radiobutton"
                                                       : "checkbox"},
                          {"value", value},
                          {"start", valueOf(field.getKey("/DV"))},
                          {"hidden", (widget.getKey("/F").getIntValue() & 2) != 0},
                          {"readOnly", (flags & 1) != 0},
                          {"required", (flags & 2) != 0},
                          {"actions", actions}});
    }
};

}  // namespace brindel::test
