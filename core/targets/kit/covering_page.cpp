// The covering page of a kit, for people who open it without having asked for it.
#include <fmt/format.h>

#include <algorithm>
#include <map>

#include "core/compare/compare.h"
#include "core/seal/password.h"
#include "core/targets/kit/kit.h"
#include "core/text/markup.h"
#include "core/text/phrases.h"
#include "core/wording/texts.h"

namespace brindel {
namespace {

using std::string;

constexpr std::string_view look = R"(
  body { font: 16px/1.5 Lato, system-ui, sans-serif; color: #23282b; margin: 40px auto; max-width: 760px; padding: 0 24px; }
  h1 { font-size: 26px; line-height: 1.2; margin: 0 0 4px; }
  h2 { font-size: 18px; margin: 32px 0 8px; }
  .under { color: #5d5750; margin: 0 0 24px; }
  table { border-collapse: collapse; width: 100%; }
  th, td { border-bottom: 1px solid #d5cec4; padding: 8px 12px 8px 0; text-align: start; vertical-align: top; }
  th { font-weight: 700; }
  td:first-child { overflow-wrap: anywhere; min-width: 160px; }
  td:last-child, th:last-child { padding-inline-end: 0; text-align: end; white-space: nowrap; }
  a { color: #8c4a1e; }
  code { font-size: 14px; }
  li { margin: 4px 0; }
  @page { size: A4; margin: 18mm; }
  @media print { body { margin: 0; max-width: none; padding: 0; font-size: 10.5pt; } }
)";

string sizeOf(std::size_t bytes) {
    if (bytes < 1024) return fmt::format("{} bytes", bytes);
    return bytes < 1024 * 1024 ? fmt::format("{} kB", (bytes + 512) / 1024)
                               : fmt::format("{:.1f} MB", double(bytes) / (1024 * 1024));
}

string lowered(std::string_view words) {
    string text(words);
    if (!text.empty() && text[0] >= 'A' && text[0] <= 'Z') text[0] = char(text[0] - 'A' + 'a');
    return text;
}

string receiversOf(const Target& target) {
    string all;
    for (Receiver one : target.receivers) {
        const auto word = std::ranges::find(allReceivers(), one, &ReceiverRow::receiver)->word;
        all += all.empty() ? string(word) : ", " + lowered(word);
    }
    return all;
}

string fileRow(const string& name, std::string_view what, std::string_view whom, std::size_t size) {
    const string link = markupText(name);
    return fmt::format("<tr><td><a href=\"{}\">{}</a></td><td>{}</td><td>{}</td><td>{}</td></tr>\n", link, link,
                       markupText(what), markupText(whom), sizeOf(size));
}

string item(const string& words) {
    return "<li>" + words + "</li>\n";
}

/// What is asked: how much of it, and what of it is personal.
string asked(const Form& form) {
    std::size_t required = 0;
    string personal;
    const auto& fields = form.index()->fields();
    for (Id id : fields) {
        const Control& c = *form.find(id);
        required += c.yes(Prop::required);
        if (!has(c.kind, Prop::personal) || !c.yes(Prop::personal)) continue;
        const string& purpose = c.text(Prop::purpose);
        personal += item(markupText(calledBy(form, c)) + (purpose.empty() ? "" : ": " + markupText(purpose)));
    }
    string all =
        fmt::format("<h2>What it asks</h2>\n<p>{} {}; {} must be filled in.</p>\n", fields.size(),
                    fields.size() == 1 ? "question" : "questions", required == 0 ? "none" : std::to_string(required));
    if (personal.empty()) return all + "<p>None is marked as a personal detail.</p>\n";
    return all + "<p>These are personal details, with their purpose:</p>\n<ul>\n" + personal + "</ul>\n";
}

string acceptWord(const Form& form) {
    string word;
    form.controls.each([&](Id, const Control& c) {
        if (c.is().pressed && c.as<ButtonRole>() == ButtonRole::accept && word.empty()) word = c.text(Prop::text);
    });
    return word;
}

/// How this form marks what must be filled in, as a sentence; nothing where it does not, or asks for nothing.
string markedAs(const Form& form) {
    bool any = false;
    form.controls.each(
        [&](Id, const Control& c) { any = any || (has(c.kind, Prop::required) && c.yes(Prop::required)); });
    const string& language = form.root().text(Prop::language);
    const auto marks = form.root().as<RequiredMarks>();
    if (!any || marks == RequiredMarks::none) return "";
    return " Answers that must be given are marked with “" +
           markupText(phrase(marks == RequiredMarks::sign ? Phrase::requiredSign : Phrase::requiredWord, language)) +
           "”.";
}

string howToFill(const Form& form, const KitFile& pdf, const KitOptions& options) {
    const string name = "<code>" + markupText(pdf.name) + "</code>", accept = markupText(acceptWord(form));
    string all = "<h2>How to fill it in and send it back</h2>\n<p>On a screen:</p>\n<ol>\n";
    all += item("Open " + name + " in a PDF viewer, not in the preview of a mail program, and fill it in." +
                markedAs(form));
    const bool sends = !options.sendTo.empty() && !accept.empty();
    const string to = markupText(options.sendTo.starts_with("mailto:") ? options.sendTo.substr(7) : options.sendTo);
    if (sends)
        all +=
            item("Press “" + accept + "” in the form. It shows what is still missing, and then sends the answers to " +
                 to + ". If your viewer does not send them, save the form and send the file there.");
    else if (!accept.empty())
        all += item("Press “" + accept + "” in the form. In most viewers it shows what is still missing.");
    if (!sends)
        all += item("Save it under a new name, and send it " +
                    (to.empty() ? "back to the person who sent it to you." : "to " + to + "."));
    all += "</ol>\n<p>On paper: print it, fill it in in pen, and give it back to the person who gave it to you.</p>\n";
    if (const string& ask = form.root().text(Prop::noticeAsk); !ask.empty())
        all += "<p>Questions: " + markupText(ask) + ".</p>\n";
    return all;
}

/// What has become of the form since it was handed over last.
string whatChanged(const Form& before, const Form& form) {
    const std::vector<Difference> all = differencesOf(before, form);
    string page = fmt::format("<h2>What has changed since version {}</h2>\n", before.revision);
    if (all.empty()) return page + "<p>Nothing.</p>\n";
    constexpr std::size_t most = 60;
    page += "<ul>\n";
    for (std::size_t i = 0; i < std::min(most, all.size()); ++i) page += item(markupText(differenceLine(all[i])));
    page += "</ul>\n";
    if (all.size() > most) page += fmt::format("<p>And {} more.</p>\n", all.size() - most);
    return page;
}

/// Which file is for whom reads another language.
string otherLanguages(const std::vector<KitFile>& files) {
    std::map<string, string> names;
    for (const KitFile& file : files)
        if (!file.language.empty()) {
            string& all = names[languageCalled(file.language)];
            all += (all.empty() ? "<code>" : ", <code>") + markupText(file.name) + "</code>";
        }
    string list;
    for (const auto& [language, all] : names) list += item(markupText(language) + ": " + all);
    return list.empty() ? list
                        : "<p>The same in other languages, with the same answers in their replies:</p>\n<ul>\n" + list +
                              "</ul>\n";
}

string howToFillPage(const Form& form, const KitFile& page, bool withPdf, const KitOptions& options) {
    const string name = "<code>" + markupText(page.name) + "</code>";
    const bool sends = options.sendTo.starts_with("http");
    const string accept = markupText(acceptWord(form));
    const string button = accept.empty() ? "its last button" : "“" + accept + "”";
    const string to = markupText(options.sendTo.starts_with("mailto:") ? options.sendTo.substr(7) : options.sendTo);
    string all = withPdf ? "<h2>How to fill it in with a browser</h2>\n<ol>\n"
                         : "<h2>How to fill it in and send it back</h2>\n<ol>\n";
    all += item("Open " + name + " in any browser, on a computer or phone, and fill it in. It needs no network." +
                markedAs(form));
    if (sends)
        all += item("Press " + button + ". It shows what is still missing, and then sends the answers to " + to +
                    ". If the connection fails, nothing is lost: send them again, or save them as a file.");
    else
        all += item("Press " + button +
                    ". It shows what is still missing, and then saves the answers as a file. Send that file " +
                    (to.empty() ? string("back to the person who sent you the form.") : "to " + to + "."));
    return all + "</ol>\n";
}

/// How a text document is filled in.
string howToFillText(const Form& form, const std::vector<const KitFile*>& texts, bool others,
                     const KitOptions& options) {
    string names;
    for (const KitFile* one : texts)
        names += (names.empty() ? "<code>" : " or <code>") + markupText(one->name) + "</code>";
    const string to = markupText(options.sendTo.starts_with("mailto:") ? options.sendTo.substr(7) : options.sendTo);
    string all = others ? "<h2>How to fill it in as a text document</h2>\n<ol>\n"
                        : "<h2>How to fill it in and send it back</h2>\n<ol>\n";
    all += item("Open " + names + " in a word processor. Only the fields can be changed." + markedAs(form));
    all +=
        item("Press Tab or click to get to the next field. Where something can be chosen, a list or a calendar opens.");
    all += item("Save it under a new name, and send it " + (to.empty() || to.starts_with("http")
                                                                ? string("back to the person who sent it to you.")
                                                                : "to " + to + "."));
    return all + "</ol>\n<p>What is missing or out of its limits is reported when the document is read back.</p>\n";
}

bool isForPrograms(const KitFile& file) {
    return file.target && (file.target->key == "schema" || file.target->key == "sql" || file.target->key == "openapi" ||
                           file.target->key == "json" || file.target->several);
}

/// For people whose programs receive the replies.
string howTaken(const KitFile& form, const KitFile* pdf, const std::vector<const KitFile*>& texts,
                const std::vector<KitFile>& files) {
    string all = "<h2>How a program receives the replies</h2>\n<ol>\n";
    auto code = [](const string& text) { return "<code>" + markupText(text) + "</code>"; };
    if (pdf)
        all += item("A filled PDF becomes a reply in JSON with " +
                    code("brindel-cli fill " + form.name + " --values FILLED.pdf -o reply.json") +
                    ". It lists wrong answers by field name.");
    if (!texts.empty())
        all += item("A filled text document becomes the same: " +
                    code(fmt::format("brindel-cli fill {} --values FILLED.{} -o reply.json", form.name,
                                     texts.front()->target->ending)) +
                    ". It also reports fields that are gone and wording that was changed.");
    all += item("On a Linux desktop, " + code("brindel-fill " + form.name + " --reply reply.json") +
                " lets a person fill it in, and gives the same JSON.");
    const Target* folder = nullptr;
    for (const KitFile& file : files) {
        if (file.target && file.target->several && std::exchange(folder, file.target) != file.target) {
            const string inner = file.name.substr(0, file.name.find('/'));
            all += item("A program with Qt 6 shows the form itself: " +
                        code("cmake -S " + inner + " -B build && cmake --build build") +
                        " builds the class and a program that shows it and prints the reply.");
        }
        if (file.target && file.target->key == "schema")
            all += item("Every accepted reply follows " + code(file.name) + " (JSON Schema 2020-12).");
        if (file.target && file.target->key == "sql")
            all += item(code(file.name) + " makes the tables for replies; each column has a comment.");
        if (file.target && file.target->key == "openapi")
            all += item(code(file.name) + " describes the receiver of replies from the web page (OpenAPI 3.1). " +
                        code("brindel-receive " + form.name + " --store replies.db") + " does that.");
    }
    all += item(
        "In a reply, " + code("version") + " is the version of the form, and " + code("id") +
        ", where there is one, tells replies apart: the same id is the same reply. A reply to an earlier version "
        "is still valid; read it with that version’s form, since answers may have been added, renamed or removed.");
    return all + "</ol>\n";
}

/// What keeps a text document from changes, and from whom.
string howTextIsProtected(const KitOptions& options) {
    return string("<p>In the text document only the fields can be changed. ") +
           (options.owner ? "Its protection ends with the password; "
                          : "Anyone can end this protection in their program; ") +
           "it stops accidents, not attackers. Brindel reports changed "
           "wording when the document comes back.</p>\n";
}

string howProtected(const KitFile* pdf, bool text, const KitOptions& options) {
    string all = "<h2>How well it is protected</h2>\n";
    if (text) all += howTextIsProtected(options);
    if (!pdf && text) return all;
    if (!pdf) return all + "<p>Nothing in this folder is locked: anyone who has it can change it.</p>\n";
    if (!options.owner)
        return all +
               "<p>The PDF is not locked. Fillers can only type into its fields, but anyone with a program for "
               "changing PDFs can change its wording as well.</p>\n";
    return all +
           fmt::format(
               "<p>The PDF is sealed (AES-256). It opens without a password, and only its fields can be filled in; "
               "changing it needs the password. {}</p>\n<p>Most programs respect this lock; others can still copy or "
               "change it. Where that matters, compare what comes back with what you sent.</p>\n",
               markupText(strengthOf(options.owner->text()).says.text()));
}

}  // namespace

string coveringPage(const Form& form, const std::vector<KitFile>& files, const KitOptions& options) {
    const string title = markupText(calledBy(form, form.root()));
    string page = fmt::format(
        "<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n<meta name=\"viewport\" "
        "content=\"width=device-width\">\n<title>{}: read me "
        "first</title>\n<style>{}</style>\n</head>\n<body>\n<main>\n"
        "<h1>{}</h1>\n<p class=\"under\">Version {}. This page explains what is in this folder and what to do with "
        "it.</p>\n",
        title, look, title, form.revision);
    page +=
        "<h2>What is here</h2>\n<table>\n<thead><tr><th scope=\"col\">File</th><th scope=\"col\">What it is</th>"
        "<th scope=\"col\">For whom</th><th scope=\"col\">Size</th></tr></thead>\n<tbody>\n";
    const KitFile *pdf = nullptr, *web = nullptr;
    std::vector<const KitFile*> texts;
    const Target* folder = nullptr;
    for (const KitFile& file : files) {
        if (file.target && file.target->several) {
            // One line for all that lies in a folder.
            if (std::exchange(folder, file.target) == file.target) continue;
            std::size_t bytes = 0;
            for (const KitFile& one : files)
                if (one.target == folder) bytes += one.bytes.size();
            page += fileRow(file.name.substr(0, file.name.find('/') + 1), folder->what, receiversOf(*folder), bytes);
            continue;
        }
        if (file.target)
            page += fileRow(
                file.name,
                string(file.target->what) + (file.language.empty() ? "" : " In " + languageCalled(file.language) + "."),
                receiversOf(*file.target), file.bytes.size());
        else
            page += fileRow(file.name, "The form itself, to change it in Brindel.",
                            "The people who look after the form", file.bytes.size());
        // The first of several languages is spoken of.
        if (file.target && file.target->key == "pdf" && !pdf) pdf = &file;
        if (file.target && file.target->key == "html" && !web) web = &file;
        const bool text = file.target && file.target->flows;
        if (text && std::ranges::find(texts, file.target, &KitFile::target) == texts.end()) texts.push_back(&file);
    }
    page += "</tbody>\n</table>\n";
    if (const KitFile* one = pdf ? pdf : web ? web : texts.empty() ? nullptr : texts.front())
        page += "<p>Fillers need nothing but <code>" + markupText(one->name) + "</code>.</p>\n";
    page += otherLanguages(files);
    if (pdf) page += howToFill(form, *pdf, options);
    if (web) page += howToFillPage(form, *web, pdf != nullptr, options);
    if (!texts.empty()) page += howToFillText(form, texts, pdf || web, options);
    if (options.before) page += whatChanged(*options.before, form);
    page += asked(form);
    if (std::ranges::any_of(files, isForPrograms)) page += howTaken(files.back(), pdf, texts, files);
    page += howProtected(pdf, !texts.empty(), options);
    page +=
        "<h2>Is anything missing or changed?</h2>\n<p><code>manifest.json</code> lists each file with its size. On "
        "Linux, <code>sha256sum -c SHA256SUMS</code> in this folder checks that every file is as it was exported.</p>\n"
        "<h2>What may be done with it</h2>\n<p>The form belongs to the people who made it. What Brindel added to these "
        "files (scripts of the page and the PDF, parts of the class, schemas) is under the Zero-Clause BSD license: "
        "use "
        "it anywhere, without naming anybody.</p>\n";
    return page + "</main>\n</body>\n</html>\n";
}

}  // namespace brindel
