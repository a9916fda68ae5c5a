// What takes replies over HTTP, described by OpenAPI 3.1: where the pages of forms are, what is sent, what is answered.
#pragma once

#include <span>
#include <string>

#include "core/model/form.h"

namespace brindel {

/// The description of a receiver of these forms, as JSON; it is found where the description comes from.
std::string openApiOf(std::span<const Form* const> forms);

}  // namespace brindel
