// One reply by every way in: typed into a page that is served and sent, into the widgets of brindel-fill, as JSON, as a
// filled PDF, as a table; into a store each, and onto a server. What is in them is the same to the last letter, and the
// same as a session says. Beside a server, whose address is in BRINDEL_TEST_SERVER.
import assert from "node:assert/strict";
import {readFileSync, writeFileSync} from "node:fs";
import {join} from "node:path";
import {after, before, test} from "node:test";
import {spawn} from "node:child_process";
import {once} from "node:events";
import {createInterface} from "node:readline";
import {cli, demos, folder, formOf, run, source} from "./reading.mjs";
import {fillers, jottedForms, launched, sessions} from "./browser.mjs";
import {actsFor, askedIn, dice, doActs} from "./acts.mjs";

let browser, core, widgets;
const running = [], server = process.env.BRINDEL_TEST_SERVER;
before(async () => { browser = await launched(); core = sessions(); widgets = fillers(); });
after(async () => { running.forEach(child => child.kill("SIGKILL")); await browser.close(); core.end(); widgets.end(); });

// The receiver's today is the day on which it runs: what is filled in is moved there.
const day = new Date().toISOString().slice(0, 10), days = Math.round((Date.parse(day) - Date.parse("2026-04-01")) / 86400000);
const moved = text => text.replace(/\b(2026-\d\d-\d\d)\b/g, iso => new Date(Date.parse(iso) + days * 86400000).toISOString().slice(0, 10));

const nameOf = form => JSON.parse(readFileSync(form, "utf8")).name;
async function receiver(forms, store) {
  const child = spawn(join(source, "build/bin/brindel-receive"), [...forms, "--store", store, "--listen", "127.0.0.1:0", "--replies-a-minute", "0"], {stdio: ["ignore", "pipe", "ignore"]});
  running.push(child);
  const address = await new Promise(done => createInterface({input: child.stdout}).once("line", done));
  return {address, end: async () => { child.kill(); await once(child, "exit"); }};
}
const exported = (form, store, name) => {
  const out = join(folder, name);
  run(cli, ["gather", form, "--store", store, "-o", out]);
  return readFileSync(out, "utf8");
};

// Acts that a session accepts, made up for what a page asks.
async function acceptedActs(form, asked, good, seed) {
  for (let i = 0; i < 200; ++i) {
    const acts = actsFor(asked, i === 0 ? {next: () => 0.5, of: list => list[0], chance: part => part > 0.5} : dice(seed * 1000 + i), good, i % 2 ? 0.55 : 1);
    const said = await core.say(form, [...acts, ["accept"]], day);
    if (said.outcomes.at(-1)?.then === "accepted") return {acts, reply: said.reply};
  }
  return null;
}

test("a reply is the same by every way in, in every export", async t => {
  // Every other of the jotted ones today, the others tomorrow.
  const forms = [...demos.map(formOf), ...jottedForms().filter((_, i) => i % 2 === days % 2)], byName = new Map();
  for (const form of forms) if (!byName.has(nameOf(form))) byName.set(nameOf(form), form);
  const unique = [...byName.values()], sentTo = join(folder, "sent.db"), at = await receiver(unique, sentTo);
  let compared = 0, passed = 0;
  const left = unique.entries();
  await Promise.all([1, 2, 3].map(async () => {
    for (const [i, form] of left) {
      const name = nameOf(form), values = join(source, `demo/${demos[i]}.values.json`);
      const good = i < demos.length ? JSON.parse(moved(readFileSync(values, "utf8"))) : {};
      const page = await (await browser.newContext({locale: "en-GB", timezoneId: "UTC"})).newPage();
      await page.goto(at.address + name);
      const found = await acceptedActs(form, await askedIn(page), good, i + 1);
      if (!found) { ++passed; await page.context().close(); continue; }
      await doActs(page, found.acts);
      const answer = page.waitForResponse(response => response.url().includes("/replies"));
      await page.evaluate(() => document.getElementById("brindel-form").requestSubmit(document.querySelector("#brindel-form button[type=submit]")));
      const said = await answer, body = await said.text();
      await page.context().close();
      assert.equal(said.status(), 201, `${form} ${body} ${JSON.stringify(found.acts)}`);
      const sent = JSON.parse(exported(form, sentTo, `sent-${i}.json`));
      assert.equal(sent.length, 1);
      assert.deepEqual(sent[0].values, found.reply.values, form);
      const typed = await widgets.say(form, [...found.acts, ["accept"]], day);
      // A form that goes on has been cleared since.
      const last = typed.outcomes.at(-1);
      assert.ok(["accepted", "goesOn"].includes(last?.then), `${form} in widgets: ${JSON.stringify([typed.complaints, found.acts])}`);
      assert.deepEqual((last.reply ?? typed.reply).values, found.reply.values, `${form} in widgets`);
      // The same as a file of each kind.
      const wholes = JSON.stringify({form: name, version: sent[0].version, id: sent[0].id, filled: sent[0].filled, values: found.reply.values});
      const json = join(folder, `way-${i}.json`), pdf = join(folder, `way-${i}.pdf`), csv = join(folder, `way-${i}.csv`);
      writeFileSync(json, wholes);
      run(cli, ["fill", form, "--values", json, "--today", day, "--to", "pdf", "-o", pdf]);
      writeFileSync(csv, exported(form, sentTo, `sent-${i}.csv`));
      run(cli, ["fill", form, "--values", json, "--today", day, "--store", join(folder, `fill-${i}.db`)]);
      assert.deepEqual(JSON.parse(exported(form, join(folder, `fill-${i}.db`), `fill-${i}.json`))[0].values, found.reply.values, `${form} by fill`);
      for (const [way, file] of [["json", json], ["pdf", pdf], ["csv", csv]]) {
        const out = join(folder, `${way}-${i}.kept.json`);
        run(cli, ["gather", form, file, "--store", join(folder, `${way}-${i}.db`), "--today", day, "-o", out]);
        const kept = JSON.parse(readFileSync(out, "utf8"));
        assert.equal(kept.length, 1, `${form} by ${way}`);
        assert.deepEqual(kept[0].values, found.reply.values, `${form} by ${way}`);
        assert.equal(kept[0].filled, sent[0].filled, `${form} by ${way}`);
      }
      // On a server it is what it is in a file, in every export.
      run(cli, ["gather", form, json, "--store", server, "--today", day]);
      const came = store => JSON.parse(exported(form, store, `came-${i}.json`))[0].came;
      for (const ending of ["json", "csv"]) {
        const [one, other] = [server, join(folder, `json-${i}.db`)].map(store => exported(form, store, `out-${i}.${ending}`).replaceAll(came(store), "then").replaceAll(sent[0].filled, "then"));
        assert.equal(one, other, `${form} on a server`);
      }
      // As a reader by others has it there.
      const text = Object.entries(found.reply.values).find(([key, value]) => typeof value === "string" && key.startsWith("txt") && !key.includes("."));
      if (text) assert.equal(run("psql", [server, "-X", "-A", "-t", "-c", `SELECT "${text[0]}" FROM "${name}"`]).trimEnd(), text[1].trimEnd(), `${form} by psql`);
      // Into the store that has it by the page, by JSON and as a table it is the same one.
      const again = join(folder, `again-${i}.json`);
      run(cli, ["gather", form, json, csv, "--store", sentTo, "--today", day, "-o", again]);
      assert.equal(JSON.parse(readFileSync(again, "utf8")).length, 1, form);
      ++compared;
    }
  }));
  await at.end();
  t.diagnostic(`${compared} replies by six ways into both stores, ${passed} forms whose answers nobody guesses`);
  assert.ok(compared >= 15, String(compared));
});
