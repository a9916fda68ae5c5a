// The passes of the work, in their order. This list is all that the window, the rail, the page of keys and the command
// line know of them; each pass is a folder here, with one object behind PassView.
#pragma once

#include <vector>

namespace brindel {

enum class Pass { layOut, name, order, rules, protect, tryOut, handOver, replies };

class PassHost;
class PassView;

/// A key that means something on the sheet in a pass.
struct PassKey {
    const char* keys;
    const char* does;
};

/// When a command of a pass can be given.
enum class Given {
    anywhere,      // it goes to its pass first
    here,          // in its pass alone
    withSelected,  // there, with something selected
};

/// A command of a pass, for the menus, with a shortcut, and for Find.
struct PassCommand {
    const char* key;  // empty for a line between commands
    const char* word;
    const char* keys;                       // as in the menus; empty for none
    void (*run)(PassView& pass) = nullptr;  // null for a menu of what the pass offers
    Given given = Given::anywhere;
};

struct PassRow {
    Pass pass;
    const char* key;   // for the command line
    const char* word;  // on the rail
    const char* does;  // one sentence
    bool onSheet;      // false where it shows something else in place of the sheet
    PassView* (*make)(PassHost& host);
    std::vector<PassKey> keys = {};
    std::vector<PassCommand> commands = {};
};
const std::vector<PassRow>& passes();
inline const PassRow& row(Pass pass) {
    return passes()[std::size_t(pass)];
}

}  // namespace brindel
