#include "core/edit/history.h"

namespace brindel {
namespace {

/// A form that is not the current one any more does not hold on to what was worked out for it.
Form laidBy(Form form) {
    form.made = {};
    return form;
}

}  // namespace

void History::step(Form form, std::string name, std::string run) {
    bool goesOn = !run.empty() && run == run_ && !past_.empty() && future_.empty();
    if (!goesOn) past_.push_back({std::move(name), laidBy(std::move(now_))});
    now_ = std::move(form);
    future_.clear();
    run_ = std::move(run);
    if (past_.size() > most) past_.erase(past_.begin());
}

void History::undo() {
    if (past_.empty()) return;
    future_.push_back({past_.back().name, laidBy(std::move(now_))});
    now_ = std::move(past_.back().form);
    past_.pop_back();
    run_.clear();
}

void History::redo() {
    if (future_.empty()) return;
    past_.push_back({future_.back().name, laidBy(std::move(now_))});
    now_ = std::move(future_.back().form);
    future_.pop_back();
    run_.clear();
}

}  // namespace brindel
