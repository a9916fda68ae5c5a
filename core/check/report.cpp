#include "core/check/report.h"

#include <fmt/format.h>

#include <algorithm>
#include <nlohmann/json.hpp>

namespace brindel {
namespace {

using std::string;

string calledInReport(const Form& form, Id id) {
    const Control& c = *form.find(id);
    return c.name.empty() ? "c" + std::to_string(id) : c.name;
}

/// What puts it right: the mend, the ways that a person chooses from, or a person alone.
string fixOf(const CheckRow& check) {
    string all(check.fix);
    for (const Way& way : check.ways)
        if (way.done) all += (all.empty() ? "*one of:* " : " *or* ") + string(way.does);
    return all.empty() ? "by hand" : all;
}

}  // namespace

string findingsJson(const Form& form, const Findings& findings) {
    nlohmann::ordered_json all = {{"form", form.root().name}, {"findings", nlohmann::ordered_json::array()}};
    for (const Finding& f : findings) {
        auto controls = nlohmann::ordered_json::array();
        for (Id id : f.controls) controls.push_back(calledInReport(form, id));
        all["findings"].push_back({{"check", f.check->key},
                                   {"family", familyKey(f.check->family)},
                                   {"gravity", severityKey(f.check->severity)},
                                   {"controls", controls},
                                   {"sentence", f.sentence.text()},
                                   {"mend", f.check->fixed != nullptr},
                                   {"silenced", f.silenced ? nlohmann::ordered_json(*f.silenced) : nullptr}});
    }
    // What is no UTF-8 in a name or wording is replaced, so that the report is always JSON.
    return all.dump(2, ' ', false, nlohmann::json::error_handler_t::replace) + "\n";
}

string findingsText(const Form& form, const Findings& findings) {
    string lines;
    for (const Finding& f : findings) {
        string who;
        for (Id id : f.controls)
            who += (who.empty() ? "" : ", ") + (id == rootId ? string("the form") : calledInReport(form, id));
        const char* how = f.check->fixed ? "" : f.check->ways[0].done ? "  (to choose)" : "  (by hand)";
        lines += fmt::format("{:<6}  {}: {}{}\n", severityKey(f.check->severity), who, f.sentence.text(),
                             f.silenced ? "  (silenced: " + *f.silenced + ")" : how);
    }
    return lines;
}

string checksPage() {
    string page =
        "# Findings\n\nWhat `brindel-cli check` looks for, and what its fixes do. This page is written by `brindel-cli "
        "checks`.\n\n"
        "*must*: the form fails its fillers or its receiver. *should*: it can be improved. *know*: good to know. A "
        "finding that is set aside gets a reason, saved in the file under `silenced`; it comes back when its controls "
        "change.\n\n"
        "`brindel-cli check FORM --json` writes `{\"form\": NAME, \"findings\": [...]}`; a finding has\n\n"
        "| Key | |\n|---|---|\n"
        "| `check` | one of the keys below; the meaning of a key never changes |\n"
        "| `family` | the title of its table below, in small letters |\n"
        "| `gravity` | `must`, `should` or `know` |\n"
        "| `controls` | names (an id such as `c17` for a control without a name; the form's own name for the form), "
        "the "
        "most important first |\n"
        "| `sentence` | what is wrong, in English |\n"
        "| `mend` | `true` if `--mend` puts it right |\n"
        "| `silenced` | the reason why it is set aside, or `null` |\n\n"
        "The exit code is 1 if a *must* is open and not set aside.\n";
    std::optional<CheckFamily> family;
    auto add = [&](const CheckRow& check) {
        if (family != check.family) {
            family = check.family;
            string title(familyKey(check.family));
            title[0] = char(title[0] - 'a' + 'A');
            page += "\n## " + title + "\n\n";
            if (check.family == CheckFamily::targets) page += "Checked for the targets that `--target` names.\n\n";
            page += "| Check | | Why | Fix |\n|---|---|---|---|\n";
        }
        page += fmt::format("| `{}` {} | {} | {} | {} |\n", check.key, check.word, severityKey(check.severity),
                            check.why, fixOf(check));
    };
    for (const CheckRow& check : allChecks()) add(check);
    for (const TargetCheck& one : targetChecks()) add(one.check);
    return page;
}

bool anyMust(const Findings& findings) {
    return std::ranges::any_of(findings,
                               [](const Finding& f) { return !f.silenced && f.check->severity == Severity::must; });
}

}  // namespace brindel
