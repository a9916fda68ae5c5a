#include "core/model/look_sets.h"
#include "core/model/style_keys.h"

namespace brindel {
namespace {

using std::string;

/// What a set comes to in colours. An empty colour leaves it to the desktop, or to the paper.
struct Palette {
    const char *heading, *ink, *fine, *entry;
    const char *fieldFill, *fieldEdge;
    const char *accent, *onAccent, *accentEdge;
    const char *buttonFill, *buttonEdge;
    const char *frameEdge, *headFill, *headText, *band;
    double lineWidth;  // points
};

constexpr Palette chart = {"#1F3A5F", "#22303C", "#4F5D6B", "#0F2F57", "#F3F7FB", "#7F95AB", "#1F5A93", "#FFFFFF",
                           "#17456F", "#E9EFF5", "#8FA3B7", "#A7B7C7", "#DCE7F2", "#1F3A5F", "#F3F7FB", 0.6};
constexpr Palette ledger = {"#000000", "#111111", "#444444", "#000000", "",        "#333333", "#222222", "#FFFFFF",
                            "#000000", "#FFFFFF", "#333333", "#333333", "#E6E6E6", "#000000", "#F4F4F4", 0.5};
constexpr Palette lantern = {"#7A3B16", "#33261C", "#6A5646", "#4A2A10", "#FCF7EE", "#B0967A", "#9A4B1C", "#FFFFFF",
                             "#733512", "#F5EADB", "#BDA489", "#C6B19A", "#F1E3CC", "#5C2E12", "#FBF5EA", 0.7};

Styles stylesFrom(const Palette& p, Kind rootKind) {
    using enum Prop;
    const bool printed = rootKind == Kind::document;
    Styles styles = startingStyles(rootKind);
    auto set = [&](std::string_view key, std::vector<std::pair<Prop, string>> look) {
        for (Style& s : styles)
            if (s.key == key)
                for (const auto& [prop, value] : look) s.look.set(prop, value);
    };
    auto width = [&](std::string_view key) {
        for (Style& s : styles)
            if (s.key == key) s.look.set(borderWidth, p.lineWidth);
    };
    set(style::title, {{textColour, p.heading}});
    set(style::heading, {{textColour, p.heading}});
    set(style::text, {{textColour, p.ink}});
    set(style::finePrint, {{textColour, p.fine}});
    set(style::field, {{textColour, p.ink}, {borderColour, p.fieldEdge}});
    if (printed) set(style::field, {{fillColour, p.fieldFill}});
    set(style::entry, {{textColour, p.entry}});
    set(style::mainButton, {{fillColour, p.accent}, {textColour, p.onAccent}, {borderColour, p.accentEdge}});
    set(style::button, {{fillColour, p.buttonFill}, {textColour, p.ink}, {borderColour, p.buttonEdge}});
    set(style::frame, {{textColour, p.heading}, {borderColour, p.frameEdge}});
    set(style::tableHead, {{fillColour, p.headFill}, {textColour, p.headText}});
    set(style::tableBand, {{fillColour, p.band}});
    if (printed)
        for (std::string_view key : {style::field, style::frame}) width(key);
    return styles;
}

LookSet made(const char* key, const char* word, const char* says, const Palette& p, const char* ground) {
    return {key, word, says, stylesFrom(p, Kind::dialog), stylesFrom(p, Kind::document), ground};
}

}  // namespace

const std::vector<LookSet>& lookSets() {
    static const std::vector<LookSet> sets = {
        {"quay", "Quay", "Quiet green; dialogs keep the desktop's colours.", startingStyles(Kind::dialog),
         startingStyles(Kind::document), ""},
        made("chart", "Chart", "Blue, for forms of an office.", chart, "#F4F6F9"),
        made("ledger", "Ledger", "Black lines on white, for printing and copying.", ledger, "#FFFFFF"),
        made("lantern", "Lantern", "Warm brown on cream.", lantern, "#FAF5EC"),
    };
    return sets;
}

const LookSet* lookSetOf(const Form& form) {
    for (const LookSet& set : lookSets())
        if (form.styles && *form.styles == set.styles(form.root().kind)) return &set;
    return nullptr;
}

}  // namespace brindel
