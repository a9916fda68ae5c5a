#!/usr/bin/python3
"""Eight fillers add 1,000 replies each to one store at the same time, in a file and on a server. 200 times one of them is
killed in the middle, and begins again with what it was not told is saved; the server is stopped and started meanwhile. In
the end all that was told is there, each once, and nothing else."""
import csv, os, random, subprocess, sys, tempfile, threading, time
from postgres import Postgres

appends, cli = sys.argv[1], sys.argv[2]
fillers, each, kills = 8, 1000, 200
dice = random.Random(int(os.environ.get("SEED", "20417")))
problems = []


class Filler:
    """A process that is begun again whenever it was killed."""

    def __init__(self, address, form, who):
        self.call, self.who, self.told, self.process = [appends, address, form, str(who)], who, [], None
        self.thread = threading.Thread(target=self.live)
        self.thread.start()

    def live(self):
        while len(self.told) < each:
            self.process = subprocess.Popen([*self.call, str(len(self.told)), str(each)], stdout=subprocess.PIPE, text=True)
            for line in self.process.stdout:
                if line.endswith("\n"):
                    self.told.append(int(line))
            if self.process.wait() > 0:
                problems.append(f"filler {self.who} ended with {self.process.returncode}")
                return


def run(name, address, form, folder, server=None):
    began = time.time()
    all_of_them = [Filler(address, form, who) for who in range(fillers)]
    killed = stopped = 0
    # A kill after so many more that are told: spread over all of them, however fast the machine is.
    while any(one.thread.is_alive() for one in all_of_them):
        told = sum(len(one.told) for one in all_of_them)
        if killed < kills and told >= killed * fillers * each / (kills + 10):
            one = dice.choice(all_of_them)
            if one.process and one.process.poll() is None and len(one.told) < each:
                one.process.kill()
                killed += 1
        if server and stopped < 3 and told >= (stopped + 1) * fillers * each / 5:
            server.run("pg_ctl", "-D", server.data, "-m", "immediate", "-w", "stop")
            server.start()
            stopped += 1
        time.sleep(0.001)
    for one in all_of_them:
        one.thread.join()
        if one.told != list(range(each)):
            problems.append(f"{name}: filler {one.who} was told {len(one.told)}")
    out = os.path.join(folder, name + ".csv")
    subprocess.run([cli, "gather", form, "--store", address, "-o", out], check=True)
    rows = list(csv.DictReader(open(out, newline="")))
    ids = [row["id"] for row in rows]
    wanted = {f"filler-{who}-{i}" for who in range(fillers) for i in range(each)}
    if len(ids) != len(set(ids)) or set(ids) != wanted:
        problems.append(f"{name}: {len(ids)} kept, {len(set(ids))} different, {len(wanted)} wanted")
    if any(row["lstJobs"] != "Wash\nScrape" for row in rows):
        problems.append(f"{name}: a reply is not whole")
    print(f"{name}: {len(rows)} replies, {killed} kills, {stopped} stops of the server, {time.time() - began:.1f} s")
    if killed < kills // 2 or (server and stopped < 3):
        problems.append(f"{name}: only {killed} kills and {stopped} stops")


# In memory, where the machine has that: what is killed there is killed in the work, not in the wait for a disk.
with tempfile.TemporaryDirectory(dir="/dev/shm" if os.access("/dev/shm", os.W_OK) else None) as folder:
    os.chmod(folder, 0o777)
    rows, form = os.path.join(folder, "rows.jot"), os.path.join(folder, "form.brindel")
    open(rows, "w").write("# F\nWho: text\nWhich: number\nJobs: list [Wash, Scrape, Paint] 1..3\n[Go]*\n")
    subprocess.run([cli, "new", rows, "-o", form], check=True)
    run("file", os.path.join(folder, "r.db"), form, folder)
    server = Postgres(folder)
    try:
        run("server", f"postgresql://tester@/postgres?host={folder}", form, folder, server)
    finally:
        server.stop()
for one in problems:
    print("FAILED:", one)
sys.exit(1 if problems else 0)
