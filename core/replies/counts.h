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

}  // namespace brindel
