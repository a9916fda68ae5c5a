// Texts to be translated, as a schema and programs by others have them: xmllint, and the xliff package.
import assert from "node:assert/strict";
import {readFileSync} from "node:fs";
import {join} from "node:path";
import {test} from "node:test";
import xliff from "xliff";
import {cli, demos, folder, formOf, run, source, written} from "./reading.mjs";
import {jotted} from "./browser.mjs";

const schema = join(source, "tests/outside/xliff_core.xsd");
function textsOf(form, language, more = []) {
  const path = join(folder, "texts.xlf");
  run(cli, ["texts", form, "--language", language, "-o", path, ...more]);
  return path;
}
const valid = path => run("xmllint", ["--noout", "--nonet", "--schema", schema, path]);

test("texts are XLIFF, whatever stands in them", () => {
  for (const name of demos) valid(textsOf(formOf(name), "pl"));
  const hostile = ["</source>", "\u0001\u001f", "]]>", "&#0;<cp/>", "\u202eשלום\u2028", "w".repeat(10000)];
  valid(textsOf(jotted("hostile", "# Hostile\nBoat: text 9\nHull: combo [GRP]\n", "dialog", form => {
    form.title = hostile.join(" ");
    form.controls.forEach((c, i) => { if (c.kind === "label") c.text = hostile[i % hostile.length]; if (c.choices) c.choices = hostile; });
    return form;
  }), "de"));
  // The schema is one that refuses: an id that is given twice, a state that nobody knows.
  const right = readFileSync(textsOf(formOf("yard-charges"), "de"), "utf8");
  for (const wrong of [right.replace('id="u2"', 'id="u1"'), right.replace("<segment>", '<segment state="done">'), right.replace(/<source>.*?<\/source>/, "")])
    assert.throws(() => valid(written("wrong.xlf", wrong)));
});

test("a program by others translates them, and no text is lost", async () => {
  for (const name of demos) {
    const own = await xliff.xliff2js(readFileSync(textsOf(formOf(name), "pl"), "utf8"));
    const units = Object.values(own.resources.form);
    const table = run(cli, ["texts", formOf(name), "--language", "pl", "--to", "csv"]);
    assert.ok(units.length > 20);
    for (const unit of units) {
      assert.ok(table.includes(unit.source.replaceAll('"', '""')), unit.source);
      unit.target = "PL " + unit.source;
    }
    const back = written("back.xlf", await xliff.js2xliff(own)), polish = join(folder, "polish.brindel");
    run(cli, ["texts", formOf(name), "--from", back, "-o", polish]);
    const form = JSON.parse(readFileSync(polish, "utf8"));
    const taken = Object.values(form.translations.pl).flatMap(one => Object.entries(one));
    assert.equal(taken.length, units.length);
    for (const [text, target] of taken) assert.equal(target, "PL " + text);
  }
});
