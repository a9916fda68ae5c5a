// The scripts of a PDF, run by pdf.js in its own sandbox.
import {createRequire} from "node:module";

const require = createRequire(import.meta.url);
const pdfjs = require("pdfjs-dist/legacy/build/pdf.js");

// An open PDF: `put` types a text into a field and leaves it, `held` tells what a field holds, `alerts` is what was said.
export async function sandboxOf(bytes) {
  const alerts = [], updates = [], values = new Map();
  const kept = {window: globalThis.window, dispatchEvent: globalThis.dispatchEvent, CustomEvent: globalThis.CustomEvent, alert: globalThis.alert};
  Object.assign(globalThis, {window: globalThis, dispatchEvent: event => updates.push(event.detail), alert: text => alerts.push(text),
    CustomEvent: class { constructor(type, init) { this.detail = init.detail; } }});
  const {QuickJSSandbox} = require("pdfjs-dist/build/pdf.sandbox.js");
  const pdf = await pdfjs.getDocument({data: bytes}).promise, objects = await pdf.getFieldObjects();
  const box = await QuickJSSandbox(true);
  box.create({objects, calculationOrder: await pdf.getCalculationOrderIds(), appInfo: {platform: "linux", language: "en"},
    docInfo: {baseURL: "", filesize: 1, filename: "form.pdf", metadata: null, authors: null, numPages: pdf.numPages, URL: "",
      actions: await pdf.getJSActions()}});
  const idOf = name => objects[name].find(one => one.type).id;
  const settled = async () => {
    await new Promise(setImmediate);
    for (const update of updates.splice(0)) {
      if (update.command === "error") throw new Error(update.value);
      if (update.value !== undefined) values.set(update.id, update.value);
    }
  };
  box.dispatchEvent({id: "doc", name: "Open"});
  await settled();
  return {
    alerts,
    held: name => values.get(idOf(name)),
    put: async (name, value) => {
      box.dispatchEvent({id: idOf(name), name: "Keystroke", value, change: "", willCommit: true, commitKey: 2, selStart: 0, selEnd: 0});
      await settled();
    },
    close: () => {
      box.nukeSandbox();
      Object.assign(globalThis, kept);
    },
  };
}
