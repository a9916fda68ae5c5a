// Makes a script ready to be carried by pages and PDFs: node prepare.cjs IN OUT [es5]. With "es5" it is brought down to
// ECMAScript 5, for the interpreters of PDF viewers. Comments, blanks and long names within functions go (those at the top
// stay: by them parts are left out that a form has no use for); the marks of parts, //@ …, stand on lines of their own then,
// and not one is lost.
"use strict";
const {readFileSync, writeFileSync} = require("fs"), ts = require("typescript"), {minify} = require("terser");
const [from, to, as] = process.argv.slice(2);
const marks = text => (text.match(/\/\/@ .*|\/\*@.*?\*\//g) || []).map(one => one.replace(/^..@ ?| *\*\/$/g, ""));
const kept = (before, after, by) => {
  if (marks(before).join("\n") !== marks(after).join("\n")) throw new Error(`Marks of parts were lost in ${from}: ${by} has moved them.`);
  return after;
};
// The names that stand at the top of a script's functions, and what these are given.
function namesIn(text) {
  const names = [];
  for (const outer of ts.createSourceFile("", text, ts.ScriptTarget.ES2020, true).statements) {
    names.push(outer.name.text, ...outer.parameters.map(one => one.name.text));
    for (const one of outer.body.statements)
      if (ts.isFunctionDeclaration(one)) names.push(one.name.text);
      else if (ts.isVariableStatement(one)) for (const each of one.declarationList.declarations) names.push(each.name.text);
  }
  return names;
}

(async () => {
  let script = readFileSync(from, "utf8").replace(/^( *)(.*\S) *\/\/@ (?!if |end)(.+)$/gm, "$1//@ if $3\n$1$2\n$1//@ end");
  if (as === "es5") {
    const {outputText, diagnostics} = ts.transpileModule(script, {
      reportDiagnostics: true,
      compilerOptions: {target: ts.ScriptTarget.ES5, module: ts.ModuleKind.ES2015, newLine: ts.NewLineKind.LineFeed}
    });
    if (diagnostics.length) throw new Error(diagnostics.map(one => one.messageText).join("\n"));
    script = kept(script, outputText, "TypeScript");
  }
  const shorter = async compress => (await minify(script.replace(/\/\/@ (.*)$/gm, "/*@ $1 */"), {
    compress, mangle: {reserved: namesIn(script)}, ecma: as === "es5" ? 5 : 2017,
    format: {comments: /^@/, ascii_only: true, semicolons: true, shorthand: false, keep_quoted_props: true, wrap_func_args: false}
  })).code;
  // Nothing that makes other statements of some, which would tear parts; where a mark is lost, not that either.
  let code = await shorter({defaults: false, booleans: true, comparisons: true, evaluate: true, properties: true});
  if (marks(script).join("\n") !== marks(code).join("\n")) code = await shorter(false);
  // A comma or a semicolon ends what stands before a mark, and goes or stays with it.
  const lines = code.replace(/\n?\/\*@ (.*?) \*\/\n?/g, "\n//@ $1\n").replace(/((?:\n+\/\/@ [^\n]*)+)\n+([,;])/g, "$2$1\n");
  writeFileSync(to, kept(script, lines.replace(/\n+/g, "\n"), "terser"));
})();
