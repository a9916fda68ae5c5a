#include "receive/keeper.h"

namespace brindel {

using std::string;

Result<std::unique_ptr<Keeper>> Keeper::open(const string& address) {
    std::unique_ptr<Keeper> keeper(new Keeper(address));
    if (auto opened = keeper->store(); !opened) return tl::unexpected(opened.error());
    keeper->worker_ = std::thread([one = keeper.get()] { one->work(); });
    return keeper;
}

Keeper::~Keeper() {
    {
        const std::scoped_lock lock(mutex_);
        over_ = true;
    }
    come_.notify_all();
    if (worker_.joinable()) worker_.join();
}

/// The store, opened again where it was lost; call with its mutex held.
Result<ReplyStore*> Keeper::store() {
    if (!store_) {
        auto opened = ReplyStore::open(address_);
        if (!opened) return tl::unexpected(opened.error());
        store_ = std::move(*opened);
    }
    return &*store_;
}

Result<KeptAs> Keeper::keep(std::shared_ptr<const Form> form, Reply reply, ReplyOrigin origin) {
    auto one = std::make_unique<Waiting>();
    one->form = std::move(form);
    one->incoming = {one->form.get(), std::move(reply), std::move(origin)};
    auto kept = one->kept.get_future();
    {
        const std::scoped_lock lock(mutex_);
        if (over_) return failure("", said("The receiver is ending."));
        waiting_.push_back(std::move(one));
    }
    come_.notify_one();
    return kept.get();
}

void Keeper::work() {
    constexpr std::size_t atOnce = 200;
    for (;;) {
        std::vector<std::unique_ptr<Waiting>> some;
        {
            std::unique_lock lock(mutex_);
            come_.wait(lock, [this] { return over_ || !waiting_.empty(); });
            if (waiting_.empty()) return;
            const auto end = waiting_.begin() + std::ptrdiff_t(std::min(atOnce, waiting_.size()));
            some.assign(std::make_move_iterator(waiting_.begin()), std::make_move_iterator(end));
            waiting_.erase(waiting_.begin(), end);
        }
        keepAll(some);
    }
}

void Keeper::keepAll(std::vector<std::unique_ptr<Waiting>>& some) {
    const std::scoped_lock lock(storeMutex_);
    auto keep = [this](std::span<const Incoming> all) -> Result<std::vector<KeptAs>> {
        auto there = store();
        if (!there) return tl::unexpected(there.error());
        auto kept = (*there)->appendAll(all);
        if (!kept) store_.reset();  // a lost line is not found again by waiting
        return kept;
    };
    std::vector<Incoming> all;
    for (const auto& one : some) all.push_back(one->incoming);
    auto kept = keep(all);
    int failed = 0;
    for (std::size_t i = 0; i < some.size(); ++i) {
        // One that cannot be kept keeps no other from it; after the second it is the store.
        if (!kept && some.size() > 1 && failed < 2) {
            auto alone = keep(std::span(&all[i], 1));
            failed += !alone;
            some[i]->kept.set_value(alone.map([](const auto& one) { return one.front(); }));
        } else {
            some[i]->kept.set_value(kept ? Result<KeptAs>((*kept)[i]) : tl::unexpected(kept.error()));
        }
    }
}

std::shared_ptr<const Form> Keeper::earlier(const string& form, int version) {
    constexpr std::size_t most = 100;  // remembered
    const std::scoped_lock lock(storeMutex_);
    if (const auto known = versions_.find({form, version}); known != versions_.end()) return known->second;
    auto there = store();
    if (!there) return nullptr;
    auto found = (*there)->formByVersion(form, version);
    if (!found || !*found) return nullptr;
    auto then = std::make_shared<const Form>(std::move(**found));
    if (versions_.size() < most) versions_[{form, version}] = then;
    return then;
}

Result<std::vector<Sentence>> Keeper::changesFor(const Form& form) {
    const std::scoped_lock lock(storeMutex_);
    auto there = store();
    return there ? (*there)->changesFor(form) : tl::unexpected(there.error());
}

bool Keeper::isThere() {
    const std::unique_lock lock(storeMutex_, std::chrono::seconds(2));
    if (!lock) return false;
    auto there = store();
    if (there && (*there)->forms()) return true;
    store_.reset();
    return false;
}

}  // namespace brindel
