#!/usr/bin/python3
"""A store of replies written as CSV, workbook and JSON, each read by a reader of others: they say the same."""
import csv, datetime, json, os, sqlite3, subprocess, sys, tempfile
import openpyxl
from checking import brindel, expect, flat, problems

cli, root = sys.argv[1], sys.argv[2]


def cell_of(value):
    """What a workbook has for what JSON has."""
    if isinstance(value, datetime.datetime) and value.time() == datetime.time():
        return value.date().isoformat()
    if isinstance(value, (datetime.date, datetime.datetime)):
        return value.isoformat()
    if isinstance(value, datetime.time):
        return value.strftime("%H:%M")
    return value


def same(column, given, csv_cell, sheet_cell):
    if given is None or given == "":
        return csv_cell == "" and sheet_cell in (None, "")
    if given == []:
        return csv_cell == "" and sheet_cell in (None, "")
    if isinstance(given, bool):
        return csv_cell == ("true" if given else "false") and sheet_cell is given
    if isinstance(given, (int, float)):
        return float(csv_cell) == given and sheet_cell == given
    if isinstance(given, list):
        return csv_cell == "\n".join(given) and sheet_cell == "\n".join(given)
    return csv_cell == given and cell_of(sheet_cell) == given


with tempfile.TemporaryDirectory() as folder:
    cells = 0
    at = lambda name: os.path.join(folder, name)
    subprocess.run([os.path.join(root, "demo/replies.py"), folder], check=True, capture_output=True)
    form = os.path.join(root, "demo/lift-out-booking.brindel")
    # Two versions of the form, the earlier with an answer of another name, and one less.
    renamed = {"txtMooring": "txtBerth"}
    for of, version in ((at("lift-out-booking-1.brindel"), 1), (form, 2)):
        ended = brindel("gather", of, at(f"lift-out-booking-{version}-replies.zip"), "--store", at("r.db"))
        expect(ended.returncode == 0, ended.stderr)
    rows = {}
    for ending in ("csv", "xlsx", "json"):
        ended = brindel("gather", form, "--store", at("r.db"), "-o", at("t." + ending), "--plain")
        expect(ended.returncode == 0, ended.stderr)
    kept = json.load(open(at("t.json")))
    table = list(csv.DictReader(open(at("t.csv"), newline="", encoding="utf-8")))
    book = openpyxl.load_workbook(at("t.xlsx"))
    expect(book.sheetnames == ["Replies", "Several choices", "Counts"], str(book.sheetnames))
    sheet = list(book["Replies"].iter_rows(values_only=True))
    head = sheet[0]
    expect(len(kept) == len(table) == len(sheet) - 1 > 200, f"{len(kept)}, {len(table)}, {len(sheet) - 1} replies")
    for one, line, row in zip(kept, table, sheet[1:]):
        row = dict(zip(head, row))
        expect(one["reply"] == int(line["reply"]) == row["reply"], "the same number")
        expect(row["filled"] == datetime.datetime.fromisoformat(one["filled"]).replace(tzinfo=None), "filled")
        for name, value in flat(one["values"]):
            cells += 1
            column = renamed.get(name, name)
            expect(same(name, value, line[column], row[column]), f"reply {one['reply']}, {name}: {value!r} {line[column]!r} {row[column]!r}")
    several = list(book["Several choices"].iter_rows(values_only=True))[1:]
    expect(len(several) == sum(len(v) for one in kept for _, v in flat(one["values"]) if isinstance(v, list)), "a row a choice")
    counts = list(book["Counts"].iter_rows(values_only=True))[1:]
    expect(len(counts) > 20 and all(isinstance(one[2], (int, float)) for one in counts), "counts are numbers")
    # And by SQLite's own library.
    database = sqlite3.connect(at("r.db"))
    main = kept[0]["form"]
    expect(database.execute(f'SELECT count(*) FROM "{main}"').fetchone()[0] == len(kept), "as many in the store")
    # A column stays called as the first version called it.
    column_of = {"txtBerth": "txtMooring"}
    for one in kept[:20] + kept[-20:]:
        for name, value in flat(one["values"]):
            if isinstance(value, (int, float, str)):
                got = database.execute(f'SELECT "{column_of.get(name, name)}" FROM "{main}" WHERE reply = ?', (one["reply"],)).fetchone()[0]
                expect(got == value, f"{name}: {got!r} {value!r}")
    # What is written is read again: nothing of it is new.
    ended = brindel("gather", form, at("t.csv"), "--store", at("r.db"))
    expect(f"0 saved, {len(kept)} already there, 0 with errors" in ended.stderr, ended.stderr[-300:])
print(f"{cells} cells, {len(problems)} problems")
sys.exit(1 if problems else 0)
