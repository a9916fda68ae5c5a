// The same acts by a filler's hands: in the widgets of the form on the screen.
#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>

#include "filler/choice_field.h"
#include "filler/drawing_painter.h"
#include "filler/form_to_fill.h"
#include "filler/ink_fields.h"
#include "filler/say_over.h"
#include "filler/special_widgets.h"
#include "tests/outside/saying.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::string plain(const QString& text) {
    return text.toStdString();
}

struct FillerHands : Driver {
    FillerHands(Form form, Day day, int minutes)
        : session_(std::move(form), day, minutes),
          view_(session_, fonts(), session_.form().isDialog() ? 1 : 96 / 25.4) {
        QObject::connect(&view_, &FormToFill::accepted, [this] { note("accepted"); });
        QObject::connect(&view_, &FormToFill::left, [this] { note("left"); });
        QObject::connect(&view_, &FormToFill::putAway, [this] { note("putAway"); });
        QObject::connect(&view_, &FormToFill::acceptedAndGoesOn, [this](const std::string& reply) {
            outcomes_.push_back({{"then", "goesOn"}, {"reply", Json::parse(reply)}});
        });
    }
    FormSession& session() override { return session_; }
    void opened() override {
        view_.show();
        view_.begin();
        view_.opened();
    }
    void type(Id id, const std::string& text) override {
        QWidget* widget = reached(id);
        if (!widget) return;
        const QString typed = toQt(text);
        QLineEdit* line = qobject_cast<QLineEdit*>(widget);
        if (auto* number = qobject_cast<NumberField*>(widget)) line = number->edit();
        if (auto* signature = qobject_cast<SignatureField*>(widget)) line = signature->edit();
        if (auto* choices = qobject_cast<ChoiceField*>(widget)) line = choices->other();
        if (auto* box = qobject_cast<QComboBox*>(widget)) {
            line = box->lineEdit();
            if (!line) {
                const int at = box->findText(typed);
                if (at < 0 && !text.empty()) return;
                box->setCurrentIndex(at);
                emit box->activated(at);
                return;
            }
        }
        if (qobject_cast<SignatureField*>(widget) && !line) {
            // Without a pointer a name is typed.
            QTest::keyClick(widget, Qt::Key_Delete);
            for (const char32_t letter : typed.toStdU32String()) {
                QKeyEvent key(QEvent::KeyPress, 0, Qt::NoModifier, QString::fromUcs4(&letter, 1));
                QApplication::sendEvent(widget, &key);
            }
        } else if (line && !line->isReadOnly()) {
            line->selectAll();
            typed.isEmpty() ? line->del() : line->insert(typed);
        } else if (auto* area = qobject_cast<QPlainTextEdit*>(widget); area && !area->isReadOnly()) {
            area->selectAll();
            area->insertPlainText(typed);
        } else if (auto* rich = qobject_cast<QTextEdit*>(widget); rich && !rich->isReadOnly()) {
            rich->selectAll();
            rich->insertPlainText(typed);
        }
    }
    void tick(Id id, bool on) override {
        auto* button = qobject_cast<QAbstractButton*>(reached(id));
        if (button && button->isChecked() != on) button->click();
    }
    void pick(Id id, const std::vector<std::size_t>& lines) override {
        QWidget* widget = reached(id);
        const auto picked = [&](int line) { return std::ranges::find(lines, std::size_t(line)) != lines.end(); };
        if (auto* list = qobject_cast<QListWidget*>(widget)) {
            const bool ticks = session_.form().find(id)->yes(Prop::tickMarks);
            if (!ticks) list->clearSelection();
            for (int i = 0; i < list->count(); ++i)
                if (ticks)
                    list->item(i)->setCheckState(picked(i) ? Qt::Checked : Qt::Unchecked);
                else
                    list->item(i)->setSelected(picked(i));
        } else if (auto* choices = qobject_cast<ChoiceField*>(widget)) {
            for (int i = 0; i < int(choices->buttons().size()); ++i)
                if (QAbstractButton* one = choices->buttons()[i]; one->isChecked() != picked(i)) one->click();
        }
    }
    void step(Id id, int steps) override {
        QWidget* widget = reached(id);
        for (int i = 0; widget && i < std::abs(steps); ++i)
            QTest::keyClick(widget, steps > 0 ? Qt::Key_Up : Qt::Key_Down);
    }
    void row(Id table, bool more) override {
        QWidget* widget = view_.widgetOf(table);
        auto* holder = widget ? view_.findChild<QWidget*>("rows-" + widget->objectName()) : nullptr;
        auto* button = holder ? holder->findChild<QToolButton*>(more ? "addRow" : "removeRow") : nullptr;
        if (button && button->isVisible()) button->click();
    }
    void press(Id id) override {
        if (auto* button = qobject_cast<QAbstractButton*>(reached(id))) button->click();
    }
    void accept() override {
        if (const Id button = session_.acceptButton()) return press(button);
        const Outcome outcome = session_.accept();
        if (outcome.then == Outcome::Then::accepted) note("accepted");
    }
    void enter(Id id) override { reached(id); }
    void leave(Id) override {
        if (QWidget* focused = QApplication::focusWidget()) focused->clearFocus();
        QCoreApplication::processEvents();
    }
    void close() override { view_.askToLeave(); }
    std::optional<std::string> seenIn(Id id) override {
        QWidget* widget = view_.widgetOf(id);
        if (auto* number = qobject_cast<NumberField*>(widget)) widget = number->edit();
        if (auto* box = qobject_cast<QComboBox*>(widget)) return plain(box->currentText());
        if (auto* line = qobject_cast<QLineEdit*>(widget)) return plain(line->text());
        if (auto* area = qobject_cast<QPlainTextEdit*>(widget)) return plain(area->toPlainText());
        return std::nullopt;
    }
    void answerAll(bool yes) override {
        // What is only said has one way, and is read.
        for (int i = 0; i < 50; ++i) {
            QCoreApplication::processEvents();
            QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
            if (!view_.saying().isVisible()) return;
            outcomes_.push_back({{"then", "stay"}, {"says", {plain(view_.saying().sentence())}}});
            auto* way = view_.saying().findChild<QPushButton*>(session_.asking() && !yes ? "sayWay1" : "sayWay0");
            if (!way) return;
            way->click();
        }
    }
    Json outcomes() override { return std::exchange(outcomes_, Json::array()); }

  private:
    /// The widget of a field that a filler can get at, with the cursor in it; null for one that is hidden or shut.
    QWidget* reached(Id id) {
        if (!session_.usable(id)) return nullptr;
        view_.goTo(id);
        QWidget* widget = view_.widgetOf(id);
        if (!widget || !widget->isVisible() || !widget->isEnabled()) return nullptr;
        if (widget->focusPolicy() != Qt::NoFocus) widget->setFocus();
        return widget;
    }
    void note(const char* then) { outcomes_.push_back({{"then", then}}); }
    FormSession session_;
    FormToFill view_;
    Json outcomes_ = Json::array();
};

}  // namespace

int main(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication qt(argc, argv);
    answerCalls(
        [](Form form, Day day, int minutes) { return std::make_unique<FillerHands>(std::move(form), day, minutes); });
}
