// What is derived from a form and asked for again and again: who has a name, which label speaks for a field, which
// radio buttons are one question, under which name an answer goes into a reply. Made once for a form, in one walk.
#pragma once

#include <memory>
#include <span>
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

#include "core/model/props.h"
#include "core/model/shared_map.h"

namespace brindel {

struct Control;
struct Form;

class FormIndex {
  public:
    /// Takes time in proportion to the controls. Keeps the controls that it speaks of alive.
    explicit FormIndex(const Form& form);

    /// The control of that name, to the letter; of several the one with the lowest id. noControl for none.
    Id named(std::string_view name) const;
    /// The label that speaks for a control: of several one in the same container, then the first in tab order.
    Id labelOf(Id id) const;
    /// The radio buttons of the same question as `radio` in tab order, itself among them; empty for anything else.
    std::span<const Id> radioGroupOf(Id radio) const;
    /// Where a cell stands in its table, row by row from 0.
    std::size_t numberOfCell(Id cell) const;
    /// The name under which an answer goes into a reply; no two fields or questions have the same. A field answers
    /// under its name, a question under its own, else under the name of its first button that is free; what then has
    /// no name answers under its id.
    const std::string& answerName(Id id) const;
    /// The field, or the first radio button of the question, that answers under a name; noControl for none.
    Id answering(std::string_view name) const;
    /// All that can be filled, in tab order; the radio buttons of a question once, by the first.
    const std::vector<Id>& fields() const { return fields_; }
    /// True when the form's language is written from right to left.
    bool rightToLeft() const { return rightToLeft_; }
    /// The place of a control in the tab order of the whole form, from 0 for the root.
    std::size_t placeInOrder(Id id) const;

  private:
    SharedMap<Control> controls_;
    std::unordered_map<std::string_view, Id> byName_;
    std::unordered_map<std::string, Id> byAnswer_;
    std::unordered_map<Id, Id> labels_;
    std::unordered_map<Id, std::size_t> questionAt_;  // radio button → its question
    std::vector<std::vector<Id>> questions_;
    std::unordered_map<Id, std::string> answers_;
    std::unordered_map<Id, std::size_t> cells_, order_;
    std::vector<Id> fields_;
    bool rightToLeft_ = false;
};

}  // namespace brindel
