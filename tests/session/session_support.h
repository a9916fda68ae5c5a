// What the tests of a form being filled share.
#pragma once

#include "core/session/form_session.h"
#include "tests/support.h"

namespace brindel::test {

inline Id id(const FormSession& s, const std::string& name) {
    return named(s.form(), name).id;
}

}  // namespace brindel::test
