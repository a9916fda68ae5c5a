// Hand over: what is still open, who receives the form, and what they get.
#pragma once

#include "app/findings/findings_panel.h"
#include "app/passes/hand_over/hand_over_panel.h"
#include "app/passes/hand_over/hand_over_strip.h"
#include "app/passes/pass_view.h"

namespace brindel {

class HandOverPass : public PassView {
    Q_OBJECT
  public:
    explicit HandOverPass(PassHost& host);

    QWidget& strip() override { return *strip_; }
    QWidget& panel() override { return *panel_; }
    Width width() const override { return {320, 290}; }
    QWidget* page() override { return findings_; }
    QString line() const override;
    void begin() override { findings_->begin(); }
    std::vector<PassOffer> offers() override;
    FindingsPanel& findings() { return *findings_; }

  private:
    void exportKit();
    void showExported(const KitWritten& came);
    PassHost& host_;
    HandOverStrip* strip_;
    HandOverPanel* panel_;
    FindingsPanel* findings_;
};

}  // namespace brindel
