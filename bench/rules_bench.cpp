// Forms that work themselves out: one change among 10,000 worked-out controls, a chain and a fan, opening a session.
#include <benchmark/benchmark.h>

#include "bench/forms.h"
#include "core/edit/edits.h"
#include "core/session/form_session.h"

using namespace brindel;

namespace {

const Day april{std::chrono::year(2026), std::chrono::month(4), std::chrono::day(1)};

/// `inputs` number boxes in0 …, and `count` worked-out ones out0 …, each with the formula that `formula(i)` gives.
template <class Formula>
Form workedForm(int inputs, int count, Formula formula) {
    Form form = newForm(Kind::dialog);
    Control root = form.root();
    auto add = [&](const std::string& name, const std::string& worked) {
        Control c = freshControl(Kind::numberBox);
        c.id = form.next++;
        c.parent = rootId;
        c.name = name;
        c.ownName = true;
        c.box = {20, double(20 + root.children.size()), 90, 26};
        if (!worked.empty()) c.set(Prop::workedOut, worked);
        root.children.push_back(c.id);
        form.controls.put(c.id, std::make_shared<Control>(std::move(c)));
    };
    for (int i = 0; i < inputs; ++i) add("in" + std::to_string(i), "");
    for (int i = 0; i < count; ++i) add("out" + std::to_string(i), formula(i));
    form.controls.put(rootId, std::make_shared<Control>(std::move(root)));
    return form;
}

void change(benchmark::State& state, const Form& form) {
    FormSession session(form, april);
    const Id first = form.named("in0")->id;
    int n = 0;
    for (auto _ : state) {
        session.type(first, std::to_string(++n % 1000));
        benchmark::DoNotOptimize(session.takeChanges());
    }
}

/// 10,000 controls, each over its own input; the change reaches ten of them.
void changeAmong10000(benchmark::State& state) {
    change(state,
           workedForm(1000, int(state.range(0)), [](int i) { return "in" + std::to_string(i % 1000) + " * 2 + 1"; }));
}
BENCHMARK(changeAmong10000)->Arg(5000)->Arg(10000)->Unit(benchmark::kMicrosecond);

void chainOf1000(benchmark::State& state) {
    change(state, workedForm(1, int(state.range(0)), [](int i) {
               return i == 0 ? std::string("in0 + 1") : "out" + std::to_string(i - 1) + " + 1";
           }));
}
BENCHMARK(chainOf1000)->Arg(500)->Arg(1000)->Unit(benchmark::kMillisecond);

void fanOf1000(benchmark::State& state) {
    change(state, workedForm(1, int(state.range(0)), [](int i) { return "in0 * " + std::to_string(i); }));
}
BENCHMARK(fanOf1000)->Arg(500)->Arg(1000)->Unit(benchmark::kMillisecond);

/// A keystroke that nothing depends on, at 2,000 controls.
void keystrokeAlone(benchmark::State& state) {
    change(state, workedForm(int(state.range(0)), 10, [](int) { return std::string("in1 + in2"); }));
}
BENCHMARK(keystrokeAlone)->Arg(1000)->Arg(2000)->Unit(benchmark::kMicrosecond);

void openSession(benchmark::State& state) {
    const Form form = workedForm(int(state.range(0)) / 2, int(state.range(0)) / 2,
                                 [](int i) { return "in" + std::to_string(i) + " * 2"; });
    for (auto _ : state) {
        Form fresh = form;
        benchmark::DoNotOptimize(FormSession(std::move(fresh), april));
    }
}
BENCHMARK(openSession)->Arg(1000)->Arg(2000)->Unit(benchmark::kMillisecond);

}  // namespace
