// The kit: the folder that is handed over, with what was ticked, the form's file, a covering page and the sums of all.
#pragma once

#include <functional>

#include "core/targets/targets.h"
#include "core/text/fonts.h"

namespace brindel {

struct KitFile {
    std::string name;  // in the folder; of a target that is several files with a folder of its own before it
    std::string bytes;
    const Target* target = nullptr;  // null for the form's file, the covering page and the sums
    std::string language = {};       // in which it reads, where that is not the form's own
};

struct KitOptions {
    std::vector<std::string> targets;         // their keys; what is given twice counts once
    std::string_view formFile;                // the bytes of the form's file, seal and all
    const Secret* owner = nullptr;            // seals the PDF; null for none
    std::string sendTo = {};                  // as in TargetOptions
    ClassChoice classNames = {};              // as there
    PageChoice page = {};                     // as there; it posts to `sendTo`
    std::vector<std::string> languages = {};  // what fillers get is in each of these; none for the form's own alone
    const Form* before = nullptr;             // as it was handed over last; null for none
    /// Told before each file what is being made, how many are done, and of how many; false stops. May be empty.
    std::function<bool(std::string_view what, std::size_t done, std::size_t of)> step = {};
};

/// The files of a kit, in order: what was ticked, the form's file, "read-me-first.html", "manifest.json" and
/// "SHA256SUMS". The same form and options give the same bytes, but for a sealed PDF, whose keys are drawn by lot. A
/// problem where one cannot be made (its place is the target's word), where nothing is ticked, where the form has no
/// wording in a language, and where it was stopped.
Result<std::vector<KitFile>> kitOf(const FormSession& opened, const FontBook& fonts, const KitOptions& options);
/// True for the problem of a kit that was stopped.
bool isStopped(const Problem& problem);

/// Writes a kit to a folder, or to a ZIP where the path ends in ".zip": the old one stands until the new one is whole,
/// whatever happens meanwhile. A folder that holds anything but an earlier kit is refused, with a word on what that is.
Result<void> writeKit(const std::vector<KitFile>& files, const std::string& path);
/// The same as the bytes of a ZIP (PKWARE's APPNOTE 6.3), in a folder of that name.
Result<std::string> zippedKit(const std::vector<KitFile>& files, const std::string& folder);

/// The covering page: what each file is and who it is for, how to fill the form in and send it back, how well it is
/// protected.
std::string coveringPage(const Form& form, const std::vector<KitFile>& files, const KitOptions& options);

/// The form as it was handed over last before it is to `path`: what stands there, else the last kit that lies beside
/// that. Nothing where there is none, or only one of another form.
std::optional<Form> lastHandedOver(const Form& form, const std::string& path);
/// The languages that are ticked in the form and that it has still.
std::vector<std::string> languagesTicked(const Form& form);

/// The SHA-256 of bytes, as its 64 hexadecimal digits.
std::string sumOf(const std::string& bytes);

/// The name that a kit of the form has when nobody gives it one: "mooringPermit-3".
std::string kitName(const Form& form);

}  // namespace brindel
