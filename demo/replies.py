#!/usr/bin/python3
"""Made-up replies to Lift-out booking, the same ones each time: demo/replies.py FOLDER [COUNT]

The first of them came to version 1 of the form, which called the berth a mooring and did not ask about the engine; that
version is written as well: lift-out-booking-1.brindel, and a ZIP file of replies for each."""
import datetime, json, os, random, sys, zipfile

dice = random.Random(20417)
BOATS = ["Marigold", "Kittiwake", "Periwinkle", "Saltwort", "Tern", "Sea Holly", "Samphire", "Dunlin", "Turnstone", "Whimbrel", "Avocet",
         "Thrift", "Redshank", "Godwit", "Bladderwrack", "Sandpiper", "Łódka", "Grauwal", "שחף", "Skua", "Petrel", "Gannet"]
FIRST = ["Ines", "Odo", "Tamsin", "Wim", "Halina", "Bram", "Noor", "Ewa", "Perran", "Lena", "Gwil", "Mirja", "Anselm", "Rosa", "Tove"]
LAST = ["Halloran", "Farrant", "Penrose", "Tregear", "Okonjo", "Vane", "Marlow", "Sillitoe", "Brandl", "Kowalik", "Ashdown", "Quill"]
NOTES = ["Please keep the cradle clear of the log impeller.", "Mast goes on the rack.", "Call before lifting.", "Rudder must come off.",
         "Wet patch at the keel: please look.", "Key is with the harbour office."]


def earlier(form):
    """Version 1 of the form, made from version 2."""
    def without(control):
        for key in ("controls", "pages"):
            if key in control:
                control[key] = [without(one) for one in control[key] if one.get("name") != "chkEngineWinterised"]
        if control.get("name") == "txtBerth":
            control["name"] = "txtMooring"
        if control.get("text") == "Berth":
            control["text"] = "Mooring"
        return control
    return without({**json.loads(form), "revision": 1})


def reply(number, version):
    filled = datetime.datetime(2026, 2, 1, 8) + datetime.timedelta(minutes=number * 530 + dice.randrange(500))
    wanted = filled.date() + datetime.timedelta(days=dice.randrange(5, 60))
    length = min(24.0, max(4.0, round(dice.gauss(9.2, 2.6), 1)))
    first, last = dice.choice(FIRST), dice.choice(LAST)
    values = {
        "txtBoatName": dice.choice(BOATS),
        "txtRegistration": f"FW-{dice.randrange(2000, 99999)}",
        "numLength": length,
        "numDraught": round(min(3.5, length * dice.uniform(0.12, 0.2)), 1) if dice.random() < 0.85 else None,
        "cboHull": dice.choices(["GRP", "Timber", "Steel", "Ferro-cement"], [70, 18, 10, 2])[0],
        "radLiftBy": "Crane" if length > 12 else dice.choices(["Slipway cradle", "Travel hoist"], [45, 55])[0],
        "txtOwner": f"{first} {last}",
        "txtPhone": f"0555 {dice.randrange(10, 99):03} {dice.randrange(100, 999)}",
        "txtBerth": f"{dice.choice('ABCD')}{dice.randrange(1, 40)}" if dice.random() < 0.8 else None,
        "txtEmail": f"{first}.{last}@wharf.example".lower() if dice.random() < 0.9 else None,
        "cboDay": "28", "cboMonth": str(dice.randrange(1, 13)), "cboYear": str(dice.choice([2027, 2028])),
        "radReplyBy": dice.choice(["Phone", "Email"]),
        "chkLiftOutList": dice.random() < 0.4,
        "dtmWantedFrom": wanted.isoformat(),
        "dtmTo": (wanted + datetime.timedelta(days=dice.randrange(1, 9))).isoformat() if dice.random() < 0.7 else None,
        "lstJobs": sorted(dice.sample(["Wash", "Scrape", "Antifoul", "Anodes", "Polish"], dice.choices([1, 2, 3], [4, 4, 2])[0]),
                          key=["Wash", "Scrape", "Antifoul", "Anodes", "Polish"].index),
        "chkMastStepped": dice.random() < 0.5,
        "chkEngineWinterised": dice.random() < 0.3,
        "txtNotes": dice.choice(NOTES) if dice.random() < 0.35 else None,
    }
    if version == 1:
        values["txtMooring"] = values.pop("txtBerth")
        del values["chkEngineWinterised"]
    return {"form": "liftOutBooking", "version": version, "filled": filled.strftime("%Y-%m-%dT%H:%M:%S+00:00"),
            "values": {name: value for name, value in values.items() if value is not None}}


folder, count = sys.argv[1], int(sys.argv[2]) if len(sys.argv) > 2 else 240
with open(os.path.join(os.path.dirname(__file__), "lift-out-booking.brindel"), encoding="utf-8") as form:
    before = earlier(form.read())
with open(os.path.join(folder, "lift-out-booking-1.brindel"), "w", encoding="utf-8") as out:
    json.dump(before, out, ensure_ascii=False, indent=2)
for version, numbers in ((1, range(count * 3 // 5)), (2, range(count * 3 // 5, count))):
    with zipfile.ZipFile(os.path.join(folder, f"lift-out-booking-{version}-replies.zip"), "w", zipfile.ZIP_DEFLATED) as out:
        for number in numbers:
            entry = zipfile.ZipInfo(f"reply-{number + 1:06}.json", (2026, 4, 1, 10, 0, 0))
            entry.compress_type = zipfile.ZIP_DEFLATED
            out.writestr(entry, json.dumps(reply(number, version), ensure_ascii=False, indent=1))
