"""What the tests in Python share: what is expected, and Brindel as a shell calls it."""
import subprocess, sys

problems = []


def expect(true, what):
    if not true:
        problems.append(what)
        print("FAILED:", what)


def brindel(*call):
    return subprocess.run([sys.argv[1], *call], capture_output=True, text=True)


def flat(values, before=""):
    for key, value in values.items():
        if isinstance(value, dict):
            yield from flat(value, before + key + ".")
        else:
            yield before + key, value
