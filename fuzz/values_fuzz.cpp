// Values files and replies, put into a form that has a field of every kind.
#include <cstdint>
#include <cstdlib>
#include <string>

#include "core/jot/lay_out.h"
#include "core/session/form_session.h"

using namespace brindel;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    static const FontBook fonts;
    static const Form form = laidOut(
        readJotting("# F\nA: text 9 upper\nB: number 0..9 .1\nC: date >= today\nD: time\nE: combo [x, y, Other…]\n"
                    "F: ticks [x, y, z] 1..2\nG: group 2 [x, y, Other…]\nH: check\nI: radio [x, y]\nJ: signature\n")
            .value(),
        newForm(Kind::dialog), fonts);
    const auto reply = readReply(text);
    if (!reply) return 0;
    FormSession session(form, Day(std::chrono::year(2026), std::chrono::month(4), std::chrono::day(1)));
    (void)session.take(*reply);
    if (session.firstWrong()) return 0;  // a form that is not in order gives no reply
    const std::string written = session.reply("2026-04-01T10:00:00+00:00");
    FormSession again(form, session.today());
    if (!again.take(readReply(written).value()).empty() || again.reply("2026-04-01T10:00:00+00:00") != written)
        std::abort();
    return 0;
}
