// brindel-receive as the world meets it: a browser that fills and sends, a load tool, a checker of OpenAPI, and kills.
import assert from "node:assert/strict";
import {spawn} from "node:child_process";
import {once} from "node:events";
import {readFileSync, writeFileSync} from "node:fs";
import {join} from "node:path";
import {after, before, test} from "node:test";
import {createInterface} from "node:readline";
import autocannon from "autocannon";
import {Validator} from "@seriousme/openapi-schema-validator";
import {cli, demos, folder, formOf, run, source} from "./reading.mjs";
import {jotted, launched} from "./browser.mjs";

let browser;
const running = [];  // what a test that fell has left
before(async () => { browser = await launched(); });
after(async () => { running.forEach(child => child.kill("SIGKILL")); await browser.close(); });

// A receiver, and the address that it says.
async function receiver(forms, store, more = [], port = 0) {
  const child = spawn(join(source, "build/bin/brindel-receive"), [...forms, "--store", store, "--listen", "127.0.0.1:" + port, ...more], {stdio: ["ignore", "pipe", "pipe"]});
  let log = "";
  child.stderr.on("data", part => log += part);
  const ended = once(child, "exit");
  running.push(child);
  const address = await Promise.race([new Promise(done => createInterface({input: child.stdout}).once("line", done)), ended.then(() => { throw new Error(log); })]);
  return {address, port: new URL(address).port, child, log: () => log, end: async (signal = "SIGTERM") => { child.kill(signal); return (await ended)[0]; }};
}
let count = 0;
const newStore = () => join(folder, `received-${++count}.db`);
const keptIn = (form, store) => {
  const out = join(folder, "kept.json");
  run(cli, ["gather", form, "--store", store, "-o", out]);
  return JSON.parse(readFileSync(out, "utf8"));
};
const boat = (name, letters = 30) => jotted(name, `# Boat\nOwner: text ${letters} !\nLength: number 2..25 .1 m\nTwice: number = numLength * 2\nNotes: text\nJobs: ticks [Wash, Scrape]\nSigned: signature\n[Send]*\n`, "dialog", form => ({...form, name: "boat"}));
async function opened(address, language = "en") {
  const context = await browser.newContext({locale: language, acceptDownloads: true}), page = await context.newPage();
  page.noise = [];
  page.on("console", message => page.noise.push(message.text()));
  page.on("pageerror", error => page.noise.push(String(error.stack)));
  await page.goto(address);
  return page;
}

test("a page that is served is filled and sent, and what was filled in is what is kept", async () => {
  const form = boat("served"), store = newStore(), at = await receiver([form], store);
  const page = await opened(at.address);
  await page.locator("#txtOwner").fill("Ines שלום Straße");
  await page.locator("#numLength").fill("9");
  await page.locator("#txtNotes").fill("two  words");
  await page.getByLabel("Scrape").check();
  await page.locator("#sigSigned").fill("I. Halloran");
  // Pressed twice in a hurry: it is sent once.
  await page.evaluate(() => { const f = document.getElementById("brindel-form"), b = f.querySelector("[type=submit]"); f.requestSubmit(b); f.requestSubmit(b); });
  await page.getByText("Their number is 1.").waitFor();
  const kept = keptIn(form, store);
  assert.equal(kept.length, 1);
  assert.deepEqual(kept[0].values, {txtOwner: "Ines שלום Straße", numLength: 9, numTwice: 18, txtNotes: "two  words", lstJobs: ["Scrape"], sigSigned: "I. Halloran"});
  assert.match(kept[0].id, /^[0-9a-f]{32}$/);
  assert.equal(kept[0].way, "page");
  // A press now begins anew, and the next one is another one.
  await page.getByRole("button", {name: "Close"}).click();
  await page.locator("[type=submit]").click();
  await page.getByRole("button", {name: "Fill in another"}).click();
  assert.equal(await page.locator("#txtOwner").inputValue(), "");
  assert.equal(await page.locator("#numTwice").innerText(), "0");
  await page.locator("#txtOwner").fill("Odd");
  await page.locator("[type=submit]").click();
  await page.getByText("Their number is 2.").waitFor();
  assert.notEqual(keptIn(form, store)[1].id, kept[0].id);
  assert.deepEqual(page.noise, []);
  await page.context().close();
  assert.equal(await at.end(), 0);
  assert.ok(!/Ines|Odd/.test(at.log()), "the log holds nothing of what was filled in");
});

test("a form that goes on sends one reply after the other, each its own", async () => {
  const form = jotted("goes-on", "# Boat\nOwner: text 30 !\n[Another]\n[Send]*\nwhen btnAnother is pressed: accept and clear for the next\n", "dialog", f => ({...f, name: "boat"}));
  const store = newStore(), at = await receiver([form], store), page = await opened(at.address);
  for (const owner of ["Ines", "Ines", "Odo"]) {
    await page.locator("#txtOwner").fill(owner);
    await page.locator("#btnAnother").click();
    await page.getByText("Their number is").waitFor();
    await page.keyboard.press("Enter");
    assert.equal(await page.locator("#txtOwner").inputValue(), "");
  }
  const kept = keptIn(form, store);
  assert.deepEqual(kept.map(one => one.values.txtOwner), ["Ines", "Ines", "Odo"]);
  assert.equal(new Set(kept.map(one => one.id)).size, 3);
  await page.context().close();
  await at.end();
});

test("what the receiver refuses is said beside its field, in the page's language, until it is changed", async () => {
  const store = newStore(), at = await receiver([boat("loose")], store);
  const german = JSON.parse(readFileSync(boat("loose"), "utf8")), file = join(folder, "german.brindel");
  writeFileSync(file, JSON.stringify({...german, language: "de"}));
  await at.end();
  const first = await receiver([file], store, [], at.port), page = await opened(first.address);
  await page.locator("#txtOwner").fill("Marigold Halloran");
  await first.end();
  // The form has become stricter since the page was read.
  const strict = join(folder, "strict.brindel");
  writeFileSync(strict, JSON.stringify({...JSON.parse(readFileSync(boat("strict", 6), "utf8")), language: "de"}));
  const second = await receiver([strict], newStore(), [], at.port);
  await page.locator("[type=submit]").click();
  await page.getByText("nicht angenommen").waitFor();
  await page.keyboard.press("Enter");
  const said = page.locator("#txtOwner-wrong");
  assert.match(await said.innerText(), /6 Zeichen/);
  assert.equal(await page.locator("#txtOwner").getAttribute("aria-invalid"), "true");
  assert.equal(await page.evaluate(() => document.activeElement.id), "txtOwner");
  await page.locator("#txtOwner").fill("Mari");
  assert.equal(await said.innerText(), "");
  await page.locator("[type=submit]").click();
  await page.getByText("Ihre Nummer ist 1.").waitFor();
  await page.context().close();
  await second.end();
});

test("the receiver is away, and comes back: what was filled in is sent once", async () => {
  const form = boat("away"), store = newStore(), first = await receiver([form], store);
  const page = await opened(first.address);
  await page.locator("#txtOwner").fill("Ines");
  await first.end("SIGKILL");
  await page.locator("[type=submit]").click();
  await page.getByText("Not sent. Check your connection").waitFor();
  const second = await receiver([form], store, [], first.port);
  // The answer to the first one that arrives is lost on the way.
  let lost = 0;
  await page.route("**/replies*", async route => {
    if (lost++) return route.continue();
    await route.fetch();
    await route.abort();
  });
  await page.getByRole("button", {name: "Try again"}).click();
  await page.getByText("Not sent. Check your connection").waitFor();
  await page.getByRole("button", {name: "Try again"}).click();
  await page.getByText("Their number is 1.").waitFor();
  assert.equal(lost, 2);
  assert.equal(keptIn(form, store).length, 1);
  await page.context().close();
  await second.end();
});

test("a page opened as a file sends to it where that is allowed", async () => {
  const form = boat("file"), store = newStore(), at = await receiver([form], store, ["--allow-origin", "null"]);
  const path = join(folder, "sends.html");
  run(cli, ["export", form, "--to", "html", "--post", at.address + "boat/replies", "-o", path]);
  const page = await opened("file://" + path);
  await page.locator("#txtOwner").fill("Ines");
  await page.locator("[type=submit]").click();
  await page.getByText("Their number is 1.").waitFor();
  await page.context().close();
  await at.end();
});

test("two thousand replies from fifty connections are all kept, each once", async t => {
  const form = boat("load"), store = newStore(), at = await receiver([form], store, ["--replies-a-minute", "0"]);
  let next = 0;
  const result = await autocannon({url: at.address + "boat/replies", connections: 50, amount: 2000, requests: [{
    method: "POST", headers: {"content-type": "application/json"},
    setupRequest: request => ({...request, body: JSON.stringify({form: "boat", version: 1, id: "loaded-" + ++next,
      values: {txtOwner: "Owner " + next, numLength: 9.4, numTwice: 18.8, txtNotes: null, lstJobs: ["Wash"], sigSigned: null}})})}]});
  t.diagnostic(`2,000 replies in ${result.duration} s; middle ${result.latency.p50} ms, 99th percentile ${result.latency.p99} ms`);
  assert.equal(result["2xx"], 2000);
  assert.equal(result.errors + result.non2xx + result.timeouts, 0);
  const kept = keptIn(form, store);
  assert.equal(new Set(kept.map(one => one.id)).size, 2000);
  assert.ok(kept.every(one => "loaded-" + one.values.txtOwner.slice(6) === one.id));
  await at.end();
});

test("killed at any moment, it has what it said is saved, each once", async t => {
  const form = boat("killed"), store = newStore(), told = new Map();
  let sent = 0;
  for (let life = 0; life < 20; ++life) {
    const at = await receiver([form], store, ["--replies-a-minute", "0"]);
    let dead = false;
    const senders = Array.from({length: 8}, async () => {
      while (!dead) {
        const id = "killed-" + ++sent;
        try {
          const answer = await fetch(at.address + "boat/replies", {method: "POST", headers: {"Content-Type": "application/json"},
            body: JSON.stringify({form: "boat", version: 1, id, values: {txtOwner: id}})});
          const said = await answer.json();
          assert.ok(answer.ok, JSON.stringify(said));
          told.set(id, said.reply);
        } catch (error) {
          if (!dead) return;
        }
      }
    });
    const enough = told.size + 1 + life;
    while (told.size < enough) await new Promise(done => setTimeout(done, 1));
    dead = true;
    await at.end("SIGKILL");
    await Promise.all(senders);
  }
  const kept = new Map(keptIn(form, store).map(one => [one.id, one.reply]));
  for (const [id, number] of told) assert.equal(kept.get(id), number, id);
  assert.equal(kept.size, keptIn(form, store).length);
  t.diagnostic(`${sent} sent, ${told.size} told, ${kept.size} kept`);
});

test("its description is OpenAPI 3.1, of one form and of all", async () => {
  const at = await receiver(demos.map(formOf), newStore());
  const all = await (await fetch(at.address + "openapi.json")).json();
  assert.equal(Object.keys(all.paths).length, 2 * demos.length + 1);
  // Each of its pages is there, and is what the export writes but for where it sends.
  for (const path of Object.keys(all.paths).filter(path => all.paths[path].get && path !== "/health")) {
    const answer = await fetch(at.address + path.slice(1));
    assert.equal(answer.status, 200);
    assert.match(await answer.text(), /^<!DOCTYPE html>/);
  }
  await at.end();
  for (const one of [all, ...demos.map(name => JSON.parse(run(cli, ["export", formOf(name), "--to", "openapi"])))]) {
    const found = await new Validator().validate(structuredClone(one));
    assert.deepEqual(found.errors, undefined, JSON.stringify(found.errors));
    assert.equal(found.valid, true);
    assert.equal(one.openapi, "3.1.0");
  }
});

test("a wrong call is told why, and how it ends", async () => {
  const form = boat("calls");
  const fails = (args, status, said) => {
    try {
      run(join(source, "build/bin/brindel-receive"), args);
    } catch (error) {
      assert.equal(error.status, status, error.stderr);
      assert.match(error.stderr, said);
      return;
    }
    assert.fail(args.join(" "));
  };
  fails([], 2, /Name a form/);
  fails([form], 2, /Name a store/);
  fails([form, "--store", newStore(), "--listen", "nowhere"], 2, /address and a port/);
  fails([form, "--store", newStore(), "--listen", "192.0.2.1:80"], 4, /Nothing can be served here/);
  fails([form, form, "--store", newStore()], 1, /Two forms/);
  fails([join(folder, "none.brindel"), "--store", newStore()], 1, /no such file/);
  fails([form, "--store", folder], 3, /./);
  fails([form, "--store", newStore(), "--certificate", form], 2, /go together/);
  fails([form, "--store", newStore(), "--certificate", form, "--key", form], 3, /no certificate/);
  fails([form, "--store", newStore(), "--allow-origin", "https://forms.example/path"], 2, /without a path/);
});
