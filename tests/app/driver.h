// Hands and eyes for the window tests.
#pragma once

#include <gtest/gtest.h>

#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>

#include "app/details/details.h"
#include "app/passes/lay_out/strip.h"
#include "app/passes/try_out/try_pane.h"
#include "app/rail/rail.h"
#include "app/sheet/sheet.h"
#include "app/window/jot_line.h"
#include "app/window/main_window.h"
#include "filler/drawing_painter.h"
#include "tests/support.h"

namespace brindel::test {

/// A designer's window on the screen, and a person's hands on it.
class Driver {
  public:
    explicit Driver(Form form = newForm(Kind::dialog), QSize size = {1280, 800}) : window(std::move(form)) {
        window.resize(size);
        window.show();
        (void)QTest::qWaitForWindowExposed(&window);
        window.activateWindow();  // a bare X server has nobody who gives the focus
        (void)QTest::qWaitForWindowActive(&window);
        // A test before may have ended with a key held down.
        for (int key : {Qt::Key_Control, Qt::Key_Shift, Qt::Key_Alt})
            QTest::keyRelease(window.windowHandle(), Qt::Key(key));
        window.zoomToFit();
        settle();
    }
    ~Driver() { window.desk().open(newForm(Kind::dialog), {}); }

    MainWindow window;
    Sheet& sheet() { return window.sheet(); }
    Desk& desk() { return window.desk(); }
    const Form& form() { return window.desk().form(); }
    const Control& at(const char* name) { return named(form(), name); }

    static void settle() {
        for (int i = 0; i < 4; ++i) QCoreApplication::processEvents();
    }
    QPoint on(Id id) { return sheet().placeOf(id).center().toPoint(); }
    QPoint on(const char* name) { return on(at(name).id); }
    QPoint spot(double x, double y) { return sheet().place(desk().surfaceInHand(), {x, y}).toPoint(); }

    void click(QPoint p, Qt::KeyboardModifiers keys = {}) {
        QTest::mouseClick(&sheet(), Qt::LeftButton, keys, p);
        settle();
    }
    void drag(QPoint from, QPoint to, Qt::KeyboardModifiers keys = {}) {
        QTest::mousePress(&sheet(), Qt::LeftButton, keys, from);
        for (int i = 1; i <= 4; ++i) move(from + (to - from) * i / 4, keys);
        QTest::mouseRelease(&sheet(), Qt::LeftButton, keys, to);
        settle();
    }
    void key(int k, Qt::KeyboardModifiers keys = {}) {
        QTest::keyClick(QApplication::focusWidget() ? QApplication::focusWidget() : &sheet(), Qt::Key(k), keys);
        settle();
    }
    void type(const QString& text) {
        QWidget* focus = QApplication::focusWidget();
        QTest::keyClicks(focus ? focus : &sheet(), text);
        settle();
    }
    void command(const char* name) {
        QAction* action = window.command(name);
        ASSERT_NE(action, nullptr) << name;
        ASSERT_TRUE(action->isEnabled()) << name;
        action->trigger();
        settle();
    }
    void jot(const QString& text) {
        command("jot");
        window.jotLine().setText(text);
        key(Qt::Key_Return);
    }

    void move(QPoint to, Qt::KeyboardModifiers keys) {
        QMouseEvent event(QEvent::MouseMove, to, sheet().mapToGlobal(to), Qt::NoButton, Qt::LeftButton, keys);
        QApplication::sendEvent(&sheet(), &event);
        settle();
    }
};

}  // namespace brindel::test
