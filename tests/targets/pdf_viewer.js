// A small stand-in for a viewer of PDFs: the objects of ISO 21757-1 that forms are scripted with, and the events of
// fields in their order (ISO 32000-2, 12.6.3). Reads fields, scripts and acts as JSON; writes what each act came to.
"use strict";
const fs = require("fs"), vm = require("vm");
const given = JSON.parse(fs.readFileSync(process.argv[2], "utf8"));

const fields = new Map(), says = [], sent = [];
let answersOfAsk = [];
function fieldOf(data) {
  const f = {
    name: data.name, type: data.type, defaultValue: data.start, display: data.hidden ? 1 : 0, readonly: data.readOnly,
    required: data.required, held: data.value, actions: data.actions, choices: data.choices || [],
    setFocus() { doc.focus = f.name; },
    get value() { return typeof f.held === "string" && /^-?\d+(\.\d+)?$/.test(f.held) && f.type === "text" ? Number(f.held) : f.held; },
    get valueAsString() { return String(f.held); },
    set value(v) { commit(f, v, false); }
  };
  return f;
}
function run(script, event) {
  if (!script) return event;
  context.event = event;
  vm.runInContext(script, context);
  return event;
}
// What is typed is judged, taken, and followed by what is worked out.
function commit(f, v, byHand) {
  let value = Array.isArray(v) ? v : String(v);
  if (byHand) {
    const key = run(f.actions.K, {name: "Keystroke", type: "Field", target: f, value, change: "", willCommit: true, rc: true});
    if (!key.rc) return false;
    value = key.value;
  }
  const taken = run(f.actions.V, {name: "Validate", type: "Field", target: f, value, rc: true});
  if (!taken.rc) return false;
  f.held = Array.isArray(taken.value) ? taken.value : String(taken.value);
  calculate();
  return true;
}
let calculating = false;
function calculate() {
  if (calculating) return;
  calculating = true;
  for (const name of given.order) {
    const f = fields.get(name);
    f.held = String(run(f.actions.C, {name: "Calculate", type: "Field", target: f, value: f.held, rc: true}).value);
  }
  calculating = false;
}
const doc = {
  pageNum: 0, focus: null,
  getField: name => fields.get(name) || null,
  calculateNow: calculate,
  resetForm(names) {
    for (const f of fields.values()) if (!names || names.includes(f.name)) f.held = f.defaultValue;
    calculate();
  },
  submitForm: how => { sent.push(how); }
};
const RealDate = Date;
class FixedDate extends RealDate {
  constructor(...args) { if (args.length) super(...args); else super(given.day[0], given.day[1] - 1, given.day[2], 9, 30); }
}
const context = vm.createContext(Object.assign(doc, {
  app: {
    alert: (text, icon, type) => {
      if (text && text.cMsg) text = text.cMsg;
      says.push(text);
      return type === 2 ? answersOfAsk.shift() || 3 : 1;
    },
    launchURL: url => { sent.push({url}); }
  },
  Date: FixedDate, console
}));
for (const data of given.fields) fields.set(data.name, fieldOf(data));
vm.runInContext(given.script, context);

const out = [{says: says.splice(0)}];
for (const act of given.acts) {
  const f = fields.get(act.field);
  let took = true;
  if (act.does === "type") took = commit(f, act.value, true);
  if (act.does === "key") took = run(f.actions.K, {target: f, value: "", change: act.value, willCommit: false, rc: true}).change;
  if (act.does === "tick") { f.held = act.value; run(f.actions.A, {name: "Mouse Up", target: f, rc: true}); calculate(); }
  if (act.does === "press") { answersOfAsk = act.answers || []; run(f.actions.A, {name: "Mouse Up", target: f, rc: true}); }
  if (act.does === "enter") run(f.actions.Fo, {name: "Focus", target: f, rc: true});
  if (act.does === "leave") run(f.actions.Bl, {name: "Blur", target: f, rc: true});
  if (act.does === "close") run(given.closing, {target: doc});
  const one = {took, says: says.splice(0), sent: sent.splice(0), focus: doc.focus, page: doc.pageNum};
  if (act.values) {
    one.values = {};
    one.shown = {};
    one.display = {};
    one.readonly = {};
    for (const g of fields.values()) {
      one.values[g.name] = g.held;
      one.display[g.name] = g.display;
      one.readonly[g.name] = !!g.readonly;
      if (g.actions.F) one.shown[g.name] = run(g.actions.F, {name: "Format", target: g, value: g.held, rc: true}).value;
    }
    one.wrongs = vm.runInContext("brindel.wrongs()", context);
  }
  out.push(one);
}
process.stdout.write(JSON.stringify(out));
