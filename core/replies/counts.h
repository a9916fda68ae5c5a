// What replies come to, question by question: how often each choice was made, how numbers and days are spread, what is
// said most often, how many said nothing.
#pragma once

#include "core/replies/store.h"

namespace brindel {

/// One bar: what it stands for, how many replies there are of it, and what a filter asks for to see just these.
struct CountBar {
    std::string called;
    std::size_t count = 0;
    std::vector<ReplyFilter> filters = {};
};

/// One question.
struct QuestionCount {
    ReplyColumn column;
    std::size_t answered = 0, empty = 0;  // replies; of added rows, rows
    std::vector<CountBar> bars = {};
    std::size_t others = 0;                                              // answers that no bar stands for
    std::optional<double> least = {}, middle = {}, most = {}, sum = {};  // of numbers
    std::string first = {}, last = {};                                   // of days and times
    std::string longest = {};                                            // of texts
};

/// Counts all questions of a form over the replies that a query speaks of, in one pass over them; stops where `goOn`
/// gives false. Choices have a bar each, in the order of the form, those that nobody made among them; numbers and days
/// at most 12 bars of equal width; texts the 8 that are said most often, of more than once. Pictures, signatures and
/// secret answers are only counted.
Result<std::vector<QuestionCount>> countsOf(
    ReplyStore& store, const std::string& form, const ReplyQuery& query,
    const std::function<bool()>& goOn = [] { return true; });

/// What stands under a question, line by line: how many answered, of numbers the least, middle, most and sum, of texts
/// how often none of the bars says it. `shown` writes a number.
std::vector<Sentence> countFacts(const QuestionCount& count, const std::function<std::string(double)>& shown);

/// Two questions against each other: how often the answers of a bar of one come together with those of a bar of the
/// other. Behind the last bar of each stand those that no bar stands for, and the empty ones.
struct CrossCount {
    QuestionCount down, across;
    std::vector<std::vector<std::size_t>> times;  // rows of columns: bars, others, empty
};
/// True for a question that can stand against another: it has bars, and one answer a reply.
bool canCross(const QuestionCount& count);
/// Counts two of countsOf, over the same replies, in one pass over them; stops where `goOn` gives false.
Result<CrossCount> crossOf(
    ReplyStore& store, const std::string& form, const ReplyQuery& query, const QuestionCount& down,
    const QuestionCount& across, const std::function<bool()>& goOn = [] { return true; });

}  // namespace brindel
