// What a session makes of acts, for tests that compare others with it.
#include "tests/outside/saying.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct SessionHands : Driver {
    SessionHands(Form form, Day day, int minutes) : session_(std::move(form), day, minutes) {}
    FormSession& session() override { return session_; }
    void opened() override { note(session_.opened()); }
    void type(Id id, const std::string& text) override { session_.type(id, text); }
    void tick(Id id, bool on) override { session_.tick(id, on); }
    void pick(Id id, const std::vector<std::size_t>& lines) override { session_.pick(id, lines); }
    void step(Id id, int steps) override { session_.step(id, steps); }
    void row(Id table, bool more) override { more ? session_.addRow(table) : session_.removeRow(table); }
    void press(Id id) override { note(session_.press(id)); }
    void accept() override { note(session_.accept()); }
    void leave(Id id) override { session_.leave(id); }
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
    Json outcomes_ = Json::array();
};

}  // namespace

int main() {
    answerCalls(
        [](Form form, Day day, int minutes) { return std::make_unique<SessionHands>(std::move(form), day, minutes); });
}
