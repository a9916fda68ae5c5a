// Pages of forms by outside readers: the Nu HTML checker, axe-core, and what Chromium makes of their boxes.
import assert from "node:assert/strict";
import {execFileSync, spawnSync} from "node:child_process";
import {existsSync, mkdtempSync, readFileSync, readdirSync, statSync, writeFileSync} from "node:fs";
import {tmpdir} from "node:os";
import {join} from "node:path";
import {after, before, test} from "node:test";
import {cli, demos, folder, formOf, source} from "./reading.mjs";
import {fromRightToLeft, jotted, jottedForms, launched, opened, pageFileOf, today} from "./browser.mjs";

let browser;
before(async () => { browser = await launched(); });
after(async () => { await browser.close(); });
const modules = join(source, "tests/outside/node_modules");

function checked(files) {
  const run = spawnSync("java", ["-Xss8m", "-jar", join(modules, "vnu-jar/build/dist/vnu.jar"), "--format", "json", "--stdout", ...files],
      {encoding: "utf8", maxBuffer: 1 << 28});
  assert.ok(run.stdout, "Java is missing: apt-get install default-jre-headless. " + run.stderr + run.error);
  return JSON.parse(run.stdout).messages.map(m => `${m.url}:${m.lastLine} ${m.type} ${m.message} ${m.extract || ""}`);
}
function kitPagesOf(form) {
  const kit = join(mkdtempSync(join(tmpdir(), "brindel-pages-")), "kit");
  execFileSync(cli, ["kit", form, "-o", kit, "--with", "html,sheet"]);
  return readdirSync(kit).filter(name => name.endsWith(".html")).map(name => join(kit, name));
}
const someForms = () => [...demos.map(formOf), ...jottedForms().slice(0, 10)];
// Pages of a form in its other languages.
function translatedPages() {
  return [["lift-out-booking", "de"], ["lift-out-booking", "he"], ["pontoon-fault-note", "pl"]].map(([name, language]) => {
    const form = join(folder, `${name}-${language}.brindel`);
    execFileSync(cli, ["texts", formOf(name), "--from", join(source, `demo/${name}.${language}.csv`), "-o", form]);
    return pageFileOf(form, ["--language", language]);
  });
}

test("the Nu HTML checker says nothing of pages, control sheets and covering pages", () => {
  const files = [...someForms().map(form => pageFileOf(form)), ...translatedPages(), ...kitPagesOf(formOf(demos[0])), ...kitPagesOf(formOf(demos[1])),
                 pageFileOf(formOf(demos[1]), ["--steps", "--keep-draft", "--post", "https://wharf.example/take?a=1&b=<2>"])];
  assert.ok(files.length >= 6 + 10 + 6);
  assert.deepEqual(checked(files), []);
  const wrong = join(folder, "wrong.html");
  writeFileSync(wrong, '<!DOCTYPE html><html lang="en"><title>x</title><p id=a><p id=a><img>');
  assert.ok(checked([wrong]).length > 0, "the checker sees what is wrong");
});

const axe = readFileSync(join(modules, "axe-core/axe.min.js"), "utf8");
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
    const page = await opened(browser, form);
    for (const width of [360, 1280])
      for (const colorScheme of ["light", "dark"]) {
        await page.setViewportSize({width, height: 900});
        await page.emulateMedia({colorScheme});
        assert.deepEqual(await accessible(page, colorScheme === "dark"), [], `${form} at ${width}, ${colorScheme}`);
      }
    assert.deepEqual(page.noise, []);
    await page.context().close();
  }
  for (const file of [...kitPagesOf(formOf(demos[0])), ...kitPagesOf(formOf(demos[1]))]) {
    const page = await opened(browser, file);
    assert.deepEqual(await accessible(page), [], file);
    await page.context().close();
  }
});
test("axe-core says nothing of a form that says what is wrong", async () => {
  for (const name of demos) {
    const page = await opened(browser, pageFileOf(formOf(name)), {width: 1280});
    await page.evaluate(() => document.getElementById("brindel-form").requestSubmit(document.querySelector("#brindel-form [type=submit]")));
    assert.ok(await page.locator(".wrong:not(:empty)").count() > 0);
    assert.deepEqual(await accessible(page), [], name);
    await page.context().close();
  }
});

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
    const page = await opened(browser, pageFileOf(form));
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
  }
  assert.deepEqual(found, []);
});
