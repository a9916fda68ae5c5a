// A list that is taken from replies in a store.
#pragma once

#include <QString>

#include "core/model/problem.h"

class QWidget;

namespace brindel {

/// Asks which answers are taken, those that are personal only when they are ticked, and gives them as a table. The
/// columns of `before`, the list that is there, are taken again without a question where the store has them all. Empty
/// when nothing is to be taken after all.
Result<std::string> listFromReplies(const QString& address, const std::string& before, QWidget* parent);

}  // namespace brindel
