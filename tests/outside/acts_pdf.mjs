// The acts of tests/acts in a PDF, as pdf.js runs its scripts in their sandbox; and what its fields show after each.
import {answersOf} from "./acts_form.mjs";
import {sandboxOf} from "./sandbox.mjs";

export async function pdfHands(bytes, design, script, meant) {
  const box = await sandboxOf(bytes, "2026-04-01T10:00:00Z"), answers = answersOf(design), states = [];
  const kids = name => (box.objects[name] || []).filter(one => one.type);
  const click = async (name, at, on) => {
    const {id, type, exportValues} = kids(name)[at];
    if (type !== "button") box.set(name, on ? exportValues : "Off");
    for (const event of ["Focus", "Mouse Down", "Validate", "Action", "Mouse Up"]) await box.told(id, event, on);
  };
  let focused = "";
  const typed = async (name, text, leaves) => {
    const id = box.idOf(name), before = String(box.held(name) ?? ""), most = kids(name)[0].charLimit;
    if (most) text = Array.from(text).slice(0, most).join("");  // viewers take no more
    if (focused !== name) await box.told(id, "Focus", before);
    focused = leaves ? "" : name;
    if (leaves) await box.put(name, text);
    else await box.told(id, "Keystroke", before, {change: text, willCommit: false, selStart: 0, selEnd: before.length});
    // Its stand-in for a combo box takes nothing that is not in the list; those of others do.
    if (kids(name)[0].type === "combobox" && !kids(name)[0].actions && !kids(name)[0].items.some(one => one.exportValue === text)) box.set(name, text);
    if (leaves) await box.told(id, "Blur", text);
  };
  const hidden = name => { const state = box.state(name); return state.display !== undefined ? state.display === 1 : state.hidden ?? !!kids(name)[0]?.hidden; };
  const shut = name => { const state = box.state(name); return state.readonly ?? !kids(name)[0]?.editable; };
  const chosen = (is, value) => is.choices.find(one => one.value === value)?.text ?? value;
  const partsOf = (name, is) => is.kind === "group" && box.objects[name + ".1"] ? is.choices.map((_, i) => `${name}.${i + 1}`).concat(box.objects[`${name}.${is.choices.length + 1}`] ? `${name}.${is.choices.length + 1}` : []) : [name];
  const heldIn = (name, is) => {
    const first = partsOf(name, is)[0], held = box.held(first);
    if (is.kind === "tick") return held !== "Off" && held !== false;
    const options = () => kids(name).map(one => one.exportValues);
    if (is.kind === "question") return held === "Off" || held === "" ? null : is.buttons[options().indexOf(held)]?.value ?? held;
    const worded = at => at < is.choices.length ? is.choices[at].text : String(box.held(name + "_other"));
    if (is.kind === "group" && first !== name) return partsOf(name, is).flatMap((part, at) => box.held(part) === "Off" ? [] : [worded(at)]);
    if (is.kind === "group") return held === "Off" || held === "" ? [] : [worded(options().indexOf(held))];
    if (is.kind === "list") return [].concat(held ?? []).filter(one => one !== "").map(one => chosen(is, one));
    if (is.kind === "combo") return chosen(is, held ?? "");
    // A number is looked at as it is written, without its unit.
    return String(box.state(first).formattedValue?.replace(is.unit ? " " + is.unit : "", "") ?? held ?? "");
  };
  let read = 0;
  const stands = (meant, act) => {
    const state = {held: {}, seen: {}, open: {}, alerts: box.alerts.slice(read)};
    read = box.alerts.length;
    for (const [name, is] of answers) {
      const first = partsOf(name, is)[0];
      if (!kids(first).length || kids(first)[0].type === "signature" || kids(first)[0].type === "button") continue;
      state.held[name] = heldIn(name, is);
      state.seen[name] = !hidden(first);
      state.open[name] = state.seen[name] && !shut(first);
    }
    // What is wrong with what was typed is said when it is left; and all of it when the form is to be accepted.
    // One message an act, and one a question.
    const refused = meant.outcomes.flatMap(one => one.refused || []), wanted = [];
    if (refused.length) wanted.push(refused.slice(0, 8).join("\n") + (refused.length > 8 ? "\n…" : ""));
    if (["type", "step"].includes(act?.[0]) && Object.hasOwn(meant.wrong, act[1]) && (act[0] === "step" || act[2] !== "")) wanted.push(meant.wrong[act[1]]);
    const asked = meant.outcomes.flatMap(one => one.asks ? [[...one.says || [], one.asks].join("\n\n")] : []);
    const told = meant.outcomes.flatMap(one => one.asks ? [] : one.says || []).concat(wanted);
    meant.alerts = asked.concat(told.length ? [told.join("\n")] : []);
    // That all is in order is said in a PDF's own words.
    if (["accepted", "goesOn"].includes(meant.then)) state.alerts = meant.alerts;
    states.push(state);
  };
  try {
    stands(meant[0]);
    for (const [i, {does: act}] of script.acts.entries()) {
      const [what, name, value, yes] = act, is = answers.get(name);
      box.answerWith(yes !== false);
      const reachable = one => kids(one).length && !hidden(one) && !shut(one);
      if (what === "type" || what === "letters") {
        if (is.kind === "group") { if (reachable(name + "_other")) await typed(name + "_other", value, true); }
        else if (reachable(name)) await typed(name, is.kind === "combo" ? is.choices.find(one => one.text === value)?.value ?? value : value, what === "type");
      } else if (what === "tick") { if (reachable(name)) await click(name, 0, value); }
      else if (what === "choose") { const at = is.buttons.findIndex(one => one.value === value); if (reachable(name)) await click(name, at, true); }
      else if (what === "pick" && is.kind === "list") {
        const held = new Set([].concat(box.held(name) ?? []).filter(one => one !== ""));
        for (const [line, choice] of is.choices.entries()) {
          if (!reachable(name) || is.several && held.has(choice.value) === value.includes(line) || !is.several && !value.includes(line)) continue;
          if (!is.several) held.clear();
          held.has(choice.value) ? held.delete(choice.value) : held.add(choice.value);
          await box.told(box.idOf(name), "Validate", Array.from(held));
        }
      }
      else if (what === "pick") {
        const parts = partsOf(name, is);
        if (parts.length === 1 && value.length && reachable(name)) await click(name, value[0], true);
        for (const [at, part] of parts.entries())
          if (parts.length > 1 && reachable(part) && (box.held(part) !== "Off") !== value.includes(at)) await click(part, 0, value.includes(at));
      } else if (what === "step") { if (reachable(name)) await typed(name, String(meant[i + 1].held[name]), true); }  // viewers have no arrows for it
      else if (what === "press") await click(name, 0, true);
      else if (what === "accept") { const button = acceptOf(design); if (button) await click(button, 0, true); }
      else if (what === "enter") await box.told(box.idOf(name), "Focus", String(box.held(name)));
      else if (what === "leave") { await box.put(name, String(box.held(name))); await box.told(box.idOf(name), "Blur", String(box.held(name))); }
      else if (what === "close") await box.told("doc", "WillClose");
      stands(meant[i + 1], act);
    }
    return states;
  } finally { box.close(); }
}
function acceptOf(control) {
  if (control.kind === "button" && control.does === "accept") return control.name;
  for (const key of ["controls", "pages", "cells"]) for (const inner of control[key] || []) { const found = acceptOf(inner); if (found) return found; }
  return null;
}
