// The steps of finding an arrangement. Private to arrangement/.
#pragma once

#include "core/arrangement/arrangement.h"

namespace brindel::arranging {

/// A container's content measured from where writing begins.
class Space {
  public:
    Space(const Form& form, const Control& holder, bool leftToRight);
    Box box(const Control& child) const;

  private:
    const Form& form_;
    double width_;
    bool turned_;
};

/// Fills in the pieces, what lies behind, and the usual distance of labels.
void findPieces(const Form& form, const Control& holder, const Measures& m, const Space& space, Arrangement& a);
/// Fills in rows, edges, and each piece's place among them.
void findGrid(const Control& holder, const Measures& m, Arrangement& a);
/// The blocks of the pieces found, as they are read.
Block blocksOf(const Form& form, const Control& holder, const Measures& m, const Space& space, const Arrangement& a);

}  // namespace brindel::arranging
