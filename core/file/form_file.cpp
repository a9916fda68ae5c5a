#include "core/file/form_file.h"

#include <fmt/format.h>
#include <sodium.h>

#include <cmath>
#include <map>
#include <set>

#include "core/file/json_text.h"
#include "core/file/scheme_file.h"
#include "core/file/whole_file.h"
#include "core/model/looks.h"
#include "core/model/places.h"
#include "core/text/languages.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

/// What is wrong, thrown within this file only: a form is read by deep recursion, and every level would have to hand
/// the same problem up.
struct Bad {
    Problem problem;
};

[[noreturn]] void bad(const string& place, const Sentence& sentence) {
    throw Bad{{place, sentence}};
}

double numberAt(const Json& value, const string& place, double most = 1e6) {
    if (!value.is_number()) bad(place, said("A number is expected here."));
    double number = value.get<double>();
    if (!std::isfinite(number) || std::abs(number) > most) bad(place, said("This number is too large."));
    return number;
}

string textAt(const Json& value, const string& place, std::size_t most = 100000) {
    if (!value.is_string()) bad(place, said("Text in quotes is expected here."));
    string text = value.get<string>();
    if (text.size() > most) bad(place, said("This text is too long."));
    return text;
}

Value valueAt(const Json& value, const PropertyRow& r, const string& place) {
    Value result;
    if (r.type == Type::choices || r.type == Type::columns) {
        if (!value.is_array() || value.size() > 100000) bad(place, said("A list of choices is expected here."));
        Choices choices;
        if (r.type == Type::columns && value.size() > mostColumns)
            bad(place, said("A table has at most {} columns.", mostColumns));
        for (std::size_t i = 0; i < value.size(); ++i) {
            const string at = fmt::format("{}[{}]", place, i);
            const Json& one = value[i];
            if (one.is_object()) {
                if (!one.contains("value") || !one.contains("text")) bad(at, said("A choice has a value and a text."));
                choices.push_back({textAt(one["value"], at + ".value"), textAt(one["text"], at + ".text")});
            } else {
                string text = textAt(one, at);
                choices.push_back({text, text});
            }
        }
        result = std::move(choices);
    } else if (r.type == Type::reference) {
        auto id = idFrom(textAt(value, place));
        if (!id) bad(place, said("The id of a control, such as \"c17\", is expected here."));
        result = Reference{*id};
    } else if (value.is_boolean()) {
        result = value.get<bool>();
    } else if (value.is_number()) {
        result = value.get<double>();
    } else if (value.is_string()) {
        result = textAt(value, place, r.type == Type::image ? std::size_t(32) << 20 : 100000);
    } else {
        bad(place, said("A value is expected here, not a list or an object."));
    }
    Sentence wrong = misfit(r.prop, result);
    // A pattern that cannot be read would be blamed on whatever is typed.
    if (r.prop == Prop::pattern && wrong.empty()) wrong = patternMisfit(std::get<string>(result));
    if (!wrong.empty()) bad(place, wrong);
    return result;
}

/// Every reader of an object says which keys it has taken; what is left is kept.
string leftOver(const Json& object, const std::set<string>& taken) {
    Json rest = Json::object();
    for (const auto& [key, value] : object.items())
        if (!taken.contains(key)) rest[key] = value;
    return rest.empty() ? "" : rest.dump(-1, ' ', false, Json::error_handler_t::replace);
}

string digestOf(const Json& file) {
    nlohmann::json all = file;  // this one keeps its keys sorted
    if (all.is_object() && all.contains("seal") && all["seal"].is_object()) all["seal"].erase("mark");
    const string text = all.dump(-1, ' ', false, Json::error_handler_t::replace);
    string digest(32, '\0');
    crypto_generichash(reinterpret_cast<unsigned char*>(digest.data()), digest.size(),
                       reinterpret_cast<const unsigned char*>(text.data()), text.size(), nullptr, 0);
    return digest;
}

class Reader {
  public:
    Form form;

    void read(const Json& file) {
        if (!file.is_object() || !file.contains("brindel")) bad("", said("This is not a Brindel form."));
        string kind = file.contains("form") ? textAt(file["form"], "form") : "";
        if (kind != "dialog" && kind != "document") bad("form", said("\"dialog\" or \"document\" is expected here."));
        const Kind rootKind = *kindFrom(kind);
        form.styles = std::make_shared<Styles>(startingStyles(rootKind));

        Control root;
        root.id = rootId;
        root.kind = rootKind;
        root.name = row(rootKind).prefix;
        std::set<string> taken = {"brindel", "form", "nextId"};
        auto take = [&](const string& key) -> const Json* {
            taken.insert(key);
            return file.contains(key) ? &file[key] : nullptr;
        };
        if (const Json* name = take("name")) root.name = textAt(*name, "name", 200);
        if (const Json* revision = take("revision"))
            form.revision = int(std::clamp(numberAt(*revision, "revision", mostRevisions), 1.0, double(mostRevisions)));
        root.box = {0, 0, row(rootKind).inDialog.width, row(rootKind).inDialog.height};
        if (const Json* size = take("size")) {
            if (!size->is_array() || size->size() != 2) bad("size", said("Width and height are expected here."));
            root.box.width = std::max(1.0, numberAt((*size)[0], "size[0]"));
            root.box.height = std::max(1.0, numberAt((*size)[1], "size[1]"));
            if (root.box.width > mostDialog || root.box.height > mostDialog)
                bad("size", said("A dialog is at most {} px wide and high.", int(mostDialog)));
        }
        properties(file, root, "", taken);
        rules(file, root, "", taken);
        silenced(file, root, "", taken);
        if (const Json* styles = take("styles")) readStyles(*styles);
        if (const Json* json = take("scheme")) {
            auto scheme = schemeFrom(*json, "scheme");
            if (!scheme) throw Bad{scheme.error()};
            form.scheme = std::make_shared<const Scheme>(std::move(*scheme));
        }
        if (const Json* kit = take("kit")) form.kit = kitAt(*kit);
        if (const Json* all = take("translations")) form.translations = translationsAt(*all);
        if (const Json* seal = take("seal")) form.seal = sealAt(*seal);
        const string list(row(rootKind).children);
        const Json* children = take(list);
        form.controls = form.controls.with(rootId, std::make_shared<Control>(root));
        if (children) root.children = controls(*children, rootId, rootKind, list, 1);
        if (rootKind == Kind::document && root.children.empty())
            bad("pages", said("A document has at least one page."));
        form.kept = leftOver(file, taken);
        form.controls = form.controls.with(rootId, std::make_shared<Control>(std::move(root)));
        form.next = highest_ + 1;
        if (file.contains("nextId")) {
            double next = numberAt(file["nextId"], "nextId");
            if (next > form.next && next < SharedMap<Control>::capacity) form.next = Id(next);
        }
        form.controls.each([&](Id, const Control& c) {
            if (Id to = c.reference(Prop::labels); to != noControl && !form.find(to))
                bad(paths_[c.id] + ".labels", said("There is no control {} for this label.", idText(to)));
            if (Id to = c.reference(Prop::notice); to != noControl && !form.find(to))
                bad("notice", said("There is no control {} to be the notice.", idText(to)));
            if (Id to = c.reference(Prop::startsIn); to != noControl && !form.find(to))
                bad("startsIn", said("There is no control {} to start in.", idText(to)));
        });
    }

  private:
    Id highest_ = rootId;
    std::map<Id, string> paths_;

    void properties(const Json& object, Control& control, const string& path, std::set<string>& taken) {
        for (Prop prop : row(control.kind).props) {
            const PropertyRow& r = row(prop);
            auto at = object.find(r.key);
            if (at == object.end()) continue;
            taken.insert(string(r.key));
            string place = path.empty() ? string(r.key) : path + "." + string(r.key);
            control.set(prop, valueAt(*at, r, place));
        }
    }

    std::vector<Step> steps(const Json& list, const string& path, std::size_t& count, std::size_t depth) {
        if (!list.is_array()) bad(path, said("A list of steps is expected here."));
        if (depth > mostQuestions) bad(path, said("Questions are nested too deeply."));
        std::vector<Step> all;
        for (std::size_t i = 0; i < list.size(); ++i) {
            const string at = fmt::format("{}[{}]", path, i);
            const Json& one = list[i];
            if (!one.is_object() || !one.contains("does")) bad(at, said("A step needs what it does."));
            if (++count > mostSteps) bad(at, said("A rule has at most {} steps.", mostSteps));
            Step step;
            const string does = textAt(one["does"], at + ".does", 200);
            const auto known = actionFrom(does);
            if (!known) bad(at + ".does", said("This version does not know the step “{}”.", does));
            step.does = *known;
            if (one.contains("on")) {
                const auto on = idFrom(textAt(one["on"], at + ".on", 200));
                if (!on) bad(at + ".on", said("The id of a control, such as \"c17\", is expected here."));
                step.on = *on;
            }
            if (one.contains("with")) step.with = textAt(one["with"], at + ".with");
            if (one.contains("yes")) step.yes = steps(one["yes"], at + ".yes", count, depth + 1);
            if (one.contains("no")) step.no = steps(one["no"], at + ".no", count, depth + 1);
            all.push_back(std::move(step));
        }
        return all;
    }

    void rules(const Json& object, Control& c, const string& path, std::set<string>& taken) {
        const string dot = path.empty() ? "" : path + ".";
        if (const auto at = object.find("formulas"); at != object.end()) {
            taken.insert("formulas");
            if (!at->is_object()) bad(dot + "formulas", said("Properties with their formulas are expected here."));
            for (const auto& [key, formula] : at->items()) {
                const auto prop = propFrom(key);
                if (!prop || !has(c.kind, *prop) || !takesFormula(*prop))
                    bad(dot + "formulas", said("“{}” of a {} is not worked out.", key, wordPart(row(c.kind).word)));
                c.formulas.set(*prop, textAt(formula, dot + "formulas." + key));
            }
        }
        const auto at = object.find("rules");
        if (at == object.end()) return;
        taken.insert("rules");
        if (!at->is_array() || at->size() > mostRules)
            bad(dot + "rules", said("A list of at most {} rules is expected here.", mostRules));
        for (std::size_t i = 0; i < at->size(); ++i) {
            const string place = fmt::format("{}rules[{}]", dot, i);
            const Json& one = (*at)[i];
            if (!one.is_object() || !one.contains("when") || !one.contains("do"))
                bad(place, said("A rule needs its event and what it does."));
            Rule rule;
            const string when = textAt(one["when"], place + ".when", 200);
            const auto event = eventFrom(when);
            if (!event) bad(place + ".when", said("This version does not know “{}”.", when));
            rule.when = *event;
            if (one.contains("key")) rule.key = textAt(one["key"], place + ".key", 200);
            if (one.contains("if")) rule.condition = textAt(one["if"], place + ".if");
            rule.off = one.contains("off") && one["off"].is_boolean() && one["off"].get<bool>();
            std::size_t count = 0;
            rule.steps = steps(one["do"], place + ".do", count, 0);
            rule.kept = leftOver(one, {"when", "key", "if", "do", "off"});
            c.rules.push_back(std::move(rule));
        }
    }

    void silenced(const Json& object, Control& c, const string& path, std::set<string>& taken) {
        const auto at = object.find("silenced");
        if (at == object.end()) return;
        taken.insert("silenced");
        const string place = (path.empty() ? "" : path + ".") + "silenced";
        if (!at->is_array() || at->size() > mostSilenced)
            bad(place, said("A list of at most {} findings is expected here.", mostSilenced));
        for (std::size_t i = 0; i < at->size(); ++i) {
            const string here = fmt::format("{}[{}]", place, i);
            const Json& one = (*at)[i];
            if (!one.is_object() || !one.contains("check") || !one.contains("because"))
                bad(here, said("A finding that is set aside needs its check and a reason."));
            c.silenced.push_back({textAt(one["check"], here + ".check", 200),
                                  textAt(one["because"], here + ".because", 2000),
                                  one.contains("was") ? textAt(one["was"], here + ".was", 200) : ""});
        }
    }

    std::shared_ptr<const Translations> translationsAt(const Json& json) {
        constexpr std::size_t mostTexts = 1000000;
        std::size_t count = 0;
        auto object = [](const Json& one, const string& place, std::size_t most) {
            if (!one.is_object() || one.size() > most)
                bad(place, said("An object of at most {} entries is expected here.", most));
        };
        Translations all;
        object(json, "translations", mostLanguages);
        for (const auto& [language, places] : json.items()) {
            // It becomes part of the names of files.
            if (!isLanguage(language)) bad("translations", said("“{}” is not a language code.", language));
            object(places, "translations." + language, mostTexts);
            LanguageTexts& texts = all[language];
            for (const auto& [place, said_] : places.items()) {
                object(said_, "translations." + language + "." + place, mostTexts);
                for (const auto& [source, target] : said_.items()) {
                    if (++count > mostTexts)
                        bad("translations", said("There are too many texts: {} at most.", mostTexts));
                    texts[place][source] = textAt(target, "translations." + language + "." + place, longestTranslation);
                }
            }
        }
        return std::make_shared<const Translations>(std::move(all));
    }

    std::shared_ptr<const KitChoice> kitAt(const Json& json) {
        if (!json.is_object()) bad("kit", said("An object is expected here."));
        KitChoice kit;
        if (json.contains("targets")) {
            constexpr std::size_t most = 50;
            const Json& targets = json["targets"];
            if (!targets.is_array() || targets.size() > most)
                bad("kit.targets", said("A list of at most {} texts is expected here.", most));
            kit.targets.clear();
            for (const Json& one : targets) kit.targets.push_back(textAt(one, "kit.targets", 100));
        }
        if (json.contains("languages")) {
            const Json& languages = json["languages"];
            if (!languages.is_array() || languages.size() > mostLanguages)
                bad("kit.languages", said("A list of at most {} texts is expected here.", mostLanguages));
            for (const Json& one : languages) kit.languages.push_back(textAt(one, "kit.languages", 35));
        }
        if (json.contains("sendTo")) kit.sendTo = textAt(json["sendTo"], "kit.sendTo", 2000);
        if (json.contains("store")) kit.store = textAt(json["store"], "kit.store", 2000);
        for (const auto& [key, yes] : {std::pair("zip", &kit.zipped), std::pair("keepDraft", &kit.page.keepDraft),
                                       std::pair("steps", &kit.page.steps)})
            if (json.contains(key)) {
                if (!json[key].is_boolean()) bad(string("kit.") + key, said("true or false is expected here."));
                *yes = json[key].get<bool>();
            }
        if (json.contains("namespace")) kit.classNames.nameSpace = textAt(json["namespace"], "kit.namespace", 200);
        if (json.contains("class")) kit.classNames.className = textAt(json["class"], "kit.class", 64);
        kit.kept = leftOver(
            json, {"targets", "sendTo", "store", "zip", "namespace", "class", "keepDraft", "steps", "languages"});
        return std::make_shared<const KitChoice>(std::move(kit));
    }

    /// What is wrong in a seal is no reason not to fill the form: what it is worth, core/seal says.
    static std::shared_ptr<const Seal> sealAt(const Json& json) {
        if (!json.is_object()) return std::make_shared<const Seal>();
        auto text = [&](const char* key) {
            return json.contains(key) && json[key].is_string() ? json[key].get<string>() : string();
        };
        return std::make_shared<const Seal>(
            Seal{text("hash"), text("salt"), text("mark"), leftOver(json, {"hash", "salt", "mark"})});
    }

    void readStyles(const Json& list) {
        if (!list.is_array() || list.size() > 1000) bad("styles", said("A list of styles is expected here."));
        Styles styles;
        for (std::size_t i = 0; i < list.size(); ++i) {
            const string at = fmt::format("styles[{}]", i);
            const Json& one = list[i];
            if (!one.is_object() || !one.contains("style")) bad(at, said("A style with its name is expected here."));
            Style style{textAt(one["style"], at + ".style", 200), "", {}, ""};
            std::set<string> taken = {"style", "word"};
            style.word = one.contains("word") ? textAt(one["word"], at + ".word", 200) : style.key;
            for (const PropertyRow& r : allProperties())
                if (isLook(r.prop) && one.contains(r.key)) {
                    style.look.set(r.prop, valueAt(one[r.key], r, at + "." + string(r.key)));
                    taken.insert(string(r.key));
                }
            style.kept = leftOver(one, taken);
            styles.push_back(std::move(style));
        }
        form.styles = std::make_shared<Styles>(std::move(styles));
    }

    std::vector<Id> controls(const Json& list, Id parent, Kind parentKind, const string& path, int depth) {
        if (!list.is_array()) bad(path, said("A list of controls is expected here."));
        if (depth > 60) bad(path, said("Containers are nested too deeply."));
        std::vector<Id> ids;
        for (std::size_t i = 0; i < list.size(); ++i)
            ids.push_back(control(list[i], parent, parentKind, fmt::format("{}[{}]", path, i), depth));
        return ids;
    }

    Id control(const Json& object, Id parent, Kind parentKind, const string& path, int depth) {
        if (!object.is_object()) bad(path, said("A control is expected here."));
        auto need = [&](const char* key) -> const Json& {
            if (!object.contains(key)) bad(path, said("This control has no \"{}\".", key));
            return object[key];
        };
        Control c;
        auto id = idFrom(textAt(need("id"), path + ".id"));
        if (!id || *id == rootId || *id >= SharedMap<Control>::capacity - 1)
            bad(path + ".id", said("An id such as \"c17\" is expected here."));
        if (form.find(*id)) bad(path + ".id", said("Another control has the id {} already.", idText(*id)));
        c.id = *id;
        c.parent = parent;
        paths_[c.id] = path;
        highest_ = std::max(highest_, c.id);
        string word = textAt(need("kind"), path + ".kind", 200);
        auto kind = kindFrom(word);
        if (!kind || row(*kind).root) bad(path + ".kind", said("This version does not know the kind “{}”.", word));
        c.kind = *kind;
        if (!canHold(parentKind, c.kind)) bad(path + ".kind", said("A {} cannot be here.", wordPart(row(c.kind).word)));
        std::set<string> taken = {"id", "kind", "name", "ownName", "box", "controls", "pages", "cells"};
        if (object.contains("name")) c.name = textAt(object["name"], path + ".name", 200);
        if (object.contains("ownName")) c.ownName = object["ownName"].is_boolean() && object["ownName"].get<bool>();
        if (row(c.kind).boxed) {
            const Json& box = need("box");
            if (!box.is_array() || box.size() != 4)
                bad(path + ".box", said("Left, top, width and height are expected here."));
            double part[4];
            for (std::size_t i = 0; i < 4; ++i) part[i] = numberAt(box[i], fmt::format("{}.box[{}]", path, i));
            if (part[2] < 0 || part[3] < 0) bad(path + ".box", said("Width and height are not below 0."));
            c.box = {part[0], part[1], part[2], part[3]};
        }
        properties(object, c, path, taken);
        rules(object, c, path, taken);
        silenced(object, c, path, taken);
        const string list(row(c.kind).children);
        // Known to the form before its children are, so that an id used twice is found.
        form.controls = form.controls.with(c.id, std::make_shared<Control>(c));
        for (const char* other : {"controls", "pages", "cells"})
            if (list != other && object.contains(other))
                bad(path + "." + other, said("A {} cannot contain {}.", wordPart(row(c.kind).word), other));
        if (!list.empty() && object.contains(list)) {
            const string inner = path + "." + list;
            c.children = controls(object[list], c.id, c.kind, inner, depth + 1);
        }
        c.kept = leftOver(object, taken);
        Id made = c.id;
        form.controls = form.controls.with(made, std::make_shared<Control>(std::move(c)));
        return made;
    }
};

}  // namespace

string contentSum(const string& bytes) {
    string sum(32, '\0');
    crypto_generichash(reinterpret_cast<unsigned char*>(sum.data()), sum.size(),
                       reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size(), nullptr, 0);
    return sum;
}

string designDigest(const string& text) {
    const auto json = jsonRead(text);
    return json ? digestOf(*json) : "";
}

Result<Opened> readForm(const string& text) {
    if (text.size() > (64u << 20)) return failure("", said("The file is too large for a form."));
    auto json = jsonRead(text);
    if (!json) return tl::unexpected(json.error());
    const bool versioned = json->is_object() && json->contains("brindel") && (*json)["brindel"].is_number_integer();
    const long version = versioned ? (*json)["brindel"].get<long>() : 0;
    try {
        Reader reader;
        if (json->is_object() && json->contains("brindel") && version < 1)
            bad("brindel", said("A version from 1 up is expected here."));
        reader.read(*json);
        Opened opened{std::move(reader.form), {}, {}};
        if (opened.form.seal) opened.digest = digestOf(*json);
        if (version > fileVersion)
            opened.readOnlyBecause =
                said("A newer Brindel made this file. It can be looked at here, but not saved under its own name.");
        return opened;
    } catch (const Bad& wrong) {
        if (version > fileVersion)
            return failure(wrong.problem.place,
                           said("A newer Brindel made this file, and this version cannot read it."));
        return tl::unexpected(wrong.problem);
    } catch (const nlohmann::json::exception&) {
        return failure("", said("This is not a Brindel form."));
    }
}

Result<Opened> openForm(const string& path) {
    auto text = readWhole(path);
    if (!text) return tl::unexpected(text.error());
    auto opened = readForm(*text);
    // An empty place is kept for files that cannot be read at all.
    if (!opened && opened.error().place.empty()) return failure("line 1", opened.error().sentence);
    if (opened) opened->sum = contentSum(*text);
    return opened;
}

}  // namespace brindel
