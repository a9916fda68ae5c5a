// The lists that a form holds, as formulas look things up in them: the files whose columns fields take their choices
// from, each row with all its columns.
#pragma once

#include <map>
#include <memory>

#include "core/model/form.h"
#include "core/rules/evaluate.h"

namespace brindel {

/// Read once for a form: form.derived<FormLists>().
class FormLists {
  public:
    explicit FormLists(const Form& form);
    /// The list of a field, row by row without its headings; null where its choices are no column of a file. At most
    /// mostChoices rows; what goes beyond is left out. A cell that says a number, with a point or as the form's
    /// language writes it, is one; 017 and +44 stay texts, and so does the column that the choices are.
    std::shared_ptr<const Operand> of(Id field) const;

  private:
    std::map<Id, std::shared_ptr<const Operand>> lists_;
};

}  // namespace brindel
