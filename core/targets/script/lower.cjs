// Brings a script down to ECMAScript 5, for the interpreters of PDF viewers: node lower.cjs IN OUT. The marks of its parts
// (//@ …) stand on lines of their own then, and not one is lost.
"use strict";
const {readFileSync, writeFileSync} = require("fs"), ts = require("typescript");
const [from, to] = process.argv.slice(2);
const marked = readFileSync(from, "utf8").replace(/^( *)(.*\S) *\/\/@ (?!if |end)(.+)$/gm, "$1//@ if $3\n$1$2\n$1//@ end");
const {outputText, diagnostics} = ts.transpileModule(marked, {
  reportDiagnostics: true,
  compilerOptions: {target: ts.ScriptTarget.ES5, module: ts.ModuleKind.ES2015, newLine: ts.NewLineKind.LineFeed}
});
const marks = text => text.match(/\/\/@ .*/g).join("\n");
if (diagnostics.length) throw new Error(diagnostics.map(one => one.messageText).join("\n"));
if (marks(marked) !== marks(outputText)) throw new Error(`Marks of parts were lost in ${from}: TypeScript has moved them.`);
writeFileSync(to, outputText.replace(/ *(\/\/@ .*)$/gm, "$1"));
