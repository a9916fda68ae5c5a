#!/usr/bin/python3
"""A PostgreSQL server of one's own, for tests: postgres.py PROGRAM ARGUMENTS… runs a program beside one, whose address it
finds in BRINDEL_TEST_SERVER."""
import glob, os, subprocess, sys, tempfile


class Postgres:
    """A server of its own, on a socket in a folder of its own."""

    def __init__(self, folder):
        self.folder, self.data = folder, os.path.join(folder, "data")
        found = sorted(glob.glob("/usr/lib/postgresql/*/bin"))
        if not found:
            sys.exit("PostgreSQL is missing: apt-get install postgresql")
        self.bin = found[-1]
        # It does not run for root.
        self.as_user = ["setpriv", "--reuid=postgres", "--regid=postgres", "--clear-groups"] if os.geteuid() == 0 else []
        if self.as_user:
            os.chmod(folder, 0o777)
        self.run("initdb", "-D", self.data, "-A", "trust", "-U", "tester", "-E", "UTF8", "--locale=C", "-N")
        self.start()

    def start(self):
        self.run("pg_ctl", "-D", self.data, "-w", "-l", os.path.join(self.folder, "log"), "-o",
                 f"-k {self.folder} -c listen_addresses='' -c fsync=off", "start")

    def run(self, program, *call):
        subprocess.run([*self.as_user, os.path.join(self.bin, program), *call], check=True, stdout=subprocess.DEVNULL,
                       cwd=self.folder)

    def sql(self, text):
        """What the server says is wrong; nothing when all is well. Each call has a database as empty as the first."""
        return subprocess.run([*self.as_user, os.path.join(self.bin, "psql"), "-h", self.folder, "-U", "tester", "-X", "-q",
                               "-v", "ON_ERROR_STOP=1", "-t", "-A", "postgres"],
                              input="BEGIN; CREATE SCHEMA fresh; SET search_path = fresh;\n" + text + "\nROLLBACK;", capture_output=True,
                              text=True, cwd=self.folder)

    def stop(self):
        self.run("pg_ctl", "-D", self.data, "-m", "immediate", "stop")


if __name__ == "__main__":
    with tempfile.TemporaryDirectory() as folder:
        os.chmod(folder, 0o777)
        server = Postgres(folder)
        try:
            os.environ["BRINDEL_TEST_SERVER"] = f"postgresql://tester@/postgres?host={folder}"
            sys.exit(subprocess.run(sys.argv[1:]).returncode)
        finally:
            server.stop()
