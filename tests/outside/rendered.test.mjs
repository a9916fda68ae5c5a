// What programs by others make of a text document: docx-preview lays it out in Chromium, mammoth reads its structure.
import assert from "node:assert/strict";
import {readFileSync} from "node:fs";
import {join} from "node:path";
import {after, before, test} from "node:test";
import mammoth from "mammoth";
import {PDFDocument} from "pdf-lib";
import {controlsOf, demos, folder, formOf, pdfOf, run, cli, bytesOf} from "./reading.mjs";
import {fromRightToLeft, jotted, jottedForms, launched, pageFileOf} from "./browser.mjs";
import {once} from "./known.mjs";

const rightToLeft = jotted("berth-he", "# הזמנת מנוף\n## כלי שיט\nשם הסירה: text 30 !\nאורך: number 2..25 .1 m !; שוקע: number 0..4 .1 m\nגוף: radio [פיברגלס, עץ, פלדה]\nמתאריך: date; עד: date\nהערות: text 60x4\n", "document", form => fromRightToLeft(form, "he"));
const forms = [...demos.map(formOf), ...jottedForms(), rightToLeft];
let browser, page;
before(async () => {
  browser = await launched();
  page = await browser.newPage({viewport: {width: 1280, height: 900}});
  await page.setContent("<!doctype html><body style='margin:0'><div id=there></div>");
  for (const one of ["jszip/dist/jszip.min.js", "docx-preview/dist/docx-preview.min.js"])
    await page.addScriptTag({path: join(import.meta.dirname, "node_modules", one)});
});
after(async () => { await browser.close(); });

let count = 0;
function documentOf(form) {
  const path = join(folder, `rendered-${++count}.docx`);
  run(cli, ["export", form, "--to", "docx", "-o", path]);
  return path;
}
const digested = file => [readFileSync(file), readFileSync(new URL(import.meta.url)), readFileSync(new URL("package-lock.json", import.meta.url)), browser.version()];

// Words that lie over others, that leave their row, their cell or the page; and how many pages the whole takes.
function laidOut() {
  const bad = [], boxes = [];
  let pages = 0;
  for (const sheet of document.querySelectorAll("section.docx")) {
    const least = parseFloat(getComputedStyle(sheet).minHeight);
    pages += Math.max(1, Math.ceil(sheet.getBoundingClientRect().height / least - 0.02));
  }
  const walker = document.createTreeWalker(document.getElementById("there"), NodeFilter.SHOW_TEXT);
  while (walker.nextNode()) {
    const node = walker.currentNode;
    if (!node.data.trim() || node.parentElement.closest("style")) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    const row = node.parentElement.closest("td"), sheet = node.parentElement.closest("section.docx").getBoundingClientRect();
    for (const r of range.getClientRects()) {
      if (r.width < 1) continue;
      const said = `“${node.data.trim().slice(0, 30)}”`;
      if (r.left < sheet.left - 1 || r.right > sheet.right + 1) bad.push(`${said} leaves the page`);
      for (let cell = row; cell; cell = cell.parentElement.closest("td")) {
        const c = cell.getBoundingClientRect();
        if (r.left < c.left - 1 || r.right > c.right + 1 || r.top < c.top - 2 || r.bottom > c.bottom + 2) bad.push(`${said} leaves its cell`);
      }
      boxes.push({r, said, node});
    }
  }
  boxes.sort((a, b) => a.r.top - b.r.top);
  for (let i = 0; i < boxes.length; ++i)
    for (let k = i + 1; k < boxes.length && boxes[k].r.top < boxes[i].r.bottom - 2; ++k) {
      const a = boxes[i].r, b = boxes[k].r;
      // Letters reach into the line below by what a font leaves for them.
      const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
      if (boxes[i].node !== boxes[k].node && a.left < b.right - 1 && b.left < a.right - 1 && high > 0.35 * Math.min(a.height, b.height)) bad.push(`${boxes[i].said} lies over ${boxes[k].said}`);
    }
  return {bad, pages, words: document.getElementById("there").innerText};
}

test("rendered, every word is in its row, nothing lies over anything, and the pages are as many as the PDF has", async () => {
  const found = [];
  for (const form of forms) {
    const file = documentOf(form), name = form.split("/").at(-1);
    await once(`rendered-${count}`, digested(file), async () => {
      const look = await page.evaluate(async ([bytes, look]) => {
        const there = document.getElementById("there");
        there.innerHTML = "";
        await window.docx.renderAsync(Uint8Array.from(atob(bytes), c => c.charCodeAt(0)), there, null, {inWrapper: false, ignoreLastRenderedPageBreak: false, experimental: true});
        return (0, eval)(`(${look})()`);
      }, [readFileSync(file).toString("base64"), laidOut.toString()]);
      for (const one of look.bad) found.push(`${name}: ${one}`);
      const pages = (await PDFDocument.load(bytesOf(pdfOf(form)))).getPageCount();
      // The pages of tabs flow on in a text; in a PDF each begins on a page of its own.
      const tabs = controlsOf(form).filter(c => c.kind === "tabPage").length;
      if (look.pages > pages + 1 || look.pages < pages - Math.max(1, tabs - 1)) found.push(`${name}: ${look.pages} pages, ${pages} in the PDF`);
      if (!look.words.trim()) found.push(`${name}: nothing is shown`);
    });
  }
  assert.deepEqual(found, []);
});

const plain = html => html.replace(/<[^>]*>/g, " ").replace(/&amp;/g, "&").replace(/&lt;/g, "<").replace(/&gt;/g, ">").replace(/&quot;/g, '"').replace(/&#39;|&#x27;/g, "'").replace(/\s+/g, " ").trim();
test("read by structure, headings and wordings come in the order in which the web page has them", async () => {
  for (const form of forms) {
    const file = documentOf(form), name = form.split("/").at(-1);
    const {value: html, messages} = await mammoth.convertToHtml({path: file}, {ignoreEmptyParagraphs: false});
    assert.deepEqual(messages.filter(one => one.type === "error"), [], name);
    const web = readFileSync(pageFileOf(form), "utf8");
    const headings = [...web.matchAll(/<h([2-6])[^>]*>(.*?)<\/h\1>/gs)].map(one => plain(one[2]));
    const read = [...html.matchAll(/<h([1-6])[^>]*>(.*?)<\/h\1>/gs)].map(one => plain(one[2]));
    assert.deepEqual(read.filter(one => headings.includes(one)), headings, name);
    // Every label, in the order of the page.
    const labels = [...web.matchAll(/<label[^>]*for="[^"]*"[^>]*>(.*?)<\/label>/gs)].map(one => plain(one[1]).replace(/ ?[*✱]$| \(required\)$/, "")).filter(Boolean);
    const words = plain(html);
    let from = 0;
    for (const label of labels) {
      const at = words.indexOf(label, from);
      if (at < 0) assert.fail(`${name}: no “${label}” after “${words.slice(Math.max(0, from - 30), from)}”`);
      from = at;
    }
  }
});
