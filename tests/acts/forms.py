#!/usr/bin/python3
"""The form of a file of acts: forms.py CLI ACTS OUT. Its head says "form file PATH", or has the kind and the language ("form dialog en"), the rows that
it is jotted from up to "end", and what no row says: "set NAME PROPERTY JSON", "formula NAME PROPERTY FORMULA", "rule NAME JSON" with names for controls."""
import json, os, shutil, subprocess, sys

cli, source, out = sys.argv[1:4]
kind, language, rows, sets, jotting = "dialog", "en", [], [], False
for line in open(source, encoding="utf-8"):
    line = line.rstrip("\n")
    if line.startswith("== "):
        break
    if jotting and line == "end":
        jotting = False
    elif jotting:
        rows.append(line)
    elif line.startswith("form file "):
        shutil.copy(os.path.join(os.path.dirname(source), line.split()[2]), out)
        sys.exit()
    elif line.startswith("form "):
        kind, language = line.split()[1:3]
        jotting = True
    elif line.startswith(("set ", "formula ")):
        sets.append(line.split(" ", 3))
    elif line.startswith("rule "):
        what, name, rule = line.split(" ", 2)
        sets.append((what, name, "", rule))
jot = out + ".jot"
open(jot, "w", encoding="utf-8").write("\n".join(rows) + "\n")
subprocess.run([cli, "new", jot, "--kind", kind, "--language", language, "-o", out], check=True)
form = json.load(open(out, encoding="utf-8"))


def each(control):
    yield control
    for key in ("controls", "pages", "cells"):
        for inner in control.get(key, []):
            yield from each(inner)


def known(step):
    """A step that names its control."""
    step = {key: [known(one) for one in value] if isinstance(value, list) else value for key, value in step.items()}
    if "on" in step:
        step["on"] = next(c["id"] for c in each(form) if c.get("name") == step["on"])
    return step


for what, name, prop, value in sets:
    control = form if name == "form" else next(c for c in each(form) if c.get("name") == name)
    if what == "set":
        control[prop] = json.loads(value)
    elif what == "rule":
        control.setdefault("rules", []).append(known(json.loads(value)))
    elif prop == "value":
        control["value"] = value
    else:
        control.setdefault("formulas", {})[prop] = value
form["name"] = os.path.splitext(os.path.basename(out))[0].replace("-", "_")
json.dump(form, open(out, "w", encoding="utf-8"), ensure_ascii=False, indent=2)
