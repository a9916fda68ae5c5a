// Dates and times as people write them (tests/text/moments.txt), typed into a page in Chromium and into a PDF's fields as
// pdf.js runs their scripts.
import assert from "node:assert/strict";
import {readFileSync} from "node:fs";
import {join} from "node:path";
import {after, before, test} from "node:test";
import {bytesOf, pdfOf, replyOf, source, written} from "./reading.mjs";
import {jotted, launched, opened as openedPage, pageFileOf} from "./browser.mjs";
import {accept, standing} from "./acts.mjs";
import {sandboxOf} from "./sandbox.mjs";

let browser;
before(async () => { browser = await launched(); });
after(async () => { await browser.close(); });

// The cases by language, those that say a moment and those that say none.
const languages = new Map();
for (const line of readFileSync(join(source, "tests/text/moments.txt"), "utf8").split("\n")) {
  const [what, language, pattern, typed, says] = line.split("|");
  if (what !== "date" && what !== "time") continue;
  const of = languages.get(language) || languages.set(language, {good: [], bad: []}).get(language);
  (says === "-" ? of.bad : of.good).push({what, pattern, typed, says});
}
// A form with a field for each case.
function formFor(name, language, cases) {
  const rows = cases.map((one, i) => `Field ${i}: ${one.what} @fld${i}`).join("\n");
  return jotted(name, `# Moments\n${rows}\n[Go]*\n`, "dialog", form => {
    form.language = language;
    for (const c of form.controls) if ((c.name || "").startsWith("fld")) {
      const one = cases[Number(c.name.slice(3))];
      c[one.what + "Pattern"] = one.pattern;
    }
    return form;
  });
}
const differing = (values, cases) => cases.flatMap((one, i) => values[`fld${i}`] === one.says ? [] : [`${one.typed}: ${values[`fld${i}`]}, not ${one.says}`]);

// Letter by letter once in each language, else at once.
async function typedIn(page, cases) {
  for (const [i, one] of cases.entries()) {
    const field = page.locator(`[name=fld${i}]`);
    await field.focus();
    if (i) await field.fill(one.typed);
    else await page.keyboard.type(one.typed);
    await page.keyboard.press("Tab");
  }
}
test("typed into a page they are read as they are meant", async t => {
  let typed = 0;
  for (const [language, {good, bad}] of languages) {
    if (good.length) {
      const page = await openedPage(browser, pageFileOf(formFor("good-" + language, language, good)));
      await typedIn(page, good);
      const {reply} = await accept(page);
      assert.ok(reply, language + JSON.stringify((await standing(page)).complaints));
      assert.deepEqual(differing(reply.values, good), [], language);
      assert.deepEqual(page.noise, []);
      await page.context().close();
    }
    if (bad.length) {
      const page = await openedPage(browser, pageFileOf(formFor("bad-" + language, language, bad)));
      await typedIn(page, bad);
      const {complaints} = await standing(page);
      assert.deepEqual(bad.filter((one, i) => !complaints[`fld${i}`]).map(one => one.typed), [], language);
      await page.context().close();
    }
    typed += good.length + bad.length;
  }
  t.diagnostic(`${typed} typed`);
  assert.ok(typed > 100);
});

async function inSandbox(form, cases) {
  const box = await sandboxOf(bytesOf(pdfOf(form, "moments"))), held = {}, refused = [];
  for (const [i, one] of cases.entries()) {
    const before = box.alerts.length;
    await box.put(`fld${i}`, one.typed);
    held[`fld${i}`] = String(box.held(`fld${i}`));
    if (box.alerts.length > before) refused.push(one.typed);
  }
  box.close();
  return {held, refused};
}
test("typed into a PDF they are read as they are meant", async () => {
  for (const [language, {good, bad}] of languages) {
    if (good.length) {
      const form = formFor("pdf-good-" + language, language, good), {held, refused} = await inSandbox(form, good);
      assert.deepEqual(refused, [], language);
      // What the field holds then is what comes back.
      const fields = Object.entries(held).map(([name, value]) => `<field name="${name}"><value>${value.replace(/&/g, "&amp;").replace(/</g, "&lt;")}</value></field>`);
      const reply = replyOf(form, written(`moments-${language}.xfdf`,
        `<?xml version="1.0" encoding="UTF-8"?><xfdf xmlns="http://ns.adobe.com/xfdf/"><fields>${fields.join("")}</fields></xfdf>`));
      assert.deepEqual(differing(reply.values, good), [], language);
    }
    if (bad.length) {
      const form = formFor("pdf-bad-" + language, language, bad), {refused} = await inSandbox(form, bad);
      assert.deepEqual(refused, bad.map(one => one.typed), language);
    }
  }
});
