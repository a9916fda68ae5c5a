#include "core/targets/reply/openapi.h"

#include "core/file/json_text.h"
#include "core/targets/reply/reply_shape.h"
#include "core/wording/texts.h"

namespace brindel {
namespace {

using std::string;

Json problemAs(const char* what) {
    return {{"description", what},
            {"content", {{"application/problem+json", {{"schema", {{"$ref", "#/components/schemas/problem"}}}}}}}};
}
Json keptAs(const char* what) {
    return {{"description", what},
            {"content", {{"application/json", {{"schema", {{"$ref", "#/components/schemas/kept"}}}}}}}};
}

Json languageChoice(const Form& form) {
    Json one = {{"name", "language"},
                {"in", "query"},
                {"description", "In which the form, and what is wrong with an answer, is read."},
                {"schema", {{"type", "string"}}}};
    Json all = Json::array();
    for (const string& language : languagesOf(form)) all.push_back(language);
    if (!all.empty()) one["schema"]["enum"] = std::move(all);
    return one;
}

Json pageOfForm(const Form& form, const string& name) {
    return {{"get",
             {{"operationId", "page-" + name},
              {"summary", "The page of " + calledBy(form, form.root())},
              {"parameters", Json::array({languageChoice(form)})},
              {"responses",
               {{"200",
                 {{"description", "The form as a web page."},
                  {"content", {{"text/html", {{"schema", {{"type", "string"}}}}}}}}}}}}}};
}

Json taking(const Form& form, const string& name) {
    Json answers = {
        {"200", keptAs("This very reply was there already: its number.")},
        {"201", keptAs("The reply is saved: its number.")},
        {"400", problemAs("What was sent is no reply.")},
        {"403", problemAs("A page from elsewhere sends here that nobody has named.")},
        {"413", problemAs("The reply is too large.")},
        {"415", problemAs("The reply is not JSON, or is compressed.")},
        {"422", problemAs("Some answers are wrong: each is named with its sentence.")},
        {"429", problemAs("Too many replies came from this address. Retry-After says when more are taken.")},
        {"503",
         problemAs("The replies cannot be saved at the moment. Sent again with the same key, it is one reply.")}};
    return {{"post",
             {{"operationId", "reply-" + name},
              {"summary", "Takes a reply to " + calledBy(form, form.root())},
              {"parameters",
               Json::array({languageChoice(form),
                            {{"name", "Idempotency-Key"},
                             {"in", "header"},
                             {"description",
                              "The id of the filling in double quotes. The same reply sent again is the same one."},
                             {"schema", {{"type", "string"}, {"pattern", "^\"[A-Za-z0-9_-]{8,100}\"$"}}}}})},
              {"requestBody",
               {{"required", true},
                {"content", {{"application/json", {{"schema", {{"$ref", "#/components/schemas/reply-" + name}}}}}}}}},
              {"responses", std::move(answers)}}}};
}

}  // namespace

string openApiOf(std::span<const Form* const> forms) {
    Json paths = Json::object(), schemas = Json::object();
    for (const Form* form : forms) {
        const string& name = form->root().name;
        paths["/" + name] = pageOfForm(*form, name);
        paths["/" + name + "/replies"] = taking(*form, name);
        if (auto schema = jsonRead(replySchema(*form))) {
            schema->erase("$schema");
            schema->erase("$comment");
            schemas["reply-" + name] = std::move(*schema);
        }
    }
    paths["/health"] = {
        {"get",
         {{"operationId", "health"},
          {"summary", "Whether replies are taken"},
          {"responses",
           {{"200", {{"description", "Replies are taken."}}}, {"503", problemAs("The store is away.")}}}}}};
    schemas["kept"] = {{"type", "object"},
                       {"properties",
                        {{"reply", {{"type", "integer"}, {"description", "The number of the reply."}}},
                         {"id", {{"type", "string"}, {"description", "The id of the filling."}}}}},
                       {"required", {"reply"}}};
    schemas["problem"] = {
        {"type", "object"},
        {"description", "As RFC 9457 has it."},
        {"properties",
         {{"title", {{"type", "string"}}},
          {"status", {{"type", "integer"}}},
          {"detail", {{"type", "string"}, {"description", "What is wrong and what to do, in the language asked for."}}},
          {"errors",
           {{"type", "array"},
            {"items",
             {{"type", "object"},
              {"properties",
               {{"name", {{"type", "string"}, {"description", "The name of the answer."}}},
                {"pointer", {{"type", "string"}, {"description", "Where it stands in the reply (RFC 6901)."}}},
                {"detail", {{"type", "string"}}}}},
              {"required", {"detail"}}}}}}}},
        {"required", {"title", "status", "detail"}}};
    return jsonText({{"openapi", "3.1.0"},
                     {"info",
                      {{"title", forms.size() == 1 ? "Replies to " + calledBy(*forms[0], forms[0]->root()) : "Replies"},
                       {"version", forms.size() == 1 ? std::to_string(forms[0]->revision) : "1"},
                       {"license", {{"name", "Zero-Clause BSD"}, {"identifier", "0BSD"}}}}},
                     {"servers", Json::array({{{"url", "/"}}})},
                     {"paths", std::move(paths)},
                     {"components", {{"schemas", std::move(schemas)}}}});
}

}  // namespace brindel
