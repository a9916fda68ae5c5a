// What outside readers have found right is not read again as long as nothing has changed that the answer hangs on.
import {createHash} from "node:crypto";
import {mkdirSync, readFileSync, writeFileSync} from "node:fs";
import {join} from "node:path";
import {source} from "./reading.mjs";

const lines = new Set(readFileSync(join(source, "tests/known.txt"), "utf8").split("\n"));
const kept = join(source, "build/known");

// Looks by `look`, which throws when something is wrong, unless the same was found right before: `from` are the bytes and
// words that the answer hangs on.
export async function once(name, from, look) {
  const sum = createHash("sha256");
  for (const one of from) sum.update(one).update("\0");
  const line = `${name} ${sum.digest("hex")}`;
  if (lines.has(line)) return;
  try {
    if (`${name} ${readFileSync(join(kept, name), "utf8").trim()}` === line) return;
  } catch { /* It was never looked at here. */ }
  await look();
  mkdirSync(kept, {recursive: true});
  writeFileSync(join(kept, name), line.split(" ")[1] + "\n");
}
