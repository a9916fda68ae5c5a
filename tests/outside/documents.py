#!/usr/bin/python3
"""Text documents by outside readers: the parts are valid by the schemas written down from the standards (jing), each relation
and content type resolves, python-docx, odfpy and pandoc read them with the form's headings and fields in their order; and
documents that are filled as editors do it come back as they were filled, with what was harmed named."""
import glob, hashlib, base64, json, os, random, re, subprocess, sys, tempfile, zipfile
import docx
from lxml import etree
from odf import form as odf_form, opendocument
from checking import brindel, expect, flat, problems
from editor import FORM, W, filled_docx, filled_odt, val, w

cli, root, build = sys.argv[1:4]
here = os.path.dirname(os.path.abspath(__file__))
hostile_words = ["\" ' & < > ]]> --", "a\u0001b\u000bc\u001f", "שלום עולם", "مرحبا", "𝒜𝓈𝓉𝓇𝒶 🚤", "Łódź Ἀθήνα", "line\nline", "x" * 100000]


def walk(control):
    yield control
    for key in ("controls", "pages", "cells"):
        for inner in control.get(key, []):
            yield from walk(inner)


def hostile(path):
    """A form whose wording is what no format likes."""
    jot = path + ".jot"
    open(jot, "w", encoding="utf-8").write("# Hostile\nName: text\nLength: number\nHull: combo [A, B]\nJobs: ticks [C, D]\nLift: radio [E, F]\nNote: text 60x4\n")
    subprocess.run([cli, "new", jot, "--kind", "document", "--language", "he", "-o", path], check=True)
    form = json.load(open(path, encoding="utf-8"))
    words = iter(hostile_words * 9)
    for control in walk(form):
        for key in ("text", "title", "hint", "placeholder", "prompt"):
            if key in control:
                control[key] = next(words)
        for at, choice in enumerate(control.get("choices", [])):
            control["choices"][at] = {"value": f"v{at}", "text": next(words)[:200] + str(at)}
    json.dump(form, open(path, "w", encoding="utf-8"))
    # Half a letter is refused where the file is read, so that no document can have it.
    torn = path + ".torn"
    open(torn, "w", encoding="utf-8").write(json.dumps(form).replace("--", "\\ud800", 1))
    ended = brindel("export", torn, "--to", "docx", "-o", path + ".docx")
    expect(ended.returncode and ended.stderr and not os.path.exists(path + ".docx"), f"half a letter: {ended.stderr[:200]}")


def jotted(folder):
    """The forms that classes are tested with."""
    for at, one in enumerate(open(os.path.join(root, "tests/classes/jotted.txt"), encoding="utf-8").read().split("=== ")[1:]):
        kind, rows = one.split("\n", 1)
        path = os.path.join(folder, f"jotted{at}.brindel")
        open(path + ".jot", "w", encoding="utf-8").write(rows)
        ended = subprocess.run([cli, "new", path + ".jot", "--kind", kind.split()[0], "-o", path], capture_output=True, text=True)
        if ended.returncode == 0:
            yield path


def parts_of(bytes_):
    z = zipfile.ZipFile(bytes_)
    expect(z.testzip() is None, f"{bytes_}: damaged")
    return {name: z.read(name) for name in z.namelist()}


def package_holds(path, parts):
    """Part 2 of ISO/IEC 29500: every part has a content type, and every relation a part."""
    types = etree.fromstring(parts["[Content_Types].xml"])
    defaults = {e.get("Extension") for e in types if e.tag.endswith("Default")}
    overrides = {e.get("PartName") for e in types if e.tag.endswith("Override")}
    for name in parts:
        if name != "[Content_Types].xml":
            expect("/" + name in overrides or name.rsplit(".", 1)[-1] in defaults, f"{path}: {name} has no content type")
    for one in overrides:
        expect(one[1:] in parts, f"{path}: {one} is not there")
    for name in parts:
        if name.endswith(".rels"):
            folder = os.path.dirname(os.path.dirname(name))
            ids = set()
            for e in etree.fromstring(parts[name]):
                target = os.path.normpath(os.path.join(folder, e.get("Target")))
                expect(target in parts, f"{path}: {name} leads to {target}")
                expect(e.get("Id") not in ids, f"{path}: {name} has {e.get('Id')} twice")
                ids.add(e.get("Id"))
    document = etree.fromstring(parts["word/document.xml"])
    used = {v for e in document.iter() for k, v in e.attrib.items() if k.startswith("{http://schemas.openxmlformats.org/officeDocument/2006/relationships}")}
    known = {e.get("Id") for e in etree.fromstring(parts["word/_rels/document.xml.rels"])}
    expect(used <= known, f"{path}: {used - known} lead nowhere")
    ids = [e.get(val) for e in document.iter(w("id")) if e.getparent().tag == w("sdtPr")]
    expect(len(ids) == len(set(ids)), f"{path}: ids of tags are given twice")
    styles = {e.get(w("styleId")) for e in etree.fromstring(parts["word/styles.xml"]).iter(w("style"))}
    asked = {e.get(val) for e in document.iter(w("pStyle"), w("rStyle"))}
    expect(asked <= styles, f"{path}: no styles {asked - styles}")
    blocks = {e.get(val) for e in document.iter(w("docPart"))}
    if blocks:
        there = {e.find(w("docPartPr")).find(w("name")).get(val) for e in etree.fromstring(parts["word/glossary/document.xml"]).iter(w("docPart"))}
        expect(blocks == there, f"{path}: building blocks {blocks ^ there}")


def valid(schema, files):
    ended = subprocess.run(["jing", "-c", os.path.join(here, "schemas", schema), *files], capture_output=True, text=True)
    said = [line for line in ended.stdout.splitlines() if "error" in line]
    expect(ended.returncode == 0 and not said, f"{schema}: {said[:3]}")


def stem(name):
    return name.split("#")[0]


def once(names):
    return list(dict.fromkeys(names))


def names_on_page(page):
    """What a web page asks, as it is read."""
    return once(re.sub(r"-other$", "", one) for one in re.findall(r'<(?:input|select|textarea|output)[^>]* name="([^"]+)"', page) if one)


def plain(text):
    return " ".join(text.split())


def fields_of(parts):
    return [e.get(val) for e in etree.fromstring(parts["word/document.xml"]).iter(w("tag")) if not e.get(val).endswith("#rows")]


def controls_of(parts):
    return [e.get(f"{{{FORM}}}name") for e in etree.fromstring(parts["content.xml"]).iter() if isinstance(e.tag, str) and e.tag.startswith(f"{{{FORM}}}") and e.get(f"{{{FORM}}}id")]


def grammar(path):
    """What odfpy knows of the standard's schema: attributes and children."""
    from odf.grammar import allowed_attributes, allowed_children
    document = opendocument.load(path)
    for node in [document.text, *document.text.getElementsByType(odf_form.Form)]:
        for one in node.childNodes:
            if not hasattr(one, "qname"):
                continue
            children = allowed_children.get(node.qname)
            expect(children is None or one.qname in children, f"{path}: {one.qname} in {node.qname}")
            attributes = allowed_attributes.get(one.qname)
            for key in one.attributes:
                expect(attributes is None or key in attributes or key[1] in ("id", "min-value", "max-value"), f"{path}: {key} at {one.qname}")
    return document


def random_answers(form, dice):
    """Answers to a form by the names of its parts; the same as a reply has them; and as programs write them."""
    typed, meant, exact = {}, {}, {}
    groups = {}
    words = ["Marigold", "Łódź", "Ελένη", "שלום", "two\nlines", "a & b < c", "🚤 x", "Tern 2"]
    for c in walk(form):
        kind, name = c.get("kind"), c.get("name")
        if kind == "radioButton":
            groups.setdefault(c["group"], []).append(c.get("value") or c["text"])
        if not name or c.get("access") or c.get("workedOut") or "value" in c.get("formulas", {}) or dice.random() < 0.2:
            continue
        if kind == "textBox" and not c.get("letters"):
            many = c.get("lines") == "many"
            typed[name] = meant[name] = dice.choice([one for one in words if many or "\n" not in one])
        elif kind == "numberBox":
            number = round(dice.uniform(-50, 5000), dice.randint(0, 3))
            typed[name], meant[name], exact[name] = repr(number).removesuffix(".0"), number, repr(number)
        elif kind == "dateBox":
            typed[name] = meant[name] = f"20{dice.randint(10, 40)}-{dice.randint(1, 12):02}-{dice.randint(1, 28):02}"
        elif kind == "timeBox":
            meant[name] = typed[name] = f"{dice.randint(0, 23):02}:{dice.randint(0, 59):02}"
            exact[name] = typed[name] + ":00"
        elif kind == "comboBox" and c.get("choices"):
            one = dice.choice(c["choices"])
            typed[name] = one if isinstance(one, str) else one.get("text", one.get("value"))
            meant[name] = one if isinstance(one, str) else one.get("value") or one["text"]
        elif kind == "checkBox":
            typed[name] = meant[name] = dice.random() < 0.5
        elif kind in ("choiceGroup", "listBox") and c.get("choices"):
            choices = [one if isinstance(one, str) else one.get("value") or one["text"] for one in c["choices"]]
            picked = [i for i in range(len(choices)) if dice.random() < 0.5]
            several = c.get("many") == "many" or c.get("several") or c.get("picks") == "several" or c.get("many") is True
            if several:
                for i in range(len(choices)):
                    typed[f"{name}#{i + 1}"] = i in picked
                meant[name] = [choices[i] for i in picked]
    for name, values in groups.items():
        at = dice.randrange(len(values))
        for i in range(len(values)):
            typed[f"{name}#{i + 1}"] = i == at
        typed[name] = meant[name] = values[at]
    return typed, meant, exact


def alike(a, b):
    return a == b or (a in (None, "", []) and b in (None, "", []))


with tempfile.TemporaryDirectory() as folder:
    at = lambda name: os.path.join(folder, name)
    hostile(at("hostile.brindel"))
    forms = sorted(glob.glob(os.path.join(root, "demo/*.brindel"))) + sorted(glob.glob(os.path.join(build, "tests/acts/*.brindel"))) + list(jotted(folder)) + [at("hostile.brindel")]
    xml = {"docx.rnc": [], "odt.rnc": []}
    documents = {}
    for path in forms:
        name = os.path.basename(path).removesuffix(".brindel")
        page = brindel("export", path, "--to", "html").stdout
        headings = [plain(re.sub("<[^>]*>", "", h)) for h in re.findall(r"<h[2-6][^>]*>(.*?)</h[2-6]>|<h1(?! class=\"(?:unseen|title))[^>]*>(.*?)</h1>", page, re.S) for h in [h[0] or h[1]]]
        asked = names_on_page(page)
        demo = path.startswith(root)
        for to, how in (("docx", "controls"), ("odt", "controls"), *((("docx", "old"), ("odt", "plain")) if demo or "hostile" in path else ())):
            file = at(f"{name}-{how}.{to}")
            ended = brindel("export", path, "--to", to, "--fields", how, "-o", file)
            expect(ended.returncode == 0, f"{name} as {to}: {ended.stderr[:300]}")
            if ended.returncode:
                continue
            if demo:
                again = subprocess.run([cli, "export", path, "--to", to, "--fields", how], capture_output=True).stdout
                expect(again == open(file, "rb").read(), f"{name} as {to}: the same form, other bytes")
            parts = parts_of(file)
            for part in parts:
                if part.endswith(".xml") and part.startswith(("word/", "content", "styles", "meta", "META")):
                    unpacked = at(f"{name}-{how}-{to}-{part.replace('/', '-')}")
                    open(unpacked, "wb").write(parts[part])
                    xml[f"{to}.rnc"].append(unpacked)
            if to == "docx":
                package_holds(file, parts)
                document = docx.Document(file)
                expect(document.core_properties.title != "", f"{name}: no title")
                if how == "controls":
                    documents[name] = file
                    tags = once(stem(one) for one in fields_of(parts))
                    wanted = [one for one in asked if one in set(tags)]
                    expect(tags == wanted, f"{name}: fields {tags} are read otherwise than on the page, {wanted}")
                    missing = [one for one in asked if one not in tags and not re.search(r"\d+$", one)]
                    expect(not missing, f"{name}: no fields {missing}")
                    nested = [plain("".join(t.text or "" for t in p.iter(w("t")))) for p in document.element.body.iter(w("p")) if p.find(w("pPr")) is not None and p.find(w("pPr")).find(w("pStyle")) is not None and p.find(w("pPr")).find(w("pStyle")).get(val).startswith("Heading")]
                    expect([h for h in nested if h] == [h for h in map(plain, map(__import__("html").unescape, headings)) if h], f"{name}: headings {nested} are {headings}")
            elif how == "controls":
                expect(zipfile.ZipFile(file).infolist()[0].filename == "mimetype" and zipfile.ZipFile(file).infolist()[0].compress_type == 0, f"{name}: mimetype is not first, as it is")
                listed = {e.get("{urn:oasis:names:tc:opendocument:xmlns:manifest:1.0}full-path") for e in etree.fromstring(parts["META-INF/manifest.xml"])}
                expect(listed - {"/"} == set(parts) - {"mimetype", "META-INF/manifest.xml"}, f"{name}: the manifest lists {listed}")
                grammar(file)
                names = once(stem(one) for one in controls_of(parts))
                wanted = [one for one in asked if one in set(names)]
                expect(names == wanted, f"{name}: controls {names} are read otherwise than on the page, {wanted}")
    for schema, files in xml.items():
        for i in range(0, len(files), 200):
            valid(schema, files[i:i + 200])
    for file in glob.glob(at("*controls.docx")) + glob.glob(at("*.odt")):
        if "mooring" in file or "lift" in file or "storage" in file or "hostile" in file:
            ended = subprocess.run(["pandoc", file, "-t", "json"], capture_output=True, text=True)
            expect(ended.returncode == 0 and not ended.stderr, f"pandoc: {file}: {ended.stderr[:200]}")

    # ---- filled and read back ----
    back = 0
    for name in ("mooring-permit", "lift-out-booking", "winter-storage-agreement", "slip-inspection", "pontoon-fault-note", "yard-charges"):
        path = os.path.join(root, f"demo/{name}.brindel")
        form = json.load(open(path, encoding="utf-8"))
        files, wanted = [], {}
        for seed in range(50):
            typed, meant, exact = random_answers(form, random.Random(f"{name} {seed}"))
            to = "odt" if seed % 3 == 2 else "docx"
            file = at(f"back-{name}-{seed}.{to}")
            if to == "docx":
                filled_docx(documents[name], file, typed)
            else:
                filled_odt(at(f"{name}-controls.odt"), file, {**typed, **{k: meant[k] for k in meant if isinstance(meant[k], str) and k in typed}}, exact)
            files.append(file)
            wanted[file] = meant
        result = at(f"{name}.json")
        ended = brindel("gather", path, *files, "--store", at(f"{name}.db"), "--wrong-too", "--today", "2026-04-01", "-o", result)
        kept = json.load(open(result))
        told = ended.stderr + ended.stdout
        expect(len(kept) == len(files), f"{name}: {len(kept)} of {len(files)} came back: {told[:300]}")
        expect("wording" not in told and "no longer" not in told, f"{name}: harm that is none: {told[:300]}")
        for file, one in zip(files, kept):
            values = dict(flat(one["values"]))
            for key, value in wanted[file].items():
                if alike(values.get(key), value):
                    continue
                # What the form refuses stands in the report, and is kept as it was typed where it can be.
                expect(f"{os.path.basename(file)}:{key}" in told or f"{file}:{key}" in told, f"{file}: {key} is {values.get(key)!r}, not {value!r}")
            back += 1

    # ---- harm is named ----
    path = os.path.join(root, "demo/mooring-permit.brindel")

    def harmed(harm, values={}):
        filled_docx(documents["mooring-permit"], at("harmed.docx"), {"txtBoatName": "Marigold", **values}, harm)
        return brindel("fill", path, "--values", at("harmed.docx"), "--today", "2026-04-01").stderr

    def control(document, tag):
        return next(e for e in document.iter(w("sdt")) if e.find(w("sdtPr")).find(w("tag")).get(val) == tag)

    def deleted(document):
        one = control(document, "txtInsurer")
        one.getparent().remove(one)

    def copied(document):
        one = control(document, "txtBoatName")
        other = etree.fromstring(etree.tostring(one))
        next(other.iter(w("t"))).text = "Tern"
        one.getparent().append(other)

    def reordered(document):
        a, b = control(document, "txtBoatName"), control(document, "txtRegistration")
        mark = etree.Element("mark")
        a.getparent().replace(a, mark)
        b.getparent().replace(b, a)
        mark.getparent().replace(mark, b)

    def reworded(document):
        next(t for t in document.iter(w("t")) if (t.text or "").startswith("The mooring is let")).text = "The mooring is free."

    def split(document):
        t = next(t for t in document.iter(w("t")) if (t.text or "").startswith("The mooring is let"))
        run = t.getparent()
        other = etree.fromstring(etree.tostring(run))
        other.find(w("t")).text, t.text = t.text[9:], t.text[:9]
        run.addnext(other)

    def nested(document):
        body = document.find(w("body"))
        table = body.find(w("tbl"))
        holder = etree.fromstring(f'<w:tbl xmlns:w="{W}"><w:tblPr/><w:tblGrid/><w:tr><w:tc><w:p/></w:tc></w:tr></w:tbl>')
        table.getparent().replace(table, holder)
        holder.find(f".//{w('tc')}").insert(0, table)

    expect("txtInsurer: This field is no longer in the document." in harmed(deleted), "a field that was deleted is named")
    expect("txtBoatName: This field is in the document twice" in harmed(copied), "a field that was copied is named")
    for harm in (reordered, split, nested):
        told = harmed(harm)
        expect("wording" not in told and "no longer" not in told, f"{harm.__name__} is no harm: {told[:200]}")
    expect("The wording of the document was changed." in harmed(reworded), "wording that was changed is named")
    expect("radShorePower: Only one can be chosen." in harmed(None, {"radShorePower#1": True, "radShorePower#2": True}), "two of one question: " + harmed(None, {"radShorePower#1": True, "radShorePower#2": True})[:200])

    # ---- the password ----
    open(at("word"), "w", encoding="utf-8").write("spring tide Ä 7\n")
    ended = brindel("export", path, "--to", "docx", "--password-file", at("word"), "-o", at("sealed.docx"))
    expect(ended.returncode == 0, ended.stderr)
    kept = etree.fromstring(parts_of(at("sealed.docx"))["word/settings.xml"]).find(w("documentProtection"))
    # 17.15.1.29: the salt and the password in UTF-16, then 100,000 times the hash and the number of the round.
    digest = hashlib.sha512(base64.b64decode(kept.get(w("saltValue"))) + "spring tide Ä 7".encode("utf-16-le")).digest()
    for i in range(int(kept.get(w("spinCount")))):
        digest = hashlib.sha512(digest + i.to_bytes(4, "little")).digest()
    expect(kept.get(w("spinCount")) == "100000" and base64.b64encode(digest).decode() == kept.get(w("hashValue")), "the hash is not that of the standard")
    # 17.13.7 with edit="readOnly" (17.15.1.29): what stands in a range for everyone can be changed, and nothing else. Every field
    # that is open is in one, alone.
    document = etree.fromstring(parts_of(at("sealed.docx"))["word/document.xml"])
    expect(kept.get(w("edit")) == "readOnly" and kept.get(w("enforcement")) == "1", "it is not kept from changes")
    inside, open_ranges = False, 0
    for e in document.iter():
        if e.tag == w("permStart"):
            expect(not inside and e.get(w("edGrp")) == "everyone", "ranges lie in each other")
            inside = True
        elif e.tag == w("permEnd"):
            inside = False
            open_ranges += 1
        elif e.tag == w("sdt"):
            expect(inside == (e.find(w("sdtPr")).find(w("lock")).get(val) == "sdtLocked"), "a field that is open lies in a range, another one does not")
        elif e.tag == w("r"):
            expect(not inside or any(a.tag == w("sdt") for a in e.iterancestors()), "a run beside a field can be changed")
    expect(open_ranges > 30, f"{open_ranges} ranges")
    ended = brindel("export", path, "--to", "odt", "--password-file", at("word"), "-o", at("sealed.odt"))
    section = next(e for e in etree.fromstring(parts_of(at("sealed.odt"))["content.xml"]).iter() if e.tag.endswith("}section"))
    keys = {k.split("}")[1]: v for k, v in section.attrib.items()}
    expect(keys["protected"] == "true" and keys["protection-key"] == base64.b64encode(hashlib.sha256("spring tide Ä 7".encode()).digest()).decode(), "the key of the section is not SHA-256 of the password")

    # ---- a wording changed is that run ----
    form = json.load(open(path, encoding="utf-8"))
    label = next(c for c in walk(form) if c.get("text") == "Boat name")
    label["text"] = "Name of the boat"
    json.dump(form, open(at("mooring-permit.brindel"), "w", encoding="utf-8"))
    brindel("export", at("mooring-permit.brindel"), "--to", "docx", "-o", at("changed.docx"))
    was, now = (parts_of(one)["word/document.xml"].decode() for one in (documents["mooring-permit"], at("changed.docx")))
    expect(was.replace("Boat name", "Name of the boat") == now, "other things changed than the wording")
    print(f"{len(forms)} forms, {len(xml['docx.rnc']) + len(xml['odt.rnc'])} parts, {back} documents filled and read back")

sys.exit(1 if problems else 0)
