// Undo and redo: a list of earlier forms, each with the name of the step that left it.
#pragma once

#include <string>
#include <vector>

#include "core/model/form.h"

namespace brindel {

class History {
  public:
    explicit History(Form form) : now_(std::move(form)) {}

    const Form& now() const { return now_; }
    /// Makes `form` the current one by a step of that name. A `run` that equals the last step's (and is not empty) goes
    /// on with that step, as when an arrow key is held down.
    void step(Form form, std::string name, std::string run = "");
    bool canUndo() const { return !past_.empty(); }
    bool canRedo() const { return !future_.empty(); }
    /// The name of the step that undo takes back, redo brings again; empty when there is none.
    std::string undoName() const { return past_.empty() ? "" : past_.back().name; }
    std::string redoName() const { return future_.empty() ? "" : future_.back().name; }
    /// The current form is another version of itself from now on; no step of its own.
    void renumber(int revision) { now_.revision = revision; }
    void undo();
    void redo();
    /// Ends a run: the next step stands alone.
    void endRun() { run_.clear(); }
    /// How many steps can be taken back.
    std::size_t depth() const { return past_.size(); }

  private:
    struct Step {
        std::string name;
        Form form;  // in past: the form before the step; in future: the one after it
    };
    static constexpr std::size_t most = 1000;
    Form now_;
    std::vector<Step> past_, future_;
    std::string run_;
};

}  // namespace brindel
