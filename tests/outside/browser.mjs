// Debian's Chromium, driven by playwright-core: pages of forms, opened with no network and at a day of our own.
import {spawn} from "node:child_process";
import {existsSync, readFileSync, readdirSync, writeFileSync} from "node:fs";
import {createInterface} from "node:readline";
import {join} from "node:path";
import {chromium} from "playwright-core";
import {cli, folder, formOf, run, source} from "./reading.mjs";

const chrome = "/usr/bin/chromium";
if (!existsSync(chrome)) throw new Error("Chromium is missing: apt-get install chromium");

export function launched() {
  return chromium.launch({executablePath: chrome, args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync"]});
}

let count = 0;
// A form's page as a file. `more` are options of the export.
export function pageFileOf(form, more = []) {
  const path = join(folder, `page-${++count}.html`);
  run(cli, ["export", form, "--to", "html", "-o", path, ...more]);
  return path;
}
export const today = "2026-04-01";
// A page opened at ten o'clock of that day. What it logs, throws and asks the network for is kept.
export async function opened(browser, file, {width = 1280, height = 900, dark = false, clock = true, more = {}} = {}) {
  const context = await browser.newContext({viewport: {width, height}, colorScheme: dark ? "dark" : "light", timezoneId: "UTC", locale: "en-GB",
    acceptDownloads: true, ...more});
  const page = await context.newPage();
  page.noise = [];
  page.on("console", message => page.noise.push(message.text()));
  page.on("pageerror", error => page.noise.push(String(error.stack)));
  page.on("request", request => { if (!request.url().startsWith("file://") && !request.url().startsWith("blob:") && !request.url().startsWith("data:")) page.noise.push(request.url()); });
  if (clock) await page.clock.setFixedTime(new Date(today + "T10:00:00Z"));
  await page.goto("file://" + file);
  return page;
}

// Forms that are jotted: thirty, in several languages, two of them from right to left.
export function jottedForms() {
  const rows = join(folder, "jotted"), list = [];
  run("python3", [join(source, "tests/classes/forms.py"), "jotted", join(source, "tests/classes/jotted.txt"), rows]);
  for (const name of readdirSync(rows).filter(one => one.endsWith(".jot")).sort()) {
    const form = join(rows, name.replace(".jot", ".brindel"));
    run(cli, ["new", join(rows, name), "--kind", name.split(".")[1], "-o", form]);
    list.push(form);
  }
  return list;
}
// A form out of rows, with what `change` does to it as JSON.
export function jotted(name, rows, kind = "dialog", change = form => form) {
  const jot = join(folder, name + ".jot"), path = join(folder, name + ".brindel");
  writeFileSync(jot, rows);
  run(cli, ["new", jot, "--kind", kind, "-o", path]);
  writeFileSync(path, JSON.stringify(change(JSON.parse(readFileSync(path, "utf8")))));
  return path;
}

// Texts and numbers, and the sum of the numbers.
export function manyFields(count) {
  let rows = "# Many\n";
  for (let i = 1; i <= count; ++i) rows += i % 5 ? `Field ${i}: text 30 !\n` : `Number ${i}: number 0..1000\n`;
  return jotted("many-" + count, rows + "Sum: number\n[Send]*\n", "dialog", form => {
    const numbers = form.controls.map(c => c.name).filter(name => /^numNumber/.test(name));
    form.controls.find(c => c.name === "numSum").workedOut = "SUM(" + numbers.join(";") + ")";
    return form;
  });
}

// The same form from right to left, as it is when its language is changed: every row begins at the other side.
export function fromRightToLeft(form, language) {
  const mirror = (c, width) => {
    if (c.box) c.box[0] = width - c.box[0] - c.box[2];
    for (const key of ["controls", "pages"]) (c[key] || []).forEach(inner => mirror(inner, c.box ? c.box[2] : width));
  };
  const width = form.form === "dialog" ? form.size[0] : 210;
  for (const key of ["controls", "pages"]) (form[key] || []).forEach(c => mirror(c, width));
  return {...form, language};
}

// What a session says to acts, one call after the other; or the same acts by hands in widgets.
export const fillers = () => sessions("filler_says");
export function sessions(program = "session_says") {
  const child = spawn(join(source, "build/bin", program), {stdio: ["pipe", "pipe", "inherit"]});
  const waiting = [];
  createInterface({input: child.stdout}).on("line", line => waiting.shift()(JSON.parse(line)));
  return {
    say: (form, acts, day = today) => new Promise(resolve => {
      waiting.push(resolve);
      child.stdin.write(JSON.stringify({form, today: day, minutes: 600, acts}) + "\n");
    }),
    each: (form, acts, day = today) => new Promise(resolve => {
      waiting.push(resolve);
      child.stdin.write(JSON.stringify({form, today: day, minutes: 600, acts, each: true}) + "\n");
    }),
    end: () => child.stdin.end(),
  };
}
export {formOf};
