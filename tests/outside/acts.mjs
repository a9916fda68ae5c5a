// Acts of fillers: made up at random for a page, done in the page, and told to a session in the same words.
import {readFileSync} from "node:fs";
import {answersOf} from "./acts_form.mjs";

export function dice(seed) {
  let state = seed * 2654435761 % 4294967296 || 1;
  const next = () => { state ^= state << 13; state >>>= 0; state ^= state >>> 17; state ^= state << 5; state >>>= 0; return state / 4294967296; };
  return {next, of: list => list[Math.floor(next() * list.length)], chance: part => next() < part};
}

// What a page asks, in the order in which it is read.
export function askedIn(page) {
  return page.evaluate(() => {
    const all = [], known = new Set();
    for (const e of document.querySelectorAll("#brindel-form input, #brindel-form select, #brindel-form textarea")) {
      if (!e.name || e.name.endsWith("-other") || known.has(e.name) || e.type === "file" || e.closest("tr[hidden]")) continue;
      const group = e.closest("fieldset.choices");
      known.add(e.name);
      const one = {name: e.name, id: group ? group.id : e.id, kind: group ? "picks" : e.tagName === "SELECT" ? "select" : e.type, shut: e.disabled || e.readOnly};
      if (e.tagName === "SELECT") one.texts = Array.from(e.options).map(o => o.value).filter(Boolean), one.list = e.size > 1;
      if (group) one.count = group.querySelectorAll("input[type=checkbox],input[type=radio]").length, one.several = e.type === "checkbox";
      if (e.type === "radio" && !group) one.values = Array.from(document.getElementsByName(e.name)).map(b => b.value);
      if (e.list) one.texts = Array.from(e.list.options).map(o => o.value);
      all.push(one);
    }
    return all;
  });
}

export const rubbish = ["", "  ", "abc", "-3", "0", "1", "2", "3,5", "3.5", "12", "1.234,5", "1e5", "99999", "0.1", "31.2.2026", "1 Apr 2026", "2026-04-30",
  "30 Apr 26", "2026-06-01", "1/4/2026", "01.05.2026", "9:30", "0930", "25:00", "14.15", "12:00", "ines@halloran.example", "0555 014 220", "FW-20417", "fw-20417",
  "Ελένη", "שלום", "مرحبا", "Ünal straße", "çıĞ", "𝒜𝓈𝓉𝓇𝒶", "a".repeat(80), "two\nlines", "Marigold", "DE89 3704 0044 0532 0130 00", "5", "7,5", "٣٫٥"];
// `right` is how many of the acts are what the form wants, as far as that is known.
export function actsFor(asked, die, good = {}, right = 0.55) {
  const acts = [];
  for (const one of asked) {
    if (one.shut || die.chance(right > 0.9 ? 0.02 : 0.15)) continue;
    if (one.kind === "picks") {
      const lines = Array.from({length: one.count}, (_, i) => i).filter(() => die.chance(0.4));
      // One of several that exclude each other is chosen; nobody takes it back.
      acts.push(["pick", one.name, one.several ? lines.slice(0, 3) : [lines[0] ?? Math.floor(die.next() * one.count)]]);
    } else if (one.kind === "select" && one.list) acts.push(["pick", one.name, one.texts.length ? [Math.floor(die.next() * one.texts.length)] : []]);
    else if (one.kind === "select") acts.push(["type", one.name, one.texts.length && die.chance(0.9) ? die.of(one.texts) : ""]);
    else if (one.kind === "radio") acts.push(["tick", one.name, die.of(one.values)]);
    else if (one.kind === "checkbox") acts.push(["tick", one.name, die.chance(right > 0.9 && good[one.name] ? 1 : 0.6)]);
    else {
      const known = good[one.name];
      const said = known !== undefined && die.chance(right) ? String(known) : one.texts && die.chance(0.6) ? die.of(one.texts) : die.of(rubbish);
      acts.push(["type", one.name, one.kind === "textarea" ? said : said.replace(/\n/g, " ")]);
      if (die.chance((1 - right) / 4)) acts.push(["step", one.name, die.chance(0.5) ? 1 : -1]);
    }
  }
  return acts;
}

// Acts for a form by its design, as tests/acts has them; every field and button may be met, in any order and again.
export function randomActs(design, die, count = 14) {
  const fields = Array.from(answersOf(design)).filter(([, is]) => is.kind !== "drawn"), acts = [];
  for (let i = 0; i < count && fields.length; ++i) {
    const [name, is] = die.of(fields), text = die.of(rubbish).replace(/\n/g, " ");
    const lines = (is.choices || []).map((_, at) => at).filter(() => die.chance(0.4));
    const does = is.kind === "tick" ? ["tick", name, die.chance(0.6)] : is.kind === "question" ? ["choose", name, die.of(is.buttons).value]
      : is.kind === "group" || is.kind === "list" ? ["pick", name, is.several ? lines : [lines[0] ?? 0]]
      : is.kind === "combo" ? is.choices.length && ["type", name, die.of(is.choices).text] : ["type", name, text];
    if (!does) continue;
    acts.push({does, told: does.slice(0, 2).concat(JSON.stringify(does[2])).join(" "), expected: []});
  }
  return acts.concat({does: ["accept"], told: "accept", expected: []});
}

// Done in the page by its own events, as a browser raises them.
export function doActs(page, acts) {
  return page.evaluate(all => { for (const [what, name, value] of all) doAct(what, name, value);
  function doAct(what, name, value) {
    const all = Array.from(document.getElementsByName(name)).filter(e => e.tagName !== "OUTPUT"), e = all[0];
    const raise = (target, type) => target.dispatchEvent(new Event(type, {bubbles: true}));
    if (!e || e.disabled) return;
    if (what === "type") {
      if (e.readOnly) return;
      e.value = value;
      raise(e, e.tagName === "SELECT" ? "change" : "input");
    }
    if (what === "step" && !e.readOnly) e.dispatchEvent(new KeyboardEvent("keydown", {key: value > 0 ? "ArrowUp" : "ArrowDown", bubbles: true, cancelable: true}));
    if (what === "tick") {
      const one = e.type === "radio" ? all.find(b => b.value === value) : e;
      if (one.disabled) return;
      one.checked = e.type === "radio" ? true : value;
      raise(one, "change");
    }
    if (what === "pick") {
      if (e.tagName === "SELECT") {
        e.selectedIndex = value.length ? value[0] : -1;
        raise(e, "change");
      } else {
        const ticks = e.closest("fieldset").querySelectorAll("input[type=checkbox],input[type=radio]");
        ticks.forEach((tick, i) => { tick.checked = value.includes(i); });
        raise(ticks[0], "change");
      }
    }
    e.dispatchEvent(new FocusEvent("focusout", {bubbles: true}));
  }
  }, acts);
}

// What the page says and holds now.
export function standing(page) {
  return page.evaluate(() => {
    const complaints = {}, wordings = {};
    for (const e of document.querySelectorAll(".wrong")) if (e.textContent) {
      const field = document.getElementById(e.id.slice(0, -"-wrong".length));
      complaints[field.name || field.querySelector("input").name] = e.textContent;
    }
    for (const e of document.querySelectorAll("#brindel-form input, #brindel-form select, #brindel-form textarea, #brindel-form output")) {
      if (!e.name || e.type === "checkbox" || e.type === "radio" || e.type === "file" || e.size > 1 && e.tagName === "SELECT" || e.name.endsWith("-other")) continue;
      wordings[e.name] = e.value;
    }
    return {complaints, wordings, said: document.getElementById("brindel-message").open ? document.getElementById("brindel-said").textContent : ""};
  });
}

// Accepts the form by its own button; gives the reply that is saved, or null.
export async function accept(page) {
  const saved = page.waitForEvent("download", {timeout: 30000}).catch(() => null);
  const {by, refused} = await page.evaluate(() => {
    const button = document.querySelector("#brindel-form button[type=submit]");
    const dialog = document.getElementById("brindel-message");
    if (dialog.open) dialog.close();
    document.getElementById("brindel-form").requestSubmit(button);
    return {by: button.id, refused: !!document.querySelector(".wrong:not(:empty)")};
  });
  const file = refused ? null : await saved;
  return {by, reply: file ? JSON.parse(readFileSync(await file.path(), "utf8")) : null};
}
