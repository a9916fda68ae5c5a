// What a designer's hand waits for on the sheet, painted offscreen at 1280x800.
#include <benchmark/benchmark.h>

#include <QtWidgets/QtWidgets>

#include "app/sheet/sheet.h"
#include "app/window/main_window.h"
#include "bench/forms.h"

using namespace brindel;
using namespace brindel::bench;

namespace {

void mouse(QWidget& widget, QEvent::Type type, QPoint at) {
    QMouseEvent event(type, at, widget.mapToGlobal(at), type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton,
                      type == QEvent::MouseButtonRelease ? Qt::NoButton : Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&widget, &event);
}

/// Dragging 500 of 2,000 controls: guides, the new form, and the sheet painted.
void dragFrame(benchmark::State& state) {
    Desk desk(formOf(2000));
    Sheet sheet(desk);
    sheet.resize(1280, 800);
    QPixmap screen(1280, 800);
    // Every 52nd is a frame with forty fields: half of the first 25 frames' fields.
    Ids moved;
    for (Id id : allIds(desk.form()))
        if (desk.form().find(id)->kind == Kind::textBox && moved.size() < 500) moved.push_back(id);
    desk.select(moved);
    sheet.render(&screen);
    const QPoint from = sheet.placeOf(moved[0]).center().toPoint();
    mouse(sheet, QEvent::MouseButtonPress, from);
    int step = 0;
    for (auto _ : state) {
        mouse(sheet, QEvent::MouseMove, from + QPoint(8 + step % 40, 6 + step % 23));
        sheet.render(&screen);
        ++step;
    }
    mouse(sheet, QEvent::MouseButtonRelease, from);
}
BENCHMARK(dragFrame)->Unit(benchmark::kMillisecond);

void paintAfterEdit(benchmark::State& state) {
    Desk desk(formOf(2000));
    Sheet sheet(desk);
    sheet.resize(1280, 800);
    QPixmap screen(1280, 800);
    sheet.render(&screen);
    const Id id = allIds(desk.form()).back();
    for (auto _ : state) {
        desk.edit(shifted(desk.form(), {id}, 1, 0), "Move");
        desk.undo();
    }
}
BENCHMARK(paintAfterEdit)->Unit(benchmark::kMillisecond);

/// Dragging 100 of 1,000 controls of a document: its page is painted as it is printed.
void dragFrameOnPaper(benchmark::State& state) {
    Form form = formOf(1000, Kind::document);
    // All on the first page, where they are seen.
    Desk desk(form);
    Sheet sheet(desk);
    sheet.resize(1280, 800);
    QPixmap screen(1280, 800);
    Ids moved;
    for (Id id : allIds(form))
        if (form.find(id)->kind == Kind::textBox && moved.size() < 100) moved.push_back(id);
    desk.select(moved);
    sheet.render(&screen);
    const QPoint from = sheet.placeOf(moved[0]).center().toPoint();
    mouse(sheet, QEvent::MouseButtonPress, from);
    int step = 0;
    for (auto _ : state) {
        mouse(sheet, QEvent::MouseMove, from + QPoint(8 + step % 40, 6 + step % 23));
        sheet.render(&screen);
        ++step;
    }
    mouse(sheet, QEvent::MouseButtonRelease, from);
}
BENCHMARK(dragFrameOnPaper)->Unit(benchmark::kMillisecond);

/// A letter typed in Try among so many fields, until the window has painted it.
void keystrokeInTry(benchmark::State& state) {
    MainWindow window(formOf(int(state.range(0)), Kind(state.range(1))));
    window.resize(1280, 800);
    window.show();
    window.setPass(Pass::tryOut);
    QCoreApplication::processEvents();
    QWidget* field = QApplication::focusWidget();
    bool adds = true;
    for (auto _ : state) {
        QKeyEvent press(QEvent::KeyPress, adds ? Qt::Key_A : Qt::Key_Backspace, Qt::NoModifier, adds ? "a" : "");
        QApplication::sendEvent(field, &press);
        QCoreApplication::processEvents();
        adds = !adds;
    }
    window.setPass(Pass::layOut);
    window.desk().open(newForm(Kind::dialog), {});
}
BENCHMARK(keystrokeInTry)
    ->Args({1000, int(Kind::dialog)})
    ->Args({2000, int(Kind::dialog)})
    ->Args({2000, int(Kind::document)})
    ->Unit(benchmark::kMillisecond);

}  // namespace
