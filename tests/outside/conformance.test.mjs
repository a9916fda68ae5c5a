// The acts of tests/acts, done in everything that is filled: a session, the widgets of brindel-fill, a page in Chromium, a
// PDF as pdf.js runs its scripts, and the C++ class. What the scripts say holds in the session; and after each act the
// others hold, show, say and reply what the session does. What a target cannot help, its findings say.
import assert from "node:assert/strict";
import {readFileSync, readdirSync} from "node:fs";
import {join} from "node:path";
import {after, before, test} from "node:test";
import {bytesOf, cli, pdfOf, run, source} from "./reading.mjs";
import {fillers, launched, opened as openedPage, pageFileOf, sessions} from "./browser.mjs";
import {sandboxOf} from "./sandbox.mjs";
import {scriptsIn} from "./acts_read.mjs";
import {pageHands} from "./acts_page.mjs";
import {pdfHands} from "./acts_pdf.mjs";
import {dice, randomActs} from "./acts.mjs";

const only = process.env.BRINDEL_ACTS, forms = process.env.BRINDEL_FORMS || join(source, "build/tests/acts");
const files = readdirSync(join(source, "tests/acts")).filter(one => one.endsWith(".acts") && (!only || one.startsWith(only))).sort();

let browser, core, widgets, classes;
before(async () => { browser = await launched(); core = sessions(); widgets = fillers(); classes = sessions("class_says"); });
after(async () => { await browser.close(); [core, widgets, classes].forEach(one => one.end()); });

// What was said and asked since the last act, in its order.
const saidIn = outcomes => outcomes.flatMap(one => [...one.says || [], ...one.asks ? [one.asks] : []]);
const flags = all => Object.fromEntries(Object.entries(all).map(([name, is]) => [name, !!is]));

// What a script expects, held against the session.
function checked(expected, state, where) {
  const said = saidIn(state.outcomes), last = state.outcomes.at(-1) || {then: "stay"};
  for (const [verb, name, value] of expected) {
    const at = `${where}: ${verb} ${name ?? ""} ${value ?? ""}`;
    if (verb === "holds") assert.deepEqual(state.held[name], Array.isArray(state.held[name]) ? value.split("|").filter(Boolean) : typeof state.held[name] === "boolean" ? value === "yes" : state.held[name] === null ? null : value, at);
    else if (verb === "replies") assert.deepEqual(name.split(".").reduce((all, part) => all[part], state.values), JSON.parse(value), at);
    else if (verb === "wrong") assert.equal(state.wrong[name], value, at);
    else if (verb === "right") assert(!Object.hasOwn(state.wrong, name), at);
    else if (verb === "seen" || verb === "hidden") assert.equal(state.seen[name], verb === "seen", at);
    else if (verb === "open" || verb === "shut") assert.equal(state.open[name], verb === "open", at);
    else if (verb === "says") assert(said.includes(name), `${at}, but ${JSON.stringify(said)}`);
    else if (verb === "silent") assert.deepEqual(said, [], at);
    else if (verb === "then") assert.equal(last.then, name, at);
    else if (verb === "tells") assert((last.tells || []).includes(name), at);
    else if (verb === "offers") assert((last.offers || []).includes(name), at);
    else assert.fail(`${at} is no expectation`);
  }
}

// What differs from the session after each act; nothing where all is the same.
function differing(script, meant, did, parts) {
  for (let i = 0; i < meant.length; ++i)
    for (const part of parts) {
      const [is, was] = [did[i][part], meant[i][part]];
      if (is === undefined) continue;
      const wanted = part === "held" || part === "seen" || part === "open" ? Object.fromEntries(Object.keys(is).map(name => [name, was[name]])) : was;
      try { assert.deepStrictEqual(is, wanted); } catch {
        const keys = typeof is === "object" && !Array.isArray(is) ? Object.keys({...is, ...wanted}).filter(key => JSON.stringify(is[key]) !== JSON.stringify(wanted[key])) : null;
        const short = all => JSON.stringify(keys ? Object.fromEntries(keys.map(key => [key, all[key]])) : all);
        return `after ${i ? script.acts[i - 1].told : "opening"}: ${part} ${short(is)}, not ${short(wanted)}`;
      }
    }
  return "";
}
const comparable = meant => meant.map(one => ({...one, said: saidIn(one.outcomes), then: one.outcomes.at(-1)?.then || "stay", wrong: one.wrong}));

// A script done in all other fillers: what differs, a line each.
const parts = {widgets: ["held", "seen", "open", "wrong", "wrongs", "said", "values"], page: ["held", "seen", "open", "wrong", "said", "values"],
  pdf: ["held", "seen", "open", "alerts"], class: ["held", "seen", "wrongs", "said", "values"]};
async function differences(script, meant, {form, page, pdf, design}) {
  const acts = script.acts.map(act => act.does);
  const did = {
    widgets: () => widgets.each(form, acts).then(comparable),
    page: () => pageHands(browser, page, design, acts, meant),
    pdf: () => pdfHands(pdf.slice(), design, script, meant),
    class: () => classes.each(form, acts),
  };
  const found = {};
  await Promise.all(Object.keys(did).map(async filler => {
    try { found[filler] = differing(script, meant, await did[filler](), parts[filler]); } catch (error) { found[filler] = String(error.stack).slice(0, 600); }
  }));
  return found;
}
const formOf = file => {
  const name = file.replace(".acts", ""), form = join(forms, name + ".brindel");
  return {name, form, page: pageFileOf(form), pdf: bytesOf(pdfOf(form, name)), design: JSON.parse(readFileSync(form, "utf8"))};
};

const table = new Map();
for (const file of files) {
  const scripts = scriptsIn(join(source, "tests/acts", file));
  test(`${file}: ${scripts.length} scripts in five fillers`, async () => {
    const of = formOf(file), wrong = [];
    const findings = JSON.parse(run(cli, ["check", of.form, "--json", "--target", "pdf", "--target", "html", "--target", "qt"])).findings;
    for (const script of scripts) {
      const where = `${file}: ${script.name}`, meant = comparable(await core.each(of.form, script.acts.map(act => act.does)));
      script.acts.forEach((act, i) => checked(act.expected, meant[i + 1], `${where}, after ${act.told}`));
      checked(script.opening, meant[0], `${where}, at the opening`);
      for (const [filler, differs] of Object.entries(await differences(script, meant, of))) {
        const known = script.unlike[filler];
        if (known && !findings.some(one => one.check === known)) wrong.push(`${where}: no finding ${known} says that ${filler} differs`);
        if (known && !differs) wrong.push(`${where}: ${filler} does not differ any more`);
        if (!known && differs) wrong.push(`${where}\n  ${filler} ${differs}`);
        if (known) table.set(`${filler} ${known}`, (table.get(`${filler} ${known}`) || 0) + 1);
      }
    }
    assert.equal(wrong.length, 0, `${wrong.length} differ\n${wrong.join("\n")}`);
  });
}

// The same with acts that nobody has thought of.
const seed = Number(process.env.BRINDEL_SEED || 20261201);
test(`acts at random come to the same in five fillers (BRINDEL_SEED=${seed})`, async t => {
  let count = 0;
  const wrong = [];
  for (const [at, file] of files.entries()) {
    const of = formOf(file), script = {acts: randomActs(of.design, dice(seed + at)), unlike: {}};
    const meant = comparable(await core.each(of.form, script.acts.map(act => act.does)));
    const known = new Set(scriptsIn(join(source, "tests/acts", file)).flatMap(one => Object.keys(one.unlike)));
    for (const [filler, differs] of Object.entries(await differences(script, meant, of)))
      if (differs && !known.has(filler)) wrong.push(`${file}, seed ${seed}: ${script.acts.map(act => act.told).join("; ")}\n  ${filler} ${differs}`);
    count += script.acts.length;
  }
  t.diagnostic(`${count} acts`);
  assert.equal(wrong.length, 0, `${wrong.length} differ\n${wrong.join("\n")}`);
});
test("there are scripts enough, and few differences", t => {
  const count = files.reduce((sum, file) => sum + scriptsIn(join(source, "tests/acts", file)).length, 0);
  t.diagnostic(`${count} scripts; known differences: ${[...table].map(([what, times]) => `${what} (${times})`).join(", ") || "none"}`);
  if (!only) assert(count >= 150, String(count));
});
