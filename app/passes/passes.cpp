#include "app/passes/pass_view.h"

namespace brindel {

const std::vector<PassRow>& passes() {
    static const std::vector<PassRow> rows = {layOutPass(),  namePass(),   orderPass(),    rulesPass(),
                                              protectPass(), tryOutPass(), handOverPass(), repliesPass()};
    return rows;
}

}  // namespace brindel
