// Pages of forms, read by the Nu HTML checker.
import assert from "node:assert/strict";
import {spawnSync} from "node:child_process";
import {readFileSync, writeFileSync} from "node:fs";
import {join} from "node:path";
import {test} from "node:test";
import {demos, folder, formOf, source} from "./reading.mjs";
import {pageFileOf} from "./browser.mjs";
import {once} from "./known.mjs";
import {kitPagesOf, someForms, translatedPages} from "./pages.mjs";

const modules = join(source, "tests/outside/node_modules");

function checked(files) {
  const run = spawnSync("java", ["-Xss8m", "-jar", join(modules, "vnu-jar/build/dist/vnu.jar"), "--format", "json", "--stdout", ...files],
      {encoding: "utf8", maxBuffer: 1 << 28});
  assert.ok(run.stdout, "Java is missing: apt-get install default-jre-headless. " + run.stderr + run.error);
  return JSON.parse(run.stdout).messages.map(m => `${m.url}:${m.lastLine} ${m.type} ${m.message} ${m.extract || ""}`);
}
test("the Nu HTML checker says nothing of pages, control sheets and covering pages", async () => {
  const files = [...someForms().map(form => pageFileOf(form)), ...translatedPages(), ...kitPagesOf(formOf(demos[0])), ...kitPagesOf(formOf(demos[1])),
                 pageFileOf(formOf(demos[1]), ["--steps", "--keep-draft", "--post", "https://wharf.example/take?a=1&b=<2>"])];
  assert.ok(files.length >= 6 + 10 + 6);
  await once("nu-html", [readFileSync(new URL(import.meta.url)), readFileSync(join(modules, "../package-lock.json")), ...files.map(file => readFileSync(file))],
      () => assert.deepEqual(checked(files), []));
  const wrong = join(folder, "wrong.html");
  writeFileSync(wrong, '<!DOCTYPE html><html lang="en"><title>x</title><p id=a><p id=a><img>');
  assert.ok(checked([wrong]).length > 0, "the checker sees what is wrong");
});
