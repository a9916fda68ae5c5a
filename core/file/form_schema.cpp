// The JSON Schema of the form file, made from the table of kinds so that the two cannot differ.
#include "core/file/form_file.h"
#include "core/file/json_text.h"
#include "core/file/scheme_file.h"

namespace brindel {
namespace {

Json typeSchema(const PropertyRow& r) {
    switch (r.type) {
        case Type::yesNo:
            return {{"type", "boolean"}};
        case Type::number:
            return {{"type", "number"}};
        case Type::length:
            return {{"type", "number"}, {"minimum", 0}};
        case Type::whole:
            return {{"type", "integer"}, {"minimum", 0}, {"maximum", long(r.greatest)}};
        case Type::colour: {
            std::string keys;
            for (const DesktopColour& c : desktopColours()) keys += "|" + std::string(c.key);
            return {{"type", "string"}, {"pattern", "^(#[0-9A-Fa-f]{6}" + keys + ")?$"}};
        }
        case Type::columns:
        case Type::choices:
            return {{"$ref", "#/$defs/choices"}};
        case Type::reference:
            return {{"$ref", "#/$defs/id"}};
        case Type::edges:
            return {{"type", "string"}, {"pattern", "^((left|top|right|bottom)( |$))*$"}};
        case Type::image:
            return {{"type", "string"}, {"contentEncoding", "base64"}, {"contentMediaType", "image/png"}};
        case Type::time:
            return {{"type", "string"}, {"pattern", "^(([01][0-9]|2[0-3]):[0-5][0-9])?$"}};
        case Type::oneOf: {
            Json keys = Json::array();
            for (const Token& t : r.tokens) keys.push_back(t.key);
            return {{"enum", keys}};
        }
        case Type::text:
        case Type::longText:
        case Type::style:
        case Type::font:
        case Type::date:
        case Type::formula:
            break;
    }
    return {{"type", "string"}};
}

void describe(Json& properties, Prop prop) {
    const PropertyRow& r = row(prop);
    Json one = typeSchema(r);
    one["description"] = r.help;
    properties[std::string(r.key)] = std::move(one);
}

/// What is worked out of a kind, and its rules.
void addRules(Json& properties, const KindRow& kind) {
    Json formulas = Json::object();
    for (Prop prop : kind.props)
        if (takesFormula(prop)) formulas[std::string(row(prop).key)] = {{"type", "string"}};
    properties["formulas"] = {{"type", "object"}, {"properties", formulas}, {"additionalProperties", false}};
    properties["rules"] = {{"type", "array"}, {"maxItems", mostRules}, {"items", {{"$ref", "#/$defs/rule"}}}};
}

Json controlSchema(const KindRow& kind) {
    Json properties = {{"id", {{"$ref", "#/$defs/id"}}},
                       {"kind", {{"const", kind.key}}},
                       {"name", {{"type", "string"}}},
                       {"ownName", {{"type", "boolean"}}}};
    Json required = {"id", "kind"};
    if (kind.boxed) {
        properties["box"] = {{"$ref", "#/$defs/placing"}};
        required.push_back("box");
    }
    for (Prop prop : kind.props) describe(properties, prop);
    addRules(properties, kind);
    properties["silenced"] = {{"$ref", "#/$defs/silenced"}};
    if (!kind.children.empty()) {
        // What has a list of its own holds one kind only: tabs their pages, a table its cells.
        std::string inner = "control";
        for (const KindRow& child : allKinds())
            if (!child.placed && canHold(kind.kind, child.kind)) inner = child.key;
        properties[std::string(kind.children)] = {{"type", "array"}, {"items", {{"$ref", "#/$defs/" + inner}}}};
    }
    return {{"type", "object"}, {"required", required}, {"properties", properties}};
}

/// What there is once, and is spoken of elsewhere in the schema.
Json parts() {
    Json defs = {
        {"id", {{"type", "string"}, {"pattern", "^c[1-9][0-9]*$"}}},
        {"placing",
         {{"description", "left, top, width, height from the container's corner"},
          {"type", "array"},
          {"items", {{"type", "number"}}},
          {"minItems", 4},
          {"maxItems", 4}}},
        {"choices",
         {{"type", "array"},
          {"items",
           {{"anyOf", Json::array({Json{{"type", "string"}},
                                   Json{{"type", "object"},
                                        {"required", {"value", "text"}},
                                        {"properties",
                                         {{"value", {{"type", "string"}}}, {"text", {{"type", "string"}}}}}}})}}}}},
    };
    auto keys = [](const auto& rows) {
        Json all = Json::array();
        for (const auto& one : rows) all.push_back(one.key);
        return all;
    };
    const Json steps = {{"type", "array"}, {"maxItems", mostSteps}, {"items", {{"$ref", "#/$defs/step"}}}};
    defs["step"] = {{"type", "object"},
                    {"required", {"does"}},
                    {"properties",
                     {{"does", {{"enum", keys(allActions())}}},
                      {"on", {{"$ref", "#/$defs/id"}}},
                      {"with", {{"type", "string"}}},
                      {"yes", steps},
                      {"no", steps}}}};
    defs["rule"] = {{"type", "object"},
                    {"required", {"when", "do"}},
                    {"properties",
                     {{"when", {{"enum", keys(allEvents())}}},
                      {"key", {{"type", "string"}}},
                      {"if", {{"type", "string"}}},
                      {"do", steps},
                      {"off", {{"type", "boolean"}}}}}};
    const Json anyText = {{"type", "string"}};
    defs["silenced"] = {{"type", "array"},
                        {"maxItems", mostSilenced},
                        {"items",
                         {{"type", "object"},
                          {"required", {"check", "because"}},
                          {"properties", {{"check", anyText}, {"because", anyText}, {"was", anyText}}}}}};
    Json style = {{"style", {{"type", "string"}}}, {"word", {{"type", "string"}}}};
    for (const PropertyRow& r : allProperties())
        if (isLook(r.prop)) describe(style, r.prop);
    defs["style"] = {{"type", "object"}, {"required", {"style"}}, {"properties", style}};
    return defs;
}

Json kitSchema() {
    return {{"type", "object"},
            {"properties",
             {{"targets", {{"type", "array"}, {"items", {{"type", "string"}}}, {"maxItems", 50}}},
              {"sendTo", {{"type", "string"}, {"maxLength", 2000}}},
              {"store", {{"type", "string"}, {"maxLength", 2000}}},
              {"zip", {{"type", "boolean"}}},
              {"namespace", {{"type", "string"}, {"maxLength", 200}}},
              {"class", {{"type", "string"}, {"maxLength", 64}}},
              {"keepDraft", {{"type", "boolean"}}},
              {"steps", {{"type", "boolean"}}},
              {"languages",
               {{"type", "array"}, {"items", {{"type", "string"}, {"maxLength", 35}}}, {"maxItems", mostLanguages}}}}}};
}

/// What the file has at its root, beside the properties of the form.
Json rootSchema() {
    const Json anyText = {{"type", "string"}};
    return {{"brindel", {{"const", fileVersion}}},
            {"form", {{"enum", {"dialog", "document"}}}},
            {"name", {{"type", "string"}}},
            {"revision", {{"type", "integer"}, {"minimum", 1}}},
            {"size", {{"type", "array"}, {"items", {{"type", "number"}}}, {"minItems", 2}, {"maxItems", 2}}},
            {"nextId", {{"type", "integer"}}},
            {"styles", {{"type", "array"}, {"items", {{"$ref", "#/$defs/style"}}}}},
            {"scheme", schemeSchema()},
            {"kit", kitSchema()},
            {"translations",
             {{"type", "object"},
              {"maxProperties", 50},
              {"additionalProperties",
               {{"type", "object"},
                {"additionalProperties", {{"type", "object"}, {"additionalProperties", {{"type", "string"}}}}}}}}},
            {"seal",
             {{"type", "object"},
              {"required", {"hash", "salt"}},
              {"properties", {{"hash", anyText}, {"salt", anyText}, {"mark", anyText}}}}},
            {"controls", {{"type", "array"}, {"items", {{"$ref", "#/$defs/control"}}}}},
            {"pages", {{"type", "array"}, {"items", {{"$ref", "#/$defs/page"}}}}}};
}

}  // namespace

std::string formSchema() {
    Json defs = parts(), root = rootSchema(), anyControl = Json::array();
    for (const KindRow& kind : allKinds()) {
        if (kind.root) {
            for (Prop prop : kind.props) describe(root, prop);
            addRules(root, kind);
            root["silenced"] = {{"$ref", "#/$defs/silenced"}};
            continue;
        }
        defs[std::string(kind.key)] = controlSchema(kind);
        if (kind.placed) anyControl.push_back({{"$ref", "#/$defs/" + std::string(kind.key)}});
    }
    defs["control"] = {{"oneOf", anyControl}};
    Json schema = {{"$schema", "https://json-schema.org/draft/2020-12/schema"},
                   {"$comment", "SPDX-License-Identifier: 0BSD"},
                   {"title", "Brindel form"},
                   {"type", "object"},
                   {"required", {"brindel", "form", "name"}},
                   {"properties", root},
                   {"$defs", defs}};
    return jsonText(schema);
}

}  // namespace brindel
