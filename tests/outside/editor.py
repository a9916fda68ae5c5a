#!/usr/bin/python3
"""Fills text documents as editors do: editor.py DOCX TARGET VALUES.json, with values by the names of tags."""
import json, random, sys, zipfile
from lxml import etree
from odf import form as odf_form, opendocument

W = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"
W14 = "http://schemas.microsoft.com/office/word/2010/wordml"
FORM = "urn:oasis:names:tc:opendocument:xmlns:form:1.0"
w = lambda name: f"{{{W}}}{name}"
val = w("val")


def filled_docx(source, target, values, harm=None):
    z = zipfile.ZipFile(source)
    document = etree.fromstring(z.read("word/document.xml"))
    for sdt in list(document.iter(w("sdt"))):
        as_ = sdt.find(w("sdtPr"))
        tag = as_.find(w("tag"))
        if tag is None or tag.get(val) not in values:
            continue
        value = values[tag.get(val)]
        for showing in as_.findall(w("showingPlcHdr")):
            as_.remove(showing)
        content, box = sdt.find(w("sdtContent")), as_.find(f"{{{W14}}}checkbox")
        if box is not None:
            box.find(f"{{{W14}}}checked").set(f"{{{W14}}}val", "1" if value else "0")
            content.find(".//" + w("t")).text = "\u2612" if value else "\u2610"
            continue
        for old in list(content):
            content.remove(old)
        # Runs are split in the middle of words, and some are insertions that are tracked, beside what was deleted.
        dice = random.Random(str(value))
        for i, line in enumerate(str(value).split("\n")):
            if i:
                etree.SubElement(etree.SubElement(content, w("r")), w("br"))
            cut = dice.randint(0, len(line))
            for part in (line[:cut], line[cut:]):
                holder = etree.SubElement(content, w("ins"), {w("id"): "1", w("author"): "Ines"}) if dice.random() < 0.3 else content
                t = etree.SubElement(etree.SubElement(holder, w("r")), w("t"))
                t.text = part
                t.set("{http://www.w3.org/XML/1998/namespace}space", "preserve")
            if dice.random() < 0.3:
                gone = etree.SubElement(etree.SubElement(content, w("del"), {w("id"): "2", w("author"): "Ines"}), w("r"))
                etree.SubElement(gone, w("delText")).text = "gone"
    if harm:
        harm(document)
    with zipfile.ZipFile(target, "w", zipfile.ZIP_DEFLATED) as out:
        for name in z.namelist():
            out.writestr(name, etree.tostring(document, xml_declaration=True, encoding="UTF-8", standalone=True) if name == "word/document.xml" else z.read(name))


def filled_odt(source, target, values, exact):
    """odfpy loads it, puts current values into the controls, and saves it."""
    document = opendocument.load(source)
    for control in document.text.getElementsByType(odf_form.Form)[0].childNodes:
        if not hasattr(control, "qname"):
            continue
        name, kind = control.getAttrNS(FORM, "name"), control.qname[1]
        if kind == "radio":
            if name in values:
                control.setAttrNS(FORM, "current-selected", "true" if control.getAttrNS(FORM, "value") == values[name] else "false")
        elif name not in values:
            continue
        elif kind == "checkbox":
            control.setAttrNS(FORM, "current-state", "checked" if values[name] else "unchecked")
        elif kind == "listbox":
            for option in control.childNodes:
                option.setAttrNS(FORM, "current-selected", "true" if option.getAttrNS(FORM, "value") == values[name] else "false")
        else:
            control.setAttrNS(FORM, "current-value", str(exact.get(name, values[name])))
    document.save(target)


if __name__ == "__main__":
    filled_docx(sys.argv[1], sys.argv[2], json.load(open(sys.argv[3], encoding="utf-8")))
