// Replies that came back as files, read one after the other: each is judged by a session of the form that it was filled
// in, and what fits is kept.
#pragma once

#include <utility>

#include "core/replies/store.h"
#include "core/text/fonts.h"

namespace brindel {

/// What became of one file.
struct Gathered {
    std::string file;
    bool kept = false;
    long long number = 0;
    bool again = false;               // it was there already
    std::vector<Problem> wrong = {};  // why it was not kept; the name of the answer as place
    bool read = false;                // it is a reply: what is wrong is in its answers
};

/// What is done with one file, or one file of a ZIP.
struct GatherWish {
    Day today;              // for replies that do not say when they were filled in
    bool wrongToo = false;  // what a session finds wrong is kept all the same
};

/// A reply as a session has judged it: what it holds then, and what is wrong.
struct Judged {
    Reply reply;
    std::vector<Problem> wrong;
};
/// Judges a reply to a form: what was given, worked out again, by the limits of the day that it was filled in. What the
/// form itself puts into a field when it is accepted may stand there.
Judged judged(const Form& form, const Reply& reply, Day today);
/// The day that a time by RFC 3339 speaks of.
std::optional<Day> dayOf(const std::string& filled);

/// Reads files that came back, and keeps what fits in a store, some hundred at a time.
class Gathering {
  public:
    /// Store, form and fonts outlive it.
    Gathering(ReplyStore& store, const Form& form, const FontBook& fonts, const GatherWish& wish)
        : store_(store), form_(form), fonts_(fonts), wish_(wish) {}

    /// Reads a file: a reply as JSON, a filled PDF, FDF or XFDF, a table of replies (.csv), or a ZIP of these (at most
    /// 100,000 files, 64 MiB each). Replies to an earlier version that the store has are read by that one. A file that
    /// is none of these is said among `came`. A problem, at which nothing more is read, when the store refuses.
    Result<void> read(const std::string& path);
    /// Keeps what was read and is not kept yet; call at the end.
    Result<void> finish();
    /// What has become of each file since this was last asked, in their order.
    std::vector<Gathered> came() { return std::exchange(came_, {}); }

  private:
    Result<void> readBytes(const std::string& name, const std::string& bytes);
    Result<void> readTableOf(const std::string& name, const std::string& text);
    Result<std::shared_ptr<const Form>> formThen(int version);
    Result<void> take(const std::string& name, std::shared_ptr<const Form> form, const Reply& reply,
                      std::vector<Problem> wrong, const std::string& mark);
    ReplyStore& store_;
    const Form& form_;
    const FontBook& fonts_;
    GatherWish wish_;
    std::map<int, std::shared_ptr<const Form>> versions_;  // null for those that the store does not have
    std::vector<Gathered> came_, waiting_;
    std::vector<std::shared_ptr<const Form>> forms_;  // of what waits to be kept
    std::vector<Incoming> incoming_;
};

/// All files under what a call names, folders looked into, in the order of their names; links are not followed.
Result<std::vector<std::string>> filesUnder(const std::vector<std::string>& paths);

}  // namespace brindel
