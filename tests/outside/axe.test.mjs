// What axe-core says of pages in Chromium.
import assert from "node:assert/strict";
import {readFileSync} from "node:fs";
import {join} from "node:path";
import {after, before, test} from "node:test";
import {demos, formOf, source} from "./reading.mjs";
import {launched, opened, pageFileOf} from "./browser.mjs";
import {once} from "./known.mjs";
import {kitPagesOf, someForms, translatedPages} from "./pages.mjs";

let browser;
before(async () => { browser = await launched(); });
after(async () => { await browser.close(); });
// What is said of a page hangs on its bytes, on this test and on the browser and the checker.
let count = 0;
const looked = (what, file, look) => once(`${what}-${++count}`, [readFileSync(file), readFileSync(new URL(import.meta.url)), browser.version(), axe], look);

const axe = readFileSync(join(source, "tests/outside/node_modules/axe-core/axe.min.js"), "utf8");
// What colours alone decide is asked of the dark page; all else is the same in both.
const rules = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"], colours = ["color-contrast", "link-in-text-block"];
async function accessible(page, dark = false) {
  // The policy of the page lets no script of others in: the checker comes by the debugger's way.
  if (!await page.evaluate(() => !!window.axe)) await page.evaluate(axe);
  return page.evaluate(async runOnly => {
    const found = await window.axe.run(document, {resultTypes: ["violations"], runOnly});
    return found.violations.flatMap(v => v.nodes.map(n => `${v.id}: ${n.target} ${n.failureSummary.replace(/\s+/g, " ")}`));
  }, dark ? {type: "rule", values: colours} : {type: "tag", values: rules});
}
test("axe-core says nothing, light and dark, narrow and wide", async () => {
  for (const form of [...someForms().map(one => pageFileOf(one)), ...translatedPages()]) {
    await looked("axe", form, async () => {
      const page = await opened(browser, form);
      for (const width of [360, 1280])
        for (const colorScheme of ["light", "dark"]) {
          await page.setViewportSize({width, height: 900});
          await page.emulateMedia({colorScheme});
          assert.deepEqual(await accessible(page, colorScheme === "dark"), [], `${form} at ${width}, ${colorScheme}`);
        }
      assert.deepEqual(page.noise, []);
      await page.context().close();
    });
  }
  for (const file of [...kitPagesOf(formOf(demos[0])), ...kitPagesOf(formOf(demos[1]))]) {
    await looked("axe-kit", file, async () => {
      const page = await opened(browser, file);
      assert.deepEqual(await accessible(page), [], file);
      await page.context().close();
    });
  }
});
test("axe-core says nothing of a form that says what is wrong", async () => {
  for (const name of demos) {
    const file = pageFileOf(formOf(name));
    await looked("axe-wrong", file, async () => {
      const page = await opened(browser, file, {width: 1280});
      await page.evaluate(() => document.getElementById("brindel-form").requestSubmit(document.querySelector("#brindel-form [type=submit]")));
      assert.ok(await page.locator(".wrong:not(:empty)").count() > 0);
      assert.deepEqual(await accessible(page), [], name);
      await page.context().close();
    });
  }
});
