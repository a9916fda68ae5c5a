// Styles: the sets of looks that ship, and every style of the form with its looks, edited with the sheet following.
#pragma once

#include <QScrollArea>
#include <functional>
#include <map>

#include "app/window/desk.h"
#include "core/model/style_keys.h"

class QComboBox;
class QListWidget;
class QLayout;
class QVBoxLayout;

namespace brindel {

class StylesPanel : public QScrollArea {
    Q_OBJECT
  public:
    explicit StylesPanel(Desk& desk, QWidget* parent = nullptr);
    QWidget* editorOf(Prop prop) const;
    /// Shows one style's looks.
    void choose(const std::string& style);
    std::string chosen() const { return style_; }

  signals:
    void closeAsked();

  private:
    void build();
    QLayout* builtLooks(QWidget* body);
    void addProperty(Prop prop, QVBoxLayout* column);
    static QString fromStyle(const std::string& style, Prop prop);
    void fill();
    Desk& desk_;
    std::string style_{style::text};
    QComboBox* list_ = nullptr;
    std::map<std::string, QWidget*> sets_;
    std::map<Prop, QWidget*> editors_;
    std::vector<std::function<void()>> fillers_;
};

}  // namespace brindel
