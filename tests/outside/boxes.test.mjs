// What Chromium makes of the boxes of pages.
import assert from "node:assert/strict";
import {readFileSync} from "node:fs";
import {after, before, test} from "node:test";
import {demos, formOf} from "./reading.mjs";
import {fromRightToLeft, jotted, jottedForms, launched, opened, pageFileOf} from "./browser.mjs";
import {once} from "./known.mjs";

let browser;
before(async () => { browser = await launched(); });
after(async () => { await browser.close(); });
// What is said of a page hangs on its bytes, on this test and on the browser.
let count = 0;
const looked = (what, file, look) => once(`${what}-${++count}`, [readFileSync(file), readFileSync(new URL(import.meta.url)), browser.version()], look);

// Boxes that lie over each other, that stick out of what holds them, letters that are cut off, and what makes a page
// scroll sideways.
function badBoxes() {
  const bad = [], shown = e => e.getClientRects().length && getComputedStyle(e).visibility !== "hidden" && !e.closest(".unseen,.native");
  const name = e => (e.id ? "#" + e.id : e.tagName.toLowerCase() + "." + e.className) + " “" + (e.textContent || e.value || "").trim().slice(0, 30) + "”";
  if (document.documentElement.scrollWidth > document.documentElement.clientWidth) bad.push(`scrolls sideways: ${document.documentElement.scrollWidth} > ${document.documentElement.clientWidth}`);
  // What can be seen of an element in what scrolls.
  const seen = e => {
    const b = e.getBoundingClientRect();
    const around = e.parentElement.closest(".scrolls>.list");
    if (!around) return b;
    const a = around.getBoundingClientRect();
    return {left: b.left, right: b.right, top: Math.max(a.top, b.top), bottom: Math.min(a.bottom, b.bottom)};
  };
  const leaves = Array.from(document.querySelectorAll("main input, main select, main textarea, main output, main button, main label, main .wording, main .heading, main legend, main .hint, main canvas, main img, main .wrong, main th, main p"))
      .filter(e => shown(e) && !e.matches(".hint") | getComputedStyle(e).position !== "absolute");
  for (const e of leaves) {
    const b = e.getBoundingClientRect();
    if (b.right > document.documentElement.clientWidth + 0.5 || b.left < -0.5) bad.push(`${name(e)} leaves the page`);
    for (let around = e.parentElement; around && around.tagName !== "MAIN"; around = around.parentElement) {
      const a = around.getBoundingClientRect(), scrolls = /auto|scroll/.test(getComputedStyle(around).overflowY);
      if (getComputedStyle(around).display === "contents") continue;
      if (!scrolls && (b.right > a.right + 1 || b.left < a.left - 1 || b.bottom > a.bottom + 1)) bad.push(`${name(e)} sticks out of ${name(around)}`);
      if (scrolls) break;
    }
    if (e.matches("label,.wording,.heading,legend,button,.wrong,output,th,p") && (e.scrollWidth > e.clientWidth + 1 && getComputedStyle(e).display !== "inline")) bad.push(`${name(e)} is cut off: ${e.scrollWidth} in ${e.clientWidth}`);
    if (e.tagName === "SELECT" && e.size <= 1 && e.selectedIndex >= 0) {
      const canvas = document.createElement("canvas").getContext("2d");
      canvas.font = getComputedStyle(e).font;
      if (canvas.measureText(e.options[e.selectedIndex].text).width > e.clientWidth) bad.push(`${name(e)} does not show its choice`);
    }
  }
  for (let i = 0; i < leaves.length; ++i)
    for (let k = i + 1; k < leaves.length; ++k) {
      const e = leaves[i], f = leaves[k];
      if (e.contains(f) || f.contains(e)) continue;
      const a = seen(e), b = seen(f);
      if (a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1) bad.push(`${name(e)} lies over ${name(f)}`);
    }
  return bad;
}
const rightToLeft = [jotted("crane-he", "# הזמנת מנוף\n## כלי שיט\nשם הסירה: text 30 !\nאורך: number 2..25 .1 m !; שוקע: number 0..4 .1 m\nגוף: combo [פיברגלס, עץ, פלדה]\nמתאריך: date; עד: date\nהערות: text 60x4\nהתורן מורד: check\n[ביטול] [הזמנה]*\n", "dialog", form => fromRightToLeft(form, "he")),
  jotted("berth-ar", "# تصريح رسو\n## المركب\nاسم المركب: text 30 !\nالطول: number 2..25 .1 m !\nنوع البدن: radio [خشب, فولاذ, ألياف]\nمن: date; إلى: date\nملاحظات: text 60x4\nأوافق على القواعد: check\n", "document", form => fromRightToLeft(form, "ar"))];
test("nothing lies over anything, is cut off or scrolls sideways, from 320 px on and with letters twice as large", async () => {
  const forms = [...demos.map(formOf), ...jottedForms().slice(0, 12), ...rightToLeft];
  assert.equal(forms.length, 20);
  const found = [];
  for (const form of forms) {
    const file = pageFileOf(form);
    await looked("boxes", file, async () => {
      const page = await opened(browser, file);
      const client = await page.context().newCDPSession(page);
      for (const larger of [1, 2]) {
        await client.send("Page.setFontSizes", {fontSizes: {standard: 16 * larger, fixed: 13 * larger}});
        for (const width of [320, 360, 800, 1280]) {
          await page.setViewportSize({width, height: 900});
          // The page sees its new width in the next frame.
          await page.evaluate(() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done))));
          const tabs = await page.locator("[role=tab]").all();
          for (let i = 0; i < Math.max(1, tabs.length); ++i) {
            if (tabs.length) await tabs[i].click();
            for (const one of await page.evaluate(badBoxes)) found.push(`${form.split("/").at(-1)} at ${width}, letters x${larger}: ${one}`);
          }
        }
      }
      await page.context().close();
      assert.deepEqual(found, []);
    });
  }
});
