// What a session makes of acts, for tests that compare others with it.
#include "tests/outside/saying.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct SessionHands : Driver {
    SessionHands(Form form, Day day, int minutes) : session_(std::move(form), day, minutes) {}
    FormSession& session() override { return session_; }
    void opened() override { note(session_.opened()); }
    void type(Id id, const std::string& text) override {
        enter(id);
        session_.type(id, text);
    }
    void tick(Id id, bool on) override {
        enter(id);
        session_.tick(id, on);
    }
    void pick(Id id, const std::vector<std::size_t>& lines) override {
        enter(id);
        // Of several one after the other is ticked.
        std::vector<std::size_t> now = session_.shown(id).picked;
        if (!takesSeveral(*session_.form().find(id))) return session_.pick(id, lines);
        for (std::size_t line = 0; line <= session_.form().find(id)->choices().size(); ++line) {
            const auto at = std::ranges::find(now, line);
            const bool is = at != now.end(), wanted = std::ranges::find(lines, line) != lines.end();
            if (is == wanted) continue;
            is ? void(now.erase(at)) : now.push_back(line);
            session_.pick(id, now);
        }
    }
    void step(Id id, int steps) override {
        enter(id);
        session_.step(id, steps);
    }
    void row(Id table, bool more) override { more ? session_.addRow(table) : session_.removeRow(table); }
    void press(Id id) override { note(session_.press(id)); }
    void accept() override { note(session_.accept()); }
    void enter(Id id) override {
        if (std::exchange(cursor_, id) != id) session_.enterField(id);
    }
    void leave(Id id) override {
        session_.leave(id);
        cursor_ = noControl;
    }
    void close() override { note(session_.close()); }
    void answerAll(bool yes) override {
        note(session_.takeReaction());
        while (session_.asking()) note(session_.answered(yes));
    }
    Json outcomes() override { return std::exchange(outcomes_, Json::array()); }

  private:
    void note(const Outcome& outcome) {
        if (!outcome.nothing() || !outcome.reply.empty() || outcome.then != Outcome::Then::stay)
            outcomes_.push_back(told(outcome));
    }
    FormSession session_;
    Id cursor_ = noControl;
    Json outcomes_ = Json::array();
};

}  // namespace

int main() {
    answerCalls(
        [](Form form, Day day, int minutes) { return std::make_unique<SessionHands>(std::move(form), day, minutes); });
}
