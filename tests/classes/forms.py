#!/usr/bin/python3
"""Forms for classes: thirty that are jotted (forms.py jotted LIST FOLDER), one whose every wording is hostile (forms.py
hostile FORM OUT), and one in German with many kinds of formulas, rules and steps (forms.py everything CLI OUT)."""
import json, os, re, subprocess, sys

HOSTILE = 'a "quoted" \\ back */ /* ??/ ??) %1 %2 %n \' <b> & &amp; tab\there \u202eturned\u202c \u200f\u2066 שלום مرحبا Γειά \u0007 end\\'
LONG = ("Wharf " * 16667)[:100000]  # the most that a text of a form has


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
            # What stands on one line stays short of what a window can be wide.
            return LONG if key in ("hint", "placeholder") else f"{count} {HOSTILE}"
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


EVERYTHING = """# Alles
Plan: combo [Klein, Voll]
Betrag: number 0..100 .01 EUR
Satz: number 0..1 .01
Von: date; Bis: date
Um: time
Name: text 20
Kurz: text 4 upper
Arten: ticks [Eins, Zwei, Drei]
Seite: radio [Links, Rechts]
Angekreuzt: check
Summe: number .01
Tag: combo [1, 2, 3]
### Mehr
Zusatz: text 30
[Abbrechen] [Sagen] [Fragen] [Melden] [Fertig]*
"""


def say(text):
    return {"does": "say", "with": f'"{text}"'}


def everything(cli, out):
    jot = out + ".jot"
    open(jot, "w", encoding="utf-8").write(EVERYTHING)
    subprocess.run([cli, "new", jot, "--language", "de", "-o", out], check=True)
    form = json.load(open(out, encoding="utf-8"))
    named, labels, frames = {}, {}, []

    def walk(node):
        for c in node.get("controls", []) + node.get("pages", []):
            if "name" in c:
                named[c["name"]] = c
            if "labels" in c:
                labels[c["labels"]] = c
            if c["kind"] == "frame":
                frames.append(c)
            walk(c)

    walk(form)
    find = {c.get("text", c["name"]): c for c in named.values()}
    of = {labels[c["id"]]["text"]: c for c in named.values() if c["id"] in labels}
    more = next(f for f in frames if f.get("title") == "Mehr")
    ticked = find["Angekreuzt"]
    formulas = {
        "Betrag": {"max": f'IF({of["Plan"]["name"]} = "Voll"; 1000; 100)', "unit": f'IF({ticked["name"]}; "USD"; "EUR")', "rangeMessage": f'"Höchstens " & IF({of["Plan"]["name"]} = "Voll"; 1000; 100)'},
        "Bis": {"earliest": f'{of["Von"]["name"]} + 1'},
        "Um": {"earliestTime": "TIME(8; 0; 0)"},
        "Name": {"required": ticked["name"]},
        "Tag": {"runTo": f'IF(ISBLANK({of["Satz"]["name"]}); 3; {of["Satz"]["name"]} * 10)'},
    }
    for label, all_ in formulas.items():
        of[label]["formulas"] = all_
    of["Tag"].update({"choicesFrom": "run", "runFrom": 1, "runTo": 3})
    of["Summe"]["value"] = f'ROUND({of["Betrag"]["name"]} * (1 + {of["Satz"]["name"]}); 2) + LEN({of["Name"]["name"]})'
    labels[of["Kurz"]["id"]]["formulas"] = {"text": f'"Kurz für " & {of["Name"]["name"]}'}
    more["formulas"] = {"visible": f'{of["Betrag"]["name"]} > 10'}
    more["fold"] = True
    arten = of.get("Arten") or find.get("Arten")
    arten["formulas"] = {"atMost": f'IF({ticked["name"]}; 1; 2)'}
    of["Kurz"]["rules"] = [{"when": "complete", "do": [{"does": "set", "on": of["Zusatz"]["id"], "with": f'"voll " & {of["Kurz"]["name"]}'}]},
                           {"when": "left", "do": [{"does": "enable", "on": of["Um"]["id"]}]}]
    ticked["rules"] = [{"when": "ticked", "do": [{"does": "disable", "on": of["Um"]["id"]}, {"does": "set", "on": of["Satz"]["id"], "with": "0.5"}]},
                       {"when": "unticked", "do": [{"does": "enable", "on": of["Um"]["id"]}, {"does": "clear", "on": of["Satz"]["id"]}]}]
    of["Plan"]["rules"] = [{"when": "changed", "if": f'{of["Plan"]["name"]} = "Voll"', "do": [{"does": "hide", "on": of["Von"]["id"]}]},
                           {"when": "changed", "if": f'{of["Plan"]["name"]} <> "Voll"', "do": [{"does": "show", "on": of["Von"]["id"]}]}]
    find["Sagen"]["rules"] = [{"when": "pressed", "do": [say("Guten Tag"), {"does": "say", "with": f'"Summe " & {of["Summe"]["name"]}'}, {"does": "turnOver", "on": of["Um"]["id"]}, {"does": "cursor", "on": of["Name"]["id"]}]}]
    find["Fragen"]["rules"] = [{"when": "pressed", "do": [{"does": "ask", "with": '"Wirklich?"', "yes": [{"does": "set", "on": of["Name"]["id"], "with": '"Ja"'}, say("Gut")], "no": [say("Nicht")]}, {"does": "set", "on": of["Zusatz"]["id"], "with": '"gefragt"'}]}]
    find["Melden"]["rules"] = [{"when": "pressed", "if": f'{of["Betrag"]["name"]} > 5', "do": [{"does": "tell", "with": '"Betrag ist da"'}, say("Gemeldet"), {"does": "address", "with": '"https://wharf.example"'}]}]
    form["rules"] = [{"when": "opens", "do": [say("Willkommen")]}]
    json.dump(form, open(out, "w", encoding="utf-8"), ensure_ascii=False, indent=2)


{"hostile": hostile, "jotted": jotted, "everything": everything}[sys.argv[1]](*sys.argv[2:4])
