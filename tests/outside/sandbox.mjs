// The scripts of a PDF, run by pdf.js in its own sandbox.
import {createRequire} from "node:module";

const require = createRequire(import.meta.url);
const pdfjs = require("pdfjs-dist/legacy/build/pdf.js");

// An open PDF: `put` types a text into a field and leaves it, `held` tells what a field holds, `alerts` is what was said.
// `now` is when it is opened; the scripts have no other clock.
export async function sandboxOf(bytes, now = null) {
  const alerts = [], updates = [], values = new Map(), states = new Map();
  let yes = true;
  const kept = {window: globalThis.window, dispatchEvent: globalThis.dispatchEvent, CustomEvent: globalThis.CustomEvent, alert: globalThis.alert, confirm: globalThis.confirm, Date: globalThis.Date};
  if (now) globalThis.Date = class extends kept.Date { constructor(...args) { super(...(args.length ? args : [now])); } static now() { return new kept.Date(now).getTime(); } };
  Object.assign(globalThis, {window: globalThis, dispatchEvent: event => updates.push(event.detail), alert: text => alerts.push(text),
    confirm: text => { alerts.push(text); return yes; },
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
      // Buttons that share a name share what they hold.
      const same = Object.values(objects).find(all => all.some(one => one.id === update.id)) || [];
      for (const id of [update.id].concat(update.siblings || [], same.map(one => one.id))) {
        states.set(id, {...states.get(id), ...update.value !== undefined && {formattedValue: undefined}, ...update});
        if (update.value !== undefined) values.set(id, update.value);
      }
    }
  };
  box.dispatchEvent({id: "doc", name: "Open"});
  await settled();
  const told = async (id, name, value, more = {}) => {
    box.dispatchEvent({id, name, value, ...more});
    await settled();
  };
  return {
    alerts, objects,
    answerWith: how => { yes = how; },
    held: name => values.get(idOf(name)) ?? objects[name].find(one => one.type).value,
    // What a viewer does with a field now: hidden, or not to be changed.
    state: name => states.get(idOf(name)) || {},
    told, idOf,
    // What a viewer itself has put into a field.
    set: (name, value) => objects[name].forEach(one => values.set(one.id, value)),
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
