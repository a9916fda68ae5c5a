// The pages that a kit holds, read by a checker of HTML: control sheet and covering page, of every demo form and of one
// whose wording would end a tag, a comment or a script.
import assert from "node:assert/strict";
import {execFileSync} from "node:child_process";
import {mkdtempSync, readFileSync, readdirSync, writeFileSync} from "node:fs";
import {tmpdir} from "node:os";
import {join} from "node:path";
import test from "node:test";
import {HtmlValidate} from "html-validate";
import {cli, demos, formOf} from "./reading.mjs";

const checker = new HtmlValidate({
  extends: ["html-validate:standard"],
  // What follows is taste, not the standard: blanks at line ends, doctypes in small letters, quotes left to the writer.
  rules: {"no-trailing-whitespace": "off", "doctype-style": "off", "long-title": "off", "no-inline-style": "off"},
});

async function complaints(file) {
  const report = await checker.validateString(readFileSync(file, "utf8"));
  return report.results.flatMap((one) => one.messages.map((m) => `${m.line}:${m.column} ${m.ruleId} ${m.message}`));
}

function pagesOf(form) {
  const folder = join(mkdtempSync(join(tmpdir(), "brindel-pages-")), "kit");
  execFileSync(cli, ["kit", form, "-o", folder, "--with", "pdf,sheet", "--send-to", "https://wharf.example/take?a=1&b=<2>"]);
  return readdirSync(folder).filter((name) => name.endsWith(".html")).map((name) => join(folder, name));
}

test("control sheets and covering pages are HTML as the standard has it", async () => {
  let pages = 0;
  for (const name of demos)
    for (const page of pagesOf(formOf(name))) {
      assert.deepEqual(await complaints(page), [], page);
      ++pages;
    }
  assert.equal(pages, 2 * demos.length);
});

test("wording that would end a tag or a script is shown as it is", async () => {
  const folder = mkdtempSync(join(tmpdir(), "brindel-pages-"));
  const rows = join(folder, "rows.jot"), form = join(folder, "form.brindel");
  writeFileSync(rows, '# </title><script>alert(1)</script>\n"><img onerror=x>: text 20 !\n--><b: number 1..2\n' +
                      "]]>: combo [</td>, <i>]\n" + "A".repeat(300) + ": text\n");
  execFileSync(cli, ["new", rows, "-o", form]);
  for (const page of pagesOf(form)) {
    assert.deepEqual(await complaints(page), [], page);
    assert.ok(!/<script|<img onerror|<b:/.test(readFileSync(page, "utf8")), page);
  }
});

test("the checker sees what is wrong", async () => {
  const folder = mkdtempSync(join(tmpdir(), "brindel-pages-"));
  const page = join(folder, "wrong.html");
  writeFileSync(page, "<!DOCTYPE html>\n<html lang=\"en\"><head><title>x</title></head><body><table><tr><th>a</th></tr><p></table><img></body></html>");
  assert.ok((await complaints(page)).length > 0);
});
