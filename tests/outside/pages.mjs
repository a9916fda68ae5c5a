// The pages that outside readers are given.
import {execFileSync} from "node:child_process";
import {mkdtempSync, readdirSync} from "node:fs";
import {tmpdir} from "node:os";
import {join} from "node:path";
import {cli, demos, folder, formOf, source} from "./reading.mjs";
import {jottedForms, pageFileOf} from "./browser.mjs";

export function kitPagesOf(form) {
  const kit = join(mkdtempSync(join(tmpdir(), "brindel-pages-")), "kit");
  execFileSync(cli, ["kit", form, "-o", kit, "--with", "html,sheet"]);
  return readdirSync(kit).filter(name => name.endsWith(".html")).map(name => join(kit, name));
}
export const someForms = () => [...demos.map(formOf), ...jottedForms().slice(0, 10)];
// Pages of a form in its other languages.
export function translatedPages() {
  return [["lift-out-booking", "de"], ["lift-out-booking", "he"], ["pontoon-fault-note", "pl"]].map(([name, language]) => {
    const form = join(folder, `${name}-${language}.brindel`);
    execFileSync(cli, ["texts", formOf(name), "--from", join(source, `demo/${name}.${language}.csv`), "-o", form]);
    return pageFileOf(form, ["--language", language]);
  });
}
