// The look of a page: declarations of CSS that are used more than once become classes, colours become custom properties
// with a counterpart for the dark. Private to targets/html.
#pragma once

#include <map>
#include <vector>

#include "core/model/looks.h"

namespace brindel::html {

/// A colour's counterpart where the ground is dark: letters light enough to be read, grounds of the same hue.
Colour darkGround(Colour light);
Colour darkLetters(Colour light, Colour darkGround);
Colour darkEdge(Colour light);
/// True for a ground that is dark already: it stays as it is in the dark, with the letters on it.
bool isDarkAlready(Colour ground);

class LookSheet {
  public:
    explicit LookSheet(const Form& form);

    /// The class for declarations, "l3"; empty for none. Those of the same words share one. `wide` holds only where the
    /// page has room for columns.
    std::string classFor(const std::string& declarations, bool wide = false);
    /// What a control looks like, or what is typed into it, as declarations.
    std::string lookOf(const Control& c, bool entry = false);
    /// The sheets: custom properties, light and dark, and the classes that hold everywhere; those of wide pages.
    std::string written() const;
    std::string writtenWide() const;
    /// Letters of the form's text in points: what all others are measured by.
    double basePoints() const { return base_; }
    const std::string& family() const { return family_; }

  private:
    std::string colour(const Control& c, Prop prop, bool entry, Colour light, Colour dark);

    const Form& form_;
    double base_ = 10;
    std::string family_;
    std::vector<std::string> classes_, wideClasses_;
    std::map<std::string, std::size_t> known_, knownWide_;
    std::vector<std::pair<std::string, std::pair<Colour, Colour>>> colours_;
    std::map<std::string, std::string> named_;  // by name and both colours
    int own_ = 0;
};

/// A family's name for CSS, with what stands in for it.
std::string fontStack(const std::string& family);

}  // namespace brindel::html
