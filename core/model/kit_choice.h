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
    std::string post = {};   // where accepting sends the reply: an address, or a path of whoever serves the page; empty
                             // for nowhere: it is saved as a file
    bool keepDraft = false;  // what is filled is kept in the browser until it is handed in
    bool steps = false;      // tab pages are shown as steps, one after the other
    bool operator==(const PageChoice&) const = default;
};

struct KitChoice {
    std::vector<std::string> targets = {"pdf",
                                        "sheet"};  // their keys; those that nobody knows any more are passed over
    std::string sendTo = {};                       // where the answers go: https://… or mailto:…; empty for nowhere
    std::string store = {};                        // where replies are kept: a file, from the form's folder on, or
                                                   // postgresql://…; empty for where the program that fills it says
    bool zipped = false;                           // one ZIP instead of a folder
    ClassChoice classNames = {};                   // of the C++ class
    PageChoice page = {};                          // of the web page; it posts to `sendTo`
    std::vector<std::string> languages = {};       // of what fillers get; none for the form's own alone
    std::string kept = {};                         // unknown keys of the file
    bool operator==(const KitChoice&) const = default;
};

/// True for an address that a program can send answers to: one that begins with https://, or with http:// on this very
/// machine (127.0.0.0/8, [::1], localhost), of at most 2,000 bytes. Elsewhere http:// would show them to everybody on
/// the way.
inline bool isPostable(const std::string& address) {
    const std::string secure = "https://", open = "http://";
    if (address.size() > 2000) return false;
    if (address.starts_with(secure)) return address.size() > secure.size();
    if (!address.starts_with(open)) return false;
    const std::string rest = address.substr(open.size());
    if (rest.starts_with("[::1]")) return rest.size() == 5 || rest[5] == ':' || rest[5] == '/';
    const std::string host = rest.substr(0, rest.find_first_of(":/?#"));
    return host == "localhost" ||
           (host.starts_with("127.") && host.find_first_not_of("0123456789.") == std::string::npos);
}

/// True for an address that answers can be sent to: one that isPostable, or begins with mailto:.
inline bool isSendable(const std::string& address) {
    return isPostable(address) || (address.starts_with("mailto:") && address.size() > 7 && address.size() <= 2000);
}

}  // namespace brindel
