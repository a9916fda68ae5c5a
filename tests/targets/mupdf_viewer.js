// Fills `file` in MuPDF, whose own small interpreter runs the PDF's scripts; writes what each of `acts` came to.
var doc = new PDFDocument(file), says = [], out = [], widgets = {};
doc.enableJS();
doc.setJSEventListener({onAlert: function(text) { says.push(typeof text === "string" ? text : text.message); return {button: 1}; }});
var pages = [];
for (var i = 0; i < doc.countPages(); ++i) {
  pages.push(doc.loadPage(i));
  pages[i].getWidgets().forEach(function(w) { widgets[w.getLabel()] = widgets[w.getLabel()] || w; });
}
function update() { pages.forEach(function(page) { page.update(); }); }
acts.forEach(function(act) {
  var w = widgets[act.label];
  says = [];
  if (act.does === "type" && w.getFieldType() === "text") w.setTextValue(act.value);
  else if (act.does === "type") w.setChoiceValue(act.value);
  else w.toggle();
  update();
  out.push({says: says});
});
var values = {};
Object.keys(widgets).forEach(function(label) { values[label] = widgets[label].getValue(); });
out.push({values: values});
print(JSON.stringify(out));
