// Measurements of what people wait for, at the sizes that quality.md names. Run with tools/bench.
#include <benchmark/benchmark.h>
#include <fmt/format.h>
#include <malloc.h>

#include <QApplication>

#include "bench/forms.h"
#include "core/arrangement/arrangement.h"
#include "core/check/check.h"
#include "core/draw/draw_control.h"
#include "core/edit/edits.h"
#include "core/edit/history.h"
#include "core/edit/renaming.h"
#include "core/edit/routing.h"
#include "core/file/form_file.h"
#include "core/intake/proposal.h"
#include "core/jot/lay_out.h"
#include "core/layout/guides.h"
#include "core/order/access_keys.h"
#include "core/session/form_session.h"
#include "core/targets/odf/odt.h"
#include "core/targets/ooxml/docx.h"
#include "core/targets/pdf/pdf.h"

using namespace brindel;
using namespace brindel::bench;

namespace {

const FontBook& fonts() {
    static const FontBook book;
    return book;
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

/// A form of so many fields as a PDF: tagged, computing; sealed where the second number says so.
void pdfOfMany(benchmark::State& state) {
    const Form form = formOf(int(state.range(0)), Kind::document);
    const Secret owner("tide and weather 7");
    for (auto _ : state)
        benchmark::DoNotOptimize(pdfOf(form, fonts(), nullptr, {.owner = state.range(1) ? &owner : nullptr}));
}
BENCHMARK(pdfOfMany)->Args({500, 0})->Args({500, 1})->Args({1000, 0})->Args({2000, 0})->Unit(benchmark::kMillisecond);

/// A text document, DOCX or ODT, of so many fields.
void documentOfMany(benchmark::State& state) {
    const FormSession session(formOf(int(state.range(0))), todayHere());
    for (auto _ : state)
        benchmark::DoNotOptimize(state.range(1) ? odtOf(session, {.blank = true}) : docxOf(session, {.blank = true}));
}
BENCHMARK(documentOfMany)
    ->Args({500, 0})
    ->Args({500, 1})
    ->Args({1000, 0})
    ->Args({2000, 0})
    ->Unit(benchmark::kMillisecond);

/// A table of so many rows and 40 columns, and what is proposed of it.
void proposalOfTable(benchmark::State& state) {
    std::string table;
    for (int c = 0; c < 40; ++c) table += (c ? ",Column " : "Column ") + std::to_string(c);
    for (std::int64_t r = 0; r < state.range(0); ++r) {
        table += '\n';
        for (std::int64_t c = 0; c < 40; ++c)
            table += (c ? "," : "") + (c % 4 == 0   ? std::to_string((r * 7 + c) % 1000) + ".5"
                                       : c % 4 == 1 ? "2026-04-" + std::to_string(10 + (r + c) % 20)
                                       : c % 4 == 2 ? std::string(r % 3 ? "Steel" : "Timber")
                                                    : "Boat " + std::to_string(r * 40 + c));
    }
    for (auto _ : state) {
        const auto items = intake::itemsFrom(table);
        if (!items) state.SkipWithError("not read");
        benchmark::DoNotOptimize(intake::proposalOf(*items));
    }
    state.counters["MiB"] = double(table.size()) / double(1 << 20);
}
BENCHMARK(proposalOfTable)->Arg(25'000)->Arg(50'000)->Arg(100'000)->Unit(benchmark::kMillisecond);

void standingsOf2000Names(benchmark::State& state) {
    const Form form = labelledFormOf(1000);
    for (auto _ : state) benchmark::DoNotOptimize(nameStandings(form));
}
BENCHMARK(standingsOf2000Names)->Unit(benchmark::kMillisecond);

void anotherSchemeFor2000(benchmark::State& state) {
    const Form form = labelledFormOf(1000);
    for (auto _ : state) benchmark::DoNotOptimize(underScheme(form, *shippedScheme("dataColumns"), OwnNames::recast));
}
BENCHMARK(anotherSchemeFor2000)->Unit(benchmark::kMillisecond);

void routeByReading(benchmark::State& state) {
    const Form form = labelledFormOf(int(state.range(0)) / 2);
    for (auto _ : state) benchmark::DoNotOptimize(routedByReading(form));
    state.SetComplexityN(state.range(0));
}
BENCHMARK(routeByReading)->Arg(500)->Arg(1000)->Arg(2000)->Unit(benchmark::kMillisecond)->Complexity();

void arrangementOfMany(benchmark::State& state) {
    // Pairs in two columns of one container: the longest run of rows that might be columns and are not.
    std::string rows;
    for (int i = 0; i < state.range(0) / 4; ++i) rows += fmt::format("Field {0}: text 8; Other {0}: text 8\n", i);
    const Form form = laidOut(readJotting(rows).value(), newForm(Kind::dialog), FontBook());
    form.index();
    for (auto _ : state) benchmark::DoNotOptimize(arrangementOf(form, rootId));
}
BENCHMARK(arrangementOfMany)->Arg(1000)->Arg(2000)->Arg(4000)->Unit(benchmark::kMillisecond);

void accessKeysOf200(benchmark::State& state) {
    const Form form = labelledFormOf(200);
    for (auto _ : state) benchmark::DoNotOptimize(chosenKeys(form));
}
BENCHMARK(accessKeysOf200)->Unit(benchmark::kMillisecond);

/// A label of 100,000 letters, laid out and drawn.
void labelOf100000Letters(benchmark::State& state) {
    Form form = newForm(Kind::document);
    std::string text;
    while (text.size() < 100000) text += state.range(0) ? "word " : "words";
    Control c = freshControl(Kind::label);
    c.set(Prop::text, text);
    c.box = {20, 20, 170, 200};
    const Edited made = placed(form, form.root().children[0], c);
    for (auto _ : state)
        benchmark::DoNotOptimize(drawnSurface(made.form, made.form.root().children[0], DrawOptions{fonts()}));
}
BENCHMARK(labelOf100000Letters)->Arg(1)->Arg(0)->Unit(benchmark::kMillisecond);

void indexOf(benchmark::State& state) {
    const Form form = labelledFormOf(int(state.range(0)) / 2);
    for (auto _ : state) benchmark::DoNotOptimize(FormIndex(form));
}
BENCHMARK(indexOf)->Arg(2000)->Arg(4000)->Unit(benchmark::kMillisecond);

/// A session's beginning, and one letter typed.
void sessionOf(benchmark::State& state) {
    const Form form = formOf(int(state.range(0)));
    for (auto _ : state) benchmark::DoNotOptimize(FormSession(form, Day()));
}
BENCHMARK(sessionOf)->Arg(2000)->Arg(4000)->Unit(benchmark::kMillisecond);

void aLetterIntoASession(benchmark::State& state) {
    FormSession session(formOf(int(state.range(0))), Day());
    const Id id = session.fields().back();
    bool one = false;
    for (auto _ : state) {
        session.type(id, one ? "a" : "b");
        benchmark::DoNotOptimize(session.takeChanges());
        one = !one;
    }
}
BENCHMARK(aLetterIntoASession)->Arg(2000)->Arg(4000)->Unit(benchmark::kMicrosecond);

void jottedTable(benchmark::State& state) {
    std::string row = "T: table [";
    for (int i = 0; i < 50; ++i) row += (i ? ",C" : "C") + std::to_string(i);
    const Jotting rows = readJotting(row + "] " + std::to_string(state.range(0)) + "\n").value();
    for (auto _ : state) benchmark::DoNotOptimize(laidOut(rows, newForm(Kind::dialog), fonts()));
}
BENCHMARK(jottedTable)->Arg(40)->Arg(80)->Arg(200)->Unit(benchmark::kMillisecond);

/// Bytes that 1,000 steps of undo take, each moving one control: by what changed, not by the size of the form.
void undoMemory(benchmark::State& state) {
    const Form form = formOf(int(state.range(0)));
    const Id id = allIds(form).back();
    for (auto _ : state) {
        History history(form);
        const auto before = mallinfo2().uordblks;
        for (int i = 0; i < 1000; ++i) history.step(shifted(history.now(), {id}, 1, 0), "Move");
        state.counters["bytes a step"] = double(mallinfo2().uordblks - before) / 1000;
    }
}
BENCHMARK(undoMemory)->Arg(200)->Arg(2000)->Unit(benchmark::kMillisecond);

/// A form as people have them, laid out: so many controls, most of them fields with their labels.
Form laidOutFormOf(int controls) {
    static const char* const rows[] = {
        ": text 20", ": number 2..25 .1 m", ": date >= today", ": combo [GRP, Steel, Timber]", ": text 12 upper",
        ": time",    ": text 30 !"};
    std::string jotting = "# Survey\n";
    for (int i = 0; i < controls / 2; ++i) {
        if (i % 40 == 0) jotting += "### Part " + std::to_string(i / 40) + "\n";
        jotting += "Question " + std::to_string(i) + rows[i % 7] + (i % 2 ? "\n" : "; ");
    }
    return laidOut(readJotting(jotting).value(), newForm(Kind::dialog), fonts());
}

/// All checks over a form of fields with labels.
void allChecksOver(benchmark::State& state) {
    const FontBook book;
    const Form form = laidOutFormOf(int(state.range(0)));
    std::size_t found = 0;
    for (auto _ : state) {
        Form fresh = withProperty(form, {rootId}, Prop::note, std::to_string(++found));
        benchmark::DoNotOptimize(findingsIn(fresh, book));
    }
}
BENCHMARK(allChecksOver)->Arg(1000)->Arg(2000)->Unit(benchmark::kMillisecond);

/// The same after one edit: a field that was moved, or a label that was reworded.
void checksAfterOneEdit(benchmark::State& state, Form (*edit)(const Form&, Id, int)) {
    const FontBook book;
    Form form = laidOutFormOf(int(state.range(0)));
    const Ids all = allIds(form);
    Looked looked;
    findingsAfter(form, book, looked);
    int number = 0;
    for (auto _ : state) {
        ++number;
        form = edit(form, all[std::size_t(number) * 37 % all.size()], number);
        benchmark::DoNotOptimize(findingsAfter(form, book, looked));
    }
}
BENCHMARK_CAPTURE(checksAfterOneEdit, moved,
                  [](const Form& form, Id id, int n) { return shifted(form, {id}, n % 2 ? 3 : -3, 0); })
    ->Arg(1000)
    ->Arg(2000)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(checksAfterOneEdit, limited,
                  [](const Form& form, Id id, int n) {
                      return withProperty(form, {id}, Prop::maxLength, double(n % 20 + 1));
                  })
    ->Arg(2000)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(checksAfterOneEdit, reworded,
                  [](const Form& form, Id id, int n) {
                      return withProperty(form, {id}, Prop::text, "Berth " + std::to_string(n));
                  })
    ->Arg(2000)
    ->Unit(benchmark::kMillisecond);

}  // namespace

int main(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication qt(argc, argv);
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
}
