#!/usr/bin/python3
"""Made-up replies to Lift-out booking, the same ones each time: demo/replies.py OUT.zip [COUNT]"""
import datetime, json, random, sys, zipfile

dice = random.Random(20417)
BOATS = ["Marigold", "Kittiwake", "Periwinkle", "Saltwort", "Tern", "Sea Holly", "Samphire", "Dunlin", "Turnstone", "Whimbrel", "Avocet",
         "Thrift", "Redshank", "Godwit", "Bladderwrack", "Sandpiper", "Łódka", "Grauwal", "שחף", "Skua", "Petrel", "Gannet"]
FIRST = ["Ines", "Odo", "Tamsin", "Wim", "Halina", "Bram", "Noor", "Ewa", "Perran", "Lena", "Gwil", "Mirja", "Anselm", "Rosa", "Tove"]
LAST = ["Halloran", "Farrant", "Penrose", "Tregear", "Okonjo", "Vane", "Marlow", "Sillitoe", "Brandl", "Kowalik", "Ashdown", "Quill"]
NOTES = ["Please keep the cradle clear of the log impeller.", "Mast goes on the rack.", "Call before lifting.", "Rudder must come off.",
         "Wet patch at the keel: please look.", "Key is with the harbour office."]


def reply(number):
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
        "txtNotes": dice.choice(NOTES) if dice.random() < 0.35 else None,
    }
    return {"form": "liftOutBooking", "version": 1, "filled": filled.strftime("%Y-%m-%dT%H:%M:%S+00:00"),
            "values": {name: value for name, value in values.items() if value is not None}}


with zipfile.ZipFile(sys.argv[1], "w", zipfile.ZIP_DEFLATED) as out:
    for number in range(int(sys.argv[2]) if len(sys.argv) > 2 else 240):
        entry = zipfile.ZipInfo(f"reply-{number + 1:06}.json", (2026, 4, 1, 10, 0, 0))
        entry.compress_type = zipfile.ZIP_DEFLATED
        out.writestr(entry, json.dumps(reply(number), ensure_ascii=False, indent=1))
