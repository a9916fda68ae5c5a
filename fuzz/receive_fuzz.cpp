// What is sent to a receiver as a reply: whatever it is, it is answered, and what is kept is right.
#include <cstdint>
#include <cstdlib>
#include <string>

#include "core/file/json_text.h"
#include "core/jot/lay_out.h"
#include "core/replies/gather.h"
#include "core/replies/received.h"

using namespace brindel;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string body(reinterpret_cast<const char*>(data), size);
    static const FontBook fonts;
    static const Form form = laidOut(
        readJotting("# F\nA: text 9 upper !\nB: number 0..9 .1\nC: date >= today\nD: time\nE: combo [x, y, Other…]\n"
                    "F: ticks [x, y, z] 1..2\nH: check\nI: radio [x, y]\nJ: signature\nK: number = numB * 2\n")
            .value(),
        newForm(Kind::dialog), fonts);
    const Day today{std::chrono::year(2026), std::chrono::month(4), std::chrono::day(1)};
    auto reply = replyIn(body, size % 3 ? "" : "0123456789", form);
    const auto right =
        reply ? received(form, std::move(*reply), today) : tl::expected<Reply, Told>(tl::unexpect, reply.error());
    if (right) {
        if (!judged(form, *right, today).wrong.empty()) std::abort();
        return 0;
    }
    const auto told = jsonRead(right.error().body);
    if (!told || right.error().status < 400 || (*told)["detail"].get<std::string>().empty()) std::abort();
    return 0;
}
