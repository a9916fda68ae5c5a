// What a form is handed over as, as its designer has ticked it.
#pragma once

#include <string>
#include <vector>

namespace brindel {

/// How the C++ class of a form is called.
struct ClassChoice {
    std::string nameSpace = {};  // "fennick" or "wharf::forms"; empty for none
    std::string className = {};  // "LiftOutBooking"; empty for one made of the form's name
    bool operator==(const ClassChoice&) const = default;
};

/// How the web page of a form behaves.
struct PageChoice {
    std::string post = {};   // where accepting sends the reply; empty for nowhere: it is saved as a file
    bool keepDraft = false;  // what is filled is kept in the browser until it is handed in
    bool steps = false;      // tab pages are shown as steps, one after the other
    bool operator==(const PageChoice&) const = default;
};

struct KitChoice {
    std::vector<std::string> targets = {"pdf",
                                        "sheet"};  // their keys; those that nobody knows any more are passed over
    std::string sendTo = {};                       // where the answers go: https://… or mailto:…; empty for nowhere
    bool zipped = false;                           // one ZIP instead of a folder
    ClassChoice classNames = {};                   // of the C++ class
    PageChoice page = {};                          // of the web page; it posts to `sendTo`
    std::vector<std::string> languages = {};       // of what fillers get; none for the form's own alone
    std::string kept = {};                         // unknown keys of the file
    bool operator==(const KitChoice&) const = default;
};

/// True for an address that answers can be sent to: one that begins with https://, http:// or mailto:, of at most 2,000
/// bytes.
inline bool isSendable(const std::string& address) {
    for (const char* way : {"https://", "http://", "mailto:"})
        if (address.starts_with(way)) return address.size() > std::string(way).size() && address.size() <= 2000;
    return false;
}

}  // namespace brindel
