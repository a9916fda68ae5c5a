// Somebody who fills forms in at random, but rightly.
#pragma once

#include <cmath>
#include <random>

#include "core/session/form_session.h"
#include "tests/support.h"

namespace brindel::test {

class RandomFiller {
  public:
    explicit RandomFiller(unsigned seed) : random_(seed) {}

    void fill(FormSession& session) {
        for (Id id : std::vector<Id>(session.fields())) {
            if (chance(6) == 0 || !session.form().find(id)) continue;
            one(session, id);
        }
        // What breaks a limit is no answer.
        for (int i = 0; i < 3; ++i)
            for (const Wrong& wrong : session.wrongs()) session.clear(wrong.id);
        session.form().controls.each([&](Id id, const Control& c) {
            if (c.is().grid && chance(2)) tables_.push_back(id);
        });
        for (Id id : std::exchange(tables_, {}))
            if (session.addRow(id))
                for (Id field : std::vector<Id>(session.fields()))
                    if (within(session.form(), field, id)) one(session, field);
        for (int i = 0; i < 3; ++i)
            for (const Wrong& wrong : session.wrongs()) session.clear(wrong.id);
    }

  private:
    std::size_t chance(std::size_t of) { return std::uniform_int_distribution<std::size_t>(0, of - 1)(random_); }

    void one(FormSession& session, Id id) {
        static const std::vector<std::string> texts = {
            "Kittiwake", "FW-20417", "Łódź & Søn",      "a \"quoted\" \\ word", "שלום", "مرحبا",
            "=1+1",      "x",        "  two  blanks  ", "(brackets)",           "é😀"};
        const Control& c = *session.form().find(id);
        const auto question = session.form().index()->radioGroupOf(id);
        switch (c.is().answers) {
            case AnswerType::number: {
                const double least = c.maybeNumber(Prop::least).value_or(0),
                             most = c.maybeNumber(Prop::most).value_or(99999);
                const double factor = std::pow(10, c.number(Prop::decimals));
                const double n = std::floor((least + (most - least) * double(chance(1000)) / 1000) * factor) / factor;
                (void)session.put(session.form().index()->answerName(id), n);
                break;
            }
            case AnswerType::date:
                session.pickDay(id, Day(std::chrono::sys_days(today) + std::chrono::days(chance(400))));
                break;
            case AnswerType::time:
                (void)session.put(session.form().index()->answerName(id), timeIn(int(chance(1440)), "HH:mm", "en"));
                break;
            case AnswerType::choice:
                if (c.yes(Prop::otherAnswers) && chance(3) == 0)
                    session.type(id, texts[chance(texts.size())]);
                else if (!c.choices().empty())
                    session.type(id, c.choices()[chance(c.choices().size())].text);
                break;
            case AnswerType::picks: {
                std::vector<std::size_t> lines;
                for (std::size_t i = 0; i < choiceCount(c); ++i)
                    if (chance(2)) lines.push_back(i);
                session.pick(id, lines);
                if (c.yes(Prop::otherAnswers) && chance(2)) session.type(id, "something else");
                break;
            }
            case AnswerType::tick:
                session.tick(id, chance(2));
                break;
            case AnswerType::question:
                session.tick(question[chance(question.size())], true);
                break;
            case AnswerType::picture:
                (void)session.put(session.form().index()->answerName(id), onePixel);
                break;
            case AnswerType::ink:
                (void)session.put(session.form().index()->answerName(id),
                                  chance(2) ? std::string("M 10 10 L 500 700") : std::string("Ines Marlow"));
                break;
            default:
                session.type(id, texts[chance(texts.size())] +
                                     (c.as<Lines>() == Lines::many && chance(2) ? "\nand a second line" : ""));
        }
        session.leave(id);
    }
    std::mt19937 random_;
    std::vector<Id> tables_;
};

}  // namespace brindel::test
