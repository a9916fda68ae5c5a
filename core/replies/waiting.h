// Replies that wait because their store was away: a file each in the user's state folder, until they go in.
#pragma once

#include "core/replies/store.h"

namespace brindel {

/// The folder that they wait in; it need not exist yet. Empty when there is neither a state folder nor a home.
std::string waitingFolder();

/// Lets a reply wait for a store, whose password is not kept with it. The reply has an id, so that it goes in once. A
/// problem where it cannot be written, and where 10,000 wait already.
Result<void> letWait(const std::string& folder, const std::string& address, const Incoming& incoming);

/// What has become of those that waited.
struct WentIn {
    std::size_t in = 0;
    std::vector<Problem> left = {};  // that cannot be read, with their files; they stay
};
/// Puts in what waits for a store. A problem when the store refuses: what is not in by then waits on.
Result<WentIn> putWaitingIn(const std::string& folder, const std::string& address, ReplyStore& store);

}  // namespace brindel
