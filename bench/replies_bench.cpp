// What people wait for with 100,000 replies in a store: opening, sorting, filtering, searching, counting, scrolling.
#include <benchmark/benchmark.h>

#include <filesystem>

#include "core/file/form_file.h"
#include "core/replies/counts.h"

using namespace brindel;

namespace {

/// A store of so many made-up replies to Lift-out booking, made once.
struct Stored {
    std::string address;
    std::string form;
};
const Stored& stored(int count) {
    static std::map<int, Stored> all;
    auto [at, fresh] = all.try_emplace(count);
    if (!fresh) return at->second;
    const auto path = std::filesystem::temp_directory_path() / ("brindel-bench-" + std::to_string(count) + ".db");
    std::filesystem::remove(path);
    const Form form = openForm(std::string(BRINDEL_SOURCE) + "/demo/lift-out-booking.brindel")->form;
    at->second = {path.string(), form.root().name};
    ReplyStore store = *ReplyStore::open(path.string());
    std::vector<Incoming> some;
    static const char* const hulls[] = {"GRP", "Timber", "Steel"};
    static const char* const jobs[] = {"Wash", "Scrape", "Antifoul", "Anodes", "Polish"};
    for (int i = 0; i < count; ++i) {
        Reply reply{form.root().name, 1, {}, "2026-04-01T10:00:00Z"};
        reply.values = {
            {"txtBoatName", "Boat " + std::to_string(i * 7919 % 5000)},
            {"txtRegistration", "FW-" + std::to_string(10000 + i)},
            {"numLength", double(i * 31 % 200) / 10 + 4},
            {"cboHull", std::string(hulls[i % 3])},
            {"txtOwner", "Owner " + std::to_string(i * 104729 % 9000)},
            {"dtmWantedFrom", "2026-0" + std::to_string(1 + i % 9) + "-1" + std::to_string(i % 10)},
            {"lstJobs", std::vector<std::string>{jobs[i % 5]}},
            {"chkMastStepped", i % 2 == 0},
            {"txtNotes", i % 3 ? Answer() : Answer("Please call before lifting, number " + std::to_string(i))}};
        some.push_back({&form, std::move(reply), {"call", "", std::to_string(i)}});
        if (some.size() == 1000 || i + 1 == count) {
            (void)store.appendAll(some);
            some.clear();
        }
    }
    return at->second;
}

void asks(benchmark::State& state, const ReplyQuery& query) {
    const Stored& at = stored(int(state.range(0)));
    ReplyStore store = *ReplyStore::open(at.address, true);
    for (auto _ : state) benchmark::DoNotOptimize(store.numbers(at.form, query));
}
void repliesOpen(benchmark::State& state) {
    const Stored& at = stored(int(state.range(0)));
    for (auto _ : state) {
        ReplyStore store = *ReplyStore::open(at.address, true);
        const auto numbers = store.numbers(at.form);
        benchmark::DoNotOptimize(store.replies(at.form, std::span(*numbers).first(200)));
    }
}
void repliesSorted(benchmark::State& state) {
    asks(state, {.sortBy = "txtBoatName", .down = true});
}
void repliesFiltered(benchmark::State& state) {
    asks(state, {.filters = {{"cboHull", ReplyFilter::How::is, std::string("Steel")},
                             {"numLength", ReplyFilter::How::least, 9.0}}});
}
void repliesSearched(benchmark::State& state) {
    asks(state, {.search = "owner 77"});
}
void repliesCounted(benchmark::State& state) {
    const Stored& at = stored(int(state.range(0)));
    ReplyStore store = *ReplyStore::open(at.address, true);
    for (auto _ : state) benchmark::DoNotOptimize(countsOf(store, at.form, {}));
}
void repliesScrolled(benchmark::State& state) {
    const Stored& at = stored(int(state.range(0)));
    ReplyStore store = *ReplyStore::open(at.address, true);
    const auto numbers = store.numbers(at.form);
    std::size_t from = 0;
    for (auto _ : state) {
        benchmark::DoNotOptimize(store.replies(at.form, std::span(*numbers).subspan(from, 200)));
        from = (from + 20000) % (numbers->size() - 200);
    }
}

}  // namespace

BENCHMARK(repliesOpen)->Arg(50000)->Arg(100000)->Unit(benchmark::kMillisecond);
BENCHMARK(repliesSorted)->Arg(50000)->Arg(100000)->Unit(benchmark::kMillisecond);
BENCHMARK(repliesFiltered)->Arg(50000)->Arg(100000)->Unit(benchmark::kMillisecond);
BENCHMARK(repliesSearched)->Arg(50000)->Arg(100000)->Unit(benchmark::kMillisecond);
BENCHMARK(repliesCounted)->Arg(50000)->Arg(100000)->Unit(benchmark::kMillisecond);
BENCHMARK(repliesScrolled)->Arg(100000)->Unit(benchmark::kMillisecond);
