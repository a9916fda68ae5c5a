// A form on the screen, and a filler's hands on it.
#pragma once

#include <gtest/gtest.h>

#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>

#include "filler/drawing_painter.h"
#include "filler/form_to_fill.h"
#include "tests/support.h"

namespace brindel::test {

/// The day that it is while tests fill forms.
inline constexpr Day fillingDay{std::chrono::year(2026), std::chrono::month(4), std::chrono::day(1)};

inline void settle() {
    for (int i = 0; i < 4; ++i) QCoreApplication::processEvents();
}

struct FillerHands {
    explicit FillerHands(Form form)
        : session(std::move(form), fillingDay), view(session, fonts(), session.form().isDialog() ? 1 : 96 / 25.4) {
        view.show();
        (void)QTest::qWaitForWindowExposed(&view);
        view.activateWindow();
        (void)QTest::qWaitForWindowActive(&view);
        view.begin();
        settle();
    }
    FormSession session;
    FormToFill view;

    const Control& at(const char* name) { return named(session.form(), name); }
    Id id(const char* name) { return at(name).id; }
    template <class W>
    W* widget(const char* name) {
        return qobject_cast<W*>(view.widgetOf(id(name)));
    }
    /// The name of the control that has the focus.
    std::string focused() {
        for (QWidget* w = QApplication::focusWidget(); w && w != &view; w = w->parentWidget()) {
            const QVariant control = w->property("control");
            if (control.isValid()) return session.form().find(Id(control.toUInt()))->name;
            if (session.form().named(fromQt(w->objectName()))) return fromQt(w->objectName());
        }
        return "";
    }
    static void type(const QString& text) {
        QTest::keyClicks(QApplication::focusWidget(), text);
        settle();
    }
    void key(Qt::Key key, Qt::KeyboardModifiers keys = {}) {
        QTest::keyClick(QApplication::focusWidget() ? QApplication::focusWidget() : &view, key, keys);
        settle();
    }
    /// The names of the stops that the Tab key goes through, from the one that has the focus.
    std::vector<std::string> tabbed(int times) {
        std::vector<std::string> names{focused()};
        for (int i = 1; i < times; ++i) {
            key(Qt::Key_Tab);
            names.push_back(focused());
        }
        return names;
    }
};

}  // namespace brindel::test
