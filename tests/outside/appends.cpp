// One filler that adds replies to a store as fast as it can: ADDRESS FORM WHO FROM UNTIL. Says each number of its own
// that is saved, on a line; where the store is away it tries again, with the same id, until it is back.
#include <chrono>
#include <iostream>
#include <thread>

#include "core/file/form_file.h"
#include "core/replies/store.h"

using namespace brindel;

int main(int, char** argv) {
    const std::string address = argv[1], who = argv[3];
    const auto opened = openForm(argv[2]);
    if (!opened) return 3;
    const Form& form = opened->form;
    std::optional<ReplyStore> store;
    for (int i = std::stoi(argv[4]); i < std::stoi(argv[5]); ++i) {
        const Reply reply{
            form.root().name,
            form.revision,
            {{"txtWho", who}, {"numWhich", double(i)}, {"lstJobs", std::vector<std::string>{"Wash", "Scrape"}}},
            "2026-04-01T10:00:00+00:00",
            "filler-" + who + "-" + std::to_string(i)};
        for (;;) {
            if (!store)
                if (auto there = ReplyStore::open(address)) store = std::move(*there);
            const auto kept = store ? store->append(form, reply, {"program"})
                                    : Result<KeptAs>(failure("", said("The store is away.")));
            if (kept) break;
            store.reset();
            std::this_thread::sleep_for(std::chrono::milliseconds(5));
        }
        std::cout << i << std::endl;
    }
    return 0;
}
