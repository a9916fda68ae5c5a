// What the outside tests share: forms as Brindel has them, and programs by others.
import {execFileSync} from "node:child_process";
import {mkdtempSync, readFileSync, writeFileSync} from "node:fs";
import {tmpdir} from "node:os";
import {join} from "node:path";

export const source = new URL("../../", import.meta.url).pathname;
export const cli = join(source, "build/bin/brindel-cli");
export const folder = mkdtempSync(join(tmpdir(), "brindel-outside-"));
export const demos = ["mooring-permit", "lift-out-booking", "slip-inspection", "yard-charges", "winter-storage-agreement",
  "pontoon-fault-note"];

export function run(program, args) {
  return execFileSync(program, args, {encoding: "utf8", stdio: ["ignore", "pipe", "pipe"], maxBuffer: 1 << 28});
}
export const formOf = name => join(source, `demo/${name}.brindel`);
export function pdfOf(form, name = "form", more = []) {
  const path = join(folder, `${name}.pdf`);
  run(cli, ["export", form, "--to", "pdf", "-o", path, ...more]);
  return path;
}
export const bytesOf = path => new Uint8Array(readFileSync(path));
export function written(name, bytes) {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
}

// The controls of a form that are filled or pressed, with the properties that the file says and their containers.
const holding = ["controls", "pages", "cells"];
export function controlsOf(form) {
  const all = [];
  const walk = (control, within) => {
    all.push({...control, within});
    for (const key of holding) for (const child of control[key] || []) walk(child, [...within, control]);
  };
  walk(JSON.parse(run(cli, ["show", form, "--as", "json"])), []);
  return all;
}
// The reply that a filled file gives.
export function replyOf(form, path) {
  return JSON.parse(run(cli, ["fill", form, "--values", path, "--to", "json"]));
}
