// The form fields of a PDF and the widgets they are seen by (ISO 32000, 12.7 and 12.5.6.19).
#pragma once

#include <unordered_map>

#include "core/targets/pdf/pdf_build.h"
#include "core/targets/pdf/pdf_names.h"
#include "core/targets/pdf/pdf_scripts.h"

namespace brindel {

class PdfFields {
  public:
    PdfFields(PdfBuild& build, const PdfScripts& scripts)
        : build_(build), scripts_(scripts), names_(spokenNames(build.parts, build.designed)) {
        for (const Leaf& leaf : build.leaves) eachOn(leaf, [&](const Control& c) { ++seen_[c.id]; });
    }
    /// Adds the widgets of a leaf, in the order of the route: a viewer goes through a page's annotations as they are
    /// listed where it does not go along the structure.
    void add(const Leaf& leaf, std::size_t page);
    /// Writes the form dictionary into the catalogue. Call once, after all leaves and fonts.
    void finish();

  private:
    struct KindRow;
    static const KindRow* rowOf(Kind kind);

    /// What is filled or pressed on a leaf, in the order of the route.
    void eachOn(const Leaf& leaf, const std::function<void(const Control&)>& visit) const;
    QPDFObjectHandle kidsOf(const std::string& group);
    QPDFObjectHandle fieldOf(const Control& c);
    void describe(QPDFObjectHandle field, const Control& c);
    QPDFObjectHandle addWidget(const Control& c, const Leaf& leaf, std::size_t page);
    void addTickLooks(QPDFObjectHandle widget, const Control& c, const Box& square);
    QPDFObjectHandle named(const char* name);
    QPDFObjectHandle edge(double at);
    QPDFObjectHandle boxOf(const Box& box);
    void keepMade(QPDFObjectHandle field, const Control& c, QPDFObjectHandle look);
    QPDFObjectHandle appearance(const std::string& content, const Box& box);
    QPDFObjectHandle tickAppearance(const Drawing& drawing, const Box& box);
    std::string appearanceString(const Control& c, const Look& look);
    const Shown& shownOf(const Control& c);
    Shown startOf(const Control& c) const;

    // what the rows of kinds do
    void text(QPDFObjectHandle field, const Control& c, int& flags);
    void tick(QPDFObjectHandle field, const Control& c, int& flags);
    void question(QPDFObjectHandle field, const Control& c, int& flags);
    void combo(QPDFObjectHandle field, const Control& c, int& flags);
    void list(QPDFObjectHandle field, const Control& c, int& flags);
    void signature(QPDFObjectHandle field, const Control& c, int& flags);
    void button(QPDFObjectHandle widget, QPDFObjectHandle character, const Control& c, std::size_t page);
    void picture(QPDFObjectHandle widget, QPDFObjectHandle character, const Control& c, std::size_t page);
    void addOptions(QPDFObjectHandle field, const Control& c);

    PdfBuild& build_;
    const PdfScripts& scripts_;
    SpokenNames names_;
    std::unordered_map<Id, int> seen_;  // on how many leaves: what stands beside tabs is seen on every one of theirs
    QPDFObjectHandle lock_ = QPDFObjectHandle::newNull();  // of all signatures
    Shown starting_;
    QPDFObjectHandle roots_ = QPDFObjectHandle::newArray();
    std::unordered_map<std::string, QPDFObjectHandle> fields_, groups_;  // by the whole name
    std::unordered_map<std::string, QPDFObjectHandle> tickLooks_;        // by size and content
    std::unordered_map<double, QPDFObjectHandle> edges_;
    std::map<std::pair<double, double>, QPDFObjectHandle> boxes_;  // by width and height
    std::unordered_map<std::string_view, QPDFObjectHandle> commonNames_;
};

}  // namespace brindel
