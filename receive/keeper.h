// Keeps replies in a store for many who send at once: what comes while others are written goes in with the next ones.
#pragma once

#include <condition_variable>
#include <future>
#include <memory>
#include <mutex>
#include <optional>
#include <string>
#include <thread>
#include <vector>

#include "core/replies/store.h"

namespace brindel {

class Keeper {
  public:
    /// Opens the store; a problem where that cannot be.
    static Result<std::unique_ptr<Keeper>> open(const std::string& address);
    ~Keeper();

    /// Keeps a reply, and waits until it is safe. A problem when the store is away: it is opened again for the next
    /// one.
    Result<KeptAs> keep(std::shared_ptr<const Form> form, Reply reply, ReplyOrigin origin);
    /// An earlier version of a form, where the store has it.
    std::shared_ptr<const Form> earlier(const std::string& form, int version);
    /// What keeping replies to a form would change in the store first.
    Result<std::vector<Sentence>> changesFor(const Form& form);
    /// Whether the store answers.
    bool isThere();

  private:
    struct Waiting {
        std::shared_ptr<const Form> form;
        Incoming incoming;
        std::promise<Result<KeptAs>> kept;
    };
    explicit Keeper(std::string address) : address_(std::move(address)) {}
    Result<ReplyStore*> store();
    void work();
    void keepAll(std::vector<std::unique_ptr<Waiting>>& some);

    std::string address_;
    std::timed_mutex storeMutex_;
    std::optional<ReplyStore> store_;
    std::map<std::pair<std::string, int>, std::shared_ptr<const Form>> versions_;

    std::mutex mutex_;
    std::condition_variable come_;
    std::vector<std::unique_ptr<Waiting>> waiting_;
    bool over_ = false;
    std::thread worker_;
};

}  // namespace brindel
