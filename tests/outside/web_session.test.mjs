// A page does what a session does: the same acts in Chromium and in core come to the same complaints, wordings, sums and
// replies.
import assert from "node:assert/strict";
import {readFileSync} from "node:fs";
import {join} from "node:path";
import {after, before, test} from "node:test";
import {demos, formOf, source} from "./reading.mjs";
import {jotted, jottedForms, launched, opened, pageFileOf, sessions} from "./browser.mjs";
import {accept, actsFor, askedIn, dice, doActs, standing} from "./acts.mjs";

let browser, core;
before(async () => { browser = await launched(); core = sessions(); });
after(async () => { await browser.close(); core.end(); });

async function compared(form, cases, seed, good = {}) {
  const page = await opened(browser, pageFileOf(form));
  let accepted = 0, refused = 0;
  for (let i = 0; i < cases; ++i) {
    // A page that is read anew begins anew.
    if (i > 0) await page.reload();
    const die = dice(seed * 1000 + i);
    const acts = i === 0 ? actsFor(await askedIn(page), {next: () => 0.5, of: list => list[0], chance: part => part > 0.5}, good) : actsFor(await askedIn(page), die, good, i % 2 ? 0.55 : 1);
    await doActs(page, acts);
    const before = await standing(page), {by, reply} = await accept(page);
    const after = await standing(page);
    const said = await core.say(form, [...acts, by === "brindel-hand-in" ? ["accept"] : ["press", by]]);
    const what = `${form}, case ${i}: ${JSON.stringify(acts)}`;
    assert.deepEqual(page.noise, [], what);
    const outcome = said.outcomes.at(-1) || {};
    if (outcome.then === "accepted" || outcome.then === "goesOn") {
      ++accepted;
      assert.ok(reply, "accepted by the session, not by the page: " + what);
      const told = outcome.reply || said.reply;
      assert.deepEqual(reply.values, told.values, what);
      assert.equal(reply.form, told.form);
      assert.equal(reply.version, told.version);
    } else {
      ++refused;
      assert.equal(reply, null, "accepted by the page, not by the session: " + JSON.stringify(said.complaints) + what);
      assert.deepEqual(after.complaints, said.complaints, what);
      for (const [name, wording] of Object.entries(said.wordings))
        if (after.wordings[name] !== undefined && !/^M \d/.test(wording)) assert.equal(after.wordings[name].replace(/\r/g, ""), wording, `${name} in ${what}`);
    }
    assert.ok(before);
  }
  await page.context().close();
  return {accepted, refused};
}

// Three forms at a time: much of a case is waiting for the browser.
async function each(list, what) {
  const left = list.entries();
  let accepted = 0, refused = 0;
  await Promise.all([1, 2, 3].map(async () => {
    for (const [i, one] of left) {
      const counts = await what(one, i);
      accepted += counts.accepted;
      refused += counts.refused;
    }
  }));
  return {accepted, refused};
}

test("sixty filled cases of the demo forms come to what a session says", async t => {
  const {accepted, refused} = await each(demos, (name, i) =>
    compared(formOf(name), 10, i + 1, JSON.parse(readFileSync(join(source, `demo/${name}.values.json`), "utf8"))));
  t.diagnostic(`${accepted} accepted, ${refused} refused`);
  assert.equal(accepted + refused, 60);
});

test("so does a boat that is looked up in the list that the form holds", async () => {
  const form = join(source, "tests/forms/boat-lookup.brindel");
  await compared(form, 12, 900);
  const page = await opened(browser, pageFileOf(form));
  const now = () => page.evaluate(() => [document.getElementById("txtOwner").value, document.getElementById("numLength").value]);
  assert.deepEqual(await now(), ["nobody", "23.75"]);
  for (const [boat, ...told] of [["Kittiwake", 'Ines "Tern" Ó Briain', "7.75"], ["השחף", "Ada", "5.00"]]) {
    await page.locator("#cboBoat").selectOption({label: boat});
    assert.deepEqual(await now(), told);
  }
  await page.context().close();
});

test("so do jotted forms", async t => {
  const {accepted, refused} = await each(jottedForms(), (form, i) => compared(form, 3, 100 + i));
  t.diagnostic(`${accepted} accepted, ${refused} refused`);
  assert.ok(accepted > 5 && refused > 20);
});
