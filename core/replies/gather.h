// Replies that came back as files, read one after the other: each is judged by a session of the form that it was filled
// in, and what fits is kept.
#pragma once

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
/// Judges a reply to a form: what was given, worked out again, by the limits of the day that it was filled in.
Judged judged(const Form& form, const Reply& reply, Day today);

/// Reads a file: a reply as JSON, a filled PDF, FDF or XFDF, or a ZIP of these (at most 100,000 files, 64 MiB each),
/// and keeps what fits in a store. Replies to an earlier version that the store has are read by that one. Files that
/// are none of these are said. Gives what became of each; a problem, at which nothing more is read, when the store
/// refuses.
Result<std::vector<Gathered>> gathered(ReplyStore& store, const Form& form, const FontBook& fonts,
                                       const std::string& path, const GatherWish& wish);

/// All files under what a call names, folders looked into, in the order of their names; links are not followed.
Result<std::vector<std::string>> filesUnder(const std::vector<std::string>& paths);

}  // namespace brindel
