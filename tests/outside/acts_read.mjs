// The scripts in a file of acts (tests/acts): "== NAME" begins one, a line is an act, and what is indented below holds
// after it. "unlike FILLER CHECK" says that a filler differs, and which finding of the form says so.
import {readFileSync} from "node:fs";

// Texts stand as they are, or as JSON where blanks at their ends or line breaks matter.
const said = text => text.startsWith("\"") ? JSON.parse(text) : text;
const acts = {
  type: (name, text) => ["type", name, said(text)], letters: (name, text) => ["letters", name, said(text)],
  tick: name => ["tick", name, true], untick: name => ["tick", name, false], choose: (name, value) => ["choose", name, said(value)],
  pick: (name, lines) => ["pick", name, lines.split(" ").filter(Boolean).map(Number)], step: (name, by) => ["step", name, Number(by)],
  row: (name, by) => ["row", name, Number(by)], press: (name, yes) => ["press", name, null, yes !== "no"], enter: name => ["enter", name],
  leave: name => ["leave", name], accept: () => ["accept"], close: () => ["close"],
};
const alone = ["says", "then", "tells", "offers"];

export function scriptsIn(path) {
  const scripts = [];
  for (const line of readFileSync(path, "utf8").split("\n")) {
    if (line.startsWith("== ")) scripts.push({name: line.slice(3), acts: [], opening: [], unlike: {}});
    const script = scripts.at(-1), words = line.trim().split(" ");
    if (!script || line.startsWith("== ") || !line.trim() || line.startsWith("#")) continue;
    if (line.startsWith("  ")) {
      const one = alone.includes(words[0]) ? [words[0], said(words.slice(1).join(" "))] : [words[0], words[1], words.length > 2 ? words[0] === "replies" ? words.slice(2).join(" ") : said(words.slice(2).join(" ")) : ""];
      (script.acts.at(-1)?.expected || script.opening).push(one);
    } else if (words[0] === "unlike") script.unlike[words[1]] = words[2];
    else if (acts[words[0]]) script.acts.push({told: line, does: acts[words[0]](words[1], words.slice(2).join(" ")), expected: []});
    else throw new Error(`${path}: “${line}” is no act`);
  }
  return scripts;
}
