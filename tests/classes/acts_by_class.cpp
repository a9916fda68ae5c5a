// The acts of tests/acts by the hands of somebody who fills in the C++ class of a form: a line of JSON a call, as
// tests/outside/saying.h has it. All that is known of the class are the names of the form.
#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>
#include <iostream>
#include <nlohmann/json.hpp>

#include "core/file/form_file.h"
#include "core/model/form_index.h"
#include "tests/classes/classes.h"
#include "tests/support.h"

namespace brindel::test {
namespace {

using Json = nlohmann::ordered_json;

std::string plain(const QString& text) {
    return text.toStdString();
}

class ClassHands {
  public:
    explicit ClassHands(const KnownClass& known)
        : form_(readForm(textOf(known.formFile)).value().form), window_(known.make()) {
        window_->setNow(QDate(2026, 4, 1), QTime(10, 0));
        window_->window().show();
        QApplication::processEvents();
    }

    void act(const Json& act) {
        const std::string what = act[0], name = act.size() > 1 ? act[1].get<std::string>() : "";
        window_->answerWith(act.size() > 3 && act[3] == true);
        const auto index = form_.index();
        const Id id = index->answering(name) ? index->answering(name) : index->named(name);
        QWidget* widget = what == "choose" ? buttonFor(id, act[2]) : form_.find(id) ? reached(id) : reached(name);
        if (what == "accept") widget = acceptButton();
        if (what == "close") window_->window().close();
        if (!widget) return;
        if (what != "press" && what != "accept") widget->setFocus();
        if (what == "type" || what == "letters") type(widget, act[2]);
        if (what == "tick" || what == "choose") tick(widget, what == "choose" || act[2].get<bool>());
        if (what == "pick") pick(widget, act[2].get<std::set<int>>());
        if (what == "step")
            for (int i = 0; i < std::abs(act[2].get<int>()); ++i)
                QTest::keyClick(QApplication::focusWidget(), act[2] > 0 ? Qt::Key_Up : Qt::Key_Down);
        if (what == "row") row(widget, act[2] > 0);
        if (what == "press" || what == "accept") qobject_cast<QAbstractButton*>(widget)->click();
        if (what != "press" && what != "accept" && what != "letters" && what != "enter" && what != "row") leave();
        QApplication::processEvents();
    }

    Json standing() {
        Json all = {
            {"held", Json::object()}, {"seen", Json::object()}, {"open", Json::object()}, {"wrongs", Json::array()}};
        const auto index = form_.index();
        for (Id id : index->fields()) {
            const std::string& name = index->answerName(id);
            QWidget* widget = window_->window().findChild<QWidget*>(QString::fromStdString(form_.find(id)->name));
            if (!widget) continue;
            all["seen"][name] = !isHidden(widget);
            if (QLineEdit* line = lineOf(widget)) all["held"][name] = plain(line->text());
            if (auto* area = qobject_cast<QPlainTextEdit*>(widget)) all["held"][name] = plain(area->toPlainText());
            if (auto* box = qobject_cast<QComboBox*>(widget)) all["held"][name] = plain(box->currentText());
            if (auto* tick = qobject_cast<QCheckBox*>(widget)) all["held"][name] = tick->isChecked();
        }
        for (const auto& [name, sentence] : window_->complaints())
            all["wrongs"].push_back({plain(name), plain(sentence)});
        const ClassWindow::Did did = window_->takeDone();
        all["said"] = Json::array();
        for (const QString& one : did.said) all["said"].push_back(plain(one));
        all["accepted"] = did.accepted;
        all["left"] = did.left;
        const auto values = QJsonDocument(window_->toJson().value("values").toObject()).toJson();
        all["values"] = Json::parse(values.toStdString());
        if (did.accepted || did.left) window_->window().show();
        return all;
    }

  private:
    static QLineEdit* lineOf(QWidget* widget) {
        if (auto* spin = qobject_cast<QAbstractSpinBox*>(widget)) return spin->findChild<QLineEdit*>();
        return qobject_cast<QLineEdit*>(widget);
    }
    bool isHidden(const QWidget* widget) const {
        for (; widget && widget != &window_->window(); widget = widget->parentWidget()) {
            const auto* stack = qobject_cast<QStackedWidget*>(widget->parentWidget());
            const auto* tabs = stack ? qobject_cast<QTabWidget*>(stack->parentWidget()) : nullptr;
            if (tabs && !tabs->isTabVisible(tabs->indexOf(const_cast<QWidget*>(widget)))) return true;
            if (!tabs && widget->isHidden()) return true;
        }
        return false;
    }
    /// The widget that a filler can get at; null for one that is hidden or shut.
    QWidget* reached(Id id) {
        const Control* c = form_.find(id);
        return reached(c ? c->name : "");
    }
    QWidget* reached(const std::string& name) {
        QWidget* widget = name.empty() ? nullptr : window_->window().findChild<QWidget*>(QString::fromStdString(name));
        return widget && !isHidden(widget) && widget->isEnabledTo(&window_->window()) ? widget : nullptr;
    }
    QWidget* buttonFor(Id question, const Json& value) {
        for (Id one : form_.index()->radioGroupOf(question))
            if (valueWhenOn(*form_.find(one)) == value) return reached(one);
        return nullptr;
    }
    QWidget* acceptButton() {
        QWidget* found = nullptr;
        form_.controls.each([&](Id id, const Control& c) {
            if (c.is().pressed && c.as<ButtonRole>() == ButtonRole::accept) found = reached(id);
        });
        return found;
    }
    static void type(QWidget* widget, const std::string& said) {
        const QString text = QString::fromStdString(said);
        QLineEdit* line = lineOf(widget);
        if (auto* box = qobject_cast<QComboBox*>(widget)) {
            line = box->lineEdit();
            const int at = box->findText(text);
            if (!line && (at >= 0 || text.isEmpty())) {
                box->setCurrentIndex(at);
                emit box->activated(at);
            }
        }
        if (!line) line = widget->findChild<QLineEdit*>();  // another answer of a group
        if (line && !line->isReadOnly()) {
            line->selectAll();
            text.isEmpty() ? line->del() : line->insert(text);
        }
        if (auto* area = qobject_cast<QPlainTextEdit*>(widget); area && !area->isReadOnly()) {
            area->selectAll();
            area->insertPlainText(text);
        }
    }
    static void tick(QWidget* widget, bool on) {
        if (auto* button = qobject_cast<QAbstractButton*>(widget); button && button->isChecked() != on) button->click();
    }
    static void pick(QWidget* widget, const std::set<int>& lines) {
        if (auto* list = qobject_cast<QListWidget*>(widget)) {
            const bool ticks = list->count() > 0 && list->item(0)->data(Qt::CheckStateRole).isValid();
            if (!ticks) list->clearSelection();
            for (int i = 0; i < list->count(); ++i)
                if (ticks)
                    list->item(i)->setCheckState(lines.contains(i) ? Qt::Checked : Qt::Unchecked);
                else
                    list->item(i)->setSelected(lines.contains(i));
            return;
        }
        const auto buttons = widget->findChildren<QAbstractButton*>();
        for (int i = 0; i < buttons.size(); ++i)
            tick(buttons[i], lines.contains(i) || (buttons[i]->autoExclusive() && buttons[i]->isChecked()));
    }
    void row(QWidget* table, bool more) {
        for (QWidget* at = table; at; at = at->parentWidget())
            for (auto* one : at->findChildren<QToolButton*>())
                if (one->text() == (more ? "Add a row" : "Remove the last row") && one->isVisible())
                    return one->click();
    }
    void leave() {
        if (QWidget* focused = QApplication::focusWidget()) focused->clearFocus();
    }

    Form form_;
    std::unique_ptr<ClassWindow> window_;
};

}  // namespace
}  // namespace brindel::test

int main(int argc, char** argv) {
    using namespace brindel::test;
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication qt(argc, argv);
    std::string line;
    while (std::getline(std::cin, line)) {
        const Json call = Json::parse(line);
        const std::string file = call.at("form");
        const std::string name = QFileInfo(QString::fromStdString(file)).completeBaseName().toStdString();
        ClassHands hands(knownClasses().at(name));
        Json after = Json::array({hands.standing()});
        for (const Json& act : call.at("acts")) {
            hands.act(act);
            after.push_back(hands.standing());
        }
        std::cout << after.dump() << std::endl;
    }
}
