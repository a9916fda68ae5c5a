// What a form can be handed over as. The one list of targets: the window, the command line and the tests go by it.
#pragma once

#include <span>
#include <vector>

#include "core/model/problem.h"
#include "core/seal/password.h"
#include "core/session/form_session.h"
#include "core/targets/target_file.h"
#include "core/text/fonts.h"

namespace brindel {

struct TargetOptions {
    double scale = 1;               // of a picture: pixels per 1/96 inch
    const Secret* owner = nullptr;  // seals a PDF or a text document with this password; null for none
    bool blank = false;             // nobody has filled anything in
    std::string sendTo = {};        // where accepting sends the answers
    bool archive = false;           // a PDF for keeping, with these attached
    std::string_view formFile = {}, reply = {};
    std::string filled = {};      // when a reply that is written into it was filled in
    ClassChoice classNames = {};  // of the C++ class
    PageChoice page = {};         // of the web page
    bool simpleFields = false;    // of a text document: such as old and small programs know
};

/// Who a file of the kit is for.
enum class Receiver : std::uint8_t { onPaper, onScreen, programmer, office };
struct ReceiverRow {
    Receiver receiver;
    std::string_view word;  // "Fillers on paper"
};
std::span<const ReceiverRow> allReceivers();

struct Target {
    std::string_view key;     // on the command line
    std::string_view word;    // "a fillable PDF"
    std::string_view files;   // what its files are called where they are chosen: "PDF"
    std::string_view ending;  // of their names
    std::string_view called;  // what stands in a kit between the form's name and that: "-controls"
    std::string_view what;    // what it is, for whoever opens the kit
    std::vector<Receiver> receivers;
    /// The bytes of a form as it is filled at the moment; a Problem with place and sentence where it cannot be made.
    Result<std::string> (*made)(const FormSession&, const FontBook&, const TargetOptions&);
    /// The same of a target that is several files, in a folder of its own; null for one that is one.
    Result<std::vector<TargetFile>> (*several)(const FormSession&, const FontBook&, const TargetOptions&) = nullptr;
    bool sealed = false;  // takes a password that only whoever changes it needs
    bool flows = false;   // a text document
};

std::span<const Target> allTargets();
/// True for what fillers fill in, which is written in each of the form's languages.
bool forFillers(const Target& target);
/// The target of that key; null for none.
const Target* targetFrom(std::string_view key);

}  // namespace brindel
