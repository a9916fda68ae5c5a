// The rows of the table of functions, a file a family. Private to rules/.
#pragma once

#include "core/rules/functions.h"

namespace brindel::families {

std::span<const FunctionRow> logic();
std::span<const FunctionRow> texts();
std::span<const FunctionRow> numbers();
std::span<const FunctionRow> lists();
std::span<const FunctionRow> dates();

inline constexpr std::size_t any = 255;  // arguments without another end

}  // namespace brindel::families
