#!/usr/bin/python3
"""Forms for classes: thirty that are jotted (forms.py jotted LIST FOLDER), and one whose every wording is hostile
(forms.py hostile FORM OUT)."""
import json, os, re, sys

HOSTILE = 'a "quoted" \\ back */ /* ??/ ??) %1 %2 %n \' <b> & &amp; tab\there \u202eturned\u202c \u200f\u2066 שלום مرحبا Γειά \u0007 end\\'
LONG = "Wharf " * 16667


def hostile(source, out):
    form = json.load(open(source, encoding="utf-8"))
    count = 0

    def change(node, key=None):
        nonlocal count
        if isinstance(node, dict):
            return {k: change(v, k) for k, v in node.items()}
        if isinstance(node, list):
            return [change(v, key) for v in node]
        if isinstance(node, str) and key in ("text", "title", "hint", "placeholder", "unit", "requiredMessage", "rangeMessage", "patternMessage", "validMessage", "prompt", "note"):
            count += 1
            return LONG if key == "hint" and count < 6 else f"{count} {HOSTILE}"
        return node

    changed = change(form)
    changed["name"] = "hostileWords"
    json.dump(changed, open(out, "w", encoding="utf-8"), ensure_ascii=False, indent=2)


def jotted(source, folder):
    os.makedirs(folder, exist_ok=True)
    for part in re.split(r"^=== ", open(source, encoding="utf-8").read(), flags=re.M)[1:]:
        kind, rows = part.split("\n", 1)
        name = re.sub(r"[^a-z]+", "-", rows.split("\n", 1)[0].lower()).strip("-")
        path = os.path.join(folder, f"{name}.{kind.strip()}.jot")
        if not os.path.exists(path) or open(path, encoding="utf-8").read() != rows:
            open(path, "w", encoding="utf-8").write(rows)


hostile(*sys.argv[2:4]) if sys.argv[1] == "hostile" else jotted(*sys.argv[2:4])
