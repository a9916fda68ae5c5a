// The acts of tests/acts in the page of a form, by the events that a browser raises; and what the page shows after each.
import {readFileSync} from "node:fs";
import {opened} from "./browser.mjs";
import {answersOf} from "./acts_form.mjs";

// Runs in the page.
function doIn([what, name, value, yes], kinds) {
  const all = Array.from(document.getElementsByName(name)).filter(e => e.tagName !== "OUTPUT"), e = all[0] || (what === "press" ? document.getElementById(name) : null);
  const raise = (target, type) => target.dispatchEvent(new Event(type, {bubbles: true}));
  const leave = () => { const on = document.activeElement; if (on && on !== document.body) on.blur(); };
  const reachable = one => one && !one.disabled && !one.closest("[hidden]:not([role=tabpanel])");
  const main = document.querySelector("#brindel-form button[type=submit]");
  if (what === "accept") return void document.getElementById("brindel-form").requestSubmit(main);
  if (what === "row") { const button = document.getElementById(`${name}-${value > 0 ? "add" : "remove"}`); return void (button && button.click()); }
  if (what === "press") { if (reachable(e)) { e.type === "submit" ? e.form.requestSubmit(e) : e.click(); } return; }
  if (what === "leave" || what === "close") return leave();
  const one = what === "choose" ? all.find(b => b.value === value) : e;
  if (!reachable(one)) return;
  if (what === "enter") return one.focus();
  if ((what === "type" || what === "letters") && kinds[name] === "group") {
    const other = document.getElementsByName(name + "-other")[0];
    other.focus(); other.value = value; raise(other, "input"); other.blur();
    return;
  }
  one.focus();
  if ((what === "type" || what === "letters") && !one.readOnly) { one.value = value; raise(one, one.tagName === "SELECT" ? "change" : "input"); }
  if (what === "step" && !one.readOnly)
    for (let i = 0; i < Math.abs(value); ++i) one.dispatchEvent(new KeyboardEvent("keydown", {key: value > 0 ? "ArrowUp" : "ArrowDown", bubbles: true, cancelable: true}));
  if (what === "tick" || what === "choose") { one.checked = what === "choose" ? true : value; raise(one, "change"); }
  if (what === "pick" && one.tagName === "SELECT") { Array.from(one.options).forEach((o, i) => { o.selected = value.includes(i); }); raise(one, "change"); }
  if (what === "pick" && one.tagName !== "SELECT") {
    const ticks = one.closest("fieldset").querySelectorAll("input[type=checkbox],input[type=radio]");
    ticks.forEach((tick, i) => {
      if (tick.checked === value.includes(i)) return;
      tick.checked = value.includes(i);
      raise(tick, "change");
    });
  }
  if (what !== "letters") leave();
}
function stateIn([kinds, counts]) {
  const state = {held: {}, seen: {}, open: {}, wrong: {}}, wordOf = e => (e.labels[0] ? e.labels[0].textContent : "").trim();
  for (const name of Object.keys(kinds)) {
    const all = Array.from(document.getElementsByName(name)), e = all.find(one => one.tagName !== "OUTPUT") || all[0];
    if (!e || e.type === "file" || e.tagName === "CANVAS") continue;
    const group = e.closest("fieldset.choices"), kind = kinds[name];
    state.seen[name] = !e.closest("[hidden]:not([role=tabpanel])");
    state.open[name] = state.seen[name] && e.tagName !== "OUTPUT" && !all.every(one => one.disabled || one.readOnly);
    if (kind === "tick") state.held[name] = e.checked;
    else if (kind === "question") state.held[name] = (all.find(one => one.checked) || {value: null}).value;
    else if (group) state.held[name] = Array.from(group.querySelectorAll("input[type=checkbox],input[type=radio]")).flatMap((one, at) => !one.checked ? [] : at < counts[name] ? [wordOf(one)] : [document.getElementsByName(name + "-other")[0].value]);
    else if (kind === "list") state.held[name] = Array.from(e.options).filter(one => one.selected).map(one => one.textContent);
    else if (e.tagName === "SELECT") state.held[name] = e.selectedIndex < 0 || !e.value ? "" : e.options[e.selectedIndex].textContent;
    else state.held[name] = e.value;
  }
  for (const e of document.querySelectorAll(".wrong")) if (e.textContent) {
    const field = document.getElementById(e.id.slice(0, -"-wrong".length));
    state.wrong[field.name || field.querySelector("input").name] = e.textContent;
  }
  return state;
}
function readMessages(yes) {
  const said = [];
  for (let i = 0; i < 100 && document.getElementById("brindel-message").open; ++i) {
    said.push(document.getElementById("brindel-said").textContent);
    const ways = document.querySelectorAll("#brindel-answers button");
    ways[yes === false && ways.length > 1 ? 1 : 0].click();
  }
  return said;
}

// One page for all scripts of a form: it is loaded anew for each.
let last = {file: "", page: null};
async function loaded(browser, file) {
  if (last.file !== file) {
    await last.page?.context().close();
    last = {file, page: await opened(browser, file)};
  } else await last.page.goto("file://" + file);
  return last.page;
}

export async function pageHands(browser, file, design, acts, meant) {
  const page = await loaded(browser, file), kinds = Object.fromEntries(Array.from(answersOf(design), ([name, is]) => [name, is.kind]));
  const counts = Object.fromEntries(Array.from(answersOf(design), ([name, is]) => [name, is.choices?.length ?? 0])), states = [];
  const stands = async (yes, then) => {
    const said = await page.evaluate(readMessages, yes), state = await page.evaluate(stateIn, [kinds, counts]);
    // What comes of a form that is gone is said in a page's own words.
    states.push(then === "stay" ? {...state, said} : state);
  };
  await stands(true, meant[0].then);
  for (const [i, act] of acts.entries()) {
    const then = meant[i + 1].then, saved = then === "accepted" ? page.waitForEvent("download", {timeout: 5000}).catch(() => null) : null;
    await page.evaluate(({source, act, kinds}) => (0, eval)(`(${source})`)(act, kinds), {source: doIn.toString(), act, kinds});
    await stands(act[3], then);
    const reply = await saved;
    if (then === "accepted") states.at(-1).values = reply ? JSON.parse(readFileSync(await reply.path(), "utf8")).values : "nothing";
  }
  if (page.noise.length) throw new Error(page.noise.join("\n"));
  return states;
}
