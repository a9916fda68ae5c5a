// Measurements of what people wait for, at the sizes that quality.md names. Run with tools/bench.
#include <benchmark/benchmark.h>

#include "core/edit/edits.h"
#include "core/edit/history.h"
#include "core/file/form_file.h"
#include "core/layout/guides.h"
#include "core/targets/pdf/pdf.h"

using namespace brindel;

namespace {

const FontBook& fonts() {
    static const FontBook book;
    return book;
}

/// A form of so many fields in frames of forty, with all edges close together.
Form formOf(int fields, Kind kind = Kind::dialog) {
    Form form = newForm(kind);
    Id page = kind == Kind::dialog ? rootId : form.root().children[0];
    Id frame = noControl;
    for (int i = 0; i < fields; ++i) {
        if (i % 40 == 0) {
            if (kind == Kind::document && i > 0 && i % 80 == 0) {
                Edited next = withPage(form);
                form = next.form;
                page = next.ids[0];
            }
            Control f = freshControl(Kind::frame);
            f.box = {double(i / 40 % 10) * 90, double(i / 400) * 260, 88, 250};
            Edited e = placed(form, page, f, form.find(page)->children.size());
            form = e.form;
            frame = e.ids[0];
        }
        Control c = freshControl(Kind::textBox);
        c.box = {4 + double(i % 2) * 42, 8 + double(i % 40 / 2) * 12, 40, 6};
        c.name = "txt" + std::to_string(i);
        Edited e = placed(form, frame, c, form.find(frame)->children.size());
        form = e.form;
    }
    return form;
}

void openForm2000(benchmark::State& state) {
    const std::string text = formText(formOf(int(state.range(0))));
    for (auto _ : state) benchmark::DoNotOptimize(readForm(text));
    state.SetComplexityN(state.range(0));
}
BENCHMARK(openForm2000)->Arg(500)->Arg(1000)->Arg(2000)->Arg(4000)->Unit(benchmark::kMillisecond)->Complexity();

void editAndUndo(benchmark::State& state) {
    History history(formOf(2000));
    const Ids ids = {allIds(history.now()).back()};
    for (auto _ : state) {
        history.step(shifted(history.now(), ids, 1, 0), "Move");
        history.undo();
    }
}
BENCHMARK(editAndUndo)->Unit(benchmark::kMicrosecond);

void drag500Of2000(benchmark::State& state) {
    const Form form = formOf(2000);
    Ids ids = allIds(form);
    Ids moved(ids.begin(), ids.begin() + 500);
    for (auto _ : state) {
        Snapped s = snapped(form, rootId, rootId, Box{100, 100, 300, 200}, moved, 6, {});
        benchmark::DoNotOptimize(shifted(form, moved, s.box.left - 100, 3));
    }
}
BENCHMARK(drag500Of2000)->Unit(benchmark::kMillisecond);

void pdfOf500(benchmark::State& state) {
    const Form form = formOf(500, Kind::document);
    for (auto _ : state) benchmark::DoNotOptimize(pdfOf(form, fonts()));
}
BENCHMARK(pdfOf500)->Unit(benchmark::kMillisecond);

}  // namespace

BENCHMARK_MAIN();
