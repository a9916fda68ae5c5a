#include "core/arrangement/arrangement.h"

#include <algorithm>

#include "core/arrangement/finding.h"

namespace brindel {

Arrangement arrangementOf(const Form& form, Id container, bool leftToRight) {
    Arrangement a;
    a.container = container;
    const Control* holder = form.find(container);
    if (!holder) return a;
    const Measures& m = measuresFor(form);
    const arranging::Space space(form, *holder, leftToRight);
    arranging::findPieces(form, *holder, m, space, a);
    arranging::findGrid(*holder, m, a);
    a.read = arranging::blocksOf(form, *holder, m, space, a);
    return a;
}

std::vector<std::size_t> Arrangement::readPieces() const {
    std::vector<std::size_t> order;
    auto go = [&](auto&& self, const Block& block) -> void {
        order.insert(order.end(), block.pieces.begin(), block.pieces.end());
        for (const Block& part : block.parts) self(self, part);
    };
    go(go, read);
    return order;
}

std::vector<Id> Arrangement::readIds() const {
    std::vector<Id> ids = behind;
    for (std::size_t i : readPieces()) {
        if (pieces[i].hasLabel()) ids.push_back(pieces[i].label);
        ids.push_back(pieces[i].id);
    }
    return ids;
}

const Piece* Arrangement::pieceOf(Id id) const {
    const auto at =
        std::ranges::find_if(pieces, [&](const Piece& p) { return p.id == id || (p.label == id && p.hasLabel()); });
    return at == pieces.end() ? nullptr : &*at;
}

}  // namespace brindel
