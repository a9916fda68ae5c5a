#!/usr/bin/python3
"""Replies of the demo forms, and of one with hostile wording, by outside readers: each passes the form's JSON Schema in
python3-jsonschema and goes into its tables in SQLite and in PostgreSQL, and what is wrong is refused by all three."""
import glob, json, os, random, sqlite3, subprocess, sys, tempfile
from jsonschema import Draft202012Validator, FormatChecker
from checking import brindel, expect, flat, problems
from postgres import Postgres

cli, root = sys.argv[1], sys.argv[2]
today = "2026-04-01"


def literal(value):
    if value is None:
        return "NULL"
    if isinstance(value, bool):
        return "TRUE" if value else "FALSE"
    if isinstance(value, (int, float)):
        return repr(value)
    return "'" + value.replace("'", "''") + "'"


def named(name):
    return '"' + name.replace('"', '""') + '"'


def inserts(reply, number, columns, tables):
    """The statements that put a reply into its tables."""
    main = reply["form"]
    own = {"reply": number, "version": reply["version"], "filled": reply["filled"]}
    several, rows = [], {}
    for name, value in flat(reply["values"]):
        stem = name.rstrip("0123456789")
        if isinstance(value, list):
            several += [(f"{main}_{name}", {"reply": number, "choice": one}) for one in value]
        elif name in columns[main]:
            own[name] = value
        else:
            table = next((t for t in tables if t != main and stem in columns[t]), None)
            expect(table or f"{main}_{name}" in tables, f"{main}: {name} has a column")
            if table:
                rows.setdefault((table, int(name[len(stem):])), {})[stem] = value
    for (table, row), cells in rows.items():
        several.append((table, {"reply": number, "row": row, **cells}))
    for table, cells in [(main, own), *several]:
        yield (f"INSERT INTO {named(table)} ({', '.join(map(named, cells))}) "
               f"VALUES ({', '.join(literal(v) for v in cells.values())});")


def replies_of(form, base, schema, count):
    """Replies that the form accepts: each with some answers changed or left out."""
    properties = schema["properties"]["values"]["properties"]
    found = []
    for seed in range(count * 12):
        dice, values = random.Random(seed), dict(base)
        for name, one in properties.items():
            if dice.random() < (0.1 if seed else 0) and name in values:
                if isinstance(values[name], list) and "items" in one and "enum" in one["items"]:
                    values[name] = dice.sample(one["items"]["enum"], dice.randint(0, 2))
                elif "enum" in one:
                    values[name] = dice.choice(one["enum"])
                elif isinstance(values[name], bool):
                    values[name] = not values[name]
                elif isinstance(values[name], (int, float)) and "minimum" in one:
                    values[name] = one["minimum"]
                else:
                    values[name] = None
        values = {name: value for name, value in values.items() if value is not None}
        with tempfile.NamedTemporaryFile("w", suffix=".json") as file:
            json.dump(values, file)
            file.flush()
            filled = brindel("fill", form, "--values", file.name, "--today", today)
        if filled.returncode == 0:
            found.append(json.loads(filled.stdout))
        if len(found) == count:
            break
    return found


def wrong_ones(reply, shapes):
    """The reply with one thing wrong in it, over and over."""
    def with_values(change):
        copy = json.loads(json.dumps(reply))
        change(copy["values"])
        return copy
    for name in reply["values"]:
        yield f"without {name}", with_values(lambda v: v.pop(name))
        if "pattern" in shapes.get(name, {}) and isinstance(reply["values"][name], str):
            yield f"{name} of another form", with_values(lambda v: v.update({name: "§"}))
        yield f"{name} an object", with_values(lambda v: v.update({name: {"of": "another sort"}}))
    yield "an answer of another form", with_values(lambda v: v.update({"txtNobodyAsked": "x"}))
    copy = json.loads(json.dumps(reply))
    copy["form"] = "anotherForm"
    yield "of another form", copy


def check(form, base, postgres, count):
    name = os.path.basename(form)
    schema, sql = json.loads(brindel("export", form, "--to", "schema").stdout), brindel("export", form, "--to", "sql").stdout
    Draft202012Validator.check_schema(schema)
    validator = Draft202012Validator(schema, format_checker=FormatChecker())
    replies = replies_of(form, base, schema, count)
    expect(len(replies) == count, f"{name}: {len(replies)} of {count} replies were accepted")
    for reply in replies:
        for error in validator.iter_errors(reply):
            expect(False, f"{name}: {error.json_path}: {error.message}")
    for what, wrong in wrong_ones(replies[0], schema["properties"]["values"]["properties"]):
        expect(not validator.is_valid(wrong), f"{name}: the schema refuses a reply {what}")
    database = sqlite3.connect(":memory:")
    database.execute("PRAGMA foreign_keys = ON")
    database.executescript(sql)
    tables = [row[0] for row in database.execute("SELECT name FROM sqlite_master WHERE type = 'table'")]
    columns = {t: [row[1] for row in database.execute(f"PRAGMA table_info({named(t)})")] for t in tables}
    statements = [line for number, reply in enumerate(replies) for line in inserts(reply, number, columns, tables)]
    for line in statements:
        database.execute(line)
    main = replies[0]["form"]
    expect(database.execute(f"SELECT count(*) FROM {named(main)}").fetchone()[0] == count, f"{name}: all are in SQLite")
    out = postgres.sql(sql + "\n".join(statements) + f"\nSELECT count(*) FROM {named(main)};")
    expect(out.returncode == 0 and out.stdout.split() == [str(count)], f"{name}: all are in PostgreSQL: {out.stderr}")
    # What a limit forbids is refused by both databases.
    refused = 0
    for field, one in schema["properties"]["values"]["properties"].items():
        if "maximum" in one and field in columns[main]:
            line = f"UPDATE {named(main)} SET {named(field)} = {one['maximum'] + 1};"
            try:
                database.execute(line)
                expect(False, f"{name}: SQLite takes {field} beyond its limit")
            except sqlite3.IntegrityError:
                refused += 1
            out = postgres.sql(sql + "\n".join(statements) + line)
            expect("check constraint" in out.stderr, f"{name}: PostgreSQL refuses {field} beyond its limit")
    return refused


def hostile(folder):
    """A form whose names and wordings would end a text, a remark or a name in SQL and JSON."""
    rows, form = os.path.join(folder, "rows.jot"), os.path.join(folder, "hostile.brindel")
    with open(rows, "w") as file:
        file.write("# It's \"quoted\"; DROP TABLE x; --\n"
                   "Name*/ -- end: text 20\nname: text 12\nLong: text\n"
                   "Hull: combo [O'Brien, a\\\"b, שלום, semi;colon]\n"
                   "Jobs: ticks [Wash, It's done; --, Öl]\nLength: number 0..9\n")
    made = brindel("new", rows, "-o", form)
    expect(made.returncode == 0, "the hostile form is made: " + made.stderr)
    text = json.load(open(form))
    fields = [c for c in text["controls"] if c["kind"] in ("textBox", "comboBox", "numberBox")] if "controls" in text else []
    for control, name in zip(fields, ['we"ird; --', "Reply", "L" * 100, "o'name", "filled"]):
        control["name"] = name
    json.dump(text, open(form, "w"))
    expect(len(fields) >= 5, "the hostile form has fields to name")
    return form


with tempfile.TemporaryDirectory() as folder:
    postgres = Postgres(folder)
    try:
        total = refused = 0
        for form in sorted(glob.glob(os.path.join(root, "demo", "*.brindel"))):
            base = json.load(open(form.replace(".brindel", ".values.json")))
            refused += check(form, base, postgres, 10)
            total += 10
        form = hostile(folder)
        sql = brindel("export", form, "--to", "sql").stdout
        sqlite3.connect(":memory:").executescript(sql)
        out = postgres.sql(sql)
        expect(out.returncode == 0 and not out.stderr, "hostile names and wordings stay what they are: " + out.stderr)
        Draft202012Validator.check_schema(json.loads(brindel("export", form, "--to", "schema").stdout))
    finally:
        postgres.stop()
print(f"{total} replies, {refused} limits, {len(problems)} problems")
sys.exit(1 if problems or refused < 5 else 0)
