// A reply that was sent over a network: read, judged by a session of the form that it was filled in, and what is
// answered. Nothing of what the sender works out or finds right itself is believed.
#pragma once

#include <span>

#include "core/replies/store.h"
#include "core/text/words.h"

namespace brindel {

/// What is answered: a status of HTTP (RFC 9110, 15), and JSON, which is that of a problem (RFC 9457) from 400 on.
struct Told {
    int status = 200;
    std::string body;

    std::string_view type() const { return status < 400 ? "application/json" : "application/problem+json"; }
};
/// A problem: what is wrong and what to do in one sentence, and where it is one of answers, each with its own.
Told problemTold(int status, const std::string& detail, std::span<const Problem> errors = {},
                 const std::set<std::string>& names = {});
/// That a reply is kept: its number, and its id, where it has one.
Told keptTold(const KeptAs& kept, const std::string& id);

/// Reads a reply to a form of that name, as JSON; `key` is the id of the filling as the request says it, empty where it
/// does not. What is answered, 400 or 422, for what is no reply, and for one to another form.
tl::expected<Reply, Told> replyIn(const std::string& body, const std::string& key, const Form& form);
/// Judges a reply by the form that it was filled in, which is in the language that the sender reads. What is worked out
/// is worked out again; limits of the day are those of the day that it says, where that is within a day of `today`.
/// Gives what is to be kept, or what is answered: 422, with a sentence an answer for what does not fit.
tl::expected<Reply, Told> received(const Form& form, Reply reply, Day today);

}  // namespace brindel
