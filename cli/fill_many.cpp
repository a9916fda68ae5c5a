#include "cli/fill_many.h"

#include <fmt/format.h>

#include <filesystem>
#include <iostream>

#include "cli/calls.h"
#include "core/intake/reply_table.h"
#include "core/replies/gather.h"
#include "core/replies/table_source.h"
#include "core/targets/targets.h"
#include "core/text/clock.h"

namespace brindel::calls {
namespace {

using std::string;

/// What stands for a name in braces, as the name of a file can have it.
string fileWord(const Answer& answer) {
    string text;
    if (const auto* number = std::get_if<double>(&answer)) text = exactText(*number);
    if (const auto* said = std::get_if<string>(&answer)) text = *said;
    if (const auto* yes = std::get_if<bool>(&answer)) text = *yes ? "yes" : "no";
    if (const auto* several = std::get_if<std::vector<string>>(&answer))
        for (const string& one : *several) text += (text.empty() ? "" : " ") + one;
    string word;
    for (char c : spoken(text)) word += string("/\\:*?\"<>|").find(c) == string::npos ? c : '-';
    while (word.starts_with('.') || word.starts_with(' ')) word.erase(0, 1);
    while (word.ends_with('.') || word.ends_with(' ')) word.pop_back();
    return firstCharacters(word, 80);
}
/// The name of the file of one of many: `{txtBoatName}-{n}` with the answers of its reply, and its number.
Result<string> fileNamed(const string& pattern, const FormSession& session, std::size_t number, std::size_t digits) {
    const Answers answers = session.replied().values;
    string all;
    for (std::size_t at = 0; at < pattern.size();) {
        const std::size_t open = pattern.find('{', at), end = pattern.find('}', open);
        if (open == string::npos || end == string::npos) {
            all += pattern.substr(at);
            break;
        }
        all += pattern.substr(at, open - at);
        const string name = pattern.substr(open + 1, end - open - 1);
        if (name == "n")
            all += fmt::format("{:0{}}", number, digits);
        else if (const auto found = answers.find(name); found != answers.end())
            all += fileWord(found->second);
        else
            return failure("--named", said("The form has no field that is called “{}”.", spoken(name)));
        at = end + 1;
    }
    return all;
}

}  // namespace

std::vector<Problem> wrongsSaid(const FormSession& session, bool prefilled) {
    std::vector<Problem> all;
    for (const Wrong& one : session.wrongs()) {
        if (prefilled && std::holds_alternative<std::monostate>(session.answer(one.id))) continue;
        all.push_back({answerName(session.form(), *session.form().find(one.id)), asSaid(one.sentence)});
    }
    return all;
}

int fillMany(const Form& own, const Form& form, Day day, const FontBook& fonts, const Many& many) {
    const string from = spokenAddress(many.values);
    auto table = tableFrom(many.values);
    if (!table) return problem(from, table.error(), noFile);
    auto rows = repliesFromTable(form, table->text, !table->form.empty() && table->form != form.root().name);
    if (!rows) return problem(from, rows.error(), notInOrder);
    std::error_code error;
    if (!many.folder.empty()) std::filesystem::create_directories(many.folder, error);
    if (error) return problem(many.folder, {"", said("The folder cannot be made.")}, noFile);
    std::optional<ReplyStore> store;
    if (!many.store.empty()) {
        auto opened = ReplyStore::open(many.store);
        if (!opened) return problem(spokenAddress(many.store), opened.error(), noFile);
        store = std::move(*opened);
    }
    const std::size_t digits = std::to_string(rows->size()).size();
    std::set<string> written;
    std::size_t filled = 0, wrongs = 0;
    for (std::size_t i = 0; i < rows->size(); ++i) {
        const TableReply& row = (*rows)[i];
        const string place = from + ":row " + std::to_string(row.row);
        FormSession session(form, dayOf(row.reply.filled).value_or(day), minutesHere());
        std::vector<Problem> wrong = session.take(row.reply);
        if (wrong.empty()) wrong = wrongsSaid(session, many.prefilled);
        for (const Problem& one : wrong) problem(place, one, notInOrder);
        if (!wrong.empty()) {
            ++wrongs;
            continue;
        }
        const string when = row.reply.filled.empty() ? timeNow() : row.reply.filled;
        if (!many.folder.empty()) {
            auto name = fileNamed(many.named, session, i + 1, digits);
            if (!name) return problem(name.error().place, {"", name.error().sentence}, wrongCall);
            // Two of one name are two files.
            string path = many.folder + "/" + (name->empty() ? std::to_string(i + 1) : *name);
            for (int k = 2; !written.insert(path).second; ++k)
                path = many.folder + "/" + *name + "-" + std::to_string(k);
            auto bytes = many.to == "json" ? Result<string>(session.reply(when))
                                           : targetFrom(many.to)->made(session, fonts, {.filled = row.reply.filled});
            if (!bytes) return problem(many.source, bytes.error(), notInOrder);
            const string to = path + (many.to == "json" ? ".json" : ".pdf");
            if (const int wrote = put(*bytes, to, {many.source, many.values}); wrote != done) return wrote;
        }
        if (store) {
            const Reply reply = session.replied(when, row.reply.id.empty() ? newId() : row.reply.id);
            if (auto kept = store->append(own, reply, {"call", place}); !kept)
                return problem(spokenAddress(many.store), kept.error(), noFile);
        }
        ++filled;
    }
    std::cerr << fmt::format("{} filled in, {} with errors\n", filled, wrongs);
    return wrongs == 0 ? int(done) : int(notInOrder);
}

}  // namespace brindel::calls
