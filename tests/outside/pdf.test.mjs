// PDFs read, filled and saved by pdf-lib and pdf.js, and looked at by Poppler, MuPDF, Ghostscript and qpdf.
import assert from "node:assert/strict";
import {createRequire} from "node:module";
import {test} from "node:test";
import {PDFButton, PDFCheckBox, PDFDocument, PDFDropdown, PDFOptionList, PDFRadioGroup, PDFSignature, PDFTextField,
  PDFBool, PDFHexString, PDFName} from "pdf-lib";
import {bytesOf, cli, controlsOf, demos, formOf, pdfOf, replyOf, run, written} from "./reading.mjs";
import {sandboxOf} from "./sandbox.mjs";

const require = createRequire(import.meta.url);
const pdfjs = require("pdfjs-dist/legacy/build/pdf.js");

// Warnings count: a reader that puts up with something is not a reader that agrees.
async function quietly(work) {
  const said = [], kept = {log: console.log, warn: console.warn};
  console.log = console.warn = (...what) => said.push(what.join(" "));
  try { return [await work(), said.filter(one => !/polyfill|canvas|structuredClone/.test(one))]; }
  finally { Object.assign(console, kept); }
}
const opened = bytes => pdfjs.getDocument({data: bytes, verbosity: 1, isEvalSupported: false, useSystemFonts: false,
  standardFontDataUrl: new URL("./node_modules/pdfjs-dist/standard_fonts/", import.meta.url).pathname}).promise;

const makes = {
  textBox: PDFTextField, numberBox: PDFTextField, dateBox: PDFTextField, timeBox: PDFTextField, comboBox: PDFDropdown,
  listBox: PDFOptionList, checkBox: PDFCheckBox, signature: PDFSignature, button: PDFButton
};
const wordings = choices => (choices || []).map(c => typeof c === "string" ? c : c.text);

test("pdf-lib lists every field as the form has it", async () => {
  for (const name of demos) {
    const pdf = await PDFDocument.load(bytesOf(pdfOf(formOf(name), name)));
    const form = pdf.getForm(), known = new Set(), spoken = new Map();
    const controls = controlsOf(formOf(name));
    for (const c of controls) {
      if (!makes[c.kind] || !c.name || c.kind === "button") continue;
      const field = form.getField(c.name);
      known.add(c.name);
      assert(field instanceof makes[c.kind], `${name} ${c.name} is a ${field.constructor.name}`);
      assert.equal(field.isRequired(), !!c.required, c.name);
      assert.equal(field.isReadOnly(), (c.access || "open") !== "open" || !!c.workedOut || !!c.formulas?.workedOut, c.name);
      if (field instanceof PDFTextField) {
        assert.equal(field.getMaxLength(), c.maxLength, c.name);
        assert.equal(field.isMultiline(), c.lines === "many", c.name);
        assert.equal(field.isPassword(), !!c.secret, c.name);
      }
      if ((field instanceof PDFDropdown || field instanceof PDFOptionList) && c.choicesFrom === undefined)
        assert.deepEqual(field.getOptions(), wordings(c.choices), c.name);
      // What it starts with; the day and what is worked out come when it is opened.
      const start = c.default === undefined || String(c.default).startsWith("today") || c.workedOut ? "" : String(c.default);
      if (field instanceof PDFTextField && !c.choices) assert.equal(field.getText() || "", start, c.name);
      if (field instanceof PDFCheckBox) assert.equal(field.isChecked(), !!c.startsTicked, c.name);
      const label = controls.find(one => one.labels === c.id), said = field.acroField.dict.lookup(PDFName.of("TU")).decodeText();
      if (label) assert(said.includes(label.text.replace(/[: ]+$/, "")), `${c.name} is called ${said}`);
      if (c.hint) assert(said.includes(c.hint), `${c.name} says ${said}`);
    }
    for (const field of form.getFields()) {
      const called = field.acroField.dict.lookup(PDFName.of("TU")).decodeText();
      assert(called.length > 0, field.getName());
      assert(!spoken.has(called), `${name}: ${field.getName()} and ${spoken.get(called)} are both called ${called}`);
      spoken.set(called, field.getName());
    }
  }
});

test("pdf.js lists the same, without a warning", async () => {
  for (const name of demos) {
    const [[fields, marked, text], said] = await quietly(async () => {
      const pdf = await opened(bytesOf(pdfOf(formOf(name), name)));
      let text = "";
      for (let i = 1; i <= pdf.numPages; ++i) {
        const page = await pdf.getPage(i);
        text += (await page.getTextContent()).items.map(one => one.str).join(" ") + " ";
        await page.getOperatorList();
        assert((await page.getStructTree()).children.length > 0, "structure");
      }
      return [await pdf.getFieldObjects(), await pdf.getMarkInfo(), text];
    });
    assert.deepEqual(said, [], name);
    assert.equal(marked.Marked, true);
    const kinds = {textBox: "text", numberBox: "text", dateBox: "text", timeBox: "text", comboBox: "combobox",
      listBox: "listbox", checkBox: "checkbox", signature: "signature"};
    for (const c of controlsOf(formOf(name))) {
      if (c.kind === "label" && c.text && !(c.within || []).some(w => w.kind === "tabPage"))
        assert(text.replace(/\s+/g, "").includes(c.text.replace(/\s+/g, "")), `${name} shows ${c.text}`);
      if (!kinds[c.kind] || !c.name) continue;
      assert.equal(fields[c.name][0].type, kinds[c.kind], c.name);
    }
  }
});

const letters = {
  latin: "Périwinkle Straße ñandú",
  polish: "Zażółć gęślą jaźń Łódź",
  greek: "Ἀθήνα".normalize("NFD").replace(/[\u0300-\u036f]/g, "") + " καΐκι Ψυχή",
  cyrillic: "Смола и якорь Її"
};

test("pdf.js fills four scripts and saves; Poppler shows every letter, Brindel reads it back", async () => {
  const form = written("letters.jot", "# Letters\n" + Object.keys(letters).map(k => `${k}: text 40 @${k}`).join("\n") + "\nDay: date @starts\nLength: number 2..25 .1 @metres\nMast: check @mast\nHull: radio [GRP, Steel plate] @hull\n");
  run(cli, ["new", form, "--kind", "document", "-o", form.replace(".jot", ".brindel")]);
  const brindel = form.replace(".jot", ".brindel"), [saved] = await quietly(async () => {
    const pdf = await opened(bytesOf(pdfOf(brindel, "letters")));
    const fields = await pdf.getFieldObjects();
    for (const [key, text] of Object.entries(letters)) pdf.annotationStorage.setValue(fields[key][0].id, {value: text});
    pdf.annotationStorage.setValue(fields.starts[0].id, {value: "20 Apr 2026"});
    pdf.annotationStorage.setValue(fields.metres[0].id, {value: "12.5"});
    pdf.annotationStorage.setValue(fields.mast[0].id, {value: true});
    return pdf.saveDocument();
  });
  const path = written("letters-filled.pdf", saved);
  const reply = replyOf(brindel, path).values;
  for (const [key, text] of Object.entries(letters)) assert.equal(reply[key], text);
  assert.equal(reply.starts, "2026-04-20");
  assert.equal(reply.metres, 12.5);
  assert.equal(reply.mast, true);
  // Both viewers show every letter: their own text, which comes from the glyphs that were drawn.
  for (const text of [run("pdftotext", ["-layout", path, "-"]), run("mutool", ["draw", "-q", "-F", "txt", path])])
    for (const word of Object.values(letters).join(" ").split(" "))
      assert(text.normalize("NFC").includes(word.normalize("NFC")), `${word} is not in\n${text}`);
});

test("what is filled into one field shows in that one alone, whatever viewer saves it", async () => {
  const brindel = written("alike.brindel", "");
  run(cli, ["new", written("alike.jot", "A: text 20 @alpha\nB: text 20 @beta\nC: combo [x, y] @gamma\nD: combo [x, y] @delta\n"),
    "--kind", "document", "-o", brindel]);
  const blank = pdfOf(brindel, "alike"), saved = [];
  const pdf = await PDFDocument.load(bytesOf(blank));
  pdf.getForm().getTextField("alpha").setText("Periwinkle");
  saved.push(written("alike-1.pdf", await pdf.save()));
  const [bytes] = await quietly(async () => {
    const one = await opened(bytesOf(blank)), fields = await one.getFieldObjects();
    one.annotationStorage.setValue(fields.alpha[0].id, {value: "Periwinkle"});
    return one.saveDocument();
  });
  saved.push(written("alike-2.pdf", bytes));
  const third = written("alike-3.pdf", "");
  run("mutool", ["run", written("alike.js", `var d = new PDFDocument(${JSON.stringify(blank)}); d.enableJS(); var p = d.loadPage(0);
    p.getWidgets()[0].setTextValue("Periwinkle"); p.update(); d.save(${JSON.stringify(third)}, "");`)]);
  saved.push(third);
  for (const path of saved)
    for (const text of [run("pdftotext", ["-layout", path, "-"]), run("mutool", ["draw", "-q", "-F", "txt", path])])
      assert.equal(text.split("Periwinkle").length, 2, `${path} shows it ${text.split("Periwinkle").length - 1} times\n${text}`);
});

test("pdf-lib fills; readers that draw themselves show every letter in the font that the form brings", async () => {
  const brindel = written("letters2.brindel", "");
  run(cli, ["new", written("letters2.jot", "# Letters\n" + Object.keys(letters).map(k => `${k}: text 40 @${k}`).join("\n") + "\nMast: check @mast\nHull: radio [GRP, Steel plate] @hull\nKind: combo [s = Sail, m = Motor] @kind\n"), "--kind", "document", "-o", brindel]);
  const pdf = await PDFDocument.load(bytesOf(pdfOf(brindel, "letters2")));
  const form = pdf.getForm();
  // The values alone; every reader draws what is asked for by itself.
  for (const [key, text] of Object.entries(letters)) {
    form.getTextField(key).acroField.dict.set(PDFName.of("V"), PDFHexString.fromText(text));
    form.getTextField(key).acroField.dict.delete(PDFName.of("AP"));
  }
  form.getCheckBox("mast").check();
  const hull = form.getRadioGroup("hull");
  hull.select(hull.getOptions()[1]);
  form.getDropdown("kind").select("Motor");
  form.acroForm.dict.set(PDFName.of("NeedAppearances"), PDFBool.True);
  const path = written("letters2-filled.pdf", await pdf.save({updateFieldAppearances: false}));
  const reply = replyOf(brindel, path).values;
  for (const [key, text] of Object.entries(letters)) assert.equal(reply[key], text);
  assert.equal(reply.mast, true);
  assert.equal(reply.hull, "Steel plate");
  assert.equal(reply.kind, "m");
  // What Poppler draws: asked by its own text, which comes from the glyphs it chose.
  const shown = run("pdftotext", ["-layout", path, "-"]).normalize("NFC");
  for (const text of Object.values(letters)) for (const word of text.normalize("NFC").split(" ")) assert(shown.includes(word), `Poppler shows ${word} in\n${shown}`);
});

test("qpdf, MuPDF and Ghostscript say nothing about any of them, sealed or not", () => {
  const word = written("word.txt", "tide and weather 7\n");
  for (const name of demos)
    for (const more of [[], ["--password-file", word]]) {
      const path = pdfOf(formOf(name), `${name}-${more.length}`, more);
      assert.match(run("qpdf", ["--check", path]), /No syntax or stream encoding errors/);
      assert.equal(run("gs", ["-q", "-dNOPAUSE", "-dBATCH", "-sDEVICE=nullpage", path]), "");
      run("mutool", ["draw", "-q", "-o", "/dev/null", "-F", "png", path]);
      if (more.length) assert.match(run("qpdf", ["--show-encryption", path]), /R = 6[\s\S]*AESv3/);
    }
});

test("a sealed one can be filled and nothing else", async () => {
  const word = written("word2.txt", "tide and weather 7\n");
  const told = run("qpdf", ["--show-encryption", pdfOf(formOf("mooring-permit"), "sealed", ["--password-file", word])]);
  for (const [what, allowed] of [["extract for accessibility", "allowed"], ["modify forms", "allowed"],
    ["modify document assembly", "not allowed"], ["modify annotations", "not allowed"], ["modify other", "not allowed"]])
    assert.match(told, new RegExp(`${what}: ${allowed}`), told);
});

test("pdf.js works out and judges in its own sandbox as Brindel does", async () => {
  const form = formOf("yard-charges"), box = await sandboxOf(bytesOf(pdfOf(form, "sandbox")));
  const given = {numLength: "12.5", numHours: "3,5", numDiscount: "10"};
  for (const [name, value] of Object.entries({...given, numDays: "400"})) await box.put(name, value);
  // What is wrong is said, and stays until it is put right.
  assert.equal(String(box.held("numDays")), "400");
  await box.put("numDays", "14");
  box.close();
  assert.deepEqual(box.alerts, ["Days ashore: enter 1 to 365; 400 is too much."]);
  // The same by the command line.
  const values = written("sandbox.json", JSON.stringify({txtBoatName: "Periwinkle", timStarted: "09:00", numLength: 12.5, numHours: 3.5, numDiscount: 10}));
  const reply = JSON.parse(run(cli, ["fill", form, "--values", values, "--to", "json"])).values;
  for (const name of ["numBerth", "numLabour", "numDuty", "numTotal"]) assert.equal(Number(box.held(name)), reply[name], name);
});
